"""Peak stress in bends with their curvature, and in tube bends with the wall going oval.

Every hole pair is worked out at once. The loads at the samples along a bend are cheap and are taken as fine as they have to
be; the stresses around each of them are not, so the worst spot of each pair is found among few of them, and then looked at as
closely.

Source: docs/theory/bar.md, "Peak stress in bends" (curved bar: Timoshenko, *Strength of Materials* II; torsion of a
bend: Goehner 1932 without the flexural shear, derived; walls of tubes: `tube_wall`).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, cross
from anchor_beam.core.bar.path import Arc, Centreline, lay
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.bar.tube_wall import AROUND, Samples, terms_along, tube_wall
from anchor_beam.core.section.shapes import Round
from anchor_beam.immutable import immutable

STEP = 0.1  # of the diameter, between samples along the bar
COARSE_ALONG, COARSE_AROUND = 4, 4  # samples apart where the worst spot is first looked for
MOST = 1000  # samples of one bend; only a wire needs more, and its stress hardly changes within a diameter
TIGHTEST = 1.1  # bend radius over diameter below which the formulas do not hold


THINNEST, TIGHT = 0.06, 1.2  # wall and bend radius over diameter down to which tubes were compared with elasticity


@immutable
class Peak:
    """Largest von Mises stress [Pa]; None with the reason where it cannot be said. bore, outer: the largest on these
    surfaces, 0 where there is none. caution: why it may be further off than the 6 % within which it lies elsewhere."""

    stress: float | None
    reason: str = ""
    caution: str = ""
    bore: float = 0.0
    outer: float = 0.0


@immutable(eq=False)
class BendSections:
    """Samples through one bend and beside it, for hole pairs (p,): which of the `samples` there are (n,), arc length s (n,),
    curvature that counts (n,) [1/m], whether inside the bend (n,), whether loaded and clear of the holes (p, n), and force
    (p, n, 3) [N] and moment (p, n, 3) [N m] in the axes t, n (towards the bend's centre), b = t x n."""

    samples: Samples
    kept: slice
    s: FloatArray
    curvature: FloatArray
    inside: FloatArray
    counts: np.ndarray
    force: FloatArray
    moment: FloatArray


def peak_stress(bar: BarSolution, left: int, right: int, torque: float) -> Peak:
    """Peak stress of a hole pair at the balanced torque [N m]; limits as in `peak_stresses`."""
    return peak_stresses(bar, [(left, right)], torque)[0]


def peak_stresses(bar: BarSolution, pairs: Sequence[tuple[int, int]], torque: float) -> tuple[Peak, ...]:
    """Peak stress of each hole pair at the balanced torque [N m].

    Limits: not within one diameter of a hole, not for sharp corners or bends tighter than 1.1 diameters, not for plate
    arms. Within 6 % of three-dimensional elasticity, for tubes with walls from 0.06 and bends from 1.2 diameters.
    """
    line = lay(bar.bar.path)
    reason = _cannot(bar, line)
    if reason:
        return (Peak(None, reason),) * len(pairs)
    nominal = np.array([[found[0], 0.0] for pair in pairs if (found := bar.stress(*pair, torque)) is not None])
    arcs = [piece for piece in line.pieces if isinstance(piece, Arc)]
    if not bar.bar.mirrored:
        worst = _worst_in(bar, line, arcs, pairs, torque)
    else:  # a bend on the right sees of a pair what the one across sees of the pair turned round
        both = list(dict.fromkeys([*pairs, *((right, left) for left, right in pairs)]))
        left_half = _worst_in(bar, line, arcs[: (len(arcs) + 1) // 2], both, torque)
        of = dict(zip(both, left_half, strict=True))
        worst = np.array([np.maximum(of[left, right], of[right, left]) for left, right in pairs])
    caution = _caution(bar.bar.section, min((arc.radius for arc in arcs), default=math.inf))
    return tuple(
        Peak(max(outer, bore), caution=caution, bore=bore, outer=outer)
        for outer, bore in np.maximum(nominal, worst).tolist()
    )


def _caution(section: Round, tightest: float) -> str:
    """What makes the figure of a tube less sure; empty where nothing does."""
    if section.wall is None:
        return ""
    if section.wall / section.od < THINNEST:
        return f"This wall is thinner than {THINNEST:.2f} diameters: leave another 15 % of room."
    if tightest / section.od < TIGHT:
        return f"This bend is tighter than {TIGHT:.1f} diameters: leave another 15 % of room."
    return ""


def _worst_in(
    bar: BarSolution, line: Centreline, arcs: Sequence[Arc], pairs: Sequence[tuple[int, int]], torque: float
) -> FloatArray:
    """Largest von Mises stress (p, 2) in some bends, outer surface and bore; 0 where none of them is loaded."""
    worst = np.zeros((len(pairs), 2))
    for arc in arcs:
        at = bend_sections(bar, line, arc, pairs, torque)
        if len(at.s):
            worst = np.maximum(worst, _worst(at, bar.bar.section, arc, bar.bar.material.poisson))
    return worst


def _cannot(bar: BarSolution, line: Centreline) -> str:
    """Why nothing can be said of a bar; empty where it can."""
    if bar.bar.plate is not None:
        return "The plates of separate arms are not covered."
    arcs = [piece for piece in line.pieces if isinstance(piece, Arc)]
    if len(arcs) < len(bar.bar.path) - 2:
        return "The path has a sharp corner, where no finite stress can be given."
    tight = min(arc.radius for arc in arcs) / bar.bar.section.od
    if tight < TIGHTEST:
        return f"A bend of {tight:.2f} diameters is tighter than the formulas reach ({TIGHTEST})."
    return ""


def bend_sections(
    bar: BarSolution, line: Centreline, arc: Arc, pairs: Sequence[tuple[int, int]], torque: float
) -> BendSections:
    """Cut the bar finely through an arc and two diameters to either side, where a pair loads it."""
    loads, mesh, section = bar.loads, bar.mesh, bar.bar.section
    lefts, rights = (np.array(side) for side in zip(*pairs, strict=True))
    holes = np.stack([mesh.s[mesh.holes[0, lefts]], mesh.s[mesh.holes[1, rights]]])  # (2, p)
    samples, window = samples_of(section, round(arc.length, 9)), _window(section)
    s = arc.s0 + samples.places
    kept = slice(*np.searchsorted(s, [holes[0].min(), holes[1].max()]).tolist())
    s = s[kept]
    clear = (np.abs(s - holes[0][:, None]) > section.od) & (np.abs(s - holes[1][:, None]) > section.od)
    counts = clear & (s > holes[0][:, None]) & (s < holes[1][:, None])
    points, tangents = _along(line, s)
    binormal = cross(arc.direction, -arc.outward)
    normals = cross(np.broadcast_to(binormal, tangents.shape), tangents)
    axes = np.stack([tangents, normals, np.broadcast_to(binormal, tangents.shape)], axis=1)
    n = bar.levers.shape[1]
    element = np.searchsorted(mesh.s, s, side="right") - 1 - loads.actions.elements[0]
    here = loads.on_sections[np.clip(element, 0, len(loads.on_sections) - 1)]  # (n, 6, loads)
    at_origin = np.moveaxis(here[:, 3:], 1, 2), np.moveaxis(here[:, :3], 1, 2)
    moved = at_origin[0] - cross(np.broadcast_to(points[:, None], at_origin[1].shape), at_origin[1])
    turned = np.concatenate([axes @ here[:, :3], axes @ np.moveaxis(moved, 2, 1)], axis=1)  # (n, 6, loads)
    on_left, on_right = turned[:, :, lefts] * (torque / bar.levers[0, lefts]), turned[:, :, n + rights]
    forces = np.moveaxis(on_left - on_right * (torque / bar.levers[1, rights]), -1, 0)
    forces = np.where(counts[:, :, None], forces, 0.0)
    overlap = np.minimum(s + window / 2, arc.s1) - np.maximum(s - window / 2, arc.s0)
    return BendSections(
        samples, kept, s, np.clip(overlap, 0.0, window) / window / arc.radius, samples.inside[kept].astype(float), counts,
        forces[..., :3], forces[..., 3:],
    )  # fmt: skip


@lru_cache(maxsize=64)
def samples_of(section: Round, length: float) -> Samples:
    """Through a bend of this length [m] and two diameters to either side."""
    reach, half = 2.0 * section.od, 0.5 * _window(section)
    size = 3 + math.ceil(min((length + 2.0 * reach) / (STEP * section.od), MOST))
    kinks = [end + side * half for end in (0.0, length) for side in (-1, 1)]  # the peak often lies on one
    return Samples(length, np.sort(np.concatenate([np.linspace(-reach, length + reach, size), kinks])))


def _window(section: Round) -> float:
    """Length [m] over which a change of curvature makes itself felt."""
    return 0.5 * section.od * (1.0 - (section.bore / section.od) ** 2)


def _along(line: Centreline, s: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Points and tangents (n, 3) of the centreline at the arc lengths s, in rising order."""
    points, tangents = np.zeros((len(s), 3)), np.zeros((len(s), 3))
    for piece in line.pieces:
        here = (s >= piece.s0) & (s <= piece.s1)
        points[here], tangents[here] = piece.along(s[here])
    return points, tangents


def _worst(at: BendSections, section: Round, arc: Arc, poisson: float) -> FloatArray:
    """Largest von Mises stress (p, 2) over all samples, all around, outer surface and bore."""
    pairs, samples = at.counts.shape
    surfaces = _surfaces(at, section, arc, poisson)
    wide, around = np.arange(0, samples, COARSE_ALONG)[None], np.arange(0, AROUND.size, COARSE_AROUND)[None]
    near_s, near_a = np.arange(-COARSE_ALONG, COARSE_ALONG + 1), np.arange(-COARSE_AROUND, COARSE_AROUND + 1)
    worst = np.zeros((pairs, 2))
    for i, surface in enumerate(surfaces):
        rough = surface.von_mises(wide, around).reshape(pairs, -1).argmax(axis=1)
        spot, angle = np.divmod(rough, around.size)
        along = np.clip(wide[0, spot][:, None] + near_s, 0, samples - 1)
        close = surface.von_mises(along, (around[0, angle][:, None] + near_a) % AROUND.size)
        worst[:, i] = close.reshape(pairs, -1).max(axis=1)
    return worst


@immutable(eq=False)
class _Surface:
    """One surface of a bar through a bend: its radius rho, and of a tube what its wall carries by going oval.

    terms: (p, n, k) movements of the wall; shapes: (3, k, a) stress around, along and shear that each of them makes.
    """

    at: BendSections
    section: Round
    rho: float
    terms: FloatArray | None = None
    shapes: FloatArray | None = None

    def von_mises(self, along: IntArray, around: IntArray) -> FloatArray:
        """(p, q, w) at samples along the bar and angles around it, as indices: (p, q) and (p, w), or the same for all pairs
        (1, q) and (1, w)."""
        pair = np.arange(len(self.at.force))[:, None]
        force, moment = self.at.force[pair, along], self.at.moment[pair, along]
        psi = AROUND[around][:, None, :]
        axial, shear = _as_a_beam(force, moment, self.at.curvature[along], psi, self.section, self.rho)
        if self.terms is None or self.shapes is None:
            return np.sqrt(axial**2 + 3.0 * shear**2)
        shapes = self.shapes[:, :, around].transpose(0, 2, 1, 3)  # (3, p or 1, k, w)
        hoop, more_axial, more_shear = self.terms[pair, along] @ shapes
        axial, shear = axial + more_axial, shear + more_shear
        return np.asarray(np.sqrt(axial**2 + hoop**2 - axial * hoop + 3.0 * shear**2), dtype=float)


def _surfaces(at: BendSections, section: Round, arc: Arc, poisson: float) -> list[_Surface]:
    """The outer surface, and of a tube its bore."""
    if not section.bore:
        return [_Surface(at, section, 0.5 * section.od)]
    wall = tube_wall(section, arc.radius, poisson)
    terms = terms_along(wall, at.samples, at.kept, at.moment[..., 1:])
    radii = 0.5 * section.od, 0.5 * section.bore
    return [_Surface(at, section, rho, terms, shapes) for rho, shapes in zip(radii, wall.surfaces, strict=True)]


def _as_a_beam(
    force: FloatArray, moment: FloatArray, curvature: FloatArray, psi: FloatArray, section: Round, rho: float
) -> tuple[FloatArray, FloatArray]:
    """Axial and shear stress (p, q, w) at a radius in a bar as curved as it is, its section kept round: from force and moment
    (p, q, 3), curvature (p or 1, q) and angles (p or 1, 1, w)."""
    a, a_i = section.od / 2.0, section.bore / 2.0
    area = math.pi * (a**2 - a_i**2)
    solid = 1.0 - (a_i / a) ** 2
    R = 1.0 / np.maximum(curvature, 1e-6 / a)[..., None]
    y, z = rho * np.cos(psi), rho * np.sin(psi)
    r = R + y
    r_n = 0.5 * (np.sqrt(R**2 - a_i**2) + np.sqrt(R**2 - a**2))  # neutral axis of a round section
    curved = curvature[..., None] > 1e-4 / a  # nearly straight: the curved form loses its digits
    N, V = force[..., :1], force[..., 2:]
    T, M_n, M_b = (moment[..., i : i + 1] for i in range(3))
    in_plane = np.where(
        curved, (r - r_n) / (area * np.where(curved, R - r_n, 1.0) * r), y / section.I
    )  # each per unit load
    out_of_plane = z * (R / r) / (section.I * (1.0 + (a**2 + a_i**2) / (4.0 * R**2)))
    torsion = rho / section.J * (R / r) ** (0.6 * solid)
    crosswise = (2.0 - 0.77 * solid**1.75) * (R / r) ** 0.8 / area * np.cos(psi)
    return N / area + M_n * out_of_plane + M_b * in_plane, T * torsion - V * crosswise
