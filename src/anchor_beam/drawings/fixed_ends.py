"""A bar without links, seen from the left: the arm that it is fixed to, its pivot, the wheel, to scale."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import Align, Circle, Dimension, Drawing, Item, Line, Pen, Size, Text, Tone
from anchor_beam.immutable import immutable
from anchor_beam.words.links import ARM_PIVOT, BAR_OFF

THICK = 0.05  # m: the arm as it is drawn
ROOM = 0.14  # m of the board beside what is drawn
BELOW, ABOVE = 0.11, 0.09  # m from the arm to its dimensions


@immutable
class ShownFixedEnds:
    """arm: from the pivot axis to the wheel; off: from it to the bar; od of the bar; wheel: its radius [m]. fixed_to, held:
    in words."""

    axle: Axle
    arm: float
    off: float
    od: float
    wheel: float
    fixed_to: str
    held: str


def fixed_ends(shown: ShownFixedEnds) -> Drawing:
    """The pivot is the origin, the front of the car to the left."""
    tone, half, bar = tone_of(shown.axle), 0.5 * THICK, (shown.off, 0.0)
    arm = ((0.0, half), (shown.arm, half), (shown.arm, -half), (0.0, -half))
    below = -max(BELOW, half + shown.od)
    items: list[Item] = [
        Line(((-ROOM, 0.0), (shown.arm + shown.wheel, 0.0)), Tone.HAIRLINE, Pen.CENTRE),
        Circle((shown.arm, 0.0), shown.wheel, Tone.HAIRLINE, Pen.HAIR),
        Line(arm, Tone.INK, Pen.PART, closed=True, fill=Tone.PANEL),
        Circle((0.0, 0.0), 0.6 * THICK, Tone.INK, Pen.PART, fill=Tone.SHEET),
        Circle((shown.arm, 0.0), 0.28 * THICK, Tone.INK, Pen.PART, fill=Tone.SHEET),
        Circle(bar, 0.5 * shown.od, tone, Pen.HEAVY, fill=Tone.SHEET),
        Dimension((0.0, below), (shown.arm, below), slot=f"car.{shown.axle}.trailing_arm"),
        *(Line(((x, 0.0), (x, ABOVE + 0.015)), Tone.HAIRLINE, Pen.HAIR) for x in (0.0, shown.off)),
        Dimension((0.0, ABOVE), (shown.off, ABOVE), slot=f"car.{shown.axle}.fixed_off"),
        Text((0.0, ABOVE), BAR_OFF, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=1.6),
        Text((0.0, 0.0), ARM_PIVOT, Size.SMALL, Tone.SOFT, Align.RIGHT, raise_by=-2.4),
        Text((shown.arm, 0.0), "wheel", Size.SMALL, Tone.SOFT, Align.LEFT, raise_by=2.2),
        Text((0.5 * shown.arm, below), shown.held, Size.SMALL, Tone.INK, Align.CENTRE, raise_by=-2.2),
    ]
    low = (-ROOM, -max(shown.wheel, -below) - 0.02)
    high = (shown.arm + shown.wheel + 0.02, max(shown.wheel, ABOVE) + 0.02)
    title = f"{shown.axle.capitalize()} bar fixed to the {shown.fixed_to}, seen from the left, front to the left"
    return Drawing(tuple(items), low, high, title)
