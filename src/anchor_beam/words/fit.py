"""Whether a part fits a car, in words."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.sides import Axle
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark, verbatim


class Fit(StrEnum):
    """In a word, the best first."""

    FITS = "fits"
    WORK = "with work"
    UNKNOWN = "cannot tell"
    NO = "does not fit"


class Cause(StrEnum):
    """What a part may fail at, as it is counted."""

    AXLE = "are for the other axle"
    CAR = "are made for other cars"
    EXHAUST = "do not go with the exhaust"
    TYRE = "do not go with the tyre"
    MOUNT = "sit elsewhere"
    SIZE = "have the wrong size"
    RULES = "would change an end that stays"
    WORK = "ask for work that you will not do"
    BUDGET = "cost too much"
    HOURS = "take too long"


def other_axle(axle: Axle) -> Remark:
    """It is for the other end of the car."""
    return Remark(f"It is made for the {axle} axle.")


def not_made_for(of: str, wanted: tuple[str, ...], has: str) -> Remark:
    """Platform, variant or frame."""
    return Remark(f"Made for {_either(wanted)}; the {of} of this car is {verbatim(has)}.")


def not_entered(of: str, wanted: tuple[str, ...]) -> Remark:
    """What the car has is not known."""
    return Remark(f"Made for {_either(wanted)}; the {of} of this car is not entered.")


def sister(platform: str, what: str) -> Remark:
    """It fits what it was not made for."""
    return Remark(f"Fits {verbatim(platform)} with: {verbatim(what)}.")


def exhaust(ruled_out: str) -> Remark:
    """The exhaust is in its way."""
    return Remark(f"Does not go with the exhaust “{verbatim(ruled_out)}”.")


def tyre(width: float, most: float) -> Remark:
    """The tyre is in its way."""
    return Remark("The tyre is {} wide, and {} is the most beside it.", ((width, Kind.LENGTH), (most, Kind.LENGTH)))


def tyre_unknown(most: float) -> Remark:
    """Nobody entered how wide the tyre is."""
    return Remark("No tyre wider than {}; its width is not entered.", ((most, Kind.LENGTH),))


def spacing(part: float, car: float) -> Remark:
    """Bushings sit elsewhere than those of the bar on the car."""
    return Remark(
        "Its bushings sit {} apart, those on the car {}: the brackets move.",
        ((part, Kind.LENGTH), (car, Kind.LENGTH)),
    )


def needs(brackets: str) -> Remark:
    """Brackets or bracing that it needs."""
    return Remark(f"Needs {verbatim(brackets)}.")


def asks_for(work: tuple[str, ...], wont: tuple[str, ...]) -> Remark:
    """Work that fitting it is; wont: that of it which is ruled out under Aim."""
    said = f"You would have to {_all(work)}"
    return Remark(f"{said}, and you will not {_either(wont)}." if wont else f"{said}.")


def end_stays(axle: Axle) -> Remark:
    """Class rules leave this end as it is."""
    return Remark(f"The {axle} end stays as it is, by your rules.")


def too_dear(price: float, most: float, currency: str) -> Remark:
    """Over the budget."""
    return Remark(f"{price:g} {verbatim(currency)}s are more than the {most:g} that you want to pay.")


def too_long(hours: float, most: float) -> Remark:
    """Over the hours."""
    return Remark(f"{hours:g} hours are more than the {most:g} that you want to work.")


def bore(part: float, bar: float) -> Remark:
    """Bushings for another bar."""
    return Remark("Its bore is {}, the bar is {}.", ((part, Kind.DIAMETER), (bar, Kind.DIAMETER)))


def link_range(length: float, shortest: float, longest: float) -> Remark:
    """A link that cannot be as long as that on the car."""
    values = tuple((value, Kind.FINE_LENGTH) for value in (length, shortest, longest))
    if shortest == longest:
        return Remark("The link on the car is {} long, this one is {}.", values[:2])
    return Remark("The link on the car is {} long, this one goes from {} to {}.", values)


def no_links(ends: str) -> Remark:
    """A bar whose ends are fixed."""
    return Remark(f"Its ends are fixed straight to the {ends}, without links.")


def _either(words: tuple[str, ...]) -> str:
    return " or ".join(filter(None, (", ".join(map(verbatim, words[:-1])), verbatim(words[-1]))))


def _all(words: tuple[str, ...]) -> str:
    return " and ".join(filter(None, (", ".join(words[:-1]), words[-1])))
