"""Questions about a whole car with its bars and settings: what the window says of the setting on its bench."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.common import STRICT, Flag, Number, Pair, Positive
from anchor_beam.documents.layouts import LAYOUTS, Layout

MOST_TEXT = 4_000_000  # characters of a list of parts
MOST_LISTS = 20
NONE_BESIDE = "May be empty: then the shipped lists alone count."
Layouts = Literal["front-drive-hatch", "front-engine-rear-drive", "all-wheel-drive-saloon", "mid-engine-coupe",
                  "live-axle-pick-up"]  # fmt: skip


class ListAsk(BaseModel):
    """A list of parts under a name, as CSV."""

    model_config = STRICT
    name: Annotated[str, Field(min_length=1, max_length=80)]
    csv: Annotated[str, Field(max_length=MOST_TEXT)]


class WholeCarQuestion(BaseModel):
    """car_file: a car file as the window writes it; layout: a typical car in its place."""

    model_config = STRICT
    id: str
    car_file: dict[str, Any] | None = None
    layout: Layouts | None = None

    def typical(self) -> Layout:
        """The layout that is asked for."""
        return next(layout for layout in LAYOUTS if layout.key == self.layout)


class WarningsQuestion(WholeCarQuestion):
    """What the setting on the bench is warned of."""

    kind: Literal["warnings"]


class StrengthQuestion(WholeCarQuestion):
    """What links, brackets and bars carry."""

    kind: Literal["strength"]


class ShoppingQuestion(WholeCarQuestion):
    """What the setting on the bench asks to be bought."""

    kind: Literal["shopping-list"]


class RackQuestion(WholeCarQuestion):
    """lists: beside the shipped ones, unless these are left out."""

    lists: Annotated[tuple[ListAsk, ...], Field(max_length=MOST_LISTS, description=NONE_BESIDE)] = ()
    shipped: Flag = True


class PartsQuestion(RackQuestion):
    """Which parts there are for an axle, whether they fit, and what bars would give there."""

    kind: Literal["parts"]
    axle: Axle
    rates: Flag = False


class MadeAsk(BaseModel):
    """A bar to be made: sizes that come into question; a wall of null is solid."""

    model_config = STRICT
    axle: Axle
    diameters_mm: Annotated[tuple[Positive, ...], Field(min_length=1, max_length=100)]
    walls_mm: Annotated[tuple[Positive | None, ...], Field(min_length=1, max_length=20)] = (None,)
    arms_mm: Annotated[tuple[Positive, ...], Field(min_length=1, max_length=100)]
    holes_mm: Annotated[tuple[Number, ...], Field(min_length=1, max_length=12)]


class RackSearchQuestion(RackQuestion):
    """Which bars and holes of the rack do what is wanted."""

    kind: Literal["rack-search"]
    phase: Phase = Phase.MIDDLE
    margin_percent: Pair
    roll_deg_per_g: Pair | None = None
    stays: Annotated[
        tuple[Axle, ...], Field(max_length=2, description="May be empty: then both ends may change.")
    ] = ()
    made: Annotated[
        tuple[MadeAsk, ...], Field(max_length=2, description="May be empty: then bars come from the lists.")
    ] = ()
    best: Annotated[int, Field(ge=1, le=40)] = 10
