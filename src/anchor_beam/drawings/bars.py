"""Both bars in plan, to one scale, front above rear; seen from above with the front of the car up."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.shapes import (
    XY,
    Align,
    Area,
    Circle,
    Dimension,
    Drawing,
    Item,
    Label,
    LabelStack,
    Line,
    Pen,
    Ring,
    Size,
    Text,
    Tone,
    Tube,
    rectangle,
)
from anchor_beam.immutable import immutable
from anchor_beam.words.names import LETTER

TYRE_WIDTH, TYRE_SHOWN = 0.07, 0.24  # m; the tyre is a bystander here: narrow, and cut to the bar's part of it
ROOMY = 370.0  # px/m at the normal font size from which every word has room
GAP, LOADED_GAP = 0.17, 0.38  # m between the two bars on the board, and with words about stress between them


@immutable(eq=False)
class ShownLoad:
    """What a bar carries at 1 g. s: (m,) arc length [m], stress: (m,) over the largest of both bars [-]; words: the
    highest stress, and where the bar gives."""

    s: FloatArray
    stress: FloatArray
    words: tuple[str, str]


@immutable(eq=False)
class ShownBar:
    """One axle's bar as the drawing needs it; where none is fitted only its title is drawn. labels: what each hole gives, by
    side. fixed: what the bar gives and what it is fixed to, where it has no links."""

    axle: Axle
    bar: BarSolution
    forward: bool
    connected: bool
    fitted: bool
    track: float
    holes: tuple[int, int]
    labels: tuple[tuple[Label, ...], tuple[Label, ...]]
    title: str
    against: str
    ghost: BarSolution | None
    fixed: str = ""
    load: ShownLoad | None = None


def tone_of(axle: Axle) -> Tone:
    """The colour of an axle."""
    return Tone.FRONT if axle is Axle.FRONT else Tone.REAR


def picker_key(axle: Axle, side: Side) -> str:
    """Key of the area that picks a hole."""
    return f"holes.{axle}.{side}"


def spacing_key(axle: Axle) -> str:
    """Key of the field on the bushing spacing's dimension line."""
    return f"bench.{axle}.bar.pivot_spacing"


def bars_in_plan(front: ShownBar, rear: ShownBar) -> Drawing:
    """The drawing board of the Bars stage."""
    heights = {shown.axle: _reach(shown) for shown in (front, rear)}
    items: list[Item] = []
    gap = GAP if front.load is None and rear.load is None else LOADED_GAP
    y = 0.0
    half_width = max(front.track, rear.track) / 2 + 0.12
    for shown in (front, rear):
        up, down = heights[shown.axle]
        base = y - up
        items += _one_bar(shown, base, half_width)
        y = base - down - gap
    low, high = (-half_width, y + gap - 0.03), (half_width, 0.02)
    centre = Line(((0.0, low[1]), (0.0, high[1])), Tone.HAIRLINE, Pen.CENTRE)
    return Drawing((centre, *items), low, high, "Rates at the wheel in roll")


def _reach(shown: ShownBar) -> tuple[float, float]:
    """How far the bar needs room above and below its pivot axis [m]."""
    tip = float(shown.bar.mesh.nodes[:, 0].max())
    if shown.ghost is not None:
        tip = max(tip, float(shown.ghost.mesh.nodes[:, 0].max()))
    beside = 0.10
    return (tip + 0.05, beside) if shown.forward else (beside, tip + 0.05)


def plan_points(bar: BarSolution, forward: bool, base: float) -> tuple[XY, ...]:
    """Centreline on the board: the car's left is on the left, its front is up."""
    return _on_board(bar.mesh.nodes, forward, base)


def _on_board(nodes: FloatArray, forward: bool, base: float) -> tuple[XY, ...]:
    sign = 1.0 if forward else -1.0
    return tuple((-y, base + sign * x) for x, y, _ in nodes.tolist())


def hole_points(bar: BarSolution, forward: bool, base: float, side: Side) -> tuple[XY, ...]:
    """Holes of one arm on the board, from the end of the arm inward."""
    nodes = bar.mesh.nodes[bar.mesh.holes[side.position]]
    return _on_board(nodes, forward, base)


