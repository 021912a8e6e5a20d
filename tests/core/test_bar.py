"""Bars: geometry, solution against a second method, energy, and what is refused."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from displacement_method import twist_stiffness

from anchor_beam.core.bar.handbook import handbook, log_sensitivity
from anchor_beam.core.bar.path import Arc, Vertex, lay
from anchor_beam.core.bar.peak import peak_stress
from anchor_beam.core.bar.shape import Bar, Bushings, Dimensions
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.section.material import Material
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.errors import InputError

PLAIN = Dimensions(
    section=Round(0.022), centre_length=1.0, pivot_spacing=0.76, arm_length=0.25, bend_radius=0.03,
    holes=(0.0, 0.025, 0.05),
)  # fmt: skip
VARIANTS = {
    "plain": PLAIN,
    "splayed and dropped tube": replace(
        PLAIN, section=Round(0.0254, 0.004), splay=math.radians(18.0), drop=0.04, bend_radius=0.06
    ),
    "springy bushings": replace(PLAIN, bushings=Bushings(radial=3.0e6)),
    "bonded bushings": replace(PLAIN, bushings=Bushings(radial=3.0e6, torsional=60.0)),
    "plate arms": replace(PLAIN, section=Round(0.0286, 0.003), plate=Plate(0.032, 0.012), drop=0.03, splay=0.1),
}


@pytest.mark.parametrize("dimensions", VARIANTS.values(), ids=VARIANTS.keys())
def test_the_force_method_agrees_with_the_plain_displacement_method(dimensions: Dimensions) -> None:
    bar = dimensions.bar()
    assert solve(bar).K_theta == pytest.approx(twist_stiffness(bar), rel=1e-7)


@pytest.mark.parametrize("dimensions", VARIANTS.values(), ids=VARIANTS.keys())
def test_work_of_the_load_is_the_stored_energy(dimensions: Dimensions) -> None:
    assert solve(dimensions.bar()).residual < 1e-11


def test_a_bend_is_a_true_arc_tangent_to_both_straights() -> None:
    line = lay(PLAIN.bar().path)
    arc = next(piece for piece in line.pieces if isinstance(piece, Arc))
    ends, tangents = arc.along(np.array([arc.s0, arc.s1]))
    assert arc.length == pytest.approx(0.03 * math.pi / 2.0)
    assert ends == pytest.approx(np.array([[0.03, 0.5, 0.0], [0.0, 0.47, 0.0]]), abs=1e-12)
    assert tangents[1] == pytest.approx([0.0, -1.0, 0.0], abs=1e-12)
    assert line.length == pytest.approx(2 * 0.25 + 1.0 - 4 * 0.03 + 2 * arc.length)


def test_finer_arcs_change_nothing_that_matters(monkeypatch: pytest.MonkeyPatch) -> None:
    from anchor_beam.core.bar import mesh

    coarse = solve(PLAIN.bar()).K_theta[0, 0]
    monkeypatch.setattr(mesh, "ARC_STEP", math.radians(1.0))
    solve.cache_clear()
    fine = solve(PLAIN.bar()).K_theta[0, 0]
    solve.cache_clear()
    assert coarse == pytest.approx(fine, rel=1e-4)


def test_dimensions_give_the_levers_that_a_tape_would() -> None:
    splay, drop = math.radians(20.0), 0.05
    found = solve(replace(PLAIN, splay=splay, drop=drop, holes=(0.0,)).bar())
    reach = math.sqrt(0.25**2 - drop**2) * math.cos(splay)
    assert found.levers[0, 0] == pytest.approx(math.hypot(reach, drop))
    assert found.heights[0, 0] == pytest.approx(-drop)


def test_an_inner_hole_is_stiffer_at_the_end_and_the_pair_is_symmetric() -> None:
    found = solve(PLAIN.bar())
    rates = [found.end_rate(i, i) for i in range(3)]
    assert rates == sorted(rates)
    assert found.end_rate(0, 1) is None
    assert found.K_theta == pytest.approx(found.K_theta.T, rel=1e-9)


def test_end_rate_is_the_force_over_the_travel_of_one_end() -> None:
    found = solve(PLAIN.bar())
    assert found.end_rate(0, 0) == pytest.approx(2.0 * found.K_theta[0, 0] / 0.25**2)


def test_the_spring_manual_form_is_near_and_the_simple_one_less_so() -> None:
    forms, beam = handbook(PLAIN.bar()), solve(PLAIN.bar()).end_rate(0, 0)
    assert forms.spring_manual is not None
    assert forms.torsion_and_arm is not None
    # from the worked example: 48.6 and 51.7 against 50.1 N/mm
    assert forms.spring_manual / 1e3 == pytest.approx(48.6, abs=0.05)
    assert forms.torsion_and_arm / 1e3 == pytest.approx(51.7, abs=0.05)
    assert beam / 1e3 == pytest.approx(50.1, abs=0.1)


def test_handbook_forms_stay_silent_about_plate_arms() -> None:
    forms = handbook(VARIANTS["plate arms"].bar())
    assert (forms.spring_manual, forms.torsion_and_arm) == (None, None)


@pytest.mark.parametrize("section", [Round(0.022), Round(0.0254, 0.004)], ids=["solid", "tube"])
def test_sensitivity_to_diameter_and_wall_is_what_the_solver_shows(section: Round) -> None:
    bar, small = replace(PLAIN, section=section), 1e-5
    gains = log_sensitivity(bar.bar())
    thicker = replace(bar, section=replace(section, od=section.od * (1 + small)))
    measured = math.log(solve(thicker.bar()).K_theta[0, 0] / solve(bar.bar()).K_theta[0, 0]) / small
    assert gains["od"] == pytest.approx(measured, abs=0.03)
    if section.wall:
        heavier = replace(bar, section=replace(section, wall=section.wall * (1 + small)))
        measured = math.log(solve(heavier.bar()).K_theta[0, 0] / solve(bar.bar()).K_theta[0, 0]) / small
        assert gains["wall"] == pytest.approx(measured, abs=0.03)


def refuse(**changes: object) -> InputError:
    with pytest.raises(InputError) as caught:
        solve(replace(PLAIN, **changes).bar())
    return caught.value


def test_what_cannot_be_is_refused_at_its_place() -> None:
    assert refuse(arm_length=-0.1).place == "arm_length"
    assert refuse(pivot_spacing=1.1).place == "pivot_spacing"
    assert refuse(bend_radius=0.4).place in ("bend_radius", "pivot_spacing")
    assert refuse(drop=0.3).place == "drop"
    assert refuse(splay=math.radians(85.0)).place == "splay"
    assert refuse(holes=(0.0, 0.24)).place == "holes[1]"
    assert refuse(holes=()).place == "holes"
    assert refuse(centre_length=float("nan")).place == "centre_length"


def test_a_wall_as_thick_as_the_radius_is_refused() -> None:
    with pytest.raises(InputError, match="no bore") as caught:
        Round(0.02, 0.01)
    assert caught.value.place == "wall"


def test_a_material_that_is_not_one_is_refused() -> None:
    with pytest.raises(InputError, match="Poisson"):
        Material(E=206e9, G=20e9, density=7850.0)


def test_a_path_that_folds_back_or_stands_still_is_refused() -> None:
    path = PLAIN.bar().path
    with pytest.raises(InputError) as caught:
        lay((path[0], path[1], path[1], path[3]))
    assert caught.value.place == "path[2]"
    with pytest.raises(InputError, match="back on itself"):
        lay((Vertex((0.3, 0.5, 0.0)), Vertex((0.0, 0.5, 0.0)), Vertex((0.3, 0.501, 0.0)), Vertex((0.3, -0.5, 0.0))))


def test_a_bushing_off_the_bar_is_refused() -> None:
    bar = PLAIN.bar()
    off = Bar(bar.section, bar.path, (0.49, -0.38), bar.holes)
    with pytest.raises(InputError) as caught:
        solve(off)
    assert caught.value.place == "pivots"


def test_a_tighter_bend_has_a_higher_peak_and_a_wide_one_the_nominal_stress() -> None:
    peaks = []
    for radius in (0.03, 0.05, 0.1):
        found = solve(replace(PLAIN, bend_radius=radius).bar())
        peaks.append(peak_stress(found, 0, 0, 250.0).stress / found.stress(0, 0, 250.0)[0])
    assert peaks == sorted(peaks, reverse=True)
    assert 1.05 < peaks[0] < 1.25
    assert peaks[-1] < 1.06


def test_the_wall_of_a_thin_tube_goes_oval_and_that_costs_more_than_in_a_thick_one() -> None:
    def excess(wall: float) -> float:
        found = solve(replace(PLAIN, section=Round(0.0254, wall), bend_radius=0.04).bar())
        return peak_stress(found, 0, 0, 250.0).stress / found.stress(0, 0, 250.0)[0]

    assert excess(0.0015) > excess(0.003) > excess(0.006) > 1.0


def test_peak_stress_is_linear_mirrored_and_silent_where_it_cannot_tell() -> None:
    found = solve(PLAIN.bar())
    one, other = peak_stress(found, 0, 2, 100.0).stress, peak_stress(found, 2, 0, 100.0).stress
    assert one == pytest.approx(other, rel=0.01)
    assert peak_stress(found, 0, 0, 200.0).stress == pytest.approx(2 * peak_stress(found, 0, 0, 100.0).stress)
    silent = {"sharp": replace(PLAIN, bend_radius=0.0), "tighter": replace(PLAIN, bend_radius=0.023)}
    for word, shape in (silent | {"plates": VARIANTS["plate arms"]}).items():
        cannot = peak_stress(solve(shape.bar()), 0, 0, 100.0)
        assert cannot.stress is None
        assert word in cannot.reason
