"""What lies around the beam: collars, forged ends, splines, links in series, bonded bushings, ovalising bends, fatigue.

Figures worked by hand; Budynas and Nisbett for the fatigue factors.
"""

from __future__ import annotations

import json
import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.bar.fatigue import SPRING_STEEL_STRENGTH, Finish, Strength, damage, life, surface_factor
from anchor_beam.core.bar.handbook import handbook
from anchor_beam.core.bar.path import Arc, Vertex, lay
from anchor_beam.core.bar.peak import peak_stress
from anchor_beam.core.bar.series import friction_band, with_links
from anchor_beam.core.bar.shape import Bar, Bushings, Dimensions, ForgedEnds, Hump
from anchor_beam.core.bar.softening import oval_softening
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.headless.solve import answer_text

PLAIN = Dimensions(Round(0.022), 1.0, 0.76, 0.25, bend_radius=0.03, holes=(0.0, 0.025, 0.05)).bar()
SPLINED = Dimensions(Round(0.0286, 0.003), 0.9, 0.8, 0.3, plate=Plate(0.03, 0.012), holes=(0.02, 0.06)).bar()


def test_forged_ends_stiffen_and_a_long_stiff_end_is_an_arm_without_give() -> None:
    plain = solve(PLAIN).K_theta[0, 0]
    short, long = (solve(replace(PLAIN, ends=ForgedEnds(length, 50.0))).K_theta[0, 0] for length in (0.03, 0.2))
    assert plain < short < long
    assert solve(replace(PLAIN, ends=ForgedEnds(0.03, 1.0))).K_theta == pytest.approx(solve(PLAIN).K_theta, rel=1e-9)
    arms = float(solve(PLAIN).shares(0, 0)[1] + solve(PLAIN).shares(0, 0)[3])
    assert long < plain / (1.0 - arms)


def test_a_spline_at_each_end_is_in_series() -> None:
    stiff, soft = solve(SPLINED), solve(replace(SPLINED, joint=20e3))
    assert 1 / soft.K_theta - 1 / stiff.K_theta == pytest.approx(np.full((2, 2), 2 / 20e3), rel=1e-9)
    with pytest.raises(InputError):
        replace(SPLINED, joint=0.0)


@pytest.mark.parametrize("torsional", [1e-4, 1e-9, 1e-30, 1e-300])
def test_bushings_that_hardly_hold_the_bar_from_turning_leave_its_give_alone(torsional: float) -> None:
    """A unit load alone turns the bar by any amount then; that must not drown the give of a balanced pair."""
    loose, free = solve(replace(PLAIN, bushings=Bushings(torsional=torsional))), solve(PLAIN)
    assert loose.K_theta == pytest.approx(free.K_theta, rel=1e-7)
    assert loose.coupled(0, 1) == pytest.approx(free.coupled(0, 1), rel=1e-6)
    assert loose.residual < 1e-11


@pytest.mark.parametrize("E", [1e-300, 1e300])
def test_figures_without_sense_are_refused_not_answered(E: float) -> None:
    with pytest.raises(NoSolution, match="too far apart"):
        solve(replace(PLAIN, material=replace(PLAIN.material, E=E, G=E / 2.6)))


def test_collars_on_both_bushings_never_soften() -> None:
    humped = Bar(
        Round(0.02),
        tuple(Vertex((x, y, 0.0), radius) for x, y, radius in (
            (0.25, 0.5, 0), (0, 0.5, 0.03), (0, 0.2, 0.02), (0.08, 0.1, 0.02),
            (0.08, -0.1, 0.02), (0, -0.2, 0.02), (0, -0.5, 0.03), (0.25, -0.5, 0))),
        (0.4, -0.4), (0.0,), bushings=Bushings(radial=4e6),
    )  # fmt: skip
    free = solve(humped)
    held = solve(replace(humped, bushings=Bushings(radial=4e6, axial=5e6)))
    assert held.K_theta[0, 0] >= free.K_theta[0, 0] * (1 - 1e-12)
    assert held.residual < 1e-11


