"""Questions of the kind "claim": whether what a maker says of a bar can be true."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.documents.asks.bar import BarAsk
from anchor_beam.documents.asks.common import STRICT, Number, Positive


class ClaimQuestion(BaseModel):
    """A bar, the standard one, and by how much it is said to be stiffer: as a percentage, as a ratio, or both alike."""

    model_config = STRICT
    id: str
    kind: Literal["claim"]
    bar: BarAsk
    standard: BarAsk
    stiffer_percent: Annotated[Number, Field(gt=-100.0)] | None = None
    ratio: Positive | None = None
    tolerance_percent: Positive = 3.0
    hole: int | None = None
    standard_hole: int = 0
    link_N_per_mm: Positive | None = None
