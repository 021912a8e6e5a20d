"""The typical layouts: complete cars to start from, with data that an engineer would take for such a car."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.grip.model import Drive, RearBrakes
from anchor_beam.core.grip.tyre import TyreKind, TyreMatch
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.making import axle_record, bar_record, car_record, end_setting
from anchor_beam.documents.records import Adjuster, BarState, CarFile, Provenance, RackBar, Setting
from anchor_beam.immutable import immutable


@immutable
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
    "pickup_ratio": 0.95, "spring_ratio": 0.95, "pickup_ahead_mm": 265.0, "pickup_height_mm": 250.0, "camber": -0.5,
    "roll_camber": 0.85,
}  # fmt: skip
_ARM = {
    "pickup_ratio": 0.62, "spring_ratio": 0.72, "pickup_ahead_mm": 235.0, "pickup_height_mm": 95.0, "camber": -1.4,
    "roll_camber": 0.4,
}  # fmt: skip
_BEAM = {
    "pickup_ratio": 0.9, "spring_ratio": 0.95, "pickup_ahead_mm": 230.0, "pickup_height_mm": -110.0, "camber": -1.3,
    "roll_camber": 0.6,
}  # fmt: skip

# Per layout: drive, tyre, wheelbase, corners fl fr rl rr, CG height, brakes, chassis, yaw index; axles as (track, unsprung,
# wheel centre, roll centre, spring rate, tyre rate); the bars' diameters, and which of them are fitted as it came.
_TYPICAL: dict[str, dict[str, Any]] = {
    "front-drive-hatch": {
        "drive": Drive.FRONT, "tyre": TyreKind.STREET, "wheelbase": 2580, "corners": (385, 385, 250, 250), "cg": 545,
        "brakes": (74.0, RearBrakes.ELECTRONIC), "chassis": 12000, "yaw": 0.97,
        "front": _STRUT | {"track": 1520, "unsprung": 38, "centre": 305, "roll_centre": 55, "spring": 27, "tyre": 210},
        "rear": _BEAM | {"track": 1515, "unsprung": 34, "centre": 305, "roll_centre": 65, "spring": 23, "tyre": 210},
        "bars": (18.0, 16.0),
    },
    "front-engine-rear-drive": {
        "drive": Drive.REAR, "tyre": TyreKind.SUMMER_SPORT, "wheelbase": 2700, "corners": (365, 365, 345, 345), "cg": 530,
        "brakes": (66.0, RearBrakes.ELECTRONIC), "chassis": 14000, "yaw": 0.95,
        "front": _STRUT | {"track": 1510, "unsprung": 40, "centre": 315, "roll_centre": 60, "spring": 29, "tyre": 220},
        "rear": _ARM | {"track": 1520, "unsprung": 43, "centre": 315, "roll_centre": 95, "spring": 55, "tyre": 225},
        "bars": (20.0, 15.0),
    },
    "all-wheel-drive-saloon": {
        "drive": Drive.ALL, "tyre": TyreKind.SUMMER_SPORT, "wheelbase": 2620, "corners": (430, 430, 320, 320), "cg": 545,
        "brakes": (70.0, RearBrakes.ELECTRONIC), "chassis": 14000, "yaw": 0.95,
        "front": _STRUT | {"track": 1525, "unsprung": 43, "centre": 318, "roll_centre": 60, "spring": 33, "tyre": 225},
        "rear": _ARM | {"track": 1530, "unsprung": 42, "centre": 318, "roll_centre": 90, "spring": 58, "tyre": 225,
                        "camber": -1.5},
        "bars": (19.0, 17.0),
    },
    "mid-engine-coupe": {
        "drive": Drive.REAR, "tyre": TyreKind.SUMMER_SPORT, "wheelbase": 2450, "corners": (215, 215, 300, 300), "cg": 455,
        "brakes": (60.0, RearBrakes.FIXED), "chassis": 9000, "yaw": 0.85, "match": TyreMatch.OTHER_AGE,
        "front": _ARM | {"track": 1490, "unsprung": 32, "centre": 295, "roll_centre": 45, "spring": 46, "tyre": 190,
                         "camber": -0.8, "tyre_load": 0.88},
        "rear": _ARM | {"track": 1510, "unsprung": 37, "centre": 302, "roll_centre": 80, "spring": 62, "tyre": 205,
                        "camber": -1.8, "tyre_load": 1.12},
        "bars": (22.0, 14.0),
    },
    "live-axle-pick-up": {
        "drive": Drive.REAR, "tyre": TyreKind.STREET, "wheelbase": 2950, "corners": (445, 445, 330, 330), "cg": 670,
        "brakes": (68.0, RearBrakes.VALVE), "chassis": 4000, "yaw": 1.0,
        "front": _ARM | {"track": 1530, "unsprung": 50, "centre": 350, "roll_centre": 85, "spring": 68, "tyre": 235,
                         "camber": -0.4},
        "rear": _BEAM | {"track": 1545, "unsprung": 180, "centre": 355, "roll_centre": 320, "spring": 38, "tyre": 245,
                         "kind": AxleKind.LIVE, "spring_ratio": 1.0, "pickup_ratio": 1.0, "camber": 0.0,
                         "roll_camber": 0.0, "fitted": False},
        "bars": (24.0, 18.0),
    },
}  # fmt: skip


def typical_car(layout: Layout, name: str) -> CarFile:
    """A complete car of a layout, every value marked typical, its bars level and its reference the car as it came.

    Why each figure is what it is: docs/theory/layouts.md.
    """
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
        ends.append(
            end_setting(bar, (0, 0), (link, link), source, state=BarState.of(numbers.get("fitted", True), True))
        )
        axles.append(axle_record(
            source, Axle(axle), kind=numbers.get("kind", AxleKind.INDEPENDENT), adjuster=Adjuster.FIXED,
            pickup_height_mm=numbers["pickup_height_mm"], track_mm=numbers["track"],
            wheel_centre_height_mm=numbers["centre"], roll_centre_height_mm=numbers["roll_centre"],
            unsprung_mass_kg=numbers["unsprung"], spring_rate_N_per_mm=numbers["spring"],
            spring_ratio=numbers["spring_ratio"], tyre_rate_N_per_mm=numbers["tyre"],
            pickup_ahead_mm=numbers["pickup_ahead_mm"], pickup_spacing_mm=centre, pickup_ratio=numbers["pickup_ratio"],
            camber_deg=numbers["camber"], roll_camber=numbers["roll_camber"], tyre_load=numbers.get("tyre_load", 1.0),
        ))  # fmt: skip
    car = car_record(
        source, name, f"{layout.label.lower()}, {layout.description}", drive=data["drive"], tyre=data["tyre"],
        front=axles[0], rear=axles[1], rear_brakes=data["brakes"][1], tyre_match=data.get("match", TyreMatch.SAME),
        wheelbase_mm=data["wheelbase"], cg_height_mm=data["cg"], brake_front_percent=data["brakes"][0],
        chassis_torsion_Nm_per_deg=data["chassis"], yaw_index=data["yaw"], **corners,
    )  # fmt: skip
    start = Setting("as it came", ends[0], ends[1])
    rack_bars = tuple(RackBar(axle, bar) for axle, bar in zip(Axle, rack, strict=True))
    return CarFile(car, rack_bars, (start,), Setting("on the bench", ends[0], ends[1]), start.name)
