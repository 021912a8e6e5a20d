"""Settings side by side: each with its figures, their bands, and their differences to the reference with a band of their own.

The band of a difference is that of the same inputs moved in both settings at once, see docs/theory/uncertainty.md.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from functools import partial

from anchor_beam import __version__
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle
from anchor_beam.documents.csv_text import safe
from anchor_beam.documents.records import CarFile, CarRecord, Setting
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.bands import Bands, bands, needs_draws, sampled
from anchor_beam.figures.ladder import reachable
from anchor_beam.figures.phase_readings import read_phase
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.rack.bill import bill
from anchor_beam.figures.results import Results, results
from anchor_beam.figures.rows import (
    FIRST_LIFT,
    REAR_SHARE,
    ROLL_GRADIENT,
    Row,
    bar_rows,
    link_load,
    read_row,
    wheel_rate,
)
from anchor_beam.immutable import immutable
from anchor_beam.sheets.comparison import ComparedRow, Comparison, Entry
from anchor_beam.sheets.page import paper_for
from anchor_beam.units.kinds import Kind, System, unit_of
from anchor_beam.words.names import LETTER
from anchor_beam.words.phases import NAMES

Names = tuple[str, str, str]  # of a row: the setting, its holes, what it is just now


@immutable(eq=False)
class Compared:
    """A setting with what follows from it; None, and why, where nothing does. holes: of one that nobody kept, which the holes
    of both bars reach; None for one that is kept or on the bench."""

    setting: Setting
    now: Results | None
    bands: Bands | None
    why: str = ""
    holes: tuple[Holes, Holes] | None = None


@immutable
class Cell:
    """What stands in the table: side or state in words, number, band, difference and its band; whether that is more than its
    band; and by what it is sorted."""

    words: str = ""
    number: str = ""
    band: str = ""
    change: str = ""
    change_band: str = ""
    clear: bool = True
    order: float | None = None

    @property
    def value(self) -> str:
        """`push 5.5 ±2.2`."""
        return _spaced(self.words, self.number, self.band)

    @property
    def difference(self) -> str:
        """`+0.8 ±0.2`."""
        return _spaced(self.change, self.change_band)


@immutable(eq=False)
class Column:
    """key: for choices and tests. title: in the head. kind: of the value. read: a cell of a picture. order: by what it is
    sorted, None where there is no figure."""

    key: str
    title: str
    kind: Kind
    read: Callable[[Picture, System], Cell]
    order: Callable[[Results, CarFile], float | None]

    def head(self, units: System) -> str:
        """Title and unit."""
        return f"{self.title}, {unit_of(self.kind, units).symbol}"


def _phase(phase: Phase, shown: Picture, units: System) -> Cell:
    said = read_phase(phase, shown, units)
    return Cell(
        said.side, said.size.number, said.band, said.change, said.change_band, said.clear, shown.now.margin_of(phase)
    )


def _row(row: Row, shown: Picture, units: System) -> Cell:
    said = read_row(row, shown, units)
    change, _, band = said.delta.partition(" ± ")
    why = "" if said.value.number else str(said.value)  # the unit of a number stands in the head
    number, close = said.value.number, "±" + band if band else ""
    return Cell(why, number, said.band.replace("± ", "±"), change, close, said.clear, row.value(shown.now))


def _of_row(row: Row) -> Callable[[Results, CarFile], float | None]:
    return lambda now, _file: row.value(now)


def _of_phase(phase: Phase) -> Callable[[Results, CarFile], float | None]:
    return lambda now, _file: now.margin_of(phase)


def _owed(what: str, now: Results, file: CarFile) -> float | None:
    """Price or hours of what the reference does not have; None where nothing of it is priced."""
    found = bill(now.setting, file.reference_setting, file.rack)
    return (
        None if found.lines and found.unpriced == len(found.to_buy) > 0 and what == "price" else getattr(found, what)
    )


def _money(what: str, shown: Picture, units: System) -> Cell:
    owed = _owed(what, shown.now, shown.file)
    return Cell("", "–" if owed is None else f"{owed:g}", order=owed)


def _spaced(*parts: str) -> str:
    return " ".join(part for part in parts if part)


def _columns() -> tuple[Column, ...]:
    found = [
        Column(
            str(phase),
            NAMES[phase],
            Kind.PERCENT,
            partial(_phase, phase),
            _of_phase(phase),
        )
        for phase in FIVE
    ]
    found += [
        Column(row.key, title, row.kind, partial(_row, row), _of_row(row))
        for row, title in ((ROLL_GRADIENT, "roll"), (FIRST_LIFT, "lifts at"), (REAR_SHARE, "rear share"))
    ]
    for axle in Axle:
        stress = next(row for row in bar_rows(axle) if row.key == "nominal stress")
        mass = next(row for row in bar_rows(axle) if row.key == "mass")
        for row, title in (
            (wheel_rate(axle), "rate"), (link_load(axle), "link at 1 g"), (stress, "stress at 1 g"), (mass, "mass"),
        ):  # fmt: skip
            found.append(
                Column(
                    f"{axle} {row.key}", f"{LETTER[axle]} {title}", row.kind, partial(_row, row),
                    _of_row(row),
                )
            )  # fmt: skip
    found += [
        Column("price", "to buy", Kind.COUNT, partial(_money, "price"), partial(_owed, "price")),
        Column("hours", "hours", Kind.COUNT, partial(_money, "hours"), partial(_owed, "hours")),
    ]
    return tuple(found)


COLUMNS = _columns()
AT_FIRST = (*map(str, FIVE), "roll gradient", "first lift")
"""Keys of the columns that are shown until others are chosen."""


def compared(car: CarRecord, each: Compared, reference: Setting | None) -> Compared:
    """The same worked out, with its bands and those of its differences to the reference."""
    try:
        now = results(car, each.setting)
    except AnchorBeamError as problem:
        return replace(each, why=problem.message)
    against = None if reference == each.setting else reference
    try:
        found = bands(car, each.setting, against)
        if needs_draws(car, each.setting):
            found = sampled(car, each.setting, against, found, lambda _done: None)
    except AnchorBeamError:
        return replace(each, now=now)  # its figures stand there without bands
    return replace(each, now=now, bands=found)


def to_compare(file: CarFile, *, every_hole: bool, found: tuple[Setting, ...] = ()) -> tuple[Compared, ...]:
    """The setting on the bench, those that are kept, with `every_hole` all that the holes of both bars reach, and those
    that a search found."""
    rows = [] if file.bench in file.settings else [Compared(file.bench, None, None)]
    rows += [Compared(setting, None, None) for setting in file.settings]
    if every_hole:
        front, rear = (reachable(file.car, file.bench, axle) for axle in Axle)
        known = [(each.setting.front, each.setting.rear) for each in rows]
        for f, at_front in front.items():
            for r, at_rear in rear.items():
                ends = file.bench.front.hung_in(f), file.bench.rear.hung_in(r)
                if at_front is not None and at_rear is not None and ends not in known:
                    made = replace(file.bench, name="", front=ends[0], rear=ends[1])
                    rows.append(Compared(made, None, None, holes=(f, r)))
    there = [(each.setting.front, each.setting.rear) for each in rows]
    rows += [Compared(each, None, None) for each in found if (each.front, each.rear) not in there]
    return tuple(rows)


def cell(column: Column, each: Compared, file: CarFile, units: System) -> Cell:
    """One cell; a dash where nothing follows."""
    if each.now is None:
        return Cell("–" if each.why else "…")  # the tip of the row says why
    return column.read(Picture(replace(file, bench=each.setting), each.now, bands=each.bands), units)


def table_csv(
    columns: tuple[Column, ...], rows: tuple[Compared, ...], names: tuple[Names, ...], file: CarFile, units: System
) -> str:
    """Numbers as they are shown, each with its band and its difference; a loose car has a margin below 0."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    head = ["setting", "holes", "state"]
    for column in columns:
        unit = unit_of(column.kind, units).symbol
        against = f"{column.title} against {file.reference}"
        head += [f"{what} [{unit}]" for what in (column.title, f"{column.title} band", against, f"{against} band")]
    writer.writerow(head)
    for name, row in zip(names, rows, strict=True):
        cells = [cell(column, row, file, units) for column in columns]
        writer.writerow([*map(safe, name), *(part for one in cells for part in _plain_parts(one))])
    return out.getvalue()


