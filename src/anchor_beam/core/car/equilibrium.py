"""Newton's method for a batch of cars: wheels eliminated axle by axle in closed form, then heave, pitch and roll."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.car.assembly import (
    LEFT,
    OUT,
    RIGHT,
    Corner,
    Pose,
    at_rest,
    jacking_force,
    suspension,
    wheel_loads,
    wheel_travel,
)

STEEPEST = math.radians(35.0)  # of roll; beyond it no state is taken for an equilibrium
SETTLED = 1e-9  # of the car's weight: largest force left over in an equilibrium
STEPS = 40
FARTHEST, FARTHEST_TURN = 0.1, 0.15  # m and rad that one Newton step may go


@dataclass(frozen=True, eq=False)
class Lift:
    """A vertical force on the body at a point of the plan, up: force (...) [N], behind the front axle and left [m]."""

    force: FloatArray
    behind_front: float
    left: float


def settle_from(
    ready: Corner, start: Pose, lateral: FloatArray, longitudinal: FloatArray, lift: Lift | None = None
) -> tuple[Pose, FloatArray]:
    """Newton from a pose, accelerations (n,); the pose found and what is left over (n,), as part of the weight.

    Cars that do not settle at once are led there in small steps of acceleration from rest.
    """
    pose, left_over = newton(ready, start, lateral, longitudinal, lift)
    lost = ~(left_over < SETTLED)
    if not lost.any():
        return pose, left_over
    part = ready.chosen(lost)
    along, side = longitudinal[lost], lateral[lost]
    push = None if lift is None else Lift(lift.force[lost], lift.behind_front, lift.left)
    retry = at_rest(len(side))
    for step in np.linspace(0.1, 1.0, 10):
        pushed = None if push is None else Lift(push.force * step, push.behind_front, push.left)
        retry, again = newton(part, retry, side * step, along * step, pushed)
    better = again < left_over[lost]
    target = np.flatnonzero(lost)[better]
    left_over = left_over.copy()
    left_over[target] = again[better]
    return _replaced(pose, retry, target, better), left_over


def _replaced(pose: Pose, by: Pose, target: np.ndarray, taken: np.ndarray) -> Pose:
    def put(old: FloatArray, new: FloatArray) -> FloatArray:
        out = old.copy()
        out[..., target] = new[..., taken]
        return out

    return Pose(
        put(pose.heave, by.heave), put(pose.pitch, by.pitch), put(pose.roll, by.roll), put(pose.wheels, by.wheels)
    )


def newton(
    ready: Corner, pose: Pose, lateral: FloatArray, longitudinal: FloatArray, lift: Lift | None = None,
    *, steps: int = STEPS,
) -> tuple[Pose, FloatArray]:  # fmt: skip
    """Newton from a pose and no further try; the pose found and what is left over (n,), infinite where it does not stand."""
    best, least, stable = pose, np.full(lateral.shape, np.inf), np.ones(lateral.shape, dtype=bool)
    with np.errstate(all="ignore"):  # a car that falls over runs into infinity, and is reported as not settled
        for _ in range(steps):
            system = linearise(ready, pose, lateral, longitudinal, lift)
            move = system.newton()
            best, least, stable = pose, system.residual, move.stable
            if bool(np.all((least < SETTLED) | ~np.isfinite(least))):
                break
            pose = move.limited().from_(pose)
    steep = np.abs(best.roll).max(axis=0) > math.tan(STEEPEST)
    return best, np.where(steep | ~stable | ~np.isfinite(least), np.inf, least)


@dataclass(frozen=True, eq=False)
class Move:
    """A change of a pose: heave, pitch (n,), roll (2, n), wheels (2, 2, n); stable: (n,) the pose it starts from stands
    by itself, and would not run away from a touch."""

    heave: FloatArray
    pitch: FloatArray
    roll: FloatArray
    wheels: FloatArray
    stable: np.ndarray

    def limited(self) -> Move:
        """The same direction, as far as one step of Newton may go."""
        turn, rise = np.abs(self.roll).max(axis=0) / FARTHEST_TURN, np.abs(self.heave) / FARTHEST
        return self.times(1.0 / np.maximum(1.0, np.maximum(turn, rise)))

    def times(self, part: FloatArray) -> Move:
        return Move(part * self.heave, part * self.pitch, part * self.roll, part * self.wheels, self.stable)

    def from_(self, pose: Pose) -> Pose:
        return Pose(
            pose.heave + self.heave, pose.pitch + self.pitch, pose.roll + self.roll, pose.wheels + self.wheels
        )


@dataclass(frozen=True, eq=False)
class System:
    """The balance of a batch at a pose, linearised.

    wheels: (2, 2, n) force left over at each wheel. body: four times (n,), left over in heave, pitch and roll of both
    axles. residual: (n,) the largest of them over the weight. height: (2, n) of the mass over the roll axis [m].
    """

    ready: Corner
    wheels: FloatArray
    body: tuple[FloatArray, FloatArray, FloatArray, FloatArray]
    residual: FloatArray
    height: FloatArray
    grounded: tuple[FloatArray, FloatArray]
    springs: tuple[FloatArray, FloatArray, FloatArray]
    rows: list[list[FloatArray]]

    def newton(self) -> Move:
        """What takes away everything left over, to first order."""
        return self._answer(self.wheels, self.body)

    def by_lateral(self) -> Move:
        """How the balanced pose moves per m/s^2 of lateral acceleration."""
        return self._answer(*self._per_lateral())

    def both(self) -> tuple[Move, Move]:
        """`newton` and `by_lateral` from one elimination."""
        wheels, body = self._per_lateral()
        found = self._answer(
            np.stack([self.wheels, wheels]), tuple(np.stack([a, b]) for a, b in zip(self.body, body, strict=True))
        )
        one, other = (
            Move(found.heave[i], found.pitch[i], found.roll[i], found.wheels[i], found.stable) for i in (0, 1)
        )
        return one, other

    def roll_slope(self, pose: Pose) -> FloatArray:
        """Slope of body roll over lateral acceleration (n,) at the pose, settled, that was linearised [rad/(m/s^2)]."""
        slope = self.by_lateral()
        return np.asarray((self.ready.share * slope.roll / (1.0 + pose.roll**2)).sum(axis=0), dtype=float)

    def _per_lateral(self) -> tuple[FloatArray, tuple[FloatArray, ...]]:
        ready = self.ready
        none = np.zeros_like(ready.mass)
        moments = ready.sprung * self.height
        pressed = (ready.couple[:, None] * -OUT) + np.zeros_like(self.wheels)
        return pressed, (none, none, moments[0], moments[1])

    def _answer(self, wheels: FloatArray, body: tuple[FloatArray, ...]) -> Move:
        """The move that takes away forces at the wheels (..., 2, 2, n) and on the body (..., n), several sets at once."""
        ready, (k_l, k_x, k_r), (c_l, c_r) = self.ready, self.springs, self.grounded
        left, right = wheels[..., LEFT, :], wheels[..., RIGHT, :]
        det = (k_l + c_l) * (k_r + c_r) - k_x * k_x
        # K A^-1: the part of a wheel's residual that reaches the body
        from_left = ((k_l * (k_r + c_r) - k_x * k_x) * left + k_x * c_l * right) / det
        from_right = (k_x * c_r * left + (k_r * (k_l + c_l) - k_x * k_x) * right) / det
        half = 0.5 * ready.track
        reached, tilted = from_left + from_right, half * (from_left - from_right)
        (d_heave, d_pitch, d_front, d_rear), least = _solve_body(
            self.rows,
            [body[0] - reached.sum(axis=-2), body[1] - (ready.behind_cg * reached).sum(axis=-2),
             body[2] - tilted[..., 0, :], body[3] - tilted[..., 1, :]],
            ready,
        )  # fmt: skip
        d_roll = np.stack([d_front, d_rear], axis=-2)
        d_middle = d_heave[..., None, :] + ready.behind_cg * d_pitch[..., None, :]
        d_left, d_right = d_middle + half * d_roll, d_middle - half * d_roll
        # the wheels follow: A dw = K db - residual
        want_l = k_l * d_left + k_x * d_right - left
        want_r = k_x * d_left + k_r * d_right - right
        d_wheels = [((k_r + c_r) * want_l - k_x * want_r) / det, ((k_l + c_l) * want_r - k_x * want_l) / det]
        return Move(d_heave, d_pitch, d_roll, np.stack(d_wheels, axis=-2), least > 0.0)


def linearise(
    ready: Corner, pose: Pose, lateral: FloatArray, longitudinal: FloatArray, lift: Lift | None = None
) -> System:
    """Residuals and stiffness of a batch at a pose.

    Source: docs/theory/car.md, "The settled car".
    """
    force, k_l, k_x, k_r = suspension(ready, wheel_travel(ready, pose))
    load = wheel_loads(ready, pose)
    jack = jacking_force(ready, load, lateral)
    wheels = force + ready.hanging[:, None] - OUT * (ready.couple * lateral)[:, None] + jack[:, None] - load
    c_l, c_r = ready.tyre * (load[:, LEFT] > 0.0), ready.tyre * (load[:, RIGHT] > 0.0)
    det = (k_l + c_l) * (k_r + c_r) - k_x * k_x
    half = 0.5 * ready.track
    e_ll, e_rr = (k_l * (k_r + c_r) - k_x * k_x) * c_l / det, (k_r * (k_l + c_l) - k_x * k_x) * c_r / det
    e_lr = k_x * c_l * c_r / det
    stiff = _Effective(e_ll + 2.0 * e_lr + e_rr, half * (e_ll - e_rr), half**2 * (e_ll - 2.0 * e_lr + e_rr))
    vertical = force.sum(axis=1) + 2.0 * jack
    moment = half * (force[:, LEFT] - force[:, RIGHT])
    rolling, height, rows = _body(ready, pose, lateral, stiff)
    body = [
        vertical.sum(axis=0) - GRAVITY * ready.mass,
        (ready.behind_cg * vertical).sum(axis=0) - ready.pitch_moment * longitudinal,
        moment[0] + rolling[0],
        moment[1] + rolling[1],
    ]
    if lift is not None:
        body[0] = body[0] + lift.force
        body[1] = body[1] + lift.force * (lift.behind_front + ready.behind_cg[0])
        body[2] = body[2] + ready.share[0] * lift.force * lift.left
        body[3] = body[3] + ready.share[1] * lift.force * lift.left
    twisted = np.where(ready.flexible, body[2], 0.0)
    sizes = [body[0], body[1] / ready.wheelbase, (body[2] + body[3]) / ready.track[0], twisted / ready.track[0]]
    worst = np.maximum(np.abs(np.stack(sizes)).max(axis=0), np.abs(wheels).max(axis=(0, 1)))
    return System(
        ready, wheels, (body[0], body[1], body[2], body[3]), worst / ready.weight, height, (c_l, c_r), (k_l, k_x, k_r),
        rows,
    )  # fmt: skip


def roll_slope(ready: Corner, pose: Pose, lateral: FloatArray) -> FloatArray:
    """Slope of body roll over lateral acceleration (n,) at a settled pose [rad/(m/s^2)]."""
    with np.errstate(all="ignore"):  # a car that does not stand has none, and its caller knows
        return linearise(ready, pose, lateral, np.zeros_like(lateral)).roll_slope(pose)


@dataclass(frozen=True, eq=False)
class _Effective:
    """Stiffness (2, n) of an axle as the body feels it, tyres in series: heave, heave with roll, roll."""

    heave: FloatArray
    mixed: FloatArray
    roll: FloatArray


def _body(
    ready: Corner, pose: Pose, lateral: FloatArray, stiff: _Effective
) -> tuple[FloatArray, FloatArray, list[list[FloatArray]]]:
    """Roll moment of mass and twisted chassis on each axle (2, n), height of the mass over the roll axis (2, n), and minus
    the Jacobian of the body's balance.

    Rows and columns: heave, tangent of pitch, tangents of roll over front and rear axle.
    """
    T = pose.roll
    cos2 = 1.0 / (1.0 + T * T)
    cos = np.sqrt(cos2)
    sin = T * cos
    u, d, y_s = pose.heave, ready.lever, ready.left
    height = d * cos + y_s * sin + u * cos2
    aside = y_s * cos - d * sin - u * sin * cos
    moment = ready.sprung * (lateral * height - GRAVITY * aside)
    by_heave = ready.sprung * (lateral * cos2 + GRAVITY * sin * cos)
    height_slope = y_s * cos - d * sin - 2.0 * u * sin * cos
    aside_slope = -y_s * sin - d * cos - u * (2.0 * cos2 - 1.0)
    by_roll = ready.sprung * (lateral * height_slope - GRAVITY * aside_slope) * cos2
    torsion = ready.torsion
    twist = torsion * (np.arctan(T[1]) - np.arctan(T[0]))
    moment = moment + np.stack([twist, -twist])
    x = ready.behind_cg
    heave, pitch, roll = stiff.heave, x * stiff.heave, stiff.mixed
    rows = [
        [heave.sum(axis=0), pitch.sum(axis=0), roll[0], roll[1]],
        [pitch.sum(axis=0), (x * pitch).sum(axis=0), x[0] * roll[0], x[1] * roll[1]],
        [roll[0] - by_heave[0], x[0] * roll[0], stiff.roll[0] - by_roll[0] + torsion * cos2[0], -torsion * cos2[1]],
        [roll[1] - by_heave[1], x[1] * roll[1], -torsion * cos2[0], stiff.roll[1] - by_roll[1] + torsion * cos2[1]],
    ]
    return np.asarray(moment, dtype=float), np.asarray(height, dtype=float), rows


def _solve_body(
    rows: list[list[FloatArray]], right: list[FloatArray], ready: Corner
) -> tuple[tuple[FloatArray, FloatArray, FloatArray, FloatArray], FloatArray]:
    """Step of heave, pitch and the two rolls, and the least pivot; both rolls are one where the chassis is rigid."""
    if not ready.some_flexible:
        three = [[row[0], row[1], row[2] + row[3]] for row in rows]
        three = [three[0], three[1], [a + b for a, b in zip(three[2], three[3], strict=True)]]
        (heave, pitch, roll), least = _eliminate(three, [right[0], right[1], right[2] + right[3]])
        return (heave, pitch, roll, roll), least
    if not ready.all_flexible:
        one, stiff = np.ones_like(right[0]), ~ready.flexible
        both = [rows[2][k] + rows[3][k] for k in range(4)]
        tie = [0.0 * one, 0.0 * one, -one, one]
        rows = [
            rows[0], rows[1], [np.where(stiff, a, b) for a, b in zip(both, rows[2], strict=True)],
            [np.where(stiff, a, b) for a, b in zip(tie, rows[3], strict=True)],
        ]  # fmt: skip
        right = [right[0], right[1], np.where(stiff, right[2] + right[3], right[2]), np.where(stiff, 0.0, right[3])]
    (heave, pitch, front, rear), least = _eliminate(rows, right)
    return (heave, pitch, front, rear), least


def _eliminate(rows: list[list[FloatArray]], right: list[FloatArray]) -> tuple[list[FloatArray], FloatArray]:
    """Gauss elimination of many small systems at once, without pivoting: the diagonal carries the stiffness.

    The least pivot tells a car that stands (above zero) from one balanced on the edge of falling over.
    """
    rows, right = [list(row) for row in rows], list(right)
    n = len(rows)
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        for i in range(n):
            for j in range(i + 1, n):
                factor = rows[j][i] / rows[i][i]
                for k in range(i + 1, n):
                    rows[j][k] = rows[j][k] - factor * rows[i][k]
                right[j] = right[j] - factor * right[i]
        found: list[FloatArray] = [right[0]] * n
        for i in reversed(range(n)):
            rest = right[i]
            for k in range(i + 1, n):
                rest = rest - rows[i][k] * found[k]
            found[i] = rest / rows[i][i]
        least = np.min(np.stack([rows[i][i] for i in range(n)]), axis=0)
    return found, np.asarray(least, dtype=float)
