"""How long a bolt must be: its grip, what holds it, and the thread that shows.

Rule of the trade: one diameter of thread in steel, one and a half in cast iron, two in aluminium; one to three threads past a
locking nut.
"""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.arrays import require_positive
from anchor_beam.core.fastener.thread import Thread
from anchor_beam.immutable import immutable


class Into(StrEnum):
    """What a bolt screws into."""

    NUT = "a nut"
    CAPTIVE = "a captive nut"
    WELD = "a weld nut"
    STEEL = "tapped steel"
    CAST = "tapped cast iron"
    ALUMINIUM = "tapped aluminium"

    @property
    def through(self) -> bool:
        """Whether the end of the bolt comes out on the other side."""
        return self in (Into.NUT, Into.CAPTIVE, Into.WELD)


DIAMETERS = {Into.STEEL: 1.0, Into.CAST: 1.5, Into.ALUMINIUM: 2.0}
"""Thread that must be engaged, over the diameter."""
SHOWN = (1.0, 3.0)  # threads past a nut, from and to


class Fit(StrEnum):
    """What is wrong with a length, if anything."""

    GOOD = "good"
    SHORT = "too short"
    LONG = "too long"


@immutable
class Length:
    """engaged: thread that holds [m]; shown: past the nut, 0 in a blind hole [m]; shortest, longest: that would do [m]."""

    engaged: float
    shown: float
    shortest: float
    longest: float
    fit: Fit


def bolt_length(length: float, stack: float, of: Thread, into: Into, depth: float) -> Length:
    """Judge a bolt. length: under its head [m]; stack: everything between head and nut, or between head and thread [m];
    depth: height of the nut, or depth of the tapped hole [m].

    Raises:
        InputError: at "length", "stack" or "depth", one is not above zero.
    """
    for place, value, what in (
        ("length", length, "The length"),
        ("stack", stack, "The stack"),
        ("depth", depth, "The depth"),
    ):
        require_positive(place, value, f"{what} of the bolt" if place == "length" else what)
    beyond = length - stack
    if into.through:
        low, high = (stack + depth + threads * of.pitch for threads in SHOWN)
        engaged, shown = min(max(beyond, 0.0), depth), max(beyond - depth, 0.0)
    else:
        low, high = stack + DIAMETERS[into] * of.diameter, stack + depth
        engaged, shown = min(max(beyond, 0.0), depth), 0.0
    fit = Fit.SHORT if length < low - 1e-9 else Fit.LONG if length > high + 1e-9 else Fit.GOOD
    return Length(engaged, shown, low, high, fit)
