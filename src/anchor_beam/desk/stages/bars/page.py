"""The Bars stage: board and ladder on the left, the bar in hand on the right."""

from __future__ import annotations

from PySide6.QtWidgets import QStackedWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.bars.board import BarsBoard
from anchor_beam.desk.stages.bars.ladder_view import LadderView
from anchor_beam.desk.stages.bars.panel import BarPanel
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.split import Split, stacked


class BarsPage(Split):
    """Picking a hole on the board brings its bar into the panel."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self.board = BarsBoard(bridge)
        self.ladder = LadderView(bridge)
        self._bridge = bridge
        self._panels: dict[Axle, BarPanel] = {}
        self.tabs = AxleTabs(bridge.theme, "bar")
        self._stack = QStackedWidget()
        self.tabs.chosen.connect(lambda axle: self._stack.setCurrentWidget(self.panel(axle)))
        self.fill(stacked(self.board, self.ladder), stacked(self.tabs, self._stack))
        for (axle, _), picker in self.board.pickers.items():
            picker.taken.connect(lambda a=axle: self.tabs.choose(a))
        self.tabs.choose(Axle.REAR)

    def panel(self, axle: Axle) -> BarPanel:
        """The panel of one bar, built when it is first wanted."""
        if axle not in self._panels:
            self._panels[axle] = BarPanel(self._bridge, axle, self.board)
            self._stack.addWidget(self._panels[axle])
        return self._panels[axle]
