"""Garages of earlier formats: brought up to date with their whole history, after a copy; newer and foreign ones untouched."""

from __future__ import annotations

import shutil
import sqlite3
from collections import namedtuple
from pathlib import Path

import pytest

from anchor_beam.core.grip.driving import Phase
from anchor_beam.errors import GarageNewer, StoreError
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.store.migration import copy_beside
from anchor_beam.store.schema import SCHEMA_VERSION
from anchor_beam.units.kinds import System

GARAGES = Path(__file__).parent / "garages"
Usage = namedtuple("Usage", "total used free")


@pytest.fixture
def old(garage_path: Path) -> Path:
    """A garage of format 1: three cars with edits, one undone branch, one car put away, choices of the user."""
    garage_path.parent.mkdir()
    shutil.copy(GARAGES / "format-1.sqlite3", garage_path)
    return garage_path


def test_a_garage_of_every_earlier_format_is_kept_for_these_tests() -> None:
    assert {path.name for path in GARAGES.iterdir()} == {f"format-{i}.sqlite3" for i in range(1, SCHEMA_VERSION)}


def test_everything_is_as_it_was_left(old: Path) -> None:
    with Garage(old) as garage:
        assert [car.name for car in garage.cars()] == ["Sorrel Finch", "Wicken Estate, blue", "Harrow Half-ton"]
        assert [car.name for car in garage.cars(put_away=True)] == ["put away"]
        workshop = Workshop(garage)
        assert workshop.session.file.car.name == "Sorrel Finch"
        assert (workshop.choices.units, workshop.choices.phase) == (System.US, Phase.EXIT)
        assert workshop.session.file.bench.rear.bar.od.typed == "19 mm"
        assert workshop.session.file.reference == "evening"
        assert workshop.session.redo == "Setting “evening” removed"


def test_undo_goes_as_far_back_as_before_and_redo_comes_again(old: Path) -> None:
    with Garage(old) as garage:
        workshop, done = Workshop(garage), []
        while (undo := workshop.session.undo) is not None:
            done.append(undo)
            workshop.undo()
        assert done == [
            "Car, centre of gravity height", "Compared with “evening”", "Setting kept as “evening”",
            "Rear bar kept in the rack", "Rear bar, outer diameter",
        ]  # fmt: skip
        assert workshop.session.file.bench.rear.bar.od.value == pytest.approx(0.017)
        assert [setting.name for setting in workshop.session.file.settings] == ["standard", "dry 1", "damp 3"]
        while workshop.session.redo is not None:
            workshop.redo()
        assert [setting.name for setting in workshop.session.file.settings] == ["standard", "dry 1", "damp 3"]
        assert workshop.session.file.bench.rear.bar.od.typed == "19 mm"


def test_the_copy_made_first_is_the_old_garage(old: Path) -> None:
    before = sqlite3.connect(old).execute("SELECT count(*), sum(length(document)) FROM revision").fetchone()
    Garage(old).close()
    copy = sqlite3.connect(copy_beside(old, 1))
    assert copy.execute("PRAGMA user_version").fetchone()[0] == 1
    assert copy.execute("SELECT count(*), sum(length(document)) FROM revision").fetchone() == before
    copy.close()
    with Garage(old) as garage:  # once is enough
        assert garage.database.one("PRAGMA user_version") == SCHEMA_VERSION


def test_without_room_for_the_copy_it_is_refused_with_the_figure_and_untouched(
    old: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = old.read_bytes()
    monkeypatch.setattr(shutil, "disk_usage", lambda _path: Usage(10**9, 10**9, 40_000))
    with pytest.raises(StoreError, match="0 MB free"):
        Garage(old)
    assert sqlite3.connect(old).execute("PRAGMA user_version").fetchone()[0] == 1
    assert old.read_bytes()[100:] == before[100:]  # but for the counters of its first page
    assert not copy_beside(old, 1).exists()


@pytest.mark.parametrize(("pragma", "error"), [
    (f"user_version = {SCHEMA_VERSION + 1}", GarageNewer), ("application_id = 7", StoreError),
])  # fmt: skip
def test_a_newer_garage_and_a_foreign_database_are_not_touched_at_all(old: Path, pragma: str, error: type) -> None:
    Garage(old).close()
    db = sqlite3.connect(old)
    db.execute("PRAGMA journal_mode = DELETE")
    db.execute(f"PRAGMA {pragma}")
    db.close()
    before = old.read_bytes()
    with pytest.raises(error):
        Garage(old)
    assert old.read_bytes() == before
    assert not old.with_name(f"{old.name}-wal").exists()


def test_a_damaged_car_stops_the_migration_and_leaves_the_old_garage(old: Path) -> None:
    db = sqlite3.connect(old)
    db.execute("UPDATE revision SET document = x'00' WHERE id = 2")
    db.commit()
    db.close()
    with pytest.raises(StoreError, match="cannot be read"):
        Garage(old)
    db = sqlite3.connect(old)
    assert db.execute("PRAGMA user_version").fetchone()[0] == 1
    assert db.execute("SELECT count(*) FROM car").fetchone()[0] == 4
    db.close()


def test_what_changed_in_the_corner_is_said_once(old: Path) -> None:
    with Garage(old) as garage:
        assert "five phases" in Workshop(garage).said.why
        assert "five phases" not in Workshop(garage).said.why
    with Garage(old) as garage:
        assert "five phases" not in Workshop(garage).said.why


def test_the_phase_that_was_called_entry_is_the_one_on_the_brakes(old: Path) -> None:
    with Garage(old) as garage:
        garage.choose("phase", "entry")
        assert Workshop(garage).choices.phase is Phase.BRAKES
