"""Answers of the kinds "cornering", "jack" and "rest"."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import BarBatch, bars
from anchor_beam.core.car.budget import roll_budget
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.jack import JackPoint, jack_until
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.linear import axle_stiffness
from anchor_beam.core.car.model import CarBatch, batch
from anchor_beam.documents.asks.car import (
    CorneringQuestion,
    JackQuestion,
    RestQuestion,
    RollBudgetQuestion,
    car_from_ask,
)
from anchor_beam.documents.asks.common import keyed
from anchor_beam.errors import NoSolution, placed
from anchor_beam.headless.answers.figures import by_axle, by_corner, degrees, number
from anchor_beam.units.kinds import DEG

JACK_KEYS = {"until_left_sum": "until_left_sum_N", "behind_front": "behind_front_axle_mm", "left": "left_mm"}


def cornering(question: CorneringQuestion) -> dict[str, Any]:
    """Each case, the slope of roll at rest, stiffness, and when the inside wheels lift."""
    car, pair = placed(lambda: car_from_ask(question.car), lambda place: f"car.{place}" if place else "car")
    cars, both = batch([car]), bars([pair])
    gradient = float(roll_gradient(cars, both)[0])
    if not math.isfinite(gradient):
        raise NoSolution("car", "These springs and bars do not hold the body up in roll.", accepts="stiffer springs")
    stiffness = axle_stiffness(cars, both.roll_stiffness(cars.track))[0]
    lifted = by_axle(lifts(cars, both).acceleration[0], GRAVITY) if question.lift else None
    return {
        "cases": _cases(question, cars, both),
        "roll_gradient_deg_per_g": math.degrees(gradient) * GRAVITY,
        "axle_roll_stiffness_Nm_per_deg": by_axle(stiffness, 1.0 / DEG),
        "inside_lift_ay_g": lifted,
    }


def _cases(question: CorneringQuestion, cars: CarBatch, both: BarBatch) -> list[dict[str, Any]]:
    if not question.cases:
        return []
    lateral = np.array([case.ay_g for case in question.cases]) * GRAVITY
    along = np.array([case.ax_g for case in question.cases]) * GRAVITY
    state = settle(cars, both, lateral, along)
    found = []
    for i, case in enumerate(question.cases):
        settled = bool(state.converged[i])
        known = np.nan if not settled else 1.0
        share = float(state.front_share[i]) * 100.0 * known if case.ay_g else np.nan
        found.append({
            "ay_g": case.ay_g, "ax_g": case.ax_g, "converged": settled, "residual": number(state.residual[i] * known),
            "roll_deg": degrees(state.roll[i] * known), "pitch_deg": degrees(state.pitch[i] * known),
            "wheel_loads_N": by_corner(state.loads[i] * known), "load_transfer_N": by_axle(state.load_transfer[i] * known),
            "front_share_percent": number(share), "bar_force_N": by_axle(state.bar_torque[i] * both.slope[0, :, 0] * known),
        })  # fmt: skip
    return found


def jack(question: JackQuestion) -> dict[str, Any]:
    """The jack's force and the car on it."""
    car, pair = placed(lambda: car_from_ask(question.car), lambda place: f"car.{place}" if place else "car")
    point = JackPoint(question.jack.behind_front_axle_mm / 1e3, question.jack.left_mm / 1e3)
    found = placed(
        lambda: jack_until(car, pair, point, left_sum=question.until_left_sum_N),
        lambda place: keyed(place, JACK_KEYS),
    )
    state = found.state
    return {
        "jack_force_N": found.force, "wheel_loads_N": by_corner(state.loads[0]), "roll_deg": degrees(state.roll[0]),
        "pitch_deg": degrees(state.pitch[0]),
    }  # fmt: skip


def budget(question: RollBudgetQuestion) -> dict[str, Any]:
    """Roll at rest, and the part of it that each makes [%]."""
    car, pair = placed(lambda: car_from_ask(question.car), lambda place: f"car.{place}" if place else "car")
    cars, both = batch([car]), bars([pair])
    roll, found = float(roll_gradient(cars, both)[0]), roll_budget(cars, both)
    if not math.isfinite(roll) or math.isnan(float(found.chassis[0])):
        raise NoSolution("car", "These springs and bars do not hold the body up in roll.", accepts="stiffer springs")
    return {
        "roll_gradient_deg_per_g": math.degrees(roll) * GRAVITY,
        "tyres_percent": by_axle(found.tyres[0], 0.01), "springs_percent": by_axle(found.springs[0], 0.01),
        "bars_percent": by_axle(found.bars[0], 0.01), "chassis_percent": 100.0 * float(found.chassis[0]),
    }  # fmt: skip


def rest(question: RestQuestion) -> dict[str, Any]:
    """The standing car: loads, cross weight, how its body stands, and what the bars carry."""
    car, pair = placed(lambda: car_from_ask(question.car), lambda place: f"car.{place}" if place else "car")
    both = bars([pair])
    state = settle(batch([car]), both, 0.0)
    if not state.converged[0]:
        raise NoSolution("car", "The car does not stand on its springs.", accepts="stiffer springs or a lower car")
    return {
        "wheel_loads_N": by_corner(state.loads[0]), "cross_weight_percent": float(state.cross_weight[0]) * 100.0,
        "roll_deg": degrees(state.roll[0]), "pitch_deg": degrees(state.pitch[0]), "heave_mm": number(state.heave[0], 1e-3),
        "wheel_travel_mm": by_corner(state.travel[0] * 1e3),
        "bar_force_N": by_axle(state.bar_torque[0] * both.slope[0, :, 0]),
    }  # fmt: skip
