"""How the car changes direction: through gates and on a ramp of the steer, against the reference."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.jobs.request import Answer, Done, Failed, Partial, Request
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.changing import CANNOT_TELL, first_to_go

if TYPE_CHECKING:
    from anchor_beam.figures.changing import Changing, Line


class ChangingView(QWidget):
    """Two blocks of figures and what they do not tell; a job works them out."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._found: Changing | None = None
        self._why = ""
        self.setFixedHeight(bridge.theme.px(166))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.UNITS, then=self._say)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import ChangingOf

        return ChangingOf(shown.file.car, shown.file.bench, shown.file.reference_setting)

    def _take(self, answer: Answer | None) -> None:
        self._found = answer.value if isinstance(answer, Done | Partial) else None
        self._why = faults.sentence(answer.problem, self._bridge.units) if isinstance(answer, Failed) else ""
        self._say()

    def _blocks(self) -> tuple[tuple[str, tuple[Line, ...]], ...]:
        if self._found is None:
            return ()
        from anchor_beam.figures.changing import GATES, STEP, heading, lines

        units = self._bridge.units
        return tuple((heading(block, units), lines(self._found, block, units)) for block in (GATES, STEP))

    def _title(self) -> str:
        if self._found is None:
            return self._why or "Being worked out…"
        from anchor_beam.figures.changing import FIGURES

        margin = next(i for i, named in enumerate(FIGURES) if named.label == "margin there")
        return first_to_go(float(self._found.now[margin]))

    def _say(self) -> None:
        said = [self._title()]
        for block, lines in self._blocks():
            said.append(f"{block}: " + "; ".join(line.spoken for line in lines))
        self.setAccessibleName("change of direction. " + ". ".join(said))
        self.setToolTip(CANNOT_TELL)
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        pen = Lettering(painter, self._theme)
        pen.write(px(14), px(18), self._title(), Size.NORMAL, Tone.INK, bold=True)
        for i, (block, lines) in enumerate(self._blocks()):
            left = px(14) + i * (self.width() - px(28)) // 2
            pen.write(left, px(40), block)
            for k, line in enumerate(lines):
                self._line(pen, left, px(60 + 18 * k), line)
        room = self.width() - px(28)
        pen.write(px(14), px(160), pen.fitted(CANNOT_TELL, Size.SMALL, room))

    def _line(self, pen: Lettering, left: int, below: int, line: Line) -> None:
        px = self._theme.px
        pen.write(left, below, line.label, Size.SMALL, Tone.INK)
        number = left + px(214)
        pen.write(number, below, line.value.number, Size.NORMAL, Tone.INK, align=Align.RIGHT, bold=True)
        pen.write(number + px(4), below, f"{line.band} {line.value.unit}".strip())
        pen.write(
            number + px(150), below, line.change, Size.SMALL, Tone.INK if line.clear else Tone.SOFT, align=Align.RIGHT
        )
