"""What follows from a car and a setting: a function of frozen records, so results are kept by their inputs.

A search may begin near the answer for the same car a moment ago, which whoever asks passes on. What it accepts is judged as
from rest, so the answer differs by what a search leaves over (1e-9 of the weight) and by nothing else.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import cached_property, lru_cache
from typing import TYPE_CHECKING

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, freeze
from anchor_beam.core.car.bars import BarBatch, bars
from anchor_beam.core.car.batches import joined
from anchor_beam.core.car.corner import CornerState
from anchor_beam.core.car.events import Reached
from anchor_beam.core.car.linear import axle_stiffness, rear_stiffness_share
from anchor_beam.core.car.measured import sound_car
from anchor_beam.core.car.mirror import mirrored_bars, mirrored_cars
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import Limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.outcome import Ending
from anchor_beam.core.grip.survey import Course, course
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import measured_car, measured_grip
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.errors import AnchorBeamError, NoSolution
from anchor_beam.figures.ends import EndResult, end_result
from anchor_beam.immutable import immutable

if TYPE_CHECKING:
    from anchor_beam.core.grip.effects import Effects


@immutable(eq=False)
class Cornering:
    """What the settled car does; turns (2,) are left and right.

    limits: of both axles in every phase, (turns, phases, axles). lifts: (2, 2) turns, axles [m/s^2]. roll_gradient
    [rad/(m/s^2)]. rest: the car standing with its links as they are, (turns,), the second in a mirror.
    one_g: at 1 g, (turns,). found: where the search ended.
    """

    limits: Limits
    lifts: FloatArray
    roll_gradient: float
    rest: CornerState
    one_g: CornerState
    found: Reached


@immutable(eq=False)
class Results:
    """Everything the bench shows about one setting of one car; `problem` says why there is no balance, if so.

    axle_stiffness: (2,) roll stiffness of front and rear axle [N m/rad].
    """

    car: CarRecord
    setting: Setting
    front: EndResult
    rear: EndResult
    axle_stiffness: FloatArray | None
    corner: Cornering | None
    problem: AnchorBeamError | None

    def end(self, axle: Axle) -> EndResult:
        """What follows for one axle alone."""
        return self.front if axle is Axle.FRONT else self.rear

    def margin_of(self, phase: Phase) -> float | None:
        """Balance margin B in one phase [%], the mean of left and right turn; above zero the front gives up first."""
        return self._margins.get(phase)

    @cached_property
    def _margins(self) -> dict[Phase, float]:
        """Only those that exist."""
        if self.corner is None:
            return {}
        found = self.corner.limits
        means = zip(found.phases, found.margin.mean(axis=0).tolist(), strict=True)
        return {phase: margin for phase, margin in means if math.isfinite(margin)}

    def ending_of(self, phase: Phase) -> Ending | None:
        """How both axles end in a phase; of both turns the one that ends worse."""
        if self.corner is None:
            return None
        found, at = self.corner.limits, self.corner.limits.phases.index(phase)
        limits = np.fmin(*found.acceleration[:, at])
        worst = [max(found.outcome((turn,), phase, axle) for turn in (0, 1)) for axle in Axle]
        return Ending(worst[0], worst[1], float(limits[0]), float(limits[1]))

    def turns_of(self, phase: Phase) -> tuple[float, float] | None:
        """Balance margin in a left and in a right turn [%]."""
        if self.corner is None:
            return None
        left, right = self.corner.limits.margin[:, self.corner.limits.phases.index(phase)]
        return float(left), float(right)

    @property
    def margin(self) -> float | None:
        """Balance margin in the middle of the corner [%]."""
        return self.margin_of(Phase.MIDDLE)

    def limits_of(self, phase: Phase) -> tuple[float, float] | None:
        """Lateral acceleration at which front and rear run out [m/s^2], the mean of both turns."""
        if self.corner is None:
            return None
        front, rear = self.corner.limits.acceleration[:, self.corner.limits.phases.index(phase)].mean(axis=0)
        return float(front), float(rear)

    @property
    def roll_gradient(self) -> float | None:
        """Body roll per lateral acceleration [rad/(m/s^2)]."""
        return None if self.corner is None else self.corner.roll_gradient

    @property
    def rear_share(self) -> float | None:
        """Rear part of the axle roll stiffness [%]."""
        return None if self.axle_stiffness is None else 100.0 * float(rear_stiffness_share(self.axle_stiffness))

    @property
    def first_lift(self) -> tuple[Axle, float] | None:
        """Axle whose inside wheel lifts first, and the lateral acceleration [m/s^2]."""
        if self.corner is None or not np.isfinite(self.corner.lifts).any():
            return None
        at = np.fmin(*self.corner.lifts)  # of both turns; NaN for an axle whose inside wheel stays down in either
        axle = Axle.FRONT if at[0] < at[1] or not np.isfinite(at[1]) else Axle.REAR
        return axle, float(at[axle.position])

    @property
    def slides_before_lift(self) -> tuple[Axle, float] | None:
        """Axle that slides in the middle of the corner before an inside wheel would lift, and where [m/s^2]."""
        ending, lift = self.ending_of(Phase.MIDDLE), self.first_lift
        first = None if ending is None else ending.slides_first
        return first if first is not None and lift is not None and first[1] < lift[1] else None

    def link_load(self, axle: Axle) -> tuple[Side, float] | None:
        """Largest link force at 1 g, and the side [N].

        The link on the shorter lever carries more. None where the bar is disconnected or the car does not settle.
        """
        torque = self.bar_torque(axle)
        forces = None if torque is None else self.end(axle).link_forces(torque)
        if forces is None:
            return None
        side = Side.LEFT if forces[0] >= forces[1] else Side.RIGHT
        return side, forces[side.position]

    def bar_torque(self, axle: Axle) -> float | None:
        """Torque in the bar at 1 g, of the turn in which it is larger [N m]."""
        end = self.end(axle)
        if self.corner is None or not end.works or not end.end.connected:
            return None
        if not bool(self.corner.one_g.converged.all()):
            return None
        left, right = self.corner.one_g.bar_torque[:, axle.position]
        return float(left if abs(left) >= abs(right) else -right)

    def rest_torque(self, axle: Axle) -> float | None:
        """Torque that the links as fitted leave in the bar of the standing car [N m]; > 0 presses the left tyre."""
        end = self.end(axle)
        if self.corner is None or end.sides is None or not end.end.connected:
            return None
        return float(self.corner.rest.bar_torque[0, axle.position])

    @property
    def cross_weight(self) -> float | None:
        """Part of the load on right front and left rear [%], as the car stands with these links."""
        return None if self.corner is None else 100.0 * float(self.corner.rest.cross_weight[0])

    def stress(self, axle: Axle) -> float | None:
        """Highest nominal stress in the bar at 1 g [Pa]; None for plate arms or a disconnected bar."""
        torque = self.bar_torque(axle)
        return None if torque is None else self.end(axle).stress(torque)

    def peak_stress(self, axle: Axle) -> float | None:
        """The same with the curvature of the bends [Pa]; None where it cannot be said, see `EndResult.peak`."""
        torque = self.bar_torque(axle)
        per_torque = None if torque is None else self.end(axle).peak.stress
        return None if torque is None or per_torque is None else abs(torque) * per_torque


MOST_KEPT = 512


class _Kept:
    """Results by car and setting, the oldest giving way."""

    def __init__(self) -> None:
        self._results: dict[tuple[CarRecord, Setting], Results] = {}

    def get(self, car: CarRecord, setting: Setting) -> Results | None:
        return self._results.get((car, setting))

    def put(self, found: Results) -> Results:
        if len(self._results) >= MOST_KEPT:
            del self._results[next(iter(self._results))]
        plan = None if found.corner is None else found.corner.limits.plan
        freeze(found, found.front, found.rear, plan)
        self._results[found.car, found.setting] = found
        return found

    def clear(self) -> None:
        self._results.clear()


kept = _Kept()


def results(car: CarRecord, setting: Setting, near: Results | None = None) -> Results:
    """Everything that follows from a car and a setting; near: of the same car with little else changed.

    Raises:
        InputError: at a figure that cannot be right, by its place in the `CarFile`.
    """
    known = kept.get(car, setting)
    return kept.put(_worked_out(car, setting, near)) if known is None else known


def is_kept(car: CarRecord, settings: Sequence[Setting]) -> bool:
    """Whether the results of all these settings are there already."""
    return all(kept.get(car, setting) is not None for setting in settings)


def keep(car: CarRecord, settings: Sequence[Setting], found: Sequence[Results]) -> None:
    """Keep what another process worked out, under the records of this one: those compare at once."""
    for setting, each in zip(settings, found, strict=True):
        kept.put(replace(each, car=car, setting=setting))


def _worked_out(car: CarRecord, setting: Setting, near: Results | None) -> Results:
    try:
        turns = both_turns(car)
    except AnchorBeamError as problem:
        raise problem.within("car") from problem
    front, rear = (end_result(car.axle(axle), setting.end(axle), axle) for axle in Axle)
    no_links = front.problem or rear.problem
    if no_links is not None:
        return Results(car, setting, front, rear, None, None, no_links)
    stiffness = axle_stiffness(turns.one, np.array([[front.roll_stiffness, rear.roll_stiffness]]))[0]
    begun = None if near is None or near.corner is None else near.corner.found
    corner = cornering(turns, bars([(front.wheel_bar, rear.wheel_bar)]), begun)
    if not np.isfinite(corner.roll_gradient):
        falls = NoSolution(
            "car.cg_height", "These springs and bars do not hold the body up in roll.", accepts="stiffer springs"
        )
        return Results(car, setting, front, rear, None, None, falls)
    return Results(car, setting, front, rear, stiffness, corner, None)


@immutable(eq=False)
class Turns:
    """A car laid out for the solver: itself (1,), in a left and a right turn (2,), its grip (1,), and a survey of both."""

    one: CarBatch
    both: CarBatch
    grip: GripBatch
    course: Course


@lru_cache(maxsize=64)
def both_turns(car: CarRecord) -> Turns:
    """The car in both turns.

    Raises:
        InputError: at a figure of the car, named as in the record.
    """
    one = sound_car(measured_car(car))
    both, grip = joined([one, mirrored_cars(one)]), measured_grip(car).grips()
    turns = Turns(one, both, grip, course(both, grip, GRAVITY))
    freeze(turns)
    return turns


def cornering(turns: Turns, bar: BarBatch, near: Reached | None = None) -> Cornering:
    """Settle one car in everything that is shown of it, left and right turns at once."""
    found = turns.course.survey(joined([bar, mirrored_bars(bar)]), near)
    return Cornering(found.limits, found.lifts, float(found.roll_gradient[0]), found.rest, found.at, found.found)


def change_effects(before: Results, after: Results) -> Effects | None:
    """What of a change of setting comes from load transfer and what from camber; None where the car itself changed."""
    if before.corner is None or after.corner is None or before.car != after.car or before.setting == after.setting:
        return None
    from anchor_beam.core.grip.effects import effects  # worked out after the picture

    pairs = [bars([(each.front.wheel_bar, each.rear.wheel_bar)]) for each in (before, after)]
    turns = both_turns(after.car)
    return effects(turns.one, pairs[0], pairs[1], turns.grip)
