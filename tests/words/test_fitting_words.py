"""What a job card says of times, things and holes: one and many, none, and both sides alike."""

from __future__ import annotations

import pytest

from anchor_beam.words import fitting, times


@pytest.mark.parametrize(("low", "high", "said"), [
    (0.0, 0.0, "all of it is done"), (3.0, 8.0, "3 to 8 min left, practised hands to first time"),
    (42.0, 58.0, "40 min to 1 h left, practised hands to first time"),
    (79.0, 181.0, "1 h 20 to 3 h left, practised hands to first time"),
    (12.0, 61.0, "10 min to 1 h left, practised hands to first time"),
])  # fmt: skip
def test_time_is_said_as_coarsely_as_it_is_known(low: float, high: float, said: str) -> None:
    assert fitting.time_left(low, high) == said


@pytest.mark.parametrize(("left", "right", "said"), [
    ((0, ""), (0, ""), "hole 1, counted from the tip"),
    ((1, "middle"), (1, "middle"), "hole 2 (“middle”), counted from the tip"),
    ((0, ""), (2, "soft"), "hole 1 left and hole 3 (“soft”) right, counted from the tip"),
])  # fmt: skip
def test_holes_are_counted_from_the_tip(left: tuple[int, str], right: tuple[int, str], said: str) -> None:
    assert fitting.holes_from_the_tip(left, right) == said


@pytest.mark.parametrize(("where", "count", "unpriced", "said"), [
    ("Hill", 1, 0, "From Hill: 1 thing, 45.20 mark."), ("Hill", 3, 1, "From Hill: 3 things, 45.20 mark, 1 without a price."),
    ("", 2, 2, "No source yet: 2 things."),
])  # fmt: skip
def test_a_basket_has_its_sum_and_what_is_not_in_it(where: str, count: int, unpriced: int, said: str) -> None:
    assert fitting.basket_words(where, count, "45.20 mark", unpriced) == said


@pytest.mark.parametrize(("left", "right", "said"), [
    ("88.5", "88.5", "Links: both 88.5 mm."), ("88.5", "89.0", "Links: left 88.5, right 89.0 mm."),
])  # fmt: skip
def test_link_lengths_name_the_sides_where_they_differ(left: str, right: str, said: str) -> None:
    assert fitting.link_lengths(left, right, "mm") == said


def test_nothing_is_said_in_words_too() -> None:
    assert fitting.ruled_out(()) == fitting.put_back_left(()) == fitting.first_at(None) == ""
    assert fitting.ruled_out(("weld", "drill")) == "You said that you will not weld or drill: this job asks for it."
    assert fitting.to_get([]) == "Nothing is marked as missing."
    assert fitting.bolt_fit("24.0 mm", "right", "") == "Grip 24.0 mm; right."
    assert fitting.bolt_fit("28.0 mm", "too short", "45 to 48 mm").startswith("Grip 28.0 mm. Its bolt is too short")
    assert fitting.gap_left("12.0 mm", touches=True) == "△ no room"


@pytest.mark.parametrize(("minutes", "said"), [(45, "45\u00a0min"), (60, "1\u00a0h"), (90, "1.5\u00a0h")])
def test_how_long_a_piece_of_work_takes(minutes: int, said: str) -> None:
    assert times.duration(minutes) == said
