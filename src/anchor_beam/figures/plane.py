"""Where the settings that the holes can reach lie in the plane of balance against roll."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import DISCONNECTED, WheelBar, bars
from anchor_beam.core.car.batches import joined, repeated
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.survey import survey
from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import BarState, CarRecord, Setting
from anchor_beam.figures.ladder import reachable
from anchor_beam.figures.results import both_turns
from anchor_beam.immutable import immutable


@immutable
class Spot:
    """A setting: holes of both bars, None where one is unhooked; margin in each phase [%] in their
    order, NaN where there is none, and roll gradient [rad/(m/s^2)]."""

    front: Holes | None
    rear: Holes | None
    margins: tuple[float, ...]
    roll_gradient: float

    def margin(self, phase: Phase) -> float:
        """In one phase."""
        return self.margins[FIVE.index(phase)]


@lru_cache(maxsize=64)
def plane(car: CarRecord, setting: Setting, *, unhooked: bool = False) -> tuple[Spot, ...]:
    """Every setting that the holes reach with the links as they are fitted; unhooked: and those with a bar off its links.

    Raises:
        InputError: as `results`.
    """
    front, rear = (_choices(car, setting, axle, unhooked=unhooked) for axle in Axle)
    grid = [(f, r) for f in front for r in rear]
    if not grid:
        return ()
    both, turns, n = bars([(front[f], rear[r]) for f, r in grid]), both_turns(car), len(grid)
    found = survey(repeated(turns.both, n), joined([both, mirrored_bars(both)]), turns.grip, GRAVITY)
    margins = found.limits.margin.reshape(2, n, -1).mean(axis=0)
    rolls = np.asarray(found.roll_gradient).reshape(2, n).mean(axis=0)
    return tuple(
        Spot(f, r, tuple(margin.tolist()), float(roll))
        for (f, r), margin, roll in zip(grid, margins, rolls, strict=True)
    )


def _choices(car: CarRecord, setting: Setting, axle: Axle, *, unhooked: bool) -> dict[Holes | None, WheelBar]:
    """What can be on an axle, None for a bar off its links."""
    end = setting.end(axle)
    hooked = setting.with_end(axle, replace(end, state=BarState.HOOKED)) if unhooked and end.fitted else setting
    found: dict[Holes | None, WheelBar] = {
        holes: bar for holes, bar in reachable(car, hooked, axle).items() if bar is not None
    }
    return found | ({None: DISCONNECTED} if unhooked and end.fitted else {})


def pareto(
    spots: tuple[Spot, ...], phase: Phase, margin: tuple[float, float], roll: tuple[float, float]
) -> tuple[Spot, ...]:
    """Settings that no other beats: none lies nearer to the window in margin [%] and in roll [rad/(m/s^2)] at once. Those in
    it are as near as can be."""

    def off(spot: Spot) -> tuple[float, float]:
        at = spot.margin(phase)
        beside = max(margin[0] - at, at - margin[1], 0.0)
        return beside, max(roll[0] - spot.roll_gradient, spot.roll_gradient - roll[1], 0.0)

    known = [(spot, off(spot)) for spot in spots if np.isfinite(spot.margin(phase))]
    return tuple(
        spot for spot, own in known
        if not any(other != own and other[0] <= own[0] and other[1] <= own[1] for _, other in known)
    )  # fmt: skip
