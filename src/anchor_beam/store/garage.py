"""Cars and their revisions.

Every edit inserts one revision with the whole car document and moves the car's head to it, in one transaction. Undo
and redo only move the head, so they work after a restart too; an edit after an undo starts a new branch, and the old
one stays in the file.
"""

from __future__ import annotations

import contextlib
import json
import sqlite3
import zlib
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from types import TracebackType

from anchor_beam.documents.plain import as_document, from_plain
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import GarageNewer, StoreError
from anchor_beam.store.lock import lock

APPLICATION_ID = 0x416E4265  # "AnBe"
SCHEMA_VERSION = 1
_SCHEMA = """
CREATE TABLE car (
    id INTEGER PRIMARY KEY,
    head INTEGER REFERENCES revision(id),
    archived INTEGER NOT NULL DEFAULT 0
);
CREATE TABLE revision (
    id INTEGER PRIMARY KEY,
    car INTEGER NOT NULL REFERENCES car(id),
    parent INTEGER REFERENCES revision(id),
    redo INTEGER REFERENCES revision(id),
    made_at TEXT NOT NULL,
    said TEXT NOT NULL,
    document BLOB NOT NULL
);
CREATE INDEX revision_of_car ON revision(car);
CREATE TABLE choice (name TEXT PRIMARY KEY, value TEXT NOT NULL);
"""


@dataclass(frozen=True)
class Listed:
    """A car as the garage page lists it."""

    id: int
    file: CarFile
    changed_at: str
    revisions: int


@dataclass(frozen=True)
class Opened:
    """A car at its head. said: what the head revision did; undo, redo: what these would take back or bring again."""

    id: int
    file: CarFile
    said: str
    undo: str | None
    redo: str | None


