"""Timoshenko beams in space, one banded factorisation for every hole."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from scipy.linalg.lapack import dpbtrf, dpbtrs

from anchor_beam.core.arrays import FloatArray, IntArray
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.bar.shape import Bushings
from anchor_beam.core.section.material import Material
from anchor_beam.errors import NoSolution

BAND = 12  # stored diagonals: two nodes of six degrees of freedom


@dataclass(frozen=True, eq=False)
class UnitLoads:
    """Answer of the bar to 1 N along the direction of rotation at each hole, one hole at a time.

    Loads are ordered left holes, then right holes. directions: (2, n, 3). levers: (2, n) [m].
    flexibility: (2n, 2n) displacement along the load direction at one hole from 1 N at another [m/N]; the free
    rotation of the whole bar is held at the left pivot (without torsionally stiff bushings).
    forces: (n_el, 2, 6, 2n) force and moment on the section at both ends of each element, global axes [N, N m].
    pivots: (2, 6, 2n) displacement and rotation at the pivots [m, rad].
    """

    directions: FloatArray
    levers: FloatArray
    flexibility: FloatArray
    forces: FloatArray
    pivots: FloatArray


def unit_loads(mesh: Mesh, material: Material, bushings: Bushings) -> UnitLoads:
    """Solve the bar for a unit load at every hole.

    Raises:
        NoSolution: when the stiffness matrix is singular (numbers too far apart to solve).
    Source: Przemieniecki, *Theory of Matrix Structural Analysis*, ch. 5 (beam element with shear).
    """
    local = element_stiffness(mesh, material)
    turn = _block_diagonal(mesh.frames)
    stiffness = np.swapaxes(turn, 1, 2) @ local @ turn
    directions, levers = rotation_at_holes(mesh)
    loads = _loads(mesh, directions)
    displacement = _solve(_banded(stiffness), _supports(mesh, bushings), loads)
    by_element = displacement[_element_rows(len(mesh.lengths))]  # (n_el, 12, 2n)
    ends = (stiffness @ by_element).reshape(len(mesh.lengths), 2, 6, -1)
    ends[:, 0] *= -1.0  # the face at the start looks back: turn both to the same sign
    return UnitLoads(
        directions=directions,
        levers=levers,
        flexibility=loads.T @ displacement,
        forces=ends,
        pivots=np.stack([displacement[6 * node : 6 * node + 6] for node in mesh.pivots]),
    )


def rotation_at_holes(mesh: Mesh) -> tuple[FloatArray, FloatArray]:
    """Direction (2, n, 3) in which each hole moves when the bar turns about +y, and its lever (2, n) [m]."""
    at = mesh.nodes[mesh.holes]
    radius = at * (1.0, 0.0, 1.0)
    levers = np.linalg.norm(radius, axis=-1)
    across = np.stack([radius[..., 2], np.zeros_like(levers), -radius[..., 0]], axis=-1)
    return across / levers[..., None], levers


def element_stiffness(mesh: Mesh, material: Material) -> FloatArray:
    """(n_el, 12, 12) stiffness in each element's own axes; order u, v, w, rx, ry, rz at both ends.

    v is along section axis 1 (bends with I_1), w along axis 2 (bends with I_2).
    """
    L = mesh.lengths
    area, I_1, I_2, J, k_1, k_2 = mesh.constants.T
    E, G = material.E, material.G
    k = np.zeros((len(L), 12, 12))
    for i, rigidity in ((0, E * area / L), (3, G * J / L)):
        k[:, i, i] = k[:, i + 6, i + 6] = rigidity
        k[:, i, i + 6] = k[:, i + 6, i] = -rigidity
    for v, r, sign, inertia, shear in ((1, 5, 1.0, I_1, k_1), (2, 4, -1.0, I_2, k_2)):
        phi = 12.0 * E * inertia / (shear * G * area * L**2)
        a = E * inertia / (1.0 + phi)
        force, couple = 12.0 * a / L**3, sign * 6.0 * a / L**2
        near, far = (4.0 + phi) * a / L, (2.0 - phi) * a / L
        for p, q, value in (
            (v, v, force), (v + 6, v + 6, force), (v, v + 6, -force),
            (v, r, couple), (v, r + 6, couple), (v + 6, r, -couple), (v + 6, r + 6, -couple),
            (r, r, near), (r + 6, r + 6, near), (r, r + 6, far),
        ):  # fmt: skip
            k[:, p, q] = value
            k[:, q, p] = value
    return k


def _block_diagonal(frames: FloatArray) -> FloatArray:
    turn = np.zeros((len(frames), 12, 12))
    for i in range(0, 12, 3):
        turn[:, i : i + 3, i : i + 3] = frames
    return turn


@lru_cache(maxsize=64)
def _element_rows(n: int) -> IntArray:
    """(n, 12) degrees of freedom of each element of a chain."""
    return 6 * np.arange(n)[:, None] + np.arange(12)[None, :]


@lru_cache(maxsize=64)
def _band_places(n: int) -> tuple[IntArray, IntArray, IntArray]:
    """Where the lower triangle of each element lands in the flattened band storage."""
    row, column = np.tril_indices(12)
    place = (row - column) * 6 * (n + 1) + column
    return row, column, place[None, :] + 6 * np.arange(n)[:, None]


def _banded(stiffness: FloatArray) -> FloatArray:
    """Lower band storage (12, 6(n+1)) of the chain's stiffness matrix."""
    n = len(stiffness)
    row, column, place = _band_places(n)
    flat = np.bincount(place.ravel(), stiffness[:, row, column].ravel(), minlength=BAND * 6 * (n + 1))
    return np.asarray(flat, dtype=float).reshape(BAND, 6 * (n + 1))


def _supports(mesh: Mesh, bushings: Bushings) -> tuple[list[int], list[tuple[int, float]]]:
    """Degrees of freedom that are held, and springs to ground as (degree of freedom, stiffness)."""
    left, right = mesh.pivots
    held = [6 * left + 1]  # along the bar: no load acts there
    springs = []
    for node in (left, right):
        for axis in (0, 2):
            if bushings.radial is None:
                held.append(6 * node + axis)
            else:
                springs.append((6 * node + axis, bushings.radial))
        if bushings.torsional > 0.0:
            springs.append((6 * node + 4, bushings.torsional))
    if bushings.torsional == 0.0:
        held.append(6 * left + 4)  # the free rotation of the whole bar; its reaction cancels in a balanced pair
    return held, springs


def _loads(mesh: Mesh, directions: FloatArray) -> FloatArray:
    n = mesh.holes.shape[1]
    loads = np.zeros((6 * len(mesh.nodes), 2 * n))
    for column, node in enumerate(mesh.holes.ravel()):
        loads[6 * node : 6 * node + 3, column] = directions.reshape(-1, 3)[column]
    return loads


def _solve(band: FloatArray, supports: tuple[list[int], list[tuple[int, float]]], loads: FloatArray) -> FloatArray:
    held, springs = supports
    for place, stiffness in springs:
        band[0, place] += stiffness
    for place in held:
        reach = min(BAND, band.shape[1] - place)
        band[1:reach, place] = 0.0
        for k in range(1, min(BAND, place + 1)):
            band[k, place - k] = 0.0
        band[0, place] = 1.0
    right = loads.copy()
    right[held] = 0.0
    factor, failed = dpbtrf(band, lower=1)
    if failed:
        raise NoSolution("", "The bar cannot be solved: some of its dimensions are too far apart.")
    solution, _ = dpbtrs(factor, right, lower=1)
    return np.asarray(solution, dtype=float)
