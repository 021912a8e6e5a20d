"""Where the wheels stand in the drawings of *Links*: looked at, never kept."""

from __future__ import annotations

import math
import time

from PySide6.QtCore import QObject, QTimer, Signal

from anchor_beam.figures.travelling import Moving

FRAME = 16  # ms between two pictures while it plays
PERIOD = 2.4  # s from ride height up, down and back


class Posture(QObject):
    """Which wheels move, and where the handle of their travel stands [m], or of their lock [rad]."""

    moved = Signal()
    changed = Signal()  # which wheels move, how far they can, or whether it plays

    def __init__(self) -> None:
        super().__init__()
        self.way, self.handle = Moving.BOTH, 0.0
        self.low, self.high = -0.06, 0.06
        self._begun = 0.0
        self._timer = QTimer(self)
        self._timer.setInterval(FRAME)
        self._timer.timeout.connect(self._next)

    @property
    def playing(self) -> bool:
        """Whether the wheels move by themselves."""
        return self._timer.isActive()

    def to(self, handle: float) -> None:
        """Move the handle, as far as the travel goes; a hand on it ends the play."""
        self.stop()
        self._stand(handle)

    def choose(self, way: Moving) -> None:
        """Move other wheels."""
        if way is not self.way:
            if Moving.STEER in (way, self.way):
                self.handle = 0.0  # an angle is no travel
            self.way = way
            self.changed.emit()
            self.moved.emit()

    def limit(self, low: float, high: float) -> None:
        """How far the travel goes [m]."""
        if (low, high) != (self.low, self.high):
            self.low, self.high = low, high
            self.changed.emit()
            self._stand(self.handle)

    def play(self) -> None:
        """Let the wheels move up and down, or stop them where they are."""
        if self.playing:
            self.stop()
            return
        self._begun = time.monotonic()
        self._timer.start()
        self.changed.emit()

    def stop(self) -> None:
        """Stand still."""
        if self.playing:
            self._timer.stop()
            self.changed.emit()

    def _next(self) -> None:
        turn = math.sin(2.0 * math.pi * (time.monotonic() - self._begun) / PERIOD)
        self._stand(turn * (self.high if turn > 0.0 else -self.low))

    def _stand(self, handle: float) -> None:
        handle = min(max(handle, self.low), self.high)
        if handle != self.handle:
            self.handle = handle
            self.moved.emit()
