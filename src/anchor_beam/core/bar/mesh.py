"""Cutting a bar into straight beam elements.

Axes are those of the car: x forward, y left, z up, origin midway between the pivots. Nodes lie at every hole, pivot
and joint of the bar, and along its arcs every 6 deg at most. An element between two nodes is a straight chord. Its
frame has the chord first, then the direction in which the load bends it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, cross, dot, lengths_of
from anchor_beam.core.bar.path import SAME_PLACE, Arc, Piece, Straight
from anchor_beam.core.bar.shape import Bar, LaidBar
from anchor_beam.core.section.shapes import SectionConstants
from anchor_beam.immutable import immutable

ARC_STEP = math.radians(6.0)  # chords of 6 deg put K_theta within 0.02 % of the converged value


@immutable(eq=False)
class Mesh:
    """Nodes and elements of one bar, whatever its section.

    s: (n+1,) arc length of each node [m]. nodes: (n+1, 3) [m]. tangents: (n, 2, 3) true tangent of the centreline
    at both ends of each element. lengths: (n,) [m]. frames: (n, 3, 3) rows are the element's axis, the section's
    axis 1 and its axis 2. outside: (n,) 1 outside the pivots, else 0. plate: (n,) 1 where the element is a separate arm.
    from_tip: (n,) arc length to the nearer tip [m]. holes: (2, n_holes) node of each hole. pivots: nodes.
    """

    s: FloatArray
    nodes: FloatArray
    tangents: FloatArray
    lengths: FloatArray
    frames: FloatArray
    outside: FloatArray
    plate: IntArray
    from_tip: FloatArray
    holes: IntArray
    pivots: tuple[int, int]


def mesh(bar: Bar, where: LaidBar) -> Mesh:
    """Cut the bar at every hole, pivot and joint, and its arcs into chords of at most 6 deg."""
    return _cut(where, bar.plate is not None, 0.0 if bar.ends is None else bar.ends.length)


@lru_cache(maxsize=64)
def _cut(where: LaidBar, plate_arms: bool, forged_length: float) -> Mesh:
    """Kept while a section is tried, as the layout is."""
    total = where.line.length
    forged = [forged_length, total - forged_length] if forged_length else []
    cuts = _cuts(where.line.pieces, [*where.pivots, *where.holes[0], *where.holes[1], *forged])
    s = np.concatenate([cuts[0][1][:1], *(at[1:] for _, at in cuts)])
    placed = [piece.along(at) for piece, at in cuts]
    nodes = np.concatenate([placed[0][0][:1], *(points[1:] for points, _ in placed)])
    chords = nodes[1:] - nodes[:-1]
    lengths = lengths_of(chords)
    middle = 0.5 * (s[:-1] + s[1:])
    outside = (middle < where.pivots[0]) | (middle > where.pivots[1])
    last = max(piece.segment for piece in where.line.straights())
    return Mesh(
        s=s, nodes=nodes, lengths=lengths,
        tangents=np.stack([np.concatenate([t[:-1] for _, t in placed]), np.concatenate([t[1:] for _, t in placed])], axis=1),
        frames=_frames(chords / lengths[:, None], nodes, middle < 0.5 * total),
        outside=outside.astype(float), plate=_plate_elements(cuts, (0, last) if plate_arms else ()),
        from_tip=np.minimum(middle, total - middle),
        holes=_nodes(s, where.holes), pivots=tuple(_nodes(s, where.pivots).tolist()),
    )  # fmt: skip


def _cuts(pieces: tuple[Piece, ...], stations: list[float]) -> list[tuple[Piece, FloatArray]]:
    """Each piece with the arc lengths of its nodes, both ends included."""
    cuts: list[tuple[Piece, FloatArray]] = []
    for piece in pieces:
        inner = sorted(at for at in stations if piece.s0 + SAME_PLACE < at < piece.s1 - SAME_PLACE)
        if isinstance(piece, Arc):
            n = max(2, math.ceil(piece.angle / ARC_STEP))
            inner = sorted([*inner, *(piece.s0 + piece.length * i / n for i in range(1, n))])
        nodes = [piece.s0]
        nodes += [at for before, at in zip([piece.s0, *inner], inner, strict=False) if at - before > SAME_PLACE]
        cuts.append((piece, np.array([*nodes, piece.s1])))
    return cuts


def _nodes(s: FloatArray, at: Sequence[float] | Sequence[Sequence[float]]) -> IntArray:
    """The nodes nearest to arc lengths."""
    return np.asarray(np.abs(s - np.array(at)[..., None]).argmin(axis=-1), dtype=np.intp)


def _plate_elements(cuts: list[tuple[Piece, FloatArray]], arms: tuple[int, ...]) -> IntArray:
    """1 for each element of a separate arm, 0 for the rest."""
    kinds = [isinstance(piece, Straight) and piece.segment in arms for piece, _ in cuts]
    return np.repeat(np.array(kinds, dtype=np.intp), [len(at) - 1 for _, at in cuts])


def constants(bar: Bar, grid: Mesh) -> FloatArray:
    """(n, 6) of every element: area, I_1, I_2, J, k_1, k_2."""
    poisson = bar.material.poisson
    kinds: list[SectionConstants] = [bar.section.constants(poisson)]
    if bar.plate is not None:
        kinds.append(bar.plate.constants(poisson))
    table = np.array([(k.area, k.I_1, k.I_2, k.J, k.k_1, k.k_2) for k in kinds])
    found: FloatArray = table[grid.plate]
    if bar.ends is not None:
        stiffer = np.where(grid.from_tip < bar.ends.length, bar.ends.factor, 1.0)
        found[:, 1:4] *= stiffer[:, None]
    return found


def _frames(axes: FloatArray, nodes: FloatArray, left: FloatArray) -> FloatArray:
    """Section axis 1 lies along the load: square to the axis, in the sense of the arm's rotation about y."""
    tips = np.where(left[:, None], nodes[0], nodes[-1])
    load = tips[:, ::-1] * (1.0, 0.0, -1.0)
    first = load - dot(load, axes)[:, None] * axes
    size = lengths_of(first)
    along_load = size < 1e-9  # any direction will do there: the section is round
    if along_load.any():
        first[along_load] = cross(axes[along_load], np.array([0.0, 1.0, 0.0]))
        size = lengths_of(first)
    frames = np.empty((len(axes), 3, 3))
    frames[:, 0], frames[:, 1] = axes, first / size[:, None]
    frames[:, 2] = cross(axes, frames[:, 1])
    return frames
