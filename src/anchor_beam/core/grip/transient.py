"""A car that changes direction: it slides, yaws and rolls at a constant speed, its tyres lagging behind their slip.

The smallest model that keeps the trends of a bar: side speed, yaw rate, roll and its rate, and the slip of both axles,
which grows over a length of road. Roll on the tyres follows the loads at once. The body neither heaves nor pitches, and
the car keeps its speed. The batch is the last axis: (2, n) axles, (2, 2, n) axles and sides.

Source: docs/theory/phases.md, "Change of direction"; Pacejka, *Tire and Vehicle Dynamics*, ch. 7 (relaxation length).
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, batch_last
from anchor_beam.core.car.assembly import LEFT, RIGHT
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.tyre import CAMBER_FLOOR, CURVATURE, FLOOR
from anchor_beam.immutable import immutable

SIDES = np.array([-1.0, 1.0])[:, None]  # a left turn presses the right wheel
RELAXATION = 0.45  # m of road over which slip grows, where it is not known
ROLL_RADIUS = 0.30  # radius of gyration of the body in roll about its own centre over the mean track, where not known


@immutable(eq=False)
class Rolling:
    """Cars laid out for the transient, (n,) each, (2, n) axles, (2, 2, n) axles and sides; SI."""

    mass: FloatArray
    yaw_inertia: FloatArray
    roll_inertia: FloatArray  # about the roll axis, less what moving sideways takes off it
    offset: FloatArray  # m_s d
    ahead: FloatArray  # (2, n) axles before the centre of gravity, the rear behind it
    wheelbase: FloatArray
    suspension: FloatArray  # (2, n) roll stiffness of springs and bar
    damping: FloatArray  # (2, n) roll damping that reaches the body, tyres in series
    tyres: FloatArray  # (2, n) roll stiffness on the tyres
    load: FloatArray  # (2, n) on the axle
    track: FloatArray
    roll_centre: FloatArray
    couple_arm: FloatArray  # (2, n) unsprung mass times its height over the roll centre
    camber: FloatArray  # (2, 2, n) into a left turn, at rest
    roll_camber: FloatArray
    compliance_steer: FloatArray
    roll_steer: FloatArray
    mu0: FloatArray  # of the tyres from here on: (2, 1, n)
    load_sensitivity: FloatArray
    reference: FloatArray
    stiffness: FloatArray  # cornering stiffness at the load of the stiffest tyre
    stiffest: FloatArray  # that load
    shape: FloatArray
    camber_best: FloatArray
    camber_loss: FloatArray
    camber_slip: FloatArray

    def chosen(self, which: IntArray) -> Rolling:
        """Members of the batch, each as often as it is named."""
        return Rolling(**{name: value.take(which, axis=-1) for name, value in vars(self).items()})


def rolling(cars: CarBatch, bars: BarBatch, grips: GripBatch, roll_inertia: FloatArray | None = None) -> Rolling:
    """Lay out cars, bars and grips (...) that broadcast; roll_inertia: of the body about its own axis [kg m^2], (...).

    Source: docs/theory/phases.md, "Change of direction".
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)

    def flat(value: FloatArray, *tail: int) -> FloatArray:
        return batch_last(value, shape, *tail)

    share, sprung, base = flat(cars.sprung_share, 2), flat(cars.sprung_mass), flat(cars.wheelbase)
    unsprung, track, centre = flat(cars.unsprung_mass, 2), flat(cars.track, 2), flat(cars.roll_centre_height, 2)
    on_axle = share * sprung + unsprung
    mass = on_axle.sum(axis=0)
    lever = flat(cars.sprung_cg_height) - (share * centre).sum(axis=0)
    own = sprung * (ROLL_RADIUS * track.mean(axis=0)) ** 2 if roll_inertia is None else flat(roll_inertia)
    suspension = flat(cars.spring_roll_stiffness + bars.roll_stiffness(cars.track), 2)
    tyres, N0 = flat(cars.tyre_roll_stiffness, 2), mass * GRAVITY / 4.0
    given = flat(grips.reference_load, 2)
    reference = np.where(np.isnan(given), flat(grips.tyre_load, 2) * N0, given)[:, None]
    peak = flat(grips.stiffness_peak, 2)[:, None]
    stiffness = flat(grips.stiffness, 2)[:, None] * reference / np.sin(2.0 * np.arctan(1.0 / peak))

    def tyre(value: FloatArray) -> FloatArray:
        return flat(value, 2)[:, None]

    return Rolling(
        mass=mass, yaw_inertia=flat(cars.yaw_inertia), roll_inertia=own + sprung * lever**2 * (1.0 - sprung / mass),
        offset=sprung * lever, ahead=np.stack([on_axle[1], -on_axle[0]]) / mass * base, wheelbase=base,
        suspension=suspension, damping=flat(cars.roll_damping, 2) * tyres / (suspension + tyres), tyres=tyres,
        load=on_axle * GRAVITY, track=track, roll_centre=centre,
        couple_arm=unsprung * (flat(cars.wheel_centre_height, 2) - centre),
        camber=flat(grips.camber, 2, 2) * np.array([1.0, -1.0])[:, None], roll_camber=flat(grips.roll_camber, 2),
        compliance_steer=flat(grips.compliance_steer, 2), roll_steer=flat(grips.roll_steer, 2), mu0=tyre(grips.mu0),
        load_sensitivity=tyre(grips.load_sensitivity), reference=reference, stiffness=stiffness,
        stiffest=peak * reference, shape=tyre(grips.shape), camber_best=tyre(grips.camber_best),
        camber_loss=tyre(grips.camber_loss), camber_slip=tyre(grips.camber_slip),
    )  # fmt: skip


