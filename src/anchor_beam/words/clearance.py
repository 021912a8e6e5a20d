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


def mend_words(name: str, mends: tuple[tuple[str, float], ...], units: System) -> str:
    """`The tightest is “exhaust”. What would change its gap: hole 3 +4.0 mm.`; mends: what, and how much wider it is [m]."""
    known = [f"{what} {show(more, Kind.FINE_LENGTH, units, sign=True)}" for what, more in mends if abs(more) >= 5e-4]
    if not known:
        return f"The tightest is “{name}”; no other hole, and no place of the bar within 10 mm, changes that."
    return f"The tightest is “{name}”. What would change its gap: {', '.join(known)}."
