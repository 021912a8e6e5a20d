"""Writing on a painter: size, tone, alignment and weight in one call, for every widget that paints its own text."""

from __future__ import annotations

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QPainter

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.shapes import Align, Size, Tone


class Lettering:
    """Writes on one painter in one theme."""

    def __init__(self, painter: QPainter, theme: Theme) -> None:
        self._painter, self._theme = painter, theme

    def write(
        self, x: float, baseline: float, text: str, size: Size = Size.SMALL, tone: Tone = Tone.SOFT,
        *, align: Align = Align.LEFT, bold: bool = False,
    ) -> float:  # fmt: skip
        """Write a line at a baseline [px]; returns where it ends."""
        width = self.width(text, size, bold=bold)
        left = x - {Align.LEFT: 0.0, Align.CENTRE: 0.5, Align.RIGHT: 1.0}[align] * width
        self._painter.setFont(self._theme.font(size, bold=bold))
        self._painter.setPen(self._theme.colour(tone))
        self._painter.drawText(QPointF(round(left), round(baseline)), text)
        return left + width

    def fitted(self, text: str, size: Size, room: float, *, bold: bool = False) -> str:
        """The text, with an ellipsis where the room [px] ends."""
        return self._theme.metrics(size, bold=bold).elidedText(text, Qt.TextElideMode.ElideRight, room)

    def width(self, text: str, size: Size, *, bold: bool = False) -> float:
        """Width of a line [px]."""
        return self._theme.metrics(size, bold=bold).horizontalAdvance(text)
