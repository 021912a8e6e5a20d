"""Timoshenko beams in space: spans by the force method, stations by the displacement method, one solve for all holes.

A station is a node with a hole or a bushing, or the end of the bar's loaded part. Between two stations nothing acts on
the bar, so the elements of a span are condensed exactly into one 6 x 6 flexibility before anything is solved; see
docs/theory/bar.md, "Spans and stations".
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, cross
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.bar.shape import Bushings
from anchor_beam.core.section.material import Material
from anchor_beam.errors import NoSolution

# Strain measures of an element, in its own axes: axial, shear along axes 1 and 2, torsion, bending about axes 1 and 2
# at mid-length, and half the difference of bending between its ends.
TORSION, BENDING = 3, slice(4, 8)


@dataclass(frozen=True, eq=False)
class UnitLoads:
    """Answer of the bar to 1 N along the direction of rotation at each hole, one hole at a time.

    Loads are ordered left holes, then right holes. levers: (2, n) [m].
    flexibility: (2n, 2n) displacement along the load direction at one hole from 1 N at another [m/N]; the free
    rotation of the whole bar is held at the left pivot (without torsionally stiff bushings).
    span_forces: (n_spans, 6, 2n) force and moment on the section at the far end of each span, global axes [N, N m].
    give: (m, 8) compliance that goes with the measures of each element. pivots: (2, 6, 2n) displacement and rotation at
    the pivots [m, rad].
    """

    spans: Spans
    levers: FloatArray
    flexibility: FloatArray
    span_forces: FloatArray
    give: FloatArray
    pivots: FloatArray

    @cached_property
    def measures(self) -> FloatArray:
        """(m, 8, 2n) section forces of each element [N, N m]; give * measures^2 / 2 is energy."""
        return np.asarray(self.spans.rows @ self.span_forces[self.spans.span], dtype=float)

    @cached_property
    def at_ends(self) -> FloatArray:
        """(m, 2, 8, 2n) at both ends of each element: axial force, torsion, moment and force on the section in global axes
        [N, N m]."""
        return np.asarray(self.spans.ends @ self.span_forces[self.spans.span][:, None], dtype=float)


@dataclass(frozen=True, eq=False)
class Spans:
    """What the spans of a mesh are, whatever its sections.

    elements: (m,) the loaded elements; span: (m,) the span of each; first: of each span, in elements. stations: (n_st,)
    nodes. rows: (m, 8, 6) strain measures of each element from force and moment at the far end of its span; ends:
    (m, 2, 8, 6) what `UnitLoads.at_ends` gives, from the same; transport: (n_spans, 6, 6) turns them into force and moment
    at the near end. loads: (6 n_st, 2n) unit loads at the holes; levers: (2, n) [m]. pivots: (2,) in stations.
    """

    elements: IntArray
    span: IntArray
    first: IntArray
    stations: IntArray
    rows: FloatArray
    ends: FloatArray
    transport: FloatArray
    loads: FloatArray
    levers: FloatArray
    pivots: IntArray


@lru_cache(maxsize=64)
def spans_of(mesh: Mesh) -> Spans:
    """Cut the loaded part of a mesh at its stations."""
    stations = np.array(
        sorted({*mesh.holes.ravel().tolist(), *mesh.pivots})
    )  # np.unique would import numpy.ma, 20 ms
    elements = np.arange(stations[0], stations[-1])
    span = np.searchsorted(stations, elements, side="right") - 1
    far = mesh.nodes[stations[1:]]
    directions, levers = rotation_at_holes(mesh)
    loads = np.zeros((len(stations), 6, mesh.holes.size))
    loads[np.searchsorted(stations, mesh.holes.ravel()), :3, np.arange(mesh.holes.size)] = directions.reshape(-1, 3)
    return Spans(
        elements=elements, span=span, first=np.searchsorted(span, np.arange(len(stations) - 1)), stations=stations,
        rows=_measures(mesh, elements, far[span]), ends=_ends(mesh, elements, far[span]),
        transport=_transport(far - mesh.nodes[stations[:-1]]),
        loads=loads.reshape(6 * len(stations), -1), levers=levers,
        pivots=np.searchsorted(stations, np.array(mesh.pivots)),
    )  # fmt: skip


def unit_loads(mesh: Mesh, constants: FloatArray, material: Material, bushings: Bushings) -> UnitLoads:
    """Solve the bar for a unit load at every hole; constants: (n, 6) of its elements.

    Raises:
        NoSolution: when the stiffness matrix is singular (numbers too far apart to solve).
    Source: derived here, docs/theory/bar.md; element flexibility from Przemieniecki, *Theory of Matrix Structural
    Analysis*, ch. 5 (beam element with shear).
    """
    spans = spans_of(mesh)
    rows, give = spans.rows, _compliance(mesh, constants, material, spans.elements)
    by_element = rows.transpose(0, 2, 1) @ (give[:, :, None] * rows)
    rigidity = np.linalg.inv(np.add.reduceat(by_element, spans.first, axis=0))
    moved = _solve(_assemble(rigidity, spans.transport), _supports(spans.pivots, bushings), spans.loads)
    by_station = moved.reshape(len(spans.stations), 6, -1)
    # force at the far end of each span from how its ends move apart
    span_forces = rigidity @ (by_station[1:] - spans.transport.transpose(0, 2, 1) @ by_station[:-1])
    return UnitLoads(
        spans=spans, levers=spans.levers, flexibility=spans.loads.T @ moved, span_forces=span_forces, give=give,
        pivots=by_station[spans.pivots],
    )  # fmt: skip


def rotation_at_holes(mesh: Mesh) -> tuple[FloatArray, FloatArray]:
    """Direction (2, n, 3) in which each hole moves when the bar turns about +y, and its lever (2, n) [m]."""
    at = mesh.nodes[mesh.holes]
    levers = np.hypot(at[..., 0], at[..., 2])
    across = np.stack([at[..., 2], np.zeros_like(levers), -at[..., 0]], axis=-1)
    return across / levers[..., None], levers


def _transport(arm: FloatArray) -> FloatArray:
    """(n, 6, 6): turns a force and moment at the tip of `arm` (n, 3) into those at its foot, moment added by arm x F."""
    out = np.zeros((len(arm), 6, 6))
    out[:, range(6), range(6)] = 1.0
    x, y, z = arm.T
    out[:, 3, 1], out[:, 3, 2] = -z, y
    out[:, 4, 0], out[:, 4, 2] = z, -x
    out[:, 5, 0], out[:, 5, 1] = -y, x
    return out


def _measures(mesh: Mesh, elements: IntArray, far: FloatArray) -> FloatArray:
    """(m, 8, 6): each element's section forces from force and moment at `far` (m, 3), the far end of its span."""
    frames, L = mesh.frames[elements], mesh.lengths[elements]
    middle = far - 0.5 * (mesh.nodes[elements] + mesh.nodes[elements + 1])
    rows = np.zeros((len(elements), 8, 6))
    rows[:, :3, :3] = frames
    rows[:, 3:6, :3] = cross(frames, middle[:, None, :])  # e . (arm x F) = (e x arm) . F
    rows[:, 3:6, 3:] = frames
    half = 0.5 * L[:, None]
    rows[:, 6, :3] = half * frames[:, 2]  # bending about axis 1 changes along the element by the shear along axis 2
    rows[:, 7, :3] = half * frames[:, 1]
    return rows


