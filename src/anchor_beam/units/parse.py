"""Reading what a person types into a field: `23.8 mm`, `15/16 in`, `1 1/16"`, `8′ 2″`, `23,8`, `41 ft-lb`, `19.7 ±0.8 in`.

A grammar of our own comes first: a number or fraction, then names of units with small powers, joined by `·`, `-` or `/`. Only
names that people put on cars are known. The unit library is asked for the factor of what passed, never for the text itself.
"""

from __future__ import annotations

import math
import re
from functools import lru_cache
from typing import Any

from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DIMENSIONS, EXAMPLES, SYSTEMS, TYPED, UNITS, Kind, System, unit_of

_NUMBER = re.compile(
    r"""^\s*(?P<sign>[-+−–]?)\s*
    (?:(?P<whole>\d+)[\s-]+(?P<n1>\d+)\s*/\s*(?P<d1>\d+)
      |(?P<n2>\d+)\s*/\s*(?P<d2>\d+)
      |(?P<decimal>(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][-+]?\d+)?))
    \s*(?P<unit>.*?)\s*$""",
    re.VERBOSE,
)
_FEET = re.compile(r"""^\s*(?P<feet>\d+)\s*(?:'|ft)\s*(?P<rest>\d.*?)\s*(?:"|''|in|)\s*$""")
_THOUSANDS = re.compile(r"^\s*[-+−–]?\d{1,3}(?:'\d{3})+(?!\s*[\"'\d])")
_APART = re.compile(r"(?<![\d.,/])\d{1,3}(?:[ \u00a0\u2009\u202f]\d{3})+(?!\d|\s*/)")  # thousands, as they are shown
_MARKS = str.maketrans({"′": "'", "’": "'", "‘": "'", "´": "'", "″": '"', "”": '"', "“": '"'})
LENGTHS = (Kind.LENGTH, Kind.FINE_LENGTH, Kind.DIAMETER)
LIMITS = 2.0  # standard deviations that a user means who types limits to bet on
LONGEST = 60  # characters that a field takes
_NAME = re.compile(r"(?P<name>[A-Za-zµ°]+)(?P<power>²|³|\^?[23]|\*\*[23])?")
_JOINT = re.compile(r"\s*([·⋅*/ -])\s*")
_NAMES = {  # what may be part of a unit, in the library's words
    "µm": "micrometer", "mm": "millimeter", "cm": "centimeter", "dm": "decimeter", "m": "meter", "in": "inch",
    "inch": "inch", "inches": "inch", "thou": "thou", "ft": "foot", "foot": "foot", "feet": "foot", "g": "gram",
    "gram": "gram", "kg": "kilogram", "t": "tonne", "oz": "ounce", "lb": "pound", "lbs": "pound", "pounds": "pound",
    "n": "newton", "kn": "kilonewton", "dan": "decanewton", "kgf": "kilogram_force", "lbf": "pound_force",
    "pa": "pascal", "kpa": "kilopascal", "mpa": "megapascal", "gpa": "gigapascal", "bar": "bar", "psi": "psi",
    "ksi": "ksi", "deg": "degree", "degree": "degree", "degrees": "degree", "°": "degree", "rad": "radian",
    "mrad": "milliradian", "s": "second", "ms": "millisecond", "min": "minute", "h": "hour",
}  # fmt: skip
_LIMITS = re.compile(r"^(?P<value>.*?)(?:±|\+/-|\+-)(?P<limits>.*)$")


@immutable
class Typed:
    """A value [SI] with the text it came from; `system` is the one whose unit was written, None without a unit.

    spread: one standard deviation [SI], where limits were typed with it: they are taken as two. with_unit: whether a unit was
    written.
    """

    value: float
    text: str
    system: System | None
    spread: float | None = None
    with_unit: bool = False


def parse(text: str, kind: Kind, system: System, *, place: str = "") -> Typed:
    """Read a quantity. Without a unit the number is in the unit that `system` shows for the kind.

    Raises:
        InputError: at `place`, saying what would be accepted.
    """
    if len(text) > LONGEST:
        raise InputError(place, "This is longer than a number with its unit.", accepts=EXAMPLES[kind])
    plain = _APART.sub(lambda apart: "".join(apart[0].split()), text)
    limits = _LIMITS.match(plain)
    if limits:
        return _with_limits(limits["value"], limits["limits"], text.strip(), kind, system, place)
    plain = plain.translate(_MARKS)
    if _THOUSANDS.match(plain):
        other = "feet as 1 ft 3 in" if kind in LENGTHS else plain.replace("'", ".", 1)
        raise _two_ways(plain.strip(), plain.replace("'", ""), other, text, place)
    feet = _FEET.match(plain) if kind in LENGTHS else None
    if feet:
        inches = parse(feet["rest"] + " in", kind, system, place=place)
        return Typed(float(feet["feet"]) * 0.3048 + inches.value, text.strip(), System.US, with_unit=True)
    match = _NUMBER.match(plain)
    if match is None:
        raise InputError(place, _not_a_number(text), got=text, accepts=EXAMPLES[kind])
    number = _share(match, text, place) if kind is Kind.PERCENT and match["n2"] else _number(match, text, place, kind)
    symbol = match["unit"]
    if not symbol:
        return Typed(number * unit_of(kind, system).si, text.strip(), None)
    value = number * _factor(symbol, kind, place, text)
    return Typed(value, text.strip(), _system_of(symbol, kind), with_unit=True)


