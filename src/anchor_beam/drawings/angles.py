"""An angle between two directions as a dimension: an arc with a tick at each end."""

from __future__ import annotations

import math

from anchor_beam.drawings.shapes import XY, Item, Line, Pen, Tone

LEAST = math.radians(0.8)  # below, an arc is a dot: the words stand alone
TICK = 0.006  # m of a tick on either side of the arc


def angle_between(at: XY, start: float, end: float, radius: float) -> list[Item]:
    """start, end: directions [rad, 0 to the right, counter-clockwise], less than half a turn apart; radius of the arc [m].
    Nothing where the arc would be a dot: its words stand alone then."""
    turn = math.remainder(end - start, 2.0 * math.pi)
    if abs(turn) < LEAST:
        return []
    steps = max(2, math.ceil(abs(turn) / math.radians(4.0)))
    arc = tuple(_from(at, start + turn * i / steps, radius) for i in range(steps + 1))
    ticks = [(_from(at, each, radius - TICK), _from(at, each, radius + TICK)) for each in (start, end)]
    return [Line(points, Tone.INK, Pen.HAIR) for points in (arc, *ticks)]


def _from(at: XY, direction: float, far: float) -> XY:
    return at[0] + far * math.cos(direction), at[1] + far * math.sin(direction)
