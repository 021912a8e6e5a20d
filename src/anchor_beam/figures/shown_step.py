"""The drawing in a step: the bar of the job as it is fitted, and what of it the step is about."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.drawings.bar_below import Marked
from anchor_beam.drawings.bars import ShownBar
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.shown_bars import shown_bar
from anchor_beam.fitting.step import Step, Tag
from anchor_beam.units.kinds import System

_BY_TAG: dict[Tag, Marked] = {
    Tag.LINKS_OFF: Marked.LINKS, Tag.LINKS_ON: Marked.LINKS, Tag.EYES_FINAL: Marked.LINKS, Tag.DROP_IN: Marked.LINKS,
    Tag.JAM_FINAL: Marked.LINKS, Tag.CLAMPS_OFF: Marked.CLAMPS, Tag.CLAMPS_ON: Marked.CLAMPS,
    Tag.CLAMPS_FINAL: Marked.CLAMPS, Tag.MOUNTS_FINAL: Marked.CLAMPS, Tag.STRAPPED: Marked.BAR, Tag.OUT: Marked.BAR,
    Tag.IN: Marked.BAR, Tag.CENTRED: Marked.BAR, Tag.COLLARS: Marked.COLLARS, Tag.ARM_ONE: Marked.ENDS,
    Tag.ARM_TWO: Marked.ENDS,
}  # fmt: skip


def shown_on_card(shown: Picture, axle: Axle, units: System) -> ShownBar | None:
    """The bar that is on the bench at the axle of a card; None where there is none."""
    return shown_bar(shown, axle, units) if shown.file.bench.end(axle).fitted else None


def marked_by(step: Step) -> Marked:
    """What a step is about."""
    return next((_BY_TAG[tag] for tag in step.tags if tag in _BY_TAG), Marked.NOTHING)
