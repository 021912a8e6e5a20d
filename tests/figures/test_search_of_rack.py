"""The search over parts: against every pair worked out by hand, against the Beam, and what it leaves out."""

from __future__ import annotations

import json
from dataclasses import replace
from itertools import product

import pytest

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.shipped import shipped
from anchor_beam.documents.parts.table import Listed
from anchor_beam.documents.records import BarRecord, CarFile, Figure, Provenance
from anchor_beam.documents.searches import (
    FoundSetting,
    KeptSearch,
    Made,
    SearchResult,
    Wanted,
    search_from,
    search_plain,
)
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.figures.rack import search as module
from anchor_beam.figures.rack.fit_rules import on_car
from anchor_beam.figures.rack.rows import parts_of
from anchor_beam.figures.rack.search import Stock, find, why
from anchor_beam.figures.results import results
from anchor_beam.units.kinds import DEG, G, System
from anchor_beam.words.wanted import MayChange, Wish

FINCH = sorrel_finch()
MIDDLE = FINCH.car.window(Phase.MIDDLE)
ANY = Wanted(Phase.MIDDLE, (-40.0, 40.0))


def stock(file: CarFile, *, lists: bool = True) -> Stock:
    own = tuple(Listed(PartKind.BAR, item.axle, item.bar) for item in file.rack)
    parts = (*own, *parts_of(shipped())) if lists else own
    return Stock(parts, on_car(file, Axle.FRONT), on_car(file, Axle.REAR), file.rack)


def look(file: CarFile, wanted: Wanted, *, lists: bool = True) -> SearchResult:
    return find(
        file.car, file.bench, file.reference_setting, file.aim, stock(file, lists=lists), wanted, lambda *_: None
    )


def fitted(row: FoundSetting) -> tuple[tuple[str, int, int], ...]:
    ends = (row.setting.end(axle) for axle in Axle)
    return tuple((end.bar.name, end.hole_left, end.hole_right) for end in ends)


@pytest.fixture(scope="module")
def found() -> SearchResult:
    return look(FINCH, Wanted(Phase.MIDDLE, MIDDLE, FINCH.car.roll_window))


def test_a_small_rack_is_ranked_as_every_pair_by_itself_would_be(monkeypatch: pytest.MonkeyPatch) -> None:
    """Every bar in every hole, the same on both sides or neighbours, each worked out alone as the Beam does."""
    monkeypatch.setattr(module, "MOST", 1000)
    monkeypatch.setattr(module, "LOOKED_AT", 1000)
    wanted = Wanted(Phase.MIDDLE, (1.2, 1.6), (2.0 * DEG / G, 2.2 * DEG / G))
    alone = []
    for front, rear in product(*([item.bar for item in FINCH.rack if item.axle is axle] for axle in Axle)):
        for f, r in product(_pairs(front), _pairs(rear)):
            ends = [replace(FINCH.bench.end(axle), bar=bar, hole_left=holes[0], hole_right=holes[1], worn=None)
                    for axle, bar, holes in ((Axle.FRONT, front, f), (Axle.REAR, rear, r))]  # fmt: skip
            now = results(FINCH.car, replace(FINCH.bench, front=ends[0], rear=ends[1]))
            off = max(1.2 - now.margin, now.margin - 1.6, 0.0)
            roll = now.roll_gradient
            low, high = wanted.roll
            off += 10.0 * max(low - roll, roll - high, 0.0) / high
            alone.append((round(off / module.STEP), off, ((front.name, *f), (rear.name, *r))))
    found = look(FINCH, wanted, lists=False)
    assert len(found.rows) == len(alone) == 36 == found.examined
    assert {fitted(row) for row in found.rows} == {each for *_, each in alone}
    steps = [round(row.off / module.STEP) for row in found.rows]
    assert steps == sorted(step for step, *_ in alone)
    offs = {each: off for _, off, each in alone}
    assert [row.off for row in found.rows] == pytest.approx([offs[fitted(row)] for row in found.rows], abs=1e-3)


