"""Kinds of job of the user's own: they belong to the garage, so that every car has them."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.documents.kinds import OWN_KIND
from anchor_beam.errors import InputError
from anchor_beam.session.edits import MoveInGarage
from anchor_beam.session.part import Part
from anchor_beam.session.said import Said

if TYPE_CHECKING:
    from anchor_beam.documents.job_card import JobCard
    from anchor_beam.documents.own_kind import OwnKind
    from anchor_beam.session.workshop import Workshop


class OwnKinds:
    """Those of the garage."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop

    @property
    def all(self) -> tuple[OwnKind, ...]:
        """In the order in which they were made."""
        return tuple(kind for _, _, kind in self._kept())

    def named(self, name: str) -> OwnKind | None:
        """One of them."""
        return next((kind for kind in self.all if kind.name == name), None)

    def keep(self, card: JobCard, name: str) -> OwnKind:
        """Keep what of a card makes a kind, in place of one of that name.

        Raises:
            InputError: at "kind", it has no name, or there are too many.
        """
        from anchor_beam.documents.own_kind import MOST_KINDS, kind_of

        session, _ = self._workshop.require()
        made = kind_of(card, name)
        known = {kind.name: (number, revision, kind) for number, revision, kind in self._kept()}
        if made.name not in known and len(known) >= MOST_KINDS:
            raise InputError("kind", f"A garage has {MOST_KINDS} kinds of its own.", accepts=f"{MOST_KINDS} or fewer")
        number, before, as_kept = known.get(made.name) or (session.garage.database.new_number(), None, None)
        if made == as_kept:
            self._said(f"Kind of job “{made.name}”", "is kept as it is already.")
            return made
        session.do(MoveInGarage(f"Kind of job “{made.name}” kept", OWN_KIND, number, before, made))
        self._said(f"Kind of job “{made.name}”", "kept for every car; undo takes it away again.")
        return made

    def forget(self, name: str) -> None:
        """Take a kind away; cards that were made of it stay as they are, undo brings it back."""
        session, _ = self._workshop.require()
        for number, revision, kind in self._kept():
            if kind.name == name:
                session.do(MoveInGarage(f"Kind of job “{name}” taken away", OWN_KIND, number, revision, None))
                self._said(f"Kind of job “{name}”", "taken away; its cards stay, undo brings it back.")

    def _said(self, what: str, more: str) -> None:
        self._workshop.say(Said(what, more))
        self._workshop.tell(Part.READINGS)

    def _kept(self) -> list[tuple[int, int, OwnKind]]:
        """Document, revision and record of each."""
        revisions = self._workshop.garage.revisions
        heads = sorted(revisions.heads_in_garage(OWN_KIND).items())
        return [(number, head.revision, revisions.record(head.revision)) for number, head in heads]
