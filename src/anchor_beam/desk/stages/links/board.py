"""Arms and links of an axle to scale, from the side and from behind, moved by the travel handle."""

from __future__ import annotations

from dataclasses import replace
from typing import Protocol

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QShowEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.links.clearance.around import Around
from anchor_beam.desk.stages.links.fixed_board import FixedBoard
from anchor_beam.desk.stages.links.handles import AxleView, LinkView
from anchor_beam.desk.stages.links.posture import Posture
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.note import paint_warning_mark
from anchor_beam.drawings.links import board_for, link_elevation
from anchor_beam.drawings.links_behind import axle_with_links
from anchor_beam.drawings.obstacles import ShownObstacle, from_behind, from_the_left
from anchor_beam.drawings.shapes import XY, Size, Tone
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.shown_links import link_points, shown_axle, shown_link, travel_of
from anchor_beam.figures.travelling import Travelling
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.links import no_links


class Drawn(Protocol):
    """What a board shows: a widget, and how it is drawn. `prepare` is told of what stays while the wheels move, `draw` of
    every pose."""

    @property
    def widget(self) -> QWidget: ...
    def prepare(self, shown: Picture, moving: Travelling) -> None: ...
    def draw(self, shown: Picture, moving: Travelling, at: int) -> None: ...


class LinksBoard(QWidget):
    """One axle; where its links do not reach, the sentence that says so."""

    def __init__(self, bridge: Bridge, axle: Axle, posture: Posture, drawn: Drawn) -> None:
        super().__init__()
        self._bridge, self._axle, self._posture, self.drawn = bridge, axle, posture, drawn
        self._moving: Travelling | None = None
        self.fixed: FixedBoard | None = None
        self._stack = Deck()
        self._cannot = _Cannot(bridge)
        self._stack.add(drawn.widget)
        self._stack.add(self._cannot)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self._stack)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)
        posture.moved.connect(self._move)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None or not self.isVisible():
            return
        end = shown.now.end(self._axle)
        if end.end.fixed:
            self._stack.bring(self._fixed_board())
            return
        if end.sides is None:
            if end.problem is None:
                self._cannot.say(no_links(self._axle, ""), warn=False)
            else:
                words = faults.sentence(end.problem, self._bridge.units)
                self._cannot.say(f"{self._axle.capitalize()} links: {words}")
            self._stack.bring(self._cannot)
            return
        self._moving = travel_of(shown, self._axle, self._posture.way)
        if self._moving is not None:
            self._stack.bring(self.drawn.widget)
            self.drawn.prepare(shown, self._moving)
            self._move()

    @property
    def _drawn_seen(self) -> bool:
        return self._stack.front is self.drawn.widget

    def _fixed_board(self) -> FixedBoard:
        """Made when a bar without links is seen for the first time."""
        if self.fixed is None:
            self.fixed = FixedBoard(self._bridge, self._axle)
            self._stack.add(self.fixed)
        return self.fixed

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self._move()  # the handle may have moved meanwhile

    def _move(self) -> None:
        shown = self._bridge.picture
        if self._moving is not None and self._moving.way is not self._posture.way:
            self._show()
        elif shown is not None and self._moving is not None and self.isVisible() and self._drawn_seen:
            self.drawn.draw(shown, self._moving, self._moving.nearest(self._posture.handle))


class FromTheSide:
    """Both sides from the left, left beside right."""

    def __init__(self, bridge: Bridge, axle: Axle, around: Around) -> None:
        self._bridge, self._axle, self._around = bridge, axle, around
        self._extent: tuple[XY, XY] = ((0.0, 0.0), (1.0, 1.0))
        self.widget = QWidget()
        self.views = {side: LinkView(bridge, axle, side) for side in Side}
        row = QHBoxLayout(self.widget)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(1)
        for side, view in self.views.items():
            row.addWidget(view)
            for place in (f"bench.{axle}.link_{side}", f"car.{axle}.pickup_height_{side}"):
                words = "link length" if "link_" in place else "pick-up height"
                view.place(place, FigureField(bridge, place, name=f"{axle} {side} {words}", compact=True))

    def prepare(self, shown: Picture, moving: Travelling) -> None:
        """A board that holds every pose of both sides."""
        if any(view.grip.held for view in self.views.values()):
            return  # what is held must not move away under the hand
        self._extent = board_for(link_points(shown, self._axle, moving))

    def draw(self, shown: Picture, moving: Travelling, at: int) -> None:
        """One pose."""
        for side, view in self.views.items():
            link = shown_link(shown, self._axle, side, moving, at, self._bridge.units)
            view.look_at(link)
            drawing = link_elevation(link, *self._extent)
            beside = [each for each in self._around.shown(shown, moving, at) if _on(each, side)]
            around = [item for each in beside for item in from_the_left(each)]
            view.set_drawing(replace(drawing, items=(*around, *drawing.items)))


class FromBehind:
    """The whole axle with its wheels."""

    def __init__(self, bridge: Bridge, axle: Axle, posture: Posture, around: Around) -> None:
        self._bridge, self._axle, self._around = bridge, axle, around
        self.widget = AxleView(bridge, posture)

    def prepare(self, shown: Picture, moving: Travelling) -> None:
        """The board is as high as the wheels go."""

    def draw(self, shown: Picture, moving: Travelling, at: int) -> None:
        """One pose."""
        axle = shown_axle(shown, self._axle, moving, at, self._bridge.units)
        self.widget.look_at(axle)
        drawing = axle_with_links(axle, float(abs(moving.handle).max()))
        around = [item for each in self._around.shown(shown, moving, at) for item in from_behind(each)]
        self.widget.set_drawing(replace(drawing, items=(*drawing.items, *around)))


MIDDLE = 0.02  # m from the middle of the car, within which a thing belongs to both sides


def _on(obstacle: ShownObstacle, side: Side) -> bool:
    """Whether it lies on a side of the car, or reaches over its middle."""
    lefts = [end[1] if side is Side.LEFT else -end[1] for end in obstacle.ends]
    return max(lefts) > -MIDDLE


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
