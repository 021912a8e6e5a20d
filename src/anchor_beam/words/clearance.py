"""Gaps in words."""

from __future__ import annotations

from anchor_beam.units.kinds import DEG, Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.links import handle_words

HEADS = ("around the bar", "moves with", "needs", "gap", "where")
EMPTY = "Nothing is entered yet. Measure from the bar's pivot axis at the middle of the car: ahead, to the left, up."
HOT_SOFT = "A hot pipe and a soft line need room for heat and for wear, beyond what is free when cold."
STANDING = "It lies inside the bar as the car stands: measure it again."
NO_LINKS = "Nothing can be said while the links do not reach."


def gap_words(gap: float, spread: float, units: System) -> str:
    """`9.4 mm ± 3.0`; below zero it touches."""
    band = show(spread, Kind.FINE_LENGTH, units).number
    if gap <= 0.0:
        return f"touches, {show(-gap, Kind.FINE_LENGTH, units)} deep ± {band}"
    return f"{show(gap, Kind.FINE_LENGTH, units)} ± {band}"


def where_words(part: str, way: str, handle: float, lock: float, units: System) -> str:
    """`left link, both 60 mm down, wheels to the left`."""
    said = f"{part}, {handle_words(way, handle, units)}"
    if abs(lock) < 0.5 * DEG:
        return said
    return f"{said}, steered to the {'left' if lock > 0.0 else 'right'}"


def verdict(gap: float, spread: float, least: float, *, measured: bool) -> str:
    """What the gap means: enough, unsure within the band, or too little; nothing while the place is a guess."""
    if not measured:
        return "measure it"
    if gap - 2.0 * spread >= least:
        return "enough"
    return "too little" if gap < least else "check"


BRACKET = 0.010  # m that a spacer or a moved bracket moves the bar, in what is tried


def moved(what: str, units: System) -> str:
    """A change with how far it moves the bar: `the bar 10 mm lower`."""
    return what.replace("{}", _bracket(units))


def _bracket(units: System) -> str:
    return str(show(BRACKET, Kind.FINE_LENGTH, units, decimals=0 if units is System.METRIC else None)).replace(
        "\u00a0", " "
    )


def mend_words(name: str, mends: tuple[tuple[str, float], ...], units: System) -> str:
    """`The tightest is “exhaust”. What would change its gap: hole 3 +4.0 mm.`; mends: what, and how much wider it is [m]."""
    known = [
        f"{moved(what, units)} {show(more, Kind.FINE_LENGTH, units, sign=True)}"
        for what, more in mends
        if abs(more) >= 5e-4
    ]
    if not known:
        return f"The tightest is “{name}”; no other hole, and no place of the bar within {_bracket(units)}, changes that."
    return f"The tightest is “{name}”. What would change its gap: {', '.join(known)}."


def datum_words(what: str, side: str | None) -> str:
    """`left bushing`, `bar's middle`."""
    return what if side is None else f"{side} {what}"


def how_to_read(held_to: str) -> str:
    """Which ways the tape goes."""
    return (
        f"Tape held to the {held_to}: ahead to the front, left to the car's left, up; square to the car, signs count."
    )