@lru_cache(maxsize=16)
def _one_bar(shown: ShownBar, base: float, half_width: float) -> tuple[Item, ...]:
    bar, tone = shown.bar, tone_of(shown.axle)
    sign = 1.0 if shown.forward else -1.0
    points = plan_points(bar, shown.forward, base)
    items: list[Item] = []
    middle = base + sign * 0.5 * float(bar.mesh.nodes[:, 0].max())
    for x in (-shown.track / 2, shown.track / 2):
        items.append(Line(rectangle((x, middle), TYRE_WIDTH, TYRE_SHOWN), Tone.HAIRLINE, Pen.HAIR, closed=True))
    if shown.ghost is not None:
        items.append(Line(plan_points(shown.ghost, shown.forward, base), Tone.SOFT, Pen.GHOST))
    items.append(Text((0.02 - half_width, middle), LETTER[shown.axle], Size.HUGE, tone, Align.CENTRE, bold=True))
    if not shown.fitted:
        items.append(Text((0.0, middle), shown.title, Size.NORMAL, Tone.SOFT, Align.CENTRE, raise_by=0.6))
        items.append(Text((0.0, middle), shown.against, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-0.6))
        return tuple(items)
    items.append(Tube(points, bar.bar.section.od, tone, double=shown.axle is Axle.REAR))
    if shown.fixed:
        return (*items, *_fixed(shown, base))
    items += bushing_marks(bar, base)
    span = bar.bar.pivots[0] - bar.bar.pivots[1]
    beside = base - sign * _spacing_off(shown)
    items.append(Dimension((-span / 2, beside), (span / 2, beside), slot=spacing_key(shown.axle)))
    items += _title(shown, base)
    for side in Side:
        items += _holes(shown, base, side)
    if shown.load is not None:
        items += _load(shown, shown.load, base)
    return tuple(items)


def _fixed(shown: ShownBar, base: float) -> list[Item]:
    """A bar without links: the bolts of its brackets, its name and what it gives."""
    bar, sign = shown.bar, 1.0 if shown.forward else -1.0
    bolts = [point for side in Side for point in hole_points(bar, shown.forward, base, side)]
    items: list[Item] = [Circle(at, 0.008, Tone.INK, Pen.PART, Tone.SHEET) for at in bolts]
    beyond = (0.0, base - sign * 0.5 * bar.bar.section.od)
    lines = (
        (shown.title, Size.NORMAL, Tone.INK), (shown.fixed, Size.NORMAL, tone_of(shown.axle)),
        (shown.against, Size.SMALL, Tone.SOFT),
    )  # fmt: skip
    for i, (words, size, tone) in enumerate(lines):
        items.append(Text(beyond, words, size, tone, Align.CENTRE, raise_by=-sign * (1.1 + 1.35 * i)))
    return items


def _title(shown: ShownBar, base: float) -> list[Item]:
    """Name and section inside the arms, below them what the bar is compared with; where there is little room, the name
    alone and next to the bar, if the labels of the holes leave it that much."""
    sign = 1.0 if shown.forward else -1.0
    mesh = shown.bar.mesh
    arm = min(float(mesh.nodes[holes, 0].mean()) for holes in mesh.holes)
    crowded = (22.0 + 9.0 * mesh.holes.shape[1]) / arm  # px a name and half a stack of labels take
    half = 0.5 * shown.bar.bar.section.od
    inside, edge = (0.0, base + sign * max(0.052, half + 0.036)), (0.0, base + sign * half)
    return [
        Text(inside, shown.title, Size.NORMAL, Tone.INK, Align.CENTRE, raise_by=0.55, scales=(ROOMY, math.inf)),
        Text(inside, shown.against, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-0.55, scales=(ROOMY, math.inf)),
        Text(edge, shown.title, Size.SMALL, Tone.INK, Align.CENTRE, raise_by=0.85 * sign, scales=(crowded, ROOMY)),
    ]


