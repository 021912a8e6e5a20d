"""Kinds of job of the user's own: one that ships, with steps, an order and lists that somebody made on a card."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from anchor_beam.documents.job import Job
from anchor_beam.documents.job_card import JobCard, OwnStep
from anchor_beam.documents.job_card_plain import job_from, job_plain, own_step_from, own_step_plain
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MOST_KINDS = 40  # of a garage
LONGEST = 60  # characters of a name


@immutable
class OwnKind:
    """job: what a card of this kind starts from; parts and lengths come from the car. own, order: as on a card. skipped:
    steps that never apply, with the reason."""

    name: str
    job: Job
    own: tuple[OwnStep, ...] = ()
    order: tuple[str, ...] = ()
    skipped: tuple[tuple[str, str], ...] = ()


def kind_of(card: JobCard, name: str) -> OwnKind:
    """What of a card makes a kind.

    Raises:
        InputError: at "kind", it has no name, or a name that is too long.
    """
    called = name.strip()
    if not 0 < len(called) <= LONGEST:
        raise InputError("kind", "A kind of job needs a name.", got=len(called), accepts=f"1 to {LONGEST} letters")
    job = replace(card.job, off="", on="", hole="", links=None, wont=(), name=called)
    return OwnKind(called, job, card.own, card.order, tuple(sorted(card.skipped.items())))


def on_card(card: JobCard, kind: OwnKind) -> JobCard:
    """A card that is of this kind from now on; parts and lengths stay those of the card, what was done stays."""
    job = replace(
        kind.job, axle=card.job.axle, off=card.job.off, on=card.job.on, hole=card.job.hole, links=card.job.links,
        wont=card.job.wont, seat=card.job.seat,
    )  # fmt: skip
    return replace(card, job=job, own=kind.own, order=kind.order, skipped={**card.skipped, **dict(kind.skipped)})


def kind_plain(kind: OwnKind) -> dict[str, Any]:
    """For a document."""
    return {
        "name": kind.name, "job": job_plain(kind.job), "own": list(map(own_step_plain, kind.own)),
        "order": list(kind.order), "skipped": [list(pair) for pair in kind.skipped],
    }  # fmt: skip


def kind_from(data: Mapping[str, Any]) -> OwnKind:
    """What `kind_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    skipped = tuple((str(step), str(why)) for step, why in data["skipped"])
    return OwnKind(
        str(data["name"]), job_from(data["job"]), tuple(map(own_step_from, data["own"])), tuple(map(str, data["order"])),
        skipped,
    )  # fmt: skip
