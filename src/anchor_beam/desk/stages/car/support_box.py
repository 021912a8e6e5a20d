"""What carries the car while an aid is read."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.documents.readings import Support
from anchor_beam.session.edits import SetSupport
from anchor_beam.session.workshop import Part


class SupportBox(Box):
    """Kept with the readings."""

    def __init__(self, bridge: Bridge, aid: str, axle: Axle | None) -> None:
        super().__init__()
        self._bridge, self._aid, self._axle = bridge, aid, axle
        self.setAccessibleName("the car stands on")
        self.activated.connect(self._choose)
        bridge.listen(self, to=Part.READINGS | Part.CAR, then=self._show)

    def _choose(self, index: int) -> None:
        self._bridge.ask_or_complain(SetSupport(self._aid, self._axle, tuple(Support)[index]))
        self._show()

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            now = shown.file.read_at(self._aid, self._axle).support
            fill(self, [str(support) for support in Support], list(Support).index(now))
