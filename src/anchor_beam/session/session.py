"""One car in hand: its documents, what an act makes of them, undo and redo, and whether all of it is on the disk.

Acts that could not be saved are kept in hand, in their order. Undo takes the last of them back before it goes on in the
garage's journal, redo brings it again, and the next act tries to save those before it first.
"""

from __future__ import annotations

from typing import Any

from anchor_beam.documents.folding import Changes, Head, Heads, unfold
from anchor_beam.documents.kinds import CAR
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import StoreError
from anchor_beam.immutable import immutable
from anchor_beam.session.edits.documents import DocumentEdit, MoveInGarage, PutDocument, PutDocuments, RemoveDocument
from anchor_beam.session.edits.edit import Edit
from anchor_beam.session.outcome import Outcome, Saved, Unsaved
from anchor_beam.store.garage import Garage


@immutable(eq=False)
class _Act:
    """Something done: how the car stood before and what it changes."""

    said: str
    before: tuple[Heads, CarFile]
    changes: Changes

    @property
    def after(self) -> tuple[Heads, CarFile]:
        return self.changes.heads, self.changes.file


class Session:
    """A car of a garage in hand. `file` is the car as it stands, `outcome` whether it is saved."""

    def __init__(self, garage: Garage, car: int) -> None:
        """Take a car in hand.

        Raises:
            StoreError: it is not there, or cannot be read.
        """
        self.garage, self.car = garage, car
        self.outcome: Outcome = Saved()
        self._unsaved: list[_Act] = []
        self._taken_back: list[_Act] = []  # of those that were never saved, the last one last
        self._read()

    def _read(self) -> None:
        self.heads: Heads = self.garage.heads(self.car)
        self.file: CarFile = self.garage.folded(self.car, self.heads)
        self._at = self.garage.at(self.car)

    def read_again(self) -> None:
        """As it stands in the garage now: another session may have changed the parts that it wears.

        Raises:
            StoreError: it cannot be read.
        """
        self._read()

    @property
    def is_older(self) -> bool:
        """Whether the car was last kept by a version that knew less of it."""
        known = self.garage.revisions.schema_of(self.heads[self.car].revision)
        return known < CAR.schema or self.garage.choice("from format") is not None

    @property
    def last(self) -> str:
        """What was done last."""
        return self._unsaved[-1].said if self._unsaved else self._at.said

    @property
    def undo(self) -> str | None:
        """What `take_back` would take back."""
        return self._unsaved[-1].said if self._unsaved else self._at.undo

    @property
    def redo(self) -> str | None:
        """What `do_again` would bring back."""
        if self._taken_back:
            return self._taken_back[-1].said
        return None if self._unsaved else self._at.redo

    def record(self, document: int) -> Any:
        """What one of the car's documents says.

        Raises:
            StoreError: it cannot be read.
            KeyError: the car has no such document.
        """
        return self._recorded(self.heads[document].revision)

    def do(self, edit: Edit | DocumentEdit) -> Outcome:
        """Carry out an act and save it. An act that changes nothing is not written.

        Raises:
            InputError: it is not possible; nothing changed.
            StoreError: something it needs cannot be read; nothing changed.
            GarageGone: ... because another program cut the file short.
        """
        try:
            changes = self._changes(edit)
        except StoreError:
            self.garage.database.require_in_place()  # the better reason, if it is that
            raise
        if not changes.moves and not changes.revisions:
            return self.outcome
        self._taken_back.clear()
        self._unsaved.append(_Act(edit.said, (self.heads, self.file), changes))
        self.heads, self.file = changes.heads, changes.file
        return self.save_again()

    def save_again(self) -> Outcome:
        """Try to save what is in hand only, in its order."""
        try:
            while self._unsaved:
                self.garage.journal.commit(self.car, self._unsaved[0].changes, self._unsaved[0].said)
                del self._unsaved[0]
                self._at = self.garage.at(self.car)
        except StoreError as problem:
            self.outcome = Unsaved(tuple(act.said for act in self._unsaved), problem)
        else:
            self.outcome = Saved()
        return self.outcome

    def move_to(self, garage: Garage) -> Outcome:
        """Go on in a garage that has the same documents, and save there what is in hand only."""
        self.garage = garage
        return self.save_again()

    def take_back(self) -> str | None:
        """Undo the last act; what it was, None where there is none.

        Raises:
            StoreError: it could not be taken back; nothing changed.
        """
        if self._unsaved:
            act = self._unsaved.pop()
            self._taken_back.append(act)
            self.heads, self.file = act.before
            self.save_again()
            return act.said
        said = self.garage.journal.undo(self.car)
        if said is not None:
            self._taken_back.clear()
            self._read()
        return said

    def do_again(self) -> str | None:
        """Redo what was taken back last; what it was, None where there is nothing.

        Raises:
            StoreError: it could not be done again; nothing changed.
        """
        if self._taken_back:
            act = self._taken_back.pop()
            self._unsaved.append(act)
            self.heads, self.file = act.after
            self.save_again()
            return act.said
        if self._unsaved:
            return None
        said = self.garage.journal.redo(self.car)
        if said is not None:
            self._read()
        return said

    def _changes(self, edit: Edit | DocumentEdit) -> Changes:
        new = self.garage.database.new_number
        if isinstance(edit, PutDocument | PutDocuments | RemoveDocument | MoveInGarage):
            if (
                isinstance(edit, PutDocument)
                and edit.document in self.heads
                and self.record(edit.document) == edit.record
            ):
                return Changes((), (), self.heads, self.file)
            return edit.changes(self.car, self.heads, self.file, new)
        after = edit.apply(self.file)
        return unfold(
            self.car,
            self.heads,
            after,
            record=self._recorded,
            document_of=self._document_of,
            parts=self._parts(),
            new=new,
        )

    # what is not on the disk yet lies over what is

    def _recorded(self, revision: int) -> Any:
        for act in self._unsaved:
            for made in act.changes.revisions:
                if made.revision == revision:
                    return made.record
        return self.garage.revisions.record(revision)

    def _document_of(self, revision: int) -> int | None:
        for act in self._unsaved:
            for made in act.changes.revisions:
                if made.revision == revision:
                    return made.document
        return self.garage.revisions.document_of(revision)

    def _parts(self) -> dict[int, Head]:
        parts = self.garage.parts()
        for act in self._unsaved:
            kinds = {made.document: made.kind.name for made in act.changes.revisions if made.owner is None}
            for move in act.changes.moves:
                if move.document in kinds and move.after is not None:
                    parts[move.document] = Head(kinds[move.document], move.after)
        return parts
