"""What links, brackets and bars carry: by statics and by hand; what a rating or a use makes of it, and what is warned of."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.bar.duty import Carried, hours
from anchor_beam.core.bar.fatigue import SPRING_STEEL_STRENGTH, Finish, life
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.grip.driving import Phase, Use
from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, wicken_estate
from anchor_beam.documents.core_inputs import bar_input
from anchor_beam.documents.parts.facts import BracketPart, BushingPart, Joints, LinkPart, PartFacts, PartKind
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarState, CarFile, Figure
from anchor_beam.errors import InputError
from anchor_beam.figures.results import results
from anchor_beam.figures.roll_budget import Giving, budget
from anchor_beam.figures.strength import TURNS, Loaded, Piece, loaded, steel
from anchor_beam.figures.warnings import warnings
from anchor_beam.session.edits import FitListed, SetClaim, SetRating, SetSteel, TakeOff
from anchor_beam.units.kinds import System
from anchor_beam.words.strength import advice, lasts, needed

FINCH = sorrel_finch()
LINK = LinkPart("L", "Elm", Joints.BALLS, 0.09, 0.1)


def of(file: CarFile) -> dict[tuple[Axle, Piece], Loaded]:
    return {(one.axle, one.piece): one for one in loaded(file.car, file.bench)}


def titles(file: CarFile) -> dict[str, str]:
    found = warnings(file.car, file.bench, file.reference_setting)
    return {one.title: one.said(System.METRIC).replace("\u00a0", " ") for one in found}


# forces


def test_the_bushings_of_a_bar_hold_what_its_links_pull_by_statics() -> None:
    """Moments about the car's length: equal and opposite link forces a hole spacing apart, two bushings a spacing apart."""
    bar = solve(bar_input(FINCH.bench.front.bar))
    holes = bar.mesh.nodes[bar.mesh.holes]
    for hole in range(3):
        torque = 100.0
        force = torque / bar.levers[0, hole]
        apart = holes[Side.LEFT.position, hole, 1] - holes[Side.RIGHT.position, hole, 1]
        expected = force * apart / (bar.bar.pivots[0] - bar.bar.pivots[1])
        assert bar.bushing_forces(hole, hole, torque) == pytest.approx((expected, expected), rel=1e-3)
    one, twice = bar.bushing_forces(0, 2, 50.0), bar.bushing_forces(0, 2, 100.0)
    assert twice == pytest.approx(2.0 * np.array(one), rel=1e-9)
    assert one[0] != pytest.approx(one[1], rel=1e-3), "staggered holes load them differently"


def test_links_and_brackets_carry_what_the_results_say() -> None:
    now, found = results(FINCH.car, FINCH.bench), of(FINCH)
    for axle in Axle:
        assert found[axle, Piece.LINK].carries == now.link_load(axle)[1]
        end = now.end(axle).end
        held = now.end(axle).bar.bushing_forces(end.hole_left, end.hole_right, now.bar_torque(axle))
        assert found[axle, Piece.BRACKET].carries == max(held)
        assert found[axle, Piece.BAR].carries == pytest.approx(now.peak_stress(axle))
    loose = put(FINCH, "bench.rear.state", BarState.UNHOOKED)
    assert of(loose)[Axle.REAR, Piece.LINK].carries is None
    assert of(loose)[Axle.REAR, Piece.LINK].why == "The rear bar carries nothing."
    assert "plates" in of(harrow_half_ton())[Axle.REAR, Piece.BAR].why


# how long


def test_hours_are_those_of_miners_rule_by_hand() -> None:
    carried = Carried(outer=2.0e6, bore=0.0, diameter=0.022, torque=400.0, preload=20.0)
    turns = ((200.0, 0.7), (60.0, 0.9))
    used = 0.0
    for often, lateral in turns:
        found = life(2.0e6, 0.022, SPRING_STEEL_STRENGTH, Finish.PITTED, duty=400.0 * lateral, preload=20.0)
        used += often / found.cycles
    assert math.isfinite(used) and used > 0.0
    told = hours(carried, SPRING_STEEL_STRENGTH, Finish.MACHINED, Finish.PITTED, turns, math.inf)
    assert told == pytest.approx(1.0 / used)
    capped = hours(carried, SPRING_STEEL_STRENGTH, Finish.MACHINED, Finish.PITTED, turns, 0.7)
    assert capped > told, "a car that never corners so hard does not load its bar so much"
    assert hours(carried, SPRING_STEEL_STRENGTH, Finish.GROUND, Finish.PEENED, ((1.0, 0.2),), 2.0) == math.inf


