"""Painting `drawings` data into a PDF, with the shipped fonts; the same vocabulary as the screen."""

from __future__ import annotations

import math
from typing import Any

from anchor_beam.drawings.shapes import (
    XY,
    Align,
    Circle,
    Dimension,
    Drawing,
    LabelStack,
    Line,
    Pen,
    Ring,
    Size,
    Text,
    Tone,
    Tube,
)
from anchor_beam.immutable import immutable
from anchor_beam.sheets import lettering
from anchor_beam.sheets.lettering import text_width

POINTS = {Size.SMALL: 9.0, Size.NORMAL: 11.0, Size.LARGE: 15.0, Size.HUGE: 26.0}
WIDTHS = {Pen.HAIR: 0.5, Pen.PART: 1.0, Pen.HEAVY: 2.2, Pen.GHOST: 0.7, Pen.CENTRE: 0.5}
DASHES = {Pen.GHOST: (3.0, 2.0), Pen.CENTRE: (7.0, 2.0, 1.5, 2.0)}
# Ink on white paper; front and rear keep their hues and their single and double line, so a grey printer loses nothing.
COLOURS = {
    Tone.INK: "#1C2026", Tone.SOFT: "#55514B", Tone.HAIRLINE: "#A8A296", Tone.FRONT: "#0A6A8C", Tone.REAR: "#B04E12",
    Tone.GRAB: "#1C2026", Tone.WARNING: "#8A1C3B", Tone.WINDOW: "#D9E3D2", Tone.SHEET: "#FFFFFF",
    Tone.PANEL: "#EFEBE3", Tone.GROUND: "#FFFFFF",
}  # fmt: skip


@immutable
class Box:
    """A rectangle on the page [points], origin at the lower left."""

    x: float
    y: float
    width: float
    height: float


