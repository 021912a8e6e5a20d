"""Load states in words."""

from __future__ import annotations

from anchor_beam.core.car.measured import Weights
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import delta, show


def beside(name: str, this: Weights, now: Weights, units: System) -> str:
    """`empty: −82 kg, front 58.1 %, cross weight 49.8 %`: a load state beside the car as it stands."""
    lighter = show(this.total - now.total, Kind.MASS, units, sign=True)
    weight = str(lighter) if delta(this.total, now.total, Kind.MASS, units) else "as heavy"
    front, cross = (show(value, Kind.PERCENT, units) for value in (this.front_percent, this.cross_percent))
    return f"{name}: {weight}, front {front}, cross weight {cross}"


def links_of_another(then: str, now: str) -> str | None:
    """A caution where links were set in another load state than the car is in."""
    if not then or not now or then == now:
        return None
    return f"These links were set in “{then}”; the car is in “{now}” now, and stands at other heights."
