"""Answers of the kinds "balance" and "search"."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.car.bars import BarBatch, WheelBar, bars
from anchor_beam.core.car.model import Car, CarBatch, batch
from anchor_beam.core.grip.handling import handling, understeer_gradient
from anchor_beam.core.grip.limit import Limits, limits
from anchor_beam.core.grip.model import CarGrip, GripBatch, grips
from anchor_beam.core.grip.tyre import GRIP_OF_AXLE, PRESETS
from anchor_beam.core.search.rack import Wish
from anchor_beam.core.search.rack import search as search_rack
from anchor_beam.core.sides import Axle
from anchor_beam.core.uncertainty.propagate import drawn, first_order, spread_of
from anchor_beam.documents.asks.car import car_from_ask
from anchor_beam.documents.asks.common import keyed
from anchor_beam.documents.asks.compare import CompareQuestion
from anchor_beam.documents.asks.grip import DRIVING_KEYS, BalanceQuestion, SchoolsQuestion, SearchQuestion
from anchor_beam.documents.asks.limits import MOST_COMBINATIONS
from anchor_beam.errors import InputError, placed
from anchor_beam.headless.answers.figures import by_axle, degrees, g, number
from anchor_beam.headless.progress import report

Pair = tuple[WheelBar, WheelBar]
SAMPLES, SEED = 2000, 1  # of draws


def balance(question: BalanceQuestion) -> dict[str, Any]:
    """Margin of every phase with its band from the tyre's spread, the understeer gradient, the handling curve."""
    cars, both, grip = _inputs(question)
    found = limits(cars, both, grips([grip]), question.phases)
    sigma = _bands(question, cars, both, grip, found)
    per_g = math.degrees(1.0) * GRAVITY
    slopes = {f"at_{at}_g": number(float(understeer_gradient(cars, both, grips([grip]), at * GRAVITY)[0]) * per_g)
              for at in (0.05, 0.5)}  # fmt: skip
    phases = [
        {
            "phase": phase.value, "limit_g": by_axle(found.acceleration[0, i], GRAVITY),
            "outcome": {axle.value: found.outcome((0,), phase, axle).value for axle in Axle},
            "margin_percent": number(found.margin[0, i]), "band_percent": number(sigma[i]), "ax_g": g(found.carried[0, i]),
        }
        for i, phase in enumerate(found.phases)
    ]  # fmt: skip
    return {"phases": phases, "understeer_gradient_deg_per_g": slopes, "curve": _curve(question, cars, both, grip)}


def _inputs(question: BalanceQuestion | SearchQuestion) -> tuple[CarBatch, BarBatch, CarGrip]:
    car, pair, grip = car_and_grip(question)
    return batch([car]), bars([pair]), grip


def car_and_grip(
    question: BalanceQuestion | SearchQuestion | SchoolsQuestion | CompareQuestion,
) -> tuple[Car, Pair, CarGrip]:
    """The car, its bars and its grip.

    Raises:
        InputError: at the place in the question.
    """
    car, pair = placed(lambda: car_from_ask(question.car), lambda place: f"car.{place}" if place else "car")
    placed(question.driving.driving, lambda place: f"driving.{keyed(place, DRIVING_KEYS)}")
    grip = placed(lambda: question.grip.car_grip(question.car, question.driving), lambda place: f"grip.{place}")
    return car, pair, grip


def _curve(question: BalanceQuestion, cars: CarBatch, both: BarBatch, grip: CarGrip) -> list[dict[str, Any]]:
    if not question.curve_ay_g:
        return []
    found = handling(cars, both, grips([grip]), np.array(question.curve_ay_g) * GRAVITY)
    return [
        {
            "ay_g": at, "steer_beyond_corner_deg": degrees(found.steer[0, i]), "roll_deg": degrees(found.roll[0, i]),
            "front_slip_deg": degrees(found.slip[0, i, 0]), "rear_slip_deg": degrees(found.slip[0, i, 1]),
        }
        for i, at in enumerate(question.curve_ay_g)
    ]  # fmt: skip


