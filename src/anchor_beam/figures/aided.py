"""What follows from the readings at a measuring aid: figures for the car with their error, and readings that do not fit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from anchor_beam.core.measure.photo import FEWEST, MARKS
from anchor_beam.core.working import Term, Working
from anchor_beam.documents.aids import PHOTO
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.readings import Readings, Support
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.aid_work import WORK, Aided, Asked, Given, entry_figure
from anchor_beam.units.kinds import Kind
from anchor_beam.words import aids as words


def aided(readings: Readings, file: CarFile) -> Aided:
    """Work out an aid from what was read so far."""
    table = readings.table
    if table.key not in WORK:  # what is built or placed gives the car no figure
        return Aided()
    entries = {entry.name: entry_figure(entry, readings, file) for entry in table.entries}
    missing = [entry.label for entry in table.entries if entries[entry.name] is None]
    some = any if table.row_names else all
    full = [i for i, row in enumerate(readings.rows) if some(cell is not None for cell in row)]
    least = LEAST_ROWS.get(table.key, 1 if table.row_names else 3 if table.columns else 0)
    if len(full) < least:
        missing.append(words.more_readings(least - len(full)))
    if missing:
        return Aided(missing=tuple(missing))
    at = {name: found[0] for name, found in entries.items() if found is not None}
    rows = np.array([[np.nan if cell is None else cell.value for cell in readings.rows[i]] for i in full])
    try:
        return stood(readings, file, WORK[table.key](Asked(readings, file, at, rows, full)))
    except AnchorBeamError as problem:
        return Aided(problem=_in_rows(problem, full))


def stood(readings: Readings, file: CarFile, found: Aided) -> Aided:
    """With what is to be said of how the car stood while it was read."""
    notes = (
        [words.supported(readings.support)]
        if readings.table.stands and readings.support is not Support.WHEELS
        else []
    )
    if readings.state != file.car.load_state and not readings.is_empty:
        notes.append(words.another_state(readings.state, file.car.load_state))
    return replace(found, notes=(*found.notes, *notes)) if notes else found


def working(given: Given, readings: Readings, file: CarFile) -> Working:
    """How a figure came about at an aid."""
    table, kind = readings.table, field_at(given.place).kind
    terms = [
        Term("", entry.label.lower(), found[0], entry.kind)
        for entry in table.entries if (found := entry_figure(entry, readings, file)) is not None
    ]  # fmt: skip
    count = sum(all(cell is not None for cell in row) for row in readings.rows)
    if count:
        terms.append(Term("n", "readings", count, Kind.COUNT))
    terms.append(Term(r"\sigma", "one standard deviation of the figure", given.spread, kind))
    label = field_at(given.place).label
    return Working(
        readings.title(),
        table.formula,
        tuple(terms),
        Term("", label.lower(), given.value, kind),
        table.source,
        table.how,
    )


LEAST_ROWS = {"corner-weights": 1, PHOTO: MARKS + FEWEST, "tilt": 2, "spring-ratio": 4, "pickup-ratio": 4}


def _in_rows(problem: AnchorBeamError, full: Sequence[int]) -> AnchorBeamError:
    """With the number of the row as it was typed."""
    head, bracket, rest = problem.place.partition("[")
    if head == "readings" and bracket:
        number, _, tail = rest.partition("]")
        return problem.at(f"readings[{full[int(number)]}]{tail}")
    return problem
