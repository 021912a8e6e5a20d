"""Answers of the kind "compare"."""

from __future__ import annotations

import math
from functools import partial
from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.car.bars import DISCONNECTED, BarBatch, bars, rate_bar
from anchor_beam.core.car.lift import roll_gradient
from anchor_beam.core.car.model import CarBatch, batch
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import GripBatch, grips
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.compare import CompareQuestion
from anchor_beam.errors import InputError
from anchor_beam.headless.answers.figures import by_axle, number
from anchor_beam.headless.answers.grip import car_and_grip, spread_by_tyre
from anchor_beam.headless.progress import report


def compare(question: CompareQuestion) -> dict[str, Any]:
    """Margins, limits and roll of each setting; differences to the reference with the band of the difference."""
    names = [setting.name for setting in question.settings]
    for i, name in enumerate(names):
        if name in names[:i]:
            raise InputError(
                f"settings[{i}].name", f"Two settings are called “{name}”.", got=name, accepts="a name each"
            )
    if question.reference not in names:
        raise InputError(
            "reference",
            f"No setting is called “{question.reference}”.",
            got=question.reference,
            accepts=", ".join(names),
        )
    car, _, grip = car_and_grip(question)
    cars, at = batch([car]), names.index(question.reference)

    def pair(i: int) -> BarBatch:
        setting = question.settings[i]
        rates = setting.front_N_per_mm, setting.rear_N_per_mm
        front, rear = (DISCONNECTED if rate is None else rate_bar(1e3 * rate) for rate in rates)
        return bars([(front, rear)])

    reference = limits(cars, pair(at), grips([grip]), question.phases)
    base_roll = float(np.asarray(roll_gradient(cars, pair(at)))[0])
    per_g, answers = math.degrees(1.0) * GRAVITY, []
    for i, name in enumerate(names):
        report(i / len(names))
        found = limits(cars, pair(i), grips([grip]), question.phases)
        roll = float(np.asarray(roll_gradient(cars, pair(i)))[0])

        change = partial(_change, question, cars, pair(i), pair(at))
        kinked = bool(found.kinked.any() or reference.kinked.any())
        sigma = np.zeros(len(found.phases)) if i == at else spread_by_tyre(question, grip, change, kinked=kinked)
        answers.append({
            "name": name, "roll_gradient_deg_per_g": number(roll * per_g),
            "roll_change_deg_per_g": number((roll - base_roll) * per_g),
            "phases": [
                {
                    "phase": phase.value, "margin_percent": number(found.margin[0, k]),
                    "limit_g": by_axle(found.acceleration[0, k], GRAVITY),
                    "outcome": {axle.value: found.outcome((0,), phase, axle).value for axle in Axle},
                    "change_percent": number(found.margin[0, k] - reference.margin[0, k]),
                    "change_band_percent": number(sigma[k]),
                }
                for k, phase in enumerate(found.phases)
            ],
        })  # fmt: skip
    return {"reference": question.reference, "settings": answers}


def _change(
    question: CompareQuestion, cars: CarBatch, own: BarBatch, reference: BarBatch, moved: GripBatch
) -> FloatArray:
    """(n, phases) difference of the margins of two settings on the same grips (n,) [%]."""
    found = [limits(cars, each, moved, question.phases).margin for each in (own, reference)]
    return np.asarray(found[0] - found[1], dtype=float)
