"""Change of direction: how fast a car goes through gates, which end gives up, and how its roll follows a step of the steer.

Through gates the car is steered to and fro; at each speed the steer is sought at which the car's path swings by the
amplitude that the gates ask, and of several speeds the one at which an axle comes to the edge of its grip.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, frozen, require_positive
from anchor_beam.core.grip.transient import RELAXATION, AxleTyres, Course, Rolling, drive
from anchor_beam.immutable import immutable

GATE, AMPLITUDE = 18.0, 1.15  # m between gates, and of the path beside the straight line
EDGE = 0.98  # use of grip at which the car goes as fast as it can
CYCLES, PER_CYCLE = 2, 96  # of the steer, growing over the first; steps of each
TURN = 2.0 * np.pi * np.arange(CYCLES * PER_CYCLE) / PER_CYCLE
SPEEDS = np.linspace(0.98, 1.08, 8)  # over that of the same acceleration in a steady turn
WIDELY = np.linspace(0.60, 1.20, 12)  # ... for cars that are not found there
STEERS = np.linspace(0.9, 2.3, 10)  # over the steer of a car that answers in proportion
STEP_SPEED, STEP_LATERAL, STEP_RAMP = 22.0, 0.4 * GRAVITY, 0.2  # m/s, m/s^2, s
STEP_EVERY = 0.0085  # s; the step lasts as many as the gates take
AT_REST, LATEST = 0.05, 0.8  # settled within this part of where it ends; and by this part of the drive, or not at all


@immutable(eq=False)
class Gates:
    """Of settings (n,): highest speed through the gates [m/s], use of grip of both axles there (n, 2), margin [%] (> 0: the
    front gives up first), largest roll [rad], and how long acceleration and roll lag behind the steer [s]. NaN where the car
    does not get through at any of the speeds tried."""

    speed: FloatArray
    use: FloatArray
    margin: FloatArray
    roll: FloatArray
    lag_lateral: FloatArray
    lag_roll: FloatArray


@immutable(eq=False)
class Step:
    """Of settings (n,): time from half the ramp of the steer to 90 % of the final acceleration, yaw rate and roll [s], and by
    how much the roll overshoots [-]; and time from there until all three stay within 5 % of where they end [s], NaN where
    they have not come to rest when the drive ends."""

    T90_lateral: FloatArray
    T90_yaw_rate: FloatArray
    T90_roll: FloatArray
    overshoot: FloatArray
    settled: FloatArray


@immutable(eq=False)
class Change:
    """How settings (n,) change direction: through gates, and on a step of the steer."""

    gates: Gates
    step: Step


def change_of_direction(
    cars: Rolling, *, gate: float = GATE, amplitude: float = AMPLITUDE, relaxation: float = RELAXATION
) -> Change:
    """Drive cars (n,) to and fro between gates `gate` apart on a path of `amplitude` [m], and into a step of the steer; slip
    grows over `relaxation` [m].

    Limits: no heave, pitch, kerb, differential or loss of speed; the amplitude moves the speed by as much as half of its own
    error. Compare settings.
    Raises:
        InputError: at "gate", "amplitude" or "relaxation".
    Source: docs/theory/phases.md, "Change of direction".
    """
    for place, value in (("gate", gate), ("amplitude", amplitude), ("relaxation", relaxation)):
        require_positive(place, value, f"The {place}")
    ramp = _ramp(cars)
    swing, step = _through(cars, SPEEDS, gate, amplitude, relaxation, ramp)
    lost = np.flatnonzero(np.isnan(swing[0]))
    if lost.size:
        swing[:, lost] = _through(cars.chosen(lost), WIDELY, gate, amplitude, relaxation, ramp[:, lost])[0]
    return Change(_gates(swing, gate), step)


def _through(
    cars: Rolling, speeds: FloatArray, gate: float, amplitude: float, relaxation: float, ramp: FloatArray
) -> tuple[FloatArray, Step]:
    """(6, n) speed, lags, roll and use of both axles at the edge of grip, tried at some speeds, NaN where it is not there.

    Also the step of the steer `ramp` (s, n), in the same drive.
    """
    n = cars.mass.size
    speed = speeds[:, None] * (gate / np.pi * np.sqrt(_steady_limit(cars) / amplitude))  # (v, n)
    wanted = amplitude * (np.pi * speed / gate) ** 2
    steers = STEERS[:, None] * (wanted / np.abs(_answer(cars, speed, np.pi * speed / gate, relaxation)))[:, None]
    lanes = steers.shape  # (v, d, n)
    V = np.broadcast_to(speed[:, None], lanes).ravel()
    member = np.concatenate([np.broadcast_to(np.arange(n), lanes).ravel(), np.arange(n)])
    wave = np.sin(TURN) * np.minimum(TURN / (2.0 * np.pi), 1.0)
    with np.errstate(all="ignore"):  # a lane that spins or falls over has no figures, and is left out
        went = drive(
            cars.chosen(member), np.concatenate([V, np.full(n, STEP_SPEED)]),
            np.concatenate([wave[:, None] * steers.ravel(), ramp], axis=1),
            np.concatenate([2.0 * gate / (V * PER_CYCLE), np.full(n, STEP_EVERY)]), relaxation,
        )  # fmt: skip
    return _fastest(speed, _at_amplitude(_swing(went.part(slice(None, -n)), lanes), wanted)), _step(
        cars, went.part(slice(-n, None))
    )


def _steady_limit(cars: Rolling) -> FloatArray:
    """(n,) about the lateral acceleration at which the first axle slides in a steady turn [m/s^2]."""
    tyres, at = AxleTyres(cars), np.full(cars.mass.size, 0.5 * GRAVITY)
    for _ in range(4):
        over, on_tyres = _leaning(cars, at)
        _, held = tyres.forces(np.ones_like(over), over, on_tyres)
        at = (held / cars.load).min(axis=0) * GRAVITY
    return at


def _leaning(cars: Rolling, lateral: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Roll of the suspensions and on the tyres (2, n) of a steady turn [rad], all wheels down.

    Source: `car.linear`, docs/theory/car.md, "Linear roll".
    """
    series = cars.suspension * cars.tyres / (cars.suspension + cars.tyres)
    couple = (cars.load / GRAVITY * cars.roll_centre + cars.couple_arm) * lateral
    passed = cars.suspension / (cars.suspension + cars.tyres) * couple
    upright = np.maximum(series.sum(axis=0) - cars.offset * GRAVITY, 1.0)
    phi = (cars.offset * lateral + passed.sum(axis=0)) / upright
    on_tyres = (cars.suspension * phi + couple) / (cars.suspension + cars.tyres)
    return phi - on_tyres, on_tyres


