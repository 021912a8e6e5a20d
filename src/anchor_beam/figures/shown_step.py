"""The drawing in a step: the bar of the job as it is fitted, and what of it the step is about."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Job
from anchor_beam.documents.job_card import Hump, JobCard
from anchor_beam.documents.mounting import Stud
from anchor_beam.drawings.bar_below import Marked, Points, Turned
from anchor_beam.drawings.bars import ShownBar
from anchor_beam.drawings.fastener_map import Look, Mark
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.shown_bars import shown_bar
from anchor_beam.fitting.fastener_map import Stands, spots
from anchor_beam.fitting.step import Step, Tag
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.fitting import link_lengths

_BY_TAG: dict[Tag, Marked] = {
    Tag.LINKS_OFF: Marked.LINKS, Tag.LINKS_ON: Marked.LINKS, Tag.EYES_FINAL: Marked.LINKS, Tag.DROP_IN: Marked.LINKS,
    Tag.JAM_FINAL: Marked.LINKS, Tag.CLAMPS_OFF: Marked.CLAMPS, Tag.CLAMPS_ON: Marked.CLAMPS,
    Tag.CLAMPS_FINAL: Marked.CLAMPS, Tag.MOUNTS_FINAL: Marked.CLAMPS, Tag.STRAPPED: Marked.BAR, Tag.OUT: Marked.BAR,
    Tag.IN: Marked.BAR, Tag.CENTRED: Marked.BAR, Tag.COLLARS: Marked.COLLARS, Tag.ARM_ONE: Marked.ENDS,
    Tag.ARM_TWO: Marked.ENDS, Tag.WHEELS_ON: Marked.WHEELS, Tag.NUTS_FINAL: Marked.WHEELS, Tag.LIFTED: Marked.WHEELS,
    Tag.LEVEL: Marked.WHEELS, Tag.SETTLED: Marked.WHEELS, Tag.SWEEP: Marked.WHEELS,
}  # fmt: skip


_POINTS = {Hump.UP: Points.AWAY, Hump.DOWN: Points.AT_YOU, Hump.AHEAD: Points.AHEAD, Hump.BACK: Points.BACK}
"""From below, up is away."""
_STUDS = {Stud.OUT: Points.OUT, Stud.IN: Points.IN, Stud.AHEAD: Points.AHEAD, Stud.BACK: Points.BACK}
_LOOKS = {
    Stands.STARTED: Look.STARTED, Stands.SNUG: Look.STARTED, Stands.FINAL: Look.FINAL, Stands.PAINTED: Look.FINAL,
}  # fmt: skip


def turned(shown: Picture, card: JobCard) -> Turned:
    """Which way what is on the bar points, as far as somebody said it."""
    fitted, axle = card.fitted, shown.file.car.axle(card.job.axle)
    return Turned(
        _STUDS[axle.stud_at_arm], _POINTS.get(fitted.hump, Points.NOWHERE),
        _POINTS.get(fitted.fittings, Points.NOWHERE), fitted.marked,
    )  # fmt: skip


def map_marks(card: JobCard, chosen: str) -> tuple[Mark, ...]:
    """The fasteners of a card as they are drawn on the map."""
    return tuple(
        Mark(spot.fastener.id, spot.number, Look.HIDDEN if spot.hidden else _LOOKS.get(spot.stands, Look.OPEN),
             spot.fastener.id == chosen)
        for spot in spots(card)
    )  # fmt: skip


def thicker(shown: Picture, axle: Axle) -> float:
    """By how much the bar on the bench is thicker than that of the reference [m], 0 where there is none to compare."""
    reference, now = shown.file.reference_setting, shown.file.bench.end(axle)
    if reference is None or not (reference.end(axle).fitted and now.fitted):
        return 0.0
    return now.bar.od.value - reference.end(axle).bar.od.value


def shown_on_card(shown: Picture, axle: Axle, units: System) -> ShownBar | None:
    """The bar that is on the bench at the axle of a card; None where there is none."""
    return shown_bar(shown, axle, units) if shown.file.bench.end(axle).fitted else None


def lengths_beside(step: Step, job: Job, units: System) -> str:
    """The link lengths that belong to a step, in the user's units; empty where none do."""
    if not step.lengths or job.links is None:
        return ""
    left, right = (show(length, Kind.FINE_LENGTH, units) for length in job.links)
    return link_lengths(left.number, right.number, left.unit)


def marked_by(step: Step) -> Marked:
    """What a step is about."""
    return next((_BY_TAG[tag] for tag in step.tags if tag in _BY_TAG), Marked.NOTHING)
