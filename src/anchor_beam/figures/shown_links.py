"""Arms and links as their drawings need them, in the user's units."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.linkage.arm import ArmPosition
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import joints, pickup
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.records import AxleRecord
from anchor_beam.drawings.fixed_ends import ShownFixedEnds
from anchor_beam.drawings.links import ShownJoint, ShownLink
from anchor_beam.drawings.links_behind import ShownAxle, ShownSide
from anchor_beam.drawings.shapes import XY
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.travelling import NEARLY_OVER, Moving, Travelling, joint_angle, joint_limit, travelling
from anchor_beam.units.kinds import System
from anchor_beam.words import links as words

STRUT = 0.45  # m of a strut that is drawn


def travel_of(shown: Picture, axle: Axle, way: Moving) -> Travelling | None:
    """An axle of the setting on the bench through its travel."""
    return travelling(shown.file.car.axle(axle), shown.file.bench.end(axle), axle, way)


def link_points(shown: Picture, axle: Axle, moving: Travelling) -> list[XY]:
    """Everything that the arms and links of an axle reach, x forward and z up [m]."""
    end = shown.now.end(axle)
    assert end.sides is not None
    found = []
    for side in Side:
        pose = moving.sides[side.position]
        for points in (pose.hole, pose.pickup):
            seen = points[np.isfinite(points).all(axis=-1)]
            found += [(float(at[0]), float(at[2])) for at in (*seen[:1], *seen[-1:], *_extremes(seen))]
        found.append(_level(end.sides[side.position].where))
    return found


def _extremes(points: FloatArray) -> list[FloatArray]:
    return [points[int(pick)] for axis in (0, 2) for pick in (points[:, axis].argmin(), points[:, axis].argmax())]


def shown_link(shown: Picture, axle: Axle, side: Side, moving: Travelling, at: int, units: System) -> ShownLink:
    """One side for the drawing from the left, in pose `at`; x forward, z up, from the bar's pivot axis [m]."""
    end = shown.now.end(axle)
    assert end.sides is not None
    this, pose = end.sides[side.position], moving.sides[side.position]
    moved = at != moving.ride
    hole, far = pose.hole[at], pose.pickup[at]
    lost = not bool(np.isfinite(hole).all())
    if lost:  # the last place where it still reached
        hole = this.where.hole[0]
    lever = float(np.linalg.norm(this.where.hole[0]))
    tip_lever = float(np.hypot(end.bar.mesh.nodes[0, 0], end.bar.mesh.nodes[0, 2]))
    scale = tip_lever / float(np.hypot(hole[0], hole[2]))
    ghost = (_xz(this.where.hole[0]) if moved else _level(this.where)), _xz(this.where.pickup[0])
    record = shown.file.car.axle(axle)
    along = [float(np.hypot(*end.bar.mesh.nodes[node][[0, 2]])) / lever for node in end.bar.mesh.holes[side.position]]
    holes = [(float(hole[0]) * part, float(hole[2]) * part) for part in along]
    others = tuple((i, h) for i, h in enumerate(holes) if i != end.end.hole(side))
    slope = math.atan2(float(hole[2]), float(np.hypot(hole[0], hole[1])))
    return ShownLink(
        axle=axle, side=side, od=end.bar.bar.section.od, hole=_xz(hole),
        tip=(float(hole[0]) * scale, float(hole[2]) * scale), pickup=_xz(far), ghost_hole=ghost[0], ghost_pickup=ghost[1],
        arm_holes=others, far_holes=() if moved else _other_pickups(record, side, end.end.pickup),
        arm_words=words.angle_from_level(slope, units),
        link_words="" if lost else words.square_words(float(pose.square_off[at]), units),
        joint=_joint(shown, axle, pose, at, units), moved=moved, warning=_warning(pose, at, lost=lost),
    )  # fmt: skip


