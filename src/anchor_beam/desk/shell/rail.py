"""The stage column: the car, the stages that exist in the order of the work, the garage."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QLabel, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import Theme, restyle
from anchor_beam.documents.places import unmeasured
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.session.workshop import Part
from anchor_beam.words.balance import LEVEL_ENOUGH

STAGES = ("Car", "Bars", "Links", "Garage")


class Rail(QWidget):
    """Emits the name of the stage that was chosen."""

    chosen = Signal(str)

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        theme = bridge.theme
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(theme.px(124))
        column = QVBoxLayout(self)
        column.setContentsMargins(0, theme.px(16), 0, theme.px(12))
        column.setSpacing(0)
        self._name, self._kind = QLabel(), QLabel()
        self._name.setFont(theme.font(Size.NORMAL, bold=True))
        self._kind.setFont(theme.font(Size.SMALL))
        for label in (self._name, self._kind):
            label.setWordWrap(True)
            label.setContentsMargins(theme.px(14), 0, theme.px(6), theme.px(2))
            column.addWidget(label)
        column.addSpacing(theme.px(22))
        group = QButtonGroup(self)
        self.buttons: dict[str, StageButton] = {}
        for i, name in enumerate(STAGES):
            if name == "Garage":
                column.addStretch()
            button = StageButton(theme, name)
            button.setToolTip(f"{name} (Ctrl+{i + 1})")
            group.addButton(button)
            button.clicked.connect(lambda _=False, n=name: self.chosen.emit(n))
            column.addWidget(button)
            self.buttons[name] = button
        bridge.listen(self, to=Part.CAR | Part.GARAGE, then=self._show_car)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.GARAGE, then=self._show)

    def choose(self, stage: str) -> None:
        self.buttons[stage].setChecked(True)

    def _show_car(self) -> None:
        c = self._bridge.theme.colours
        restyle(self, f"Rail {{ background: {c.panel}; border-right: 1px solid {c.hairline}; }}")
        restyle(self._kind, f"color: {c.soft}")
        shown = self._bridge.picture
        for name in ("Car", "Bars", "Links"):
            self.buttons[name].setEnabled(shown is not None)
        car = None if shown is None else shown.file.car
        self._name.setText("no car yet" if car is None else car.name)
        self._kind.setText("" if car is None else car.description.partition(",")[0])
        count = 0 if car is None else unmeasured(car)
        self.buttons["Car"].set_open(f"{count} to measure" if count else "")

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            for button in self.buttons.values():
                button.set_open("")
            return
        off = 0
        for axle in Axle:
            end = shown.now.end(axle)
            if not end.end.connected:
                continue
            sides = end.sides
            off += 1 if sides is None else sum(abs(sides[side.position].off_level) > LEVEL_ENOUGH for side in Side)
        self.buttons["Links"].set_open(f"{off} not level" if off else "")
        gone = [axle for axle in Axle if not shown.file.bench.end(axle).connected]
        self.buttons["Bars"].set_open(f"{gone[0]} off" if gone else "")


class StageButton(QAbstractButton):
    """Icon, name, and a small count of what is open there."""

    def __init__(self, theme: Theme, name: str) -> None:
        super().__init__()
        self._theme = theme
        self._open = ""
        self.setText(name)
        self.setAccessibleName(name)
        self.setCheckable(True)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def set_open(self, words: str) -> None:
        if words == self._open:
            return
        self._open = words
        self.setAccessibleDescription(words)
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(124), self._theme.px(50))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        if self.isChecked():
            painter.fillRect(self.rect(), self._theme.colour(Tone.GROUND))
            painter.fillRect(0, 0, px(4), self.height(), self._theme.colour(Tone.INK))
        tone = Tone.INK if self.isEnabled() else Tone.SOFT
        self._theme.icon(self.text().lower(), tone).paint(painter, px(12), px(14), px(22), px(22))
        painter.setFont(self._theme.font(Size.LARGE, bold=self.isChecked()))
        painter.setPen(self._theme.colour(tone))
        painter.drawText(px(42), px(24 if self._open else 31), self.text())
        painter.setFont(self._theme.font(Size.SMALL))
        painter.setPen(self._theme.colour(Tone.SOFT))
        painter.drawText(px(42), px(40), self._open)
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5, Qt.PenStyle.DotLine))
            painter.drawRect(QRectF(self.rect()).adjusted(2, 2, -2, -2))
