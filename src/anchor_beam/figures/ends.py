"""What follows for one axle: its bar solved, its links at ride height and through the wheel's travel."""

from __future__ import annotations

from functools import cached_property, lru_cache
from math import nan
from typing import TYPE_CHECKING

import numpy as np

from anchor_beam.core.arrays import FloatArray, freeze
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.bar.series import RIGID, with_links
from anchor_beam.core.bar.stiffness import BarSolution, solve
from anchor_beam.core.car.bars import DISCONNECTED, WheelBar
from anchor_beam.core.linkage import closed
from anchor_beam.core.linkage.arm import ArmPosition, Chain, length_at, level_length, square_length
from anchor_beam.core.linkage.direct import DirectBar
from anchor_beam.core.linkage.linkage import Hung, Points, Tape, hang
from anchor_beam.core.linkage.travel import Travel
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import bar_input, direct_bar, length_per_turn, linkage
from anchor_beam.documents.records import AxleRecord, EndSetting
from anchor_beam.errors import AnchorBeamError, NoSolution
from anchor_beam.immutable import immutable
from anchor_beam.words.links import no_links

if TYPE_CHECKING:
    from anchor_beam.core.bar.peak import Peak


@immutable(eq=False)
class SideResult:
    """One side's arm and link at ride height, (1,). Lengths in m, angles in rad.

    travel: arm and link through the wheel's travel, None where the chain does not last that far.
    """

    chain: Chain
    where: ArmPosition
    travel: Travel | None
    fitted: float

    @cached_property
    def level(self) -> float:
        """Length of the link that puts the arm level [m]."""
        return float(level_length(self.chain)[0])

    @cached_property
    def square(self) -> float:
        """Length of the link that puts it square to the arm [m], NaN where there is none."""
        return float(square_length(self.chain)[0])

    @property
    def motion_ratio(self) -> float:
        """Turn of the arm per wheel travel, in the sense of bump [rad/m]."""
        return abs(float(self.where.motion_ratio[0]))

    @property
    def slope(self) -> float:
        """Angle of the arm above level [rad]."""
        return float(self.where.slope[0])

    @property
    def off_level(self) -> float:
        """What the fitted link is too long (or, negative, too short) to put the arm level [m]."""
        return self.fitted - self.level


