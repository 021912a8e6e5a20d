"""Where the far end of a link may be mounted, where the kit leaves that free: the zone, its best points, and what each costs.

Every point of a grid in the plane along the car is tried with the arm level at ride height: how long the link must be, how
square it stands, whether it lasts through the travel, and how near it comes to what lies around it.
"""

from __future__ import annotations

import math
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.clearance.moving import Rods, gaps
from anchor_beam.core.linkage.arm import Chain, level_length, position
from anchor_beam.core.linkage.linkage import TRAVEL
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.builds import PLACING
from anchor_beam.documents.obstacles import Held, Obstacle
from anchor_beam.documents.records import ArmDirection, AxleRecord, CarFile, EndSetting
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.figures.aid_work import entry_figure
from anchor_beam.figures.clearance import LINK, fixed_solid
from anchor_beam.figures.ends import end_result, why_no_links
from anchor_beam.figures.travelling import NEARLY_OVER, joint_angle, joint_limit
from anchor_beam.immutable import immutable

POINTS = 41  # of the grid each way
AROUND_LINK = 0.4  # of its length: links that are tried where nobody said which there are
AROUND = 0.06  # m about the present place that are tried where nobody said where the mount may be
EVERY = 3  # of the travels at which the room around the link is looked at
APART = 0.012  # m between two points that are told


class Best(StrEnum):
    """Why a point is told."""

    SQUARE = "most square"
    NEAREST = "nearest to now"
    FREEST = "most room"


@immutable
class Wanted:
    """shortest, longest: links that there are [m]. off_square: the most that a link may be off square [rad]. ahead, up: where
    the mount may be, from and to, from the bar's pivot axis, in the direction of the arm and upwards [m]."""

    shortest: float
    longest: float
    off_square: float
    ahead: tuple[float, float]
    up: tuple[float, float]

    def __post_init__(self) -> None:
        for place, (low, high), what in (
            ("shortest", (self.shortest, self.longest), "The shortest link must be shorter than the longest."),
            ("ahead_from", self.ahead, "The zone along the car needs a beginning and an end."),
            ("up_from", self.up, "The zone upwards needs a lower and an upper end."),
        ):
            if not low < high:
                raise InputError(place, what, got=low, accepts="the smaller one first")


@immutable
class Point:
    """One place for the mount. ahead, up: from the bar's pivot axis [m]. length: of the link that puts the arm level [m].
    off_square, joint: at ride height, and the most over the travel [rad]. wheel_rate: over that of the place where it is now
    [-]. gap: what is left to what lies around the link, beyond what that
    needs [m]; infinite where nothing does."""

    ahead: float
    up: float
    length: float
    off_square: float
    joint: float
    wheel_rate: float
    gap: float


@immutable(eq=False)
class Zone:
    """ahead (m,), up (n,): the grid [m]. allowed: (n, m) bool. best: points by why they are told. why_not: how many points of
    the grid each rule takes out."""

    wanted: Wanted
    ahead: FloatArray
    up: FloatArray
    allowed: np.ndarray
    best: tuple[tuple[Best, Point], ...]
    why_not: tuple[tuple[str, int], ...]


def wanted_of(file: CarFile, axle: Axle) -> Wanted:
    """What was entered, or usual values about the place where the mount is.

    Raises:
        InputError: at an entry, ends in the wrong order.
    """
    readings, record = file.read_at(PLACING.key, axle), file.car.axle(axle)
    at = {entry.name: entry_figure(entry, readings, file) for entry in PLACING.entries}
    middle_up = 0.5 * (record.pickup_height_left.value + record.pickup_height_right.value)
    shortest, longest = _links(file.bench.end(axle))
    usual = {
        "shortest": shortest, "longest": longest, "ahead_from": record.pickup_ahead.value - AROUND,
        "ahead_to": record.pickup_ahead.value + AROUND, "up_from": middle_up - AROUND, "up_to": middle_up + AROUND,
    }  # fmt: skip
    found = {name: usual.get(name, 0.0) if figure is None else figure[0] for name, figure in at.items()}
    return Wanted(
        found["shortest"], found["longest"], found["off_square"], (found["ahead_from"], found["ahead_to"]),
        (found["up_from"], found["up_to"]),
    )  # fmt: skip


def _links(end: EndSetting) -> tuple[float, float]:
    """Lengths that the link on the axle can have, or about what it has [m]."""
    if end.link_part is not None and end.link_part.shortest < end.link_part.longest:
        return end.link_part.shortest, end.link_part.longest
    fitted = end.link_left.value, end.link_right.value
    return (1.0 - AROUND_LINK) * min(fitted), (1.0 + AROUND_LINK) * max(fitted)


