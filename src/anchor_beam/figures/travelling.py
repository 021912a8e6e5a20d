"""An axle with its wheels anywhere in their travel: what the drawings of *Links* move through."""

from __future__ import annotations

import math
from enum import StrEnum
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.linkage.arm import ArmPosition
from anchor_beam.core.linkage.linkage import TRAVEL
from anchor_beam.core.linkage.mounts import OnArm
from anchor_beam.core.linkage.poses import AtRide, poses
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import joints, linkage
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.parts.facts import Joints
from anchor_beam.documents.records import AxleRecord, EndSetting, TravelEnds
from anchor_beam.errors import NoSolution
from anchor_beam.figures.ends import end_result
from anchor_beam.immutable import immutable

STEP = 1e-3  # m of wheel travel, or radian of lock, between two poses
LOCK = 0.6  # rad that wheels usually steer either way; what lies around has the lock that was measured
ACROSS, ALONG = np.array([0.0, 1.0, 0.0]), np.array([1.0, 0.0, 0.0])  # studs that lie across or along the car
NEARLY_OVER = 0.35  # lever of the link over its arm, below which the link is about to lie along it
JOINT_LIMITS = {Joints.GROMMETS: math.radians(8), Joints.BALLS: math.radians(22), Joints.ROD_ENDS: math.radians(13)}
"""What such a joint usually gives, out of its plane [rad]; what its maker says counts."""


class Moving(StrEnum):
    """Which wheels move, and how."""

    BOTH = "both wheels"
    ROLL = "roll"
    LEFT = "left wheel alone"
    RIGHT = "right wheel alone"
    STEER = "steering"

    @property
    def share(self) -> tuple[float, float]:
        """Travel of the left and the right wheel over that of the handle."""
        return _SHARES[self]

    @property
    def of_the_other(self) -> Moving:
        """What moves a wheel that does not move now: the other one alone, or both where they are steered."""
        return {Moving.LEFT: Moving.RIGHT, Moving.RIGHT: Moving.LEFT, Moving.STEER: Moving.BOTH}.get(self, self)


_SHARES = {Moving.BOTH: (1.0, 1.0), Moving.ROLL: (1.0, -1.0), Moving.LEFT: (1.0, 0.0), Moving.RIGHT: (0.0, 1.0),
           Moving.STEER: (0.0, 0.0)}  # fmt: skip


@immutable(eq=False)
class Travelling:
    """Poses (k,) of both sides, NaN where a link does not reach. handle: where the travel handle stands at each [m], 0 at
    ride height; of steering how far the wheels are turned to the left [rad]. z: (2, k) wheel travels, bump is positive [m].
    outer: (2, k, 3) where the outer joint of a control arm is, in the bar's frame [m]; None without one.
    """

    way: Moving
    handle: FloatArray
    z: FloatArray
    sides: tuple[ArmPosition, ArmPosition]
    outer: FloatArray | None

    def steered(self, at: int) -> float:
        """How far the wheels are turned to the left in a pose [rad]."""
        return float(self.handle[at]) if self.way is Moving.STEER else 0.0

    @property
    def ride(self) -> int:
        """The pose at ride height."""
        return int(np.argmin(np.abs(self.handle)))

    def nearest(self, handle: float) -> int:
        """The pose nearest to a place of the handle [m]."""
        return int(np.clip(round((handle - float(self.handle[0])) / STEP), 0, len(self.handle) - 1))


def reach(axle: AxleRecord, way: Moving) -> tuple[float, float]:
    """How far the handle goes [m]: to the ends of the travel where somebody said where they are. In roll one wheel rises as
    far as the other falls; steered wheels stay at ride height."""
    if way is Moving.STEER:
        return -LOCK, LOCK
    if axle.travel_ends is TravelEnds.COUNTED:
        low, high = -axle.droop.value, axle.bump_gap.value
    else:
        low, high = float(TRAVEL[0]), float(TRAVEL[-1])
    if way is Moving.ROLL:
        least = min(-low, high)
        low, high = -least, least
    return math.ceil(low / STEP - 1e-9) * STEP, math.floor(high / STEP + 1e-9) * STEP


@lru_cache(maxsize=32)
def travelling(axle: AxleRecord, end: EndSetting, name: Axle, way: Moving) -> Travelling | None:
    """Both sides through the whole travel; None where there are no links.

    Raises:
        InputError: as `end_result`.
    """
    result = end_result(axle, end, name)
    if result.sides is None:
        return None
    low, high = reach(axle, way)
    handle: FloatArray = STEP * np.arange(round(low / STEP), round(high / STEP) + 1, dtype=float)
    z = np.outer(way.share, handle)
    links = [AtRide(side.chain, side.where, side.fitted) for side in result.sides]
    try:
        sides = poses(linkage(axle, end.pickup), links, z)
        outer = _outer(axle, z)
    except NoSolution:  # a control arm that cannot rise so far: the part of the travel that it can
        return _as_far_as_it_goes(axle, end, links, way, handle)
    return Travelling(way, handle, z, sides, outer)


def _as_far_as_it_goes(
    axle: AxleRecord, end: EndSetting, links: list[AtRide], way: Moving, handle: FloatArray
) -> Travelling | None:
    """The same with less and less travel until the control arm can follow."""
    for share in np.linspace(0.9, 0.0, 10):
        less = handle[np.abs(handle) <= share * np.abs(handle).max() + 0.5 * STEP]
        z = np.outer(way.share, less)
        try:
            return Travelling(way, less, z, poses(linkage(axle, end.pickup), links, z), _outer(axle, z))
        except NoSolution:
            continue
    return None


def _outer(axle: AxleRecord, z: FloatArray) -> FloatArray | None:
    if axle.link_on is not LinkMount.ARM:
        return None
    found = []
    for side in Side:
        front, rear, outer = joints(axle, side)
        found.append(OnArm((front, rear), outer, outer).at(z[side.position])[0])
    return np.stack(found)


def joint_angle(axle: AxleRecord, where: ArmPosition) -> FloatArray:
    """(...) how far the joint that is worse off at either end of the link is out of its plane [rad]. A stud at the arm turns
    with it."""
    at_pickup = where.joint_angle(ACROSS if axle.stud_at_pickup.across else ALONG)
    if axle.stud_at_arm.across:
        return np.maximum(where.joint_angle(ACROSS), at_pickup)
    return np.maximum(where.joint_angle(where.hole * (1.0, 0.0, 1.0)), at_pickup)


def joint_limit(end: EndSetting) -> float | None:
    """What the joints of a link give out of their plane [rad], None where nobody said what joints they are."""
    return None if end.link_part is None else JOINT_LIMITS[end.link_part.joints]
