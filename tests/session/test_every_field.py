"""Every input of the table, set in a garage: kept with its unit, refused outside what is legal, undone to the letter."""

from __future__ import annotations

import math
from collections.abc import Iterator
from pathlib import Path

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.fields import (
    AIM_FIELDS,
    AXLE_FIELDS,
    BAR_FIELDS,
    CAR_FIELDS,
    END_FIELDS,
    document_number,
    field_at,
)  # fmt: skip
from anchor_beam.documents.places import read
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.records import Figure, Provenance
from anchor_beam.errors import InputError, OutOfRange
from anchor_beam.session.edits import SetValue
from anchor_beam.session.edits.figures import figure_name
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.units.kinds import System
from anchor_beam.units.parse import parse
from anchor_beam.units.show import for_editing

PLACES = (
    *(f"car.{field.name}" for field in CAR_FIELDS),
    *(f"aim.{field.name}" for field in AIM_FIELDS),
    *(f"car.{axle}.{field.name}" for axle in Axle for field in AXLE_FIELDS),
    *(f"bench.{axle}.{field.name}" for axle in Axle for field in END_FIELDS),
    *(f"bench.{axle}.bar.{field.name}" for axle in Axle for field in BAR_FIELDS),
)


@pytest.fixture(scope="module")
def workshop(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Workshop]:
    path: Path = tmp_path_factory.mktemp("garage") / "garage.sqlite3"
    with Garage(path) as garage:
        garage.add(sorrel_finch(), "made")
        made = Workshop(garage)
        made.open(garage.cars()[0].id)
        yield made


def another(place: str, before: float) -> float:
    """A value near the one that stands there; a usual one where nothing does."""
    low, high = field_at(place).usual
    if place.endswith("pickup_holes"):
        return before + 1.0
    near = 1.02 * before
    return near if low <= near <= high and near != before else low + 0.37 * (high - low)


@pytest.mark.parametrize("place", PLACES)
def test_a_field_is_kept_with_its_source_and_undone(workshop: Workshop, place: str) -> None:
    before = workshop.picture.file
    value = another(place, read(before, place).value)
    workshop.do(SetValue(place, value, "as typed", Provenance.MEASURED))
    file = workshop.picture.file
    assert read(file, place) == Figure(value, Provenance.MEASURED, "as typed")
    assert workshop.said.act == figure_name(place)
    workshop.undo()
    assert workshop.picture.file == before
    workshop.redo()
    assert read(workshop.picture.file, place).value == value
    workshop.undo()


@pytest.mark.parametrize("place", PLACES)
@pytest.mark.parametrize("off", [-1.0, 1.0])
def test_outside_what_is_legal_it_is_refused_at_its_place(workshop: Workshop, place: str, off: float) -> None:
    before, (low, high) = workshop.picture.file, field_at(place).legal
    value = low - 1.0 - abs(low) if off < 0.0 else high + 1.0 + abs(high)
    with pytest.raises(OutOfRange) as refused:
        workshop.do(SetValue(place, value))
    assert refused.value.place == place and workshop.picture.file is before


@pytest.mark.parametrize("place", PLACES)
@pytest.mark.parametrize("value", [math.nan, math.inf, -math.inf])
def test_what_is_no_number_is_refused(workshop: Workshop, place: str, value: float) -> None:
    before = workshop.picture.file
    with pytest.raises(InputError):
        workshop.do(SetValue(place, value))
    assert workshop.picture.file is before


@pytest.mark.parametrize("place", PLACES)
def test_what_is_usual_is_legal_and_what_is_shown_reads_back(place: str) -> None:
    field = field_at(place)
    assert field.legal[0] <= field.usual[0] < field.usual[1] <= field.legal[1]
    assert field.label and field.help.endswith(".")
    for value in field.usual:
        field.check(value, place)
        for system in (System.METRIC, System.US):
            shown = for_editing(value, field.kind, system)
            typed = parse(str(shown), field.kind, system, place=place)
            assert typed.value == pytest.approx(value, rel=1e-3, abs=1e-6)


@pytest.mark.parametrize("place", PLACES)
def test_a_file_has_it_in_its_unit_and_reads_it_back(place: str) -> None:
    file, field = sorrel_finch(), field_at(place)
    value = another(place, read(file, place).value)
    changed = SetValue(place, value, source=Provenance.MEASURED).apply(file)
    text = to_json(changed)
    assert f'"{field.key}"' in text
    kept = read(from_json(text), place)
    assert kept.provenance is Provenance.MEASURED
    assert kept.value == pytest.approx(value, rel=1e-11, abs=1e-15)
    assert document_number(field, kept.value) == document_number(field, value)
