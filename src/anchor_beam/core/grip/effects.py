"""Which school is right about a change: what its load transfer does to each axle's limit, and what its camber does.

The limit of an axle is where capacity meets demand. It is found again with the loads of one setting and the cambers
of the other: C(N_new, gamma_old) = D gives what load transfer alone does, C(N_old, gamma_new) = D what camber alone
does. What neither explains comes from both together. The search is a secant on lateral acceleration, with both
settings settled at each step.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.assembly import at_rest, corner, wheel_loads
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.equilibrium import SETTLED, settle_from
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.wheels import cambers, capacity, contact, demand, wheels_of
from anchor_beam.immutable import immutable

SECANTS = 12


@immutable
class AxleEffect:
    """Change of one axle's limit [m/s^2]: whole, from load transfer alone, from camber alone; `together` is the rest."""

    whole: float
    by_load: float
    by_camber: float

    @property
    def together(self) -> float:
        """What neither load transfer nor camber brings alone, but both together."""
        return self.whole - self.by_load - self.by_camber


@immutable
class Effects:
    """Of a change of setting in the middle of the corner: both axles, and the change of B [% points]."""

    front: AxleEffect
    rear: AxleEffect
    margin: float


def effects(car: CarBatch, before: BarBatch, after: BarBatch, grip: GripBatch) -> Effects | None:
    """Split the change from one setting of one car (a batch of one) to another; None where a limit does not exist.

    The loads of one setting are combined with the cambers of the other at the same lateral acceleration.
    Source: docs/theory/balance.md, "Grip school and platform school".
    """
    found = [limits(car, bar, grip, (Phase.MIDDLE,)) for bar in (before, after)]
    old, new = (limit.acceleration[0, 0] for limit in found)
    if not np.isfinite([*old, *new]).all():
        return None
    whole = new - old
    by_load = _mixed(car, after, before, grip, old) - old
    by_camber = _mixed(car, before, after, grip, old) - old
    ends = [AxleEffect(float(whole[i]), float(by_load[i]), float(by_camber[i])) for i in (0, 1)]
    return Effects(ends[0], ends[1], float(found[1].margin[0, 0] - found[0].margin[0, 0]))


def _mixed(car: CarBatch, loads_of: BarBatch, cambers_of: BarBatch, grip: GripBatch, start: np.ndarray) -> np.ndarray:
    """Limits (2,) with the loads of one setting and the cambers of another, by the secant method."""
    which = np.zeros(2, dtype=int)  # one member for each axle
    carrying, leaning = (corner(car, bar).chosen(which) for bar in (loads_of, cambers_of))
    none = np.zeros(2)
    held = contact(grip, carrying, none, none > 0.0, (1,), which)
    poses = [at_rest(2), at_rest(2)]

    def spare(lateral: np.ndarray) -> np.ndarray:
        for i, ready in enumerate((carrying, leaning)):
            poses[i], left_over = settle_from(ready, poses[i], lateral, none)
            if not (left_over < SETTLED).all():
                return np.full(2, np.nan)
        camber, rolled = cambers(leaning, poses[1], wheel_loads(leaning, poses[1]), held)
        at = wheels_of(wheel_loads(carrying, poses[0]), camber, rolled, held)
        return np.diagonal(capacity(at, held) - demand(carrying, at, lateral)).copy()

    last, now = start, start * 1.002
    value_last, value = spare(last), spare(now)
    for _ in range(SECANTS):
        with np.errstate(invalid="ignore", divide="ignore"):
            step = np.where(value == value_last, 0.0, value * (now - last) / (value - value_last))
        last, value_last = now, value
        now = now - np.clip(step, -0.1 * GRAVITY, 0.1 * GRAVITY)
        value = spare(now)
        if bool(np.all(np.abs(value) < 1e-6 * carrying.weight)) or not np.isfinite(value).all():
            break
    return now
