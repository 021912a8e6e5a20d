"""Both sides' arm and link in elevation, to one scale."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.note import paint_warning_mark
from anchor_beam.drawings.links import board_for, link_elevation
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.shown_links import shown_link
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults


class LinksBoard(QWidget):
    """Left above right; where a link does not reach, the sentence that says so."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        self.views = {side: DrawingView(bridge.theme) for side in Side}
        both = QWidget()
        row = QHBoxLayout(both)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(1)
        for side, view in self.views.items():
            row.addWidget(view)
            for place in (f"bench.{axle}.link_{side}", f"car.{axle}.pickup_height_{side}"):
                words = "link length" if "link_" in place else "pick-up height"
                view.place(place, FigureField(bridge, place, name=f"{axle} {side} {words}", compact=True))
        self._stack = QStackedWidget()
        self._cannot = _Cannot(bridge)
        self._stack.addWidget(both)
        self._stack.addWidget(self._cannot)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self._stack)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        end = shown.now.end(self._axle)
        if end.sides is None:
            if end.problem is None:
                self._cannot.say(f"There is no {self._axle} bar, so there are no links.", warn=False)
            else:
                self._cannot.say(
                    f"{self._axle.capitalize()} links: {faults.sentence(end.problem, self._bridge.units)}"
                )
            self._stack.setCurrentIndex(1)
            return
        self._stack.setCurrentIndex(0)
        links = tuple(shown_link(shown, self._axle, side, self._bridge.units) for side in Side)
        low, high = board_for(links)
        for link in links:
            self.views[link.side].set_drawing(link_elevation(link, low, high))


class _Cannot(QWidget):
    """The empty board with the reason on it."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._theme = bridge.theme
        self._sentence, self._warn = "", True

    def say(self, sentence: str, *, warn: bool = True) -> None:
        self._sentence, self._warn = sentence, warn
        self.setAccessibleName(sentence)
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        painter.fillRect(self.rect(), self._theme.colour(Tone.SHEET))
        if self._warn:
            paint_warning_mark(painter, self._theme, px(60), px(70))
        painter.setFont(self._theme.font(Size.LARGE))
        painter.setPen(self._theme.colour(Tone.INK))
        room = QRectF(px(80), px(56), self.width() - px(140), self.height() - px(100))
        flags = int(Qt.AlignmentFlag.AlignTop | Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextWordWrap)
        painter.drawText(room, flags, self._sentence)
