"""A car lifted at one point, as a jack does it beside level scales.

A vertical force P at (x, y) of the body is added to the balances of heave, pitch and roll of `equilibrium`. P is
raised until the two left-hand wheels together carry the load asked for: between the last P that is too small and the
first that is too large, the next try lies on the line through what was found, else halfway; the car is settled anew
at each.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, require_finite, require_positive
from anchor_beam.core.car.assembly import LEFT, Pose, at_rest, corner, wheel_loads
from anchor_beam.core.car.bars import WheelBar, bars
from anchor_beam.core.car.corner import CornerState, report
from anchor_beam.core.car.equilibrium import SETTLED, Lift, newton
from anchor_beam.core.car.model import Car, batch
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable


@immutable
class JackPoint:
    """Where the jack touches the body: behind the front axle and left of the centre line [m]."""

    behind_front: float
    left: float

    def __post_init__(self) -> None:
        require_finite("jack.behind_front", self.behind_front, "The place of the jack")
        require_finite("jack.left", self.left, "The place of the jack")


@immutable(eq=False)
class Jacked:
    """force of the jack [N], and the car on it (a batch of one)."""

    force: float
    state: CornerState


def jack_until(car: Car, pair: tuple[WheelBar, WheelBar], at: JackPoint, *, left_sum: float) -> Jacked:
    """Raise the car until both left-hand wheels together carry `left_sum` [N].

    Raises:
        InputError: at "until_left_sum" when the car rests on less already or the jack cannot take that load off.
        NoSolution: at "jack" when the car would fall off the jack first.
    Source: conventions of the reference cars, docs/theory/car.md, "On a jack".
    """
    require_positive("until_left_sum", left_sum, "The load to stop at")
    ready = corner(batch([car]), bars([pair]))
    none = np.zeros(1)

    def jacked(force: float, start: Pose) -> tuple[Pose, FloatArray, float]:
        pose, left_over = newton(ready, start, none, none, Lift(np.array([force]), at.behind_front, at.left))
        return pose, left_over, float(wheel_loads(ready, pose)[:, LEFT].sum())

    pose, left_over, carried = jacked(0.0, at_rest(1))
    if not left_over[0] < SETTLED:
        raise NoSolution("car", "The car does not stand on its springs.", accepts="stiffer springs or a lower car")
    if carried < left_sum:
        raise InputError(
            "until_left_sum", "The left-hand wheels carry less than that with the car on its wheels.", got=left_sum,
            accepts=f"less than {carried:.0f} N",
        )  # fmt: skip
    # the load on the left falls as the jack pushes; halve until it is met
    low, high = 0.0, GRAVITY * car.sprung_mass
    force = high
    for _ in range(200):
        tried, over, now = jacked(force, pose)
        if over[0] < SETTLED and abs(now - left_sum) < 1e-6 * left_sum:
            return Jacked(force, report(ready, tried, over))
        if over[0] < SETTLED and now > left_sum:
            low, pose, carried_low = force, tried, now
            slope = (now - carried) / max(force, 1e-9)
            guess = force + (left_sum - carried_low) / slope if slope < 0.0 else 0.5 * (low + high)
            force = guess if low < guess < high else 0.5 * (low + high)
        else:
            high = force
            force = 0.5 * (low + high)
        if high - low < 1e-7 * high:
            break
    raise NoSolution(
        "jack", "From this point the left-hand wheels cannot be brought to that load before the car leaves the jack.",
        accepts="a jack point further to the left, or a higher load to stop at",
    )  # fmt: skip
