"""Whether a setting keeps what is asked of the car."""

from __future__ import annotations

from collections.abc import Callable

from anchor_beam.core.sides import Axle
from anchor_beam.documents.aids import WHEELS
from anchor_beam.documents.aim import AimRecord
from anchor_beam.documents.records import AxleRecord
from anchor_beam.figures.arches import Arches, least_room
from anchor_beam.figures.rack.bill import Bill
from anchor_beam.figures.results import Results
from anchor_beam.figures.rows import heaviest_link
from anchor_beam.immutable import immutable
from anchor_beam.words import aim as words
from anchor_beam.words.remark import Remark
from anchor_beam.words.wanted import Wish


@immutable
class Judged:
    """A constraint and whether it is kept; None where nothing can tell yet. said: what it is judged by."""

    wish: Wish
    kept: bool | None
    said: Remark


def judged(wish: Wish, aim: AimRecord, now: Results, owed: Bill, known: Arches | None) -> Judged:
    """One constraint, of a setting; owed: what it asks to be bought and fitted; known: the arches, where they were read."""
    if wish in (Wish.BUDGET, Wish.HOURS):
        sum_, most = (owed.price if wish is Wish.BUDGET else owed.hours), aim.figure(wish).value
        unknown = owed.unpriced > 0 and wish is Wish.BUDGET and sum_ <= most
        return Judged(wish, None if unknown else sum_ <= most, words.owed(wish, sum_, aim.currency, owed.unpriced))
    if now.corner is None:
        return Judged(wish, None, words.NO_BALANCE)
    return _clears(aim, now, known) if wish is Wish.TYRE_CLEARS else _JUDGES[wish](aim, now)


def bump_rate(now: Results, axle: Axle) -> float:
    """What the bar adds to the wheel rate where one wheel alone goes over a bump, over that rate [-].

    With the other wheel still the bar twists half as much as in roll: half of its rate at the wheel.
    """
    end, record = now.end(axle), now.car.axle(axle)
    rate = end.wheel_rate
    if not end.end.connected or rate is None:
        return 0.0
    return bump_part(record, rate)


def bump_part(axle: AxleRecord, rate: float) -> float:
    """The same from the bar's rate at the wheel in roll [N/m]."""
    return 0.5 * rate / (axle.spring_rate.value * axle.spring_ratio.value**2)


def _inside_down(aim: AimRecord, now: Results) -> Judged:
    wanted, lift = aim.inside_down.value, now.first_lift
    if lift is None:
        return Judged(Wish.INSIDE_DOWN, True, words.STAYS_DOWN)
    return Judged(Wish.INSIDE_DOWN, lift[1] >= wanted, words.lifts(*lift))


def _link_load(aim: AimRecord, now: Results) -> Judged:
    load = heaviest_link(now)
    if load is None:
        return Judged(Wish.LINK_LOAD, True, words.NO_LINK)
    return Judged(Wish.LINK_LOAD, load[2] <= aim.link_load.value, words.link(*load))


def _harshness(aim: AimRecord, now: Results) -> Judged:
    added, axle = max((100.0 * bump_rate(now, axle), axle) for axle in Axle)
    return Judged(Wish.HARSHNESS, added <= aim.harshness.value, words.over_a_bump(axle, added))


def _clears(aim: AimRecord, now: Results, known: Arches | None) -> Judged:
    """Kept where it clears by more than one standard deviation; within that it cannot be told."""
    if known is None:
        return Judged(Wish.TYRE_CLEARS, None, words.NO_ARCHES)
    room = least_room(now, known, aim.tyre_clears.value)
    if room is None:
        return Judged(Wish.TYRE_CLEARS, None, words.NOT_SETTLED)
    kept = None if abs(room.gap) < room.spread else room.gap > 0.0
    return Judged(Wish.TYRE_CLEARS, kept, words.room(WHEELS[room.corner], room.gap, room.spread))


_JUDGES: dict[Wish, Callable[[AimRecord, Results], Judged]] = {
    Wish.INSIDE_DOWN: _inside_down, Wish.LINK_LOAD: _link_load, Wish.HARSHNESS: _harshness,
}  # fmt: skip
