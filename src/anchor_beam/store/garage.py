"""The garage: cars, what was done with them, parts, photos and the user's choices, in one SQLite file."""

from __future__ import annotations

from collections.abc import Iterable
from pathlib import Path
from types import TracebackType
from typing import Any

from anchor_beam.documents.folding import Changes, Head, Heads, fold, unfold
from anchor_beam.documents.kinds import KINDS, PART, DocumentKind
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import StoreError
from anchor_beam.immutable import immutable
from anchor_beam.store.blobs import Blobs
from anchor_beam.store.database import Database
from anchor_beam.store.journal import At, Journal
from anchor_beam.store.revisions import Revisions

__all__ = ["Garage", "Listed"]


@immutable
class Listed:
    """A car as lists show it."""

    id: int
    name: str


class Garage:
    """An open garage file. Use as a context manager, or call `close`.

    A car is known by the number of its document. `journal` says what was done with it, `revisions` reads any document,
    `blobs` holds the bytes of photos.
    """

    def __init__(self, path: Path, kinds: Iterable[DocumentKind[Any]] = KINDS) -> None:
        """Open or create the file.

        Raises:
            GarageLocked: another instance has it.
            GarageNewer: it was written by a later version.
            StoreError: it cannot be opened, is damaged or is something else.
        """
        self.path = path
        self.database = Database(path)
        self.revisions = Revisions(self.database, kinds)
        self.journal = Journal(self.database, self.revisions)
        self.blobs = Blobs(self.database)

    def __enter__(self) -> Garage:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, problem: BaseException | None, trace: TracebackType | None
    ) -> None:
        self.close()

    def close(self) -> None:
        """Give the file and the lock back."""
        self.database.close()

    # cars

    def cars(self, *, put_away: bool = False) -> tuple[Listed, ...]:
        """The cars in the order they were made."""
        rows = self.database.rows(
            "SELECT id, title FROM document WHERE kind = 'car' AND head IS NOT NULL AND put_away = ? ORDER BY id",
            int(put_away),
        )
        return tuple(Listed(car, name) for car, name in rows)

    def heads(self, car: int) -> Heads:
        """The documents of a car and where they stand.

        Raises:
            StoreError: there is no such car.
        """
        found = self.revisions.heads_of(car)
        if not found:
            raise StoreError("garage", "This car is no longer in the garage.")
        return found

    def parts(self) -> dict[int, Head]:
        """The parts of the garage."""
        return self.revisions.heads_in_garage(PART)

    def file(self, car: int) -> CarFile:
        """A car as it stands, with its bars and settings.

        Raises:
            StoreError: it is not there, or cannot be read.
        """
        return self.folded(car, self.heads(car))

    def go_back_to_good(self, car: int) -> tuple[str, ...]:
        """Take acts of a damaged car back until it can be read; what they were, the last one first.

        Raises:
            StoreError: nothing of it can be read; it stands as it was.
        """
        undone: list[str] = []
        while True:
            try:
                self.file(car)
            except StoreError:
                said = self.journal.undo(car)
                if said is None:
                    for _ in undone:
                        self.journal.redo(car)
                    raise
                undone.append(said)
            else:
                return tuple(undone)

    def folded(self, car: int, heads: Heads) -> CarFile:
        """A car from its documents.

        Raises:
            StoreError: one of them is missing or damaged; says of which car and which it is.
        """
        try:
            return fold(heads, self.revisions.record, self.parts())
        except (KeyError, ValueError, StoreError) as problem:
            why = problem.message if isinstance(problem, StoreError) else "Its documents do not fit together."
            name = self.database.one("SELECT title FROM document WHERE id = ?", car) or f"number {car}"
            raise StoreError(
                "garage", f"The car “{name}” in {self.path.name} cannot be read: {why}",
                accepts="its last good state, which a press on its row in the Garage opens",
            ) from problem  # fmt: skip

    def add(self, file: CarFile, said: str) -> int:
        """Keep a new car; its number.

        Raises:
            StoreError: nothing was kept.
        """
        car = self.database.new_number()
        self.journal.commit(car, self.changes(car, {}, file), said)
        return car

    def changes(self, car: int, heads: Heads, file: CarFile) -> Changes:
        """What has to be written so that a car's documents say what `file` says."""
        return unfold(
            car, heads, file, record=self.revisions.record, document_of=self.revisions.document_of,
            parts=self.parts(), new=self.database.new_number,
        )  # fmt: skip

    def at(self, car: int) -> At:
        """Where a car stands in its journal."""
        return self.journal.at(car)

    def put_away(self, car: int) -> None:
        """Take a car off the list; everything of it stays."""
        self._put_away(car, away=True)

    def bring_back(self, car: int) -> None:
        """Put a car back on the list."""
        self._put_away(car, away=False)

    def _put_away(self, car: int, *, away: bool) -> None:
        with self.database.transaction() as db:
            db.execute("UPDATE document SET put_away = ? WHERE id = ?", (int(away), car))

    def titled(self, kind: str, title: str) -> tuple[tuple[int, str, int], ...]:
        """Documents of a kind and title that cars have: number and name of each car, and the revision that counts.

        Raises:
            StoreError
        """
        rows = self.database.rows(
            "SELECT car.id, car.title, document.head FROM document JOIN document car ON car.id = document.owner"
            " WHERE document.kind = ? AND document.title = ? AND document.head IS NOT NULL AND car.put_away = 0"
            " ORDER BY car.id",
            kind, title,
        )  # fmt: skip
        return tuple(rows)

    def wearers(self, part: int, *, but: int) -> tuple[str, ...]:
        """Names of the cars other than `but` of which a setting wears a revision of the part that is not its latest."""
        rows = self.database.rows(
            "SELECT DISTINCT car.title FROM revision worn JOIN document part ON part.id = worn.document"
            " JOIN pin ON pin.pinned = worn.id JOIN document setting ON setting.head = pin.revision"
            " JOIN document car ON car.id = setting.owner"
            " WHERE part.id = ? AND worn.id <> part.head AND car.id <> ? ORDER BY car.id",
            part, but,
        )  # fmt: skip
        return tuple(name for (name,) in rows)

    # choices of the user that belong to the garage, such as the car last on the bench

    def choice(self, name: str) -> str | None:
        """A kept choice, or None."""
        found = self.database.one("SELECT value FROM choice WHERE name = ?", name)
        return None if found is None else found

    def choose(self, name: str, value: str) -> None:
        """Keep a choice.

        Raises:
            StoreError
        """
        with self.database.transaction() as db:
            db.execute("INSERT OR REPLACE INTO choice VALUES (?, ?)", (name, value))
