"""Clearance: distances against brute force, the sweep against closed forms."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.arrays import segment_distance
from anchor_beam.core.clearance.solids import Box, Capsule, Wheel, box_distance, sphere
from anchor_beam.core.clearance.sweep import gap, smallest_gap
from anchor_beam.errors import InputError

coordinate = st.floats(-1.0, 1.0)
point = st.tuples(coordinate, coordinate, coordinate)


@settings(max_examples=80, deadline=None)
@given(point, point, point, point)
def test_segments_against_a_fine_search(a: tuple, b: tuple, c: tuple, d: tuple) -> None:
    p, q, r, s = (np.array(x) for x in (a, b, c, d))
    part = np.linspace(0.0, 1.0, 121)
    one, other = p + part[:, None] * (q - p), r + part[:, None] * (s - r)
    brute = float(np.sqrt(((one[:, None] - other[None]) ** 2).sum(axis=-1)).min())
    found = float(segment_distance(p, q, r, s))
    assert found <= brute + 1e-9
    assert found >= brute - (np.linalg.norm(q - p) + np.linalg.norm(s - r)) / 120 - 1e-9


@settings(max_examples=50, deadline=None)
@given(point, point)
def test_a_segment_against_a_box(a: tuple, b: tuple) -> None:
    p, q = np.array(a), np.array(b)
    box = Box((-0.2, -0.3, -0.1), (0.4, 0.1, 0.2))
    points = p + np.linspace(0.0, 1.0, 801)[:, None] * (q - p)
    out = np.maximum(np.maximum(np.array(box.low) - points, points - np.array(box.high)), 0.0)
    brute = float(np.sqrt((out**2).sum(axis=1)).min())
    assert float(box_distance(p, q, box)) == pytest.approx(brute, abs=np.linalg.norm(q - p) / 800 + 1e-9)


def test_gaps_of_plain_solids() -> None:
    pipe = Capsule((0.0, -1.0, 0.0), (0.0, 1.0, 0.0), 0.025)
    assert gap([sphere((0.1, 0.0, 0.0), 0.03)], [pipe]) == pytest.approx(0.045)
    assert gap([sphere((0.04, 0.0, 0.0), 0.03)], [pipe]) == pytest.approx(-0.015)  # they cut each other
    assert gap([Box((0.05, -0.1, -0.1), (0.2, 0.1, 0.1))], [pipe]) == pytest.approx(0.025)
    tyre = Wheel((0.0, 0.75, 0.3), (0.0, 1.0, 0.0), 0.21, 0.1).capsules()
    inside = sphere((0.0, 0.5, 0.3 + 0.21), 0.01)
    assert gap(tyre, [inside]) == pytest.approx(0.25 - 0.1 - 0.01, abs=0.001)
    with pytest.raises(InputError):
        gap([Box((0, 0, 0), (1, 1, 1))], [Box((2, 0, 0), (3, 1, 1))])


def test_the_smallest_gap_of_a_swinging_arm_is_found_between_the_steps() -> None:
    """An arm of radius 0.25 m swings about the y axis past a ball; the closest angle is known."""
    ball = sphere((0.3 * math.cos(0.237), 0.0, 0.3 * math.sin(0.237)), 0.01)

    def arm(place: np.ndarray) -> list[Capsule]:
        angle = float(place[0])
        return [Capsule((0.0, 0.0, 0.0), (0.25 * math.cos(angle), 0.0, 0.25 * math.sin(angle)), 0.012)]

    found = smallest_gap(arm, lambda _: [ball], [(-0.6, 0.6, 9)])
    assert found.place[0] == pytest.approx(0.237, abs=2e-3)
    assert found.distance == pytest.approx(0.05 - 0.022, abs=1e-6)


def test_a_sweep_over_travel_and_lock_finds_its_corner_and_needs_steps() -> None:
    def moving(place: np.ndarray) -> list[Capsule]:
        return [sphere((0.1 + 0.2 * float(place[0]), 0.3 * float(place[1]), 0.0), 0.0)]

    found = smallest_gap(moving, lambda _: [sphere((1.0, 1.0, 0.0), 0.1)], [(-1.0, 1.0, 5), (-1.0, 1.0, 5)])
    assert found.place == pytest.approx((1.0, 1.0))
    assert found.distance == pytest.approx(math.hypot(0.7, 0.7) - 0.1)
    with pytest.raises(InputError):
        smallest_gap(moving, moving, [(0.0, 1.0, 1)])


def test_solids_that_cannot_be_are_refused() -> None:
    with pytest.raises(InputError):
        Capsule((0, 0, 0), (0, 0, float("nan")), 0.1)
    with pytest.raises(InputError):
        sphere((0, 0, 0), -0.1)
    with pytest.raises(InputError):
        Box((1, 0, 0), (0, 1, 1))
