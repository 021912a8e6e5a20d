"""Jobs about parts: which there are, what bars would give, and what a search finds. See `tasks`."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.documents.records import BarRecord, CarRecord, EndSetting, RackBar, Setting
from anchor_beam.immutable import immutable
from anchor_beam.jobs.request import Report

if TYPE_CHECKING:
    from anchor_beam.documents.aim import AimRecord
    from anchor_beam.documents.parts.table import Listed
    from anchor_beam.documents.searches import SearchResult, Wanted
    from anchor_beam.figures.arches import Arches
    from anchor_beam.figures.rack.fit_rules import OnCar
    from anchor_beam.figures.rack.rows import PartRow, Rates


@immutable
class RackOf:
    """The parts that can be chosen for an axle, each with whether it fits."""

    lists: tuple[tuple[str, str], ...]
    own: tuple[Listed, ...]
    on: OnCar

    def run(self, _report: Report) -> tuple[PartRow, ...]:
        """All at once.

        Raises:
            DocumentError: a list cannot be read.
        """
        from anchor_beam.figures.rack.rows import part_rows

        return part_rows(self.lists, self.own, self.on)


@immutable
class PartsCounted:
    """How many parts stand in a list that somebody wants to bring in."""

    text: str

    def run(self, _report: Report) -> int:
        """All of it is read, and nothing kept.

        Raises:
            DocumentError: with everything that is wrong in it.
        """
        from anchor_beam.documents.parts.table import parts_from

        return len(parts_from(self.text))


@immutable
class SearchOf:
    """Which bars and holes do what is wanted. own: the parts of the car's rack; on: both axles, as fit rules see them."""

    car: CarRecord
    bench: Setting
    reference: Setting | None
    aim: AimRecord
    lists: tuple[tuple[str, str], ...]
    own: tuple[Listed, ...]
    on: tuple[OnCar, OnCar]
    rack: tuple[RackBar, ...]
    arches: Arches | None
    wanted: Wanted

    def run(self, report: Report) -> SearchResult:
        """The nearest so far from time to time, then those that are kept.

        Raises:
            NoSolution: nothing is left, and why.
            DocumentError: a list cannot be read.
        """
        from anchor_beam.figures.rack.rows import parts_of
        from anchor_beam.figures.rack.search import Stock, find

        stock = Stock((*self.own, *parts_of(self.lists)), *self.on, self.rack, self.arches)
        return find(self.car, self.bench, self.reference, self.aim, stock, self.wanted, report)


@immutable
class RatesOf:
    """What bars would give on an axle in place of the one that is there."""

    car: CarRecord
    end: EndSetting
    on: OnCar
    bars: tuple[BarRecord, ...]

    def run(self, _report: Report) -> tuple[Rates, ...]:
        """Of each bar."""
        from anchor_beam.figures.rack.rows import rates

        return tuple(rates(self.car, self.end, self.on, bar) for bar in self.bars)
