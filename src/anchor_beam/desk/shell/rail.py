"""The stage column: the car, the stages that exist in the order of the work, the garage."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.desk.stages.stage import Stage
from anchor_beam.desk.theme.theme import Theme, restyle
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.session.workshop import Part


class Rail(QWidget):
    """Emits the name of the stage that was chosen."""

    chosen = Signal(str)

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        theme = bridge.theme
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(theme.px(130))
        column = QVBoxLayout(self)
        column.setContentsMargins(0, theme.px(16), 0, theme.px(12))
        column.setSpacing(0)
        self._name, self._kind = Label(), Label()
        self._name.setFont(theme.font(Size.NORMAL, bold=True))
        self._kind.setFont(theme.font(Size.SMALL))
        for label in (self._name, self._kind):
            label.setWordWrap(True)
            label.setContentsMargins(theme.px(14), 0, theme.px(6), theme.px(2))
            column.addWidget(label)
        column.addSpacing(theme.px(22))
        group = QButtonGroup(self)
        self.buttons: dict[str, StageButton] = {}
        for place in (False, True):
            for stage in (each for each in STAGES if each.below is place):
                button = StageButton(theme, stage)
                group.addButton(button)
                button.clicked.connect(lambda _=False, name=stage.name: self.chosen.emit(name))
                column.addWidget(button)
                self.buttons[stage.name] = button
            if not place:
                column.addStretch()
        bridge.listen(self, to=Part.CAR | Part.GARAGE, then=self._show_car)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.GARAGE, then=self._show)

    def choose(self, stage: str) -> None:
        self.buttons[stage].setChecked(True)

    def _show_car(self) -> None:
        c = self._bridge.theme.colours
        restyle(self, f"Rail {{ background: {c.panel}; border-right: 1px solid {c.hairline}; }}")
        restyle(self._kind, f"color: {c.soft}")
        shown = self._bridge.picture
        for stage in STAGES:
            self.buttons[stage.name].setEnabled(shown is not None or not stage.needs_car)
        car = None if shown is None else shown.file.car
        self._name.setText("no car yet" if car is None else car.name)
        self._kind.setText("" if car is None else car.description.partition(",")[0])

    def _show(self) -> None:
        shown = self._bridge.picture
        for stage in STAGES:
            self.buttons[stage.name].set_open("" if shown is None else stage.open(shown))


class StageButton(QAbstractButton):
    """Icon, name, and a small count of what is open there."""

    def __init__(self, theme: Theme, stage: Stage) -> None:
        super().__init__()
        self._theme, self._stage = theme, stage
        self._open = ""
        self.setText(stage.name)
        self.setAccessibleName(stage.name)
        self.setToolTip(f"{stage.about} ({stage.key})")
        self.setCheckable(True)
        self.setAutoExclusive(True)  # for screen readers: one of several
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)  # a click goes on to the page
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def set_open(self, words: str) -> None:
        if words == self._open:
            return
        self._open = words
        self.setAccessibleDescription(words)
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(130), self._theme.px(50))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        if self.isChecked():
            painter.fillRect(self.rect(), self._theme.colour(Tone.GROUND))
            painter.fillRect(0, 0, px(4), self.height(), self._theme.colour(Tone.INK))
        tone = Tone.INK if self.isEnabled() else Tone.SOFT
        self._theme.icon(self._stage.icon, tone).paint(painter, px(12), px(14), px(22), px(22))
        painter.setFont(self._theme.font(Size.LARGE, bold=self.isChecked()))
        painter.setPen(self._theme.colour(tone))
        painter.drawText(px(42), px(24 if self._open else 31), self.text())
        painter.setFont(self._theme.font(Size.SMALL))
        painter.setPen(self._theme.colour(Tone.SOFT))
        painter.drawText(px(42), px(40), self._open)
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5, Qt.PenStyle.DotLine))
            painter.drawRect(QRectF(self.rect()).adjusted(2, 2, -2, -2))