def _pairs(bar: BarRecord) -> list[tuple[int, int]]:
    n = len(bar.holes)
    return [*((i, i) for i in range(n)), *((i, i + 1) for i in range(n - 1))]


def test_what_is_found_and_the_beam_agree(found: SearchResult) -> None:
    assert found.final and len(found.rows) == module.MOST
    for row in found.rows[::7]:
        now = results(FINCH.car, row.setting)
        assert row.margin == pytest.approx(now.margin, abs=0.01)
        assert row.roll == pytest.approx(now.roll_gradient, rel=1e-4)
        assert MIDDLE[0] <= row.margin <= MIDDLE[1]
        assert why(row, Wanted(Phase.MIDDLE, MIDDLE))[0].text == "as wanted"


def test_the_search_itself_says_what_the_beam_says_before_anything_is_worked_out_again() -> None:
    rough: list[SearchResult] = []
    find(
        FINCH.car, FINCH.bench, FINCH.reference_setting, FINCH.aim, stock(FINCH), Wanted(Phase.LIFT_OFF, (-4.0, -2.0)),
        lambda so_far, _: rough.append(so_far),
    )  # fmt: skip
    first = next(each for each in rough if each.rows)
    assert not first.final
    for row in first.rows[:5]:
        assert row.margin == pytest.approx(results(FINCH.car, row.setting).margin_of(Phase.LIFT_OFF), abs=0.01)


def test_among_equals_the_cheaper_comes_first_then_the_quicker(found: SearchResult) -> None:
    order = [(round(row.off / module.STEP), row.price, row.hours) for row in found.rows]
    assert order == sorted(order)
    assert found.rows[0].price == 0.0, "own bars cost nothing"
    without = look(replace(FINCH, rack=()), Wanted(Phase.MIDDLE, MIDDLE, stays=(Axle.REAR,)))
    prices = [row.price for row in without.rows]
    assert prices == sorted(prices) and prices[-1] > 0.0


def test_an_end_that_stays_keeps_its_bar_in_whichever_hole() -> None:
    stays = look(FINCH, Wanted(Phase.MIDDLE, MIDDLE, stays=(Axle.FRONT,)))
    assert {row.setting.front.bar for row in stays.rows} == {FINCH.bench.front.bar}
    assert len({row.setting.front.hole_left for row in stays.rows}) > 1
    assert len({row.setting.rear.bar.name for row in stays.rows}) > 2
    bare = wicken_estate()
    off = replace(bare, bench=bare.reference_setting)
    nothing = look(off, replace(ANY, stays=(Axle.REAR,)))
    assert not any(row.setting.rear.fitted for row in nothing.rows)


def test_what_is_left_out_is_counted_by_its_reason(found: SearchResult) -> None:
    counts = dict(found.excluded)
    assert counts["are made for other cars"] > 40
    unknown = "are fixed to arms that nobody measured"
    assert counts[unknown] >= 1
    known = replace(FINCH.car.front, trailing_arm=Figure(0.4, Provenance.MEASURED))
    measured = look(replace(FINCH, car=replace(FINCH.car, front=known)), Wanted(Phase.MIDDLE, MIDDLE))
    assert dict(measured.excluded).get(unknown, 0) < counts[unknown]
    asked = replace(FINCH, aim=replace(FINCH.aim, asked=(Wish.HARSHNESS,), harshness=Figure(60.0)))
    harsh = look(asked, Wanted(Phase.MIDDLE, MIDDLE))
    assert dict(harsh.excluded)["are too harsh over one bump"] > 0
    for row in harsh.rows:
        rate = results(FINCH.car, row.setting).front.wheel_rate
        spring = FINCH.car.front
        assert 0.5 * rate <= 0.6 * spring.spring_rate.value * spring.spring_ratio.value**2 + 1e-6


