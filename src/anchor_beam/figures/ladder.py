"""Every setting that the holes of both bars can reach, with what it gives."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.bar.peak import peak_stresses
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.car.bars import DISCONNECTED, WheelBar, bars
from anchor_beam.core.car.batches import joined, repeated
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.linear import axle_stiffness, rear_stiffness_share
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle
from anchor_beam.documents.core_inputs import bar_input
from anchor_beam.documents.records import AxleRecord, CarRecord, EndSetting, Setting
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.results import both_turns
from anchor_beam.figures.window_edges import WindowEdges, window_edges
from anchor_beam.immutable import immutable


@immutable
class Rung:
    """One reachable setting: holes left and right (from 0) of both bars, rear share of roll stiffness and margin [%].

    peaks: largest stress of front and rear bar at 1 g, its bends in it [Pa]; None where it cannot be said.
    """

    front: Holes
    rear: Holes
    rear_share: float
    margin: float
    peaks: tuple[float | None, float | None]


@immutable
class Ladder:
    """The rungs in the order of their rear share; `present` is the index of the setting on the bench.

    out_of_reach: settings left out because a fitted link does not reach the hole. edges: of the window in the middle of the
    corner.
    """

    rungs: tuple[Rung, ...]
    present: int
    out_of_reach: int
    edges: WindowEdges = WindowEdges.NOWHERE

    def inside(self, window: tuple[float, float]) -> bool:
        """Whether a rung lies in the window [%]."""
        return any(window[0] <= rung.margin <= window[1] for rung in self.rungs)


@lru_cache(maxsize=128)
def ladder(car: CarRecord, setting: Setting) -> Ladder:
    """Rungs for the same hole on both sides and for neighbours left and right, with the links as they are fitted.

    Raises:
        InputError: as `results`.
    """
    front, rear = (reachable(car, setting, axle) for axle in Axle)
    tried = [(f, r) for f in front for r in rear]
    grid = [(f, r) for f, r in tried if front[f] is not None and rear[r] is not None]
    if not grid:
        return Ladder((), -1, len(tried))
    both = bars([(front[f] or DISCONNECTED, rear[r] or DISCONNECTED) for f, r in grid])
    turns, n = both_turns(car), len(grid)
    cars, pairs = repeated(turns.both, n), joined([both, mirrored_bars(both)])
    found = limits(cars, pairs, turns.grip, (Phase.MIDDLE,)).margin[:, 0]
    margins = 0.5 * (found[:n] + found[n:])
    state = settle(cars, pairs, GRAVITY)
    torque = np.where(state.converged[:, None], np.abs(state.bar_torque), np.nan).reshape(2, n, 2).max(axis=0)
    peaks = [
        _peaks(
            car.axle(axle),
            setting.end(axle),
            axle,
            [holes[axle.position] for holes in grid],
            torque[:, axle.position],
        )
        for axle in Axle
    ]
    shares = 100.0 * rear_stiffness_share(axle_stiffness(turns.one, both.roll_stiffness(turns.one.track)))
    rungs = [
        Rung(f, r, float(share), float(margin), (peak_front, peak_rear))
        for (f, r), share, margin, peak_front, peak_rear in zip(grid, shares, margins, *peaks, strict=True)
    ]
    rungs.sort(key=lambda rung: rung.rear_share)
    now = setting.front.holes, setting.rear.holes
    present = next((i for i, rung in enumerate(rungs) if (rung.front, rung.rear) == now), -1)
    pair = front[now[0]], rear[now[1]]
    edges = WindowEdges.NOWHERE
    if pair[0] is not None and pair[1] is not None:
        edges = window_edges(turns, (pair[0], pair[1]), car.window(Phase.MIDDLE), Phase.MIDDLE)
    return Ladder(tuple(rungs), present, len(tried) - len(grid), edges)


def _peaks(
    record: AxleRecord, end: EndSetting, axle: Axle, holes: Sequence[Holes], torque: FloatArray
) -> list[float | None]:
    """Peak stress (n,) of a bar in these holes at torques (n,), NaN where the car does not settle."""
    pairs = list(dict.fromkeys(at[:2] for at in holes))
    if not end.connected:
        return [None] * len(holes)
    if end.fixed:
        peak = end_result(record, end, axle).peak.stress
        return [peak * each if peak is not None and math.isfinite(each) else None for each in torque.tolist()]
    per_torque = dict(zip(pairs, peak_stresses(solve(bar_input(end.bar)), pairs, 1.0), strict=True))
    found: list[float | None] = []
    for at, carried in zip(holes, torque.tolist(), strict=True):
        stress = per_torque[at[:2]].stress
        found.append(None if stress is None or not math.isfinite(carried) else stress * carried)
    return found


def reachable(car: CarRecord, setting: Setting, axle: Axle) -> dict[Holes, WheelBar | None]:
    """The bar at the wheels by holes, those at the far end of the links too; None where a link does not reach. A bar off its
    links has its one setting."""
    end, record = setting.end(axle), car.axle(axle)
    now = end.holes
    if not end.connected:
        return {now: DISCONNECTED}
    if end.fixed:
        return {now: end_result(record, end, axle).wheel_bar}
    n, pickups = len(end.bar.holes), range(round(record.pickup_holes.value))
    pairs = [*((i, i) for i in range(n)), *((i, i + 1) for i in range(n - 1))]
    every = [Holes(*pair, pickup) for pickup in pickups for pair in pairs]
    found: dict[Holes, WheelBar | None] = {}
    for holes in every if now in every else [*every, now]:
        result = end_result(record, end.hung_in(holes), axle)
        found[holes] = None if result.problem else result.wheel_bar
    return found
