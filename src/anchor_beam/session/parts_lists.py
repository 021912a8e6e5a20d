"""Lists of parts to choose from: those that ship with the application, and those that somebody brought into the garage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.documents.kept import PartsList
from anchor_beam.documents.kinds import PARTS_LIST
from anchor_beam.documents.parts.shipped import MAKERS, shipped
from anchor_beam.errors import InputError
from anchor_beam.session.edits import MoveInGarage
from anchor_beam.session.part import Part
from anchor_beam.session.said import Said

if TYPE_CHECKING:
    from anchor_beam.documents.folding import Head
    from anchor_beam.session.workshop import Workshop


class PartsLists:
    """Those of the garage."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop
        self._texts: dict[str, str] = {}  # by hash

    def all(self) -> tuple[tuple[str, str], ...]:
        """Name and text of each.

        Raises:
            StoreError: one cannot be read.
        """
        return (*shipped(), *((kept.name, self._text(kept.blob)) for _, kept in self._kept().values()))

    @property
    def names(self) -> tuple[str, ...]:
        """Of those that somebody brought in."""
        return tuple(self._kept())

    def keep(self, name: str, blob: str, count: str) -> None:
        """Keep a list whose bytes are kept under this hash, in place of one of that name; count: its parts, in words.

        Raises:
            InputError: there is no car on the bench, or this is the name of a list that ships with the application.
        """
        session, _ = self._workshop.require()
        if name in MAKERS:
            raise InputError(
                "parts list", f"“{name}” is the name of a list that is there.", accepts="another file name"
            )
        known = self._kept().get(name)
        number = session.garage.database.new_number() if known is None else known[0]
        before = None if known is None else session.garage.revisions.heads_in_garage(PARTS_LIST)[number].revision
        session.do(MoveInGarage(f"{name}, parts brought in", PARTS_LIST, number, before, PartsList(name, blob)))
        self._said(name, f"{count} brought into the rack of every car; undo takes them out again.")

    def forget(self, name: str) -> None:
        """Take a list out; undo brings it back. Bars that are fitted stay as they are.

        Raises:
            InputError: there is no car on the bench.
        """
        session, _ = self._workshop.require()
        if (known := self._kept().get(name)) is not None:
            head = session.garage.revisions.heads_in_garage(PARTS_LIST)[known[0]]
            session.do(MoveInGarage(f"{name}, parts taken out", PARTS_LIST, known[0], head.revision, None))
            self._said(name, "is out of the rack; undo brings it back.")

    def _said(self, name: str, words: str) -> None:
        self._workshop.say(Said(name, words))
        self._workshop.tell(Part.GARAGE)

    def _kept(self) -> dict[str, tuple[int, PartsList]]:
        """Number and record by name, in the order in which they came."""
        revisions = self._workshop.garage.revisions
        heads: dict[int, Head] = revisions.heads_in_garage(PARTS_LIST)
        records = ((number, revisions.record(head.revision)) for number, head in heads.items())
        return {kept.name: (number, kept) for number, kept in records}

    def _text(self, blob: str) -> str:
        if blob not in self._texts:
            self._texts[blob] = self._workshop.garage.blobs.read(blob).decode()
        return self._texts[blob]
