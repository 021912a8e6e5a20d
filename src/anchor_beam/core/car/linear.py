"""Roll and load transfer, linear in lateral acceleration, for many cars and settings at once.

On each axle springs and bar stand beside each other, K_s, in series with the tyres, K_t: K = K_s K_t/(K_s + K_t). The
body rolls by (m_s d + sum K_s/(K_s + K_t) c_i)/(sum K - m_s g d), where d is its height over the roll axis and c_i
the couple of fixed roll centre and unsprung mass. Each axle moves (K phi + K_t/(K_s + K_t) c_i)/t from wheel to
wheel. One formula, no search.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, frozen
from anchor_beam.core.car.model import CarBatch
from anchor_beam.immutable import immutable


@immutable(eq=False)
class LinearResponse:
    """Per m/s^2 of lateral acceleration; axles along the last axis (front, rear).

    roll: (...) body roll [rad/(m/s^2)]. transfer: (..., 2) half the difference of right and left load [N/(m/s^2)].
    """

    roll: FloatArray
    transfer: FloatArray


def axle_stiffness(cars: CarBatch, bar_roll_stiffness: FloatArray) -> FloatArray:
    """(..., 2) roll stiffness of each axle [N m/rad]: springs and bar beside each other, in series with the tyres.

    bar_roll_stiffness: (..., 2) of each bar at the wheels [N m/rad], 0 when disconnected.
    Source: docs/theory/car.md, "Linear roll".
    """
    suspension, tyres = cars.spring_roll_stiffness + bar_roll_stiffness, cars.tyre_roll_stiffness
    return np.asarray(suspension * tyres / (suspension + tyres), dtype=float)


def rear_stiffness_share(axles: FloatArray) -> FloatArray:
    """(...) rear part of the axles' roll stiffness (..., 2), 0 to 1."""
    return np.asarray(axles[..., 1] / axles.sum(axis=-1), dtype=float)


def respond(cars: CarBatch, bar_roll_stiffness: FloatArray) -> LinearResponse:
    """Steady left turn with all wheels on the ground.

    Args:
        cars: batch (...).
        bar_roll_stiffness: (..., 2) roll stiffness of each bar at the wheels [N m/rad], 0 when disconnected.
    Returns:
        The response; NaN where the springs do not hold the body up in roll.
    Source: docs/theory/car.md, "Linear roll"; conventions of the reference cars (fixed roll centres, geometric
    couples act on the tyres). Limits: small angles, no wheel lifted, level and symmetric car.
    """
    suspension, tyres = cars.spring_roll_stiffness + bar_roll_stiffness, cars.tyre_roll_stiffness
    series = axle_stiffness(cars, bar_roll_stiffness)
    on_body = cars.sprung_share * cars.sprung_mass[..., None]
    couple = on_body * cars.roll_centre_height + cars.unsprung_mass * cars.wheel_centre_height
    lever = cars.sprung_cg_height - cars.roll_axis_height
    through_tyres = suspension / (suspension + tyres) * couple
    upright = series.sum(axis=-1) - cars.sprung_mass * GRAVITY * lever
    upright = np.where(upright > 0.0, upright, np.nan)
    roll = (cars.sprung_mass * lever + through_tyres.sum(axis=-1)) / upright
    transfer = (series * roll[..., None] - through_tyres + couple) / cars.track
    return LinearResponse(frozen(roll), frozen(transfer))
