"""The demo garage: the three cars with a job card of every kind, pictures pinned to them, and one card left half done.

On that card the rear bar of the Sorrel Finch hangs loosely in its saddles, and the check that comes next has failed: one
arm stands 3 mm further out than the other."""

from __future__ import annotations

from collections.abc import Callable
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
from anchor_beam.session.edits import PutDocument
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
        cards = [*cards_of(i, session.file)]
        if i == 0:
            cards.append(half_done(session.file, len(cards) + 1))
        for card in cards:
            _put(session, JOB_CARD, f"Job card “{card.title}” came with the demo", card)
        if i == 0:
            _pin(session, cards[-1])


def _put(session: Session, kind: DocumentKind[Any], said: str, record: object) -> None:
    session.do(PutDocument(said, kind, session.garage.database.new_number(), record))


def _pin(session: Session, card: JobCard) -> None:
    for step, draw in PINNED.items():
        title = f"card {card.number}, {step.replace('-', ' ')}"
        blob = session.garage.blobs.keep(draw())
        _put(session, PHOTO, f"{title}, photo, came with the demo", Photo(title, "image/png", blob))


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
