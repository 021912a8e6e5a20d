"""The setting map: every combination of both bars' holes in the plane of Aim; hover explains, arrows walk, a click sets."""

from __future__ import annotations

import math

from PySide6.QtCore import QEvent, QPointF, Qt
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import QCheckBox, QToolTip

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import tip
from anchor_beam.desk.widgets.plane import Plane
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.plane import Spot, pareto
from anchor_beam.session.edits import ReachSpot
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import delta, show
from anchor_beam.words.bars import setting_words

NEAR = 14  # px about a ring within which it is meant
AHEAD = {  # which way an arrow walks, x to the right and y up
    Qt.Key.Key_Left: (-1.0, 0.0), Qt.Key.Key_Right: (1.0, 0.0), Qt.Key.Key_Up: (0.0, 1.0), Qt.Key.Key_Down: (0.0, -1.0),
}  # fmt: skip


class MapView(Plane):
    """Rings that no other beats in both nearness to your window and little change are filled: the front of Pareto."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge)
        self._at: Spot | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.unhooked = QCheckBox("unhooked too", self)
        self.unhooked.setFont(bridge.theme.font(Size.SMALL))
        self.unhooked.toggled.connect(lambda _on: bridge.ask_again(self))
        self.unhooked.adjustSize()

    @property
    def with_unhooked(self) -> bool:
        return self.unhooked.isChecked()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        px = self._theme.px
        self.unhooked.move(self.width() - self.unhooked.width() - px(20), px(10))

    @property
    def hint(self) -> str:
        return "point at a ring, arrows walk, Enter or a click sets it"

    @property
    def looked(self) -> str:
        spot = self.looked_at
        return "" if spot is None else self.explain(spot).replace("\n", ", ")

    @property
    def looked_at(self) -> Spot | None:
        """The ring that is looked at, if it is still there."""
        return self._at if self._at in self._spots else None

    def explain(self, spot: Spot) -> str:
        """What a setting is and does, against this one."""
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return ""
        margin, roll = spot.margin(self._phase), spot.roll_gradient
        now, now_roll = shown.now.margin_of(self._phase), shown.now.roll_gradient
        lines = [setting_words(spot.front, spot.rear)]
        for what, value, before, kind in (
            ("margin", margin, now, Kind.PERCENT), ("roll", roll, now_roll, Kind.ROLL_GRADIENT),
        ):  # fmt: skip
            change = delta(value, before, kind, units)
            lines.append(
                f"{what} {show(value, kind, units, sign=kind is Kind.PERCENT)}" + (f", {change}" if change else "")
            )
        return "\n".join(lines)

    def _nearest(self, at: QPointF) -> Spot | None:
        there = [spot for spot in self._spots if math.isfinite(spot.margin(self._phase))]
        best = min(there, key=lambda spot: self._off(spot, at), default=None)
        return best if best is not None and self._off(best, at) <= self._theme.px(NEAR) else None

    def _off(self, spot: Spot, at: QPointF) -> float:
        place = self.pixel(spot.margin(self._phase), spot.roll_gradient) - at
        return math.hypot(place.x(), place.y())

    def _look(self, spot: Spot | None) -> None:
        if spot is not self._at:
            self._at = spot
            self.setAccessibleDescription("" if spot is None else self.explain(spot).replace("\n", ", "))
            self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        spot = self._nearest(event.position())
        if spot is not None and spot is not self._at:
            QToolTip.showText(event.globalPosition().toPoint(), tip(self.explain(spot)), self)
        self._look(spot)

    def leaveEvent(self, event: QEvent) -> None:
        super().leaveEvent(event)
        if not self.hasFocus():
            self._look(None)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus(Qt.FocusReason.MouseFocusReason)
        if event.button() is Qt.MouseButton.LeftButton and (spot := self._nearest(event.position())) is not None:
            self._set(spot)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        way = AHEAD.get(Qt.Key(event.key()))
        if way is not None:
            self._look(self._towards(*way) or self.looked_at)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space) and self.looked_at is not None:
            self._set(self.looked_at)
        else:
            super().keyPressEvent(event)

    def _towards(self, x: float, y: float) -> Spot | None:
        """The nearest ring on that side of the one looked at, or of this setting."""
        shown = self._bridge.picture
        if shown is None or shown.now.roll_gradient is None:
            return None
        start = self.looked_at
        margin = (shown.now.margin_of(self._phase) or 0.0) if start is None else start.margin(self._phase)
        at = self.pixel(margin, shown.now.roll_gradient if start is None else start.roll_gradient)
        found: tuple[float, Spot] | None = None
        for spot in self._spots:
            if spot is start or not math.isfinite(spot.margin(self._phase)):
                continue
            away = self.pixel(spot.margin(self._phase), spot.roll_gradient) - at
            along, aside = x * away.x() - y * away.y(), abs(y * away.x()) + abs(x * away.y())
            if along > 0.5 and aside <= 2.0 * along and (found is None or along + 2.0 * aside < found[0]):
                found = (along + 2.0 * aside, spot)
        return None if found is None else found[1]

    def _set(self, spot: Spot) -> None:
        self._bridge.ask_or_complain(ReachSpot(spot.front, spot.rear))

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        shown = self._bridge.picture
        if shown is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        px = self._theme.px
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(self._theme.colour(Tone.SOFT))
        window = shown.window(self._phase), shown.file.car.roll_window
        for spot in pareto(self._spots, self._phase, *window):
            painter.drawEllipse(self.pixel(spot.margin(self._phase), spot.roll_gradient), px(2.6), px(2.6))
        looked = self.looked_at
        if looked is not None and math.isfinite(looked.margin(self._phase)):
            at = self.pixel(looked.margin(self._phase), looked.roll_gradient)
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), px(2)))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawEllipse(at, px(6), px(6))
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5, Qt.PenStyle.DotLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(self.rect().adjusted(1, 1, -2, -2))
