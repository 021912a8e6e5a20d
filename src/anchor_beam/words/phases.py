"""Phases of the corner in words, and what a change does to each."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.grip.model import FOUR, Phase
from anchor_beam.core.sides import Axle
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import Shown, show

if TYPE_CHECKING:
    from anchor_beam.core.grip.effects import AxleEffect, Effects

NEUTRAL = 0.5  # % of margin that nobody feels
CLEARLY = 1.5  # one effect this many times the other outweighs it
UNFELT = 0.02  # m/s^2 of limit that nobody feels

NAMES = {
    Phase.ENTRY: "turn-in", Phase.MIDDLE: "middle", Phase.LIFT_OFF: "lift-off", Phase.EXIT: "exit",
    Phase.EXIT_DRY_THROTTLE: "exit, dry throttle",
}  # fmt: skip
LONG = {
    Phase.ENTRY: "turn-in on the brakes", Phase.MIDDLE: "middle of the corner",
    Phase.LIFT_OFF: "throttle lifted in the corner",
    Phase.EXIT: "exit under power", Phase.EXIT_DRY_THROTTLE: "exit with the throttle of a dry road",
}  # fmt: skip


def reading(margin: float | None, system: System) -> tuple[str, Shown]:
    """The side and the size: `loose`, `13.3 %`."""
    if margin is None:
        return "cannot tell", Shown("", "")
    if abs(margin) < NEUTRAL:
        return "neutral", show(abs(margin), Kind.PERCENT, system)
    return ("push" if margin > 0 else "loose"), show(abs(margin), Kind.PERCENT, system)


def other_phases(before: tuple[float | None, ...], after: tuple[float | None, ...], system: System) -> list[str]:
    """`Turn-in −2.1, exit −0.8 %.` for all but the middle, and which of them changed side; in the order of FOUR."""
    moved, turned = [], []
    for phase, was, now in zip(FOUR, before, after, strict=True):
        if was is None or now is None:
            continue
        if phase is not Phase.MIDDLE and abs(now - was) >= 0.05:
            moved.append(f"{NAMES[phase]} {show(now - was, Kind.PERCENT, system, sign=True).number}")
        if min(abs(was), abs(now)) >= NEUTRAL and was * now < 0.0:
            turned.append(f"{NAMES[phase].capitalize()} now {'pushes' if now > 0 else 'is loose'}.")
    said = [f"{', '.join(moved).capitalize()}{' %' if moved else ''}."] if moved else []
    return said + turned


def why(found: Effects, system: System) -> str:
    """Which effect dominates a change, with the change of both limits; empty where nobody would feel it."""
    ends = ((Axle.FRONT, found.front), (Axle.REAR, found.rear))
    if max(abs(effect.whole) for _, effect in ends) < UNFELT:
        return ""
    axle, effect = max(ends, key=lambda item: abs(item[1].by_load) + abs(item[1].by_camber))
    limits = ", ".join(
        f"{name} limit {show(each.whole, Kind.ACCELERATION, system, sign=True, decimals=3)}" for name, each in ends
    )
    both = " More front grip and more push together." if found.front.whole > UNFELT and found.margin > 0.1 else ""
    return f"{limits[0].upper()}{limits[1:]}: {dominant(effect)} at the {axle}.{both}"


def dominant(effect: AxleEffect) -> str:
    """`load transfer outweighs camber`, or the other way round."""
    load, camber = abs(effect.by_load), abs(effect.by_camber)
    if load > CLEARLY * camber:
        word = "outweighs" if effect.by_load * effect.by_camber < 0.0 else "does more than"
        return f"load transfer {word} camber"
    if camber > CLEARLY * load:
        word = "outweighs" if effect.by_load * effect.by_camber < 0.0 else "does more than"
        return f"camber {word} load transfer"
    return "load transfer and camber weigh about the same"


def turns_differ(left: float, right: float, system: System) -> str | None:
    """A warning where left and right turns differ by more than anybody would miss."""
    if abs(left - right) < NEUTRAL:
        return None
    words = [f"{' '.join(map(str, reading(margin, system)))}" for margin in (left, right)]
    return f"Left and right turns differ: {words[0]} to the left, {words[1]} to the right. Look at links and corner weights."