class Paper:
    """Paints drawings onto a reportlab canvas."""

    def __init__(self, canvas: Any) -> None:
        self.canvas = canvas

    def write(
        self, at: XY, text: str, size: float, *, tone: Tone = Tone.INK, bold: bool = False, align: Align = Align.LEFT
    ) -> float:
        """Write at a baseline; returns the width [points]."""
        width = text_width(text, size, bold=bold)
        self.canvas.setFillColor(COLOURS[tone])
        shift = {Align.LEFT: 0.0, Align.CENTRE: width / 2, Align.RIGHT: width}[align]
        lettering.write(self.canvas, at[0] - shift, at[1], text, size, bold=bold)
        return width

    def draw(self, drawing: Drawing, box: Box) -> None:
        """Paint a drawing into a box, as large as fits; fields and areas of the screen have no place on paper."""
        scale = min(box.width / drawing.width, box.height / drawing.height)
        x0 = box.x + box.width / 2 - scale * (drawing.low[0] + drawing.high[0]) / 2
        y0 = box.y + box.height / 2 - scale * (drawing.low[1] + drawing.high[1]) / 2

        def at(point: XY) -> XY:
            return x0 + scale * point[0], y0 + scale * point[1]

        for item in drawing.items:
            match item:
                case Line():
                    self._path([at(p) for p in item.points], item)
                case Tube():
                    self._tube([at(p) for p in item.points], item.width * scale, item)
                case Circle():
                    self._circle(at(item.centre), item.radius * scale, item.tone, item.fill, WIDTHS[item.pen])
                case Ring():
                    radius = 4.2 if item.chosen else 3.0
                    fill = Tone.INK if item.chosen else Tone.SHEET
                    self._circle(at(item.centre), radius, Tone.INK if item.chosen else item.tone, fill, 1.0)
                case Text() if item.shown_at(math.inf):
                    x, y = at(item.at)
                    size = POINTS[item.size]
                    self.write((x, y - 0.36 * size + item.raise_by * 1.2 * size), item.text, size, tone=item.tone,
                               bold=item.bold, align=item.align)  # fmt: skip
                case Dimension():
                    self._dimension(at(item.start), at(item.end), item.text)
                case LabelStack():
                    self._stack([at(p) for p in item.anchors], item)
                case _:
                    pass

    def _path(self, points: list[XY], item: Line) -> None:
        canvas = self.canvas
        canvas.saveState()
        canvas.setStrokeColor(COLOURS[item.tone])
        canvas.setLineWidth(WIDTHS[item.pen])
        canvas.setDash(*([DASHES[item.pen]] if item.pen in DASHES else []))
        if item.fill:
            canvas.setFillColor(COLOURS[item.fill])
        canvas.drawPath(self._polyline(points, closed=item.closed), stroke=1, fill=1 if item.fill else 0)
        canvas.restoreState()

    def _tube(self, points: list[XY], width: float, item: Tube) -> None:
        canvas = self.canvas
        canvas.saveState()
        canvas.setLineCap(1)
        canvas.setLineJoin(1)
        passes = [(max(2.0, width), item.tone)]
        if item.double:
            passes.append((max(0.8, width - 2.0 * max(1.0, 0.18 * width)), Tone.SHEET))
        for thick, tone in passes:
            canvas.setLineWidth(thick)
            canvas.setStrokeColor(COLOURS[tone])
            canvas.drawPath(self._polyline(points, closed=False), stroke=1, fill=0)
        canvas.restoreState()

    def _polyline(self, points: list[XY], *, closed: bool) -> Any:
        path = self.canvas.beginPath()
        path.moveTo(*points[0])
        for point in points[1:]:
            path.lineTo(*point)
        if closed:
            path.close()
        return path

    def _circle(self, at: XY, radius: float, tone: Tone, fill: Tone | None, width: float) -> None:
        self.canvas.setLineWidth(width)
        self.canvas.setStrokeColor(COLOURS[tone])
        if fill:
            self.canvas.setFillColor(COLOURS[fill])
        self.canvas.circle(*at, radius, stroke=1, fill=1 if fill else 0)

    def _dimension(self, a: XY, b: XY, text: str) -> None:
        self.canvas.setLineWidth(0.5)
        self.canvas.setStrokeColor(COLOURS[Tone.SOFT])
        self.canvas.line(*a, *b)
        across = (0.0, 3.0) if abs(a[1] - b[1]) < abs(a[0] - b[0]) else (3.0, 0.0)
        for x, y in (a, b):
            self.canvas.line(x - across[0], y - across[1], x + across[0], y + across[1])
        if text:
            width = text_width(text, 9.0) + 8.0
            x, y = (a[0] + b[0]) / 2, (a[1] + b[1]) / 2
            self.canvas.setFillColor(COLOURS[Tone.SHEET])
            self.canvas.rect(x - width / 2, y - 6.0, width, 12.0, stroke=0, fill=1)
            self.write((x, y - 3.2), text, 9.0, align=Align.CENTRE)

    def _stack(self, points: list[XY], item: LabelStack) -> None:
        out, step = -1.0 if item.align is Align.RIGHT else 1.0, 13.0
        order = sorted(range(len(points)), key=lambda i: -points[i][1])
        top = sum(y for _, y in points) / len(points) + step * (len(points) - 1) / 2
        edge = max(out * x for x, _ in points) * out + out * 26.0
        for row, i in enumerate(order):
            label, y = item.labels[i], top - step * row
            self.canvas.setLineWidth(0.4)
            self.canvas.setStrokeColor(COLOURS[Tone.HAIRLINE])
            self.canvas.line(points[i][0] + out * 6.0, points[i][1], edge - out * 4.0, y)
            size = 11.0 if label.chosen else 9.0
            text = f"{label.number} {label.behind(roomy=False)}"
            self.write((edge, y - 0.36 * size), text, size, bold=label.chosen, align=item.align,
                       tone=Tone.INK if label.chosen else Tone.SOFT)  # fmt: skip
        if item.caption:
            self.write((edge, top - step * len(points) - 3.0), item.caption, 8.0, tone=Tone.SOFT, align=item.align)