def test_a_budget_is_that_of_both_ends_together() -> None:
    poor = replace(FINCH, rack=(), aim=replace(FINCH.aim, asked=(Wish.BUDGET,), budget=Figure(300.0)))
    rows = look(poor, Wanted(Phase.MIDDLE, MIDDLE)).rows
    assert rows and max(row.price for row in rows) <= 300.0
    rich = look(replace(FINCH, rack=()), Wanted(Phase.MIDDLE, (2.4, 2.5), (1.9 * DEG / G, 2.0 * DEG / G)))
    assert max(row.price for row in rich.rows) > 300.0


def test_where_everything_is_left_out_it_says_what_did_it() -> None:
    ruled = replace(FINCH, aim=replace(FINCH.aim, may_change=MayChange.FRONT))
    with pytest.raises(NoSolution, match=r"No rear bar is left.*would change an end that stays"):
        look(ruled, ANY)
    early = replace(FINCH, aim=replace(FINCH.aim, asked=(Wish.LINK_LOAD,), link_load=Figure(100.0)))
    with pytest.raises(NoSolution, match=r"No setting is left.*load a link too much"):
        look(early, ANY, lists=False)
    with pytest.raises(NoSolution, match="No front bar is left"):
        look(replace(FINCH, rack=()), ANY, lists=False)


def test_a_bar_to_be_made_is_like_the_one_that_is_there_but_for_what_is_asked() -> None:
    made = Made((0.016, 0.018), (None, 0.0025, 0.02), (0.24, 0.26), (0.012, 0.04))
    rows = look(FINCH, replace(ANY, stays=(Axle.FRONT,), made=((Axle.REAR, made),)))
    bars = {row.setting.rear.bar for row in rows.rows}
    assert {bar.od.value for bar in bars} <= {0.016, 0.018}
    there = FINCH.bench.rear.bar
    for bar in bars:
        assert (bar.centre_length, bar.pivot_spacing) == (there.centre_length, there.pivot_spacing)
        assert bar.wall.value < 0.5 * bar.od.value
    assert dict(rows.excluded)["cannot be made or hung on these links"] == 4, "a wall of 20 mm in a bar of 18"
    assert rows.examined == 5 * 8 * 3


@pytest.mark.parametrize(("wrong", "place"), [
    (lambda: Wanted(Phase.MIDDLE, (2.0, 1.0)), "margin"),
    (lambda: replace(ANY, roll=(0.2, 0.1)), "roll"),
    (lambda: replace(ANY, made=((Axle.REAR, Made((), (None,), (0.25,), (0.012,))),)), "made.rear"),
    (lambda: replace(ANY, made=((Axle.REAR, Made(tuple(0.01 + 1e-5 * i for i in range(3000)), (None,), (0.25,), (0.01,))),)),
     "made.rear"),
])  # fmt: skip
def test_a_wish_that_contradicts_itself_or_would_never_end_is_refused(wrong, place: str) -> None:
    with pytest.raises(InputError) as caught:
        wrong()
    assert caught.value.place == place


def test_why_says_what_is_missed() -> None:
    wanted = Wanted(Phase.MIDDLE, (1.0, 2.0), (2.0 * DEG / G, 2.2 * DEG / G))
    row = FoundSetting(FINCH.bench, 2.3, 1.9 * DEG / G, 0.0, 0.0, 0.0)
    said = [remark.said(System.METRIC).replace("\u00a0", " ") for remark in why(row, wanted)]
    assert said == ["0.3 % more push than wanted", "rolls 0.10 deg/g less than wanted"]


def test_a_kept_search_is_read_as_it_was_written(found: SearchResult) -> None:
    made = ((Axle.FRONT, Made((0.016, 0.018), (None, 0.0025), (0.24,), (0.012, 0.04))),)
    kept = KeptSearch(Wanted(Phase.EXIT, (0.5, 2.5), (0.1, 0.2), (Axle.REAR,), made), found)
    assert search_from(json.loads(json.dumps(search_plain(kept)))) == kept
