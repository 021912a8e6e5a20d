"""The handling curve: slip of front against rear axle over lateral acceleration, and the understeer gradient.

The car is settled at every acceleration of the curve at once. Each axle then needs the slip angle alpha at which its
two tyres, each with its own load and camber, make the side force that the yaw balance asks of the axle; the first
crossing counts. Steer beyond L/R is alpha_f - alpha_r + c_f F_f - c_r F_r + rho_f phi_f - rho_r phi_r, and the
understeer gradient is its slope.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, frozen
from anchor_beam.core.car.assembly import Corner, at_rest, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.equilibrium import SETTLED, settle_from
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.wheels import Contact, Wheels, contact, demand, wheels
from anchor_beam.immutable import immutable

SLIPS = np.radians(np.concatenate([np.linspace(-2.0, 10.0, 25), np.linspace(10.5, 30.0, 24)]))
NARROWINGS = 32


@immutable(eq=False)
class Handling:
    """lateral: (a,) lateral accelerations [m/s^2]; batch first, then the accelerations.

    slip: (..., a, 2) slip angle of each axle [rad]. steer: (..., a) steer beyond L/R [rad], > 0 understeer. Both NaN
    where an axle is past its grip or the car has no equilibrium. roll: (..., a) [rad]. loads: (..., a, 4) [N].
    """

    lateral: FloatArray
    slip: FloatArray
    steer: FloatArray
    roll: FloatArray
    loads: FloatArray

    def gradient_at(self, lateral: float) -> float | None:
        """Understeer gradient of the first car [rad/(m/s^2)] at a lateral acceleration [m/s^2]; None beyond the curve's end.

        Source: slope of the handling curve; Milliken and Milliken, *Race Car Vehicle Dynamics*, ch. 5.
        """
        steer = self.steer.reshape(-1, len(self.lateral))[0]
        value = float(np.interp(lateral, self.lateral, np.gradient(steer, self.lateral)))
        return value if np.isfinite(value) and lateral <= self.lateral[-1] else None


def handling(
    cars: CarBatch, bars: BarBatch, grips: GripBatch, lateral: FloatArray, longitudinal: float = 0.0
) -> Handling:
    """Walk up the accelerations `lateral` (a,), rising, for every car (...).

    Source: docs/theory/balance.md, "Handling curve"; Milliken and Milliken, *Race Car Vehicle Dynamics*, ch. 5. Limits:
    tyres of one axle share its slip angle; without compliance and roll steer the absolute figure is that of tyres
    alone.
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)
    base = corner(cars, bars, shape)
    n, steps = base.mass.size, len(lateral)
    member, side = np.repeat(np.arange(n), steps), np.tile(np.asarray(lateral, dtype=float), n)
    ready, along = base.chosen(member), np.full(n * steps, longitudinal)
    grip = contact(grips, ready, along, along > 0.0, shape, member)
    pose, left_over = settle_from(ready, at_rest(n * steps), side, along)
    at = wheels(ready, pose, grip)
    settled = left_over < SETTLED
    slip = np.where(settled, _slip(at, grip, demand(ready, at, side)), np.nan)
    roll = np.where(settled, (ready.share * np.arctan(pose.roll)).sum(axis=0), np.nan)

    def shaped(values: FloatArray, *tail: int) -> FloatArray:
        return frozen(np.moveaxis(values.reshape(*tail, -1), -1, 0).reshape(*shape, steps, *tail))

    return Handling(
        frozen(lateral), shaped(slip, 2), shaped(_steer(ready, at, grip, slip, side)), shaped(roll),
        shaped(at.load.reshape(4, -1), 4),
    )  # fmt: skip


def understeer_gradient(cars: CarBatch, bars: BarBatch, grips: GripBatch, at: float) -> FloatArray:
    """Slope of the steer beyond L/R (...) [rad/(m/s^2)] at a lateral acceleration [m/s^2], > 0 understeer."""
    step = 0.005 * GRAVITY
    steer = handling(cars, bars, grips, np.array([at - step, at + step])).steer
    return np.asarray((steer[..., 1] - steer[..., 0]) / (2.0 * step), dtype=float)


def axle_force(slip: FloatArray, at: Wheels, grip: Contact) -> FloatArray:
    """(2, n) side force of each axle [N] at its slip angle (2, n) [rad], toe added per wheel."""
    # in a left turn toe-in adds slip to the right wheel and takes it from the left
    own = np.stack([slip - grip.toe, slip + grip.toe], axis=1)
    return np.asarray(grip.tyre.side_force(own, at.load, at.camber, at.along).sum(axis=1), dtype=float)


def _slip(at: Wheels, grip: Contact, wanted: FloatArray) -> FloatArray:
    """(2, n) smallest slip angle at which each axle makes the side force `wanted`; NaN past its grip."""
    forces = np.stack([axle_force(np.full_like(wanted, slip), at, grip) for slip in SLIPS])
    enough = forces >= wanted
    first = np.argmax(enough, axis=0)
    possible = enough.any(axis=0) & (first > 0)
    high = SLIPS[np.maximum(first, 1)]
    low = SLIPS[np.maximum(first, 1) - 1]
    for _ in range(NARROWINGS):
        middle = 0.5 * (low + high)
        above = axle_force(middle, at, grip) >= wanted
        low, high = np.where(above, low, middle), np.where(above, middle, high)
    return np.where(possible, 0.5 * (low + high), np.nan)


def _steer(ready: Corner, at: Wheels, grip: Contact, slip: FloatArray, lateral: FloatArray) -> FloatArray:
    force = demand(ready, at, lateral)
    out = slip + grip.compliance_steer * force + grip.roll_steer * at.suspension_roll
    return np.asarray(out[0] - out[1], dtype=float)
