"""What lies around a bar as its drawings need it."""

from __future__ import annotations

from collections.abc import Mapping

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.obstacles import Held, Obstacle, Shape
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.obstacles import Place, ShownObstacle
from anchor_beam.figures.clearance import Gap
from anchor_beam.figures.travelling import Travelling


def shown_obstacles(
    file: CarFile, axle: Axle, gaps: Mapping[str, Gap], in_hand: str, moving: Travelling, at: int
) -> tuple[ShownObstacle, ...]:
    """Those of an axle in pose `at`; gaps: what is known of them, by name. What turns with the bar is drawn as it is at ride
    height."""
    found = []
    for each in file.obstacles:
        if each.axle is axle:
            gap = gaps.get(each.name)
            tight = gap is not None and gap.obstacle == each and each.measured and gap.spare < 0.0
            turned = _turned(each, moving.steered(at))
            found.append(_shown(each, _risen(each, moving, at), turned, tight=tight, in_hand=each.name == in_hand))
    return tuple(found)


def _risen(obstacle: Obstacle, moving: Travelling, at: int) -> float:
    if obstacle.held is Held.LEFT:
        return float(moving.z[Side.LEFT.position, at])
    return float(moving.z[Side.RIGHT.position, at]) if obstacle.held is Held.RIGHT else 0.0


def _turned(obstacle: Obstacle, steered: float) -> float:
    """How far it turns with the steering [rad]: wheels, up to the lock that was measured."""
    if obstacle.shape is not Shape.WHEEL or obstacle.held not in (Held.LEFT, Held.RIGHT):
        return 0.0
    lock = obstacle.number("lock")
    return min(max(steered, -lock), lock)


def _shown(obstacle: Obstacle, risen: float, turned: float, *, tight: bool, in_hand: bool) -> ShownObstacle:
    x = obstacle.numbers
    first: Place = (x[0], x[1], x[2] + risen)
    two = obstacle.shape in (Shape.ROD, Shape.BLOCK)
    ends: tuple[Place, ...] = (first, (x[3], x[4], x[5] + risen)) if two else (first,)
    block, wheel = obstacle.shape is Shape.BLOCK, obstacle.shape is Shape.WHEEL
    radius = 0.0 if block else obstacle.number("radius")
    return ShownObstacle(
        obstacle.name, ends, radius, block, obstacle.number("width") if wheel else 0.0, turned, tight, in_hand
    )