def test_the_weaker_surface_counts() -> None:
    tube = Carried(outer=1.6e6, bore=1.9e6, diameter=0.025, torque=300.0, preload=0.0)
    turns = TURNS[Use.CIRCUIT]
    both = hours(tube, SPRING_STEEL_STRENGTH, Finish.MACHINED, Finish.PEENED, turns, 2.0)
    outside = hours(replace(tube, bore=0.0), SPRING_STEEL_STRENGTH, Finish.MACHINED, Finish.PEENED, turns, 2.0)
    bore = hours(replace(tube, outer=0.0), SPRING_STEEL_STRENGTH, Finish.MACHINED, Finish.PEENED, turns, 2.0)
    assert both == min(outside, bore) < max(outside, bore)


@pytest.mark.parametrize("use", list(Use))
def test_every_use_has_its_turns_and_a_pitted_bar_lasts_less_long(use: Use) -> None:
    car = put(wicken_estate(), "car.use", use)
    good = of(car)[Axle.REAR, Piece.BAR]
    bad = of(put(car, "bench.rear.bar.facts", replace(car.bench.rear.bar.facts, finish=Finish.PITTED)))[
        Axle.REAR, Piece.BAR
    ]
    assert bad.hours < good.hours
    assert good.assumed and good.finish is Finish.PEENED
    assert bad.finish is Finish.PITTED


def test_steel_is_the_makers_or_what_is_usual() -> None:
    assert steel(PartFacts()) == SPRING_STEEL_STRENGTH
    assert steel(PartFacts(ultimate=900e6)).yield_ == pytest.approx(810e6), "never beyond what breaks it"
    assert steel(PartFacts(yield_=700e6)).yield_ == 700e6
    known = PartFacts(finish=Finish.GROUND, ultimate=1.5e9, yield_=1.3e9)
    assert not of(put(FINCH, "bench.rear.bar.facts", known))[Axle.REAR, Piece.BAR].assumed


def test_how_it_is_said() -> None:
    assert lasts(math.inf, Use.HILL, assumed=False) == "Lasts for good on the hill."
    assert lasts(1e6, Use.HILL, assumed=True).endswith("on the hill, if of peened spring steel.")
    assert lasts(432.0, Use.STREET, assumed=False) == "Lasts about 430 hours on the street."
    assert lasts(3.24, Use.CONES, assumed=False) == "Lasts about 3.2 hours between cones."
    assert lasts(None, Use.HILL, assumed=False) == ""
    assert needed(1340.0) == 2700.0
    for used, word in ((0.4, "Enough"), (0.7, "Little is left"), (1.2, "Overloaded"), (None, "Not rated")):
        assert word in advice(used, 1340.0).said(System.METRIC)


# warnings, and what lifts them


def test_a_link_beyond_its_rating_is_warned_of_until_a_better_one_is_there() -> None:
    weak = put(FINCH, "bench.front.link_part", replace(LINK, rating=1200.0))
    said = titles(weak)["Overloaded"]
    assert "front link carries 1356 N at 1 g and is rated for 1200 N" in said
    assert "rated for 2800 N or more" in said
    strong = put(FINCH, "bench.front.link_part", replace(LINK, rating=2800.0))
    assert "Overloaded" not in titles(strong) and "Overloaded" not in titles(FINCH)
    bracket = put(FINCH, "bench.rear.bracket", BracketPart("B", "", rating=500.0))
    assert "rear bracket" in titles(bracket)["Overloaded"]


def test_a_link_that_cannot_be_as_long_as_it_is_set_is_warned_of() -> None:
    fixed = put(FINCH, "bench.rear.link_part", replace(LINK, shortest=0.0885, longest=0.0885))
    said = titles(fixed)["The link cannot be that long"]
    assert "rear left link is set to 98.5 mm. It is 88.5 mm long and nothing else." in said
    short = put(FINCH, "bench.rear.link_part", replace(LINK, shortest=0.075, longest=0.095))
    assert "It goes from 75.0 mm to 95.0 mm." in titles(short)["The link cannot be that long"]
    for fits in (
        put(FINCH, "bench.rear.link_part", replace(LINK, shortest=0.08)),
        put(fixed, "bench.rear.state", BarState.UNHOOKED),
    ):
        assert "The link cannot be that long" not in titles(fits)


def test_a_bar_that_yields_or_wears_out_is_warned_of() -> None:
    soft = put(FINCH, "bench.rear.bar.facts", PartFacts(yield_=200e6))
    assert "its steel yields at 200 MPa" in titles(soft)["The bar yields"]
    racing = put(wicken_estate(), "car.use", Use.CIRCUIT)
    pitted = put(racing, "bench.rear.bar.facts", PartFacts(finish=Finish.PITTED))
    assert "hours on the circuit" in titles(pitted)["The bar wears out"]
    assert "The bar wears out" not in titles(racing)


# what is said of parts, as acts


