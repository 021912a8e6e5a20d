"""The plane of balance and roll on the stage Aim: your window as a patch to drag and size."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.grab import Grab
from anchor_beam.desk.widgets.plane import PER_G, Plane
from anchor_beam.drawings.shapes import Tone
from anchor_beam.session.edits import SetWindow

STEP = (0.5, 0.1 * PER_G)  # to which a dragged edge snaps: margin [%], roll
LEAST = (1.0, 0.3 * PER_G)  # room that a window keeps
REACH = 7  # px about an edge, within which it is taken hold of
LEFT, RIGHT, TOP, LOW, PATCH = "left", "right", "top", "bottom", "window"


class PlaneView(Plane):
    """Drag the patch or one of its edges."""

    @property
    def hint(self) -> str:
        return "drag your window or its edges"

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge)
        self._from_middle = QPointF()  # where the patch was taken hold of [px]
        self.grip = Grab(bridge, self, place_at=self._place_at, edit_at=self._edit_at)

    @property
    def holds_still(self) -> bool:
        return bool(self.grip.held)

    def paint_edges(self, painter: QPainter, patch: QRectF) -> None:
        px = self._theme.px
        painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.4))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(patch)
        aside, up = QPointF(patch.width() / 2, 0), QPointF(0, patch.height() / 2)
        for off in (-aside, aside, -up, up):
            at = patch.center() + off
            painter.fillRect(QRectF(at.x() - px(3), at.y() - px(3), px(6), px(6)), self._theme.colour(Tone.GRAB))

    def _place_at(self, at: QPointF) -> str:
        patch, reach = self.patch, self._theme.px(REACH)
        if not patch.adjusted(-reach, -reach, reach, reach).contains(at):
            return ""
        for name, off in ((LEFT, at.x() - patch.left()), (RIGHT, at.x() - patch.right()), (TOP, at.y() - patch.top()),
                          (LOW, at.y() - patch.bottom())):  # fmt: skip
            if abs(off) <= reach:
                return name
        self._from_middle = at - patch.center()
        return PATCH

    def _edit_at(self, place: str, at: QPointF) -> SetWindow | None:
        session = self._bridge.workshop.session
        if session is None:
            return None
        car = session.file.car  # as it is kept: a drag counts from there
        (low, high), (bottom, top) = car.window(self._phase), car.roll_window
        x, y = self._value(at - self._from_middle if place == PATCH else at)
        near_x, near_y = round(x / STEP[0]) * STEP[0], round(y / STEP[1]) * STEP[1]
        match place:
            case "left":
                low = min(near_x, high - LEAST[0])
            case "right":
                high = max(near_x, low + LEAST[0])
            case "top":
                top = max(near_y, bottom + LEAST[1])
            case "bottom":
                bottom = max(min(near_y, top - LEAST[1]), LEAST[1])
            case _:
                wide, tall = high - low, top - bottom
                low = round((x - wide / 2) / STEP[0]) * STEP[0]
                bottom = max(round((y - tall / 2) / STEP[1]) * STEP[1], LEAST[1])
                high, top = low + wide, bottom + tall
        return SetWindow(self._phase, (low, high), (bottom, top))
