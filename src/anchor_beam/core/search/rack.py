"""All combinations of front and rear bars, solved at the limit in chunks.

Every pair of a front and a rear rate is one member of a batch, and a chunk of them is solved at once: margin at the
limit, roll gradient at rest, and the first lift where it is asked for. What lifts too early is ruled out, what does
not settle is counted; the rest is put in the order of how far it lies off the wishes.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import fields

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, frozen
from anchor_beam.core.car.bars import BarBatch, WheelBar, bars
from anchor_beam.core.car.batches import part_of
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.immutable import immutable

CHUNK = 4096  # settings at once: fits the cache, and bounds what a search needs of memory


@immutable
class Wish:
    """Wanted margin [%] and roll gradient [rad/(m/s^2)] as windows, and the lateral acceleration up to which the inside
    wheels stay down [m/s^2]."""

    margin: tuple[float, float]
    roll: tuple[float, float] | None = None
    lift: float | None = None


@immutable(eq=False)
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


@immutable(eq=False)
class EndBars:
    """Bars that can be on one axle (b,), as the car sees them: see `WheelBar`; slope, curve and third (b, 2) sides."""

    K_theta: FloatArray
    twist_free: FloatArray
    slope: FloatArray
    curve: FloatArray
    third: FloatArray

    @staticmethod
    def of_rates(rates: FloatArray) -> EndBars:
        """From force at each wheel per difference of wheel travel (b,) [N/m], the same all the way."""
        zeros, sides = np.zeros(len(rates)), np.zeros((len(rates), 2))
        return EndBars(np.asarray(rates, dtype=float), zeros, np.ones_like(sides), sides, sides)

    @staticmethod
    def of_bars(found: Sequence[WheelBar]) -> EndBars:
        """From bars hung on their links."""
        both = bars([(each, each) for each in found])
        return EndBars(*(getattr(both, field.name)[:, 0] for field in fields(EndBars)))

    def __len__(self) -> int:
        return len(self.K_theta)


def search(
    cars: CarBatch, grip: GripBatch, front: FloatArray | EndBars, rear: FloatArray | EndBars, wish: Wish,
    phase: Phase = Phase.MIDDLE, *, progress: Callable[[float], bool] = lambda _: True,
    so_far: Callable[[Found, float], None] | None = None,
) -> Found:  # fmt: skip
    """Solve every pair of front (f,) and rear (r,) bars, or of rates [N/m per difference of wheel travel], of one car.

    cars: (1,) the car, or (2,) with its mirror image behind it: then margin and roll are the mean of both turns, and the
    lift is the earlier. progress: called with the part done before each chunk; the search ends early when it says False.
    so_far: told what is found after each chunk.
    Source: docs/theory/balance.md; limits are those of `grip.limit`, nothing is interpolated.
    """
    ends = tuple(each if isinstance(each, EndBars) else EndBars.of_rates(each) for each in (front, rear))
    total, columns = len(ends[0]) * len(ends[1]), len(ends[1])
    numbers: list[FloatArray] = []
    stopped = False
    for start in range(0, total, CHUNK):
        if not progress(start / total):
            stopped = True
            break
        index = np.arange(start, min(start + CHUNK, total))
        pairs = pairs_of(ends[0], ends[1], index // columns, index % columns)
        turns = [(part_of(cars, slice(0, 1)), pairs)]
        if cars.shape[0] > 1:
            turns.append((part_of(cars, slice(1, 2)), mirrored_bars(pairs)))
        each = [_chunk(car, grip, both, phase, wish) for car, both in turns]
        lift = np.fmin(each[0][:, 2:], each[-1][:, 2:])
        numbers.append(np.concatenate([np.mean(each, axis=0)[:, :2], lift], axis=1))
        if so_far is not None and index[-1] + 1 < total:
            so_far(_ordered(numbers, wish, columns, stopped=False), (index[-1] + 1) / total)
    return _ordered(numbers, wish, columns, stopped=stopped)


def _ordered(numbers: list[FloatArray], wish: Wish, columns: int, *, stopped: bool) -> Found:
    """What chunks (n, 3) found, best first."""
    figures = np.concatenate(numbers) if numbers else np.zeros((0, 3))
    margin, roll, lift = figures.T
    done = len(figures)
    off = _beside(margin, wish.margin) + (
        0.0 if wish.roll is None else 10.0 * _beside(roll, wish.roll) / wish.roll[1]
    )
    solved = np.isfinite(margin) & np.isfinite(roll)
    down = np.ones(done, dtype=bool) if wish.lift is None else ~(lift < wish.lift)
    kept = np.flatnonzero(solved & down)
    order = kept[np.lexsort((roll[kept], off[kept]))]
    return Found(
        front=order // columns, rear=order % columns, margin=frozen(margin[order]), roll=frozen(roll[order]),
        lift=frozen(lift[order]), off=frozen(off[order]), examined=done, unsolved=int((~solved).sum()),
        ruled_out=int((solved & ~down).sum()), stopped=stopped,
    )  # fmt: skip


def pairs_of(front: EndBars, rear: EndBars, at_front: IntArray, at_rear: IntArray) -> BarBatch:
    """Bars of both axles by their places (n,)."""

    def both(name: str) -> FloatArray:
        return np.stack([getattr(front, name)[at_front], getattr(rear, name)[at_rear]], axis=1)

    return BarBatch(*(both(field.name) for field in fields(EndBars)))


def _chunk(car: CarBatch, grip: GripBatch, pairs: BarBatch, phase: Phase, wish: Wish) -> FloatArray:
    """(n, 3) margin, roll gradient and first lift; the lift only where it was asked for."""
    margin = limits(car, pairs, grip, (phase,)).margin[:, 0]
    roll = roll_gradient(car, pairs)
    if wish.lift is None:
        lift = np.full(len(pairs.K_theta), np.nan)
    else:
        at = lifts(car, pairs).acceleration
        lift = np.where(np.isnan(at).all(axis=1), np.nan, np.fmin(at[:, 0], at[:, 1]))
    return np.stack([margin, roll, lift], axis=-1)


def _beside(values: FloatArray, window: tuple[float, float]) -> FloatArray:
    return np.asarray(np.maximum(np.maximum(window[0] - values, values - window[1]), 0.0), dtype=float)
