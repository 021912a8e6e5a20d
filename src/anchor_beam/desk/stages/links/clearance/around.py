"""What is known of the gaps around the bar of one axle, and which thing is in hand: strip and drawings share it."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal

from anchor_beam.core.sides import Axle
from anchor_beam.drawings.obstacles import ShownObstacle
from anchor_beam.figures.clearance import Gap, Mend
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.shown_obstacles import shown_obstacles
from anchor_beam.figures.travelling import Travelling


class Around(QObject):
    """gaps: by name, as they were worked out last."""

    changed = Signal()

    def __init__(self, axle: Axle) -> None:
        super().__init__()
        self._axle = axle
        self.gaps: dict[str, Gap] = {}
        self.mends: tuple[Mend, ...] = ()
        self.in_hand = ""
        self.looked_at = False  # the drawings show what lies around while the strip about it is open

    def take(self, gaps: tuple[Gap, ...], mends: tuple[Mend, ...]) -> None:
        """What was worked out, the tightest first."""
        self.gaps, self.mends = {gap.obstacle.name: gap for gap in gaps}, mends
        self.changed.emit()

    def look(self, on: bool) -> None:
        """Show it in the drawings, or leave them to the links."""
        if on is not self.looked_at:
            self.looked_at = on
            self.changed.emit()

    def hold(self, name: str) -> None:
        """Take one thing in hand, none for an empty name."""
        if name != self.in_hand:
            self.in_hand = name
            self.changed.emit()

    def shown(self, shown: Picture, moving: Travelling, at: int) -> tuple[ShownObstacle, ...]:
        """For the drawings, in a pose."""
        if not self.looked_at:
            return ()
        return shown_obstacles(shown.file, self._axle, self.gaps, self.in_hand, moving, at)
