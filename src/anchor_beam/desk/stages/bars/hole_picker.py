"""One arm of a bar: click a hole, or step with the arrow keys."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QPoint, QRectF, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QToolTip, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import tip
from anchor_beam.drawings.shapes import Tone
from anchor_beam.session.edits import SetHole

Spots = Callable[[], list[QPoint]]  # where the holes are now, in the picker's own pixels
Explain = Callable[[int], str]
REACH = 26  # px beyond which a click belongs to no hole; labels count through their own row


class HolePicker(QWidget):
    """Lies invisibly over one arm of the drawing. `tied` says whether the other side follows."""

    taken = Signal()

    def __init__(
        self, bridge: Bridge, axle: Axle, side: Side, *, spots: Spots, explain: Explain, tied: Callable[[], bool]
    ) -> None:
        super().__init__()
        self._bridge, self._axle, self._side = bridge, axle, side
        self._spots, self._explain, self._tied = spots, explain, tied
        self._hovered = -1
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setAccessibleName(f"{axle} {side} holes")

    def describe(self, chosen: int, count: int) -> None:
        """Tell screen readers where the link hangs."""
        self.setAccessibleDescription(f"hole {chosen + 1} of {count}; up and down arrows move the link")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus(Qt.FocusReason.MouseFocusReason)
        hole = self._nearest(event.position().toPoint())
        if hole >= 0:
            self._ask(hole)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.taken.emit()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        hole = self._nearest(event.position().toPoint())
        if hole >= 0 and hole != self._hovered:
            QToolTip.showText(event.globalPosition().toPoint(), tip(self._explain(hole)), self)
        self._hovered = hole

    def keyPressEvent(self, event: QKeyEvent) -> None:
        shown = self._bridge.picture
        if shown is None or event.key() not in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            super().keyPressEvent(event)
            return
        # up and down move the link the way they move on the board
        spots = self._spots()
        order = sorted(range(len(spots)), key=lambda i: spots[i].y())
        chosen = shown.file.bench.end(self._axle).hole(self._side)
        at = order.index(chosen) + (1 if event.key() == Qt.Key.Key_Down else -1)
        if 0 <= at < len(order):
            self._ask(order[at])

    def _ask(self, hole: int) -> None:
        sides = tuple(Side) if self._tied() else (self._side,)
        self._bridge.ask_or_complain(SetHole(self._axle, sides, hole))

    def _nearest(self, at: QPoint) -> int:
        """The hole whose ring or label row is meant: by height, since holes lie above each other; -1 for none."""
        distances = [abs(spot.y() - at.y()) for spot in self._spots()]
        best = min(range(len(distances)), key=distances.__getitem__, default=-1)
        return best if best >= 0 and distances[best] <= REACH else -1

    def paintEvent(self, _event: QPaintEvent) -> None:
        if self.hasFocus():
            painter = QPainter(self)
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setPen(QPen(self._bridge.theme.colour(Tone.GRAB), 1.5, Qt.PenStyle.DotLine))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 4, 4)
