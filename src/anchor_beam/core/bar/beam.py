"""Timoshenko beams in space by the force method: what acts on a bar, and the forces on its sections by statics.

A bar hangs on two bushings. Six reactions hold it, springs in the bushings add at most two more, so that few unknowns
remain whatever the number of elements, and the forces of a unit load do not change with the section; see
docs/theory/bar.md, "Section forces and reactions".
"""

from __future__ import annotations

from functools import cached_property, lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, cross, frozen
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.bar.shape import Bushings
from anchor_beam.core.section.material import Material
from anchor_beam.errors import NoSolution
from anchor_beam.immutable import immutable

# Strain measures of an element, in its own axes: axial, shear along axes 1 and 2, torsion, bending about axes 1 and 2
# at mid-length, and half the difference of bending between its ends.
TORSION, BENDING = 3, slice(4, 8)
# Unit reactions of a bushing: force along x, y and z, moment about y.
ALONG_X, ALONG_Y, ALONG_Z, ABOUT_Y, REACTIONS = *range(4), 4
UNIT_REACTIONS = np.tile(np.eye(6)[[0, 1, 2, 4]], (2, 1))  # of both bushings, force and moment
TOO_FAR_APART = "The bar cannot be solved: some of its dimensions are too far apart."


@immutable(eq=False)
class Actions:
    """What can act on a bar of this mesh: the unit loads at its holes, left then right, then the unit reactions of its left
    and its right bushing; j of them in all. Moments are about the origin.

    elements: (m,) those between the outermost holes, which carry load. levers: (2, n) of the holes [m]. wrenches: (6, j)
    force and moment of each action. beyond: (m, j) 1 where it acts beyond the element, towards the right tip, else 0.
    measures: (8 m, j) strain measures of each element from each action.
    """

    elements: IntArray
    levers: FloatArray
    wrenches: FloatArray
    beyond: FloatArray
    measures: FloatArray


@immutable(eq=False)
class UnitLoads:
    """Answer of the bar to 1 N along the direction of rotation at each hole, one hole at a time.

    Loads are ordered left holes, then right holes. flexibility: (2n, 2n) displacement along the load direction at one hole
    from 1 N at another [m/N], the bar held from turning as a whole: at the left pivot, with torsionally stiff bushings in
    the mean of both. amounts: (j, 2n) of every action under each load. give: (m, 8) compliance that goes with the measures
    of each element. reactions: (a, 2n) those that hold the bar [N, N m], springs: (a,) the give of their bushings [m/N,
    rad/(N m)]. apart: (j, j) displacement along every action from every other, as if the left tip were clamped; clamp:
    (6, 2n) the movement of that clamp under each load [m, rad].
    """

    mesh: Mesh
    actions: Actions
    flexibility: FloatArray
    amounts: FloatArray
    give: FloatArray
    reactions: FloatArray
    springs: FloatArray
    apart: FloatArray
    clamp: FloatArray

    @cached_property
    def measures(self) -> FloatArray:
        """(m, 8, 2n) section forces of each element [N, N m]; give * measures^2 / 2 is energy."""
        each = self.actions.measures @ self.amounts
        return np.asarray(each.reshape(-1, 8, each.shape[1]), dtype=float)

    @property
    def moved(self) -> FloatArray:
        """(2n, 2n) the same as flexibility, but from how far the holes move instead of from the energy [m/N]."""
        n = self.amounts.shape[1]
        return np.asarray(self.apart[:n] @ self.amounts + self.actions.wrenches[:, :n].T @ self.clamp, dtype=float)

    @cached_property
    def on_sections(self) -> FloatArray:
        """(m, 6, 2n) force on the sections of each element [N], and moment about the origin [N m]."""
        acting = self.actions
        return np.asarray((acting.beyond[:, None] * acting.wrenches) @ self.amounts, dtype=float)

    @cached_property
    def at_ends(self) -> FloatArray:
        """(m, 2, 8, 2n) at both ends of each element: axial force, torsion, moment and force on the section in global axes
        [N, N m]."""
        return np.asarray(_ends(self.mesh, self.actions.elements) @ self.on_sections[:, None], dtype=float)


@lru_cache(maxsize=64)
def actions(mesh: Mesh) -> Actions:
    """What can act on a mesh, whatever the sections of the bar."""
    holes, pivots = mesh.holes.ravel(), np.array(mesh.pivots)
    elements = np.arange(holes.min(), holes.max())
    directions, levers = rotation_at_holes(mesh)
    nodes = np.concatenate([holes, pivots.repeat(REACTIONS)])
    wrenches = np.zeros((len(nodes), 6))
    wrenches[: len(holes), :3] = directions.reshape(-1, 3)
    wrenches[len(holes) :] = UNIT_REACTIONS
    wrenches[:, 3:] += cross(mesh.nodes[nodes], wrenches[:, :3])
    beyond = (nodes > elements[:, None]).astype(float)
    reaching = (_measures(mesh, elements).reshape(-1, 6) @ wrenches.T).reshape(len(elements), 8, -1)
    measures = (reaching * beyond[:, None]).reshape(-1, len(nodes))
    return Actions(elements, levers, wrenches.T, beyond, measures)


