"""Room under the arches of a car that tips: known without a search, and said to be unknown."""

from __future__ import annotations

import pytest

from anchor_beam.core.grip.driving import Phase
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.records import CarFile
from anchor_beam.figures import arches
from anchor_beam.figures.arches import Arches, least_room
from anchor_beam.figures.results import Results, results
from anchor_beam.session.edits import SetValue

KNOWN = Arches((0.38, 0.38, 0.38, 0.38), 0.002)
G = 9.81


def now(file: CarFile) -> Results:
    return results(file.car, file.bench)


def test_a_car_that_tips_before_is_not_searched_for_a_state_there(monkeypatch: pytest.MonkeyPatch) -> None:
    tall = now(SetValue("car.cg_height", 1.4).apply(wicken_estate()))
    ending = tall.ending_of(Phase.MIDDLE)
    assert ending is not None and ending.tips_at is not None and ending.tips_at < 0.9 * G
    below = least_room(tall, KNOWN, 0.5 * ending.tips_at)
    assert below is not None and below.spread == KNOWN.error
    monkeypatch.setattr(arches, "settle", lambda *_: pytest.fail("searched for what is not there"))
    assert least_room(tall, KNOWN, 0.9 * G) is None


def test_more_acceleration_leaves_less_room_and_the_arch_counts_as_it_is_high() -> None:
    car = now(sorrel_finch())
    gaps = [least_room(car, KNOWN, part * G) for part in (0.2, 0.5, 0.8)]
    assert all(each is not None for each in gaps)
    assert gaps[0].gap > gaps[1].gap > gaps[2].gap
    higher = least_room(car, Arches(tuple(h + 0.01 for h in KNOWN.heights), 0.002), 0.5 * G)
    assert higher is not None and higher.gap - gaps[1].gap == pytest.approx(0.01)
