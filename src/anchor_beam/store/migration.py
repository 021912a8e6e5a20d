"""Garages of earlier formats, brought up to date in one transaction, after a copy of the file has been made beside it.

Format 1 kept a car as a chain of revisions, each the whole car with its bars and settings. Every one of them becomes an act
of the car's journal that moves the heads of those documents which it changed, so undo goes as far back as before.
"""

from __future__ import annotations

import json
import shutil
import sqlite3
import zlib
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass, field, replace
from itertools import count
from pathlib import Path
from typing import Any

from anchor_beam.core.sides import Axle
from anchor_beam.documents.folding import Changes, Head, unfold
from anchor_beam.documents.kinds import KINDS, PART
from anchor_beam.documents.plain import from_plain
from anchor_beam.documents.records import CarFile, Setting
from anchor_beam.errors import StoreError
from anchor_beam.store.faults import reason
from anchor_beam.store.journal import add_act
from anchor_beam.store.revisions import insert
from anchor_beam.store.schema import SCHEMA_VERSION, TABLES


def bring_up_to_date(connection: sqlite3.Connection, path: Path, version: int) -> None:
    """Copy the file, then rewrite it as the present format.

    Raises:
        StoreError: there is no room for the copy, or a car cannot be read; the garage is as it was.
    """
    _copy(connection, path, version)
    connection.execute("BEGIN IMMEDIATE")
    try:
        _from_format_1(connection)
        connection.execute(f"PRAGMA user_version = {SCHEMA_VERSION}")
        connection.execute("COMMIT")
    except BaseException:
        if connection.in_transaction:
            connection.execute("ROLLBACK")
        raise
    connection.execute("VACUUM")


def copy_beside(path: Path, version: int) -> Path:
    """Where the copy of a garage of an earlier format stands."""
    return path.with_name(f"{path.stem} before format {SCHEMA_VERSION}, was {version}{path.suffix}")


def _copy(connection: sqlite3.Connection, path: Path, version: int) -> None:
    pages, size = (int(connection.execute(f"PRAGMA {what}").fetchone()[0]) for what in ("page_count", "page_size"))
    needed = 3 * pages * size  # the copy, and room for the new tables beside the old until the old are gone
    free = shutil.disk_usage(path.parent).free
    if free < needed:
        raise StoreError(
            "garage", f"This garage is of an earlier format. A copy of it has to be made first, and there is no room: "
            f"{free / 1e6:.0f} MB free, {needed / 1e6:.0f} MB needed.", accepts="free space on the disk, then start again",
        )  # fmt: skip
    try:
        with closing(sqlite3.connect(copy_beside(path, version))) as copy:
            connection.backup(copy)
    except OSError as problem:
        raise StoreError("garage", f"No copy of the garage could be made: {reason(problem)}.") from problem


@dataclass
class _Standing:
    """How a car stood after a revision of format 1."""

    act: int
    heads: dict[int, Head]
    parts: dict[int, Head]
    file: CarFile


@dataclass
class _Garage:
    """What the new tables hold so far."""

    db: sqlite3.Connection
    numbers: Iterator[int]
    records: dict[int, Any] = field(default_factory=dict)
    documents: dict[int, int] = field(default_factory=dict)  # by revision

    def write(self, car: int, changes: Changes, parent: _Standing | None, said: str, made_at: str) -> int:
        for made in changes.revisions:
            insert(self.db, made)
            self.db.execute("UPDATE revision SET made_at = ? WHERE id = ?", (made_at, made.revision))
            self.records[made.revision], self.documents[made.revision] = made.record, made.document
        return add_act(self.db, car, None if parent is None else parent.act, said, made_at, changes.moves)


