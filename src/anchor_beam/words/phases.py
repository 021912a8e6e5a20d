"""Phases of the corner in words, and what a change does to each."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.sides import Axle
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import Shown, show
from anchor_beam.words import endings

if TYPE_CHECKING:
    from anchor_beam.core.grip.effects import AxleEffect, Effects
    from anchor_beam.core.grip.outcome import Ending

NEUTRAL = 0.5  # % of margin that nobody feels
CLEARLY = 1.5  # one effect this many times the other outweighs it
ALIKE = 1.0  # % of margin within which the phases are said to move alike
UNFELT = 0.02  # m/s^2 of limit that nobody feels

NAMES = {
    Phase.TURN_IN: "turn-in", Phase.BRAKES: "on brakes", Phase.MIDDLE: "middle", Phase.LIFT_OFF: "lift-off",
    Phase.EXIT: "exit", Phase.EXIT_DRY_THROTTLE: "exit, dry throttle",
}  # fmt: skip
LONG = {
    Phase.TURN_IN: "turn-in, off the brakes", Phase.BRAKES: "turn-in on the brakes", Phase.MIDDLE: "middle of the corner",
    Phase.LIFT_OFF: "throttle lifted in the corner",
    Phase.EXIT: "exit under power", Phase.EXIT_DRY_THROTTLE: "exit with the throttle of a dry road",
}  # fmt: skip


FIVE_NOW = (
    "New here: the corner has five phases. Turn-in is off the brakes now, “on brakes” is the one with them, and lift-off "
    "goes through the differential, so their margins have changed; the middle has not. New figures are typical ones."
)
"""Said once in a garage from before."""


def reading(margin: float | None, ending: Ending | None, system: System) -> tuple[str, Shown]:
    """The side and the size: `loose`, `13.3 %`; without a margin how it ends: `tips`, `0.93 g`."""
    if margin is None:
        tips = None if ending is None else ending.tips_at
        at = (
            Shown("", "")
            if tips is None or endings.brief(ending) != "tips"
            else show(tips, Kind.ACCELERATION, system)
        )
        return endings.brief(ending), at
    if abs(margin) < NEUTRAL:
        return "neutral", show(abs(margin), Kind.PERCENT, system)
    return ("push" if margin > 0 else "loose"), show(abs(margin), Kind.PERCENT, system)


def other_phases(before: tuple[float | None, ...], after: tuple[float | None, ...], system: System) -> list[str]:
    """`Turn-in −2.1, exit −0.8 %.` for all but the middle, and which of them changed side; in the order of FIVE.

    Where all others moved alike: `The other phases −1.8 to −2.1 %.`
    """
    moved, turned = [], []
    for phase, was, now in zip(FIVE, before, after, strict=True):
        if was is None or now is None:
            continue
        if phase is not Phase.MIDDLE and abs(now - was) >= 0.05:
            moved.append((NAMES[phase], now - was))
        if min(abs(was), abs(now)) >= NEUTRAL and was * now < 0.0:
            turned.append(f"{NAMES[phase].capitalize()} now {'pushes' if now > 0 else 'is loose'}.")
    return ([_moves(moved, system)] if moved else []) + turned


def _moves(moved: list[tuple[str, float]], system: System) -> str:
    """Names with changes [%], or the range of all of them where they are alike."""
    changes = sorted((change for _, change in moved), key=abs)
    low, high = (show(change, Kind.PERCENT, system, sign=True).number for change in (changes[0], changes[-1]))
    if len(moved) == len(FIVE) - 1 and changes[0] * changes[-1] > 0.0 and abs(changes[-1] - changes[0]) < ALIKE:
        return f"The other phases {low} %." if low == high else f"The other phases {low} to {high} %."
    each = ", ".join(f"{name} {show(change, Kind.PERCENT, system, sign=True).number}" for name, change in moved)
    return f"{each[0].upper()}{each[1:]} %."


def why(found: Effects, system: System) -> str:
    """Why a change of setting did what it did, as a tuner would say it; empty where nobody would feel it."""
    ends = ((Axle.FRONT, found.front), (Axle.REAR, found.rear))
    if max(abs(effect.whole) for _, effect in ends) < UNFELT:
        return ""
    axle, effect = max(ends, key=lambda item: abs(item[1].by_load) + abs(item[1].by_camber))
    size = show(abs(effect.whole), Kind.ACCELERATION, system, decimals=3)
    holds = f"The {axle} holds {size} {'more' if effect.whole > 0.0 else 'less'}: {cause(effect)}."
    both = " More front grip and more push together." if found.front.whole > UNFELT and found.margin > 0.1 else ""
    return f"{holds}{both}"


def cause(effect: AxleEffect) -> str:
    """`it takes less load transfer; camber takes some of that back`."""
    load, camber = abs(effect.by_load), abs(effect.by_camber)
    by_load = f"it takes {'less' if effect.by_load > 0.0 else 'more'} load transfer"
    by_camber = f"its wheels lean {'less' if effect.by_camber > 0.0 else 'more'} out of the turn"
    against = effect.by_load * effect.by_camber < 0.0
    if load > CLEARLY * camber:
        return by_load + ("; camber takes some of that back" if against and camber > 0.2 * load else "")
    if camber > CLEARLY * load:
        return by_camber + ("; load transfer takes some of that back" if against and load > 0.2 * camber else "")
    return f"{by_load} {'but' if against else 'and'} {by_camber}"


def nothing_more(phase: Phase, axle: Axle, lateral: float, rate: float, system: System) -> str:
    """Where a stiffer bar does nothing: the inside wheel of its axle is in the air."""
    where = show(lateral, Kind.ACCELERATION, system)
    if rate <= 0.0:
        beyond = "no bar changes anything there"
    else:
        beyond = f"beyond {show(rate, Kind.RATE, system)} at the wheels this bar does nothing there"
    return f"{LONG[phase][0].upper()}{LONG[phase][1:]}: the inside {axle} wheel is in the air from {where}; {beyond}."


def turns_agree(before: tuple[float, float] | None, after: tuple[float, float] | None, cure: str = "") -> str:
    """Whether left and right turns have come to agree, or to differ, with what would mend it; empty where nothing of that
    changed."""
    if before is None or after is None:
        return ""
    was, now = (abs(left - right) >= NEUTRAL for left, right in (before, after))
    if was == now:
        return ""
    return f"Left and right turns now differ. {cure or NO_LINK}" if now else "Left and right turns now agree."


def turns_differ(left: float, right: float, cure: str, system: System) -> str | None:
    """A warning where left and right turns differ by more than anybody would miss; cure: what would mend it, or empty."""
    if abs(left - right) < NEUTRAL:
        return None
    words = [f"{' '.join(map(str, reading(margin, None, system)))}" for margin in (left, right)]
    said = f"Left and right turns differ: {words[0]} to the left, {words[1]} to the right."
    return f"{said} {cure or NO_LINK}"


NO_LINK = "No link is the cause: look at the corner weights."
