"""What every question is made of: numbers that are numbers, places of the core as keys of the document."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any

from pydantic import ConfigDict, Discriminator, Field, Strict

from anchor_beam.documents.asks.limits import FARTHEST

STRICT = ConfigDict(extra="forbid", frozen=True)
Number = Annotated[float, Strict(), Field(allow_inf_nan=False, ge=-FARTHEST, le=FARTHEST)]
Positive = Annotated[Number, Field(gt=0.0)]
Flag = Annotated[bool, Strict()]
Pair = tuple[Number, Number]
Point3 = tuple[Number, Number, Number]
MM = 1e-3


def by_key(key: str, kinds: Mapping[str, str], otherwise: str) -> Discriminator:
    """Choose one of several models by a key's value; tags start with “=”, so that no place in the document names them."""

    def choose(value: Any) -> str:
        found = value.get(key) if isinstance(value, dict) else getattr(value, key, None)
        return kinds.get(str(found), otherwise)

    return Discriminator(choose)


def keyed(place: str, keys: Mapping[str, str]) -> str:
    """A place of the core in the keys of a document, part by part: `front.track` as `front.track_mm`."""
    parts = []
    for part in place.split("."):
        head, bracket, rest = part.partition("[")
        parts.append(f"{keys.get(head, head)}{bracket}{rest}")
    return ".".join(parts)