def unit_loads(mesh: Mesh, constants: FloatArray, material: Material, bushings: Bushings) -> UnitLoads:
    """Solve the bar for a unit load at every hole; constants: (n, 6) of its elements.

    Raises:
        NoSolution: when the numbers are too far apart to solve.
    Source: derived here, docs/theory/bar.md; element flexibility from Przemieniecki, *Theory of Matrix Structural
    Analysis*, ch. 5 (beam element with shear).
    """
    acting, n = actions(mesh), mesh.holes.size
    give = _compliance(mesh, constants, material, acting.elements)
    apart = acting.measures.T @ (give.reshape(-1, 1) * acting.measures)  # (j, j), as if clamped at the left tip
    held, springs = _supports(bushings)
    a = len(springs)
    # what the bushings give, and statics; the other unknowns are the movement of the clamp
    system = np.zeros((a + 6, a + 6))
    system[:a, :a] = held @ apart[n:, n:] @ held.T + np.diag(springs)
    system[a:, :a] = acting.wrenches[:, n:] @ held.T
    system[:a, a:] = system[a:, :a].T
    right = np.concatenate([held @ apart[n:, :n], acting.wrenches[:, :n]])
    try:
        solved = -np.linalg.solve(system, right)
    except np.linalg.LinAlgError as problem:
        raise NoSolution("", TOO_FAR_APART) from problem
    reactions, clamp = solved[:a], solved[a:]
    amounts = np.concatenate([np.eye(n), held.T @ reactions])
    flexibility = amounts.T @ (apart @ amounts) + reactions.T @ (springs[:, None] * reactions)
    if not np.isfinite(flexibility).all():
        raise NoSolution("", TOO_FAR_APART)
    return UnitLoads(mesh, acting, flexibility, amounts, give, reactions, springs, apart, clamp)


def rotation_at_holes(mesh: Mesh) -> tuple[FloatArray, FloatArray]:
    """Direction (2, n, 3) in which each hole moves when the bar turns about +y, and its lever (2, n) [m]."""
    at = mesh.nodes[mesh.holes]
    levers = np.hypot(at[..., 0], at[..., 2])
    across = np.stack([at[..., 2], np.zeros_like(levers), -at[..., 0]], axis=-1)
    return across / levers[..., None], levers


def _measures(mesh: Mesh, elements: IntArray) -> FloatArray:
    """(m, 8, 6): each element's section forces from force and moment about the origin."""
    frames, L = mesh.frames[elements], mesh.lengths[elements]
    middle = 0.5 * (mesh.nodes[elements] + mesh.nodes[elements + 1])
    rows = np.zeros((len(elements), 8, 6))
    rows[:, :3, :3] = frames
    rows[:, 3:6, :3] = cross(middle[:, None, :], frames)  # e . (M - x cross F) = e . M + (x cross e) . F
    rows[:, 3:6, 3:] = frames
    half = 0.5 * L[:, None]
    rows[:, 6, :3] = half * frames[:, 2]  # bending about axis 1 changes along the element by the shear along axis 2
    rows[:, 7, :3] = half * frames[:, 1]
    return rows


def _ends(mesh: Mesh, elements: IntArray) -> FloatArray:
    """(m, 2, 8, 6): axial force, torsion, moment and force at both ends of each element, likewise."""
    x = mesh.nodes[np.array([elements, elements + 1]).T]
    tangents = mesh.tangents[elements]
    rows = np.zeros((len(elements), 2, 8, 6))
    rows[:, :, 0, :3] = rows[:, :, 1, 3:] = tangents
    rows[:, :, 1, :3] = cross(x, tangents)
    rows[:, :, (2, 3, 4, 5, 6, 7), (3, 4, 5, 0, 1, 2)] = 1.0
    rows[:, :, (2, 3, 4), (1, 2, 0)], rows[:, :, (2, 3, 4), (2, 0, 1)] = x[..., (2, 0, 1)], -x[..., (1, 2, 0)]
    return rows


def _compliance(mesh: Mesh, constants: FloatArray, material: Material, elements: IntArray) -> FloatArray:
    """(m, 8) compliance that goes with each measure; bending is linear along an element, hence the thirds."""
    area, I_1, I_2, J, k_1, k_2 = constants[elements].T
    L, E, G = mesh.lengths[elements], material.E, material.G
    shear = L / (G * area)
    about_1, about_2 = L / (E * I_2), L / (E * I_1)  # I_1 bends along axis 1, that is about axis 2
    return np.stack(
        [L / (E * area), shear / k_1, shear / k_2, L / (G * J), about_1, about_2, about_1 / 3.0, about_2 / 3.0],
        axis=1,
    )


@lru_cache(maxsize=64)
def _supports(bushings: Bushings) -> tuple[FloatArray, FloatArray]:
    """The reactions that hold the bar, made of those of both bushings (a, 8), and the give of each (a,).

    Held rigidly, and without a part in a balanced pair: the bar along y at the left one where no bushing has a collar, for
    no load acts there, and its turning as a whole. How far soft bushings let it turn is no matter of the bar's own give; a
    tiny stiffness would drown that.
    """
    held: list[tuple[FloatArray, float]] = []
    each = np.eye(2 * REACTIONS)
    for place in (0, REACTIONS):
        radial = 0.0 if bushings.radial is None else 1.0 / bushings.radial
        held += [(each[place + ALONG_X], radial), (each[place + ALONG_Z], radial)]
        if bushings.axial:
            held.append((each[place + ALONG_Y], 1.0 / bushings.axial))
    if not bushings.axial:
        held.append((each[ALONG_Y], 0.0))
    left, right = each[ABOUT_Y], each[REACTIONS + ABOUT_Y]
    if bushings.torsional:
        held += [(0.5 * (left + right), 0.0), (left - right, 2.0 / bushings.torsional)]
    else:
        held.append((left, 0.0))
    return np.array([row for row, _ in held]), frozen([give for _, give in held])