@immutable(eq=False)
class EndResult:
    """One axle's bar and links. Stiffness figures are those of the bar as connected.

    direct: the bar as it works where its ends are fixed without links; the beam of its record is then what is drawn.

    motion_ratios, levers: (2, n) turn of the arm per wheel travel [rad/m] and signed lever of the link [m] if the fitted
    link hung in that hole, NaN where it does not reach. problem: why there are no links, if so. per_turn: what one turn of
    the adjuster adds to a link [m], None for links of fixed length.
    """

    end: EndSetting
    bar: BarSolution
    sides: tuple[SideResult, SideResult] | None
    motion_ratios: FloatArray
    levers: FloatArray
    problem: AnchorBeamError | None
    track: float
    per_turn: float | None
    direct: DirectBar | None = None

    def turns(self, change: float) -> float | None:
        """Turns of the adjuster for a change of link length [m]; None for links of fixed length."""
        return None if self.per_turn is None else change / self.per_turn

    @property
    def k_link(self) -> float:
        """Stiffness of each link along it [N/m]; infinite where nobody said."""
        part = self.end.link_part
        return RIGID if part is None or part.stiffness is None else part.stiffness

    @property
    def bar_K(self) -> float:
        """Torque per twist of the bar alone [N m/rad]."""
        if not self.end.fitted:
            return 0.0
        if self.direct is not None:
            return self.direct.K_theta
        return float(self.bar.K_theta[self.end.hole_left, self.end.hole_right])

    @cached_property
    def hung_K(self) -> FloatArray:
        """(n, n) torque per twist with the links in series, for every pair of holes [N m/rad]."""
        if self.direct is not None:
            return np.full_like(self.bar.K_theta, self.direct.K_theta)
        if self.k_link == RIGID:
            return self.bar.K_theta
        left, right = self.levers
        return with_links(self.bar.K_theta, left, right, k_left=self.k_link, k_right=self.k_link)

    @property
    def K_theta(self) -> float:
        """Torque per twist of bar and links as connected [N m/rad]."""
        if self.sides is None:
            return self.bar_K
        return float(self.hung_K[self.end.hole_left, self.end.hole_right])

    @property
    def in_links(self) -> float:
        """Part of the give of bar and links that is in the links [-]."""
        return 1.0 - self.K_theta / self.bar_K if self.bar_K else 0.0

    @cached_property
    def wheel_bar(self) -> WheelBar:
        """The bar as the car sees it at its wheels; links that twist it at rest are its preload."""
        if self.direct is not None and self.end.connected:
            slope, curve, third = zip(self.direct.cubic, self.direct.cubic, strict=True)
            return WheelBar(self.direct.K_theta, slope, curve, third, 0.0)
        if self.sides is None or not self.end.connected:
            return DISCONNECTED
        left, right = (
            closed.at_ride(side.where, 0, None if side.travel is None else side.travel.cubic) for side in self.sides
        )
        holes = self.end.hole_left, self.end.hole_right
        return closed.wheel_bar(self.bar, holes, left, right, k_link=self.k_link)

    @property
    def slopes(self) -> tuple[float, float]:
        """Turn of both arms per wheel travel [rad/m], NaN where nothing turns them."""
        if self.direct is not None:
            return self.direct.motion_ratio, self.direct.motion_ratio
        left, right = (nan, nan) if self.sides is None else (side.motion_ratio for side in self.sides)
        return left, right

    @property
    def roll_stiffness(self) -> float:
        """At the wheels [N m/rad]; 0 disconnected, NaN where there are no links."""
        return closed.roll_stiffness(self.K_theta, self.slopes, self.track) if self.end.connected else 0.0

    @cached_property
    def peak(self) -> Peak:
        """Stress of the bar at a balanced torque of 1 N m, the curvature of its bends in it; takes some milliseconds."""
        from anchor_beam.core.bar.peak import Peak, peak_stress  # only when it is asked for

        if self.direct is not None:
            outer = self.direct.stress(1.0)
            return Peak(outer, outer=outer, bore=outer * self.direct.section.bore / self.direct.section.od)
        return peak_stress(self.bar, self.end.hole_left, self.end.hole_right, 1.0)

    @property
    def peak_known(self) -> bool:
        """Whether the peak stress has been worked out already."""
        return self.direct is not None or "peak" in vars(self)

    def take_peak(self, peak: Peak) -> None:
        """Take over what a job has worked out, in place of working it out here."""
        vars(self)["peak"] = peak

    @property
    def end_rate(self) -> float | None:
        """At the bar's end, both ends moving [N/m]; None where the holes differ, or where it has no links."""
        if self.direct is not None:
            return None
        return self.bar.end_rate(self.end.hole_left, self.end.hole_right)

    @property
    def hole_rates(self) -> FloatArray:
        """(2, n) rate at the wheel in roll that each hole gives with the same hole on both sides [N/m]."""
        return closed.hole_rates(self.hung_K, self.motion_ratios)

    @property
    def wheel_rate(self) -> float | None:
        """Force at each wheel per travel of each wheel, moving oppositely [N/m]: 2 K_theta m_left m_right; 0 disconnected."""
        if not self.end.connected:
            return 0.0
        return closed.roll_rate(self.K_theta, self.slopes) if self.works else None

    @property
    def works(self) -> bool:
        """Whether something turns the arms as the wheels move: links that reach, or fixed ends."""
        return self.sides is not None or self.direct is not None

    def stress(self, torque: float) -> float | None:
        """Highest nominal stress in the bar at a torque [N m], in Pa; None for plate arms."""
        if self.direct is not None:
            return self.direct.stress(abs(torque))
        found = self.bar.stress(self.end.hole_left, self.end.hole_right, torque)
        return None if found is None else found[0]

    @property
    def shares(self) -> FloatArray:
        """(4,) parts of what the bar gives, in the order of SHARES. One without links twists; the rest is that it is bent."""
        if self.direct is not None:
            twist = self.direct.torsion / self.direct.K_theta
            return np.array([twist, 0.0, 0.0, 1.0 - twist])
        return self.bar.shares(self.end.hole_left, self.end.hole_right)

    def link_forces(self, torque: float) -> tuple[float, float] | None:
        """Force in both links [N] when the bar carries a torque [N m]; None where there are none."""
        if self.sides is None:
            return None
        left, right = self.sides
        return closed.link_forces(torque, (float(left.where.lever[0]), float(right.where.lever[0])))

    def drop_in(self, side: Side) -> float | None:
        """Length of this side's link that leaves the bar untwisted while the other link stays as fitted [m]."""
        if self.sides is None:
            return None
        other = self.sides[1 - side.position].where.theta[0]
        return float(length_at(self.sides[side.position].chain, other)[0])

    @property
    def rest_twist(self) -> float | None:
        """Twist of the bar with the car at rest, theta_left - theta_right [rad]."""
        if self.sides is None:
            return None
        left, right = (float(side.where.theta[0]) for side in self.sides)
        return left - right


