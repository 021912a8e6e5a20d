"""The job cards of the car in hand: made, ticked, measured, noted, ordered. Each act is one document, saved at once."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import TYPE_CHECKING

from anchor_beam.documents.kinds import JOB_CARD
from anchor_beam.errors import InputError
from anchor_beam.session.edits import PutDocument, RemoveDocument
from anchor_beam.session.part import Part
from anchor_beam.session.said import Said

if TYPE_CHECKING:
    from anchor_beam.documents.job import Job
    from anchor_beam.documents.job_card import JobCard
    from anchor_beam.documents.own_kind import OwnKind
    from anchor_beam.session.workshop import Workshop

SIGNS = "signs job cards"  # the choice of the garage
Change = Callable[["JobCard"], "JobCard"]


class Cards:
    """Of the car in hand, whichever it is, by the number of their document."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop

    @property
    def all(self) -> tuple[tuple[int, JobCard], ...]:
        """In the order in which they were made."""
        session = self._workshop.session
        if session is None:
            return ()
        heads = sorted(session.heads.items())
        return tuple((document, session.record(document)) for document, head in heads if head.kind == JOB_CARD.name)

    def of(self, car: int) -> tuple[JobCard, ...]:
        """Those of any car of the garage, as they are kept.

        Raises:
            StoreError: they cannot be read.
        """
        garage = self._workshop.garage
        heads = sorted(garage.heads(car).items())
        return tuple(garage.revisions.record(head.revision) for _, head in heads if head.kind == JOB_CARD.name)

    def card(self, document: int) -> JobCard | None:
        """One of them, None where it is no longer there."""
        return dict(self.all).get(document)

    def add(self, title: str, job: Job, own: OwnKind | None = None) -> int:
        """A new card, of a kind of the user's own where one is given; its document.

        Raises:
            InputError: there is no car, no title, or too many cards.
        """
        from anchor_beam.documents.job_card import MOST_CARDS, new_card
        from anchor_beam.fitting.gather import with_tools_of

        session, _ = self._workshop.require()
        if not title.strip():
            raise InputError("card", "A card needs a title.", accepts="any text")
        if len(self.all) >= MOST_CARDS:
            raise InputError("card", f"A car may have {MOST_CARDS} cards.", accepts=f"{MOST_CARDS} or fewer")
        number = 1 + max((card.number for _, card in self.all), default=0)
        document = session.garage.database.new_number()
        made = new_card(number, title.strip(), job, _now()[:10])
        if own is not None:
            made = replace(made, own=own.own, order=own.order, skipped=dict(own.skipped))
        if self.all:
            made = with_tools_of(made, self.all[-1][1])
        self._do(document, made, f"Job card “{made.title}” made", "its steps stand in an order that can be worked.")
        return document

    def duplicate(self, document: int, title: str, change: Change) -> int:
        """A fresh card for the same work, such as the other side or the other axle; its document."""
        from anchor_beam.documents.job_card import new_card
        from anchor_beam.fitting.gather import with_tools_of

        session, _ = self._workshop.require()
        before = self._require(document)
        number = 1 + max(card.number for _, card in self.all)
        made = change(replace(new_card(number, title, before.job, _now()[:10]), own=before.own, order=before.order))
        made = with_tools_of(replace(made, torques=before.torques, bolts=before.bolts), before)
        added = session.garage.database.new_number()
        self._do(added, made, f"Job card “{title}” made", "torques came along, nothing is ticked.")
        return added

    def for_other_side(self, document: int) -> int:
        """A fresh card for the other side of the car: left and right change places, also in the way out, which is then a
        proposal; its document."""
        from anchor_beam.fitting.way_in import mirrored

        before = self._require(document)
        sides = before.job.sides.other
        title = f"{before.title.removesuffix(f', {before.job.sides}')}, {sides}"
        return self.duplicate(document, title, lambda new: replace(
            new, job=replace(new.job, sides=sides), poses=tuple(map(mirrored, before.poses)), stacks=before.stacks,
        ))  # fmt: skip

    def take_to_car(self, document: int) -> None:
        """Write what was read on a card to the car, and its alignment to the setting on the bench.

        Raises:
            InputError: nothing was read that the car asks for, or a reading that cannot be.
        """
        from anchor_beam.fitting.card import view
        from anchor_beam.fitting.for_car import for_car
        from anchor_beam.session.edits import TakeFromCard

        card = self._require(document)
        self._workshop.do(TakeFromCard(card.job.axle, for_car(view(card)), _now()[:10]))

    def mended(self, document: int, at: int) -> None:
        """Close a remark: a defect that was mended, work that others did; what it touches is checked anew."""
        from anchor_beam.fitting.redo import again, mended

        card = self._require(document)
        count = len(again(card, card.remarks[at].touches))
        more = f"{count} steps are open again: their checks are done anew." if count else ""
        self._do(document, mended(card, at, _now()[:10]), f"Done: {card.remarks[at].text}", more)

    def change(self, document: int, change: Change, said: str, more: str = "") -> None:
        """Say something new on a card.

        Raises:
            InputError: it is no longer there, or what the change refuses.
        """
        before = self._require(document)
        after = change(before)
        if after != before:
            self._do(document, after, said, more)

    @property
    def signs_as(self) -> str:
        """Who signs in this garage, empty for nobody in particular."""
        return self._workshop.garage.choice(SIGNS) or ""

    def sign_as(self, name: str) -> None:
        """Say who signs from now on.

        Raises:
            StoreError: it was not kept.
        """
        self._workshop.garage.choose(SIGNS, name.strip())

    def sign(self, document: int, step: str) -> None:
        """Sign a step off, with time and person.

        Raises:
            InputError: at "step", it cannot be done now; at "note", something should come first, and no note says why not.
        """
        from anchor_beam.documents.job_card import Done
        from anchor_beam.fitting.card import asks_why, held, short, view

        card = self._require(document)
        seen = view(card)
        if why := held(card, seen, step):
            raise InputError("step", why)
        if why := asks_why(seen, step, datetime.now(UTC)):
            raise InputError("note", f"{why} Write why not as a note, then sign.")
        after = card.with_done(step, Done(_now(), self.signs_as))
        signed = next(each.step for each in seen.steps if each.step.id == step)
        if wait := signed.wait:
            until = datetime.now(UTC) + timedelta(minutes=wait)
            after = after.with_wait(step, until.isoformat(timespec="seconds"))
        text, then = short(signed.text), view(after)
        following = "all steps are done." if then.next is None else f"next: {short(then.next.step.text)}."
        self._do(document, after, f"Signed off: {text}", f"{then.done} of {len(then.steps)}; {following}")

    def take_back(self, document: int, step: str) -> None:
        """Take a signature back."""
        self.change(document, lambda card: card.with_done(step, None).with_wait(step, None), "Signature taken back")

    def remove(self, document: int) -> None:
        """Take a card away; undo brings it back."""
        session, _ = self._workshop.require()
        title = self._require(document).title
        session.do(RemoveDocument(f"Job card “{title}” taken away", document))
        self._tell(f"Job card “{title}”", "taken away; undo brings it back.")

    def _require(self, document: int) -> JobCard:
        found = self.card(document)
        if found is None:
            raise InputError("card", "This card is no longer there.", got=document)
        return found

    def _do(self, document: int, card: JobCard, said: str, more: str) -> None:
        session, _ = self._workshop.require()
        session.do(PutDocument(said, JOB_CARD, document, card))
        self._tell(said, more)

    def _tell(self, said: str, more: str) -> None:
        self._workshop.say(Said(said, more))
        self._workshop.tell(Part.READINGS)


def _now() -> str:
    return datetime.now(UTC).isoformat(timespec="seconds")
