"""Camber, load and longitudinal force of the four wheels of a settled batch; the batch is the last axis, as in the car.

A left turn: (2, 2, n) is axles, then sides. The wheel leans with suspension roll, which its linkage takes back in
part, and with the roll on the tyres, which nothing takes back. Brakes press both wheels of an axle alike; a
differential shares drive, and the drag of the engine, by its kind. An axle holds sum sqrt((mu N)^2 - (X/along)^2). The
yaw balance asks m_i a_y of it, and more where drive or brakes turn the car.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, batch_last
from anchor_beam.core.car.assembly import LEFT, OUT, RIGHT, Corner, Pose, wheel_loads
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.tyre import USABLE, TyreBatch
from anchor_beam.immutable import immutable

VALVE_FROM, VALVE_SLOPE = (
    0.35 * GRAVITY,
    0.3,
)  # where a valve begins, and the part of more braking that it lets through
REAR_OF_FRONT = 0.85  # use of grip that electronic brakes allow the rear wheels, of that of the front ones


@immutable(eq=False)
class Contact:
    """A batch of grips laid out for the solver: (2, n) axles, (2, 2, n) axles and sides.

    camber: at rest, into a left turn. wanted: longitudinal force of each axle in this phase [N], > 0 drives.
    opened, limiting, locking: whether that axle is driven or dragged through such a differential; held_back: (n,) whether
    electronics hold the rear brakes back. kinds: whether any of these four is in the batch.
    """

    tyre: TyreBatch
    camber: FloatArray
    roll_camber: FloatArray
    toe: FloatArray
    compliance_steer: FloatArray
    roll_steer: FloatArray
    bias: FloatArray
    preload: FloatArray
    wanted: FloatArray
    opened: np.ndarray
    limiting: np.ndarray
    locking: np.ndarray
    held_back: np.ndarray
    kinds: tuple[bool, bool, bool, bool]

    def chosen(self, which: IntArray) -> Contact:
        """Members of the batch by their numbers."""
        tyre = TyreBatch(**{name: value.take(which, axis=-1) for name, value in vars(self.tyre).items()})
        rest = {
            name: value.take(which, axis=-1) for name, value in vars(self).items() if isinstance(value, np.ndarray)
        }
        return Contact(tyre=tyre, kinds=self.kinds, **rest)


def contact(
    grips: GripBatch, ready: Corner, longitudinal: FloatArray, engine: np.ndarray, shape: tuple[int, ...], member: IntArray
) -> Contact:  # fmt: skip
    """Lay out grips over the batch `shape`, and of that the members (k,) of the corner.

    longitudinal, engine: (k,) acceleration [m/s^2] and whether the driven axles make it.
    """

    def flat(value: FloatArray, *tail: int) -> FloatArray:
        return batch_last(value, shape, *tail).take(member, axis=-1)

    tyre = ("mu0", "load_sensitivity", "stiffness", "stiffness_peak", "shape", "camber_best", "camber_loss", "camber_slip",
            "along")  # fmt: skip
    axle = ("tyre_load", "reference_load", "roll_camber", "toe", "compliance_steer", "roll_steer", "bias", "bias_coast",
            "preload", "limited", "locked")  # fmt: skip
    stacked = flat(np.stack([getattr(grips, name) for name in (*tyre, *axle)], axis=-2), len(tyre) + len(axle), 2)
    of = dict(zip((*tyre, *axle), stacked, strict=True))
    usual, reference = of["tyre_load"] * ready.weight / 4.0, of["reference_load"]
    front = np.where(
        engine, flat(grips.drive_front), _front_brakes(flat(grips.brake_front), flat(grips.valve), longitudinal)
    )
    limited, locked, geared = of["limited"] > 0.0, of["locked"] > 0.0, engine & (longitudinal != 0.0)
    opened, limiting, locking = geared & ~limited & ~locked, geared & limited, geared & locked & ~limited
    held_back = ~engine & (longitudinal < 0.0) & (flat(grips.electronic) > 0.0)
    return Contact(
        tyre=TyreBatch(
            **{name: of[name][:, None] for name in tyre},
            reference=np.where(np.isnan(reference), usual, reference)[:, None],
        ),
        camber=OUT * flat(grips.camber, 2, 2), roll_camber=of["roll_camber"], toe=of["toe"],
        compliance_steer=of["compliance_steer"], roll_steer=of["roll_steer"],
        bias=np.where(longitudinal < 0.0, of["bias_coast"], of["bias"]), preload=of["preload"],
        wanted=ready.weight / GRAVITY * longitudinal * np.stack([front, 1.0 - front]),
        opened=opened, limiting=limiting, locking=locking, held_back=held_back,
        kinds=(bool(opened.any()), bool(limiting.any()), bool(locking.any()), bool(held_back.any())),
    )  # fmt: skip


def _front_brakes(front: FloatArray, valve: FloatArray, longitudinal: FloatArray) -> FloatArray:
    """(n,) part of the braking force at the front axle, with a valve in the line to the rear.

    Source: docs/theory/phases.md, "Rear brakes".
    """
    braking = np.maximum(np.abs(longitudinal), VALVE_FROM)
    return np.where(
        valve > 0.0, 1.0 - (1.0 - front) * (VALVE_FROM + VALVE_SLOPE * (braking - VALVE_FROM)) / braking, front
    )


@immutable(eq=False)
class Wheels:
    """Of a settled batch: load [N] and camber into the turn [rad] of each wheel (2, 2, n), suspension roll [rad] (2, n),
    largest side force at no longitudinal force and longitudinal force [N] (2, 2, n)."""

    load: FloatArray
    camber: FloatArray
    suspension_roll: FloatArray
    peak: FloatArray
    along: FloatArray


def wheels(ready: Corner, pose: Pose, grip: Contact) -> Wheels:
    """Loads, cambers and longitudinal forces at a pose.

    Source: docs/theory/balance.md, "Camber at the wheel" and "Longitudinal force".
    """
    load = wheel_loads(ready, pose)
    camber, suspension_roll = cambers(ready, pose, load, grip)
    return wheels_of(load, camber, suspension_roll, grip)


def cambers(ready: Corner, pose: Pose, load: FloatArray, grip: Contact) -> tuple[FloatArray, FloatArray]:
    """Camber into a left turn of each wheel (2, 2, n), and suspension roll (2, n) [rad]."""
    on_tyres = (load[:, RIGHT] - load[:, LEFT] - ready.uneven) / (ready.tyre * ready.track)
    suspension = np.arctan(pose.roll) - on_tyres
    leaning = grip.roll_camber * suspension + on_tyres
    return grip.camber - leaning[:, None], suspension


def wheels_of(load: FloatArray, camber: FloatArray, suspension_roll: FloatArray, grip: Contact) -> Wheels:
    """The same from given loads and cambers."""
    peak = grip.tyre.friction(load, camber) * load
    wanted = np.abs(grip.wanted)
    if grip.kinds[3]:
        wanted = np.where(grip.held_back, _held_back(wanted, load), wanted)
    size = _split(wanted, USABLE * grip.tyre.along * peak, load, grip)
    return Wheels(load, camber, suspension_roll, peak, np.copysign(size, grip.wanted[:, None]))


def _held_back(wanted: FloatArray, load: FloatArray) -> FloatArray:
    """(2, n) braking of each axle where electronics hold the rear wheels, by the lighter one, to a part of the front's use of
    grip; the front brakes take the rest.

    Source: docs/theory/phases.md, "Rear brakes".
    """
    whole = wanted[0] + wanted[1]
    lighter = 2.0 * REAR_OF_FRONT * np.minimum(load[1, LEFT], load[1, RIGHT])
    allowed = lighter / np.maximum(load[0, LEFT] + load[0, RIGHT] + lighter, 1e-9)
    rear = np.minimum(wanted[1], allowed * whole)
    return np.stack([whole - rear, rear])


def _split(wanted: FloatArray, cap: FloatArray, load: FloatArray, grip: Contact) -> FloatArray:
    """Size of the longitudinal force of each wheel (2, 2, n): brakes by equal pressure, the engine by the differential."""
    half = 0.5 * wanted[:, None]
    braked = np.minimum(half, cap)
    any_opened, any_limiting, any_locking, _ = grip.kinds
    if not (any_opened or any_limiting or any_locking):
        return braked
    low = np.minimum(cap[:, LEFT], cap[:, RIGHT])
    found = np.where(grip.opened[:, None], np.minimum(half, low[:, None]), braked)
    if any_limiting:
        on_low = np.minimum(half[:, 0], low)
        high = np.maximum(cap[:, LEFT], cap[:, RIGHT])
        on_high = np.minimum(np.minimum(wanted - on_low, grip.bias * on_low + grip.preload), high)
        is_low = cap <= low[:, None]
        is_low[:, RIGHT] &= ~is_low[:, LEFT]  # only one of two equal wheels
        found = np.where(grip.limiting[:, None], np.where(is_low, on_low[:, None], on_high[:, None]), found)
    if any_locking:
        total = np.maximum(load[:, LEFT] + load[:, RIGHT], 1e-9)[:, None]
        found = np.where(grip.locking[:, None], np.minimum(wanted[:, None] * load / total, cap), found)
    return found


def carried(ready: Corner, at: Wheels) -> FloatArray:
    """(n,) acceleration along the car that the wheels can make [m/s^2]."""
    return np.asarray(at.along.sum(axis=(0, 1)) * GRAVITY / ready.weight, dtype=float)


def capacity(at: Wheels, grip: Contact) -> FloatArray:
    """(2, n) largest side force of each axle [N], every wheel at its own peak."""
    along = at.along / grip.tyre.along
    held = np.sqrt(np.maximum(at.peak * at.peak - along * along, 0.0))
    return np.asarray(held[:, LEFT] + held[:, RIGHT], dtype=float)


def demand(ready: Corner, at: Wheels, lateral: FloatArray) -> FloatArray:
    """(2, n) side force that a steady turn asks of each axle [N]; uneven drive or braking turns the car as well."""
    uneven = ready.half_track * (at.along[:, RIGHT] - at.along[:, LEFT])
    turning = (uneven[0] + uneven[1]) / ready.wheelbase
    asked = ready.lateral_mass * lateral
    asked[0] -= turning
    asked[1] += turning
    return asked
