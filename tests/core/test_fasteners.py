"""Threads, torques, lengths of bolts and wrapped paper, against tables and by hand.

Sources: ISO 898-1 (stress areas 58.0 and 61.2 mm² for M10, 84.3 for M12), ASME B1.1 (0.0775 in² for 3/8-16), Shigley table
8-15."""

from __future__ import annotations

import math

import pytest

from anchor_beam.core.fastener.grip import Fit, Into, bolt_length
from anchor_beam.core.fastener.thread import thread
from anchor_beam.core.fastener.torque import Strength, Surface, estimate, wrench_setting
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.errors import InputError


@pytest.mark.parametrize(("name", "area_mm2"), [
    ("M8", 36.6), ("M10", 58.0), ("m10 x 1.25", 61.2), ("M12x1,75", 84.3), ("M14 x 1.5", 125.0), ("3/8-16", 50.0),
    ("1/2-20 UNF", 103.2),
])  # fmt: skip
def test_stress_areas_are_those_of_the_standards(name: str, area_mm2: float) -> None:
    assert thread(name).stress_area * 1e6 == pytest.approx(area_mm2, rel=4e-3)  # the tables are rounded


@pytest.mark.parametrize(("name", "accepts"), [
    ("M10 x 2", "M10 x 1.5, M10 x 1.25, M10 x 1"), ("M9", "M8"), ("3/8-20", "3/8-24"), ("bolt", "M10x1.25"), ("", "M10"),
])  # fmt: skip
def test_a_thread_that_does_not_exist_names_those_that_do(name: str, accepts: str) -> None:
    with pytest.raises(InputError) as refused:
        thread(name)
    assert accepts in refused.value.accepts


def test_a_torque_grows_with_friction_and_class_and_the_clamp_force_with_class_alone() -> None:
    m10 = thread("M10")
    dry, seized = (estimate(m10, Strength.C88, surface) for surface in (Surface.ZINC, Surface.ANTI_SEIZE))
    assert dry.torque / seized.torque == pytest.approx(0.20 / 0.12) and dry.clamp == seized.clamp
    assert estimate(m10, Strength.C109, Surface.ZINC).clamp / dry.clamp == pytest.approx(830 / 580)
    assert estimate(thread("M18"), Strength.C88, Surface.ZINC).clamp == pytest.approx(
        0.75 * 600e6 * thread("M18").stress_area
    )


def test_a_wrench_with_an_extension_is_set_lower_in_line_and_the_same_square_to_it() -> None:
    assert wrench_setting(60.0, 0.40, 0.10) == pytest.approx(48.0)
    assert wrench_setting(60.0, 0.40, 0.10, math.pi / 2) == pytest.approx(60.0)
    assert wrench_setting(60.0, 0.40, 0.10, math.pi) == pytest.approx(80.0)
    with pytest.raises(InputError, match="past the grip"):
        wrench_setting(60.0, 0.1, 0.2, math.pi)


def test_a_brace_in_the_stack_calls_for_a_longer_bolt() -> None:
    m10 = thread("M10")
    plain = bolt_length(0.030, 0.018, m10, Into.NUT, 0.008)
    assert (plain.fit, plain.shown) == (Fit.GOOD, pytest.approx(0.004))
    braced = bolt_length(0.030, 0.018 + 0.004, m10, Into.NUT, 0.008)
    assert braced.fit is Fit.SHORT and braced.shortest == pytest.approx(0.022 + 0.008 + 0.0015)
    for into, diameters in ((Into.STEEL, 1.0), (Into.CAST, 1.5), (Into.ALUMINIUM, 2.0)):
        need = bolt_length(0.05, 0.02, m10, into, 0.040).shortest - 0.02
        assert need == pytest.approx(diameters * 0.010)
    assert bolt_length(0.05, 0.02, m10, Into.STEEL, 0.020).fit is Fit.LONG  # deeper than the hole
    with pytest.raises(InputError):
        bolt_length(0.05, 0.0, m10, Into.NUT, 0.008)


def test_paper_is_bent_about_its_own_middle() -> None:
    sheet = wrapped(Section(0.050, 0.080, 0.006), paper=0.0002)
    bend = 0.5 * math.pi * (0.006 + 0.0001)
    assert sheet.bends[0] == pytest.approx((0.074, 0.074 + bend))
    assert sheet.length == pytest.approx(2 * 0.074 + 2 * bend + 0.038)
    # a hole that goes square through both walls lies as far from either edge of the sheet
    near, far = sheet.place(Face.NEAR, 0.030), sheet.place(Face.FAR, 0.030)
    assert near == pytest.approx(sheet.length - far)
    assert sheet.place(Face.BELOW, 0.025) == pytest.approx(0.5 * sheet.length)
    sharp = wrapped(Section(0.050, 0.080, 0.0), paper=0.0)
    assert sharp.length == pytest.approx(0.210)
    with pytest.raises(InputError, match="rounder than the frame"):
        Section(0.050, 0.080, 0.025)
    with pytest.raises(InputError, match="not on the flat"):
        sheet.place(Face.BELOW, 0.003)
