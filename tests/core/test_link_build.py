"""Sleeves, grommets, threads, tubes and splines: stacks that add up, rubber against its own slopes and a printed modulus."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad

from anchor_beam.core.linkage.link_build import Grommet, GrommetLink, ThreadedLink, TubeLink, spline_step
from anchor_beam.errors import InputError, NoSolution

RING = Grommet(0.014, 0.030, 0.010, 60.0, 0.15)
POST = GrommetLink(RING, (0.010, 0.006), 0.002, 0.008, 0.00125)


def test_the_stack_adds_up_to_the_length_and_the_bolt_reaches_through_it() -> None:
    length = 0.0985
    parts = POST.sleeve(length) + 2 * (POST.cup + RING.squeezed) + 0.5 * sum(POST.plates)
    assert parts == pytest.approx(length)
    ends = 0.5 * sum(POST.plates) + 2 * (RING.squeezed + POST.cup)
    assert POST.bolt(length) == pytest.approx(length + ends + 0.008 + 0.0025)
    with pytest.raises(NoSolution, match="alone are longer") as refused:
        POST.sleeve(0.03)
    assert refused.value.accepts == "more than 36 mm"


@settings(max_examples=40, deadline=None)
@given(st.floats(30.0, 70.0), st.floats(0.02, 0.45), st.floats(0.008, 0.03))
def test_the_rate_is_the_slope_of_the_force_and_rubber_keeps_its_volume(
    hard: float, squeeze: float, height: float
) -> None:
    ring = Grommet(height, 0.030, 0.010, hard, squeeze)
    small = 1e-6
    slope = (replace(ring, squeeze=squeeze + small).force - replace(ring, squeeze=squeeze - small).force) / (
        2 * small * height
    )
    assert ring.rate == pytest.approx(slope, rel=1e-4)
    work, _ = quad(lambda s: replace(ring, squeeze=s).rate * height, 0.0, squeeze)
    assert ring.force == pytest.approx(work, rel=1e-6)
    assert (ring.bulge**2 - ring.bore**2) * ring.squeezed == pytest.approx((ring.outer**2 - ring.bore**2) * height)


def test_hardness_gives_the_modulus_that_gent_printed_and_a_flat_pad_is_stiffer_than_a_tall_one() -> None:
    """Gent's line at 50 Shore A is 2.5 MPa; a tall ring has hardly more."""
    tall = Grommet(10.0, 0.030, 0.010, 50.0, 0.0)
    assert tall.modulus == pytest.approx(2.455e6, rel=0.01)
    assert RING.modulus > Grommet(0.028, 0.030, 0.010, 60.0, 0.15).modulus
    assert POST.free_from == pytest.approx(2 * RING.force) and POST.stiffness == RING.rate


def test_a_thread_gives_back_its_turns_and_half_turns_are_kept_where_a_joint_must_lie_in_its_plane() -> None:
    both = ThreadedLink(0.090, 0.022, 0.015, 0.0025, both=True)
    assert both.turns(0.100) == pytest.approx(4.0) and both.reached(0.100) == pytest.approx(0.100)
    assert both.left(0.100) == pytest.approx(0.017) and both.longest == pytest.approx(0.104)
    assert both.left(both.longest) == pytest.approx(both.least)
    one = ThreadedLink(0.090, 0.022, 0.015, 0.00125, both=False)
    assert one.turns(0.0933) == 2.5 and one.reached(0.0933) == pytest.approx(0.093125)
    assert one.left(0.0933) == pytest.approx(0.022 - 0.003125)


def test_a_tube_is_what_is_left_between_its_ends_and_its_inserts_do_not_meet() -> None:
    tube = TubeLink(0.045, 0.025, 0.015, 0.006, 0.025)
    assert tube.cut(0.150) + 2 * (0.045 - 0.025) + 2 * 0.006 == pytest.approx(0.150)
    assert tube.longer == pytest.approx(0.020)
    with pytest.raises(NoSolution, match="inserts would meet") as refused:
        tube.cut(0.090)
    assert refused.value.accepts == "102 mm or more"


def test_a_tooth_turns_the_arm_by_its_share_and_a_spline_needs_teeth() -> None:
    step, moved = spline_step(36, 0.23)
    assert step * 36 == pytest.approx(6.283185, abs=1e-6) and moved == pytest.approx(0.23 * step, rel=2e-3)
    for wrong in ((3, 0.2), (36, -0.1)):
        with pytest.raises(InputError):
            spline_step(*wrong)


@pytest.mark.parametrize("wrong", [{"bore": 0.04}, {"hardness": 95.0}, {"squeeze": 0.7}, {"height": 0.0}])
def test_rubber_that_cannot_be_is_refused_at_its_place(wrong: dict[str, float]) -> None:
    with pytest.raises(InputError) as refused:
        replace(RING, **wrong)
    assert refused.value.place in wrong
