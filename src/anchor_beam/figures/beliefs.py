"""Common beliefs on the car in hand, each tried."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.bars import BarBatch, WheelBar, bars
from anchor_beam.core.car.lift import roll_gradient
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.schools import FIFTH, School, cures
from anchor_beam.core.measure.rates import STEEL
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import CarRecord, EndSetting, Figure, Setting
from anchor_beam.figures.bands import spread_of_changes
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.results import Cornering, both_turns, cornering
from anchor_beam.words import beliefs as words
from anchor_beam.words.beliefs import Belief

LONGER, THICKER = 0.010, 0.001  # m


@lru_cache(maxsize=64)
def beliefs(car: CarRecord, setting: Setting) -> tuple[Belief, ...]:
    """Those that this car has an answer to: one about a bar needs a bar.

    Raises:
        InputError: as `results`.
    """
    front, rear = (end_result(car.axle(axle), setting.end(axle), axle) for axle in Axle)
    if front.problem or rear.problem:
        return ()
    fitted = [axle for axle in (Axle.REAR, Axle.FRONT) if setting.end(axle).connected]
    found = [] if not fitted else _of_a_bar(car, fitted[0], setting.end(fitted[0]))
    turns, pair = both_turns(car), (front.wheel_bar, rear.wheel_bar)
    now = _limits(cornering(turns, bars([pair])))
    rear_cure = [one for one in cures(turns.one, pair, turns.grip, (Phase.MIDDLE,)) if one.school is School.REAR]
    sigma = spread_of_changes(car, setting, _of_limits) if fitted else np.full(4, np.nan)
    if rear_cure and np.isfinite(rear_cure[0].limits).all():
        front_end, rear_end = (100.0 * rear_cure[0].limits[0] / now).tolist()
        found.append(words.planted((front_end, rear_end), (float(sigma[0]), float(sigma[1]))))
    stiffer = cornering(turns, bars([(_stiffer(pair[0]), _stiffer(pair[1]))]))
    change = 100.0 * (_limits(stiffer).min() / now.min() - 1.0)
    if fitted and np.isfinite(change):
        roll = stiffer.roll_gradient - cornering(turns, bars([pair])).roll_gradient
        found.append(words.stiffer_is_faster(float(change), roll, (float(sigma[2]), float(sigma[3]))))
    return tuple(found)


def _of_limits(cars: CarBatch, pairs: BarBatch, grip: GripBatch) -> FloatArray:
    """(m, 4): what a fifth more rear bar does to the limits of front and rear, a fifth more of both to the first [%] and to
    the roll gradient [rad/(m/s^2)]."""

    def changed(front: float, rear: float) -> BarBatch:
        return replace(pairs, K_theta=pairs.K_theta * (front, rear))

    def ends(front: float, rear: float) -> FloatArray:
        return np.asarray(limits(cars, changed(front, rear), grip, (Phase.MIDDLE,)).acceleration[:, 0])

    more = 1.0 + FIFTH
    before, rear, both = ends(1.0, 1.0), ends(1.0, more), ends(more, more)
    first = both.min(axis=1) / before.min(axis=1)
    roll = roll_gradient(cars, changed(more, more)) - roll_gradient(cars, pairs)
    return np.column_stack([100.0 * (np.column_stack([rear / before, first]) - 1.0), roll])


def _of_a_bar(car: CarRecord, axle: Axle, end: EndSetting) -> list[Belief]:
    """Steel, link and diameter."""
    longer = replace(end, link_left=_more(end.link_left), link_right=_more(end.link_right))
    thick = replace(end, bar=replace(end.bar, od=Figure(end.bar.od.value + THICKER, end.bar.od.provenance)))
    found = [
        words.steel(axle, 100.0 * STEEL.error / STEEL.value),
        words.longer_link(axle, LONGER, _rate(car, axle, end, longer)),
    ]
    stiffer = _rate(car, axle, end, thick)
    if stiffer is not None:
        found.append(words.thicker(axle, end.bar.od.value, THICKER, stiffer))
    return found


def _limits(corner: Cornering) -> FloatArray:
    """Of front and rear in the middle of the corner (2,), the mean of both turns [m/s^2]."""
    return np.asarray(corner.limits.acceleration[:, corner.limits.phases.index(Phase.MIDDLE)].mean(axis=0))


def _stiffer(bar: WheelBar) -> WheelBar:
    return replace(bar, K_theta=(1.0 + FIFTH) * bar.K_theta)


def _more(link: Figure) -> Figure:
    return replace(link, value=link.value + LONGER)


def _rate(car: CarRecord, axle: Axle, end: EndSetting, changed: EndSetting) -> float | None:
    """By how much the rate at the wheel changes [%]; None where the links no longer reach."""
    before, after = (end_result(car.axle(axle), one, axle) for one in (end, changed))
    if after.problem is not None or not before.wheel_rate or after.wheel_rate is None:
        return None
    return 100.0 * (after.wheel_rate / before.wheel_rate - 1.0)
