"""Lengths of links in words."""

from __future__ import annotations

import math

from anchor_beam.core.sides import Axle, Side
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

HEADS = ("centre to centre", "left", "right", "turns L · R", "rate at wheel", "bar at rest", "cross weight",
         "right − left", "joints up to")  # fmt: skip
TIPS = {
    "turns L · R": "Of the adjusters, left and right, from as fitted; + is longer.",
    "rate at wheel": "In roll, with links of this length.",
    "bar at rest": "Torque in the bar of the standing car; + presses the left tyre. Near 0 the links drop in by hand.",
    "cross weight": "Part of the load on right front and left rear, car standing.",
    "right − left": "Balance margin in a right turn less that in a left turn, middle of the corner.",
    "joints up to": "The most that a joint of the link is out of its plane, over bump, droop and roll.",
}  # fmt: skip
FAILS = "comes apart on the way"
ONLY_ON_WHEELS = (
    "Weight on the wheels, at ride height, tyres as they will run: then the last link must drop in by hand."
)


def length_words(length: float, units: System) -> str:
    """`88.8 mm`; what there is none of says so."""
    return str(show(length, Kind.FINE_LENGTH, units)) if math.isfinite(length) else "none"


def turns_words(turns: tuple[float, float] | None) -> str:
    """`−3.9 · 0.0`, longer is positive; empty for links of fixed length or where there is no length."""
    if turns is None or not all(map(math.isfinite, turns)):
        return ""
    return " · ".join(str(show(turn, Kind.COUNT, System.METRIC, decimals=1, sign=True)) for turn in turns)


def turn_words(axle: Axle, found: tuple[tuple[Side, float, float], ...], *, turns: bool, units: System) -> str:
    """`One turn longer, rear left −6.3 N·m in the bar, −0.20 % cross weight; right …`; found: side, torque, cross weight."""
    if not found:
        return ""
    said = [
        f"{side} {show(torque, Kind.TORQUE, units, sign=True)} in the bar, "
        f"{show(cross, Kind.PERCENT, units, decimals=2, sign=True)} cross weight"
        for side, torque, cross in found
    ]
    one = "One turn" if turns else "One millimetre"
    return f"{one} longer, {axle} {'; '.join(said)}."


def squarest(hole: int, off: float, units: System) -> str:
    """`Nearest square, arms level: pick-up hole 2, 3.1 deg off.`; hole: counted from 0."""
    return f"Nearest square, arms level: pick-up hole {hole + 1}, {show(off, Kind.ANGLE, units)} off."
