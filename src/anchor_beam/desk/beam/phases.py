"""The four phases of the corner beside the Beam: what the car does in each, and which one the Beam shows."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.core.grip.model import FOUR, Phase
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import delta
from anchor_beam.words import phases as words


class PhaseSwitch(QWidget):
    """A click or the arrow keys choose; while a phase is held, the Beam shows all four."""

    held = Signal(bool)

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        column = QVBoxLayout(self)
        column.setContentsMargins(0, bridge.theme.px(6), 0, bridge.theme.px(4))
        column.setSpacing(0)
        group = QButtonGroup(self)
        self.buttons = {phase: _PhaseButton(bridge, phase) for phase in FOUR}
        for phase, button in self.buttons.items():
            group.addButton(button)
            column.addWidget(button)
            button.clicked.connect(lambda _=False, p=phase: bridge.workshop.choose_phase(p))
            button.pressed.connect(lambda: self.held.emit(True))
            button.released.connect(lambda: self.held.emit(False))
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS | Part.PHASE, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        for phase, button in self.buttons.items():
            button.setChecked(phase is self._bridge.phase)
            margin = None if shown is None else shown.now.margin_of(phase)
            before = None if shown is None or shown.reference is None else shown.reference.margin_of(phase)
            button.say(margin, before, "" if shown is None else shown.file.reference)


class _PhaseButton(QAbstractButton):
    """Name, side and size of the margin, and its difference to the reference."""

    def __init__(self, bridge: Bridge, phase: Phase) -> None:
        super().__init__()
        self._bridge, self._theme, self._phase = bridge, bridge.theme, phase
        self._said: tuple[str, str, str] = ("", "", "")
        self.setCheckable(True)
        self.setAutoExclusive(True)  # for screen readers: one of several
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Expanding)
        self.setToolTip(f"{words.LONG[phase]}: show it on the Beam; hold to see all four")

    def say(self, margin: float | None, before: float | None, against: str) -> None:
        """Show the margin [%] and how it differs from that of the reference, whose name is `against`."""
        units = self._bridge.units
        side, size = words.reading(margin, units)
        said = (side, size.number, delta(margin, before, Kind.PERCENT, units))
        if said == self._said:
            return
        self._said = said
        change = f", {said[2]} against “{against}”" if said[2] else ""
        self.setAccessibleName(f"{words.LONG[self._phase]}: {side} {size}{change}")
        self.setToolTip(
            f"{words.LONG[self._phase]}: {side} {size}{change}.\nClick: on the Beam. Hold: all four at once."
        )
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(206), self._theme.px(26))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        pen, on = Lettering(painter, self._theme), self.isChecked()
        baseline = self.height() / 2 + px(5)
        if on:
            painter.fillRect(QRectF(0, px(3), px(3), self.height() - px(6)), self._theme.colour(Tone.INK))
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5))
            painter.drawRect(QRectF(self.rect()).adjusted(0.75, 0.75, -0.75, -0.75))
        side, size, change = self._said
        pen.write(px(10), baseline, words.NAMES[self._phase], Size.NORMAL, Tone.INK if on else Tone.SOFT, bold=on)
        pen.write(px(76), baseline, side, Size.SMALL, Tone.INK if on else Tone.SOFT)
        end = px(152)
        pen.write(end, baseline, size, Size.NORMAL, Tone.INK, align=Align.RIGHT, bold=on)
        pen.write(end + px(3), baseline, "%" if size else "", Size.SMALL, Tone.SOFT)
        pen.write(self.width() - px(2), baseline, change, Size.SMALL, Tone.SOFT, align=Align.RIGHT)
