"""Bytes that belong to documents, such as photos: each kept once, under its hash."""

from __future__ import annotations

import hashlib

from anchor_beam.errors import StoreError
from anchor_beam.store.database import Database


class Blobs:
    """Bytes by their SHA-256."""

    def __init__(self, database: Database) -> None:
        self._database = database

    def keep(self, content: bytes) -> str:
        """Keep bytes; their hash. What is there already is not written again.

        Raises:
            StoreError: they could not be kept.
        """
        name = hashlib.sha256(content).hexdigest()
        with self._database.transaction() as db:
            db.execute("INSERT OR IGNORE INTO blob VALUES (?, ?)", (name, content))
        return name

    def keep_beside(self, content: bytes) -> str:
        """The same from any thread, by a connection of its own, so that whoever works here goes on meanwhile.

        Raises:
            StoreError: they could not be kept.
        """
        name = hashlib.sha256(content).hexdigest()
        with self._database.another() as db:
            db.execute("INSERT OR IGNORE INTO blob VALUES (?, ?)", (name, content))
        return name

    def read(self, name: str) -> bytes:
        """The bytes of a hash.

        Raises:
            StoreError: they are not kept here, or are damaged.
        """
        found = self._database.one("SELECT bytes FROM blob WHERE hash = ?", name)
        if not isinstance(found, bytes) or hashlib.sha256(found).hexdigest() != name:
            raise StoreError("garage", "A picture in this garage is missing or damaged.")
        return found
