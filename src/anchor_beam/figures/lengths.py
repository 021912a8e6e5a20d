"""How long the links of an axle may be, what each choice costs, and which link is to blame where both turns differ."""

from __future__ import annotations

import math
from dataclasses import replace
from enum import StrEnum

import numpy as np

from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.linkage.arm import length_at, level_length, theta_of_slope
from anchor_beam.core.linkage.linkage import hang
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import bar_input, linkage
from anchor_beam.documents.records import AxleRecord, CarRecord, EndSetting, Figure, Provenance, Setting
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.ends import EndResult, SideResult, end_result, why_no_links
from anchor_beam.figures.results import Results, results
from anchor_beam.figures.travelling import Moving, joint_angle, travelling
from anchor_beam.immutable import immutable
from anchor_beam.words.balance import FREE_TORQUE, LEVEL_ENOUGH

Pair = tuple[float, float]
MILLIMETRE, SAME = 1e-3, 5e-5  # m; nobody turns a link by less than the second


class Attitude(StrEnum):
    """What the length of a link is made to do."""

    FITTED = "as fitted"
    LEVEL = "arms level"
    FRAME = "along the frame"
    SQUARE = "links square"
    REFERENCE = "as in the reference"
    FREE_LEFT = "free, left turned"
    FREE_RIGHT = "free, right turned"


@immutable
class Proposal:
    """Lengths of the left and right link [m], NaN where there is none; turns of their adjusters from as fitted, None for
    links of fixed length. is_fitted: nobody could tell it from what is fitted."""

    attitude: Attitude
    lengths: Pair
    turns: Pair | None
    is_fitted: bool = False


@immutable
class Cost:
    """What a proposal makes of the car. wheel_rate: in roll [N/m]. preload: of the bar in the standing car [N m], > 0 presses
    the left tyre. cross_weight [%]. apart: margin in a right turn over that in a left one [%]. joint: the most that a joint
    is out of its plane over the travel [rad]. over_centre: the least lever of a link over its arm [-]; NaN where it does not
    last through the travel. problem: why nothing follows, if so.
    """

    proposal: Proposal
    wheel_rate: float = math.nan
    preload: float = math.nan
    cross_weight: float = math.nan
    apart: float = math.nan
    joint: float = math.nan
    over_centre: float = math.nan
    problem: AnchorBeamError | None = None


@immutable
class Turn:
    """What one turn longer of one side's adjuster does, or one millimetre where there is none: to the preload [N m] and to
    the cross weight [%]."""

    axle: Axle
    side: Side
    preload: float
    cross_weight: float


@immutable
class Blame:
    """The link that makes left and right turns differ: by how much its length would change [m], in how many turns, None for
    a link of fixed length."""

    axle: Axle
    side: Side
    change: float
    turns: float | None


def proposals(car: CarRecord, end: EndResult, reference: EndSetting | None) -> tuple[Proposal, ...]:
    """Every attitude that means something here; empty where there are no links."""
    if end.sides is None:
        return ()
    left, right = end.sides
    fitted = left.fitted, right.fitted
    free = end.drop_in(Side.LEFT), end.drop_in(Side.RIGHT)
    offered = {
        Attitude.FITTED: fitted, Attitude.LEVEL: (left.level, right.level),
        Attitude.FRAME: (_along(left, car.rake.value), _along(right, car.rake.value)),
        Attitude.SQUARE: (left.square, right.square),
        Attitude.FREE_LEFT: (free[0] or math.nan, fitted[1]), Attitude.FREE_RIGHT: (fitted[0], free[1] or math.nan),
    }  # fmt: skip
    if reference is not None:
        offered[Attitude.REFERENCE] = reference.link_left.value, reference.link_right.value
    found: list[Proposal] = []
    for attitude in Attitude:
        lengths = offered.get(attitude)
        if lengths is None or (attitude is Attitude.FRAME and not car.rake.value):
            continue
        off = max(abs(length - own) for length, own in zip(lengths, fitted, strict=True))
        found.append(Proposal(attitude, lengths, _turns(end, fitted, lengths), off < SAME))
    return tuple(found)


def _turns(end: EndResult, fitted: Pair, lengths: Pair) -> Pair | None:
    left, right = (end.turns(length - own) for length, own in zip(lengths, fitted, strict=True))
    return None if left is None or right is None else (left, right)


def at_slope(side: SideResult, slope: float) -> float:
    """Length that stands an arm at a slope above level [rad, m]."""
    return float(length_at(side.chain, theta_of_slope(side.chain, slope))[0])


def _along(side: SideResult, rake: float) -> float:
    """Length that puts the arm along a frame whose nose is down by `rake` [rad]."""
    forward = 1.0 if float(side.where.hole[0, 0]) > 0.0 else -1.0
    return at_slope(side, -forward * rake)


def with_lengths(end: EndSetting, lengths: Pair) -> EndSetting:
    """An end with links of other lengths; what already is so long stays as it was said."""
    left, right = (
        own if math.isclose(own.value, length, abs_tol=1e-9) else Figure(round(length, 6), Provenance.DERIVED)
        for own, length in zip((end.link_left, end.link_right), lengths, strict=True)
    )
    return replace(end, link_left=left, link_right=right)