def _other_pickups(record: AxleRecord, side: Side, used: int) -> tuple[tuple[int, XY], ...]:
    """The holes at the far end of a link that are not used."""
    found = []
    for hole in range(round(record.pickup_holes.value)):
        if hole != used:
            at = pickup(record, side, hole)
            found.append((hole, (at.ahead if at.arms_forward else -at.ahead, at.height)))
    return tuple(found)


def _warning(pose: ArmPosition, at: int, *, lost: bool) -> str:
    if lost:
        return words.DOES_NOT_REACH
    return words.NEARLY_OVER if float(pose.over_centre[at]) < NEARLY_OVER else ""


def _joint(shown: Picture, axle: Axle, pose: ArmPosition, at: int, units: System) -> ShownJoint:
    limit = joint_limit(shown.file.bench.end(axle))
    angle = float(joint_angle(shown.file.car.axle(axle), pose)[at])
    return ShownJoint(angle, limit, words.joint_words(angle, limit, units))


def _xz(point: FloatArray) -> XY:
    return float(point[0]), float(point[2])


def _level(where: ArmPosition) -> XY:
    hole = where.hole[0]
    return math.copysign(float(np.linalg.norm(hole)), hole[0]), 0.0


def shown_axle(shown: Picture, axle: Axle, moving: Travelling, at: int, units: System) -> ShownAxle:
    """Both sides for the drawing from behind, in pose `at`."""
    end, record = shown.now.end(axle), shown.file.car.axle(axle)
    assert end.sides is not None
    sides = []
    for side in Side:
        node = end.bar.mesh.nodes[end.bar.mesh.holes[side.position, end.end.hole(side)]]
        pose, z = moving.sides[side.position], float(moving.z[side.position, at])
        hole, far = (_behind(points[at], float(node[1])) for points in (pose.hole, pose.pickup))
        out = -1.0 if side is Side.LEFT else 1.0
        wheel_z = 0.0 if record.link_on is LinkMount.BODY else z
        wheel = (out * record.track.value / 2.0, record.wheel_centre_height.value - record.bar_height.value + wheel_z)
        sides.append(ShownSide(
            side, hole, far, wheel, _hangs_on(record, side, moving, at, far, out), _joint(shown, axle, pose, at, units),
            words.travel_words(z, units),
        ))  # fmt: skip
    left, right = sides
    pivot = 0.5 * shown.file.bench.end(axle).bar.pivot_spacing.value
    return ShownAxle(
        axle, (left, right), record.wheel_centre_height.value, record.bar_height.value, pivot, end.bar.bar.section.od,
        record.link_on in (LinkMount.LIVE_AXLE, LinkMount.BODY), words.HANGS_ON[record.link_on.name],
        moving.steered(at),
    )  # fmt: skip


def _behind(point: FloatArray, foot: float) -> XY:
    """Right of the board is the car's right."""
    return -(foot + float(point[1])), float(point[2])


def _hangs_on(record: AxleRecord, side: Side, moving: Travelling, at: int, far: XY, out: float) -> tuple[XY, ...]:
    if record.link_on is LinkMount.ARM and moving.outer is not None:
        front, rear, _ = joints(record, side)
        middle = [0.5 * (a + b) for a, b in zip(front, rear, strict=True)]
        return (-middle[1], middle[2]), _behind(moving.outer[side.position, at], 0.0)
    if record.link_on is LinkMount.STRUT:
        lean = math.tan(record.strut_in.value)
        return tuple((far[0] - out * lean * along, far[1] + along) for along in (-0.5 * STRUT, 0.5 * STRUT))
    return ()


def shown_fixed_ends(shown: Picture, axle: Axle) -> ShownFixedEnds:
    """A bar without links and the arm that it is fixed to."""
    record, bar = shown.file.car.axle(axle), shown.file.bench.end(axle).bar
    return ShownFixedEnds(
        axle, record.trailing_arm.value, record.fixed_off.value, bar.od.value, record.wheel_centre_height.value,
        bar.facts.ends, words.HELD[record.ends_held.name],
    )  # fmt: skip
