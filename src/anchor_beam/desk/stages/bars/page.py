"""The Bars stage: board and ladder on the left, the bar in hand on the right."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

from PySide6.QtWidgets import QStackedWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.bars.board import BarsBoard
from anchor_beam.desk.stages.bars.ladder_view import LadderView
from anchor_beam.desk.stages.bars.panel import BarPanel
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.split import Split, stacked
from anchor_beam.desk.widgets.strip import Strip

if TYPE_CHECKING:
    from anchor_beam.desk.stages.bars.changing_view import ChangingView
    from anchor_beam.desk.stages.bars.curves import CorneringCurves


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
        views = {
            "ladder": lambda: self.ladder, "roll and handling": lambda: self.curves,
            "change of direction": lambda: self.changing,
        }  # fmt: skip
        self.strip = Strip(bridge.theme, views)
        self.fill(stacked(self.board, self.strip), stacked(self.tabs, self._stack))
        for (axle, _), picker in self.board.pickers.items():
            picker.taken.connect(lambda a=axle: self.tabs.choose(a))
        self.tabs.choose(Axle.REAR)

    @cached_property
    def curves(self) -> CorneringCurves:
        """Roll and handling; the first picture shows the ladder."""
        from anchor_beam.desk.stages.bars.curves import CorneringCurves

        return CorneringCurves(self._bridge)

    @cached_property
    def changing(self) -> ChangingView:
        """How the car changes direction."""
        from anchor_beam.desk.stages.bars.changing_view import ChangingView

        return ChangingView(self._bridge)

    def panel(self, axle: Axle) -> BarPanel:
        """The panel of one bar, built when it is first wanted."""
        if axle not in self._panels:
            self._panels[axle] = BarPanel(self._bridge, axle, self.board)
            self._stack.addWidget(self._panels[axle])
        return self._panels[axle]