def _with_limits(value: str, limits: str, text: str, kind: Kind, system: System, place: str) -> Typed:
    """`19.7 ±0.8 in`: a unit on one side counts for both."""
    number, off = _NUMBER.match(value), _NUMBER.match(limits)
    if number is not None and off is not None:
        value = value if number["unit"] else f"{value} {off['unit']}"
        limits = limits if off["unit"] else f"{limits} {number['unit']}"
    of, around = parse(value, kind, system, place=place), parse(limits, kind, system, place=place)
    if not around.value > 0.0:
        raise InputError(place, "Limits around a value are above zero.", got=text, accepts=f"{EXAMPLES[kind]} ± 1")
    return Typed(of.value, text, of.system, around.value / LIMITS, of.with_unit)


def _two_ways(what: str, one: str, other: str, text: str, place: str) -> InputError:
    return InputError(
        place, f"{what} can be read in two ways.", got=text, accepts=f"{one.strip()} or {other.strip()}"
    )


def _share(match: re.Match[str], text: str, place: str) -> float:
    """`68/32`, as front and rear part of a whole, is 68 %."""
    part, rest = int(match["n2"]), int(match["d2"])
    if match["sign"] or part + rest != 100:
        raise InputError(place, "A share is a percentage, or two parts of 100.", got=text, accepts="68 % or 68/32")
    return float(part)


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
            raise _two_ways(decimal, joined, dotted, text, place)
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
    for unit in (UNITS[system][kind] for system in SYSTEMS):
        if key == unit.symbol.lower():
            return unit.si
    if kind is Kind.ACCELERATION or kind not in DIMENSIONS:
        raise InputError(place, f"“{symbol}” is not a unit for a {kind}.", got=text, accepts=EXAMPLES[kind])
    words = _for_the_library(symbol)
    if words is None:
        raise InputError(
            place, f"“{symbol}” is not a unit that is known here, and this is a {kind}.", got=text, accepts=EXAMPLES[kind]
        )  # fmt: skip
    unit = _registry().Quantity(1.0, words)
    if not unit.is_compatible_with(DIMENSIONS[kind]):
        raise InputError(place, f"{_what_is(symbol)}, and this is a {kind}.", got=text, accepts=EXAMPLES[kind])
    return float(unit.to(DIMENSIONS[kind]).magnitude)


def _what_is(symbol: str) -> str:
    """`N is a unit of force`, or that it is no unit of this."""
    lower = symbol.lower()
    for other, table in TYPED.items():
        if lower in table:
            return f"{symbol} is a unit of {_plain(other)}"
    return f"{symbol} measures something else"


def _plain(kind: Kind) -> str:
    return "length" if kind in LENGTHS else str(kind)


def _system_of(symbol: str, kind: Kind) -> System | None:
    lower = symbol.lower()
    us = ("in", "inch", "inches", '"', "ft", "'", "lb", "lbs", "lbf", "ksi", "psi")
    if any(part in us for part in re.split(r"[-/·* ]", lower)):
        return System.US
    shared = UNITS[System.METRIC][kind].symbol == UNITS[System.US][kind].symbol
    return None if shared else System.METRIC


def _for_the_library(symbol: str) -> str | None:
    """The unit in the library's words; None where a part of it is not known, or is not a unit at all."""
    words = ""
    for i, part in enumerate(_JOINT.split(symbol.strip())):
        if i % 2:
            words += "/" if part == "/" else "*"
            continue
        match = _NAME.fullmatch(part)
        name = None if match is None else _NAMES.get(match["name"].lower())
        if match is None or name is None:
            return None
        power = (match["power"] or "").translate(str.maketrans("²³", "23", "^*"))
        words += f"{name}**{power}" if power else name
    return words


@lru_cache(maxsize=1)
def _registry() -> Any:
    import pint

    return pint.UnitRegistry()
