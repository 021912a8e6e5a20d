"""Every number that is shown is made here, with its unit."""

from __future__ import annotations

import math

from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System, unit_of

MINUS = "−"
SPACE = "\u00a0"  # keeps number and unit on one line
UNKNOWN = "–"


@immutable
class Shown:
    """A formatted number and its unit, apart, so that the unit can be set smaller."""

    number: str
    unit: str

    def __str__(self) -> str:
        return SPACE.join(part for part in (self.number, self.unit) if part)


def show(
    value: float | None, kind: Kind, system: System, *, decimals: int | None = None, sign: bool = False
) -> Shown:
    """Format an SI value; None and NaN become a dash, thousands are set apart by a space from 10 000 on."""
    unit = unit_of(kind, system)
    if value is None or not math.isfinite(value):
        return Shown(UNKNOWN, unit.symbol)
    places = unit.decimals if decimals is None else decimals
    number = round(value / unit.si, places) + 0.0  # + 0.0 turns -0.0 into 0.0
    text = f"{abs(number):,.{places}f}"
    text = text.replace(",", "" if abs(number) < 10_000 else SPACE)
    prefix = MINUS if number < 0 else "+" if sign and number > 0 else ""
    return Shown(prefix + text, unit.symbol)


def for_editing(value: float, kind: Kind, system: System) -> Shown:
    """Format with all the digits that matter, so that opening and closing a field changes nothing."""
    unit = unit_of(kind, system)
    exact = value / unit.si
    places = unit.decimals
    while places < unit.decimals + 4 and abs(round(exact, places) - exact) > 1e-9 * max(abs(exact), 1.0):
        places += 1
    return show(value, kind, system, decimals=places)


def at_a_glance(value: float, kind: Kind, system: System) -> Shown:
    """Format an input: the usual decimals, or one more where that is the whole of it (a thread pitch of 1.25 mm)."""
    unit = unit_of(kind, system)
    one_more = round(value / unit.si, unit.decimals + 1)
    whole = math.isclose(one_more, value / unit.si, rel_tol=1e-9, abs_tol=1e-9)
    rounds = not math.isclose(round(one_more, unit.decimals), one_more, rel_tol=1e-9, abs_tol=1e-9)
    return show(value, kind, system, decimals=unit.decimals + 1 if whole and rounds else None)


def delta(now: float | None, before: float | None, kind: Kind, system: System) -> str:
    """Difference with sign, without unit; empty where either is unknown or nothing shows."""
    if now is None or before is None or not (math.isfinite(now) and math.isfinite(before)):
        return ""
    text = show(now - before, kind, system, sign=True).number
    return "" if not text.strip("0.+" + MINUS) else text


def with_band(value: float | None, sigma: float | None, kind: Kind, system: System) -> str:
    """`2.6 % ± 1.1`."""
    shown = str(show(value, kind, system))
    if sigma is None or not math.isfinite(sigma) or sigma <= 0.0:
        return shown
    return f"{shown} ± {show(sigma, kind, system).number}"
