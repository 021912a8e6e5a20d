"""The strip under the links: as fitted, level, square, left and right, and what each does to the bar at rest."""

from __future__ import annotations

import math

from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import show
from anchor_beam.words.balance import drop_in, off_level, rest_twist


class LengthsStrip(QWidget):
    """A small table that reads across: the length, left and right, and the difference in words."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle, self._theme = bridge, axle, bridge.theme
        self.setFixedHeight(bridge.theme.px(188))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _rows(self) -> list[tuple[str, str, str]]:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None or (sides := shown.now.end(self._axle).sides) is None:
            return []
        end = shown.now.end(self._axle)

        def pair(what: str, values: tuple[float, float]) -> tuple[str, str, str]:
            left, right = (
                str(show(v, Kind.FINE_LENGTH, units)) if math.isfinite(v) else "does not exist" for v in values
            )
            return what, left, right

        left, right = sides
        return [
            pair("as fitted", (left.fitted, right.fitted)),
            pair("arm level at ride height", (left.level, right.level)),
            pair("link square to the arm", (left.square, right.square)),
            ("bar free, other link as it is", self._drop_in(Side.LEFT), self._drop_in(Side.RIGHT)),
            (
                "to put the arm level",
                off_level(left.off_level, end.turns(-left.off_level), units),
                off_level(right.off_level, end.turns(-right.off_level), units),
            ),
        ]

    def _drop_in(self, side: Side) -> str:
        shown = self._bridge.picture
        if shown is None or (sides := (end := shown.now.end(self._axle)).sides) is None:
            return ""
        length = end.drop_in(side)
        change = 0.0 if length is None else length - sides[side.position].fitted
        return drop_in(length, change, end.turns(change), self._bridge.units)

    def _show(self) -> None:
        spoken = [f"{what}: left {left}, right {right}" for what, left, right in self._rows()]
        self.setAccessibleName("; ".join(spoken))
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        pen = Lettering(painter, self._theme)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        columns = (px(18), px(220), px(220) + (self.width() - px(220)) // 2)
        painter.setPen(QPen(self._theme.colour(Tone.HAIRLINE), 1.0))
        painter.drawLine(0, 0, self.width(), 0)
        rows = self._rows()
        for x, text in zip(columns, ("Joint centre to joint centre", *Side), strict=True):
            pen.write(x, px(24), text, Size.SMALL, Tone.SOFT)
        for i, row in enumerate(rows):
            y = px(48) + px(22) * i
            for column, text in enumerate(row):
                tone = Tone.SOFT if column == 0 else Tone.INK
                pen.write(columns[column], y, text, Size.NORMAL, tone, bold=column > 0 and i == len(rows) - 1)
        shown, units = self._bridge.picture, self._bridge.units
        if shown is not None and rows:
            y = px(48) + px(22) * len(rows) + px(6)
            pen.write(columns[0], y, "at rest the bar", Size.NORMAL, Tone.SOFT)
            words = rest_twist(shown.now.rest_torque(self._axle), units)
            pen.write(columns[1], y, words, Size.NORMAL, Tone.INK)
