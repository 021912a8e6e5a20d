"""Arm and link of one side, seen from the left with the front to the left, to scale and anywhere in its travel."""

from __future__ import annotations

import math
from collections.abc import Iterable

from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.angles import angle_between
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import (
    XY,
    Align,
    Circle,
    Dimension,
    Drawing,
    Item,
    Line,
    Pen,
    Ring,
    Size,
    Slot,
    Text,
    Tone,
)
from anchor_beam.immutable import immutable

SECTOR = 0.05  # m: radius of the sector that shows how far a joint is out of its plane


@immutable
class ShownJoint:
    """How far the joints of a link are out of their plane [rad], and what they give; None where nobody knows that."""

    angle: float
    limit: float | None
    words: str

    @property
    def near(self) -> bool:
        """Whether the joint nears what it gives."""
        return self.limit is not None and self.angle > 0.8 * self.limit


@immutable
class ShownLink:
    """One side, all in m from the bar's pivot axis, x forward and z up as the core gives them.

    tip: the end of the arm. ghost_hole, ghost_pickup: with the arm level at ride height, or, away from ride height, as they
    are there. arm_holes, far_holes: the other holes of the arm, and at the
    far end of the link, with their numbers from 0. moved: the wheel is away from ride height.
    warning: what goes wrong here, empty for nothing.
    """

    axle: Axle
    side: Side
    od: float
    hole: XY
    tip: XY
    pickup: XY
    ghost_hole: XY
    ghost_pickup: XY
    arm_holes: tuple[tuple[int, XY], ...]
    far_holes: tuple[tuple[int, XY], ...]
    arm_words: str
    link_words: str
    joint: ShownJoint
    moved: bool = False
    warning: str = ""


def flip(point: XY) -> XY:
    """Forward is to the left on the board."""
    return (-point[0], point[1])


def link_elevation(shown: ShownLink, low: XY, high: XY) -> Drawing:
    """Elevation within the given board, so that left and right are drawn to one scale."""
    tone, axis = tone_of(shown.axle), (0.0, 0.0)
    hole, tip, pickup = (flip(p) for p in (shown.hole, shown.tip, shown.pickup))
    ghost = axis, flip(shown.ghost_hole), flip(shown.ghost_pickup)
    items: list[Item] = [
        Line(((low[0], 0.0), (high[0], 0.0)), Tone.HAIRLINE, Pen.CENTRE),
        Line(ghost, Tone.SOFT, Pen.GHOST),
        Line(_blade(axis, tip, shown.od), tone, Pen.PART, closed=True, fill=Tone.PANEL),
        Circle(axis, shown.od, Tone.INK, Pen.PART, fill=Tone.SHEET),
        Circle(axis, shown.od / 2, tone, Pen.PART, fill=tone),
        *(Ring(flip(at), Tone.SOFT) for _, at in (*shown.arm_holes, *shown.far_holes)),
        Line((hole, pickup), Tone.WARNING if shown.warning else Tone.INK, Pen.HEAVY),
        Ring(hole, Tone.GRAB, chosen=True),
        Ring(pickup, Tone.GRAB),
    ]
    outward = 1.0 if pickup[0] > 0 else -1.0
    if not shown.moved:
        x = pickup[0] + outward * 0.075
        items.append(Dimension((x, 0.0), (x, pickup[1]), slot=f"car.{shown.axle}.pickup_height_{shown.side}"))
        items.append(Line(((pickup[0], pickup[1]), (x + outward * 0.015, pickup[1])), Tone.HAIRLINE, Pen.HAIR))
    middle = ((hole[0] + pickup[0]) / 2, (hole[1] + pickup[1]) / 2)
    align = Align.RIGHT if outward > 0 else Align.LEFT
    items.append(Slot(f"bench.{shown.axle}.link_{shown.side}", (middle[0] - outward * 0.018, middle[1]), align))
    arm, along = math.atan2(tip[1], tip[0]), math.atan2(pickup[1] - hole[1], pickup[0] - hole[0])
    items += angle_between(axis, 0.0 if tip[0] > 0.0 else math.pi, arm, math.hypot(*tip) + 0.02)
    below = -1.0 if pickup[1] > 0 else 1.0
    at = (0.5 * tip[0], 0.5 * tip[1] + below * (0.5 * shown.od + 0.012))
    items.append(Text(at, shown.arm_words, Size.SMALL, Tone.INK, Align.CENTRE, raise_by=0.7 * below))
    upright = arm + math.copysign(0.5 * math.pi, math.sin(along - arm))
    span = 0.45 * math.dist(hole, pickup)
    beyond = 1.0 if pickup[1] > 0 else -1.0
    if shown.warning:
        items.append(
            Text(pickup, shown.warning, Size.SMALL, Tone.WARNING, Align.CENTRE, bold=True, raise_by=2.5 * beyond)
        )
    if shown.link_words and math.dist(hole, pickup) > 0.01:
        items += angle_between(hole, upright, along, span)
    items.append(Text(pickup, shown.link_words, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=1.3 * beyond))
    items.append(Text(axis, "bar", Size.SMALL, tone, Align.CENTRE, raise_by=2.0 * beyond))
    title = f"{shown.axle.capitalize()} {shown.side}, seen from the left, front to the left"
    return Drawing(tuple(items), low, high, title)


def board_for(points: Iterable[XY]) -> tuple[XY, XY]:
    """One board that holds every point [m, x forward], so that both sides share a scale."""
    flipped = [(0.0, 0.0), *(flip(p) for p in points)]
    xs, ys = [p[0] for p in flipped], [p[1] for p in flipped]
    return (min(xs) - 0.10, min(ys) - 0.055), (max(xs) + 0.10, max(ys) + 0.055)


def sector(at: XY, towards: float, joint: ShownJoint) -> list[Item]:
    """A thin sector about the way in which a joint has no angle, as wide as it gives, filled as far as it is used.

    towards: direction of the link [rad, 0 to the right, counter-clockwise].
    """
    if joint.limit is None:
        return []
    tone = Tone.WARNING if joint.near else Tone.SOFT
    used = max(-joint.limit, min(joint.limit, joint.angle))
    return [
        Line(_fan(at, towards, -joint.limit, joint.limit), tone, Pen.HAIR, closed=True),
        Line(_fan(at, towards, 0.0, used), tone, Pen.HAIR, closed=True, fill=Tone.WARNING if joint.near else Tone.HAIRLINE),
    ]  # fmt: skip


def _fan(at: XY, towards: float, first: float, last: float) -> tuple[XY, ...]:
    angles = [towards + first + (last - first) * i / 8 for i in range(9)]
    return (at, *((at[0] + SECTOR * math.cos(a), at[1] + SECTOR * math.sin(a)) for a in angles))


def _blade(axis: XY, tip: XY, od: float) -> tuple[XY, ...]:
    """Outline of an arm: as wide as the bar, a little narrower at its end."""
    length = math.hypot(tip[0] - axis[0], tip[1] - axis[1])
    across = (-(tip[1] - axis[1]) / length, (tip[0] - axis[0]) / length)
    near, far = 0.5 * od, 0.42 * od
    return (
        (axis[0] + near * across[0], axis[1] + near * across[1]),
        (tip[0] + far * across[0], tip[1] + far * across[1]),
        (tip[0] - far * across[0], tip[1] - far * across[1]),
        (axis[0] - near * across[0], axis[1] - near * across[1]),
    )
