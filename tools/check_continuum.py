"""Compare stress and stiffness of bars with their bends as solids: quadratic hexahedra of a finite-element library.

Outside the normal suite, in an environment of its own; takes two to three minutes and 6 GB a bar:
    python3 -m venv /tmp/external && /tmp/external/bin/pip install -e . scikit-fem==12.0.2 scipy
    /tmp/external/bin/python tools/check_continuum.py
Writes docs/theory/continuum.md and prints the same table.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise
from pathlib import Path

import numpy as np
from scipy.linalg import solveh_banded
from skfem import Basis, BilinearForm, ElementHex2, ElementVector, MeshHex, MeshHex2
from skfem.helpers import ddot, sym_grad, trace

from anchor_beam.core.bar.path import Arc, Vertex, lay
from anchor_beam.core.bar.peak import peak_stress
from anchor_beam.core.bar.shape import Bar, layout
from anchor_beam.core.bar.softening import oval_softening
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.section.shapes import Round

OUT = Path(__file__).resolve().parent.parent / "docs" / "theory" / "continuum.md"
TORQUE = 250.0  # N m
FINE, COARSE = 2.5e-3, 14e-3  # m along the bar: in and beside the bend, elsewhere
AROUND = 24  # elements around the section
NEEDLE = 0.15  # of the diameter, bored out of a solid bar so that one kind of mesh does; 0.05 % of its stiffness


def u_bar(od: float, wall: float | None, radius: float, arm: float = 250, half: float = 500, out: float = 0) -> Bar:
    """A flat bar, figures in mm; `out`: how far the tips stand outside the corners."""
    path = [(arm, half + out, 0.0), (0.0, half, radius), (0.0, -half, radius), (arm, -half - out, 0.0)]
    vertices = tuple(Vertex((x / 1e3, y / 1e3, 0.0), r / 1e3) for x, y, r in path)
    section = Round(od / 1e3, None if wall is None else wall / 1e3)
    return Bar(section, vertices, (half / 1e3 - 0.12, 0.12 - half / 1e3), (0.0,))


CASES = {
    "solid 22, bend 30 (reference bar 01: 260.8 MPa there)": u_bar(22, None, 30),
    "solid 25.4, bend 32": u_bar(25.4, None, 32),
    "tube 25.4 x 5, bend 32": u_bar(25.4, 5, 32),
    "tube 25.4 x 4, bend 40": u_bar(25.4, 4, 40),
    "tube 25.4 x 3, bend 45": u_bar(25.4, 3, 45),
    "tube 22 x 2.5, bend 30": u_bar(22, 2.5, 30),
    "tube 28.6 x 3, bend 50, splayed": u_bar(28.6, 3, 50, arm=270, half=470, out=60),
}


@dataclass(frozen=True, eq=False)
class Solid:
    """Half a bar, from its left tip to its middle. s: (n,) arc length of each degree of freedom [m]; axis: its direction."""

    mesh: MeshHex2
    flat: MeshHex2
    basis: Basis
    s: np.ndarray
    axis: np.ndarray


def solid(bar: Bar) -> Solid:
    """Sweep a ring of elements along the centreline."""
    line = lay(bar.path)
    arc = next(piece for piece in line.pieces if isinstance(piece, Arc))
    od, pivot, middle = bar.section.od, layout(bar).pivots[0], 0.5 * line.length
    bend = (max(arc.s0 - 2 * od, od), min(arc.s1 + 2 * od, pivot - 1.2 * od))
    marks = [0.0, bend[0], arc.s0, arc.s1, bend[1], pivot, middle]
    s = [0.0]
    for a, b in pairwise(marks):
        step = FINE if bend[0] <= a and b <= bend[1] else COARSE
        s += np.linspace(a, b, 1 + max(1, math.ceil((b - a) / step)))[1:].tolist()
    radii = np.linspace(0.5 * (bar.section.bore or NEEDLE * od), 0.5 * od, 3 if bar.section.bore else 4)
    turns = 2 * math.pi * np.arange(AROUND) / AROUND
    points = [(r * math.cos(t), r * math.sin(t), x) for x in s for r in radii for t in turns]

    def node(k: int, j: int, i: int) -> int:
        return (k * len(radii) + j) * AROUND + i % AROUND

    corners = [(0, 0, 0), (1, 0, 0), (0, 0, 1), (0, 1, 0), (1, 0, 1), (1, 1, 0), (0, 1, 1), (1, 1, 1)]
    cells = [
        [node(k + dk, j + dj, i + di) for dk, dj, di in corners]
        for k in range(len(s) - 1) for j in range(len(radii) - 1) for i in range(AROUND)
    ]  # fmt: skip
    flat = MeshHex2.from_mesh(MeshHex(np.array(points).T, np.array(cells).T))
    x, y, along = flat.doflocs
    turn, radius = np.arctan2(y, x), np.hypot(x, y)
    between = np.abs(np.mod(turn * AROUND / (2 * math.pi) + 1e-9, 1.0) - 0.5) < 0.01
    radius = np.where(between, radius / math.cos(math.pi / AROUND), radius)  # from the chord out to the circle
    centre, tangent = np.zeros((3, along.size)), np.zeros((3, along.size))
    for piece in line.pieces:
        here = (along >= piece.s0 - 1e-12) & (along <= piece.s1 + 1e-12)
        centre[:, here], tangent[:, here] = (value.T for value in piece.along(along[here]))
    up = np.array([0.0, 0.0, 1.0])[:, None]
    side = np.cross(up, tangent, axis=0)
    mesh = MeshHex2(centre + radius * (np.cos(turn) * side + np.sin(turn) * up), flat.t)
    element = ElementVector(ElementHex2())
    basis = Basis(mesh, element, intorder=5)
    axis = np.empty(basis.N, dtype=int)
    for dofs in (basis.nodal_dofs, basis.edge_dofs, basis.facet_dofs, basis.interior_dofs):
        for i in range(3):
            axis[dofs[i]] = i
    return Solid(mesh, flat, basis, Basis(flat, element, intorder=1).doflocs[2], axis)


def continuum(bar: Bar) -> tuple[float, float]:
    """K_theta [N m/rad] and the highest von Mises stress away from hole and pivot [Pa].

    The middle is the plane of antisymmetry; the bushing holds the mean of its section; the link's force is spread over the
    tip's face.
    """
    half, E, G = solid(bar), bar.material.E, bar.material.G
    lame, s, axis = G * (E - 2 * G) / (3 * G - E), half.s, half.axis
    pivot, arm, middle = layout(bar).pivots[0], bar.path[0].at[0], s.max()

    @BilinearForm
    def energy(u, v, _):  # type: ignore[no-untyped-def]
        a, b = sym_grad(u), sym_grad(v)
        return lame * trace(a) * trace(b) + 2.0 * G * ddot(a, b)

    matrix = energy.assemble(half.basis).tocoo()
    rows, cols, values = [matrix.row], [matrix.col], [matrix.data]
    stiff = 1e2 * E * bar.section.od

    def hold(dofs: np.ndarray, each: bool) -> None:
        first, second = (dofs, dofs) if each else (m.ravel() for m in np.meshgrid(dofs, dofs))
        rows.append(first), cols.append(second)
        values.append(np.full(first.size, 1e3 * stiff if each else stiff / dofs.size**2))

    for i in (0, 2):
        hold(np.flatnonzero((np.abs(s - pivot) < 1e-9) & (axis == i)), each=False)
        hold(np.flatnonzero((s > middle - 1e-9) & (axis == i)), each=True)
    hold(np.flatnonzero((s > middle - 1e-9) & (axis == 1)), each=False)
    face = np.flatnonzero((s < 1e-9) & (axis == 2))
    load = np.zeros(s.size)
    load[face] = TORQUE / arm / face.size
    order = np.argsort(s, kind="stable")
    rank = np.empty_like(order)
    rank[order] = np.arange(order.size)
    row, col = rank[np.concatenate(rows)], rank[np.concatenate(cols)]
    lower = row >= col
    band = np.zeros((int((row - col).max()) + 1, s.size))
    np.add.at(band, ((row - col)[lower], col[lower]), np.concatenate(values)[lower])
    moved = np.empty(s.size)
    moved[order] = solveh_banded(band, load[order], lower=True, overwrite_ab=True)
    twist = 2.0 * float(load @ moved) / TORQUE  # rad, both halves
    stress, where = _von_mises(half, moved, lame, bar.material.G)
    away = (where > bar.section.od) & (np.abs(where - pivot) > bar.section.od)
    return TORQUE / twist, float(stress[away].max())


def _von_mises(half: Solid, moved: np.ndarray, lame: float, shear: float) -> tuple[np.ndarray, np.ndarray]:
    """Stress [Pa] at every node, the mean of its elements, and the node's arc length [m]."""
    nodes = ElementHex2().doflocs.T
    at_nodes = Basis(half.mesh, ElementVector(ElementHex2()), quadrature=(nodes, np.ones(nodes.shape[1])))
    slope = at_nodes.interpolate(moved).grad
    strain = 0.5 * (slope + slope.transpose(1, 0, 2, 3))
    stress = 2.0 * shear * strain + lame * np.einsum("iinq->nq", strain) * np.eye(3)[:, :, None, None]
    scalar = Basis(half.flat, ElementHex2(), intorder=1)
    each = scalar.element_dofs.T.ravel()
    mean = np.zeros((3, 3, scalar.N))
    for i in range(3):
        for j in range(3):
            np.add.at(mean[i, j], each, stress[i, j].ravel())
    mean /= np.bincount(each)
    shear_free = mean - np.einsum("iin->n", mean) / 3.0 * np.eye(3)[:, :, None]
    return np.sqrt(1.5 * (shear_free**2).sum(axis=(0, 1))), scalar.doflocs[2]


