"""Cars and garages out of the file and into another: whole or not at all, in a folder or a zip."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.demo.filling import PINNED, fill
from anchor_beam.demo.team import sorrel_finch, team
from anchor_beam.documents.job import Job, JobKind
from anchor_beam.documents.job_card import new_card
from anchor_beam.documents.kept import PartsList, Photo
from anchor_beam.documents.kinds import OWN_KIND, PARTS_LIST, PHOTO, DocumentKind
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.searches import FoundSetting, KeptSearch, SearchResult, Wanted
from anchor_beam.errors import DocumentError, StoreError
from anchor_beam.fitting.card import pinned, steps_in_order
from anchor_beam.session import edits
from anchor_beam.session.edits import SetRating
from anchor_beam.session.exchange import bring_in_bundle
from anchor_beam.session.session import Session
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.bundle import write_bundle
from anchor_beam.store.garage import Garage
from support.disk import full_disk

PICTURE = b"\x89PNG, if it were one" * 100


@pytest.fixture
def garage(garage_path: Path) -> Iterator[Garage]:
    """Three cars; the first wears a trial of a bar and has the same picture twice."""
    with Garage(garage_path) as made:
        for file in team():
            made.add(file, "made")
        session = Session(made, made.cars()[0].id)
        session.do(edits.SetValue("bench.rear.bar.od", 0.0238125, "15/16 in"))
        for title in ("left arm", "left arm again"):
            photo = Photo(title, "image/png", made.blobs.keep(PICTURE))
            session.do(edits.PutDocument("Photo added", PHOTO, made.database.new_number(), photo))
        yield made


@pytest.fixture
def other(tmp_path: Path) -> Iterator[Garage]:
    with Garage(tmp_path / "other" / "garage.sqlite3") as made:
        made.add(team()[2], "was there")
        yield made


def photos(garage: Garage, car: int) -> list[Photo]:
    heads = garage.heads(car).values()
    return [garage.revisions.record(head.revision) for head in heads if head.kind == PHOTO.name]


def test_a_picture_kept_twice_is_stored_once(garage: Garage) -> None:
    assert garage.database.one("SELECT count(*) FROM blob") == 1
    assert garage.blobs.read(photos(garage, garage.cars()[0].id)[1].blob) == PICTURE
    garage.database._connection.execute("UPDATE blob SET bytes = x'00'")
    with pytest.raises(StoreError, match="missing or damaged"):
        garage.blobs.read(photos(garage, garage.cars()[0].id)[0].blob)


@pytest.mark.parametrize("name", ["bundle.zip", "bundle"])
def test_a_whole_garage_goes_out_and_comes_into_another(
    garage: Garage, other: Garage, tmp_path: Path, name: str
) -> None:
    target = tmp_path / name
    write_bundle(garage, [car.id for car in garage.cars()], target)
    cars = bring_in_bundle(other, target, "brought in")
    assert len(other.cars()) == 4
    for old, new in zip(garage.cars(), cars, strict=True):
        assert to_json(other.file(new)) == to_json(garage.file(old.id))
        assert [item.part for item in other.file(new).rack] != [item.part for item in garage.file(old.id).rack]
    assert [photo.title for photo in photos(other, cars[0])] == ["left arm", "left arm again"]
    assert other.blobs.read(photos(other, cars[0])[0].blob) == PICTURE
    assert Session(other, cars[0]).undo is None  # it begins here
    session = Session(other, cars[0])
    session.do(edits.SetValue("bench.rear.bar.od", 0.02))
    assert session.take_back() is not None
    assert to_json(session.file) == to_json(garage.file(garage.cars()[0].id))


def spoil(folder: Path, what: str) -> str:
    """Damage a bundle; the words that must be said."""
    listing = json.loads((folder / "bundle.json").read_text())
    of_kind = {item["kind"]: item for item in listing["documents"]}
    file = (
        folder / "documents" / f"{of_kind[what.split()[0]]['revision']}.json" if what.split()[0] in of_kind else None
    )
    match what:
        case "car figure":
            data = json.loads(file.read_text())
            file.write_text(json.dumps(data | {"wheelbase_mm": "long", "corner_fl_kg": -4}))
            return "wheelbase_mm"
        case "part missing":
            file.unlink()
            return "missing"
        case "photo bytes":
            next((folder / "blobs").iterdir()).write_bytes(b"other")
            return "missing or damaged"
        case "bench dangling":
            data = json.loads(file.read_text())
            data["setting"]["rear"]["part"] = 99999
            file.write_text(json.dumps(data))
            return "not in the bundle"
        case "kind unknown":
            listing["documents"][0]["kind"] = "wizard"
            (folder / "bundle.json").write_text(json.dumps(listing))
            return "not known here"
        case "list newer":
            (folder / "bundle.json").write_text(json.dumps(listing | {"anchor_beam": 99}))
            return "later version"
        case _:
            (folder / "bundle.json").unlink()
            return "bundle.json"


@pytest.mark.parametrize("what", ["car figure", "part missing", "photo bytes", "bench dangling", "kind unknown", "list newer",
                                  "nothing"])  # fmt: skip
def test_a_damaged_bundle_says_where_and_leaves_the_garage_alone(
    garage: Garage, other: Garage, tmp_path: Path, what: str
) -> None:
    target = tmp_path / "bundle"
    write_bundle(garage, [garage.cars()[0].id], target)
    words = spoil(target, what)
    with pytest.raises(DocumentError) as caught:
        bring_in_bundle(other, target, "brought in")
    assert words in str(caught.value)
    assert len(other.cars()) == 1
    assert other.database.one("SELECT count(*) FROM blob") == 0


def test_what_is_no_bundle_is_refused(other: Garage, tmp_path: Path) -> None:
    (tmp_path / "letter.zip").write_text("dear all")
    with pytest.raises(DocumentError, match="neither a folder nor a zip"):
        bring_in_bundle(other, tmp_path / "letter.zip", "brought in")
    with zipfile.ZipFile(tmp_path / "empty.zip", "w"):
        pass
    with pytest.raises(DocumentError, match="missing"):
        bring_in_bundle(other, tmp_path / "empty.zip", "brought in")


def test_a_full_disk_leaves_no_half_bundle_and_the_old_one_whole(garage: Garage, tmp_path: Path) -> None:
    target = tmp_path / "garage.zip"
    write_bundle(garage, [garage.cars()[0].id], target)
    before = target.read_bytes()
    with full_disk(), pytest.raises(OSError, match="too large"):
        write_bundle(garage, [car.id for car in garage.cars()], target)
    assert target.read_bytes() == before
    assert [path.name for path in tmp_path.iterdir() if path.name.startswith(".anchor")] == []


def test_what_is_bought_and_the_last_search_travel_with_the_car(tmp_path: Path) -> None:
    with Garage(tmp_path / "one.sqlite3") as one, Garage(tmp_path / "two.sqlite3") as two:
        one.add(sorrel_finch(), "made")
        here = Workshop(one)
        here.do(SetRating(Axle.FRONT, PartKind.LINK, 3000.0))
        row = FoundSetting(here.session.file.bench, 1.0, 0.2, 0.0, 3.0, 1.0)
        here.searches.keep(KeptSearch(Wanted(Phase.MIDDLE, (1.0, 2.0)), SearchResult((row,), 5, (("x", 2),))))
        write_bundle(one, [here.car], tmp_path / "cars.zip")
        bring_in_bundle(two, tmp_path / "cars.zip", "brought in")
        there = Workshop(two)
        assert there.session.file.bench == here.session.file.bench
        assert there.session.file.bench.front.link_part.rating == 3000.0
        assert there.searches.last == here.searches.last


def test_job_cards_of_every_kind_and_their_pictures_come_along(tmp_path: Path) -> None:
    with Garage(tmp_path / "demo.sqlite3") as demo, Garage(tmp_path / "other" / "garage.sqlite3") as other:
        fill(demo)
        write_bundle(demo, [car.id for car in demo.cars()], tmp_path / "all.zip")
        cars = bring_in_bundle(other, tmp_path / "all.zip", "brought in")
        here, there = Workshop(demo), Workshop(other)
        for old, new in zip(demo.cars(), cars, strict=True):
            assert there.cards.of(new) == here.cards.of(old.id) and there.cards.of(new)
        there.open(cars[0])
        card = there.cards.all[-1][1]
        steps = {step.id: step for step in steps_in_order(card)}
        assert [pinned(there.photos.titles, card, steps[step]) for step in PINNED] == [
            (f"card {card.number}, {step.replace('-', ' ')}",) for step in PINNED
        ]
        assert all((there.photos.read(title) or b"").startswith(b"\x89PNG") for title in there.photos.titles)
        there.cards.change(there.cards.all[-1][0], lambda each: each.with_note("read", "brought in"), "note")
        assert here.cards.of(demo.cars()[0].id)[-1].notes == card.notes  # two garages from now on


def of_garage(garage: Garage, kind: DocumentKind[Any]) -> list[Any]:
    return [garage.revisions.record(head.revision) for head in garage.revisions.heads_in_garage(kind).values()]


def test_a_whole_garage_takes_its_kinds_of_jobs_and_lists_of_parts_along_once(
    garage: Garage, other: Garage, tmp_path: Path
) -> None:
    workshop = Workshop(garage)
    workshop.open(garage.cars()[0].id)
    card = new_card(1, "Rear", Job(JobKind.LINK_SWAP, Axle.REAR, "", "", "", None), "2026-11-28")
    workshop.own_kinds.keep(card, "ours")
    listed = PartsList("elm", garage.blobs.keep(b"name,axle"))
    workshop.session.do(edits.MoveInGarage("List", PARTS_LIST, garage.database.new_number(), None, listed))
    cars = [car.id for car in garage.cars()]
    write_bundle(garage, cars, tmp_path / "whole.zip", whole=True)
    write_bundle(garage, cars[:1], tmp_path / "car.zip")
    bring_in_bundle(other, tmp_path / "car.zip", "car")
    assert of_garage(other, OWN_KIND) == of_garage(other, PARTS_LIST) == []  # a car alone leaves them at home
    for _ in range(2):
        bring_in_bundle(other, tmp_path / "whole.zip", "whole")
        assert of_garage(other, OWN_KIND) == of_garage(garage, OWN_KIND)
        assert of_garage(other, PARTS_LIST) == [listed] and other.blobs.read(listed.blob) == b"name,axle"


def test_another_kind_of_the_same_name_stands_beside_the_one_that_is_here(
    garage: Garage, other: Garage, tmp_path: Path
) -> None:
    job = Job(JobKind.LINK_SWAP, Axle.REAR, "", "", "", None)
    for made, hands in ((garage, 1), (other, 2)):
        workshop = Workshop(made)
        workshop.open(made.cars()[0].id)
        workshop.own_kinds.keep(new_card(1, "Rear", replace(job, hands=hands), "2026-11-28"), "ours")
    write_bundle(garage, [garage.cars()[0].id], tmp_path / "whole", whole=True)
    bring_in_bundle(other, tmp_path / "whole", "whole")
    kinds = of_garage(other, OWN_KIND)
    assert [(kind.name, kind.job.name, kind.job.hands) for kind in kinds] == [
        ("ours", "ours", 2),
        ("ours (2)", "ours (2)", 1),
    ]
