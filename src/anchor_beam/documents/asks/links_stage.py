"""Questions about the links of a whole car: lengths and what they cost, the chart of ride heights, gaps around the bar."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.asks.common import STRICT, Number, Pair, Positive
from anchor_beam.documents.asks.limits import MOST_CASES
from anchor_beam.documents.asks.whole_car import WholeCarQuestion
from anchor_beam.documents.obstacles import MOST


class LengthsQuestion(WholeCarQuestion):
    """Every way to choose the links of an axle, with what it costs."""

    kind: Literal["link-lengths"]
    axle: Axle


class ChartQuestion(WholeCarQuestion):
    """How long links must be for every hole, over ride height."""

    kind: Literal["chart"]
    axle: Axle
    square: Annotated[bool, Field(description="Links square to their arms; else the arms level.")] = False
    heights_mm: Annotated[Pair, Field(description="Lowest and highest change of ride height.")] = (-40.0, 40.0)
    at_hand_mm: Annotated[
        tuple[Number, ...],
        Field(max_length=MOST_CASES, description="May be empty: lengths of links that could be used."),
    ] = ()


class PlaceQuestion(WholeCarQuestion):
    """Where the far end of a link may be mounted. What is left out is as the window has it."""

    kind: Literal["place"]
    axle: Axle
    side: Side = Side.LEFT
    links_mm: Annotated[Pair, Field(description="Shortest and longest link.")]
    off_square_deg: Positive = 25.0
    ahead_mm: Annotated[Pair, Field(description="From and to, from the bar's pivot axis, the way the arm points.")]
    up_mm: Pair
    points: Annotated[int, Field(ge=3, le=101)] = 41
    around: Annotated[
        tuple[dict[str, Any], ...],
        Field(max_length=MOST, description="May be empty: things beside those of the car file, as these have them."),
    ] = ()


class SleeveQuestion(BaseModel):
    """A post with grommets: sleeve, bolt, and what the squeeze does."""

    model_config = STRICT
    id: str
    kind: Literal["sleeve"]
    link_mm: Positive
    plates_mm: Pair
    cup_mm: Positive
    grommet_mm: Annotated[
        tuple[Positive, Positive, Positive], Field(description="Height, outside and bore, free of load.")
    ]
    hardness_shore_a: Positive
    squeeze_percent: Number
    nut_mm: Positive = 8.0
    pitch_mm: Positive = 1.25


class GapsQuestion(WholeCarQuestion):
    """How near bar, arms and links of an axle come to what lies around them."""

    kind: Literal["gaps"]
    axle: Axle
    around: Annotated[
        tuple[dict[str, Any], ...],
        Field(max_length=MOST, description="May be empty: things beside those of the car file, as these have them."),
    ] = ()