def why_no_links(end: EndSetting, axle: Axle) -> str:
    """Why an axle has no links though nothing is wrong: no bar, or one that is fixed without; empty where it has them."""
    if end.fitted and not end.fixed:
        return ""
    return no_links(axle, end.bar.facts.ends if end.fitted else "")


@lru_cache(maxsize=512)
def end_result(axle: AxleRecord, end: EndSetting, name: Axle) -> EndResult:
    """Bar and links of one axle.

    Raises:
        InputError: at a figure of the bar, `front.bar.od` and so on.
    """
    try:
        bar = solve(bar_input(end.bar))
    except AnchorBeamError as problem:
        raise problem.within(f"bench.{name}.bar") from problem
    links = _Links(bar.mesh, linkage(axle, end.pickup), (end.link_left.value, end.link_right.value))
    if not end.fitted:
        nowhere = np.full(bar.mesh.holes.shape, np.nan)
        return EndResult(end, bar, None, nowhere, nowhere, None, axle.track.value, length_per_turn(axle))
    per_turn = length_per_turn(axle)
    if end.fixed:
        return _fixed(axle, end, name, bar)
    hung = _hung(links)
    slopes, levers = hung.motion_ratios, hung.levers
    try:
        left, right = (_side(links, side, end.hole(side), f"bench.{name}.link_{side}") for side in Side)
    except NoSolution as problem:
        return EndResult(end, bar, None, slopes, levers, problem, axle.track.value, per_turn)
    found = EndResult(end, bar, (left, right), slopes, levers, None, axle.track.value, per_turn)
    freeze(found, bar, left, right)
    return found


def _fixed(axle: AxleRecord, end: EndSetting, name: Axle, bar: BarSolution) -> EndResult:
    """A bar without links; every hole of its brackets gives the same."""
    try:
        direct = direct_bar(axle, end.bar)
    except AnchorBeamError as problem:
        raise problem.within(f"bench.{name}.bar") from problem
    turns = np.full(bar.mesh.holes.shape, direct.motion_ratio)
    found = EndResult(end, bar, None, turns, np.full(turns.shape, np.inf), None, axle.track.value, None, direct)
    freeze(found, bar)
    return found


@immutable
class _Links:
    """Both links of an axle, left and right, whatever hole they hang in; lengths in m. A mesh stays the same while a section
    is tried, and so does what follows here."""

    bar: Mesh
    linkage: Tape | Points
    lengths: tuple[float, float]


@lru_cache(maxsize=64)
def _hung(links: _Links) -> Hung:
    """Both links in each of the holes through the whole travel."""
    return hang(links.linkage, links.bar, links.lengths)


@lru_cache(maxsize=64)
def _side(links: _Links, side: Side, hole: int, place: str) -> SideResult:
    hung = _hung(links)
    where = hung.at_ride(side, hole, place)
    chain = hung.ride.part((side.position, slice(hole, hole + 1)))
    found = SideResult(chain, where, hung.travel(side, hole), hung.lengths[side.position])
    freeze(found)
    return found
