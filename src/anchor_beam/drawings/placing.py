"""The zone of a mount over the drawing of its link: where it may sit, the best points, the holes that it is measured from."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import groupby

from anchor_beam.drawings.shapes import XY, Align, Circle, Item, Line, Pen, Ring, Size, Text, Tone
from anchor_beam.immutable import immutable

Cells = tuple[tuple[float, float, float, float], ...]


@immutable
class ShownZone:
    """x forward, z up, from the bar's pivot axis [m]. low, high: of what was tried. cells: of the zone, as x and z of two
    corners. best: letters at their points. datums: numbers at their holes."""

    low: XY
    high: XY
    cells: Cells
    best: tuple[tuple[str, XY], ...]
    datums: tuple[tuple[str, XY], ...]


def runs(xs: list[float], zs: list[float], allowed: list[list[bool]]) -> Cells:
    """A grid as strips: neighbours of a row that are in the zone are one."""
    dx, dz = 0.5 * (xs[1] - xs[0]), 0.5 * (zs[1] - zs[0])
    found = []
    for z, row in zip(zs, allowed, strict=True):
        for inside, group in groupby(range(len(row)), key=lambda j: row[j]):
            columns = list(group)
            if inside:
                found.append((xs[columns[0]] - dx, z - dz, xs[columns[-1]] + dx, z + dz))
    return tuple(found)


def zone_items(shown: ShownZone) -> tuple[list[Item], list[Item]]:
    """What lies under the link, and what over it; forward is to the left."""
    under: list[Item] = [
        Line(_box(x0, z0, x1, z1), Tone.WINDOW, Pen.HAIR, closed=True, fill=Tone.WINDOW)
        for x0, z0, x1, z1 in shown.cells
    ]
    (x0, z0), (x1, z1) = shown.low, shown.high
    under.append(Line(_box(x0, z0, x1, z1), Tone.SOFT, Pen.GHOST, closed=True))
    over: list[Item] = []
    for letter, (x, z) in shown.best:
        over += [
            Ring((-x, z), Tone.INK),
            Text((-x, z), letter, Size.NORMAL, Tone.INK, Align.CENTRE, bold=True, raise_by=0.9),
        ]
    for number, (x, z) in shown.datums:
        over.append(Circle((-x, z), 0.004, Tone.INK, Pen.PART, fill=Tone.INK))
        over.append(Text((-x, z), f"datum {number}", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-1.0))
    return under, over


def hole_items(tip: XY, arm: float, from_end: Sequence[float]) -> list[Item]:
    """Places for a hole on an arm whose end is at `tip` (x forward), which is `arm` long; lettered in their order."""
    items: list[Item] = []
    for letter, far in zip("ABC", from_end, strict=False):
        part = 1.0 - far / arm
        at = (-tip[0] * part, tip[1] * part)
        items += [Ring(at, Tone.INK), Text(at, letter, Size.NORMAL, Tone.INK, Align.CENTRE, bold=True, raise_by=1.2)]
    return items


def _box(x0: float, z0: float, x1: float, z1: float) -> tuple[XY, ...]:
    return (-x0, z0), (-x1, z0), (-x1, z1), (-x0, z1)
