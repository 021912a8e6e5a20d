"""Reading and showing quantities: round trips, what people type, and what is refused with which words."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anchor_beam.errors import InputError
from anchor_beam.units.kinds import DIMENSIONS, SYSTEMS, TYPED, UNITS, Kind, System, unit_of
from anchor_beam.units.parse import parse
from anchor_beam.units.show import delta, for_editing, show, with_band

METRIC, US = System.METRIC, System.US


@given(st.sampled_from(list(Kind)), st.sampled_from(SYSTEMS), st.floats(-5e6, 5e6))
def test_what_is_shown_for_editing_reads_back_as_the_same(kind: Kind, system: System, shown: float) -> None:
    value = round(shown, 3) * unit_of(kind, system).si
    assert parse(str(for_editing(value, kind, system)), kind, system).value == pytest.approx(
        value, rel=1e-6, abs=1e-9
    )


@pytest.mark.parametrize(("text", "kind", "expected"), [
    ("23.8 mm", Kind.DIAMETER, 0.0238), ("23,8 mm", Kind.DIAMETER, 0.0238), ("15/16 in", Kind.DIAMETER, 0.0238125),
    ('1 1/16"', Kind.DIAMETER, 0.0269875), ("1-1/16 in", Kind.DIAMETER, 0.0269875), ("2.38cm", Kind.DIAMETER, 0.0238),
    ("4' 10 1/2\"", Kind.LENGTH, 1.4859), ("41 ft-lb", Kind.TORQUE, 55.588535), ("55 N·m", Kind.TORQUE, 55.0),
    ("125 lb/in", Kind.RATE, 21890.854), ("22", Kind.RATE, 22000.0), ("2.2 kg/mm", Kind.RATE, 21574.63),
    ("467 lb", Kind.MASS, 211.8276), ("0.9 g", Kind.ACCELERATION, 8.829), ("-1.5 deg", Kind.ANGLE, -0.0261799),
    ("8'", Kind.LENGTH, 2.4384), ("8′ 2″", Kind.LENGTH, 2.4892), ("8’2”", Kind.LENGTH, 2.4892), ("68/32", Kind.PERCENT, 68.0),
    ("12 000 N/mm", Kind.RATE, 1.2e7), ("1 012 000.5 N/mm", Kind.RATE, 1.0120005e9), ("1 125/1000 in", Kind.LENGTH, 0.028575),
    ("0.3 dm", Kind.DIAMETER, 0.03), ("2 kg·m/s²", Kind.FORCE, 2.0), ("7.5°", Kind.ANGLE, 0.1308997),
])  # fmt: skip
def test_what_people_type(text: str, kind: Kind, expected: float) -> None:
    assert parse(text, kind, METRIC).value == pytest.approx(expected, rel=3e-6)


def test_a_bare_number_is_in_the_unit_that_is_shown() -> None:
    assert parse("24", Kind.DIAMETER, METRIC).value == pytest.approx(0.024)
    assert parse("0.94", Kind.DIAMETER, US).value == pytest.approx(0.94 * 0.0254)


@pytest.mark.parametrize(("text", "kind", "words"), [
    ("20 N", Kind.DIAMETER, "N is a unit of force, and this is a diameter"),
    ("3 wibble", Kind.MASS, "not a unit that is known here"),
    ("abc", Kind.MASS, "does not start with a number"),
    ("", Kind.MASS, "There is no number here"),
    ("1,470 mm", Kind.LENGTH, "can be read in two ways"),
    ("3/0 in", Kind.DIAMETER, "something to divide by"),
    ("1e999", Kind.MASS, "too large"),
    ("5 mm", Kind.RATIO, "is not a unit for a ratio"),
    ("5 ) (", Kind.MASS, "not a unit"),
    ("nan", Kind.MASS, "does not start with a number"),
    ("17 9**9**9", Kind.DIAMETER, "not a unit that is known here"), ("17 mm/0", Kind.DIAMETER, "not a unit"),
    ("17 mm*pi", Kind.DIAMETER, "not a unit"), ("12 stone", Kind.MASS, "not a unit"), ("1 fathom", Kind.LENGTH, "not a unit"),
    ("17 " + "mm·" * 9**3, Kind.DIAMETER, "longer than a number"), ("1" * 5000, Kind.MASS, "longer than a number"),
    ("1'250", Kind.LENGTH, "can be read in two ways"), ("1’250 mm", Kind.LENGTH, "can be read in two ways"),
    ("68/30", Kind.PERCENT, "two parts of 100"), ("17 kg/s", Kind.MASS, "measures something else"),
])  # fmt: skip
def test_what_is_refused_says_what_is_wrong_and_what_would_be_right(text: str, kind: Kind, words: str) -> None:
    with pytest.raises(InputError) as caught:
        parse(text, kind, METRIC, place="here")
    assert words in caught.value.message
    assert caught.value.accepts
    assert caught.value.place == "here"


@given(st.text(max_size=12))
def test_no_text_at_all_breaks_the_reader(text: str) -> None:
    try:
        assert math.isfinite(parse(text, Kind.LENGTH, METRIC).value)
    except InputError as problem:
        assert problem.message


def test_our_factors_are_pints_factors() -> None:
    import pint

    registry = pint.UnitRegistry()
    names = {
        "lb": "pound",
        "lbs": "pound",
        '"': "inch",
        "'": "foot",
        "°": "degree",
        "t": "tonne",
        "kpa": "kilopascal",
    }
    forces = {"lb": "pound_force", "lbs": "pound_force", "kg": "kilogram_force"}
    checked = 0
    for kind, table in TYPED.items():
        if kind not in DIMENSIONS or kind in (Kind.ACCELERATION, Kind.STRESS):
            continue
        for symbol, factor in table.items():
            words = symbol.replace("·", "*").replace("-", "*").replace(" ", "*").replace("²", "**2")
            as_force = kind in (Kind.FORCE, Kind.TORQUE, Kind.RATE, Kind.TWIST_STIFFNESS, Kind.ROLL_STIFFNESS)
            parts = [(forces if as_force else names).get(part, names.get(part, part)) for part in words.split("/")]
            parts = ["*".join(forces.get(p, p) if as_force else p for p in part.split("*")) for part in parts]
            units = (
                "/".join(parts)
                .replace("nm", "newton*meter")
                .replace("kn", "kilonewton")
                .replace("kgf", "kilogram_force")
            )
            units = "/".join("newton" + u[1:] if u == "n" or u.startswith("n*") else u for u in units.split("/"))
            value = registry.Quantity(1.0, units).to(DIMENSIONS[kind]).magnitude
            assert value == pytest.approx(factor, rel=1e-6), (kind, symbol)
            checked += 1
    assert checked > 30


@pytest.mark.parametrize(("value", "kind", "system", "text"), [
    (0.0238125, Kind.DIAMETER, METRIC, "23.8\u00a0mm"), (0.0238125, Kind.DIAMETER, US, "0.938\u00a0in"),
    (-0.00004, Kind.DIAMETER, METRIC, "0.0\u00a0mm"), (None, Kind.FORCE, METRIC, "–\u00a0N"),
    (float("nan"), Kind.FORCE, METRIC, "–\u00a0N"), (15234.0, Kind.FORCE, METRIC, "15\u00a0234\u00a0N"),
    (-2.5, Kind.PERCENT, METRIC, "−2.5\u00a0%"),
])  # fmt: skip
def test_showing(value: float | None, kind: Kind, system: System, text: str) -> None:
    assert str(show(value, kind, system)) == text


def test_differences_carry_a_sign_and_vanish_when_nothing_shows() -> None:
    assert delta(0.0254, 0.0238, Kind.DIAMETER, METRIC) == "+1.6"
    assert delta(0.0238, 0.0254, Kind.DIAMETER, METRIC) == "−1.6"
    assert delta(0.02541, 0.02540, Kind.DIAMETER, METRIC) == ""
    assert delta(None, 0.0254, Kind.DIAMETER, METRIC) == ""
    assert with_band(2.6, 1.1, Kind.PERCENT, METRIC) == "2.6\u00a0% ± 1.1"


def test_every_kind_has_a_unit_in_both_systems() -> None:
    for system in SYSTEMS:
        assert set(UNITS[system]) == set(Kind)


@pytest.mark.parametrize(("text", "value", "spread"), [
    ("19.7 ±0.8 in", 19.7 * 0.0254, 0.4 * 0.0254),
    ("500 mm +/- 20", 0.5, 0.01),
    ("500 +-2 cm", 5.0, 0.01),
    ("57 1/2 in ± 1/4", 57.5 * 0.0254, 0.125 * 0.0254),
])  # fmt: skip
def test_limits_typed_with_a_value_are_two_standard_deviations(text: str, value: float, spread: float) -> None:
    typed = parse(text, Kind.LENGTH, System.METRIC)
    assert (typed.value, typed.spread) == (pytest.approx(value), pytest.approx(spread))
    assert typed.text == text


def test_limits_may_have_thousands_set_apart_too() -> None:
    typed = parse("12 000 ± 1 000 N/mm", Kind.RATE, METRIC)
    assert (typed.value, typed.spread) == pytest.approx((1.2e7, 5e5)) and typed.text == "12 000 ± 1 000 N/mm"


@pytest.mark.parametrize("text", ["500 ±", "500 ± -2", "± 2", "500 ± 0", "500 ± 2 kg"])
def test_limits_that_make_no_sense_are_refused(text: str) -> None:
    with pytest.raises(InputError):
        parse(text, Kind.LENGTH, System.METRIC, place="car.wheelbase")
