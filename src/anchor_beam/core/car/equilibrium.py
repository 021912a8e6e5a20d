"""The balance of forces of a car in a steady turn, found by Newton's method for a batch of cars at once.

Unknown are the body's heave u (down) and pitch (nose down), its roll over each axle (right side down), and the height
of each wheel. Each wheel gives Q + m_u g/2 -+ G - N = 0, the body sum Q = m_s g, moments in pitch, and in roll over
each axle s m_s [a (z - h_ra) - g y] + t/2 (Q_L - Q_R) +- K_c (phi_r - phi_f) = 0. The wheels of an axle depend on
each other and on the body alone: they are eliminated by a 2 x 2 with the contact of each tyre as a switch, and a 3 x
3 or 4 x 4 of the body is left. A step goes at most FARTHEST; what stands only on an edge, or lies on its side, counts
as not settled.
"""

from __future__ import annotations

import math

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
from anchor_beam.immutable import immutable

STEEPEST = math.radians(35.0)  # of roll; beyond it no state is taken for an equilibrium
SETTLED = 1e-9  # of the car's weight: largest force left over in an equilibrium
STEPS, PATIENCE = 40, 12  # of Newton; and how many of them may go by until what is left over is halved once more
FARTHEST = np.array([0.1, np.inf, 0.15, 0.15])[:, None]  # m or rad that one Newton step may go: heave, pitch, rolls


@immutable(eq=False)
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
    part = ready.chosen(np.flatnonzero(lost))
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
    unknowns = pose.unknowns.copy()
    unknowns[:, target] = retry.unknowns[:, better]
    return Pose(unknowns), left_over


def newton(
    ready: Corner, pose: Pose, lateral: FloatArray, longitudinal: FloatArray, lift: Lift | None = None,
    *, steps: int = STEPS,
) -> tuple[Pose, FloatArray]:  # fmt: skip
    """Newton from a pose and no further try; the pose found and what is left over (n,), infinite where it does not stand.

    A car that goes round in a circle, a wheel lifting and landing in turn, is not waited for.
    """
    best, least, stable = pose, np.full(lateral.shape, np.inf), np.ones(lateral.shape, dtype=bool)
    halved = least  # what is left over, halved again and again
    idle = np.zeros(lateral.shape)  # steps since that was last done
    with np.errstate(all="ignore"):  # a car that falls over runs into infinity, and is reported as not settled
        for _ in range(steps):
            system = linearise(ready, pose, lateral, longitudinal, lift)
            move = system.newton()
            best, least, stable = pose, system.residual, move.stable
            nearer = least < 0.5 * halved
            halved, idle = np.where(nearer, least, halved), np.where(nearer, 0, idle + 1)
            if bool(np.all((least < SETTLED) | ~np.isfinite(least) | (idle >= PATIENCE))):
                break
            pose = move.limited().from_(pose)
    steep = np.abs(best.roll).max(axis=0) > math.tan(STEEPEST)
    return best, np.where(steep | ~stable | ~np.isfinite(least), np.inf, least)


@immutable(eq=False)
class Move:
    """A change of a pose. unknowns: (8, n) as there; stable: (n,) the pose it starts from stands by itself, and would not
    run away from a touch."""

    unknowns: FloatArray
    stable: np.ndarray

    def limited(self) -> Move:
        """The same direction, as far as one step of Newton may go."""
        far = np.abs(self.unknowns[:4] / FARTHEST).max(axis=0)
        return self.times(1.0 / np.maximum(1.0, far))

    def times(self, part: FloatArray | float) -> Move:
        """As many times (n,) this move."""
        return Move(part * self.unknowns, self.stable)

    def from_(self, pose: Pose) -> Pose:
        """The pose that a move from this one leads to."""
        return Pose(pose.unknowns + self.unknowns)


