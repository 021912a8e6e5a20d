"""A batch of cars with their bars, laid out for the solver, and the forces in it at a pose.

Here and in `equilibrium` the batch is the last axis, so that every operation runs over contiguous memory: (n,) one value
a car, (2, n) axles, (2, 2, n) axles and sides. Outside, the batch comes first as everywhere.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, batch_last
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch

LEFT, RIGHT = 0, 1
OUT = np.array([1.0, -1.0])[:, None]  # side of the car as a sign of y


@dataclass(frozen=True, eq=False)
class Pose:
    """Unknowns of a batch, (n,) or (2, n) or (2, 2, n): heave [m], tangents of pitch and of roll over the axles, and the
    height of each wheel above its rest [m]."""

    heave: FloatArray
    pitch: FloatArray
    roll: FloatArray
    wheels: FloatArray


def at_rest(size: int) -> Pose:
    """Everything at its height of the data sheet."""
    return Pose(np.zeros(size), np.zeros(size), np.zeros((2, size)), np.zeros((2, 2, size)))


@dataclass(frozen=True, eq=False)
class Corner:
    """A batch of cars with their bars, ready to be settled at any acceleration; made by `corner`."""

    shape: tuple[int, ...]
    share: FloatArray  # (2, n)
    mass: FloatArray
    sprung: FloatArray  # (2, n) mass each axle carries of the body
    lever: FloatArray  # height of the centre of gravity above the roll axis
    left: FloatArray
    torsion: FloatArray  # 0 where the chassis is rigid
    flexible: np.ndarray  # (n,) whether it is not
    some_flexible: bool
    all_flexible: bool
    behind_cg: FloatArray  # (2, n) axles behind the centre of gravity
    wheelbase: FloatArray
    track: FloatArray
    own_rate: FloatArray  # (2, n) force at a wheel per its own travel, from the springs
    cross_rate: FloatArray  # (2, n) ... per the travel of the wheel across
    tyre: FloatArray
    seat: FloatArray  # (2, 2, n) suspension force at rest
    hanging: FloatArray  # (2, n) weight of each wheel
    couple: FloatArray  # (2, n) G for 1 m/s^2
    through_links: FloatArray  # (2, n) ... the part that comes from the body
    jacking: FloatArray | None
    pitch_moment: FloatArray  # for 1 m/s^2
    stops: tuple[FloatArray, FloatArray, FloatArray, FloatArray] | None  # gap, rate, droop, strap (2, n)
    mixing: FloatArray  # (2, n) spring base over track
    K_theta: FloatArray
    free: FloatArray
    slope: FloatArray  # (2, 2, n)
    curve: FloatArray | None
    third: FloatArray | None

    @property
    def weight(self) -> FloatArray:
        """(n,) of the whole car [N]."""
        return np.asarray(GRAVITY * self.mass + 2.0 * self.hanging.sum(axis=0), dtype=float)

    def chosen(self, which: np.ndarray) -> Corner:
        """Members of the batch, by a mask (n,) or by their numbers."""

        def take(value: FloatArray) -> FloatArray:
            return np.ascontiguousarray(value[..., which])

        kept = {name: take(value) for name, value in vars(self).items() if isinstance(value, np.ndarray)}
        stops = None if self.stops is None else tuple(take(value) for value in self.stops)
        for name in ("curve", "third", "jacking"):
            kept.setdefault(name, None)  # type: ignore[arg-type]
        flexible = kept["flexible"]
        return Corner(
            shape=kept["mass"].shape, stops=stops,  # type: ignore[arg-type]
            some_flexible=bool(flexible.any()),
            all_flexible=bool(flexible.all()), **kept,
        )  # fmt: skip


def corner(cars: CarBatch, bars: BarBatch, over: tuple[int, ...] = ()) -> Corner:
    """Cars (...) with bars (...), broadcast against each other and to the batch `over`.

    Source: conventions of the reference cars, written out in docs/theory/car.md.
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], over)

    def flat(value: FloatArray, *tail: int) -> FloatArray:
        return batch_last(value, shape, *tail)

    share, track = flat(cars.sprung_share, 2), flat(cars.track, 2)
    mass, base = flat(cars.sprung_mass), flat(cars.wheelbase)
    sprung = share * mass
    unsprung, rc = flat(cars.unsprung_mass, 2), flat(cars.roll_centre_height, 2)
    wheel_height, cg = flat(cars.wheel_centre_height, 2), flat(cars.sprung_cg_height)
    left, mixing, rate = flat(cars.sprung_cg_left), flat(cars.live_coupling, 2), flat(cars.wheel_rate, 2)
    wedge = flat(cars.wedge) * np.array([1.0, -1.0])[:, None]
    seat = sprung[:, None] * GRAVITY * 0.5 + OUT * ((sprung * GRAVITY * left + wedge) / track)[:, None]
    stops = tuple(flat(value, 2) for value in (cars.bump_gap, cars.bump_rate, cars.droop, cars.strap))
    curve, third = flat(bars.curve, 2, 2), flat(bars.third, 2, 2)
    torsion = flat(cars.chassis_torsion)
    flexible = np.isfinite(torsion)
    bent = bool(np.any(curve) or np.any(third))
    return Corner(
        shape=shape, share=share, mass=mass, sprung=sprung, lever=cg - (share * rc).sum(axis=0), left=left,
        torsion=np.where(flexible, torsion, 0.0), flexible=flexible, some_flexible=bool(flexible.any()),
        all_flexible=bool(flexible.all()), behind_cg=np.stack([-share[1] * base, share[0] * base]), wheelbase=base,
        track=track, own_rate=0.5 * rate * (1.0 + mixing**2), cross_rate=0.5 * rate * (1.0 - mixing**2),
        tyre=flat(cars.tyre_rate, 2), seat=seat, hanging=0.5 * GRAVITY * unsprung,
        couple=(sprung * rc + unsprung * wheel_height) / track, through_links=sprung * rc / track,
        jacking=flat(cars.jacking) if cars.jacking.any() else None,
        pitch_moment=mass * cg + (unsprung * wheel_height).sum(axis=0),
        stops=stops if bool(np.isfinite(stops[0]).any() or np.isfinite(stops[2]).any()) else None,  # type: ignore[arg-type]
        mixing=mixing, K_theta=flat(bars.K_theta, 2), free=flat(bars.twist_free, 2), slope=flat(bars.slope, 2, 2),
        curve=curve if bent else None, third=third if bent else None,
    )  # fmt: skip


