"""What was read on a card and the car itself has a place for: the last stage of each reading counts."""

from __future__ import annotations

from anchor_beam.documents.job_card import JobCard
from anchor_beam.fitting.asked import asked_at
from anchor_beam.fitting.card import steps_in_order
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


def for_car(card: JobCard) -> ForCar:
    """The readings of a card."""
    found: dict[str, Both] = {}
    for step in steps_in_order(card):
        for asked in asked_at(card, step):
            numbers = [card.values[key].value for key in asked.keys if key in card.values]
            if asked.check.reading and len(numbers) == 2:
                found[asked.key] = (numbers[0], numbers[1])
    return ForCar(found.get("R1"), found.get("R2"), found.get("R3"), found.get("R4"))
