"""Whether a part fits, what it would give, and what a setting asks to be bought: on the demo cars and by hand."""

from __future__ import annotations

import csv
import io
import json
from dataclasses import replace
from pathlib import Path

import pytest
from pypdf import PdfReader

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, wicken_estate
from anchor_beam.documents.parts.facts import (
    BracketPart,
    BushingPart,
    Ends,
    Joints,
    LinkPart,
    PartFacts,
    PartKind,
    SoldAs,
)
from anchor_beam.documents.parts.shipped import shipped
from anchor_beam.documents.parts.table import Listed, parts_csv, parts_from
from anchor_beam.documents.places import put
from anchor_beam.documents.readings import Reading, Readings
from anchor_beam.documents.records import BarRecord, CarFile, Figure
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.rack.bill import bill, bill_csv, bill_json, bill_of
from anchor_beam.figures.rack.columns import COLUMNS, found, in_order
from anchor_beam.figures.rack.fit_rules import on_car, verdict
from anchor_beam.figures.rack.rows import OWN, part_rows, rates
from anchor_beam.figures.rack.shopping import shopping_list
from anchor_beam.sheets.shopping_list import shopping_list_pdf
from anchor_beam.units.kinds import System
from anchor_beam.words.fit import Cause, Fit
from anchor_beam.words.wanted import MayChange, Wish, Work

METRIC = System.METRIC
LISTED = {
    (one.axle, one.part.name, one.facts.revision): one for _, text in shipped() for one in parts_from(text)
}  # fmt: skip
TIDEWRIGHT = LISTED[Axle.REAR, "Tidewright 16 Finch 2", ""]
FINCH = sorrel_finch()


def said_of(facts: PartFacts, file: CarFile = FINCH, axle: Axle = Axle.REAR) -> tuple[Fit, Cause | None, str]:
    """Of a bar like the one that fits, but for what it says of itself."""
    assert isinstance(TIDEWRIGHT.part, BarRecord)
    judged = verdict(replace(TIDEWRIGHT, part=replace(TIDEWRIGHT.part, facts=facts)), on_car(file, axle))
    return judged.fit, judged.cause, " ".join(reason.said(METRIC) for reason in judged.reasons)


def asking(wish: Wish, value: float) -> CarFile:
    aim = replace(FINCH.aim, asked=(wish,), **{wish.value: Figure(value)})
    return replace(FINCH, aim=aim)


def test_a_part_that_says_nothing_fits() -> None:
    assert said_of(PartFacts()) == (Fit.FITS, None, "")


@pytest.mark.parametrize(("facts", "fit", "cause", "words"), [
    (PartFacts(platforms=("finch 2", "Callow 4")), Fit.FITS, None, ""),
    (PartFacts(platforms=("Callow 4", "Elm")), Fit.NO, Cause.CAR, "for Callow 4 or Elm; the platform of this car is Finch 2"),
    (PartFacts(platforms=("Callow 4",), interchange=(("Finch 2", "studs 5 mm shorter"),)), Fit.WORK, Cause.CAR,
     "Fits Finch 2 with: studs 5 mm shorter"),
    (PartFacts(variants=("short nose",)), Fit.NO, Cause.CAR, "the variant of this car is long nose"),
    (PartFacts(frames=("square tube",)), Fit.NO, Cause.CAR, "the frame of this car is round tube"),
    (PartFacts(not_exhausts=("side exit",)), Fit.NO, Cause.EXHAUST, "Does not go with the exhaust “side exit”"),
    (PartFacts(brackets="clamp 3"), Fit.WORK, Cause.MOUNT, "Needs clamp 3."),
    (PartFacts(bracing="a {plate}"), Fit.WORK, Cause.MOUNT, "Needs a {plate}."),
    (PartFacts(ends=Ends.HUBS), Fit.WORK, Cause.MOUNT, "straight to the hubs"),
    (PartFacts(work=(Work.LIFT, Work.DRILL)), Fit.WORK, Cause.WORK, "work under a lifted car and drill"),
    (PartFacts(work=(Work.LIFT,)), Fit.FITS, None, ""),
])  # fmt: skip
def test_what_it_is_made_for_and_what_it_needs(facts: PartFacts, fit: Fit, cause: Cause | None, words: str) -> None:
    found = said_of(facts)
    assert found[:2] == (fit, cause)
    assert words in found[2]


def test_what_nobody_entered_cannot_be_told_and_the_worst_comes_first() -> None:
    blank = put(FINCH, "car.platform", "")
    assert said_of(PartFacts(platforms=("Finch 2",)), blank)[:2] == (Fit.UNKNOWN, Cause.CAR)
    fit, cause, words = said_of(PartFacts(platforms=("Finch 2",), brackets="B", not_exhausts=("side exit",)), blank)
    assert (fit, cause) == (Fit.NO, Cause.EXHAUST)
    assert words.index("exhaust") < words.index("not entered") < words.index("Needs B")


