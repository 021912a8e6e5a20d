"""Arms and links in words."""

from __future__ import annotations

import math

from anchor_beam.units.kinds import Kind, System, unit_of
from anchor_beam.units.show import show


def angle_from_level(slope: float, units: System) -> str:
    """`arm 2.4 deg below level`."""
    shown = show(abs(slope), Kind.ANGLE, units)
    if float(shown.number) == 0.0:
        return "arm level"
    return f"arm {shown} {'above' if slope > 0 else 'below'} level"


def square_words(off: float, units: System) -> str:
    """`link 2.1 deg off square`."""
    shown = show(abs(off), Kind.ANGLE, units)
    return "link square to the arm" if math.isclose(float(shown.number), 0.0) else f"link {shown} off square"


def cure(axle: str, side: str, change: float, turns: float | None, units: System) -> str:
    """`The rear left link twists the bar: 9.7 mm shorter, 3.9 turns, frees it.`"""
    way = "longer" if change > 0.0 else "shorter"
    turned = "" if turns is None else f", {abs(turns):.1f} turns"
    return f"The {axle} {side} link twists its bar: {show(abs(change), Kind.FINE_LENGTH, units)} {way}{turned} would free it."


def no_links(axle: str, fixed_to: str) -> str:
    """Why there are none; fixed_to: what the ends of the bar are fixed to, empty where there is no bar."""
    if fixed_to:
        return f"The {axle} bar is fixed straight to the {fixed_to}, so there are no links."
    return f"There is no {axle} bar, so there are no links."


HELD = {
    "PINNED": "free to bend at its ends: it only twists", "CLAMPED": "clamped: off the pivots it is bent as well as twisted",
    "SPRING": "held by something that gives: bent in part",
}  # fmt: skip
"""How the ends of a bar without links are held, by the name of the choice."""
ARM_PIVOT, BAR_OFF = "the arms' pivot axis", "bar off the pivots"


NEARLY_OVER = "nearly over centre"
DOES_NOT_REACH = "the link does not reach here"
HANGS_ON = {
    "MEASURED": "pick-ups move straight up and down, by the ratio that was measured",
    "ARM": "links hang on the control arms", "STRUT": "links hang on the struts", "LIVE_AXLE": "links hang on the axle",
    "BODY": "seen from the axle: the bar rides on it, the links hang on the body",
}  # fmt: skip
"""What the links hang on, by the name of the mount."""


def joint_words(angle: float, limit: float | None, units: System) -> str:
    """`joints 4.2 deg out of plane, of about 13`."""
    said = f"joints {show(angle, Kind.ANGLE, units)} out of plane"
    return said if limit is None else f"{said}, of about {show(limit, Kind.ANGLE, units, decimals=0).number}"


def travel_words(z: float, units: System) -> str:
    """`30 mm up`, `at ride height`."""
    shown = show(
        abs(z), Kind.FINE_LENGTH, units, decimals=0 if unit_of(Kind.FINE_LENGTH, units).symbol == "mm" else None
    )
    return "at ride height" if abs(z) < 5e-4 else f"{shown} {'up' if z > 0 else 'down'}"


def handle_words(way: str, handle: float, units: System) -> str:
    """`left 30 mm up, right 30 mm down`; way: the name of what moves."""
    if way == "STEER":
        turned = show(abs(handle), Kind.ANGLE, units)
        return "straight ahead" if abs(handle) < 5e-4 else f"{turned} to the {'left' if handle > 0.0 else 'right'}"
    up, down = travel_words(handle, units), travel_words(-handle, units)
    if abs(handle) < 5e-4:
        return "at ride height"
    return {"BOTH": f"both {up}", "ROLL": f"left {up}, right {down}", "LEFT": f"left {up}", "RIGHT": f"right {up}"}[
        way
    ]


JOINTS_TOLD = (
    "Measured at ride height from the bar's pivot axis, at the middle of the car. The right side mirrors the left. Where the "
    "pick-up itself is stays with the tape, on the right; the arm says how it moves."
)
NOT_ON_AN_ARM = "These figures do not count yet: the links of this axle do not hang on control arms."
JOINT_WAYS = {"ahead": "ahead, to the front", "out": "out, from the middle", "up": "up"}
