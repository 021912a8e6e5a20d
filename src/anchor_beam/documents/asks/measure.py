"""Questions of the measuring aids: "motion-ratio", "tilt", "deflection", "drop-in" and "jack-test"."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.measure.jack_test import BarState
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.common import STRICT, Flag, Number, Pair, Positive

Readings = Annotated[tuple[Number, ...], Field(min_length=1, max_length=2000)]
Loads = tuple[Number, Number, Number, Number]


class MotionRatioQuestion(BaseModel):
    """A jack-and-tape table: travel of the wheel and of the part, both zero at ride height, bump above zero."""

    model_config = STRICT
    id: str
    kind: Literal["motion-ratio"]
    wheel_mm: Readings
    part_mm: Readings


class TiltQuestion(BaseModel):
    """Load on the front axle with the car level and with its rear lifted, suspension locked."""

    model_config = STRICT
    id: str
    kind: Literal["tilt"]
    front_level_kg: Positive
    front_tilted_kg: Positive
    total_kg: Positive
    wheelbase_mm: Positive
    wheel_radius_mm: Positive
    rise_mm: Positive
    scale_error_kg: Positive = 1.0


class DeflectionQuestion(BaseModel):
    """Weights hung at a hole, the drop read, and whether the weight was being added."""

    model_config = STRICT
    id: str
    kind: Literal["deflection"]
    load_N: Readings
    drop_mm: Readings
    rising: Annotated[
        tuple[Flag, ...], Field(max_length=2000, description="May be empty: then every weight was being added.")
    ] = ()


class DropInQuestion(BaseModel):
    """Corner loads with the links of one axle on and off."""

    model_config = STRICT
    id: str
    kind: Literal["drop-in"]
    links_on_N: Loads
    links_off_N: Loads
    axle: Axle
    track_mm: Positive
    yielding: Annotated[Number, Field(ge=1.0)] = 1.0
    scale_error_N: Positive = 5.0


class ReadingAsk(BaseModel):
    """One lift: loads before and after, the bar that was fitted, on the way up or down, body roll if it was read."""

    model_config = STRICT
    bar: BarState
    rest_N: Loads
    jacked_N: Loads
    rising: Flag = True
    roll_deg: Number | None = None


class JackTestQuestion(BaseModel):
    """Lifts in several states, and what the car sheet says."""

    model_config = STRICT
    id: str
    kind: Literal["jack-test"]
    tested: Axle
    track_mm: Pair
    tyre_rate_N_per_mm: Pair
    spring_roll_stiffness_Nm_per_deg: Pair
    spring_spread_percent: Pair
    readings: Annotated[tuple[ReadingAsk, ...], Field(min_length=1, max_length=200)]
    scale_error_N: Positive = 5.0
    angle_error_deg: Positive = 0.02
