"""Reading what a person types into a field: `23.8 mm`, `15/16 in`, `1 1/16"`, `23,8`, `41 ft-lb`."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from anchor_beam.errors import InputError
from anchor_beam.units.kinds import DIMENSIONS, EXAMPLES, TYPED, UNITS, Kind, System, unit_of

_NUMBER = re.compile(
    r"""^\s*(?P<sign>[-+−–]?)\s*
    (?:(?P<whole>\d+)[\s-]+(?P<n1>\d+)\s*/\s*(?P<d1>\d+)
      |(?P<n2>\d+)\s*/\s*(?P<d2>\d+)
      |(?P<decimal>(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][-+]?\d+)?))
    \s*(?P<unit>.*?)\s*$""",
    re.VERBOSE,
)
_FEET = re.compile(r"""^\s*(?P<feet>\d+)\s*(?:'|ft)\s*(?P<rest>\d.*?)\s*(?:"|''|in|)\s*$""")
_LIMITS = re.compile(r"^(?P<value>.*?)(?:±|\+/-|\+-)(?P<limits>.*)$")


@dataclass(frozen=True)
class Typed:
    """A value [SI] with the text it came from; `system` is the one whose unit was written, None without a unit.

    spread: one standard deviation [SI], where limits were typed with it: they are taken as two.
    """

    value: float
    text: str
    system: System | None
    spread: float | None = None


def parse(text: str, kind: Kind, system: System, *, place: str = "") -> Typed:
    """Read a quantity. Without a unit the number is in the unit that `system` shows for the kind.

    Raises:
        InputError: at `place`, saying what would be accepted.
    """
    limits = _LIMITS.match(text)
    if limits:
        return _with_limits(limits["value"], limits["limits"], text.strip(), kind, system, place)
    feet = _FEET.match(text) if kind in (Kind.LENGTH, Kind.FINE_LENGTH, Kind.DIAMETER) else None
    if feet:
        inches = parse(feet["rest"] + " in", kind, system, place=place)
        return Typed(float(feet["feet"]) * 0.3048 + inches.value, text.strip(), System.US)
    match = _NUMBER.match(text)
    if match is None:
        raise InputError(place, _not_a_number(text), got=text, accepts=EXAMPLES[kind])
    number = _number(match, text, place, kind)
    symbol = match["unit"]
    if not symbol:
        return Typed(number * unit_of(kind, system).si, text.strip(), None)
    value = number * _factor(symbol, kind, place, text)
    return Typed(value, text.strip(), _system_of(symbol, kind))


def _with_limits(value: str, limits: str, text: str, kind: Kind, system: System, place: str) -> Typed:
    """`19.7 ±0.8 in`: a unit on one side counts for both."""
    number, off = _NUMBER.match(value), _NUMBER.match(limits)
    if number is not None and off is not None:
        value = value if number["unit"] else f"{value} {off['unit']}"
        limits = limits if off["unit"] else f"{limits} {number['unit']}"
    of, around = parse(value, kind, system, place=place), parse(limits, kind, system, place=place)
    if not around.value > 0.0:
        raise InputError(place, "Limits around a value are above zero.", got=text, accepts=f"{EXAMPLES[kind]} ± 1")
    return Typed(of.value, text, of.system, around.value / 2.0)


def _not_a_number(text: str) -> str:
    if not text.strip():
        return "There is no number here."
    return f"“{text.strip()}” does not start with a number."


def _number(match: re.Match[str], text: str, place: str, kind: Kind) -> float:
    sign = -1.0 if match["sign"] and match["sign"] != "+" else 1.0
    if match["decimal"]:
        decimal = match["decimal"]
        if re.fullmatch(r"[1-9]\d{0,2},\d{3}", decimal):
            joined, dotted = decimal.replace(",", ""), decimal.replace(",", ".")
            raise InputError(place, f"{decimal} can be read in two ways.", got=text, accepts=f"{joined} or {dotted}")
        number = float(decimal.replace(",", "."))
    else:
        whole, over, under = (
            (match["whole"], match["n1"], match["d1"]) if match["d1"] else ("0", match["n2"], match["d2"])
        )
        if int(under) == 0:
            raise InputError(place, "A fraction needs something to divide by.", got=text, accepts=EXAMPLES[kind])
        number = float(whole) + int(over) / int(under)
    if not math.isfinite(number):
        raise InputError(place, "This number is too large.", got=text, accepts=EXAMPLES[kind])
    return sign * number


def _factor(symbol: str, kind: Kind, place: str, text: str) -> float:
    table = TYPED.get(kind, {})
    key = symbol.lower().replace("⋅", "·").strip()
    if key in table:
        return table[key]
    for unit in (UNITS[system][kind] for system in System):
        if key == unit.symbol.lower():
            return unit.si
    if kind is Kind.ACCELERATION or kind not in DIMENSIONS:
        raise InputError(place, f"“{symbol}” is not a unit for a {kind}.", got=text, accepts=EXAMPLES[kind])
    try:
        quantity = _registry().Quantity(1.0, _for_pint(symbol))
        return float(quantity.to(DIMENSIONS[kind]).magnitude)
    except _pint_errors() as problem:
        raise InputError(
            place, f"{_what_is(symbol)}, and this is a {kind}.", got=text, accepts=EXAMPLES[kind]
        ) from problem


def _what_is(symbol: str) -> str:
    """`N is a unit of force`, or that the unit is unknown."""
    lower = symbol.lower()
    for other, table in TYPED.items():
        if lower in table:
            return f"{symbol} is a unit of {_plain(other)}"
    try:
        _registry().Quantity(1.0, _for_pint(symbol))
    except _pint_errors():
        return f"“{symbol}” is not a unit that is known here"
    return f"{symbol} measures something else"


def _plain(kind: Kind) -> str:
    return "length" if kind in (Kind.LENGTH, Kind.DIAMETER, Kind.FINE_LENGTH) else str(kind)


def _system_of(symbol: str, kind: Kind) -> System | None:
    lower = symbol.lower()
    us = ("in", "inch", "inches", '"', "ft", "'", "lb", "lbs", "lbf", "ksi", "psi")
    if any(part in us for part in re.split(r"[-/·* ]", lower)):
        return System.US
    shared = UNITS[System.METRIC][kind].symbol == UNITS[System.US][kind].symbol
    return None if shared else System.METRIC


def _for_pint(symbol: str) -> str:
    return symbol.replace("·", "*").replace("-", "*").replace("²", "**2").replace("^", "**")


@lru_cache(maxsize=1)
def _registry() -> Any:
    import pint

    return pint.UnitRegistry()


def _pint_errors() -> tuple[type[Exception], ...]:
    import tokenize

    import pint

    return (
        pint.errors.PintError,
        tokenize.TokenError,
        AttributeError,
        TypeError,
        ValueError,
        SyntaxError,
        AssertionError,
    )
