"""The floor of a place is measured once: what was read of it for another car holds for this one too."""

from __future__ import annotations

from anchor_beam.documents.aids import BY_KEY
from anchor_beam.documents.kinds import READINGS
from anchor_beam.session.edits import TakeReadings
from anchor_beam.session.session import Session

FLOOR = "floor"


def floors_of_other_cars(session: Session) -> tuple[TakeReadings, ...]:
    """The acts that take over the floor as it was read for another car.

    Raises:
        StoreError: a reading cannot be read.
    """
    found = session.garage.titled(READINGS.name, BY_KEY[FLOOR].title)
    return tuple(
        TakeReadings(session.garage.revisions.record(head), name) for car, name, head in found if car != session.car
    )
