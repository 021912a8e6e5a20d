"""Linkage through its travel: mounts, motion ratio as derivative, the chain closed, direct mounting."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.bar.shape import Dimensions
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.linkage.arm import Chain, level_length, position, way
from anchor_beam.core.linkage.closed import from_measured, from_travel, wheel_bar
from anchor_beam.core.linkage.direct import DirectBar, Fixity
from anchor_beam.core.linkage.linkage import Hung
from anchor_beam.core.linkage.mounts import BarOnAxle, Mount, OnArm, OnLiveAxle, OnStrut
from anchor_beam.core.linkage.travel import Travel
from anchor_beam.core.section.shapes import Round
from anchor_beam.core.sides import Side
from anchor_beam.errors import InputError, NoSolution

Z = np.linspace(-0.06, 0.06, 25)
HOLE, FOOT, AXIS = np.array([0.24, 0.0, 0.0]), np.array([0.0, 0.4, 0.0]), np.array([0.0, -1.0, 0.0])
MOUNTS: dict[str, Mount] = {
    "strut": OnStrut((0.25, 0.42, 0.3), (0.05, -0.1, 1.0)),
    "arm": OnArm(((0.1, 0.3, 0.0), (0.5, 0.28, 0.02)), (0.3, 0.7, -0.02), (0.25, 0.5, -0.1)),
    "live axle": OnLiveAxle((0.25, 0.4, -0.2), (0.3, 0.0, -0.1), 1.5, -1.0),
    "heaving axle": OnLiveAxle((0.25, 0.4, -0.2), (0.3, 0.0, -0.1), 1.5, 1.0),
    "bar on the axle": BarOnAxle(OnStrut((0.25, 0.4, 0.25))),
}


@pytest.fixture(params=MOUNTS)
def mount(request: pytest.FixtureRequest) -> Mount:
    return MOUNTS[request.param]


def run(mount: Mount, length: float | None = None, z: np.ndarray = Z) -> Travel:
    points, _ = mount.at(z)
    ride = points[len(z) // 2]
    fitted = float(np.linalg.norm(ride - FOOT - HOLE)) if length is None else length
    slopes = mount.at(z)[1]
    chain = Chain(HOLE[None, None, None], AXIS, (points - FOOT)[None, None], slopes[None, None])
    ride = Chain(HOLE[None, None], AXIS, (ride - FOOT)[None, None], slopes[len(z) // 2][None, None])
    through = position(chain, fitted, way(ride.pickup)[..., None])
    return Hung(z, ride, chain, through, (fitted, fitted), told=True).whole_travel(Side.LEFT, 0, "link_left")


def test_the_slope_of_every_mount_is_its_derivative(mount: Mount) -> None:
    step = 1e-6
    numeric = (mount.at(Z + step)[0] - mount.at(Z - step)[0]) / (2 * step)
    assert mount.at(Z)[1] == pytest.approx(numeric, abs=1e-7)


def test_the_chain_keeps_its_length_and_the_ratio_is_the_slope_of_the_turn(mount: Mount) -> None:
    found = run(mount)
    link = np.linalg.norm(found.where.pickup - found.where.hole, axis=1)
    assert link == pytest.approx(np.full(len(Z), link[0]), rel=1e-12)
    assert np.linalg.norm(found.where.hole, axis=1) == pytest.approx(np.full(len(Z), 0.24), rel=1e-12)
    fine = np.linspace(-0.02, 0.02, 41)
    near = run(mount, float(link[0]), fine)
    assert np.gradient(near.turn, fine)[1:-1] == pytest.approx(near.motion_ratio[1:-1], rel=2e-5)
    assert near.motion_ratio[20] > 0.0  # bump is positive, whichever way the arm lies
    assert near.turn[20] == 0.0


def test_the_cubic_is_exact_at_ride_height_and_close_through_the_travel(mount: Mount) -> None:
    found = run(mount)
    slope, curve, third = found.cubic
    assert slope == found.motion_ratio[12]
    fitted = Z * (slope + Z * (curve + Z * third))
    assert np.abs(fitted - found.turn).max() < 0.005 * np.abs(found.turn).max()


def test_a_control_arm_keeps_its_joints_on_circles() -> None:
    arm = MOUNTS["arm"]
    assert isinstance(arm, OnArm)
    points, _ = arm.at(Z)
    base = np.array(arm.inner[0])
    axis = np.array(arm.inner[1]) - base
    axis = axis / np.linalg.norm(axis)
    off = points - base
    radius = np.linalg.norm(off - (off @ axis)[:, None] * axis, axis=1)
    assert radius == pytest.approx(np.full(len(Z), radius[0]))
    assert points[12] == pytest.approx(arm.pickup)
    with pytest.raises(NoSolution):
        arm.at(np.array([0.9]))
    with pytest.raises(InputError):
        OnArm(((0, 0, 0), (0, 0, 0)), (0, 1, 0), (0, 1, 0)).at(Z)


def test_the_bar_on_the_axle_sees_the_body_move_the_other_way() -> None:
    strut = OnStrut((0.25, 0.4, 0.25))
    turned, plain = run(BarOnAxle(strut)), run(strut)
    assert turned.motion_ratio == pytest.approx(plain.motion_ratio[::-1], rel=1e-12)


def test_a_link_too_short_for_the_travel_says_where_it_ends() -> None:
    with pytest.raises(NoSolution) as caught:
        run(OnStrut((0.26, 0.4, 0.02)), 0.05, np.linspace(-0.2, 0.2, 41))
    assert caught.value.place == "link_left"
    with pytest.raises(NoSolution, match="does not reach"):
        run(OnStrut((0.25, 0.4, 0.3)), 0.9)


def test_angles_and_margins_at_square() -> None:
    found = run(OnStrut((0.24, 0.4, 0.3)))
    assert found.where.over_centre[12] == pytest.approx(1.0)
    assert found.where.square_off[12] == pytest.approx(0.0, abs=1e-7)
    assert found.where.joint_angle(np.array([0.0, 1.0, 0.0]))[12] == pytest.approx(0.0, abs=1e-12)
    longer = run(OnStrut((0.24, 0.4, 0.3)), 0.3 + 1e-5)
    turned = float(longer.where.theta[12] - found.where.theta[12])
    assert turned == pytest.approx(float(found.where.per_length[12]) * 1e-5, rel=1e-3)


BAR = solve(Dimensions(Round(0.02), 0.9, 0.7, 0.25, bend_radius=0.04, holes=(0.01, 0.03)).bar())


def test_the_closed_chain_gives_stiffness_preload_and_stagger() -> None:
    sides = [from_travel(run(OnStrut((0.24, 0.4, 0.3)), length)) for length in (0.3, 0.295)]
    bar = wheel_bar(BAR, (0, 1), sides[0], sides[1])
    assert bar.K_theta == pytest.approx(float(BAR.K_theta[0, 1]))
    assert bar.slope == (sides[0].cubic[0], sides[1].cubic[0])
    # a longer left link pushes its arm down: the right one stands higher, and the bar presses the right tyre
    assert sides[0].theta < sides[1].theta
    assert bar.twist_free == pytest.approx(sides[1].theta - sides[0].theta)
    soft = wheel_bar(BAR, (0, 1), sides[0], sides[1], k_link=2e6)
    give = 1 / soft.K_theta - 1 / bar.K_theta
    assert give == pytest.approx(sum(1 / (2e6 * side.lever**2) for side in sides), rel=1e-9)


def test_a_measured_ratio_is_enough_for_a_first_answer() -> None:
    quick = from_measured(0.24, 0.7, math.radians(80.0), place="linkage")
    assert quick.cubic == (pytest.approx(0.7 / 0.24), 0.0, 0.0)
    assert quick.lever == pytest.approx(0.24 * math.sin(math.radians(80.0)))
    with pytest.raises(InputError) as caught:
        from_measured(0.24, 0.7, math.radians(2.0), place="linkage")
    assert caught.value.place == "linkage.link_angle"


@settings(max_examples=30, deadline=None)
@given(st.floats(0.01, 0.04), st.floats(0.0, 0.2), st.floats(10.0, 1e6))
def test_direct_mounting_lies_between_pinned_and_clamped(od: float, offset: float, end: float) -> None:
    made = {fixity: DirectBar(Round(od), 1.0, offset, 0.45, fixity, end_stiffness=end).K_theta for fixity in Fixity}
    assert made[Fixity.PINNED] == pytest.approx(79.3e9 * Round(od).J / 1.0)
    assert made[Fixity.PINNED] <= made[Fixity.SPRING] <= made[Fixity.CLAMPED]
    clamped = made[Fixity.CLAMPED] - made[Fixity.PINNED]
    left_over = 1e-13 * made[Fixity.PINNED]  # of a difference of two large numbers
    assert clamped == pytest.approx(12 * 206e9 * Round(od).I * offset**2, rel=1e-9, abs=left_over)


def test_a_soft_bracket_is_in_series_and_the_arm_is_the_lever() -> None:
    stiff, soft = (DirectBar(Round(0.02), 1.0, 0.0, 0.45, Fixity.PINNED, bracket=b) for b in (math.inf, 5e3))
    assert 1 / soft.K_theta - 1 / stiff.K_theta == pytest.approx(2 / 5e3)
    assert stiff.wheel_rate == pytest.approx(stiff.K_theta / 0.45**2)
    with pytest.raises(InputError):
        DirectBar(Round(0.02), 1.0, float("nan"), 0.45, Fixity.PINNED)
    with pytest.raises(InputError):
        DirectBar(Round(0.02), 1.0, 0.0, 0.45, Fixity.PINNED, bracket=0.0)


def test_every_arm_hole_with_every_pick_up_hole_in_one_call() -> None:
    """Arm holes along one axis of the batch, pick-up holes along the next."""
    radii = np.array([[0.24, 0.0, 0.0], [0.21, 0.0, 0.0]])[:, None]
    pickups = np.array([[0.22, 0.02, 0.3], [0.24, 0.02, 0.3], [0.26, 0.02, 0.3]])[None]
    grid = position(
        Chain(np.broadcast_to(radii, (2, 3, 3)), AXIS, np.broadcast_to(pickups, (2, 3, 3)), np.array([0, 0, 0.7])),
        0.3,
    )
    assert grid.theta.shape == (2, 3)
    for i in (0, 1):
        for j in (0, 1, 2):
            alone = position(Chain(radii[i], AXIS, pickups[0, j : j + 1], np.array([0, 0, 0.7])), 0.3)
            assert grid.motion_ratio[i, j] == pytest.approx(float(alone.motion_ratio[0]))
    lengths = level_length(
        Chain(np.broadcast_to(radii, (2, 3, 3)), AXIS, np.broadcast_to(pickups, (2, 3, 3)), np.array([0, 0, 0.7]))
    )
    assert lengths[0, 1] == pytest.approx(np.hypot(0.3, 0.02))
    assert np.argmin(grid.square_off[0]) == 1  # the hole straight above the end of the arm
