"""Load-sensitive friction of a tyre, and generic presets."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_not_negative, require_positive

FLOOR = 0.3  # of mu0: no tyre loses more than that to load


@dataclass(frozen=True)
class Friction:
    """mu = mu0 max(1 - p (N/N0 - 1), 0.3), N0 the mean static corner load of the car."""

    mu0: float
    load_sensitivity: float

    def __post_init__(self) -> None:
        require_positive("mu0", self.mu0, "The grip")
        require_not_negative("load_sensitivity", self.load_sensitivity, "The load sensitivity")


class TyreKind(StrEnum):
    STREET = "street"
    SUMMER_SPORT = "summer sport"
    SEMI_SLICK = "semi-slick"
    SLICK = "slick"


@dataclass(frozen=True)
class Preset:
    """Friction with one standard deviation of each number."""

    friction: Friction
    mu0_spread: float
    load_sensitivity_spread: float


PRESETS = {
    TyreKind.STREET: Preset(Friction(0.95, 0.14), 0.07, 0.05),
    TyreKind.SUMMER_SPORT: Preset(Friction(1.10, 0.14), 0.07, 0.05),
    TyreKind.SEMI_SLICK: Preset(Friction(1.28, 0.15), 0.08, 0.05),
    TyreKind.SLICK: Preset(Friction(1.50, 0.17), 0.10, 0.05),
}


def grip(load: FloatArray, reference: FloatArray, mu0: FloatArray, load_sensitivity: FloatArray) -> FloatArray:
    """Largest lateral force (...) [N] of a tyre under `load` [N], reference load N0 [N]; all arrays broadcast.

    Source: Pacejka, *Tire and Vehicle Dynamics*, ch. 4 (linear load sensitivity of the peak factor).
    """
    loss = np.maximum(1.0 - load_sensitivity * (load / reference - 1.0), FLOOR)
    return np.asarray(mu0 * loss * load, dtype=float)
