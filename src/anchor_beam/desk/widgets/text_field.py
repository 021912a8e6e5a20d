"""A line of text over a place that holds a name or a description."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.documents.places import read
from anchor_beam.session.edits import Choose
from anchor_beam.session.workshop import Part


class TextField(BenchLine):
    """Enter or leaving the field sets it, Escape restores it."""

    def __init__(self, bridge: Bridge, place: str, name: str) -> None:
        super().__init__()
        self._bridge, self._place = bridge, place
        self.setAccessibleName(name)
        self.setMaxLength(80)
        self.editingFinished.connect(self._commit)
        bridge.listen(self, to=Part.CAR | Part.SETTING, then=self._show)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.setModified(False)
            self._show()
        else:
            super().keyPressEvent(event)

    def _commit(self) -> None:
        if self.isModified():
            self.setModified(False)
            self._bridge.ask_or_complain(Choose(self._place, self.text().strip()))
            self._show()

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None and not self.isModified() and self.text() != (name := read(shown.file, self._place)):
            self.setText(name)
            self.setCursorPosition(0)
