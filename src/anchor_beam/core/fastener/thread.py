"""Screw threads by name, metric and unified: which exist, their pitch, and the area that carries.

Source: ISO 261 and ISO 262 (metric), ASME B1.1 (unified coarse and fine); only sizes that cars have.
"""

from __future__ import annotations

import math
import re
from fractions import Fraction

from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

INCH = 0.0254
PITCHES: dict[int, tuple[float, ...]] = {
    4: (0.7,), 5: (0.8,), 6: (1.0,), 7: (1.0,), 8: (1.25, 1.0), 10: (1.5, 1.25, 1.0), 12: (1.75, 1.5, 1.25), 14: (2.0, 1.5),
    16: (2.0, 1.5), 18: (2.5, 2.0, 1.5), 20: (2.5, 2.0, 1.5), 22: (2.5, 2.0, 1.5), 24: (3.0, 2.0),
}  # fmt: skip
"""Pitches of each metric diameter [mm], the coarse one first."""
PER_INCH: dict[Fraction, tuple[int, ...]] = {
    Fraction(1, 4): (20, 28), Fraction(5, 16): (18, 24), Fraction(3, 8): (16, 24), Fraction(7, 16): (14, 20),
    Fraction(1, 2): (13, 20), Fraction(9, 16): (12, 18), Fraction(5, 8): (11, 18), Fraction(3, 4): (10, 16),
}  # fmt: skip
"""Threads per inch of each unified diameter, the coarse one first."""
_METRIC = re.compile(r"m\s*(\d+)(?:\s*[x×]\s*(\d+(?:[.,]\d+)?))?", re.IGNORECASE)
_UNIFIED = re.compile(r"(\d+/\d+)\s*(?:in|\")?\s*[-x× ]\s*(\d+)(?:\s*un[cf])?", re.IGNORECASE)


@immutable
class Thread:
    """diameter and pitch [m]; name as it is written: `M10 x 1.25`, `3/8-24`."""

    name: str
    diameter: float
    pitch: float
    metric: bool = True

    @property
    def stress_area(self) -> float:
        """That carries tension [m^2]. Source: pi/4 (d - 0.9382 p)^2 of ISO 898-1, 0.9743 for unified threads, ASME B1.1."""
        less = 0.9382 if self.metric else 0.9743
        return 0.25 * math.pi * (self.diameter - less * self.pitch) ** 2

    @property
    def tap_drill(self) -> float:
        """Diameter of the hole that is tapped [m]: d - p, about 77 % of the thread."""
        return self.diameter - self.pitch


def thread(text: str, place: str = "thread") -> Thread:
    """A thread by its name: `M10`, `M10x1.25`, `3/8-24`.

    Raises:
        InputError: at `place`, it does not exist, or is no name of a thread.
    """
    if match := _METRIC.fullmatch(text.strip()):
        return _metric(int(match[1]), match[2], text, place)
    if match := _UNIFIED.fullmatch(text.strip()):
        return _unified(Fraction(match[1]), int(match[2]), text, place)
    raise InputError(place, f"“{text}” is no thread.", got=text, accepts="M10, M10x1.25 or 3/8-24")


def _metric(size: int, pitch: str | None, text: str, place: str) -> Thread:
    known = PITCHES.get(size)
    if known is None:
        sizes = ", ".join(f"M{each}" for each in PITCHES)
        raise InputError(place, f"There is no M{size} here.", got=text, accepts=sizes)
    wanted = known[0] if pitch is None else float(pitch.replace(",", "."))
    if wanted not in known:
        pitches = ", ".join(f"M{size} x {each:g}" for each in known)
        raise InputError(place, f"There is no M{size} with a pitch of {wanted:g} mm.", got=text, accepts=pitches)
    return Thread(f"M{size} x {wanted:g}", size * 1e-3, wanted * 1e-3)


def _unified(size: Fraction, per_inch: int, text: str, place: str) -> Thread:
    known = PER_INCH.get(size)
    if known is None or per_inch not in known:
        accepts = ", ".join(f"{each}-{count}" for each, counts in PER_INCH.items() for count in counts)
        raise InputError(place, f"There is no thread {size}-{per_inch} here.", got=text, accepts=accepts)
    return Thread(f"{size}-{per_inch}", float(size) * INCH, INCH / per_inch, metric=False)
