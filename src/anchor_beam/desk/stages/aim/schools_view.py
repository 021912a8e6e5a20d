"""The schools of tuning as a table: each cure for push, what it changes in every phase and in roll on this car."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.grip.driving import FIVE
from anchor_beam.core.grip.schools import Cure
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import show
from anchor_beam.words import faults
from anchor_beam.words.phases import NAMES
from anchor_beam.words.schools import SAYS, verdict


class SchoolsView(QWidget):
    """Reads across; the phase in view is set off, and said in a sentence below."""

    def __init__(self, bridge: Bridge, height: int) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._cures: tuple[Cure, ...] = ()
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
        self._cures = answer.value if isinstance(answer, Done) else ()
        if isinstance(answer, Failed):
            self._why = faults.sentence(answer.problem, self._bridge.units)
        elif answer is not None:
            self._why = "There is no balance, so no cure can be tried."
        self._show()

    def _show(self) -> None:
        said = [
            f"{cure.school}: " + ", ".join(
                f"{NAMES[phase]} {self._percent(value)}" for phase, value in zip(FIVE, cure.margins, strict=True)
            )
            for cure in self._cures
        ]  # fmt: skip
        self.setAccessibleName("schools on this car: " + "; ".join([*said, self.sentence]))
        self.update()

    @property
    def sentence(self) -> str:
        """What the table says of the phase in view."""
        return verdict(self._cures, self._bridge.phase, self._bridge.units) if self._cures else self._why

    def _percent(self, value: float) -> str:
        return str(show(float(value), Kind.PERCENT, self._bridge.units, sign=True))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px, units = QPainter(self), self._theme.px, self._bridge.units
        pen = Lettering(painter, self._theme)
        columns = [self.width() - px(14 + 76 * (len(FIVE) - i)) for i in range(len(FIVE) + 1)]
        top = px(24)
        for phase, x in zip(FIVE, columns, strict=False):
            now = phase is self._bridge.phase
            pen.write(x, top, NAMES[phase], Size.SMALL, Tone.INK if now else Tone.SOFT, align=Align.RIGHT, bold=now)
        pen.write(columns[-1], top, "roll, deg/g", Size.SMALL, Tone.SOFT, align=Align.RIGHT)
        pen.write(px(16), top, "against push", Size.SMALL, Tone.SOFT)
        for i, cure in enumerate(self._cures):
            y = top + px(26) * (i + 1)
            end = pen.write(px(16), y, str(cure.school), Size.NORMAL, Tone.INK)
            room = columns[0] - px(60) - end - px(16)
            pen.write(end + px(10), y, pen.fitted(SAYS[cure.school], Size.SMALL, room), Size.SMALL, Tone.SOFT)
            for phase, value, x in zip(FIVE, cure.margins, columns, strict=False):
                now = phase is self._bridge.phase
                pen.write(
                    x,
                    y,
                    self._percent(value),
                    Size.SMALL,
                    Tone.INK if now else Tone.SOFT,
                    align=Align.RIGHT,
                    bold=now,
                )
            roll = show(cure.roll, Kind.ROLL_GRADIENT, units, sign=True).number
            pen.write(columns[-1], y, roll, Size.SMALL, Tone.SOFT, align=Align.RIGHT)
        painter.setFont(self._theme.font(Size.NORMAL))
        painter.setPen(self._theme.colour(Tone.INK))
        below = top + px(26) * (len(self._cures) + 1) - px(8)
        painter.drawText(
            QRectF(px(16), below, self.width() - px(32), self.height() - below),
            int(Qt.TextFlag.TextWordWrap),
            self.sentence,
        )
