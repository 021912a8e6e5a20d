"""The garage's SQLite file: checked before anything is touched, locked, opened, brought up to date, and watched.

Other programs may replace the file, remove it or cut it short while it is open, as those do that keep folders alike on two
machines. What is written then goes into a file that nobody finds again. So each write first looks whether the name still
leads to this file, and whether the file is as long as it was.
"""

from __future__ import annotations

import contextlib
import sqlite3
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from anchor_beam.errors import GarageGone, StoreError
from anchor_beam.store.faults import as_store_error, reason
from anchor_beam.store.header import read_header, require_ours
from anchor_beam.store.lock import identity, lock
from anchor_beam.store.schema import APPLICATION_ID, SCHEMA_VERSION, TABLES

OPENING = 5.0  # s that opening waits for another program's lock
BUSY = 0.05  # s that an act waits for another program's lock; it is kept in hand then, and the window goes on


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
        header = read_header(path)
        if header is not None:
            require_ours(path, header)
        try:
            path.parent.mkdir(parents=True, exist_ok=True)
            self._lock = lock(path)
        except OSError as problem:
            raise StoreError(
                "garage", f"The garage cannot be kept in {path.parent}: {reason(problem)}.",
                accepts="a folder that you may write to",
            ) from problem  # fmt: skip
        try:
            self._connection = self._open()
        except BaseException:
            self._lock.close()
            raise
        self._last: int = self.one(
            "SELECT max(ifnull((SELECT max(id) FROM document), 0), ifnull((SELECT max(id) FROM revision), 0))"
        )
        self._size = path.stat().st_size
        self._log: tuple[int, int] | None = None

    def _open(self) -> sqlite3.Connection:
        with as_store_error("open"):
            connection = sqlite3.connect(self.path, isolation_level=None, timeout=OPENING)
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
        connection.execute("PRAGMA journal_mode = WAL")
        connection.execute(
            "PRAGMA synchronous = FULL"
        )  # a finished edit survives a power cut, not only a killed process
        if version < SCHEMA_VERSION:
            from anchor_beam.store.migration import bring_up_to_date  # an up-to-date garage needs none

            bring_up_to_date(connection, self.path, version)
        connection.execute("PRAGMA foreign_keys = ON")
        connection.execute("SELECT count(*) FROM journal")  # a damaged file says so here
        connection.execute(f"PRAGMA busy_timeout = {round(1e3 * BUSY)}")

    def close(self) -> None:
        """Give the file and the lock back."""
        self._connection.close()
        self._lock.close()

    def new_number(self) -> int:
        """A number that no document and no revision has. One process holds the file, so counting is enough."""
        self._last += 1
        return self._last

    @property
    def last(self) -> int:
        """The last number that was given out."""
        return self._last

    def go_on_from(self, number: int) -> None:
        """Give out numbers above one that another garage has given out: what is in hand keeps its own."""
        self._last = max(self._last, number)

    def require_in_place(self) -> None:
        """See whether the file is still the one that was opened, and whole.

        Raises:
            GarageGone: another program replaced it, removed it or cut it short.
        """
        try:
            found, log = self.path.stat(), self._log_now()
        except OSError as problem:
            raise _gone(self.path, "removed or moved") from problem
        if identity(found) != self._lock.identity:
            raise _gone(self.path, "replaced")
        if found.st_size < self._size:
            raise _gone(self.path, "cut short")
        if self._log is not None and log != self._log:
            raise _gone(self.path, "robbed of its newest changes")
        self._size = found.st_size

    def require_sound(self) -> None:
        """Read through the whole file.

        Raises:
            StoreError: a part of it is damaged.
        """
        if self.one("PRAGMA quick_check(1)") != "ok":
            raise StoreError("garage", f"{self.path.name} is damaged.")

    def copy_to(self, path: Path) -> None:
        """Write everything that this connection still reads into a new file.

        Raises:
            StoreError: it cannot be read any more, or not be written there.
        """
        with as_store_error("write"), contextlib.closing(sqlite3.connect(path)) as copy:
            self._connection.backup(copy)

    def _log_now(self) -> tuple[int, int] | None:
        log = self.path.with_name(f"{self.path.name}-wal")
        return identity(log.stat()) if log.exists() else None

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
        self.require_in_place()
        with as_store_error("write"):
            self._connection.execute("BEGIN IMMEDIATE")
            try:
                yield self._connection
                self._connection.execute("COMMIT")
            except BaseException:
                if self._connection.in_transaction:
                    self._connection.execute("ROLLBACK")
                raise
        self._log = self._log_now()

    @contextlib.contextmanager
    def another(self) -> Iterator[sqlite3.Connection]:
        """A transaction of another connection to this file, for large bytes that are written beside the acts.

        Raises:
            StoreError: it could not be written; nothing was.
        """
        self.require_in_place()
        with as_store_error("write"):
            connection = sqlite3.connect(self.path, isolation_level=None, timeout=OPENING)
            with contextlib.closing(connection):
                connection.execute("PRAGMA synchronous = FULL")
                connection.execute("BEGIN IMMEDIATE")
                try:
                    yield connection
                    connection.execute("COMMIT")
                except BaseException:
                    if connection.in_transaction:
                        connection.execute("ROLLBACK")
                    raise


def _gone(path: Path, what: str) -> GarageGone:
    return GarageGone(
        "garage", f"Not saved: {path.name} was {what} by another program while it was open.",
        accepts="to save beside it under another name; what you did since is in hand",
    )  # fmt: skip
