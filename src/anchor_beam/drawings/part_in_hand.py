"""A part that is looked at, beside the one that is fitted, at one scale."""

from __future__ import annotations

from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.bars import bushing_marks, hole_points, plan_points, tone_of
from anchor_beam.drawings.shapes import (
    Align,
    Circle,
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
)

ROOM = 0.06  # m around a bar
LINK_ROOM = 0.02  # around a link


def bar_in_hand(
    axle: Axle, bar: BarSolution, forward: bool, labels: tuple[Label, ...], fitted: BarSolution | None
) -> Drawing:
    """A bar in plan with what each hole gives, the fitted one dashed; both lie with their bushings on one line."""
    tone = tone_of(axle)
    points = plan_points(bar, forward, 0.0)
    items: list[Item] = [] if fitted is None else [Line(plan_points(fitted, forward, 0.0), Tone.SOFT, Pen.GHOST)]
    items.append(Tube(points, bar.bar.section.od, tone, double=axle is Axle.REAR))
    items += bushing_marks(bar, 0.0)
    for side in Side:
        items += [Ring(point, tone) for point in hole_points(bar, forward, 0.0, side)]
    items.append(LabelStack(hole_points(bar, forward, 0.0, Side.LEFT), labels, Align.LEFT, "", 0.0))
    every = [*points, *(plan_points(fitted, forward, 0.0) if fitted is not None else ())]
    xs, ys = [x for x, _ in every], [y for _, y in every]
    low, high = (min(xs) - ROOM, min(ys) - ROOM), (max(xs) + ROOM, max(ys) + ROOM)
    if fitted is not None:
        beyond = -0.9 if forward else 0.9  # lines, on the other side of the bar than its arms
        items.append(Text((0.0, 0.0), "dashed: on the car", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=beyond))
    return Drawing(tuple(items), low, high, "in hand")


def link_in_hand(axle: Axle, shortest: float, longest: float, fitted: tuple[float, float]) -> Drawing:
    """A link from its shortest to its longest [m], and below it those on the car."""
    tone, gap = tone_of(axle), 0.35 * max(longest, *fitted)
    items: list[Item] = [
        Line(((shortest, 0.0), (longest, 0.0)), tone, Pen.GHOST), Line(((0.0, 0.0), (shortest, 0.0)), tone, Pen.HEAVY),
        Ring((0.0, 0.0), tone), Ring((shortest, 0.0), tone), Ring((longest, 0.0), tone),
        Text((0.0, 0.0), "in hand", Size.SMALL, Tone.INK, Align.LEFT, raise_by=1.0),
    ]  # fmt: skip
    for n, (side, length) in enumerate(zip(Side, fitted, strict=True), start=1):
        y = -gap * n * 0.6
        items += [
            Line(((0.0, y), (length, y)), Tone.INK, Pen.PART), Ring((0.0, y), Tone.INK), Ring((length, y), Tone.INK),
            Text((0.0, y), f"{side}, on the car", Size.SMALL, Tone.SOFT, Align.LEFT, raise_by=1.0),
        ]  # fmt: skip
    widest = max(longest, *fitted)
    return Drawing(tuple(items), (-LINK_ROOM, -1.4 * gap), (widest + LINK_ROOM, 0.5 * gap), "in hand")


def bushing_in_hand(axle: Axle, bore: float, od: float | None) -> Drawing:
    """Its bore around the bar on the car [m]."""
    tone, r = tone_of(axle), 0.5 * bore
    items: list[Item] = [Circle((0.0, 0.0), 2.0 * r, Tone.INK, Pen.PART), Circle((0.0, 0.0), r, Tone.INK, Pen.PART)]
    if od is not None:
        items.append(Circle((0.0, 0.0), 0.5 * od, tone, Pen.PART, fill=tone))
    return Drawing(tuple(items), (-4.0 * r, -2.4 * r), (4.0 * r, 2.4 * r), "in hand")
