"""A sentence with figures in it, which units are put to when it is said."""

from __future__ import annotations

from dataclasses import dataclass

from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show


@dataclass(frozen=True)
class Remark:
    """A sentence with places for figures, and the figures [SI] with their kinds. signed: whether a plus is written too."""

    text: str
    values: tuple[tuple[float, Kind], ...] = ()
    signed: bool = False

    def said(self, units: System) -> str:
        """In units."""
        return self.text.format(*(show(value, kind, units, sign=self.signed) for value, kind in self.values))
