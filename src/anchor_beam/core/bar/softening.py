"""How much the walls of tube bends, going oval, soften the whole bar."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.bar.ovalising import spread
from anchor_beam.core.bar.path import Arc, lay
from anchor_beam.core.bar.peak import bend_sections
from anchor_beam.core.bar.stiffness import BarSolution


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
        r_m = 0.5 * (section.od - section.wall)
        lam = section.wall * arc.radius / (r_m**2 * math.sqrt(1.0 - material.poisson**2))
        W = 3.0 * at.inside[:, None] * at.moment[..., 1:] / math.sqrt(1.0 + 12.0 * lam**2)
        smoothed, _ = spread(section, at.s, W)
        density = (W * smoothed)[0].sum(axis=1) / (2.0 * material.E * section.I)
        lost += float(np.trapezoid(density, at.s))
    return lost / bar.energy(left, right, 1.0)
