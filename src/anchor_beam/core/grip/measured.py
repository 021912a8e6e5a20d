"""Grip of cars from what is known of their tyres, wheels and drive, one or many at once."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.grip.model import Differential, GripBatch, RearBrakes
from anchor_beam.core.grip.tyre import PRESETS, Road, Surface, Tyre, TyreKind, surface
from anchor_beam.immutable import immutable


@immutable(eq=False)
class MeasuredGrip:
    """Cars (n,) with axles (n, 2) front, rear, on one road and drive; what is said of the tyre is said of `tyre`.

    grip: side force over load at the mean corner load, dry [-]. load_sensitivity [-], camber_best [rad], camber_loss
    [1/rad^2] of the tyre. brake_front: part of the braking force that the front axle makes [%]. drive_front: part of the
    drive force [-]. camber [rad], roll_camber [rad/rad], compliance_steer [rad/N], roll_steer [rad/rad]: of the axles.
    tyre_load: reference load of the axle's tyres over the mean corner load [-]. speed to exit_drive: as of `Driving`.
    axle_tyres: kinds of tyre of both axles; one that is not `tyre` has its own typical figures, moved by what is known of
    `tyre`. own_grip: factor on the grip of the axle [-]. bias, bias_coast [-], preload [N m]: of limited slip differentials.
    wheel_radius: height of the wheel centres [m].
    """

    tyre: TyreKind
    axle_tyres: tuple[TyreKind, TyreKind]
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
    own_grip: FloatArray
    bias: FloatArray
    bias_coast: FloatArray
    preload: FloatArray
    wheel_radius: FloatArray
    speed: FloatArray
    build_up: FloatArray
    trail_braking: FloatArray
    lift_off: FloatArray
    exit_drive: FloatArray

    def grips(self, apart: FloatArray | float = 1.0) -> GripBatch:
        """As the solver takes them; apart: (n, 2) factor on the grip of each axle [-].

        Source: docs/theory/balance.md, "The tyre" and "Other tyres on one axle".
        """
        size, base = len(self.grip), PRESETS[self.tyre].tyre
        presets = [PRESETS[kind].tyre for kind in self.axle_tyres]
        roads = [surface(self.road, kind) for kind in self.axle_tyres]

        def whole(value: float) -> FloatArray:
            return np.full((size, 2), value)

        def axles(of: Callable[[Tyre, Surface], float]) -> FloatArray:
            return np.tile([of(*each) for each in zip(presets, roads, strict=True)], (size, 1))

        def moved(values: FloatArray, of: Callable[[Tyre], float]) -> FloatArray:
            return np.asarray(values[:, None] + np.array([of(preset) - of(base) for preset in presets]), dtype=float)

        def has(kind: Differential) -> FloatArray:
            return np.tile([float(differential is kind) for differential in self.differentials], (size, 1))

        return GripBatch(
            mu0=self.grip[:, None] * axles(lambda tyre, road: tyre.mu0 / base.mu0 * road.grip) * self.own_grip * apart,
            load_sensitivity=np.maximum(moved(self.load_sensitivity, lambda tyre: tyre.load_sensitivity), 0.0),
            stiffness=axles(lambda tyre, road: tyre.stiffness * road.stiffness),
            stiffness_peak=axles(lambda tyre, _: tyre.stiffness_peak), shape=axles(lambda tyre, _: tyre.shape),
            camber_best=moved(self.camber_best, lambda tyre: tyre.camber_best),
            camber_loss=self.camber_loss[:, None]
            * axles(lambda tyre, road: tyre.camber_loss / base.camber_loss * road.camber_loss),
            camber_slip=axles(lambda tyre, _: tyre.camber_slip), along=axles(lambda tyre, _: tyre.along),
            reference_load=whole(np.nan), tyre_load=self.tyre_load,
            camber=np.stack([self.camber] * 2, axis=-1),
            roll_camber=self.roll_camber, toe=whole(0.0), compliance_steer=self.compliance_steer,
            roll_steer=self.roll_steer, limited=has(Differential.LIMITED_SLIP), locked=has(Differential.LOCKED),
            bias=self.bias, bias_coast=self.bias_coast, preload=self.preload / self.wheel_radius,
            brake_front=self.brake_front / 100.0,
            drive_front=np.full(size, self.drive_front), valve=np.full(size, float(self.rear_brakes is RearBrakes.VALVE)),
            electronic=np.full(size, float(self.rear_brakes is RearBrakes.ELECTRONIC)),
            surface_grip=np.full(size, roads[0].grip), speed=self.speed, build_up=self.build_up,
            trail_braking=self.trail_braking, lift_off=self.lift_off, exit_drive=self.exit_drive,
        )  # fmt: skip
