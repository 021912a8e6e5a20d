"""What came of saving, as a value that can be shown, tested and passed on."""

from __future__ import annotations

from anchor_beam.errors import StoreError
from anchor_beam.immutable import immutable


@immutable
class Saved:
    """Everything that was done is on the disk."""


@immutable
class Unsaved:
    """Acts that are in hand but not on the disk, oldest first, and why."""

    acts: tuple[str, ...]
    why: StoreError


Outcome = Saved | Unsaved
