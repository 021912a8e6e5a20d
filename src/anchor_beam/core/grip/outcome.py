"""How the limits of a car end: an axle slides, or the car tips over before."""

from __future__ import annotations

import math
from enum import Enum

from anchor_beam.core.sides import Axle
from anchor_beam.immutable import immutable


class Outcome(Enum):
    """How a limit ends: the axle slides, the car tips while it still holds, neither up to the end of the search, or there is
    no steady state at all. Ordered as here."""

    SLIDES = "slides"
    BEYOND = "beyond"
    TIPS = "tips"
    LOST = "lost"

    def __lt__(self, other: Outcome) -> bool:
        return list(Outcome).index(self) < list(Outcome).index(other)


@immutable
class Ending:
    """How the limits of front and rear end in a phase, and where [m/s^2], NaN where nothing ends."""

    front: Outcome
    rear: Outcome
    front_at: float
    rear_at: float

    @property
    def slides_first(self) -> tuple[Axle, float] | None:
        """The axle that slides before anything else happens, and where [m/s^2]; None where none does."""
        ends = [(self.front_at, Axle.FRONT, self.front), (self.rear_at, Axle.REAR, self.rear)]
        at, axle, how = min((end for end in ends if math.isfinite(end[0])), default=(0.0, Axle.FRONT, Outcome.LOST))
        return (axle, at) if how is Outcome.SLIDES else None

    @property
    def tips_at(self) -> float | None:
        """Lateral acceleration beyond which the car has no steady state [m/s^2]; None where it slides before."""
        at = [at for at, how in ((self.front_at, self.front), (self.rear_at, self.rear)) if how is Outcome.TIPS]
        return min(at, default=None)
