"""Cars, or a whole garage, out of the file and into another one: documents as JSON and photos, in a folder or a zip.

Both directions are whole or not at all: what goes out is made beside its place and then put there, what comes in is read
and checked to the last document before the first is kept.
"""

from __future__ import annotations

import hashlib
import json
import tempfile
import zipfile
import zlib
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from itertools import count
from pathlib import Path
from typing import TYPE_CHECKING, Any

from anchor_beam.documents.bounds import CAR_FILE, LIST_FILE, PHOTO, as_text, read_bytes, require_size
from anchor_beam.documents.folding import Changes, Head, Move, NewRevision, fold
from anchor_beam.documents.json_text import FORMAT
from anchor_beam.documents.kinds import CAR, KINDS, PART, DocumentKind
from anchor_beam.documents.whole_file import write_whole
from anchor_beam.errors import AnchorBeamError, DocumentError, Problem
from anchor_beam.immutable import immutable
from anchor_beam.store.garage import Garage
from anchor_beam.store.journal import write

if TYPE_CHECKING:
    from anchor_beam.documents.bundle_file import BundleDocument
    from anchor_beam.documents.records import CarFile

LIST = "bundle.json"


@immutable
class _Out:
    """A revision that goes out; head: whether its document stands at it."""

    document: int
    revision: int
    kind: DocumentKind[Any]
    owner: int | None
    head: bool


def write_bundle(garage: Garage, cars: Iterable[int], target: Path, *, whole: bool = False) -> None:
    """Write cars with all that hangs on them, into a zip if the name ends so, else into a folder. whole: with what the garage
    has of its own, such as kinds of jobs and lists of parts.

    Raises:
        StoreError: something cannot be read.
        OSError: it cannot be written; nothing is left at `target`.
    """
    found = _collected(garage, cars, whole=whole)
    blobs = {name for out in found if (name := out.kind.blob(garage.revisions.record(out.revision)))}
    listed = [
        {
            "document": out.document,
            "revision": out.revision,
            "kind": out.kind.name,
            "owner": out.owner,
            "head": out.head,
        }
        for out in found
    ]
    target.parent.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(dir=target.parent, prefix=".anchor-beam-") as folder:
        made = Path(folder) / "bundle"
        (made / "documents").mkdir(parents=True)
        (made / "blobs").mkdir()
        _write_json(
            made / LIST, {"anchor_beam": FORMAT, "kind": "bundle", "documents": listed, "blobs": sorted(blobs)}
        )
        for out in found:
            body = out.kind.write(garage.revisions.record(out.revision))
            head = {"anchor_beam": FORMAT, "kind": out.kind.name, "schema": out.kind.schema}
            _write_json(made / "documents" / f"{out.revision}.json", head | body)
        for name in blobs:
            (made / "blobs" / name).write_bytes(garage.blobs.read(name))
        if target.suffix == ".zip":
            write_whole(target, lambda packed: _pack(made, packed))
            return
        if target.is_dir() and not any(target.iterdir()):
            target.rmdir()
        made.replace(target)


def _pack(folder: Path, packed: Path) -> None:
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
        for path in sorted(folder.rglob("*")):
            archive.write(path, path.relative_to(folder))


def _write_json(path: Path, data: dict[str, Any]) -> None:
    path.write_text(json.dumps(data, indent=1, ensure_ascii=False), encoding="utf-8")


def _collected(garage: Garage, cars: Iterable[int], *, whole: bool) -> list[_Out]:
    """Every revision that cars need: of their own documents, of parts that they wear or list; and the garage's own."""
    found: dict[int, _Out] = {}
    parts = garage.parts()

    def take(document: int, revision: int, owner: int | None, *, head: bool) -> None:
        if revision in found:
            return
        kind = garage.revisions.kind(garage.revisions.kind_of(document))
        found[revision] = _Out(document, revision, kind, owner, head)
        record = garage.revisions.record(revision)
        for pinned in kind.pins(record):
            of = garage.revisions.document_of(pinned)
            assert of is not None  # the file's own rules keep it
            take(of, pinned, None, head=of in parts and parts[of].revision == pinned)
        for inner in kind.contains(record):
            if inner in parts:
                take(inner, parts[inner].revision, None, head=True)

    for car in cars:
        for document, head in garage.heads(car).items():
            take(document, head.revision, None if document == car else car, head=True)
    for kind in KINDS if whole else ():
        if kind.named is not None:
            for document, head in garage.revisions.heads_in_garage(kind).items():
                take(document, head.revision, None, head=True)
    return sorted(found.values(), key=lambda out: out.revision)


