"""The Links stage: elevations of both sides, the lengths under them, the panel of the axle in hand."""

from __future__ import annotations

from PySide6.QtWidgets import QStackedWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.links.board import LinksBoard
from anchor_beam.desk.stages.links.lengths import LengthsStrip
from anchor_beam.desk.stages.links.panel import LinksPanel
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.split import Split, stacked


class LinksPage(Split):
    """One axle at a time."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self.boards = {axle: LinksBoard(bridge, axle) for axle in Axle}
        self.panels = {axle: LinksPanel(bridge, axle) for axle in Axle}
        self.tabs = AxleTabs(bridge.theme, "links")
        left, right = QStackedWidget(), QStackedWidget()
        for axle in Axle:
            left.addWidget(stacked(self.boards[axle], LengthsStrip(bridge, axle)))
            right.addWidget(self.panels[axle])
        self.tabs.chosen.connect(lambda axle: left.setCurrentIndex(axle.position))
        self.tabs.chosen.connect(lambda axle: right.setCurrentIndex(axle.position))
        self.fill(left, stacked(self.tabs, right))
        self.tabs.choose(Axle.REAR)
