"""What stands beside the figures of a document: where each is from, how it was typed, its spread. All of it must fit them."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any

from anchor_beam.documents.fields import (
    AIM_FIELDS,
    AXLE_FIELDS,
    BAR_FIELDS,
    CAR_FIELDS,
    END_FIELDS,
    HOLE_FIELD,
    document_number,
)
from anchor_beam.documents.inputs import Field
from anchor_beam.errors import InputError, Problem
from anchor_beam.units.kinds import System
from anchor_beam.units.parse import parse

SIDECARS = ("provenance", "typed", "spread")
SAME = 1e-6  # relative: a typed text and its value are rounded on the way out
_FIELDS = {field.key: field for field in (*CAR_FIELDS, *AXLE_FIELDS, *BAR_FIELDS, *END_FIELDS, *AIM_FIELDS)}


def misfits(group: Any, place: str = "") -> Iterator[Problem]:
    """Every sidecar in a document, or a group of it, that does not fit its figure."""
    if isinstance(group, list | tuple):
        for i, item in enumerate(group):
            yield from misfits(item, f"{place}[{i}]")
    if not isinstance(group, dict):
        return
    for sidecar in SIDECARS:
        for key, said in (group.get(sidecar) or {}).items():
            where = f"{place}.{sidecar}.{key}" if place else f"{sidecar}.{key}"
            field, value = _figure(group, key)
            if field is None:
                yield Problem(where, f"There is no figure “{key}” here.", "the key of a figure of this group")
            elif sidecar == "typed":
                yield from _typed(field, value, said, where)
            elif sidecar == "spread":
                yield from _spread(field, said, where)
    for key, inner in group.items():
        if key not in SIDECARS:
            yield from misfits(inner, f"{place}.{key}" if place else key)


def _figure(group: dict[str, Any], key: str) -> tuple[Field | None, float]:
    """The input of a key and its number in this group; None where there is none. Holes are `holes_mm[0]` and so on."""
    name, bracket, index = key.partition("[")
    if not bracket:
        field = _FIELDS.get(key)
        return (field, group[key]) if field is not None and key in group else (None, 0.0)
    holes, number = group.get(name, ()), index.removesuffix("]")
    if name != HOLE_FIELD.key or not number.isdecimal() or int(number) >= len(holes):
        return None, 0.0
    return HOLE_FIELD, holes[int(number)]


def _typed(field: Field, value: float, text: str, where: str) -> Iterator[Problem]:
    try:
        typed = parse(text.replace("−", "-"), field.kind, System.METRIC)
    except InputError as problem:
        yield Problem(where, problem.message, problem.accepts)
        return
    if not math.isclose(document_number(field, typed.value), value, rel_tol=SAME, abs_tol=1e-9):
        yield Problem(
            where, f"The text “{text}” is another value than the figure, {value:g}.", "a text that says the same"
        )


def _spread(field: Field, spread: float, where: str) -> Iterator[Problem]:
    low, high = (document_number(field, bound) for bound in field.legal)
    if spread < 0.0:
        yield Problem(where, f"A spread is not below zero. Got {spread:g}.", "0 or more")
    elif spread > high - low:
        yield Problem(
            where, f"A spread of {spread:g} is wider than everything that is possible.", f"up to {high - low:g}"
        )
