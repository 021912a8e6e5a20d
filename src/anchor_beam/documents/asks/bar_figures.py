"""A question of kind "bar" as plain values, and the shortest way to them.

One bar is asked for often and must be answered at once, so a document that is exactly right is read without the
validating models, whose import takes longer than the answer. Anything else goes through `asks.bar`, which says what is
wrong; see docs/decisions/0006.
"""

from __future__ import annotations

import math
from typing import Any

from anchor_beam.core.bar.path import Vertex
from anchor_beam.core.bar.shape import Bar, Bushings
from anchor_beam.core.section.material import Material
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.documents.asks.limits import FARTHEST, MOST_HOLES, MOST_VERTICES
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MM = 1e-3
DEG = math.pi / 180.0
Pairs = tuple[tuple[int, int], ...]


@immutable
class BarFigures:
    """A bar in the document's units; names as in its keys. arms: width and thickness [mm]."""

    od_mm: float
    wall_mm: float | None
    E_Pa: float
    G_Pa: float
    density_kg_per_m3: float
    path_mm: tuple[tuple[float, float, float, float], ...]
    pivots_y_mm: tuple[float, float]
    bushing_radial_N_per_mm: float | None
    bushing_torsional_Nm_per_deg: float
    bushing_friction_Nm: float
    arms: tuple[float, float] | None
    holes_mm: tuple[float, ...]


@immutable
class BarFiguresAsked:
    """A bar, the pairs of holes (None for all) and the load [N]."""

    bar: BarFigures
    pairs: Pairs | None
    load_N: float


_OPTIONAL = {
    "wall_mm": None, "bushing_radial_N_per_mm": None, "bushing_torsional_Nm_per_deg": 0.0, "bushing_friction_Nm": 0.0,
    "arms": None,
}  # fmt: skip
_REQUIRED = {"od_mm", "E_Pa", "G_Pa", "density_kg_per_m3", "path_mm", "pivots_y_mm", "holes_mm"}


def read_plain(ask: dict[str, Any]) -> BarFiguresAsked | None:
    """The question, or None where anything in it is not exactly as it should be."""
    bar = ask.get("bar")
    known = {"id", "kind", "bar", "pairs", "load_N"}
    if not isinstance(bar, dict) or not isinstance(ask.get("id"), str) or not known.issuperset(ask):
        return None
    if not _REQUIRED.issubset(bar) or not (_REQUIRED | set(_OPTIONAL)).issuperset(bar):
        return None
    if bar.get("arms") is not None or not _is_number(ask.get("load_N")):
        return None
    pairs = _pairs(ask.get("pairs", "all"))
    rows, pivots, holes = (bar[key] for key in ("path_mm", "pivots_y_mm", "holes_mm"))
    whole = isinstance(rows, list) and 4 <= len(rows) <= MOST_VERTICES and all(_are_numbers(row, 4) for row in rows)
    if (
        pairs == ()
        or not whole
        or not _are_numbers(pivots, 2)
        or not (_are_numbers(holes) and 0 < len(holes) <= MOST_HOLES)
    ):
        return None
    figures: dict[str, Any] = {key: bar.get(key, default) for key, default in _OPTIONAL.items() if key != "arms"}
    figures |= {key: bar[key] for key in ("od_mm", "E_Pa", "G_Pa", "density_kg_per_m3")}
    may_be_null = ("wall_mm", "bushing_radial_N_per_mm")
    if not all(_is_number(value) or (value is None and key in may_be_null) for key, value in figures.items()):
        return None
    path = tuple((row[0], row[1], row[2], row[3]) for row in rows)
    made = BarFigures(**figures, path_mm=path, pivots_y_mm=(pivots[0], pivots[1]), arms=None, holes_mm=tuple(holes))
    return BarFiguresAsked(made, pairs, ask["load_N"])


def _is_number(value: object) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool) and abs(value) <= FARTHEST


def _are_numbers(values: object, count: int | None = None) -> bool:
    return isinstance(values, list) and (count is None or len(values) == count) and all(map(_is_number, values))


def _pairs(value: object) -> Pairs | None:
    """None for all pairs, empty where they cannot be taken as they are."""
    if value == "all":
        return None
    if (
        not isinstance(value, list)
        or len(value) > MOST_HOLES**2
        or not all(_are_numbers(pair, 2) and all(type(i) is int for i in pair) for pair in value)
    ):
        return ()
    return tuple((pair[0], pair[1]) for pair in value)


# Where the core's places are in the document.
_BAR_KEYS = {
    "od": "od_mm", "wall": "wall_mm", "E": "E_Pa", "G": "G_Pa", "density": "density_kg_per_m3", "pivots": "pivots_y_mm",
    "path": "path_mm", "holes": "holes_mm", "bushing_radial": "bushing_radial_N_per_mm",
    "bushing_torsional": "bushing_torsional_Nm_per_deg", "bushing_friction": "bushing_friction_Nm",
    "width": "arms.width_mm", "thickness": "arms.thickness_mm",
}  # fmt: skip


def bar_from_figures(ask: BarFigures) -> Bar:
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
            friction=ask.bushing_friction_Nm,
        ),
        plate=Plate(ask.arms[0] * MM, ask.arms[1] * MM) if ask.arms else None,
    )


def document_place(place: str) -> str:
    """The core's place as keys of the bar's document: `holes[3]` as `bar.holes_mm[3]`."""
    head, bracket, rest = place.partition("[")
    return f"bar.{_BAR_KEYS.get(head, head)}{bracket}{rest}".rstrip(".")


def chosen_pairs(question: BarFiguresAsked) -> list[tuple[int, int]]:
    """The hole pairs asked for, left index slowest.

    Raises:
        InputError: at "pairs[i]" for a hole that the bar does not have.
    """
    n = len(question.bar.holes_mm)
    if question.pairs is None:
        return [(i, j) for i in range(n) for j in range(n)]
    for i, pair in enumerate(question.pairs):
        if not all(0 <= hole < n for hole in pair):
            raise InputError(f"pairs[{i}]", "There is no such hole.", got=list(pair), accepts=f"0 to {n - 1}")
    return list(question.pairs)
