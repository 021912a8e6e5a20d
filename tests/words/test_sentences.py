"""What is said: consequences, links, differences between sides, names."""

from __future__ import annotations

import math

import pytest

from anchor_beam.core.grip.effects import AxleEffect, Effects
from anchor_beam.core.grip.outcome import Ending, Outcome
from anchor_beam.core.sides import Axle, Side
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import Shown
from anchor_beam.words import acts, bars, car, endings, faults, links, names, phases
from anchor_beam.words.balance import (
    Figures,
    consequence,
    off_level,
    push_change,
    rest_twist,
    sides_differ,
    signed_margin,
)

METRIC, US = System.METRIC, System.US
DEG_PER_G = 0.0017791  # rad/(m/s^2)
NOW = Figures(45.0, 2.0, 2.2 * DEG_PER_G, (Axle.FRONT, 1.30 * 9.81), (0.0, 0.0), (8.0, -4.0, 2.0, 0.4, 6.0))


def changed(**what: object) -> Figures:
    return Figures(**(NOW.__dict__ | what))


@pytest.mark.parametrize(("after", "sentences"), [
    (changed(rear_share=46.8, margin=0.8),
     ["Rear share of stiffness +1.8\u00a0%.", "Margin −1.2\u00a0%: noticeably less push in mid-corner."]),
    (changed(margin=2.3), ["Margin +0.3\u00a0%: a trace more push in mid-corner."]),
    (changed(roll_gradient=2.0 * DEG_PER_G), ["Roll −0.20\u00a0deg/g."]),
    (changed(lift=(Axle.FRONT, 1.25 * 9.81)), ["Inside front lifts 0.05\u00a0g earlier."]),
    (changed(lift=(Axle.REAR, 1.1 * 9.81)), ["Now the inside rear lifts first, at 1.10\u00a0g."]),
    (changed(rest_torque=(0.0, -29.1)), ["At rest the rear bar is twisted by 29.1\u00a0N·m and presses the right tyre."]),
    (NOW, ["No change in roll or balance."]),
    (changed(margin=None), ["No balance can be worked out now."]),
])  # fmt: skip
def test_the_consequence_of_an_edit(after: Figures, sentences: list[str]) -> None:
    assert consequence(NOW, after, METRIC) == " ".join(sentences)


def test_the_balance_comes_back() -> None:
    assert consequence(changed(margin=None), NOW, METRIC) == "The balance is known again: pushes, 2.0\u00a0%."


@pytest.mark.parametrize(("change", "words"), [
    (0.05, "nobody"), (-0.2, "a trace less push"), (0.7, "a little more push"), (-1.5, "noticeably less push"),
    (4.0, "much more push"),
])  # fmt: skip
def test_how_much_a_change_is_felt(change: float, words: str) -> None:
    assert push_change(change).startswith(words)


@pytest.mark.parametrize(("off", "turns", "words"), [
    (0.0097, -3.88, "9.7\u00a0mm too long: 3.9 turns shorter"), (-0.0021, 0.7, "2.1\u00a0mm too short: 0.7 turns longer"),
    (0.0097, None, "9.7\u00a0mm too long"), (0.0003, -0.1, "level, within 0.3\u00a0mm"), (0.0, 0.0, "level as fitted"),
])  # fmt: skip
def test_what_to_do_about_a_link(off: float, turns: float | None, words: str) -> None:
    assert off_level(off, turns, METRIC) == words


def test_what_the_links_do_at_rest() -> None:
    assert rest_twist(None, METRIC) == "is disconnected"
    assert rest_twist(0.4, METRIC).startswith("hangs free")
    assert rest_twist(29.1, METRIC) == "is twisted by 29.1\u00a0N·m and presses the left tyre"
    assert "21.5\u00a0ft·lbf" in rest_twist(29.1, US)


def test_sides_that_differ_more_than_a_reading_error() -> None:
    assert sides_differ(0.104, 0.1045, 0.00075, METRIC) is None
    assert "9.0\u00a0mm" in sides_differ(0.104, 0.095, 0.00075, METRIC)


def test_names_of_things() -> None:
    assert signed_margin(-1.2, METRIC) == "loose, 1.2\u00a0%"
    assert signed_margin(0.3, METRIC) == "neutral"
    assert names.holes(1, 1) == "hole 2"
    assert names.holes(0, 2) == "holes 1 and 3"
    assert names.sides(tuple(Side)) == "both sides"
    assert bars.setting_words((1, 1), (0, 1)) == "front hole 2, rear holes 1 and 2"
    assert bars.bar_title(od=Shown("19.0", "mm"), solid=True, wall=Shown("4.0", "mm"), name="x", connected=False) == (
        "x, 19.0 mm solid, disconnected"
    )
    assert links.angle_from_level(-0.0419, METRIC) == "arm 2.4\u00a0deg below level"
    assert links.square_words(0.0, METRIC) == "link square to the arm"
    assert car.input_name("car.rear.roll_centre_height") == "rear roll centre height"
    assert car.input_name("grip of front against rear") == "grip of front against rear"
    assert car.to_measure(1) == "1 value to measure"
    assert "all values" in car.to_measure(0)


@pytest.mark.parametrize(("place", "words"), [
    ("bench.rear.bar.od", "Rear bar, outer diameter"), ("car.front.track", "Front axle, track"),
    ("bench.front.link_left", "Front links, left link"), ("car.wheelbase", "Car, wheelbase"),
    ("bench.rear.bar.holes[1]", "Rear bar, hole from the end"),
])  # fmt: skip
def test_what_an_edit_is_called(place: str, words: str) -> None:
    from anchor_beam.documents.fields import field_at

    assert acts.figure(place, field_at(place).label) == words