def _ramp(cars: Rolling) -> FloatArray:
    """(s, n) steer of the front wheels, ramped to what holds the asked acceleration [rad]."""
    over, on_tyres = _leaning(cars, np.full(cars.mass.size, STEP_LATERAL))
    tyres, forces = AxleTyres(cars), cars.load / GRAVITY * STEP_LATERAL
    slip = 0.02 * np.ones_like(over)
    for _ in range(8):  # Newton on the slip that makes the force of each axle
        now, nudged = (tyres.forces(slip + more, over, on_tyres)[0] for more in (0.0, 1e-5))
        with np.errstate(all="ignore"):
            slip = slip + np.clip((forces - now) / (nudged - now) * 1e-5, -0.05, 0.05)
    turned = cars.compliance_steer * forces + cars.roll_steer * over
    held = cars.wheelbase * STEP_LATERAL / STEP_SPEED**2 + slip[0] - slip[1] + turned[0] - turned[1]
    return np.asarray(np.minimum(STEP_EVERY * np.arange(TURN.size) / STEP_RAMP, 1.0)[:, None] * held)


def _step(cars: Rolling, went: Course) -> Step:
    """How cars followed the ramp."""
    over, on_tyres = _leaning(cars, np.full(cars.mass.size, STEP_LATERAL))
    final = STEP_LATERAL, STEP_LATERAL / STEP_SPEED, over[0] + on_tyres[0]
    times = [
        _reaches(values, np.broadcast_to(0.9 * end, cars.mass.shape)) * STEP_EVERY - STEP_RAMP / 2.0
        for values, end in zip((went.lateral, went.yaw_rate, went.roll), final, strict=True)
    ]
    with np.errstate(all="ignore"):
        overshoot = np.where(np.isfinite(times[2]), np.maximum(went.roll.max(axis=0) / final[2] - 1.0, 0.0), np.nan)
    rest = np.max([_rests(values) for values in (went.lateral, went.yaw_rate, went.roll)], axis=0)
    settled = np.where(rest < LATEST * (TURN.size - 1), rest * STEP_EVERY - STEP_RAMP / 2.0, np.nan)
    return Step(*(frozen(each) for each in (*times, overshoot, settled)))