def level_lengths(axle: AxleRecord, end: EndSetting) -> Pair:
    """Lengths that put both arms level, whether the links as fitted reach or not [m].

    Raises:
        InputError: at a figure of the bar.
    """
    hung = hang(
        linkage(axle, end.pickup), solve(bar_input(end.bar)).mesh, (end.link_left.value, end.link_right.value)
    )
    left, right = (float(level_length(hung.ride)[side.position, end.hole(side)]) for side in Side)
    return left, right


def levelled(end: EndResult, car: CarRecord, axle: Axle) -> EndResult | None:
    """An axle with links that put its arms level; None where that is how they are, or where there is no such length."""
    if end.sides is None:
        return None
    lengths = end.sides[0].level, end.sides[1].level
    off = max(abs(side.off_level) for side in end.sides)
    if off < LEVEL_ENOUGH or not all(map(math.isfinite, lengths)):
        return None
    return end_result(car.axle(axle), with_lengths(end.end, lengths), axle)


def cost(car: CarRecord, setting: Setting, axle: Axle, proposal: Proposal) -> Cost:
    """What follows from a proposal, the car settled on it."""
    if not all(map(math.isfinite, proposal.lengths)):
        return Cost(proposal)
    end = with_lengths(setting.end(axle), proposal.lengths)
    try:
        now = results(car, setting.with_end(axle, end))
    except AnchorBeamError as problem:
        return Cost(proposal, problem=problem)
    if now.problem is not None:
        return Cost(proposal, problem=now.problem)
    joint, least = _margins(car, end, axle)
    left, right = now.turns_of(Phase.MIDDLE) or (math.nan, math.nan)
    return Cost(
        proposal, _or_nan(now.end(axle).wheel_rate), _or_nan(now.rest_torque(axle)), _or_nan(now.cross_weight),
        right - left, joint, least,
    )  # fmt: skip


def _or_nan(value: float | None) -> float:
    return math.nan if value is None else value


def _margins(car: CarRecord, end: EndSetting, axle: Axle) -> Pair:
    """The most that a joint is out of plane [rad], and the least lever of a link over its arm, over bump, droop and roll."""
    joints, levers = [], []
    for way in (Moving.BOTH, Moving.ROLL):
        moving = travelling(car.axle(axle), end, axle, way)
        if moving is None:
            return math.nan, math.nan
        for pose in moving.sides:
            joints.append(float(np.max(joint_angle(car.axle(axle), pose))))
            levers.append(float(np.min(pose.over_centre)))
    return float(np.max(joints)), float(np.min(levers))


def turn_of_adjuster(car: CarRecord, setting: Setting, axle: Axle) -> tuple[Turn, ...]:
    """What one turn longer does on each side; empty where nothing settles."""
    now, end = results(car, setting), end_result(car.axle(axle), setting.end(axle), axle)
    torque, cross = now.rest_torque(axle), now.cross_weight
    if end.sides is None or torque is None or cross is None:
        return ()
    found, longer = [], MILLIMETRE if end.per_turn is None else end.per_turn
    for side in Side:
        lengths = [each.fitted + (longer if i == side.position else 0.0) for i, each in enumerate(end.sides)]
        turned = results(car, setting.with_end(axle, with_lengths(setting.end(axle), (lengths[0], lengths[1]))))
        after = turned.rest_torque(axle), turned.cross_weight
        if after[0] is not None and after[1] is not None:
            found.append(Turn(axle, side, after[0] - torque, after[1] - cross))
    return tuple(found)


def blame(now: Results) -> Blame | None:
    """The link whose length twists a bar at rest: of the axle whose links twist theirs more, the side that stands further
    from level, and what would let the bar hang free. None where no link does."""
    torques = {axle: abs(now.end(axle).K_theta * (now.end(axle).rest_twist or 0.0)) for axle in Axle}
    axle = max(torques, key=lambda each: torques[each])
    end = now.end(axle)
    if torques[axle] < FREE_TORQUE or end.sides is None:
        return None
    off = [abs(side.off_level) for side in end.sides]
    side = Side.LEFT if off[0] >= off[1] else Side.RIGHT
    length = end.drop_in(side)
    if length is None or not math.isfinite(length):
        return None
    change = length - end.sides[side.position].fitted
    return None if abs(change) < LEVEL_ENOUGH else Blame(axle, side, change, end.turns(change))


def squarest_pickup(axle: AxleRecord, end: EndSetting, name: Axle) -> tuple[int, float] | None:
    """The pick-up hole at which links that put the arms level stand nearest square, counted from 0, and how far off the worse
    side is [rad]; None where there is no choice or no such link."""
    count = round(axle.pickup_holes.value)
    if count < 2 or why_no_links(end, name):
        return None
    found = []
    for hole in range(count):
        there = replace(end, pickup=hole)
        level = level_lengths(axle, there)
        sides = end_result(axle, with_lengths(there, level), name).sides if all(map(math.isfinite, level)) else None
        if sides is not None:
            found.append((max(float(side.where.square_off[0]) for side in sides), hole))
    return None if not found else (min(found)[1], min(found)[0])
