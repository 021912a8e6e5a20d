"""What a setting is warned of on this car."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.model import Differential, Drive
from anchor_beam.core.grip.tyre import Road
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.asked import bump_rate
from anchor_beam.figures.bands import bands
from anchor_beam.figures.reasons import turning_points
from anchor_beam.figures.results import Results, both_turns, results
from anchor_beam.figures.strength import Piece, loaded
from anchor_beam.figures.window_edges import window_edges
from anchor_beam.words import warnings as words
from anchor_beam.words.phases import NEUTRAL
from anchor_beam.words.strength import lasts, needed
from anchor_beam.words.warnings import Warned

ALIKE = 0.01  # relative, of the roll stiffness of two bars that count as the same
BACK = 0.05  # % of margin, within which a balance counts as the old one
MOST = 100.0  # %, beyond any margin
CLOSE = 5e-4  # m within which a length is the same
SOON = 1000.0  # hours that a bar should last
HARSH = 0.5  # of the spring, that a bar may add over one bump; a rule of thumb


def warnings(car: CarRecord, setting: Setting, reference: Setting | None) -> tuple[Warned, ...]:
    """Of a setting, what matters most first; none where there is no balance.

    Raises:
        InputError: as `results`.
    """
    now = results(car, setting)
    margin = now.margin
    if margin is None:
        return ()
    alone = [] if reference is None or reference == setting else _one_end(now, reference)
    return (
        *_in_the_wet(now, margin), *_driven(now), *_cannot_be_set(setting), *_weak(car, setting), *_beyond_use(now),
        *alone, *_harsh(now),
    )  # fmt: skip


def _in_the_wet(now: Results, margin: float) -> list[Warned]:
    car = now.car
    if car.road is Road.WET or abs(margin) < NEUTRAL:
        return []
    in_rain = replace(car, road=Road.WET)
    wet = results(in_rain, now.setting).margin
    if wet is None or wet * margin > 0.0 or abs(wet) < NEUTRAL:
        return []
    pair, kept = (now.front.wheel_bar, now.rear.wheel_bar), (0.0, MOST) if margin > 0.0 else (-MOST, 0.0)
    needed = window_edges(both_turns(in_rain), pair, kept, Phase.MIDDLE).needed
    return [words.wet_turns_it(margin, wet, (needed[0].axle, needed[0].factor) if needed else None)]


def _driven(now: Results) -> list[Warned]:
    car = now.car
    driven = {Drive.FRONT: (Axle.FRONT,), Drive.REAR: (Axle.REAR,), Drive.ALL: tuple(Axle)}[car.drive]
    limits = now.limits_of(Phase.MIDDLE)
    if now.corner is None or limits is None:
        return []
    slides, found = min(limits), []
    for axle in driven:
        lift = float(np.fmin(*now.corner.lifts)[axle.position])
        if lift < slides and car.axle(axle).differential is Differential.OPEN:
            found.append(words.driven_lifts(axle, lift, slides))
    return found


def _cannot_be_set(setting: Setting) -> list[Warned]:
    """Links that are set to a length that their part does not have."""
    found = []
    for axle in Axle:
        end = setting.end(axle)
        part = end.link_part
        if part is None or not end.connected:
            continue
        for side in Side:
            length = end.link(side).value
            if not part.shortest - CLOSE <= length <= part.longest + CLOSE:
                found.append(words.cannot_be_set(axle, side, length, part.shortest, part.longest))
    return found


def _weak(car: CarRecord, setting: Setting) -> list[Warned]:
    """Links, brackets and bars beyond what they are made for."""
    found = []
    for one in loaded(car, setting):
        if one.carries is None or one.rated is None:
            continue
        if one.piece is not Piece.BAR:
            if one.carries > one.rated:
                found.append(words.overloaded(one.axle, one.piece, one.carries, one.rated, needed(one.carries)))
        elif one.carries > one.rated:
            found.append(words.yields(one.axle, one.carries, one.rated))
        elif one.hours is not None and one.hours < SOON:
            found.append(words.wears_out(one.axle, lasts(one.hours, car.use, assumed=one.assumed)))
    return found


def _beyond_use(now: Results) -> list[Warned]:
    """The phase in which least of the bar is of use, for each axle."""
    found = []
    for axle in Axle:
        points = turning_points(now.car, now.setting, axle)
        if points:
            worst = min(points, key=lambda point: point.rate)
            found.append(words.beyond_use(worst.phase, axle, worst.lateral, worst.rate))
    return found


def _one_end(now: Results, reference: Setting) -> list[Warned]:
    before = results(now.car, reference)
    apart = [axle for axle in Axle if not _alike(now.end(axle).roll_stiffness, before.end(axle).roll_stiffness)]
    if len(apart) != 1 or before.margin is None or now.margin is None:
        return []
    try:
        change = bands(now.car, now.setting, reference).change
    except AnchorBeamError:
        return []
    step = now.margin - before.margin
    if change is None or abs(step) <= change.margin:
        return []
    (axle,) = apart
    pair, wanted = (now.front.wheel_bar, now.rear.wheel_bar), (before.margin - BACK, before.margin + BACK)
    needed = window_edges(both_turns(now.car), pair, wanted, Phase.MIDDLE).needed
    other = next((one.factor for one in needed if one.axle is axle.other), None)
    return [words.one_end(axle, reference.name, step, change.margin, other)]


def _alike(one: float, other: float) -> bool:
    return abs(one - other) <= ALIKE * max(abs(one), abs(other))


def _harsh(now: Results) -> list[Warned]:
    springs = both_turns(now.car).one.wheel_rate[0]
    added = {axle: bump_rate(now, axle) for axle in Axle}
    return [
        words.harsh(axle, part * float(springs[axle.position]), float(springs[axle.position]))
        for axle, part in added.items() if part > HARSH
    ]  # fmt: skip
