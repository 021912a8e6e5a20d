"""Answers of the aids by press, wire, tape and scales."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import partial
from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.car.measured import weights
from anchor_beam.core.measure.aids import Measured, tilts
from anchor_beam.core.measure.corners import settled
from anchor_beam.core.measure.differential import Plates, locking
from anchor_beam.core.measure.floor import cross_load, floor
from anchor_beam.core.measure.heights import UNMEASURED_FLOOR, on_level, ride_heights
from anchor_beam.core.measure.links import centre_distance, level_height
from anchor_beam.core.measure.photo import FlatBar, bar_in_picture, lay_flat
from anchor_beam.core.measure.rates import Pressed, Wire, damping_ratio, pressed, spring_behind_wheel, spring_by_wire
from anchor_beam.core.measure.roll_centre import Point, of_lateral_rod, of_strut, of_wishbones
from anchor_beam.core.measure.wheels import Brakes, brake_share, loads_by_width, tyre_size
from anchor_beam.core.sides import CORNERS
from anchor_beam.documents.asks.aids import (
    BarPhotoQuestion,
    BrakesAsk,
    BrakeShareQuestion,
    CornerWeightsQuestion,
    DamperQuestion,
    DifferentialQuestion,
    FloorQuestion,
    LevelArmQuestion,
    LinkEyesQuestion,
    Pressing,
    RideHeightsQuestion,
    RollCentreQuestion,
    SpringPressQuestion,
    SpringWireQuestion,
    TiltTableQuestion,
    TyreLoadsQuestion,
    TyreRateQuestion,
    TyreSizeQuestion,
    WheelRateQuestion,
)
from anchor_beam.documents.asks.common import MM, keyed
from anchor_beam.errors import InputError, at_place, placed
from anchor_beam.headless.answers.figures import degrees
from anchor_beam.headless.answers.measure import columns_of, measured
from anchor_beam.units.kinds import DEG


def _pressed(question: Pressing) -> Pressed:
    columns_of(question.travel_mm, question.load_N, "load_N", 3)
    return placed(
        lambda: pressed(
            np.array(question.travel_mm) * MM, np.array(question.load_N), gauge=question.gauge_percent / 100.0
        ),
        lambda place: keyed(place, {"load": "load_N", "readings": "travel_mm"}),
    )


def _line(found: Pressed) -> dict[str, Any]:
    ends = None if found.from_to is None else [rate * MM for rate in found.from_to]
    return {
        "rate_N_per_mm": measured(found.rate, 1e3), "off_N": found.off.tolist(),
        "stands_out": np.flatnonzero(found.stands_out).tolist(), "rate_from_to_N_per_mm": ends,
    }  # fmt: skip


def spring_press(question: SpringPressQuestion) -> dict[str, Any]:
    """Rate, what each reading is off, and both ends of a spring that grows stiffer."""
    return _line(_pressed(question))


def tyre_rate(question: TyreRateQuestion) -> dict[str, Any]:
    """The same of a tyre, which gets lower under its load."""
    columns_of(question.height_mm, question.load_N, "load_N", 3)
    return _line(
        placed(
            lambda: pressed(
                -np.array(question.height_mm) * MM, np.array(question.load_N), gauge=question.gauge_percent / 100.0
            ),
            lambda place: keyed(place, {"load": "load_N", "readings": "height_mm"}),
        )
    )


def wheel_rate(question: WheelRateQuestion) -> dict[str, Any]:
    """Rate at the wheel and of the spring behind it."""
    line = _pressed(question)
    tyre = question.tyre_rate_N_per_mm
    spring = placed(
        lambda: spring_behind_wheel(
            line.rate, Measured(question.motion_ratio, question.motion_ratio_error),
            None if tyre is None else Measured(tyre / MM, question.tyre_rate_error_percent / 100.0 * tyre / MM),
            through_tyre=question.through_tyre,
        ),
        lambda place: keyed(place, {"tyre": "tyre_rate_N_per_mm", "wheel": "load_N", "ratio": "motion_ratio"}),
    )  # fmt: skip
    return _line(line) | {"spring_rate_N_per_mm": measured(spring, 1e3)}


def spring_wire(question: SpringWireQuestion) -> dict[str, Any]:
    """Rate of a coil spring and how many of its coils work."""
    spring = Wire(question.wire_mm * MM, question.outer_mm * MM, question.coils, question.ends)
    rate = placed(
        lambda: spring_by_wire(spring), lambda place: keyed(place, {"wire": "wire_mm", "outer": "outer_mm"})
    )
    return {"rate_N_per_mm": measured(rate, 1e3), "working_coils": spring.working}


WANTED = {
    "wishbones": ("upper_mm", "lower_mm", "track_mm"), "strut": ("top_mm", "foot_mm", "lower_mm", "track_mm"),
    "lateral-rod": ("frame_mm", "axle_mm"),
}  # fmt: skip


def roll_centre_answer(question: RollCentreQuestion) -> dict[str, Any]:
    """Height above ground."""
    asked = question.model_dump()
    every = {key for keys in WANTED.values() for key in keys}
    for key in sorted(every):
        wanted = key in WANTED[question.suspension]
        if wanted and asked[key] is None:
            raise InputError(key, f"The roll centre of {question.suspension} wants this.", accepts="points in mm")
        if not wanted and asked[key] is not None:
            raise InputError(key, f"{question.suspension.capitalize()} have no use for this.", accepts="null")
    at = {key: np.array(asked[key]) * MM for key in WANTED[question.suspension]}
    tape = question.tape_mm * MM

    def joint(key: str) -> Point:
        return float(at[key][0]), float(at[key][1])

    def arm(key: str) -> tuple[Point, Point]:
        inner, outer = at[key].tolist()
        return (inner[0], inner[1]), (outer[0], outer[1])

    def found() -> Measured:
        if question.suspension == "lateral-rod":
            return of_lateral_rod(joint("frame_mm"), joint("axle_mm"), tape=tape)
        track = float(at["track_mm"])
        if question.suspension == "strut":
            return of_strut(joint("top_mm"), joint("foot_mm"), arm("lower_mm"), track, tape=tape)
        return of_wishbones(arm("upper_mm"), arm("lower_mm"), track, tape=tape)

    return {"height_mm": measured(placed(found, lambda place: f"{place}_mm"), MM)}


def _brakes(ask: BrakesAsk) -> Brakes:
    return Brakes(ask.pistons, ask.piston_mm * MM, ask.disc_mm * MM, ask.friction, ask.rolling_mm * MM, ask.pressure)


def brake_share_answer(question: BrakeShareQuestion) -> dict[str, Any]:
    """Part of the braking force that the front axle makes."""
    return {"front_percent": measured(brake_share(_brakes(question.front), _brakes(question.rear)), 0.01)}


def tyre_size_answer(question: TyreSizeQuestion) -> dict[str, Any]:
    """Radii of the tyre, free, standing and rolling."""
    rate = question.rate_N_per_mm / MM
    found = placed(
        lambda: tyre_size(
            question.width_mm * MM, question.height_percent, question.rim_in * 0.0254, load=question.load_kg * GRAVITY,
            rate=rate, rate_error=rate * question.rate_error_percent / 100.0,
        ),
        lambda place: keyed(place, {"width": "width_mm", "rim": "rim_in", "load": "load_kg", "rate": "rate_N_per_mm"}),
    )  # fmt: skip
    return {
        "free_mm": measured(found.free, MM), "standing_mm": measured(found.standing, MM),
        "rolling_mm": measured(found.rolling, MM),
    }  # fmt: skip


def corner_weights(question: CornerWeightsQuestion) -> dict[str, Any]:
    """Means with errors, what they add up to, and settles that stand out."""
    found = placed(
        lambda: settled(np.array(question.settles_kg)), lambda place: place.replace("readings", "settles_kg")
    )
    whole = weights(*(corner.value for corner in found.corners))
    odd = [
        {"settle": int(i), "swapped": None if pair is None else [CORNERS[pair[0]], CORNERS[pair[1]]]}
        for i, pair in enumerate(found.swapped) if found.stands_out[i]
    ]  # fmt: skip
    return {
        "corners_kg": {key: measured(corner) for key, corner in zip(CORNERS, found.corners, strict=True)},
        "total_kg": whole.total, "front_percent": whole.front_percent, "cross_percent": whole.cross_percent,
        "stands_out": odd,
    }  # fmt: skip


def floor_answer(question: FloorQuestion) -> dict[str, Any]:
    """Shims, lean and twist, and the cross load that the twist makes."""
    tracks = question.track_mm[0] * MM, question.track_mm[1] * MM
    keys = {"heights": "heights_mm", "tracks": "track_mm", "wheelbase": "wheelbase_mm"}
    found = placed(
        lambda: floor(np.array(question.heights_mm) * MM, tracks, question.wheelbase_mm * MM),
        lambda place: keyed(place, keys),
    )
    answer: dict[str, Any] = {
        "shims_mm": (found.shims / MM).tolist(), "roll_deg": degrees(found.roll), "pitch_deg": degrees(found.pitch),
        "twist_mm": found.twist / MM, "cross_load_N": None,
    }  # fmt: skip
    stiff = question.roll_stiffness_Nm_per_deg
    if stiff is not None:
        torsion = question.chassis_torsion_Nm_per_deg
        body = math.inf if torsion is None else torsion / DEG
        answer["cross_load_N"] = cross_load(found, tracks, (stiff[0] / DEG, stiff[1] / DEG), body)
    return answer


def damper(question: DamperQuestion) -> dict[str, Any]:
    """Damping of the body over what is critical, and the damper's rate at the wheel."""
    speed, ratio = question.speed_mm_per_s * MM, question.motion_ratio
    keys = {"bump": "bump_N", "rebound": "rebound_N", "speed": "speed_mm_per_s", "ratio": "motion_ratio"}
    found = placed(
        lambda: damping_ratio(
            question.bump_N, question.rebound_N, speed, ratio=Measured(ratio, question.motion_ratio_error),
            wheel_rate=question.wheel_rate_N_per_mm / MM, sprung=question.sprung_kg,
        ),
        lambda place: keyed(place, keys),
    )  # fmt: skip
    at_wheel = 0.5 * (question.bump_N + question.rebound_N) / speed * ratio**2
    return {"damping": measured(found), "at_wheel_N_s_per_m": at_wheel}


