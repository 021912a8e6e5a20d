"""Whether a maker's claim about a bar can be true: "60 % stiffer than standard" against holes and assumptions, and backwards.

The ratio is that of the end rates, both ends moving +-u: with the links where they are it is what the wheel feels.
See docs/theory/bar.md, "A claim".
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from enum import StrEnum

import numpy as np
from scipy.optimize import brentq

from anchor_beam.core.arrays import require_positive
from anchor_beam.core.bar.shape import Bar, layout
from anchor_beam.core.bar.stiffness import BarSolution, solve
from anchor_beam.core.section.shapes import Round
from anchor_beam.errors import AnchorBeamError, InputError, NoSolution
from anchor_beam.immutable import immutable

THINNEST = 2e-3  # m, and
SLENDEREST = 14.0  # diameter over wall: tubes for bars are seldom thinner than either
NEAR_A_HOLE = 25e-3  # m beyond the drilled holes within which another hole could have been meant
NEAR_DIAMETER = 1e-3  # m within which a standard bar may be another variant, or was measured over paint
SOFTEST, HARDEST = 1e6, 20e6  # N/m, radial, rubber to hard plastic with its bracket


class Verdict(StrEnum):
    """What can be said of a claim."""

    TRUE = "true"
    ONLY_IF = "true only if"
    NOT_POSSIBLE = "not possible"


class Assumption(StrEnum):
    """What a maker may have counted."""

    AS_FITTED = "as fitted"  # both bars in their own bushings
    RIGID = "rigid bushings"  # both
    WITH_LINKS = "with the give of the links"  # the same on both
    TWIST = "torque per twist"  # levers left out
    SECTION = "diameter and wall alone"  # same length and arms
    FOURTH_POWER = "diameter to the fourth"  # as if both were solid


class Turned(StrEnum):
    """What is turned until the claim holds."""

    WALL = "wall"
    HOLE = "hole"
    STANDARD = "standard diameter"
    BUSHING = "bushing of the standard bar"


@immutable
class Counted:
    """The ratio at each hole of the bar under one assumption."""

    assumption: Assumption
    ratios: tuple[float, ...]


@immutable
class Backwards:
    """What would make the claim true at a hole: wall, diameter [m] or radial stiffness [N/m]; or where a hole would, from the
    end of the arm [m], which is then none that there is. None where nothing does. believable: whether such a part is made,
    or such a mistake easily is."""

    what: Turned
    hole: int | None
    value: float | None
    believable: bool = False


@immutable
class Checked:
    """Verdict; ratios under each assumption; where it holds, as assumption and hole; what would make it true."""

    verdict: Verdict
    counted: tuple[Counted, ...]
    holds: tuple[tuple[Assumption, int], ...]
    backwards: tuple[Backwards, ...]

    @property
    def ratios(self) -> tuple[float, ...]:
        """As fitted, at each hole."""
        return self.counted[0].ratios


@immutable
class Claim:
    """ratio: of the end rates, new over standard, as claimed. tolerance: relative, within which it counts as true. hole: of
    the bar that the claim names, None for all. standard_hole: of the standard bar. link: give of one link and what it hangs
    on [N/m], None for rigid."""

    ratio: float
    tolerance: float = 0.03
    hole: int | None = None
    standard_hole: int = 0
    link: float | None = None

    def __post_init__(self) -> None:
        require_positive("ratio", self.ratio, "The ratio")
        require_positive("tolerance", self.tolerance, "The tolerance")
        if self.link is not None:
            require_positive("link", self.link, "The stiffness of the link")


def check(bar: Bar, standard: Bar, claim: Claim) -> Checked:
    """Hold a claim against the bars.

    It is true if it holds as fitted at the hole that it names, or at every hole; true only if, where it holds at some hole,
    under another assumption, or with a believable wall, hole, standard bar or bushing.

    Raises:
        InputError: at "hole" or "standard_hole".
        InputError, NoSolution: as `solve`, at a place of "bar" or "standard".
    """
    for name, one in (("bar", bar), ("standard", standard)):
        try:
            solve(one)
        except AnchorBeamError as problem:
            raise problem.within(name) from problem
    for name, hole, of in (("hole", claim.hole, bar), ("standard_hole", claim.standard_hole, standard)):
        if hole is not None and not 0 <= hole < len(of.holes):
            raise InputError(name, "There is no such hole.", got=hole, accepts=f"0 to {len(of.holes) - 1}")
    holes = range(len(bar.holes))
    counted = tuple(
        Counted(each, tuple(_ratio(each, bar, standard, claim, hole) for hole in holes)) for each in Assumption
        if each is not Assumption.WITH_LINKS or claim.link is not None
    )  # fmt: skip
    asked = holes if claim.hole is None else (claim.hole,)
    meets = [(one.assumption, hole) for one in counted for hole in holes if _meets(one.ratios[hole], claim)]
    backwards = (_of_hole(bar, standard, claim), *(
        _backwards(what, bar, standard, claim, hole) for what in Turned if what is not Turned.HOLE for hole in asked
    ))  # fmt: skip
    if all((Assumption.AS_FITTED, hole) in meets for hole in asked):
        verdict = Verdict.TRUE
    else:
        verdict = Verdict.ONLY_IF if meets or any(way.believable for way in backwards) else Verdict.NOT_POSSIBLE
    return Checked(verdict, counted, tuple(meets), backwards)


def _meets(ratio: float, claim: Claim) -> bool:
    return abs(ratio / claim.ratio - 1.0) <= claim.tolerance


def end_rate(solution: BarSolution, hole: int) -> float:
    """Force per travel of one end, both moving +-u, links in the same hole on both sides [N/m]."""
    left, right = solution.levers[:, hole]
    return float(2.0 * solution.K_theta[hole, hole] / (left * right))


def _ratio(assumption: Assumption, bar: Bar, standard: Bar, claim: Claim, hole: int) -> float:
    J = bar.section.J / standard.section.J
    match assumption:
        case Assumption.SECTION:
            return J
        case Assumption.FOURTH_POWER:
            return (bar.section.od / standard.section.od) ** 4
        case Assumption.RIGID:
            bar, standard = (replace(each, bushings=replace(each.bushings, radial=None)) for each in (bar, standard))
    new, old = solve(bar), solve(standard)
    if assumption is Assumption.TWIST:
        return float(new.K_theta[hole, hole] / old.K_theta[claim.standard_hole, claim.standard_hole])
    rates = end_rate(new, hole), end_rate(old, claim.standard_hole)
    if assumption is Assumption.WITH_LINKS and claim.link is not None:
        rates = 1.0 / (1.0 / rates[0] + 1.0 / claim.link), 1.0 / (1.0 / rates[1] + 1.0 / claim.link)
    return rates[0] / rates[1]


def _sought(low: float, high: float, ratio: Callable[[float], float], claim: Claim) -> float | None:
    """Where the ratio reaches the claim, None where it does not within the ends."""

    def off(at: float) -> float:
        return math.log(ratio(at) / claim.ratio)

    try:
        if np.sign(off(low)) == np.sign(off(high)):
            return None
        return float(brentq(off, low, high, xtol=1e-7 * high))
    except (InputError, NoSolution):  # no such bar can be bent
        return None


def _of_rates(bar: Bar, hole: int, standard: Bar, claim: Claim) -> float:
    return end_rate(solve(bar), hole) / end_rate(solve(standard), claim.standard_hole)


def _of_hole(bar: Bar, standard: Bar, claim: Claim) -> Backwards:
    value = _sought(
        0.0, 0.98 * layout(bar).room, lambda at: _of_rates(replace(bar, holes=(at,)), 0, standard, claim), claim
    )
    near = value is not None and min(bar.holes) - NEAR_A_HOLE <= value <= max(bar.holes) + NEAR_A_HOLE
    return Backwards(Turned.HOLE, None, value, near)


def _backwards(what: Turned, bar: Bar, standard: Bar, claim: Claim, hole: int) -> Backwards:
    od, own = bar.section.od, standard.section

    def with_wall(wall: float) -> float:
        return _of_rates(replace(bar, section=Round(od, wall)), hole, standard, claim)

    def against(diameter: float) -> float:
        return _of_rates(bar, hole, replace(standard, section=Round(diameter, own.wall)), claim)

    def in_rubber(radial: float) -> float:
        soft = replace(standard, bushings=replace(standard.bushings, radial=radial))
        return _of_rates(bar, hole, soft, claim)

    match what:
        case Turned.WALL:
            value = _sought(0.01 * od, 0.4999 * od, with_wall, claim)
            made = value is not None and value >= max(THINNEST, od / SLENDEREST)
        case Turned.STANDARD:
            thinnest = 0.5 * own.od if own.wall is None else max(0.5 * own.od, 2.02 * own.wall)
            value = _sought(thinnest, 1.6 * own.od, against, claim)
            made = value is not None and abs(value - own.od) <= NEAR_DIAMETER
        case _:
            value = _sought(0.01 * SOFTEST, 100.0 * HARDEST, in_rubber, claim)
            made = value is not None and SOFTEST <= value <= HARDEST
    return Backwards(what, hole, value, made)