@immutable(eq=False)
class System:
    """The balance of a batch at a pose, linearised.

    wheels: (2, 2, n) force left over at each wheel. body: (4, n), left over in heave, pitch and roll of both axles.
    residual: (n,) the largest of them over the weight. height: (2, n) of the mass over the roll axis [m]. axle: what the
    wheels do between body and ground. rows: of the body's stiffness, three where the chassis is rigid, else four.
    """

    ready: Corner
    wheels: FloatArray
    body: FloatArray
    residual: FloatArray
    height: FloatArray
    axle: _Axle
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
        found = self._answer(np.array([self.wheels, wheels]), np.array([self.body, body]))
        return Move(found.unknowns[0], found.stable), Move(found.unknowns[1], found.stable)

    def roll_slope(self, pose: Pose) -> FloatArray:
        """Slope of body roll over lateral acceleration (n,) at the pose, settled, that was linearised [rad/(m/s^2)]."""
        by_roll = self.by_lateral().unknowns[2:4]
        return np.asarray((self.ready.share * by_roll / (1.0 + pose.roll**2)).sum(axis=0), dtype=float)

    def _per_lateral(self) -> tuple[FloatArray, FloatArray]:
        ready = self.ready
        body = np.zeros_like(self.body)
        body[2:] = ready.sprung * self.height
        if ready.damped is not None:
            body[2:] -= ready.damped
        return -ready.couple, body

    def _answer(self, wheels: FloatArray, body: FloatArray) -> Move:
        """The move that takes away forces at the wheels (..., 2, 2, n) and on the body (..., 4, n), several sets at once."""
        ready, axle = self.ready, self.axle
        reaching = axle.passing * wheels + axle.leaking * wheels[..., ::-1, :]
        left, right = reaching[..., LEFT, :], reaching[..., RIGHT, :]
        pressed = left + right
        pitched, tilted = ready.behind_cg * pressed, ready.half_track * (left - right)
        rest = np.empty_like(body)
        rest[..., 0, :] = body[..., 0, :] - pressed[..., 0, :] - pressed[..., 1, :]
        rest[..., 1, :] = body[..., 1, :] - pitched[..., 0, :] - pitched[..., 1, :]
        rest[..., 2:, :] = body[..., 2:, :] - tilted
        found = np.empty((*body.shape[:-2], 8, body.shape[-1]))
        moved, least = _solve_body(self.rows, rest, ready)
        for i, row in enumerate(moved):
            found[..., i, :] = row
        middle = found[..., :1, :] + ready.behind_cg * found[..., 1:2, :]
        aside = ready.half_track * found[..., 2:4, :]
        carried = middle[..., None, :] + OUT * aside[..., None, :]  # the body over each wheel
        pushed = axle.ground * carried + wheels
        stay = axle.inverse * pushed - axle.tie[:, None] * pushed[..., ::-1, :]
        found[..., 4:, :] = (carried - stay).reshape(*body.shape[:-2], 4, -1)
        return Move(found, least > 0.0)


def linearise(
    ready: Corner, pose: Pose, lateral: FloatArray, longitudinal: FloatArray, lift: Lift | None = None
) -> System:
    """Residuals and stiffness of a batch at a pose.

    Source: docs/theory/car.md, "The settled car".
    """
    force, direct, across = suspension(ready, wheel_travel(ready, pose))
    load = wheel_loads(ready, pose)
    axle = _axle(ready, direct, across, load)
    wheels = force + ready.hanging[:, None] - load - ready.couple * lateral
    vertical = force[:, LEFT] + force[:, RIGHT]
    jack = jacking_force(ready, load, lateral)
    if jack is not None:
        wheels += jack[:, None]
        vertical += 2.0 * jack
    rolling, height, rows = _body(ready, pose, lateral, axle)
    pitching = ready.behind_cg * vertical
    body = np.empty((4, lateral.size))
    body[0] = vertical[0] + vertical[1] - GRAVITY * ready.mass
    body[1] = pitching[0] + pitching[1] - ready.pitch_moment * longitudinal
    body[2:] = ready.half_track * (force[:, LEFT] - force[:, RIGHT]) + rolling
    if ready.damped is not None:
        body[2:] -= ready.damped * lateral
    if lift is not None:
        body[0] += lift.force
        body[1] += lift.force * (lift.behind_front + ready.behind_cg[0])
        body[2:] += ready.share * lift.force * lift.left
    sizes = np.abs([body[0], body[1] / ready.wheelbase, (body[2] + body[3]) / ready.track[0], *wheels.reshape(4, -1)])
    worst = sizes.max(axis=0)
    if ready.some_flexible:
        worst = np.maximum(worst, np.where(ready.flexible, np.abs(body[2]) / ready.track[0], 0.0))
    return System(ready, wheels, body, worst / ready.weight, height, axle, rows)


def roll_slope(ready: Corner, pose: Pose, lateral: FloatArray) -> FloatArray:
    """Slope of body roll over lateral acceleration (n,) at a settled pose [rad/(m/s^2)]."""
    with np.errstate(all="ignore"):  # a car that does not stand has none, and its caller knows
        return linearise(ready, pose, lateral, np.zeros_like(lateral)).roll_slope(pose)


@immutable(eq=False)
class _Axle:
    """Between body and ground: ground (2, 2, n) stiffness of the tyres that touch it. inverse (2, 2, n), tie (2, n): of the
    stiffness that a wheel feels from both, its own and, with minus, across. passing, leaking (2, 2, n): part of a wheel's
    force that reaches the body on its own side and on the other. heave, mixed, roll (2, n): stiffness that the body
    feels, tyres in series."""

    ground: FloatArray
    inverse: FloatArray
    tie: FloatArray
    passing: FloatArray
    leaking: FloatArray
    heave: FloatArray
    mixed: FloatArray
    roll: FloatArray