def differential(question: DifferentialQuestion) -> dict[str, Any]:
    """Locking share and torque bias, driven and on the overrun."""
    plates = placed(
        lambda: Plates(
            question.faces, question.plate_radius_mm * MM, question.ramp_radius_mm * MM, question.friction
        ),
        lambda place: keyed(place, {"radius": "plate_radius_mm", "ramp_radius": "ramp_radius_mm"}),
    )
    answer: dict[str, Any] = {}
    for name, ramp in (("drive", question.drive_ramp_deg), ("coast", question.coast_ramp_deg)):
        found = placed(partial(locking, ramp * DEG, plates), at_place(f"{name}_ramp_deg"))
        answer[name] = {"locking_percent": measured(found.share, 0.01), "bias": measured(found.bias)}
    return answer


def link_eyes(question: LinkEyesQuestion) -> dict[str, Any]:
    """Centre to centre."""
    found = placed(
        lambda: centre_distance(question.over_mm * MM, question.between_mm * MM), lambda place: f"{place}_mm"
    )
    return {"length_mm": measured(found, MM)}


def level_arm(question: LevelArmQuestion) -> dict[str, Any]:
    """Height of the pick-up above the pivot axis, negative below."""
    link = Measured(question.link_mm * MM, question.link_error_mm * MM)
    found = placed(
        lambda: level_height(
            link, lever=question.lever_mm * MM, ahead=question.ahead_mm * MM, aside=question.aside_mm * MM,
            below=question.below,
        ),
        lambda place: f"{place}_mm",
    )  # fmt: skip
    return {"height_mm": measured(found, MM)}


