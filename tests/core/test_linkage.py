"""Arm, link and pick-up: closed form against closure, derivatives against differences, level and square."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.bar.shape import Dimensions
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.linkage.arm import Chain, level_length, position, require_assembled, square_length
from anchor_beam.core.linkage.tape import PickUp, chains
from anchor_beam.core.section.shapes import Round
from anchor_beam.core.sides import Side
from anchor_beam.errors import InputError, NoSolution

BAR = Dimensions(
    section=Round(0.022), centre_length=0.93, pivot_spacing=0.76, arm_length=0.262, splay=0.05, drop=0.02,
    bend_radius=0.04, holes=(0.012, 0.037, 0.062),
)  # fmt: skip
PICKUP = PickUp(ahead=0.25, height=0.09, from_centre=0.48, ratio=0.62, arms_forward=True)

pickups = st.builds(
    PickUp,
    ahead=st.floats(0.2, 0.3),
    height=st.one_of(st.floats(0.06, 0.3), st.floats(-0.3, -0.06)),
    from_centre=st.floats(0.42, 0.55),
    ratio=st.floats(0.4, 1.0),
    arms_forward=st.booleans(),
)


def moved(at: Chain, travel: float) -> Chain:
    """The same chain with the wheel moved [m]."""
    pickup: FloatArray = at.pickup + travel * at.pickup_travel
    return replace(at, pickup=pickup)


def chain(bar: Mesh, side: Side, pickup: PickUp) -> Chain:
    """Every hole of one arm."""
    return chains(bar, pickup, pickup).part((side.position, slice(None)))


@settings(max_examples=60, deadline=None)
@given(pickups, st.sampled_from(list(Side)), st.floats(-0.008, 0.008))
def test_the_chain_closes_and_the_motion_ratio_is_its_slope(pickup: PickUp, side: Side, off: float) -> None:
    at = chain(solve(BAR.bar()).mesh, side, pickup)
    length = float(level_length(at)[0]) + off
    found = position(at, length)
    gap = np.linalg.norm(found.pickup - found.hole, axis=1) - length
    known = np.isfinite(found.theta)
    assert known[0]
    assert gap[known] == pytest.approx(0.0, abs=1e-12)
    small = 1e-6
    slope = (position(moved(at, small), length).theta - position(moved(at, -small), length).theta) / (2 * small)
    bent = known & (found.over_centre > 0.05)  # closer to the snap the ratio runs away, and a difference is no slope
    assert found.motion_ratio[bent] == pytest.approx(slope[bent], rel=1e-5)
    assert (found.motion_ratio[known] > 0.0).all()


@settings(max_examples=40, deadline=None)
@given(pickups, st.sampled_from(list(Side)))
def test_the_level_length_levels_and_the_square_length_squares(pickup: PickUp, side: Side) -> None:
    at = chain(solve(BAR.bar()).mesh, side, pickup)
    for i in range(3):
        hole = at.part(slice(i, i + 1))
        level = position(hole, float(level_length(hole)[0]))
        assert level.slope[0] == pytest.approx(0.0, abs=1e-9)
        square = float(square_length(hole)[0])
        if math.isfinite(square):
            assert position(hole, square).square_off[0] == pytest.approx(0.0, abs=1e-6)


def test_a_longer_link_moves_the_arm_by_one_over_its_lever() -> None:
    at = chain(solve(BAR.bar()).mesh, Side.LEFT, PICKUP).part(slice(0, 1))
    length = float(level_length(at)[0])
    now = position(at, length)
    turned = position(at, length + 1e-6).theta[0] - now.theta[0]
    assert turned == pytest.approx(-1e-6 / now.lever[0], rel=1e-4)


def test_a_plain_arm_by_hand() -> None:
    """Arm 250 level, pick-up straight above its hole: the link length is the height, m = ratio / arm."""
    flat = replace(BAR, splay=0.0, drop=0.0, holes=(0.012,))
    straight_up = PickUp(ahead=0.25, height=0.09, from_centre=0.465, ratio=0.6, arms_forward=True)
    at = chain(solve(flat.bar()).mesh, Side.RIGHT, straight_up)
    assert level_length(at)[0] == pytest.approx(0.09)
    assert position(at, 0.09).motion_ratio[0] == pytest.approx(0.6 / 0.25)
    assert position(at, 0.09).lever[0] == pytest.approx(0.25)


def test_left_and_right_mirror_exactly() -> None:
    bar = solve(BAR.bar())
    left, right = (position(chain(bar.mesh, side, PICKUP), 0.09) for side in Side)
    assert left.theta == pytest.approx(right.theta, abs=1e-12)
    assert left.motion_ratio == pytest.approx(right.motion_ratio, rel=1e-12)


def test_a_pick_up_below_gives_the_other_branch_but_the_same_stiffness() -> None:
    flat = replace(BAR, drop=0.0)
    above = chain(solve(flat.bar()).mesh, Side.LEFT, PICKUP)
    below = chain(solve(flat.bar()).mesh, Side.LEFT, replace(PICKUP, height=-0.09))
    length = float(level_length(above)[0])
    assert position(above, length).lever[0] > 0.0 > position(below, length).lever[0]
    assert position(below, length).motion_ratio == pytest.approx(position(above, length).motion_ratio)


def test_a_link_that_does_not_reach_says_which_lengths_would() -> None:
    at = chain(solve(BAR.bar()).mesh, Side.LEFT, PICKUP).part(slice(0, 1))
    where = position(at, 0.9)
    assert np.isnan(where.theta[0])
    with pytest.raises(NoSolution, match="does not reach") as caught:
        require_assembled(where, "bench.rear.link_left", at, 0.9)
    longest = float(caught.value.accepts.split(" and ")[1].removesuffix(" mm")) / 1e3
    assert np.isfinite(position(at, longest - 1e-3).theta[0])
    assert np.isnan(position(at, longest + 1e-3).theta[0])


def test_square_does_not_exist_when_the_pick_up_is_nearer_than_the_hole() -> None:
    close = PickUp(ahead=0.1, height=0.05, from_centre=0.48, ratio=0.6, arms_forward=True)
    assert np.isnan(square_length(chain(solve(BAR.bar()).mesh, Side.LEFT, close))[0])


def test_a_pick_up_that_moves_backwards_is_refused() -> None:
    with pytest.raises(InputError) as caught:
        replace(PICKUP, ratio=-0.5)
    assert caught.value.place == "pickup_ratio"
