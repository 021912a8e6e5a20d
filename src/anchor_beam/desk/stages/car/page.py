"""The Car stage: the drawn car and its panel."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.car.board import CarBoard
from anchor_beam.desk.stages.car.panel import CarPanel


class CarPage(QWidget):
    """Board left, panel right."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self.setFocusPolicy(Qt.FocusPolicy.ClickFocus)
        self.board, self.panel = CarBoard(bridge), CarPanel(bridge)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        row.addWidget(self.board, stretch=1)
        row.addWidget(self.panel)
