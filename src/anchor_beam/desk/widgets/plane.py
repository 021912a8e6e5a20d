"""The plane of balance and roll, as the stages that look at it have it in common."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.grip.driving import Phase
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.figures.results import Results
from anchor_beam.jobs.request import Answer, Done, Request
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import DEG, G, Kind
from anchor_beam.units.show import show, with_band
from anchor_beam.words import aim as words
from anchor_beam.words.phases import NAMES

if TYPE_CHECKING:
    from anchor_beam.figures.plane import Spot

PER_G = DEG / G  # SI value of one deg/g


class Plane(QWidget):
    """Margin to the right, roll upwards; your window, every setting that the holes reach, this one and the reference."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._spots: tuple[Spot, ...] = ()
        self._axes = (-10.0, 15.0), (0.0, 6.0 * PER_G)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(bridge.theme.px(260))
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.BANDS | Part.PHASE | Part.UNITS, then=self._show)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import PlaneOf

        return PlaneOf(shown.file.car, shown.file.bench, self.with_unhooked)

    def _take(self, answer: Answer | None) -> None:
        self._spots = answer.value if isinstance(answer, Done) else ()
        self._show()

    def _show(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        if not self.holds_still:
            self._axes = self._axes_of(shown.now, shown.reference)
        margin, roll = shown.now.margin_of(self._phase), shown.now.roll_gradient
        low, high = shown.window(self._phase)
        bottom, top = shown.file.car.roll_window
        at = (
            "no balance now"
            if margin is None
            else (
                f"this setting: margin {show(margin, Kind.PERCENT, units)}, roll {show(roll, Kind.ROLL_GRADIENT, units)}"
            )
        )
        self.setAccessibleName(
            f"plane of balance and roll, {NAMES[self._phase]}: {at}; your window {show(low, Kind.PERCENT, units)} to "
            f"{show(high, Kind.PERCENT, units)}, {show(bottom, Kind.ROLL_GRADIENT, units)} to "
            f"{show(top, Kind.ROLL_GRADIENT, units)}"
        )
        self.update()

    @property
    def with_unhooked(self) -> bool:
        """Whether settings with a bar off its links are shown too."""
        return False

    @property
    def holds_still(self) -> bool:
        """Whether the axes must stay as they are: something is being dragged over them."""
        return False

    @property
    def _phase(self) -> Phase:
        return self._bridge.phase

    @property
    def hint(self) -> str:
        """What can be done here."""
        return ""

    @property
    def looked(self) -> str:
        """What is looked at, in words; empty while nothing is."""
        return ""

    # the axes

    def _axes_of(self, now: Results, reference: Results | None) -> tuple[tuple[float, float], tuple[float, float]]:
        """Around the window, this setting, the reference and every setting that the holes reach."""
        assert self._bridge.picture is not None
        car = self._bridge.picture.file.car
        margins, rolls = list(car.window(self._phase)), list(car.roll_window)
        for results in (now, reference):
            if results is not None and results.roll_gradient is not None:
                rolls.append(results.roll_gradient)
                margins.append(results.margin_of(self._phase) or 0.0)
        margins += [spot.margin(self._phase) for spot in self._spots]
        rolls += [spot.roll_gradient for spot in self._spots]
        margins = [value for value in margins if math.isfinite(value)]
        rolls = [value for value in rolls if math.isfinite(value)]
        pad_x, pad_y = 0.22 * (max(margins) - min(margins)) + 1.0, 0.25 * (max(rolls) - min(rolls)) + 0.2 * PER_G
        return (min(margins) - pad_x, max(margins) + pad_x), (max(min(rolls) - pad_y, 0.0), max(rolls) + pad_y)

    @property
    def _room(self) -> QRectF:
        px = self._theme.px
        return QRectF(self.rect()).adjusted(px(64), px(40), -px(24), -px(46))

    def pixel(self, margin: float, roll: float) -> QPointF:
        """Where a point of the plane is [px]."""
        (left, right), (low, high) = self._axes
        room = self._room
        return QPointF(
            room.left() + (margin - left) / (right - left) * room.width(),
            room.bottom() - (roll - low) / (high - low) * room.height(),
        )

    def _value(self, at: QPointF) -> tuple[float, float]:
        (left, right), (low, high) = self._axes
        room = self._room
        return (
            left + (at.x() - room.left()) / room.width() * (right - left),
            low + (room.bottom() - at.y()) / room.height() * (high - low),
        )

    @property
    def patch(self) -> QRectF:
        """Your window as it is painted [px]."""
        shown = self._bridge.picture
        if shown is None:
            return QRectF()
        (low, high), (bottom, top) = shown.window(self._phase), shown.file.car.roll_window
        return QRectF(self.pixel(low, top), self.pixel(high, bottom)).normalized()

    # painting

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.fillRect(self.rect(), self._theme.colour(Tone.SHEET))
        shown = self._bridge.picture
        if shown is None:
            return
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        pen, px = Lettering(painter, self._theme), self._theme.px
        head = self.looked or f"Balance and roll, {NAMES[self._phase]}: {self.hint}"
        pen.write(px(14), px(20), head, Size.SMALL, Tone.INK if self.looked else Tone.SOFT, bold=bool(self.looked))
        self._paint_axes(painter, pen)
        self._paint_window(painter, pen)
        self._paint_spots(painter)
        if shown.reference is not None:
            self._paint_setting(painter, pen, shown.reference, shown.file.reference, now=False)
        self._paint_setting(painter, pen, shown.now, "this setting", now=True)

    def _paint_axes(self, painter: QPainter, pen: Lettering) -> None:
        px, room = self._theme.px, self._room
        (left, right), (low, high) = self._axes
        painter.setPen(QPen(self._theme.colour(Tone.INK), 1.2))
        painter.drawLine(room.bottomLeft(), room.bottomRight())
        painter.drawLine(room.bottomLeft(), room.topLeft())
        if left < 0.0 < right:
            painter.setPen(QPen(self._theme.colour(Tone.HAIRLINE), 1.0))
            x = self.pixel(0.0, low).x()
            painter.drawLine(QPointF(x, room.top()), QPointF(x, room.bottom()))
        for mark in _marks(left, right):
            x = self.pixel(mark, low).x()
            pen.write(x, room.bottom() + px(16), f"{mark:g}".replace("-", "−"), align=Align.CENTRE)
        for mark in _marks(low / PER_G, high / PER_G):
            y = self.pixel(left, mark * PER_G).y()
            pen.write(room.left() - px(6), y + px(4), f"{mark:g}", align=Align.RIGHT)
        pen.write(room.right(), room.bottom() + px(34), "balance margin, %", align=Align.RIGHT)
        pen.write(room.left(), room.bottom() + px(34), "← loose      push →")
        pen.write(px(14), room.top() - px(6), "roll, deg/g")

    def _paint_window(self, painter: QPainter, pen: Lettering) -> None:
        shown, px = self._bridge.picture, self._theme.px
        assert shown is not None
        patch, use = self.patch, shown.file.car.use
        painter.fillRect(patch, self._theme.colour(Tone.WINDOW))
        self.paint_edges(painter, patch)
        pen.write(patch.center().x(), patch.top() + px(15), "your window", Size.SMALL, Tone.SOFT, align=Align.CENTRE)
        pen.write(patch.center().x(), patch.top() - px(7), words.SOFT, align=Align.CENTRE)
        pen.write(patch.center().x(), patch.bottom() + px(16), words.STIFF, align=Align.CENTRE)
        room = self._room
        for text, x, width, align in (
            (words.low_edge(self._phase, use), patch.left() - px(8), patch.left() - room.left() - px(12), Align.RIGHT),
            (words.high_edge(self._phase, use), patch.right() + px(8), room.right() - patch.right() - px(12), Align.LEFT),
        ):  # fmt: skip
            self._write_beside(painter, text, x, patch.bottom() - px(4), width, align)

    def paint_edges(self, painter: QPainter, patch: QRectF) -> None:
        """Of your window; where it can be dragged its edges have handles."""

    def _write_beside(self, painter: QPainter, text: str, x: float, y: float, width: float, align: Align) -> None:
        """A reason in the room beside an edge, in as many lines up from y as it takes; not at all where there is none."""
        if width < self._theme.px(60):
            return
        left = x - width if align is Align.RIGHT else x
        to = Qt.AlignmentFlag.AlignRight if align is Align.RIGHT else Qt.AlignmentFlag.AlignLeft
        flags = Qt.TextFlag.TextWordWrap | Qt.AlignmentFlag.AlignBottom | to
        painter.setFont(self._theme.font(Size.SMALL))
        painter.setPen(self._theme.colour(Tone.SOFT))
        painter.drawText(QRectF(left, y - self._theme.px(90), width, self._theme.px(90)), int(flags), text)

    def _paint_spots(self, painter: QPainter) -> None:
        painter.setPen(QPen(self._theme.colour(Tone.SOFT), 1.0))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        radius = self._theme.px(2.6)
        for spot in self._spots:
            margin = spot.margin(self._phase)
            if math.isfinite(margin):
                painter.drawEllipse(self.pixel(margin, spot.roll_gradient), radius, radius)

    def _paint_setting(self, painter: QPainter, pen: Lettering, found: Results, name: str, *, now: bool) -> None:
        margin, roll, shown, px = (
            found.margin_of(self._phase),
            found.roll_gradient,
            self._bridge.picture,
            self._theme.px,
        )
        if margin is None or roll is None or shown is None:
            return
        at = self.pixel(margin, roll)
        tone = self._theme.colour(Tone.INK if now else Tone.SOFT)
        if now and shown.bands is not None:
            wide = self.pixel(margin + shown.bands.margins[self._phase], roll).x() - at.x()
            tall = at.y() - self.pixel(margin, roll + shown.bands.roll_gradient).y()
            soft = QColor(tone)
            soft.setAlpha(40)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(soft)
            painter.drawEllipse(at, wide, tall)
        painter.setPen(QPen(tone, px(2) if now else 1.4, Qt.PenStyle.SolidLine if now else Qt.PenStyle.DashLine))
        painter.setBrush(tone if now else Qt.BrushStyle.NoBrush)
        painter.drawEllipse(at, px(5), px(5))
        text, units = name, self._bridge.units
        if now:
            sigma = None if shown.bands is None else shown.bands.margins[self._phase]
            text = f"{name}: {with_band(margin, sigma, Kind.PERCENT, units)}, {show(roll, Kind.ROLL_GRADIENT, units)}"
        right = now and at.x() + px(12) + pen.width(text, Size.SMALL, bold=now) < self.width()
        x, align = (at.x() + px(10), Align.LEFT) if right else (at.x() - px(10), Align.RIGHT)
        y, ink = (at.y() - px(7), Tone.INK) if now else (at.y() + px(15), Tone.SOFT)
        pen.write(x, y, text, Size.SMALL, ink, align=align, bold=now)


def _marks(low: float, high: float) -> list[float]:
    step = next(s for s in (0.1, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0) if (high - low) / s <= 9)
    first = math.ceil(low / step)
    return [round(step * i, 3) for i in range(first, math.floor(high / step) + 1)]
