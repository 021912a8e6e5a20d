"""What one axle alone may have: another tyre, ends of its travel, a limited slip differential; and what that changes."""

from __future__ import annotations

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import PRESETS, TyreKind, TyreMatch
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, wicken_estate
from anchor_beam.documents.core_inputs import measured_car, measured_grip
from anchor_beam.documents.places import put, unmeasured
from anchor_beam.documents.records import AxleTyre, CarFile, Figure, Provenance, TravelEnds
from anchor_beam.figures.bands import GRIP_APART, model_of
from anchor_beam.figures.results import results

FINCH = sorrel_finch()


def margin(file: CarFile, phase: Phase = Phase.MIDDLE) -> float:
    corner = results(file.car, file.bench).corner
    assert corner is not None
    return float(corner.limits.margin[0, FIVE.index(phase)])


def set_to(file: CarFile, **figures: float) -> CarFile:
    for name, value in figures.items():
        file = put(file, f"car.rear.{name}", Figure(value, Provenance.MEASURED))
    return file


def test_an_axle_on_another_tyre_has_that_tyre() -> None:
    """With what is known of the car's: a car whose grip was measured 5 % up carries that to the other kind."""
    other = put(FINCH, "car.rear.tyre", AxleTyre.SLICK)
    other = put(other, "car.grip", Figure(1.05 * PRESETS[other.car.tyre].tyre.mu0, Provenance.MEASURED))
    grips = measured_grip(other.car).grips()
    assert grips.mu0[0] == pytest.approx([1.05 * PRESETS[kind].tyre.mu0 for kind in (other.car.tyre, TyreKind.SLICK)])
    assert grips.stiffness[0, 1] == PRESETS[TyreKind.SLICK].tyre.stiffness
    assert margin(other) > margin(FINCH) + 5.0  # the end that grips more gives up last
    assert other.car.match is TyreMatch.DIFFERENT
    model = model_of(other.car, other.bench, None)
    assert model.spread[model.places.index(GRIP_APART)] == pytest.approx(np.sqrt(2.0) * 0.05)
    same = put(FINCH, "car.rear.tyre", AxleTyre(FINCH.car.tyre.value))  # said, and no difference
    assert margin(same) == pytest.approx(margin(FINCH))


def test_worn_tyres_on_one_axle_cost_that_axle() -> None:
    assert margin(set_to(FINCH, own_grip=0.97)) < margin(FINCH) - 2.0


def test_the_ends_of_travel_count_where_they_are_reached() -> None:
    """A rear on its bump stops carries more of the load transfer; stops that nothing reaches change nothing."""
    hard = set_to(put(FINCH, "car.rear.travel_ends", TravelEnds.COUNTED), bump_gap=0.008, bump_rate=150e3)
    far = set_to(hard, bump_gap=0.3, droop=0.3)
    assert margin(far) == pytest.approx(margin(FINCH), abs=1e-6)
    assert margin(hard) < margin(far) - 1.0
    assert np.isinf(measured_car(FINCH.car).cars().bump_gap).all()


@pytest.mark.parametrize(("name", "phase"), [("bias", Phase.EXIT), ("bias_coast", Phase.LIFT_OFF)])
def test_ramps_work_in_their_own_phase(name: str, phase: Phase) -> None:
    """Driven ramps at the exit, those of the overrun with the throttle lifted, and nowhere else; where the engine asks for
    more than the light wheel can take."""
    file = set_to(
        put(harrow_half_ton(), "car.rear.differential", Differential.LIMITED_SLIP), bias=1.0, bias_coast=1.0
    )
    for along in ("exit_drive", "lift_off"):
        file = put(file, f"car.{along}", Figure(0.3 * GRAVITY, Provenance.MEASURED))
    locked = set_to(file, **{name: 4.0})
    moved = {each for each in FIVE if abs(margin(locked, each) - margin(file, each)) > 1e-6}
    assert moved == {phase}
    assert margin(set_to(file, preload=400.0), phase) != pytest.approx(margin(file, phase))


def test_what_plays_no_part_is_not_asked_for() -> None:
    estate = wicken_estate()
    places = model_of(estate.car, estate.bench, None).places
    assert not any("bump" in place or "bias" in place for place in places)
    counted = put(estate, "car.rear.travel_ends", TravelEnds.COUNTED)
    assert "car.rear.bump_gap" in model_of(counted.car, counted.bench, None).places
    assert unmeasured(counted.car) == unmeasured(estate.car) + 3
    geared = put(estate, "car.front.differential", Differential.LIMITED_SLIP)
    assert unmeasured(geared.car) == unmeasured(estate.car) + 3
    assert estate.car.axle(Axle.REAR).idle >= {"spring_base", "bias", "droop"}
