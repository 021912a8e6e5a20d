"""The last search of the car in hand, kept with the car."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.documents.kinds import SEARCH
from anchor_beam.session.edits import PutDocument
from anchor_beam.session.part import Part
from anchor_beam.session.said import Said

if TYPE_CHECKING:
    from anchor_beam.documents.searches import KeptSearch
    from anchor_beam.session.workshop import Workshop


class Searches:
    """Of the car in hand, whichever it is."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop

    @property
    def last(self) -> KeptSearch | None:
        """What was found last, None where nobody searched."""
        session = self._workshop.session
        known = self._number()
        return None if session is None or known is None else session.record(known)

    def keep(self, found: KeptSearch) -> None:
        """Keep a search in place of the last one; undo brings that back.

        Raises:
            InputError: there is no car on the bench.
        """
        session, _ = self._workshop.require()
        known = self._number()
        number = session.garage.database.new_number() if known is None else known
        session.do(PutDocument("Bars searched", SEARCH, number, found))
        count = len(found.result.rows)
        self._workshop.say(Said("Search", f"{count} settings found of {found.result.examined}; kept with the car."))
        self._workshop.tell(Part.READINGS)

    def _number(self) -> int | None:
        session = self._workshop.session
        heads = {} if session is None else session.heads
        return next((document for document, head in heads.items() if head.kind == SEARCH.name), None)