def zone(
    axle: AxleRecord, end: EndSetting, name: Axle, side: Side, wanted: Wanted, around: tuple[Obstacle, ...],
    points: int = POINTS,
) -> Zone:  # fmt: skip
    """The zone of one side. What it hangs on is taken to move the point as it moves the pick-up now.

    Source: docs/theory/links.md, "Placing".

    Raises:
        NoSolution: at "placing", without a bar or links.
    """
    if why := why_no_links(end, name):
        raise NoSolution("placing", why)
    sides = end_result(axle, end, name).sides
    if sides is None:
        raise NoSolution("placing", "Where the links do not reach, nothing can be placed against them.")
    this = sides[side.position]
    forward = 1.0 if axle.arms is ArmDirection.FORWARD else -1.0
    ahead, up = np.linspace(*wanted.ahead, points), np.linspace(*wanted.up, points)
    pickup = np.broadcast_to(this.chain.pickup[0], (points, points, 3)).copy()
    pickup[..., 0], pickup[..., 2] = forward * ahead[None, :], up[:, None]
    slope = np.broadcast_to(this.chain.pickup_travel[0], pickup.shape)
    chain = Chain(np.broadcast_to(this.chain.radius[0], pickup.shape), this.chain.axis, pickup, slope)
    length = level_length(chain)
    branch = np.where(pickup[..., 2] >= 0.0, 1.0, -1.0)
    where = position(chain, length, branch)
    through = position(chain.straight_on(TRAVEL), length[..., None], branch[..., None])
    joint = np.asarray(joint_angle(axle, through).max(axis=-1))
    lasts = np.isfinite(through.theta).all(axis=-1) & (through.over_centre.min(axis=-1) >= NEARLY_OVER)
    mesh = end_result(axle, end, name).bar.mesh
    foot = np.array([0.0, mesh.nodes[mesh.holes[side.position, end.hole(side)], 1], 0.0])
    near = through.part((slice(None), slice(None), slice(None, None, EVERY)))
    gap = _spare(near.hole + foot, near.pickup + foot, [each for each in around if each.axle is name])
    limit = joint_limit(end)
    rules = {
        "the link would be too short or too long": (length >= wanted.shortest) & (length <= wanted.longest),
        "the link would be too far off square": where.square_off <= wanted.off_square,
        "the link would not last through the travel": lasts,
        "its joints would bind": np.ones_like(lasts) if limit is None else joint <= limit,
        "it would come too near to something": gap >= 0.0,
    }
    allowed = np.logical_and.reduce(list(rules.values()))
    now = abs(this.motion_ratio)
    rate = (np.abs(where.motion_ratio) / now) ** 2
    here = axle.pickup_ahead.value, float(this.where.pickup[0, 2])
    off = np.hypot(ahead[None, :] - here[0], up[:, None] - here[1])

    def point(i: int, j: int) -> Point:
        return Point(
            float(ahead[j]), float(up[i]), float(length[i, j]), float(where.square_off[i, j]), float(joint[i, j]),
            float(rate[i, j]), float(gap[i, j]),
        )  # fmt: skip

    best: list[tuple[Best, Point]] = []
    for why, score in ((Best.SQUARE, where.square_off), (Best.NEAREST, off), (Best.FREEST, -gap)):
        if why is Best.FREEST and not np.isfinite(gap).all():
            continue
        ranked = np.where(allowed, score, np.inf)
        i, j = np.unravel_index(int(np.argmin(ranked)), ranked.shape)
        found = point(int(i), int(j))
        if allowed.any() and all(math.hypot(found.ahead - p.ahead, found.up - p.up) > APART for _, p in best):
            best.append((why, found))
    why_not = tuple((what, int((~kept).sum())) for what, kept in rules.items() if not kept.all())
    return Zone(wanted, ahead, up, allowed, tuple(best), why_not)


def _spare(hole: FloatArray, far: FloatArray, around: list[Obstacle]) -> FloatArray:
    """What is left (n, m) [m] between the link, through its travel (n, m, k, 3), and what is fixed around it, beyond what
    that needs; infinite where nothing is."""
    found = np.full(hole.shape[:2], np.inf)
    start, stop = (np.nan_to_num(each).reshape(-1, 1, 3) for each in (hole, far))
    rods = Rods(start, stop, np.array([LINK]))
    for each in around:
        if each.held is Held.BODY and each.measured:
            apart, _ = gaps(rods, fixed_solid(each))
            found = np.minimum(found, apart.reshape(*found.shape, -1).min(axis=-1) - each.least)
    return found