def test_links_in_series_are_the_give_they_add() -> None:
    K = np.array([[1500.0, 1600.0], [1600.0, 1700.0]])
    levers = np.array([0.25, 0.22])
    found = with_links(K, levers, levers, k_left=3e6, k_right=1e6)
    assert 1 / found[0, 1] == pytest.approx(1 / 1600 + 1 / (3e6 * 0.25**2) + 1 / (1e6 * 0.22**2))
    assert with_links(K, levers, levers, k_left=math.inf, k_right=math.inf) == pytest.approx(K)
    with pytest.raises(InputError) as caught:
        with_links(K, levers, levers, k_left=math.nan, k_right=1.0)
    assert caught.value.place == "link.k_left"
    assert friction_band(1500.0, 6.0) == (6.0, pytest.approx(0.004))


def test_bonded_bushings_make_two_stiffnesses_that_agree_under_balanced_load() -> None:
    bonded = solve(replace(PLAIN, bushings=Bushings(torsional=60.0)))
    K2 = bonded.coupled(0, 1)
    assert pytest.approx(K2.T) == K2
    assert np.linalg.eigvalsh(K2).min() > 0.0  # no free turn is left
    theta = np.linalg.solve(K2, [1.0, -1.0])  # counted in one sense: balanced torques oppose
    assert 1.0 / (theta[0] - theta[1]) == pytest.approx(float(bonded.K_theta[0, 1]), rel=1e-9)
    free = solve(PLAIN).coupled(0, 1)
    assert np.linalg.det(free) == pytest.approx(0.0, abs=1e-6)
    assert free[0, 0] == pytest.approx(float(solve(PLAIN).K_theta[0, 1]))


def test_sections_carry_the_load_from_hole_to_hole() -> None:
    bar = solve(PLAIN)
    along = bar.sections(0, 0, 250.0)
    assert along.stress.max() == pytest.approx(bar.stress(0, 0, 250.0)[0])
    middle = np.abs(along.s - PLAIN.pivots[0]).argmin()
    centre = len(along.s) // 2
    assert abs(along.torsion[centre, 0]) == pytest.approx(250.0, rel=1e-6)  # between the pivots: the whole torque
    assert along.shear[0, 0] == pytest.approx(1000.0, rel=1e-6)  # at the hole: the link's force
    assert along.bending[0, 0] == pytest.approx(0.0, abs=1e-6)
    assert middle >= 0
    assert solve(SPLINED).sections(0, 0, 100.0).stress is None


def test_tube_bends_soften_with_thin_walls_and_solid_ones_do_not() -> None:
    """Continuum models of the reference tubes show 0.5 to 0.9 %; this first term is an upper estimate."""
    walls = (0.003, 0.004, 0.005)
    lost = [
        oval_softening(solve(Dimensions(Round(0.0254, w), 1.0, 0.76, 0.25, bend_radius=0.045).bar()), 0, 0)
        for w in walls
    ]
    assert lost == sorted(lost, reverse=True)
    assert 0.004 < lost[2] < lost[1] < 0.013
    assert oval_softening(solve(PLAIN), 0, 0) == 0.0
    assert oval_softening(solve(SPLINED), 0, 0) == 0.0


def test_a_long_gentle_bend_softens_as_von_karman_says() -> None:
    """Where the bend is long against the decay of the oval, bending in it gives 9/(1 + 12 lambda^2) more."""
    od, wall, R = 0.02, 0.001, 0.2
    tube = solve(Dimensions(Round(od, wall), 1.0, 0.5, 0.25, bend_radius=R).bar())
    along = tube.sections(0, 0, 1.0)
    material, section = tube.bar.material, tube.bar.section
    arcs = [p for p in lay(tube.bar.path).pieces if isinstance(p, Arc)]
    inside = np.any([(along.s[:, 0] >= a.s0 - 1e-9) & (along.s[:, 1] <= a.s1 + 1e-9) for a in arcs], axis=0)
    energy = ((along.bending[inside] ** 2).mean(axis=1) * np.diff(along.s[inside], axis=1)[:, 0]).sum() / (
        2 * material.E * section.I
    )
    r_m = 0.5 * (od - wall)
    lam = wall * R / (r_m**2 * math.sqrt(1 - material.poisson**2))
    karman = 9.0 / (1.0 + 12.0 * lam**2) * energy / tube.energy(0, 0, 1.0)
    assert oval_softening(tube, 0, 0) == pytest.approx(karman, rel=0.12)


