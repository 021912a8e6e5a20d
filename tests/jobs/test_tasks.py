"""What is worked out in a process of its own is what is worked out here, for every task and every car of the team."""

from __future__ import annotations

import math
import pickle
from collections.abc import Iterator
from dataclasses import fields, is_dataclass
from enum import Enum
from typing import Any

import numpy as np
import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.core_inputs import bar_input
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.lengths import proposals
from anchor_beam.jobs import tasks
from anchor_beam.jobs.office import Jobs
from anchor_beam.jobs.request import Answer, Done

CARS = {file.car.name: file for file in team()}


def requests(file: CarFile) -> dict[str, Any]:
    """One of every kind that needs no more than a car and its settings."""
    car, bench, reference = file.car, file.bench, file.reference_setting
    axle = next(each for each in Axle if bench.end(each).fitted)
    ends = tuple(proposals(car, end_result(car.axle(axle), bench.end(axle), axle), None))
    bar = bar_input(bench.end(axle).bar)
    made = (
        tasks.ResultsOf(car, (bench, *([reference] if reference else ()))), tasks.LadderOf(car, bench),
        tasks.PlaneOf(car, bench, unhooked=True), tasks.BudgetOf(car, bench, reference),
        tasks.WarningsOf(car, bench, reference), tasks.LengthsOf(car, bench, axle, ends),
        tasks.ClearanceOf(car, bench, axle, file.obstacles), tasks.StrengthOf(car, bench), tasks.SchoolsOf(car, bench),
        tasks.BeliefsOf(car, bench), tasks.PeaksOf(((bar, 0, 0),)), tasks.BalanceOf(car, bench),
        tasks.HandlingOf(car, (bench,), 6.0),
        tasks.ReasonOf(car, bench, reference or bench), tasks.ChangingOf(car, bench, reference),
    )  # fmt: skip
    return {type(request).__name__: request for request in made}


def leaves(value: Any, path: str = "") -> Iterator[tuple[str, Any]]:
    """Every number and text in an answer, with the way to it."""
    if isinstance(value, Enum) or value is None or isinstance(value, (str, bool)):
        yield path, str(value)
    elif isinstance(value, (int, float)):
        yield path, float(value)
    elif isinstance(value, np.ndarray):
        yield from leaves(value.tolist(), path)
    elif isinstance(value, dict):
        for key, each in value.items():
            yield from leaves(each, f"{path}[{key}]")
    elif isinstance(value, (tuple, list, frozenset)):
        for i, each in enumerate(value):
            yield from leaves(each, f"{path}[{i}]")
    elif is_dataclass(value):
        for field in filter(lambda each: each.compare, fields(value)):
            yield from leaves(getattr(value, field.name), f"{path}.{field.name}")


def agree(found: Any, here: Any) -> int:
    """Compare two answers; how many figures there were. What an earlier search ended at is its start, so not bit by bit."""
    one, other = list(leaves(found)), list(leaves(here))
    assert [path for path, _ in one] == [path for path, _ in other]
    for (path, a), (_, b) in zip(one, other, strict=True):
        if isinstance(a, float) and isinstance(b, float):
            assert (math.isnan(a) and math.isnan(b)) or a == pytest.approx(b, rel=1e-3, abs=1e-5), path
        else:
            assert a == b, path
    return len(one)


@pytest.fixture(scope="module")
def office() -> Iterator[Jobs]:
    made = Jobs()
    yield made
    made.close()


@pytest.mark.parametrize("kind", sorted(requests(CARS["Sorrel Finch"])))
@pytest.mark.parametrize("name", CARS)
def test_a_process_answers_as_this_one_would(office: Jobs, name: str, kind: str) -> None:
    request = requests(CARS[name])[kind]
    found: list[Answer] = []
    office.ask(kind, request, found.append)
    assert office.wait(60.0)
    last = found[-1]
    assert isinstance(last, Done), last
    count = agree(last.value, request.run(lambda _value, _done: None))
    assert count > 0 or kind in ("WarningsOf", "ClearanceOf")  # nothing to warn of, nothing around


@pytest.mark.parametrize("kind", sorted(requests(CARS["Sorrel Finch"])))
def test_equal_questions_are_equal_also_after_the_way_to_the_process(kind: str) -> None:
    """The office works equal requests out once, and drops what the state has moved on from: by this."""
    one, other = (requests(CARS["Sorrel Finch"])[kind] for _ in range(2))
    assert one == other and hash(one) == hash(other)
    assert pickle.loads(pickle.dumps(one)) == one
    assert one != requests(CARS["Wicken Estate"])[kind]
