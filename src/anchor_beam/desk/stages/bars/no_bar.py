"""The panel of an axle that has no bar: where one comes from."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.bars.rack_box import RackBox
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Panel
from anchor_beam.documents.records import BarState


class NoBarPanel(Panel):
    """Two ways to a bar, and what is true without one."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__(bridge.theme)
        self.rack = RackBox(bridge, axle)
        self.rack.setFixedWidth(self.theme.px(160))
        self.row("From the rack", self.rack)
        self.row("Bar", ChoiceBox(bridge, f"bench.{axle}.state", BarState, f"{axle} bar is"))
        self.gap()
        said = Label(
            f"There is no {axle} bar. Springs and tyres alone hold this axle against roll. Take a bar from the rack, or say "
            "that the last one is on its links again."
        )
        said.setWordWrap(True)
        self.add(said)
        self.finish()
