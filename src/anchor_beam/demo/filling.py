"""The demo garage: the three cars, and a job card that somebody left half done.

On the card the rear bar of the Sorrel Finch hangs loosely in its saddles, and the check that comes next has failed: one
arm stands 3 mm further out than the other."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.job import Has
from anchor_beam.documents.job_card import BoltEntry, Done, JobCard, TorqueEntry, Value, new_card
from anchor_beam.documents.kinds import JOB_CARD
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.job_facts import job_of
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.session.edits import PutDocument
from anchor_beam.session.session import Session
from anchor_beam.store.garage import Garage

WHO = "Ann"
DAY = "2026-04-18"
LAST_DONE = "saddles-start"


def fill(garage: Garage) -> None:
    """Put the demo into an empty garage.

    Raises:
        StoreError: not all of it was kept.
    """
    cars = [garage.add(file, "came with the demo") for file in team()]
    session = Session(garage, cars[0])
    card = half_done(session.file)
    session.do(
        PutDocument(f"Job card “{card.title}” came with the demo", JOB_CARD, garage.database.new_number(), card)
    )


def half_done(file: CarFile) -> JobCard:
    """The rear bar of a car, signed up to where it is centred."""
    job = job_of(file, Axle.REAR)
    card = new_card(1, f"Rear: {job.on}", replace(job, has=(*job.has, Has.SENSOR)), DAY)
    steps = [step.id for step in steps_in_order(card)]
    done = steps[: steps.index(LAST_DONE) + 1]
    signed = {step: Done(f"{DAY}T{9 + i // 6:02d}:{10 * (i % 6):02d}:00+00:00", WHO) for i, step in enumerate(done)}
    values = {
        "K11": Value(1.0),
        "K17.left": Value(0.0885),
        "K17.right": Value(0.0885),
        "K1.left": Value(0.112, "112"),
        "K1.right": Value(0.115, "115"),
    }
    torques = {"links-bar": TorqueEntry(50.0, 60.0, "50 to 60 N·m", "maker")}
    bolts = {"saddles": BoltEntry("M8 x 1.25", Strength.C88, Surface.ZINC)}
    notes = {"links-off": "left stud turned with the nut: held it at its flats"}
    return replace(card, done=signed, values=values, torques=torques, bolts=bolts, notes=notes)
