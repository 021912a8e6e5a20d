"""The Car stage: the drawn car and its panel."""

from __future__ import annotations

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.car.board import CarBoard
from anchor_beam.desk.stages.car.panel import CarPanel
from anchor_beam.desk.widgets.split import Split


class CarPage(Split):
    """Board left, panel right."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self.board, self.panel = CarBoard(bridge), CarPanel(bridge)
        self.fill(self.board, self.panel)
