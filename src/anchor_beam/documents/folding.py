"""A car in hand from the documents it is kept in, and the documents that an edit of it changes.

The application works on a `CarFile`: a car with its bars, settings and the setting on the bench, complete in itself. The
garage keeps it apart, so that an edit writes only what it changed: the car, the setting on the bench, each kept setting,
the list of parts, and each part.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from anchor_beam.core.sides import Axle
from anchor_beam.documents import kinds
from anchor_beam.documents.aim import usual_aim
from anchor_beam.documents.kept import KeptBench, KeptEnd, KeptRack, KeptSetting, Part
from anchor_beam.documents.kinds import DocumentKind
from anchor_beam.documents.records import BarRecord, CarFile, EndSetting, RackBar, Setting
from anchor_beam.immutable import immutable

Record = Callable[[int], Any]  # the record of a revision


@immutable
class Head:
    """Where a document stands: its kind and its latest revision."""

    kind: str
    revision: int


Heads = Mapping[int, Head]  # by document


@immutable
class NewRevision:
    """A revision that is to be kept. owner: the car's document, None for what belongs to the garage."""

    revision: int
    document: int
    kind: DocumentKind[Any]
    owner: int | None
    parent: int | None
    record: Any


@immutable
class Move:
    """The head of a document from one revision to another; None where it does not exist before or after."""

    document: int
    before: int | None
    after: int | None


@immutable
class Changes:
    """What an edit writes: revisions, and the heads that move to them. heads, file: how the car stands afterwards."""

    revisions: tuple[NewRevision, ...]
    moves: tuple[Move, ...]
    heads: Heads
    file: CarFile


def fold(heads: Heads, record: Record, parts: Mapping[int, Head]) -> CarFile:
    """A car from its documents; parts: the garage's.

    Raises:
        KeyError: a document that a car needs is not there.
    """
    by_kind: dict[str, list[int]] = {}
    for document, head in sorted(heads.items()):
        by_kind.setdefault(head.kind, []).append(document)
    (car,), (bench,), (rack,) = (by_kind[kind.name] for kind in (kinds.CAR, kinds.BENCH, kinds.RACK))
    on_bench: KeptBench = record(heads[bench].revision)
    listed: KeptRack = record(heads[rack].revision)
    settings = [record(heads[document].revision) for document in by_kind.get(kinds.SETTING.name, [])]
    bars = [(part, record(parts[part].revision)) for part in listed.parts if part in parts]
    return CarFile(
        car=record(heads[car].revision),
        rack=tuple(RackBar(part.axle, part.bar, document) for document, part in bars),
        settings=tuple(_worn(setting, record) for setting in settings),
        bench=_worn(on_bench.setting, record),
        reference=on_bench.reference,
        readings=tuple(record(heads[document].revision) for document in by_kind.get(kinds.READINGS.name, [])),
        states=tuple(record(heads[document].revision) for document in by_kind.get(kinds.LOAD_STATE.name, [])),
        obstacles=tuple(record(heads[document].revision) for document in by_kind.get(kinds.OBSTACLE.name, [])),
        pair=on_bench.pair,
        aim=next((record(heads[document].revision) for document in by_kind.get(kinds.AIM.name, [])), usual_aim()),
    )


def _worn(kept: KeptSetting, record: Record) -> Setting:
    def end(of: KeptEnd) -> EndSetting:
        part: Part = record(of.worn)
        return EndSetting(
            part.bar, of.state, of.hole_left, of.hole_right, of.link_left, of.link_right, of.worn, of.link_part, of.bracket,
            of.bushings, of.pickup, of.alignment,
        )  # fmt: skip

    return Setting(kept.name, end(kept.front), end(kept.rear), kept.state)


def unnumbered(file: CarFile) -> CarFile:
    """A car for another garage: without the numbers that its parts have in this one."""

    def bare(setting: Setting) -> Setting:
        front, rear = (replace(setting.end(axle), worn=None) for axle in Axle)
        return replace(setting, front=front, rear=rear)

    rack = tuple(replace(item, part=None) for item in file.rack)
    return replace(file, rack=rack, settings=tuple(bare(kept) for kept in file.settings), bench=bare(file.bench))


def unfold(
    car: int, heads: Heads, file: CarFile, *, record: Record, document_of: Callable[[int], int | None],
    parts: Mapping[int, Head], new: Callable[[], int],
) -> Changes:  # fmt: skip
    """What has to be written so that the documents of `car` say what `file` says.

    heads: of this car's documents so far, empty for a new car. document_of: the document of a revision. new: a number that
    no document and no revision has.
    """
    return _Unfolding(car, dict(heads), record, document_of, dict(parts), new).of(file)


