"""How near bar, arms and links come to what lies around them over travel, roll and steering, and what would help."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from itertools import pairwise

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray
from anchor_beam.core.clearance.moving import Rods, coarse, gaps, least, nearest_on, rods_of, solid_at, twisted
from anchor_beam.core.clearance.solids import Box, Capsule, Wheel
from anchor_beam.core.linkage.tape import drawn_forward
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.documents.obstacles import SIZES, Held, Obstacle, Shape
from anchor_beam.documents.records import ArmDirection, AxleRecord, EndSetting
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.figures.ends import EndResult, end_result
from anchor_beam.figures.lengths import with_lengths
from anchor_beam.figures.travelling import Moving, travelling
from anchor_beam.immutable import immutable
from anchor_beam.words.clearance import BRACKET

LINK, EYE = 0.006, 0.013  # m: radius of a link and of the eyes at its ends, where nobody measured them
LOCKS = 5  # places of the steering between lock and lock
NO_LESS = 1e-5  # m
STRAIGHT_AHEAD = 1e-9  # rad
RING = 24  # rods that a tyre is made of
ARMS = ("left arm", "right arm")
LINKS = ("left link", "right link")
Way = tuple[float, float, float]
MOVES: dict[str, Way] = {
    "the bar {} lower": (0.0, 0.0, -BRACKET), "the bar {} higher": (0.0, 0.0, BRACKET),
    "the bar {} further ahead": (BRACKET, 0.0, 0.0), "the bar {} further back": (-BRACKET, 0.0, 0.0),
}  # fmt: skip
"""What a spacer under the brackets, or another place for them, may do; how far stands in the braces."""


@immutable
class Gap:
    """The smallest gap to an obstacle [m], below zero where it is cut. part: what comes near. way, handle, lock: where the
    wheels and the steering stand then [m, rad]. at: the point of the part, in the bar's frame [m]. at_ride: the gap with the
    car standing. spread: one standard deviation [m]."""

    obstacle: Obstacle
    gap: float
    part: str
    way: Moving
    handle: float
    lock: float
    at: Way
    at_ride: float
    spread: float

    @property
    def spare(self) -> float:
        """What is left beyond the room that it needs [m]."""
        return self.gap - self.obstacle.least


@immutable
class Mend:
    """What a change would make of the gap to an obstacle [m]."""

    what: str
    gap: float


@immutable(eq=False)
class _Moving:
    """Everything that moves with the bar, in every state; parts: names, and how many rods each has."""

    rods: Rods
    parts: tuple[str, ...]  # of each rod
    z: FloatArray  # (2, states) wheel travels [m]
    lock: FloatArray  # (states,) [rad]
    runs: tuple[IntArray, ...]
    ways: tuple[tuple[Moving, float], ...]  # of each state: which wheels move, and where the handle is
    ride: int
    track: float | None  # of a live axle [m]


def clearances(axle: AxleRecord, end: EndSetting, name: Axle, obstacles: Sequence[Obstacle]) -> tuple[Gap, ...]:
    """Of every obstacle of an axle, the tightest first by what is left beyond what it needs; empty without links.

    Source: docs/theory/clearance.md.

    Raises:
        InputError: at "obstacles[i]", a block that is said to turn with the bar; else as `end_result`.
    """
    ours = [each for each in obstacles if each.axle is name]
    on_bar = [each for each in ours if each.held is Held.BAR]
    for i, each in enumerate(obstacles):
        if each.axle is name and each.held is Held.BAR and each.shape in (Shape.BLOCK, Shape.WHEEL):
            raise InputError(f"obstacles[{i}]", f"“{each.name}” turns with the bar: a rod or a ball can stand for it, no "
                             f"{each.shape}.", accepts="a rod or a ball")  # fmt: skip
    lock = max((each.number("lock") for each in ours if each.shape is Shape.WHEEL), default=0.0)
    moving = _moving(axle, end, name, tuple(on_bar), lock)
    if moving is None:
        return ()
    found = [_nearest(moving, each) for each in ours if each.held is not Held.BAR]
    return tuple(sorted(found, key=lambda gap: gap.spare))


def _nearest(moving: _Moving, obstacle: Obstacle) -> Gap:
    solid = _solid(obstacle, moving)
    steered = obstacle.shape is Shape.WHEEL and obstacle.held in (Held.LEFT, Held.RIGHT)
    runs = moving.runs if steered else [run for run in moving.runs if abs(moving.lock[run[0]]) < STRAIGHT_AHEAD]
    gap, state, which = least(moving.rods, solid, runs)
    ride = np.array([moving.ride])
    standing, at_ride = gaps(moving.rods.at(ride), solid_at(solid, ride))
    if float(standing[0]) <= gap + NO_LESS:  # it comes no nearer than it stands
        gap, state, which = float(standing[0]), moving.ride, int(at_ride[0])
    one = np.array([state])
    rod = moving.rods.at(one)
    at = nearest_on((rod.start[0, which], rod.end[0, which]), solid_at(solid, one))
    way, handle = moving.ways[state]
    return Gap(
        obstacle, gap, moving.parts[which], way, handle, float(moving.lock[state]),
        (float(at[0]), float(at[1]), float(at[2])), float(standing[0]), obstacle.spread,
    )  # fmt: skip


def _solid(obstacle: Obstacle, moving: _Moving) -> Rods | Box:
    """The solid in every state."""
    shape, x = obstacle.shape, obstacle.numbers
    if obstacle.held is Held.BODY:
        return fixed_solid(obstacle)
    rods = rods_of(_capsules(obstacle))
    if obstacle.held in (Held.LEFT, Held.RIGHT):
        side = Side.LEFT if obstacle.held is Held.LEFT else Side.RIGHT
        if shape is Shape.WHEEL and obstacle.number("lock") > 0.0:
            share = moving.lock / max(float(np.abs(moving.lock).max()), 1e-12)
            rods = rods.steered(np.array(x[:3]), share * obstacle.number("lock"))
        up = np.zeros((moving.z.shape[1], 3))
        up[:, 2] = _rise(moving, side, obstacle)
        rods = rods.moved(up)
    return rods


def _rise(moving: _Moving, side: Side, obstacle: Obstacle) -> FloatArray:
    """(states,) how far a thing rises that a wheel holds [m]: with that wheel, or on a live axle by where it lies between
    both, for that axle rolls as one."""
    if moving.track is None:
        return np.asarray(moving.z[side.position], dtype=float)
    left, right = moving.z
    across = [
        size for size, label in zip(obstacle.numbers, SIZES[obstacle.shape], strict=True) if "left" in label.name
    ]
    share = 0.5 + float(np.mean(across)) / moving.track
    return np.asarray(share * left + (1.0 - share) * right, dtype=float)


def fixed_solid(obstacle: Obstacle) -> Rods | Box:
    """The solid where it was measured."""
    return Box(*_corners(obstacle)) if obstacle.shape is Shape.BLOCK else rods_of(_capsules(obstacle))


def _corners(obstacle: Obstacle) -> tuple[Way, Way]:
    one, other = obstacle.numbers[:3], obstacle.numbers[3:6]
    low, high = zip(*((min(a, b), max(a, b)) for a, b in zip(one, other, strict=True)), strict=True)
    return low, high


def _capsules(obstacle: Obstacle) -> list[Capsule]:
    """Rods that stand for a shape; a block that moves is its twelve edges."""
    x = obstacle.numbers
    first: Way = (x[0], x[1], x[2])
    match obstacle.shape:
        case Shape.BALL:
            return [Capsule(first, first, obstacle.number("radius"))]
        case Shape.ROD:
            return [Capsule(first, (x[3], x[4], x[5]), obstacle.number("radius"))]
        case Shape.WHEEL:
            half = 0.5 * obstacle.number("width")
            ring = max(obstacle.number("radius") - half, 1e-3)
            chords = ring * 2.0 / (1.0 + math.cos(math.pi / RING))  # as far outside at their ends as inside between
            return list(Wheel(first, (0.0, 1.0, 0.0), chords, half).capsules(RING))
        case Shape.BLOCK:
            return _edges(*_corners(obstacle))


def _edges(low: Way, high: Way) -> list[Capsule]:
    corners = [(x, y, z) for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])]
    return [
        Capsule(a, b, 0.0) for i, a in enumerate(corners) for b in corners[i + 1 :]
        if sum(p != q for p, q in zip(a, b, strict=True)) == 1
    ]  # fmt: skip


@lru_cache(maxsize=16)
def _moving(
    axle: AxleRecord, end: EndSetting, name: Axle, on_bar: tuple[Obstacle, ...], lock: float
) -> _Moving | None:
    result = end_result(axle, end, name)
    if result.sides is None:
        return None
    locks = np.linspace(-lock, lock, LOCKS) if lock > 0.0 else np.zeros(1)
    theta, z, at_lock, runs, ways = [], [], [], [], []
    holes: list[list[FloatArray]] = [[], []]
    pickups: list[list[FloatArray]] = [[], []]
    count = 0
    for way in (each for each in Moving if each is not Moving.STEER):  # lock is a state of its own
        moves = travelling(axle, end, name, way)
        if moves is None:
            return None
        for steered in locks:
            n = len(moves.handle)
            runs.append(np.arange(count, count + n))
            ways += [(way, float(handle)) for handle in moves.handle]
            theta.append(np.stack([pose.theta for pose in moves.sides]))
            z.append(moves.z)
            at_lock.append(np.full(n, steered))
            for side in Side:
                holes[side.position].append(moves.sides[side.position].hole)
                pickups[side.position].append(moves.sides[side.position].pickup)
            count += n
    turned = np.nan_to_num(np.concatenate(theta, axis=1))
    rods, parts = _bar_rods(axle, result, turned, on_bar)
    for side in Side:
        node = result.bar.mesh.nodes[result.bar.mesh.holes[side.position, end.hole(side)]]
        foot = np.array([0.0, node[1], 0.0])
        hole, far = (np.nan_to_num(np.concatenate(each[side.position])) + foot for each in (holes, pickups))
        rods += [Rods(hole[:, None], far[:, None], np.array([LINK]))]
        rods += [Rods(point[:, None], point[:, None], np.array([EYE])) for point in (hole, far)]
        parts += [LINKS[side.position]] * 3
    whole = Rods(
        np.concatenate([each.start for each in rods], axis=1), np.concatenate([each.end for each in rods], axis=1),
        np.concatenate([each.radius for each in rods]),
    )  # fmt: skip
    lateral = np.concatenate(at_lock)
    ride = next(i for i, (_, handle) in enumerate(ways) if abs(handle) < 1e-9 and abs(lateral[i]) < STRAIGHT_AHEAD)
    return _Moving(
        whole,
        tuple(parts),
        np.concatenate(z, axis=1),
        lateral,
        tuple(runs),
        tuple(ways),
        ride,
        axle.track.value if axle.kind is AxleKind.LIVE else None,
    )


def _bar_rods(
    axle: AxleRecord, result: EndResult, theta: FloatArray, on_bar: Sequence[Obstacle]
) -> tuple[list[Rods], list[str]]:
    """The bar with its arms and what sits on it, in every state, and the name of each rod."""
    assert result.sides is not None
    mesh, record = result.bar.mesh, result.end.bar
    forward = 1.0 if axle.arms is ArmDirection.FORWARD else -1.0
    nodes = mesh.nodes * (forward * drawn_forward(mesh), 1.0, 1.0)
    axis = result.sides[0].chain.axis
    ends = float(mesh.nodes[mesh.pivots[0], 1]), float(mesh.nodes[mesh.pivots[1], 1])
    kept = coarse(nodes)
    plate = np.array([bool(mesh.plate[a:b].any()) for a, b in pairwise(kept)])
    radius = np.where(plate, 0.5 * record.arm_width.value, 0.5 * record.od.value)
    middle = 0.5 * (nodes[kept][:-1, 1] + nodes[kept][1:, 1])
    high, low = max(ends), min(ends)
    parts = [ARMS[0] if y > high else ARMS[1] if y < low else "bar" for y in middle]
    rods = [twisted(nodes[kept], radius, axis, theta, ends)]
    for obstacle in on_bar:
        (capsule,) = _capsules(obstacle)
        rods.append(twisted(np.array([capsule.a, capsule.b]), np.array([capsule.radius]), axis, theta, ends))
        parts.append(obstacle.name)
    return rods, parts


def mends(
    axle: AxleRecord, end: EndSetting, name: Axle, obstacles: Sequence[Obstacle], tight: Gap
) -> tuple[Mend, ...]:
    """What other holes or another place of the bar would make of one gap, the best first; links are made level again."""
    others = [each for each in obstacles if each.held is Held.BAR or each == tight.obstacle]
    found = []
    for what, changed_axle, changed_end, shifted in _changes(axle, end, others):
        try:
            level = _levelled(changed_axle, changed_end, name)
            now = clearances(changed_axle, level, name, shifted)
        except AnchorBeamError:
            continue
        if now:
            found.append(Mend(what, now[0].gap))
    return tuple(sorted(found, key=lambda mend: -mend.gap))


def _changes(
    axle: AxleRecord, end: EndSetting, obstacles: Sequence[Obstacle]
) -> list[tuple[str, AxleRecord, EndSetting, list[Obstacle]]]:
    found: list[tuple[str, AxleRecord, EndSetting, list[Obstacle]]] = []
    for hole in range(len(end.bar.holes)):
        if (hole, hole) != (end.hole_left, end.hole_right):
            found.append((f"hole {hole + 1}", axle, replace(end, hole_left=hole, hole_right=hole), list(obstacles)))
    for what, (ahead, _, up) in MOVES.items():
        sign = 1.0 if axle.arms is ArmDirection.FORWARD else -1.0
        moved = replace(
            axle,
            pickup_ahead=replace(axle.pickup_ahead, value=axle.pickup_ahead.value - sign * ahead),
            pickup_height_left=replace(axle.pickup_height_left, value=axle.pickup_height_left.value - up),
            pickup_height_right=replace(axle.pickup_height_right, value=axle.pickup_height_right.value - up),
        )
        found.append((what, moved, end, [_shifted(each, (-ahead, 0.0, -up)) for each in obstacles]))
    return found


def _levelled(axle: AxleRecord, end: EndSetting, name: Axle) -> EndSetting:
    sides = end_result(axle, end, name).sides
    if sides is None or not all(math.isfinite(side.level) for side in sides):
        return end
    return with_lengths(end, (sides[0].level, sides[1].level))


def _shifted(obstacle: Obstacle, by: Way) -> Obstacle:
    """Seen from a bar that has moved; what sits on the bar moves with it."""
    if obstacle.held is Held.BAR:
        return obstacle
    ends = 2 if obstacle.shape in (Shape.ROD, Shape.BLOCK) else 1
    moved = tuple(x + by[i % 3] if i < 3 * ends else x for i, x in enumerate(obstacle.numbers))
    return replace(obstacle, numbers=moved)