def _rests(values: FloatArray) -> FloatArray:
    """(n,) steps after which values (s, n) stay close to where they end; NaN where there are none."""
    with np.errstate(all="ignore"):
        away = np.abs(values / values[-1] - 1.0) / AT_REST
    i, k = away.shape[0] - 1 - np.argmax(away[::-1] > 1.0, axis=0), np.arange(away.shape[1])
    here, later = away[i, k], away[np.minimum(i + 1, away.shape[0] - 1), k]
    with np.errstate(all="ignore"):
        at = i + (here - 1.0) / (here - later)
    return np.where(here > 1.0, at, np.nan)


def _reaches(values: FloatArray, wanted: FloatArray) -> FloatArray:
    """(n,) steps after which values (s, n) first come to what is wanted (n,); NaN where they never do."""
    there = values >= wanted
    i, k = np.argmax(there, axis=0), np.arange(values.shape[1])
    before = values[np.maximum(i - 1, 0), k]
    with np.errstate(all="ignore"):
        at = i - 1 + (wanted - before) / (values[i, k] - before)
    return np.where(there.any(axis=0) & (i > 0), at, np.nan)


def _answer(cars: Rolling, speed: FloatArray, omega: FloatArray, relaxation: float) -> np.ndarray:
    """(v, n) lateral acceleration per steer [m/s^2 per rad] of a car in proportion that does not roll, complex.

    Source: Milliken and Milliken, *Race Car Vehicle Dynamics*, ch. 5 (the car of two degrees of freedom).
    """
    part = 0.5 * cars.load[:, None] / cars.stiffest[:, 0, None]
    stiff = (4.0 * cars.stiffness[:, 0, None] * part / (1.0 + part * part)) / (1.0 + 1j * omega * relaxation / speed)
    front, rear = stiff[0], stiff[1]
    a, b, jw = cars.ahead[0], -cars.ahead[1], 1j * omega
    # m (jw v + V r) = F_f + F_r, I jw r = a F_f - b F_r, with F = C (steer - (v + l r)/V)
    vv, vr = cars.mass * jw + (front + rear) / speed, cars.mass * speed + (a * front - b * rear) / speed
    rv, rr = (a * front - b * rear) / speed, cars.yaw_inertia * jw + (a * a * front + b * b * rear) / speed
    det = vv * rr - vr * rv
    v, r = (front * rr - vr * a * front) / det, (vv * a * front - rv * front) / det
    return np.asarray(jw * v + speed * r)


@immutable(eq=False)
class _Swing:
    """What cars did through gates, in lanes (v, d, n): amplitude of the first harmonic of the lateral acceleration, its lag
    and that of the roll [rad], largest roll, use of grip (2, v, d, n)."""

    lateral: FloatArray
    lag_lateral: FloatArray
    lag_roll: FloatArray
    roll: FloatArray
    use: FloatArray


def _swing(went: Course, lanes: tuple[int, ...]) -> _Swing:
    """The last cycle of the lanes (v, d, n)."""
    last = slice(-PER_CYCLE, None)
    turning = 2.0 / PER_CYCLE * np.exp(-1j * TURN[last])
    with np.errstate(all="ignore"):
        lateral, roll = (np.einsum("s,sk->k", turning, values[last]) for values in (went.lateral, went.roll))
        use, largest = np.abs(went.use[last]).max(axis=0), np.abs(went.roll[last]).max(axis=0)
    behind = [np.remainder(-np.angle(1j * each), 2.0 * np.pi) for each in (lateral, roll)]  # a sine lags nothing
    return _Swing(
        np.abs(lateral).reshape(lanes), behind[0].reshape(lanes), behind[1].reshape(lanes), largest.reshape(lanes),
        use.reshape(2, *lanes),
    )  # fmt: skip


