"""What schools of tuning say, and what this car says to them."""

from __future__ import annotations

import math
from collections.abc import Sequence

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.schools import School
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.phases import NAMES

SAYS = {
    School.GRIP: "grip school: tyres share",
    School.UNHOOK: "grip school, at the track",
    School.PLATFORM: "platform school: less roll",
    School.REAR: "rear school: rear carries",
    School.CAMBER: "camber first",
}
CLEAR = 0.3  # % of margin, below which a cure changes nothing that anybody feels


@immutable
class Change:
    """Of one cure in one phase: margin and one standard deviation of it [%]; NaN where one cannot be told."""

    school: School
    margin: float
    sigma: float

    @property
    def clear(self) -> bool:
        """Whether a driver could feel it and the band leaves no doubt which way it goes."""
        return abs(self.margin) > max(CLEAR, self.sigma) and math.isfinite(self.sigma)

    def text(self, units: System) -> str:
        """`−0.9 % ± 0.3`."""
        size = show(self.margin, Kind.PERCENT, units, sign=True)
        return f"{size} ± {show(self.sigma, Kind.PERCENT, units).number}" if math.isfinite(self.sigma) else str(size)


def verdict(changes: Sequence[Change], lifted: Sequence[Change], phase: Phase, units: System) -> str:
    """Which cure takes most push in a phase, which one adds some, and where that costs stability; lifted: the same cures with
    the throttle lifted."""
    known = [change for change in changes if math.isfinite(change.margin)]
    if not known:
        return "No cure can be told: there is no balance in this phase."
    best = min((change for change in known if change.clear), key=lambda change: change.margin, default=None)
    if best is None or best.margin > 0.0:
        doubtful = any(change.margin < -CLEAR for change in known)
        why = "; what some would take is less than the band" if doubtful else ""
        return (
            f"None of these surely takes push in this phase ({NAMES[phase]}){why}: look at tyres, pressures and the line "
            "first."
        )
    said = [f"Against push ({NAMES[phase]}): {best.school}, {best.text(units)}."]
    there = next(change for change in lifted if change.school is best.school)
    if there.clear and there.margin < 0.0 and phase is not Phase.LIFT_OFF:
        said.append(f"With the throttle lifted it makes {there.text(units)}: mind the tail.")
    worse = [change for change in known if change.clear and change.margin > 0.0]
    if worse:
        wrong = max(worse, key=lambda change: change.margin)
        said.append(f"Here the dissent is wrong: {wrong.school} adds push, {wrong.text(units)}.")
    return " ".join(said)