def test_a_rating_makes_a_part_of_ones_own_and_zero_is_refused() -> None:
    rated = SetRating(Axle.FRONT, PartKind.LINK, 3600.0).apply(FINCH)
    assert rated.bench.front.link_part.name == "own link"
    assert (rated.bench.front.link_part.shortest, rated.bench.front.link_part.longest) == (0.093, 0.093)
    assert SetRating(Axle.FRONT, PartKind.LINK, None).apply(rated).bench.front.link_part.rating is None
    assert SetRating(Axle.REAR, PartKind.BRACKET, 900.0).apply(FINCH).bench.rear.bracket.rating == 900.0
    for kind in (PartKind.LINK, PartKind.BRACKET):
        with pytest.raises(InputError, match="0 N cannot be that"):
            SetRating(Axle.FRONT, kind, 0.0).apply(FINCH)


def test_steel_that_contradicts_itself_is_refused() -> None:
    strong = put(FINCH, "bench.rear.bar.facts", PartFacts(ultimate=900e6))
    with pytest.raises(InputError, match="yields before it breaks"):
        SetSteel(Axle.REAR, None, 1000e6).apply(strong)
    with pytest.raises(InputError, match="cannot be that"):
        SetSteel(Axle.REAR, None, 1.0).apply(FINCH)
    done = SetSteel(Axle.REAR, Finish.GROUND, 800e6).apply(strong).bench.rear.bar.facts
    assert (done.finish, done.yield_, done.ultimate) == (Finish.GROUND, 800e6, 900e6)
    with pytest.raises(InputError, match="softer by all"):
        SetClaim(Axle.REAR, -100.0).apply(FINCH)


def test_bushings_sit_in_their_bracket_and_taking_them_off_leaves_the_bar() -> None:
    soft, clamp = BushingPart("soft", "", "rubber", 0.017, 3e6), BracketPart("clamp", "", stiffness=6e6)
    alone = FitListed(soft, Axle.REAR).apply(FINCH)
    assert alone.bench.rear.bar.bushing_radial.value == 3e6
    for first, then in ((soft, clamp), (clamp, soft)):
        both = FitListed(then, Axle.REAR).apply(FitListed(first, Axle.REAR).apply(FINCH))
        assert both.bench.rear.bar.bushing_radial.value == pytest.approx(2e6), "in series"
    off = TakeOff(Axle.REAR, PartKind.BUSHINGS).apply(both)
    assert off.bench.rear.bushings is None and off.bench.rear.bar == both.bench.rear.bar
    assert TakeOff(Axle.REAR, PartKind.BRACKET).apply(both).bench.rear.bracket is None


# the give of links


@pytest.mark.parametrize("stiffness", [9e5, 9e6, 3e7])
def test_links_stand_in_series_with_the_bar_by_hand(stiffness: float) -> None:
    file = put(FINCH, "bench.rear.link_part", replace(LINK, stiffness=stiffness))
    rigid, end = results(FINCH.car, FINCH.bench).rear, results(file.car, file.bench).rear
    left, right = (float(side.where.lever[0]) for side in end.sides)
    expected = 1.0 / (1.0 / rigid.K_theta + 1.0 / (stiffness * left**2) + 1.0 / (stiffness * right**2))
    assert end.K_theta == pytest.approx(expected, rel=1e-9)
    assert end.bar_K == rigid.K_theta and end.in_links == pytest.approx(1.0 - expected / rigid.K_theta)
    assert end.wheel_bar.K_theta == pytest.approx(expected, rel=1e-9)
    assert end.wheel_rate == pytest.approx(rigid.wheel_rate * expected / rigid.K_theta, rel=1e-9)
    for hole in range(3):
        both = put(put(file, "bench.rear.hole_left", hole), "bench.rear.hole_right", hole)
        told = results(both.car, both.bench).rear
        assert told.hole_rates[:, hole].mean() == pytest.approx(told.wheel_rate, rel=2e-3)


def test_softer_links_give_the_balance_back_and_take_their_part_of_the_roll() -> None:
    rigid = results(FINCH.car, FINCH.bench)
    soft = put(FINCH, "bench.rear.link_part", replace(LINK, stiffness=9e5))
    now = results(soft.car, soft.bench)
    assert now.margin_of(Phase.MIDDLE) > rigid.margin_of(Phase.MIDDLE), "a softer rear bar pushes more"
    found = budget(soft.car, soft.bench)
    assert found.parts[Axle.REAR][Giving.LINKS] > 0.0 == found.parts[Axle.FRONT][Giving.LINKS]
    whole = found.chassis + sum(sum(parts.values()) for parts in found.parts.values())
    assert whole == pytest.approx(found.roll, rel=1e-6)
    stiff = put(FINCH, "bench.rear.link_part", replace(LINK, stiffness=1e15))
    assert results(stiff.car, stiff.bench).margin == pytest.approx(rigid.margin, abs=1e-6)


def test_a_link_that_nobody_rated_changes_nothing() -> None:
    named = put(FINCH, "bench.front.link_part", LINK)
    assert results(named.car, named.bench).margin == results(FINCH.car, FINCH.bench).margin
    moved = put(named, "bench.front.bar.od", Figure(0.026))
    assert results(moved.car, moved.bench).margin != results(FINCH.car, FINCH.bench).margin
