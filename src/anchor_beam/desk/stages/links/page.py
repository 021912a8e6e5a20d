"""The Links stage: elevations of both sides, the lengths under them, the panel of the axle in hand."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.links.board import LinksBoard
from anchor_beam.desk.stages.links.lengths import LengthsStrip
from anchor_beam.desk.stages.links.panel import LinksPanel
from anchor_beam.desk.widgets.axle_tabs import AxleTabs


class LinksPage(QWidget):
    """One axle at a time."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self.setFocusPolicy(Qt.FocusPolicy.ClickFocus)
        self.boards = {axle: LinksBoard(bridge, axle) for axle in Axle}
        self.panels = {axle: LinksPanel(bridge, axle) for axle in Axle}
        self.tabs = AxleTabs(bridge.theme, "links")
        left, right = QStackedWidget(), QStackedWidget()
        for axle in Axle:
            side = QWidget()
            column = QVBoxLayout(side)
            column.setContentsMargins(0, 0, 0, 0)
            column.setSpacing(0)
            column.addWidget(self.boards[axle], stretch=1)
            column.addWidget(LengthsStrip(bridge, axle))
            left.addWidget(side)
            right.addWidget(self.panels[axle])
        right.setFixedWidth(bridge.theme.px(300))
        self.tabs.chosen.connect(lambda axle: left.setCurrentIndex(axle.position))
        self.tabs.chosen.connect(lambda axle: right.setCurrentIndex(axle.position))
        panel = QVBoxLayout()
        panel.setSpacing(0)
        panel.addWidget(self.tabs)
        panel.addWidget(right, stretch=1)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        row.addWidget(left, stretch=1)
        row.addLayout(panel)
        self.tabs.choose(Axle.REAR)
