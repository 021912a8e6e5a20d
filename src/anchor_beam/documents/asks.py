"""The headless document: questions of kind "bar" and their answers. Units stand in the keys."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat

from anchor_beam.core.bar.path import Vertex
from anchor_beam.core.bar.shape import Bar, Bushings
from anchor_beam.core.section.material import Material
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.errors import InputError
from anchor_beam.units.kinds import DEG

STRICT = ConfigDict(extra="forbid", frozen=True)
MM = 1e-3
Number4 = tuple[FiniteFloat, FiniteFloat, FiniteFloat, FiniteFloat]


class PlateArms(BaseModel):
    """Separate plate arms: the first and last segments of the path."""

    model_config = STRICT
    section: Literal["rect"]
    width_mm: FiniteFloat
    thickness_mm: FiniteFloat


class BarAsk(BaseModel):
    """A bar by its path; see docs/headless.md for each key."""

    model_config = STRICT
    od_mm: FiniteFloat
    wall_mm: FiniteFloat | None = None
    E_Pa: FiniteFloat
    G_Pa: FiniteFloat
    density_kg_per_m3: FiniteFloat
    path_mm: Annotated[tuple[Number4, ...], Field(min_length=4)]
    pivots_y_mm: tuple[FiniteFloat, FiniteFloat]
    bushing_radial_N_per_mm: FiniteFloat | None = None
    bushing_torsional_Nm_per_deg: FiniteFloat = 0.0
    arms: PlateArms | None = None
    holes_mm: Annotated[tuple[FiniteFloat, ...], Field(min_length=1)]


class BarQuestion(BaseModel):
    """One question of kind "bar"."""

    model_config = STRICT
    id: str
    kind: Literal["bar"]
    bar: BarAsk
    pairs: Literal["all"] | tuple[tuple[int, int], ...] = "all"
    load_N: FiniteFloat


QUESTIONS: dict[str, type[BaseModel]] = {"bar": BarQuestion}

# Where the core's places are in the document.
_BAR_KEYS = {
    "od": "od_mm", "wall": "wall_mm", "E": "E_Pa", "G": "G_Pa", "density": "density_kg_per_m3", "pivots": "pivots_y_mm",
    "path": "path_mm", "holes": "holes_mm", "bushing_radial": "bushing_radial_N_per_mm",
    "bushing_torsional": "bushing_torsional_Nm_per_deg", "width": "arms.width_mm", "thickness": "arms.thickness_mm",
}  # fmt: skip


def bar_from_ask(ask: BarAsk) -> Bar:
    """The core's bar.

    Raises:
        InputError: at the core's place.
    """
    return Bar(
        section=Round(ask.od_mm * MM, None if ask.wall_mm is None else ask.wall_mm * MM),
        path=tuple(Vertex((x * MM, y * MM, z * MM), radius * MM) for x, y, z, radius in ask.path_mm),
        pivots=(ask.pivots_y_mm[0] * MM, ask.pivots_y_mm[1] * MM),
        holes=tuple(hole * MM for hole in ask.holes_mm),
        material=Material(ask.E_Pa, ask.G_Pa, ask.density_kg_per_m3),
        bushings=Bushings(
            None if ask.bushing_radial_N_per_mm is None else ask.bushing_radial_N_per_mm / MM,
            ask.bushing_torsional_Nm_per_deg / DEG,
        ),
        plate=Plate(ask.arms.width_mm * MM, ask.arms.thickness_mm * MM) if ask.arms else None,
    )


def document_place(place: str) -> str:
    """The core's place as keys of the bar's document: `holes[3]` as `bar.holes_mm[3]`."""
    head, bracket, rest = place.partition("[")
    return f"bar.{_BAR_KEYS.get(head, head)}{bracket}{rest}".rstrip(".")


def chosen_pairs(question: BarQuestion) -> list[tuple[int, int]]:
    """The hole pairs asked for, left index slowest.

    Raises:
        InputError: at "pairs[i]" for a hole that the bar does not have.
    """
    n = len(question.bar.holes_mm)
    if question.pairs == "all":
        return [(i, j) for i in range(n) for j in range(n)]
    for i, pair in enumerate(question.pairs):
        if not all(0 <= hole < n for hole in pair):
            raise InputError(f"pairs[{i}]", "There is no such hole.", got=list(pair), accepts=f"0 to {n - 1}")
    return list(question.pairs)


def schema(kind: str) -> dict[str, Any]:
    """JSON Schema of a document kind, "car-file" included.

    Raises:
        InputError: at "kind", for one that is not known.
    """
    from anchor_beam.documents.car_file import CarFileDocument

    models: dict[str, type[BaseModel]] = {"car-file": CarFileDocument, **QUESTIONS}
    if kind not in models:
        raise InputError("kind", f"There is no document kind “{kind}”.", got=kind, accepts=", ".join(sorted(models)))
    return models[kind].model_json_schema()