def tyre_loads(question: TyreLoadsQuestion) -> dict[str, Any]:
    """Load that the tyres of both axles are made for, over their mean."""
    found = placed(
        lambda: loads_by_width(question.front_width_mm * MM, question.rear_width_mm * MM),
        lambda place: f"{place}_width_mm",
    )
    return {"front": measured(found[0]), "rear": measured(found[1])}


def ride_heights_answer(question: RideHeightsQuestion) -> dict[str, Any]:
    """Hub to arch at each wheel, how far its datums disagree, and what it would be on a level floor."""

    def metres(values: Sequence[float | None]) -> FloatArray:
        return np.array([np.nan if value is None else value * MM for value in values])

    def plain(values: FloatArray) -> list[float | None]:
        return [None if math.isnan(value) else value / MM for value in values.tolist()]

    read = np.stack(
        [metres(each) for each in (question.hub_to_arch_mm, question.ground_to_arch_mm, question.rim_to_arch_mm)],
        axis=1,
    )
    centres = np.repeat(np.array(question.wheel_centre_mm) * MM, 2)
    found = placed(lambda: ride_heights(read, centres, metres(question.rim_mm)), at_place("hub_to_arch_mm"))
    answer: dict[str, Any] = {
        "hub_to_arch_mm": plain(found.hub_to_arch), "standard_error_mm": (found.error / MM).tolist(),
        "apart_mm": plain(found.apart), "on_level_mm": None,
    }  # fmt: skip
    if question.floor_mm is None:
        return answer | {"standard_error_mm": [UNMEASURED_FLOOR / MM] * len(CORNERS)}
    for key in ("track_mm", "wheelbase_mm", "roll_stiffness_Nm_per_deg"):
        if getattr(question, key) is None:
            raise InputError(key, "To bring heights onto a level floor this is wanted too.", accepts="a value")
    tracks = tuple(track * MM for track in question.track_mm or ())
    below = placed(
        lambda: floor(np.array(question.floor_mm) * MM, (tracks[0], tracks[1]), (question.wheelbase_mm or 0.0) * MM),
        lambda place: keyed(place, {"heights": "floor_mm", "tracks": "track_mm", "wheelbase": "wheelbase_mm"}),
    )
    front, rear = (stiff / DEG for stiff in question.roll_stiffness_Nm_per_deg or ())
    torsion = question.chassis_torsion_Nm_per_deg
    body = math.inf if torsion is None else torsion / DEG
    level = on_level(found.hub_to_arch, below, (tracks[0], tracks[1]), (front, rear), body)
    return answer | {"on_level_mm": plain(level)}


