"""A figure that was worked out: label, number, unit, difference from the reference; opens its working."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.units.show import Shown

HOW = "click or F1: how it came about"


@dataclass(frozen=True)
class FigureText:
    """What a result shows; delta is empty where there is nothing to compare."""

    label: str
    value: Shown
    delta: str = ""
    band: str = ""


class ResultFigure(QWidget):
    """Base of both layouts: focusable, clickable, emits `asked` for its working."""

    asked = Signal()

    def __init__(self, theme: Theme, text: FigureText | None = None) -> None:
        super().__init__()
        self._theme = theme
        self._text = text or FigureText("", Shown("", ""))
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setToolTip(HOW)

    def set_text(self, text: FigureText) -> None:
        if text != self._text:
            self._text = text
            delta = f", {text.delta} against the reference" if text.delta else ""
            self.setAccessibleName(f"{text.label}: {text.value}{text.band}{delta}")
            self.update()

    def mousePressEvent(self, _event: QMouseEvent) -> None:
        self.asked.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_F1, Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.asked.emit()
        else:
            super().keyPressEvent(event)

    def _start(self) -> QPainter:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5))
            painter.drawRect(QRectF(self.rect()).adjusted(0.75, 0.75, -0.75, -0.75))
        return painter


class TallFigure(ResultFigure):
    """Label above, number large, difference below: for the header."""

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(178), self._theme.px(50))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = self._start(), self._theme.px
        pen = Lettering(painter, self._theme)
        pen.write(px(4), px(13), self._text.label, Size.SMALL, Tone.SOFT)
        end = pen.write(px(4), px(33), self._text.value.number, Size.LARGE, Tone.INK)
        end = pen.write(end + px(4), px(33), self._text.value.unit, Size.SMALL, Tone.SOFT)
        if self._text.band:
            end = pen.write(end + px(4), px(33), self._text.band, Size.SMALL, Tone.SOFT)
        pen.write(px(4), px(46), pen.fitted(self._text.delta, Size.SMALL, self.width() - px(8)), Size.SMALL, Tone.INK)


class RowFigure(ResultFigure):
    """Label left, number and unit right, difference in its own column: for panels."""

    def __init__(self, theme: Theme, text: FigureText | None = None) -> None:
        super().__init__(theme, text)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(240), self._theme.px(23))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = self._start(), self._theme.px
        pen = Lettering(painter, self._theme)
        baseline = px(16)
        pen.write(px(2), baseline, self._text.label, Size.SMALL, Tone.SOFT)
        unit_at = self.width() - px(98)
        number = pen.width(self._text.value.number, Size.NORMAL)
        pen.write(unit_at - number, baseline, self._text.value.number, Size.NORMAL, Tone.INK)
        pen.write(unit_at + px(4), baseline, self._text.value.unit, Size.SMALL, Tone.SOFT)
        delta = pen.width(self._text.delta, Size.SMALL)
        pen.write(self.width() - delta - px(2), baseline, self._text.delta, Size.SMALL, Tone.INK)
