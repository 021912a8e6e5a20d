"""What was done with each car, in its order: acts that moved the heads of documents, undone and done again."""

from __future__ import annotations

import contextlib
import sqlite3

from anchor_beam.documents.folding import Changes, Move
from anchor_beam.errors import StoreError
from anchor_beam.immutable import immutable
from anchor_beam.store.database import Database
from anchor_beam.store.revisions import Revisions, insert, now


@immutable
class At:
    """Where a car stands in its journal: what was done last, and what undo and redo would take back or bring again."""

    said: str
    undo: str | None
    redo: str | None
    acts: int
    changed_at: str


class Journal:
    """Acts of every car."""

    def __init__(self, database: Database, revisions: Revisions) -> None:
        self._database, self._revisions = database, revisions

    def at(self, car: int) -> At:
        """Where a car stands.

        Raises:
            StoreError: there is no such car.
        """
        rows = self._database.rows(
            "SELECT act.said, act.parent, later.said, act.made_at, (SELECT count(*) FROM act every WHERE every.car = ?)"
            " FROM journal JOIN act ON act.id = journal.at LEFT JOIN act later ON later.id = act.redo"
            " WHERE journal.car = ?",
            car, car,
        )  # fmt: skip
        if not rows:
            raise StoreError("garage", "This car is no longer in the garage.")
        said, parent, redo, made_at, acts = rows[0]
        undo = said if parent is not None else None
        return At(said, undo, None if redo is None else redo, acts, made_at)

    def commit(self, car: int, changes: Changes, said: str) -> None:
        """Keep one more act of a car, after the one it stands at.

        Raises:
            StoreError: nothing was written.
        """
        with self._database.transaction() as db:
            write(db, car, changes, said, self._revisions)
        for made in changes.revisions:
            self._revisions.remember(made.revision, made.record)

    def undo(self, car: int) -> str | None:
        """Take the car's last act back; what it was, None at the first."""
        with self._database.transaction() as db:
            row = db.execute(
                "SELECT act.id, act.parent, act.said FROM journal JOIN act ON act.id = at WHERE journal.car = ?",
                (car,),
            ).fetchone()
            if row is None or row[1] is None:
                return None
            act, parent, said = row[0], row[1], str(row[2])
            for document, before, after in _changes(db, act):
                self._move(db, car, Move(document, after, before))
            db.execute("UPDATE journal SET at = ? WHERE car = ?", (parent, car))
        return said

    def redo(self, car: int) -> str | None:
        """Do again what was taken back last; what it was, None at the end of the branch."""
        with self._database.transaction() as db:
            row = db.execute(
                "SELECT later.id, later.said FROM journal JOIN act ON act.id = at JOIN act later ON later.id = act.redo"
                " WHERE journal.car = ?",
                (car,),
            ).fetchone()
            if row is None:
                return None
            act, said = row[0], str(row[1])
            for document, before, after in _changes(db, act):
                self._move(db, car, Move(document, before, after))
            db.execute("UPDATE journal SET at = ? WHERE car = ?", (act, car))
        return said

    def _move(self, db: sqlite3.Connection, car: int, move: Move) -> None:
        """Move a head. One that belongs to the garage, and that another car has moved since, stays."""
        owner, head = db.execute("SELECT owner, head FROM document WHERE id = ?", (move.document,)).fetchone()
        if owner is not None or move.document == car or head == move.before:
            _set_head(db, move, self._revisions)


def write(db: sqlite3.Connection, car: int, changes: Changes, said: str, revisions: Revisions | None) -> int:
    """One act of a car inside a transaction; its number."""
    for made in changes.revisions:
        insert(db, made)
    row = db.execute("SELECT at FROM journal WHERE car = ?", (car,)).fetchone()
    parent = None if row is None else row[0]
    act = add_act(db, car, parent, said, now(), changes.moves)
    made_now = {made.revision: made for made in changes.revisions}
    for move in changes.moves:
        made_here = made_now.get(move.after or 0)
        title = None if made_here is None else made_here.kind.title(made_here.record)
        _set_head(db, move, revisions, title)
    db.execute("UPDATE act SET redo = ? WHERE id = ?", (act, parent))
    db.execute("INSERT OR REPLACE INTO journal VALUES (?, ?)", (car, act))
    return act


def add_act(
    db: sqlite3.Connection, car: int, parent: int | None, said: str, made_at: str, moves: tuple[Move, ...]
) -> int:
    """A row of the journal with the heads that it moves, not yet moved."""
    done = db.execute(
        "INSERT INTO act (car, parent, made_at, said) VALUES (?, ?, ?, ?)", (car, parent, made_at, said)
    )
    assert done.lastrowid is not None
    db.executemany(
        "INSERT INTO change VALUES (?, ?, ?, ?)",
        [(done.lastrowid, move.document, move.before, move.after) for move in moves],
    )
    return done.lastrowid


def _changes(db: sqlite3.Connection, act: int) -> list[tuple[int, int | None, int | None]]:
    return db.execute("SELECT document, before, after FROM change WHERE act = ?", (act,)).fetchall()


def _set_head(db: sqlite3.Connection, move: Move, revisions: Revisions | None, title: str | None = None) -> None:
    db.execute("UPDATE document SET head = ? WHERE id = ?", (move.after, move.document))
    if title is None and move.after is not None and revisions is not None:
        row = db.execute("SELECT kind FROM document WHERE id = ?", (move.document,)).fetchone()
        with contextlib.suppress(StoreError):  # a damaged one keeps the name that it was listed under
            title = revisions.kind(row[0]).title(revisions.record(move.after))
    if title is not None:
        db.execute("UPDATE document SET title = ? WHERE id = ?", (title, move.document))
