"""Answers of kind "skidpad"."""

from __future__ import annotations

from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.measure.road import Sensor, gradient, skidpad
from anchor_beam.documents.asks.road import ROAD_KEYS, LogAsk, SkidpadQuestion
from anchor_beam.errors import InputError, placed


def skidpad_answer(question: SkidpadQuestion) -> dict[str, Any]:
    """Lateral acceleration from laps, a gradient from a log."""
    if question.log is None and question.radius_m is None:
        raise InputError("radius_m", "There is nothing to work out.", accepts="radius_m with lap_times_s, or a log")
    found: dict[str, Any] = {}
    if question.radius_m is not None:
        radius = question.radius_m
        laps = placed(
            lambda: skidpad(radius, np.array(question.lap_times_s), radius_error=question.radius_error_m),
            lambda place: ROAD_KEYS.get(place, place),
        )
        found |= {"ay_g": laps.lateral.value / GRAVITY, "ay_standard_error_g": laps.lateral.error / GRAVITY,
                  "laps_to_see_one_percent": laps.laps_for_one_percent}  # fmt: skip
    log = question.log
    if log is not None:
        found["gradient_deg_per_g"] = _log(log)
    return found


def _log(log: LogAsk) -> dict[str, Any]:
    given = log.roll_gradient_deg_per_g
    if log.sensor is Sensor.BODY and log.reading == "steer" and given is None:
        raise InputError(
            "log.roll_gradient_deg_per_g", "A sensor that rolls with the body feels gravity as well.",
            accepts="the car's roll gradient in deg/g",
        )  # fmt: skip
    rolls = None if log.reading == "roll" or given is None else np.radians(given)
    slope = placed(
        lambda: gradient(
            np.array(log.time_s), np.array(log.ay_g), np.radians(log.reading_deg), longest_lag=log.longest_lag_s,
            sensor=log.sensor, roll_gradient=rolls,
        ),
        lambda place: ROAD_KEYS.get(place, "log"),
    )  # fmt: skip
    per_g = np.degrees([slope.slope.value, slope.slope.error, *slope.interval, slope.drift]).tolist()
    return {
        "value": per_g[0], "standard_error": per_g[1], "interval_95": per_g[2:4], "lag_s": slope.lag,
        "drift_deg_per_s": per_g[4], "samples_set_aside": slope.set_aside, "noise_would_hide_percent": 100.0 * slope.hidden,
    }  # fmt: skip
