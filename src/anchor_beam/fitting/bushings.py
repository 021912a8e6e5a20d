"""What a bar turns in: what it is greased with and how often, and how it beds in.

A date is set only for kinds that ask for one: grease harms some, and others are packed for life.
"""

from __future__ import annotations

from anchor_beam.documents.job import Bushing
from anchor_beam.immutable import immutable


@immutable
class Care:
    """grease: with what, in words. days: until the next time, None where none is asked. expected: first noises and feel that
    are no fault. judge: when it is judged."""

    grease: str
    days: int | None
    expected: str
    judge: str


AFTER_A_DRIVE = "Judge it after the second drive, warm, once the paint lines were looked at."
CARE: dict[Bushing, Care] = {
    Bushing.NOT_SAID: Care("as its maker says: the kind of bushing is not said on this card", None,
                           "One settling clunk is normal.", AFTER_A_DRIVE),
    Bushing.BONDED: Care("none: the rubber is a spring, grease swells it", None,
                         "It springs back when an arm is moved: that is its rate, not a fault.", AFTER_A_DRIVE),
    Bushing.SPLIT: Care("the maker's soap on the bore when fitted, no oil", None,
                        "A creak for the first miles where it was fitted dry.", AFTER_A_DRIVE),
    Bushing.POLYMER: Care("the kit's silicone grease on bore and flanks, by the fitting until it just shows", 365,
                          "Firmer over small bumps at once. A squeak at walking pace is dry polymer or the wrong grease.",
                          "Judge handling after a hundred kilometres, when the flanks have bedded in."),
    Bushing.DRY_FILM: Care("none: grease lifts the film", None, "Free from the first metre, no noise at all.", AFTER_A_DRIVE),
    Bushing.NEEDLE: Care("none: packed for life, a torn seal is a new bearing", None, "Silent; any click is play.",
                         AFTER_A_DRIVE),
    Bushing.BRONZE: Care("a pump of grease", 90, "A dry bush is heard before it is felt.", AFTER_A_DRIVE),
    Bushing.SPHERICAL: Care("none: dry, grease holds grit", None,
                            "More is heard of the road: that is no fault; a knock on small bumps is.", AFTER_A_DRIVE),
}  # fmt: skip
