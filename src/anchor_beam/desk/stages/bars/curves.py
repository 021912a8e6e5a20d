"""Roll and handling of the setting on the bench and of its reference, over lateral acceleration."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.chart import ChartStrip
from anchor_beam.drawings.charts import Chart
from anchor_beam.figures.curves import cornering_charts, last_of
from anchor_beam.jobs.request import Answer, Done, Request
from anchor_beam.session.workshop import Part

if TYPE_CHECKING:
    from anchor_beam.core.grip.handling import Handling


class CorneringCurves(ChartStrip):
    """They are worked out by a job; until it is done the curves before stand there."""

    def __init__(self, bridge: Bridge) -> None:
        self._found: tuple[Handling | None, Handling | None] = (None, None)
        super().__init__(bridge, self._made, "cornering")
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)

    def _made(self) -> tuple[Chart, ...]:
        shown = self._bridge.picture
        return () if shown is None else cornering_charts(shown, self._bridge.units, *self._found)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        last = None if shown is None else last_of(shown.now)
        if shown is None or last is None:
            return None
        from anchor_beam.jobs.tasks import HandlingOf

        against = shown.file.reference_setting
        settings = (shown.file.bench,) if against is None else (shown.file.bench, against)
        return HandlingOf(shown.file.car, settings, last)

    def _take(self, answer: Answer | None) -> None:
        found = (*answer.value, None) if isinstance(answer, Done) else (None, None)
        self._found = (found[0], found[1])
        self.refresh()
