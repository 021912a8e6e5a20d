"""The balance in words: what it is, what an edit did to it, and what to think of it."""

from __future__ import annotations

import math

from anchor_beam.core.grip.outcome import Ending
from anchor_beam.core.sides import Axle
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show, with_band
from anchor_beam.words import endings
from anchor_beam.words.phases import NEUTRAL, other_phases

LEVEL_ENOUGH = 0.0005  # m; nobody sets a link closer than that
STEP_SHOWN = 0.05  # % of margin that shows at all
SMALL_STEP = 1.0  # % of margin below which a step that is sure is small
FREE_TORQUE = 1.0  # N m; what a hand cannot feel when the last link goes in


def verdict(margin: float, sigma: float | None, window: tuple[float, float], system: System) -> str:
    """`pushes, 2.6 % ± 1.1: inside your window`."""
    if abs(margin) < NEUTRAL:
        what = f"neutral, {with_band(margin, sigma, Kind.PERCENT, system)}"
    else:
        size = with_band(abs(margin), sigma, Kind.PERCENT, system)
        what = f"{'pushes' if margin > 0 else 'loose'}, {size}"
    return f"{what}: {place_in_window(margin, sigma, window)}"


def place_in_window(margin: float, sigma: float | None, window: tuple[float, float]) -> str:
    """Where the margin lies; unsure when it is nearer to the window's edge than one standard deviation."""
    low, high = window
    gap = max(low - margin, margin - high)
    sure = sigma is not None and abs(gap) > sigma
    if gap <= 0.0:
        return "inside your window" if sure else "in your window, unsure"
    side = "looser than" if margin < low else "more push than"
    return f"{side} your window" if sure else f"{side} your window, unsure"


def push_change(change: float) -> str:
    """What a change of the margin feels like."""
    size = abs(change)
    if size < 0.1:
        return "nobody would feel it"
    amount = "a trace" if size < 0.4 else "a little" if size < 1.0 else "noticeably" if size < 2.5 else "much"
    return f"{amount} {'more' if change > 0 else 'less'} push in mid-corner"


def how_sure(change: float | None, sigma: float | None, system: System) -> str:
    """Whether a step of the middle margin [%] stands out of its band: `Known to ±0.4 %: a clear step.`"""
    if change is None or sigma is None or not math.isfinite(sigma) or abs(change) < STEP_SHOWN:
        return ""
    if abs(change) <= sigma:
        step = "it cannot be told apart from none"
    else:
        step = "a small but sure step" if abs(change) < SMALL_STEP else "a clear step"
    return f"Known to ±{show(sigma, Kind.PERCENT, system)}: {step}."


@immutable
class Figures:
    """The headline figures before or after an edit, SI and percent; None where there is no balance.

    margins: of the five phases in their order [%]. ending: how the middle of the corner ends, None without a balance.
    """

    rear_share: float | None
    margin: float | None
    roll_gradient: float | None
    lift: tuple[Axle, float] | None
    rest_torque: tuple[float | None, float | None]
    margins: tuple[float | None, ...]
    ending: Ending | None = None


def consequence(before: Figures, after: Figures, system: System) -> str:
    """One plain sentence or two with the figures first: what an edit did."""
    if after.margin is None and after.ending is not None:
        return f"No margin now: {endings.sentence(after.ending, system)}."
    if after.margin is None or after.rear_share is None:
        return "No balance can be worked out now."
    if before.margin is None or before.rear_share is None:
        return f"The balance is known again: {signed_margin(after.margin, system)}."
    parts = []
    moved = after.rear_share - before.rear_share
    if abs(moved) >= 0.05:
        parts.append(f"Rear share of stiffness {show(moved, Kind.PERCENT, system, sign=True)}.")
    change = after.margin - before.margin
    if abs(change) >= 0.05:
        parts.append(f"Margin {show(change, Kind.PERCENT, system, sign=True)}: {push_change(change)}.")
    parts += _roll(before, after, system) + _lift(before, after, system) + _rest(before, after, system)
    return " ".join(parts) if parts else "No change in roll or balance."


def in_other_phases(before: Figures, after: Figures, system: System) -> str:
    """What the edit did outside the middle of the corner."""
    return " ".join(other_phases(before.margins, after.margins, system))