def main() -> None:
    """Write and print the table."""
    lines = [
        "# Bends as solids",
        "",
        "Made by `tools/check_continuum.py`, outside the test suite: half a bar of quadratic hexahedra (scikit-fem), 24",
        "around the section and 2.5 mm long in the bend, at a torque of 250 N m. A mesh this coarse reads about 1 % low: the",
        "reference bar in the first line shows it. Lengths in mm, stress in MPa, K_theta in N m/rad. That of the beam is to",
        "be read with the softening by ovalisation, an upper estimate.",
        "",
        "| bar | nominal | peak | solid | difference | K_theta | solid | softer by | ours |",
        "|---|---:|---:|---:|---:|---:|---:|---:|---:|",
    ]
    for name, bar in CASES.items():
        beam = solve(bar)
        peak, nominal = peak_stress(beam, 0, 0, TORQUE).stress, beam.stress(0, 0, TORQUE)
        assert peak is not None
        assert nominal is not None
        stiffness, highest = continuum(bar)
        K = float(beam.K_theta[0, 0])
        softer = (1.0 - stiffness / K, oval_softening(beam, 0, 0))
        figures = (
            *(f"{value / 1e6:.1f}" for value in (nominal[0], peak, highest)), f"{100 * (peak / highest - 1):+.1f} %",
            f"{K:.1f}", f"{stiffness:.1f}", *(f"{100 * part:.2f} %" for part in softer),
        )  # fmt: skip
        lines.append(f"| {name} | " + " | ".join(figures) + " |")
        print(lines[-1], flush=True)
    OUT.write_text("\n".join(lines) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
