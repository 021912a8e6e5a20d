"""What the setting on the bench is warned of: figure, reason, and what would lift it."""

from __future__ import annotations

from PySide6.QtWidgets import QFrame, QScrollArea, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.drawings.shapes import Size
from anchor_beam.jobs.request import Answer, Done, Failed
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.warnings import NOT_JUDGED, NOTHING, Warned


class WarningsView(QScrollArea):
    """A line for each, what matters most first."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self._found: tuple[Warned, ...] | None = None
        self._why = ""
        self.setWidgetResizable(True)
        self.setFrameShape(QFrame.Shape.NoFrame)
        inside = QWidget()
        self._column = QVBoxLayout(inside)
        px = bridge.theme.px
        self._column.setContentsMargins(px(14), px(8), px(14), px(8))
        self._column.setSpacing(px(6))
        self.lines: list[Caution] = []
        self.said = Label()
        self.said.setWordWrap(True)
        self.said.setFont(bridge.theme.font(Size.SMALL))
        self._column.addWidget(self.said)
        self._column.addStretch()
        self.setWidget(inside)
        self.setFixedHeight(px(166))
        bridge.listen(self, to=Part.UNITS, then=self._show)

    def take(self, answer: Answer | None) -> None:
        """What was found, by whoever had it worked out; None while that goes on."""
        self._found = answer.value if isinstance(answer, Done) else None
        self._why = faults.sentence(answer.problem, self._bridge.units) if isinstance(answer, Failed) else ""
        self._show()

    def _show(self) -> None:
        units, found = self._bridge.units, self._found or ()
        while len(self.lines) < len(found):
            self.lines.append(Caution(self._bridge.theme))
            self._column.insertWidget(len(self.lines) - 1, self.lines[-1])
        for i, line in enumerate(self.lines):
            line.say(found[i].said(units) if i < len(found) else None)
        if self._found is None:
            self.said.setText(self._why or "Being worked out.")
        else:
            self.said.setText(NOT_JUDGED if found else f"{NOTHING} {NOT_JUDGED}")