def test_the_peak_in_a_bend_against_the_continuum() -> None:
    bar = solve(PLAIN)
    peak = peak_stress(bar, 0, 0, 250.0).stress
    assert peak / 1e6 == pytest.approx(260.8, rel=0.06)
    nominal = bar.stress(0, 0, 250.0)[0]
    assert 1.08 < peak / nominal < 1.21


def test_the_fatigue_example() -> None:
    found = life(270.8e6 / 1000.0, 0.022, Strength(1400e6, 1250e6), Finish.PEENED, duty=1000.0)
    assert found.endurance / 1e6 == pytest.approx(499.0, abs=0.5)
    assert found.safety == pytest.approx(1.84, abs=0.005)
    assert found.relative_spread == pytest.approx(0.15, abs=0.01)
    assert found.cycles == math.inf
    assert found.margin == pytest.approx(1250 / 270.8, rel=1e-6)


def test_finite_life_runs_from_the_knee_to_a_thousand_cycles() -> None:
    steel, per = SPRING_STEEL_STRENGTH, 250e6 / 1000.0
    lives = [life(per, 0.022, steel, Finish.HOT_ROLLED, duty=duty).cycles for duty in (700.0, 1400.0, 2200.0, 6000.0)]
    assert lives[0] == math.inf
    assert 1e3 < lives[2] < lives[1] < 1e6
    assert lives[3] == 0.0
    endurance = life(per, 0.022, steel, Finish.HOT_ROLLED, duty=1.0).endurance
    at_knee = life(per, 0.022, steel, Finish.HOT_ROLLED, duty=1.0001 * endurance / per)
    assert at_knee.cycles == pytest.approx(1e6, rel=2e-3)
    assert damage(((1e4, 1e5), (2e4, 1e5))) == pytest.approx(0.3)
    assert damage(((1.0, 0.0),)) == math.inf


def test_preload_counts_as_mean_stress_and_surfaces_rank_as_they_should() -> None:
    plain = life(2.5e5, 0.022, SPRING_STEEL_STRENGTH, Finish.GROUND, duty=500.0)
    loaded = life(2.5e5, 0.022, SPRING_STEEL_STRENGTH, Finish.GROUND, duty=500.0, preload=-800.0)
    assert loaded.safety < plain.safety
    assert loaded.margin < plain.margin
    factors = [surface_factor(s, 1400e6) for s in (Finish.GROUND, Finish.PEENED, Finish.MACHINED, Finish.HOT_ROLLED)]
    assert factors == sorted(factors, reverse=True)
    assert factors[1] == 0.80


@pytest.mark.parametrize(("make", "place"), [
    (lambda: Strength(1000e6, 1200e6), "yield"), (lambda: Strength(0.0, 1.0), "ultimate"),
    (lambda: life(1.0, 0.06, SPRING_STEEL_STRENGTH, Finish.GROUND, duty=1.0), "diameter"),
    (lambda: ForgedEnds(0.0, 2.0), "ends.length"), (lambda: Bushings(axial=-1.0), "bushing_axial"),
])  # fmt: skip
def test_strengths_that_cannot_be_are_refused(make: object, place: str) -> None:
    with pytest.raises(InputError) as caught:
        make()
    assert caught.value.place == place


