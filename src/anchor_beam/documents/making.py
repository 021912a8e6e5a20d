"""Records from plain numbers in the document's units, for layouts and demo data; and the typical layouts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import PRESETS, Road, TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fields import AXLE_FIELDS, BAR_FIELDS, CAR_FIELDS, HOLE_FIELD
from anchor_beam.documents.inputs import Around, Field
from anchor_beam.documents.later import later_figures
from anchor_beam.documents.records import (
    Adjuster,
    ArmDirection,
    AxleRecord,
    BarRecord,
    CarFile,
    CarRecord,
    Drive,
    EndSetting,
    Figure,
    Provenance,
    RackBar,
    Setting,
)


def figures(fields: tuple[Field, ...], numbers: dict[str, float], source: Provenance) -> dict[str, Figure]:
    """Figures by name from numbers by document key; every field must be there."""
    return {field.name: Figure(numbers[field.key] * field.scale, source) for field in fields}


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
    adjuster: Adjuster = Adjuster.OPPOSITE, differential: Differential = Differential.OPEN, pickup_height_mm: float,
    **numbers: float,
) -> AxleRecord:  # fmt: skip
    """An axle; both pick-ups at one height unless given apart."""
    heights = {"pickup_height_left_mm": pickup_height_mm, "pickup_height_right_mm": pickup_height_mm}
    later = later_figures(AXLE_FIELDS, Around(TyreKind.STREET, axle, kind))
    made = figures(AXLE_FIELDS, AXLE_DEFAULTS | later | heights | numbers, source)
    for field in AXLE_FIELDS:
        if field.key in later and field.key not in numbers:
            made[field.name] = Figure(made[field.name].value, Provenance.TYPICAL)
    return AxleRecord(kind=kind, arms=arms, adjuster=adjuster, differential=differential, **made)


def bar_record(
    source: Provenance, name: str, maker: str = "", *, holes_mm: tuple[float, ...], wall_mm: float | None = None,
    plate_arms: bool = False, **numbers: float,
) -> BarRecord:  # fmt: skip
    """A bar; solid unless a wall is given."""
    wall = {} if wall_mm is None else {"wall_mm": wall_mm}
    return BarRecord(
        name=name, maker=maker, solid=wall_mm is None, plate_arms=plate_arms, rigid_bushings=False,
        holes=tuple(Figure(hole * HOLE_FIELD.scale, source) for hole in holes_mm),
        **figures(BAR_FIELDS, BAR_DEFAULTS | wall | numbers, source),
    )  # fmt: skip


def car_record(
    source: Provenance, name: str, description: str, *, drive: Drive, tyre: TyreKind, front: AxleRecord,
    rear: AxleRecord, window_percent: tuple[float, float], **numbers: float,
) -> CarRecord:  # fmt: skip
    """A car on a dry road; what describes the tyre is its preset, always typical."""
    preset = PRESETS[tyre].tyre
    later = later_figures(CAR_FIELDS, Around(tyre))
    given: dict[str, float] = later | numbers | {
        "grip": preset.mu0, "load_sensitivity": preset.load_sensitivity,
        "window_low_percent": window_percent[0], "window_high_percent": window_percent[1],
    }  # fmt: skip
    made: dict[str, Any] = figures(CAR_FIELDS, given, source)
    for name_of_typical in (
        "grip",
        "load_sensitivity",
        "camber_best",
        "camber_loss",
        "brake_front",
        "chassis_torsion",
    ):
        made[name_of_typical] = Figure(made[name_of_typical].value, Provenance.TYPICAL)
    for wish in ("window_low", "window_high"):  # a wish of the user: nothing to measure
        made[wish] = Figure(made[wish].value, Provenance.MEASURED)
    return CarRecord(
        name=name, description=description, drive=drive, tyre=tyre, road=Road.DRY, front=front, rear=rear, **made
    )


def end_setting(
    bar: BarRecord,
    holes: tuple[int, int],
    links_mm: tuple[float, float],
    source: Provenance,
    *,
    connected: bool = True,
) -> EndSetting:
    """What is on one axle; holes counted from 0 here."""
    left, right = (Figure(length / 1e3, source) for length in links_mm)
    return EndSetting(bar, connected, holes[0], holes[1], left, right)


@dataclass(frozen=True)
class Layout:
    """A typical car to start from."""

    key: str
    label: str
    description: str


LAYOUTS = (
    Layout("front-drive-hatch", "Front-drive hatch", "struts in front, twist beam behind"),
    Layout("front-engine-rear-drive", "Front-engine, rear-drive saloon", "independent all round"),
    Layout("all-wheel-drive-saloon", "All-wheel-drive saloon", "struts in front, multi-link behind"),
    Layout("mid-engine-coupe", "Mid-engine coupe", "wishbones all round"),
    Layout("live-axle-pick-up", "Live-axle pick-up", "wishbones in front, live axle behind"),
)

_STRUT = {
    "pickup_ratio": 0.95,
    "spring_ratio": 0.95,
    "pickup_ahead_mm": 265.0,
    "pickup_height_mm": 250.0,
    "camber": -0.8,
    "roll_camber": 0.85,
}
_ARM = {
    "pickup_ratio": 0.62,
    "spring_ratio": 0.72,
    "pickup_ahead_mm": 235.0,
    "pickup_height_mm": 95.0,
    "camber": -1.2,
    "roll_camber": 0.4,
}
_BEAM = {
    "pickup_ratio": 0.9,
    "spring_ratio": 0.95,
    "pickup_ahead_mm": 230.0,
    "pickup_height_mm": -110.0,
    "camber": -1.2,
    "roll_camber": 0.6,
}

# Per layout: drive, wheelbase, corners fl fr rl rr, CG height, window; axles as (track, unsprung, wheel centre,
# roll centre, spring rate, tyre rate); the bars' diameters.
_TYPICAL: dict[str, dict[str, Any]] = {
    "front-drive-hatch": {
        "drive": Drive.FRONT, "wheelbase": 2580, "corners": (385, 385, 250, 250), "cg": 545, "window": (1.0, 6.0),
        "front": _STRUT | {"track": 1520, "unsprung": 38, "centre": 305, "roll_centre": 55, "spring": 27, "tyre": 210},
        "rear": _BEAM | {"track": 1515, "unsprung": 34, "centre": 305, "roll_centre": 65, "spring": 25, "tyre": 210},
        "bars": (20.0, 16.0),
    },
    "front-engine-rear-drive": {
        "drive": Drive.REAR, "wheelbase": 2700, "corners": (365, 365, 345, 345), "cg": 530, "window": (0.5, 5.0),
        "front": _STRUT | {"track": 1510, "unsprung": 40, "centre": 315, "roll_centre": 60, "spring": 29, "tyre": 220},
        "rear": _ARM | {"track": 1520, "unsprung": 43, "centre": 315, "roll_centre": 95, "spring": 55, "tyre": 225},
        "bars": (22.0, 15.0),
    },
    "all-wheel-drive-saloon": {
        "drive": Drive.ALL, "wheelbase": 2620, "corners": (430, 430, 320, 320), "cg": 550, "window": (1.0, 6.0),
        "front": _STRUT | {"track": 1525, "unsprung": 43, "centre": 318, "roll_centre": 60, "spring": 32, "tyre": 225},
        "rear": _ARM | {"track": 1530, "unsprung": 42, "centre": 318, "roll_centre": 90, "spring": 58, "tyre": 225},
        "bars": (21.0, 16.0),
    },
    "mid-engine-coupe": {
        "drive": Drive.REAR, "wheelbase": 2450, "corners": (215, 215, 300, 300), "cg": 455, "window": (0.5, 4.0),
        "front": _ARM | {"track": 1490, "unsprung": 32, "centre": 295, "roll_centre": 45, "spring": 46, "tyre": 190},
        "rear": _ARM | {"track": 1510, "unsprung": 37, "centre": 302, "roll_centre": 80, "spring": 62, "tyre": 205},
        "bars": (22.0, 14.0),
    },
    "live-axle-pick-up": {
        "drive": Drive.REAR, "wheelbase": 2950, "corners": (430, 430, 345, 345), "cg": 640, "window": (1.0, 7.0),
        "front": _ARM | {"track": 1530, "unsprung": 50, "centre": 350, "roll_centre": 85, "spring": 68, "tyre": 235},
        "rear": _BEAM | {"track": 1545, "unsprung": 180, "centre": 355, "roll_centre": 320, "spring": 38, "tyre": 245,
                         "kind": AxleKind.LIVE, "spring_ratio": 1.0, "pickup_ratio": 1.0, "camber": 0.0,
                         "roll_camber": 0.0},
        "bars": (26.0, 18.0),
    },
}  # fmt: skip


def typical_car(layout: Layout, name: str) -> CarFile:
    """A complete car of a layout, every value marked typical, its bars level and its reference the car as it came."""
    data = _TYPICAL[layout.key]
    source = Provenance.TYPICAL
    corners = dict(
        zip(("corner_fl_kg", "corner_fr_kg", "corner_rl_kg", "corner_rr_kg"), data["corners"], strict=True)
    )
    ends, axles, rack = [], [], []
    for axle, od in zip(("front", "rear"), data["bars"], strict=True):
        numbers = data[axle]
        centre = numbers["track"] - 560.0
        bar = bar_record(
            source, f"{axle} bar", od_mm=od, centre_length_mm=centre, pivot_spacing_mm=centre - 220.0,
            arm_length_mm=numbers["pickup_ahead_mm"] + 12.0, holes_mm=(12.0,),
        )  # fmt: skip
        link = round(abs(numbers["pickup_height_mm"]))
        rack.append(bar)
        ends.append(end_setting(bar, (0, 0), (link, link), source))
        axles.append(axle_record(
            source, Axle(axle), kind=numbers.get("kind", AxleKind.INDEPENDENT), adjuster=Adjuster.FIXED,
            pickup_height_mm=numbers["pickup_height_mm"], track_mm=numbers["track"],
            wheel_centre_height_mm=numbers["centre"], roll_centre_height_mm=numbers["roll_centre"],
            unsprung_mass_kg=numbers["unsprung"], spring_rate_N_per_mm=numbers["spring"],
            spring_ratio=numbers["spring_ratio"], tyre_rate_N_per_mm=numbers["tyre"],
            pickup_ahead_mm=numbers["pickup_ahead_mm"], pickup_spacing_mm=centre, pickup_ratio=numbers["pickup_ratio"],
            camber_deg=numbers.get("camber", -1.0), roll_camber=numbers.get("roll_camber", 0.6),
        ))  # fmt: skip
    car = car_record(
        source, name, f"{layout.label.lower()}, {layout.description}", drive=data["drive"], tyre=TyreKind.SUMMER_SPORT,
        front=axles[0], rear=axles[1], window_percent=data["window"], wheelbase_mm=data["wheelbase"],
        cg_height_mm=data["cg"], **corners,
    )  # fmt: skip
    start = Setting("as it came", ends[0], ends[1])
    rack_bars = tuple(RackBar(axle, bar) for axle, bar in zip(Axle, rack, strict=True))
    return CarFile(car, rack_bars, (start,), Setting("on the bench", ends[0], ends[1]), start.name)
