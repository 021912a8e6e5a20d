"""Questions of kind "bar"."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.documents.asks.bar_figures import BarFigures, BarFiguresAsked
from anchor_beam.documents.asks.common import STRICT, Number
from anchor_beam.documents.asks.limits import MOST_HOLES, MOST_VERTICES

Number4 = tuple[Number, Number, Number, Number]


class PlateArms(BaseModel):
    """Separate plate arms: the first and last segments of the path."""

    model_config = STRICT
    section: Literal["rect"]
    width_mm: Number
    thickness_mm: Number


class BarAsk(BaseModel):
    """A bar by its path; see docs/headless.md for each key."""

    model_config = STRICT
    od_mm: Number
    wall_mm: Number | None = None
    E_Pa: Number
    G_Pa: Number
    density_kg_per_m3: Number
    path_mm: Annotated[tuple[Number4, ...], Field(min_length=4, max_length=MOST_VERTICES)]
    pivots_y_mm: tuple[Number, Number]
    bushing_radial_N_per_mm: Number | None = None
    bushing_torsional_Nm_per_deg: Number = 0.0
    bushing_friction_Nm: Annotated[Number, Field(ge=0.0)] = 0.0
    arms: PlateArms | None = None
    holes_mm: Annotated[tuple[Number, ...], Field(min_length=1, max_length=MOST_HOLES)]

    @property
    def figures(self) -> BarFigures:
        """As plain values."""
        arms = None if self.arms is None else (self.arms.width_mm, self.arms.thickness_mm)
        return BarFigures(
            **{name: getattr(self, name) for name in type(self).model_fields if name != "arms"}, arms=arms
        )


class BarQuestion(BaseModel):
    """One question of kind "bar"."""

    model_config = STRICT
    id: str
    kind: Literal["bar"]
    bar: BarAsk
    pairs: Annotated[
        Literal["all"] | tuple[tuple[int, int], ...],
        Field(
            max_length=MOST_HOLES**2, description="May be empty: then mass and handbook forms alone are worked out."
        ),
    ] = "all"
    load_N: Number

    @property
    def figures(self) -> BarFiguresAsked:
        """As plain values."""
        return BarFiguresAsked(self.bar.figures, None if self.pairs == "all" else self.pairs, self.load_N)
