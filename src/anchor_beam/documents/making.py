"""Records from plain numbers in the document's units, for layouts and demo data."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.grip.driving import Use
from anchor_beam.core.grip.model import Differential, Drive, RearBrakes
from anchor_beam.core.grip.tyre import PRESETS, Road, TyreKind, TyreMatch
from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fields import AXLE_FIELDS, BAR_FIELDS, CAR_FIELDS, HOLE_FIELD
from anchor_beam.documents.inputs import Around, Field
from anchor_beam.documents.later import later_figures
from anchor_beam.documents.mounting import LinkMount, Stud
from anchor_beam.documents.records import (
    Adjuster,
    ArmDirection,
    AxleRecord,
    AxleTyre,
    BarRecord,
    BarState,
    CarRecord,
    EndSetting,
    Figure,
    Provenance,
    Seat,
    TravelEnds,
)
from anchor_beam.documents.wishes import Confidence


def figures(fields: tuple[Field, ...], numbers: dict[str, float], source: Provenance) -> dict[str, Figure]:
    """Figures by name from numbers by document key; every field must be there."""
    return {field.name: Figure(numbers[field.key] * field.scale, source) for field in fields}


MEASURED = Provenance.MEASURED  # as a wish is, of which nothing is left to measure
AXLE_DEFAULTS = {
    "wheel_centre_height_mm": 300.0, "spring_ratio": 0.75, "spring_base_mm": 1050.0, "pickup_ratio": 0.6,
    "thread_pitch_mm": 1.25,
}  # fmt: skip
BAR_DEFAULTS = {
    "wall_mm": 4.0, "splay_deg": 0.0, "drop_mm": 0.0, "bend_radius_mm": 40.0, "arm_width_mm": 32.0,
    "arm_thickness_mm": 10.0, "bushing_radial_N_per_mm": 3500.0,
}  # fmt: skip


def axle_record(
    source: Provenance, axle: Axle, *, kind: AxleKind = AxleKind.INDEPENDENT, arms: ArmDirection = ArmDirection.FORWARD,
    adjuster: Adjuster = Adjuster.OPPOSITE, differential: Differential = Differential.OPEN,
    link_on: LinkMount = LinkMount.MEASURED, pickup_height_mm: float,
    **numbers: float,
) -> AxleRecord:  # fmt: skip
    """An axle; both pick-ups at one height unless given apart."""
    heights = {"pickup_height_left_mm": pickup_height_mm, "pickup_height_right_mm": pickup_height_mm}
    later = later_figures(AXLE_FIELDS, Around(TyreKind.STREET, axle, kind))
    made = figures(AXLE_FIELDS, AXLE_DEFAULTS | later | heights | numbers, source)
    for field in AXLE_FIELDS:
        if field.key in later and field.key not in numbers:
            made[field.name] = Figure(made[field.name].value, MEASURED if field.is_exact else Provenance.TYPICAL)
    return AxleRecord(
        kind=kind, arms=arms, adjuster=adjuster, differential=differential, tyre=AxleTyre.OF_CAR,
        travel_ends=TravelEnds.LEFT_OUT, link_on=link_on, ends_held=Fixity.CLAMPED, stud_at_arm=Stud.OUT,
        stud_at_pickup=Stud.OUT, **made,
    )  # fmt: skip


def bar_record(
    source: Provenance, name: str, maker: str = "", *, holes_mm: tuple[float, ...], wall_mm: float | None = None,
    plate_arms: bool = False, **numbers: float,
) -> BarRecord:  # fmt: skip
    """A bar; solid unless a wall is given."""
    wall = {} if wall_mm is None else {"wall_mm": wall_mm}
    rest: dict[str, Any] = dict(figures(BAR_FIELDS, BAR_DEFAULTS | wall | numbers, source))
    return BarRecord(
        name=name, maker=maker, solid=wall_mm is None, plate_arms=plate_arms, rigid_bushings=False,
        holes=tuple(Figure(hole * HOLE_FIELD.scale, source) for hole in holes_mm),
        **rest,
    )  # fmt: skip


def car_record(
    source: Provenance, name: str, description: str, *, drive: Drive, tyre: TyreKind, front: AxleRecord,
    rear: AxleRecord, use: Use = Use.HILL, rear_brakes: RearBrakes = RearBrakes.ELECTRONIC,
    tyre_match: TyreMatch = TyreMatch.SAME, **numbers: float,
) -> CarRecord:  # fmt: skip
    """A car on a dry road; what describes the tyre is its preset, always typical, and so is what is not given."""
    preset = PRESETS[tyre].tyre
    typical = later_figures(CAR_FIELDS, Around(tyre, kind=rear.kind, drive=drive, use=use)) | {
        "grip": preset.mu0, "load_sensitivity": preset.load_sensitivity,
    }  # fmt: skip
    made: dict[str, Any] = figures(CAR_FIELDS, typical | numbers, source)
    for field in CAR_FIELDS:
        if field.is_exact:
            made[field.name] = Figure(made[field.name].value, MEASURED)
        elif field.key not in numbers:
            made[field.name] = Figure(made[field.name].value, Provenance.TYPICAL)
    return CarRecord(
        name=name, description=description, drive=drive, tyre=tyre, road=Road.DRY, use=use, rear_brakes=rear_brakes,
        tyre_match=tyre_match, confidence=Confidence.USUAL, seat=Seat.LEFT, platform="", variant="",
        frame="", exhaust="", load_state="", front=front, rear=rear, **made,
    )  # fmt: skip


def end_setting(
    bar: BarRecord,
    holes: tuple[int, int],
    links_mm: tuple[float, float],
    source: Provenance,
    *,
    state: BarState = BarState.HOOKED,
) -> EndSetting:
    """What is on one axle; holes counted from 0 here."""
    left, right = (Figure(length / 1e3, source) for length in links_mm)
    return EndSetting(bar, state, holes[0], holes[1], left, right)
