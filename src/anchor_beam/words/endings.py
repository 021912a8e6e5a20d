"""How a limit ends, where that is not simply that one axle slides and then the other."""

from __future__ import annotations

from anchor_beam.core.car.events import FASTEST
from anchor_beam.core.grip.outcome import Ending, Outcome
from anchor_beam.core.sides import Axle
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show


def brief(ending: Ending | None) -> str:
    """In a word or two, where the side of the margin would stand: `tips`, `front first`."""
    if ending is None or Outcome.LOST in (ending.front, ending.rear):
        return "cannot tell"
    first = ending.slides_first
    if first is not None:
        return f"{first[0]} first"
    return "holds" if ending.tips_at is None else "tips"


def sentence(ending: Ending, system: System) -> str:
    """`tips at 0.93 g before it slides`."""
    if Outcome.LOST in (ending.front, ending.rear):
        return "no steady state can be found"
    first, tips = ending.slides_first, ending.tips_at
    end = show(FASTEST, Kind.ACCELERATION, system)
    if first is None:
        if tips is None:
            return f"holds up to {end}, where the search ends: look at the tyres"
        return f"tips at {show(tips, Kind.ACCELERATION, system)} before it slides"
    axle, at = first
    other = Axle.REAR if axle is Axle.FRONT else Axle.FRONT
    slides = f"the {axle} slides first, at {show(at, Kind.ACCELERATION, system)}"
    if tips is None:
        return f"{slides}; the {other} holds up to {end}, where the search ends"
    return f"{slides}; before the {other} does the car tips, at {show(tips, Kind.ACCELERATION, system)}"
