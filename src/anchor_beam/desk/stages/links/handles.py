"""What can be taken hold of on the drawings of *Links*: the arm, the pick-up, other holes, and the wheels."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QMouseEvent

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.stages.links.posture import Posture
from anchor_beam.desk.widgets.grab import Grab
from anchor_beam.drawings.links import ShownLink, flip
from anchor_beam.drawings.links_behind import TYRE, ShownAxle
from anchor_beam.drawings.shapes import XY
from anchor_beam.figures.lengths import at_slope
from anchor_beam.session.edits import MovePickup, SetHole, SetPickup, SetValue
from anchor_beam.session.edits.edit import Edit

NEAR = 11  # px at the normal font size, within which a ring is meant
ARM, PICKUP = "arm", "pick-up"


class LinkView(DrawingView):
    """One side from the left. Dragging the hole turns the arm, which takes a link of another length; dragging the pick-up
    moves it; a click on another hole hangs the link there. Only at ride height: that is where they are measured."""

    def __init__(self, bridge: Bridge, axle: Axle, side: Side) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._axle, self._side = bridge, axle, side
        self._shown: ShownLink | None = None
        self.grip = Grab(bridge, self, place_at=self._place_at, edit_at=self._edit_at)
        self.setToolTip("drag the hole to turn the arm, drag the pick-up to move it, click another hole")

    def look_at(self, shown: ShownLink) -> None:
        """What is drawn now."""
        self._shown = shown

    def of_side(self, side: Side) -> None:
        """Show, and move, the other side from now on."""
        self._side = side

    def _place_at(self, at: QPointF) -> str:
        shown = self._shown
        if shown is None or shown.moved:
            return ""
        for place, point in ((ARM, shown.hole), (PICKUP, shown.pickup)):
            if self._near(at, point):
                return place
        return ""

    def _near(self, at: QPointF, point: XY) -> bool:
        x, y = self.pixel(flip(point))
        return math.hypot(at.x() - x, at.y() - y) <= self._bridge.theme.px(NEAR)

    def _edit_at(self, place: str, at: QPointF) -> Edit | None:
        picture = self._bridge.picture
        sides = None if picture is None else picture.now.end(self._axle).sides
        if sides is None:
            return None
        x, z = flip(self.point(at))
        if place == PICKUP:
            return MovePickup(self._axle, self._side, abs(x), z)
        length = at_slope(sides[self._side.position], math.atan2(z, abs(x)))
        return SetValue(f"bench.{self._axle}.link_{self._side}", round(length, 4)) if math.isfinite(length) else None

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        super().mouseReleaseEvent(event)
        shown = self._shown
        if event.button() is not Qt.MouseButton.LeftButton or shown is None or shown.moved:
            return
        for i, point in shown.arm_holes:
            if self._near(event.position(), point):
                self._bridge.ask_or_complain(SetHole(self._axle, (self._side,), i))
                return
        for i, point in shown.far_holes:
            if self._near(event.position(), point):
                self._bridge.ask_or_complain(SetPickup(self._axle, i))
                return


class AxleView(DrawingView):
    """The axle from behind: a wheel that is dragged moves as the travel handle does, alone if the handle moves the other."""

    def __init__(self, bridge: Bridge, posture: Posture) -> None:
        super().__init__(bridge.theme)
        self._posture = posture
        self._shown: ShownAxle | None = None
        self._held: tuple[float, float, float] | None = (
            None  # where the mouse and the handle stood [m], travel over handle
        )
        self.setToolTip("drag a wheel up or down")
        self.setCursor(Qt.CursorShape.ArrowCursor)
        self.setMouseTracking(True)

    def look_at(self, shown: ShownAxle) -> None:
        """What is drawn now."""
        self._shown = shown

    def _wheel_at(self, at: QPointF) -> Side | None:
        if self._shown is None:
            return None
        x, y = self.point(at)
        for side in self._shown.sides:
            if abs(x - side.wheel[0]) < TYRE and abs(y - side.wheel[1]) < self._shown.wheel_radius:
                return side.side
        return None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        side = self._wheel_at(event.position())
        if event.button() is not Qt.MouseButton.LeftButton or side is None:
            return
        if not self._posture.way.share[side.position]:
            self._posture.choose(self._posture.way.of_the_other)
        self._held = self.point(event.position())[1], self._posture.handle, self._posture.way.share[side.position]

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._held is None or not event.buttons() & Qt.MouseButton.LeftButton:
            over = self._wheel_at(event.position()) is not None
            self.setCursor(Qt.CursorShape.SizeVerCursor if over else Qt.CursorShape.ArrowCursor)
            return
        began, handle, share = self._held
        self._posture.to(handle + (self.point(event.position())[1] - began) / share)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        del event
        self._held = None