def _bands(question: BalanceQuestion, cars: CarBatch, both: BarBatch, grip: CarGrip, found: Limits) -> FloatArray:
    """One standard deviation of each margin, from the spread of the tyre's preset and of the grip from axle to axle."""
    return spread_by_tyre(
        question, grip, lambda moved: limits(cars, both, moved, question.phases, near=found).margin,
        kinked=bool(found.kinked.any()),
    )  # fmt: skip


def spread_by_tyre(
    question: BalanceQuestion | CompareQuestion,
    grip: CarGrip,
    figures: Callable[[GripBatch], FloatArray],
    *,
    kinked: bool,
) -> FloatArray:
    """One standard deviation of figures (n, k) of grips (n,), from the spread of the tyre's preset and of the grip from axle
    to axle: by slopes, and by draws where a wheel is off the ground near a limit, or spins or locks."""
    one, kinds = grips([grip]), [question.grip.kind_of(axle) for axle in Axle]
    road, spreads = question.grip.surface, [PRESETS[kind].spread for kind in kinds]
    names = ("mu0", "load_sensitivity", "camber_best", "camber_loss")
    scales = (road.grip, 1.0, 1.0, road.camber_loss)
    per_axle = np.array([[getattr(spread, name) for spread in spreads] for name in names])

    def at(rows: FloatArray) -> FloatArray:
        moved = {name: np.repeat(values, len(rows), axis=0) for name, values in vars(one).items()}
        for i, (name, scale) in enumerate(zip(names, scales, strict=True)):
            moved[name] = moved[name] + scale * rows[:, i : i + 1] * per_axle[i]
        moved["mu0"] = moved["mu0"] * (1.0 + 0.5 * rows[:, -1:] * (1.0, -1.0))
        return figures(GripBatch(**moved))

    sizes = np.array([1.0] * len(names) + [math.sqrt(2.0) * GRIP_OF_AXLE[question.grip.match]])
    centre = np.zeros(len(sizes))
    if kinked:
        return spread_of(at(drawn(centre, sizes, SAMPLES, SEED)), at(centre[None])[0]).sigma
    return first_order(at, centre, sizes).sigma


def search(question: SearchQuestion) -> dict[str, Any]:
    """The best combinations of the rack."""
    cars, _, grip = _inputs(question)
    front, rear = (question.rates(items) for items in (question.front, question.rear))
    lift = question.inside_lift_at_least_g
    wish = Wish(question.margin_percent, question.roll_window, None if lift is None else lift * GRAVITY)
    rates = [np.array([rate for _, _, rate in items]) for items in (front, rear)]
    combinations = len(rates[0]) * len(rates[1])
    if combinations > MOST_COMBINATIONS:
        raise InputError(
            "front", "This rack has more combinations than one search takes.", got=combinations,
            accepts=f"up to {MOST_COMBINATIONS} pairs of front and rear rates",
        )  # fmt: skip

    def going_on(part: float) -> bool:
        report(part)
        return True

    found = search_rack(cars, grips([grip]), rates[0], rates[1], wish, question.phase, progress=going_on)
    return {
        "examined": found.examined, "unsolved": found.unsolved, "ruled_out_by_lift": found.ruled_out,
        "best": [
            {
                "front": {"name": front[f][0], "hole": front[f][1]}, "rear": {"name": rear[r][0], "hole": rear[r][1]},
                "margin_percent": float(found.margin[i]), "roll_gradient_deg_per_g": math.degrees(found.roll[i]) * GRAVITY,
                "inside_lift_g": g(found.lift[i]), "outside_wish": float(found.off[i]),
            }
            for i, (f, r) in enumerate(zip(found.front[: question.best], found.rear[: question.best], strict=True))
        ],
    }  # fmt: skip