def _roll(before: Figures, after: Figures, system: System) -> list[str]:
    if before.roll_gradient is None or after.roll_gradient is None:
        return []
    change = after.roll_gradient - before.roll_gradient
    shown = show(abs(change), Kind.ROLL_GRADIENT, system)
    if float(shown.number) == 0.0:
        return []
    return [f"Roll {show(change, Kind.ROLL_GRADIENT, system, sign=True)}."]


def _lift(before: Figures, after: Figures, system: System) -> list[str]:
    if before.lift is None or after.lift is None:
        return []
    if before.lift[0] is not after.lift[0]:
        return [f"Now the inside {after.lift[0]} lifts first, at {show(after.lift[1], Kind.ACCELERATION, system)}."]
    change = after.lift[1] - before.lift[1]
    shown = show(abs(change), Kind.ACCELERATION, system)
    if float(shown.number) == 0.0:
        return []
    return [f"Inside {after.lift[0]} lifts {shown} {'later' if change > 0 else 'earlier'}."]


def _rest(before: Figures, after: Figures, system: System) -> list[str]:
    """What changed in the twist of the bars with the car at rest [N m]; of two bars the one that changed more."""
    moved = [
        (abs(now - was), axle, now)
        for axle, was, now in zip(Axle, before.rest_torque, after.rest_torque, strict=True)
        if was is not None and now is not None
    ]
    change, axle, now = max(moved, default=(0.0, Axle.FRONT, 0.0))
    return [f"At rest the {axle} bar {rest_twist(now, system)}."] if change >= FREE_TORQUE else []


def signed_margin(margin: float, system: System) -> str:
    """`pushes, 2.6 %` or `loose, 1.2 %`."""
    if abs(margin) < NEUTRAL:
        return "neutral"
    return f"{'pushes' if margin > 0 else 'loose'}, {show(abs(margin), Kind.PERCENT, system)}"


def off_level(off: float, turns: float | None, system: System) -> str:
    """What to do about a link that is too long or too short: `9.7 mm too long: 3.9 turns shorter`."""
    shown = show(abs(off), Kind.FINE_LENGTH, system)
    if abs(off) <= LEVEL_ENOUGH:
        return f"level, within {shown}" if float(shown.number) else "level as fitted"
    what = f"{shown} too {'long' if off > 0 else 'short'}"
    if turns is None or not math.isfinite(turns):
        return what
    return f"{what}: {abs(turns):.1f} turns {'shorter' if turns < 0 else 'longer'}"


def drop_in(length: float | None, change: float, turns: float | None, system: System) -> str:
    """The link length that leaves the bar untwisted, and the way there: `88.8 mm: 3.9 turns shorter`."""
    shown = str(show(length, Kind.FINE_LENGTH, system))
    if length is None or turns is None or not math.isfinite(turns) or abs(change) <= LEVEL_ENOUGH:
        return shown
    return f"{shown}: {abs(turns):.1f} turns {'shorter' if turns < 0 else 'longer'}"


def rest_twist(torque: float | None, system: System) -> str:
    """What the links do to a bar at rest, by its torque [N m], > 0 presses the left tyre; follows `the bar`."""
    if torque is None:
        return "is disconnected"
    if abs(torque) < FREE_TORQUE:
        return "hangs free: the links drop in without force"
    side = "left" if torque > 0 else "right"
    return f"is twisted by {show(abs(torque), Kind.TORQUE, system)} and presses the {side} tyre"


def soft_chassis(torsion: float, bar: float, system: System) -> str | None:
    """A warning where the bar's roll stiffness is not below the torsional stiffness of the chassis [N m/rad]."""
    if not bar >= torsion:
        return None
    body, this = (show(value, Kind.ROLL_STIFFNESS, system) for value in (torsion, bar))
    return (
        f"The chassis, {body}, twists more easily than this bar, {this}: a still stiffer bar changes little. "
        "Measure the chassis before you trust the balance."
    )


def sides_differ(left: float, right: float, spread: float, system: System) -> str | None:
    """A warning where two sides differ by more than reading error explains."""
    if abs(left - right) <= 3.0 * max(spread, 1e-6):
        return None
    gap = show(abs(left - right), Kind.FINE_LENGTH, system)
    return f"Left and right differ by {gap}, more than a reading error. Look for a bent part or a height that is off."


def lost_draws(part: float) -> str:
    """How many of the drawn cars have no answer; empty for none."""
    if part <= 0.0:
        return ""
    return f"In {100.0 * part:.1f} % of the cars that the spreads allow, a figure has no answer: they are not in the band."
