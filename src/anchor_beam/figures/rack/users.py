"""Who has a part on: before it is taken out of the rack, its users are named."""

from __future__ import annotations

from collections.abc import Iterable

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job_card import JobCard
from anchor_beam.documents.parts.facts import Fitting
from anchor_beam.documents.parts.identity import key_of
from anchor_beam.documents.records import BarRecord, CarFile

ON_BENCH = "the setting on the bench"


def users_of(file: CarFile, parts: Iterable[BarRecord | Fitting], cards: Iterable[JobCard] = ()) -> tuple[str, ...]:
    """Settings of a car that have one of these parts on: that on the bench first, then kept ones by name; then its job cards
    on which a bar of that name comes off or goes on."""
    parts = tuple(parts)
    wanted = {key_of(part) for part in parts}
    named = [(ON_BENCH, file.bench), *((setting.name, setting) for setting in file.settings)]
    found = []
    for name, setting in named:
        ends = (setting.end(axle) for axle in Axle)
        on = (part for end in ends for part in ((end.bar, *end.bought) if end.fitted else end.bought))
        if any(key_of(part) in wanted for part in on):
            found.append(name)
    bars = {part.name for part in parts if isinstance(part, BarRecord) and part.name}
    return (*found, *(f"job card “{card.title}”" for card in cards if bars & {card.job.off, card.job.on}))
