"""The rows of the rack: every part that is listed or owned, as much of each as a table needs; what bars give on a car."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from anchor_beam.documents.parts.facts import BushingPart, LinkPart, PartKind
from anchor_beam.documents.parts.identity import PartKey
from anchor_beam.documents.parts.table import Listed, parts_from
from anchor_beam.documents.records import BarRecord, BarState, CarRecord, EndSetting
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.rack.fit_rules import OnCar, Verdict, verdict
from anchor_beam.immutable import immutable

OWN = "own"  # where the parts of the car's own rack come from


@dataclass(frozen=True, slots=True)
class PartRow:
    """A part in the table; SI. source: the list that it stands in, and where; what its kind does not have is None.

    first, last: bar: diameter and arm length; link: shortest and longest; bushings: bore. section: wall, None where solid.
    """

    source: str
    at: int
    kind: PartKind
    name: str
    maker: str
    number: str
    revision: str
    first: float | None
    section: float | None
    last: float | None
    holes: int
    stiffness: float | None
    rating: float | None
    price: float | None
    hours: float | None
    mass: float | None
    verdict: Verdict
    words: str

    @property
    def id(self) -> tuple[str, int]:
        """Which row of which list it is."""
        return self.source, self.at

    @property
    def key(self) -> PartKey:
        """What tells the part from others, wherever it is listed."""
        return PartKey(self.kind, self.name, self.maker, self.revision)


@lru_cache(maxsize=8)
def _parts(text: str) -> tuple[Listed, ...]:
    return parts_from(text)


def parts_of(lists: tuple[tuple[str, str], ...]) -> tuple[Listed, ...]:
    """The parts of all lists (name, text).

    Raises:
        DocumentError: a list cannot be read.
    """
    return tuple(one for _, text in lists for one in _parts(text))


def part_rows(lists: tuple[tuple[str, str], ...], own: tuple[Listed, ...], on: OnCar) -> tuple[PartRow, ...]:
    """Own parts first, then those of every list (name, text) in its order; of one axle.

    Raises:
        DocumentError: a list cannot be read.
    """
    alike: dict[Verdict, Verdict] = {}  # equal ones are one, so that many rows go quickly from process to process

    def judged(one: Listed) -> Verdict:
        found = verdict(one, on)
        return alike.setdefault(found, found)

    rows = [_row(OWN, i, one, judged(one)) for i, one in enumerate(own) if one.axle in (None, on.axle)]
    for name, text in lists:
        rows += [_row(name, one.line, one, judged(one)) for one in _parts(text) if one.axle in (None, on.axle)]
    return tuple(rows)


def _row(source: str, at: int, one: Listed, judged: Verdict) -> PartRow:
    part, facts = one.part, one.facts
    first = section = last = None
    holes = 0
    if isinstance(part, BarRecord):
        first, last, holes = part.od.value, part.arm_length.value, len(part.holes)
        section = None if part.solid else part.wall.value
    elif isinstance(part, LinkPart):
        first, last = part.shortest, part.longest
    elif isinstance(part, BushingPart):
        first = part.bore
    said = (part.name, part.maker, facts.number, facts.revision, *facts.platforms, *facts.variants, source)
    return PartRow(
        source, at, one.kind, part.name, part.maker, facts.number, facts.revision, first, section, last, holes,
        getattr(part, "stiffness", None), getattr(part, "rating", None), facts.price, facts.hours, facts.mass,
        judged, " ".join(said).casefold(),
    )  # fmt: skip


@immutable
class Rates:
    """Rate at the wheel in roll of each hole of a bar on a car, from the end of the arm inward [N/m], the links as they are;
    NaN where they do not reach. why: it has none at all."""

    by_hole: tuple[float, ...]
    why: str = ""


def rates(car: CarRecord, end: EndSetting, on: OnCar, bar: BarRecord) -> Rates:
    """Of a bar in place of that of an end."""
    hung = EndSetting(bar, BarState.HOOKED, 0, 0, end.link_left, end.link_right)
    try:
        found = end_result(car.axle(on.axle), hung, on.axle)
    except AnchorBeamError as problem:
        return Rates((), problem.message)
    return Rates(tuple(float(rate) for rate in np.mean(found.hole_rates, axis=0)))
