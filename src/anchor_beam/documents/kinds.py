"""The kinds of documents that a garage keeps, each with how it is written, read and named.

A kind has a schema version of its own. `read` takes what any earlier version wrote. To add a kind, write a record and a
`DocumentKind` for it and put it into `KINDS`; see docs/architecture.md.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import field, replace
from typing import TYPE_CHECKING, Any, Generic, TypeVar

from anchor_beam.core.sides import Axle
from anchor_beam.documents import plain
from anchor_beam.documents.aim import AimRecord
from anchor_beam.documents.alignment import alignment_from, alignment_plain
from anchor_beam.documents.kept import KeptBench, KeptEnd, KeptRack, KeptSetting, Part, PartsList, Photo
from anchor_beam.documents.later import with_later_keys
from anchor_beam.documents.load_states import LoadState
from anchor_beam.documents.obstacles import Obstacle, obstacle_from, obstacle_plain
from anchor_beam.documents.readings import Readings, readings_from, readings_plain
from anchor_beam.documents.records import CarRecord, Pair
from anchor_beam.immutable import immutable

if TYPE_CHECKING:
    from anchor_beam.documents.job_card import JobCard
    from anchor_beam.documents.own_kind import OwnKind
    from anchor_beam.documents.searches import KeptSearch

R = TypeVar("R")
Plain = dict[str, Any]


def _none(_record: Any) -> tuple[int, ...]:
    return ()


def _same(record: Any, _numbers: Mapping[int, int]) -> Any:
    return record


@immutable
class DocumentKind(Generic[R]):
    """How one kind of document is kept.

    write: the record as plain data. read: a record from plain data and the schema version that wrote it; raises KeyError,
    ValueError or TypeError where the data is damaged. title: what lists call it. pins: revisions of other documents that it
    names. contains: documents that it names. renumbered: the record with those numbers replaced, for documents that move to
    another garage. blob: the hash of the bytes that belong to it, or empty. named: the record under another title, for kinds
    that belong to the garage and go by their title; None for all others.
    """

    name: str
    schema: int
    write: Callable[[R], Plain]
    read: Callable[[Plain, int], R]
    title: Callable[[R], str]
    pins: Callable[[R], tuple[int, ...]] = field(default=_none)
    contains: Callable[[R], tuple[int, ...]] = field(default=_none)
    renumbered: Callable[[R, Mapping[int, int]], R] = field(default=_same)
    blob: Callable[[R], str] = field(default=lambda _record: "")
    named: Callable[[R, str], R] | None = None


def _write_end(end: KeptEnd) -> Plain:
    rest = plain.bought_plain(end) | alignment_plain(end.alignment)
    return plain.hung_plain(end) | plain.link_figures(end) | rest | {"part": end.worn}


def _read_end(data: Plain) -> KeptEnd:
    rest: Plain = plain.hung_from(data) | plain.links_from(data) | plain.bought_from(data)
    return KeptEnd(int(data["part"]), alignment=alignment_from(data), **rest)


def _write_setting(setting: KeptSetting) -> Plain:
    state = {"state": setting.state} if setting.state else {}
    return {"name": setting.name, "front": _write_end(setting.front), "rear": _write_end(setting.rear)} | state


def _read_setting(data: Plain) -> KeptSetting:
    return KeptSetting(
        str(data["name"]), _read_end(data["front"]), _read_end(data["rear"]), str(data.get("state", ""))
    )


def _write_bench(bench: KeptBench) -> Plain:
    pair = {"pair": plain.pair_plain(bench.pair)} if bench.pair != Pair() else {}
    return {"setting": _write_setting(bench.setting), "reference": bench.reference} | pair


def _setting_pins(setting: KeptSetting) -> tuple[int, ...]:
    return (setting.front.worn, setting.rear.worn)


def _renumbered_setting(setting: KeptSetting, numbers: Mapping[int, int]) -> KeptSetting:
    def moved(end: KeptEnd) -> KeptEnd:
        return replace(end, worn=numbers[end.worn])

    return replace(setting, front=moved(setting.front), rear=moved(setting.rear))


def _read_car(data: Plain, schema: int) -> CarRecord:
    del schema  # figures that came later are typical ones, see docs/decisions/0008
    return plain.car_from(with_later_keys(data))


CAR: DocumentKind[CarRecord] = DocumentKind("car", 2, plain.car_plain, _read_car, lambda car: car.name)
SETTING: DocumentKind[KeptSetting] = DocumentKind(
    "setting", 1, _write_setting, lambda data, _: _read_setting(data), lambda setting: setting.name, _setting_pins,
    renumbered=_renumbered_setting,
)  # fmt: skip
BENCH: DocumentKind[KeptBench] = DocumentKind(
    "bench", 1,
    _write_bench,
    lambda data, _: KeptBench(
        _read_setting(data["setting"]), str(data["reference"]), plain.pair_from(data.get("pair") or {})
    ),
    lambda bench: bench.setting.name, lambda bench: _setting_pins(bench.setting),
    renumbered=lambda bench, numbers: replace(bench, setting=_renumbered_setting(bench.setting, numbers)),
)  # fmt: skip
RACK: DocumentKind[KeptRack] = DocumentKind(
    "rack", 1, lambda rack: {"parts": list(rack.parts)}, lambda data, _: KeptRack(tuple(map(int, data["parts"]))),
    lambda _rack: "", contains=lambda rack: rack.parts,
    renumbered=lambda rack, numbers: KeptRack(tuple(numbers[part] for part in rack.parts)),
)  # fmt: skip
PART: DocumentKind[Part] = DocumentKind(
    "part", 1, lambda part: {"axle": str(part.axle), "bar": plain.bar_plain(part.bar)},
    lambda data, _: Part(Axle(data["axle"]), plain.bar_from(data["bar"])), lambda part: part.bar.name,
)  # fmt: skip
PHOTO: DocumentKind[Photo] = DocumentKind(
    "photo", 1, lambda photo: {"title": photo.title, "media_type": photo.media_type, "blob": photo.blob},
    lambda data, _: Photo(str(data["title"]), str(data["media_type"]), str(data["blob"])), lambda photo: photo.title,
    blob=lambda photo: photo.blob,
)  # fmt: skip

AIM: DocumentKind[AimRecord] = DocumentKind(
    "aim", 1, plain.aim_plain, lambda data, _: plain.aim_from(data), lambda _aim: "",
)  # fmt: skip
READINGS: DocumentKind[Readings] = DocumentKind(
    "readings", 1, readings_plain, lambda data, _: readings_from(data), lambda readings: readings.title(),
)  # fmt: skip
LOAD_STATE: DocumentKind[LoadState] = DocumentKind(
    "load state", 1, plain.load_plain, lambda data, _: plain.load_from(data), lambda state: state.name,
)  # fmt: skip
OBSTACLE: DocumentKind[Obstacle] = DocumentKind(
    "obstacle",
    1,
    obstacle_plain,
    lambda data, _: obstacle_from(data),
    lambda obstacle: obstacle.name,
)
PARTS_LIST: DocumentKind[PartsList] = DocumentKind(
    "parts list", 1, lambda kept: {"name": kept.name, "blob": kept.blob},
    lambda data, _: PartsList(str(data["name"]), str(data["blob"])), lambda kept: kept.name, blob=lambda kept: kept.blob,
    named=lambda kept, name: replace(kept, name=name),
)  # fmt: skip


def _write_search(kept: KeptSearch) -> Plain:
    from anchor_beam.documents.searches import search_plain  # the first picture does without

    return search_plain(kept)


def _read_search(data: Plain, _schema: int) -> KeptSearch:
    from anchor_beam.documents.searches import search_from

    return search_from(data)


def _write_card(card: JobCard) -> Plain:
    from anchor_beam.documents.job_card_plain import card_plain

    return card_plain(card)


def _read_card(data: Plain, _schema: int) -> JobCard:
    from anchor_beam.documents.job_card_plain import card_from

    return card_from(data)


def _write_own_kind(kind: OwnKind) -> Plain:
    from anchor_beam.documents.own_kind import kind_plain

    return kind_plain(kind)


def _read_own_kind(data: Plain, _schema: int) -> OwnKind:
    from anchor_beam.documents.own_kind import kind_from

    return kind_from(data)


def _own_kind_named(kind: OwnKind, name: str) -> OwnKind:
    return replace(kind, name=name, job=replace(kind.job, name=name))


OWN_KIND: DocumentKind[OwnKind] = DocumentKind(
    "job kind", 1, _write_own_kind, _read_own_kind, lambda kind: kind.name, named=_own_kind_named,
)  # fmt: skip
JOB_CARD: DocumentKind[JobCard] = DocumentKind("job card", 1, _write_card, _read_card, lambda card: card.title)
SEARCH: DocumentKind[KeptSearch] = DocumentKind("search", 1, _write_search, _read_search, lambda _kept: "")

KINDS: tuple[DocumentKind[Any], ...] = (
    CAR,
    SETTING,
    BENCH,
    RACK,
    PART,
    PHOTO,
    READINGS,
    AIM,
    LOAD_STATE,
    OBSTACLE,
    PARTS_LIST,
    SEARCH,
    JOB_CARD,
    OWN_KIND,
)