def bar_photo(question: BarPhotoQuestion) -> dict[str, Any]:
    """Lengths, angles and bends of a bar, and how far each point lies beside the path."""
    clicked, keys = np.array(question.points_px), {"marks": "marks_px", "points": "points_px"}

    def found() -> FlatBar:
        laid = lay_flat(np.array(question.marks_px), np.array(question.marks_mm) * MM)
        return bar_in_picture(laid, clicked, question.click_px)

    bar = placed(found, lambda place: keys.get(place, place))
    return {
        "centre_length_mm": measured(bar.centre_length, MM), "arm_length_mm": [measured(arm, MM) for arm in bar.arms],
        "splay_deg": [measured(splay, DEG) for splay in bar.splays],
        "bend_radius_mm": [measured(radius, MM) for radius in bar.radii], "off_mm": (bar.off / MM).tolist(),
    }  # fmt: skip


def tilt_table(question: TiltTableQuestion) -> dict[str, Any]:
    """Height of the centre of gravity, and what each reading is off."""
    columns_of(question.rise_mm, question.front_kg, "front_kg", 2)
    keys = {"total": "total_kg", "wheelbase": "wheelbase_mm", "rise": "rise_mm", "readings": "rise_mm"}
    found = placed(
        lambda: tilts(
            np.array(question.rise_mm) * MM, np.array(question.front_kg) * GRAVITY, total=question.total_kg * GRAVITY,
            wheelbase=question.wheelbase_mm * MM, wheel_radius=question.wheel_radius_mm * MM,
            scale_error=question.scale_error_kg * GRAVITY,
        ),
        lambda place: keyed(place, keys),
    )  # fmt: skip
    return {
        "cg_height_mm": measured(found.height, MM), "off_kg": (found.off / GRAVITY).tolist(),
        "stands_out": np.flatnonzero(found.stands_out).tolist(),
    }  # fmt: skip
