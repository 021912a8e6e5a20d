"""Garbage is collected while nobody waits: a full round in the middle of an act would hold the window up."""

from __future__ import annotations

import gc
from collections.abc import Callable

from PySide6.QtCore import QObject, QTimer

LOOK = 150  # ms between two looks whether nobody waits
ROUNDS = 1  # collection of the middle generation after which a full one is worth it
NEVER = 1_000_000  # collections after which Python would do a full round by itself


class Tidy(QObject):
    """What is in use after a round is set apart, so that the next one stays short."""

    def __init__(self, at_rest: Callable[[], bool], parent: QObject | None = None) -> None:
        """at_rest: whether nothing is under way."""
        super().__init__(parent)
        self._at_rest = at_rest
        young, middle, _ = gc.get_threshold()
        gc.set_threshold(young, middle, NEVER)
        gc.freeze()
        gc.enable()
        timer = QTimer(self)
        timer.setInterval(LOOK)
        timer.timeout.connect(self.look)
        timer.start()

    def look(self) -> None:
        """Do a round if there is something to tidy and nobody waits."""
        if gc.get_count()[2] >= ROUNDS and self._at_rest():
            gc.collect()
            gc.freeze()