def test_choices_are_called_by_what_they_choose() -> None:
    assert acts.choice_at("bench.rear.bar.solid") == "Rear bar, solid or tube"
    assert acts.chosen(True) == "on"
    assert acts.chosen("slick") == "slick"
    assert acts.hole(Axle.REAR, (Side.RIGHT,), 2) == "Rear right, hole 3"
    assert acts.hole(Axle.FRONT, tuple(Side), 0) == "Front bar, hole 1"
    assert acts.levelled(Axle.REAR, (Side.LEFT,)) == "Rear links, left levelled"


def test_an_unusual_value_is_said_with_the_usual_ones() -> None:
    text = faults.unusual("Outer diameter", 0.1, (0.012, 0.045), Kind.DIAMETER, METRIC)
    assert text == "Outer diameter of 100.0\u00a0mm is unusual; most lie between 12.0 and 45.0\u00a0mm."


def test_the_other_phases_are_said_with_their_side_where_it_turns() -> None:
    said = " ".join(phases.other_phases((5.0, -2.0, 3.0, 0.8, 6.0), (5.0, -4.1, 2.2, -0.7, 6.02), METRIC))
    assert said == "On brakes −2.1, lift-off −1.5 %. Lift-off now is loose."
    assert phases.other_phases((None, 1.0, 1.0, 1.0, 1.0), (None, 1.0, 2.0, 1.0, 1.0), METRIC) == []
    alike = phases.other_phases((5.0, 2.0, 3.0, 1.0, 6.0), (3.2, 0.0, 1.0, -0.9, 3.9), METRIC)
    assert alike == ["The other phases −1.8 to −2.1 %.", "Lift-off now is loose."]
    assert phases.reading(None, None, METRIC)[0] == "cannot tell"
    assert phases.reading(0.2, None, METRIC)[0] == "neutral"
    assert phases.reading(-3.0, None, METRIC) == ("loose", phases.reading(3.0, None, METRIC)[1])


@pytest.mark.parametrize(("ending", "side", "said"), [
    (Ending(Outcome.TIPS, Outcome.TIPS, 9.1233, 9.1233), "tips", "tips at 0.93\u00a0g before it slides"),
    (Ending(Outcome.SLIDES, Outcome.TIPS, 8.829, 9.1233), "front first",
     "the front slides first, at 0.90\u00a0g; before the rear does the car tips, at 0.93\u00a0g"),
    (Ending(Outcome.TIPS, Outcome.SLIDES, 9.1233, 8.829), "rear first",
     "the rear slides first, at 0.90\u00a0g; before the front does the car tips, at 0.93\u00a0g"),
    (Ending(Outcome.SLIDES, Outcome.BEYOND, 8.829, math.nan), "front first",
     "the front slides first, at 0.90\u00a0g; the rear holds up to 3.00\u00a0g, where the search ends"),
    (Ending(Outcome.BEYOND, Outcome.BEYOND, math.nan, math.nan), "holds",
     "holds up to 3.00\u00a0g, where the search ends: look at the tyres"),
    (Ending(Outcome.LOST, Outcome.LOST, math.nan, math.nan), "cannot tell", "no steady state can be found"),
])  # fmt: skip
def test_a_corner_that_does_not_end_in_two_slides_is_told_by_its_end(ending: Ending, side: str, said: str) -> None:
    assert phases.reading(None, ending, METRIC)[0] == side
    assert endings.sentence(ending, METRIC) == said


@pytest.mark.parametrize(("load", "camber", "words"), [
    (-0.3, 0.1, "it takes more load transfer; camber takes some of that back"),
    (-0.1, 0.3, "its wheels lean less out of the turn; load transfer takes some of that back"),
    (-0.3, -0.01, "it takes more load transfer"),
    (0.2, 0.2, "it takes less load transfer and its wheels lean less out of the turn"),
    (0.2, -0.2, "it takes less load transfer but its wheels lean more out of the turn"),
])  # fmt: skip
def test_the_effect_that_dominates_is_the_cause(load: float, camber: float, words: str) -> None:
    assert phases.cause(AxleEffect(load + camber, load, camber)) == words


def test_turns_that_come_to_agree_are_said() -> None:
    assert phases.turns_agree((1.0, -1.0), (0.1, 0.0)) == "Left and right turns now agree."
    apart = phases.turns_agree((0.1, 0.0), (1.0, -1.0))
    assert apart == "Left and right turns now differ. No link is the cause: look at the corner weights."
    assert phases.turns_agree((0.1, 0.0), (1.0, -1.0), "Cure.") == "Left and right turns now differ. Cure."
    assert phases.turns_agree((0.1, 0.0), (0.2, 0.0)) == ""
    assert phases.turns_agree(None, (1.0, 0.0)) == ""


def test_more_front_grip_and_more_push_can_come_together() -> None:
    both = Effects(AxleEffect(0.2, -0.1, 0.3), AxleEffect(0.5, 0.5, 0.0), 3.0)
    said = phases.why(both, METRIC)
    assert "The rear holds 0.051\u00a0g more: it takes less load transfer." in said
    assert "More front grip and more push together." in said
    assert phases.why(Effects(AxleEffect(0.0, 0.0, 0.0), AxleEffect(0.001, 0.0, 0.001), 0.0), METRIC) == ""
    assert phases.turns_differ(2.0, 2.2, "", METRIC) is None
    assert "loose 1.0" in phases.turns_differ(3.0, -1.0, "", METRIC)
