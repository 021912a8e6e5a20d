"""One painter for every drawing."""

from __future__ import annotations

import math
from collections.abc import Iterable

from PySide6.QtCore import QLineF, QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.shapes import (
    XY,
    Align,
    Circle,
    Dimension,
    Drawing,
    Item,
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

_WIDTHS = {Pen.HAIR: 1.0, Pen.PART: 1.6, Pen.HEAVY: 3.2, Pen.GHOST: 1.2, Pen.CENTRE: 1.0}
_DASHES = {Pen.GHOST: [4.0, 3.0], Pen.CENTRE: [9.0, 3.0, 2.0, 3.0]}
RING, LABEL_STEP = 6.0, 18.0  # px at the normal font size
LEADER, SHORT_LEADER, CLOSE = 40, 28, 370.0  # px from marks to their labels, the shorter below this scale [px/m]


@immutable
class View:
    """Metres to pixels: one scale for both axes, y turned over."""

    scale: float
    x0: float
    y0: float

    def map(self, point: XY) -> QPointF:
        return QPointF(self.x0 + self.scale * point[0], self.y0 - self.scale * point[1])

    def unmap(self, at: QPointF) -> XY:
        """The other way round."""
        return (at.x() - self.x0) / self.scale, (self.y0 - at.y()) / self.scale


def fit(drawing: Drawing, room: QRectF) -> View:
    """The largest view in which the whole drawing lies in the middle of the room."""
    scale = min(room.width() / max(drawing.width, 1e-6), room.height() / max(drawing.height, 1e-6))
    x = room.center().x() - scale * 0.5 * (drawing.low[0] + drawing.high[0])
    y = room.center().y() + scale * 0.5 * (drawing.low[1] + drawing.high[1])
    return View(scale, x, y)


Rows = tuple[float, float]
"""From and to which height of the screen [px], top first."""
NOWHERE: Rows = (math.inf, -math.inf)


def paint(items: Iterable[Item], painter: QPainter, view: View, theme: Theme) -> None:
    """Paint everything but slots and areas, which are widgets."""
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    for item in items:
        match item:
            case Line():
                _line(item, painter, view, theme)
            case Tube():
                _tube(item, painter, view, theme)
            case Circle():
                _circle(item, painter, view, theme)
            case Ring():
                _ring(item, painter, view, theme)
            case Text() if item.shown_at(view.scale / theme.enlarged):
                _text(item, painter, view, theme)
            case Dimension():
                _dimension(item, painter, view, theme)
            case LabelStack():
                _stack(item, painter, view, theme)
            case _:
                pass


def rows_of(item: Item, view: View, theme: Theme) -> Rows:
    """Rows that an item may touch; a few too many do no harm."""
    line = theme.metrics(Size.SMALL).height()
    beyond: float
    match item:
        case Line(points=points):
            beyond = theme.px(4)
        case LabelStack(anchors=points):
            beyond = (0.5 * len(points) + 1.0) * theme.px(LABEL_STEP) + line
        case Tube(points=points, width=width):
            beyond = max(3.0, width * view.scale) + theme.px(2)
        case Circle(centre=at, radius=radius):
            points, beyond = (at,), radius * view.scale + theme.px(4)
        case Ring(centre=at):
            points, beyond = (at,), theme.px(RING) + 3.0
        case Text(at=at, size=size, raise_by=lifted):
            points, beyond = (at,), (1.0 + abs(lifted)) * theme.metrics(size).height()
        case Dimension(start=start, end=end):
            points, beyond = (start, end), theme.px(6) + line
        case _:
            return NOWHERE
    heights = [view.y0 - view.scale * y for _, y in points]
    return min(heights) - beyond, max(heights) + beyond


def pen_of(kind: Pen, colour: QColor, theme: Theme) -> QPen:
    """A pen of the drawing board."""
    pen = QPen(colour, _WIDTHS[kind] * theme.enlarged)
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    if kind in _DASHES:
        pen.setDashPattern(_DASHES[kind])
    return pen


def _line(item: Line, painter: QPainter, view: View, theme: Theme) -> None:
    painter.setPen(pen_of(item.pen, theme.colour(item.tone), theme))
    painter.setBrush(theme.colour(item.fill) if item.fill else Qt.BrushStyle.NoBrush)
    polygon = QPolygonF([view.map(p) for p in item.points])
    upright = len(item.points) == 2 and 0.0 in (a - b for a, b in zip(*item.points, strict=True))
    crisp = upright and item.pen in _DASHES  # costs a fifth; a double line that is no dash would run together
    painter.setRenderHint(QPainter.RenderHint.Antialiasing, on=not crisp)
    if item.closed:
        painter.drawPolygon(polygon)
    else:
        painter.drawPolyline(polygon)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)


def _tube(item: Tube, painter: QPainter, view: View, theme: Theme) -> None:
    polygon = QPolygonF([view.map(p) for p in item.points])
    width = max(3.0, item.width * view.scale)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    passes = [(width, item.tone)]
    if item.double:
        passes.append((max(1.0, width - 2.0 * max(1.6, 0.18 * width)), Tone.SHEET))
    for thick, tone in passes:
        pen = QPen(theme.colour(tone), thick)
        pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        painter.setPen(pen)
        painter.drawPolyline(polygon)


