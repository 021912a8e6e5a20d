"""A photo on its way into the garage: read, hashed and written beside the window's own work."""

from __future__ import annotations

import threading
from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import QObject, Signal
from shiboken6 import isValid

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.documents.bounds import PHOTO, read_bytes
from anchor_beam.errors import AnchorBeamError, DocumentError
from anchor_beam.session.exchange import explain
from anchor_beam.session.photos import media_type
from anchor_beam.words import faults

Kept = Callable[[bytes], None]


class PhotoIn(QObject):
    """One at a time; a car that was put away meanwhile gets nothing."""

    _done = Signal(object)  # what is left to do in the window

    def __init__(self, bridge: Bridge, files: Files, parent: QObject) -> None:
        super().__init__(parent)
        self._bridge, self._files = bridge, files
        self._done.connect(lambda act: act())

    def take(self, path: Path, title: str, then: Kept) -> None:
        """Keep a photo from a file under a title, and go on with its bytes."""
        workshop, car = self._bridge.workshop, self._bridge.workshop.car
        blobs = workshop.garage.blobs

        def work() -> None:
            try:
                content = read_bytes(path, PHOTO, path.name)
                sort = media_type(content)
                act = partial(self._keep, car, title, sort, blobs.keep_beside(content), content, then)
            except OSError as problem:
                act = partial(
                    self._files.problems.open, path.name, f"The file could not be read: {problem.strerror}."
                )
            except DocumentError as problem:
                act = partial(self._files.problems.open, path.name, explain(problem))
            except AnchorBeamError as problem:
                act = partial(self._files.problems.open, path.name, faults.sentence(problem, self._bridge.units))
            if isValid(self):  # the window may have been closed meanwhile
                self._done.emit(act)

        threading.Thread(target=work, daemon=True).start()

    def _keep(self, car: int | None, title: str, sort: str, blob: str, content: bytes, then: Kept) -> None:
        workshop = self._bridge.workshop
        if workshop.car == car and self._bridge.attempt(lambda: workshop.photos.keep(title, sort, blob)):
            then(content)
