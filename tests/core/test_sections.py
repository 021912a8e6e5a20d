"""Section constants against closed forms from outside."""

from __future__ import annotations

import math

import pytest

from anchor_beam.core.section.material import SPRING_STEEL
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.errors import InputError


def test_a_tube_is_a_bar_less_its_bore() -> None:
    tube, outer, inner = Round(0.0286, 0.003), Round(0.0286), Round(0.0226)
    assert pytest.approx(outer.I - inner.I) == tube.I
    assert pytest.approx(math.pi / 32 * (0.0286**4 - 0.0226**4)) == tube.J
    assert tube.bore == pytest.approx(0.0226)


@pytest.mark.parametrize(("ratio", "beta"), [(1.0, 0.1406), (2.0, 0.2287), (4.0, 0.2808), (10.0, 0.3123)])
def test_torsion_of_a_rectangle_meets_the_table(ratio: float, beta: float) -> None:
    """Timoshenko and Goodier, Theory of Elasticity, table of k_1: J = k_1 a b^3, whichever side is longer."""
    short = 0.01
    for plate in (Plate(ratio * short, short), Plate(short, ratio * short)):
        assert pytest.approx(beta * ratio * short**4, rel=5e-4) == plate.constants(0.3).J


def test_shear_factors_of_solid_and_thin_sections() -> None:
    """Cowper 1966: solid circle 6(1+nu)/(7+6nu), thin tube 2(1+nu)/(4+3nu)."""
    nu = 0.3
    assert Round(0.02).constants(nu).k_1 == pytest.approx(6 * 1.3 / (7 + 1.8))
    assert Round(0.02, 1e-5).constants(nu).k_1 == pytest.approx(2 * 1.3 / (4 + 0.9), rel=1e-3)


def test_steel_has_a_steels_poisson_ratio() -> None:
    assert SPRING_STEEL.poisson == pytest.approx(0.299, abs=1e-3)


@pytest.mark.parametrize("od", [0.0, -0.02, float("nan"), float("inf")])
def test_a_diameter_that_is_none_is_refused(od: float) -> None:
    with pytest.raises(InputError) as caught:
        Round(od)
    assert caught.value.place == "od"
