"""Questions of kind "skidpad": laps of a circle, or a log."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.measure.road import Sensor
from anchor_beam.documents.asks.common import STRICT, Number
from anchor_beam.documents.asks.limits import MOST_SAMPLES

Column = Annotated[tuple[Number, ...], Field(min_length=1, max_length=MOST_SAMPLES)]


class LogAsk(BaseModel):
    """Samples in rising time: lateral acceleration and roll or steer."""

    model_config = STRICT
    time_s: Column
    ay_g: Column
    reading_deg: Column
    longest_lag_s: Number = 0.5
    reading: Annotated[Literal["roll", "steer"], Field(description="What was read.")] = "roll"
    sensor: Annotated[Sensor, Field(description="Whether the accelerometer stays level or rolls with the body.")] = (
        Sensor.LEVEL
    )
    roll_gradient_deg_per_g: Annotated[
        Number | None, Field(description="Of the car; wanted where steer was read and the sensor rolls.")
    ] = None


class SkidpadQuestion(BaseModel):
    """Lap times of a circle, a log, or both."""

    model_config = STRICT
    id: str
    kind: Literal["skidpad"]
    radius_m: Number | None = None
    radius_error_m: Number = 0.0
    lap_times_s: Column = ()
    log: LogAsk | None = None


ROAD_KEYS = {"radius": "radius_m", "lap_times": "lap_times_s", "log": "log", "log.time": "log.time_s"}