def _from_format_1(db: sqlite3.Connection) -> None:
    for table in ("car", "revision"):
        db.execute(f"ALTER TABLE {table} RENAME TO old_{table}")
    db.execute("ALTER TABLE choice RENAME TO old_choice")
    db.execute("DROP INDEX revision_of_car")
    for statement in TABLES.split(";"):
        db.execute(statement)
    garage = _Garage(db, count(1))
    renumbered = {old: _car(garage, old, archived) for old, archived in db.execute(
        "SELECT id, archived FROM old_car ORDER BY id").fetchall()}  # fmt: skip
    db.execute("INSERT INTO choice SELECT name, value FROM old_choice")
    db.execute("INSERT OR REPLACE INTO choice VALUES ('from format', '1')")
    for name, value in db.execute("SELECT name, value FROM old_choice WHERE name = 'car'").fetchall():
        db.execute("UPDATE choice SET value = ? WHERE name = ?", (str(renumbered.get(int(value), value)), name))
    for table in ("old_revision", "old_car", "old_choice"):
        db.execute(f"DROP TABLE {table}")


def _car(garage: _Garage, old: int, archived: int) -> int:
    """One car with all its revisions; its new number."""
    db, car = garage.db, next(garage.numbers)
    stood: dict[int, _Standing] = {}
    redo: list[tuple[int, int]] = []
    rows = db.execute(
        "SELECT id, parent, redo, made_at, said, document FROM old_revision WHERE car = ? ORDER BY id", (old,)
    ).fetchall()
    for revision, parent, later, made_at, said, document in rows:
        before = stood.get(parent)
        file = _unpacked(document)
        if before is not None:
            file = _with_numbers(file, before.file)
        parts = dict(before.parts) if before is not None else {}
        changes = unfold(
            car, {} if before is None else before.heads, file, record=garage.records.__getitem__,
            document_of=garage.documents.get, parts=parts, new=garage.numbers.__next__,
        )  # fmt: skip
        act = garage.write(car, changes, before, said, made_at)
        for move in changes.moves:
            kind = (
                next(made.kind for made in changes.revisions if made.revision == move.after) if move.after else None
            )
            if kind is PART and move.after is not None:
                parts[move.document] = Head(PART.name, move.after)
        stood[revision] = _Standing(act, dict(changes.heads), parts, changes.file)
        if later is not None:
            redo.append((revision, later))
    for revision, later in redo:
        db.execute("UPDATE act SET redo = ? WHERE id = ?", (stood[later].act, stood[revision].act))
    (head,) = db.execute("SELECT head FROM old_car WHERE id = ?", (old,)).fetchone()
    last = stood[head]
    db.execute("INSERT INTO journal VALUES (?, ?)", (car, last.act))
    for document, at in {**last.heads, **last.parts}.items():
        title = _title(at.kind, garage.records[at.revision])
        db.execute("UPDATE document SET head = ?, title = ? WHERE id = ?", (at.revision, title, document))
    db.execute("UPDATE document SET put_away = ? WHERE id = ?", (archived, car))
    return car


def _title(kind: str, record: Any) -> str:
    return next(known for known in KINDS if known.name == kind).title(record)


def _with_numbers(file: CarFile, before: CarFile) -> CarFile:
    """The numbers of parts and of what is worn, carried over from the revision before, where they are the same things."""
    known = {(item.axle, item.bar.name): item.part for item in before.rack}
    rack = tuple(replace(item, part=known.get((item.axle, item.bar.name))) for item in file.rack)
    settings = {setting.name: setting for setting in before.settings}
    moved = []
    for setting in file.settings:
        moved.append(_wearing(setting, settings.get(setting.name, before.bench)))
    return replace(file, rack=rack, settings=tuple(moved), bench=_wearing(file.bench, before.bench))


def _wearing(setting: Setting, like: Setting) -> Setting:
    """The setting with the numbers of what another one wears."""
    front, rear = (replace(setting.end(axle), worn=like.end(axle).worn) for axle in Axle)
    return replace(setting, front=front, rear=rear)


def _unpacked(document: bytes) -> CarFile:
    try:
        return from_plain(json.loads(zlib.decompress(document)))
    except (zlib.error, KeyError, ValueError, TypeError) as problem:
        raise StoreError(
            "garage", "A car in this garage cannot be read, so the garage could not be brought up to date."
        ) from problem
