"""What schools of tuning say, and what this car says to them."""

from __future__ import annotations

import math

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.schools import Cure, School
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.phases import NAMES

SAYS = {
    School.GRIP: "grip school: both front tyres share",
    School.UNHOOK: "grip school, at the track: unhook it",
    School.PLATFORM: "platform school: keep it off the tyre's edge",
    School.REAR: "rear school: let the rear carry more",
    School.CAMBER: "camber first",
}
CLEAR = 0.3  # % of margin, below which a cure changes nothing that anybody feels


def verdict(found: tuple[Cure, ...], phase: Phase, units: System) -> str:
    """Which cure takes most push in a phase, which one adds some, and where that costs stability."""
    i = FIVE.index(phase)
    known = [cure for cure in found if math.isfinite(cure.margins[i])]
    if not known:
        return "No cure can be told: there is no balance in this phase."
    best = min(known, key=lambda cure: float(cure.margins[i]))
    if best.margins[i] > -CLEAR:
        return (
            f"None of these takes push in this phase ({NAMES[phase]}): look at tyres, pressures and the line first."
        )
    said = [f"Against push ({NAMES[phase]}): {best.school}, {_change(best, phase, units)}."]
    lift = FIVE.index(Phase.LIFT_OFF)
    if math.isfinite(best.margins[lift]) and best.margins[lift] < -CLEAR and phase is not Phase.LIFT_OFF:
        said.append(f"With the throttle lifted it makes {_change(best, Phase.LIFT_OFF, units)}: mind the tail.")
    worse = [cure for cure in known if cure.margins[i] > CLEAR]
    if worse:
        wrong = max(worse, key=lambda cure: float(cure.margins[i]))
        said.append(f"Here the dissent is wrong: {wrong.school} adds push, {_change(wrong, phase, units)}.")
    return " ".join(said)


def _change(cure: Cure, phase: Phase, units: System) -> str:
    return str(show(float(cure.margins[FIVE.index(phase)]), Kind.PERCENT, units, sign=True))
