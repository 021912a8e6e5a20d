"""The garage's SQLite file: opened, checked before anything is touched, brought up to date, and locked."""

from __future__ import annotations

import contextlib
import sqlite3
import struct
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from anchor_beam.errors import GarageNewer, StoreError
from anchor_beam.store.faults import as_store_error, reason
from anchor_beam.store.lock import lock
from anchor_beam.store.schema import APPLICATION_ID, SCHEMA_VERSION, TABLES

_HEADER = struct.Struct(">16s44xI4xI")  # of an SQLite file: magic, user version, application id


class Database:
    """An open garage file; several sessions of one process may share it."""

    def __init__(self, path: Path) -> None:
        """Open or create the file.

        Raises:
            GarageLocked: another instance has it.
            GarageNewer: it was written by a later version.
            StoreError: it cannot be opened, is damaged or is something else.
        """
        self.path = path
        try:
            path.parent.mkdir(parents=True, exist_ok=True)
            self._lock = lock(path.with_suffix(".lock"))
        except OSError as problem:
            raise StoreError(
                "garage", f"The garage cannot be kept in {path.parent}: {reason(problem)}.",
                accepts="a folder that you may write to",
            ) from problem  # fmt: skip
        try:
            _look(path)
            self._connection = self._open()
        except BaseException:
            self._lock.close()
            raise
        self._last: int = self.one(
            "SELECT max(ifnull((SELECT max(id) FROM document), 0), ifnull((SELECT max(id) FROM revision), 0))"
        )

    def _open(self) -> sqlite3.Connection:
        with as_store_error("open"):
            connection = sqlite3.connect(self.path, isolation_level=None)
        try:
            with as_store_error("open"):
                self._prepare(connection)
        except BaseException:
            connection.close()
            raise
        return connection

    def _prepare(self, connection: sqlite3.Connection) -> None:
        if not connection.execute("SELECT count(*) FROM sqlite_master").fetchone()[0]:
            connection.executescript(
                f"BEGIN; PRAGMA application_id = {APPLICATION_ID}; PRAGMA user_version = {SCHEMA_VERSION}; {TABLES} COMMIT;"
            )
        version = int(connection.execute("PRAGMA user_version").fetchone()[0])
        _require_known(self.path, int(connection.execute("PRAGMA application_id").fetchone()[0]), version)
        connection.execute("PRAGMA journal_mode = WAL")
        connection.execute(
            "PRAGMA synchronous = FULL"
        )  # a finished edit survives a power cut, not only a killed process
        if version < SCHEMA_VERSION:
            from anchor_beam.store.migration import bring_up_to_date  # an up-to-date garage needs none

            bring_up_to_date(connection, self.path, version)
        connection.execute("PRAGMA foreign_keys = ON")
        connection.execute("SELECT count(*) FROM journal")  # a damaged file says so here

    def close(self) -> None:
        """Give the file and the lock back."""
        self._connection.close()
        self._lock.close()

    def new_number(self) -> int:
        """A number that no document and no revision has. One process holds the file, so counting is enough."""
        self._last += 1
        return self._last

    def rows(self, sql: str, *values: object) -> list[tuple[Any, ...]]:
        """What a query finds.

        Raises:
            StoreError
        """
        with as_store_error("read"):
            return self._connection.execute(sql, values).fetchall()

    def one(self, sql: str, *values: object) -> Any:
        """The first column of the first row, None where there is none.

        Raises:
            StoreError
        """
        with as_store_error("read"):
            row = self._connection.execute(sql, values).fetchone()
        return None if row is None else row[0]

    @contextlib.contextmanager
    def transaction(self) -> Iterator[sqlite3.Connection]:
        """All of what is done inside, or nothing of it.

        Raises:
            StoreError: it could not be written; nothing was.
        """
        with as_store_error("write"):
            self._connection.execute("BEGIN IMMEDIATE")
            try:
                yield self._connection
                self._connection.execute("COMMIT")
            except BaseException:
                if self._connection.in_transaction:
                    self._connection.execute("ROLLBACK")
                raise


def _look(path: Path) -> None:
    """Refuse a file that is not ours, or newer, from its first bytes alone: nothing of it is touched.

    Raises:
        GarageNewer, StoreError
    """
    try:
        with path.open("rb") as file:
            start = file.read(_HEADER.size)
    except FileNotFoundError:
        return
    except OSError as problem:
        raise StoreError("garage", f"{path} cannot be read: {reason(problem)}.") from problem
    if not start:
        return
    if len(start) < _HEADER.size or not start.startswith(b"SQLite format 3\0"):
        raise StoreError("garage", "This file is not a garage, or it is damaged.")
    _, version, owner = _HEADER.unpack(start)
    _require_known(path, owner, version)


def _require_known(path: Path, owner: int, version: int) -> None:
    if owner != APPLICATION_ID:
        raise StoreError("garage", f"{path.name} is a database of another program, not a garage.")
    if version > SCHEMA_VERSION:
        raise GarageNewer(
            "garage", f"This garage was written by a later version of Anchor Beam (garage format {version}).",
            accepts=f"formats up to {SCHEMA_VERSION}; update Anchor Beam, the file was not touched",
        )  # fmt: skip


def start_over(path: Path) -> None:
    """Remove a garage file with its side files, so that the next opening makes a new one.

    Raises:
        GarageLocked: it is open in another window.
        StoreError: it cannot be removed.
    """
    if not path.exists():
        return
    with contextlib.closing(lock(path.with_suffix(".lock"))):
        try:
            for name in (path.name, f"{path.name}-wal", f"{path.name}-shm"):
                (path.parent / name).unlink(missing_ok=True)
        except OSError as problem:
            raise StoreError("garage", f"{path} could not be removed: {reason(problem)}.") from problem
