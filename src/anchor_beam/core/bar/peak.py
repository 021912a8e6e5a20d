"""Peak stress in bends with their curvature, and in tube bends with the wall going oval.

Source: docs/theory/bar.md, "Peak stress in bends" (curved bar: Timoshenko, *Strength of Materials* II; torsion of a
bend: Goehner 1932 without the flexural shear, derived; walls of tubes: `ovalising`).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, cross
from anchor_beam.core.bar.ovalising import AROUND, curved_wall, oval, spread
from anchor_beam.core.bar.path import Arc, Centreline, lay
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.section.shapes import Round

STEP = 0.04  # of the diameter, between samples along the bar
MOST = 1000  # samples of one bend; only a wire needs more, and its stress hardly changes within a diameter
TIGHTEST = 1.1  # bend radius over diameter below which the formulas do not hold


@dataclass(frozen=True)
class Peak:
    """Largest von Mises stress [Pa]; None with the reason where it cannot be said."""

    stress: float | None
    reason: str = ""


@dataclass(frozen=True, eq=False)
class BendSections:
    """Samples through one bend and beside it: arc length s (n,), curvature that counts (n,) [1/m], whether inside the
    bend (n,), and force (n, 3) [N] and moment (n, 3) [N m] in the axes t, n (towards the bend's centre), b = t x n."""

    s: FloatArray
    curvature: FloatArray
    inside: FloatArray
    force: FloatArray
    moment: FloatArray


def peak_stress(bar: BarSolution, left: int, right: int, torque: float) -> Peak:
    """Peak stress of a hole pair at the balanced torque [N m].

    Limits: not within one diameter of a hole, not for sharp corners or bends tighter than 1.1 diameters, not for plate
    arms. Within 6 % of continuum models.
    """
    section = bar.bar.section
    nominal = bar.stress(left, right, torque)
    if nominal is None:
        return Peak(None, "The plates of separate arms are not covered.")
    line = lay(bar.bar.path)
    arcs = [piece for piece in line.pieces if isinstance(piece, Arc)]
    if len(arcs) < len(bar.bar.path) - 2:
        return Peak(None, "The path has a sharp corner, where no finite stress can be given.")
    tight = min(arc.radius for arc in arcs) / section.od
    if tight < TIGHTEST:
        return Peak(None, f"A bend of {tight:.2f} diameters is tighter than the formulas reach ({TIGHTEST}).")
    found = [nominal[0]]
    for arc in arcs:
        at = bend_sections(bar, line, arc, left, right, torque)
        if len(at.s):
            found.append(_worst(at, section, arc.radius, bar.bar.material.poisson))
    return Peak(max(found))


def bend_sections(bar: BarSolution, line: Centreline, arc: Arc, left: int, right: int, torque: float) -> BendSections:
    """Cut the bar finely through an arc and two diameters to either side, where it carries load."""
    loads, mesh, section = bar.loads, bar.mesh, bar.bar.section
    reach = 2.0 * section.od
    holes = mesh.s[[mesh.holes[0, left], mesh.holes[1, right]]]
    samples = 3 + math.ceil(min((arc.length + 2 * reach) / (STEP * section.od), MOST))
    window = 0.5 * section.od * (1.0 - (section.bore / section.od) ** 2)
    kinks = [end + side * window / 2 for end in (arc.s0, arc.s1) for side in (-1, 1)]  # the peak often lies on one
    s = np.sort(np.concatenate([np.linspace(arc.s0 - reach, arc.s1 + reach, samples), kinks]))
    far_enough = np.abs(s[:, None] - holes).min(axis=1) > section.od
    s = s[far_enough & (s > holes[0]) & (s < holes[1])]
    points, tangents = _along(line, s)
    binormal = cross(arc.direction, -arc.outward)
    normals = cross(np.broadcast_to(binormal, tangents.shape), tangents)
    axes = np.stack([tangents, normals, np.broadcast_to(binormal, tangents.shape)], axis=1)
    n = bar.levers.shape[1]
    torques = {left: torque / bar.levers[0, left], n + right: -torque / bar.levers[1, right]}
    forces = np.asarray(sum(loads.on_sections[:, :, k] * factor for k, factor in torques.items()))
    element = np.searchsorted(mesh.s, s, side="right") - 1 - loads.actions.elements[0]
    force = forces[element, :3]
    moment = forces[element, 3:] - cross(points, force)
    overlap = np.minimum(s + window / 2, arc.s1) - np.maximum(s - window / 2, arc.s0)
    inside = ((s >= arc.s0) & (s <= arc.s1)).astype(float)
    return BendSections(
        s, np.clip(overlap, 0.0, window) / window / arc.radius, inside,
        (axes @ force[:, :, None])[..., 0], (axes @ moment[:, :, None])[..., 0],
    )  # fmt: skip


def _along(line: Centreline, s: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Points and tangents (n, 3) of the centreline at the arc lengths s, in rising order."""
    points, tangents = np.zeros((len(s), 3)), np.zeros((len(s), 3))
    for piece in line.pieces:
        here = (s >= piece.s0) & (s <= piece.s1)
        points[here], tangents[here] = piece.along(s[here])
    return points, tangents


def _worst(at: BendSections, section: Round, bend_radius: float, poisson: float) -> float:
    """Largest von Mises stress over all samples, all around, outer surface and bore."""
    axial, shear = _as_a_beam(at, section, 0.5 * section.od)
    if not section.bore:
        return _von_mises(axial, 0.0 * axial, shear)
    shape, (outer, bore) = oval(section, bend_radius, poisson), curved_wall(section)
    middle = 0.25 * (section.od + section.bore)
    spreading, slope = spread(section, at.s)
    nominal = at.inside[:, None] * at.moment[:, 1:] * middle / section.I
    here, change = spreading @ nominal, slope @ nominal
    worst = []
    for rho, around in ((0.5 * section.od, outer), (0.5 * section.bore, -bore)):
        axial, shear = _as_a_beam(at, section, rho)
        hoop = around * here @ shape.hoop
        twist = math.copysign(1.0, around) * change @ shape.twist
        worst.append(_von_mises(axial + here @ shape.axial + poisson * hoop, hoop, shear + twist))
    return max(worst)


def _as_a_beam(at: BendSections, section: Round, rho: float) -> tuple[FloatArray, FloatArray]:
    """Axial and shear stress (n, a) around the section at a radius, in a bar as curved as it is, its section kept round."""
    a, a_i = section.od / 2.0, section.bore / 2.0
    area = math.pi * (a**2 - a_i**2)
    solid = 1.0 - (a_i / a) ** 2
    R = 1.0 / np.maximum(at.curvature, 1e-6 / a)[:, None]
    y, z = rho * np.cos(AROUND), rho * np.sin(AROUND)
    r = R + y
    r_n = 0.5 * (np.sqrt(R**2 - a_i**2) + np.sqrt(R**2 - a**2))  # neutral axis of a round section
    curved = at.curvature[:, None] > 1e-4 / a  # nearly straight: the curved form loses its digits
    N, V = at.force[:, :1], at.force[:, 2:]
    T, M_n, M_b = (at.moment[:, i : i + 1] for i in range(3))
    in_plane = np.where(curved, M_b * (r - r_n) / (area * np.where(curved, R - r_n, 1.0) * r), M_b * y / section.I)
    out_of_plane = M_n * z * (R / r) / (section.I * (1.0 + (a**2 + a_i**2) / (4.0 * R**2)))
    k_V = (2.0 - 0.77 * solid**1.75) * (R / r) ** 0.8
    shear = T * rho / section.J * (R / r) ** (0.6 * solid) - V / area * k_V * np.cos(AROUND)
    return N / area + out_of_plane + in_plane, shear


def _von_mises(axial: FloatArray, hoop: FloatArray, shear: FloatArray) -> float:
    """The largest of a surface that is free outwards."""
    return float(np.sqrt((axial**2 + hoop**2 - axial * hoop + 3.0 * shear**2).max()))
