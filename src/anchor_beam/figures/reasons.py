"""Why a change of setting did what it did, how surely, and where a stiffer bar does nothing more."""

from __future__ import annotations

import contextlib
from dataclasses import replace

import numpy as np

from anchor_beam.core.car.assembly import LEFT
from anchor_beam.core.car.bars import bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.effects import Effects
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.errors import NoSolution
from anchor_beam.figures.bands import bands
from anchor_beam.figures.results import both_turns, change_effects, results
from anchor_beam.immutable import immutable

PARTS = np.linspace(0.0, 1.0, 33)  # of a bar's stiffness, at which it is looked whether the wheel is still down


@immutable
class TurningPoint:
    """In a phase the inside wheel of an axle is in the air where the first axle slides: beyond this rate [N/m] at the wheels
    its bar does nothing. lateral: where that begins [m/s^2]."""

    phase: Phase
    axle: Axle
    lateral: float
    rate: float


@immutable
class Reason:
    """Of a change of setting: what load transfer and camber did, change of the middle margin [%] with one standard deviation,
    None where that is not known, and the turning points that the bars have passed."""

    effects: Effects | None
    change: float | None
    sigma: float | None
    turning: tuple[TurningPoint, ...]


def reason(car: CarRecord, before: Setting, after: Setting) -> Reason:
    """Why the second setting differs from the first."""
    was, now = results(car, before), results(car, after)
    change = None if was.margin is None or now.margin is None else now.margin - was.margin
    sigma = None
    if change is not None:
        with contextlib.suppress(NoSolution):
            spreads = bands(car, after, before).change
            sigma = None if spreads is None else spreads.margin
    touched = [axle for axle in Axle if before.end(axle) != after.end(axle)]
    turning = tuple(point for axle in touched for point in turning_points(car, after, axle))
    return Reason(change_effects(was, now), change, sigma, turning)


def turning_points(car: CarRecord, setting: Setting, axle: Axle) -> tuple[TurningPoint, ...]:
    """Phases in which the bar of an axle is stiffer than counts, in a left turn.

    Source: docs/theory/phases.md, "Where a trend turns round".
    """
    now = results(car, setting)
    rate = now.end(axle).wheel_rate
    if now.corner is None or not rate:
        return ()
    turns, pair = both_turns(car), bars([(now.front.wheel_bar, now.rear.wheel_bar)])
    factors = np.ones((len(PARTS), 2))
    factors[:, axle.position] = PARTS
    found = limits(turns.one, replace(pair, K_theta=pair.K_theta * factors), turns.grip)
    inside = found.plan.shaped(found.at_limits.load[axle.position, LEFT])  # (parts, phases, limit of which axle)
    first = np.nanargmin(np.where(np.isfinite(found.acceleration), found.acceleration, np.inf), axis=-1)[..., None]
    load = np.take_along_axis(inside, first, axis=-1)[..., 0]
    lateral = np.take_along_axis(found.acceleration, first, axis=-1)[..., 0]
    points = []
    for i, phase in enumerate(found.phases):
        up = load[:, i] <= 0.0
        if up[-1] and np.isfinite(found.margin[-1, i]):
            at = int(np.argmax(up))
            points.append(TurningPoint(phase, axle, float(lateral[at, i]), float(PARTS[at] * rate)))
    return tuple(points)
