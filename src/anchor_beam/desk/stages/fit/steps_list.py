"""The steps of a card in their order, under the heads of the job's parts; arrows go through them, Space signs off, Alt and an
arrow moves a step where it may go, M goes to what is measured, N to the note."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QFontMetricsF, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QScrollArea, QSizePolicy, QWidget

from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.fitting.card import CardStep, State, short

ROW, HEAD = 24, 26  # px at the normal font size
MARK = 8


class StepsList(QScrollArea):
    """Shows what is in hand and takes another in hand."""

    moved = Signal(str, int)  # a step, by how many places
    wanted = Signal(bool)  # what is measured, else the note

    def __init__(self, theme: Theme, hand: InHand) -> None:
        super().__init__()
        self.rows = _Rows(theme, hand, self)
        self.setWidget(self.rows)
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setFrameShape(QScrollArea.Shape.NoFrame)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)


class _Rows(QWidget):
    def __init__(self, theme: Theme, hand: InHand, owner: StepsList) -> None:
        super().__init__()
        self._theme, self._hand, self._owner = theme, hand, owner
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("steps of the job")
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Minimum)
        self._places = self._laid_out()
        hand.changed.connect(self._show)

    def sizeHint(self) -> QSize:
        height = sum(high for _, high, _ in self._places)
        return QSize(self._theme.px(260), height + self._theme.px(8))

    def _laid_out(self) -> list[tuple[int, int, CardStep | str]]:
        """Top and height of each row, and the step or head that it shows."""
        found: list[tuple[int, int, CardStep | str]] = []
        px, at, phase = self._theme.px, self._theme.px(2), ""
        for each in () if self._hand.view is None else self._hand.view.steps:
            if each.step.phase != phase:
                phase = each.step.phase
                found.append((at, px(HEAD), str(phase)))
                at += px(HEAD)
            found.append((at, px(ROW), each))
            at += px(ROW)
        return found

    def top_of(self, step: str) -> int | None:
        """Where the row of a step begins [px]."""
        return next(
            (top for top, _, what in self._places if isinstance(what, CardStep) and what.step.id == step), None
        )

    def _show(self) -> None:
        self._places = self._laid_out()
        tall = self.sizeHint().height()
        if tall != self.minimumHeight():
            self.updateGeometry()
            self.setMinimumHeight(tall)
        top = self.top_of(self._hand.step)
        if top is not None:
            self._owner.ensureVisible(0, top + self._theme.px(ROW) // 2, 0, self._theme.px(3 * ROW))
        at = self._hand.at
        self.setAccessibleDescription("" if at is None else f"{at.number}, {at.state}: {at.step.text}")
        self.update()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        for top, high, what in self._places:
            if isinstance(what, CardStep) and top <= event.position().y() < top + high:
                self._hand.look_at(what.step.id)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        way = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        if way is not None and event.modifiers() & Qt.KeyboardModifier.AltModifier:
            self._owner.moved.emit(self._hand.step, way)
        elif way is not None:
            self._hand.go(way)
        elif event.key() == Qt.Key.Key_Space:
            self._hand.sign()
        elif event.key() in (Qt.Key.Key_M, Qt.Key.Key_N):
            self._owner.wanted.emit(event.key() == Qt.Key.Key_M)
        else:
            super().keyPressEvent(event)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter, theme = QPainter(self), self._theme
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(event.rect(), theme.colour(Tone.SHEET))
        for top, high, what in self._places:
            if top > event.rect().bottom() or top + high < event.rect().top():
                continue
            if isinstance(what, str):
                painter.setFont(theme.font(Size.SMALL, bold=True))
                painter.setPen(theme.colour(Tone.SOFT))
                room = QRectF(theme.px(12), top, self.width(), high)
                painter.drawText(room, int(Qt.AlignmentFlag.AlignBottom), what.upper())
            else:
                self._row(painter, top, high, what)

    def _row(self, painter: QPainter, top: int, high: int, each: CardStep) -> None:
        theme, px = self._theme, self._theme.px
        if each.step.id == self._hand.step:
            painter.fillRect(QRectF(0, top, self.width(), high), theme.colour(Tone.PANEL))
            painter.fillRect(QRectF(0, top, px(3), high), theme.colour(Tone.GRAB if self.hasFocus() else Tone.INK))
        _mark(painter, theme, QPointF(px(20), top + 0.5 * high), each)
        soft = each.state in (State.DONE, State.SKIPPED, State.WAITING)
        painter.setFont(theme.font(Size.SMALL, bold=each.state is State.OPEN))
        painter.setPen(theme.colour(Tone.WARNING if each.failed else Tone.SOFT if soft else Tone.INK))
        words = f"{each.number}  {'△ ' if each.failed else ''}{'changed: ' if each.changed else ''}{short(each.step.text)}"
        room = QRectF(px(34), top, self.width() - px(42), high)
        text = QFontMetricsF(painter.font()).elidedText(words, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(room, int(Qt.AlignmentFlag.AlignVCenter), text)


def _mark(painter: QPainter, theme: Theme, at: QPointF, each: CardStep) -> None:
    """A ring that is open, filled with a stroke where it is done, dashed where it waits, struck where it is left out."""
    radius = theme.px(MARK) * 0.75
    pen = QPen(theme.colour(Tone.INK if each.state is State.OPEN else Tone.SOFT), theme.px(1) * 1.4)
    if each.state is State.WAITING:
        pen.setStyle(Qt.PenStyle.DotLine)
    painter.setPen(pen)
    painter.setBrush(theme.colour(Tone.SOFT) if each.state is State.DONE else theme.colour(Tone.SHEET))
    painter.drawEllipse(at, radius, radius)
    if each.state is State.SKIPPED:
        painter.drawLine(at + QPointF(-radius, radius), at + QPointF(radius, -radius))
    painter.setBrush(Qt.BrushStyle.NoBrush)
