"""Answers of the kinds "lateral-rod" and "launch"."""

from __future__ import annotations

import math
from typing import Any

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.live_axle.launch import LaunchCar, launch, preload_setting, traction
from anchor_beam.core.live_axle.rod import (
    adjuster_turns,
    axle_shift,
    centred_length,
    require_reach,
    rod_forces,
    roll_centre_height,
    shift_slope,
)
from anchor_beam.documents.asks.live_axle import LAUNCH_KEYS, ROD_KEYS, LateralRodQuestion, LaunchQuestion
from anchor_beam.errors import placed
from anchor_beam.headless.answers.figures import by_corner, degrees, number
from anchor_beam.units.kinds import DEG


def lateral_rod(question: LateralRodQuestion) -> dict[str, Any]:
    """Geometry, shift through travel, re-centring and forces."""
    rod = placed(lambda: question.rod, lambda place: ROD_KEYS.get(place, place))
    roll, lowered = question.roll_deg * DEG, question.lowered_mm / 1e3
    for i, z in enumerate(question.travel_mm):
        placed(lambda z=z: require_reach(rod, z / 1e3), lambda place, i=i: f"travel_mm[{i}]")  # type: ignore[misc]
    placed(lambda: require_reach(rod, lowered), lambda place: "lowered_mm")
    length = centred_length(rod, lowered)
    turns = None
    if question.pitches_mm is not None:
        pitches = question.pitches_mm / 1e3
        turns = placed(lambda: adjuster_turns(length - rod.length, pitches), lambda place: ROD_KEYS.get(place, place))
    found: dict[str, Any] = {
        "length_mm": rod.length * 1e3, "off_level_deg": degrees(rod.off_level),
        "roll_centre_height_mm": roll_centre_height(rod) * 1e3,
        "roll_centre_height_in_roll_mm": {"left_turn": roll_centre_height(rod, roll) * 1e3,
                                          "right_turn": roll_centre_height(rod, -roll) * 1e3},
        "travel": [{"travel_mm": z, "axle_shift_left_mm": number(float(axle_shift(rod, z / 1e3, roll)), 1e-3),
                    "slope": number(float(shift_slope(rod, z / 1e3)))} for z in question.travel_mm],
        "after_lowering": {"axle_shift_left_mm": number(float(axle_shift(rod, lowered)), 1e-3),
                           "slope": number(float(shift_slope(rod, lowered))), "centred_length_mm": length * 1e3,
                           "turns": turns},
    }  # fmt: skip
    if question.sprung_on_axle_kg is not None:
        force = rod_forces(rod, question.sprung_on_axle_kg, question.ay_g * GRAVITY)
        found["forces_N"] = {"side": force.side, "along_rod": force.along, "lift_on_body": force.lift}
    return found


def launch_answer(question: LaunchQuestion) -> dict[str, Any]:
    """Wheel loads over the accelerations asked for, and the preload that makes both rear tyres equal."""
    car = placed(lambda: question.car, lambda place: LAUNCH_KEYS.get(place, place))
    return {"cases": [_case(question, car, i) for i in range(len(question.ax_g))]}


def _case(question: LaunchQuestion, car: LaunchCar, index: int) -> dict[str, Any]:
    ax = question.ax_g[index]

    def place_of(place: str) -> str:
        return f"ax_g[{index}]" if place == "acceleration" else LAUNCH_KEYS.get(place, place)

    at = placed(lambda: launch(car, ax * GRAVITY, question.preload_Nm), place_of)
    case: dict[str, Any] = {
        "ax_g": ax, "shaft_torque_Nm": at.shaft_torque, "roll_deg": degrees(at.roll),
        "wheel_loads_N": by_corner(at.loads), "rear_right_less_left_N": at.rear_difference,
        "cancelling_preload_Nm": at.cancelling,
    }  # fmt: skip
    if question.grip is not None:
        limit = traction((at.loads[2], at.loads[3]), question.grip, locked=question.locked, bias=question.bias)
        case["traction_N"] = limit
        case["spins"] = limit < car.mass * ax * GRAVITY
    if question.bar is not None:
        case["preload"] = _preload(question, at.cancelling)
    return case


def _preload(question: LaunchQuestion, torque: float) -> dict[str, float]:
    bar = question.bar
    assert bar is not None
    found = placed(
        lambda: preload_setting(
            question.car, torque, K_theta=bar.K_theta_Nm_per_rad, motion_ratio=bar.motion_ratio_rad_per_m,
            lever=bar.lever_mm / 1e3, pitches=bar.pitches_mm / 1e3,
        ),
        lambda place: LAUNCH_KEYS.get(place, place),
    )  # fmt: skip
    return {
        "twist_deg": math.degrees(found.twist), "link_mm": found.length * 1e3, "turns": found.turns,
        "rest_rear_right_less_left_N": found.rest_difference, "rest_roll_deg": math.degrees(found.rest_roll),
    }  # fmt: skip
