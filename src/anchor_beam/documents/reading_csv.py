"""Tables of readings as CSV: a header with the unit in brackets, comma, semicolon or tab, decimal point or comma.

A table is taken whole or not at all; what is wrong is named by line and column.
"""

from __future__ import annotations

import csv
import io
import re

from anchor_beam.documents.aids import Aid, Entry
from anchor_beam.documents.readings import Reading, Readings, Row
from anchor_beam.errors import DocumentError, InputError, OutOfRange, Problem
from anchor_beam.units.kinds import TYPED, UNITS, System
from anchor_beam.units.show import show

_HEAD = re.compile(r"^\s*(?P<name>[^\[\]]+?)\s*(?:\[(?P<unit>[^\[\]]*)\])?\s*$")
_SEPARATORS = (";", "\t", ",")
WHEEL = "wheel"  # heading of the column that names the rows, where rows have names


def readings_csv(readings: Readings) -> str:
    """The table of an aid with its header, in the document's units."""
    columns, names = readings.table.columns, readings.table.row_names
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow([*([WHEEL] if names else []), *(f"{column.label} [{_symbol(column)}]" for column in columns)])
    for i, row in enumerate(readings.rows):
        cells = (
            "" if cell is None else f"{cell.value / column.scale:.10g}"
            for column, cell in zip(columns, row, strict=True)
        )
        writer.writerow([*([names[i]] if names else []), *cells])
    return out.getvalue()


def rows_from(text: str, table: Aid) -> tuple[Row, ...]:
    """The rows of a table for an aid.

    Raises:
        DocumentError: with every problem in it, by line and column.
    """
    lines = [line for line in text.splitlines() if line.strip()]
    if not lines:
        raise DocumentError("The file is empty.", (Problem("line 1", "There is no header.", _wanted(table)),))
    separator = next((mark for mark in _SEPARATORS if mark in lines[0]), ",")
    cells = list(csv.reader(lines, delimiter=separator))
    columns, problems = _columns(cells[0], table)
    if problems:
        raise DocumentError("The header does not name what was read.", tuple(problems))
    if len(cells) - 1 > table.most_rows:
        raise DocumentError(f"The table has {len(cells) - 1} rows; the most that is taken is {table.most_rows}.")
    rows: list[Row] = []
    lines_of = _named_rows(cells, table) if table.row_names else list(enumerate(cells[1:], start=2))
    for number, line in lines_of:
        row: list[Reading | None] = []
        for column, (at, unit) in zip(table.columns, columns, strict=True):
            try:
                row.append(_cell(line[at] if at < len(line) else "", column, unit, comma=separator != ","))
            except InputError as problem:
                place = f"line {number}, column {at + 1} ({column.label})"
                problems.append(Problem(place, problem.message, problem.accepts))
        rows.append(tuple(row))
    if problems:
        raise DocumentError("Not every reading is one.", tuple(problems))
    return tuple(rows)


def _named_rows(cells: list[list[str]], table: Aid) -> list[tuple[int, list[str]]]:
    """Lines of a file in the order of an aid's rows, each with its number; where no column names them, as they come.

    Raises:
        DocumentError: a row of this name does not exist, or is there twice.
    """
    heads = [head.strip().casefold() for head in cells[0]]
    numbered = list(enumerate(cells[1:], start=2))
    if WHEEL not in heads:
        return numbered
    at, found, problems = heads.index(WHEEL), dict[str, tuple[int, list[str]]](), list[Problem]()
    for number, line in numbered:
        name = line[at].strip().casefold() if at < len(line) else ""
        if name not in table.row_names or name in found:
            said = f"“{name}” is there twice." if name in found else f"There is no wheel “{name}”."
            problems.append(Problem(f"line {number}, column {at + 1} ({WHEEL})", said, ", ".join(table.row_names)))
        found[name] = (number, line)
    if problems:
        raise DocumentError("Not every row is a wheel.", tuple(problems))
    return [found.get(name, (0, [])) for name in table.row_names]


def _symbol(column: Entry) -> str:
    return UNITS[System.METRIC][column.kind].symbol


def _wanted(table: Aid) -> str:
    return ", ".join(f"{column.label} [{_symbol(column)}]" for column in table.columns)


def _columns(header: list[str], table: Aid) -> tuple[list[tuple[int, float]], list[Problem]]:
    """Where each column of an aid stands in the file, and the SI value of its unit."""
    named: dict[str, tuple[int, str | None]] = {}
    for i, text in enumerate(header):
        match = _HEAD.match(text)
        if match:
            named[match["name"].casefold()] = (i, match["unit"])
    found, problems = [], []
    for column in table.columns:
        known = next((named[name] for name in (column.label, column.name, column.key) if name in named), None)
        if known is None:
            said = f"There is no column “{column.label}”. The columns are set apart by comma, semicolon or tab."
            problems.append(Problem("line 1", said, _wanted(table)))
            continue
        at, unit = known
        symbol = (_symbol(column) if unit is None else unit).strip().casefold()
        factors = TYPED.get(column.kind, {"": 1.0})
        if symbol not in factors:
            said = f"“{unit}” is no unit of this column."
            problems.append(Problem(f"line 1, column {at + 1} ({column.label})", said, ", ".join(factors)))
            continue
        found.append((at, factors[symbol]))
    return found, problems


def _cell(text: str, column: Entry, unit: float, *, comma: bool) -> Reading | None:
    """One reading, None where the cell is empty.

    Raises:
        InputError: it is no number, or cannot be right.
    """
    plain = text.strip().replace("−", "-")
    if not plain:
        return None
    try:
        value = float(plain.replace(",", ".") if comma else plain) * unit
    except ValueError as problem:
        raise InputError(column.name, f"“{text.strip()}” is not a number.", accepts="12.5") from problem
    try:
        column.check(value, column.name)
    except OutOfRange as problem:
        low, high = (show(bound, column.kind, System.METRIC) for bound in (problem.low, problem.high))
        raise InputError(column.name, f"{text.strip()} cannot be that.", accepts=f"{low} to {high}") from problem
    return Reading(value)
