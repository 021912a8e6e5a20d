"""Painting charts, and the widget that holds some of them side by side."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.charts import Chart, Curve, steps
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.session.workshop import Part

STRIP_HEIGHT = 176  # px at the normal font size


class ChartStrip(QWidget):
    """Charts side by side; the mouse reads them off. They are made only while the strip can be seen."""

    def __init__(self, bridge: Bridge, make: Callable[[], tuple[Chart, ...]], name: str) -> None:
        super().__init__()
        self._bridge, self._theme, self._make = bridge, bridge.theme, make
        self._charts: tuple[Chart, ...] = ()
        self._at: QPointF | None = None
        self._now: float | None = None
        self._name = name
        self.setMouseTracking(True)
        self.setFixedHeight(bridge.theme.px(STRIP_HEIGHT))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self.refresh)

    @property
    def charts(self) -> tuple[Chart, ...]:
        """What is drawn."""
        return self._charts

    def refresh(self) -> None:
        """Make the charts again."""
        self._charts = self._make() if self._bridge.picture is not None else ()
        self.setAccessibleName(f"{self._name}: " + "; ".join(chart.title for chart in self._charts))
        self.update()

    def point(self, x: float | None) -> None:
        """Show where something stands now on the axis across, None for nowhere."""
        if x != self._now:
            self._now = x
            self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self._at = event.position()
        self.update()

    def leaveEvent(self, _event: object) -> None:
        self._at = None
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if not self._charts:
            return
        each = self.width() / len(self._charts)
        for i, chart in enumerate(self._charts):
            room = QRectF(i * each, 0, each, self.height())
            at = self._at if self._at and room.contains(self._at) else None
            paint_chart(chart, painter, room, self._theme, at, self._now)


REFERENCE = "reference"  # in the legend, where its own name may be too long


def paint_chart(
    chart: Chart, painter: QPainter, room: QRectF, theme: Theme, at: QPointF | None = None, now: float | None = None
) -> None:
    """Paint one chart into its room, with the values at the mouse where it is inside, or where something stands now."""
    px, pen = theme.px, Lettering(painter, theme)
    pen.write(room.left() + px(14), room.top() + px(20), chart.title, Size.NORMAL, Tone.INK, bold=True)
    if chart.empty:
        pen.write(room.left() + px(14), room.top() + px(52), chart.empty, Size.NORMAL, Tone.SOFT)
        return
    frame = room.adjusted(px(46), px(34), -px(16), -px(38))
    (x_low, x_high), (y_low, y_high) = chart.ranges()

    def spot(x: float, y: float) -> QPointF:
        return QPointF(
            frame.left() + frame.width() * (x - x_low) / (x_high - x_low),
            frame.bottom() - frame.height() * (y - y_low) / (y_high - y_low),
        )

    _paint_axes(chart, painter, frame, theme, spot)
    for mark in chart.marks:
        if x_low <= mark.x <= x_high:
            top = spot(mark.x, y_high)
            painter.setPen(QPen(theme.colour(mark.tone), 1.0, Qt.PenStyle.DashLine))
            painter.drawLine(top, spot(mark.x, y_low))
            right = top.x() > frame.center().x()
            side = Align.RIGHT if right else Align.LEFT
            pen.write(
                top.x() + (-px(4) if right else px(4)),
                frame.top() + px(9),
                mark.name,
                Size.SMALL,
                mark.tone,
                align=side,
            )
    painter.save()
    painter.setClipRect(frame.adjusted(-2, -2, 2, 2))
    for curve in sorted(chart.curves, key=lambda c: not c.ghost):
        _paint_curve(curve, painter, theme, spot)
    painter.restore()
    x = now
    if at is not None and frame.left() <= at.x() <= frame.right():
        x = x_low + (x_high - x_low) * (at.x() - frame.left()) / frame.width()
    if x is not None and x_low <= x <= x_high:
        painter.setPen(QPen(theme.colour(Tone.GRAB), 1.0))
        painter.drawLine(spot(x, y_low), spot(x, y_high))
        read = [f"{c.name} {value:.2f}" for c in chart.curves if c.name and (value := value_at(c, x)) is not None]
        text = f"at {x:.2f}: " + ", ".join(read)
        pen.write(room.right() - px(16), room.top() + px(20), text, Size.SMALL, Tone.GRAB, align=Align.RIGHT)


def value_at(curve: Curve, x: float) -> float | None:
    """Height of a curve between its points; None beside them or in a gap."""
    for (x0, y0), (x1, y1) in itertools.pairwise(curve.points):
        if x0 <= x <= x1 and math.isfinite(y0) and math.isfinite(y1):
            return y0 + (y1 - y0) * (x - x0) / (x1 - x0) if x1 > x0 else y0
    return None


def _paint_axes(
    chart: Chart, painter: QPainter, frame: QRectF, theme: Theme, spot: Callable[[float, float], QPointF]
) -> None:
    px, pen = theme.px, Lettering(painter, theme)
    (x_low, x_high), (y_low, y_high) = chart.ranges()
    painter.setPen(QPen(theme.colour(Tone.HAIRLINE), 1.0))
    for y in steps(y_low, y_high, 4):
        painter.setPen(QPen(theme.colour(Tone.HAIRLINE), 1.0))
        painter.drawLine(spot(x_low, y), spot(x_high, y))
        pen.write(frame.left() - px(6), spot(x_low, y).y() + px(4), f"{y:g}".replace("-", "−"), align=Align.RIGHT)
    painter.setPen(QPen(theme.colour(Tone.INK), 1.2))
    painter.drawLine(frame.bottomLeft(), frame.bottomRight())
    for x in steps(x_low, x_high, max(3, int(frame.width() / px(60)))):
        painter.setPen(QPen(theme.colour(Tone.INK), 1.2))
        foot = QPointF(spot(x, y_low).x(), frame.bottom())
        painter.drawLine(foot, foot + QPointF(0, px(4)))
        pen.write(foot.x(), foot.y() + px(16), f"{x:g}".replace("-", "−"), align=Align.CENTRE)
    pen.write(frame.right(), frame.bottom() + px(31), chart.across, align=Align.RIGHT)
    end = pen.write(frame.left() - px(32), frame.bottom() + px(31), f"↑ {chart.up}")
    end += px(14)
    for curve in chart.curves:
        if curve.name:
            painter.setPen(_pen(curve, theme))
            painter.drawLine(QPointF(end, frame.bottom() + px(27)), QPointF(end + px(14), frame.bottom() + px(27)))
            end = pen.write(end + px(18), frame.bottom() + px(31), _legend(curve)) + px(12)


def _legend(curve: Curve) -> str:
    return REFERENCE if curve.ghost and len(curve.name) > len(REFERENCE) else curve.name


def _paint_curve(curve: Curve, painter: QPainter, theme: Theme, spot: Callable[[float, float], QPointF]) -> None:
    pieces: list[list[QPointF]] = [[]]
    for x, y in curve.points:
        if math.isfinite(y):
            pieces[-1].append(spot(x, y))
        elif pieces[-1]:
            pieces.append([])
    painter.setPen(_pen(curve, theme))
    for piece in pieces:
        painter.drawPolyline(QPolygonF(piece))


def _pen(curve: Curve, theme: Theme) -> QPen:
    if curve.ghost:
        pen = QPen(theme.colour(Tone.SOFT), 1.2)
        pen.setDashPattern([4.0, 3.0])
        return pen
    pen = QPen(theme.colour(curve.tone), 2.2)
    if curve.dotted:
        pen.setDashPattern([1.0, 1.6])
    return pen
