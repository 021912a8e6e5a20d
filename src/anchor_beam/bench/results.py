"""What follows from a car and a setting. Pure functions of frozen records, so results are cached by their inputs."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.bar.stiffness import BarSolution, solve
from anchor_beam.core.car.linear import LinearResponse, respond
from anchor_beam.core.car.model import Car, batch
from anchor_beam.core.grip.balance import balance
from anchor_beam.core.linkage.arm import (
    ArmPosition,
    Chain,
    level_length,
    position,
    require_assembled,
    square_length,
)
from anchor_beam.core.linkage.tape import chain, one_hole
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.physics import bar_input, car_input, pickup, turns
from anchor_beam.documents.records import AxleRecord, CarRecord, EndSetting, Setting
from anchor_beam.errors import AnchorBeamError, NoSolution


@dataclass(frozen=True, eq=False)
class SideResult:
    """One side's arm and link at ride height. Lengths in m, angles in rad.

    turns: of the adjuster from the fitted link to the level one, None for a link of fixed length.
    """

    chain: Chain
    where: ArmPosition
    fitted: float
    level: float
    square: float
    turns: float | None

    @property
    def motion_ratio(self) -> float:
        """Turn of the arm per wheel travel [rad/m]."""
        return float(self.where.motion_ratio[0])

    @property
    def slope(self) -> float:
        """Angle of the arm above level [rad]."""
        return float(self.where.slope[0])

    @property
    def off_level(self) -> float:
        """What the fitted link is too long (or, negative, too short) to put the arm level [m]."""
        return self.fitted - self.level


@dataclass(frozen=True, eq=False)
class EndResult:
    """One axle's bar and links. Stiffness figures are those of the bar as connected.

    motion_ratios: (2, n) turn of the arm per wheel travel if the fitted link hung in that hole [rad/m], NaN where it
    does not reach. problem: why there are no links, if so.
    """

    end: EndSetting
    bar: BarSolution
    sides: tuple[SideResult, SideResult] | None
    motion_ratios: FloatArray
    roll_stiffness: float
    problem: AnchorBeamError | None

    @property
    def K_theta(self) -> float:
        return float(self.bar.K_theta[self.end.hole_left, self.end.hole_right])

    @property
    def end_rate(self) -> float | None:
        """At the bar's end, both ends moving [N/m]."""
        return self.bar.end_rate(self.end.hole_left, self.end.hole_right)

    @property
    def hole_rates(self) -> FloatArray:
        """(2, n) rate at the wheel in roll that each hole gives with the same hole on both sides [N/m]."""
        return np.asarray(2.0 * np.diag(self.bar.K_theta) * self.motion_ratios**2, dtype=float)

    @property
    def wheel_rate(self) -> float | None:
        """Force at each wheel per travel of each wheel, moving oppositely [N/m]: 2 K_theta m_left m_right; 0 disconnected."""
        if not self.end.connected:
            return 0.0
        if self.sides is None:
            return None
        left, right = (side.motion_ratio for side in self.sides)
        return 2.0 * self.K_theta * left * right

    @property
    def rest_twist(self) -> float | None:
        """Twist of the bar with the car at rest, theta_left - theta_right [rad]."""
        if self.sides is None:
            return None
        left, right = (float(side.where.theta[0]) for side in self.sides)
        return left - right

    @property
    def rest_torque(self) -> float | None:
        """Torque that this twist puts into the bar if nothing gives way [N m]; > 0 presses the left tyre."""
        return None if self.rest_twist is None or not self.end.connected else self.K_theta * self.rest_twist


