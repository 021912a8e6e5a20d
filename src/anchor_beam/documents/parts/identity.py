"""What tells one part from another, and what it is called."""

from __future__ import annotations

from typing import NamedTuple

from anchor_beam.documents.parts.facts import FITTINGS, Fitting, PartKind
from anchor_beam.documents.records import BarRecord


class PartKey(NamedTuple):
    """Parts with the same are the same: an early and a late one are two."""

    kind: PartKind
    name: str
    maker: str
    revision: str


def kind_of(part: BarRecord | Fitting) -> PartKind:
    """Bar, link, bracket or bushings."""
    return next((kind for kind, made in FITTINGS.items() if type(part) is made), PartKind.BAR)


def key_of(part: BarRecord | Fitting) -> PartKey:
    """What tells it from others."""
    return PartKey(kind_of(part), part.name, part.maker, part.facts.revision)


def full_name(name: str, revision: str) -> str:
    """`Tidewright 17, late`."""
    return f"{name}, {revision}" if revision else name
