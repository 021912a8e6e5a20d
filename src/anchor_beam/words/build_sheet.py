"""Build sheets of links in words."""

from __future__ import annotations

from anchor_beam.core.sides import Side

SLEEVE, BOLT, SQUEEZED = "sleeve, cut to", "bolt, under its head, at least", "grommet, squeezed to"
BULGE, FORCE, RATE = "grommet, bulges to", "force of the squeeze", "link gives, stiffness about"
FREE_FROM = "outer grommets come free from"
WANTED, TURNS, REACHED = "length wanted", "turns from as it came", "length then"
LEFT_IN, LONGEST = "thread left in each end", "longest safe length"
CUT, RESERVE = "tube, cut to", "can be made longer by"
STEP, MOVED, HALF_STEP = "one tooth turns the arm by", "and moves the hole by", "so no arm is further off than"

LEVEL, OFF_BY = "length that puts the arm level", "this one is longer by"
ARM, IN_THE_BAR = "so the arm stands above level", "and leaves in the bar at rest"

GROMMET_NOTES = (
    "Length sets where the arm stands, the squeeze how stiff the link is: not the other way round.",
    "The bulge must stay within the cup. Both cups have their hollow to the rubber. The sleeve is a hard stop: it sets the "
    "squeeze.",
    "Stiffness from hardness and shape is good to about 20 %; it halves once the outer grommets come free.",
)
OPPOSITE = (
    "Opposite threads: turn the body in place, both ends move. Left-hand thread has a groove or an L on its nut."
)
HALF_TURNS = (
    "Like threads or one threaded end: unhook it, and turn by half turns, so that the joint lies in its plane again."
)
FIXED = "This link is said to have a fixed length: turns count for one that has a thread."
SQUARE = "Hold both joints square to their own planes while the jam nuts are tightened."
JAM = "Paint across nut and body: a nut that loosens shows."
TUBE_NOTES = (
    "Reserve counts both ends. Take the cut from the middle, square; the second link after the first has been tried.",
    "Coat the bare ends inside and out.",
)
SPLINE_NOTES = (
    "Mirror images: mark one tooth on both ends of the bar before either arm comes off.",
    "What a tooth leaves over, the links take up: left and right by the same amount.",
)
FIXED_NOTES = (
    "A fixed link is right at one ride height: after lowering, another length or an adjustable one.",
    "What two equal links leave in the bar comes from the heights and holes of both sides: level the car, or use one link "
    "that can be set.",
)
NO_RESERVE = "There is less thread in the inserts than must stay."


def far_off(side: Side) -> str:
    """A fixed link that does not suit."""
    return (
        f"The {side} arm stands far from level with it: take the length that puts it level, or one that can be set."
    )


def studs(at_arm: str, at_pickup: str) -> str:
    """Which way the studs point."""
    return f"Studs: {at_arm} at the arm, {at_pickup} at the far end; both eyes square to their own planes."


def too_little_thread(side: Side) -> str:
    """`Too little thread is left in the left link: …`."""
    return f"Too little thread is left in the {side} link: take a longer body, or another hole."
