"""Bars that are fixed straight to trailing arms, hubs or a beam: they turn the axle without a link.

Expected values: torsion of a rod G J/L and a clamped beam 12 E I/L^3 (any strength of materials), by hand.
"""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import wicken_estate
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.records import CarFile, Provenance
from anchor_beam.errors import InputError
from anchor_beam.figures.bands import bands
from anchor_beam.figures.claim import held
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.ladder import ladder
from anchor_beam.figures.results import results
from anchor_beam.figures.strength import Piece, loaded
from anchor_beam.session.edits import Choose, LevelLink, SetValue, UseSetting

E, G = 206e9, 79.3e9
OD, FREE, ARM, OFF = 0.021, 0.940, 0.430, 0.080


@pytest.fixture
def fixed() -> CarFile:
    """The estate with its beam bar, its arms measured."""
    file = UseSetting("beam bar, for comparison").apply(wicken_estate())
    file = SetValue("car.rear.trailing_arm", ARM).apply(file)
    return SetValue("car.rear.fixed_off", OFF).apply(file)


def by_hand(hold: float) -> float:
    """Torque per difference of the arms' turn [N m/rad]; hold: 0 pinned to 1 clamped."""
    J, I = math.pi * OD**4 / 32, math.pi * OD**4 / 64
    return G * J / FREE + hold * 12 * E * I / FREE**3 * OFF**2


def test_it_turns_with_the_arms_and_its_rate_is_torsion_and_bending(fixed: CarFile) -> None:
    for held_, hold in ((Fixity.PINNED, 0.0), (Fixity.CLAMPED, 1.0)):
        end = end_result(Choose("car.rear.ends_held", held_).apply(fixed).car.rear, fixed.bench.rear, Axle.REAR)
        assert end.K_theta == pytest.approx(by_hand(hold), rel=1e-9)
        assert end.wheel_rate == pytest.approx(2 * by_hand(hold) / ARM**2, rel=1e-9)
        assert end.roll_stiffness == pytest.approx(by_hand(hold) * (end.track / ARM) ** 2, rel=1e-9)
        assert end.end_rate is None and end.link_forces(100.0) is None and end.rest_twist is None


def test_arms_that_stand_apart_by_what_the_bar_sees_twist_it_as_the_sine_of_the_arm(fixed: CarFile) -> None:
    bar = end_result(fixed.car.rear, fixed.bench.rear, Axle.REAR).wheel_bar
    for z in np.linspace(-0.08, 0.08, 9):
        turn = bar.slope[0] * z + bar.curve[0] * z**2 + bar.third[0] * z**3
        assert turn == pytest.approx(math.asin(z / ARM), abs=2e-5)


def test_the_car_balances_with_it_and_a_mirror_changes_nothing(fixed: CarFile) -> None:
    now = results(fixed.car, fixed.bench)
    without = results(fixed.car, wicken_estate().bench)
    assert now.corner is not None and now.margin is not None
    assert now.corner.rest.cross_weight[0] == pytest.approx(without.corner.rest.cross_weight[0], abs=0.05)
    torque = now.bar_torque(Axle.REAR)
    assert torque is not None and torque != 0.0
    shear = 16 * abs(torque) * (G * math.pi * OD**4 / 32 / FREE / by_hand(1.0)) / (math.pi * OD**3)
    bend = 6 * E * math.pi * OD**4 / 64 / FREE**2 * OFF * abs(torque) / by_hand(1.0) * 32 / (math.pi * OD**3)
    assert now.stress(Axle.REAR) == pytest.approx(math.hypot(bend, math.sqrt(3) * shear), rel=1e-9)
    assert now.peak_stress(Axle.REAR) == pytest.approx(now.stress(Axle.REAR))
    link, bracket, _bar = (one for one in loaded(fixed.car, fixed.bench) if one.axle is Axle.REAR)
    assert (link.piece, link.carries, link.why) == (Piece.LINK, None, "This bar has no links.")
    assert bracket.carries == pytest.approx(abs(torque) / 0.106)  # 120 mm of bracket, its bolt 14 mm from the end


def test_it_has_one_rung_and_its_arm_widens_the_band(fixed: CarFile) -> None:
    rungs = ladder(fixed.car, fixed.bench).rungs
    assert {rung.rear for rung in rungs} == {fixed.bench.rear.holes}
    assert all(rung.peaks[1] is not None for rung in rungs)
    rear, shares = fixed.car.rear, []
    for source in (Provenance.MEASURED, Provenance.TYPICAL, Provenance.GUESS):
        known = replace(rear, trailing_arm=replace(rear.trailing_arm, provenance=source))
        shares.append(bands(replace(fixed.car, rear=known), fixed.bench).rear_share)
    assert shares[0] < shares[1] < shares[2]


def test_it_survives_a_file_and_says_what_cannot_be_asked_of_it(fixed: CarFile) -> None:
    again = from_json(to_json(Choose("car.rear.ends_held", Fixity.PINNED).apply(fixed)))
    assert again.car.rear.ends_held is Fixity.PINNED and again.bench.rear.fixed
    assert again.car.rear.trailing_arm.value == ARM
    with pytest.raises(InputError, match="fixed straight to the trailing arms"):
        LevelLink(Axle.REAR, ()).apply(fixed)
    bar = fixed.bench.rear.bar
    with pytest.raises(InputError, match="has no links"):
        held(bar, bar, 0, 1.6)
