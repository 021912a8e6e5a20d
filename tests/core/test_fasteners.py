"""Threads, torques, lengths of bolts and wrapped paper, against tables and by hand.

Sources: ISO 898-1 (stress areas 58.0 and 61.2 mm² for M10, 84.3 for M12), ASME B1.1 (0.0775 in² for 3/8-16), Shigley table
8-15."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anchor_beam.core.fastener.grip import Fit, Into, bolt_length
from anchor_beam.core.fastener.thread import PER_INCH, PITCHES, Thread, thread
from anchor_beam.core.fastener.torque import NUT_FACTOR, Strength, Surface, estimate, proof_stress, wrench_setting
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


EVERY = [
    *(thread(f"M{size} x {pitch:g}") for size, pitches in PITCHES.items() for pitch in pitches),
    *(thread(f"{size}-{count}") for size, counts in PER_INCH.items() for count in counts),
]
THREADS, INTO = st.sampled_from(EVERY), st.sampled_from(Into)
LENGTHS = st.floats(0.001, 0.2)


@pytest.mark.parametrize("of", EVERY, ids=lambda of: of.name)
def test_every_thread_is_read_back_by_its_own_name_and_carries_less_than_its_shank(of: Thread) -> None:
    assert thread(of.name) == of == thread(f"  {of.name.upper()} ")
    shank = 0.25 * math.pi * of.diameter**2
    assert 0.6 * shank < of.stress_area < shank and 0.0 < of.tap_drill < of.diameter


@given(THREADS, st.sampled_from(Strength), st.sampled_from(Surface))
def test_an_estimate_is_three_quarters_of_the_proof_load_through_its_own_friction(
    of: Thread, strength: Strength, surface: Surface
) -> None:
    found = estimate(of, strength, surface)
    assert found.torque / (found.clamp * of.diameter) == pytest.approx(NUT_FACTOR[surface])
    assert found.clamp == pytest.approx(0.75 * proof_stress(strength, of.diameter) * of.stress_area)
    assert found.spread == pytest.approx(0.25 * found.torque)
    finer = Thread("finer", of.diameter, 0.9 * of.pitch, of.metric)
    assert estimate(finer, strength, surface).torque > found.torque  # a finer thread leaves more steel


@given(THREADS, INTO, LENGTHS, LENGTHS, st.floats(0.003, 0.05))
def test_a_length_that_is_good_lies_in_its_own_range_and_a_longer_one_never_holds_less(
    of: Thread, into: Into, length: float, stack: float, depth: float
) -> None:
    found, longer = (bolt_length(each, stack, of, into, depth) for each in (length, length + 0.002))
    if found.shortest <= found.longest:  # a hole that is too shallow has no good length
        assert (found.fit is Fit.GOOD) is (found.shortest - 1e-9 <= length <= found.longest + 1e-9)
    assert longer.engaged >= found.engaged and longer.shown >= found.shown
    assert 0.0 <= found.engaged <= depth + 1e-12 and found.shown >= 0.0
    assert found.engaged + found.shown == pytest.approx(max(length - stack, 0.0)) or not into.through
    thicker = bolt_length(length, stack + 0.003, of, into, depth)
    assert thicker.shortest - found.shortest == pytest.approx(
        0.003
    )  # what is added to the stack is added to the bolt


@given(st.floats(1.0, 300.0), st.floats(0.2, 1.0), st.floats(0.0, 0.15), st.floats(-math.pi, math.pi))
def test_a_wrench_puts_the_wanted_torque_on_the_bolt(
    torque: float, length: float, offset: float, angle: float
) -> None:
    shown = wrench_setting(torque, length, offset, angle)
    force = shown / length  # of the hand at the grip, square to the wrench
    assert force * (length + offset * math.cos(angle)) == pytest.approx(torque)
    assert (shown <= torque + 1e-9) is (offset * math.cos(angle) >= -1e-12)
