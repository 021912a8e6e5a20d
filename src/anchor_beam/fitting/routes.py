"""Ways to do the same job, compared: time, what cannot be taken back, alignment afterwards, and what is ruled out."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.documents.job import Has, Job, JobKind
from anchor_beam.fitting.card import ruled_out_by, short
from anchor_beam.fitting.graph import ordered
from anchor_beam.fitting.jobs import steps_of
from anchor_beam.fitting.step import Tag
from anchor_beam.immutable import immutable

OTHER_KINDS = {
    JobKind.ONE_PIECE: (JobKind.SUBFRAME,), JobKind.SUBFRAME: (JobKind.ONE_PIECE,), JobKind.NONE_BEFORE: (JobKind.WELD_IN,),
    JobKind.WELD_IN: (JobKind.NONE_BEFORE,), JobKind.BRACE: (JobKind.SUBFRAME,),
}  # fmt: skip
"""Kinds that put the same bar on the car."""


@immutable
class Route:
    """name; job: the card's with what this way changes. minutes: from, to. for_good: steps that cannot be taken back. hands:
    the most that one step wants. ruled_out: work that *Aim* rules out."""

    name: str
    job: Job
    minutes: tuple[float, float]
    steps: int
    for_good: tuple[str, ...]
    aligned: bool
    hands: int
    ruled_out: tuple[str, ...]


def routes(job: Job) -> tuple[Route, ...]:
    """The way of the card first, then the others, none of them twice."""
    whole = replace(job, has=tuple(each for each in job.has if each not in (Has.EXHAUST, Has.CUT)))
    slack = replace(whole, has=(*whole.has, Has.EXHAUST))
    ways = [("as it stands", whole), ("exhaust hangers slack", slack)]
    if job.off:
        ways.append(("old bar cut in two", replace(whole, has=(*whole.has, Has.CUT))))
    ways += [(str(kind), replace(whole, kind=kind)) for kind in OTHER_KINDS.get(job.kind, ())]
    mine = next((i for i, (_, way) in enumerate(ways) if _alike(way, job)), None)
    if mine is None:
        ways.insert(0, ("as on the card", job))
    else:
        ways.insert(0, ways.pop(mine))
    found: dict[tuple[str, ...], Route] = {}
    for name, way in ways:
        steps = ordered(steps_of(way))
        found.setdefault(tuple(step.id for step in steps), Route(
            name, way, (sum(step.minutes[0] for step in steps), sum(step.minutes[1] for step in steps)), len(steps),
            tuple(short(step.text) for step in steps if not step.reversible),
            any(Tag.ALIGNED in step.tags for step in steps), max(step.hands for step in steps),
            ruled_out_by(steps, job.wont),
        ))  # fmt: skip
    return tuple(found.values())


def _alike(one: Job, other: Job) -> bool:
    return one.kind is other.kind and set(one.has) == set(other.has)
