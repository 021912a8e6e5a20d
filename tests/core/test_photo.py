"""A bar from a photo: a known bar seen by a known camera, clicked with a shaking hand."""

from __future__ import annotations

import math

import numpy as np
import pytest

from anchor_beam.core.bar.path import Vertex, lay
from anchor_beam.core.measure.photo import CLICK, bar_in_picture, flat_bar, lay_flat
from anchor_beam.errors import InputError, NoSolution

CENTRE, ARM, SPLAY, RADIUS = 0.93, 0.25, math.radians(6.0), 0.045
MARKS = np.array([[-0.6, -0.1], [0.6, -0.1], [0.6, 0.4], [-0.6, 0.4]])


def path(n: int) -> np.ndarray:
    """Points along the centreline, more of them in the bends."""
    reach, out = ARM * math.cos(SPLAY), ARM * math.sin(SPLAY)
    at = [(-CENTRE / 2 - out, reach), (-CENTRE / 2, 0.0), (CENTRE / 2, 0.0), (CENTRE / 2 + out, reach)]
    line = lay(tuple(Vertex((x, y, 0.0), r) for (x, y), r in zip(at, (0.0, RADIUS, RADIUS, 0.0), strict=True)))
    points = []
    for piece in line.pieces:
        points.append(piece.along(np.linspace(piece.s0, piece.s1, n, endpoint=piece is line.pieces[-1]))[0][:, :2])
    return np.concatenate(points)


def seen(points: np.ndarray) -> np.ndarray:
    """A camera that looks down at a slant."""
    camera = np.array([[1450.0, 90.0, 1900.0], [-60.0, -1300.0, 1400.0], [0.05, 0.22, 1.0]])
    lifted = np.column_stack([points, np.ones(len(points))]) @ camera.T
    return lifted[:, :2] / lifted[:, 2:]


def test_marks_lay_a_slanted_picture_flat() -> None:
    laid = lay_flat(seen(MARKS), MARKS)
    points = path(6)
    assert laid.flat(seen(points)) == pytest.approx(points, abs=1e-9)
    assert laid.seen(points) == pytest.approx(seen(points), abs=1e-6)
    with pytest.raises(InputError, match="in a line"):
        lay_flat(seen(np.array([[0.0, 0.0], [0.5, 0.0], [1.0, 0.0], [0.0, 1.0]])), MARKS)
    with pytest.raises(InputError, match="four"):
        lay_flat(seen(MARKS[:3]), MARKS[:3])


def test_the_path_comes_out_and_its_errors_are_those_of_a_shaking_hand() -> None:
    rng, found = np.random.default_rng(3), []
    for _ in range(120):
        laid = lay_flat(seen(MARKS) + rng.normal(0.0, CLICK, (4, 2)), MARKS)
        found.append(bar_in_picture(laid, seen(path(7)) + rng.normal(0.0, CLICK, (35, 2))))
    for name, truth in (
        ("centre_length", CENTRE), (("arms", 0), ARM), (("arms", 1), ARM), (("splays", 0), SPLAY), (("radii", 0), RADIUS),
    ):  # fmt: skip
        one = [getattr(f, name) if isinstance(name, str) else getattr(f, name[0])[name[1]] for f in found]
        values, stated = np.array([m.value for m in one]), np.median([m.error for m in one])
        assert np.mean(values) == pytest.approx(truth, abs=0.4 * np.std(values) + 1e-4), name
        assert stated == pytest.approx(np.std(values), rel=0.25), name
    steady = lay_flat(seen(MARKS), MARKS)
    alone = flat_bar(steady.flat(seen(path(7))), CLICK * float(steady.scale(seen(path(7))).mean()))
    assert found[0].centre_length.error > 1.2 * alone.centre_length.error  # marks are clicked by the same hand


def test_points_that_are_no_bar_with_two_bends_are_refused() -> None:
    circle = np.stack([np.cos(t := np.linspace(0.0, 5.5, 40)), np.sin(t)], axis=1)
    with pytest.raises(NoSolution, match="two bends"):
        flat_bar(circle, 1e-3)
    with pytest.raises(InputError, match="too few"):
        flat_bar(path(7)[:6], 1e-3)
