"""What lies around a bar as a table: a row for each thing; cells that its shape does not need stay empty.

Taken whole or not at all; what is wrong is named by line and column.
"""

from __future__ import annotations

import csv
import io
from enum import StrEnum
from typing import TypeVar

from anchor_beam.core.sides import Axle
from anchor_beam.documents.csv_text import CsvText, Head, Line, csv_text, place, safe, symbol_of
from anchor_beam.documents.obstacles import MOST, OTHER_END, PLACE, RADIUS, SIZES, Held, Obstacle, Shape, Size, Thing
from anchor_beam.errors import DocumentError, InputError, OutOfRange, Problem
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

EVERY: tuple[Size, ...] = (*PLACE, *OTHER_END, RADIUS, *SIZES[Shape.WHEEL][4:])
LEAST = Size("least", "least gap", Kind.FINE_LENGTH, (0.0, 0.2))
WORDS: dict[str, type[StrEnum]] = {"thing": Thing, "moves with": Held, "shape": Shape}


def _heading(size: Size) -> str:
    return f"{size.label} [{symbol_of(size.kind)}]"


HEADER = ", ".join(("name", *WORDS, *map(_heading, (*EVERY, LEAST))))


def obstacles_csv(obstacles: tuple[Obstacle, ...]) -> str:
    """With a header, in the document's units."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(HEADER.split(", "))
    for each in obstacles:
        numbers = dict(zip((size.name for size in SIZES[each.shape]), each.numbers, strict=True))
        if each.own_least is not None:
            numbers[LEAST.name] = each.own_least
        cells = (
            f"{numbers[size.name] / size.scale:.10g}" if size.name in numbers else "" for size in (*EVERY, LEAST)
        )
        writer.writerow([safe(each.name), str(each.thing), str(each.held), str(each.shape), *cells])
    return out.getvalue()


def obstacles_from(text: str, axle: Axle) -> tuple[Obstacle, ...]:
    """The things of an axle.

    Raises:
        DocumentError: with every problem in it, by line and column.
    """
    read = csv_text(text, HEADER)
    heads = {name: read.head(name) for name in ("name", *WORDS)} | {
        size.name: read.head(size.label, size.name) for size in (*EVERY, LEAST)
    }
    missing = [name for name in ("name", "shape", *(size.name for size in PLACE)) if heads[name] is None]
    if missing:
        said = f"There is no column “{missing[0]}”."
        raise DocumentError("The header does not name what the columns are.", (Problem("line 1", said, HEADER),))
    if len(read.lines) > MOST:
        raise DocumentError(f"The table has {len(read.lines)} rows; the most that is taken is {MOST}.")
    problems: list[Problem] = []
    found: list[Obstacle] = []
    for line in read.lines:
        made = _one(read, line, heads, axle, problems)
        if made is not None and made.of in {each.of for each in found}:
            problems.append(
                Problem(place(line.number, 0, "name"), f"“{made.name}” is there twice.", "a name of its own")
            )
        elif made is not None:
            found.append(made)
    if problems:
        raise DocumentError("Not every thing could be read.", tuple(problems))
    return tuple(found)


def _one(
    read: CsvText, line: Line, heads: dict[str, Head | None], axle: Axle, problems: list[Problem]
) -> Obstacle | None:
    """One thing; None, with what is wrong added to the problems, where it is not whole."""
    before = len(problems)
    name = _text(line, heads["name"])
    if not name:
        problems.append(Problem(place(line.number, 0, "name"), "It has no name.", "exhaust, left"))
    thing = _word(line, heads["thing"], Thing, Thing.OTHER, problems)
    held = _word(line, heads["moves with"], Held, Held.BODY, problems)
    shape = _word(line, heads["shape"], Shape, Shape.ROD, problems)
    numbers = []
    for size in SIZES[shape]:
        value = _number(read, line, heads[size.name], size, problems, wanted=True)
        numbers.append(0.0 if value is None else value)
    least = _number(read, line, heads[LEAST.name], LEAST, problems, wanted=False)
    if len(problems) > before:
        return None
    return Obstacle(name, axle, thing, held, shape, tuple(numbers), least)


def _text(line: Line, head: Head | None) -> str:
    return "" if head is None else line.cell(head.at).removeprefix("'")


E = TypeVar("E", bound=StrEnum)


def _word(line: Line, head: Head | None, kinds: type[E], usual: E, problems: list[Problem]) -> E:
    said = _text(line, head).casefold()
    if not said or head is None:
        return usual
    if said not in list(kinds):
        problems.append(
            Problem(place(line.number, head.at, head.name), f"“{said}” is none of these.", ", ".join(kinds))
        )
        return usual
    return kinds(said)


def _number(
    read: CsvText, line: Line, head: Head | None, size: Size, problems: list[Problem], *, wanted: bool
) -> float | None:
    text = _text(line, head)
    if head is None or not text:
        if wanted:
            at = 0 if head is None else head.at
            problems.append(Problem(place(line.number, at, size.label), "Nothing stands there.", "a number"))
        return None
    low, high = size.legal
    try:
        value = read.number(text, size.name) * head.factor(size.kind)
        if not low <= value <= high:
            raise OutOfRange(size.name, size.label, got=value, low=low, high=high, kind=size.kind)
    except OutOfRange:
        bounds = (show(bound, size.kind, System.METRIC) for bound in size.legal)
        problems.append(
            Problem(place(line.number, head.at, size.label), f"{text} cannot be that.", " to ".join(map(str, bounds)))
        )
    except InputError as problem:
        problems.append(Problem(place(line.number, head.at, size.label), problem.message, problem.accepts))
    else:
        return value
    return None