def _circle(item: Circle, painter: QPainter, view: View, theme: Theme) -> None:
    painter.setPen(pen_of(item.pen, theme.colour(item.tone), theme))
    painter.setBrush(theme.colour(item.fill) if item.fill else Qt.BrushStyle.NoBrush)
    r = item.radius * view.scale
    painter.drawEllipse(view.map(item.centre), r, r)


def _ring(item: Ring, painter: QPainter, view: View, theme: Theme) -> None:
    r = theme.enlarged * (RING if item.chosen else RING - 1.5)
    painter.setPen(QPen(theme.colour(Tone.INK if item.chosen else item.tone), 1.6))
    painter.setBrush(theme.colour(item.tone if item.chosen else Tone.SHEET))
    painter.drawEllipse(view.map(item.centre), r, r)


def _text(item: Text, painter: QPainter, view: View, theme: Theme) -> None:
    font, metrics = theme.font(item.size, bold=item.bold), theme.metrics(item.size, bold=item.bold)
    at = view.map(item.at)
    x = _left_edge(at.x(), metrics.horizontalAdvance(item.text), item.align)
    y = at.y() + metrics.capHeight() / 2 - item.raise_by * metrics.height()
    painter.setFont(font)
    painter.setPen(theme.colour(item.tone))
    painter.drawText(QPointF(x, y), item.text)


def _left_edge(x: float, width: float, align: Align) -> float:
    return x - {Align.LEFT: 0.0, Align.CENTRE: width / 2, Align.RIGHT: width}[align]


def _dimension(item: Dimension, painter: QPainter, view: View, theme: Theme) -> None:
    """Hairline with end ticks; the middle stays free for the text or the field."""
    a, b = view.map(item.start), view.map(item.end)
    painter.setPen(pen_of(Pen.HAIR, theme.colour(Tone.SOFT), theme))
    painter.drawLine(a, b)
    length = math.hypot(b.x() - a.x(), b.y() - a.y())
    if length > 0.0:
        tick = theme.px(5)
        across = QPointF(-(b.y() - a.y()) / length * tick, (b.x() - a.x()) / length * tick)
        painter.drawLine(a - across, a + across)
        painter.drawLine(b - across, b + across)
    if item.text:
        font, metrics = theme.font(Size.SMALL), theme.metrics(Size.SMALL)
        middle = (a + b) / 2
        box = QRectF(0, 0, metrics.horizontalAdvance(item.text) + theme.px(8), metrics.height())
        box.moveCenter(middle)
        painter.fillRect(box, theme.colour(Tone.SHEET))
        painter.setFont(font)
        painter.setPen(theme.colour(Tone.INK))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, item.text)


def _stack(item: LabelStack, painter: QPainter, view: View, theme: Theme) -> None:
    """Labels one step apart around the middle of their marks, ordered as the marks are on the screen."""
    step, out = theme.px(LABEL_STEP), -1.0 if item.align is Align.RIGHT else 1.0
    order = sorted(range(len(item.anchors)), key=lambda i: view.map(item.anchors[i]).y())
    points = [view.map(item.anchors[i]) for i in order]
    middle = sum(p.y() for p in points) / len(points)
    top = middle - step * (len(points) - 1) / 2
    beside = LEADER if view.scale >= CLOSE * theme.enlarged else SHORT_LEADER
    edge = max(out * p.x() for p in points) * out + out * theme.px(beside)
    roomy = view.scale >= item.caption_from * theme.enlarged
    leaders = []
    for row, point in enumerate(points):
        bend = QPointF(edge - out * theme.px(10), top + row * step)
        leaders += [
            QLineF(point + QPointF(out * theme.px(9), 0), bend),
            QLineF(bend, bend + QPointF(out * theme.px(6), 0)),
        ]
    painter.setPen(pen_of(Pen.HAIR, theme.colour(Tone.HAIRLINE), theme))
    painter.drawLines(leaders)
    for row, index in enumerate(order):
        y = top + row * step
        label = item.labels[index]
        behind = label.behind(roomy=roomy)
        size = Size.NORMAL if label.chosen else Size.SMALL
        metrics = theme.metrics(size, bold=label.chosen)
        widths = [
            metrics.horizontalAdvance(label.number),
            theme.metrics(Size.SMALL).horizontalAdvance(behind),
        ]
        x = _left_edge(edge, sum(widths) + theme.px(4), item.align)
        baseline = y + metrics.capHeight() / 2
        painter.setFont(theme.font(size, bold=label.chosen))
        painter.setPen(theme.colour(Tone.INK if label.chosen else Tone.SOFT))
        painter.drawText(QPointF(x, baseline), label.number)
        painter.setFont(theme.font(Size.SMALL))
        painter.setPen(theme.colour(Tone.SOFT))
        painter.drawText(QPointF(x + widths[0] + theme.px(4), baseline), behind)
    if item.caption and roomy:
        font, metrics = theme.font(Size.SMALL), theme.metrics(Size.SMALL)
        x = _left_edge(edge, metrics.horizontalAdvance(item.caption), item.align)
        painter.setFont(font)
        painter.setPen(theme.colour(Tone.SOFT))
        painter.drawText(QPointF(x, top + len(points) * step + metrics.capHeight() / 2), item.caption)
