"""Results depend on the car and its setting alone: not on what was looked at before, nor on who holds them."""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import fields, is_dataclass

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars
from anchor_beam.core.car.lift import lifts
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, wicken_estate
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.figures.results import Results, both_turns, kept, results
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage

CLOSE = 3e-5 * GRAVITY  # m/s^2, a few times the width at which the search for a tipping car ends
MOVED = (
    "bench.rear.bar.od",
    "bench.front.bar.od",
    "car.front.spring_rate",
    "car.rear.spring_rate",
    "car.cg_height",
)


def times(file: CarFile, place: str, factor: float) -> CarFile:
    return put(file, place, Figure(read(file, place).value * factor))


def afresh(file: CarFile, near: Results | None = None) -> Results:
    kept.clear()
    return results(file.car, file.bench, near)


@pytest.mark.parametrize("height", [1.0, 1.35, 1.9])
@pytest.mark.parametrize("made", [wicken_estate, harrow_half_ton])
def test_a_walk_of_edits_ends_where_a_fresh_start_does(made, height: float) -> None:
    chance = random.Random(height)
    file = times(made(), "car.cg_height", height)
    near = None
    for _ in range(6):
        file = times(file, chance.choice(MOVED), chance.uniform(0.85, 1.15))
        near, cold = afresh(file, near), afresh(file)
        assert near.corner is not None
        assert cold.corner is not None
        for name in ("acceleration", "lifts"):
            of = [each.corner.limits if name == "acceleration" else each.corner for each in (near, cold)]
            one, other = (np.asarray(getattr(each, name)) for each in of)
            assert one == pytest.approx(other, abs=CLOSE, nan_ok=True)
        for one, other in ((near.corner.rest, cold.corner.rest), (near.corner.one_g, cold.corner.one_g)):
            assert one.converged.tolist() == other.converged.tolist()
            assert np.abs(one.loads - other.loads)[one.converged].max(initial=0.0) < 0.5


def test_a_link_set_level_after_other_cars_were_looked_at_has_its_load_and_stress(garage_path) -> None:
    with Garage(garage_path) as garage:
        for made in (sorrel_finch(), wicken_estate(), harrow_half_ton()):
            garage.add(made, "made")
        workshop = Workshop(garage)
        first, *others = [listed.id for listed in garage.cars()]
        for car in (*others, first):
            workshop.open(car)
        file = times(workshop.session.file, "bench.rear.link_left", 1.02)
        assert workshop.picture is not None
        then, alone = results(file.car, file.bench, workshop.picture.now), afresh(file)
        for axle in Axle:
            side, load = then.link_load(axle)
            assert alone.link_load(axle) == (side, pytest.approx(load, rel=1e-6))
            assert then.stress(axle) == pytest.approx(alone.stress(axle), rel=1e-6)


def test_a_late_lift_is_found_by_both_searches_or_by_none() -> None:
    for height in (0.30, 0.42, 0.5, 0.6):
        file = times(times(sorrel_finch(), "car.cg_height", height), "car.grip", 1.6)
        found = afresh(file)
        assert found.corner is not None
        alone = lifts(both_turns(file.car).one, bars([(found.front.wheel_bar, found.rear.wheel_bar)])).acceleration[0]
        assert found.corner.lifts[0] == pytest.approx(alone, rel=1e-6, nan_ok=True)
        assert (found.first_lift is None) == bool(np.isnan(found.corner.lifts).all())


def arrays_in(value: object, seen: set[int]) -> Iterator[np.ndarray]:
    if id(value) in seen:
        return
    seen.add(id(value))
    if isinstance(value, np.ndarray):
        yield value
    elif is_dataclass(value) and not isinstance(value, type):
        for field in fields(value):
            yield from arrays_in(getattr(value, field.name), seen)
    elif isinstance(value, (tuple, list)):
        for each in value:
            yield from arrays_in(each, seen)
    elif isinstance(value, dict):
        for each in value.values():
            yield from arrays_in(each, seen)


def test_nobody_can_write_into_results_that_are_kept() -> None:
    arrays = list(arrays_in(afresh(sorrel_finch()), set()))
    assert len(arrays) > 20
    assert not [array.shape for array in arrays if array.flags.writeable and array.size]
