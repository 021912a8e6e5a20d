"""The garage: revisions, undo across restarts, and every fault of files and disks."""

from __future__ import annotations

import os
import resource
import signal
import sqlite3
import subprocess
import sys
import time
from dataclasses import replace
from pathlib import Path

import pytest

from anchor_beam.demo.team import harrow_half_ton, sorrel_finch
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import GarageLocked, GarageNewer, StoreError
from anchor_beam.store.fresh import DEMO, MARK, set_aside
from anchor_beam.store.garage import Garage

OD = "bench.rear.bar.od"


def with_od(file: CarFile, mm: float) -> CarFile:
    return put(file, OD, Figure(mm / 1e3, Provenance.MEASURED))


def commit(garage: Garage, car: int, file: CarFile, said: str) -> None:
    garage.journal.commit(car, garage.changes(car, garage.heads(car), file), said)


def od(file: CarFile) -> float:
    return read(file, OD).value * 1e3


@pytest.fixture
def edited(garage_path: Path) -> Path:
    """A garage with one car and three edits, closed."""
    with Garage(garage_path) as garage:
        car = garage.add(sorrel_finch(), "made")
        for mm in (18.0, 19.0, 20.0):
            commit(garage, car, with_od(garage.file(car), mm), f"od {mm:g}")
    return garage_path


def test_undo_and_redo_go_on_after_a_restart(edited: Path) -> None:
    with Garage(edited) as garage:
        assert garage.journal.undo(1)
        assert garage.journal.undo(1)
        assert od(garage.file(1)) == pytest.approx(18.0)
    with Garage(edited) as garage:
        opened = garage.at(1)
        assert (opened.undo, opened.redo) == ("od 18", "od 19")
        assert garage.journal.redo(1)
        assert garage.journal.redo(1)
        assert not garage.journal.redo(1)
        assert od(garage.file(1)) == pytest.approx(20.0)


def test_undo_stops_at_the_first_revision(edited: Path) -> None:
    with Garage(edited) as garage:
        assert [garage.journal.undo(1) for _ in range(4)] == ["od 20", "od 19", "od 18", None]
        assert garage.at(1).undo is None


def test_an_edit_after_undo_starts_a_new_branch_and_keeps_the_old_revisions(edited: Path) -> None:
    with Garage(edited) as garage:
        garage.journal.undo(1)
        commit(garage, 1, with_od(garage.file(1), 25.0), "od 25")
        assert garage.at(1).redo is None
        garage.journal.undo(1)
        assert garage.at(1).redo == "od 25"
        assert garage.at(1).acts == 5


def test_cars_are_told_apart_and_can_be_put_away(garage_path: Path) -> None:
    with Garage(garage_path) as garage:
        first, second = garage.add(sorrel_finch(), "made"), garage.add(harrow_half_ton(), "made")
        commit(garage, second, replace(garage.file(second), reference="sprint"), "compared")
        assert garage.at(first).undo is None
        garage.put_away(first)
        assert [car.id for car in garage.cars()] == [second]
        assert [car.id for car in garage.cars(put_away=True)] == [first]
        garage.bring_back(first)
        assert len(garage.cars()) == 2


def test_the_file_says_what_it_is(edited: Path) -> None:
    db = sqlite3.connect(edited)
    assert db.execute("PRAGMA application_id").fetchone()[0] == 0x416E4265
    assert db.execute("PRAGMA user_version").fetchone()[0] == 2
    assert db.execute("PRAGMA journal_mode").fetchone()[0] == "wal"
    db.close()


def test_a_second_instance_is_told_who_has_it(edited: Path) -> None:
    with Garage(edited), pytest.raises(GarageLocked, match=str(os.getpid())):
        Garage(edited)
    Garage(edited).close()


def test_a_garage_from_a_later_version_is_left_untouched(edited: Path) -> None:
    db = sqlite3.connect(edited)
    db.execute("PRAGMA user_version = 9")
    db.close()
    with pytest.raises(GarageNewer, match="later version"):
        Garage(edited)
    db = sqlite3.connect(edited)
    assert db.execute("PRAGMA user_version").fetchone()[0] == 9
    assert db.execute("SELECT count(*) FROM act").fetchone()[0] == 4
    db.close()


