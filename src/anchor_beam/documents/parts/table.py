"""Lists of parts as CSV, in and out. A list is taken whole or not at all; what is wrong is named by line and column."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import fields
from enum import StrEnum
from functools import lru_cache
from itertools import pairwise
from typing import Any, TypeVar

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.core.sides import Axle
from anchor_beam.documents.csv_text import CsvText, Line, csv_text, place, symbol_of
from anchor_beam.documents.fields import BAR_FIELDS
from anchor_beam.documents.making import BAR_DEFAULTS
from anchor_beam.documents.parts.columns import BETWEEN, BY_KEY, COLUMNS, LISTS, Column
from anchor_beam.documents.parts.facts import (
    FITTINGS,
    NO_FACTS,
    Ends,
    Fitting,
    Joints,
    PartFacts,
    PartKind,
    SoldAs,
)
from anchor_beam.documents.parts.identity import key_of
from anchor_beam.documents.records import BarRecord, Figure, Provenance
from anchor_beam.errors import DocumentError, InputError, Problem
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import TYPED
from anchor_beam.words.wanted import Work

MOST_PARTS = 20_000  # of a list
MOST_HOLES = 12
MOST_TOLD = 50  # faults: whoever has more has one that he made everywhere
E = TypeVar("E", bound=StrEnum)


@immutable
class Listed:
    """A part of a list. axle: the only one that it fits, None for either. line: in the file that it was read from, 0 for
    one that was not."""

    kind: PartKind
    axle: Axle | None
    part: BarRecord | Fitting
    line: int = 0

    @property
    def facts(self) -> PartFacts:
        """What it says of itself."""
        return self.part.facts


@immutable
class _Found:
    """Where a column stands in a file, and the SI value of its unit."""

    column: Column
    at: int
    factor: float


@immutable
class _Table:
    """A file with its columns."""

    read: CsvText
    found: tuple[_Found, ...]


def parts_from(text: str) -> tuple[Listed, ...]:
    """The parts of a list.

    Raises:
        DocumentError: with every problem in it, by line and column.
    """
    table = _table(text)
    if len(table.read.lines) > MOST_PARTS:
        raise DocumentError(f"The list has {len(table.read.lines)} parts; the most that is taken is {MOST_PARTS}.")
    parts, problems, known = [], list[Problem](), dict[tuple[object, ...], int]()
    for line in table.read.lines:
        wrong: list[Problem] = []
        one = _part(table, line, wrong)
        problems += wrong
        if one is None:
            continue
        key = (one.axle, key_of(one.part))
        if key in known:
            said = (
                f"“{one.part.name}” is on line {known[key]} already; what tells the two apart belongs into its name."
            )
            problems.append(Problem(_place(table, line, "name"), said, "a name of its own"))
        known.setdefault(key, line.number)
        parts.append(one)
    if len(problems) > MOST_TOLD:
        said = f"Nothing was taken over. These are the first {MOST_TOLD} of {len(problems)} faults."
        raise DocumentError(said, tuple(problems[:MOST_TOLD]))
    if problems:
        raise DocumentError("Nothing was taken over.", tuple(problems))
    if not parts:
        raise DocumentError("There is no part in this list.", (Problem("line 2", "No part follows the header."),))
    return tuple(parts)


def part_on(text: str, line: int) -> Listed:
    """One part of a list that was read before, by its line.

    Raises:
        KeyError: there is none.
    """
    table = _table(text)
    one = next((_part(table, each, []) for each in table.read.lines if each.number == line), None)
    if one is None:
        raise KeyError(line)
    return one


def parts_csv(parts: Iterable[Listed]) -> str:
    """The list with its header; it can be read again."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    listed = tuple(parts)
    cells = [_cells(one) for one in listed]
    used = [
        column for column in COLUMNS if column.key in ("kind", "name") or any(row.get(column.key) for row in cells)
    ]
    writer.writerow([column.title for column in used])
    writer.writerows([row.get(column.key, "") for column in used] for row in cells)
    return out.getvalue()


HEADER = ", ".join(column.title for column in COLUMNS)


@lru_cache(maxsize=8)
def _table(text: str) -> _Table:
    read = csv_text(text, HEADER)
    found, problems, known = list[_Found](), list[Problem](), {column.heading: column for column in COLUMNS}
    for head in read.heads:
        column = known.get(head.name)
        if column is None:
            problems.append(Problem(place(1, head.at, head.name), "There is no such column.", ", ".join(known)))
            continue
        if any(column is other.column for other in found):
            problems.append(Problem(place(1, head.at, head.name), "This column is there twice.", "one of each"))
            continue
        try:
            found.append(_Found(column, head.at, 1.0 if column.kind is None else head.factor(column.kind)))
        except InputError as problem:
            problems.append(Problem(place(1, head.at, head.name), problem.message, problem.accepts))
    if BY_KEY["name"] not in [each.column for each in found]:
        problems.append(Problem("line 1", "There is no column “name”.", HEADER))
    if problems:
        raise DocumentError("The header does not name what is in the list.", tuple(problems))
    return _Table(read, tuple(found))