def test_a_bar_that_cuts_itself_is_refused_where_it_does() -> None:
    looped = replace(
        PLAIN,
        path=(Vertex((0.25, 0.5, 0.0)), Vertex((0.0, 0.5, 0.0)), Vertex((0.0, -0.5, 0.0)), Vertex((0.1, -0.5, 0.0)),
              Vertex((0.1, 0.1, 0.0)), Vertex((-0.15, 0.1, 0.0))),
        holes=(0.0,),
    )  # fmt: skip
    with pytest.raises(InputError) as caught:
        solve(looped)
    assert "cuts itself" in str(caught.value)
    assert caught.value.place.startswith("path[")


def test_a_hump_makes_the_bar_longer_and_softer_and_a_flat_one_changes_nothing() -> None:
    plain = Dimensions(Round(0.022), 1.0, 0.76, 0.25, bend_radius=0.03)
    flat = replace(plain, hump=Hump(0.2, 1e-9, 0.08, 0.0))
    high = replace(plain, hump=Hump(0.2, 0.06, 0.08, 0.04))
    ahead = replace(plain, hump=Hump(0.2, 0.06, 0.08, 0.04, direction=math.pi / 2))
    K = [float(solve(shape.bar()).K_theta[0, 0]) for shape in (plain, flat, high, ahead)]
    assert K[1] == pytest.approx(K[0], rel=1e-6)
    assert 0.95 * K[0] < K[2] < 0.99 * K[0]
    assert 0.93 * K[2] < K[3] < K[2]  # towards the arms it also takes their bending
    assert solve(high.bar()).mass > solve(plain.bar()).mass
    with pytest.raises(InputError) as caught:
        replace(plain, hump=Hump(0.7, 0.05, 0.08, 0.0)).bar()
    assert caught.value.place == "hump.width"


def test_handbook_forms_say_how_far_they_are_off() -> None:
    bar = solve(PLAIN)
    spring, simple = handbook(PLAIN).off(bar.end_rate(0, 0))
    assert spring == pytest.approx(48.6 / 50.1 - 1, abs=0.002)
    assert simple == pytest.approx(51.7 / 50.1 - 1, abs=0.002)
    thicker = replace(PLAIN, section=Round(0.025))
    true = float(solve(thicker).K_theta[0, 0] / bar.K_theta[0, 0])
    assert true == pytest.approx((25 / 22) ** 4, rel=0.01)  # the same shape: the rule holds


def test_links_take_their_share_of_the_give() -> None:
    bar = solve(PLAIN)
    give = 2.0 / (2e6 * 0.25**2)
    shares = bar.shares_with_links(0, 0, give_of_links=give)
    assert shares.sum() == pytest.approx(1.0)
    assert shares[4] == pytest.approx(give / (give + 1 / bar.K_theta[0, 0]))


def test_no_shot_reaches_the_bore_of_a_tube() -> None:
    """Peened outside, a thin tube gives way from its bore, where its bends carry the most; a solid bar has no bore."""
    thin = peak_stress(solve(Dimensions(Round(0.0254, 0.002), 1.0, 0.76, 0.25, bend_radius=0.045).bar()), 0, 0, 1.0)
    assert thin.stress == max(thin.outer, thin.bore) == thin.bore
    question = {
        "id": "f", "kind": "fatigue", "holes": [0, 0], "duty_Nm": 120, "bar": {
            "od_mm": 25.4, "wall_mm": 2, "E_Pa": 206e9, "G_Pa": 79.3e9, "density_kg_per_m3": 7850, "holes_mm": [0],
            "pivots_y_mm": [380, -380], "path_mm": [[250, 500, 0, 0], [0, 500, 0, 45], [0, -500, 0, 45], [250, -500, 0, 0]],
        },
    }  # fmt: skip

    def asked(finish: str) -> dict:
        text, _ = answer_text(json.dumps({"anchor_beam": 1, "ask": [question | {"finish": finish}]}))
        return json.loads(text)["answers"][0]["result"]

    peened, drawn = asked("shot peened"), asked("machined or cold drawn")
    assert peened["weakest"] == "bore"
    assert peened["safety"] == pytest.approx(drawn["safety"])
    assert asked("pitted or chipped")["safety"] < drawn["safety"]
