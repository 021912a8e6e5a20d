"""What becomes of edits that are not on the disk, asked before they would be lost."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.widgets.sheet import Sheet
from anchor_beam.session.outcome import Unsaved
from anchor_beam.words import faults


class UnsavedSheet(Sheet):
    """Try again, write the car to a file, go on without them, or stay."""

    def __init__(self, bridge: Bridge, files: Files, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self._bridge = bridge
        self._then: Callable[[], object] = window.close
        self.again = self.button("Try again")
        self.file = self.button("Write this car to a file…")
        self.without = self.button("Go on without them")
        self.stay = self.button("Stay")
        self.again.clicked.connect(self._try_again)
        self.file.clicked.connect(files.export_car)
        self.without.clicked.connect(self._go_on)
        self.stay.clicked.connect(self.hide)

    def ask(self, then: Callable[[], object]) -> None:
        """Ask before `then`, which would lose them."""
        self._then = then
        self._show()

    def _show(self) -> None:
        session = self._bridge.workshop.session
        if session is None or not isinstance(session.outcome, Unsaved):
            self._go_on()
            return
        acts = session.outcome.acts
        count = "1 edit is" if len(acts) == 1 else f"{len(acts)} edits are"
        listed = "\n".join(f"– {act}" for act in acts)
        lines = f"{faults.sentence(session.outcome.why, self._bridge.units)}\n{listed}"
        self.show_lines(f"{session.file.car.name}: {count} not on the disk", lines, self.again)

    def _try_again(self) -> None:
        self._bridge.attempt(self._bridge.workshop.save_again)
        self._show()

    def _go_on(self) -> None:
        self.hide()
        self._then()