class Garage:
    """An open garage file. Use as a context manager, or call `close`."""

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
                "garage", f"The garage cannot be kept in {path.parent}: {_reason(problem)}.",
                accepts="a folder that you may write to",
            ) from problem  # fmt: skip
        try:
            self._db = self._open()
        except BaseException:
            self._lock.close()
            raise

    def _open(self) -> sqlite3.Connection:
        with _as_store_error("open"):
            db = sqlite3.connect(self.path, isolation_level=None)
        try:
            with _as_store_error("open"):
                self._prepare(db)
        except BaseException:
            db.close()
            raise
        return db

    def _prepare(self, db: sqlite3.Connection) -> None:
        db.execute("PRAGMA journal_mode = WAL")
        db.execute("PRAGMA synchronous = FULL")  # a finished edit survives a power cut, not only a killed process
        db.execute("PRAGMA foreign_keys = ON")
        version = db.execute("PRAGMA user_version").fetchone()[0]
        owner = db.execute("PRAGMA application_id").fetchone()[0]
        empty = not db.execute("SELECT count(*) FROM sqlite_master").fetchone()[0]
        if empty:
            db.executescript(
                f"BEGIN; PRAGMA application_id = {APPLICATION_ID}; PRAGMA user_version = {SCHEMA_VERSION}; {_SCHEMA} COMMIT;"
            )
        elif owner != APPLICATION_ID:
            raise StoreError("garage", f"{self.path.name} is a database of another program, not a garage.")
        elif version > SCHEMA_VERSION:
            raise GarageNewer(
                "garage", f"This garage was written by a later version of Anchor Beam (garage format {version}).",
                accepts=f"formats up to {SCHEMA_VERSION}; update Anchor Beam, the file was not touched",
            )  # fmt: skip
        else:
            db.execute("SELECT count(*) FROM revision")  # a damaged file says so here

    def __enter__(self) -> Garage:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, problem: BaseException | None, trace: TracebackType | None
    ) -> None:
        self.close()

    def close(self) -> None:
        """Give the file and the lock back."""
        self._db.close()
        self._lock.close()

    # cars

    def cars(self, *, archived: bool = False) -> tuple[Listed, ...]:
        """Every car at its head, in the order they were made."""
        with _as_store_error("read"):
            rows = self._db.execute(
                "SELECT car.id, document, made_at, (SELECT count(*) FROM revision r WHERE r.car = car.id)"
                " FROM car JOIN revision ON revision.id = car.head WHERE archived = ? ORDER BY car.id",
                (int(archived),),
            ).fetchall()
        return tuple(Listed(key, _unpack(document), made_at, count) for key, document, made_at, count in rows)

    def ids(self, *, archived: bool = False) -> tuple[int, ...]:
        """Keys of the cars in the order they were made, without reading the cars."""
        with _as_store_error("read"):
            rows = self._db.execute("SELECT id FROM car WHERE archived = ? ORDER BY id", (int(archived),)).fetchall()
        return tuple(int(row[0]) for row in rows)

    def add(self, file: CarFile, said: str) -> int:
        """Keep a new car; returns its id."""
        with self._transaction() as db:
            car = db.execute("INSERT INTO car (head) VALUES (NULL)").lastrowid
            assert car is not None
            db.execute("UPDATE car SET head = ? WHERE id = ?", (self._insert(db, car, None, file, said), car))
        return car

    def open(self, car: int) -> Opened:
        """The car at its head."""
        with _as_store_error("read"):
            row = self._db.execute(
                "SELECT now.document, now.said, now.parent, later.said FROM car"
                " JOIN revision now ON now.id = car.head LEFT JOIN revision later ON later.id = now.redo"
                " WHERE car.id = ?",
                (car,),
            ).fetchone()
        if row is None:
            raise StoreError("garage", "This car is no longer in the garage.")
        document, said, parent, redo = row
        return Opened(car, _unpack(document), said, said if parent is not None else None, redo)

    def commit(self, car: int, file: CarFile, said: str) -> None:
        """Keep one more revision after the head; it becomes the head, and a branch undone before is left behind."""
        with self._transaction() as db:
            head = db.execute("SELECT head FROM car WHERE id = ?", (car,)).fetchone()[0]
            new = self._insert(db, car, head, file, said)
            db.execute("UPDATE revision SET redo = ? WHERE id = ?", (new, head))
            db.execute("UPDATE car SET head = ? WHERE id = ?", (new, car))

    def undo(self, car: int) -> bool:
        """Move the head one revision back; False at the first."""
        return self._move(car, "parent")

    def redo(self, car: int) -> bool:
        """Move the head forward again along the last branch; False at its end."""
        return self._move(car, "redo")

    def archive(self, car: int, *, archived: bool) -> None:
        """Put a car away, or bring it back; its revisions stay."""
        with self._transaction() as db:
            db.execute("UPDATE car SET archived = ? WHERE id = ?", (int(archived), car))

    # choices of the user that belong to the garage, such as the car last on the bench

    def choice(self, name: str) -> str | None:
        """A kept choice, or None."""
        with _as_store_error("read"):
            row = self._db.execute("SELECT value FROM choice WHERE name = ?", (name,)).fetchone()
        return None if row is None else str(row[0])

    def choose(self, name: str, value: str) -> None:
        """Keep a choice."""
        with self._transaction() as db:
            db.execute("INSERT OR REPLACE INTO choice VALUES (?, ?)", (name, value))

    # inside

    def _move(self, car: int, way: str) -> bool:
        with self._transaction() as db:
            row = db.execute(
                f"SELECT revision.{way} FROM car JOIN revision ON revision.id = car.head WHERE car.id = ?", (car,)
            ).fetchone()
            if row is None or row[0] is None:
                return False
            db.execute("UPDATE car SET head = ? WHERE id = ?", (row[0], car))
        return True

    def _insert(self, db: sqlite3.Connection, car: int, parent: int | None, file: CarFile, said: str) -> int:
        document = zlib.compress(json.dumps(as_document(file)).encode(), 1)  # indented text takes ten times as long
        row = (car, parent, datetime.now(UTC).isoformat(timespec="seconds"), said, document)
        key = db.execute("INSERT INTO revision (car, parent, made_at, said, document) VALUES (?, ?, ?, ?, ?)", row)
        assert key.lastrowid is not None
        return key.lastrowid

    @contextlib.contextmanager
    def _transaction(self) -> Iterator[sqlite3.Connection]:
        with _as_store_error("write"):
            self._db.execute("BEGIN IMMEDIATE")
            try:
                yield self._db
                self._db.execute("COMMIT")
            except BaseException:
                if self._db.in_transaction:
                    self._db.execute("ROLLBACK")
                raise


def _unpack(document: bytes) -> CarFile:
    try:
        return from_plain(json.loads(zlib.decompress(document)))
    except (zlib.error, KeyError, ValueError, TypeError) as problem:
        raise StoreError("garage", "A car in this garage cannot be read; the file is damaged.") from problem


@contextlib.contextmanager
def _as_store_error(doing: str) -> Iterator[None]:
    try:
        yield
    except sqlite3.DatabaseError as problem:
        raise StoreError("garage", _sentence(doing, problem), accepts=_remedy(problem)) from problem


def _sentence(doing: str, problem: sqlite3.DatabaseError) -> str:
    text = str(problem)
    if "full" in text:
        return "Not saved: the disk is full."
    if "readonly" in text or "unable to open" in text:
        return "The garage may not be written to."
    if "not a database" in text or "malformed" in text:
        return "This file is not a garage, or it is damaged."
    return {"write": f"Not saved: {text}.", "open": f"The garage did not open: {text}."}.get(doing, f"{text}.")


def _remedy(problem: sqlite3.DatabaseError) -> str:
    text = str(problem)
    if "full" in text or "disk I/O" in text:
        return "free space on the disk, then save again; your edit is still on the bench"
    if "readonly" in text or "unable to open" in text:
        return "a folder and file that you may write to"
    return ""


def _reason(problem: OSError) -> str:
    return (problem.strerror or str(problem)).lower()


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
            raise StoreError("garage", f"{path} could not be removed: {_reason(problem)}.") from problem
