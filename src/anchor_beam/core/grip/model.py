"""What grip needs to know about a car beyond its springs: tyres, camber, steer by roll and force, drive, brakes, driving."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_finite, require_not_negative, require_positive
from anchor_beam.core.grip.driving import USES, Driving, Phase, Use
from anchor_beam.core.grip.tyre import DRY, Surface, Tyre
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


class Differential(StrEnum):
    """How the wheels of a driven axle share its force."""

    OPEN = "open"
    LIMITED_SLIP = "limited slip"
    LOCKED = "locked"


class Drive(StrEnum):
    """Which wheels the engine drives."""

    FRONT = "front-wheel drive"
    REAR = "rear-wheel drive"
    ALL = "all-wheel drive"


class RearBrakes(StrEnum):
    """What holds the rear brakes back."""

    FIXED = "fixed"
    VALVE = "valve"
    ELECTRONIC = "electronic"


@immutable
class AxleGrip:
    """One axle.

    camber: static, left and right, negative with the top towards the car [rad]. roll_camber: kappa, lean of the wheels out
    of the turn per suspension roll [-]. toe: of each wheel, > 0 toe-in [rad]. compliance_steer: out of the turn per
    axle side force [rad/N]. roll_steer: out of the turn per suspension roll [-]. grip: factor of this axle's tyres
    [-]. reference_load: N0 [N], None for the car's mean corner load. bias, bias_coast, preload: of a limited slip
    differential: torque bias ratio driven and on the overrun, None for the same [-], and force at the wheels [N].
    """

    tyre: Tyre
    camber: tuple[float, float] = (0.0, 0.0)
    roll_camber: float = 0.0
    toe: float = 0.0
    compliance_steer: float = 0.0
    roll_steer: float = 0.0
    grip: float = 1.0
    reference_load: float | None = None
    differential: Differential = Differential.OPEN
    bias: float = 2.0
    preload: float = 0.0
    bias_coast: float | None = None

    def __post_init__(self) -> None:
        for value in (*self.camber, self.roll_camber, self.toe, self.compliance_steer, self.roll_steer):
            require_finite("camber", value, "Camber, toe and steer")
        require_positive("grip", self.grip, "The grip of the axle")
        if self.reference_load is not None:
            require_positive("reference_load", self.reference_load, "The reference load of the tyre")
        for place, ratio in (("bias", self.bias), ("bias_coast", self.bias_coast)):
            if ratio is not None and not ratio >= 1.0:
                raise InputError(place, "A bias ratio below one does not exist.", got=ratio, accepts="1 or more")
        require_not_negative("preload", self.preload, "The preload of the differential")


@immutable
class CarGrip:
    """Tyres, brakes and drive of a car. brake_front, drive_front: part of the longitudinal force at the front axle, 0 to 1,
    before anything holds the rear brakes back."""

    front: AxleGrip
    rear: AxleGrip
    brake_front: float = 0.65
    drive_front: float = 0.0
    surface: Surface = DRY
    rear_brakes: RearBrakes = RearBrakes.FIXED
    driving: Driving = USES[Use.HILL]

    def __post_init__(self) -> None:
        for place, value in (("brake_front", self.brake_front), ("drive_front", self.drive_front)):
            if not 0.0 <= value <= 1.0:
                raise InputError(place, "A share lies between none and all.", got=value, accepts="0 to 1")


@immutable(eq=False)
class GripBatch:
    """Grip of many cars: axle values (..., 2), sides (..., 2, 2), one value a car (...); names and units as above.

    The tyre's figures contain the surface and the axle's factor. reference_load is NaN where tyre_load times the car's mean
    corner load counts, as for a wider or narrower tyre than that.
    limited, locked: (..., 2) 1 where the axle has such a differential, else 0; valve, electronic: (...) 1 where such a
    thing holds the rear brakes back. speed to exit_drive: as in `Driving`.
    """

    mu0: FloatArray
    load_sensitivity: FloatArray
    stiffness: FloatArray
    stiffness_peak: FloatArray
    shape: FloatArray
    camber_best: FloatArray
    camber_loss: FloatArray
    camber_slip: FloatArray
    along: FloatArray
    reference_load: FloatArray
    tyre_load: FloatArray
    camber: FloatArray
    roll_camber: FloatArray
    toe: FloatArray
    compliance_steer: FloatArray
    roll_steer: FloatArray
    limited: FloatArray
    locked: FloatArray
    bias: FloatArray
    bias_coast: FloatArray
    preload: FloatArray
    brake_front: FloatArray
    drive_front: FloatArray
    valve: FloatArray
    electronic: FloatArray
    surface_grip: FloatArray
    speed: FloatArray
    build_up: FloatArray
    trail_braking: FloatArray
    lift_off: FloatArray
    exit_drive: FloatArray

    @property
    def shape_of_batch(self) -> tuple[int, ...]:
        """Batch axes (...), without the one of the axles."""
        return self.brake_front.shape

    def acceleration_in(self, phase: Phase) -> FloatArray:
        """(...) acceleration along the car in a phase [m/s^2]; on a slippery road the driver brakes and drives less.

        Source: docs/theory/phases.md, "Along the car".
        """
        dry = {
            Phase.BRAKES: -self.trail_braking * self.surface_grip, Phase.LIFT_OFF: -self.lift_off,
            Phase.EXIT: self.exit_drive * self.surface_grip, Phase.EXIT_DRY_THROTTLE: self.exit_drive,
        }  # fmt: skip
        return dry.get(phase, np.zeros(self.shape_of_batch))


def grips(cars: Sequence[CarGrip]) -> GripBatch:
    """Put cars side by side along one batch axis."""
    axles = [((car.front, car.surface), (car.rear, car.surface)) for car in cars]

    def per_axle(of: Callable[[AxleGrip, Surface], object]) -> FloatArray:
        return np.array([[of(axle, road) for axle, road in pair] for pair in axles], dtype=float)

    def per_car(of: Callable[[CarGrip], float]) -> FloatArray:
        return np.array([of(car) for car in cars], dtype=float)

    return GripBatch(
        mu0=per_axle(lambda axle, road: axle.tyre.mu0 * axle.grip * road.grip),
        load_sensitivity=per_axle(lambda axle, _: axle.tyre.load_sensitivity),
        stiffness=per_axle(lambda axle, road: axle.tyre.stiffness * road.stiffness),
        stiffness_peak=per_axle(lambda axle, _: axle.tyre.stiffness_peak),
        shape=per_axle(lambda axle, _: axle.tyre.shape),
        camber_best=per_axle(lambda axle, _: axle.tyre.camber_best),
        camber_loss=per_axle(lambda axle, road: axle.tyre.camber_loss * road.camber_loss),
        camber_slip=per_axle(lambda axle, _: axle.tyre.camber_slip),
        along=per_axle(lambda axle, _: axle.tyre.along),
        reference_load=per_axle(lambda axle, _: np.nan if axle.reference_load is None else axle.reference_load),
        tyre_load=per_axle(lambda *_: 1.0),
        camber=per_axle(lambda axle, _: axle.camber),
        roll_camber=per_axle(lambda axle, _: axle.roll_camber),
        toe=per_axle(lambda axle, _: axle.toe),
        compliance_steer=per_axle(lambda axle, _: axle.compliance_steer),
        roll_steer=per_axle(lambda axle, _: axle.roll_steer),
        limited=per_axle(lambda axle, _: axle.differential is Differential.LIMITED_SLIP),
        locked=per_axle(lambda axle, _: axle.differential is Differential.LOCKED),
        bias=per_axle(lambda axle, _: axle.bias),
        bias_coast=per_axle(lambda axle, _: axle.bias if axle.bias_coast is None else axle.bias_coast),
        preload=per_axle(lambda axle, _: axle.preload),
        brake_front=per_car(lambda car: car.brake_front),
        drive_front=per_car(lambda car: car.drive_front),
        valve=per_car(lambda car: car.rear_brakes is RearBrakes.VALVE),
        electronic=per_car(lambda car: car.rear_brakes is RearBrakes.ELECTRONIC),
        surface_grip=per_car(lambda car: car.surface.grip),
        speed=per_car(lambda car: car.driving.speed),
        build_up=per_car(lambda car: car.driving.build_up),
        trail_braking=per_car(lambda car: car.driving.trail_braking),
        lift_off=per_car(lambda car: car.driving.lift_off),
        exit_drive=per_car(lambda car: car.driving.exit_drive),
    )
