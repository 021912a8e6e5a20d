"""The tyre: load-sensitive friction with a camber peak, side force over slip angle, and generic presets.

mu(N, gamma) = mu_0 (1 - p (N/N_0 - 1)) (1 - q (gamma - gamma_best)^2). The side force over slip angle is a magic
formula of three figures: its slope at the origin is the cornering stiffness, its top mu N. Longitudinal force takes
its part by an ellipse. Camber is positive where the wheel leans into the turn.
"""

from __future__ import annotations

import math
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_finite, require_not_negative, require_positive
from anchor_beam.immutable import immutable

FLOOR = 0.3  # of mu0: no tyre loses more than that to load
CAMBER_FLOOR = 0.5  # ... or to camber
CURVATURE = -0.5  # E of the magic formula
PER_DEG = 180.0 / math.pi  # turns a figure per degree into one per radian
USABLE = 0.95  # part of its longitudinal grip that a wheel may use


@immutable
class Tyre:
    """One tyre.

    mu0: side grip at the reference load [-]. load_sensitivity: p, loss per relative load [-]. stiffness: c_a, cornering
    stiffness over load [1/rad]. stiffness_peak: n, load of the stiffest tyre over the reference load [-]. shape: C.
    camber_best: camber of most grip [rad]. camber_loss: q, of mu per camber beside it squared [1/rad^2].
    camber_slip: c_gamma, slip angle that camber is worth [-]. along: longitudinal over lateral grip [-].
    """

    mu0: float
    load_sensitivity: float
    stiffness: float = 23.0
    stiffness_peak: float = 2.4
    shape: float = 1.40
    camber_best: float = math.radians(1.5)
    camber_loss: float = 0.0030 * PER_DEG**2
    camber_slip: float = 0.10
    along: float = 1.0

    def __post_init__(self) -> None:
        require_positive("mu0", self.mu0, "The grip")
        require_not_negative("load_sensitivity", self.load_sensitivity, "The load sensitivity")
        require_positive("stiffness", self.stiffness, "The cornering stiffness")
        require_positive("stiffness_peak", self.stiffness_peak, "The load of the stiffest tyre")
        require_positive("shape", self.shape, "The shape of the side force curve")
        require_finite("camber_best", self.camber_best, "The best camber")
        require_not_negative("camber_loss", self.camber_loss, "The loss with camber")
        require_positive("along", self.along, "The longitudinal grip")


class TyreKind(StrEnum):
    """Kinds of tyre with typical figures of their own."""

    STREET = "street"
    SUMMER_SPORT = "summer sport"
    SEMI_SLICK = "semi-slick"
    SLICK = "slick"


class TyreMatch(StrEnum):
    """What the tyres of front and rear have in common."""

    SAME = "same tyre and age"
    OTHER_AGE = "same tyre, other age or size"
    DIFFERENT = "different tyres"


GRIP_OF_AXLE = {TyreMatch.SAME: 0.01, TyreMatch.OTHER_AGE: 0.02, TyreMatch.DIFFERENT: 0.05}
"""One standard deviation of the grip of each axle beside what both have in common [-].

Source: docs/theory/uncertainty.md, "Grip of front against rear".
"""


@immutable
class Preset:
    """A generic tyre with one standard deviation of each figure that has one."""

    tyre: Tyre
    spread: Tyre


def _preset(mu0: tuple[float, float], p: float, c_a: tuple[float, float], n: float, C: float,
            best: float, q: tuple[float, float]) -> Preset:  # fmt: skip
    """Figures as in the table of docs/theory/balance.md: value and spread, camber in degrees."""
    return Preset(
        Tyre(mu0[0], p, c_a[0], n, C, math.radians(best), q[0] * PER_DEG**2),
        Tyre(mu0[1], 0.05, c_a[1], 0.2, 0.05, math.radians(1.0), q[1] * PER_DEG**2, 0.05, 0.05),
    )


