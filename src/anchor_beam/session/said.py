"""The consequence line: what was done last, what it did, and why."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.sides import Axle
from anchor_beam.figures.results import Results
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import System
from anchor_beam.words import balance
from anchor_beam.words.links import cure
from anchor_beam.words.phases import nothing_more, turns_agree, why

if TYPE_CHECKING:
    from anchor_beam.figures.reasons import Reason


@immutable
class Said:
    """What was done, what it did, which effect made it so, and whether it is a complaint."""

    act: str
    consequence: str
    complaint: bool = False
    why: str = ""


def said_of(act: str, before: Results, after: Results, units: System) -> Said:
    """What an act did to the figures."""
    was, now = _figures(before), _figures(after)
    both = before.turns_of(Phase.MIDDLE), after.turns_of(Phase.MIDDLE)
    turns = turns_agree(*both, cure_of(after, units)) if now.margin is not None else ""
    why = " ".join(part for part in (turns, balance.in_other_phases(was, now, units)) if part)
    return Said(act, balance.consequence(was, now, units), why=why)


def cure_of(now: Results, units: System) -> str:
    """The link that makes left and right turns differ, and what would mend it; empty where no link does."""
    from anchor_beam.figures.lengths import blame  # the first picture does without

    to_blame = blame(now)
    if to_blame is None:
        return ""
    return cure(str(to_blame.axle), str(to_blame.side), to_blame.change, to_blame.turns, units)


def reason_words(found: Reason, phase: Phase, units: System) -> str:
    """Why a change did what it did, how surely, and where the bar does nothing more, in the phase in view if there."""
    said = [balance.how_sure(found.change, found.sigma, units)]
    if found.effects is not None:
        said.append(why(found.effects, units))
    points = sorted(found.turning, key=lambda point: point.phase is not phase)
    if points:
        one = points[0]
        said.append(nothing_more(one.phase, one.axle, one.lateral, one.rate, units))
    return " ".join(part for part in said if part)


def _figures(now: Results) -> balance.Figures:
    torques = (now.rest_torque(Axle.FRONT), now.rest_torque(Axle.REAR))
    margins = tuple(now.margin_of(phase) for phase in FIVE)
    lift = None if now.slides_before_lift else now.first_lift
    return balance.Figures(
        now.rear_share, now.margin, now.roll_gradient, lift, torques, margins,
        now.ending_of(Phase.MIDDLE),
    )  # fmt: skip
