"""The roll budget: how much of the roll tyres, springs, bars, bushings and chassis make, beside the reference."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.figures.roll_budget import Budget, Giving
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import delta, show
from anchor_beam.words import faults
from anchor_beam.words.names import LETTER
from anchor_beam.words.roll import NOTE, budget_words

ROW, TOP, LEFT, NUMBER = (
    34,
    104,
    120,
    150,
)  # px: height of a row, the first, the left bars, width of the figures behind a bar


class BudgetView(QWidget):
    """A bar for each part of each axle, to one scale, the reference as a dashed end."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._now: Budget | None = None
        self._reference: Budget | None = None
        self._why = ""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.UNITS, then=self._show)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import BudgetOf

        return BudgetOf(shown.file.car, shown.file.bench, shown.file.reference_setting)

    def _take(self, answer: Answer | None) -> None:
        self._now, self._reference = answer.value if isinstance(answer, Done) else (None, None)
        self._why = ""
        if isinstance(answer, Failed):
            self._why = faults.sentence(answer.problem, self._bridge.units)
        elif isinstance(answer, Done) and self._now is None:
            self._why = "Springs and bars do not hold this car up in roll, so there is nothing to share out."
        self._show()

    @property
    def head(self) -> str:
        """What it says in one line."""
        if self._now is None:
            return self._why or "The roll budget is being worked out."
        return budget_words(self._now.roll, self._now.of_tyres, self._bridge.units)

    def rows(self) -> list[tuple[str, Axle | None, float, float | None]]:
        """Name, axle (None for the chassis), part of now and of the reference [rad/(m/s^2)]."""
        if self._now is None:
            return []
        then = self._reference
        found: list[tuple[str, Axle | None, float, float | None]] = [
            (str(what), axle, self._now.parts[axle][what], None if then is None else then.parts[axle][what])
            for what in Giving for axle in Axle if what is not Giving.LINKS or self._links_give()
        ]  # fmt: skip
        return [*found, ("chassis", None, self._now.chassis, None if then is None else then.chassis)]

    def _links_give(self) -> bool:
        """Whether any link is said to give."""
        each = (one for one in (self._now, self._reference) if one is not None)
        return any(one.parts[axle][Giving.LINKS] > 0.0 for one in each for axle in Axle)

    def _show(self) -> None:
        units = self._bridge.units
        said = [
            f"{name if axle is None else f'{axle} {name}'} {show(value, Kind.ROLL_GRADIENT, units)}"
            for name, axle, value, _ in self.rows()
        ]
        self.setAccessibleName(", ".join([f"roll budget: {self.head}", *said]))
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        painter.fillRect(self.rect(), self._theme.colour(Tone.SHEET))
        pen = Lettering(painter, self._theme)
        pen.write(px(14), px(30), pen.fitted(self.head, Size.LARGE, self.width() - px(28), bold=True), Size.LARGE,
                  Tone.INK, bold=True)  # fmt: skip
        rows = self.rows()
        if not rows:
            return
        pen.write(px(14), px(54), pen.fitted(NOTE, Size.SMALL, self.width() - px(28)), Size.SMALL, Tone.SOFT)
        wide = (self.width() - px(LEFT) - px(14)) / 2
        longest = max(max(value, before or 0.0) for _, _, value, before in rows)
        per = (wide - px(NUMBER)) / longest
        for each in Axle:
            x = px(LEFT) + each.position * wide
            pen.write(x, px(TOP) - px(14), f"{LETTER[each]}  {each}", Size.NORMAL, tone_of(each), bold=True)
        for i, (name, axle, value, before) in enumerate(rows):
            line = i // 2
            y, x = px(TOP) + line * px(ROW), px(LEFT) + (0 if axle is None else axle.position) * wide
            if axle is not Axle.REAR:
                pen.write(px(14), y + px(16), name, Size.NORMAL, Tone.INK)
            self._bar(painter, QRectF(x, y + px(3), max(per * value, 1.0), px(18)), axle)
            self._figures(painter, pen, x, y, per, value, before)

    def _bar(self, painter: QPainter, box: QRectF, axle: Axle | None) -> None:
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(self._theme.colour(Tone.SOFT if axle is None else tone_of(axle)))
        painter.drawRect(box)
        if axle is Axle.REAR:  # told apart without colour as well
            painter.setPen(QPen(self._theme.colour(Tone.SHEET), self._theme.px(2)))
            painter.drawLine(QPointF(box.left(), box.center().y()), QPointF(box.right(), box.center().y()))

    def _figures(
        self, painter: QPainter, pen: Lettering, x: float, y: float, per: float, value: float, before: float | None
    ) -> None:
        px, units = self._theme.px, self._bridge.units
        end = x + per * max(value, before or 0.0)
        if before is not None:
            painter.setPen(QPen(self._theme.colour(Tone.INK), 1.4, Qt.PenStyle.DashLine))
            painter.drawLine(QPointF(x + per * before, y), QPointF(x + per * before, y + px(24)))
        number = str(show(value, Kind.ROLL_GRADIENT, units))
        pen.write(end + px(8), y + px(16), number, Size.NORMAL, Tone.INK)
        change = delta(value, before, Kind.ROLL_GRADIENT, units)
        at = end + px(14) + pen.width(number, Size.NORMAL)
        pen.write(at, y + px(16), change, Size.SMALL, Tone.SOFT, align=Align.LEFT)