@dataclass(frozen=True, eq=False)
class Results:
    """Everything the bench shows about one setting of one car; `problem` says why there is no balance, if so.

    limits: lateral acceleration at which front and rear run out [m/s^2].
    """

    car: CarRecord
    setting: Setting
    physics: Car
    front: EndResult
    rear: EndResult
    response: LinearResponse | None
    limits: tuple[float, float] | None
    problem: AnchorBeamError | None

    def end(self, axle: Axle) -> EndResult:
        return self.front if axle is Axle.FRONT else self.rear

    @property
    def margin(self) -> float | None:
        """Balance margin B [%]: above zero the front gives up first."""
        if self.limits is None:
            return None
        front, rear = self.limits
        return 200.0 * (rear - front) / (rear + front)

    @property
    def roll_gradient(self) -> float | None:
        """Body roll per lateral acceleration [rad/(m/s^2)]."""
        return None if self.response is None else float(self.response.roll[0, 0])

    @property
    def rear_share(self) -> float | None:
        """Rear part of the axle roll stiffness [%]."""
        return None if self.response is None else 100.0 * float(self.response.rear_stiffness_share[0, 0])

    @property
    def first_lift(self) -> tuple[Axle, float] | None:
        """Axle whose inside wheel lifts first, and the lateral acceleration [m/s^2]."""
        if self.response is None:
            return None
        lifts = self.response.lift_acceleration[0, 0]
        axle = Axle.FRONT if lifts[0] < lifts[1] else Axle.REAR
        return axle, float(lifts[axle.position])

    def link_load(self, axle: Axle) -> tuple[Side, float] | None:
        """Largest link force at 1 g, and the side [N]; from the body's roll on its springs, linear.

        The link on the shorter lever carries more. None where the bar is disconnected or nothing is known.
        """
        torque = self.bar_torque(axle)
        sides = self.end(axle).sides
        if torque is None or sides is None:
            return None
        forces = [abs(torque / float(side.where.lever[0])) for side in sides]
        side = Side.LEFT if forces[0] >= forces[1] else Side.RIGHT
        return side, forces[side.position]

    def bar_torque(self, axle: Axle) -> float | None:
        """Torque in the bar at 1 g [N m]: its roll stiffness times the suspension's roll, over the wheels' turn."""
        end = self.end(axle)
        if self.response is None or end.sides is None or not end.end.connected:
            return None
        i = axle.position
        tyre_rate, track = self.car.axle(axle).tyre_rate.value, self.car.axle(axle).track.value
        tyres = 0.5 * tyre_rate * track**2
        carried = float(self.response.transfer[0, 0, i]) * track
        suspension_roll = float(self.response.roll[0, 0]) - carried / tyres
        turn = sum(side.motion_ratio for side in end.sides) * track / 2.0
        return end.K_theta * turn * suspension_roll * GRAVITY

    def stress(self, axle: Axle) -> float | None:
        """Highest nominal stress in the bar at 1 g [Pa]; None for plate arms or a disconnected bar."""
        torque, end = self.bar_torque(axle), self.end(axle)
        found = None if torque is None else end.bar.stress(end.end.hole_left, end.end.hole_right, torque)
        return None if found is None else found[0]


@lru_cache(maxsize=512)
def end_result(axle: AxleRecord, end: EndSetting, name: Axle) -> EndResult:
    """Bar and links of one axle.

    Raises:
        InputError: at a figure of the bar, `front.bar.od` and so on.
    """
    try:
        bar = solve(bar_input(end.bar))
    except AnchorBeamError as problem:
        raise problem.within(f"bench.{name}.bar") from problem
    chains = [chain(bar, side, pickup(axle, side)) for side in Side]
    holes = [position(at, end.link(side).value) for side, at in zip(Side, chains, strict=True)]
    ratios = np.stack([found.motion_ratio for found in holes])
    try:
        left, right = (_side(axle, end, side, chains[side.position], holes[side.position], name) for side in Side)
    except NoSolution as problem:
        return EndResult(end, bar, None, ratios, float("nan"), problem)
    turn = 0.5 * (left.motion_ratio + right.motion_ratio) * axle.track.value
    stiffness = bar.K_theta[end.hole_left, end.hole_right] * turn**2 if end.connected else 0.0
    return EndResult(end, bar, (left, right), ratios, float(stiffness), None)


def _side(axle: AxleRecord, end: EndSetting, side: Side, holes: Chain, found: ArmPosition, name: Axle) -> SideResult:
    at, where = one_hole(holes, end.hole(side)), found.of_hole(end.hole(side))
    fitted = end.link(side).value
    require_assembled(where, f"bench.{name}.link_{side}", at, fitted)
    level = float(level_length(at)[0])
    return SideResult(at, where, fitted, level, float(square_length(at)[0]), turns(axle, level - fitted))


@lru_cache(maxsize=512)
def results(car: CarRecord, setting: Setting) -> Results:
    """Everything that follows from a car and a setting.

    Raises:
        InputError: at a figure that cannot be right, by its place in the `CarFile`.
    """
    try:
        physics = car_input(car)
    except AnchorBeamError as problem:
        raise problem.within("car") from problem
    front, rear = (end_result(car.axle(axle), setting.end(axle), axle) for axle in Axle)
    no_links = front.problem or rear.problem
    if no_links is not None:
        return _without_balance(car, setting, physics, front, rear, no_links)
    response = respond(batch([physics]).spread_over(1), np.array([[[front.roll_stiffness, rear.roll_stiffness]]]))
    if not np.isfinite(response.roll).all():
        falls = NoSolution(
            "car.cg_height", "These springs and bars do not hold the body up in roll.", accepts="stiffer springs"
        )
        return _without_balance(car, setting, physics, front, rear, falls)
    limits = balance(response, np.array(car.grip.value), np.array(car.load_sensitivity.value)).limits[0, 0]
    return Results(car, setting, physics, front, rear, response, (float(limits[0]), float(limits[1])), None)


def _without_balance(
    car: CarRecord, setting: Setting, physics: Car, front: EndResult, rear: EndResult, problem: AnchorBeamError
) -> Results:
    return Results(car, setting, physics, front, rear, None, None, problem)
