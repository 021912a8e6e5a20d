"""Documents of any kind that belong to a car: added, changed, taken away. Later stages make their acts from these."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from anchor_beam.documents.folding import Changes, Head, Heads, Move, NewRevision
from anchor_beam.documents.kinds import DocumentKind
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable(eq=False)
class PutDocument:
    """Add a document to a car, or say something new in one; document: its number, for a new one a number not yet used."""

    said: str
    kind: DocumentKind[Any]
    document: int
    record: Any

    def changes(self, car: int, heads: Heads, file: CarFile, new: Callable[[], int]) -> Changes:
        """What has to be written.

        Raises:
            InputError: the number is that of a document of another kind.
        """
        head = heads.get(self.document)
        if head is not None and head.kind != self.kind.name:
            raise InputError("document", f"This is a {head.kind}.", got=self.document, accepts=f"a {self.kind.name}")
        before = None if head is None else head.revision
        made = NewRevision(new(), self.document, self.kind, car, before, self.record)
        moved = {**heads, self.document: Head(self.kind.name, made.revision)}
        return Changes((made,), (Move(self.document, before, made.revision),), moved, file)


@immutable(eq=False)
class PutDocuments:
    """Several at once, as one act. each: kind, number and record; of a number that comes twice the last record."""

    said: str
    each: tuple[tuple[DocumentKind[Any], int, Any], ...]

    def changes(self, car: int, heads: Heads, file: CarFile, new: Callable[[], int]) -> Changes:
        """What has to be written.

        Raises:
            InputError: a number is that of a document of another kind.
        """
        revisions: tuple[NewRevision, ...] = ()
        moves: tuple[Move, ...] = ()
        for document, (kind, record) in {number: (kind, record) for kind, number, record in self.each}.items():
            one = PutDocument(self.said, kind, document, record).changes(car, heads, file, new)
            revisions, moves, heads = (*revisions, *one.revisions), (*moves, *one.moves), one.heads
        return Changes(revisions, moves, heads, file)


@immutable(eq=False)
class RemoveDocument:
    """Take a document away; its revisions stay for whoever names them, and for undo."""

    said: str
    document: int

    def changes(self, car: int, heads: Heads, file: CarFile, new: Callable[[], int]) -> Changes:
        """What has to be written.

        Raises:
            InputError: the car has no such document.
        """
        del car, new
        if self.document not in heads:
            raise InputError("document", "This is no longer there.", got=self.document)
        left = {document: head for document, head in heads.items() if document != self.document}
        return Changes((), (Move(self.document, heads[self.document].revision, None),), left, file)


@immutable(eq=False)
class MoveInGarage:
    """Add a document to the garage, say something new in one, or take one away; the act is in the journal of the car in hand.

    before: revision that it stands at, None for a new one. record: None to take it away.
    """

    said: str
    kind: DocumentKind[Any]
    document: int
    before: int | None
    record: Any

    def changes(self, car: int, heads: Heads, file: CarFile, new: Callable[[], int]) -> Changes:
        """What has to be written."""
        del car
        if self.record is None:
            return Changes((), (Move(self.document, self.before, None),), heads, file)
        made = NewRevision(new(), self.document, self.kind, None, self.before, self.record)
        return Changes((made,), (Move(self.document, self.before, made.revision),), heads, file)


DocumentEdit = PutDocument | PutDocuments | RemoveDocument | MoveInGarage
