"""Photos pinned to the step in hand: they stand among those of the car under the name of card and step."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.car.photos import PhotoPanel
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.widgets.photo_in import PhotoIn
from anchor_beam.fitting.card import pin_title, pinned
from anchor_beam.session.workshop import Part


class Pins(QWidget):
    """A button that takes one, and one for each that is there."""

    def __init__(self, bridge: Bridge, files: Files, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._files, self._hand = bridge, files, hand
        self._in = PhotoIn(bridge, files, self)
        self.view: PhotoPanel | None = None
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(0, 0, 0, 0)
        self.add = QPushButton("Photo…")
        self.add.setAccessibleName("pin a photo to this step")
        self.add.clicked.connect(self._ask)
        self._row.addWidget(self.add)
        self.looks: dict[str, QPushButton] = {}
        hand.changed.connect(self._show)
        bridge.listen(self, to=Part.READINGS, then=self._show)

    def _show(self) -> None:
        card, at = self._hand.card, self._hand.at
        titles = () if card is None or at is None else pinned(self._bridge.workshop.photos.titles, card, at.step)
        if tuple(self.looks) == titles:
            return
        for button in self.looks.values():
            button.hide()
            button.deleteLater()
        self.looks = {}
        for i, title in enumerate(titles, start=1):
            button = QPushButton(f"look at {i}")
            button.setAccessibleName(f"look at the photo: {title}")
            button.clicked.connect(partial(self._look, title))
            self.looks[title] = button
            self._row.addWidget(button)

    def _ask(self) -> None:
        if self._hand.at is not None:
            self._files.photo_in(self.photo_from)

    def photo_from(self, path: Path) -> None:
        """Pin a photo from a file."""
        card, at = self._hand.card, self._hand.at
        if card is not None and at is not None:
            title = pin_title(self._bridge.workshop.photos.titles, card, at.step)
            self._in.take(path, title, lambda _content: self._show())

    def _look(self, title: str) -> None:
        found: list[bytes | None] = []
        read = self._bridge.workshop.photos.read
        if self._bridge.attempt(lambda: found.append(read(title))) and found[0] is not None:
            self.view = self.view or PhotoPanel(self._bridge, self.window())
            self.view.show_photo(title, found[0], self.looks[title])
