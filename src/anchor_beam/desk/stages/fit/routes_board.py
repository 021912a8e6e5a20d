"""Ways to do the job of the card, side by side; one of them can be taken."""

from __future__ import annotations

from PySide6.QtWidgets import QPushButton

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.scrolled import ScrolledBoard
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.documents.job import Job
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.fitting.card import brought_up_to_date
from anchor_beam.fitting.routes import Route, routes
from anchor_beam.words.fitting import FASTER_IS_NOT_BETTER, from_to, ruled_out

HEADS = ("way", "time", "steps", "hands", "alignment after", "cannot be taken back", "")


class RoutesBoard(ScrolledBoard):
    """A line for each way, that of the card first."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._hand = bridge, hand
        self._grid = self.lines(16, 8)
        self._grid.setColumnStretch(5, 1)
        self.said = self.label(FASTER_IS_NOT_BETTER, soft=True)
        self.said.setWordWrap(True)
        self.column.addWidget(self.said)
        self.found: tuple[Route, ...] = ()
        self.take: list[QPushButton] = []
        hand.tell(self, self._show)

    def _show(self) -> None:
        card = self._hand.card
        found = () if card is None else routes(card.job)
        if found == self.found:
            return
        self.found, self.take = found, []
        empty(self._grid)
        for i, head in enumerate(HEADS if found else ()):
            self._grid.addWidget(self.label(head, soft=True), 0, i)
        for row, route in enumerate(found, start=1):
            self._line(row, route)

    def _line(self, row: int, route: Route) -> None:
        never = ruled_out(route.ruled_out)
        for_good = "; ".join(route.for_good) or "nothing"
        texts = (
            route.name, from_to(*route.minutes), str(route.steps), str(route.hands), "yes" if route.aligned else "no",
            f"{for_good}. {never}" if never else for_good,
        )  # fmt: skip
        for i, text in enumerate(texts):
            label = self.label(text, Size.NORMAL)
            label.setWordWrap(i == len(texts) - 1)
            if i == len(texts) - 1 and (route.for_good or never):
                label.setStyleSheet(in_tone(Tone.WARNING))
            self._grid.addWidget(label, row, i)
        if row == 1:
            self._grid.addWidget(self.label("on the card", soft=True), row, len(texts))
            return
        button = QPushButton("take it")
        button.setAccessibleName(f"take the way: {route.name}")
        button.clicked.connect(lambda _=False, job=route.job: self._take(job))
        self.take.append(button)
        self._grid.addWidget(button, row, len(texts))

    def _take(self, job: Job) -> None:
        problem = self._hand.change(lambda card: brought_up_to_date(card, job), "Another way",
                                    "its steps follow; what was done stays where the step does.")  # fmt: skip
        if problem is not None:
            self._bridge.complain(problem)
