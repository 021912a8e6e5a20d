"""What is asked of a car, in sentences, and whether it is kept."""

from __future__ import annotations

from anchor_beam.core.grip.driving import Phase, Use
from anchor_beam.core.sides import Axle, Side
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark, verbatim
from anchor_beam.words.wanted import Wish

SENTENCES = {
    Wish.INSIDE_DOWN: ("The inside wheels stay down to", ""),
    Wish.LINK_LOAD: ("No link carries more than", "at 1 g"),
    Wish.HARSHNESS: ("Over one bump the wheel is at most", "stiffer for the bar"),
    Wish.TYRE_CLEARS: ("The tyres clear the body up to", ""),
    Wish.BUDGET: ("Parts cost no more than", "{currency}"),
    Wish.HOURS: ("The work takes no more than", "hours"),
}
"""Before and behind the figure of a constraint."""

NO_ARCHES = Remark("not known until ride heights are read at every wheel: it rules nothing out")
NOT_SETTLED = Remark("cannot be told: the car tips before that")
NO_BALANCE = Remark("cannot be told: there is no balance now")
STAYS_DOWN = Remark("no inside wheel lifts")
NO_LINK = Remark("no link carries anything")


def owed(wish: Wish, much: float, currency: str, unpriced: int) -> Remark:
    """What the parts that the reference does not have cost, or take."""
    if wish is Wish.HOURS:
        return Remark(f"{much:g} h against the reference")
    lacks = "" if not unpriced else ", one without a price" if unpriced == 1 else f", {unpriced} without a price"
    return Remark(f"{much:g} {verbatim(currency)}s against the reference{lacks}")


def lifts(axle: Axle, at: float) -> Remark:
    """Which inside wheel lifts first."""
    return Remark(f"inside {axle} wheel lifts at {{}}", ((at, Kind.ACCELERATION),))


def link(axle: Axle, side: Side, force: float) -> Remark:
    """The most loaded link."""
    return Remark(f"{axle} {side} link {{}}", ((force, Kind.FORCE),))


def room(wheel: str, gap: float, spread: float) -> Remark:
    """How near a tyre comes to the edge of its arch [m]."""
    values = ((abs(gap), Kind.FINE_LENGTH), (spread, Kind.FINE_LENGTH))
    return Remark(f"{wheel} {'keeps {} ± {} under' if gap > 0.0 else 'is {} ± {} into'} its arch", values)


def over_a_bump(axle: Axle, added: float) -> Remark:
    """What a bar adds where one wheel goes over a bump [%]."""
    return Remark(f"{axle} wheel {{}} stiffer", ((added, Kind.PERCENT),))


def verdict(kept: bool | None) -> str:
    """In one word."""
    return {True: "kept", False: "broken", None: ""}[kept]


def low_edge(phase: Phase, use: Use) -> str:
    """Why the margin should not be less, at the left edge of the window."""
    if phase is Phase.LIFT_OFF:
        return "left of this the tail comes round when the throttle is lifted"
    if phase is Phase.EXIT:
        return "left of this power turns the car: on a wet road sooner"
    if phase in (Phase.TURN_IN, Phase.BRAKES):
        return "left of this the tail is loose while the driver still turns in"
    return (
        "wet road, worn rear tyres: stay right of this"
        if use is Use.STREET
        else "left of this it is loose in the corner"
    )


def high_edge(phase: Phase, use: Use) -> str:
    """Why it should not be more, at the right edge."""
    if phase is Phase.EXIT:
        return "right of this the car runs wide under power"
    if phase in (Phase.TURN_IN, Phase.BRAKES):
        return "right of this it will not turn in"
    return (
        "right of this it ploughs"
        if use is Use.STREET
        else "right of this the front tyres carry it all, and are slow"
    )


STIFF = "less roll than this skips over bumps"
SOFT = "more roll than this falls onto the tyres' edges"
