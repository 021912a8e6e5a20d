"""The end of the build-up of a corner: the car still yaws and rolls into it while the front already carries all of it.

r' = a_y/(V T) turns the car at I_z r', which the front axle makes with its lever of the wheelbase: it carries as if its mass
were larger by I_z/(V T L). Roll that is still growing presses the dampers: D_i = C_i g_i a_y/T, with the suspension roll g_i
of the linear car per a_y. All of it stays linear in a_y.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.model import GripBatch


def turning_mass(cars: CarBatch, grips: GripBatch) -> FloatArray:
    """(...) by which the mass that the front axle must turn seems larger while the corner builds up [kg].

    Source: docs/theory/phases.md, "The front while it builds up".
    """
    return np.asarray(cars.yaw_inertia / (grips.speed * grips.build_up * cars.wheelbase), dtype=float)


def damper_moments(cars: CarBatch, bars: BarBatch, grips: GripBatch) -> FloatArray | None:
    """(..., 2) roll moment of each axle's dampers at the end of the build-up [N m per m/s^2]; None where none is known.

    On a slippery road the corner builds up faster for the same length of road.
    Source: docs/theory/phases.md, "Dampers".
    """
    if not cars.roll_damping.any():
        return None
    return np.asarray(cars.roll_damping * suspension_roll(cars, bars) * (_hurry(grips) / grips.build_up)[..., None])


def suspension_roll(cars: CarBatch, bars: BarBatch) -> FloatArray:
    """(..., 2) roll of the suspension of each axle of the linear car [rad/(m/s^2)].

    Source: docs/theory/phases.md, "Dampers"; `linear.respond`.
    """
    linear = respond(cars, bars.roll_stiffness(cars.track))
    return np.asarray(linear.roll[..., None] - 2.0 * linear.transfer / (cars.tyre_rate * cars.track), dtype=float)


def _hurry(grips: GripBatch) -> FloatArray:
    """(...) by which the corner builds up faster than on a dry road [-]."""
    return np.sqrt(grips.surface_grip)
