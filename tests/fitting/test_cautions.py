"""Where work can hurt someone the caution stands in the step: for every job, axle and way of raising the car."""

from __future__ import annotations

from itertools import product

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Has, Job, JobKind, Lift
from anchor_beam.documents.job_card import JobCard, new_card
from anchor_beam.fitting.card import cautions_of, steps_in_order
from anchor_beam.fitting.step import Posture, Step, Tag

CASES = [
    pytest.param(new_card(1, "card", Job(kind, axle, "old", "new", "hole 2", (0.09, 0.09), lift=lift, has=has), "2026-11-28"),
                 id=f"{kind}, {axle}, {lift}, {len(has)}")
    for kind, axle, lift, has in product(JobKind, Axle, Lift, (tuple(Has),))
]  # fmt: skip
BAR_COMES_DOWN = {
    JobKind.ONE_PIECE,
    JobKind.SPLINED,
    JobKind.NO_LINKS,
    JobKind.SUBFRAME,
    JobKind.STANDARD,
    JobKind.BRACE,
}


def tagged(steps: tuple[Step, ...], tag: Tag) -> list[int]:
    return [i for i, step in enumerate(steps) if tag in step.tags]


@pytest.mark.parametrize("card", CASES)
def test_nobody_works_under_a_car_before_it_stands_and_it_is_said_how(card: JobCard) -> None:
    steps = tuple(steps_in_order(card))
    (lifted,), (lowered,) = tagged(steps, Tag.LIFTED), tagged(steps, Tag.LOWERED)
    assert "stands" in steps[lifted].cautions
    for i, step in enumerate(steps):
        if step.posture is Posture.HANG:
            assert lifted <= i <= lowered or "stands" in step.cautions, step.text
    for i in tagged(steps, Tag.LOOKED):
        assert "hot" in steps[i].cautions  # it comes from a drive
    (nuts,), (driven,) = tagged(steps, Tag.NUTS_FINAL), tagged(steps, Tag.DRIVEN)
    assert lowered < nuts < driven
    assert {"first drive", "law"} <= set(steps[driven].cautions)
    assert ("wet" in steps[driven].cautions) == (card.job.axle is Axle.REAR)  # the axle that makes it loose


@pytest.mark.parametrize("card", CASES)
def test_what_whips_falls_or_cuts_is_said_before_it_can(card: JobCard) -> None:
    steps = tuple(steps_in_order(card))
    for i in tagged(steps, Tag.LINKS_OFF):
        assert any("twisted" in step.cautions for step in steps[: i + 1]), steps[i].text
    for i in tagged(steps, Tag.CLAMPS_OFF)[:1]:
        if card.job.kind in BAR_COMES_DOWN:
            assert any("falls" in step.cautions for step in steps[: i + 1]), steps[i].text
    for i in tagged(steps, Tag.CUT):
        assert {"drilling", "cutting", "welding"} & set(steps[i].cautions), steps[i].text
    for step in steps:
        assert step.reversible == (len(cautions_of(step)) == len(step.cautions))