def _place(table: _Table, line: Line, key: str) -> str:
    at = next((each.at for each in table.found if each.column.key == key), None)
    heading = BY_KEY[key].heading
    return f"line {line.number}, {heading}" if at is None else place(line.number, at, heading)


# one line


def _part(table: _Table, line: Line, problems: list[Problem]) -> Listed | None:
    """The part on a line, None where something is wrong, which is added to the problems."""
    before = len(problems)
    at: dict[str, Any] = {}
    kind = _kind(table, line, problems)
    for each in table.found:
        column, text = each.column, line.cell(each.at)
        if not text or column.key == "kind":
            continue
        try:
            if kind not in column.of:
                raise InputError(column.key, f"A {kind} has no {column.heading}.", accepts="an empty cell")
            at[column.key] = _value(table.read, each, text)
        except InputError as problem:
            place_ = place(line.number, each.at, column.heading)
            problems.append(Problem(place_, problem.message, problem.accepts))
    problems += [
        Problem(_place(table, line, column.key), f"A {kind} needs its {column.heading}.", column.title)
        for column in COLUMNS if kind in column.needed and column.key not in at
        and not any(problem.place == _place(table, line, column.key) for problem in problems)
    ]  # fmt: skip
    if len(problems) > before:
        return None
    try:
        return Listed(kind, _axle(at), _made(kind, at), line.number)
    except InputError as problem:
        problems.append(Problem(_place(table, line, problem.place), problem.message, problem.accepts))
        return None


def _kind(table: _Table, line: Line, problems: list[Problem]) -> PartKind:
    """A bar, where no column says what it is."""
    at = next((each.at for each in table.found if each.column.key == "kind"), None)
    said = "" if at is None else line.cell(at).casefold()
    if said and said not in list(PartKind):
        assert at is not None
        problems.append(Problem(place(line.number, at, "kind"), f"“{said}” is no part.", ", ".join(PartKind)))
    return PartKind(said) if said in list(PartKind) else PartKind.BAR


def _axle(at: dict[str, Any]) -> Axle | None:
    said = at.get("axle", "either")
    return None if said == "either" else Axle(said)


def _value(read: CsvText, each: _Found, text: str) -> Any:
    """What stands in a cell.

    Raises:
        InputError: it cannot be that.
    """
    column = each.column
    if column.key == "holes":
        holes = tuple(_number(read, each, part) for part in text.split())
        if len(holes) > MOST_HOLES:
            raise InputError("holes", f"{len(holes)} holes are more than fit.", accepts=f"1 to {MOST_HOLES}")
        if any(one >= other for one, other in pairwise(holes)):
            raise InputError("holes", "Holes are counted from the end of the arm inward.", accepts="12 38 64")
        return holes
    if column.kind is not None:
        return _number(read, each, text)
    if len(text) > (80 if column.key in ("name", "maker") else 400):
        raise InputError(column.key, "This text is too long.", accepts="80 characters in a name, 400 elsewhere")
    parts = tuple(part.strip() for part in text.split(BETWEEN)) if column.key in LISTS else (text,)
    if column.words:
        parts = tuple(part.casefold() for part in parts)
        odd = next((part for part in parts if part not in column.words), None)
        if odd is not None:
            raise InputError(column.key, f"“{odd}” is none of these.", accepts=", ".join(column.words))
    if column.key == "interchange":
        return tuple(_sister(part) for part in parts)
    return parts if column.key in LISTS else parts[0]


def _number(read: CsvText, each: _Found, text: str) -> float:
    value = read.number(text, each.column.key) * each.factor
    each.column.check(value, text)
    return value


def _sister(text: str) -> tuple[str, str]:
    """`Finch 1: studs 5 mm shorter`."""
    platform, colon, what = (part.strip() for part in text.partition(":"))
    if not (platform and colon and what):
        raise InputError("interchange", "What must be altered is not said.", accepts="platform: what must be altered")
    return platform, what


# parts and cells

_CHOICES: dict[str, type[StrEnum]] = {"finish": Finish, "sold_as": SoldAs, "ends": Ends, "joints": Joints}
_FACTS = tuple(field.name for field in fields(PartFacts))


def _made(kind: PartKind, at: dict[str, Any]) -> BarRecord | Fitting:
    """A part from its cells.

    Raises:
        InputError: its figures contradict each other.
    """
    for key, choices in _CHOICES.items():
        if key in at:
            at[key] = choices(at[key])
    if "work" in at:
        at["work"] = tuple(map(Work, at["work"]))
    said = {name: at.pop(name) for name in _FACTS if name in at}
    facts = PartFacts(**said) if said else NO_FACTS
    at.pop("axle", None)
    at.setdefault("maker", "")
    _require_steel(facts)
    if kind is PartKind.BAR:
        return _bar(at, facts)
    if kind is PartKind.BUSHINGS:
        at.setdefault("material", "")
        if "stiffness" not in at:
            raise InputError("stiffness", "A bushing set needs its stiffness.", accepts=BY_KEY["stiffness"].title)
    if kind is PartKind.LINK and at["shortest"] > at["longest"]:
        raise InputError("shortest", "The shortest is longer than the longest.", accepts="the other way round")
    return FITTINGS[kind](**at, facts=facts)


