"""What a bar without links is fixed to: trailing arms, hub brackets or a beam, whose turn twists it."""

from __future__ import annotations

from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.documents.inputs import Enters, Figure, length, quantity
from anchor_beam.documents.recorded import record
from anchor_beam.units.kinds import DEG, Kind

DIRECT = Enters.DIRECT


@record
class FixedEnds:
    """Counts only while the bar of the axle has no links. ends_held: how the ends are held against bending."""

    ends_held: Fixity
    trailing_arm: Figure = length(
        "Trailing arm", (50, 2000), (250, 650), "Along the car, from the arms' pivot axis to the wheel centre.",
        enters=DIRECT, spread=20, later=lambda _at: 420.0,
    )  # fmt: skip
    fixed_off: Figure = length(
        "Bar off the pivots", (0, 1000), (0, 400), "From the arms' pivot axis to the middle of the bar, seen from the side.",
        enters=DIRECT, spread=10, later=lambda _at: 60.0,
    )  # fmt: skip
    end_stiffness: Figure = quantity(
        Kind.ROLL_STIFFNESS, "Hold of the ends", (0.0, 1e5 / DEG), (10.0 / DEG, 2000.0 / DEG),
        "Against bending, where an end is neither free to turn nor clamped.", enters=DIRECT, relative=0.4,
        later=lambda _at: 200.0,
    )  # fmt: skip
