"""A beam on a pivot that tips as the balance moves: the end that gives up first sinks."""

from __future__ import annotations

import math

from PySide6.QtCore import QEasingCurve, QPointF, QRectF, QSize, Qt, QVariantAnimation, Signal
from PySide6.QtGui import (
    QColor,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QPixmap,
    QPolygonF,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.desk.widgets.note import paint_warning_mark
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.figures.results import Results
from anchor_beam.session.workshop import Part
from anchor_beam.words import balance as words
from anchor_beam.words import endings, faults
from anchor_beam.words.phases import LONG, NAMES

FULL_SCALE = 12.0  # % of margin at the ends of the scale; beyond, the beam rests on its stop and says so
FULL_TILT = math.radians(9.5)
SETTLE = 150  # ms
SEEN = 2  # decimals of the margin that the beam follows, well below a pixel


class Beam(QWidget):
    """Shows margin, band, window and reference; F1 or a click opens the working of the margin."""

    asked = Signal()

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._margin = 0.0
        self._margin_known = False  # it settles from what was there, not from nothing
        self._all_phases = False
        self._kept: tuple[object, QPixmap] = (None, QPixmap())
        self._settling = QVariantAnimation(self)
        self._settling.setDuration(SETTLE)
        self._settling.setEasingCurve(QEasingCurve.Type.OutCubic)
        self._settling.valueChanged.connect(self._settle_to)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setToolTip("The end that gives up first sinks. Click or F1: how it came about.")
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.BANDS | Part.UNITS | Part.PHASE, then=self._show)

    @property
    def tilt(self) -> float:
        """Angle of the beam as painted now [rad], positive with the front end down."""
        return FULL_TILT * max(-1.0, min(1.0, self._margin / FULL_SCALE))

    def show_all_phases(self, on: bool) -> None:
        """A hairline beam for each phase while it is on."""
        self._all_phases = on
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(440), self._theme.px(112))

    def mousePressEvent(self, _event: QMouseEvent) -> None:
        self.asked.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_F1, Qt.Key.Key_Return, Qt.Key.Key_Space):
            self.asked.emit()
        else:
            super().keyPressEvent(event)

    def _show(self) -> None:
        shown = self._bridge.picture
        margin = shown.now.margin_of(self._bridge.phase) if shown is not None else None
        goal = None if margin is None else round(margin, SEEN)
        self.setAccessibleName(f"balance: {self._words()}")
        self._settling.stop()
        if goal is not None and goal != self._margin:
            if self._margin_known and _moves(self):
                self._settling.setStartValue(self._margin)
                self._settling.setEndValue(goal)
                self._settling.start()
            else:
                self._margin = goal
        self._margin_known = goal is not None
        self.update()

    def _settle_to(self, margin: float) -> None:
        self._margin = float(margin)
        self.update()

    def _words(self) -> str:
        shown = self._bridge.picture
        if shown is None:
            return "no car on the bench"
        phase = self._bridge.phase
        margin = shown.now.margin_of(phase)
        if margin is None:
            problem, ending = shown.now.problem, shown.now.ending_of(phase)
            if ending is not None:
                return f"no margin: {endings.sentence(ending, self._bridge.units)}"
            return f"cannot tell: {faults.sentence(problem, self._bridge.units)}" if problem else "cannot tell"
        sigma = shown.bands.margins[phase] if shown.bands else None
        return words.verdict(margin, sigma, shown.window(phase), self._bridge.units)

    # painting

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        theme, px, pen = self._theme, self._theme.px, Lettering(painter, self._theme)
        shown = self._bridge.picture
        pivot = QPointF(self.width() / 2, px(54))
        half = min(self.width() / 2 - px(72 if self._all_phases else 64), px(200))
        if self.hasFocus():
            painter.setPen(QPen(theme.colour(Tone.GRAB), 1.5))
            painter.drawRect(QRectF(self.rect()).adjusted(1, 1, -1, -1))
        phase = self._bridge.phase
        known = shown is not None and shown.now.margin_of(phase) is not None
        wish = None if shown is None else shown.window(phase)
        painter.drawPixmap(0, 0, self._ground(pivot, half, phase, wish))
        if shown is not None and known:
            if shown.bands is not None:
                self._band(painter, pivot, half, shown.bands.margins[phase])
            before = None if shown.reference is None else shown.reference.margin_of(phase)
            if before is not None:
                ghost = _tilt(before)
                painter.setPen(QPen(theme.colour(Tone.SOFT), 1.2, Qt.PenStyle.DashLine))
                painter.drawLine(_end(pivot, half, ghost, -1), _end(pivot, half, ghost, 1))
            if self._all_phases:
                self._hairlines(painter, pivot, half, shown.now)
            else:
                self._beam(painter, pivot, half)
        self._pivot(painter, pivot)
        if not known and shown is not None:
            paint_warning_mark(painter, theme, px(12), px(97))
        self._sentence(pen, pivot.x(), 2 * half + px(84))

    def _sentence(self, pen: Lettering, middle: float, room: float) -> None:
        """What the Beam says, in a line; smaller, then in two lines, where there is no room for it."""
        text, px = self._words(), self._theme.px
        if pen.width(text, Size.NORMAL) <= room:
            pen.write(middle, px(102), text, Size.NORMAL, Tone.INK, align=Align.CENTRE)
            return
        what, _, where = text.partition(": ")
        lines = [text] if pen.width(text, Size.SMALL) <= room or not where else [f"{what}:", where]
        for line, below in zip(lines, (102,) if len(lines) == 1 else (95, 109), strict=True):
            fitted = pen.fitted(line, Size.SMALL, room)
            pen.write(middle, px(below), fitted, Size.SMALL, Tone.INK, align=Align.CENTRE)

    def _beam(self, painter: QPainter, pivot: QPointF, half: float) -> None:
        theme, tilt = self._theme, self.tilt
        front, rear = _end(pivot, half, tilt, -1), _end(pivot, half, tilt, 1)
        pen = QPen(theme.colour(Tone.INK), theme.px(6))
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        painter.setPen(pen)
        painter.drawLine(front, rear)
        for at, tone, letter in ((front, Tone.FRONT, "F"), (rear, Tone.REAR, "R")):
            painter.setBrush(theme.colour(Tone.SHEET))
            painter.setPen(QPen(theme.colour(tone), theme.px(2)))
            radius = theme.px(12)
            painter.drawEllipse(at, radius, radius)
            if letter == "R":  # rear is a double line everywhere
                painter.drawEllipse(at, radius - theme.px(4), radius - theme.px(4))
            Lettering(painter, theme).write(
                at.x(), at.y() + theme.px(4), letter, Size.SMALL, tone, align=Align.CENTRE, bold=True
            )

    def _hairlines(self, painter: QPainter, pivot: QPointF, half: float, now: Results) -> None:
        """All five phases at once, each with its name at its rear end, where the figures of the scale make room."""
        pen = Lettering(painter, self._theme)
        ends = []
        for phase in FIVE:
            margin = now.margin_of(phase)
            if margin is None:
                continue
            front, rear = (_end(pivot, half, _tilt(margin), way) for way in (-1, 1))
            painter.setPen(QPen(self._theme.colour(Tone.INK), 2.0 if phase is self._bridge.phase else 1.0))
            painter.drawLine(front, rear)
            ends.append((rear, NAMES[phase]))
        last = -1e9
        for end, name in sorted(ends, key=lambda item: item[0].y()):
            last = max(end.y(), last + self._theme.px(11))
            pen.write(pivot.x() + half + self._theme.px(29), last + self._theme.px(4), name)

    def _band(self, painter: QPainter, pivot: QPointF, half: float, sigma: float) -> None:
        """A soft wedge one standard deviation wide, whiskers at two."""
        colour = QColor(self._theme.colour(Tone.INK))
        colour.setAlpha(34)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour)
        low, high = _tilt(self._margin - sigma), _tilt(self._margin + sigma)
        for way in (-1, 1):
            painter.drawPolygon(QPolygonF([pivot, _end(pivot, half, low, way), _end(pivot, half, high, way)]))
        colour.setAlpha(110)
        painter.setPen(QPen(colour, 1.0))
        for whisker in (self._margin - 2 * sigma, self._margin + 2 * sigma):
            for way in (-1, 1):
                end = _end(pivot, half, _tilt(whisker), way)
                painter.drawLine(end - QPointF(self._theme.px(5), 0), end + QPointF(self._theme.px(5), 0))

    def _window(self, painter: QPainter, pivot: QPointF, half: float, low: float, high: float) -> None:
        """The wanted range as an arc at both ends."""
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(self._theme.colour(Tone.WINDOW))
        inner, outer = half + self._theme.px(15), half + self._theme.px(27)
        for way in (-1, 1):
            path = QPainterPath()
            angles = [_tilt(low + (high - low) * i / 12) for i in range(13)]
            ring = [_end(pivot, inner, a, way) for a in angles] + [_end(pivot, outer, a, way) for a in angles[::-1]]
            path.addPolygon(QPolygonF(ring))
            painter.drawPath(path)

    def _ground(self, pivot: QPointF, half: float, phase: Phase, wish: tuple[float, float] | None) -> QPixmap:
        """What the beam moves over: names, scales and the wish; kept until one of them changes."""
        theme, px = self._theme, self._theme.px
        key = (self.size(), self.devicePixelRatioF(), theme.colours, phase, wish, self._all_phases)
        if self._kept[0] != key:
            pixmap = QPixmap(self.size() * self.devicePixelRatioF())
            pixmap.setDevicePixelRatio(self.devicePixelRatioF())
            pixmap.fill(Qt.GlobalColor.transparent)
            painter = QPainter(pixmap)
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            pen = Lettering(painter, theme)
            pen.write(pivot.x(), px(13), LONG[phase], align=Align.CENTRE)
            if wish is not None:
                self._window(painter, pivot, half, *wish)
            self._scales(painter, pivot, half)
            for text, way in (("front first", -1), ("rear first", 1)) if half > px(150) else ():
                side = Align.LEFT if way < 0 else Align.RIGHT
                pen.write(pivot.x() + way * (half - px(26)), px(13), text, align=side)
            painter.end()
            self._kept = key, pixmap
        return self._kept[1]

    def _scales(self, painter: QPainter, pivot: QPointF, half: float) -> None:
        theme, px = self._theme, self._theme.px
        painter.setPen(QPen(theme.colour(Tone.SOFT), 1.0))
        for step in range(-6, 7):
            length = px(10) if step % 3 == 0 else px(6)
            for way in (-1, 1):
                start = _end(pivot, half + px(17), _tilt(2.0 * step), way)
                painter.drawLine(start, start + QPointF(way * length, 0))
        for margin in () if self._all_phases else (-FULL_SCALE, 0.0, FULL_SCALE):
            at = _end(pivot, half + px(17), _tilt(margin), 1) + QPointF(px(13), px(4))
            label = f"{abs(margin):.0f}" + (" %" if margin < 0 else "")
            Lettering(painter, theme).write(at.x(), at.y(), label)

    def _pivot(self, painter: QPainter, pivot: QPointF) -> None:
        theme = self._theme
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour(Tone.INK))
        w, h = theme.px(14), theme.px(22)
        top = pivot + QPointF(0, theme.px(3))
        painter.drawPolygon(QPolygonF([top, top + QPointF(w, h), top + QPointF(-w, h)]))
        painter.setPen(QPen(theme.colour(Tone.INK), 1.4))
        painter.drawLine(top + QPointF(-2.2 * w, h), top + QPointF(2.2 * w, h))


def _tilt(margin: float) -> float:
    return FULL_TILT * max(-1.0, min(1.0, margin / FULL_SCALE))


def _end(pivot: QPointF, half: float, tilt: float, way: int) -> QPointF:
    """End of a beam: way -1 is the front, on the left, which sinks with a positive tilt."""
    return QPointF(pivot.x() + way * half * math.cos(tilt), pivot.y() - way * half * math.sin(tilt))


def _moves(widget: QWidget) -> bool:
    """Whether the desktop allows motion."""
    from PySide6.QtWidgets import QStyle

    return bool(widget.style().styleHint(QStyle.StyleHint.SH_Widget_Animation_Duration, None, widget) > 0)
