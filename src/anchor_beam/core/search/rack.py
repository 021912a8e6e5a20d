"""All combinations of front and rear bars, solved at the limit in chunks.

Every pair of a front and a rear rate is one member of a batch, and a chunk of them is solved at once: margin at the
limit, roll gradient at rest, and the first lift where it is asked for. What lifts too early is ruled out, what does
not settle is counted; the rest is put in the order of how far it lies off the wishes.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, frozen
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import GripBatch

CHUNK = 4096  # settings at once: fits the cache, and bounds what a search needs of memory


@dataclass(frozen=True)
class Wish:
    """Wanted margin [%] and roll gradient [rad/(m/s^2)] as windows, and the lateral acceleration up to which the inside
    wheels stay down [m/s^2]."""

    margin: tuple[float, float]
    roll: tuple[float, float] | None = None
    lift: float | None = None


@dataclass(frozen=True, eq=False)
class Found:
    """Settings in order, best first. front, rear: (k,) index into the rates given. margin (k,) [%], roll (k,)
    [rad/(m/s^2)], lift (k,) first inside wheel [m/s^2], off (k,) distance from the wish, 0 inside it. examined: how many
    there were; unsolved: how many of them have no limit; ruled_out: by the lift that was asked for. stopped: cancelled."""

    front: IntArray
    rear: IntArray
    margin: FloatArray
    roll: FloatArray
    lift: FloatArray
    off: FloatArray
    examined: int
    unsolved: int
    ruled_out: int
    stopped: bool


def search(
    car: CarBatch, grip: GripBatch, front: FloatArray, rear: FloatArray, wish: Wish, phase: Phase = Phase.MIDDLE,
    *, progress: Callable[[float], bool] = lambda _: True,
) -> Found:  # fmt: skip
    """Solve every pair of front (f,) and rear (r,) rates [N/m per difference of wheel travel] of one car.

    progress: called with the part done before each chunk; the search ends early when it says False.
    Source: docs/theory/balance.md; limits are those of `grip.limit`, nothing is interpolated.
    """
    total = len(front) * len(rear)
    numbers: list[FloatArray] = []
    done, stopped = 0, False
    for start in range(0, total, CHUNK):
        if not progress(start / total):
            stopped = True
            break
        index = np.arange(start, min(start + CHUNK, total))
        numbers.append(_chunk(car, grip, front[index // len(rear)], rear[index % len(rear)], phase, wish))
        done = int(index[-1]) + 1
    figures = np.concatenate(numbers) if numbers else np.zeros((0, 3))
    margin, roll, lift = figures.T
    off = _beside(margin, wish.margin) + (
        0.0 if wish.roll is None else 10.0 * _beside(roll, wish.roll) / wish.roll[1]
    )
    solved = np.isfinite(margin) & np.isfinite(roll)
    down = np.ones(done, dtype=bool) if wish.lift is None else ~(lift < wish.lift)
    kept = np.flatnonzero(solved & down)
    order = kept[np.lexsort((roll[kept], off[kept]))]
    return Found(
        front=order // len(rear), rear=order % len(rear), margin=frozen(margin[order]), roll=frozen(roll[order]),
        lift=frozen(lift[order]), off=frozen(off[order]), examined=done, unsolved=int((~solved).sum()),
        ruled_out=int((solved & ~down).sum()), stopped=stopped,
    )  # fmt: skip


def _chunk(
    car: CarBatch, grip: GripBatch, front: FloatArray, rear: FloatArray, phase: Phase, wish: Wish
) -> FloatArray:
    """(n, 3) margin, roll gradient and first lift; the lift only where it was asked for."""
    rates = np.stack([front, rear], axis=-1)
    ones, zeros = np.ones((*rates.shape, 2)), np.zeros((*rates.shape, 2))
    pairs = BarBatch(rates, np.zeros_like(rates), ones, zeros, zeros)
    margin = limits(car, pairs, grip, (phase,)).margin[:, 0]
    roll = roll_gradient(car, pairs)
    if wish.lift is None:
        lift = np.full(len(front), np.nan)
    else:
        at = lifts(car, pairs).acceleration
        lift = np.where(np.isnan(at).all(axis=1), np.nan, np.fmin(at[:, 0], at[:, 1]))
    return np.stack([margin, roll, lift], axis=-1)


def _beside(values: FloatArray, window: tuple[float, float]) -> FloatArray:
    return np.asarray(np.maximum(np.maximum(window[0] - values, values - window[1]), 0.0), dtype=float)
