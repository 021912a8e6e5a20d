"""A bar from the dimensions that a tape and a caliper give, and the general bar that the beam model takes."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import require_finite, require_not_negative, require_positive
from anchor_beam.core.bar.path import Centreline, Vertex, lay, require_clear
from anchor_beam.core.section.material import SPRING_STEEL, Material
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class Bushings:
    """Each of the two bushings: radial stiffness [N/m], its bracket in series, None for rigid; torsional of bonded rubber
    [N m/rad], 0 when it turns free; axial with a collar [N/m], 0 without; friction torque [N m], 0 where it is greased."""

    radial: float | None = None
    torsional: float = 0.0
    axial: float = 0.0
    friction: float = 0.0

    def __post_init__(self) -> None:
        if self.radial is not None:
            require_positive("bushing_radial", self.radial, "The radial stiffness of the bushing")
        require_not_negative("bushing_torsional", self.torsional, "The torsional stiffness of the bushing")
        require_not_negative("bushing_axial", self.axial, "The axial stiffness of the bushing")
        require_not_negative("bushing_friction", self.friction, "The friction torque of the bushing")


FREE_AND_RIGID = Bushings()


@immutable
class ForgedEnds:
    """Ends that are locally stiffer than the bar, such as forged eyes: length from each tip [m], factor on the bending and
    torsional stiffness [-]."""

    length: float
    factor: float

    def __post_init__(self) -> None:
        require_positive("ends.length", self.length, "The length of the forged end")
        require_positive("ends.factor", self.factor, "The stiffness factor of the forged end")


@immutable
class Bar:
    """Any bar: a path from left tip to right tip, two pivots on the y axis, holes measured from each tip.

    path: vertices [m], origin midway between the pivots on the pivot axis. pivots: y of the left and right bushing
    [m]. holes: distance from the tip inward along the centreline [m]. plate: separate arms, which are the first and
    last segments of the path, joined to the centre rigidly or, with a spline, by `joint` [N m/rad] about the pivot axis.
    """

    section: Round
    path: tuple[Vertex, ...]
    pivots: tuple[float, float]
    holes: tuple[float, ...]
    material: Material = SPRING_STEEL
    bushings: Bushings = FREE_AND_RIGID
    plate: Plate | None = None
    joint: float | None = None
    ends: ForgedEnds | None = None

    def __post_init__(self) -> None:
        if self.joint is not None:
            require_positive("joint", self.joint, "The stiffness of the splined joint")

    @property
    def mirrored(self) -> bool:
        """Whether the right half is the left one in a mirror, to the last digit."""
        across = tuple(Vertex((x, -y, z), vertex.radius) for vertex in self.path[::-1] for x, y, z in [vertex.at])
        return across == self.path and self.pivots[0] == -self.pivots[1]


@immutable
class Hump:
    """A step of the centre over an obstacle, in the middle: width between the inner corners, rise, length of each slope
    along the bar and bend radius [m]. direction: from the pivot axis, 0 up, pi/2 the way the arms point [rad]."""

    width: float
    rise: float
    run: float
    bend_radius: float
    direction: float = 0.0

    def __post_init__(self) -> None:
        require_positive("hump.width", self.width, "The width of the hump")
        require_positive("hump.run", self.run, "The slope of the hump")
        require_not_negative("hump.bend_radius", self.bend_radius, "The bend radius of the hump")
        require_finite("hump.rise", self.rise, "The rise of the hump")
        require_finite("hump.direction", self.direction, "The direction of the hump")

    def vertices(self) -> tuple[Vertex, ...]:
        """Corners from left to right."""
        x, z = self.rise * math.sin(self.direction), self.rise * math.cos(self.direction)
        inner, outer = self.width / 2.0, self.width / 2.0 + self.run
        corners = ((0.0, outer, 0.0), (x, inner, z), (x, -inner, z), (0.0, -outer, 0.0))
        return tuple(Vertex(at, self.bend_radius) for at in corners)


@immutable
class Dimensions:
    """A mirror-symmetric bar as measured on the bench, all in m and rad.

    centre_length: corner to corner, where the lines of centre and arms meet. pivot_spacing: between bushing centres.
    arm_length: from that corner to the end of the arm, along the arm. splay: outward lean of the arms in plan.
    drop: how far the end of the arm lies below the centre tube when the bar lies flat. holes: from the end inward.
    """

    section: Round
    centre_length: float
    pivot_spacing: float
    arm_length: float
    splay: float = 0.0
    drop: float = 0.0
    bend_radius: float = 0.0
    holes: tuple[float, ...] = (0.0,)
    material: Material = SPRING_STEEL
    bushings: Bushings = FREE_AND_RIGID
    plate: Plate | None = None
    hump: Hump | None = None
    ends: ForgedEnds | None = None

    def __post_init__(self) -> None:
        require_positive("centre_length", self.centre_length, "The centre length")
        require_positive("pivot_spacing", self.pivot_spacing, "The bushing spacing")
        require_positive("arm_length", self.arm_length, "The arm length")
        require_not_negative("bend_radius", self.bend_radius, "The bend radius")
        require_finite("splay", self.splay, "The splay")
        require_finite("drop", self.drop, "The drop")
        if abs(self.splay) >= math.radians(80.0):
            raise InputError("splay", "The arms would lie along the centre.", got=self.splay, accepts="-80 to 80 deg")
        if abs(self.drop) >= self.arm_length:
            raise InputError(
                "drop",
                "The arm cannot drop by its own length or more.",
                got=self.drop,
                accepts="less than the arm length",
            )

    def bar(self) -> Bar:
        """The general bar with these dimensions, arms pointing to +x.

        Raises:
            InputError: at the dimension that does not fit the others.
        """
        reach = math.sqrt(self.arm_length**2 - self.drop**2)
        x, out = reach * math.cos(self.splay), reach * math.sin(self.splay)
        half = self.centre_length / 2.0
        radius = 0.0 if self.plate else self.bend_radius
        path = (
            Vertex((x, half + out, -self.drop)),
            Vertex((0.0, half, 0.0), radius),
            *(() if self.hump is None else self.hump.vertices()),
            Vertex((0.0, -half, 0.0), radius),
            Vertex((x, -half - out, -self.drop)),
        )
        setback = self._setback(radius)
        if self.pivot_spacing > self.centre_length - 2.0 * setback:
            raise InputError(
                "pivot_spacing",
                "The bushings must sit on the straight of the centre, clear of the bends.",
                got=self.pivot_spacing,
                accepts="less than the centre length without its bends",
            )
        if setback >= self.arm_length:
            raise InputError("bend_radius", "The bend is longer than the arm.", got=self.bend_radius, accepts="less")
        half_span = self.pivot_spacing / 2.0
        if self.hump is not None and half_span < self.hump.width / 2.0 + self.hump.run:
            raise InputError(
                "hump.width",
                "The bushings must sit outside the hump.",
                got=self.hump.width,
                accepts="a narrower hump",
            )
        return Bar(
            self.section, path, (half_span, -half_span), self.holes, self.material, self.bushings, self.plate,
            ends=self.ends,
        )  # fmt: skip

    def _setback(self, radius: float) -> float:
        """Length of straight that a bend uses up on each side of its corner [m]."""
        reach = math.sqrt(self.arm_length**2 - self.drop**2)
        along = reach * math.sin(self.splay) / self.arm_length  # of the arm on the bar's axis
        return radius * math.tan(math.acos(along) / 2.0)


@immutable(eq=False)
class LaidBar:
    """Where things sit along the centreline: arc lengths [m] of pivots (2,) and holes (2, n), left then right. room: how far
    from its tip a hole can be [m]."""

    line: Centreline
    pivots: tuple[float, float]
    holes: tuple[tuple[float, ...], tuple[float, ...]]
    room: float


def layout(bar: Bar) -> LaidBar:
    """Check a bar and find its stations.

    Raises:
        InputError: at "path[i]", "pivots" or "holes[i]".
    """
    where = _placed(bar.path, bar.pivots, bar.holes)
    require_clear(where.line, bar.section.od)
    return where


@lru_cache(maxsize=64)
def _placed(path: tuple[Vertex, ...], at: tuple[float, float], along: tuple[float, ...]) -> LaidBar:
    """Does not depend on the section, so that it is kept while a section is tried."""
    line = lay(path)
    pivots = []
    for y in at:
        station = line.station_of(np.array([0.0, y, 0.0]))
        if station is None:
            raise InputError(
                "pivots",
                "The bushing does not sit on a straight part of the bar.",
                got=y,
                accepts="a place on the straight centre, at x = z = 0",
            )
        pivots.append(station)
    if not pivots[0] < pivots[1]:
        raise InputError("pivots", "The left bushing must lie to the left of the right one.", got=at)
    if not along:
        raise InputError("holes", "A bar needs at least one hole.", accepts="one distance or more")
    room = _arm_room(line, pivots)
    for i, hole in enumerate(along):
        if not 0.0 <= hole <= room:
            raise InputError(
                f"holes[{i}]",
                "This hole lies beyond the arm.",
                got=hole,
                accepts=f"0 to {room * 1e3:.1f} mm from the end of the arm",
            )
    total = line.length
    return LaidBar(line, (pivots[0], pivots[1]), (along, tuple(total - hole for hole in along)), room)


def _arm_room(line: Centreline, pivots: list[float]) -> float:
    """Straight length of arm from either tip to the last bend before the bushing [m], the shorter side."""
    centre = line.piece_at(0.5 * (pivots[0] + pivots[1]))
    outboard = [piece for piece in line.straights() if piece.s1 < pivots[0] and piece is not centre]
    inboard = [piece for piece in line.straights() if piece.s0 > pivots[1] and piece is not centre]
    if not outboard or not inboard:
        raise InputError("path", "The bar has no arm beyond its bushing.", accepts="an arm at each end")
    return min(outboard[-1].s1, line.length - inboard[0].s0)
