"""What a link of a given length is made of: grommets with a sleeve, rod ends on a thread, a cut tube; and splined arms.

Length is always between the middles of the joints; where a link goes through plates, between the middles of the plates.
"""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import require_positive
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

_HARDNESS = (30.0, 40.0, 50.0, 60.0, 70.0)  # Shore A
_KAPPA = (0.93, 0.85, 0.73, 0.57, 0.53)  # how much a flat pad stiffens, by hardness


@immutable
class Grommet:
    """A rubber ring between a cup and a plate. height, outer, bore: free of load [m]. hardness: Shore A. squeeze: part of the
    height that the cups take away, 0 to 0.5."""

    height: float
    outer: float
    bore: float
    hardness: float
    squeeze: float

    def __post_init__(self) -> None:
        require_positive("height", self.height, "The height of the grommet")
        if not 0.0 < self.bore < self.outer:
            raise InputError(
                "bore", "The bore must be smaller than the grommet.", got=self.bore, accepts="less than outside"
            )
        if not 25.0 <= self.hardness <= 85.0:
            raise InputError(
                "hardness", "Rubber for grommets is between these.", got=self.hardness, accepts="25 to 85 Shore A"
            )
        if not 0.0 <= self.squeeze <= 0.5:
            raise InputError(
                "squeeze", "A grommet is squeezed by a part of its height.", got=self.squeeze, accepts="0 to 50 %"
            )

    @property
    def squeezed(self) -> float:
        """Height between cup and plate [m]."""
        return self.height * (1.0 - self.squeeze)

    @property
    def area(self) -> float:
        """That carries, free of load [m^2]."""
        return 0.25 * math.pi * (self.outer**2 - self.bore**2)

    @property
    def modulus(self) -> float:
        """Of the ring in compression, its faces held by friction [Pa]: E (1 + 2 kappa S^2), S = (outer - bore)/(4 height).

        Source: Gent, On the relation between indentation hardness and Young's modulus (1958); Gent and Lindley, The
        compression of bonded rubber blocks (1959), kappa by hardness. Spread about 20 %.
        """
        h = self.hardness
        soft = 0.0981e6 * (56.0 + 7.62336 * h) / (0.137505 * (254.0 - 2.54 * h))
        shape = (self.outer - self.bore) / (4.0 * self.height)
        return soft * (1.0 + 2.0 * float(np.interp(h, _HARDNESS, _KAPPA)) * shape**2)

    @property
    def force(self) -> float:
        """That the squeeze takes [N]: A E/3 (1/l^2 - l), l the part of the height that is left."""
        left = 1.0 - self.squeeze
        return self.area * self.modulus / 3.0 * (left**-2 - left)

    @property
    def rate(self) -> float:
        """Of one grommet about this squeeze [N/m]: A E/(3 height) (2/l^3 + 1)."""
        left = 1.0 - self.squeeze
        return self.area * self.modulus / (3.0 * self.height) * (2.0 * left**-3 + 1.0)

    @property
    def bulge(self) -> float:
        """Outside diameter when squeezed [m]: rubber keeps its volume, the bore is held by the bolt."""
        return math.sqrt(self.bore**2 + (self.outer**2 - self.bore**2) / (1.0 - self.squeeze))


@immutable
class GrommetLink:
    """A post with two grommets at each end. plates: thickness of arm and bracket; cup: of one cup washer; nut [m]; thread
    that stands out of the nut, in pitches of `pitch` [m]."""

    grommet: Grommet
    plates: tuple[float, float]
    cup: float
    nut: float
    pitch: float

    def sleeve(self, length: float) -> float:
        """Length of the sleeve between the inner cups of a link of `length` [m].

        Raises:
            NoSolution: at "length", the stack alone is longer.
        """
        stack = 0.5 * sum(self.plates) + 2.0 * (self.grommet.squeezed + self.cup)
        if length <= stack:
            raise NoSolution("length", "Grommets, cups and plates alone are longer than this link.", got=length,
                             accepts=f"more than {stack * 1e3:.0f} mm")  # fmt: skip
        return length - stack

    def bolt(self, length: float) -> float:
        """Shortest bolt under its head [m]: the whole stack, the nut, and two pitches that stand out."""
        stack = 0.5 * sum(self.plates) + 2.0 * (self.grommet.squeezed + self.cup)
        return length + stack + self.nut + 2.0 * self.pitch

    @property
    def stiffness(self) -> float:
        """Along the link [N/m]: two grommets side by side at each end, both ends in series."""
        return self.grommet.rate

    @property
    def free_from(self) -> float:
        """Load at which the outer grommets come free and the stiffness halves [N]: what the squeeze has put in, twice."""
        return 2.0 * self.grommet.force


@immutable
class ThreadedLink:
    """Rod ends or ball studs on a thread. bought: its length as it came; engaged: thread in each end then; least: thread that
    must stay in each end; per_turn: what a turn adds [m]. both: whether both ends are adjusted (opposite threads)."""

    bought: float
    engaged: float
    least: float
    per_turn: float
    both: bool

    def turns(self, length: float) -> float:
        """From as it came; longer is positive. With one thread a turn is a half turn of the joint, unhooked."""
        turned = (length - self.bought) / self.per_turn
        return turned if self.both else round(2.0 * turned) / 2.0

    def reached(self, length: float) -> float:
        """Length after these turns [m]: what was wanted, or the nearest half turn."""
        return self.bought + self.turns(length) * self.per_turn

    def left(self, length: float) -> float:
        """Thread that is left in each adjusted end [m]."""
        return self.engaged - (self.reached(length) - self.bought) / (2.0 if self.both else 1.0)

    @property
    def longest(self) -> float:
        """Length at which just enough thread is left [m]."""
        return self.bought + (2.0 if self.both else 1.0) * (self.engaged - self.least)


@immutable
class TubeLink:
    """Cut from tube with threaded inserts. shank: middle of the joint to the end of its thread; engaged: thread in each
    insert when new; least: that must stay; flange: of an insert beyond the tube; depth: of an insert in the tube [m]."""

    shank: float
    engaged: float
    least: float
    flange: float
    depth: float

    def cut(self, length: float) -> float:
        """Length of the tube [m].

        Raises:
            NoSolution: at "length", both inserts would meet in the tube.
        """
        found = length - 2.0 * (self.shank - self.engaged) - 2.0 * self.flange
        if found < 2.0 * self.depth:
            shortest = length - found + 2.0 * self.depth
            raise NoSolution("length", "The inserts would meet in the tube.", got=length,
                             accepts=f"{shortest * 1e3:.0f} mm or more")  # fmt: skip
        return found

    @property
    def longer(self) -> float:
        """By how much the link can be made longer before too little thread is left [m]."""
        return 2.0 * (self.engaged - self.least)


def spline_step(teeth: int, lever: float) -> tuple[float, float]:
    """Turn of an arm by one tooth [rad], and how far its hole moves then [m]. Both arms go on the same tooth, mirrored.

    Raises:
        InputError: at "teeth" or "lever".
    """
    if teeth < 6:
        raise InputError("teeth", "A spline has more teeth.", got=teeth, accepts="6 or more")
    require_positive("lever", lever, "The lever of the arm")
    step = 2.0 * math.pi / teeth
    return step, 2.0 * lever * math.sin(0.5 * step)
