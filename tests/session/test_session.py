"""A car in hand: undo and redo over saved and unsaved acts, and every way in which saving can fail."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest

from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.kinds import KINDS, DocumentKind
from anchor_beam.errors import InputError, StoreError
from anchor_beam.session import edits
from anchor_beam.session.outcome import Saved, Unsaved
from anchor_beam.session.session import Session
from anchor_beam.store.garage import Garage
from support.disk import full_disk

OD = "bench.rear.bar.od"
NOTE: DocumentKind[str] = DocumentKind(
    "note", 1, lambda text: {"text": text}, lambda data, _: data["text"], lambda text: text
)


@pytest.fixture
def garage(garage_path: Path) -> Iterator[Garage]:
    with Garage(garage_path, (*KINDS, NOTE)) as made:
        made.add(sorrel_finch(), "made")
        yield made


@pytest.fixture
def session(garage: Garage) -> Session:
    return Session(garage, garage.cars()[0].id)


def diameter(mm: float) -> edits.SetValue:
    return edits.SetValue(OD, mm / 1e3, f"{mm:g} mm")


def od(session: Session) -> float:
    return round(session.file.bench.rear.bar.od.value * 1e3, 3)


def test_an_act_that_changes_nothing_writes_nothing(garage: Garage, session: Session) -> None:
    session.do(diameter(18))
    acts = garage.at(session.car).acts
    assert isinstance(session.do(diameter(18)), Saved)
    session.do(edits.Choose("car.name", "Sorrel Finch"))
    assert garage.at(session.car).acts == acts
    assert session.undo == "Rear bar, outer diameter"


def test_acts_on_a_full_disk_are_kept_in_hand_in_their_order(session: Session) -> None:
    session.do(diameter(18))
    with full_disk():
        outcome = session.do(diameter(19))
        assert isinstance(outcome, Unsaved)
        assert "disk is full" in outcome.why.message or "Not saved" in outcome.why.message
        session.do(edits.Choose("car.name", "Finch"))
        assert session.outcome.acts == ("Rear bar, outer diameter", "Car, name: Finch")
        assert isinstance(session.save_again(), Unsaved)
    assert isinstance(session.save_again(), Saved)
    again = Session(session.garage, session.car)
    assert (od(again), again.file.car.name) == (19.0, "Finch")
    assert again.take_back() == "Car, name: Finch"
    assert again.take_back() == "Rear bar, outer diameter"
    assert od(again) == 18.0


def test_undo_after_a_failed_save_takes_back_that_act_and_no_other(session: Session) -> None:
    session.do(diameter(18))
    with full_disk():
        session.do(edits.Choose("car.name", "Finch"))
        assert session.undo == "Car, name: Finch"
        assert session.take_back() == "Car, name: Finch"
        assert isinstance(session.outcome, Saved)  # what is left is what the disk holds
        assert (session.file.car.name, od(session)) == ("Sorrel Finch", 18.0)
        assert session.redo == "Car, name: Finch"
        assert session.do_again() == "Car, name: Finch"
        assert isinstance(session.outcome, Unsaved)
    assert isinstance(session.save_again(), Saved)
    assert Session(session.garage, session.car).file.car.name == "Finch"


def test_redo_after_a_failed_save_throws_nothing_away(session: Session) -> None:
    session.do(diameter(18))
    session.take_back()
    with full_disk():
        session.do(diameter(19))
        assert session.redo is None  # an act after an undo begins another branch
        assert session.do_again() is None
        assert od(session) == 19.0
        assert isinstance(session.outcome, Unsaved)
    session.save_again()
    assert od(Session(session.garage, session.car)) == 19.0


def test_an_undo_that_cannot_be_written_changes_nothing(session: Session) -> None:
    session.do(diameter(18))
    with full_disk():
        with pytest.raises(StoreError):
            session.take_back()
        assert od(session) == 18.0
    assert session.take_back() == "Rear bar, outer diameter"
    with full_disk():
        with pytest.raises(StoreError):
            session.do_again()
        assert od(session) == 17.0


def test_a_refused_act_leaves_the_session_alone(session: Session) -> None:
    before = session.file
    with pytest.raises(InputError):
        session.do(diameter(0.1))
    assert session.file is before
    assert isinstance(session.outcome, Saved)


def test_undo_goes_across_kinds_in_the_order_in_which_things_were_done(garage: Garage, session: Session) -> None:
    note = garage.database.new_number()
    session.do(diameter(18))
    session.do(edits.PutDocument("Note written", NOTE, note, "tyres cold"))
    session.do(diameter(19))
    session.do(edits.PutDocument("Note changed", NOTE, note, "tyres warm"))
    session.do(edits.PutDocument("Note changed", NOTE, note, "tyres warm"))  # nothing new
    session.do(edits.RemoveDocument("Note thrown away", note))
    assert note not in session.heads
    session = Session(garage, session.car)  # as after a restart
    assert session.take_back() == "Note thrown away"
    assert session.record(note) == "tyres warm"
    assert session.take_back() == "Note changed"
    assert session.record(note) == "tyres cold"
    assert session.take_back() == "Rear bar, outer diameter"
    assert (od(session), session.record(note)) == (18.0, "tyres cold")
    assert session.take_back() == "Note written"
    assert note not in session.heads
    assert [session.do_again() for _ in range(4)][-1] == "Note thrown away"


def test_a_small_document_does_not_write_the_car_again(garage: Garage, session: Session) -> None:
    def size() -> int:
        return garage.database.one("SELECT sum(length(body)) FROM revision")

    before, note = size(), garage.database.new_number()
    session.do(edits.PutDocument("Step done", NOTE, note, "bolt 3, 41 N·m"))
    assert size() - before < 100
    before = size()
    session.do(diameter(18))  # a revision of the part and of the setting that wears it
    assert size() - before < 1000


def test_two_cars_in_hand_are_two_sessions_on_one_garage(garage: Garage, session: Session) -> None:
    other = Session(garage, garage.add(wicken_estate(), "made"))
    session.do(diameter(18))
    other.do(edits.Choose("car.name", "Estate"))
    session.do(diameter(19))
    assert other.take_back() == "Car, name: Estate"
    assert session.take_back() == "Rear bar, outer diameter"
    assert (od(session), other.file.car.name) == (18.0, "Wicken Estate")
    assert len({listed.id for listed in garage.cars()}) == 2


def test_a_part_kept_anew_names_the_other_cars_that_wear_the_old(garage: Garage, session: Session) -> None:
    part = next(item for item in session.file.rack if item.bar == session.file.bench.rear.bar)
    other = Session(garage, garage.add(wicken_estate(), "made"))
    bench = other.file.bench
    worn = edits.WearPart(session.file.bench.rear.bar, part.axle, session.file.bench.rear.worn)
    other.do(worn)
    assert other.file.bench.rear.worn == session.file.bench.rear.worn != bench.rear.worn
    assert garage.wearers(part.part, but=session.car) == ()
    session.do(diameter(18))
    session.do(edits.KeepBar(part.axle))
    assert garage.wearers(part.part, but=session.car) == ("Wicken Estate",)
    assert other.file.bench.rear.bar == Session(garage, other.car).file.bench.rear.bar  # it wears what it wore
    session.take_back()
    assert garage.wearers(part.part, but=session.car) == ()
