"""Lists of parts as CSV: what goes out comes back, and every fault is named by line and column, nothing half taken."""

from __future__ import annotations

from collections import Counter

import pytest

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.parts.as_plain import facts_from, facts_plain, fitting_from, fitting_plain
from anchor_beam.documents.parts.columns import COLUMNS
from anchor_beam.documents.parts.facts import (
    NO_FACTS,
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
from anchor_beam.documents.parts.table import Listed, part_on, parts_csv, parts_from
from anchor_beam.documents.places import put
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.records import Provenance
from anchor_beam.errors import DocumentError
from anchor_beam.words.wanted import Work

HEAD = (
    "kind,name,axle,outer diameter [mm],wall [mm],centre length [mm],bushing spacing [mm],arm length [mm],holes [mm]"
)
BAR = "bar,Elm 20,rear,20,,900,700,240,12 36"
EVERYTHING = PartFacts(
    number="E-1", revision="late", told_by="three holes", sold_as=SoldAs.PAIR, missing="links", platforms=("Elm", "Ash"),
    variants=("long",), frames=("tube",), interchange=(("Oak", "studs 5 mm shorter"),), not_exhausts=("twin",),
    brackets="E-2", bracing="a plate", work=(Work.DRILL, Work.WELD), ends=Ends.HUBS, finish=Finish.PEENED,
    ultimate=1.5e9, yield_=1.3e9, claim=60.0, widest_tyre=0.225, price=120.5, hours=1.5, mass=2.4,
)  # fmt: skip


def faults(text: str) -> dict[str, str]:
    with pytest.raises(DocumentError) as caught:
        parts_from(text)
    return {problem.place: problem.message for problem in caught.value.problems}


def test_the_shipped_lists_hold_what_three_makers_sell_and_go_out_as_they_came_in() -> None:
    count: Counter[PartKind] = Counter()
    for name, text in shipped():
        parts = parts_from(text)
        assert parts_csv(parts) == text, name
        assert {one.part.maker for one in parts} == {name}
        count.update(one.kind for one in parts)
    assert count[PartKind.BAR] >= 60 and count[PartKind.LINK] >= 25
    assert count[PartKind.BRACKET] >= 15 and count[PartKind.BUSHINGS] >= 15


def test_the_shipped_bars_are_of_every_sort() -> None:
    bars = [one.part for _, text in shipped() for one in parts_from(text) if one.kind is PartKind.BAR]
    assert {bar.facts.ends for bar in bars} == set(Ends)
    assert {bar.solid for bar in bars} == {bar.plate_arms for bar in bars} == {True, False}
    assert {len(bar.holes) for bar in bars} >= {1, 2, 3, 5, 6}
    assert {bar.facts.revision for bar in bars} >= {"early", "late"}
    assert all(bar.facts.told_by for bar in bars if bar.facts.revision)
    for bar in bars:  # their masses are those of their dimensions
        bore = 0.0 if bar.solid else bar.od.value - 2.0 * bar.wall.value
        steel = 7850.0 * 0.7854 * (bar.od.value**2 - bore**2) * (bar.centre_length.value + 2.0 * bar.arm_length.value)
        assert bar.facts.mass == pytest.approx(steel + 0.35, abs=0.06), bar.name


def test_the_demos_bars_are_those_of_the_lists() -> None:
    every = (one for _, text in shipped() for one in parts_from(text))
    listed = {(one.axle, one.part.name, one.facts.revision): one.part for one in every}
    sold = [item for file in team() for item in file.rack if item.bar.maker]
    assert len(sold) == 4
    for item in sold:
        part = listed[item.axle, item.bar.name, item.bar.facts.revision]
        for name in ("od", "wall", "arm_length", "centre_length", "pivot_spacing", "splay", "bend_radius"):
            assert getattr(part, name).value == getattr(item.bar, name).value, (part.name, name)
        assert [hole.value for hole in part.holes] == [hole.value for hole in item.bar.holes]


def test_semicolons_decimal_commas_and_inches_are_read() -> None:
    text = (
        "name;outer diameter [in];centre length [mm];bushing spacing [mm];arm length [mm];holes [mm];axle;price\n"
        "\n"
        "Elm;0,75;900;700;240;12,5 36;front;99,5\n"
    )
    (one,) = parts_from(text)
    bar = one.part
    assert (one.kind, one.axle, one.line) == (PartKind.BAR, Axle.FRONT, 3)
    assert bar.od.value == pytest.approx(0.01905)
    assert [hole.value for hole in bar.holes] == pytest.approx([0.0125, 0.036])
    assert bar.facts.price == 99.5
    assert bar.od.provenance is Provenance.MAKER, "what the maker says"
    assert bar.bend_radius.provenance is Provenance.TYPICAL, "and what he does not say"
    assert part_on(text, 3) == one


def test_all_that_a_part_can_say_survives_the_table_and_the_document() -> None:
    link = LinkPart("Elm link", "Elm", Joints.ROD_ENDS, 0.1, 0.14, 2e7, 5200.0, PartFacts(price=74.0))
    bracket, bushings = BracketPart("clamp", "Elm", None, 3000.0), BushingPart("soft", "", "rubber", 0.02, 3e6)
    for part in (link, bracket, bushings):
        assert fitting_from(fitting_plain(part)) == part
    assert facts_from(facts_plain(EVERYTHING)) == EVERYTHING
    assert facts_plain(NO_FACTS) == {}
    kinds = {PartKind.LINK: link, PartKind.BRACKET: bracket, PartKind.BUSHINGS: bushings}
    listed = tuple(Listed(kind, None, part) for kind, part in kinds.items())
    assert [one.part for one in parts_from(parts_csv(listed))] == list(kinds.values())
    (bar,) = parts_from(f"{HEAD}\n{BAR}\n")
    whole = Listed(PartKind.BAR, Axle.REAR, put(put(bar.part, "facts", EVERYTHING), "hole_names", ("A", "B")))
    (back,) = parts_from(parts_csv((whole,)))
    assert back.part == whole.part


def test_a_car_document_keeps_what_is_bought_and_refuses_what_it_does_not_know() -> None:
    file = team()[0]
    link = LinkPart("Elm link", "Elm", Joints.BALLS, 0.09, 0.1, rating=3600.0)
    file = put(put(file, "bench.front.link_part", link), "bench.rear.bar.facts", EVERYTHING)
    back = from_json(to_json(file))
    assert back.bench == file.bench
    for wrong in ('"rating_N": 3600.0', '"rating_N": 0'), ('"joints": "ball studs"', '"joints": "glue"'):
        with pytest.raises(DocumentError):
            from_json(to_json(file).replace(*wrong))


@pytest.mark.parametrize(("line", "place", "said"), [
    ("bar,Elm 20,rear,thick,,900,700,240,12", "line 2, column 4 (outer diameter)", "“thick” is not a number"),
    ("bar,Elm 20,rear,2000,,900,700,240,12", "line 2, column 4 (outer diameter)", "2000 cannot be that"),
    ("bar,,rear,20,,900,700,240,12", "line 2, column 2 (name)", "needs its name"),
    ("bar,Elm 20,,20,,900,700,240,12", "line 2, column 3 (axle)", "needs its axle"),
    ("bar,Elm 20,middle,20,,900,700,240,12", "line 2, column 3 (axle)", "“middle” is none of these"),
    ("bar,Elm 20,rear,20,,900,700,240,", "line 2, column 9 (holes)", "A bar needs its holes"),
    ("bar,Elm 20,rear,20,,900,700,240,36 12", "line 2, column 9 (holes)", "from the end of the arm inward"),
    ("bar,Elm 20,rear,20,,900,700,240,12 260", "line 2, column 9 (holes)", "beyond the arm"),
    ("bar,Elm 20,rear,20,12,900,700,240,12", "line 2, column 5 (wall)", "meet in the middle"),
    ("bar,Elm 20,rear,20,,600,700,240,12", "line 2, column 7 (bushing spacing)", "beyond the bar's corners"),
    ("spring,Elm 20,rear,20,,900,700,240,12", "line 2, column 1 (kind)", "“spring” is no part"),
    ("link,Elm 20,,20,,,,,", "line 2, column 4 (outer diameter)", "A link has no outer diameter"),
    ("link,Elm 20,,,,,,,", "line 2, joints", "A link needs its joints"),
])  # fmt: skip
def test_a_fault_is_named_by_line_and_column(line: str, place: str, said: str) -> None:
    found = faults(f"{HEAD}\n{line}\n")
    assert said in found[place], found


@pytest.mark.parametrize(("head", "cells", "place", "said"), [
    ("kind,name,joints,shortest [mm],longest [mm],rating [N]", "link,L,ball studs,100,120,0", "line 2, column 6 (rating)",
     "0 cannot be that"),
    ("kind,name,joints,shortest [mm],longest [mm]", "link,L,glue,100,120", "line 2, column 3 (joints)", "“glue” is none"),
    ("kind,name,joints,shortest [mm],longest [mm]", "link,L,rod ends,140,120", "line 2, column 4 (shortest)", "longer than"),
    ("kind,name,bore [mm]", "bushing set,B,20", "line 2, stiffness", "needs its stiffness"),
    ("kind,name,work", "bracket,B,sing", "line 2, column 3 (work)", "“sing” is none of these"),
    ("kind,name,interchange", "bracket,B,Oak", "line 2, column 3 (interchange)", "What must be altered"),
    (HEAD + ",hole names", BAR + ",soft", "line 2, column 10 (hole names)", "1 names for 2 holes"),
    (HEAD + ",ultimate strength [MPa],yield strength [MPa]", BAR + ",900,1200", "line 2, column 11 (yield strength)",
     "yields before it breaks"),
])  # fmt: skip
def test_and_so_is_what_contradicts_itself(head: str, cells: str, place: str, said: str) -> None:
    found = faults(f"{head}\n{cells}\n")
    assert said in found[place], found


def test_every_fault_of_a_list_is_told_at_once_and_two_parts_of_one_name_are_one_of_them() -> None:
    found = faults(f"{HEAD}\n{BAR}\nbar,Elm 22,rear,x,,900,700,240,12\n{BAR}\n")
    assert "not a number" in found["line 3, column 4 (outer diameter)"]
    assert "“Elm 20” is on line 2 already" in found["line 4, column 2 (name)"]
    assert len(found) == 2
    front = BAR.replace("rear", "front")
    assert len(parts_from(f"{HEAD}\n{BAR}\n{front}\n")) == 2, "of one name, but for another axle"


@pytest.mark.parametrize(("head", "said"), [
    ("kind,name,colour", "no such column"), ("kind,axle", "no column “name”"), ("name,name", "there twice"),
    ("name,outer diameter [stone]", "no unit of this column"), ("", "no header"),
])  # fmt: skip
def test_a_table_with_the_wrong_columns_is_refused_with_those_that_are_known(head: str, said: str) -> None:
    assert any(said in message for message in faults(f"{head}\n").values())


def test_of_very_many_faults_the_first_are_told() -> None:
    with pytest.raises(DocumentError, match="first 50 of 300 faults") as caught:
        parts_from(HEAD + "\n" + "bar,,rear,20,,900,700,240,12\n" * 300)
    assert len(caught.value.problems) == 50


def test_a_list_without_a_part_is_none() -> None:
    assert "No part follows the header" in faults(f"{HEAD}\n")["line 2"]


def test_the_page_of_formats_lists_every_column() -> None:
    from pathlib import Path

    page = (Path(__file__).parents[2] / "docs" / "formats.md").read_text("utf-8")
    missing = [column.title for column in COLUMNS if f"`{column.title}`" not in page]
    assert not missing