@dataclass
class _Unfolding:
    """One `unfold`, as it goes."""

    car: int
    heads: dict[int, Head]
    record: Record
    document_of: Callable[[int], int | None]
    parts: dict[int, Head]
    new: Callable[[], int]
    revisions: list[NewRevision] = field(default_factory=list)
    moves: list[Move] = field(default_factory=list)

    def of(self, file: CarFile) -> Changes:
        rack = tuple(self._part(item) for item in file.rack)
        listed = [item.part for item in rack if item.part is not None]
        settings = tuple(self._setting(setting, listed) for setting in file.settings)
        bench = self._setting(file.bench, listed)
        self._put(kinds.CAR, self._only(kinds.CAR), file.car)
        self._put(kinds.RACK, self._only(kinds.RACK), KeptRack(tuple(listed)))
        self._put_named(kinds.SETTING, {setting.name: _kept(setting) for setting in settings}, lambda kept: kept.name)
        if file.aim != usual_aim() or self._only(kinds.AIM) is not None:
            self._put(kinds.AIM, self._only(kinds.AIM), file.aim)
        self._put_named(kinds.READINGS, {read.of: read for read in file.readings}, lambda read: read.of)
        self._put_named(kinds.LOAD_STATE, {state.name: state for state in file.states}, lambda state: state.name)
        self._put_named(kinds.OBSTACLE, {each.of: each for each in file.obstacles}, lambda each: each.of)
        self._put(kinds.BENCH, self._only(kinds.BENCH), KeptBench(_kept(bench), file.reference, file.pair))
        done = replace(file, rack=rack, settings=settings, bench=bench)
        return Changes(tuple(self.revisions), tuple(self.moves), self.heads, done)

    def _only(self, kind: DocumentKind[Any]) -> int | None:
        """The one document of a kind of which a car has one."""
        if kind is kinds.CAR:
            return self.car
        return next((document for document, head in self.heads.items() if head.kind == kind.name), None)

    def _put(self, kind: DocumentKind[Any], document: int | None, record: Any) -> None:
        """A new revision of one of the car's own documents, if it says something new."""
        document = self.new() if document is None else document
        head = self.heads.get(document)
        if head is not None and self._recorded(head.revision) == record:
            return
        owner = None if kind is kinds.CAR else self.car
        before = None if head is None else head.revision
        revision = self._add(kind, document, owner, before, record)
        self.heads[document] = Head(kind.name, revision)
        self.moves.append(Move(document, before, revision))

    def _put_named(self, kind: DocumentKind[Any], records: Mapping[Any, Any], name_of: Callable[[Any], Any]) -> None:
        """Records of a kind of which a car has several are told apart by name; their order is that of their documents."""
        known = {
            name_of(self._recorded(head.revision)): document
            for document, head in sorted(self.heads.items())
            if head.kind == kind.name
        }
        for name in [name for name in known if name not in records]:
            gone = self.heads.pop(known[name])
            self.moves.append(Move(known[name], gone.revision, None))
        for name, record in records.items():
            self._put(kind, known.get(name), record)

    def _part(self, item: RackBar) -> RackBar:
        """A bar of the rack as a part of the garage, its head moved to what the bar is now."""
        document = self.new() if item.part is None else item.part
        head, part = self.parts.get(document), Part(item.axle, item.bar)
        if head is None or self._recorded(head.revision) != part:
            before = None if head is None else head.revision
            revision = self._add(kinds.PART, document, None, before, part)
            self.parts[document] = Head(kinds.PART.name, revision)
            self.moves.append(Move(document, before, revision))
        return item if item.part == document else replace(item, part=document)

    def _setting(self, setting: Setting, listed: list[int]) -> Setting:
        front, rear = (self._end(setting.end(axle), axle, listed) for axle in Axle)
        same = front is setting.front and rear is setting.rear
        return setting if same else replace(setting, front=front, rear=rear)

    def _end(self, end: EndSetting, axle: Axle, listed: list[int]) -> EndSetting:
        worn = self._worn(end, axle, listed)
        return end if end.worn == worn else replace(end, worn=worn)

    def _worn(self, end: EndSetting, axle: Axle, listed: list[int]) -> int:
        """The revision that this bar is: a part of the rack as it is, the one worn before, or a new one.

        A bar that is tried on the bench is a revision of its part to which the part's head does not move.
        """
        part = Part(axle, end.bar)
        for document in listed:
            if self._recorded(self.parts[document].revision) == part:
                return self.parts[document].revision
        if end.worn is not None and self._recorded(end.worn) == part:
            return end.worn
        document = self._tried_of(end.bar, axle, end.worn, listed)
        for made in self.revisions:  # the same bar on the bench and in a kept setting is one revision
            if made.document == document and made.record == part:
                return made.revision
        parent = end.worn if end.worn is not None and self._document(end.worn) == document else None
        if parent is None and document in self.parts:
            parent = self.parts[document].revision
        return self._add(kinds.PART, document, None, parent, part)

    def _tried_of(self, bar: BarRecord, axle: Axle, worn: int | None, listed: list[int]) -> int:
        """The part of which a bar on the bench is a trial."""
        if worn is not None and (document := self._document(worn)) is not None:
            return document
        for document in listed:
            there = self._recorded(self.parts[document].revision)
            if there.axle is axle and there.bar.name == bar.name:
                return document
        for made in self.revisions:
            if isinstance(made.record, Part) and made.record.axle is axle and made.record.bar.name == bar.name:
                return made.document
        return self.new()

    def _document(self, revision: int) -> int | None:
        made = next((made.document for made in self.revisions if made.revision == revision), None)
        return self.document_of(revision) if made is None else made

    def _recorded(self, revision: int) -> Any:
        made = next((made.record for made in self.revisions if made.revision == revision), None)
        return self.record(revision) if made is None else made

    def _add(self, kind: DocumentKind[Any], document: int, owner: int | None, parent: int | None, record: Any) -> int:
        revision = self.new()
        self.revisions.append(NewRevision(revision, document, kind, owner, parent, record))
        return revision


def _kept(setting: Setting) -> KeptSetting:
    def end(of: EndSetting) -> KeptEnd:
        assert of.worn is not None  # given by `_end`
        return KeptEnd(
            of.worn, of.state, of.hole_left, of.hole_right, of.link_left, of.link_right, of.link_part, of.bracket,
            of.bushings, of.pickup, of.alignment,
        )  # fmt: skip

    return KeptSetting(setting.name, end(setting.front), end(setting.rear), setting.state)
