"""The Links stage: elevations of both sides, the lengths under them, the panel of the axle in hand."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QStackedWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.chart import ChartStrip
from anchor_beam.desk.stages.links.board import LinksBoard
from anchor_beam.desk.stages.links.lengths import LengthsStrip
from anchor_beam.desk.stages.links.panel import LinksPanel
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.split import Split, stacked
from anchor_beam.desk.widgets.strip import Strip
from anchor_beam.drawings.charts import Chart
from anchor_beam.figures.curves import travel_charts


class LinksPage(Split):
    """One axle at a time."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self._bridge = bridge
        self.strips: dict[Axle, Strip] = {}
        self.boards = {axle: LinksBoard(bridge, axle) for axle in Axle}
        self.panels = {axle: LinksPanel(bridge, axle) for axle in Axle}
        self.tabs = AxleTabs(bridge.theme, "links")
        left, right = QStackedWidget(), QStackedWidget()
        for axle in Axle:
            through = partial(ChartStrip, bridge, partial(self._charts, axle), f"{axle} links through travel")
            strip = Strip(
                bridge.theme, {"lengths": partial(LengthsStrip, bridge, axle), "through the travel": through}
            )
            self.strips[axle] = strip
            left.addWidget(stacked(self.boards[axle], strip))
            right.addWidget(self.panels[axle])
        self.tabs.chosen.connect(lambda axle: left.setCurrentIndex(axle.position))
        self.tabs.chosen.connect(lambda axle: right.setCurrentIndex(axle.position))
        self.fill(left, stacked(self.tabs, right))
        self.tabs.choose(Axle.REAR)

    def _charts(self, axle: Axle) -> tuple[Chart, ...]:
        shown = self._bridge.picture
        return () if shown is None else travel_charts(shown.now, axle, self._bridge.units)
