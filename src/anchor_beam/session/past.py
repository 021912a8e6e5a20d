"""What a figure of the car in hand was before."""

from __future__ import annotations

from anchor_beam.documents.kinds import AIM, BENCH
from anchor_beam.session.edits import TakeTypical
from anchor_beam.session.edits.figures import figure_name
from anchor_beam.session.session import Session
from anchor_beam.store.history import Past, history
from anchor_beam.words import acts

_OWN_DOCUMENTS = {"bench": BENCH.name, "aim": AIM.name}
"""Figures that are kept in another document than the car's own, by the beginning of their place."""


def past(session: Session | None, place: str) -> tuple[Past, ...]:
    """Of the car, of what is on the bench, or of what is asked of the car, the last one first.

    Raises:
        StoreError: it cannot be read.
    """
    root = place.partition(".")[0]
    if session is None or root not in ("car", *_OWN_DOCUMENTS):
        return ()
    names = (figure_name(place), acts.WRITTEN, acts.LEVELLED, TakeTypical.said)
    kind = _OWN_DOCUMENTS.get(root)
    document = next((number for number, head in session.heads.items() if head.kind == kind), None)
    return history(session.garage, session.car, place, names, document)
