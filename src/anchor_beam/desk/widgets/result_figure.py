"""A figure that was worked out: label, number, unit, difference from the reference; opens its working."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.desk.widgets.plain import tip
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.rows import Reading, Row, read_row
from anchor_beam.session.workshop import Part
from anchor_beam.units.show import Shown

HOW = "click or F1: how it came about"
PARTS = Part.CAR | Part.SETTING | Part.UNITS | Part.BANDS


class ResultFigure(QWidget):
    """A row of `figures.rows` that keeps itself up to date; click, Enter or F1 opens its working, if it has one now."""

    def __init__(self, bridge: Bridge, row: Row) -> None:
        super().__init__()
        self._bridge, self._theme, self.row = bridge, bridge.theme, row
        self._text = Reading("", Shown("", ""))
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        bridge.listen(self, to=PARTS, then=self._show)

    @property
    def reading(self) -> Reading:
        """What stands there."""
        return self._text

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            self.set_reading(read_row(self.row, shown, self._bridge.units))

    def set_reading(self, text: Reading) -> None:
        """Show a reading."""
        if text != self._text:
            self._text = text
            self.setAccessibleName(text.spoken)
            self.setToolTip(tip(text.why or HOW))
            self.setCursor(Qt.CursorShape.ArrowCursor if text.why else Qt.CursorShape.PointingHandCursor)
            self.update()

    def _open(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            self._bridge.show_working(self.row.how(shown), self)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() is Qt.MouseButton.LeftButton:
            self._open()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_F1, Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self._open()
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
        end = float(px(4))
        if self._text.value.number:  # why there is none stands in place of the unit
            end = pen.write(end, px(33), self._text.value.number, Size.LARGE, Tone.INK) + px(4)
        end = pen.write(end, px(33), self._text.value.unit, Size.SMALL, Tone.SOFT)
        if self._text.band:
            end = pen.write(end + px(4), px(33), self._text.band, Size.SMALL, Tone.SOFT)
        pen.write(px(4), px(46), self._text.delta, Size.SMALL, Tone.INK)  # against what stands beside the Beam


class RowFigure(ResultFigure):
    """Label left, number and unit right, difference in its own column: for panels."""

    def __init__(self, bridge: Bridge, row: Row) -> None:
        super().__init__(bridge, row)
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
