"""The schools of tuning as a table: each cure for push, what it changes in every phase and in roll on this car."""

from __future__ import annotations

import math

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.figures.schools import Tried
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words import faults
from anchor_beam.words.phases import NAMES
from anchor_beam.words.schools import SAYS, verdict

WIDE = 84  # px of a column


class SchoolsView(QWidget):
    """Reads across; the phase in view is set off, and said in a sentence below."""

    def __init__(self, bridge: Bridge, height: int) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._tried: tuple[Tried, ...] = ()
        self._why = "The cures are being tried on this car."
        self.setFixedHeight(height)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.PHASE | Part.UNITS, then=self._show)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import SchoolsOf

        return SchoolsOf(shown.file.car, shown.file.bench)

    def _take(self, answer: Answer | None) -> None:
        self._tried = answer.value if isinstance(answer, Done) else ()
        if isinstance(answer, Failed):
            self._why = faults.sentence(answer.problem, self._bridge.units)
        elif answer is not None:
            self._why = "There is no balance, so no cure can be tried."
        self._show()

    def _show(self) -> None:
        said = [
            f"{tried.cure.school}: " + ", ".join(
                f"{NAMES[phase]} {tried.change(phase).text(self._bridge.units)}" for phase in FIVE
            )
            for tried in self._tried
        ]  # fmt: skip
        self.setAccessibleName("schools on this car: " + "; ".join([*said, self.sentence]))
        self.update()

    @property
    def sentence(self) -> str:
        """What the table says of the phase in view."""
        if not self._tried:
            return self._why
        now, lifted = (
            [tried.change(phase) for tried in self._tried] for phase in (self._bridge.phase, Phase.LIFT_OFF)
        )
        return verdict(now, lifted, self._bridge.phase, self._bridge.units)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px, units = QPainter(self), self._theme.px, self._bridge.units
        pen = Lettering(painter, self._theme)
        columns = [self.width() - px(14 + WIDE * (len(FIVE) - i)) for i in range(len(FIVE) + 1)]
        top = px(24)
        for phase, x in zip(FIVE, columns, strict=False):
            self._write(pen, x, top, f"{NAMES[phase]} %", phase)
        pen.write(columns[-1], top, "roll, deg/g", Size.SMALL, Tone.SOFT, align=Align.RIGHT)
        pen.write(px(16), top, "against push", Size.SMALL, Tone.SOFT)
        for i, tried in enumerate(self._tried):
            y, school = top + px(26) * (i + 1), tried.cure.school
            end = pen.write(px(16), y, str(school), Size.NORMAL, Tone.INK)
            room = columns[0] - px(WIDE - 10) - end - px(16)
            pen.write(end + px(10), y, pen.fitted(SAYS[school], Size.SMALL, room), Size.SMALL, Tone.SOFT)
            for phase, x in zip(FIVE, columns, strict=False):
                change = tried.change(phase)
                self._write(pen, x, y, _beside(change.margin, change.sigma, Kind.PERCENT, units), phase)
            roll = _beside(tried.cure.roll, tried.roll, Kind.ROLL_GRADIENT, units)
            pen.write(columns[-1], y, roll, Size.SMALL, Tone.SOFT, align=Align.RIGHT)
        painter.setFont(self._theme.font(Size.NORMAL))
        painter.setPen(self._theme.colour(Tone.INK))
        below = top + px(26) * (len(self._tried) + 1) - px(8)
        painter.drawText(
            QRectF(px(16), below, self.width() - px(32), self.height() - below),
            int(Qt.TextFlag.TextWordWrap),
            self.sentence,
        )

    def _write(self, pen: Lettering, x: float, y: float, text: str, phase: Phase) -> None:
        """In a phase's column, set off where that phase is in view."""
        now = phase is self._bridge.phase
        pen.write(x, y, text, Size.SMALL, Tone.INK if now else Tone.SOFT, align=Align.RIGHT, bold=now)


def _beside(change: float, sigma: float, kind: Kind, units: System) -> str:
    """`−0.9 ±0.3`."""
    number = show(change, kind, units, sign=True).number
    return f"{number} ±{show(sigma, kind, units).number}" if math.isfinite(sigma) and sigma > 0.0 else number
