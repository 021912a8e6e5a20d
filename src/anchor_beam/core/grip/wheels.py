"""Camber, load and longitudinal force of the four wheels of a settled batch; the batch is the last axis, as in the car."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, batch_last
from anchor_beam.core.car.assembly import LEFT, OUT, RIGHT, Corner, Pose, wheel_loads
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.tyre import USABLE, TyreBatch


@dataclass(frozen=True, eq=False)
class Contact:
    """A batch of grips laid out for the solver: (2, n) axles, (2, 2, n) axles and sides, (n,) cars.

    longitudinal: (n,) acceleration of the phase [m/s^2]. share: (2, n) part of the force at each axle.
    """

    tyre: TyreBatch
    camber: FloatArray
    roll_camber: FloatArray
    toe: FloatArray
    compliance_steer: FloatArray
    roll_steer: FloatArray
    limited: FloatArray
    locked: FloatArray
    bias: FloatArray
    preload: FloatArray
    longitudinal: FloatArray
    share: FloatArray

    def chosen(self, which: np.ndarray) -> Contact:
        """The members `which` of the batch."""
        tyre = TyreBatch(**{name: value[..., which] for name, value in vars(self.tyre).items()})
        rest = {name: value[..., which] for name, value in vars(self).items() if name != "tyre"}
        return Contact(tyre=tyre, **rest)


def contact(
    grips: GripBatch, ready: Corner, longitudinal: FloatArray, engine: np.ndarray, shape: tuple[int, ...]
) -> Contact:
    """Lay out grips over the batch `shape` of the corner.

    longitudinal, engine: (n,) acceleration [m/s^2] and whether the driven axles make it.
    """

    def flat(value: FloatArray, *tail: int) -> FloatArray:
        return batch_last(value, shape, *tail)

    mean = ready.weight / 4.0
    reference = flat(grips.reference_load, 2)
    names = ("mu0", "load_sensitivity", "stiffness", "stiffness_peak", "shape", "camber_best", "camber_loss", "camber_slip",
             "along")  # fmt: skip
    figures = {name: flat(getattr(grips, name), 2)[:, None] for name in names}
    front = np.where(engine, flat(grips.drive_front), flat(grips.brake_front))
    return Contact(
        tyre=TyreBatch(**figures, reference=np.where(np.isnan(reference), mean, reference)[:, None]),
        camber=flat(grips.camber, 2, 2), roll_camber=flat(grips.roll_camber, 2), toe=flat(grips.toe, 2),
        compliance_steer=flat(grips.compliance_steer, 2), roll_steer=flat(grips.roll_steer, 2),
        limited=flat(grips.limited, 2), locked=flat(grips.locked, 2), bias=flat(grips.bias, 2),
        preload=flat(grips.preload, 2), longitudinal=longitudinal, share=np.stack([front, 1.0 - front]),
    )  # fmt: skip


@dataclass(frozen=True, eq=False)
class Wheels:
    """Of a settled batch: load [N] and camber into the turn [rad] of each wheel (2, 2, n), suspension roll [rad] (2, n),
    largest side force at no longitudinal force [N] and longitudinal force [N] (2, 2, n), carried: (n,) acceleration
    along the car that the wheels can make [m/s^2]."""

    load: FloatArray
    camber: FloatArray
    suspension_roll: FloatArray
    peak: FloatArray
    along: FloatArray
    carried: FloatArray


def wheels(ready: Corner, pose: Pose, grip: Contact) -> Wheels:
    """Loads, cambers and longitudinal forces at a pose.

    Source: docs/theory/balance.md, "Camber at the wheel" and "Longitudinal force".
    """
    load = wheel_loads(ready, pose)
    camber, suspension_roll = cambers(ready, pose, load, grip)
    return wheels_of(ready, load, camber, suspension_roll, grip)


def cambers(ready: Corner, pose: Pose, load: FloatArray, grip: Contact) -> tuple[FloatArray, FloatArray]:
    """Camber into a left turn of each wheel (2, 2, n), and suspension roll (2, n) [rad]."""
    moved = load[:, RIGHT] - load[:, LEFT] - (ready.seat[:, RIGHT] - ready.seat[:, LEFT])
    on_tyres = moved / (ready.tyre * ready.track)
    suspension = np.arctan(pose.roll) - on_tyres
    leaning = -grip.roll_camber * suspension - on_tyres
    return OUT * grip.camber + leaning[:, None], np.asarray(suspension, dtype=float)


def wheels_of(
    ready: Corner, load: FloatArray, camber: FloatArray, suspension_roll: FloatArray, grip: Contact
) -> Wheels:
    """The same from given loads and cambers."""
    peak = grip.tyre.friction(load, camber) * load
    wanted = ready.weight / GRAVITY * grip.longitudinal * grip.share
    cap = USABLE * grip.tyre.along * peak
    along = _split(np.abs(wanted), cap, load, grip) * np.sign(wanted)[:, None]
    carried = along.sum(axis=(0, 1)) * GRAVITY / ready.weight
    return Wheels(load, camber, suspension_roll, peak, along, np.asarray(carried, dtype=float))


def _split(wanted: FloatArray, cap: FloatArray, load: FloatArray, grip: Contact) -> FloatArray:
    """Size of the longitudinal force of each wheel (2, 2, n): brakes by equal pressure, drive by the differential."""
    half = 0.5 * wanted[:, None]
    braked = np.minimum(half, cap)
    if not bool((grip.longitudinal > 0.0).any()):
        return braked
    low, high = cap.min(axis=1), cap.max(axis=1)
    open_ = np.minimum(half, low[:, None]) + np.zeros_like(cap)
    on_low = np.minimum(0.5 * wanted, low)
    on_high = np.minimum(np.minimum(wanted - on_low, grip.bias * on_low + grip.preload), high)
    is_low = cap <= low[:, None]
    is_low[:, RIGHT] &= ~is_low[:, LEFT]  # only one of two equal wheels
    limited = np.where(is_low, on_low[:, None], on_high[:, None])
    total = np.maximum(load.sum(axis=1), 1e-9)[:, None]
    locked = np.minimum(wanted[:, None] * load / total, cap)
    driven = np.where(grip.limited[:, None] > 0.0, limited, np.where(grip.locked[:, None] > 0.0, locked, open_))
    return np.asarray(np.where(grip.longitudinal > 0.0, driven, braked), dtype=float)


def capacity(at: Wheels, grip: Contact) -> FloatArray:
    """(2, n) largest side force of each axle [N], every wheel at its own peak."""
    left = at.peak**2 - (at.along / grip.tyre.along) ** 2
    return np.asarray(np.sqrt(np.maximum(left, 0.0)).sum(axis=1), dtype=float)


def demand(ready: Corner, at: Wheels, lateral: FloatArray) -> FloatArray:
    """(2, n) side force that a steady turn asks of each axle [N]; uneven drive or braking turns the car as well."""
    carried = (ready.sprung + 2.0 * ready.hanging / GRAVITY) * lateral
    turning = (0.5 * ready.track * (at.along[:, RIGHT] - at.along[:, LEFT])).sum(axis=0) / ready.wheelbase
    return np.asarray(carried + np.stack([-turning, turning]), dtype=float)
