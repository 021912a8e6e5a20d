"""What is said about a maker's claim."""

from __future__ import annotations

from anchor_beam.core.bar.claim import (
    HARDEST,
    NEAR_A_HOLE,
    NEAR_DIAMETER,
    SOFTEST,
    THINNEST,
    Assumption,
    Backwards,
    Checked,
    Turned,
    Verdict,
)
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

COUNTED = {
    Assumption.AS_FITTED: "rate at the bar's end, each bar in its own bushings",
    Assumption.RIGID: "the same in bushings that do not give",
    Assumption.WITH_LINKS: "the same with the links in line",
    Assumption.TWIST: "for each degree of twist; levers left out",
    Assumption.SECTION: "as if length and arms were the same",
    Assumption.FOURTH_POWER: "the same, and both bars solid",
}
ONLY = {
    Assumption.AS_FITTED: "as fitted", Assumption.RIGID: "in rigid bushings",
    Assumption.WITH_LINKS: "with the give of the links", Assumption.TWIST: "as torque per twist",
    Assumption.SECTION: "by diameter and wall alone", Assumption.FOURTH_POWER: "by diameter to the fourth",
}  # fmt: skip
KIND = {
    Turned.WALL: Kind.DIAMETER, Turned.HOLE: Kind.FINE_LENGTH, Turned.STANDARD: Kind.DIAMETER, Turned.BUSHING: Kind.RATE,
}  # fmt: skip
NEEDS = {
    Turned.WALL: "a wall of", Turned.HOLE: "a hole at", Turned.STANDARD: "a standard bar of",
    Turned.BUSHING: "its bushings of",
}  # fmt: skip
TRUE_WITH = "It would be true with"  # a heading; what is believable stands bold
BELIEVABLY = "bold where that is believable:"


def verdict_words(found: Checked) -> str:
    """The verdict in one sentence."""
    many = len(found.ratios) > 1
    if found.verdict is Verdict.TRUE:
        return "True, at every hole." if many else "True."
    if found.verdict is Verdict.NOT_POSSIBLE:
        return "Not possible with these two bars."
    where: dict[Assumption, list[int]] = {}
    for assumption, at in found.holds:
        where.setdefault(assumption, []).append(at)
    if not where:
        return "Not true as measured. What would have to be otherwise stands below."
    parts = [ONLY[assumption] + _at(holes, len(found.ratios)) for assumption, holes in where.items()]
    return f"True only {', or '.join(parts)}."


def _at(holes: list[int], of: int) -> str:
    """` at holes 1 and 3`; nothing where it is all of them."""
    if len(holes) == of:
        return ""
    numbers = " and ".join(str(at + 1) for at in holes)
    return f" at {'hole' if len(holes) == 1 else 'holes'} {numbers}"


def believable(what: Turned, units: System) -> str:
    """Which values are."""
    match what:
        case Turned.WALL:
            return f"{show(THINNEST, Kind.DIAMETER, units)} or more, and a fourteenth of the diameter"
        case Turned.HOLE:
            return f"from the end of the arm; within {show(NEAR_A_HOLE, Kind.FINE_LENGTH, units)} of those drilled"
        case Turned.STANDARD:
            return f"within {show(NEAR_DIAMETER, Kind.DIAMETER, units)}: another variant, or paint"
        case Turned.BUSHING:
            soft, hard = (show(at, Kind.RATE, units) for at in (SOFTEST, HARDEST))
            return f"from soft rubber, {soft}, to hard plastic, {hard}"


def way_words(way: Backwards, units: System) -> str:
    """The value, or that there is none."""
    return "none" if way.value is None else str(show(way.value, KIND[way.what], units))
