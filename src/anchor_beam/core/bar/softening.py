"""How much the walls of tube bends, going oval, soften the whole bar."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.path import Arc, lay
from anchor_beam.core.bar.peak import bend_sections
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.bar.tube_wall import decay, middle_of_wall
from anchor_beam.core.section.shapes import Round


def oval_softening(bar: BarSolution, left: int, right: int) -> float:
    """Part of K_theta that a tube loses to the ovalisation of its bends, 0 to 1; an upper estimate, 0 for a solid bar.

    Source: docs/theory/bar.md, "Tube softening" (first term of the series; von Karman 1911 smoothed along the bar).
    """
    section, material = bar.bar.section, bar.bar.material
    if section.wall is None or bar.bar.plate is not None:
        return 0.0
    line = lay(bar.bar.path)
    lost = 0.0
    for arc in (piece for piece in line.pieces if isinstance(piece, Arc)):
        at = bend_sections(bar, line, arc, [(left, right)], 1.0)
        if at.counts[0].sum() < 2:
            continue
        _, r_m = middle_of_wall(section)
        lam = section.wall * arc.radius / (r_m**2 * math.sqrt(1.0 - material.poisson**2))
        W = 3.0 * at.inside[:, None] * at.moment[..., 1:] / math.sqrt(1.0 + 12.0 * lam**2)
        smoothed = _spread(section, at.s, W)
        density = (W * smoothed)[0].sum(axis=1) / (2.0 * material.E * section.I)
        lost += float(np.trapezoid(density, at.s))
    return lost / bar.energy(left, right, 1.0)


def _spread(section: Round, s: FloatArray, acting: FloatArray) -> FloatArray:
    """What acts (p, n, k) at the samples s (n,) [m], spread over its neighbours as a tube's wall does it.

    The wall answers at a distance x (in decay lengths) with e^-x (cos x + sin x): the real part of (1 - i) e^(-(1 - i) x).
    """
    length = decay(*middle_of_wall(section))
    x, weighed = s / length, acting * np.gradient(s)[:, None]
    before = _fading(x, weighed)
    behind = _fading(-x[::-1], weighed[:, ::-1])[:, ::-1]
    return np.asarray(((1.0 - 1.0j) * (before + behind - weighed)).real / (2.0 * length))


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
