"""Laws that hold for every bar: scaling with diameter, mirror, superposition, order."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.bar.shape import Bar, Dimensions
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.section.material import SPRING_STEEL
from anchor_beam.core.section.shapes import Round

BARS = st.builds(
    Dimensions,
    section=st.builds(Round, od=st.floats(0.014, 0.034)),
    centre_length=st.floats(0.75, 1.2),
    pivot_spacing=st.floats(0.4, 0.6),
    arm_length=st.floats(0.16, 0.34),
    splay=st.floats(-0.1, 0.5),
    drop=st.floats(-0.06, 0.06),
    bend_radius=st.floats(0.0, 0.05),
    holes=st.sampled_from([(0.0,), (0.01, 0.04), (0.0, 0.02, 0.05)]),
)
few = settings(max_examples=25, deadline=None)


@few
@given(BARS, st.floats(1.05, 1.6))
def test_geometric_scaling(shape: Dimensions, factor: float) -> None:
    """Everything larger by a factor: torque per twist grows with its cube, shear included.

    The law is exact; a length that falls on the other side of a whole number of elements cuts a bend into one more.
    """
    larger = replace(
        shape, section=Round(shape.section.od * factor), centre_length=shape.centre_length * factor,
        pivot_spacing=shape.pivot_spacing * factor, arm_length=shape.arm_length * factor, drop=shape.drop * factor,
        bend_radius=shape.bend_radius * factor, holes=tuple(hole * factor for hole in shape.holes),
    )  # fmt: skip
    assert solve(larger.bar()).K_theta == pytest.approx(solve(shape.bar()).K_theta * factor**3, rel=1e-5)


@few
@given(BARS, st.floats(1.02, 1.25))
def test_fourth_power_of_the_diameter(shape: Dimensions, factor: float) -> None:
    """Bending and torsion go with D^4; shear and axial give stay small, so the law holds within 2 %."""
    thicker = replace(shape, section=Round(shape.section.od * factor))
    ratio = solve(thicker.bar()).K_theta[0, 0] / solve(shape.bar()).K_theta[0, 0]
    assert ratio == pytest.approx(factor**4, rel=0.02)


@few
@given(BARS)
def test_a_symmetric_bar_is_the_same_from_both_sides(shape: Dimensions) -> None:
    found = solve(shape.bar())
    assert found.K_theta == pytest.approx(found.K_theta.T, rel=1e-8)
    assert found.levers[0] == pytest.approx(found.levers[1], rel=1e-9)


@few
@given(BARS)
def test_turning_the_whole_bar_about_its_axis_changes_nothing(shape: Dimensions) -> None:
    bar = shape.bar()
    angle = 0.4

    def turned(point: tuple[float, float, float]) -> tuple[float, float, float]:
        x, y, z = point
        return x * math.cos(angle) + z * math.sin(angle), y, -x * math.sin(angle) + z * math.cos(angle)

    moved = Bar(bar.section, tuple(replace(v, at=turned(v.at)) for v in bar.path), bar.pivots, bar.holes)
    assert solve(moved).K_theta == pytest.approx(solve(bar).K_theta, rel=1e-8)


@few
@given(BARS)
def test_a_stiffer_material_scales_it_and_stress_does_not_care(shape: Dimensions) -> None:
    harder = replace(shape, material=replace(SPRING_STEEL, E=2 * SPRING_STEEL.E, G=2 * SPRING_STEEL.G))
    soft, hard = solve(shape.bar()), solve(harder.bar())
    assert hard.K_theta == pytest.approx(2.0 * soft.K_theta, rel=1e-9)
    assert hard.stress(0, 0, 100.0)[0] == pytest.approx(soft.stress(0, 0, 100.0)[0], rel=1e-9)
    assert soft.stress(0, 0, 200.0)[0] == pytest.approx(2.0 * soft.stress(0, 0, 100.0)[0], rel=1e-12)


@few
@given(BARS)
def test_shares_are_fractions_and_inner_holes_are_stiffer_at_the_end(shape: Dimensions) -> None:
    found = solve(shape.bar())
    shares = found.shares(0, 0)
    assert shares.sum() == pytest.approx(1.0)
    assert (shares >= -1e-12).all()
    rates = [found.end_rate(i, i) for i in range(len(shape.holes))]
    assert rates == sorted(rates)
