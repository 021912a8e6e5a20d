"""A sentence with figures in it, which units are put to when it is said."""

from __future__ import annotations

import math
from itertools import chain, repeat

from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show


@immutable
class Remark:
    """A sentence with places for figures, and the figures [SI] with their kinds. signed: whether a plus is written too.
    bands: one standard deviation of each of the first figures; NaN where it cannot be told."""

    text: str
    values: tuple[tuple[float, Kind], ...] = ()
    signed: bool = False
    bands: tuple[float, ...] = ()

    def said(self, units: System) -> str:
        """In units."""
        shown = []
        for (value, kind), sigma in zip(self.values, chain(self.bands, repeat(math.nan)), strict=False):
            figure = str(show(value, kind, units, sign=self.signed))
            shown.append(f"{figure} ± {show(sigma, kind, units).number}" if math.isfinite(sigma) else figure)
        return self.text.format(*shown)


def verbatim(text: str) -> str:
    """A user's or a maker's text within a sentence, none of it a place for a figure."""
    return text.replace("{", "{{").replace("}", "}}")
