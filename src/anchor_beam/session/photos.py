"""The pictures of the car in hand: of a bar, or of whatever else is worth one, each under a title."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.documents.kept import Photo
from anchor_beam.documents.kinds import PHOTO
from anchor_beam.errors import InputError
from anchor_beam.session.edits import PutDocument, RemoveDocument
from anchor_beam.session.part import Part
from anchor_beam.session.said import Said

if TYPE_CHECKING:
    from anchor_beam.session.workshop import Workshop

SORTS = {b"\x89PNG": "image/png", b"\xff\xd8\xff": "image/jpeg"}  # by how a file begins


def media_type(content: bytes) -> str:
    """What sort of picture it is.

    Raises:
        InputError: it is none that can be kept.
    """
    found = next((name for head, name in SORTS.items() if content.startswith(head)), None)
    if found is None:
        raise InputError("photo", "This is no photo: PNG and JPEG are read.", accepts="PNG or JPEG")
    return found


class Photos:
    """Those of the car in hand, whichever it is."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop

    @property
    def titles(self) -> tuple[str, ...]:
        """What they are called, in the order in which they came."""
        session = self._workshop.session
        if session is None:
            return ()
        kept = sorted(document for document, head in session.heads.items() if head.kind == PHOTO.name)
        return tuple(session.record(document).title for document in kept)

    def keep(self, title: str, sort: str, blob: str) -> None:
        """List a picture whose bytes are kept under this hash, in place of one of that title.

        Raises:
            InputError: there is no car on the bench, or no title.
        """
        session, _ = self._workshop.require()
        if not title.strip():
            raise InputError("photo", "A photo needs a title.", accepts="any text")
        known = self._known(title)
        document = session.garage.database.new_number() if known is None else known[0]
        session.do(PutDocument(f"{title}, photo", PHOTO, document, Photo(title, sort, blob)))
        self._said(title, "the photo is kept with the car.")

    def read(self, title: str) -> bytes | None:
        """The bytes of a picture, None where none has that title.

        Raises:
            StoreError: they cannot be read.
        """
        known = self._known(title)
        return None if known is None else self._workshop.garage.blobs.read(known[1].blob)

    def forget(self, title: str) -> None:
        """Take a picture off the list; undo brings it back.

        Raises:
            InputError: there is no car on the bench.
        """
        session, _ = self._workshop.require()
        if (known := self._known(title)) is not None:
            session.do(RemoveDocument(f"{title}, photo forgotten", known[0]))
            self._said(title, "the photo is off the list; undo brings it back.")

    def _said(self, title: str, words: str) -> None:
        self._workshop.say(Said(title, words))
        self._workshop.tell(Part.READINGS)

    def _known(self, title: str) -> tuple[int, Photo] | None:
        session = self._workshop.session
        for document, head in {} if session is None else session.heads.items():
            if head.kind == PHOTO.name and session is not None and (photo := session.record(document)).title == title:
                return document, photo
        return None
