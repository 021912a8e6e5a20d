"""The car as its drawings need it."""

from __future__ import annotations

from anchor_beam.core.car.measured import Weights, weights
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.records import CarRecord
from anchor_beam.drawings.axle import AxleShape
from anchor_beam.drawings.car import CarShape
from anchor_beam.drawings.driving import TyreShape
from anchor_beam.units.kinds import DEG


def car_weights(car: CarRecord) -> Weights:
    """What its four scales add up to."""
    return weights(*(corner.value for corner in (car.corner_fl, car.corner_fr, car.corner_rl, car.corner_rr)))


def car_shape(car: CarRecord) -> CarShape:
    """What the drawings of the car need."""
    behind = 1.0 - car_weights(car).front_percent / 100.0
    return CarShape(
        wheelbase=car.wheelbase.value,
        tracks=(car.front.track.value, car.rear.track.value),
        wheel_radii=(car.front.wheel_centre_height.value, car.rear.wheel_centre_height.value),
        roll_centres=(car.front.roll_centre_height.value, car.rear.roll_centre_height.value),
        cg_height=car.cg_height.value,
        cg_behind_front=car.wheelbase.value * behind,
        live=(car.front.kind is AxleKind.LIVE, car.rear.kind is AxleKind.LIVE),
    )


def axle_shape(car: CarRecord, axle: Axle) -> AxleShape:
    """What the drawing of one axle needs."""
    record = car.axle(axle)
    return AxleShape(
        axle, record.track.value, record.wheel_centre_height.value, record.roll_centre_height.value,
        record.kind is AxleKind.LIVE, record.spring_base.value, record.camber.value, record.idle,
    )  # fmt: skip


def tyre_shape(car: CarRecord) -> TyreShape:
    """What the curves of the car's tyre need."""
    return TyreShape(
        car.grip.value, car.load_sensitivity.value, car.camber_best.value / DEG, car.camber_loss.value * DEG**2
    )
