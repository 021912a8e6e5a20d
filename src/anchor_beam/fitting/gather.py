"""What a card needs before it begins: parts, fasteners that are renewed, things that are used up, tools; and what of it is
there."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum

from anchor_beam.documents.job import Hardware
from anchor_beam.documents.job_card import Got, JobCard, Source
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.fitting.fasteners import Renew
from anchor_beam.fitting.ledger import rows
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

USED_UP = frozenset({"penetrating oil", "paint", "paint pen", "grease of the kit", "putty", "wire", "plugs"})
ON_ONE = frozenset({"fingers"})  # nobody goes and buys


class Group(StrEnum):
    """What sort of thing is needed."""

    PART = "parts"
    FASTENER = "fasteners"
    USED_UP = "used up"
    TOOL = "tools"


@immutable
class Needed:
    """key: under which it is kept; what: in words; step: number of the first step that needs it, None for all of them.
    sources: where it can be had, the cheapest first, those without a price last."""

    key: str
    group: Group
    what: str
    step: int | None
    got: Got
    sources: tuple[Source, ...] = ()


def needed(card: JobCard, units: System) -> tuple[Needed, ...]:
    """Everything, parts first."""
    found = [*_parts(card, units), *_fasteners(card), *_things(card)]
    return tuple(
        Needed(key, group, what, step, card.gathered.get(key, Got.OPEN), _cheapest_first(card.sources.get(key, ())))
        for key, group, what, step in found
    )


def _cheapest_first(sources: tuple[Source, ...]) -> tuple[Source, ...]:
    return tuple(sorted(sources, key=lambda each: (each.price is None, each.price or 0.0)))


@immutable
class Basket:
    """What is to be had from one source. sum: of what has a price there, in the user's currency; unpriced: how many have
    none."""

    where: str
    things: tuple[str, ...]
    sum: float
    unpriced: int


def baskets(things: tuple[Needed, ...]) -> tuple[Basket, ...]:
    """What is to get, each at its cheapest source, by source; the last is for what has none yet."""
    by: dict[str, list[Needed]] = {}
    for each in things:
        if each.got is Got.TO_GET:
            by.setdefault(each.sources[0].where if each.sources else "", []).append(each)
    prices = {where: [each.sources[0].price if each.sources else None for each in of] for where, of in by.items()}
    found = [
        Basket(where, tuple(each.what for each in of), sum(price or 0.0 for price in prices[where]),
               sum(price is None for price in prices[where]))
        for where, of in by.items()
    ]  # fmt: skip
    return tuple(sorted(found, key=lambda basket: (not basket.where, basket.where)))


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
        renew = Renew.ALWAYS if card.job.hardware is Hardware.ALL_NEW and fastener.id != "wheels" else fastener.renew
        if renew is not Renew.NO:
            bolt = card.bolts.get(fastener.id)
            size = "" if bolt is None else f", {bolt.thread} {bolt.strength}"
            words = f"{fastener.name}{size}: {renew}"
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
