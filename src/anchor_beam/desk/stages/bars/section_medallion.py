"""The section of a bar, about four times life size: its outside and its bore can be dragged."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.grab import Grab
from anchor_beam.documents.records import BarRecord
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.session.edits import SetValue
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import show

SCALE = 3400.0  # px per metre at the normal font size
SNAP = 1e-4  # m; a drag moves in tenths of a millimetre
NEAR = 7.0  # px from a circle that still takes hold of it


class SectionMedallion(QWidget):
    """A circle that is dragged is tried out on the whole bench, and kept as one edit when it is let go."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        self._scale = SCALE
        self.hold = Grab(bridge, self, place_at=self._place_at, edit_at=self._edit_at)
        self.setFocusPolicy(Qt.FocusPolicy.ClickFocus)  # Escape must reach it during a drag
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName(f"{axle} bar, section")
        self.setToolTip("Drag the outside or the bore")
        bridge.listen(self, to=Part.SETTING | Part.CAR | Part.UNITS, then=self.update)

    def sizeHint(self) -> QSize:
        return QSize(self._bridge.theme.px(240), self._bridge.theme.px(92))

    @property
    def _bar(self) -> BarRecord | None:
        shown = self._bridge.picture
        return None if shown is None else shown.file.bench.end(self._axle).bar

    def _reference_bar(self) -> BarRecord | None:
        shown = self._bridge.picture
        setting = None if shown is None else shown.file.reference_setting
        return None if setting is None else setting.end(self._axle).bar

    def _centre(self) -> QPointF:
        return QPointF(self._bridge.theme.px(66), self.height() / 2)

    def _rescale(self, bar: BarRecord) -> None:
        """Pixels per metre; a bar too big for the medallion is drawn smaller. Does not change during a drag."""
        if not self.hold.held:
            most = self.height() - self._bridge.theme.px(8)
            self._scale = min(SCALE * self._bridge.theme.enlarged, most / bar.od.value)

    def _radius(self, diameter: float) -> float:
        """On the screen [px]."""
        return 0.5 * diameter * self._scale

    def _edit_at(self, place: str, at: QPointF) -> SetValue | None:
        """The diameter or wall that puts the circle under the mouse."""
        bar = self._bar
        if bar is None:
            return None
        off = at - self._centre()
        radius = math.hypot(off.x(), off.y()) / self._scale
        value = 2.0 * radius if place.endswith(".od") else bar.od.value / 2.0 - radius
        return SetValue(place, round(value / SNAP) * SNAP)

    def _place_at(self, at: QPointF) -> str:
        """The figure whose circle is there, empty for none."""
        bar = self._bar
        if bar is None:
            return ""
        off = at - self._centre()
        distance = math.hypot(off.x(), off.y())
        bore = 0.0 if bar.solid else bar.od.value - 2.0 * bar.wall.value
        near = self._bridge.theme.px(NEAR)
        if abs(distance - self._radius(bar.od.value)) <= near:
            return f"bench.{self._axle}.bar.od"
        on_bore = bore > 0.0 and abs(distance - self._radius(bore)) <= near
        return f"bench.{self._axle}.bar.wall" if on_bore else ""

    def paintEvent(self, _event: QPaintEvent) -> None:
        bar = self._bar
        if bar is None:
            return
        theme = self._bridge.theme
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        self._rescale(bar)
        outer, centre = self._radius(bar.od.value), self._centre()
        painter.setPen(QPen(theme.colour(Tone.GRAB), 2.0))
        painter.setBrush(theme.colour(tone_of(self._axle)))
        painter.drawEllipse(centre, outer, outer)
        lines = [f"outside {show(bar.od.value, Kind.DIAMETER, self._bridge.units)}"]
        if not bar.solid:
            bore = bar.od.value - 2.0 * bar.wall.value
            inner = outer * bore / bar.od.value
            painter.setBrush(theme.colour(Tone.GROUND))
            painter.drawEllipse(centre, inner, inner)
            lines.append(f"bore {show(bore, Kind.DIAMETER, self._bridge.units)}")
        ghost = self._reference_bar()
        if ghost is not None and ghost.od != bar.od:
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(theme.colour(Tone.SOFT), 1.4, Qt.PenStyle.DashLine))
            painter.drawEllipse(centre, self._radius(ghost.od.value), self._radius(ghost.od.value))
            lines.append(f"dashed: {show(ghost.od.value, Kind.DIAMETER, self._bridge.units)}")
        lines.append("drag the edge")
        painter.setFont(theme.font(Size.SMALL))
        painter.setPen(theme.colour(Tone.SOFT))
        x = theme.px(136)
        for i, line in enumerate(lines):
            painter.drawText(x, round(centre.y()) + theme.px(16 * i - 8 * (len(lines) - 1) + 4), line)
