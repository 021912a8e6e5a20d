"""What a bar does: K_theta for every hole pair, end rates, energy, stress and mass.

A unit load at each hole leaves section forces in the bar that `beam` finds once. A torque T on a pair of holes with
levers l is a force T/l at each, in opposite directions, so that with the flexibilities f of the holes 1/K_theta =
f_ll/l_l^2 - 2 f_lr/(l_l l_r) + f_rr/l_r^2. No pair needs a solution of its own.
"""

from __future__ import annotations

import math
from functools import cached_property, lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, dot, freeze, frozen
from anchor_beam.core.bar.beam import (
    ALONG_X,
    ALONG_Z,
    BENDING,
    REACTIONS,
    TOO_FAR_APART,
    TORSION,
    UnitLoads,
    unit_loads,
)
from anchor_beam.core.bar.mesh import Mesh, constants, mesh
from anchor_beam.core.bar.shape import Bar, layout
from anchor_beam.errors import NoSolution
from anchor_beam.immutable import immutable

TINY = 1e-100  # of a give or its inverse [rad/(N m)]: beyond, squares of it are no numbers
SHARES = ("centre_torsion", "arm_bending", "bushings", "other")


@immutable(eq=False)
class Sections:
    """Along the loaded elements (m, 2), at both ends of each: arc length from the left tip s [m], axial force and shear
    [N], torsion and resultant bending [N m], nominal von Mises stress at the surface [Pa], None for plate arms."""

    s: FloatArray
    axial: FloatArray
    shear: FloatArray
    torsion: FloatArray
    bending: FloatArray
    stress: FloatArray | None


