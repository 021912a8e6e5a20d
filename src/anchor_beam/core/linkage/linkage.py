"""How the links of an axle hang, at one of three levels of knowledge, and the one place where the chain is closed.

quick    a measured motion ratio and link angle at ride height
tape     planar dimensions from the bar's pivot axis to the link's other end
points   coordinates of what the link hangs on, moved by the suspension as it is

Tape and points become chains for every hole of both arms at every wheel travel; what follows is the same for both.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.linkage.arm import ArmPosition, Chain, is_sure, position, require_assembled, way
from anchor_beam.core.linkage.closed import ClosedSide, from_measured, from_travel
from anchor_beam.core.linkage.mounts import Mount
from anchor_beam.core.linkage.tape import PickUp, chains, drawn_forward
from anchor_beam.core.linkage.travel import Travel
from anchor_beam.core.sides import Side
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

TRAVEL = np.linspace(-0.06, 0.06, 13)  # m of wheel travel from ride height, in the middle, that is fitted and shown


@immutable
class Quick:
    """Left and right: travel of the bar's end over wheel travel [-], and the angle between link and arm [rad]."""

    end_per_wheel: tuple[float, float]
    link_angle: tuple[float, float]


@immutable
class Tape:
    """Both pick-ups; the arms point the same way. upwards: whether the links go up from their arms, None to take that from
    the side of the bar on which the pick-ups lie."""

    left: PickUp
    right: PickUp
    upwards: bool | None = None


@immutable
class Points:
    """What each link hangs on, in the bar's own frame: origin midway between the pivots, x forward, y left, z up [m].
    upwards: as of a tape."""

    left: Mount
    right: Mount
    arms_forward: bool
    upwards: bool | None = None


Linkage = Quick | Tape | Points


@immutable(eq=False)
class Hung:
    """Links hung in every hole. ride: chains (2, n) of both sides at ride height. chain, through: chains and positions
    (2, n, z) at the wheel travels z [m] with links of `lengths` (2,) [m], NaN where they cannot be assembled. told: whether
    somebody said which way the links go from their arms."""

    z: FloatArray
    ride: Chain
    chain: Chain
    through: ArmPosition
    lengths: tuple[float, float]
    told: bool

    @property
    def middle(self) -> int:
        """The index of ride height among the travels."""
        return len(self.z) // 2

    @property
    def motion_ratios(self) -> FloatArray:
        """(2, n) turn of the arm per wheel travel at ride height [rad/m]."""
        return self.through.motion_ratio[..., self.middle]

    @property
    def levers(self) -> FloatArray:
        """(2, n) signed levers of the links at ride height [m]."""
        return self.through.lever[..., self.middle]

    def at_ride(self, side: Side, hole: int, place: str) -> ArmPosition:
        """One side with its link in a hole, (1,).

        Raises:
            NoSolution: at `place`, the link does not reach, or nobody can tell which way it goes.
        """
        self._require_way(hole, place)
        ride = slice(self.middle, self.middle + 1)
        where = self.through.part((side.position, hole, ride))
        chain = self.ride.part((side.position, slice(hole, hole + 1)))
        require_assembled(where, place, chain, self.lengths[side.position])
        return where

    def _require_way(self, hole: int, place: str) -> None:
        pickups = self.ride.pickup[:, hole]
        if self.told or (bool(is_sure(pickups).all()) and float(np.prod(way(pickups))) > 0.0):
            return
        if float(np.prod(way(pickups))) < 0.0:
            raise NoSolution(
                place,
                "One pick-up lies above the bar and the other below it.",
                accepts="both on the same side of the bar",
            )
        raise NoSolution(
            place, "The pick-up lies at the height of the bar: whether the link goes up or down from its arm cannot be told.",
            accepts="a pick-up clearly above or below the bar",
        )  # fmt: skip

    def travel(self, side: Side, hole: int) -> Travel | None:
        """One side through the whole travel; None where the chain does not last that far."""
        where = self.through.part((side.position, hole))
        return Travel(self.z, where) if bool(np.isfinite(where.theta).all()) else None

    def whole_travel(self, side: Side, hole: int, place: str) -> Travel:
        """As `travel`.

        Raises:
            NoSolution: at `place`, where the chain cannot be assembled or comes apart on the way.
        """
        self.at_ride(side, hole, place)
        found = self.travel(side, hole)
        if found is None:
            lost = ~np.isfinite(self.through.theta[side.position, hole])
            at = float(np.abs(self.z[lost]).min())
            raise NoSolution(
                place, f"The chain comes apart {at * 1e3:.0f} mm from ride height.", got=at,
                accepts="less travel, or a longer link",
            )  # fmt: skip
        return found


def hang(linkage: Tape | Points, bar: Mesh, lengths: tuple[float, float], z: FloatArray = TRAVEL) -> Hung:
    """Hang links of two lengths [m] in every hole of both arms and move the wheels through travels z (k,) [m], an odd number
    with ride height in the middle. The way of assembly at ride height is kept throughout.

    Source: docs/theory/linkage.md, "Closing the chain".
    """
    if isinstance(linkage, Tape):
        ride = chains(bar, linkage.left, linkage.right)
        chain = ride.straight_on(z)
    else:
        chain = _on_mounts(linkage, bar, z)
        middle = len(z) // 2
        ride = Chain(
            chain.radius[..., 0, :], chain.axis, chain.pickup[..., middle, :], chain.pickup_travel[..., middle, :]
        )
    given, upwards = np.array(lengths)[:, None, None], linkage.upwards
    branch = way(ride.pickup) if upwards is None else np.full(ride.pickup.shape[:2], 1.0 if upwards else -1.0)
    return Hung(z, ride, chain, position(chain, given, branch[..., None]), lengths, upwards is not None)


def _on_mounts(points: Points, bar: Mesh, z: FloatArray) -> Chain:
    """Chains (2, n, k): the pick-ups follow their mounts, seen from the foot of each hole on the pivot axis."""
    holes = bar.nodes[bar.holes]
    forward = 1.0 if points.arms_forward else -1.0
    drawn = drawn_forward(bar)
    moved = [mount.at(z) for mount in (points.left, points.right)]
    feet = holes[:, :, None, :] * (0.0, 1.0, 0.0)
    pickup = np.stack([point for point, _ in moved])[:, None] - feet
    slope = np.broadcast_to(np.stack([slope for _, slope in moved])[:, None], pickup.shape)
    return Chain((holes * (forward * drawn, 0.0, 1.0))[:, :, None, :], np.array([0.0, -forward, 0.0]), pickup, slope)


def closed_side(
    linkage: Linkage, bar: BarSolution, lengths: tuple[float, float], side: Side, hole: int, place: str
) -> ClosedSide:
    """What the car needs of one side.

    Raises:
        InputError: at "linkage...." for a measured angle at which the link lies along its arm.
        NoSolution: at `place`, the chain does not close or does not last through the travel.
    """
    if isinstance(linkage, Quick):
        lever = float(bar.levers[side.position, hole])
        ratio, angle = linkage.end_per_wheel[side.position], linkage.link_angle[side.position]
        return from_measured(lever, ratio, angle, place="linkage")
    return from_travel(hang(linkage, bar.mesh, lengths).whole_travel(side, hole, place))


def require_travel(linkage: Linkage) -> Tape | Points:
    """Refuse a linkage that is known at ride height only.

    Raises:
        InputError: at "linkage.level".
    """
    if isinstance(linkage, Quick):
        raise InputError("linkage.level", "A quick linkage knows ride height only.", accepts="tape or points")
    return linkage
