"""The typical layouts behave as such cars do, and what a rear bar does to them turns round where there is a reason."""

from __future__ import annotations

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars, rate_bar
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.outcome import Outcome
from anchor_beam.documents.layouts import LAYOUTS, Layout, typical_car
from anchor_beam.figures.results import both_turns, results

ROLL = {  # deg/g
    "front-drive-hatch": (4.0, 5.0), "front-engine-rear-drive": (3.8, 4.8), "all-wheel-drive-saloon": (3.8, 4.8),
    "mid-engine-coupe": (2.5, 3.2), "live-axle-pick-up": (5.0, 7.0),
}  # fmt: skip
GRIP = {  # g, of the first axle to slide on a skid pad
    "front-drive-hatch": (0.80, 0.87), "front-engine-rear-drive": (0.90, 0.97), "all-wheel-drive-saloon": (0.88, 0.97),
    "mid-engine-coupe": (0.96, 1.05), "live-axle-pick-up": (0.77, 0.84),
}  # fmt: skip
RATES = np.array([0.0, 3, 6, 9, 12, 15, 20, 30, 45, 60, 90, 120])  # N/mm of a rear bar at the wheels


@pytest.fixture(params=LAYOUTS, ids=lambda layout: layout.key)
def layout(request: pytest.FixtureRequest) -> Layout:
    return request.param


def test_as_delivered_it_pushes_and_slides_before_it_tips(layout: Layout) -> None:
    file = typical_car(layout, "new")
    now = results(file.car, file.bench)
    margins = {phase: now.margin_of(phase) for phase in FIVE}
    assert min(margins[Phase.TURN_IN], margins[Phase.MIDDLE], margins[Phase.EXIT]) > 0.5
    assert margins[Phase.MIDDLE] < margins[Phase.TURN_IN]
    assert -6.0 < margins[Phase.LIFT_OFF] < margins[Phase.MIDDLE]
    for phase in FIVE:
        ending = now.ending_of(phase)
        assert ending.front is ending.rear is Outcome.SLIDES
    low, high = ROLL[layout.key]
    assert low <= np.degrees(now.roll_gradient) * GRAVITY <= high
    low, high = GRIP[layout.key]
    assert low <= min(now.limits_of(Phase.MIDDLE)) / GRAVITY <= high


def test_it_drives_on_what_such_a_car_is_delivered_with(layout: Layout) -> None:
    file = typical_car(layout, "new")
    assert file.bench.rear.connected == (layout.key != "live-axle-pick-up")  # nobody sells one with a rear bar
    stiffness = results(file.car, file.bench)
    front = stiffness.front.roll_stiffness
    springs = both_turns(file.car).one.spring_roll_stiffness[0, 0]
    assert 0.3 < front / (front + springs) < 0.65  # what bars of the works give of the front's roll stiffness


def test_a_rear_bar_takes_push_away_until_a_wheel_lifts_or_spins(layout: Layout) -> None:
    """Beyond that more bar changes little: the margin may turn round, and has a reason to."""
    file = typical_car(layout, "new")
    turns, front = both_turns(file.car), results(file.car, file.bench).front.wheel_bar
    found = limits(turns.one, bars([(front, rate_bar(rate * 1e3)) for rate in RATES]), turns.grip)
    change = np.diff(found.margin, axis=0)
    assert (change[0] < -0.3).all()  # the first of it takes push away in every phase
    reason = found.kinked.any(axis=-1)[1:]
    rising = change > 0.05
    assert (~rising | reason).all(), [(RATES[i + 1], FIVE[p]) for i, p in np.argwhere(rising & ~reason)]
    free = ~reason & (RATES[1:, None] <= 15.0)
    assert (change[free] < -0.2).all()


def test_the_turning_points_are_those_that_drive_and_weight_make() -> None:
    def margins(key: str, phase: Phase, *rates: float) -> list[float]:
        file = typical_car(next(layout for layout in LAYOUTS if layout.key == key), "new")
        turns, front = both_turns(file.car), results(file.car, file.bench).front.wheel_bar
        pairs = bars([(front, rate_bar(rate * 1e3)) for rate in rates])
        return limits(turns.one, pairs, turns.grip, (phase,)).margin[:, 0].tolist()

    # the hatch: its inside rear wheel is in the air, and nothing changes any more
    soft, stiff, stiffer = margins("front-drive-hatch", Phase.MIDDLE, 0, 45, 120)
    assert soft - stiff > 10.0
    assert abs(stiffer - stiff) < 0.3
    # the saloon on power: the inside rear wheel spins through the open differential, and pulls no more into push
    soft, stiff, stiffer = margins("front-engine-rear-drive", Phase.EXIT, 0, 30, 120)
    assert soft - stiff > 10.0
    assert abs(stiffer - stiff) < 1.0
    # the pick-up on the brakes: one braked rear wheel turns it out of the corner, so that more bar brings push back
    soft, stiff, stiffer = margins("live-axle-pick-up", Phase.BRAKES, 0, 15, 45)
    assert stiff < soft - 8.0
    assert stiffer > stiff + 1.0
    # the coupe: low and wide, no wheel lifts, and its rear gives up ever earlier
    coupe = margins("mid-engine-coupe", Phase.LIFT_OFF, *RATES)
    assert (np.diff(coupe) < 0.0).all()
