"""The closed forms of workshops and spring manuals, to show beside the beam model how far off each is."""

from __future__ import annotations

import numpy as np

from anchor_beam.core.bar.shape import Bar
from anchor_beam.immutable import immutable


@immutable
class Handbook:
    """End rates at the outermost hole [N/m], both ends moving +-u; None where the form does not apply."""

    spring_manual: float | None
    torsion_and_arm: float | None

    def off(self, end_rate: float) -> tuple[float | None, float | None]:
        """How far each form is off for the bar in hand, relative to the beam's end rate [N/m]; > 0 is too stiff."""
        forms = (self.spring_manual, self.torsion_and_arm)
        spring, simple = (None if form is None else form / end_rate - 1.0 for form in forms)
        return spring, simple


def handbook(bar: Bar) -> Handbook:
    """Evaluate the closed forms for the left arm of a four-vertex bar, loaded at its outermost hole.

    l_1 is the arm along itself, l_2 its lever, a the part of l_1 along the bar, b bend to pivot, c half the pivot
    span, L_c corner to corner [m]. Limits: one round section all through, sharp corners assumed, a symmetric bar.
    Source: the spring-manual form of docs/theory/bar.md, "Handbook forms"; torsion of a round bar with a
    cantilever arm (any strength of materials textbook).
    """
    if bar.plate is not None or len(bar.path) != 4:
        return Handbook(None, None)
    tip, corner, far = (np.array(vertex.at) for vertex in bar.path[:3])
    toward_tip = (tip - corner) / np.linalg.norm(tip - corner)
    hole = tip - bar.holes[0] * toward_tip
    arm = hole - corner
    l_1, l_2 = float(np.linalg.norm(arm)), float(np.hypot(hole[0], hole[2]))
    a, b, c = abs(float(arm[1])), abs(float(corner[1])) - bar.pivots[0], 0.5 * (bar.pivots[0] - bar.pivots[1])
    L_c = float(np.linalg.norm(corner - far))
    E, G, I, J = bar.material.E, bar.material.G, bar.section.I, bar.section.J
    manual = (l_1**3 - a**3 + c * (a + b) ** 2 + 4.0 * l_2**2 * (b + c)) / (3.0 * E * I)
    simple = l_2**2 * L_c / (2.0 * G * J) + l_1**3 / (3.0 * E * I)
    return Handbook(1.0 / manual, 1.0 / simple)


def log_sensitivity(bar: Bar) -> dict[str, float]:
    """d ln K_theta / d ln x for diameter and wall, from J alone: how a spread of the caliper reading spreads K_theta.

    Source: derived from J = pi/32 (D^4 - d^4); the arms, of the same section, follow the same law.
    """
    D, d = bar.section.od, bar.section.bore
    full = D**4 - d**4
    if bar.section.wall is None:
        return {"od": 4.0, "wall": 0.0}
    # d = D - 2 h, so at a fixed wall the bore grows with the diameter
    return {"od": 4.0 * D * (D**3 - d**3) / full, "wall": 8.0 * bar.section.wall * d**3 / full}
