"""Bars of the garage, which belong to no car: which of them others have, and who still wears one as it was."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.session.edits import WearPart
from anchor_beam.session.session import Session


def bars_of_other_cars(session: Session, axle: Axle) -> tuple[WearPart, ...]:
    """The acts that fit a bar for this axle which is in the garage, but not in the rack of the car in hand.

    Raises:
        StoreError: a part cannot be read.
    """
    own = {item.part for item in session.file.rack}
    found = []
    for number, head in session.garage.parts().items():
        if number not in own:
            part = session.garage.revisions.record(head.revision)
            if part.axle is axle:
                found.append(WearPart(part.bar, axle, head.revision))
    return tuple(found)


def still_wearing(session: Session, axle: Axle) -> tuple[str, ...]:
    """Names of the other cars with a setting that wears the bar of this name as it was before its latest revision.

    Raises:
        StoreError: the garage cannot be read.
    """
    name = session.file.bench.end(axle).bar.name
    kept = next((item for item in session.file.rack if item.axle is axle and item.bar.name == name), None)
    return () if kept is None or kept.part is None else session.garage.wearers(kept.part, but=session.car)