@immutable(eq=False)
class Course:
    """What a batch did at each step (s, ...): lateral acceleration of the centre of gravity [m/s^2], yaw rate [rad/s], roll
    [rad], (n,) each; use of grip (2, n) of both axles, signed as their force."""

    lateral: FloatArray
    yaw_rate: FloatArray
    roll: FloatArray
    use: FloatArray

    def part(self, which: slice) -> Course:
        """Members of the batch."""
        return Course(self.lateral[:, which], self.yaw_rate[:, which], self.roll[:, which], self.use[..., which])


def drive(
    car: Rolling, speed: FloatArray, steer: FloatArray, step: FloatArray | float, relaxation: float = RELAXATION
) -> Course:
    """Drive at speeds (n,) [m/s] with the steer (s, n) of the front wheels [rad], at steps of `step` (n,) [s].

    Slip relaxes exactly over a step, the rest by Adams and Bashforth of the second order.
    """
    steps, n = steer.shape
    motion, roll_on_tyres, slip = np.zeros((4, n)), np.zeros((2, n)), np.zeros((2, n))  # v_y, r, phi, p
    change, wanted = np.zeros((4, n)), np.zeros((2, n))
    before = asked = None
    stays = np.exp(-speed * step / relaxation)
    goes, ahead = 1.0 - stays, car.ahead / speed
    lever, spread = car.ahead / car.yaw_inertia, 1.0 / (car.suspension + car.tyres)
    jacking = car.yaw_inertia / car.wheelbase * (car.roll_centre[1] - car.roll_centre[0])
    swing = car.offset / car.mass
    lateral, yaw_rate, roll, use = (np.empty((steps, *tail)) for tail in ((n,), (n,), (n,), (2, n)))
    tyre = AxleTyres(car)
    for i in range(steps):
        v, r, phi, p = motion
        over = phi - roll_on_tyres
        force, held = tyre.forces(slip, over, roll_on_tyres)
        yaw = lever[0] * force[0] + lever[1] * force[1]
        damped = car.damping * p
        sprung = car.suspension * over + damped
        whole = (force[0] + force[1]) / car.mass
        rolling_up = (car.offset * (whole + GRAVITY * phi) - sprung[0] - sprung[1] + jacking * yaw) / car.roll_inertia
        a_y = whole + swing * rolling_up
        moment = car.suspension * phi + damped + force * car.roll_centre + car.couple_arm * (a_y + car.ahead * yaw)
        lateral[i], yaw_rate[i], roll[i] = a_y, r, phi
        np.divide(force, held, out=use[i])
        asked, wanted = (None if i == 0 else wanted), -(v / speed + ahead * r)
        wanted -= car.compliance_steer * force + car.roll_steer * over
        wanted[0] += steer[i]
        carried = np.minimum(np.maximum(car.tyres * spread * moment, -tyre.limit), tyre.limit)
        roll_on_tyres = (moment - carried) / car.suspension
        before, change = (None if i == 0 else change), np.empty((4, n))
        change[0], change[1], change[2], change[3] = a_y - speed * r, yaw, p, rolling_up
        motion = motion + step * (change if before is None else 1.5 * change - 0.5 * before)
        slip = stays * slip + goes * (wanted if asked is None else 1.5 * wanted - 0.5 * asked)
    return Course(lateral, yaw_rate, roll, use)


class AxleTyres:
    """The tyres of both axles of a batch, with what stays the same from step to step worked out once."""

    def __init__(self, car: Rolling) -> None:
        self.limit = 0.5 * car.load * car.track  # roll moment at which the inside wheel carries nothing
        self._half, self._per_track, self._stiff = 0.5 * car.load[:, None], 1.0 / car.track, car.tyres
        self._camber, self._roll_camber = car.camber, car.roll_camber
        self._flat, self._fall = 1.0 + car.load_sensitivity, car.load_sensitivity / car.reference
        self._mu0, self._best, self._loss = car.mu0, car.camber_best, car.camber_loss
        self._stiffness, self._per_stiffest = 2.0 * car.stiffness / car.shape, 1.0 / car.stiffest
        self._shape, self._slip = car.shape, car.camber_slip

    def forces(self, slip: FloatArray, suspension: FloatArray, on_tyres: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Side force of each axle (2, n) [N] at its slip angle, and the most that it could be; suspension, on_tyres: roll
        (2, n) [rad].

        Source: as `TyreBatch`, no longitudinal force; to the right everything is the mirror.
        """
        over = np.minimum(np.maximum(self._stiff * on_tyres, -self.limit), self.limit) * self._per_track
        load = self._half + over[:, None] * SIDES
        camber = self._camber - (self._roll_camber * suspension + on_tyres)[:, None]
        beside = camber * np.copysign(1.0, slip)[:, None] - self._best
        by_load = np.maximum(self._flat - self._fall * load, FLOOR)
        by_camber = np.maximum(1.0 - self._loss * beside * beside, CAMBER_FLOOR)
        most = np.maximum(self._mu0 * by_load * by_camber * load, 1e-9)
        part = load * self._per_stiffest
        x = self._stiffness * part
        part *= part
        part += 1.0
        x *= self._slip * camber + slip[:, None]
        x /= part * most
        x -= CURVATURE * (x - np.arctan(x))
        half = np.tan(
            (0.5 * self._shape) * np.arctan(x)
        )  # sin(y) is 2 t/(1 + t^2) with t = tan(y/2): a third of the time
        force = most * half / (0.5 + 0.5 * half * half)
        return force[:, LEFT] + force[:, RIGHT], most[:, LEFT] + most[:, RIGHT]
