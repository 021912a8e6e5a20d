"""What other programs, links and careless hands do to a garage file: nothing foreign is touched, nothing in hand is lost."""

from __future__ import annotations

import os
import shutil
import sqlite3
import subprocess
import sys
from collections.abc import Callable
from contextlib import closing, suppress
from pathlib import Path

import pytest

from anchor_beam.demo.team import team
from anchor_beam.errors import GarageGone, GarageLocked, GarageNewer, StoreError
from anchor_beam.session.edits import SetValue
from anchor_beam.session.outcome import Saved, Unsaved
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.store.schema import SCHEMA_VERSION

OD = "bench.rear.bar.od"


@pytest.fixture
def garage_file(tmp_path: Path) -> Path:
    path = tmp_path / "garage.sqlite3"
    with Garage(path) as garage:
        for file in team():
            garage.add(file, "made")
    return path


def killed_after(path: Path, sql: str) -> None:
    """Another program changes the file and is killed, so that the change is in the log beside it only."""
    code = f"import os, sqlite3; db = sqlite3.connect({str(path)!r}); db.execute('PRAGMA journal_mode=WAL');" \
           f" db.executescript({sql!r}); os._exit(0)"  # fmt: skip
    subprocess.run([sys.executable, "-c", code], check=True)


def contents(path: Path) -> dict[str, bytes]:
    """A garage file and its log, byte by byte; the index of the log is made anew whenever somebody reads."""
    return {
        found.name: found.read_bytes() for found in path.parent.glob(f"{path.name}*") if found.suffix[-3:] != "shm"
    }


@pytest.mark.parametrize(("sql", "error"), [
    (f"PRAGMA user_version = {SCHEMA_VERSION + 1}; CREATE TABLE later (x);", GarageNewer),
    ("PRAGMA application_id = 7; CREATE TABLE theirs (x);", StoreError),
])  # fmt: skip
@pytest.mark.parametrize("killed", [True, False])
def test_a_newer_garage_and_a_foreign_database_keep_every_byte(
    garage_file: Path, sql: str, error: type, killed: bool
) -> None:
    if killed:
        killed_after(garage_file, sql)
        assert garage_file.with_name("garage.sqlite3-wal").stat().st_size
    else:
        with closing(sqlite3.connect(garage_file)) as db:
            db.executescript(sql)
    before = contents(garage_file)
    with pytest.raises(error, match="not touched"):
        Garage(garage_file)
    assert contents(garage_file) == before


def test_a_strangers_file_of_the_same_stem_is_left_alone(garage_file: Path) -> None:
    stranger = garage_file.with_suffix(".lock")
    stranger.write_text("somebody's notes")
    with Garage(garage_file):
        pass
    assert stranger.read_text() == "somebody's notes"


@pytest.mark.parametrize("link", [os.symlink, os.link])
def test_links_lead_to_one_lock_also_in_another_process(
    garage_file: Path, link: Callable[[Path, Path], None]
) -> None:
    other = garage_file.with_name("other name.sqlite3")
    link(garage_file, other)
    with Garage(garage_file):
        with pytest.raises(GarageLocked):
            Garage(other)
        code = f"from anchor_beam.store.garage import Garage\nfrom pathlib import Path\nGarage(Path({str(other)!r}))"
        told = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False).stderr
        assert f"open in another Anchor Beam window (process {os.getpid()})" in told
    with Garage(other) as again:
        assert len(again.cars()) == 3


def removed(path: Path) -> None:
    for name in path.parent.glob(f"{path.name}*"):
        name.unlink()


def replaced(path: Path) -> None:
    synced = path.with_name("from the other machine")
    shutil.copy(path, synced)
    synced.replace(path)


@pytest.mark.parametrize("fate", [removed, replaced])
def test_a_garage_that_is_taken_away_is_noticed_and_what_was_done_since_is_saved_beside(
    garage_file: Path, fate: Callable[[Path], None]
) -> None:
    with Garage(garage_file) as garage:
        workshop = Workshop(garage)
        assert isinstance(workshop.do(SetValue(OD, 0.019)), Saved)
        fate(garage_file)
        assert workshop.look_after() is not None  # before anything is done
        outcome = workshop.do(SetValue(OD, 0.021))
        assert isinstance(outcome, Unsaved)
        assert isinstance(outcome.why, GarageGone)
        workshop.do(SetValue("car.front.spring_rate", 31e3))
        beside = workshop.save_beside()
        assert workshop.session is not None
        assert workshop.picture is not None
        assert workshop.picture.file is workshop.session.file
        assert isinstance(workshop.session.outcome, Saved)
        assert isinstance(workshop.do(SetValue(OD, 0.022)), Saved)  # goes on in the new one
        workshop.garage.close()
    with Garage(beside) as kept:
        file = kept.file(kept.cars()[0].id)
        assert file.bench.rear.bar.od.value == 0.022
        assert file.car.front.spring_rate.value == 31e3
        assert kept.at(kept.cars()[0].id).undo


def test_of_a_garage_that_is_cut_short_the_car_in_hand_is_saved_beside(garage_file: Path) -> None:
    with Garage(garage_file) as garage:
        workshop = Workshop(garage)
        workshop.do(SetValue(OD, 0.019))
        with garage_file.open("r+b") as file:
            file.truncate(8192)
        assert "cut short" in str(workshop.look_after())
        with suppress(GarageGone):  # taken into hand, or refused where it needs what is gone
            assert isinstance(workshop.do(SetValue(OD, 0.021)), Unsaved)
        beside = workshop.save_beside()
        assert isinstance(workshop.do(SetValue(OD, 0.022)), Saved)
        workshop.garage.close()
    with Garage(beside) as kept:
        (car,) = kept.cars()
        assert (car.name, kept.file(car.id).bench.rear.bar.od.value) == ("Sorrel Finch", 0.022)


def test_a_garage_that_is_put_back_is_saved_to_again(garage_file: Path) -> None:
    with Garage(garage_file) as garage:
        workshop = Workshop(garage)
        elsewhere = garage_file.rename(garage_file.with_name("moved"))
        assert isinstance(workshop.do(SetValue(OD, 0.019)), Unsaved)
        assert workshop.look_after() is not None
        elsewhere.rename(garage_file)
        assert workshop.look_after() is None
        assert workshop.session is not None
        assert isinstance(workshop.session.outcome, Saved)


def test_the_command_starts_no_other_garage_over_than_that_of_the_demo(garage_file: Path) -> None:
    before = contents(garage_file)
    command = [sys.executable, "-m", "anchor_beam", "demo", "--fresh", "--garage", str(garage_file)]
    done = subprocess.run(command, capture_output=True, text=True, timeout=20, check=False)
    assert (done.returncode, contents(garage_file)) == (2, before)
    assert "not a garage of the demo" in done.stderr
