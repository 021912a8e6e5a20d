"""The schools of tuning on the car in hand."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.schools import Cure, changes, cures
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.figures.bands import spread_of_changes
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.results import both_turns
from anchor_beam.immutable import immutable
from anchor_beam.words.schools import Change


@immutable(eq=False)
class Tried:
    """A cure with one standard deviation of each change: margins (p,) [%], roll [rad/(m/s^2)]; NaN where none can be told."""

    cure: Cure
    margins: FloatArray
    roll: float

    def change(self, phase: Phase) -> Change:
        """In one phase."""
        i = FIVE.index(phase)
        return Change(self.cure.school, float(self.cure.margins[i]), float(self.margins[i]))


@lru_cache(maxsize=64)
def schools(car: CarRecord, setting: Setting) -> tuple[Tried, ...]:
    """What every cure for push does on this car; none where a link does not reach.

    Raises:
        InputError: as `results`.
    """
    front, rear = (end_result(car.axle(axle), setting.end(axle), axle) for axle in Axle)
    if front.problem or rear.problem:
        return ()
    turns = both_turns(car)
    found = cures(turns.one, (front.wheel_bar, rear.wheel_bar), turns.grip)
    sigma = spread_of_changes(car, setting, _changes).reshape(len(found), -1)
    return tuple(Tried(cure, one[:-1], float(one[-1])) for cure, one in zip(found, sigma, strict=True))


def _changes(cars: CarBatch, pairs: BarBatch, grip: GripBatch) -> FloatArray:
    """Of every cure in turn."""
    return np.concatenate(list(changes(cars, pairs, grip).values()), axis=1)
