"""Front or rear: two tabs told apart by hue, line and letter."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QHBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.words.names import LETTER


class AxleTabs(QWidget):
    """Emits the axle that was chosen."""

    chosen = Signal(object)

    def __init__(self, theme: Theme, what: str) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(theme.px(16), theme.px(8), theme.px(14), 0)
        row.setSpacing(theme.px(8))
        group = QButtonGroup(self)
        self.buttons = {axle: _Tab(theme, axle, f"{axle.capitalize()} {what}") for axle in Axle}
        for axle, button in self.buttons.items():
            group.addButton(button)
            row.addWidget(button)
            button.toggled.connect(lambda on, a=axle: self.chosen.emit(a) if on else None)
        row.addStretch()

    def choose(self, axle: Axle) -> None:
        self.buttons[axle].setChecked(True)


class _Tab(QAbstractButton):
    """The axle's letter in its hue over a single (front) or double (rear) line."""

    def __init__(self, theme: Theme, axle: Axle, text: str) -> None:
        super().__init__()
        self._theme, self._axle = theme, axle
        self.setText(text)
        self.setAccessibleName(text)
        self.setCheckable(True)
        self.setAutoExclusive(True)  # for screen readers: one of several
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(124), self._theme.px(34))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        tone = tone_of(self._axle)
        painter.setFont(self._theme.font(Size.LARGE, bold=True))
        painter.setPen(self._theme.colour(tone))
        painter.drawText(px(4), px(22), LETTER[self._axle])
        painter.setFont(self._theme.font(Size.NORMAL, bold=self.isChecked()))
        painter.setPen(self._theme.colour(Tone.INK if self.isChecked() else Tone.SOFT))
        painter.drawText(px(24), px(22), self.text())
        if self.isChecked():
            painter.setPen(QPen(self._theme.colour(tone), px(2)))
            for y in (px(30),) if self._axle is Axle.FRONT else (px(28), px(32)):
                painter.drawLine(px(2), y, self.width() - px(4), y)
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5, Qt.PenStyle.DotLine))
            painter.drawRect(QRectF(self.rect()).adjusted(1, 1, -1, -1))
