"""The vocabulary of drawings. Coordinates are metres, x to the right, y up; text sizes are steps, not metres."""

from __future__ import annotations

import math
from enum import StrEnum

from anchor_beam.immutable import immutable

XY = tuple[float, float]


class Tone(StrEnum):
    """What a line or a text means; the theme gives it a colour."""

    INK = "ink"
    SOFT = "soft"
    HAIRLINE = "hairline"
    FRONT = "front"
    REAR = "rear"
    GRAB = "grab"
    WARNING = "warning"
    WINDOW = "window"
    GROUND = "ground"
    SHEET = "sheet"
    PANEL = "panel"


class Pen(StrEnum):
    """Kinds of line."""

    HAIR = "hair"
    PART = "part"
    HEAVY = "heavy"
    GHOST = "ghost"
    CENTRE = "centre"


class Size(StrEnum):
    """Sizes of type."""

    SMALL = "small"
    NORMAL = "normal"
    LARGE = "large"
    HUGE = "huge"


class Align(StrEnum):
    """Where a text stands about its point."""

    LEFT = "left"
    CENTRE = "centre"
    RIGHT = "right"


@immutable
class Line:
    """Polyline, closed and filled if wanted."""

    points: tuple[XY, ...]
    tone: Tone = Tone.INK
    pen: Pen = Pen.HAIR
    closed: bool = False
    fill: Tone | None = None


@immutable
class Tube:
    """A bar along a centreline, drawn at its true width [m]: solid, or as a double line."""

    points: tuple[XY, ...]
    width: float
    tone: Tone
    double: bool = False


@immutable
class Circle:
    """Circle with a radius in metres."""

    centre: XY
    radius: float
    tone: Tone = Tone.INK
    pen: Pen = Pen.PART
    fill: Tone | None = None


@immutable
class Ring:
    """A hole or a joint: a mark of fixed size on the screen, filled when chosen."""

    centre: XY
    tone: Tone
    chosen: bool = False


@immutable
class Text:
    """Text at a point; `raise_by` lifts it by lines of its own height. scales: between which it is shown [px/m at the normal
    font size], for words that need room; paper has it."""

    at: XY
    text: str
    size: Size = Size.SMALL
    tone: Tone = Tone.SOFT
    align: Align = Align.LEFT
    bold: bool = False
    raise_by: float = 0.0
    scales: tuple[float, float] = (0.0, math.inf)

    def shown_at(self, scale: float) -> bool:
        """Whether a view of this scale shows it; infinity is paper."""
        return self.scales[0] <= scale <= self.scales[1]


@immutable
class Dimension:
    """Dimension line with ends, and a slot or a text in its middle."""

    start: XY
    end: XY
    text: str = ""
    slot: str = ""


@immutable
class Slot:
    """Room for a field or control of the interface, by key: the place of a figure, or a name."""

    key: str
    at: XY
    align: Align = Align.CENTRE
    raise_by: float = 0.0


@immutable
class Area:
    """A rectangle that a control of the interface covers, by key: corners in metres."""

    key: str
    low: XY
    high: XY


@immutable
class Label:
    """One line of a stack: number, unit, whether it is the chosen one. name: what somebody calls it, where there is room."""

    number: str
    unit: str
    chosen: bool = False
    name: str = ""

    def behind(self, *, roomy: bool) -> str:
        """What stands behind the number."""
        return ", ".join(filter(None, (self.unit, self.name))) if roomy else self.unit


@immutable
class LabelStack:
    """Labels for marks that lie close together: fanned out to a readable distance, with hairlines to their marks. The
    caption, and names, are shown from a scale of `caption_from` on [px/m at the normal font size]."""

    anchors: tuple[XY, ...]
    labels: tuple[Label, ...]
    align: Align
    caption: str = ""
    caption_from: float = 0.0


Item = Line | Tube | Circle | Ring | Text | Dimension | Slot | Area | LabelStack


@immutable
class Drawing:
    """Items in painting order, and the rectangle that must be visible. to_scale: not so where it is a curve or a sketch."""

    items: tuple[Item, ...]
    low: XY
    high: XY
    title: str = ""
    to_scale: bool = True

    @property
    def width(self) -> float:
        """Of what is drawn [m]."""
        return self.high[0] - self.low[0]

    @property
    def height(self) -> float:
        """Of what is drawn [m]."""
        return self.high[1] - self.low[1]


def rectangle(centre: XY, width: float, height: float) -> tuple[XY, ...]:
    """Corners of an upright rectangle."""
    x, y = centre
    return (
        (x - width / 2, y - height / 2),
        (x + width / 2, y - height / 2),
        (x + width / 2, y + height / 2),
        (x - width / 2, y + height / 2),
    )
