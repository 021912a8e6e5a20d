"""Documents and their revisions: rows in, records out."""

from __future__ import annotations

import json
import sqlite3
import zlib
from collections.abc import Iterable
from datetime import UTC, datetime
from typing import Any

from anchor_beam.documents.folding import Head, NewRevision
from anchor_beam.documents.kinds import DocumentKind
from anchor_beam.errors import StoreError
from anchor_beam.store.database import Database

KEPT_RECORDS = 4096  # read revisions that are kept; each is a record of some kilobytes at most


class Revisions:
    """Reads revisions as records, each once while it is kept in memory."""

    def __init__(self, database: Database, kinds: Iterable[DocumentKind[Any]]) -> None:
        self._database = database
        self._kinds = {kind.name: kind for kind in kinds}
        self._records: dict[int, Any] = {}

    def record(self, revision: int) -> Any:
        """What a revision says.

        Raises:
            StoreError: there is no such revision, or it is damaged.
        """
        if revision not in self._records:
            rows = self._database.rows(
                "SELECT document.kind, schema, body FROM revision JOIN document ON document.id = document"
                " WHERE revision.id = ?",
                revision,
            )
            if not rows:
                raise StoreError("garage", f"Revision {revision}, which it needs, is no longer there.")
            kind, schema, body = rows[0]
            self.remember(revision, self._unpacked(revision, kind, body, schema))
        return self._records[revision]

    def remember(self, revision: int, record: Any) -> None:
        """Keep a record that was just read or written; the oldest gives way."""
        if len(self._records) >= KEPT_RECORDS:
            del self._records[next(iter(self._records))]
        self._records[revision] = record

    def kind(self, name: str) -> DocumentKind[Any]:
        """A kind by its name.

        Raises:
            StoreError: this version does not know it.
        """
        if name not in self._kinds:
            raise StoreError("garage", f"This garage keeps a document of a kind “{name}” that is not known here.")
        return self._kinds[name]

    def document_of(self, revision: int) -> int | None:
        """Whose revision it is; None where it is not kept."""
        found = self._database.one("SELECT document FROM revision WHERE id = ?", revision)
        return None if found is None else found

    def schema_of(self, revision: int) -> int:
        """The schema version that wrote a revision; 0 where it is not kept."""
        found = self._database.one("SELECT schema FROM revision WHERE id = ?", revision)
        return 0 if found is None else int(found)

    def kind_of(self, document: int) -> str:
        """The name of a document's kind.

        Raises:
            StoreError: there is no such document.
        """
        found = self._database.one("SELECT kind FROM document WHERE id = ?", document)
        if found is None:
            raise StoreError("garage", "Something that this car needs is no longer in the garage.")
        return str(found)

    def heads_of(self, owner: int) -> dict[int, Head]:
        """The documents of a car and where they stand, the car itself among them."""
        return self._heads("(owner = ? OR id = ?) AND head IS NOT NULL", owner, owner)

    def heads_in_garage(self, kind: DocumentKind[Any]) -> dict[int, Head]:
        """The documents of a kind that belong to the garage."""
        return self._heads("owner IS NULL AND kind = ? AND head IS NOT NULL", kind.name)

    def _heads(self, where: str, *values: object) -> dict[int, Head]:
        rows = self._database.rows(f"SELECT id, kind, head FROM document WHERE {where} ORDER BY id", *values)
        return {number: Head(kind, head) for number, kind, head in rows}

    def _unpacked(self, revision: int, kind: str, body: bytes, schema: int) -> Any:
        try:
            return self.kind(kind).read(json.loads(zlib.decompress(body)), schema)
        except (zlib.error, KeyError, ValueError, TypeError) as problem:
            raise StoreError("garage", f"Revision {revision}, of a {kind}, is damaged.") from problem


def insert(db: sqlite3.Connection, made: NewRevision) -> None:
    """Keep a revision, and its document if that is new, inside a transaction."""
    db.execute(
        "INSERT OR IGNORE INTO document (id, kind, owner) VALUES (?, ?, ?)",
        (made.document, made.kind.name, made.owner),
    )
    body = zlib.compress(json.dumps(made.kind.write(made.record)).encode(), 1)
    db.execute(
        "INSERT INTO revision (id, document, parent, schema, made_at, body) VALUES (?, ?, ?, ?, ?, ?)",
        (made.revision, made.document, made.parent, made.kind.schema, now(), body),
    )
    db.executemany("INSERT INTO pin VALUES (?, ?)", [(made.revision, pin) for pin in made.kind.pins(made.record)])


def now() -> str:
    """The time as the garage writes it, in UTC."""
    return datetime.now(UTC).isoformat(timespec="seconds")