def _load(shown: ShownBar, load: ShownLoad, base: float) -> list[Item]:
    """Stress as hairs that stand off the bar on its outside, the peak named; where the bar gives, in words."""
    points, normals = _outward(shown, load.s, base)
    tips = points + normals * (0.012 + HAIR * load.stress[:, None])
    feet = points + normals * 0.012
    items: list[Item] = [
        Line(((float(a[0]), float(a[1])), (float(b[0]), float(b[1]))), Tone.WARNING, Pen.HAIR)
        for a, b in zip(feet, tips, strict=True)
    ]
    items.append(Line(tuple((float(x), float(y)) for x, y in tips), Tone.WARNING, Pen.PART))
    top = int(np.argmax(load.stress))
    items.append(Circle((float(tips[top, 0]), float(tips[top, 1])), 0.006, Tone.WARNING, Pen.PART, Tone.SHEET))
    sign = 1.0 if shown.forward else -1.0
    beyond = (0.0, base - sign * _spacing_off(shown))  # the words stand beyond the bushing spacing
    for words, line in zip(load.words, (-1.45, -2.5) if shown.forward else (2.5, 1.45), strict=True):
        items.append(Text(beyond, words, Size.SMALL, Tone.WARNING, Align.CENTRE, raise_by=line))
    return items


def _spacing_off(shown: ShownBar) -> float:
    """How far from the bar's axis its bushing spacing is drawn [m]: clear of the stress, if that is shown."""
    return 0.065 if shown.load is None else 0.09


HAIR = 0.05  # m on the board for the largest stress


def _outward(shown: ShownBar, s: FloatArray, base: float) -> tuple[FloatArray, FloatArray]:
    """Points of the bar on the board at arc lengths s, and unit normals away from the middle between the arms."""
    mesh = shown.bar.mesh
    nodes = np.array(_on_board(mesh.nodes, shown.forward, base))
    points = np.stack([np.interp(s, mesh.s, nodes[:, i]) for i in (0, 1)], axis=1)
    along = np.gradient(points, axis=0)
    normals = np.stack([along[:, 1], -along[:, 0]], axis=1)
    normals = normals / np.maximum(np.linalg.norm(normals, axis=1), 1e-12)[:, None]
    middle = np.array([0.0, base + (1.0 if shown.forward else -1.0) * 0.5 * float(mesh.nodes[:, 0].max())])
    outward = np.sign(((points - middle) * normals).sum(axis=1))
    return points, normals * np.where(outward == 0.0, 1.0, outward)[:, None]


def bushing_marks(bar: BarSolution, base: float) -> list[Item]:
    """Both bushings of a bar whose axis lies on a line of the board."""
    size = max(0.045, 1.9 * bar.bar.section.od)
    items: list[Item] = []
    for y in bar.bar.pivots:
        items.append(Line(rectangle((-y, base), 0.045, size), Tone.INK, Pen.PART, closed=True, fill=Tone.SHEET))
        items.append(Line(((-y - 0.022, base), (-y + 0.022, base)), Tone.SOFT, Pen.GHOST))
    return items


def _holes(shown: ShownBar, base: float, side: Side) -> list[Item]:
    points = hole_points(shown.bar, shown.forward, base, side)
    chosen = shown.holes[side.position]
    tone = tone_of(shown.axle)
    items: list[Item] = [
        Ring(point, Tone.GRAB if i == chosen else tone, chosen=i == chosen and shown.connected)
        for i, point in enumerate(points)
    ]
    inward = Align.LEFT if side is Side.LEFT else Align.RIGHT
    items.append(LabelStack(points, shown.labels[side.position], inward, str(side), ROOMY))
    xs, ys = [x for x, _ in points], [y for _, y in points]
    reach = 0.22  # m of label room inward, where a click counts too
    low = (min(xs) - (0.03 if side is Side.LEFT else reach), min(ys) - 0.05)
    high = (max(xs) + (reach if side is Side.LEFT else 0.03), max(ys) + 0.05)
    items.append(Area(picker_key(shown.axle, side), low, high))
    return items
