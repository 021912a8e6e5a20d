"""Each degree of roll of a setting, by what gives."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.bar.stiffness import SHARES
from anchor_beam.core.car.bars import bars
from anchor_beam.core.car.budget import roll_budget
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.figures.ends import EndResult
from anchor_beam.figures.results import both_turns, results
from anchor_beam.immutable import immutable


class Giving(StrEnum):
    """What gives on an axle."""

    TYRES = "tyres"
    SPRINGS = "springs"
    BAR = "bar"
    BUSHINGS = "its bushings"
    LINKS = "its links"


@immutable
class Budget:
    """Roll gradient and the part of it that each axle's tyres, springs, bar, bushings and links make, and the chassis
    [rad/(m/s^2)]."""

    roll: float
    parts: dict[Axle, dict[Giving, float]]
    chassis: float

    @property
    def of_tyres(self) -> float:
        """Part of the tyres in the whole [-]."""
        return sum(parts[Giving.TYRES] for parts in self.parts.values()) / self.roll


def budget(car: CarRecord, setting: Setting) -> Budget | None:
    """None where the car has no roll gradient.

    Raises:
        InputError: as `results`.
    """
    now = results(car, setting)
    if now.roll_gradient is None:
        return None
    pair = now.front.wheel_bar, now.rear.wheel_bar
    found, roll = roll_budget(both_turns(car).one, bars([pair])), now.roll_gradient
    parts = {}
    for axle, end in zip(Axle, (now.front, now.rear), strict=True):
        at = axle.position
        whole, in_bushings = roll * float(found.bars[0, at]), _in_bushings(end)
        in_links = end.in_links if end.end.connected and end.sides is not None else 0.0
        own = whole * (1.0 - in_links)
        parts[axle] = {
            Giving.TYRES: roll * float(found.tyres[0, at]), Giving.SPRINGS: roll * float(found.springs[0, at]),
            Giving.BAR: own * (1.0 - in_bushings), Giving.BUSHINGS: own * in_bushings, Giving.LINKS: whole * in_links,
        }  # fmt: skip
    return Budget(roll, parts, roll * float(found.chassis[0]))


def _in_bushings(end: EndResult) -> float:
    """Part of the bar's give that is in its bushings."""
    if not end.end.connected:
        return 0.0
    return float(end.shares[SHARES.index("bushings")])
