"""Two sentences above a stage that nobody has looked at before, until they are read."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.words.hints import HINTS


class FirstHint(QWidget):
    """Shown once for each stage of a garage."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, px = bridge, bridge.theme.px
        self._stage = ""
        self._text = Label()
        self._text.setWordWrap(True)
        self.read = QPushButton("Understood")
        self.read.clicked.connect(self._was_read)
        row = QHBoxLayout(self)
        row.setContentsMargins(px(16), px(6), px(14), px(6))
        row.setSpacing(px(16))
        row.addWidget(self._text, stretch=1)
        row.addWidget(self.read)
        self.hide()

    def look_at(self, stage: str) -> None:
        """The stage that is shown now."""
        self._stage = stage
        told = self._bridge.workshop.choices.hints_told
        self._text.setText(HINTS.get(stage, ""))
        self.setAccessibleName(HINTS.get(stage, ""))
        self.setVisible(stage in HINTS and stage not in told)

    def _was_read(self) -> None:
        self._bridge.workshop.choices.tell_hint(self._stage)  # if that cannot be kept it is said once more
        self.hide()