def test_a_tyre_that_was_entered_decides() -> None:
    unread = replace(FINCH, readings=tuple(read for read in FINCH.readings if read.aid != "tyres"))
    fit, cause, words = said_of(PartFacts(widest_tyre=0.205), unread)
    assert (fit, cause) == (Fit.UNKNOWN, Cause.TYRE)
    assert "No tyre wider than 205" in words
    rows = tuple((Reading(width), None, None, None) for width in (0.195, 0.195, 0.225, 0.205))
    columns = Readings("tyres", None).table.columns
    rows = tuple(tuple(row[0] if column.name == "width" else None for column in columns) for row in rows)
    file = FINCH.with_readings(Readings("tyres", None, rows=rows))
    assert said_of(PartFacts(widest_tyre=0.225), file)[0] is Fit.FITS
    fit, cause, words = said_of(PartFacts(widest_tyre=0.215), file)
    assert (fit, cause) == (Fit.NO, Cause.TYRE)
    assert "225 mm wide, and 215 mm" in words.replace("\u00a0", " ")


def test_what_aim_rules_out() -> None:
    drilling = PartFacts(work=(Work.DRILL,), price=241.0, hours=3.0)
    wont = replace(FINCH, aim=replace(FINCH.aim, wont=(Work.DRILL,)))
    assert said_of(drilling, wont)[:2] == (Fit.NO, Cause.WORK)
    assert said_of(drilling, asking(Wish.BUDGET, 240.0))[:2] == (Fit.NO, Cause.BUDGET)
    assert "241 marks are more than the 240" in said_of(drilling, asking(Wish.BUDGET, 240.0))[2]
    assert said_of(drilling, asking(Wish.HOURS, 2.5))[:2] == (Fit.NO, Cause.HOURS)
    rules = replace(FINCH, aim=replace(FINCH.aim, may_change=MayChange.FRONT))
    assert said_of(PartFacts(), rules)[:2] == (Fit.NO, Cause.RULES)
    assert verdict(LISTED[Axle.FRONT, "Tidewright 24 Finch 2", ""], on_car(rules, Axle.FRONT)).fit is Fit.FITS


def test_sizes_decide_too() -> None:
    rear = on_car(FINCH, Axle.REAR)
    assert verdict(LISTED[Axle.REAR, "Tidewright 16 Finch 1", ""], rear).fit is Fit.NO
    elsewhere = put(TIDEWRIGHT.part, "pivot_spacing", Figure(0.640))
    moved = verdict(replace(TIDEWRIGHT, part=elsewhere), rear)
    assert (moved.fit, moved.cause) == (Fit.WORK, Cause.MOUNT)
    assert "640" in moved.reasons[0].said(METRIC) and "690" in moved.reasons[0].said(METRIC)
    bore = BushingPart("soft", "", "rubber", 0.020, 3e6)
    assert verdict(Listed(PartKind.BUSHINGS, None, bore), rear).fit is Fit.NO
    assert verdict(Listed(PartKind.BUSHINGS, None, replace(bore, bore=0.017)), rear).fit is Fit.FITS
    link = LinkPart("L", "", Joints.BALLS, 0.088, 0.098)  # the left one on the car is 98.5 mm long
    assert verdict(Listed(PartKind.LINK, None, link), rear).fit is Fit.FITS
    assert verdict(Listed(PartKind.LINK, None, replace(link, longest=0.096)), rear).cause is Cause.SIZE
    assert verdict(Listed(PartKind.BRACKET, None, BracketPart("B", "")), rear).fit is Fit.FITS
    tried = put(FINCH, "bench.rear.bar.pivot_spacing", Figure(0.640))
    assert on_car(tried, Axle.REAR).spacing == pytest.approx(0.690), "a bar that is tried moves no bracket"
    other = verdict(LISTED[Axle.FRONT, "Tidewright 24 Finch 2", ""], rear)
    assert (other.fit, other.cause) == (Fit.NO, Cause.AXLE)


def test_rows_are_own_parts_first_and_only_those_of_the_axle() -> None:
    own = tuple(Listed(PartKind.BAR, item.axle, item.bar) for item in FINCH.rack)
    rows = part_rows(shipped(), own, on_car(FINCH, Axle.REAR))
    assert [row.name for row in rows[:2]] == ["standard rear", "Tidewright 17"]
    assert {row.source for row in rows} == {OWN, *dict(shipped())}
    assert not any("front" in row.name for row in rows)
    fitting = found(rows, PartKind.BAR, "tidewright FINCH 2", fitting=True)
    assert [row.name for row in fitting] == [
        "Tidewright 17", "Tidewright 17", "Tidewright 17", "Tidewright 16 Finch 2", "Tidewright 19 tube Finch 2",
    ]  # fmt: skip
    assert found(rows, PartKind.BAR, "lf-", fitting=False)[0].name == "Lantern splined 24", "by its number"


