"""Jobs in a process: answers, progress, stopping within a tenth of a second, faults, a worker that dies."""

from __future__ import annotations

import os
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.places import put
from anchor_beam.documents.records import Figure
from anchor_beam.figures.bands import bands
from anchor_beam.figures.ladder import ladder
from anchor_beam.jobs.office import Jobs
from anchor_beam.jobs.request import Answer, Done, Failed, Partial
from anchor_beam.jobs.tasks import BandsOf, LadderOf
from jobs.slow_tasks import Die, Fail, Sleep, Whoami


@pytest.fixture
def office(monkeypatch: pytest.MonkeyPatch) -> Iterator[Jobs]:
    """Jobs of its own, whose worker also knows the slow tasks."""
    monkeypatch.setenv("PYTHONPATH", str(Path(__file__).parent.parent))
    made = Jobs()
    yield made
    made.close()


def answers(office: Jobs, request: object, slot: str = "slot") -> list[Answer]:
    found: list[Answer] = []
    office.ask(slot, request, found.append)
    assert office.wait(30.0)
    return found


def until(office: Jobs, condition: object, seconds: float = 20.0) -> float:
    """Deliver until something is so; the time it took."""
    begin = time.monotonic()
    while not condition():
        office.wait(0.01)
        assert time.monotonic() - begin < seconds
    return time.monotonic() - begin


def test_the_answer_is_what_the_function_gives(office: Jobs) -> None:
    finch = sorrel_finch()
    (found,) = answers(office, LadderOf(finch.car, finch.bench))
    here = ladder(finch.car, finch.bench)
    assert isinstance(found, Done)
    assert [(rung.front, rung.rear) for rung in found.value.rungs] == [(rung.front, rung.rear) for rung in here.rungs]
    assert [rung.margin for rung in found.value.rungs] == pytest.approx(
        [rung.margin for rung in here.rungs], abs=1e-5
    )


def test_bands_come_from_slopes_first_and_from_draws_where_a_wheel_lifts(office: Jobs) -> None:
    estate = put(wicken_estate(), "bench.rear.bar.od", Figure(0.028))
    found = answers(office, BandsOf(estate.car, estate.bench, None))
    assert isinstance(found[0], Partial)
    assert isinstance(found[-1], Done)
    assert [answer.done for answer in found[:-1]] == sorted(answer.done for answer in found[:-1])
    first = bands(estate.car, estate.bench)
    assert found[0].value.margin == pytest.approx(first.margin, rel=1e-6)
    assert found[-1].value.margin == pytest.approx(first.margin, rel=0.3)


def test_the_worker_starts_with_the_first_request_and_ends_with_the_office(office: Jobs) -> None:
    assert office.worker is None
    (found,) = answers(office, Whoami())
    assert found.value == office.worker != os.getpid()
    pid = office.worker
    office.close()
    assert office.worker is None
    with pytest.raises(ProcessLookupError):
        os.kill(pid, 0)


def test_a_new_request_in_a_slot_stops_the_one_before_within_a_tenth_of_a_second(office: Jobs) -> None:
    answers(office, Whoami())  # the worker is there
    old: list[Answer] = []
    office.ask("slot", Sleep(30.0, 1), old.append)
    until(office, lambda: old)
    new: list[Answer] = []
    office.ask("slot", Whoami(2), new.append)
    told = len(old)
    assert until(office, lambda: new) < 0.1
    assert len(old) == told  # what it still sends is dropped


def test_other_slots_wait_their_turn_and_can_be_given_up(office: Jobs) -> None:
    answers(office, Whoami())
    running: list[Answer] = []
    waiting: list[Answer] = []
    office.ask("a", Sleep(0.3, 1), running.append)
    office.ask("b", Sleep(20.0, 2), waiting.append)
    office.ask("c", Whoami(3), waiting.append)
    office.stop("b")
    assert office.wait(10.0)
    assert running[-1] == Done(1)
    assert [type(answer) for answer in waiting] == [Done]


def test_equal_requests_are_worked_out_once(office: Jobs) -> None:
    (first,) = answers(office, Sleep(0.4, 7))[-1:]
    begin = time.monotonic()
    found: list[Answer] = []
    office.ask("another slot", Sleep(0.4, 7), found.append)
    assert found == [first]  # at once
    assert time.monotonic() - begin < 0.1


def test_what_has_no_answer_says_why_and_a_fault_of_ours_does_not_end_the_worker(office: Jobs) -> None:
    (none,) = answers(office, Fail(broken=False))
    assert isinstance(none, Failed)
    assert str(none.problem) == "There is none. Accepted: something else."
    (broken,) = answers(office, Fail(broken=True))
    assert "a fault of ours" in broken.problem.message
    assert isinstance(answers(office, Whoami())[0], Done)


def test_a_worker_that_dies_is_said_and_the_next_request_starts_another(office: Jobs) -> None:
    (before,) = answers(office, Whoami())
    (lost,) = answers(office, Die())
    assert isinstance(lost, Failed)
    assert "has ended" in lost.problem.message
    (after,) = answers(office, Whoami(1))
    assert after.value != before.value
