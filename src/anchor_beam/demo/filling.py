"""The demo garage: the three cars with a job card of every kind, pictures pinned to them, and one card left half done.

On that card the rear bar of the Sorrel Finch hangs loosely in its saddles, and the check that comes next has failed: one
arm stands 3 mm further out than the other."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import partial
from typing import Any

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.demo.cards import cards_of, signed
from anchor_beam.demo.pictures import bolt_with_line, hanger, mark_at_bushing
from anchor_beam.demo.team import team
from anchor_beam.documents.job import Has
from anchor_beam.documents.job_card import BoltEntry, JobCard, TorqueEntry, Value, new_card
from anchor_beam.documents.kept import Photo
from anchor_beam.documents.kinds import JOB_CARD, PHOTO, DocumentKind
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.job_facts import job_of
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.session.edits import PutDocuments
from anchor_beam.session.session import Session
from anchor_beam.store.garage import Garage

DAY = "2026-05-09"
LAST_DONE = "saddles-start"
PINNED: dict[str, Callable[[], bytes]] = {
    "mark": mark_at_bushing, "lift": hanger, "saddles-off": partial(bolt_with_line, broken=True),
}  # fmt: skip
"""Pictures on the half done card, by step."""


def fill(garage: Garage) -> None:
    """Put the demo into an empty garage.

    Raises:
        StoreError: not all of it was kept.
    """
    cars = [garage.add(file, "came with the demo") for file in team()]
    for i, car in enumerate(cars):
        session = Session(garage, car)
        records: list[tuple[DocumentKind[Any], object]] = [(JOB_CARD, card) for card in cards_of(i, session.file)]
        if i == 0:
            card = half_done(session.file, len(records) + 1)
            records += [(JOB_CARD, card), *((PHOTO, photo) for photo in _pinned(garage, card))]
        numbered = tuple((kind, garage.database.new_number(), record) for kind, record in records)
        session.do(PutDocuments("Job cards came with the demo", numbered))


def _pinned(garage: Garage, card: JobCard) -> Iterator[Photo]:
    """Pictures at steps of a card, their bytes kept."""
    for step, draw in PINNED.items():
        yield Photo(f"card {card.number}, {step.replace('-', ' ')}", "image/png", garage.blobs.keep(draw()))


def half_done(file: CarFile, number: int = 1) -> JobCard:
    """The rear bar of a car, signed up to where it is centred."""
    job = job_of(file, Axle.REAR)
    card = new_card(number, f"Rear: {job.on}", replace(job, has=(*job.has, Has.SENSOR)), DAY)
    steps = [step.id for step in steps_in_order(card)]
    card = signed(card, tuple(steps[: steps.index(LAST_DONE) + 1]))
    for key, value in (("K1.left", Value(0.112, "112")), ("K1.right", Value(0.115, "115"))):
        card = card.with_value(key, value)
    torques = {"links-bar": TorqueEntry(50.0, 60.0, "50 to 60 N·m", "maker")}
    bolts = {"saddles": BoltEntry("M8 x 1.25", Strength.C88, Surface.ZINC)}
    notes = {"links-off": "left stud turned with the nut: held it at its flats"}
    return replace(card, torques=torques, bolts=bolts, notes=notes)
