"""The curves that belong to a setting: roll and steer over lateral acceleration, links over wheel travel."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.handling import Handling, handling
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import AxleRecord, CarRecord, Setting
from anchor_beam.drawings.charts import Chart, Curve, Mark, curve
from anchor_beam.drawings.shapes import Tone
from anchor_beam.figures.ends import EndResult, why_no_links
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.results import Results, both_turns, results
from anchor_beam.figures.travelling import joint_angle
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


def travel_charts(
    now: Results, axle: Axle, units: System, level: EndResult | None = None
) -> tuple[tuple[Chart, ...], tuple[Chart, ...]]:
    """Over wheel travel, left and right: rate at the wheel and turn of the arm; angles of the link. level: the same with
    links that put the arms level, as ghosts."""
    end = now.end(axle)
    titles = (
        ("Rate at the wheel, roll", "Turn of the arm per travel"),
        ("Link off square to its arm", "Joints out of plane"),
    )
    if end.sides is None or any(side.travel is None for side in end.sides):
        why = why_no_links(end.end, axle) or (
            "The chain does not last through 60 mm of travel." if end.sides else "The links do not reach."
        )
        rates, angles = (tuple(Chart(title, "", "", (), empty=why) for title in pair) for pair in titles)
        return rates, angles
    record = now.car.axle(axle)
    length, rate = unit_of(Kind.FINE_LENGTH, units), unit_of(Kind.RATE, units)
    across = f"wheel travel, {length.symbol}, bump to the right"
    curves = _travel_curves(record, end, Tone(axle.value), length.si, rate.si)
    ghosts = (
        [[], [], [], []]
        if level is None
        else _travel_curves(record, level, Tone.SOFT, length.si, rate.si, ghost=True)
    )
    ups = (rate.symbol, f"deg/{length.symbol}", "deg", "deg")
    made = [
        Chart(title, across, up, (*drawn, *ghost), (Mark(0.0, "ride height"),))
        for title, up, drawn, ghost in zip((*titles[0], *titles[1]), ups, curves, ghosts, strict=True)
    ]
    return (made[0], made[1]), (made[2], made[3])


def _travel_curves(
    record: AxleRecord, end: EndResult, tone: Tone, length: float, rate: float, *, ghost: bool = False
) -> list[list[Curve]]:
    """Curves of each chart of `travel_charts`, left and right; length, rate: SI values of their units."""
    curves: list[list[Curve]] = [[], [], [], []]
    for side in Side if end.sides is not None else ():
        assert end.sides is not None
        travel = end.sides[side.position].travel
        if travel is None:
            continue
        heights = (
            2.0 * end.K_theta * travel.motion_ratio**2 / rate, np.degrees(travel.motion_ratio) * length,
            np.degrees(travel.where.square_off), np.degrees(joint_angle(record, travel.where)),
        )  # fmt: skip
        name, right = str(side), side is Side.RIGHT
        if ghost:
            name = "" if right else "level"
        for found, height in zip(curves, heights, strict=True):
            found.append(curve(travel.z / length, height, tone, name, ghost=ghost, dotted=right))
    return curves
