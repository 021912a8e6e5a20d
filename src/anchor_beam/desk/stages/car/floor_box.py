"""The floor as it was read for another car of the garage."""

from __future__ import annotations

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.session.edits import TakeReadings
from anchor_beam.session.floors import floors_of_other_cars
from anchor_beam.session.workshop import Part

CHOOSE = "choose a car…"


class FloorBox(Box):
    """Choosing a car takes its readings over; where no other car has any, there is nothing to choose."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self._acts: tuple[TakeReadings, ...] = ()
        self.setAccessibleName("the floor as read for another car")
        self.activated.connect(self._take)
        bridge.listen(self, to=Part.CAR | Part.GARAGE, then=self._show)

    def _show(self) -> None:
        session = self._bridge.workshop.session
        if session is not None and self._bridge.attempt(lambda: self._read(floors_of_other_cars(session))):
            fill(self, [CHOOSE, *(act.car for act in self._acts)] if self._acts else ["no other car has one"], 0)
            self.setEnabled(bool(self._acts))

    def _read(self, acts: tuple[TakeReadings, ...]) -> None:
        self._acts = acts

    def _take(self, index: int) -> None:
        if index > 0:
            self._bridge.ask_or_complain(self._acts[index - 1])
            self.setCurrentIndex(0)
