"""What a setting is warned of: the figure, the reason, and what would lift it."""

from __future__ import annotations

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.words.phases import LONG
from anchor_beam.words.remark import Remark


@immutable
class Warned:
    """In a word, with its figure and reason, and what would lift it."""

    title: str
    reason: Remark
    lifts: Remark

    def said(self, units: System) -> str:
        """In units."""
        return f"{self.title}. {self.reason.said(units)} {self.lifts.said(units)}"


def one_end(axle: Axle, against: str, change: float, sigma: float, other: float | None) -> Warned:
    """Only one axle's bar differs from the reference; other: what the other one's stiffness would have to be multiplied by to
    bring the balance back, None where it cannot."""
    named = against.replace("{", "{{").replace("}", "}}")
    if other is None:
        lifts = Remark(f"The {axle.other} bar cannot bring the old balance back; a smaller step can.")
    else:
        how = "softer" if other < 1.0 else "stiffer"
        lifts = Remark(
            f"A {axle.other} bar {{}} {how} as well would keep the balance and change the roll alone.",
            ((100.0 * abs(other - 1.0), Kind.PERCENT),),
        )
    return Warned(
        "One end alone",
        Remark(
            f"Only the {axle} bar differs from “{named}”. That moves the middle of the corner by {{}}.",
            ((change, Kind.PERCENT),), signed=True, bands=(sigma,),
        ),
        lifts,
    )  # fmt: skip


def wet_turns_it(dry: float, wet: float, cure: tuple[Axle, float] | None) -> Warned:
    """The sign of the balance changes on a wet road. cure: bar, and its stiffness over what it has now, that would keep it
    there; None where neither bar alone does."""
    if cure is None:
        lifts = Remark("Neither bar alone would keep its sign; tyres, camber or the brakes may.")
    else:
        axle, factor = cure
        how = "softer" if factor < 1.0 else "stiffer"
        lifts = Remark(f"A {axle} bar {{}} {how} would keep its sign.", ((100.0 * abs(factor - 1.0), Kind.PERCENT),))
    words = ["push" if margin > 0.0 else "loose" for margin in (dry, wet)]
    return Warned(
        "Turns round in the wet",
        Remark(f"{words[0]} {{}} on a dry road is {words[1]} {{}} on a wet one.".capitalize(),
               ((abs(dry), Kind.PERCENT), (abs(wet), Kind.PERCENT))),
        lifts,
    )  # fmt: skip


def driven_lifts(axle: Axle, lift: float, slides: float) -> Warned:
    """The inside wheel of a driven axle lifts before the tyres slide."""
    return Warned(
        "A driven wheel lifts",
        Remark(
            f"The inside {axle} wheel is off the ground from {{}}, and the car slides at {{}}. In between an open "
            "differential has no drive.",
            ((lift, Kind.ACCELERATION), (slides, Kind.ACCELERATION)),
        ),
        Remark(f"A softer {axle} bar, a stiffer {axle.other} one, or a differential that locks."),
    )


def beyond_use(phase: Phase, axle: Axle, lateral: float, rate: float) -> Warned:
    """A bar that is stiffer than the inside wheel can use."""
    lifts = (
        Remark("No bar changes anything there; springs and track do.") if rate <= 0.0
        else Remark("At most {} at the wheels counts there; a softer bar does the same.", ((rate, Kind.RATE),))
    )  # fmt: skip
    return Warned(
        "Stiffer than it can use",
        Remark(
            f"{LONG[phase][0].upper()}{LONG[phase][1:]}: the inside {axle} wheel is in the air from {{}}.",
            ((lateral, Kind.ACCELERATION),),
        ),
        lifts,
    )


def harsh(axle: Axle, adds: float, spring: float) -> Warned:
    """Over a bump under one wheel the bar adds more than half of the spring."""
    return Warned(
        "Harsh over one bump",
        Remark(f"Under one wheel the {axle} bar adds {{}} to the spring's {{}}.",
               ((adds, Kind.RATE), (spring, Kind.RATE))),
        Remark("A softer bar with stiffer springs rolls as little and rides better over one bump."),
    )  # fmt: skip


def overloaded(axle: Axle, what: str, carries: float, rated: float, wanted: float) -> Warned:
    """A link or a bracket beyond its rating at 1 g."""
    return Warned(
        "Overloaded",
        Remark(f"The {axle} {what} carries {{}} at 1 g and is rated for {{}}.",
               ((carries, Kind.FORCE), (rated, Kind.FORCE))),
        Remark("One that is rated for {} or more, a hole nearer the end of the arm, or a softer bar.",
               ((wanted, Kind.FORCE),)),
    )  # fmt: skip


def cannot_be_set(axle: Axle, side: Side, length: float, shortest: float, longest: float) -> Warned:
    """A link that is said to be as long as it cannot be."""
    spans = ((shortest, Kind.FINE_LENGTH), (longest, Kind.FINE_LENGTH))
    goes = (
        Remark("It is {} long and nothing else.", spans[:1])
        if shortest == longest
        else Remark("It goes from {} to {}.", spans)
    )
    return Warned(
        "The link cannot be that long",
        Remark(f"The {axle} {side} link is set to {{}}. {goes.text}", ((length, Kind.FINE_LENGTH), *goes.values)),
        Remark("A link of another length, or another hole that asks for less."),
    )  # fmt: skip


def yields(axle: Axle, peak: float, limit: float) -> Warned:
    """A bar that stays bent."""
    return Warned(
        "The bar yields",
        Remark(f"The {axle} bar carries {{}} at 1 g, and its steel yields at {{}}: it stays twisted.",
               ((peak, Kind.STRESS), (limit, Kind.STRESS))),
        Remark("A bar of smaller diameter with shorter arms carries less, or one of better steel."),
    )  # fmt: skip


def wears_out(axle: Axle, lasts: str) -> Warned:
    """A bar that does not last at this use."""
    return Warned(
        "The bar wears out",
        Remark(f"The {axle} bar: {lasts[0].lower()}{lasts[1:]}"),
        Remark("Look at its bends for cracks from time to time; a softer hole or a peened surface lasts longer."),
    )  # fmt: skip


NOTHING = "Nothing to warn of with this setting."
NOT_JUDGED = "Links and brackets without a rating, under “strength”, are not judged."
