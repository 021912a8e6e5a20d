"""The end of a tube and a bent bracket, against geometry that does not use their formulas."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from anchor_beam.core.template.bracket import blank
from anchor_beam.core.template.tube_end import tube_end
from anchor_beam.errors import InputError

ANGLES = st.floats(math.radians(16.0), 0.5 * math.pi)


@given(st.floats(0.006, 0.1), st.floats(1.0, 3.0), ANGLES)
def test_every_point_of_the_cut_lies_on_the_other_tube(outer: float, times: float, angle: float) -> None:
    other = outer * times
    made = tube_end(outer, other, angle)
    t = made.around / made.length * 2.0 * math.pi
    along = made.along + made.deepest
    axis = np.array([math.cos(angle), 0.0, math.sin(angle)])  # the other tube lies along x
    beside, square = np.array([0.0, 1.0, 0.0]), np.array([-math.sin(angle), 0.0, math.cos(angle)])
    points = along[:, None] * axis + 0.5 * outer * (np.sin(t)[:, None] * beside + np.cos(t)[:, None] * square)
    assert np.hypot(points[:, 1], points[:, 2]) == pytest.approx(np.full(t.size, 0.5 * other), rel=1e-9)
    assert made.along == pytest.approx(made.along[::-1], abs=1e-12)  # both halves of the paper are alike
    assert made.along.min() == 0.0 and made.depth == pytest.approx(float(np.ptp(along)))


def test_a_tube_on_one_of_its_size_is_cut_to_its_radius_and_on_a_flat_one_hardly() -> None:
    same, flat = tube_end(0.030, 0.030, 0.5 * math.pi), tube_end(0.030, 3.0, 0.5 * math.pi)
    assert same.depth == pytest.approx(0.015) and flat.depth == pytest.approx(7.5e-5, rel=1e-2)
    assert tube_end(0.030, 3.0, math.radians(45.0)).depth == pytest.approx(0.030, rel=1e-2)  # a plane at 45 degrees


def test_the_paper_is_as_long_as_its_own_middle() -> None:
    assert tube_end(0.025, 0.040, 1.2, paper=0.0003).length == pytest.approx(math.pi * 0.0253)


@pytest.mark.parametrize(("figures", "place"), [
    ((0.0, 0.04, 1.0), "outer"), ((0.05, 0.04, 1.0), "outer"), ((0.03, -0.04, 1.0), "other"),
    ((0.03, 0.04, math.radians(10.0)), "angle"), ((0.03, 0.04, math.radians(91.0)), "angle"),
    ((0.03, 0.04, 1.0, -1e-4), "paper"),
])  # fmt: skip
def test_a_tube_that_cannot_be_is_refused_at_its_place(figures: tuple[float, ...], place: str) -> None:
    with pytest.raises(InputError) as caught:
        tube_end(*figures)
    assert caught.value.place == place


@given(
    st.floats(0.03, 0.2), st.floats(0.03, 0.2), st.floats(0.001, 0.008), st.floats(0.0, 0.012), st.floats(0.2, 0.5)
)
def test_a_bracket_is_as_long_as_the_steel_along_its_neutral_line(
    first: float, second: float, thick: float, radius: float, k: float
) -> None:
    flat, turned = blank(first, second, thick, radius, k), blank(second, first, thick, radius, k)
    assert flat.length == pytest.approx(turned.length)
    # walked along the bent part: straight, a quarter of a circle of the neutral line, straight
    steps = np.linspace(0.0, 0.5 * math.pi, 2001)
    arc = (radius + k * thick) * np.column_stack((np.cos(steps), np.sin(steps)))
    bend = float(np.hypot(*np.diff(arc, axis=0).T).sum())
    assert flat.length == pytest.approx(first + second - 2.0 * (radius + thick) + bend, rel=1e-6)
    assert flat.bend[1] - flat.bend[0] == pytest.approx(bend, rel=1e-6)
    assert flat.bend_line == pytest.approx(flat.length - turned.bend_line)


def test_a_hole_is_as_far_from_the_corner_flat_as_bent() -> None:
    flat = blank(0.060, 0.050, 0.004, 0.004, 0.4)
    assert flat.place(0, 0.060) == 0.0 and flat.place(1, 0.050) == pytest.approx(flat.length)
    assert flat.place(0, 0.008) == pytest.approx(flat.bend[0])  # where its flat begins, r + t from the outside
    assert flat.place(1, 0.008) == pytest.approx(flat.bend[1])
    assert flat.place(0, 0.030) + flat.length - flat.place(1, 0.030) == pytest.approx(0.030 + 0.020)
    for leg, off in ((0, 0.007), (0, 0.0601), (1, 0.007), (1, 0.0501)):
        with pytest.raises(InputError, match="not on the flat of its leg"):
            flat.place(leg, off)


@pytest.mark.parametrize(("figures", "place"), [
    ((0.008, 0.05, 0.004, 0.004, 0.4), "first"), ((0.05, 0.008, 0.004, 0.004, 0.4), "second"),
    ((0.05, 0.05, 0.0, 0.004, 0.4), "thick"), ((0.05, 0.05, 0.004, -0.001, 0.4), "radius"),
    ((0.05, 0.05, 0.004, 0.004, 0.6), "k"),
])  # fmt: skip
def test_a_bracket_that_cannot_be_is_refused_at_its_place(figures: tuple[float, ...], place: str) -> None:
    with pytest.raises(InputError) as caught:
        blank(*figures)
    assert caught.value.place == place