def _at_amplitude(at: _Swing, wanted: FloatArray) -> FloatArray:
    """(5, v, n) lags of acceleration and roll, largest roll, use of both axles at the wanted (v, n) amplitude of the lateral
    acceleration; NaN where no steer reaches it."""
    figures = np.stack([at.lag_lateral, at.lag_roll, at.roll, *at.use])
    found = np.full((5, *wanted.shape), np.nan)
    for v, n in np.ndindex(*wanted.shape):
        lateral = at.lateral[v, :, n]
        top = int(np.argmax(np.where(np.isfinite(lateral), lateral, -np.inf))) + 1  # beyond, more steer brings less
        rising = lateral[:top]
        if top >= 3 and rising[0] <= wanted[v, n] <= rising[-1] and bool((np.diff(rising) > 0.0).all()):
            found[:, v, n] = _between(rising, figures[:, v, :top, n], float(wanted[v, n]))
    return found


def _between(x: FloatArray, y: FloatArray, at: float) -> FloatArray:
    """Values (k,) at a place between rising x (m,) of y (k, m), by a cubic that does not swing.

    Source: Fritsch and Butland 1984 (slopes by the harmonic mean of the neighbours').
    """
    i = int(np.clip(np.searchsorted(x, at) - 1, 0, len(x) - 2))
    steps = np.diff(x)
    slopes = np.diff(y, axis=1) / steps

    def slope(k: int) -> FloatArray:
        if k in (0, len(x) - 1):
            return np.asarray(slopes[:, 0 if k == 0 else -1])
        one, other, h, g = slopes[:, k - 1], slopes[:, k], steps[k - 1], steps[k]
        with np.errstate(all="ignore"):
            mean = 3.0 * (h + g) / ((2.0 * g + h) / one + (g + 2.0 * h) / other)
        return np.where(one * other > 0.0, mean, 0.0)

    h, t = steps[i], (at - x[i]) / steps[i]
    square, cube = t * t, t**3
    return np.asarray(
        (1.0 - 3.0 * square + 2.0 * cube) * y[:, i] + (3.0 * square - 2.0 * cube) * y[:, i + 1]
        + h * ((t - 2.0 * square + cube) * slope(i) + (cube - square) * slope(i + 1))
    )  # fmt: skip


def _fastest(speed: FloatArray, found: FloatArray) -> FloatArray:
    """(6, n) speed and the figures (5,) there, where the first of both axles comes to the edge of its grip."""
    out = np.full((6, speed.shape[1]), np.nan)
    for k in range(speed.shape[1]):
        used = found[3:, :, k].max(axis=0)
        known = np.flatnonzero(np.isfinite(used))
        over = np.flatnonzero(used[known] >= EDGE)
        if not over.size or not over[0]:
            continue
        near = known[max(over[0] - 2, 0) : over[0] + 2]
        if not (np.diff(used[near]) > 0.0).all():
            near = known[over[0] - 1 : over[0] + 1]
        out[0, k] = _between(used[near], speed[None, near, k], EDGE)[0]
        out[1:, k] = _between(speed[near, k], found[:, near, k], float(out[0, k]))
    return out


def _gates(found: FloatArray, gate: float) -> Gates:
    """From figures (6, n), lags in radians of the steer."""
    speed, lag_lateral, lag_roll, roll, front, rear = found
    margin = 200.0 * (front - rear) / (front + rear)
    lags = (lag * gate / (np.pi * speed) for lag in (lag_lateral, lag_roll))
    return Gates(
        frozen(speed), frozen(np.stack([front, rear], axis=-1)), frozen(margin), frozen(roll), *map(frozen, lags)
    )
