"""Checks where they are asked: the same one may stand at several steps, and is then compared with the stage before as well as
with its rule."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache

from anchor_beam.documents.job import Job
from anchor_beam.documents.job_card import JobCard, OwnStep, Value
from anchor_beam.fitting.checks import CHECKS, Check, Verdict, verdict
from anchor_beam.fitting.graph import ordered
from anchor_beam.fitting.jobs import steps_of
from anchor_beam.fitting.step import Step
from anchor_beam.immutable import immutable


@immutable
class Asked:
    """A check at a step. stage: counted from 1, over the steps that ask for it. keys: where its values are kept; values: as
    far as they were measured. before: values of the stage before, empty at the first; drifted: one is further from them than
    may be."""

    key: str
    stage: int
    keys: tuple[str, ...]
    values: tuple[float | None, ...]
    verdict: Verdict
    before: tuple[float, ...] = ()
    drifted: bool = False

    @property
    def check(self) -> Check:
        """What is asked."""
        return CHECKS[self.key]


Stages = Mapping[str, tuple[str, ...]]  # steps that ask for each check, in the order of the program


def stages_of(card: JobCard) -> Stages:
    """Which steps of a card ask for each check."""
    return _stages(card.job, card.own)


@lru_cache(maxsize=64)
def _stages(job: Job, own: tuple[OwnStep, ...]) -> Stages:
    found: dict[str, tuple[str, ...]] = {}
    for step in ordered(steps_of(job, own)):
        for key in step.checks:
            found[key] = (*found.get(key, ()), step.id)
    return found


def keys_at(check: Check, step: str, stage: int) -> tuple[str, ...]:
    """Where the values of a check at a step are kept: `K18.left`, and `K18.left@tacked` for a later stage."""
    return check.value_keys if stage == 1 else tuple(f"{key}@{step}" for key in check.value_keys)


def asked_at(card: JobCard, step: Step, stages: Stages | None = None) -> tuple[Asked, ...]:
    """The checks of a step, as they stand. stages: of the card, for who asks for many steps."""
    if not step.checks:
        return ()
    of = stages_of(card) if stages is None else stages
    return tuple(_asked(card, step.id, key, of[key]) for key in step.checks)


def _asked(card: JobCard, step: str, key: str, steps: tuple[str, ...]) -> Asked:
    check, stage = CHECKS[key], steps.index(step) + 1
    keys = keys_at(check, step, stage)
    now = _numbers(card.values, keys)
    before: tuple[float, ...] = ()
    for earlier in range(stage - 1, 0, -1):  # the last stage at which it was read
        numbers = _numbers(card.values, keys_at(check, steps[earlier - 1], earlier))
        if None not in numbers:
            before = tuple(each for each in numbers if each is not None)
            break
    far = drifted(check, now, before)
    return Asked(key, stage, keys, now, Verdict.FAILED if far else verdict(check, now), before, far)


def drifted(check: Check, now: Sequence[float | None], before: Sequence[float]) -> bool:
    """Whether a value is further from the stage before than it may be."""
    return check.drift is not None and any(
        one is not None and abs(one - other) > check.drift + 1e-12 for one, other in zip(now, before, strict=False)
    )


def _numbers(values: Mapping[str, Value], keys: tuple[str, ...]) -> tuple[float | None, ...]:
    return tuple(None if (value := values.get(key)) is None else value.value for key in keys)
