"""The Aim stage: the plane above, what must hold below, the windows beside them."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.aim.constraints import Constraints
from anchor_beam.desk.stages.aim.panel import AimPanel
from anchor_beam.desk.stages.aim.plane_view import PlaneView
from anchor_beam.desk.widgets.split import Split, stacked
from anchor_beam.desk.widgets.strip import Strip

HOLDS, SCHOOLS, BELIEFS = "what must hold", "schools on this car", "beliefs on this car"


class AimPage(Split):
    """Board left, panel right."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self.bridge = bridge
        self.plane, self.constraints, self.panel = PlaneView(bridge), Constraints(bridge), AimPanel(bridge)
        views = {HOLDS: lambda: self.constraints, SCHOOLS: self._schools, BELIEFS: self._beliefs}
        self.strip = Strip(bridge.theme, views)
        self.fill(stacked(self.plane, self.strip), self.panel)

    def _schools(self) -> QWidget:
        from anchor_beam.desk.stages.aim.schools_view import SchoolsView  # made when it is first looked at

        self.schools = SchoolsView(self.bridge, self.constraints.height())
        return self.schools

    def _beliefs(self) -> QWidget:
        from anchor_beam.desk.stages.aim.beliefs_view import BeliefsView

        self.beliefs = BeliefsView(self.bridge, self.constraints.height())
        return self.beliefs
