"""Common beliefs, and what this car says to them."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QSizePolicy, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.beliefs import Belief

MOST = 6


class BeliefsView(QWidget):
    """What is believed on the left, the answer on the right."""

    def __init__(self, bridge: Bridge, height: int) -> None:
        super().__init__()
        self._bridge = bridge
        self._beliefs: tuple[Belief, ...] = ()
        self._why = "Being tried on this car…"
        px = bridge.theme.px
        grid = QGridLayout(self)
        grid.setContentsMargins(px(16), px(8), px(14), px(8))
        grid.setHorizontalSpacing(px(16))
        grid.setVerticalSpacing(px(4))
        grid.setColumnStretch(1, 1)
        self.rows = [(Label(), Label()) for _ in range(MOST)]
        for i, (said, answer) in enumerate(self.rows):
            said.setFont(bridge.theme.font(Size.SMALL, bold=True))
            answer.setFont(bridge.theme.font(Size.SMALL))
            answer.setWordWrap(True)
            grid.addWidget(said, i, 0)
            grid.addWidget(answer, i, 1)
        grid.setRowStretch(MOST, 1)
        self.setFixedHeight(height)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.UNITS, then=self._show)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import BeliefsOf

        return BeliefsOf(shown.file.car, shown.file.bench)

    def _take(self, answer: Answer | None) -> None:
        self._beliefs = answer.value if isinstance(answer, Done) else ()
        if isinstance(answer, Failed):
            self._why = faults.sentence(answer.problem, self._bridge.units)
        elif answer is not None:
            self._why = "There is no balance, so nothing can be tried."
        self._show()

    def _show(self) -> None:
        units = self._bridge.units
        lines = [(belief.said, belief.answer.said(units)) for belief in self._beliefs] or [("", self._why)]
        for (said, answer), line in zip(self.rows, [*lines, *[("", "")] * MOST], strict=False):
            said.setText(f"“{line[0].rstrip('.')}”" if line[0] else "")
            answer.setText(line[1])
