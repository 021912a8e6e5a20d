"""Rows: each has a value or says why not, and opens a working whenever it has a value."""

from __future__ import annotations

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.layouts import LAYOUTS, typical_car
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import BarState, CarFile, Figure
from anchor_beam.figures.picture import picture
from anchor_beam.figures.rows import CROSS_WEIGHT, HEADLINES, WEIGHTS, bar_rows, link_rows, read_row
from anchor_beam.session.edits import Choose
from anchor_beam.units.kinds import SYSTEMS, System, unit_of
from anchor_beam.units.parse import parse

CARS = (*team(), *(typical_car(layout, layout.label) for layout in LAYOUTS))
ROWS = (*HEADLINES, CROSS_WEIGHT, *WEIGHTS, *(row for axle in Axle for row in (*bar_rows(axle), *link_rows(axle))))


def tipping(file: CarFile) -> CarFile:
    return put(file, "car.cg_height", Figure(1.9 * read(file, "car.cg_height").value))


def without_bars(file: CarFile) -> CarFile:
    for axle, state in zip(Axle, (BarState.UNHOOKED, BarState.NONE), strict=True):
        file = Choose(f"bench.{axle}.state", state).apply(file)
    return file


@pytest.mark.parametrize(
    "changed", [lambda file: file, tipping, without_bars], ids=["as it is", "tipping", "no bars"]
)
@pytest.mark.parametrize("file", CARS, ids=[file.car.name for file in CARS])
def test_a_row_has_a_value_with_its_working_or_says_why_not(file: CarFile, changed) -> None:
    shown = picture(changed(file))
    for row in ROWS:
        reading, working = read_row(row, shown, System.METRIC), row.how(shown)
        if row.value(shown.now) is None:
            assert reading.why.endswith("."), row.key
            assert reading.value.unit, row.key  # a few words in place of the figure
        else:
            assert not reading.why, row.key
            assert working is not None, row.key
            assert working.formula, row.key


@pytest.mark.parametrize("file", CARS, ids=[file.car.name for file in CARS])
def test_a_row_says_the_same_in_both_systems_of_units(file: CarFile) -> None:
    shown = picture(file)
    for row in ROWS:
        value = row.value(shown.now)
        readings = [read_row(row, shown, units) for units in SYSTEMS]
        assert readings[0].label == readings[1].label and bool(readings[0].why) == bool(readings[1].why), row.key
        if value is None:
            continue
        for reading, units in zip(readings, SYSTEMS, strict=True):
            unit = unit_of(row.kind, units)
            read_back = parse(str(reading.value), row.kind, units).value
            assert read_back == pytest.approx(value, abs=0.51 * unit.si * 10.0**-unit.decimals), (
                row.key,
                reading.value,
            )
            assert str(reading.value) in reading.spoken
