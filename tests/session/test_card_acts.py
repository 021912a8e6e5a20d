"""Acts on job cards in a garage: what reaches the car, the other side, kinds of one's own, undo of each in one step."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

import pytest

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import team, wicken_estate
from anchor_beam.documents.alignment import Alignment
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.job import Job, JobKind, Sides
from anchor_beam.documents.job_card import JobCard, Value, new_card
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.poses import Leading, Pose, Steered
from anchor_beam.documents.records import Provenance
from anchor_beam.documents.remarks import Matter, Remark, Touches
from anchor_beam.errors import DocumentError, InputError
from anchor_beam.figures.job_facts import job_of, open_work, still
from anchor_beam.fitting.asked import asked_at
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.units.kinds import DEG, System

JOB = Job(JobKind.SUBFRAME, Axle.REAR, "old", "Elm 18", "hole 2", (0.0885, 0.0885))


@pytest.fixture
def workshop(garage_path: Path) -> Iterator[Workshop]:
    with Garage(garage_path) as garage:
        for file in team():
            garage.add(file, "came with the demo")
        yield Workshop(garage)


def read(card: JobCard, step: str, key: str, *values: float) -> JobCard:
    """A card with the values of a check at a step."""
    found = next(each for each in steps_in_order(card) if each.id == step)
    asked = next(each for each in asked_at(card, found) if each.key == key)
    for kept, value in zip(asked.keys, values, strict=True):
        card = card.with_value(kept, Value(value))
    return card


def test_readings_go_to_the_car_as_measured_and_alignment_stays_with_the_setting(workshop: Workshop) -> None:
    document = workshop.cards.add("Rear", JOB)
    with pytest.raises(InputError, match="Nothing is written down"):
        workshop.cards.take_to_car(document)

    def whole(card: JobCard) -> JobCard:
        card = read(read(card, "settle", "R1", 0.341, 0.343), "read", "R2", 0.0901, 0.0899)
        return read(read(card, "align", "R3", 0.1 * DEG, 0.05 * DEG), "align", "R4", -1.2 * DEG, -1.4 * DEG)

    workshop.cards.change(document, whole, "read")
    before = workshop.picture.file
    workshop.cards.take_to_car(document)
    file = workshop.picture.file
    rows = file.read_at("ride-heights", None).rows
    assert [None if row[0] is None else row[0].value for row in rows[2:]] == [0.341, 0.343]
    for side, length in zip(Side, (0.0901, 0.0899), strict=True):
        assert file.bench.rear.link(side).value == length
        assert file.bench.rear.link(side).provenance is Provenance.MEASURED
    camber = file.car.rear.camber
    assert camber.value == pytest.approx(-1.3 * DEG) and camber.provenance is Provenance.MEASURED
    kept = file.bench.rear.alignment
    assert (
        kept is not None and kept.total_toe == pytest.approx(0.15 * DEG) and kept.camber == (-1.2 * DEG, -1.4 * DEG)
    )
    assert file.bench.front == before.bench.front and file.car.front == before.car.front
    assert workshop.said.act == "Rear, from the job card: ride heights, link lengths, toe, camber"
    workshop.undo()
    assert workshop.picture.file == before  # all of it in one step
    workshop.redo()
    assert workshop.picture.file.bench.rear.alignment == kept


def test_alignment_survives_a_restart_and_a_file(workshop: Workshop, garage_path: Path) -> None:
    document = workshop.cards.add("Rear", JOB)
    workshop.cards.change(document, lambda card: read(card, "align", "R3", 0.1 * DEG, 0.05 * DEG), "read")
    workshop.cards.take_to_car(document)
    kept = workshop.picture.file.bench.rear.alignment
    assert kept is not None and kept.camber is None
    workshop.garage.close()
    with Garage(garage_path) as garage:
        assert garage.file(garage.cars()[0].id).bench.rear.alignment == kept
        text = to_json(garage.file(garage.cars()[0].id))
        assert from_json(text).bench.rear.alignment == Alignment(kept.read, kept.toe)
        wild = text.replace('"toe_deg": {', '"toe_deg": {"middle": 1.0, ')
        with pytest.raises(DocumentError, match="wrong in this file"):
            from_json(wild)


def test_a_reading_that_cannot_be_changes_nothing(workshop: Workshop) -> None:
    document = workshop.cards.add("Rear", JOB)
    workshop.cards.change(document, lambda card: read(card, "read", "R2", 0.09, 3.0), "read")
    before = workshop.picture.file
    with pytest.raises(InputError):
        workshop.cards.take_to_car(document)
    assert workshop.picture.file == before


def test_the_card_for_the_other_side_is_its_mirror_with_nothing_ticked(workshop: Workshop) -> None:
    document = workshop.cards.add("Rear: links, left side", replace(JOB, kind=JobKind.LINK_SWAP, sides=Sides.LEFT))
    workshop.cards.change(
        document, lambda card: card.with_pose(Pose("low", Leading.LEFT, Steered.RIGHT)).with_note("read", "rust"), "x"
    )
    workshop.cards.sign(document, "read")
    other = workshop.cards.card(workshop.cards.for_other_side(document))
    assert other is not None and other.job.sides is Sides.RIGHT and other.title == "Rear: links, right side"
    assert other.poses == (Pose("low", Leading.RIGHT, Steered.LEFT),) and not other.done and not other.notes
    assert len(workshop.cards.all) == 2
    workshop.undo()
    assert len(workshop.cards.all) == 1


def test_signing_a_step_that_rests_starts_its_clock_and_taking_it_back_stops_it(workshop: Workshop) -> None:
    document = workshop.cards.add("Rear", replace(JOB, kind=JobKind.ONE_PIECE))
    for step in ("read", "mark", "oil", "count"):
        workshop.cards.sign(document, step)
    card = workshop.cards.card(document)
    assert card is not None and set(card.waits) == {"oil"}
    with pytest.raises(InputError, match="rests another 60 min") as caught:
        workshop.cards.sign(document, "crack")
    assert caught.value.place == "note"
    workshop.cards.change(document, lambda each: each.with_note("crack", "dry threads"), "note")
    workshop.cards.sign(document, "crack")
    workshop.cards.take_back(document, "oil")
    card = workshop.cards.card(document)
    assert card is not None and not card.waits and "crack" in card.done


def test_mending_opens_steps_again_in_one_act_and_tells_how_many(workshop: Workshop) -> None:
    document = workshop.cards.add("Rear", replace(JOB, kind=JobKind.ONE_PIECE))
    workshop.cards.change(
        document,
        lambda card: card.with_remark(Remark(Matter.DEFECT, "bracket", "cracked", touches=Touches.CLAMP)).with_note(
            "crack", "dry"
        ),
        "found",
    )
    for step in steps_in_order(workshop.cards.all[0][1]):
        workshop.cards.sign(document, step.id)
    before = workshop.cards.card(document)
    assert before is not None
    assert "defect: bracket, cracked" in " ".join(open_work([before], System.METRIC))
    workshop.cards.mended(document, 0)
    after = workshop.cards.card(document)
    assert after is not None and set(before.done) - set(after.done) == {"centre", "saddles-final", "paint"}
    assert workshop.said.consequence == "3 steps are open again: their checks are done anew."
    workshop.undo()
    assert workshop.cards.card(document) == before


def test_a_kind_of_ones_own_is_there_for_every_car_and_goes_without_its_cards(workshop: Workshop) -> None:
    document = workshop.cards.add("Rear", JOB)
    card = workshop.cards.card(document)
    assert card is not None
    workshop.own_kinds.keep(card, "our subframe job")
    workshop.open(workshop.garage.cars()[1].id)
    (kind,) = workshop.own_kinds.all
    assert kind.name == "our subframe job" and workshop.own_kinds.named("our subframe job") == kind
    workshop.own_kinds.keep(replace(card, order=("read", "mark")), "our subframe job")  # in place of that one
    assert [each.order for each in workshop.own_kinds.all] == [("read", "mark")]
    made = workshop.cards.add("Rear", replace(JOB, name=kind.name), kind)
    workshop.own_kinds.forget("our subframe job")
    assert workshop.own_kinds.all == () and workshop.cards.card(made) is not None
    workshop.undo()
    assert [each.name for each in workshop.own_kinds.all] == ["our subframe job"]
    with pytest.raises(InputError, match="needs a name"):
        workshop.own_kinds.keep(card, " ")


def test_bringing_a_card_up_to_date_keeps_what_somebody_chose() -> None:
    file = wicken_estate()
    job = replace(job_of(file, Axle.REAR), sides=Sides.LEFT, name="ours", hands=2, on="another")
    now = still(job, file)
    assert (now.sides, now.name, now.hands) == (Sides.LEFT, "ours", 2) and now.on == job_of(file, Axle.REAR).on
    assert new_card(1, "x", now, "2026-05-01").job == now