@dataclass
class Bundle:
    """A bundle that was read and checked, not yet kept. cars: their files, by their numbers in the bundle."""

    revisions: list[NewRevision]
    heads: dict[int, int]
    blobs: dict[str, bytes] = field(default_factory=dict)
    cars: dict[int, CarFile] = field(default_factory=dict)


def read_bundle(garage: Garage, source: Path) -> Bundle:
    """Read a bundle from a folder or a zip and check all of it; `garage` only says which kinds there are.

    Raises:
        DocumentError: with every problem found, each at its file.
    """
    from anchor_beam.documents.bundle_file import read_list

    files = _Files(source)
    found = read_list(files.text(LIST))
    bundle, problems = _read_documents(garage, files, found)
    for name in found.blobs:
        content = files.content(f"blobs/{name}", PHOTO)
        if content is None or hashlib.sha256(content).hexdigest() != name:
            problems.append(Problem(f"blobs/{name}", "This picture is missing or damaged."))
        else:
            bundle.blobs[name] = content
    if not problems:
        problems += _fold_cars(bundle)
    if problems:
        raise DocumentError("This bundle does not fit together; nothing was taken over.", tuple(problems))
    return bundle


def _read_documents(garage: Garage, files: _Files, found: BundleDocument) -> tuple[Bundle, list[Problem]]:
    from anchor_beam.documents.bundle_file import read_document

    bundle, problems = Bundle([], {}), list[Problem]()
    for item in found.documents:
        place = f"documents/{item.revision}.json"
        try:
            kind = garage.revisions.kind(item.kind)
            record = read_document(files.text(place), kind, place)
        except DocumentError as problem:
            problems += problem.problems or (Problem(place, problem.message),)
        except AnchorBeamError as problem:
            problems.append(Problem(place, problem.message))
        else:
            bundle.revisions.append(NewRevision(item.revision, item.document, kind, item.owner, None, record))
            if item.head:
                bundle.heads[item.document] = item.revision
    known = {made.revision for made in bundle.revisions}
    documents = {made.document for made in bundle.revisions}
    for made in bundle.revisions:
        lost = [n for n in made.kind.pins(made.record) if n not in known]
        lost += [n for n in made.kind.contains(made.record) if n not in documents]
        lost += [n for n in (made.owner,) if n is not None and n not in documents]
        if made.kind.blob(made.record) and made.kind.blob(made.record) not in found.blobs:
            problems.append(
                Problem(f"documents/{made.revision}.json", "Its picture is not in the list of the bundle.")
            )
        problems += [
            Problem(f"documents/{made.revision}.json", f"It names {n}, which is not in the bundle.") for n in lost
        ]
    return bundle, problems


def _fold_cars(bundle: Bundle) -> list[Problem]:
    records = {made.revision: made.record for made in bundle.revisions}
    kinds = {made.document: made.kind.name for made in bundle.revisions}
    owners = {made.document: made.owner for made in bundle.revisions}
    heads = {document: Head(kinds[document], revision) for document, revision in bundle.heads.items()}
    problems: list[Problem] = []
    for car in [document for document in heads if kinds[document] == CAR.name]:
        mine = {document: head for document, head in heads.items() if document == car or owners[document] == car}
        parts = {document: head for document, head in heads.items() if head.kind == PART.name}
        try:
            bundle.cars[car] = fold(mine, records.__getitem__, parts)
        except (KeyError, ValueError) as problem:
            problems.append(
                Problem(f"documents/{bundle.heads[car]}.json", f"A document of this car is missing ({problem}).")
            )
    return problems


