"""Peak stress in bends with their curvature, and in tube bends with the wall going oval.

Source: docs/theory/bar.md, "Peak stress in bends" (curved bar: Timoshenko, *Strength of Materials* II; torsion of a
bend: Goehner 1932 without the flexural shear, derived; ovalisation: von Karman 1911, smoothed along the bar, derived).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, cross
from anchor_beam.core.bar.path import Arc, Centreline, lay
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.section.shapes import Round

AROUND = np.radians(np.arange(0.0, 360.0, 5.0))
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
    s = np.linspace(arc.s0 - reach, arc.s1 + reach, samples)
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
    window = 0.5 * section.od * (1.0 - (section.bore / section.od) ** 2)
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
    hoop, ripple = _ovalisation(at, section, bend_radius, poisson)
    surfaces = [(section.od / 2.0, 1.0)] + ([(section.bore / 2.0, -1.0)] if section.bore else [])
    return max(_on_surface(at, section, rho, sign, poisson, hoop, ripple) for rho, sign in surfaces)


def _on_surface(
    at: BendSections, section: Round, rho: float, sign: float, poisson: float, hoop: FloatArray, ripple: FloatArray
) -> float:
    """Largest von Mises stress on one surface; `sign` is +1 outside, -1 in the bore."""
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
    around_2, around_3 = (AROUND[None, :] * k for k in (2.0, 3.0))
    hoop_stress = -sign * (hoop[:, :1] * np.sin(around_2) + hoop[:, 1:2] * np.cos(around_2))
    axial = N / area + out_of_plane + in_plane + poisson * hoop_stress
    axial = axial + ripple[:, :1] * np.sin(around_3) - ripple[:, 1:] * np.cos(around_3)
    k_V = (2.0 - 0.77 * solid**1.75) * (R / r) ** 0.8
    tau = T * rho / section.J * (R / r) ** (0.6 * solid) - V / area * k_V * np.cos(AROUND)
    r_m = 0.5 * (a + a_i)
    wall_twist = -hoop[:, 2:3] * np.cos(around_2) + hoop[:, 3:] * np.sin(around_2)
    tau = tau + sign * 0.5 * (1.0 - poisson) * r_m * wall_twist
    mises = axial**2 + hoop_stress**2 - axial * hoop_stress + 3.0 * tau**2
    return float(np.sqrt(mises.max()))


def _ovalisation(
    at: BendSections, section: Round, bend_radius: float, poisson: float
) -> tuple[FloatArray, FloatArray]:
    """Hoop stress amplitudes H_n, H_b with their slopes along the bar (n, 4), and ripples G_n, G_b (n, 2) [Pa]."""
    if section.wall is None:
        return np.zeros((len(at.s), 4)), np.zeros((len(at.s), 2))
    h = section.wall
    r_m = 0.5 * (section.od - h)
    lam = h * bend_radius / (r_m**2 * math.sqrt(1.0 - poisson**2))
    nominal = at.inside[:, None] * at.moment[:, 1:] * r_m / section.I
    length = decay(section)
    apart = (at.s[:, None] - at.s[None, :]) / length
    x = np.abs(apart)
    slope = -np.sign(apart) * np.exp(-x) * np.sin(x) / length**2 * np.gradient(at.s)
    smooth = smoothing(at, section)
    hoop = 18.0 * lam / (1.0 + 12.0 * lam**2) * nominal
    ripple = 3.0 / (1.0 + 12.0 * lam**2) * nominal
    return np.concatenate([smooth @ hoop, slope @ hoop], axis=1), np.asarray(smooth @ ripple, dtype=float)


def decay(section: Round) -> float:
    """Length along a tube over which an oval shape dies away [m]; wall must be given."""
    wall = section.wall or 0.0
    r_m = 0.5 * (section.od - wall)
    return 0.742 * r_m * math.sqrt(r_m / wall)


def smoothing(at: BendSections, section: Round) -> FloatArray:
    """(n, n) matrix that spreads what happens at each sample over its neighbours, as a tube's wall does."""
    length = decay(section)
    x = np.abs(at.s[:, None] - at.s[None, :]) / length
    return np.asarray(np.exp(-x) * (np.cos(x) + np.sin(x)) / (2.0 * length) * np.gradient(at.s), dtype=float)
