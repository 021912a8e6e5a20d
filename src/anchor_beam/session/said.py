"""The consequence line: what was done last, what it did, and why."""

from __future__ import annotations

from dataclasses import dataclass

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.sides import Axle
from anchor_beam.figures.results import Results
from anchor_beam.units.kinds import System
from anchor_beam.words import balance
from anchor_beam.words.phases import turns_agree


@dataclass(frozen=True)
class Said:
    """What was done, what it did, which effect made it so, and whether it is a complaint."""

    act: str
    consequence: str
    complaint: bool = False
    why: str = ""


def said_of(act: str, before: Results, after: Results, units: System) -> Said:
    """What an act did to the figures."""
    was, now = _figures(before), _figures(after)
    turns = turns_agree(before.turns_of(Phase.MIDDLE), after.turns_of(Phase.MIDDLE))
    why = " ".join(part for part in (turns, balance.in_other_phases(was, now, units)) if part)
    return Said(act, balance.consequence(was, now, units), why=why)


def _figures(now: Results) -> balance.Figures:
    torques = (now.rest_torque(Axle.FRONT), now.rest_torque(Axle.REAR))
    margins = tuple(now.margin_of(phase) for phase in FIVE)
    return balance.Figures(now.rear_share, now.margin, now.roll_gradient, now.first_lift, torques, margins)
