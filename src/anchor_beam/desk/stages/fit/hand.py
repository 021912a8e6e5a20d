"""Which card and which step are in hand: looked at, never kept. The views of the stage share it."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.documents.job_card import JobCard
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.fitting.card import CardStep, CardView, view


class InHand(QObject):
    """card, view: as they stand; None without a card. step: the id of the one that is looked at."""

    changed = Signal()
    looked = Signal()  # at another board: what stands on it is shown anew
    note_wanted = Signal()  # a step was held that a note would let go

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self.document: int | None = None
        self.card: JobCard | None = None
        self.view: CardView | None = None
        self.step = ""
        self._known: dict[int, JobCard] = {}

    def tell(self, view: QWidget, show: Callable[[], None]) -> None:
        """Have a view shown anew when something changes while somebody looks at it; its board says when it is looked at."""
        for told in (self.changed, self.looked):
            told.connect(lambda: show() if view.isVisible() else None)

    @property
    def at(self) -> CardStep | None:
        """The step in hand."""
        if self.view is None:
            return None
        return next((each for each in self.view.steps if each.step.id == self.step), None)

    def refresh(self) -> None:
        """Read the cards of the car anew; the one in hand stays, else the last one is taken."""
        self._read()
        self.changed.emit()

    def _read(self) -> None:
        known = self._known = dict(self._bridge.workshop.cards.all)
        if self.document not in known:
            self.document, self.step = (max(known), "") if known else (None, "")
        self.card = None if self.document is None else known[self.document]
        self.view = None if self.card is None else view(self.card)
        if self.view is not None and self.at is None:
            first = self.view.next or self.view.steps[0]
            self.step = first.step.id

    def keep_up(self) -> None:
        """Read the cards anew where one of them says something else: an act of another window, undo, redo."""
        if dict(self._bridge.workshop.cards.all) != self._known:
            self.refresh()

    def take(self, document: int | None) -> None:
        """Take another card in hand."""
        self.document, self.step = document, ""
        self.refresh()

    def look_at(self, step: str) -> None:
        """Look at a step."""
        if step != self.step:
            self.step = step
            self.changed.emit()

    def go(self, by: int) -> None:
        """Look at a neighbour."""
        if self.view is not None and self.at is not None:
            at = min(max(self.at.number - 1 + by, 0), len(self.view.steps) - 1)
            self.look_at(self.view.steps[at].step.id)

    def change(self, change: Callable[[JobCard], JobCard], said: str, more: str = "") -> AnchorBeamError | None:
        """Say something new on the card in hand; why not."""
        if self.document is None:
            return None
        try:
            self._bridge.workshop.cards.change(self.document, change, said, more)
        except AnchorBeamError as problem:
            return problem
        self.refresh()
        return None

    def note(self, text: str) -> AnchorBeamError | None:
        """Keep a note at the step in hand; why not."""
        step = self.step
        return self.change(lambda card: card.with_note(step, text.strip()), "Note kept")

    def sign(self) -> AnchorBeamError | None:
        """Sign the step in hand off and go to the next that can be done, or take its signature back; why not."""
        cards, at = self._bridge.workshop.cards, self.at
        if self.document is None or at is None:
            return None
        try:
            if at.step.id in (self.card.done if self.card is not None else {}):
                cards.take_back(self.document, at.step.id)
                self.refresh()
                return None
            cards.sign(self.document, at.step.id)
        except AnchorBeamError as problem:
            self._bridge.complain(problem)
            if isinstance(problem, InputError) and problem.place == "note":
                self.note_wanted.emit()
            return problem
        self._read()
        if self.view is not None and self.view.next is not None:
            self.step = self.view.next.step.id
        self.changed.emit()
        return None
