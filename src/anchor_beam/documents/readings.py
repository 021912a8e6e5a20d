"""What was read at a measuring aid, as it is kept: every number as it was typed, to be worked out again at any time."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import Any

from anchor_beam.core.sides import Axle
from anchor_beam.documents.aid import Aid
from anchor_beam.documents.aids import BY_KEY
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import System
from anchor_beam.units.parse import parse

SAME = 1e-6  # relative: a typed text and its value are rounded on the way out


@dataclass(frozen=True, slots=True)
class Reading:
    """One number [SI] and the text it was typed as."""

    value: float
    typed: str = ""


Row = tuple[Reading | None, ...]


class Support(StrEnum):
    """What carries a car while it is measured."""

    WHEELS = "wheels on the floor"
    PADS = "wheels on scales or pads"
    UNDER_AXLE = "stands under the axle"
    UNDER_FRAME = "stands under the frame"
    BLOCKS = "wheels on blocks"


@immutable
class Readings:
    """Of one aid, about one axle or the whole car. rows: as the aid's columns; what was not read is None. support: what
    carried the car; state: name of its load state then, empty where none had a name."""

    aid: str
    axle: Axle | None = None
    entries: Mapping[str, Reading] = field(default_factory=dict)
    rows: tuple[Row, ...] = ()
    support: Support = Support.WHEELS
    state: str = ""

    @property
    def of(self) -> tuple[str, Axle | None]:
        """What tells it apart from others of the car."""
        return self.aid, self.axle

    @property
    def table(self) -> Aid:
        """What the aid asks for."""
        return BY_KEY[self.aid]

    @property
    def is_empty(self) -> bool:
        """Whether nothing was read yet."""
        return not self.entries and not any(cell is not None for row in self.rows for cell in row)

    def with_entry(self, name: str, reading: Reading | None) -> Readings:
        """With another number at an entry, or none."""
        entries = {key: one for key, one in self.entries.items() if key != name}
        return replace(self, entries=entries if reading is None else {**entries, name: reading})

    def with_cell(self, row: int, name: str, reading: Reading | None) -> Readings:
        """With another number in the table; rows that nobody filled fall away at its end."""
        names = [column.name for column in self.table.columns]
        rows = [list(one) for one in self.rows]
        while len(rows) <= row:
            rows.append([None] * len(names))
        rows[row][names.index(name)] = reading
        while rows and all(cell is None for cell in rows[-1]):
            rows.pop()
        return replace(self, rows=tuple(tuple(one) for one in rows))

    def title(self) -> str:
        """What lists call it."""
        return f"{self.table.title}, {self.axle}" if self.axle else self.table.title


def readings_plain(readings: Readings) -> dict[str, Any]:
    """As plain data, numbers in the document's units."""
    table = readings.table

    def number(name: str, reading: Reading | None) -> float | None:
        return None if reading is None else float(f"{reading.value / table.entry(name).scale:.12g}")

    names = [column.name for column in table.columns]
    typed = {table.entry(name).key: one.typed for name, one in sorted(readings.entries.items()) if one.typed}
    stood = {} if readings.support is Support.WHEELS else {"support": str(readings.support)}
    stood |= {"state": readings.state} if readings.state else {}
    return {
        "aid": readings.aid, "axle": None if readings.axle is None else str(readings.axle),
        "entries": {table.entry(name).key: number(name, one) for name, one in sorted(readings.entries.items())},
        "as_typed": typed, "columns": [column.key for column in table.columns],
        "rows": [[number(name, cell) for name, cell in zip(names, row, strict=True)] for row in readings.rows],
        "rows_as_typed": [["" if cell is None else cell.typed for cell in row] for row in readings.rows], **stood,
    }  # fmt: skip


def readings_from(data: Mapping[str, Any]) -> Readings:
    """What `readings_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole, or an aid, entry or column is not known here.
        InputError: at its key, a number that cannot be, or a text that is none.
    """
    table = BY_KEY[data["aid"]]
    by_key = {one.key: one for one in (*table.entries, *table.columns)}
    axle = None if data["axle"] is None else Axle(data["axle"])
    known = [column.key for column in table.columns]
    had = len(data["columns"])  # columns that came later stand at the end: nothing was read in them
    if table.per_axle != (axle is not None) or list(data["columns"]) != known[:had] or (known and not had):
        raise ValueError(f"these are no readings of “{table.title}”")
    if len(data["rows"]) > table.most_rows or len(data["rows"]) != len(data["rows_as_typed"]):
        raise ValueError(f"this table has up to {table.most_rows} rows")

    def reading(key: str, number: Any, typed: str) -> Reading:
        value = float(number) * by_key[key].scale
        if not math.isfinite(value):
            raise ValueError(f"“{key}” is not a number")
        by_key[key].check(value, key)
        if typed and not math.isclose(
            parse(typed, by_key[key].kind, System.METRIC, place=key).value, value, rel_tol=SAME
        ):
            raise ValueError(f"the text “{typed}” is another value than {number}")
        return Reading(value, str(typed))

    entries = {
        by_key[key].name: reading(key, number, data["as_typed"].get(key, ""))
        for key, number in data["entries"].items()
    }
    if not set(entries) <= {entry.name for entry in table.entries}:
        raise ValueError(f"“{table.title}” does not ask for all of these")
    later = (None,) * (len(known) - had)
    rows = tuple(
        (
            *(
                None if number is None else reading(column.key, number, text)
                for column, number, text in zip(table.columns[:had], row, typed, strict=True)
            ),
            *later,
        )
        for row, typed in zip(data["rows"], data["rows_as_typed"], strict=True)
    )
    support = Support(data.get("support", Support.WHEELS))
    return Readings(table.key, axle, entries, rows, support, str(data.get("state", "")))