def _require_steel(facts: PartFacts) -> None:
    """Steel yields before it breaks.

    Raises:
        InputError
    """
    if facts.ultimate is not None and facts.yield_ is not None and facts.yield_ > facts.ultimate:
        raise InputError("yield_", "Steel yields before it breaks.", accepts="less than the ultimate strength")


def _bar(at: dict[str, Any], facts: PartFacts) -> BarRecord:
    holes, names = at.pop("holes"), at.pop("hole_names", ())
    if names and len(names) != len(holes):
        raise InputError("hole_names", f"{len(names)} names for {len(holes)} holes.", accepts="a name for each hole")
    plate = "arm_width" in at and "arm_thickness" in at
    solid = "wall" not in at
    figures = {field.name: _figure(at.get(field.name), field.key, field.scale) for field in BAR_FIELDS}
    if not solid and 2.0 * at["wall"] >= at["od"]:
        raise InputError("wall", "The walls meet in the middle: a solid bar has no wall.", accepts="an empty cell")
    if holes[-1] >= at["arm_length"]:
        raise InputError("holes", "The last hole lies beyond the arm.", accepts="less than the arm's length")
    if at["pivot_spacing"] >= at["centre_length"]:
        raise InputError(
            "pivot_spacing", "The bushings sit beyond the bar's corners.", accepts="less than the centre"
        )
    return BarRecord(
        name=at["name"], maker=at["maker"], solid=solid, plate_arms=plate, rigid_bushings=False,
        holes=tuple(Figure(hole, Provenance.MAKER) for hole in holes), hole_names=names, facts=facts, **figures,
    )  # fmt: skip


def _figure(value: float | None, key: str, scale: float) -> Figure:
    """The maker's, or what is typical where he says nothing."""
    if value is None:
        return Figure(BAR_DEFAULTS[key] * scale, Provenance.TYPICAL)
    return Figure(value, Provenance.MAKER)


def _cells(one: Listed) -> dict[str, str]:
    """What stands in the cells of a part, by key."""
    part, facts = one.part, one.facts
    at: dict[str, Any] = {name: getattr(facts, name) for name in _FACTS}
    at |= {"kind": one.kind, "axle": one.axle or ("either" if one.kind is PartKind.BAR else "")}
    if isinstance(part, BarRecord):
        at |= {field.name: getattr(part, field.name).value for field in BAR_FIELDS if _is_said(part, field.name)}
        at |= {"name": part.name, "maker": part.maker, "hole_names": part.hole_names,
               "holes": tuple(hole.value for hole in part.holes)}  # fmt: skip
    else:
        at |= {field.name: getattr(part, field.name) for field in fields(part) if field.name != "facts"}
    at["interchange"] = tuple(f"{platform}: {what}" for platform, what in facts.interchange)
    at["ends"] = "" if facts.ends is Ends.LINKS else facts.ends
    return {
        column.key: _text(column, at[column.key]) for column in COLUMNS if at.get(column.key) not in (None, (), "")
    }


def _is_said(bar: BarRecord, name: str) -> bool:
    """Whether a figure of a bar counts, and is not only what is typical."""
    figure: Figure = getattr(bar, name)
    usual = BAR_DEFAULTS.get(next(field.key for field in BAR_FIELDS if field.name == name))
    if figure.provenance is Provenance.TYPICAL and usual is not None and _figure_is(name, figure.value, usual):
        return False
    idle = {"wall": bar.solid, "arm_width": not bar.plate_arms, "arm_thickness": not bar.plate_arms}
    return name in BY_KEY and not idle.get(name, False)


def _figure_is(name: str, value: float, usual: float) -> bool:
    """Whether a figure of a bar is what a bar has whose maker says nothing; usual: in the document's unit."""
    scale = next(field.scale for field in BAR_FIELDS if field.name == name)
    return abs(value - usual * scale) <= 1e-9 * max(abs(value), 1.0)


def _text(column: Column, value: Any) -> str:
    def number(one: float) -> str:
        scale = 1.0 if column.kind is None else _scale(column)
        return f"{one / scale:.10g}"

    if isinstance(value, tuple):
        return " ".join(map(number, value)) if column.kind is not None else f" {BETWEEN} ".join(value)
    return number(value) if isinstance(value, float) else str(value)


def _scale(column: Column) -> float:
    """SI value of the unit in the heading."""
    assert column.kind is not None
    return TYPED.get(column.kind, {"": 1.0})[symbol_of(column.kind).casefold()]
