"""When the inside wheels leave the ground, and the roll gradient at rest.

In a left turn the left wheels are inside. The load of a wheel is N = N_0 - k_t times its height over rest; the event
is N = 0, sought for both axles together by `reach`. Roll at rest follows from the linearised balance, d phi/d a_y.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, frozen
from anchor_beam.core.car.assembly import LEFT, Corner, Pose, at_rest, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.equilibrium import SETTLED, roll_slope, settle_from
from anchor_beam.core.car.events import FASTEST
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import reach
from anchor_beam.immutable import immutable

TOUCH = (
    1e-6  # of the weight: a wheel that carries less is off the ground; with nothing at all the last one tips the car
)


@immutable(eq=False)
class Lifts:
    """acceleration: (..., 2) left turn at which the left wheel of each axle carries nothing [m/s^2], NaN where it stays
    down up to 3 g. The later of two is where the car tips over."""

    acceleration: FloatArray


def lifts(cars: CarBatch, bars: BarBatch) -> Lifts:
    """Lift of both axles for every car and setting (...), left turn, no longitudinal acceleration.

    Source: docs/theory/car.md, "Events".
    """
    base = corner(cars, bars)
    n = base.mass.size
    both = base.chosen(np.tile(np.arange(n), 2))
    inside = InsideLoad(both, np.repeat([False, True], n))
    found = reach(both, inside, np.full(2 * n, GRAVITY), np.zeros(2 * n), highest=FASTEST)
    at = np.where(found.beyond, np.nan, found.acceleration)
    return Lifts(frozen(np.moveaxis(at.reshape(2, n), 0, -1).reshape(*base.shape, 2)))


@immutable(eq=False)
class InsideLoad:
    """Of members (k,): load of the left wheel of the axle in question, less what counts as off the ground; below zero it
    hangs in the air."""

    ready: Corner
    on_rear: np.ndarray

    def __call__(self, pose: Pose, lateral: FloatArray) -> FloatArray:
        """(k,) [N]."""
        del lateral
        left = self.ready.standing[:, LEFT] - self.ready.tyre * pose.wheels[:, LEFT]
        return np.asarray(np.where(self.on_rear, left[1], left[0]) - TOUCH * self.ready.weight, dtype=float)

    def chosen(self, which: IntArray) -> InsideLoad:
        """Of the members with these numbers, rising."""
        return InsideLoad(self.ready.chosen(which), self.on_rear[which])


def roll_gradient(cars: CarBatch, bars: BarBatch) -> FloatArray:
    """Slope of body roll over lateral acceleration (...) at rest [rad/(m/s^2)], NaN where the car does not stand."""
    ready = corner(cars, bars)
    none = np.zeros(ready.mass.size)
    pose, left_over = settle_from(ready, at_rest(none.size), none, none)
    return frozen(np.where(left_over < SETTLED, roll_slope(ready, pose, none), np.nan).reshape(ready.shape))