@immutable(eq=False)
class BarSolution:
    """A solved bar. Left hole index first, right hole index second, everywhere.

    levers: (2, n) perpendicular distance of each hole from the pivot axis [m].
    heights: (2, n) z of each hole in the bar's own frame [m]; reach: (2, n) its x [m].
    K_theta: (n, n) torque per twist between the arms at the holes, in static balance F_L l_L = F_R l_R [N m/rad].
    mass [kg]. mesh and loads hold what the stress figures are made from.
    """

    bar: Bar
    levers: FloatArray
    heights: FloatArray
    reach: FloatArray
    K_theta: FloatArray
    mass: float
    mesh: Mesh
    loads: UnitLoads

    def end_rate(self, left: int, right: int) -> float | None:
        """F/u with both ends moving +-u, 2 K_theta / l^2 [N/m]; None where the levers differ."""
        l_left, l_right = self.levers[0, left], self.levers[1, right]
        if abs(l_left - l_right) > 1e-9 * l_left:
            return None
        return float(2.0 * self.K_theta[left, right] / (l_left * l_right))

    def energy(self, left: int, right: int, torque: float) -> float:
        """Elastic energy T^2/(2 K_theta) at the balanced torque T [N m], in J."""
        return float(torque**2 / (2.0 * self.K_theta[left, right]))

    def shares(self, left: int, right: int) -> FloatArray:
        """(4,) fractions of the elastic energy in the order of SHARES; sum 1."""
        energies = self._energies[left, right]
        return np.asarray(energies / energies.sum(), dtype=float)

    def stress(self, left: int, right: int, torque: float) -> tuple[float, float] | None:
        """Largest nominal von Mises stress [Pa] at the torque [N m] and its arc length from the left tip [m].

        sigma from axial force and resultant bending, tau from torsion, at the surface of the round section; curvature
        of the bends and transverse shear are left out. None for a bar with separate plate arms.
        """
        if self.bar.plate is not None:
            return None
        stress = self._stress_per_torque[left, right]  # (m, 2)
        # the tallest within rounding, nearest the left tip: a symmetric bar names one place, not either
        first = int(np.argmax(stress.ravel() >= stress.max() * (1.0 - 1e-9)))
        element, end = divmod(first, 2)
        return float(stress[element, end] * abs(torque)), float(
            self.mesh.s[self.loads.actions.elements[element] + end]
        )

    def bushing_forces(self, left: int, right: int, torque: float) -> tuple[float, float]:
        """Radial force on the left and the right bushing, and on its bracket [N], at a balanced torque [N m].

        Limits: as if each link pulled square to its arm.
        """
        n = 2 * self.levers.shape[1]
        amounts = self.loads.amounts[n:] @ self._pair_loads[left, right] * torque
        forces = amounts.reshape(2, REACTIONS)[:, [ALONG_X, ALONG_Z]]
        return float(np.hypot(*forces[0])), float(np.hypot(*forces[1]))

    def coupled(self, left: int, right: int) -> FloatArray:
        """Symmetric (2, 2) matrix K2 with [T_L, T_R] = K2 [theta_L, theta_R] [N m/rad], both counted in one sense.

        Bonded bushings hold the bar against turning as a whole, so its two torques need not balance; K_theta is the
        value of this matrix under balanced load. Without them its determinant is zero.
        Source: docs/theory/bar.md, "Bonded bushings".
        """
        K = float(self.K_theta[left, right])
        if self.bar.bushings.torsional == 0.0:
            return frozen([[K, -K], [-K, K]])
        n = self.levers.shape[1]
        ends = [left, n + right]
        levers = np.array([self.levers[0, left], self.levers[1, right]])
        give = self.loads.flexibility[np.ix_(ends, ends)] / np.outer(levers, levers)
        if self.bar.joint is not None:
            give = give + np.eye(2) / self.bar.joint
        held = np.linalg.inv(
            give
        )  # as if the bar could not turn as a whole; both bushings let it, against their stiffness
        both = held.sum(axis=1)
        return frozen(held - np.outer(both, both) / (2.0 * self.bar.bushings.torsional + both.sum()))

    def sections(self, left: int, right: int, torque: float) -> Sections:
        """Forces on the section and nominal stress along the loaded part of the bar at a balanced torque [N m]."""
        elements, pair = self.loads.actions.elements, self._pair_loads[left, right] * torque
        at_ends = self.loads.at_ends @ pair  # (m, 2, 8)
        axial, torsion, M, F = at_ends[..., 0], at_ends[..., 1], at_ends[..., 2:5], at_ends[..., 5:]
        shear = np.sqrt(np.maximum(dot(F, F) - axial**2, 0.0))
        bending = np.sqrt(np.maximum(dot(M, M) - torsion**2, 0.0))
        stress = None if self.bar.plate is not None else frozen(self._stress_per_torque[left, right] * abs(torque))
        s = np.stack([self.mesh.s[elements], self.mesh.s[elements + 1]], axis=1)
        return Sections(frozen(s), frozen(axial), frozen(shear), frozen(torsion), frozen(bending), stress)

    def shares_with_links(self, left: int, right: int, *, give_of_links: float) -> FloatArray:
        """(5,) fractions of the whole give: those of SHARES, then the links; give_of_links: sum 1/(k l_e^2) [rad/(N m)]."""
        own = 1.0 / float(self.K_theta[left, right])
        return np.append(self.shares(left, right) * own, give_of_links) / (own + give_of_links)

    @cached_property
    def residual(self) -> float:
        """Largest relative difference between the work of the loads, by how far they move, and the energy in the bar."""
        work = 0.5 * ((self._pair_loads @ self.loads.moved) * self._pair_loads).sum(axis=-1)
        return float(np.max(np.abs(self._energies.sum(axis=-1) / work - 1.0)))

    @cached_property
    def _pair_loads(self) -> FloatArray:
        """(n, n, 2n) forces at the holes that put each pair under a balanced torque of 1 N m."""
        n = self.levers.shape[1]
        factors = np.zeros((n, n, 2 * n))
        i = np.arange(n)
        factors[i, :, i] = 1.0 / self.levers[0][:, None]
        factors[:, i, n + i] = -1.0 / self.levers[1]
        return factors

    @cached_property
    def _energies(self) -> FloatArray:
        """(n, n, 4) energies per (1 N m)^2 in the order of SHARES.

        Energy is quadratic in the loads: one matrix over the unit loads for each share, then the pairs.
        """
        loads, outside = self.loads, self.mesh.outside[self.loads.actions.elements]
        inside = 1.0 - outside
        weights = [
            (loads.measures[:, TORSION], loads.give[:, TORSION] * inside),
            (loads.measures[:, BENDING].reshape(-1, loads.measures.shape[2]),
             (loads.give[:, BENDING] * outside[:, None]).ravel()),
            (loads.reactions, loads.springs),
        ]  # fmt: skip
        pairs = self._pair_loads
        flat = loads.measures.reshape(-1, loads.measures.shape[2])
        weights.append((flat, loads.give.ravel()))
        grams = [0.5 * measure.T @ (weight[:, None] * measure) for measure, weight in weights]
        *found, total = (((pairs @ gram) * pairs).sum(axis=-1) for gram in grams)
        return np.stack([*found, total - found[0] - found[1]], axis=-1)

    @cached_property
    def _stress_per_torque(self) -> FloatArray:
        """(n, n, m, 2) nominal von Mises stress at the surface per 1 N m of balanced torque [Pa/(N m)]."""
        section = self.bar.section
        n = self.levers.shape[1]
        by_pair = self._pair_loads.reshape(n * n, -1) @ self.loads.at_ends[:, :, :5].reshape(-1, 2 * n).T
        each = by_pair.reshape(n, n, -1, 2, 5)
        axial, torsion, moment = each[..., 0], each[..., 1], each[..., 2:]
        bending = np.sqrt(np.maximum(dot(moment, moment) - torsion**2, 0.0))
        area = math.pi / 4.0 * (section.od**2 - section.bore**2)
        sigma = np.abs(axial) / area + bending * section.od / (2.0 * section.I)
        tau = torsion * section.od / (2.0 * section.J)
        return np.asarray(np.sqrt(sigma**2 + 3.0 * tau**2), dtype=float)


