"""What the car should do beside its balance: constraints as the user puts them, and what cannot be done to the car.

A constraint that nothing can compute yet is kept and says so; it rules nothing out in silence.
"""

from __future__ import annotations

from functools import lru_cache

from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle
from anchor_beam.documents.inputs import Around, Enters, Figure, Provenance, fields_of, quantity
from anchor_beam.documents.recorded import record
from anchor_beam.units.kinds import G, Kind
from anchor_beam.words.wanted import MayChange, Wish, Work


@record
class AimRecord:
    """may_change: ends that the class leaves free. asked: the constraints that count. wont: work that is out of the question.
    currency: what money is called."""

    may_change: MayChange
    asked: tuple[Wish, ...]
    wont: tuple[Work, ...]
    currency: str
    inside_down: Figure = quantity(
        Kind.ACCELERATION, "Inside wheel stays down to", (0.1 * G, 3.0 * G), (0.5 * G, 1.4 * G),
        "No inside wheel leaves the ground below this lateral acceleration, on the road as it is chosen.",
        enters=Enters.NOTHING, later=lambda _at: 0.9,
    )  # fmt: skip
    link_load: Figure = quantity(
        Kind.FORCE, "Most force in a link", (100.0, 50_000.0), (800.0, 8000.0),
        "Rating of the weakest of link, bracket and bolt; the maker's figure.", enters=Enters.NOTHING,
        later=lambda _at: 3000.0,
    )  # fmt: skip
    harshness: Figure = quantity(
        Kind.PERCENT, "Stiffer over one bump by", (0.0, 200.0), (5.0, 60.0),
        "What the bar may add to the wheel rate where one wheel alone goes over a bump.", enters=Enters.NOTHING,
        later=lambda _at: 40.0,
    )  # fmt: skip
    tyre_clears: Figure = quantity(
        Kind.ACCELERATION, "Tyre clears the body up to", (0.1 * G, 3.0 * G), (0.5 * G, 1.4 * G),
        "The outside tyre stays clear of arch and liner up to this lateral acceleration.", enters=Enters.NOTHING,
        later=lambda _at: 1.0,
    )  # fmt: skip
    budget: Figure = quantity(
        Kind.COUNT, "No more money than", (0.0, 1e7), (50.0, 2000.0), "For parts, in your currency.", enters=Enters.NOTHING,
        later=lambda _at: 400.0,
    )  # fmt: skip
    hours: Figure = quantity(
        Kind.COUNT, "No more hours than", (0.0, 1000.0), (1.0, 20.0), "Of work on the car.", enters=Enters.NOTHING,
        later=lambda _at: 6.0,
    )  # fmt: skip

    @property
    def free(self) -> tuple[Axle, ...]:
        """The ends that may change."""
        return {MayChange.FRONT: (Axle.FRONT,), MayChange.REAR: (Axle.REAR,)}.get(self.may_change, tuple(Axle))

    def figure(self, wish: Wish) -> Figure:
        """The figure of a constraint."""
        found: Figure = getattr(self, wish.value)
        return found


@lru_cache(maxsize=1)
def usual_aim() -> AimRecord:
    """What stands there until somebody says what he wants: nothing is asked for."""
    around = Around(TyreKind.STREET)
    figures = {
        field.name: Figure(field.later(around) * field.scale, Provenance.MEASURED)
        for field in fields_of(AimRecord)
        if field.later is not None
    }
    return AimRecord(MayChange.BOTH, (), (), "mark", **figures)
