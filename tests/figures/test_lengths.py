"""What the lengths of links are proposed for: each proposal, once fitted, does what its name says."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import team
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.figures.ends import EndResult, end_result
from anchor_beam.figures.lengths import (
    Attitude,
    Proposal,
    at_slope,
    blame,
    cost,
    level_lengths,
    levelled,
    proposals,
    squarest_pickup,
    turn_of_adjuster,
    with_lengths,
)
from anchor_beam.figures.results import results
from anchor_beam.units.kinds import DEG

MICROMETRE = 2e-5  # rad, what a link said to the micrometre turns a short arm by
CARS = {file.car.name: file for file in team()}
LINKED = [
    pytest.param(name, axle, id=f"{name}, {axle}")
    for name, file in CARS.items()
    for axle in Axle
    if end_result(file.car.axle(axle), file.bench.end(axle), axle).sides is not None
]


def of(name: str, axle: Axle) -> tuple[CarFile, EndResult]:
    file = CARS[name]
    return file, end_result(file.car.axle(axle), file.bench.end(axle), axle)


def proposed(file: CarFile, end: EndResult, attitude: Attitude) -> Proposal | None:
    return next((each for each in proposals(file.car, end, None) if each.attitude is attitude), None)


def fitted(file: CarFile, axle: Axle, proposal: Proposal) -> EndResult:
    """The axle as it is once the links are so long."""
    return end_result(file.car.axle(axle), with_lengths(file.bench.end(axle), proposal.lengths), axle)


@pytest.mark.parametrize(("name", "axle"), LINKED)
def test_what_is_proposed_as_level_stands_level(name: str, axle: Axle) -> None:
    file, end = of(name, axle)
    proposal = proposed(file, end, Attitude.LEVEL)
    assert proposal is not None
    if not all(map(math.isfinite, proposal.lengths)):
        assert levelled(end, file.car, axle) is None
        return
    sides = fitted(file, axle, proposal).sides
    assert sides is not None
    assert [side.slope for side in sides] == pytest.approx([0.0, 0.0], abs=MICROMETRE)
    assert level_lengths(file.car.axle(axle), file.bench.end(axle)) == pytest.approx(proposal.lengths, abs=1e-9)
    already = levelled(end, file.car, axle)
    assert already is None or already.sides is not None


@pytest.mark.parametrize(("name", "axle"), LINKED)
def test_what_is_proposed_as_square_stands_square(name: str, axle: Axle) -> None:
    file, end = of(name, axle)
    proposal = proposed(file, end, Attitude.SQUARE)
    assert proposal is not None
    if all(map(math.isfinite, proposal.lengths)):
        sides = fitted(file, axle, proposal).sides
        assert sides is not None
        assert [float(side.where.square_off[0]) for side in sides] == pytest.approx([0.0, 0.0], abs=MICROMETRE)


@pytest.mark.parametrize(("name", "axle"), LINKED)
@pytest.mark.parametrize(("attitude", "kept"), [(Attitude.FREE_LEFT, Side.RIGHT), (Attitude.FREE_RIGHT, Side.LEFT)])
def test_a_bar_that_was_let_free_has_no_torque_and_one_link_as_it_was(
    name: str, axle: Axle, attitude: Attitude, kept: Side
) -> None:
    file, end = of(name, axle)
    proposal = proposed(file, end, attitude)
    assert proposal is not None and end.sides is not None
    assert proposal.lengths[kept.position] == end.sides[kept.position].fitted
    if all(map(math.isfinite, proposal.lengths)):
        free = fitted(file, axle, proposal)
        assert free.rest_twist == pytest.approx(0.0, abs=MICROMETRE)


@pytest.mark.parametrize("attitude", [Attitude.LEVEL, Attitude.FREE_LEFT, Attitude.FREE_RIGHT])
@pytest.mark.parametrize("name", CARS)
def test_with_both_bars_let_free_the_whole_car_stands_on_its_springs_alone(name: str, attitude: Attitude) -> None:
    """One twisted bar rolls the car and so loads the other one too; hence both."""
    file = CARS[name]
    other, costs = file, {}
    for axle in Axle:
        _, end = of(name, axle)
        proposal = proposed(file, end, attitude)
        if proposal is not None:
            other = replace(
                file, bench=other.bench.with_end(axle, with_lengths(file.bench.end(axle), proposal.lengths))
            )
    for axle in Axle:
        proposal = proposed(other, end_result(other.car.axle(axle), other.bench.end(axle), axle), Attitude.FITTED)
        if proposal is not None:
            costs[axle] = cost(other.car, other.bench, axle, proposal)
    assert costs
    for found in costs.values():
        assert found.problem is None
        assert found.preload == pytest.approx(0.0, abs=0.2) and found.cross_weight == pytest.approx(50.0, abs=0.05)


@pytest.mark.parametrize(("name", "axle"), LINKED)
@pytest.mark.parametrize("slope", [-8.0, -1.0, 0.0, 3.0, 10.0])
def test_a_length_for_a_slope_gives_that_slope(name: str, axle: Axle, slope: float) -> None:
    file, end = of(name, axle)
    assert end.sides is not None
    lengths = at_slope(end.sides[0], slope * DEG), at_slope(end.sides[1], slope * DEG)
    if all(map(math.isfinite, lengths)):
        sides = fitted(file, axle, Proposal(Attitude.FITTED, lengths, None)).sides
        assert sides is not None
        assert [side.slope for side in sides] == pytest.approx([slope * DEG] * 2, abs=MICROMETRE)


@pytest.mark.parametrize(("name", "axle"), LINKED)
def test_what_is_fitted_is_offered_first_and_named_as_such(name: str, axle: Axle) -> None:
    file, end = of(name, axle)
    offered = proposals(file.car, end, file.bench.end(axle))
    assert offered[0].attitude is Attitude.FITTED and offered[0].is_fitted
    again = next(each for each in offered if each.attitude is Attitude.REFERENCE)
    assert again.is_fitted  # a reference that is the setting itself
    assert len({each.attitude for each in offered}) == len(offered)
    assert not any(each.attitude is Attitude.FRAME for each in offered) or file.car.rake.value
    for each in offered:
        assert each.turns is None or end.per_turn is not None
        if each.turns is not None and end.per_turn is not None and end.sides is not None:
            for side in Side:
                change = each.lengths[side.position] - end.sides[side.position].fitted
                assert each.turns[side.position] * end.per_turn == pytest.approx(change, nan_ok=True)


def test_a_length_that_stays_keeps_what_was_said_of_it() -> None:
    end = replace(CARS["Sorrel Finch"].bench.front, link_left=Figure(0.300, Provenance.MEASURED))
    other = with_lengths(end, (0.300, end.link_right.value + 0.004))
    assert other.link_left.provenance is Provenance.MEASURED
    assert other.link_right.provenance is Provenance.DERIVED


@pytest.mark.parametrize(("name", "axle"), LINKED)
def test_a_turn_of_the_adjuster_is_what_the_car_does_when_it_is_turned(name: str, axle: Axle) -> None:
    """By a second way: the link is made longer in the setting, and the whole car is solved anew."""
    file, end = of(name, axle)
    for turn in turn_of_adjuster(file.car, file.bench, axle):
        assert end.sides is not None
        longer = 1e-3 if end.per_turn is None else end.per_turn
        lengths = [side.fitted for side in end.sides]
        lengths[turn.side.position] += longer
        bench = file.bench.with_end(axle, with_lengths(file.bench.end(axle), (lengths[0], lengths[1])))
        now, then = results(file.car, file.bench), results(file.car, bench)
        before, after = now.rest_torque(axle), then.rest_torque(axle)
        assert before is not None and after is not None
        assert turn.preload == pytest.approx(after - before, abs=1e-9)
        corners = then.cross_weight, now.cross_weight
        assert corners[0] is not None and corners[1] is not None
        assert turn.cross_weight == pytest.approx(corners[0] - corners[1], abs=1e-9)


@pytest.mark.parametrize(("name", "axle"), LINKED)
def test_turning_the_left_undoes_turning_the_right(name: str, axle: Axle) -> None:
    """The same turn of both links moves the arms together, which twists a symmetric bar not at all."""
    file, _ = of(name, axle)
    turns = turn_of_adjuster(file.car, file.bench, axle)
    if len(turns) == 2 and file.bench.end(axle).hole_left == file.bench.end(axle).hole_right:
        left, right = turns
        assert left.preload * right.preload < 0.0
        assert left.preload == pytest.approx(-right.preload, rel=0.15)


@pytest.mark.parametrize("side", list(Side))
@pytest.mark.parametrize("change", [0.004, -0.006])
def test_the_link_that_was_turned_is_blamed_and_turning_it_back_is_the_way(side: Side, change: float) -> None:
    file = CARS["Sorrel Finch"]
    free, _ = proposals_free(file)
    lengths = list(free)
    lengths[side.position] += change
    bench = file.bench.with_end(Axle.REAR, with_lengths(file.bench.rear, (lengths[0], lengths[1])))
    found = blame(results(file.car, bench))
    assert found is not None and found.axle is Axle.REAR
    assert found.side is side
    assert found.change == pytest.approx(-change, rel=0.02)


def proposals_free(file: CarFile) -> tuple[tuple[float, float], EndResult]:
    """Lengths of the rear links with which its arms stand level, which leaves the bar free."""
    end = end_result(file.car.rear, file.bench.rear, Axle.REAR)
    proposal = proposed(file, end, Attitude.LEVEL)
    assert proposal is not None and all(map(math.isfinite, proposal.lengths))
    return proposal.lengths, end


def test_nobody_is_blamed_where_both_bars_hang_free() -> None:
    file = CARS["Sorrel Finch"]
    bench = file.bench
    for axle in Axle:
        lengths = level_lengths(file.car.axle(axle), bench.end(axle))
        bench = bench.with_end(axle, with_lengths(bench.end(axle), lengths))
    assert blame(results(file.car, bench)) is None


@pytest.mark.parametrize(("name", "axle"), LINKED)
def test_the_squarest_hole_is_squarer_than_every_other(name: str, axle: Axle) -> None:
    file, _ = of(name, axle)
    record = file.car.axle(axle)
    best = squarest_pickup(record, file.bench.end(axle), axle)
    if best is None:
        return
    off: dict[int, float] = {}
    for hole in range(round(record.pickup_holes.value)):
        end = replace(file.bench.end(axle), pickup=hole)
        lengths = level_lengths(record, end)
        sides = end_result(record, with_lengths(end, lengths), axle).sides
        if sides is not None:
            off[hole] = max(float(side.where.square_off[0]) for side in sides)
    assert best[1] == min(off.values()) and off[best[0]] == best[1]
