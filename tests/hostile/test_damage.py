"""A damaged car, and a garage that another program holds: the others open, the window stays alive, nothing is lost."""

from __future__ import annotations

import sqlite3
import time
from contextlib import closing
from pathlib import Path

import pytest
from PySide6.QtTest import QTest

from anchor_beam.desk import app
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.errors import GarageBusy, StoreError
from anchor_beam.session.edits import SetValue
from anchor_beam.session.outcome import Saved, Unsaved
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from support.desk import LEFT_BUTTON, Desk

OD = "bench.rear.bar.od"


def damage(path: Path, car: int) -> int:
    """Spoil what the newest revision of a car's bench says; its number."""
    with closing(sqlite3.connect(path)) as db:
        (revision,) = db.execute("SELECT head FROM document WHERE owner = ? AND kind = 'bench'", (car,)).fetchone()
        db.execute("UPDATE revision SET body = x'00' WHERE id = ?", (revision,))
        db.commit()
    return int(revision)


@pytest.mark.parametrize("which", [0, 1])
def test_one_damaged_car_names_itself_and_its_last_good_state_opens(open_desk, which: int) -> None:
    first: Desk = open_desk()
    names = [listed.name for listed in first.garage.cars()]
    car = first.garage.cars()[which].id
    first.workshop.open(car)
    before = first.picture.file.bench.rear.bar.od.value
    first.workshop.do(SetValue(OD, before + 0.001))
    path = first.garage.path
    first.close()
    revision = damage(path, car)
    desk: Desk = open_desk()
    assert desk.picture.file.car.name == names[1 - which]  # another one, whichever was last in hand
    for told in (names[which], f"Revision {revision}", path.name):
        assert told in desk.line
    rows = desk.stage("Garage").rows
    desk.rest()
    assert f"Revision {revision}" in rows[which].accessibleName()
    QTest.mouseClick(rows[which], LEFT_BUTTON)
    desk.rest()
    assert desk.picture.file.car.name == names[which]
    assert desk.picture.file.bench.rear.bar.od.value == before
    assert "as it was before" in desk.line


def test_a_car_without_any_good_state_stays_as_it_is(open_desk) -> None:
    first: Desk = open_desk()
    path, car = first.garage.path, first.garage.cars()[1].id
    first.close()
    damage(path, car)
    with Garage(path) as garage:
        acts = garage.at(car)
        with pytest.raises(StoreError, match="cannot be read"):
            Workshop(garage).open_last_good(car)
        assert garage.at(car) == acts


def test_another_programs_lock_stops_nobody_and_the_edit_waits(open_desk) -> None:
    desk: Desk = open_desk()
    with closing(sqlite3.connect(desk.garage.path, isolation_level=None)) as other:
        other.execute("BEGIN IMMEDIATE")
        began = time.monotonic()
        outcome = desk.workshop.do(SetValue(OD, 0.019))
        assert time.monotonic() - began < 1.0
        assert isinstance(outcome, Unsaved)
        assert isinstance(outcome.why, GarageBusy)
        desk.settle()
        assert "another program holds the garage file" in desk.line
        other.execute("ROLLBACK")
    desk.workshop.look_after()  # as it does every two seconds
    assert desk.workshop.session is not None
    assert isinstance(desk.workshop.session.outcome, Saved)


def test_trying_again_tries_again(qtbot, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    path, told = tmp_path / "garage.sqlite3", list[str]()

    def mended(_look: Theme, problem: StoreError) -> bool:
        told.append(str(problem))
        path.unlink()
        return True

    path.write_text("not a garage")
    monkeypatch.setattr(app, "_say", mended)
    workshop = app._open(path, None, Theme("light"))
    assert workshop is not None
    assert len(told) == 1
    workshop.garage.close()
