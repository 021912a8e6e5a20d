"""What the far end of a link hangs on, and how that moves with the wheel.

Where the pick-up is comes from the tape, whatever it hangs on: nothing is entered twice when more becomes known. What it
hangs on says how it moves. Places are seen from the bar: its pivot axis, on the car's centre plane; both sides mirror each
other.
"""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.sides import AxleKind
from anchor_beam.documents.inputs import Around, Enters, Figure, Way, angle, coordinate, length, quantity
from anchor_beam.documents.recorded import record
from anchor_beam.units.kinds import Kind


class LinkMount(StrEnum):
    """What the far end of the link hangs on."""

    MEASURED = "travel ratio measured"
    ARM = "control arm"
    STRUT = "strut"
    LIVE_AXLE = "live axle"
    BODY = "body, bar on the axle"


class Stud(StrEnum):
    """Which way the stud of a joint points, or the bolt through its eye. A joint turns about it freely, and gives
    little out of the plane square to it."""

    OUT = "outwards"
    IN = "inwards"
    AHEAD = "forwards"
    BACK = "backwards"

    @property
    def across(self) -> bool:
        """Whether it lies across the car."""
        return self in (Stud.OUT, Stud.IN)


NOT_LIVE = "This axle is not a live one, so no link can hang on a live axle."
MOUNT, NOTHING = Enters.MOUNT, Enters.NOTHING
AHEAD = Way(
    "ahead",
    "Towards the front of the car from the bar's pivot axis, behind it is negative.",
    (-1500, 1500),
    (-500, 500),
)
OUT = Way("out", "From the car's centre plane.", (0, 1500), (100, 800))
UP = Way("up", "Above the bar's pivot axis at ride height, below is negative.", (-800, 800), (-300, 300))
AHEAD_STEP = Way("ahead", "From one hole to the next, towards the front of the car.", (-150, 150), (-60, 60))
OUT_STEP = Way("out", "From one hole to the next, away from the car's centre plane.", (-150, 150), (-60, 60))
UP_STEP = Way("up", "From one hole to the next, upwards.", (-150, 150), (-60, 60))


def _bar_height(at: Around) -> float:
    return 330.0 if at.kind is AxleKind.LIVE else 260.0


@record
class Mounting:
    """How the links of an axle hang at their far ends. pickup_holes: in a row, each one step from the one before, the first
    where the tape says. stud_at_arm, stud_at_pickup: which way the studs at both ends of a link point."""

    link_on: LinkMount
    stud_at_arm: Stud
    stud_at_pickup: Stud
    pickup_holes: Figure = quantity(
        Kind.COUNT, "Pick-up holes", (1, 6), (1, 4), "To choose from at the far end of the link, in a row.", enters=NOTHING,
        later=lambda _at: 1.0,
    )  # fmt: skip
    pickup_step_ahead: Figure = coordinate("Next pick-up hole", AHEAD_STEP, 0.0, exact=True)
    pickup_step_out: Figure = coordinate("Next pick-up hole", OUT_STEP, 25.0, exact=True)
    pickup_step_up: Figure = coordinate("Next pick-up hole", UP_STEP, 0.0, exact=True)
    inner_front_ahead: Figure = coordinate("Front inner joint of the arm", AHEAD, 380.0)
    inner_front_out: Figure = coordinate("Front inner joint of the arm", OUT, 340.0)
    inner_front_up: Figure = coordinate("Front inner joint of the arm", UP, 0.0)
    inner_rear_ahead: Figure = coordinate("Rear inner joint of the arm", AHEAD, 100.0)
    inner_rear_out: Figure = coordinate("Rear inner joint of the arm", OUT, 340.0)
    inner_rear_up: Figure = coordinate("Rear inner joint of the arm", UP, 0.0)
    outer_ahead: Figure = coordinate("Outer joint of the arm", AHEAD, 240.0)
    outer_out: Figure = coordinate("Outer joint of the arm", OUT, 690.0)
    outer_up: Figure = coordinate("Outer joint of the arm", UP, -10.0)
    strut_in: Figure = angle(
        "Strut leans in", (-30, 45), (0, 20), "Its top towards the car's centre plane, seen from the front.", enters=MOUNT,
        spread=2, later=lambda _at: 9.0,
    )  # fmt: skip
    strut_back: Figure = angle(
        "Strut leans back", (-30, 45), (-5, 12), "Its top towards the rear of the car, seen from the side.", enters=MOUNT,
        spread=2, later=lambda _at: 3.0,
    )  # fmt: skip
    bar_height: Figure = length(
        "Bar above ground", (20, 1500), (120, 450), "The bar's pivot axis above the ground at ride height.", enters=MOUNT,
        spread=10, later=_bar_height,
    )  # fmt: skip

    @property
    def idle_mounts(self) -> frozenset[str]:
        """Names of the figures that play no part with what the link hangs on."""
        idle = set(_OF_MOUNT[LinkMount.ARM] | _OF_MOUNT[LinkMount.STRUT] | {"pickup_ratio"})
        idle -= _OF_MOUNT[self.link_on]
        if self.pickup_holes.value < 2:
            idle |= _STEPS
        if self.link_on not in (LinkMount.LIVE_AXLE, LinkMount.BODY):
            idle.add("bar_height")
        return frozenset(idle)


JOINT_NAMES = {"inner_front": "front inner", "inner_rear": "rear inner", "outer": "outer"}
"""Joints of a control arm in words, by the beginning of the names of their figures."""
WAYS = ("ahead", "out", "up")
JOINTS = frozenset(f"{joint}_{way}" for joint in JOINT_NAMES for way in WAYS)
_STEPS = frozenset(f"pickup_step_{way}" for way in WAYS)
_OF_MOUNT = {
    LinkMount.MEASURED: frozenset({"pickup_ratio"}), LinkMount.ARM: JOINTS,
    LinkMount.STRUT: frozenset({"pickup_ratio", "strut_in", "strut_back"}), LinkMount.LIVE_AXLE: frozenset(),
    LinkMount.BODY: frozenset(),
}  # fmt: skip
