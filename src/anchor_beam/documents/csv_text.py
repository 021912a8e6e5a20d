"""Tables as text: a header with units in brackets; comma, semicolon or tab; decimal point or comma."""

from __future__ import annotations

import csv
import io
import math
import re

from anchor_beam.errors import DocumentError, InputError, Problem
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import TYPED, UNITS, Kind, System

_HEAD = re.compile(r"^\s*(?P<name>[^\[\]]+?)\s*(?:\[(?P<unit>[^\[\]]*)\])?\s*$")
_SEPARATORS = (";", "\t", ",")


@immutable
class Head:
    """Heading of a column: its name in small letters, its unit where it names one, and where it stands."""

    name: str
    unit: str | None
    at: int

    def factor(self, kind: Kind) -> float:
        """SI value of one of its units, those of the document where it names none.

        Raises:
            InputError: it is no unit of this kind.
        """
        symbol = (symbol_of(kind) if self.unit is None else self.unit).strip().casefold()
        factors = TYPED.get(kind, {"": 1.0})
        if symbol not in factors:
            raise InputError(self.name, f"“{self.unit}” is no unit of this column.", accepts=", ".join(factors))
        return factors[symbol]


@immutable
class Line:
    """Cells of a line, and its number in the file."""

    number: int
    cells: list[str]

    def cell(self, at: int) -> str:
        """What stands in a column, empty beyond the last."""
        return self.cells[at].strip() if at < len(self.cells) else ""


@immutable
class CsvText:
    """A table that was read: headings that could be, lines below them, and whether numbers have a decimal comma."""

    heads: tuple[Head, ...]
    lines: tuple[Line, ...]
    comma: bool

    def head(self, *names: str) -> Head | None:
        """The first of these headings that is there."""
        known = {head.name: head for head in self.heads}
        return next((known[name.casefold()] for name in names if name.casefold() in known), None)

    def number(self, text: str, place: str) -> float:
        """A number as people write it.

        Raises:
            InputError: it is none.
        """
        plain = text.strip().replace("−", "-")
        try:
            return float(plain.replace(",", ".") if self.comma else plain)
        except ValueError as problem:
            raise InputError(place, f"“{text.strip()}” is not a number.", accepts="12.5") from problem


def csv_text(text: str, wanted: str) -> CsvText:
    """Read a table; blank lines are passed over. wanted: the header, for who wrote none.

    Raises:
        DocumentError: it is empty.
    """
    lines = text.splitlines()
    first = next((line for line in lines if line.strip()), None)
    if first is None:
        raise DocumentError("The file is empty.", (Problem("line 1", "There is no header.", wanted),))
    separator = next((mark for mark in _SEPARATORS if mark in first), ",")
    reader = csv.reader(io.StringIO("\n".join(lines)), delimiter=separator)
    rows = [Line(reader.line_num, cells) for cells in reader if any(cell.strip() for cell in cells)]
    heads = ((at, _HEAD.match(cell)) for at, cell in enumerate(rows[0].cells))
    found = (Head(match["name"].casefold(), match["unit"], at) for at, match in heads if match)
    return CsvText(tuple(found), tuple(rows[1:]), separator != ",")


def symbol_of(kind: Kind) -> str:
    """The unit of documents."""
    return UNITS[System.METRIC][kind].symbol


def place(line: int, at: int, label: str) -> str:
    """Where in a file something is wrong."""
    return f"line {line}, column {at + 1} ({label})"


def as_json(table: str) -> str:
    """A table that we wrote (comma, decimal point) as a document: a row each, by heading; numbers are numbers."""
    import json

    rows = [{head: _plain(cell) for head, cell in row.items()} for row in csv.DictReader(io.StringIO(table))]
    return json.dumps({"anchor_beam": 1, "kind": "table", "rows": rows}, indent=1, ensure_ascii=False)


def _plain(cell: str) -> str | float | None:
    if not cell:
        return None
    try:
        found = float(cell)
    except ValueError:
        return cell.removeprefix("'") if cell.startswith(("'=", "'+", "'-", "'@")) else cell
    return found if math.isfinite(found) else cell


def safe(words: str) -> str:
    """Words that no table program takes for a formula."""
    return f"'{words}" if words.startswith(("=", "+", "-", "@", "\t", "\r")) else words
