"""Every fastener of a card as it stands: off, started, snug, final, painted; what hides it, what it holds, which step is
next."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.documents.job_card import JobCard
from anchor_beam.fitting.card import CardView, State, view
from anchor_beam.fitting.fasteners import FASTENERS, Fastener
from anchor_beam.fitting.step import Deed, Tag
from anchor_beam.immutable import immutable


class Stands(StrEnum):
    """How far a fastener is."""

    AS_FOUND = "as it was"
    CRACKED = "cracked"
    OFF = "off"
    STARTED = "started by hand"
    SNUG = "snug"
    FINAL = "final"
    PAINTED = "final, painted"


AFTER = {
    Deed.CRACK: Stands.CRACKED, Deed.UNDO: Stands.OFF, Deed.START: Stands.STARTED, Deed.SNUG: Stands.SNUG,
    Deed.FINAL: Stands.FINAL,
}  # fmt: skip
"""What a deed leaves it as."""


@immutable
class Spot:
    """A fastener on the map. number: in the order in which the steps come to it. hidden_by: number of the step after which
    nobody sees it, None for none; hidden: it was done. next: number of the next open step that acts on it, with the deed."""

    number: int
    fastener: Fastener
    stands: Stands
    hidden_by: int | None
    hidden: bool
    next: tuple[int, Deed] | None


def spots(card: JobCard) -> tuple[Spot, ...]:
    """Every fastener of the card."""
    seen = view(card)
    painted = any(Tag.PAINTED in each.step.tags and each.state is State.DONE for each in seen.steps)
    ids = dict.fromkeys(act.fastener for each in seen.steps for act in each.step.acts)
    return tuple(_spot(number, name, seen, painted) for number, name in enumerate(ids, start=1))


def _spot(number: int, name: str, seen: CardView, painted: bool) -> Spot:
    stands, coming = Stands.AS_FOUND, None
    hider = next((each for each in seen.steps if name in each.step.hides), None)
    for each in seen.steps:
        for act in each.step.acts:
            if act.fastener != name:
                continue
            if each.state is State.DONE:
                stands = AFTER[act.deed]
            elif each.state is not State.SKIPPED and coming is None:
                coming = each.number, act.deed
    if stands is Stands.FINAL and painted:
        stands = Stands.PAINTED
    return Spot(
        number, FASTENERS[name], stands, None if hider is None else hider.number,
        hider is not None and hider.state is State.DONE, coming,
    )  # fmt: skip
