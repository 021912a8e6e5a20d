"""Questions about parts: "fatigue" of a bar, a "direct" bar without links, "clearance" between solids."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.documents.asks.bar import BarAsk
from anchor_beam.documents.asks.common import STRICT, Number, Point3, Positive


class RunAlready(BaseModel):
    """Cycles of +-duty that the bar has run."""

    model_config = STRICT
    duty_Nm: Annotated[Number, Field(ge=0.0)]
    cycles: Annotated[Number, Field(ge=0.0)]


class FatigueQuestion(BaseModel):
    """A bar with its links in two holes, loaded to and fro; strengths of spring steel unless given."""

    model_config = STRICT
    id: str
    kind: Literal["fatigue"]
    bar: BarAsk
    holes: tuple[int, int]
    duty_Nm: Annotated[Number, Field(ge=0.0)]
    preload_Nm: Number = 0.0
    largest_Nm: Annotated[Number, Field(ge=0.0)] | None = None
    finish: Finish = Finish.MACHINED
    ultimate_MPa: Positive = 1400.0
    yield_MPa: Positive = 1250.0
    endurance_MPa: Positive | None = None
    run: Annotated[
        tuple[RunAlready, ...], Field(max_length=60, description="May be empty: then no damage is added up.")
    ] = ()


class DirectQuestion(BaseModel):
    """A bar whose ends are fixed straight to trailing arms or brackets."""

    model_config = STRICT
    id: str
    kind: Literal["direct"]
    od_mm: Positive
    wall_mm: Positive | None = None
    length_mm: Positive
    offset_mm: Number
    arm_mm: Positive
    fixity: Fixity
    end_Nm_per_deg: Annotated[Number, Field(ge=0.0)] = 0.0
    bracket_Nm_per_deg: Positive | None = None


class RodAsk(BaseModel):
    """A round rod with round ends; a ball where both points are one. moves: of its points per mm of wheel travel."""

    model_config = STRICT
    shape: Literal["rod"]
    a_mm: Point3
    b_mm: Point3
    radius_mm: Annotated[Number, Field(ge=0.0)]
    moves: Point3 = (0.0, 0.0, 0.0)


class BoxAsk(BaseModel):
    """A block along the car's axes."""

    model_config = STRICT
    shape: Literal["box"]
    low_mm: Point3
    high_mm: Point3


Solids = Annotated[
    tuple[Annotated[RodAsk | BoxAsk, Field(discriminator="shape")], ...], Field(min_length=1, max_length=60)
]


class ClearanceQuestion(BaseModel):
    """The smallest gap between two parts over the travel of a wheel."""

    model_config = STRICT
    id: str
    kind: Literal["clearance"]
    one: Solids
    other: Solids
    travel_mm: tuple[Number, Number]
    steps: Annotated[int, Field(ge=2, le=200)] = 25
