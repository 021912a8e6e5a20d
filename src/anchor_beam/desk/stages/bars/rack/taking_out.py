"""Taking something out of the rack: asked first where a setting or a job card has it, with their names."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from PySide6.QtWidgets import QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.sheet import Sheet
from anchor_beam.documents.parts.facts import Fitting
from anchor_beam.documents.records import BarRecord
from anchor_beam.figures.rack.users import users_of
from anchor_beam.words.rack import in_use


class TakingOut(Sheet):
    """Does it at once where nobody has the part on."""

    def __init__(self, bridge: Bridge, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self._bridge = bridge
        self._then: Callable[[], object] = lambda: None
        self.take_out, self.leave = self.button("Take it out"), self.button("Leave it")
        self.take_out.clicked.connect(self._go)
        self.leave.clicked.connect(self.hide)

    def ask(self, name: str, parts: Iterable[BarRecord | Fitting], then: Callable[[], object]) -> None:
        """Take it out by `then`, once nobody minds."""
        shown = self._bridge.picture
        cards = (card for _, card in self._bridge.workshop.cards.all)
        users = () if shown is None else users_of(shown.file, parts, cards)
        self._then = then
        if users:
            self.show_lines(f"“{name}” is in use", in_use(users), self.leave)
        else:
            then()

    def _go(self) -> None:
        self.hide()
        self._then()
