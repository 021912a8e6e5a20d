"""Answers of the kind "change"."""

from __future__ import annotations

from typing import Any

import numpy as np

from anchor_beam.core.car.bars import bars
from anchor_beam.core.car.model import batch
from anchor_beam.core.grip.change import change_of_direction
from anchor_beam.core.grip.model import grips
from anchor_beam.core.grip.transient import rolling
from anchor_beam.documents.asks.car import car_from_ask
from anchor_beam.documents.asks.change import CHANGE_KEYS, ChangeQuestion
from anchor_beam.documents.asks.common import MM
from anchor_beam.documents.asks.grip import DrivingAsk
from anchor_beam.errors import placed
from anchor_beam.headless.answers.figures import by_axle, degrees, number


def change(question: ChangeQuestion) -> dict[str, Any]:
    """Highest speed through the gates, which end gives up there, roll and lags; and how the car follows a ramp."""
    car, pair = placed(lambda: car_from_ask(question.car), lambda place: f"car.{place}" if place else "car")
    grip = placed(lambda: question.grip.car_grip(question.car, DrivingAsk()), lambda place: f"grip.{place}")
    inertia = question.car.roll_inertia_kg_m2
    laid = rolling(batch([car]), bars([pair]), grips([grip]), None if inertia is None else np.array([inertia]))
    found = placed(
        lambda: change_of_direction(
            laid,
            gate=question.gate_mm * MM,
            amplitude=question.amplitude_mm * MM,
            relaxation=question.relaxation_mm * MM,
        ),
        lambda place: CHANGE_KEYS.get(place, place),
    )
    gates, step = found.gates, found.step
    return {
        "speed_m_per_s": number(gates.speed[0]), "use_of_grip": by_axle(gates.use[0]),
        "margin_percent": number(gates.margin[0]), "roll_peak_deg": degrees(gates.roll[0]),
        "lag_ay_ms": number(gates.lag_lateral[0], 1e-3),
        "lag_roll_ms": number(gates.lag_roll[0], 1e-3),
        "step": {
            "T90_ay_ms": number(step.T90_lateral[0], 1e-3), "T90_yaw_rate_ms": number(step.T90_yaw_rate[0], 1e-3),
            "T90_roll_ms": number(step.T90_roll[0], 1e-3), "roll_overshoot_percent": number(step.overshoot[0], 0.01),
            "settled_ms": number(step.settled[0], 1e-3),
        },
        "assumed": list(question.assumed),
    }  # fmt: skip
