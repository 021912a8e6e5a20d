"""The five phases of the corner beside the Beam: what the car does in each, and which one the Beam shows."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.figures.phase_readings import PhaseReading, read_phase
from anchor_beam.session.workshop import Part
from anchor_beam.words import phases as words


class PhaseSwitch(QWidget):
    """A click or the arrow keys choose; while a phase is held, the Beam shows all five."""

    held = Signal(bool)

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        column = QVBoxLayout(self)
        column.setContentsMargins(0, bridge.theme.px(6), 0, bridge.theme.px(4))
        column.setSpacing(0)
        group = QButtonGroup(self)
        self.buttons = {phase: _PhaseButton(bridge, phase) for phase in FIVE}
        for phase, button in self.buttons.items():
            group.addButton(button)
            column.addWidget(button)
            button.clicked.connect(lambda _=False, p=phase: bridge.workshop.choose_phase(p))
            button.pressed.connect(lambda: self.held.emit(True))
            button.released.connect(lambda: self.held.emit(False))
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.BANDS | Part.UNITS | Part.PHASE, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        for phase, button in self.buttons.items():
            button.setChecked(phase is self._bridge.phase)
            if shown is not None:
                button.say(read_phase(phase, shown, self._bridge.units))


class _PhaseButton(QAbstractButton):
    """Name, side and size of the margin, and its difference to the reference."""

    def __init__(self, bridge: Bridge, phase: Phase) -> None:
        super().__init__()
        self._bridge, self._theme, self._phase = bridge, bridge.theme, phase
        self._said: PhaseReading | None = None
        self.setCheckable(True)
        self.setAutoExclusive(True)  # for screen readers: one of several
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Expanding)
        self.setToolTip(f"{words.LONG[phase]}: show it on the Beam; hold to see all five")

    def say(self, reading: PhaseReading) -> None:
        """Show side, size and band of the margin, and how it differs from the reference."""
        if reading == self._said:
            return
        self._said = reading
        said = f"{words.LONG[self._phase]}: {reading.spoken}"
        self.setAccessibleName(said)
        self.setToolTip(f"{said}.\nClick: on the Beam. Hold: all five at once.")
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(268), self._theme.px(21))

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
        pen.write(px(8), baseline, words.NAMES[self._phase], Size.NORMAL, Tone.INK if on else Tone.SOFT, bold=on)
        said = self._said
        if said is None:
            return
        pen.write(px(76), baseline, said.side, Size.SMALL, Tone.INK if on else Tone.SOFT)
        end = px(148)
        pen.write(end, baseline, said.size.number, Size.NORMAL, Tone.INK, align=Align.RIGHT, bold=on)
        unit = f"{said.band}\u00a0{said.size.unit}" if said.band else said.size.unit
        pen.write(end + px(3), baseline, unit, Size.SMALL, Tone.SOFT)
        pen.write(
            self.width() - px(37),
            baseline,
            said.change,
            Size.SMALL,
            Tone.INK if said.clear else Tone.SOFT,
            align=Align.RIGHT,
        )
        pen.write(self.width() - px(34), baseline, said.change_band, Size.SMALL, Tone.SOFT)
