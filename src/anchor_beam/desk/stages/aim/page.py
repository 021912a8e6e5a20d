"""The Aim stage: the plane above, what must hold below, the windows beside them."""

from __future__ import annotations

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.aim.constraints import Constraints
from anchor_beam.desk.stages.aim.panel import AimPanel
from anchor_beam.desk.stages.aim.plane_view import PlaneView
from anchor_beam.desk.widgets.split import Split, stacked


class AimPage(Split):
    """Board left, panel right."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self.plane, self.constraints, self.panel = PlaneView(bridge), Constraints(bridge), AimPanel(bridge)
        self.fill(stacked(self.plane, self.constraints), self.panel)
