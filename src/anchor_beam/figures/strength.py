"""What links, brackets and bars carry in a corner, against what they are rated for, and how long a bar lasts."""

from __future__ import annotations

import math
from enum import StrEnum

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.bar.duty import Carried, hours
from anchor_beam.core.bar.fatigue import IN_THE_BORE, SPRING_STEEL_STRENGTH, Finish, Strength
from anchor_beam.core.grip.driving import Phase, Use
from anchor_beam.core.sides import Axle
from anchor_beam.documents.parts.facts import PartFacts
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.errors import InputError
from anchor_beam.figures.results import Results, results
from anchor_beam.immutable import immutable

TURNS: dict[Use, tuple[tuple[float, float], ...]] = {
    Use.STREET: ((30.0, 0.3), (2.0, 0.5)),
    Use.CONES: ((400.0, 0.8), (80.0, 1.0)),
    Use.HILL: ((200.0, 0.7), (60.0, 0.9)),
    Use.CIRCUIT: ((160.0, 0.9), (80.0, 1.1)),
}
"""Turns in an hour of driving, and lateral acceleration [g] of each: our own rule of thumb, docs/theory/bar.md, "At a stated
use"."""
NO_LINKS = "This bar has no links."
USUAL_FINISH = Finish.PEENED  # of bars whose maker says nothing


class Piece(StrEnum):
    """What carries."""

    LINK = "link"
    BRACKET = "bracket"
    BAR = "bar"


@immutable
class Loaded:
    """A piece of an axle at 1 g.

    carries, rated: force of a link or bracket [N]; of a bar its peak stress and yield strength [Pa]; None where it is not
    known. why: it carries nothing, or that cannot be told. hours: that a bar lasts, infinite for ever; finish: that it is
    judged by; assumed: whether finish or steel are what is usual.
    """

    axle: Axle
    piece: Piece
    carries: float | None
    rated: float | None
    why: str = ""
    hours: float | None = None
    finish: Finish | None = None
    assumed: bool = False

    @property
    def used(self) -> float | None:
        """Part of the rating [-]."""
        return None if self.carries is None or self.rated is None else self.carries / self.rated


def loaded(car: CarRecord, setting: Setting) -> tuple[Loaded, ...]:
    """Link, bracket and bar of both axles.

    Raises:
        InputError: as `results`.
    """
    now = results(car, setting)
    return tuple(one for axle in Axle for one in _of_axle(now, axle))


def steel(facts: PartFacts) -> Strength:
    """Of a bar, as its maker says or as is usual.

    Raises:
        InputError: it yields after it breaks.
    """
    usual = SPRING_STEEL_STRENGTH
    ultimate = usual.ultimate if facts.ultimate is None else facts.ultimate
    yield_ = min(usual.yield_, 0.9 * ultimate) if facts.yield_ is None else facts.yield_
    return Strength(ultimate, yield_)


def _of_axle(now: Results, axle: Axle) -> tuple[Loaded, Loaded, Loaded]:
    end, torque = now.end(axle), now.bar_torque(axle)
    link, bracket, facts = end.end.link_part, end.end.bracket, end.end.bar.facts
    rated = None if link is None else link.rating, None if bracket is None else bracket.rating
    if torque is None:
        why = f"The {axle} bar carries nothing." if now.corner is not None else "There is no balance."
        return (
            Loaded(axle, Piece.LINK, None, rated[0], why), Loaded(axle, Piece.BRACKET, None, rated[1], why),
            Loaded(axle, Piece.BAR, None, steel(facts).yield_, why),
        )  # fmt: skip
    load, why = now.link_load(axle), ""
    if end.direct is not None:  # the bracket is the lever: its far bolts hold the torque by a force
        held, why = abs(torque) / float(end.bar.levers[0, end.end.hole_left]), NO_LINKS
    else:
        held = max(end.bar.bushing_forces(end.end.hole_left, end.end.hole_right, torque))
    return (
        Loaded(axle, Piece.LINK, None if load is None else load[1], rated[0], why),
        Loaded(axle, Piece.BRACKET, held, rated[1]), _bar(now, axle, torque, facts),
    )  # fmt: skip


def _bar(now: Results, axle: Axle, torque: float, facts: PartFacts) -> Loaded:
    peak, made = now.end(axle).peak, steel(facts)
    if peak.stress is None:
        return Loaded(axle, Piece.BAR, None, made.yield_, peak.reason)
    finish = USUAL_FINISH if facts.finish is None else facts.finish
    limits = now.limits_of(Phase.MIDDLE)
    most = math.inf if limits is None else max(limits) / GRAVITY
    carried = Carried(
        peak.outer or peak.stress,
        peak.bore or 0.0,
        now.end(axle).bar.bar.section.od,
        torque,
        now.rest_torque(axle) or 0.0,
    )
    try:
        lasts = hours(carried, made, IN_THE_BORE.get(finish, finish), finish, TURNS[now.car.use], most)
    except InputError as problem:
        return Loaded(axle, Piece.BAR, abs(torque) * peak.stress, made.yield_, problem.message, finish=finish)
    assumed = facts.finish is None or facts.yield_ is None or facts.ultimate is None
    return Loaded(axle, Piece.BAR, abs(torque) * peak.stress, made.yield_, "", lasts, finish, assumed)
