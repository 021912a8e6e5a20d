"""Where the window lies on the ladder's axis, and what would bring a setting into it that no rung does."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.bars import WheelBar, bars
from anchor_beam.core.car.batches import joined, repeated
from anchor_beam.core.car.linear import axle_stiffness, rear_stiffness_share
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.sides import Axle
from anchor_beam.figures.results import Turns
from anchor_beam.immutable import immutable

SOFTER = (0.85, 0.7, 0.5, 0.3, 0.15, 0.0)  # of a bar's own stiffness
STIFFER = (1.15, 1.4, 1.8, 2.4, 3.2, 4.5)
Pair = tuple[WheelBar, WheelBar]


@immutable
class Needed:
    """One bar's stiffness over what it has now, the other left alone, at which the margin is in the window."""

    axle: Axle
    factor: float


@immutable
class WindowEdges:
    """shares: rear shares of roll stiffness [%] at which the margin enters and leaves the window as the rear bar moves it,
    and the front one where the rear one is used up; -inf or inf where it stays inside; None where it never is.
    needed: what would reach it, the smaller change first; empty where this setting is in it or neither bar can."""

    NOWHERE: ClassVar[WindowEdges]

    shares: tuple[float, float] | None
    needed: tuple[Needed, ...]


WindowEdges.NOWHERE = WindowEdges(None, ())


def window_edges(turns: Turns, pair: Pair, window: tuple[float, float], phase: Phase) -> WindowEdges:
    """Along a line of stiffnesses, between whose points margin and share are taken as straight.

    Raises:
        InputError: as `results`.
    """
    line = _line(pair)
    shares, margins = _along(turns, line, phase)
    here = margins[line.index(pair)]
    needed: list[Needed] = []
    if np.isfinite(here) and not window[0] <= here <= window[1]:
        for axle in Axle:
            needed += _needed(turns, pair, axle, window, phase)
    needed.sort(key=lambda one: abs(np.log(max(one.factor, 1e-3))))
    return WindowEdges(_inside(shares, margins, window), tuple(needed))


def _line(pair: Pair) -> list[Pair]:
    """From the least rear share to the largest."""
    front, rear = pair
    if rear.K_theta == 0.0:
        return [(_times(front, f), rear) for f in (*STIFFER[::-1], 1.0, *SOFTER)]
    unhooked = _times(rear, 0.0)
    return [
        *((_times(front, f), unhooked) for f in STIFFER[::-1]),
        *((front, _times(rear, f)) for f in SOFTER[::-1]), pair, *((front, _times(rear, f)) for f in STIFFER),
    ]  # fmt: skip


def _times(bar: WheelBar, factor: float) -> WheelBar:
    return replace(bar, K_theta=bar.K_theta * factor)


def _along(turns: Turns, line: list[Pair], phase: Phase) -> tuple[FloatArray, FloatArray]:
    """Rear share [%] and margin [%] of each pair, the mean of both turns."""
    both, n = bars(line), len(line)
    found = limits(repeated(turns.both, n), joined([both, mirrored_bars(both)]), turns.grip, (phase,)).margin[:, 0]
    shares = rear_stiffness_share(axle_stiffness(turns.one, both.roll_stiffness(turns.one.track)))
    return np.asarray(100.0 * shares, dtype=float), np.asarray(found.reshape(2, n).mean(axis=0), dtype=float)


def _needed(turns: Turns, pair: Pair, axle: Axle, window: tuple[float, float], phase: Phase) -> list[Needed]:
    """The smallest change of one bar that reaches the nearer edge, if any does."""
    bar, other = pair[axle.position], pair[axle.other.position]
    if bar.K_theta == 0.0:
        return []
    factors = (*SOFTER[::-1], 1.0, *STIFFER)
    line = [_in_order(axle, _times(bar, f), other) for f in factors]
    _, margins = _along(turns, line, phase)
    edge = window[0] if margins[factors.index(1.0)] < window[0] else window[1]
    at = _crossings(np.array(factors), margins, edge)
    return [Needed(axle, min(at, key=lambda f: abs(np.log(max(f, 1e-3)))))] if at else []


def _in_order(axle: Axle, bar: WheelBar, other: WheelBar) -> Pair:
    return (bar, other) if axle is Axle.FRONT else (other, bar)


def _crossings(x: FloatArray, y: FloatArray, level: float) -> list[float]:
    """Where y passes the level, straight between points; pieces with an end that is no number are left out."""
    found = []
    for a, b, ya, yb in zip(x, x[1:], y, y[1:], strict=False):
        if np.isfinite(ya) and np.isfinite(yb) and ya != yb and (ya - level) * (yb - level) <= 0.0:
            found.append(float(a + (b - a) * (level - ya) / (yb - ya)))
    return found


def _inside(shares: FloatArray, margins: FloatArray, window: tuple[float, float]) -> tuple[float, float] | None:
    known = np.isfinite(margins)
    inside = known & (margins >= window[0]) & (margins <= window[1])
    edges = [*_crossings(shares, margins, window[0]), *_crossings(shares, margins, window[1])]
    if not edges and not inside.any():
        return None
    low, high = min([*edges, *shares[inside]]), max([*edges, *shares[inside]])
    ends = np.flatnonzero(known)[[0, -1]]
    return -np.inf if inside[ends[0]] else low, np.inf if inside[ends[1]] else high