def _ends(mesh: Mesh, elements: IntArray, far: FloatArray) -> FloatArray:
    """(m, 2, 8, 6): axial force, torsion, moment and force at both ends of each element, likewise."""
    arm = far[:, None] - mesh.nodes[np.array([elements, elements + 1]).T]
    tangents = mesh.tangents[elements]
    rows = np.zeros((len(elements), 2, 8, 6))
    rows[:, :, 0, :3] = rows[:, :, 1, 3:] = tangents
    rows[:, :, 1, :3] = cross(tangents, arm)
    rows[:, :, 2:5] = _transport(arm.reshape(-1, 3)).reshape(-1, 2, 6, 6)[:, :, 3:]
    rows[:, :, (5, 6, 7), (0, 1, 2)] = 1.0
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


def _assemble(rigidity: FloatArray, transport: FloatArray) -> FloatArray:
    """(6n, 6n) stiffness of the chain of stations."""
    spans = len(rigidity)
    near = transport @ rigidity
    blocks = np.zeros((spans + 1, 6, spans + 1, 6))
    i = np.arange(spans)
    blocks[i + 1, :, i + 1, :] += rigidity
    blocks[i, :, i, :] += near @ np.swapaxes(transport, 1, 2)
    blocks[i, :, i + 1, :] -= near
    blocks[i + 1, :, i, :] -= np.swapaxes(near, 1, 2)
    return blocks.reshape(6 * (spans + 1), 6 * (spans + 1))


def _supports(pivots: IntArray, bushings: Bushings) -> tuple[list[int], list[tuple[int, float]]]:
    """Degrees of freedom that are held, and springs to ground as (degree of freedom, stiffness)."""
    left = int(pivots[0])
    held = [] if bushings.axial else [6 * left + 1]  # along the bar: no load acts there
    springs = []
    for station in map(int, pivots):
        for axis in (0, 2):
            if bushings.radial is None:
                held.append(6 * station + axis)
            else:
                springs.append((6 * station + axis, bushings.radial))
        if bushings.axial:
            springs.append((6 * station + 1, bushings.axial))
        if bushings.torsional > 0.0:
            springs.append((6 * station + 4, bushings.torsional))
    if bushings.torsional == 0.0:
        held.append(6 * left + 4)  # the free rotation of the whole bar; its reaction cancels in a balanced pair
    return held, springs


def _solve(
    stiffness: FloatArray, supports: tuple[list[int], list[tuple[int, float]]], loads: FloatArray
) -> FloatArray:
    held, springs = supports
    for place, spring in springs:
        stiffness[place, place] += spring
    loose = np.ones(len(stiffness), dtype=bool)
    loose[held] = False
    free = np.flatnonzero(loose)
    moved = np.zeros_like(loads)
    try:
        moved[free] = np.linalg.solve(stiffness[free][:, free], loads[free])
    except np.linalg.LinAlgError as problem:
        raise NoSolution("", "The bar cannot be solved: some of its dimensions are too far apart.") from problem
    if not np.isfinite(moved).all():
        raise NoSolution("", "The bar cannot be solved: some of its dimensions are too far apart.")
    return moved
