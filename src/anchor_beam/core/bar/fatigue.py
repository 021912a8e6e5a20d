"""How many cycles a bar lasts: an estimate from its peak stress, material and surface.

Stress goes to and fro by sigma_a about sigma_m. The bar endures S_e = k_a k_b S_e', with the surface in k_a and the
size in k_b. Goodman's line gives the safety 1/n = sigma_a/S_e + sigma_m/S_ut. A bar that does not last for ever lasts
N cycles on the straight line, in logarithms, from 0.9 S_ut at 10^3 cycles to S_e at 10^6. Blocks of different duty
add up as sum n_i/N_i.
"""

from __future__ import annotations

import math
from enum import StrEnum

from anchor_beam.core.arrays import require_not_negative, require_positive
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MPA = 1e6
KNEE = 700.0  # MPa: the endurance strength of steel does not grow beyond it
SPREADS = {"strength": 0.05, "surface": 0.10, "scatter": 0.08, "peak": 0.05}


class Finish(StrEnum):
    """How the surface of a bar was made, or what has become of it."""

    GROUND = "ground"
    MACHINED = "machined or cold drawn"
    HOT_ROLLED = "hot rolled"
    FORGED = "forged"
    PEENED = "shot peened"
    PITTED = "pitted or chipped"


_FACTORS = {
    Finish.GROUND: (1.58, -0.085),
    Finish.MACHINED: (4.51, -0.265),
    Finish.HOT_ROLLED: (57.7, -0.718),
    Finish.FORGED: (272.0, -0.995),
    Finish.PITTED: (57.7, -0.718),
}
PEENED_AT_LEAST = 0.80
IN_THE_BORE = {Finish.GROUND: Finish.MACHINED, Finish.PEENED: Finish.MACHINED, Finish.PITTED: Finish.MACHINED}
"""What the bore of a tube is like whose outside was ground, peened or chipped: as it was drawn. No shot reaches it."""


@immutable
class Strength:
    """Ultimate and yield strength [Pa]; endurance: of the polished specimen [Pa], None for the usual rule of steel."""

    ultimate: float
    yield_: float
    endurance: float | None = None

    def __post_init__(self) -> None:
        require_positive("ultimate", self.ultimate, "The ultimate strength")
        require_positive("yield", self.yield_, "The yield strength")
        if self.yield_ > self.ultimate:
            raise InputError(
                "yield", "Steel yields before it breaks.", got=self.yield_, accepts="below the ultimate strength"
            )
        if self.endurance is not None:
            require_positive("endurance", self.endurance, "The endurance strength")


SPRING_STEEL_STRENGTH = Strength(1400e6, 1250e6)


@immutable
class Life:
    """safety: n_f against endless life, with one standard deviation relative to it; endurance: of the bar [Pa]; margin:
    yield strength over the largest stress [-]; cycles: until failure, infinite where n_f is one or more."""

    safety: float
    relative_spread: float
    endurance: float
    margin: float
    cycles: float


def surface_factor(surface: Finish, ultimate: float) -> float:
    """k_a of a surface for an ultimate strength [Pa], at most one."""
    A, b = _FACTORS[Finish.MACHINED if surface is Finish.PEENED else surface]
    k_a = min(float(A * (ultimate / MPA) ** b), 1.0)
    return max(k_a, PEENED_AT_LEAST) if surface is Finish.PEENED else k_a


def life(
    peak_per_torque: float, diameter: float, strength: Strength, surface: Finish, *, duty: float, preload: float = 0.0,
    largest: float | None = None,
) -> Life:  # fmt: skip
    """Estimate for cycles of +-duty about a preload torque [N m].

    peak_per_torque: peak stress at 1 N m, bends included [Pa/(N m)]; diameter [m]; largest: torque of the worst single
    event [N m], the duty where None.
    Raises:
        InputError: at "diameter" outside 2.8 to 51 mm, where the size factor is not known.
    Source: Budynas and Nisbett, *Shigley's Mechanical Engineering Design*, ch. 6 (Goodman, Marin factors); torsion
    governs, so the diameter itself counts. Limits: an estimate, no corrosion, no notch beyond the bends.
    """
    require_not_negative("duty", duty, "The duty torque")
    if not 2.8e-3 <= diameter <= 51e-3:
        raise InputError(
            "diameter", "The size factor is known for 2.8 to 51 mm only.", got=diameter, accepts="2.8 to 51 mm"
        )
    polished = strength.endurance if strength.endurance is not None else min(0.5 * strength.ultimate, KNEE * MPA)
    k_b = 1.24 * (diameter * 1e3) ** -0.107
    endurance = surface_factor(surface, strength.ultimate) * k_b * polished
    alternating, mean = peak_per_torque * duty, peak_per_torque * abs(preload)
    used = alternating / endurance + mean / strength.ultimate
    top = peak_per_torque * (abs(preload) + (duty if largest is None else largest))
    safety = math.inf if used == 0.0 else 1.0 / used
    spread = math.sqrt(sum(value**2 for value in SPREADS.values()))
    margin = math.inf if top == 0.0 else strength.yield_ / top
    return Life(safety, spread, endurance, margin, _cycles(alternating, mean, endurance, strength.ultimate))


def _cycles(alternating: float, mean: float, endurance: float, ultimate: float) -> float:
    """Cycles to failure between a thousand and a million; 0 where the first cycles break it."""
    if mean >= ultimate:
        return 0.0
    reversed_ = alternating / (1.0 - mean / ultimate)
    if reversed_ <= endurance:
        return math.inf
    slope = math.log10(0.9 * ultimate / endurance) / 3.0
    cycles = 1e6 * (reversed_ / endurance) ** (-1.0 / slope)
    return cycles if cycles >= 1e3 else 0.0


def damage(blocks: tuple[tuple[float, float], ...]) -> float:
    """Miner's sum of blocks of (cycles run, cycles to failure); one or more is the end of the estimate's life."""
    return sum(run / lasting if lasting > 0.0 else math.inf for run, lasting in blocks)
