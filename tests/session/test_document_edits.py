"""Acts on documents of any kind: several as one act, wrong kinds, what is no longer there, documents of the whole garage."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.job import Job, JobKind
from anchor_beam.documents.job_card import new_card
from anchor_beam.documents.kinds import JOB_CARD, KINDS, OWN_KIND, DocumentKind
from anchor_beam.documents.own_kind import LONGEST, MOST_KINDS, kind_of, on_card
from anchor_beam.errors import InputError
from anchor_beam.session.edits import MoveInGarage, PutDocument, PutDocuments, RemoveDocument
from anchor_beam.session.session import Session
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage

NOTE: DocumentKind[str] = DocumentKind(
    "note", 1, lambda text: {"text": text}, lambda data, _: data["text"], lambda text: text
)
CARD = new_card(1, "Rear", Job(JobKind.LINK_SWAP, Axle.REAR, "", "", "hole 2", (0.09, 0.09)), "2026-11-28")


@pytest.fixture
def garage(garage_path: Path) -> Iterator[Garage]:
    with Garage(garage_path, (*KINDS, NOTE)) as garage:
        for file in (sorrel_finch(), wicken_estate()):
            garage.add(file, "made")
        yield garage


@pytest.fixture
def session(garage: Garage) -> Session:
    return Session(garage, garage.cars()[0].id)


def put(garage: Garage, *records: object) -> PutDocuments:
    kinds = [NOTE if isinstance(record, str) else JOB_CARD for record in records]
    each = ((kind, garage.database.new_number(), record) for kind, record in zip(kinds, records, strict=True))
    return PutDocuments("Several", tuple(each))


def shown(session: Session) -> list[object]:
    """What the car has besides itself and its parts."""
    mine = (NOTE.name, JOB_CARD.name)
    return [session.record(number) for number, head in sorted(session.heads.items()) if head.kind in mine]


def test_several_documents_come_and_go_as_one_act(garage: Garage, session: Session) -> None:
    session.do(put(garage, "cold", CARD, "warm"))
    assert shown(session) == ["cold", CARD, "warm"]
    assert session.take_back() is not None and shown(session) == []
    assert session.do_again() is not None and shown(session) == ["cold", CARD, "warm"]
    assert shown(Session(garage, session.car)) == ["cold", CARD, "warm"]  # as the disk has it


def test_one_of_the_wrong_kind_refuses_them_all(garage: Garage, session: Session) -> None:
    kept = put(garage, "cold")
    session.do(kept)
    ((_, number, _),) = kept.each
    wrong = PutDocuments("Wrong", ((NOTE, garage.database.new_number(), "new"), (JOB_CARD, number, CARD)))
    with pytest.raises(InputError, match="This is a note") as refused:
        session.do(wrong)
    assert refused.value.accepts == "a job card" and shown(session) == ["cold"]
    assert shown(Session(garage, session.car)) == ["cold"]


def test_the_same_document_twice_in_one_act_ends_as_said_last(garage: Garage, session: Session) -> None:
    number = garage.database.new_number()
    session.do(PutDocuments("Twice", ((NOTE, number, "first"), (NOTE, number, "second"))))
    assert shown(session) == ["second"]
    session.take_back()
    assert shown(session) == []


def test_what_is_no_longer_there_cannot_be_taken_away_and_a_taken_one_comes_back(
    garage: Garage, session: Session
) -> None:
    number = garage.database.new_number()
    with pytest.raises(InputError, match="no longer there"):
        session.do(RemoveDocument("Away", number))
    session.do(PutDocument("Put", NOTE, number, "cold"))
    session.do(RemoveDocument("Away", number))
    assert shown(session) == []
    session.take_back()
    assert shown(session) == ["cold"]
    session.do(PutDocument("Put", NOTE, number, "warm"))
    session.take_back()
    assert shown(session) == ["cold"]  # not the one before it was taken away and brought back


def test_a_document_of_one_car_is_not_the_other_cars(garage: Garage, session: Session) -> None:
    session.do(put(garage, "cold"))
    other = Session(garage, garage.cars()[1].id)
    assert shown(other) == []
    other.do(put(garage, "warm"))
    assert shown(session) == ["cold"]
    assert other.take_back() is not None and other.take_back() is None  # nothing of the first car


def test_a_document_of_the_garage_belongs_to_every_car(garage: Garage, session: Session) -> None:
    kind, number = kind_of(CARD, "ours"), garage.database.new_number()
    session.do(MoveInGarage("Kept", OWN_KIND, number, None, kind))
    garage_heads = garage.revisions.heads_in_garage(OWN_KIND)
    assert garage.revisions.record(garage_heads[number].revision) == kind
    assert number not in session.heads and number not in Session(garage, garage.cars()[1].id).heads
    session.take_back()
    assert garage.revisions.heads_in_garage(OWN_KIND) == {}


def test_a_garage_has_so_many_kinds_of_its_own_and_replacing_one_is_always_possible(garage: Garage) -> None:
    workshop = Workshop(garage)
    workshop.open(garage.cars()[0].id)
    for i in range(MOST_KINDS):
        workshop.own_kinds.keep(CARD, f"kind {i}")
    with pytest.raises(InputError, match="kinds of its own"):
        workshop.own_kinds.keep(CARD, "one more")
    workshop.own_kinds.keep(CARD, "kind 7")
    assert len(workshop.own_kinds.all) == MOST_KINDS
    workshop.own_kinds.forget("kind 7")
    assert workshop.own_kinds.keep(CARD, "one more").name == "one more"


@pytest.mark.parametrize("name", ["", "  ", "x" * (LONGEST + 1)])
def test_a_kind_without_a_name_is_refused(name: str) -> None:
    with pytest.raises(InputError, match="needs a name"):
        kind_of(CARD, name)


def test_a_kind_takes_the_way_of_working_and_leaves_the_parts(garage: Garage) -> None:
    kind = kind_of(CARD, "  ours ")
    assert kind.name == "ours" and kind.job.links is None and kind.job.hole == ""
    other = on_card(CARD.with_note("read", "tight"), kind)
    assert other.job.links == CARD.job.links and other.job.hole == CARD.job.hole and other.job.name == "ours"
    assert other.notes == {"read": "tight"}
