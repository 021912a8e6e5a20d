"""The demo coupe worked by hand: handbook bars, springs and tyres in series, moments on paper, against the whole program."""

from __future__ import annotations

import math
from dataclasses import dataclass

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.records import AxleRecord, CarFile, EndSetting
from anchor_beam.figures.results import results

G, E_STEEL, G_STEEL = 9.81, 206e9, 79.3e9
COUPE = team()[0]


def bar_by_hand(end: EndSetting) -> tuple[float, float]:
    """Torque per twist between the arms [N m/rad] by the handbook's square bar in two bushings, and the arm to the hole."""
    bar = end.bar
    bore = 0.0 if bar.solid else bar.od.value - 2.0 * bar.wall.value
    inertia = math.pi / 64.0 * (bar.od.value**4 - bore**4)
    middle = 0.5 * (bar.holes[end.hole_left].value + bar.holes[end.hole_right].value)
    arm, half, spacing = bar.arm_length.value - middle, bar.centre_length.value / 2.0, bar.pivot_spacing.value
    outboard = half - spacing / 2.0
    bending = (arm**3 + outboard**3 + 0.5 * outboard**2 * spacing) / (3.0 * E_STEEL * inertia)
    torsion = arm**2 * half / (2.0 * G_STEEL * inertia)
    return arm**2 / (2.0 * (bending + torsion)), arm


@dataclass(frozen=True)
class ByHand:
    """One axle. roll: stiffness of springs with the bar, and of the tyres [N m/rad]; straight: moment that goes through
    roll centre and axle mass for 1 g [N m]."""

    suspension: float
    tyres: float
    straight: float
    weight: float
    track: float

    @property
    def series(self) -> float:
        return 1.0 / (1.0 / self.suspension + 1.0 / self.tyres)


def axle_by_hand(axle: AxleRecord, end: EndSetting, on_scales: float) -> ByHand:
    track, (torque, arm) = axle.track.value, bar_by_hand(end)
    springs = axle.spring_rate.value * axle.spring_ratio.value**2 * track**2 / 2.0
    bar = torque * (axle.pickup_ratio.value * track / arm) ** 2
    unsprung = 2.0 * axle.unsprung_mass.value
    straight = G * (
        (on_scales - unsprung) * axle.roll_centre_height.value + unsprung * axle.wheel_centre_height.value
    )
    return ByHand(springs + bar, axle.tyre_rate.value * track**2 / 2.0, straight, G * on_scales, track)


def by_hand(file: CarFile, front: EndSetting, rear: EndSetting) -> tuple[float, float, float]:
    """Roll gradient [rad/g], rear share of roll stiffness [%], first lift of the inside front wheel [g]."""
    car = file.car
    scales = (car.corner_fl.value + car.corner_fr.value, car.corner_rl.value + car.corner_rr.value)
    ends = [axle_by_hand(*pair) for pair in ((car.front, front, scales[0]), (car.rear, rear, scales[1]))]
    masses = [2.0 * axle.unsprung_mass.value for axle in (car.front, car.rear)]
    sprung = [on_scales - mass for on_scales, mass in zip(scales, masses, strict=True)]
    low = sum(m * axle.wheel_centre_height.value for m, axle in zip(masses, (car.front, car.rear), strict=True))
    height = (sum(scales) * car.cg_height.value - low) / sum(sprung)
    axis = sum(m * axle.roll_centre_height.value for m, axle in zip(sprung, (car.front, car.rear), strict=True))
    lever = height - axis / sum(sprung)
    pushed = sum(sprung) * G * lever
    leaning = pushed + sum(end.series * end.straight / end.tyres for end in ends)
    roll = leaning / (sum(end.series for end in ends) - pushed)
    elastic = ends[0].series * (roll - ends[0].straight / ends[0].tyres)
    lift = 0.5 * ends[0].weight * ends[0].track / (ends[0].straight + elastic)
    return roll, 100.0 * ends[1].series / sum(end.series for end in ends), lift


@pytest.mark.parametrize("setting", COUPE.settings, ids=lambda setting: setting.name)
def test_a_setting_worked_by_hand_is_the_program_within_a_percent(setting) -> None:
    roll, share, lift = by_hand(COUPE, setting.front, setting.rear)
    found = results(COUPE.car, setting)
    assert found.roll_gradient * G == pytest.approx(roll, rel=0.01)
    assert found.rear_share == pytest.approx(share, abs=0.3)
    axle, at = found.first_lift
    assert axle is Axle.FRONT
    assert at / G == pytest.approx(lift, rel=0.01)
    for end, fitted in ((found.front, setting.front), (found.rear, setting.rear)):
        assert end.K_theta == pytest.approx(bar_by_hand(fitted)[0], rel=0.025)