def _axle(ready: Corner, direct: FloatArray, across: FloatArray, load: FloatArray) -> _Axle:
    """From the derivatives of the suspension and the loads that say which tyres touch.

    Source: docs/theory/car.md, "The settled car".
    """
    ground = ready.tyre[:, None] * (load > 0.0)
    whole = direct + ground
    square = across * across
    det = (whole[:, LEFT] * whole[:, RIGHT] - square)[:, None]
    inverse, tie = whole[:, ::-1] / det, across / det[:, 0]
    passing, leaking = (direct * whole[:, ::-1] - square[:, None]) / det, tie[:, None] * ground
    own = ground * passing
    both, twice = own[:, LEFT] + own[:, RIGHT], 2.0 * leaking[:, LEFT] * ground[:, RIGHT]
    half = ready.half_track
    return _Axle(
        ground, inverse, tie, passing, leaking, both + twice, half * (own[:, LEFT] - own[:, RIGHT]),
        half * half * (both - twice),
    )  # fmt: skip


def _body(
    ready: Corner, pose: Pose, lateral: FloatArray, axle: _Axle
) -> tuple[FloatArray, FloatArray, list[list[FloatArray]]]:
    """Roll moment of mass and twisted chassis on each axle (2, n), height of the mass over the roll axis (2, n), and minus
    the Jacobian of the body's balance.

    Rows and columns: heave, tangent of pitch, tangents of roll over front and rear axle; one of roll if all are rigid.
    """
    T, u, d, y_s = pose.roll, pose.heave, ready.lever, ready.left
    cos2 = 1.0 / (1.0 + T * T)
    cos = np.sqrt(cos2)
    sin = T * cos
    u_cos2, u_sin = u * cos2, u * (sin * cos)
    height = d * cos + y_s * sin + u_cos2
    aside = y_s * cos - d * sin - u_sin
    sideways, down = ready.sprung * lateral, GRAVITY * ready.sprung
    moment = sideways * height - down * aside
    by_heave = sideways * cos2 + down * (sin * cos)
    # turning by an angle: height changes by aside - u sin cos, aside by u (1 - cos^2) - height
    by_roll = (sideways * (aside - u_sin) - down * (u - u_cos2 - height)) * cos2
    x, heave, mixed = ready.behind_cg, axle.heave, axle.mixed
    pitch, pitch_roll, roll_heave, roll = x * heave, x * mixed, mixed - by_heave, axle.roll - by_roll
    pitch_2 = x * pitch
    heaves, pitches = [heave[0] + heave[1], pitch[0] + pitch[1]], [pitch[0] + pitch[1], pitch_2[0] + pitch_2[1]]
    if not ready.some_flexible:
        across = pitch_roll[0] + pitch_roll[1]
        rows = [
            [*heaves, mixed[0] + mixed[1]],
            [*pitches, across],
            [roll_heave[0] + roll_heave[1], across, roll[0] + roll[1]],
        ]
        return moment, height, rows
    torsion = ready.torsion
    twist = torsion * (np.arctan(T[1]) - np.arctan(T[0]))
    stiff, against = roll + torsion * cos2, -torsion * cos2
    rows = [
        [*heaves, mixed[0], mixed[1]],
        [*pitches, pitch_roll[0], pitch_roll[1]],
        [roll_heave[0], pitch_roll[0], stiff[0], against[1]],
        [roll_heave[1], pitch_roll[1], against[0], stiff[1]],
    ]
    return moment + np.array([twist, -twist]), height, rows


def _solve_body(
    rows: list[list[FloatArray]], right: FloatArray, ready: Corner
) -> tuple[list[FloatArray], FloatArray]:
    """Step of heave, pitch and the two rolls, and the least pivot; both rolls are one where the chassis is rigid."""
    heave, pitch, front, rear = (right[..., i, :] for i in range(4))
    if not ready.some_flexible:
        found, least = _eliminate(rows, [heave, pitch, front + rear])
        return [*found, found[2]], least
    if not ready.all_flexible:
        one, stiff = np.ones_like(front), ~ready.flexible
        both = [rows[2][k] + rows[3][k] for k in range(4)]
        tie = [0.0 * one, 0.0 * one, -one, one]
        rows = [
            rows[0], rows[1], [np.where(stiff, a, b) for a, b in zip(both, rows[2], strict=True)],
            [np.where(stiff, a, b) for a, b in zip(tie, rows[3], strict=True)],
        ]  # fmt: skip
        front, rear = np.where(stiff, front + rear, front), np.where(stiff, 0.0, rear)
    return _eliminate(rows, [heave, pitch, front, rear])


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
        least = rows[0][0]
        for i in range(1, n):
            least = np.minimum(least, rows[i][i])
    return found, least
