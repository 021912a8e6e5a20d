"""A second way to solve a bar, written apart from the first: plain displacement method, one big dense matrix.

Every node has six degrees of freedom, element stiffness as in Przemieniecki ch. 5, supports by elimination.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.bar.mesh import Mesh, constants, mesh
from anchor_beam.core.bar.shape import Bar, layout


def twist_stiffness(bar: Bar) -> np.ndarray:
    """(n, n) K_theta [N m/rad] of every hole pair, each pair solved on its own under its balanced load."""
    grid = mesh(bar, layout(bar))
    stiffness = _assemble(grid, bar)
    nodes, n = grid.nodes, grid.holes.shape[1]
    free = np.setdiff1d(np.arange(6 * len(nodes)), _held(grid, bar))
    inverse = np.linalg.inv(stiffness[np.ix_(free, free)])
    result = np.zeros((n, n))
    for i in range(n):
        for j in range(n):
            load = np.zeros(6 * len(nodes))
            arms = []
            for node, sign in ((grid.holes[0, i], 1.0), (grid.holes[1, j], -1.0)):
                x, _, z = nodes[node]
                lever = np.hypot(x, z)
                direction = np.array([z, 0.0, -x]) / lever
                load[6 * node : 6 * node + 3] += sign * direction / lever
                arms.append((node, direction, lever))
            moved = np.zeros_like(load)
            moved[free] = inverse @ load[free]
            turns = [moved[6 * node : 6 * node + 3] @ direction / lever for node, direction, lever in arms]
            result[i, j] = 1.0 / (turns[0] - turns[1])
    return result


def _assemble(grid: Mesh, bar: Bar) -> np.ndarray:
    size = 6 * len(grid.nodes)
    stiffness = np.zeros((size, size))
    for e, (L, frame, section) in enumerate(zip(grid.lengths, grid.frames, constants(bar, grid), strict=True)):
        turn = np.kron(np.eye(4), frame)
        local = _element(L, section, bar.material.E, bar.material.G)
        stiffness[6 * e : 6 * e + 12, 6 * e : 6 * e + 12] += turn.T @ local @ turn
    for node in grid.pivots:
        if bar.bushings.radial is not None:
            for axis in (0, 2):
                stiffness[6 * node + axis, 6 * node + axis] += bar.bushings.radial
        stiffness[6 * node + 4, 6 * node + 4] += bar.bushings.torsional
    return stiffness


def _held(grid: Mesh, bar: Bar) -> list[int]:
    left = 6 * grid.pivots[0]
    held = [left + 1]
    if bar.bushings.torsional == 0.0:
        held.append(left + 4)
    if bar.bushings.radial is None:
        held += [6 * node + axis for node in grid.pivots for axis in (0, 2)]
    return held


def _element(L: float, constants: np.ndarray, E: float, G: float) -> np.ndarray:
    area, I_1, I_2, J, k_1, k_2 = constants
    k = np.zeros((12, 12))
    for i, rigidity in ((0, E * area / L), (3, G * J / L)):
        k[np.ix_([i, i + 6], [i, i + 6])] += rigidity * np.array([[1, -1], [-1, 1]])
    for v, r, sign, inertia, shear in ((1, 5, 1.0, I_1, k_1), (2, 4, -1.0, I_2, k_2)):
        phi = 12.0 * E * inertia / (shear * G * area * L**2)
        s = sign * L
        block = np.array([
            [12, 6 * s, -12, 6 * s],
            [6 * s, (4 + phi) * L**2, -6 * s, (2 - phi) * L**2],
            [-12, -6 * s, 12, -6 * s],
            [6 * s, (2 - phi) * L**2, -6 * s, (4 + phi) * L**2],
        ])  # fmt: skip
        places = [v, r, v + 6, r + 6]
        k[np.ix_(places, places)] += E * inertia / ((1 + phi) * L**3) * block
    return k
