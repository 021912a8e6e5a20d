"""What a figure of the car in hand was before."""

from __future__ import annotations

from anchor_beam.documents.kinds import BENCH
from anchor_beam.session.edits import TakeTypical
from anchor_beam.session.edits.figures import figure_name
from anchor_beam.session.session import Session
from anchor_beam.store.history import Past, history
from anchor_beam.words import acts


def past(session: Session | None, place: str) -> tuple[Past, ...]:
    """Of the car, or of what is on the bench, the last one first.

    Raises:
        StoreError: it cannot be read.
    """
    if session is None or not place.startswith(("car.", "bench.")):
        return ()
    names = (figure_name(place), acts.WRITTEN, acts.LEVELLED, TakeTypical.said)
    bench = next((number for number, head in session.heads.items() if head.kind == BENCH.name), None)
    return history(session.garage, session.car, place, names, bench)