@lru_cache(maxsize=256)
def solve(bar: Bar) -> BarSolution:
    """Solve a bar for every pair of holes from one factorisation.

    Raises:
        InputError: at the key of `bar` that cannot be right.
        NoSolution: when the numbers are too far apart to solve.
    Source: docs/theory/bar.md, "From unit loads to K_theta"; valid for small twist and below yield.
    """
    where = layout(bar)
    grid = mesh(bar, where)
    with np.errstate(all="ignore"):  # figures without sense end in a number that is none, and are refused
        sections = constants(bar, grid)
        loads = unit_loads(grid, sections, bar.material, bar.bushings)
        twist = _twist(loads, grid.holes.shape[1])
        if bar.joint is not None:
            twist = twist + 2.0 / bar.joint  # a spline at each end, both under the whole torque
    if not ((twist > TINY) & (twist < 1.0 / TINY)).all():
        raise NoSolution("", TOO_FAR_APART)
    at = grid.nodes[grid.holes]
    mass = bar.material.density * float(sections[:, 0] @ np.diff(grid.s))
    freeze(loads)  # with the mesh in it
    return BarSolution(
        bar=bar, levers=frozen(loads.actions.levers), heights=frozen(at[..., 2]), reach=frozen(at[..., 0]),
        K_theta=frozen(1.0 / twist), mass=mass, mesh=grid, loads=loads,
    )  # fmt: skip


def _twist(loads: UnitLoads, n: int) -> FloatArray:
    """(n, n) twist between the arms of each pair of holes under a balanced torque of 1 N m [rad]."""
    l_left, l_right = loads.actions.levers[0][:, None], loads.actions.levers[1][None, :]
    own = np.diag(loads.flexibility)
    across = loads.flexibility[:n, n:] / (l_left * l_right)
    return np.asarray(own[:n, None] / l_left**2 - 2.0 * across + own[None, n:] / l_right**2, dtype=float)
