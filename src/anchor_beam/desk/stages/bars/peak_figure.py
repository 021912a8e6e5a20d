"""The peak stress in the panel of a bar: worked out by a job, since it takes longer than a step of a drag may."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.result_figure import RowFigure
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.figures.ends import EndResult
from anchor_beam.figures.rows import Reading, Row
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.workshop import Part
from anchor_beam.units.show import Shown
from anchor_beam.words import faults


class PeakFigure(RowFigure):
    """Peak stress of the bar, bends counted. It takes longer than a drag may, so it follows when the hands rest.

    caution: stands below it where the figure is less sure.
    """

    def __init__(self, bridge: Bridge, row: Row, axle: Axle) -> None:
        super().__init__(bridge, row)
        self._axle = axle
        self._asked: list[EndResult] = []
        self.caution = Caution(bridge.theme)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)

    def _ends(self) -> list[EndResult]:
        """Of the setting on the bench and of the reference."""
        shown = self._bridge.picture
        settings = () if shown is None else (shown.now, shown.reference)
        return [at.end(axle) for at in settings if at is not None for axle in Axle]

    def _show(self) -> None:
        """Nothing until the job is done: reading the row before would work it out here."""
        shown = self._bridge.picture
        known = shown is not None and all(end.peak_known for end in self._ends())
        self.caution.say(shown.now.end(self._axle).peak.caution if shown is not None and known else None)
        if known:
            super()._show()
        else:
            self.set_reading(Reading(str(self.row.label), Shown("", "…"), why="Being worked out."))

    def _wanted(self) -> Request | None:
        self._asked = [end for end in self._ends() if not end.peak_known]
        if not self._asked:
            return None
        from anchor_beam.jobs.tasks import PeaksOf

        return PeaksOf(tuple((end.bar.bar, end.end.hole_left, end.end.hole_right) for end in self._asked))

    def _take(self, answer: Answer | None) -> None:
        if isinstance(answer, Done):
            for end, peak in zip(self._asked, answer.value, strict=True):
                end.take_peak(peak)
        if isinstance(answer, Failed):
            self.set_reading(
                Reading(str(self.row.label), Shown("", "–"), why=faults.sentence(answer.problem, self._bridge.units))
            )
        else:
            self._show()
