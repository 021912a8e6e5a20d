"""Arms and links of an axle to scale, from the side and from behind, moved by the travel handle."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QShowEvent
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.stages.links.posture import Posture
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.note import paint_warning_mark
from anchor_beam.drawings.links import board_for, link_elevation
from anchor_beam.drawings.links_behind import axle_with_links
from anchor_beam.drawings.shapes import XY, Size, Tone
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.shown_links import link_points, shown_axle, shown_link, travel_of
from anchor_beam.figures.travelling import Travelling
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults


class LinksBoard(QWidget):
    """One axle; where its links do not reach, the sentence that says so. Bases draw: `_draw` is asked for each pose."""

    def __init__(self, bridge: Bridge, axle: Axle, posture: Posture) -> None:
        super().__init__()
        self._bridge, self._axle, self._posture = bridge, axle, posture
        self._moving: Travelling | None = None
        self._stack = QStackedWidget()
        self._cannot = _Cannot(bridge)
        self._stack.addWidget(self._views())
        self._stack.addWidget(self._cannot)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self._stack)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)
        posture.moved.connect(self._move)

    def _views(self) -> QWidget:
        raise NotImplementedError

    def _prepare(self, shown: Picture, moving: Travelling) -> None:
        """What stays the same while the wheels move."""

    def _draw(self, shown: Picture, moving: Travelling, at: int) -> None:
        raise NotImplementedError

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None or not self.isVisible():
            return
        end = shown.now.end(self._axle)
        if end.sides is None:
            if end.problem is None:
                self._cannot.say(f"There is no {self._axle} bar, so there are no links.", warn=False)
            else:
                words = faults.sentence(end.problem, self._bridge.units)
                self._cannot.say(f"{self._axle.capitalize()} links: {words}")
            self._stack.setCurrentIndex(1)
            return
        self._moving = travel_of(shown, self._axle, self._posture.way)
        if self._moving is not None:
            self._stack.setCurrentIndex(0)
            self._prepare(shown, self._moving)
            self._move()

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self._move()  # the handle may have moved meanwhile

    def _move(self) -> None:
        shown = self._bridge.picture
        if self._moving is not None and self._moving.way is not self._posture.way:
            self._show()
        elif shown is not None and self._moving is not None and self.isVisible() and self._stack.currentIndex() == 0:
            self._draw(shown, self._moving, self._moving.nearest(self._posture.handle))


class SideBoard(LinksBoard):
    """Both sides from the left, left beside right."""

    def _views(self) -> QWidget:
        self.views = {side: DrawingView(self._bridge.theme) for side in Side}
        self._extent: tuple[XY, XY] = ((0.0, 0.0), (1.0, 1.0))
        both = QWidget()
        row = QHBoxLayout(both)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(1)
        for side, view in self.views.items():
            row.addWidget(view)
            for place in (f"bench.{self._axle}.link_{side}", f"car.{self._axle}.pickup_height_{side}"):
                words = "link length" if "link_" in place else "pick-up height"
                field = FigureField(self._bridge, place, name=f"{self._axle} {side} {words}", compact=True)
                view.place(place, field)
        return both

    def _prepare(self, shown: Picture, moving: Travelling) -> None:
        self._extent = board_for(link_points(shown, self._axle, moving))

    def _draw(self, shown: Picture, moving: Travelling, at: int) -> None:
        for side, view in self.views.items():
            link = shown_link(shown, self._axle, side, moving, at, self._bridge.units)
            view.set_drawing(link_elevation(link, *self._extent))


class BehindBoard(LinksBoard):
    """The whole axle from behind, with its wheels."""

    def _views(self) -> QWidget:
        self.view = DrawingView(self._bridge.theme)
        return self.view

    def _draw(self, shown: Picture, moving: Travelling, at: int) -> None:
        axle = shown_axle(shown, self._axle, moving, at, self._bridge.units)
        self.view.set_drawing(axle_with_links(axle, float(abs(moving.handle).max())))


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
