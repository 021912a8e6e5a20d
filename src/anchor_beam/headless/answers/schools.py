"""Answers of the kind "schools"."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.model import batch
from anchor_beam.core.grip.driving import FIVE
from anchor_beam.core.grip.model import grips
from anchor_beam.core.grip.schools import Cure, cures
from anchor_beam.documents.asks.grip import SchoolsQuestion
from anchor_beam.headless.answers.figures import by_axle, degrees, number
from anchor_beam.headless.answers.grip import car_and_grip


def schools(question: SchoolsQuestion) -> dict[str, Any]:
    """What each cure for push changes: margins, limits and roll."""
    car, pair, grip = car_and_grip(question)
    return {"cures": [_cure(cure) for cure in cures(batch([car]), pair, grips([grip]))]}


def _cure(cure: Cure) -> dict[str, Any]:
    phases = [
        {"phase": phase.value, "margin_percent": number(margin), "limit_g": by_axle(ends, GRAVITY)}
        for phase, margin, ends in zip(FIVE, cure.margins, cure.limits, strict=True)
    ]
    return {"cure": cure.school.value, "change": phases, "roll_deg_per_g": degrees(cure.roll * GRAVITY)}
