"""Questions of the kind "compare": settings of one car side by side."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.grip.driving import FIVE
from anchor_beam.documents.asks.car import CarAsk
from anchor_beam.documents.asks.common import STRICT, Number
from anchor_beam.documents.asks.grip import AskedPhase, DrivingAsk, GripAsk


class SettingAsk(BaseModel):
    """Rates at the contact patches, as of a bar in "cornering"; null is a bar that is unhooked or not there."""

    model_config = STRICT
    name: str
    front_N_per_mm: Annotated[Number, Field(ge=0.0)] | None
    rear_N_per_mm: Annotated[Number, Field(ge=0.0)] | None


class CompareQuestion(BaseModel):
    """Each setting, and its differences to the one named as reference."""

    model_config = STRICT
    id: str
    kind: Literal["compare"]
    car: CarAsk
    grip: GripAsk
    driving: DrivingAsk = DrivingAsk()
    phases: Annotated[tuple[AskedPhase, ...], Field(min_length=1, max_length=20)] = FIVE
    settings: Annotated[tuple[SettingAsk, ...], Field(min_length=1, max_length=400)]
    reference: str
