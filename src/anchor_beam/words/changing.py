"""A change of direction in words."""

from __future__ import annotations

import math

from anchor_beam.words.phases import NEUTRAL

CANNOT_TELL = (
    "It knows no heave, pitch, kerbs, differential or driver: compare settings. The stopwatch hardly feels a bar."
)


def first_to_go(margin: float) -> str:
    """Which end gives up first through the gates, by its margin [%]."""
    if not math.isfinite(margin):
        return "Through the gates this car spins or tips before an axle slides."
    if abs(margin) < NEUTRAL:
        return "Through the gates both ends give up together."
    return f"Through the gates the {'front' if margin > 0 else 'rear'} gives up first."
