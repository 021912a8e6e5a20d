"""Roll and load transfer, linear in lateral acceleration, for many cars and settings at once."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, frozen
from anchor_beam.core.car.model import CarBatch


@dataclass(frozen=True, eq=False)
class LinearResponse:
    """Per m/s^2 of lateral acceleration; axles along the last axis (front, rear).

    roll: (...) body roll [rad/(m/s^2)]. transfer: (..., 2) half the difference of right and left load [N/(m/s^2)].
    axle_stiffness: (..., 2) springs, bar and tyres in series [N m/rad]. static_load: (..., 2) [N].
    lateral_mass: (..., 2) mass whose side force the axle carries [kg]. track: (..., 2) [m].
    """

    roll: FloatArray
    transfer: FloatArray
    axle_stiffness: FloatArray
    static_load: FloatArray
    lateral_mass: FloatArray
    track: FloatArray

    @property
    def front_share(self) -> FloatArray:
        """(...) front part of the whole load transfer, 0 to 1."""
        return np.asarray(self.transfer[..., 0] / self.transfer.sum(axis=-1), dtype=float)

    @property
    def rear_stiffness_share(self) -> FloatArray:
        """(...) rear part of the axle roll stiffness, 0 to 1."""
        return np.asarray(self.axle_stiffness[..., 1] / self.axle_stiffness.sum(axis=-1), dtype=float)


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
    suspension = cars.spring_roll_stiffness + bar_roll_stiffness
    tyres = cars.tyre_roll_stiffness
    series = suspension * tyres / (suspension + tyres)
    on_body = cars.sprung_share * cars.sprung_mass[..., None]
    couple = on_body * cars.roll_centre_height + cars.unsprung_mass * cars.wheel_centre_height
    lever = cars.sprung_cg_height - cars.roll_axis_height
    through_tyres = suspension / (suspension + tyres) * couple
    upright = series.sum(axis=-1) - cars.sprung_mass * GRAVITY * lever
    upright = np.where(upright > 0.0, upright, np.nan)
    roll = (cars.sprung_mass * lever + through_tyres.sum(axis=-1)) / upright
    transfer = (series * roll[..., None] - through_tyres + couple) / cars.track
    shape = transfer.shape
    return LinearResponse(
        roll=frozen(roll), transfer=frozen(transfer), axle_stiffness=frozen(np.broadcast_to(series, shape)),
        static_load=frozen(np.broadcast_to(cars.static_load, shape)),
        lateral_mass=frozen(np.broadcast_to(on_body + cars.unsprung_mass, shape)),
        track=frozen(np.broadcast_to(cars.track, shape)),
    )  # fmt: skip
