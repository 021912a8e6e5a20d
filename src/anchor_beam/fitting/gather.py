"""What a card needs before it begins: parts, fasteners that are renewed, things that are used up, tools; and what of it is
there."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum

from anchor_beam.documents.job_card import Got, JobCard
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.fitting.fasteners import Renew
from anchor_beam.fitting.ledger import rows
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

USED_UP = frozenset({"penetrating oil", "paint", "paint pen", "grease of the kit", "putty", "wire", "plugs"})
ON_ONE = frozenset({"hands", "fingers"})  # nobody goes and buys


class Group(StrEnum):
    """What sort of thing is needed."""

    PART = "parts"
    FASTENER = "fasteners"
    USED_UP = "used up"
    TOOL = "tools"


@immutable
class Needed:
    """key: under which it is kept; what: in words; step: number of the first step that needs it, None for all of them."""

    key: str
    group: Group
    what: str
    step: int | None
    got: Got


def needed(card: JobCard, units: System) -> tuple[Needed, ...]:
    """Everything, parts first."""
    found = [*_parts(card, units), *_fasteners(card), *_things(card)]
    return tuple(Needed(key, group, what, step, card.gathered.get(key, Got.OPEN)) for key, group, what, step in found)


def still_to_get(card: JobCard, units: System) -> tuple[str, ...]:
    """What somebody said that is missing."""
    return tuple(each.what for each in needed(card, units) if each.got is Got.TO_GET)


def with_tools_of(card: JobCard, before: JobCard) -> JobCard:
    """A card that knows the tools which another card found at hand."""
    tools = {each.key for each in needed(before, System.METRIC) if each.group is Group.TOOL}
    known = {key: got for key, got in before.gathered.items() if key in tools}
    return replace(card, gathered={**known, **card.gathered})


Row = tuple[str, Group, str, int | None]


def _parts(card: JobCard, units: System) -> list[Row]:
    job, found = card.job, list[Row]()
    if job.on and job.on != job.off:
        found.append(("bar", Group.PART, job.on, None))
    if job.links is not None:
        left, right = (show(length, Kind.FINE_LENGTH, units) for length in job.links)
        alike = left.number == right.number
        words = f"two of {left.number}" if alike else f"left {left.number}, right {right.number}"
        found.append(("links", Group.PART, f"links that reach {words} {left.unit}, {job.joint}", None))
    return found


def _fasteners(card: JobCard) -> list[Row]:
    first: dict[str, int] = {}
    for number, step in enumerate(steps_in_order(card), start=1):
        for act in step.acts:
            first.setdefault(act.fastener, number)
    found = list[Row]()
    for row in rows(card):
        fastener = row.fastener
        if fastener.renew is not Renew.NO:
            bolt = card.bolts.get(fastener.id)
            size = "" if bolt is None else f", {bolt.thread} {bolt.strength}"
            words = f"{fastener.name}{size}: {fastener.renew}"
            found.append((f"fastener {fastener.id}", Group.FASTENER, words, first[fastener.id]))
    return found


def _things(card: JobCard) -> list[Row]:
    first: dict[str, int] = {}
    for number, step in enumerate(steps_in_order(card), start=1):
        for tool in step.tools:
            first.setdefault(tool, number)
    both = [(tool, number) for tool, number in first.items() if tool not in ON_ONE]
    return [
        (f"tool {tool}", group, tool, number)
        for group in (Group.USED_UP, Group.TOOL)
        for tool, number in both if (tool in USED_UP) is (group is Group.USED_UP)
    ]  # fmt: skip
