"""The columns of the rack, by kind of part: what stands in a cell, and by what a column is sorted."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.identity import full_name
from anchor_beam.figures.rack.fit_rules import ORDER
from anchor_beam.figures.rack.rows import PartRow, Rates
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System, unit_of
from anchor_beam.units.show import show
from anchor_beam.words.fit import Fit

Known = Mapping[tuple[str, int], Rates]  # what bars give, by the id of their rows, as far as it is worked out
Order = float | str | None


@immutable(eq=False)
class Column:
    """title and kind are in the head. order: None where there is no figure, which is sorted last. wide: as wide a text as
    stands in it."""

    title: str
    wide: str
    read: Callable[[PartRow, Known, System], str]
    order: Callable[[PartRow, Known], Order]
    kind: Kind | None = None
    is_text: bool = False

    def head(self, units: System) -> str:
        """Title and unit."""
        unit = "" if self.kind is None else unit_of(self.kind, units).symbol
        return f"{self.title}, {unit}" if unit else self.title


def _number(title: str, wide: str, kind: Kind, value: Callable[[PartRow], float | None]) -> Column:
    def read(row: PartRow, _known: Known, units: System) -> str:
        found = value(row)
        return "" if found is None else show(found, kind, units).number

    return Column(title, wide, read, lambda row, _: value(row), kind)


def _plain(title: str, wide: str, value: Callable[[PartRow], float | None]) -> Column:
    """A number without a unit, with as many places as it needs."""

    def read(row: PartRow, _known: Known, _units: System) -> str:
        found = value(row)
        return "" if found is None else f"{found:g}"

    return Column(title, wide, read, lambda row, _: value(row))


def _words(title: str, wide: str, value: Callable[[PartRow], str]) -> Column:
    return Column(
        title, wide, lambda row, _known, _units: value(row), lambda row, _: value(row).casefold(), is_text=True
    )


def _name(row: PartRow) -> str:
    return full_name(row.name, row.revision)


def _section(row: PartRow, _known: Known, units: System) -> str:
    if row.first is None:
        return ""
    od = show(row.first, Kind.DIAMETER, units).number
    return od if row.section is None else f"{od} x {show(row.section, Kind.DIAMETER, units).number}"


def _span(first: float | None, last: float | None, kind: Kind, units: System) -> str:
    ends = [show(value, kind, units).number for value in (first, last) if value is not None]
    return " to ".join(dict.fromkeys(ends))


def _at_wheel(row: PartRow, known: Known, units: System) -> str:
    found = known.get(row.id)
    if found is None:
        return "…"
    reached = [rate for rate in found.by_hole if math.isfinite(rate)]
    return _span(min(reached), max(reached), Kind.RATE, units) if reached else "–"


def _stiffest(row: PartRow, known: Known) -> float | None:
    found = known.get(row.id)
    reached = [] if found is None else [rate for rate in found.by_hole if math.isfinite(rate)]
    return max(reached, default=None)


_FIT = Column(
    "fit", "does not fit", lambda row, _known, _units: row.verdict.fit, lambda row, _: float(ORDER.index(row.verdict.fit)),
    is_text=True,
)  # fmt: skip
_NAME = _words("name", "Tidewright 23 tube Brindle 3", _name)
_PRICE, _HOURS = _plain("price", "1208.5", lambda row: row.price), _plain("hours", "10.5", lambda row: row.hours)
_MASS = _number("mass", "12.5", Kind.MASS, lambda row: row.mass)
_FROM = _words("from", "Okeford Spring", lambda row: row.source)
_STIFFNESS = _number("stiffness", "34 000.0", Kind.RATE, lambda row: row.stiffness)
_RATING = _number("rating", "26 000", Kind.FORCE, lambda row: row.rating)

AT_WHEEL = Column("at the wheel", "182.0 to 254.6", _at_wheel, _stiffest, Kind.RATE)
COLUMNS: dict[PartKind, tuple[Column, ...]] = {
    PartKind.BAR: (
        _FIT, _NAME, Column("section", "0.866 x 0.138", _section, lambda row, _: row.first, Kind.DIAMETER),
        _number("arm", "1 290", Kind.LENGTH, lambda row: row.last),
        _plain("holes", "12", lambda row: float(row.holes)), AT_WHEEL, _PRICE, _HOURS, _FROM,
    ),
    PartKind.LINK: (
        _FIT, _NAME,
        Column("length", "255.0 to 300.0", lambda row, _, units: _span(row.first, row.last, Kind.FINE_LENGTH, units),
               lambda row, _: row.first, Kind.FINE_LENGTH),
        _STIFFNESS, _RATING, _PRICE, _MASS, _FROM,
    ),
    PartKind.BRACKET: (_FIT, _NAME, _STIFFNESS, _RATING, _PRICE, _HOURS, _MASS, _FROM),
    PartKind.BUSHINGS: (
        _FIT, _NAME, _number("bore", "25.4", Kind.DIAMETER, lambda row: row.first), _STIFFNESS, _PRICE, _HOURS, _FROM,
    ),
}  # fmt: skip


def found(rows: tuple[PartRow, ...], kind: PartKind, words: str, *, fitting: bool) -> list[PartRow]:
    """The rows of a kind in which every word stands; fitting: only those that fit, as they are or with work."""
    wanted = words.casefold().split()
    at_once = (Fit.FITS, Fit.WORK) if fitting else ORDER
    return [
        row for row in rows
        if row.kind is kind and row.verdict.fit in at_once and all(word in row.words for word in wanted)
    ]  # fmt: skip


def in_order(rows: list[PartRow], column: Column, known: Known, *, falling: bool) -> list[PartRow]:
    """Rows by a column, those without a figure last; equal ones stay as they were."""
    keyed = [(column.order(row, known), row) for row in rows]
    with_figure = [pair for pair in keyed if pair[0] is not None]
    with_figure.sort(key=lambda pair: pair[0], reverse=falling)  # type: ignore[arg-type, return-value]  # of one kind
    return [row for _, row in with_figure] + [row for order, row in keyed if order is None]
