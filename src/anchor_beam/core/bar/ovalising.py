"""The wall of a tube bend going oval: hoop stress, axial stress and wall twist around the section, and how they spread.

Source: docs/theory/bar.md, "Tube bends go oval" (von Karman 1911; here with three harmonics and the bend's own radius,
smoothed along the bar, derived).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.section.shapes import Round

AROUND = np.radians(np.arange(0.0, 360.0, 5.0))  # from the outside of the bend
HARMONICS = (2, 3, 4)  # of the wall's radial movement; more change nothing that counts


@dataclass(frozen=True, eq=False)
class Oval:
    """Stresses around the section (2, a) of a bend that is long against its tube, over the nominal bending stress at
    mid-wall M r_m/I; first for bending out of the bend's plane, then for bending in it.

    hoop: at the outer surface of a wall taken as straight; the bore has the opposite. axial: what is added at mid-wall.
    twist: (2, a) shear at the outer surface per change of the nominal stress along the bar [m].
    """

    hoop: FloatArray
    axial: FloatArray
    twist: FloatArray


@lru_cache(maxsize=64)
def oval(section: Round, bend_radius: float, poisson: float) -> Oval:
    """Of a tube's bend [m]; wall must be given."""
    thickness, r_m = _wall(section)
    planes = [_ring(thickness / r_m, r_m / bend_radius, poisson, out_of_plane) for out_of_plane in (True, False)]
    hoop, axial, twist = (np.array(each) for each in zip(*planes, strict=True))
    return Oval(frozen(hoop), frozen(axial), frozen((1.0 - poisson) * r_m * twist))


def _ring(
    thickness: float, curvature: float, poisson: float, out_of_plane: bool
) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Hoop, added axial stress and twist (a,) for wall thickness and bend curvature over and times the mid-wall radius.

    Ritz: the wall moves by W_n sin n psi (out of plane) or W_n cos n psi without stretching around, which stretches its
    fibres along by how far they move outwards in the bend; the least energy of stretching along and bending around.
    """
    along, around = (np.sin, np.cos) if out_of_plane else (np.cos, np.sin)
    turned = 1.0 if out_of_plane else -1.0
    fibre = 1.0 + curvature * np.cos(AROUND)  # length of each over that of the centreline
    stiff = [along(AROUND) / fibre] if out_of_plane else [along(AROUND) / fibre, 1.0 / fibre]
    n, k = np.array(HARMONICS)[:, None], len(stiff)
    radial, tangent = along(n * AROUND), turned * around(n * AROUND) / n
    outwards = radial * np.cos(AROUND) - tangent * np.sin(AROUND)
    stretch = np.concatenate([stiff, curvature * outwards / fibre])
    bend = np.concatenate([np.zeros((k, AROUND.size)), (n * n - 1) * radial])
    wall = thickness / (2.0 * (1.0 - poisson**2))  # hoop stress at the outer surface over E, per change of curvature
    energy = (stretch * fibre) @ stretch.T + thickness / 6.0 * wall * (bend * fibre) @ bend.T
    moment = np.zeros(len(stretch))
    moment[0] = 0.5 * AROUND.size  # the integral of the square of sin or cos around
    moved = np.linalg.solve(energy, moment)
    unmoved = np.linalg.solve(energy[:k, :k], moment[:k])
    hoop = wall * (n * n - 1)[:, 0] * moved[k:]  # of each harmonic
    return hoop @ radial, moved @ stretch - unmoved @ stretch[:k], hoop @ tangent


def curved_wall(section: Round) -> tuple[float, float]:
    """Bending stress around at the outer surface and at the bore, over that of a straight wall.

    Source: Timoshenko, *Strength of Materials* II (curved bars, rectangular section).
    """
    thickness, r_m = _wall(section)
    outer, bore = r_m + 0.5 * thickness, r_m - 0.5 * thickness
    neutral = thickness / math.log(outer / bore)
    straight = thickness / (6.0 * (r_m - neutral))
    return straight * (outer - neutral) / outer, straight * (neutral - bore) / bore


def decay(section: Round) -> float:
    """Length along a tube over which an oval shape dies away [m]; wall must be given."""
    thickness, r_m = _wall(section)
    return 0.742 * r_m * math.sqrt(r_m / thickness)


def spread(section: Round, s: FloatArray, acting: FloatArray) -> tuple[FloatArray, FloatArray]:
    """What acts (p, n, k) at the samples s (n,) [m], spread over its neighbours as a tube's wall does it, and the slope of
    that along the bar [1/m].

    The wall answers at a distance x (in decay lengths) with e^-x (cos x + sin x): the real part of (1 - i) e^(-(1 - i) x).
    """
    length = decay(section)
    x, weighed = s / length, acting * np.gradient(s)[:, None]
    before = _fading(x, weighed)
    behind = _fading(-x[::-1], weighed[:, ::-1])[:, ::-1]
    spreading = ((1.0 - 1.0j) * (before + behind - weighed)).real / (2.0 * length)
    return spreading, (behind - before).imag / length**2


def _fading(x: FloatArray, acting: FloatArray) -> np.ndarray:
    """At each sample, the sum of what acts (p, n, k) there and at all samples before it, each faded by e^(-(1 - i) distance).

    Each round doubles how many samples each sum holds; sums of growing powers would leave the range of numbers.
    """
    total, held = acting.astype(complex), 1
    while held < len(x):
        faded = np.exp((-1.0 + 1.0j) * (x[held:] - x[:-held]))[:, None] * total[:, :-held]
        total[:, held:] += faded
        held *= 2
    return total


def _wall(section: Round) -> tuple[float, float]:
    """Thickness and radius of the middle of the wall [m]."""
    thickness = 0.5 * (section.od - section.bore)
    return thickness, 0.5 * (section.od - thickness)
