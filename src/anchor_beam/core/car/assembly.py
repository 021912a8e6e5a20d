"""A batch of cars with their bars, laid out for the solver, and the forces in it at a pose.

Here and in `equilibrium` the batch is the last axis, so that every operation runs over contiguous memory: (n,) one value
a car, (2, n) axles, (2, 2, n) axles and sides. Outside, the batch comes first as everywhere.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, batch_last
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch
from anchor_beam.immutable import immutable

LEFT, RIGHT = 0, 1
OUT = np.array([1.0, -1.0])[:, None]  # side of the car as a sign of y


@immutable(eq=False)
class Pose:
    """unknowns: (8, n) of a batch, in one array since a step moves all of them: heave [m], tangent of pitch, tangents of
    roll over the axles, height of each wheel above its rest [m]."""

    unknowns: FloatArray

    @property
    def heave(self) -> FloatArray:
        """Of the body, downwards (n,) [m]."""
        return np.asarray(self.unknowns[0])

    @property
    def pitch(self) -> FloatArray:
        """Nose down (n,), as its tangent."""
        return np.asarray(self.unknowns[1])

    @property
    def roll(self) -> FloatArray:
        """(2, n)"""
        return self.unknowns[2:4]

    @property
    def wheels(self) -> FloatArray:
        """(2, 2, n)"""
        return self.unknowns[4:].reshape(2, 2, -1)

    def chosen(self, which: IntArray | slice) -> Pose:
        """Members of the batch."""
        return Pose(self.unknowns[:, which])


def at_rest(size: int) -> Pose:
    """Everything at its height of the data sheet."""
    return Pose(np.zeros((8, size)))


@immutable(eq=False)
class LaidBars:
    """Bars of a batch: K_theta and free twist (2, n); slope, curve and third (2, 2, n), the last two None where every arm
    turns in proportion to its wheel's travel."""

    K_theta: FloatArray
    free: FloatArray
    slope: FloatArray
    curve: FloatArray | None
    third: FloatArray | None

    def chosen(self, which: IntArray) -> LaidBars:
        """Members of the batch."""
        kept = {name: None if value is None else value.take(which, axis=-1) for name, value in vars(self).items()}
        return LaidBars(**kept)  # type: ignore[arg-type]


def laid_out(bars: BarBatch, shape: tuple[int, ...]) -> LaidBars:
    """Bars (...), broadcast to the batch `shape`."""
    bent = bool(bars.curve.any() or bars.third.any())
    return LaidBars(
        batch_last(bars.K_theta, shape, 2), batch_last(bars.twist_free, shape, 2), batch_last(bars.slope, shape, 2, 2),
        batch_last(bars.curve, shape, 2, 2) if bent else None, batch_last(bars.third, shape, 2, 2) if bent else None,
    )  # fmt: skip


