"""A sentence that hangs under the field it is about: what is wrong there, and what would be right."""

from __future__ import annotations

from PySide6.QtCore import QPoint, QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size, Tone


class Hanging(Label):
    """A framed text that hangs below its owner, over whatever is there, inside the window."""

    FRAME = Tone.WARNING

    def __init__(self, theme: Theme, owner: QWidget) -> None:
        super().__init__("", owner.window())
        self._theme, self._owner = theme, owner
        self.setWordWrap(True)
        self.setFont(theme.font(Size.SMALL))
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        owner.destroyed.connect(self.deleteLater)

    def hang(self, text: str, left: float, top: float, right: float, bottom: float) -> None:
        """Show a text below the owner, within margins at the normal font size."""
        px = self._theme.px
        self.setText(text)
        self.setContentsMargins(px(left), px(top), px(right), px(bottom))
        hang_below(self._owner, self, self._theme)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setBrush(self._theme.colour(Tone.SHEET))
        painter.setPen(QPen(self._theme.colour(self.FRAME), 1.2))
        painter.drawRect(QRectF(self.rect()).adjusted(0.6, 0.6, -0.6, -0.6))
        self.paint_mark(painter)
        painter.end()
        super().paintEvent(event)

    def paint_mark(self, painter: QPainter) -> None:
        """What stands beside the text; nothing, unless a kind of note has one."""


class Note(Hanging):
    """Says what is wrong, with the warning mark."""

    def say(self, text: str) -> None:
        """Show the sentence below the owner."""
        self.hang(text, 22, 5, 8, 6)

    def paint_mark(self, painter: QPainter) -> None:
        paint_warning_mark(painter, self._theme, self._theme.px(12), self._theme.px(13))


def hang_below(owner: QWidget, label: Label, theme: Theme) -> None:
    """Show a label with its text below its owner, or above where there is no room, inside the window."""
    window = owner.window()
    if label.parentWidget() is not window:
        label.setParent(window)
    width = theme.px(262)
    label.setFixedWidth(width)
    label.setFixedHeight(label.heightForWidth(width))
    at = owner.mapTo(window, QPoint(0, owner.height() + theme.px(2)))
    x = max(4, min(at.x(), window.width() - width - 4))
    y = at.y() if at.y() + label.height() < window.height() else at.y() - owner.height() - label.height() - 4
    label.move(x, y)
    label.show()
    label.raise_()


def paint_warning_mark(painter: QPainter, theme: Theme, x: float, y: float, scale: float = 1.0) -> None:
    """The open triangle that goes with every warning, centred at x, y; scale: of the type beside it, over small type."""
    r = round(theme.px(5) * scale)
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setPen(QPen(theme.colour(Tone.WARNING), 1.5))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawPolygon(QPolygonF([QPoint(0, -r), QPoint(r, r), QPoint(-r, r)]).translated(x, y))
    painter.restore()