def test_a_file_of_another_kind_is_not_taken_for_a_garage(garage_path: Path) -> None:
    garage_path.parent.mkdir()
    garage_path.write_text("shopping: milk\n" * 100)
    with pytest.raises(StoreError, match="not a garage"):
        Garage(garage_path)
    assert garage_path.read_text().startswith("shopping")
    garage_path.unlink()
    db = sqlite3.connect(garage_path)
    db.execute("CREATE TABLE recipes (name TEXT)")
    db.commit()
    db.close()
    with pytest.raises(StoreError, match="another program"):
        Garage(garage_path)


def test_a_truncated_garage_says_it_is_damaged(edited: Path) -> None:
    whole = edited.read_bytes()
    edited.write_bytes(whole[: len(whole) // 2])
    with pytest.raises(StoreError), Garage(edited) as garage:
        garage.file(1)


def test_a_folder_that_cannot_be_written_is_named(tmp_path: Path) -> None:
    in_the_way = tmp_path / "file"
    in_the_way.write_text("")
    with pytest.raises(StoreError, match="cannot be kept in"):
        Garage(in_the_way / "garage.sqlite3")


@pytest.fixture
def small_disk() -> object:
    """A disk on which no file may grow; the limit is the process's own, so every user can set it."""
    signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
    before = resource.getrlimit(resource.RLIMIT_FSIZE)

    def limit(size: int) -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (size, before[1]))

    yield limit
    resource.setrlimit(resource.RLIMIT_FSIZE, before)


def test_a_disk_without_room_refuses_the_edit_and_keeps_what_was_there(edited: Path, small_disk) -> None:
    with Garage(edited) as garage:
        small_disk(0)
        with pytest.raises(StoreError, match="Not saved") as caught:
            commit(garage, 1, with_od(garage.file(1), 30.0), "od 30")
        assert "free space" in caught.value.accepts
        small_disk(2**40)
        assert od(garage.file(1)) == pytest.approx(20.0)
        commit(garage, 1, with_od(garage.file(1), 30.0), "od 30")
    with Garage(edited) as garage:
        assert od(garage.file(1)) == pytest.approx(30.0)


BURST = """
import sys
from pathlib import Path
sys.path.insert(0, sys.argv[2])
from store.test_garage import commit, with_od
from anchor_beam.store.garage import Garage
garage = Garage(Path(sys.argv[1]))
file = garage.file(1)
for i in range(10_000):
    commit(garage, 1, with_od(file, 10.0 + i * 1e-3), f"edit {i}")
    print(i, flush=True)
"""


def test_killed_in_a_burst_of_edits_the_last_finished_one_is_there(edited: Path) -> None:
    tests = str(Path(__file__).parent.parent)
    process = subprocess.Popen([sys.executable, "-c", BURST, str(edited), tests], stdout=subprocess.PIPE, text=True)
    assert process.stdout is not None
    finished = -1
    while finished < 12:
        finished = int(process.stdout.readline())
    process.kill()
    rest = process.stdout.read().split()
    process.wait()
    process.stdout.close()
    finished = max([finished, *(int(line) for line in rest if line.isdigit())])
    time.sleep(0.05)
    with Garage(edited) as garage:
        opened = garage.at(1)
        kept = round((od(garage.file(1)) - 10.0) / 1e-3)
        assert kept in (finished, finished + 1)
        assert opened.said == f"edit {kept}"
        assert garage.journal.undo(1)


def test_starting_over_sets_a_demo_aside_but_no_other_garage_and_not_under_someone(edited: Path) -> None:
    with Garage(edited) as garage:
        kept = garage.cars()
        with pytest.raises(GarageLocked):
            set_aside(edited)
    was = edited.read_bytes()
    with pytest.raises(StoreError, match="not a garage of the demo"):
        set_aside(edited)
    assert edited.read_bytes() == was
    with Garage(edited) as garage:
        garage.choose(MARK, DEMO)
    aside = set_aside(edited)
    assert aside is not None
    with Garage(aside) as before, Garage(edited) as garage:
        assert before.cars() == kept
        assert garage.cars() == ()
