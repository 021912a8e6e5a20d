"""Grip of cars from what is known of their tyres, wheels and drive, one or many at once."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.grip.model import AxleGrip, Differential, GripBatch, RearBrakes
from anchor_beam.core.grip.tyre import PRESETS, Road, TyreKind, surface


@dataclass(frozen=True, eq=False)
class MeasuredGrip:
    """Cars (n,) with axles (n, 2) front, rear, on one kind of tyre, road and drive.

    grip: side force over load at the mean corner load, dry [-]. load_sensitivity [-], camber_best [rad], camber_loss
    [1/rad^2] of the tyre. brake_front: part of the braking force that the front axle makes [%]. drive_front: part of the
    drive force [-]. camber [rad], roll_camber [rad/rad], compliance_steer [rad/N], roll_steer [rad/rad]: of the axles.
    tyre_load: reference load of the axle's tyres over the mean corner load [-]. speed to exit_drive: as of `Driving`.
    """

    tyre: TyreKind
    road: Road
    rear_brakes: RearBrakes
    differentials: tuple[Differential, Differential]
    drive_front: float
    grip: FloatArray
    load_sensitivity: FloatArray
    camber_best: FloatArray
    camber_loss: FloatArray
    brake_front: FloatArray
    camber: FloatArray
    roll_camber: FloatArray
    compliance_steer: FloatArray
    roll_steer: FloatArray
    tyre_load: FloatArray
    speed: FloatArray
    build_up: FloatArray
    trail_braking: FloatArray
    lift_off: FloatArray
    exit_drive: FloatArray

    def grips(self, apart: FloatArray | float = 1.0) -> GripBatch:
        """As the solver takes them; apart: (n, 2) factor on the grip of each axle [-].

        Source: docs/theory/balance.md, "The tyre".
        """
        size, preset, road = len(self.grip), PRESETS[self.tyre].tyre, surface(self.road, self.tyre)

        def whole(value: float) -> FloatArray:
            return np.full((size, 2), value)

        def both(values: FloatArray) -> FloatArray:
            return np.stack([values, values], axis=-1)

        def has(kind: Differential) -> FloatArray:
            return np.tile([float(differential is kind) for differential in self.differentials], (size, 1))

        return GripBatch(
            mu0=both(self.grip * road.grip) * apart, load_sensitivity=both(self.load_sensitivity),
            stiffness=whole(preset.stiffness * road.stiffness), stiffness_peak=whole(preset.stiffness_peak),
            shape=whole(preset.shape), camber_best=both(self.camber_best),
            camber_loss=both(self.camber_loss * road.camber_loss), camber_slip=whole(preset.camber_slip),
            along=whole(preset.along), reference_load=whole(np.nan), tyre_load=self.tyre_load,
            camber=np.stack([self.camber] * 2, axis=-1),
            roll_camber=self.roll_camber, toe=whole(0.0), compliance_steer=self.compliance_steer,
            roll_steer=self.roll_steer, limited=has(Differential.LIMITED_SLIP), locked=has(Differential.LOCKED),
            bias=whole(AxleGrip.bias), preload=whole(0.0), brake_front=self.brake_front / 100.0,
            drive_front=np.full(size, self.drive_front), valve=np.full(size, float(self.rear_brakes is RearBrakes.VALVE)),
            electronic=np.full(size, float(self.rear_brakes is RearBrakes.ELECTRONIC)),
            surface_grip=np.full(size, road.grip), speed=self.speed, build_up=self.build_up,
            trail_braking=self.trail_braking, lift_off=self.lift_off, exit_drive=self.exit_drive,
        )  # fmt: skip
