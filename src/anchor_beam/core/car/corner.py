"""The car settled in a corner: nonlinear, with one-sided tyres, for thousands of cars and settings at once.

A pose of `equilibrium` becomes what is seen of the car: N = max(0, N_0 - k_t w) at each tyre, its roll, pitch and
heave, the travel of its wheels and the torque T = K_theta (theta_L - theta_R - theta_free) of its bars. Left turns
have a positive acceleration; loads stand in the order front left, front right, rear left, rear right.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.car.assembly import Corner, Pose, at_rest, bar_torque, corner, wheel_loads, wheel_travel
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.equilibrium import SETTLED, settle_from
from anchor_beam.core.car.model import CarBatch
from anchor_beam.immutable import immutable


@immutable(eq=False)
class CornerState:
    """Settled cars; batch axes (...) first, corners fl, fr, rl, rr along the last axis (..., 4).

    loads: (..., 4) of the tyres on the ground [N]. roll: (...) at the centre of gravity, right side down [rad].
    axle_roll: (..., 2) of the body over each axle [rad]. pitch: (...) nose down [rad]. heave: (...) [m].
    travel: (..., 4) of each wheel in bump [m]. bar_torque: (..., 2) [N m], > 0 presses the left tyre.
    residual: (...) largest force or moment over the wheelbase left over, over the weight. converged: (...) bool.
    """

    loads: FloatArray
    roll: FloatArray
    axle_roll: FloatArray
    pitch: FloatArray
    heave: FloatArray
    travel: FloatArray
    bar_torque: FloatArray
    residual: FloatArray
    converged: np.ndarray

    @property
    def load_transfer(self) -> FloatArray:
        """(..., 2) half the difference of right and left load of each axle, what is there at rest included [N]."""
        return np.asarray(0.5 * (self.loads[..., 1::2] - self.loads[..., 0::2]), dtype=float)

    @property
    def cross_weight(self) -> FloatArray:
        """(...) part of the load on right front and left rear [-]."""
        return np.asarray((self.loads[..., 1] + self.loads[..., 2]) / self.loads.sum(axis=-1), dtype=float)

    @property
    def front_share(self) -> FloatArray:
        """(...) front part of the load transfer, 0 to 1; NaN where there is none."""
        moved = self.load_transfer
        total = moved.sum(axis=-1)
        with np.errstate(invalid="ignore", divide="ignore"):
            return np.asarray(np.where(np.abs(total) > 1e-6, moved[..., 0] / total, np.nan), dtype=float)


def settle(
    cars: CarBatch, bars: BarBatch, lateral: FloatArray | float, longitudinal: FloatArray | float = 0.0
) -> CornerState:
    """Equilibrium of every car at its accelerations [m/s^2], which broadcast to the batch.

    A car that finds none says so in `converged`; its numbers are those of the last try and worth nothing.
    Source: docs/theory/car.md, "The settled car".
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], np.shape(lateral), np.shape(longitudinal))
    ready = corner(cars, bars, shape)
    size = ready.mass.size
    side = np.broadcast_to(lateral, shape).reshape(size).astype(float)
    along = np.broadcast_to(longitudinal, shape).reshape(size).astype(float)
    return report(ready, *settle_from(ready, at_rest(size), side, along))


def report(ready: Corner, pose: Pose, left_over: FloatArray) -> CornerState:
    """Put a settled batch into the shape it was asked in."""

    def shaped(value: FloatArray, *tail: int) -> FloatArray:
        return frozen(value.T.reshape(*ready.shape, *tail))

    travel = wheel_travel(ready, pose)
    rolls = np.arctan(pose.roll)
    return CornerState(
        loads=shaped(wheel_loads(ready, pose).reshape(4, -1), 4), roll=shaped((ready.share * rolls).sum(axis=0)),
        axle_roll=shaped(rolls, 2), pitch=shaped(np.arctan(pose.pitch)), heave=shaped(pose.heave),
        travel=shaped(travel.reshape(4, -1), 4), bar_torque=shaped(bar_torque(ready, travel), 2),
        residual=shaped(left_over), converged=(left_over < SETTLED).reshape(ready.shape),
    )  # fmt: skip
