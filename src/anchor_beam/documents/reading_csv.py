"""Tables of readings as CSV: a header with the unit in brackets, comma, semicolon or tab, decimal point or comma.

A table is taken whole or not at all; what is wrong is named by line and column.
"""

from __future__ import annotations

import csv
import io

from anchor_beam.documents.aid import Aid, Entry
from anchor_beam.documents.csv_text import CsvText, Line, csv_text, place, symbol_of
from anchor_beam.documents.readings import Reading, Readings, Row
from anchor_beam.errors import DocumentError, InputError, OutOfRange, Problem
from anchor_beam.units.kinds import System
from anchor_beam.units.show import show

WHEEL = "wheel"  # heading of the column that names the rows, where rows have names


def readings_csv(readings: Readings) -> str:
    """The table of an aid with its header, in the document's units."""
    columns, names = readings.table.columns, readings.table.row_names
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow([*([WHEEL] if names else []), *map(_heading, columns)])
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
    read = csv_text(text, _wanted(table))
    columns, problems = _columns(read, table)
    if problems:
        raise DocumentError("The header does not name what was read.", tuple(problems))
    if len(read.lines) > table.most_rows:
        raise DocumentError(f"The table has {len(read.lines)} rows; the most that is taken is {table.most_rows}.")
    rows: list[Row] = []
    for line in _named_rows(read, table) if table.row_names else read.lines:
        row: list[Reading | None] = []
        for column, (at, unit) in zip(table.columns, columns, strict=True):
            try:
                row.append(_cell(read, line.cell(at), column, unit))
            except InputError as problem:
                problems.append(Problem(place(line.number, at, column.label), problem.message, problem.accepts))
        rows.append(tuple(row))
    if problems:
        raise DocumentError("Not every reading is one.", tuple(problems))
    return tuple(rows)


def _named_rows(read: CsvText, table: Aid) -> tuple[Line, ...]:
    """Lines of a file in the order of an aid's rows; where no column names them, as they come.

    Raises:
        DocumentError: a row of this name does not exist, or is there twice.
    """
    head = read.head(WHEEL)
    if head is None:
        return read.lines
    found, problems = dict[str, Line](), list[Problem]()
    for line in read.lines:
        name = line.cell(head.at).casefold()
        if name not in table.row_names or name in found:
            said = f"“{name}” is there twice." if name in found else f"There is no wheel “{name}”."
            problems.append(Problem(place(line.number, head.at, WHEEL), said, ", ".join(table.row_names)))
        found[name] = line
    if problems:
        raise DocumentError("Not every row is a wheel.", tuple(problems))
    return tuple(found.get(name, Line(0, [])) for name in table.row_names)


def _heading(column: Entry) -> str:
    return f"{column.label} [{symbol_of(column.kind)}]"


def _wanted(table: Aid) -> str:
    return ", ".join(map(_heading, table.columns))


def _columns(read: CsvText, table: Aid) -> tuple[list[tuple[int, float]], list[Problem]]:
    """Where each column of an aid stands in the file, and the SI value of its unit."""
    found, problems = [], []
    for column in table.columns:
        head = read.head(column.label, column.name, column.key)
        if head is None:
            said = f"There is no column “{column.label}”. The columns are set apart by comma, semicolon or tab."
            problems.append(Problem("line 1", said, _wanted(table)))
            continue
        try:
            found.append((head.at, head.factor(column.kind)))
        except InputError as problem:
            problems.append(Problem(place(1, head.at, column.label), problem.message, problem.accepts))
    return found, problems


def _cell(read: CsvText, text: str, column: Entry, unit: float) -> Reading | None:
    """One reading, None where the cell is empty.

    Raises:
        InputError: it is no number, or cannot be right.
    """
    if not text:
        return None
    value = read.number(text, column.name) * unit
    try:
        column.check(value, column.name)
    except OutOfRange as problem:
        low, high = (show(bound, column.kind, System.METRIC) for bound in (problem.low, problem.high))
        raise InputError(column.name, f"{text} cannot be that.", accepts=f"{low} to {high}") from problem
    return Reading(value)
