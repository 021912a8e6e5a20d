"""How long a bar lasts at a stated use: so many turns an hour at so much lateral acceleration, added up by Miner's rule."""

from __future__ import annotations

import math

from anchor_beam.core.bar.fatigue import Finish, Strength, damage, life
from anchor_beam.immutable import immutable


@immutable
class Carried:
    """What a bar carries: peak stress at 1 N m [Pa/(N m)], outside and in the bore of a tube (0 where there is none);
    diameter [m]; torque at 1 g and preload at rest [N m]."""

    outer: float
    bore: float
    diameter: float
    torque: float
    preload: float


def hours(carried: Carried, strength: Strength, inside: Finish, outside: Finish, turns: tuple[tuple[float, float], ...],
          most: float) -> float:  # fmt: skip
    """Hours of driving until the estimate's life is used up, infinite where it never is; the weaker of both surfaces counts.

    inside, outside: finish of the bore and of the outer surface. turns: in an hour, and lateral acceleration [g] of each.
    most: what the car reaches [g].
    Raises:
        InputError: as `life`.
    Source: docs/theory/bar.md, "At a stated use".
    """
    worst = math.inf
    for stress, finish in ((carried.outer, outside), (carried.bore, inside)):
        blocks = []
        for often, lateral in turns:
            duty = abs(carried.torque) * min(lateral, most)
            found = life(stress, carried.diameter, strength, finish, duty=duty, preload=carried.preload)
            if math.isfinite(found.cycles):
                blocks.append((often, found.cycles))
        used = damage(tuple(blocks))
        worst = min(worst, math.inf if used == 0.0 else 1.0 / used)
    return worst
