"""Answers of kind "skidpad"."""

from __future__ import annotations

from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.measure.road import gradient, skidpad
from anchor_beam.documents.asks.road import ROAD_KEYS, SkidpadQuestion
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
        columns = [np.array(column) for column in (log.time_s, log.ay_g, log.reading_deg)]
        slope = placed(
            lambda: gradient(columns[0], columns[1], columns[2], longest_lag=log.longest_lag_s),
            lambda place: ROAD_KEYS.get(place, "log"),
        )
        found["gradient_deg_per_g"] = {
            "value": slope.slope.value, "standard_error": slope.slope.error, "interval_95": list(slope.interval),
            "lag_s": slope.lag, "drift_deg_per_s": slope.drift, "samples_set_aside": slope.set_aside,
        }  # fmt: skip
    return found
