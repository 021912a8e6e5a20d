"""What an act of the user is."""

from __future__ import annotations

from typing import Protocol

from anchor_beam.documents.records import CarFile


class Edit(Protocol):
    """An act on a car in hand: what it makes of it, and how it is called in the history."""

    def apply(self, file: CarFile) -> CarFile:
        """The car after the act.

        Raises:
            InputError: when the act is not possible, at the place it concerns.
        """

    @property
    def said(self) -> str:
        """What it is called: `Rear bar, outer diameter`."""
