"""A maker's claim about a bar of the car, held against the bar of the reference."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

from anchor_beam.core.bar.claim import Checked, Claim, check, end_rate
from anchor_beam.core.bar.shape import Bar
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.documents.core_inputs import bar_input
from anchor_beam.documents.fields import BAR_FIELDS, HOLE_FIELD
from anchor_beam.documents.inputs import Figure
from anchor_beam.documents.parts.facts import Ends
from anchor_beam.documents.records import BarRecord
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.immutable import immutable

LEAST = 0.01  # relative; no maker means it closer


@immutable
class Held:
    """What was found, and how far the measured sizes of both bars leave the ratio open [-]."""

    found: Checked
    tolerance: float


def held(bar: BarRecord, standard: BarRecord, standard_hole: int, ratio: float) -> Held:
    """Hold a ratio of end rates against two bars, within one standard deviation of what was measured on them.

    Raises:
        InputError, NoSolution: at a figure of "bar" or "standard".
    """
    open_by = math.hypot(LEAST, _spread(bar, 0), _spread(standard, standard_hole))
    claim = Claim(ratio, open_by, standard_hole=standard_hole)
    return Held(check(_made(bar, "bar"), _made(standard, "standard"), claim), open_by)


def _made(bar: BarRecord, name: str) -> Bar:
    if bar.facts.ends is not Ends.LINKS:
        raise InputError(
            name,
            f"“{bar.name}” has no links: what it does depends on the arms that it is fixed to.",
            accepts="a bar on links",
        )
    try:
        return bar_input(bar)
    except AnchorBeamError as problem:
        raise problem.within(name) from problem


def _spread(bar: BarRecord, hole: int) -> float:
    """Relative, of the end rate at a hole, by differences of one standard deviation of each figure."""
    at_centre = end_rate(solve(bar_input(bar)), hole)
    moved: list[BarRecord] = []
    for field in BAR_FIELDS:
        figure: Figure = getattr(bar, field.name)
        other: dict[str, Any] = {field.name: replace(figure, value=figure.value + field.spread(figure))}
        moved.append(replace(bar, **other))
    own = bar.holes[hole]
    further = replace(own, value=own.value + HOLE_FIELD.spread(own))
    moved.append(replace(bar, holes=(*bar.holes[:hole], further, *bar.holes[hole + 1 :])))
    return math.hypot(*(_off(each, hole, at_centre) for each in moved))


def _off(bar: BarRecord, hole: int, centre: float) -> float:
    try:
        return end_rate(solve(bar_input(bar)), hole) / centre - 1.0
    except AnchorBeamError:  # one standard deviation off it cannot be made; the others say enough
        return 0.0
