"""What was read on a card and the car itself has a place for: the last stage of each reading counts."""

from __future__ import annotations

from anchor_beam.fitting.card import CardView
from anchor_beam.immutable import immutable

Both = tuple[float, float]


@immutable
class ForCar:
    """Left and right, None where it was not read: hub to arch, link lengths [m], toe and camber [rad]."""

    heights: Both | None
    links: Both | None
    toe: Both | None
    camber: Both | None

    @property
    def words(self) -> tuple[str, ...]:
        """What there is."""
        named = {"ride heights": self.heights, "link lengths": self.links, "toe": self.toe, "camber": self.camber}
        return tuple(name for name, read in named.items() if read is not None)


def for_car(seen: CardView) -> ForCar:
    """The readings of a card."""
    found: dict[str, Both] = {}
    for each in seen.steps:
        for asked in each.checks:
            left, right = asked.values if asked.check.reading else (None, None)
            if left is not None and right is not None:
                found[asked.key] = (left, right)
    return ForCar(found.get("R1"), found.get("R2"), found.get("R3"), found.get("R4"))
