"""Claims of makers: against ratios worked by hand, forwards and backwards."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.bar.claim import Assumption, Backwards, Checked, Claim, Turned, Verdict, check, end_rate
from anchor_beam.core.bar.shape import Bar, Bushings, Dimensions
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.section.shapes import Round
from anchor_beam.errors import InputError


def bar(od: float, wall: float | None = None, holes: tuple[float, ...] = (0.0,), radial: float | None = None) -> Bar:
    return Dimensions(
        Round(od, wall), centre_length=1.0, pivot_spacing=0.76, arm_length=0.25, bend_radius=0.03, holes=holes,
        bushings=Bushings(radial),
    ).bar()  # fmt: skip


STANDARD = bar(0.020)


def way(found: Checked, what: Turned, hole: int | None = 0) -> Backwards:
    (one,) = [each for each in found.backwards if each.what is what and each.hole == hole]
    return one


def test_two_solid_bars_of_one_shape_differ_by_the_fourth_power_of_the_diameter() -> None:
    found = check(bar(0.022), STANDARD, Claim(1.1**4))
    assert found.verdict is Verdict.TRUE
    assert found.ratios[0] == pytest.approx(
        1.4641, rel=1e-3
    )  # shear, which follows the square, is a thousandth of the give
    assert {one.assumption for one in found.counted} == set(Assumption) - {Assumption.WITH_LINKS}


def test_a_ratio_that_only_a_thin_tube_can_reach() -> None:
    """22 mm against 20 mm solid: d^4 = 22^4 - r 20^4, so 10 % more is a wall of 3.23 mm and 40 % less one of 1.36 mm."""
    more = check(bar(0.022), STANDARD, Claim(1.1))
    assert way(more, Turned.WALL).value == pytest.approx(3.232e-3, rel=0.005)
    assert way(more, Turned.WALL).believable
    assert more.verdict is Verdict.ONLY_IF
    less = check(bar(0.022), STANDARD, Claim(0.6))
    assert way(less, Turned.WALL).value == pytest.approx(1.358e-3, rel=0.005)
    assert not way(less, Turned.WALL).believable
    assert way(less, Turned.HOLE, None).value is None  # nothing on this arm is softer than its end
    assert less.verdict is Verdict.NOT_POSSIBLE


def test_a_wall_cannot_make_a_bar_stiffer_than_solid() -> None:
    assert way(check(bar(0.022), STANDARD, Claim(1.6)), Turned.WALL).value is None
    against = way(check(bar(0.022), STANDARD, Claim(1.6)), Turned.STANDARD)
    assert against.value == pytest.approx(0.022 / 1.6**0.25, rel=1e-3)
    assert against.believable
    assert not way(check(bar(0.022), STANDARD, Claim(2.5)), Turned.STANDARD).believable


def test_a_claim_about_one_hole_is_not_true_of_all() -> None:
    both = bar(0.022, holes=(0.0, 0.03))
    at_inner = check(both, STANDARD, Claim(1.0)).ratios[1]
    assert check(both, STANDARD, Claim(at_inner)).verdict is Verdict.ONLY_IF
    assert check(both, STANDARD, Claim(at_inner, hole=1)).verdict is Verdict.TRUE
    assert (Assumption.AS_FITTED, 1) in check(both, STANDARD, Claim(at_inner)).holds


def test_soft_links_and_bushings_bring_two_bars_together() -> None:
    soft = check(bar(0.022, radial=2e6), bar(0.020, radial=2e6), Claim(1.5, link=2e5))
    ratios = {one.assumption: one.ratios[0] for one in soft.counted}
    assert 1.0 < ratios[Assumption.WITH_LINKS] < ratios[Assumption.AS_FITTED] < ratios[Assumption.RIGID]
    new, old = (end_rate(solve(bar(od, radial=2e6)), 0) for od in (0.022, 0.020))
    assert ratios[Assumption.WITH_LINKS] == pytest.approx(
        new / old * (old + 2e5) / (new + 2e5)
    )  # in series each k kl/(k + kl)


@settings(max_examples=25, deadline=None)
@given(st.floats(0.7, 1.9))
def test_what_would_make_it_true_does(ratio: float) -> None:
    new, old = bar(0.022, holes=(0.0, 0.03), radial=8e6), bar(0.020, radial=3e6)
    claim = Claim(ratio, tolerance=1e-3)
    for each in check(new, old, claim).backwards:
        if each.value is None:
            continue
        changed, standard = new, old
        match each.what:
            case Turned.WALL:
                changed = replace(new, section=Round(0.022, each.value))
            case Turned.HOLE:
                changed = replace(new, holes=(each.value,))
            case Turned.STANDARD:
                standard = replace(old, section=Round(each.value))
            case Turned.BUSHING:
                standard = replace(old, bushings=Bushings(each.value))
        again = replace(claim, hole=each.hole if each.hole is not None else 0)
        assert check(changed, standard, again).verdict is Verdict.TRUE, each


@pytest.mark.parametrize(("wrong", "place"), [
    ({"ratio": 0.0}, "ratio"), ({"ratio": 1.5, "tolerance": -1.0}, "tolerance"), ({"ratio": 1.5, "link": 0.0}, "link"),
    ({"ratio": 1.5, "hole": 4}, "hole"), ({"ratio": 1.5, "standard_hole": -1}, "standard_hole"),
])  # fmt: skip
def test_a_wrong_claim_is_said_at_its_place(wrong: dict[str, float], place: str) -> None:
    with pytest.raises(InputError) as problem:
        check(bar(0.022), STANDARD, Claim(**wrong))
    assert problem.value.place == place