def wheel_loads(ready: Corner, pose: Pose) -> FloatArray:
    """(2, 2, n) load of each tyre [N]."""
    compressed = (ready.seat + ready.hanging[:, None]) - ready.tyre[:, None] * pose.wheels
    return np.maximum(compressed, 0.0)


def wheel_travel(ready: Corner, pose: Pose) -> FloatArray:
    """(2, 2, n) bump travel of each wheel over the body [m]."""
    middle = pose.heave + ready.behind_cg * pose.pitch
    return np.asarray(pose.wheels - middle[:, None] - OUT * (0.5 * ready.track * pose.roll)[:, None], dtype=float)


def bar_torque(ready: Corner, travel: FloatArray) -> FloatArray:
    """(2, n) torque in each bar [N m], > 0 presses the left tyre."""
    turn = _turn(ready, travel)[0]
    return np.asarray(ready.K_theta * (turn[:, LEFT] - turn[:, RIGHT] - ready.free), dtype=float)


def _turn(ready: Corner, z: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray | None]:
    """Turn of the arms at travels z (2, 2, n), with its first and second derivative."""
    if ready.curve is None or ready.third is None:
        return ready.slope * z, ready.slope, None
    c2, c3 = ready.curve, ready.third
    return z * (ready.slope + z * (c2 + z * c3)), ready.slope + z * (2.0 * c2 + 3.0 * z * c3), 2.0 * c2 + 6.0 * c3 * z


def suspension(ready: Corner, z: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray, FloatArray]:
    """Force of each wheel's suspension (2, 2, n) at travels z, and its derivatives (2, n): left-left, cross, right-right."""
    force = ready.seat + ready.own_rate[:, None] * z + ready.cross_rate[:, None] * z[:, ::-1]
    turn, slope, bend = _turn(ready, z)
    torque = ready.K_theta * (turn[:, LEFT] - turn[:, RIGHT] - ready.free)
    force = force + OUT * torque[:, None] * slope
    left = ready.own_rate + ready.K_theta * slope[:, LEFT] ** 2
    right = ready.own_rate + ready.K_theta * slope[:, RIGHT] ** 2
    across = ready.cross_rate - ready.K_theta * slope[:, LEFT] * slope[:, RIGHT]
    if bend is not None:
        left, right = left + torque * bend[:, LEFT], right - torque * bend[:, RIGHT]
    if ready.stops is not None:
        own, other = 0.5 * (1.0 + ready.mixing)[:, None], 0.5 * (1.0 - ready.mixing)[:, None]
        gap, rate, droop, strap = (value[:, None] for value in ready.stops)
        over = own * z + other * z[:, ::-1]  # travel over the springs
        hit, hung = over > gap, over < -droop
        with np.errstate(invalid="ignore"):
            push = np.where(hit, rate * (over - gap), 0.0) + np.where(hung, strap * (over + droop), 0.0)
        stiff = np.where(hit, rate, 0.0) + np.where(hung, strap, 0.0)
        force = force + own * push + other * push[:, ::-1]
        a, b, s = own[:, 0], other[:, 0], stiff
        left = left + a**2 * s[:, LEFT] + b**2 * s[:, RIGHT]
        right = right + b**2 * s[:, LEFT] + a**2 * s[:, RIGHT]
        across = across + a * b * (s[:, LEFT] + s[:, RIGHT])
    return force, left, across, right


def jacking_force(ready: Corner, load: FloatArray, lateral: FloatArray) -> FloatArray:
    """(2, n) force with which inclined links press each wheel of an axle and lift the body twice, beyond the couple.

    Each wheel carries side force in proportion to its load; its link force stands at the roll-centre height over half
    the track. The couple of both wheels stays what the convention makes it.
    """
    if ready.jacking is None:
        return np.zeros_like(ready.track)
    uneven = (load[:, RIGHT] - load[:, LEFT]) / np.maximum(load.sum(axis=1), 1e-9)
    return np.asarray(ready.jacking * ready.through_links * lateral * uneven, dtype=float)
