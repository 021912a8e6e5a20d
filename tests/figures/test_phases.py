"""Phases, bands of a difference, Monte Carlo, the effect that dominates, and the curves, on the demo cars."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.sides import Axle
from anchor_beam.core.uncertainty.propagate import drawn
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, team, wicken_estate
from anchor_beam.documents.layouts import LAYOUTS, typical_car
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.figures import workings
from anchor_beam.figures.bands import SAMPLES, SLICE, bands, model_of, needs_draws, sampled
from anchor_beam.figures.curves import cornering_charts, handling_of, last_of, travel_charts
from anchor_beam.figures.results import change_effects, results
from anchor_beam.session.workshop import Part, Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.units.kinds import System


@pytest.fixture
def workshop(tmp_path: Path):
    with Garage(tmp_path / "garage.sqlite3") as garage:
        for file in team():
            garage.add(file, "demo")
        made = Workshop(garage)
        made.open(garage.cars()[1].id)  # the estate, whose inside rear lifts on the brakes
        yield made


@pytest.fixture(params=team(), ids=lambda file: file.car.name)
def file(request: pytest.FixtureRequest) -> CarFile:
    return request.param


def test_first_order_bands_agree_with_monte_carlo_where_nothing_lifts(file: CarFile) -> None:
    first = bands(file.car, file.bench, file.reference_setting)
    drawn = sampled(file.car, file.bench, file.reference_setting, first, lambda _done: None)
    assert drawn.margin == pytest.approx(first.margin, rel=0.12)
    assert drawn.roll_gradient == pytest.approx(first.roll_gradient, rel=0.08)
    assert drawn.rear_share == pytest.approx(first.rear_share, rel=0.08)
    for phase in FIVE:
        assert drawn.change.margins[phase] == pytest.approx(first.change.margins[phase], rel=0.25)
        assert sum(share for _, share in first.shares[phase]) == pytest.approx(1.0)


def test_a_difference_is_better_known_than_either_setting(file: CarFile) -> None:
    found = bands(file.car, file.bench, file.reference_setting)
    reference = bands(file.car, file.reference_setting)
    for phase in FIVE:
        assert found.change.margins[phase] < 0.8 * math.hypot(found.margins[phase], reference.margins[phase])
    same = bands(file.car, file.settings[0], file.settings[0])
    assert same.change.margin == pytest.approx(0.0, abs=1e-9)  # the same draws before and after
    assert bands(file.car, file.bench).change is None


def test_the_inputs_of_a_band_are_those_of_the_car_and_both_bars() -> None:
    finch = sorrel_finch()
    model = model_of(finch.car, finch.bench, finch.settings[0])
    assert "car.camber_loss" in model.places
    assert "car.rear.roll_camber" in model.places
    assert "reference bench.rear.bar.od" in model.places
    at_centre = model.figures(model.centre[None])[0]
    now = results(finch.car, finch.bench)
    assert at_centre[FIVE.index(Phase.MIDDLE)] == pytest.approx(now.turns_of(Phase.MIDDLE)[0], abs=1e-4)
    measured = put(finch, "car.cg_height", Figure(finch.car.cg_height.value, Provenance.MEASURED))
    assert bands(measured.car, finch.bench).margin < bands(finch.car, finch.bench).margin


def test_bands_are_drawn_where_a_wheel_lifts_and_say_how_far_they_are() -> None:
    estate = put(wicken_estate(), "bench.rear.bar.od", Figure(0.028))
    assert needs_draws(estate.car, estate.bench)
    assert not needs_draws(sorrel_finch().car, sorrel_finch().bench)
    told: list[float] = []
    first = bands(estate.car, estate.bench)
    drawn = sampled(estate.car, estate.bench, None, first, told.append)
    assert told == [(i + 1) * SLICE / SAMPLES for i in range(SAMPLES // SLICE)]
    kinked = drawn.margins[Phase.BRAKES] / first.margins[Phase.BRAKES]
    assert abs(kinked - 1.0) > 0.1  # the kink misled slopes
    assert 0.0 <= drawn.lost < 0.05


LIFTING = put(wicken_estate(), "bench.rear.bar.od", Figure(0.027))  # its inside rear wheel hangs in the air
SPINNING = put(harrow_half_ton(), "bench.rear.bar.od", Figure(0.030))  # its inside rear wheel spins on power
COVERED = (*team(), typical_car(LAYOUTS[0], "hatch"), LIFTING, SPINNING)


@pytest.mark.parametrize("file", COVERED, ids=["finch", "estate", "half-ton", "hatch", "lifting", "spinning"])
def test_the_bands_hold_the_truth_as_often_as_they_say(file: CarFile) -> None:
    """Truth is drawn from the spreads of the inputs and solved from rest; shown are the figures of the centre."""
    first = bands(file.car, file.bench)
    shown = sampled(file.car, file.bench, None, first, lambda _: None) if needs_draws(file.car, file.bench) else first
    model = model_of(file.car, file.bench, None)
    draws = drawn(model.centre, model.spread, 2000, seed=99)
    ((cars, bar, grip),) = model.laid(draws)
    truth = limits(cars, bar, grip).margin
    centre = [results(file.car, file.bench).turns_of(phase)[0] for phase in FIVE]
    for i, phase in enumerate(FIVE):
        off = np.abs(truth[:, i] - centre[i]) / shown.margins[phase]
        off = off[np.isfinite(off)]
        assert len(off) > 1900
        assert (off < 1.0).mean() == pytest.approx(0.683, abs=0.05), phase
        assert (off < 1.96).mean() == pytest.approx(0.95, abs=0.05), phase


def test_camber_dominates_where_struts_lean() -> None:
    estate = wicken_estate()
    stiff = put(estate, "bench.front.bar.od", Figure(0.024))
    found = change_effects(results(estate.car, estate.bench), results(estate.car, stiff.bench))
    assert found.front.by_camber > 0.0 > found.front.by_load
    assert found.margin == pytest.approx(
        results(estate.car, stiff.bench).margin - results(estate.car, estate.bench).margin, abs=0.05
    )


def test_the_phase_looked_at_is_kept_with_the_garage(workshop: Workshop) -> None:
    told: list[Part] = []
    workshop.listen(told.append)
    workshop.choose_phase(Phase.EXIT)
    assert told == [Part.PHASE]
    workshop.choose_phase(Phase.EXIT)
    assert len(told) == 1
    assert Workshop(workshop.garage).choices.phase is Phase.EXIT


def test_every_phase_has_a_margin_between_its_turns_and_a_working(workshop: Workshop) -> None:
    for phase in FIVE:
        left, right = workshop.picture.now.turns_of(phase)
        margin = workshop.picture.now.margin_of(phase)
        assert min(left, right) <= margin <= max(left, right)
        working = workings.margin_in(phase)(workshop.picture)
        assert working.result.value == pytest.approx(margin)
        named = {term.symbol for term in working.terms}
        assert ("a_x" in named) == (phase not in (Phase.TURN_IN, Phase.MIDDLE))
        assert ("T" in named) == (phase in (Phase.TURN_IN, Phase.BRAKES))


def test_the_curves_start_and_end_where_the_figures_say(workshop: Workshop) -> None:
    shown = workshop.picture
    found = [handling_of(shown.file.car, at.setting, last_of(shown.now)) for at in (shown.now, shown.reference)]
    roll, steer = cornering_charts(shown, System.METRIC, *found)
    (x0, _), (x1, y1) = roll.curves[0].points[:2]
    slope = (y1 - roll.curves[0].points[0][1]) / (x1 - x0)
    assert slope == pytest.approx(np.degrees(workshop.picture.now.roll_gradient) * GRAVITY, rel=0.02)
    gone = {mark.name: mark.x for mark in steer.marks}
    lower = min(workshop.picture.now.limits_of(Phase.MIDDLE)) / GRAVITY
    assert next(iter(gone.values())) == pytest.approx(lower)
    last = max(x for x, y in steer.curves[0].points if np.isfinite(y))
    assert last == pytest.approx(lower, abs=0.05)
    assert [c.ghost for c in steer.curves] == [False, True]


def test_the_travel_charts_pass_through_ride_height_with_the_figures_of_the_panel(workshop: Workshop) -> None:
    (rate, turn), (angle, joint) = travel_charts(workshop.picture.now, Axle.REAR, System.METRIC)
    end = workshop.picture.now.rear
    at_ride = dict(rate.curves[0].points)[0.0]
    assert at_ride == pytest.approx(end.wheel_rate / 1e3, rel=1e-6)
    assert dict(angle.curves[1].points)[0.0] == pytest.approx(np.degrees(end.sides[1].where.square_off[0]), rel=1e-6)
    assert dict(turn.curves[0].points)[0.0] == pytest.approx(np.degrees(end.slopes[0]) / 1e3, rel=1e-6)
    assert max(y for _, y in joint.curves[0].points) < 5.0  # deg: these links hang nearly straight
    apart = results(workshop.picture.file.car, put(workshop.picture.file, "bench.rear.link_left", Figure(0.9)).bench)
    assert "do not reach" in travel_charts(apart, Axle.REAR, System.METRIC)[0][0].empty