PRESETS = {
    TyreKind.STREET: _preset((0.95, 0.07), 0.14, (20, 3), 2.2, 1.35, 1.0, (0.0022, 0.001)),
    TyreKind.SUMMER_SPORT: _preset((1.10, 0.07), 0.14, (23, 3), 2.4, 1.40, 1.5, (0.0030, 0.0012)),
    TyreKind.SEMI_SLICK: _preset((1.28, 0.08), 0.15, (27, 4), 2.6, 1.45, 2.0, (0.0036, 0.0015)),
    TyreKind.SLICK: _preset((1.50, 0.10), 0.17, (32, 5), 2.8, 1.50, 2.5, (0.0045, 0.002)),
}


class Road(StrEnum):
    """Surfaces with a share of the grip of a dry one."""

    DRY = "dry"
    DAMP = "damp"
    WET = "wet"
    STANDING_WATER = "standing water"


@immutable
class Surface:
    """What a road makes of a tyre: factors on grip, cornering stiffness and camber loss [-], and the spread of the first."""

    grip: float = 1.0
    stiffness: float = 1.0
    camber_loss: float = 1.0
    grip_spread: float = 0.0


DRY = Surface()


def surface(road: Road, kind: TyreKind) -> Surface:
    """Generic factors; in standing water a slick or semi-slick floats.

    Source: presets of docs/theory/balance.md.
    """
    if road is Road.DRY:
        return DRY
    if road is Road.DAMP:
        return Surface(0.75, 0.95, 0.7, 0.06)
    if road is Road.STANDING_WATER and kind in (TyreKind.SLICK, TyreKind.SEMI_SLICK):
        return Surface(0.35, 0.85, 0.5, 0.1)
    return Surface(0.58, 0.85, 0.5, 0.08)


@immutable(eq=False)
class TyreBatch:
    """Tyres on their surface, each figure an array that broadcasts against the loads; names and units as in `Tyre`.

    reference: load N0 at which mu0 and the stiffness are meant [N].
    """

    mu0: FloatArray
    load_sensitivity: FloatArray
    stiffness: FloatArray
    stiffness_peak: FloatArray
    shape: FloatArray
    camber_best: FloatArray
    camber_loss: FloatArray
    camber_slip: FloatArray
    along: FloatArray
    reference: FloatArray

    def friction(self, load: FloatArray, camber: FloatArray) -> FloatArray:
        """mu of a wheel under load [N] leaning by camber [rad] into the turn.

        Source: Pacejka, *Tire and Vehicle Dynamics*, ch. 4 (linear load sensitivity); camber peak as a parabola,
        docs/theory/balance.md.
        """
        by_load = np.maximum(1.0 - self.load_sensitivity * (load / self.reference - 1.0), FLOOR)
        by_camber = np.maximum(1.0 - self.camber_loss * (camber - self.camber_best) ** 2, CAMBER_FLOOR)
        return np.asarray(self.mu0 * by_load * by_camber, dtype=float)

    def side_force(self, slip: FloatArray, load: FloatArray, camber: FloatArray, along: FloatArray) -> FloatArray:
        """Side force [N] at a slip angle [rad]; along: longitudinal force of the wheel [N], within its cap.

        Source: Pacejka, *Tire and Vehicle Dynamics*, ch. 4 (magic formula, reduced; friction ellipse).
        """
        peak = self.friction(load, camber) * load
        stiffness = (
            self.stiffness * self.reference * np.sin(2.0 * np.arctan(load / (self.stiffness_peak * self.reference)))
        )
        stiffness = stiffness / np.sin(2.0 * np.arctan(1.0 / self.stiffness_peak))
        carrying = np.where(peak > 0.0, peak, 1.0)
        x = stiffness / (self.shape * carrying) * (slip + self.camber_slip * camber)
        pure = carrying * np.sin(self.shape * np.arctan(x - CURVATURE * (x - np.arctan(x))))
        left = np.sqrt(np.maximum(1.0 - (along / (self.along * carrying)) ** 2, 0.0))
        return np.asarray(np.where(peak > 0.0, pure * left, 0.0), dtype=float)
