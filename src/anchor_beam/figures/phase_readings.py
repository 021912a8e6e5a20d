"""The balance of one phase as it is read beside the Beam and on the sheet."""

from __future__ import annotations

import math

from anchor_beam.core.grip.driving import Phase
from anchor_beam.figures.picture import Picture
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import Shown, delta, show
from anchor_beam.words.phases import reading


@immutable
class PhaseReading:
    """Side and size of the margin, or how the corner ends without one; band; difference to the reference with its own band,
    and whether that is more than its band. against: the reference's name."""

    side: str
    size: Shown
    band: str
    change: str
    change_band: str
    clear: bool
    against: str

    @property
    def spoken(self) -> str:
        """In one line."""
        change = f", {self.change} {self.change_band}".rstrip() + f" against “{self.against}”" if self.change else ""
        band = f" {self.band}" if self.band else ""
        return f"{self.side} {self.size}{band}{change}"


def read_phase(phase: Phase, shown: Picture, units: System) -> PhaseReading:
    """Of the setting on the bench, against the reference."""
    margin = shown.now.margin_of(phase)
    before = None if shown.reference is None else shown.reference.margin_of(phase)
    side, size = reading(margin, shown.now.ending_of(phase), units)
    change, band, of_change = delta(margin, before, Kind.PERCENT, units), "", ""
    clear = True
    if shown.bands is not None and margin is not None:
        band = _band(shown.bands.margins[phase], units)
        if change and shown.bands.change is not None and before is not None:
            sigma = shown.bands.change.margins[phase]
            of_change, clear = _band(sigma, units), abs(margin - before) > sigma
    return PhaseReading(side, size, band, change, of_change, clear, shown.file.reference)


def _band(sigma: float, units: System) -> str:
    return f"±{show(sigma, Kind.PERCENT, units).number}" if math.isfinite(sigma) else ""
