"""The roll budget in words."""

from __future__ import annotations

from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

NOTE = "Near rest, by the work that goes into each part. Dashed: the reference. A link without a stiffness counts as rigid."


def budget_words(roll: float, of_tyres: float, units: System) -> str:
    """How much of the roll gradient [rad/(m/s^2)] no bar can take away, the part of the tyres."""
    whole = show(roll, Kind.ROLL_GRADIENT, units)
    return f"Of {whole} of roll, the tyres make {of_tyres * 100:.0f}\u00a0%: no bar takes that away."