def test_a_column_sorts_by_its_figure_and_what_has_none_comes_last() -> None:
    own = tuple(Listed(PartKind.BAR, item.axle, item.bar) for item in FINCH.rack)
    rows = list(part_rows(shipped(), own, on_car(FINCH, Axle.REAR)))
    price = next(column for column in COLUMNS[PartKind.BAR] if column.title == "price")
    for falling in (False, True):
        ordered = in_order([row for row in rows if row.kind is PartKind.BAR], price, {}, falling=falling)
        prices = [row.price for row in ordered if row.price is not None]
        assert prices == sorted(prices, reverse=falling)
        assert ordered[-1].price is None and ordered[-1].name == "standard rear"


def test_what_a_bar_would_give_is_what_it_gives_once_it_is_on() -> None:
    part = TIDEWRIGHT.part
    assert isinstance(part, BarRecord)
    end = FINCH.bench.rear
    told = rates(FINCH.car, end, on_car(FINCH, Axle.REAR), part)
    for hole in range(3):
        fitted = replace(end, bar=part, hole_left=hole, hole_right=hole)
        left, right = end_result(FINCH.car.rear, fitted, Axle.REAR).hole_rates[:, hole]
        assert told.by_hole[hole] == pytest.approx(0.5 * (left + right))
    impossible = replace(part, bend_radius=Figure(0.4))
    assert rates(FINCH.car, end, on_car(FINCH, Axle.REAR), impossible).why


# what a setting asks to be bought


def test_only_what_the_reference_does_not_have_is_on_the_bill_and_what_is_owned_costs_nothing() -> None:
    owed = bill_of(FINCH)
    assert [(line.name, line.owned) for line in owed.lines] == [
        ("Tidewright 25", True),
        ("Tidewright 17, late", True),
    ]
    assert (owed.price, owed.hours, owed.unpriced, owed.to_buy) == (0.0, 2.5, 0, ())
    alone = bill(FINCH.bench, FINCH.reference_setting, ())
    assert alone.price == 215.0 + 185.0
    assert bill(FINCH.bench, FINCH.bench, ()).lines == ()
    early = put(FINCH, "bench.rear.bar", LISTED[Axle.REAR, "Tidewright 17", "early"].part)
    assert [line.name for line in bill_of(early).to_buy] == ["Tidewright 17, early"], "only the late one is owned"
    assert bill_of(early).price == 160.0
    assert [line.price for line in bill_of(wicken_estate()).lines] == [148.0]


def test_links_that_are_sold_singly_are_bought_twice() -> None:
    link = LinkPart("L", "Elm", Joints.BALLS, 0.09, 0.1, facts=PartFacts(price=66.0, sold_as=SoldAs.SINGLE, mass=0.2))
    file = put(FINCH, "bench.front.link_part", link)
    line = next(line for line in bill_of(file).lines if line.kind is PartKind.LINK)
    assert (line.count, line.price, line.mass) == (2, 132.0, 0.4)
    pair = put(file, "bench.front.link_part", replace(link, facts=replace(link.facts, sold_as=SoldAs.PAIR)))
    assert next(line for line in bill_of(pair).lines if line.kind is PartKind.LINK).price == 66.0
    unpriced = put(file, "bench.front.link_part", replace(link, facts=PartFacts()))
    assert bill_of(unpriced).unpriced == 1


def test_the_shopping_list_goes_out_as_pdf_csv_and_json(tmp_path: Path) -> None:
    file = replace(harrow_half_ton(), rack=())
    bar = replace(
        file.bench.rear.bar, facts=replace(file.bench.rear.bar.facts, number="=LF", missing="links {and} bolts")
    )
    file = put(file, "bench.rear.bar", bar)
    owed = bill_of(file)
    (row,) = csv.DictReader(io.StringIO(bill_csv(owed, "mark")))
    assert (row["axle"], row["kind"], row["price [mark]"], row["number"]) == ("rear", "bar", "386", "'=LF")
    document = json.loads(bill_json(owed, "mark"))
    assert document["kind"] == "shopping-list" and document["price"] == 386.0
    assert document["lines"][0]["work"] == ["work under a lifted car", "weld"]
    (tmp_path / "list.pdf").write_bytes(shopping_list_pdf(shopping_list(file, METRIC)))
    text = PdfReader(tmp_path / "list.pdf").pages[0].extract_text()
    for words in ("Lantern splined 24", "386 marks", "One part: 386 marks, 4.5 h", "links {and} bolts", "weld"):
        assert words in text, words


def test_a_list_that_is_written_can_be_read_whatever_its_texts_hold() -> None:
    facts = PartFacts(missing='quotes " and, commas; and\ttabs', platforms=("A, B", "C"))
    one = Listed(PartKind.BRACKET, None, BracketPart("ö, “x”", "M", 1e7, 3000.0, facts))
    assert parts_from(parts_csv((one,)))[0].part == one.part
