"""Joints of a control arm as a table: a row for each joint, its coordinates from the bar's pivot axis in columns.

Taken whole or not at all; what is wrong is named by line and column.
"""

from __future__ import annotations

import csv
import io

from anchor_beam.documents.csv_text import CsvText, Line, csv_text, place, symbol_of
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.mounting import JOINT_NAMES, WAYS
from anchor_beam.documents.records import AxleRecord
from anchor_beam.errors import DocumentError, InputError, OutOfRange, Problem
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

HEADER = ", ".join(("joint", *(f"{way} [{symbol_of(Kind.FINE_LENGTH)}]" for way in WAYS)))


def points_csv(axle: AxleRecord) -> str:
    """The joints of an axle with a header, in the document's units."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(HEADER.split(", "))
    for joint, name in JOINT_NAMES.items():
        writer.writerow([name, *(f"{getattr(axle, f'{joint}_{way}').value * 1e3:.10g}" for way in WAYS)])
    return out.getvalue()


def points_from(text: str) -> dict[str, float]:
    """Coordinates [m] by the name of their figure; joints that are not there stay as they are.

    Raises:
        DocumentError: with every problem in it, by line and column.
    """
    read = csv_text(text, HEADER)
    problems: list[Problem] = []
    found: dict[str, float] = {}
    first, columns = read.head("joint"), {way: read.head(way) for way in WAYS}
    if first is None or None in columns.values():
        raise DocumentError(
            "The header does not name what the columns are.",
            (Problem("line 1", "Not every column is there.", HEADER),),
        )
    by_name = {name: joint for joint, name in JOINT_NAMES.items()}
    for line in read.lines:
        name = line.cell(first.at).casefold()
        if name not in by_name:
            said = f"There is no joint “{line.cell(first.at)}”."
            problems.append(Problem(place(line.number, first.at, "joint"), said, ", ".join(by_name)))
            continue
        for way, head in columns.items():
            assert head is not None
            try:
                found[f"{by_name[name]}_{way}"] = _value(
                    read, line, head.at, head.factor(Kind.FINE_LENGTH), by_name[name], way
                )
            except InputError as problem:
                problems.append(Problem(place(line.number, head.at, way), problem.message, problem.accepts))
    if problems or not found:
        raise DocumentError(
            "Not every joint could be read.", tuple(problems) or (Problem("line 2", "There is no joint.", HEADER),)
        )
    return found


def _value(read: CsvText, line: Line, at: int, unit: float, joint: str, way: str) -> float:
    text = line.cell(at)
    if not text:
        raise InputError(way, "Nothing stands there.", accepts="12.5")
    value = read.number(text, way) * unit
    try:
        field_at(f"car.front.{joint}_{way}").check(value, way)
    except OutOfRange as problem:
        low, high = (show(bound, Kind.FINE_LENGTH, System.METRIC) for bound in (problem.low, problem.high))
        raise InputError(way, f"{text} cannot be that.", accepts=f"{low} to {high}") from problem
    return value
