"""The schools of tuning on the car in hand."""

from __future__ import annotations

from functools import lru_cache

from anchor_beam.core.grip.schools import Cure, cures
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.results import both_turns


@lru_cache(maxsize=64)
def schools(car: CarRecord, setting: Setting) -> tuple[Cure, ...]:
    """What every cure for push does on this car; none where a link does not reach.

    Raises:
        InputError: as `results`.
    """
    front, rear = (end_result(car.axle(axle), setting.end(axle), axle) for axle in Axle)
    if front.problem or rear.problem:
        return ()
    turns = both_turns(car)
    return cures(turns.one, (front.wheel_bar, rear.wheel_bar), turns.grip)
