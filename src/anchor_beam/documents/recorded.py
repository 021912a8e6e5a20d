"""How records of figures are declared: frozen, and with a hash that is worked out once."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import field
from typing import TypeVar, dataclass_transform

from anchor_beam.documents.inputs import angle, coordinate, length, mass, quantity, rate, ratio
from anchor_beam.immutable import immutable

T = TypeVar("T")
HASH = "_hash"


@dataclass_transform(
    frozen_default=True, field_specifiers=(field, length, mass, rate, angle, ratio, quantity, coordinate)
)
def record(cls: type[T]) -> type[T]:
    """A frozen dataclass that works out its hash the first time only: big records are keys of caches, see decision 0012."""
    made = immutable(cls)
    whole: Callable[[T], int] = made.__hash__

    def once(self: T) -> int:
        kept = vars(self)
        if HASH not in kept:
            kept[HASH] = whole(self)
        return int(kept[HASH])

    def without(self: T) -> dict[str, object]:  # another process hashes text differently
        return {name: value for name, value in vars(self).items() if name != HASH}

    made.__hash__, made.__getstate__ = once, without  # type: ignore[method-assign, assignment]
    return made