def comparison(
    columns: tuple[Column, ...], rows: tuple[Compared, ...], names: tuple[Names, ...], file: CarFile, units: System
) -> Comparison:
    """The table for paper; names: of the rows."""
    entries = (tuple(cell(column, row, file, units) for column in columns) for row in rows)
    return Comparison(
        f"{file.car.name}: settings side by side", f"{date.today().isoformat()}, Anchor Beam {__version__}",
        f"Small figures: against “{file.reference}”, with the band of the difference; grey where it is less than that.",
        tuple(column.head(units) for column in columns),
        tuple(
            ComparedRow(name or code, " · ".join(filter(None, (code if name else "", state))),
                        tuple(Entry(one.value, one.difference, one.clear) for one in line))
            for (name, code, state), line in zip(names, entries, strict=True)
        ),
        paper_for(units),
    )  # fmt: skip


def _plain_parts(one: Cell) -> tuple[str, str, str, str]:
    number = plain(one.number) if one.number else one.words
    if one.number and (one.order or 0.0) < 0.0 and not number.startswith("-"):
        number = f"-{number}"  # the side is told by a word on the screen
    return number, plain(one.band), plain(one.change), plain(one.change_band)


def plain(number: str) -> str:
    """A number as programs read it: no space within, a hyphen for minus, no sign for plus, no ±."""
    return number.replace("−", "-").translate(dict.fromkeys(map(ord, "\u00a0\u202f +±")))