def keep_bundle(garage: Garage, bundle: Bundle, said: str) -> tuple[int, ...]:
    """Keep a bundle under new numbers; the numbers of its cars. What goes by its title and is here already is not kept twice;
    another one of that title gets a title of its own.

    Raises:
        StoreError: nothing was kept.
    """
    coming = _beside_what_is_here(garage, bundle.revisions)
    documents = {made.document: garage.database.new_number() for made in coming}
    revisions = {made.revision: garage.database.new_number() for made in coming}
    moved = []
    for made in _parts_first(coming):
        named = documents if made.kind.contains(made.record) else revisions
        record = made.kind.renumbered(made.record, named)
        owner = None if made.owner is None else documents[made.owner]
        moved.append(NewRevision(
            revisions[made.revision], documents[made.document], made.kind, owner, None, record
        ))  # fmt: skip
    heads = {
        documents[document]: revisions[revision]
        for document, revision in bundle.heads.items()
        if document in documents
    }
    cars, files = tuple(documents[car] for car in bundle.cars), tuple(bundle.cars.values())
    with garage.database.transaction() as db:
        for name, content in bundle.blobs.items():
            db.execute("INSERT OR IGNORE INTO blob VALUES (?, ?)", (name, content))
        shared = [made for made in moved if made.owner is None and made.document not in cars]
        for i, car in enumerate(cars):
            own = [made for made in moved if made.document == car or made.owner == car]
            these = [*(shared if i == 0 else []), *own]
            moves = tuple(
                Move(made.document, None, made.revision)
                for made in these
                if heads.get(made.document) == made.revision
            )
            write(db, car, Changes(tuple(these), moves, {}, files[i]), said, None)
    return cars


def _beside_what_is_here(garage: Garage, revisions: list[NewRevision]) -> list[NewRevision]:
    """Without what the garage has already, and with titles that it has not."""
    found = []
    for made in revisions:
        kind, record = made.kind, made.record
        if kind.named is not None:
            heads = garage.revisions.heads_in_garage(kind).values()
            here = {kind.title(other): other for other in (garage.revisions.record(head.revision) for head in heads)}
            title = kind.title(record)
            if here.get(title) == record:
                continue
            if title in here:
                free = (f"{title} ({number})" for number in count(2))
                record = kind.named(record, next(each for each in free if each not in here))
        found.append(replace(made, record=record))
    return found


def _parts_first(revisions: list[NewRevision]) -> list[NewRevision]:
    """What others name comes before them, and cars before what they own."""
    return sorted(revisions, key=lambda made: (made.owner is not None, made.revision))


class _Files:
    """The files of a folder or a zip by their names inside it; nothing outside it can be named."""

    def __init__(self, source: Path) -> None:
        self._folder = source if source.is_dir() else None
        self._archive: zipfile.ZipFile | None = None
        if self._folder is None:
            try:
                self._archive = zipfile.ZipFile(source)
            except (OSError, zipfile.BadZipFile) as problem:
                raise DocumentError(f"{source.name} is neither a folder nor a zip that can be read.") from problem

    def content(self, name: str, most: int) -> bytes | None:
        """The bytes of a file, None where it is not there.

        Raises:
            DocumentError: there are more than `most` of them; a zip may say that there are fewer.
        """
        try:
            if self._folder is not None:
                return read_bytes(self._folder / name, most, name)
            assert self._archive is not None
            with self._archive.open(name) as file:
                content = file.read(most + 1)
        except (OSError, KeyError, EOFError, RuntimeError, zlib.error, zipfile.BadZipFile):
            return None  # not there, or not to be unpacked
        require_size(len(content), most, name)
        return content

    def text(self, name: str) -> str:
        """A file as text.

        Raises:
            DocumentError: it is not there, or is no text.
        """
        content = self.content(name, LIST_FILE if name == LIST else CAR_FILE)
        if content is None:
            raise DocumentError(f"{name} is missing from the bundle.", (Problem(name, "This file is missing."),))
        return as_text(content, name)
