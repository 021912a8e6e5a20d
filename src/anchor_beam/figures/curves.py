"""The curves that belong to a setting: roll and steer over lateral acceleration, links over wheel travel."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.handling import Handling, handling
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.drawings.charts import Chart, Mark, curve
from anchor_beam.drawings.shapes import Tone
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.results import Results, both_turns, results
from anchor_beam.units.kinds import Kind, System, unit_of
from anchor_beam.units.show import show

POINTS = 45
LOWEST, HIGHEST = 0.02, 1.9  # g


def handling_of(car: CarRecord, setting: Setting, last: float) -> Handling | None:
    """Roll and steer up to a lateral acceleration `last` [m/s^2]; None where there is no balance."""
    now = results(car, setting)
    if now.corner is None:
        return None
    pair, turns = bars([(now.front.wheel_bar, now.rear.wheel_bar)]), both_turns(car)
    return handling(turns.one, pair, turns.grip, np.linspace(LOWEST * GRAVITY, last, POINTS))


def last_of(now: Results) -> float | None:
    """The lateral acceleration [m/s^2] at which the curves of a setting end; None where there are none."""
    limits = now.limits_of(Phase.MIDDLE)
    ends = [at for at in limits or () if math.isfinite(at)]
    return min(max(ends) * 1.02, HIGHEST * GRAVITY) if ends else None


def cornering_charts(
    shown: Picture, units: System, now: Handling | None, before: Handling | None
) -> tuple[Chart, ...]:
    """Roll angle, and steer beyond what the corner's radius needs, over lateral acceleration in a left turn; now and before:
    of the setting on the bench and of its reference."""
    limits = shown.now.limits_of(Phase.MIDDLE)
    if limits is None or now is None or not np.isfinite(limits).any():
        why = "No curve can be worked out now."
        return (Chart("Roll", "", "", (), empty=why), Chart("Handling", "", "", (), empty=why))
    g = now.lateral / GRAVITY
    rolls = [curve(g, np.degrees(now.roll[0]), Tone.INK, "now")]
    steers = [curve(g, np.degrees(now.steer[0]), Tone.INK, "now")]
    if before is not None:
        rolls.append(curve(g, np.degrees(before.roll[0]), Tone.SOFT, shown.file.reference, ghost=True))
        steers.append(curve(g, np.degrees(before.steer[0]), Tone.SOFT, shown.file.reference, ghost=True))
    lift = shown.now.first_lift
    marks = (Mark(lift[1] / GRAVITY, f"inside {lift[0]} lifts"),) if lift else ()
    ending = shown.now.ending_of(Phase.MIDDLE)
    first = None if ending is None else ending.slides_first
    gone: tuple[Mark, ...] = ()
    if first is not None:
        at = limits[first[0].position] / GRAVITY
        gone = (Mark(at, f"{first[0]} gives up", Tone(first[0].value), within=True),)
    elif ending is not None and ending.tips_at is not None:
        gone = (Mark(ending.tips_at / GRAVITY, "tips", within=True),)
    return (
        Chart("Roll angle", "lateral acceleration, g", "deg", tuple(rolls), marks),
        Chart(f"{understeer_words(now, units).capitalize()}", "lateral acceleration, g",
              "deg of extra steer", tuple(steers), gone),
    )  # fmt: skip


def understeer_words(found: Handling, units: System) -> str:
    """`understeer 0.57 deg/g near rest, 1.19 at 0.5 g`."""
    said = []
    for at, where in ((0.05, "near rest"), (0.5, "at 0.5 g")):
        value = found.gradient_at(at * GRAVITY)
        said.append(f"{show(value, Kind.UNDERSTEER, units)} {where}")
    return "understeer " + ", ".join(said)


def travel_charts(now: Results, axle: Axle, units: System) -> tuple[Chart, ...]:
    """Rate at the wheel and the link's angle to its arm over wheel travel, left and right."""
    end = now.end(axle)
    titles = ("Rate at the wheel, roll", "Link off square to its arm", "Lever of the link over its arm")
    if end.sides is None or any(side.travel is None for side in end.sides):
        why = "The chain does not last through 60 mm of travel." if end.sides else "The links do not reach."
        return tuple(Chart(title, "", "", (), empty=why) for title in titles[:2])
    length, rate = unit_of(Kind.FINE_LENGTH, units), unit_of(Kind.RATE, units)
    across = f"wheel travel, {length.symbol}, bump to the right"
    tone = Tone(axle.value)
    rates, angles = [], []
    for side in Side:
        travel = end.sides[side.position].travel
        assert travel is not None
        z, right = travel.z / length.si, side is Side.RIGHT
        name = str(side)
        rates.append(curve(z, 2.0 * end.K_theta * travel.motion_ratio**2 / rate.si, tone, name, dotted=right))
        angles.append(curve(z, np.degrees(travel.where.square_off), tone, name, dotted=right))
    ride = (Mark(0.0, "ride height"),)
    return (
        Chart(titles[0], across, rate.symbol, tuple(rates), ride),
        Chart(titles[1], across, "deg", tuple(angles), ride),
    )