@immutable(eq=False)
class Corner:
    """A batch of cars with their bars, ready to be settled at any acceleration; made by `corner`."""

    shape: tuple[int, ...]
    share: FloatArray  # (2, n)
    mass: FloatArray
    weight: FloatArray  # of the whole car [N]
    sprung: FloatArray  # (2, n) mass each axle carries of the body
    lateral_mass: FloatArray  # (2, n) mass whose side force the axle's tyres make
    lever: FloatArray  # height of the centre of gravity above the roll axis
    left: FloatArray
    torsion: FloatArray  # 0 where the chassis is rigid
    flexible: np.ndarray  # (n,) whether it is not
    some_flexible: bool
    all_flexible: bool
    behind_cg: FloatArray  # (2, n) axles behind the centre of gravity
    wheelbase: FloatArray
    track: FloatArray
    half_track: FloatArray
    own_rate: FloatArray  # (2, n) force at a wheel per its own travel, from the springs
    cross_rate: FloatArray  # (2, n) ... per the travel of the wheel across
    tied: bool  # whether any axle has such a rate
    tyre: FloatArray
    seat: FloatArray  # (2, 2, n) suspension force at rest
    uneven: FloatArray  # (2, n) ... right less left
    standing: FloatArray  # (2, 2, n) load of each tyre at rest
    hanging: FloatArray  # (2, n) weight of each wheel
    couple: FloatArray  # (2, 2, n) that the ground takes from each wheel for 1 m/s^2
    damped: (
        FloatArray | None
    )  # (2, n) roll moment that the dampers pass to the wheels for 1 m/s^2, in `couple` as well
    through_links: FloatArray  # (2, n) ... the part that comes from the body
    jacking: FloatArray | None
    pitch_moment: FloatArray  # for 1 m/s^2
    stops: tuple[FloatArray, FloatArray, FloatArray, FloatArray] | None  # gap, rate, droop, strap (2, n)
    mixing: FloatArray  # (2, n) spring base over track
    bars: LaidBars

    def with_bars(self, bars: LaidBars) -> Corner:
        """The same cars with other bars."""
        return Corner(**{**vars(self), "bars": bars})

    def rolling_in(self, damped: FloatArray) -> Corner:
        """The same cars with dampers that take the moments (2, n) from the body's roll to the wheels, for 1 m/s^2 [N m]."""
        couple = self.couple + OUT * (damped / self.track)[:, None]
        return Corner(**{**vars(self), "couple": couple, "damped": damped})

    def turning_in(self, more: FloatArray) -> Corner:
        """The same cars, whose front axle turns `more` mass (n,) [kg]."""
        return Corner(**{**vars(self), "lateral_mass": self.lateral_mass + np.stack([more, np.zeros_like(more)])})

    def chosen(self, which: IntArray) -> Corner:
        """Members of the batch by their numbers, laid out anew."""
        kept = {
            name: value.take(which, axis=-1) for name, value in vars(self).items() if isinstance(value, np.ndarray)
        }
        stops = None if self.stops is None else tuple(value.take(which, axis=-1) for value in self.stops)
        flexible = kept["flexible"]
        return Corner(
            shape=kept["mass"].shape, stops=stops,  # type: ignore[arg-type]
            some_flexible=bool(flexible.any()), all_flexible=bool(flexible.all()), tied=self.tied,
            bars=self.bars.chosen(which), jacking=kept.pop("jacking", None), damped=kept.pop("damped", None), **kept,
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
    hanging, cross_rate = 0.5 * GRAVITY * unsprung, 0.5 * rate * (1.0 - mixing**2)
    stops = tuple(flat(value, 2) for value in (cars.bump_gap, cars.bump_rate, cars.droop, cars.strap))
    torsion = flat(cars.chassis_torsion)
    flexible = np.isfinite(torsion)
    return Corner(
        shape=shape, share=share, mass=mass, weight=GRAVITY * mass + 2.0 * hanging.sum(axis=0), sprung=sprung,
        lateral_mass=sprung + unsprung, lever=cg - (share * rc).sum(axis=0), left=left,
        torsion=np.where(flexible, torsion, 0.0), flexible=flexible, some_flexible=bool(flexible.any()),
        all_flexible=bool(flexible.all()), behind_cg=np.stack([-share[1] * base, share[0] * base]), wheelbase=base,
        track=track, half_track=0.5 * track, own_rate=0.5 * rate * (1.0 + mixing**2), cross_rate=cross_rate,
        tied=bool(cross_rate.any()), tyre=flat(cars.tyre_rate, 2), seat=seat, uneven=seat[:, RIGHT] - seat[:, LEFT],
        standing=seat + hanging[:, None],
        hanging=hanging, couple=OUT * ((sprung * rc + unsprung * wheel_height) / track)[:, None],
        damped=None, through_links=sprung * rc / track,
        jacking=flat(cars.jacking) if cars.jacking.any() else None,
        pitch_moment=mass * cg + (unsprung * wheel_height).sum(axis=0),
        stops=stops if bool(np.isfinite(stops[0]).any() or np.isfinite(stops[2]).any()) else None,  # type: ignore[arg-type]
        mixing=mixing, bars=laid_out(bars, shape),
    )  # fmt: skip


def wheel_loads(ready: Corner, pose: Pose) -> FloatArray:
    """(2, 2, n) load of each tyre [N]."""
    return np.maximum(ready.standing - ready.tyre[:, None] * pose.wheels, 0.0)


def wheel_travel(ready: Corner, pose: Pose) -> FloatArray:
    """(2, 2, n) bump travel of each wheel over the body [m]."""
    middle, aside = pose.heave + ready.behind_cg * pose.pitch, ready.half_track * pose.roll
    return np.asarray(pose.wheels - middle[:, None] - OUT * aside[:, None], dtype=float)


def bar_torque(ready: Corner, travel: FloatArray) -> FloatArray:
    """(2, n) torque in each bar [N m], > 0 presses the left tyre."""
    turn, bars = _turn(ready.bars, travel)[0], ready.bars
    return np.asarray(bars.K_theta * (turn[:, LEFT] - turn[:, RIGHT] - bars.free), dtype=float)


def _turn(bars: LaidBars, z: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray | None]:
    """Turn of the arms at travels z (2, 2, n), with its first and second derivative."""
    if bars.curve is None or bars.third is None:
        return bars.slope * z, bars.slope, None
    third = bars.third * z
    two = bars.curve + third
    slope = bars.slope + z * (two + two + third)
    return z * (bars.slope + z * two), slope, 2.0 * two + 4.0 * third


def suspension(ready: Corner, z: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Force of each wheel's suspension (2, 2, n) at travels z, and its derivatives: by the wheel's own travel (2, 2, n), by
    that of the wheel across (2, n)."""
    bars = ready.bars
    force = ready.seat + ready.own_rate[:, None] * z
    if ready.tied:
        force += ready.cross_rate[:, None] * z[:, ::-1]
    turn, slope, bend = _turn(bars, z)
    torque = OUT * (bars.K_theta * (turn[:, LEFT] - turn[:, RIGHT] - bars.free))[:, None]
    force += torque * slope
    direct = ready.own_rate[:, None] + bars.K_theta[:, None] * slope * slope
    across = ready.cross_rate - bars.K_theta * slope[:, LEFT] * slope[:, RIGHT]
    if bend is not None:
        direct += torque * bend
    if ready.stops is not None:
        own, other = 0.5 * (1.0 + ready.mixing)[:, None], 0.5 * (1.0 - ready.mixing)[:, None]
        gap, rate, droop, strap = (value[:, None] for value in ready.stops)
        over = own * z + other * z[:, ::-1]  # travel over the springs
        hit, hung = over > gap, over < -droop
        with np.errstate(invalid="ignore"):
            push = np.where(hit, rate * (over - gap), 0.0) + np.where(hung, strap * (over + droop), 0.0)
        stiff = np.where(hit, rate, 0.0) + np.where(hung, strap, 0.0)
        force += own * push + other * push[:, ::-1]
        direct += own**2 * stiff + other**2 * stiff[:, ::-1]
        across += own[:, 0] * other[:, 0] * (stiff[:, LEFT] + stiff[:, RIGHT])
    return force, direct, across


def jacking_force(ready: Corner, load: FloatArray, lateral: FloatArray) -> FloatArray | None:
    """(2, n) force with which inclined links press each wheel of an axle and lift the body twice, beyond the couple; None
    where it is not asked for.

    Each wheel carries side force in proportion to its load; its link force stands at the roll-centre height over half
    the track. The couple of both wheels stays what the convention makes it.
    """
    if ready.jacking is None:
        return None
    uneven = (load[:, RIGHT] - load[:, LEFT]) / np.maximum(load.sum(axis=1), 1e-9)
    return np.asarray(ready.jacking * ready.through_links * lateral * uneven, dtype=float)
