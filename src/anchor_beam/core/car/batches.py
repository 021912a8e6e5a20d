"""Putting batches side by side and taking parts of them, for every record of arrays with the batch first."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import fields
from typing import TypeVar

import numpy as np

B = TypeVar("B")


def joined(batches: Sequence[B]) -> B:
    """One batch from several of one kind, along their first axis."""
    first = batches[0]
    values = {f.name: np.concatenate([getattr(item, f.name) for item in batches]) for f in fields(first)}  # type: ignore[arg-type]
    return type(first)(**values)


def part_of(batch: B, which: slice) -> B:
    """Members of a batch, along its first axis."""
    return type(batch)(**{f.name: getattr(batch, f.name)[which] for f in fields(batch)})  # type: ignore[arg-type]


def repeated(batch: B, times: int) -> B:
    """Every member of a batch `times` times, the first one first."""
    return type(batch)(**{f.name: np.repeat(getattr(batch, f.name), times, axis=0) for f in fields(batch)})  # type: ignore[arg-type]
