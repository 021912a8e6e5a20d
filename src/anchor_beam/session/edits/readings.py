"""What is read at a measuring aid, and the figures of the car that follow from it."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.sides import Axle
from anchor_beam.documents.aids import BY_KEY
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import put
from anchor_beam.documents.readings import Reading, Readings, Row, Support
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.words import acts


@immutable(eq=False)
class SetReading:
    """Write one number down, or take it away: an entry, or with a row the column of a table."""

    aid: str
    axle: Axle | None
    name: str
    reading: Reading | None
    row: int | None = None

    def apply(self, file: CarFile) -> CarFile:
        table, before = BY_KEY[self.aid], file.read_at(self.aid, self.axle)
        if self.reading is not None:
            table.entry(self.name).check(self.reading.value, self.name)
        if self.row is not None and self.row >= table.most_rows:
            raise InputError(self.name, f"This table has {table.most_rows} rows.", accepts=f"1 to {table.most_rows}")
        after = (
            before.with_entry(self.name, self.reading) if self.row is None
            else before.with_cell(self.row, self.name, self.reading)
        )  # fmt: skip
        return file if after == before else file.with_readings(replace(after, state=file.car.load_state))

    @property
    def said(self) -> str:
        table = BY_KEY[self.aid]
        where = "" if self.row is None else table.row_name(self.row)
        return acts.reading(table.title, self.axle, table.entry(self.name).label, where)


@immutable(eq=False)
class ReplaceRows:
    """Take a table from a file, or clear it, in place of the one that is there."""

    aid: str
    axle: Axle | None
    rows: tuple[Row, ...]

    def apply(self, file: CarFile) -> CarFile:
        before = file.read_at(self.aid, self.axle)
        return file.with_readings(replace(before, rows=self.rows, state=file.car.load_state))

    @property
    def said(self) -> str:
        return acts.readings(BY_KEY[self.aid].title, self.axle, len(self.rows))


@immutable(eq=False)
class TakeReadings:
    """Take over what was read for another car, such as the floor that both stand on."""

    readings: Readings
    car: str

    def apply(self, file: CarFile) -> CarFile:
        return file.with_readings(replace(self.readings, state=file.car.load_state))

    @property
    def said(self) -> str:
        return acts.taken_over(self.readings.table.title, self.car)


@immutable(eq=False)
class SetSupport:
    """Say what carried the car while it was read."""

    aid: str
    axle: Axle | None
    support: Support

    def apply(self, file: CarFile) -> CarFile:
        return file.with_readings(replace(file.read_at(self.aid, self.axle), support=self.support))

    @property
    def said(self) -> str:
        return acts.supported(BY_KEY[self.aid].title, self.axle, str(self.support))


@immutable(eq=False)
class TakeMeasured:
    """Write figures to the car that an aid worked out: place, value and one standard deviation [SI] of each."""

    aid: str
    axle: Axle | None
    figures: tuple[tuple[str, float, float], ...]

    def apply(self, file: CarFile) -> CarFile:
        for place, value, spread in self.figures:
            field_at(place).check(value, place)
            file = put(file, place, Figure(value, Provenance.MEASURED, "", spread))
        return file

    @property
    def said(self) -> str:
        return acts.measured(BY_KEY[self.aid].title, self.axle)
