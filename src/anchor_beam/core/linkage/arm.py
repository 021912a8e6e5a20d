"""The closed chain of one arm and its link, in closed form and vectorised.

The hole turns at the radius r about the bar's pivot axis; the link keeps its length L to the pick-up d. |d - r
e(theta)| = L is A cos theta + B sin theta = C with A, B = 2 r d.e1, 2 r d.e2 and C = r^2 + d^2 - L^2. Of the two
solutions that one is taken in which the link leaves the arm towards the pick-up, see `way`; a chain that cannot be
closed is NaN.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray, cross, dot, frozen, lengths_of
from anchor_beam.errors import NoSolution
from anchor_beam.immutable import immutable

Pick = slice | tuple[int | slice, ...]  # of the leading axes of a batch


@immutable(eq=False)
class Chain:
    """One side's arm and pick-up; leading axes are a batch (holes, travels), the last axis is x, y, z [m].

    radius: (..., 3) from the pivot axis to the hole with the bar in its own frame (theta = 0).
    axis: (3,) unit vector of the pivot axis, in the sense in which bump turns the arm.
    pickup: (..., 3) from the foot of the hole on the axis to the link's other end, at the travel in question.
    pickup_travel: (..., 3) movement of the pick-up per wheel travel [m/m].
    """

    radius: FloatArray
    axis: FloatArray
    pickup: FloatArray
    pickup_travel: FloatArray

    def part(self, pick: Pick) -> Chain:
        """Some of a batch of chains."""
        return Chain(self.radius[pick], self.axis, self.pickup[pick], self.pickup_travel[pick])

    def straight_on(self, travel: FloatArray) -> Chain:
        """One axis more, (..., n): the pick-up moved straight on by wheel travels (n,) [m] from where it is."""
        slope = self.pickup_travel[..., None, :]
        return Chain(self.radius[..., None, :], self.axis, self.pickup[..., None, :] + travel[:, None] * slope, slope)


@immutable(eq=False)
class ArmPosition:
    """Where the arm stands for a link length.

    theta: (...) rotation from the bar's own frame, > 0 in bump [rad]. slope: (...) of the arm above level [rad].
    lever: (...) signed lever of the link about the pivot axis [m]. motion_ratio: (...) d theta / d wheel travel
    [rad/m]. hole, pickup: (..., 3) relative to the foot of the hole on the axis [m].
    """

    theta: FloatArray
    slope: FloatArray
    lever: FloatArray
    motion_ratio: FloatArray
    hole: FloatArray
    pickup: FloatArray

    @property
    def over_centre(self) -> FloatArray:
        """(...) lever of the link over the arm's radius [-]: 1 square, 0 where the link lies along the arm and snaps over."""
        return np.asarray(np.abs(self.lever) / lengths_of(self.hole), dtype=float)

    @property
    def per_length(self) -> FloatArray:
        """(...) turn of the arm per length added to the link [rad/m]."""
        return np.asarray(-1.0 / self.lever, dtype=float)

    def joint_angle(self, stud: FloatArray) -> FloatArray:
        """(...) angle between the link and the plane square to a joint's stud (3,) [rad]: what the joint must give."""
        link = self.pickup - self.hole
        off = dot(link, stud) / (lengths_of(link) * lengths_of(stud))
        return np.asarray(np.abs(np.arcsin(np.clip(off, -1.0, 1.0))), dtype=float)

    def part(self, pick: Pick) -> ArmPosition:
        """Some of a batch of positions."""
        return ArmPosition(
            self.theta[pick],
            self.slope[pick],
            self.lever[pick],
            self.motion_ratio[pick],
            self.hole[pick],
            self.pickup[pick],
        )

    @property
    def square_off(self) -> FloatArray:
        """How far the link is from square to the arm, in the arm's plane and out of it together [rad]."""
        link, arm = self.pickup - self.hole, self.hole
        cosine = dot(link, arm) / (lengths_of(link) * lengths_of(arm))
        return np.asarray(np.abs(np.pi / 2.0 - np.arccos(np.clip(cosine, -1.0, 1.0))), dtype=float)


def position(chain: Chain, length: float | FloatArray, branch: FloatArray | None = None) -> ArmPosition:
    """Stand the arm so that a link of `length` [m] closes the chain; NaN where it cannot be assembled.

    Of the two ways to assemble, that of the pick-up is taken, see `way`. `branch` (...) overrules that with the sign of the
    lever, so that a chain keeps its own way through its travel.
    Source: docs/theory/linkage.md, "Closing the chain".
    """
    r = lengths_of(chain.radius)
    e1 = chain.radius / r[..., None]
    e2 = cross(chain.axis, e1)
    d = chain.pickup
    A, B = 2.0 * r * dot(d, e1), 2.0 * r * dot(d, e2)
    C = r**2 + dot(d, d) - np.square(length)
    amplitude = np.hypot(A, B)
    reach = np.full_like(amplitude, np.nan)
    possible = np.abs(C) <= amplitude
    reach[possible] = np.arccos(C[possible] / amplitude[possible])
    theta = np.arctan2(B, A) - (way(d) if branch is None else np.sign(branch)) * reach
    theta = np.remainder(theta + np.pi, 2.0 * np.pi) - np.pi
    return _at(chain, theta, e1, e2, r)


UNSURE = np.radians(2.0)  # of the pick-up above or below the bar, within which both ways to assemble look alike


def is_sure(pickup: FloatArray) -> np.ndarray:
    """(...) whether a pick-up (..., 3) lies far enough above or below the pivot axis to tell the way of assembly."""
    return np.asarray(np.abs(pickup[..., 2]) > np.sin(UNSURE) * np.hypot(pickup[..., 0], pickup[..., 2]))


def way(pickup: FloatArray) -> FloatArray:
    """Sign (...) of the lever with which an arm is assembled to a pick-up (..., 3): the link leaves the arm towards the side
    of the pivot axis on which the pick-up lies, so that one above the bar pulls the arm up from below it, and the other way
    round."""
    return np.where(pickup[..., 2] >= 0.0, 1.0, -1.0)


def _at(chain: Chain, theta: FloatArray, e1: FloatArray, e2: FloatArray, r: FloatArray) -> ArmPosition:
    hole = r[..., None] * (np.cos(theta)[..., None] * e1 + np.sin(theta)[..., None] * e2)
    link = chain.pickup - hole
    link = link / lengths_of(link)[..., None]
    lever = dot(chain.axis, cross(hole, link))
    ratio = dot(link, chain.pickup_travel) / lever
    horizontal = np.hypot(hole[..., 0], hole[..., 1])
    return ArmPosition(
        frozen(theta), frozen(np.arctan2(hole[..., 2], horizontal)), frozen(lever), frozen(ratio), frozen(hole),
        frozen(chain.pickup),
    )  # fmt: skip


def level_length(chain: Chain) -> FloatArray:
    """Link length (...) [m] that puts hole and pivot axis at one height.

    Source: (R r0).z = 0, docs/theory/linkage.md.
    """
    across = cross(chain.axis, chain.radius)
    return length_at(chain, -np.arctan2(chain.radius[..., 2], across[..., 2]))


def theta_of_slope(chain: Chain, slope: float | FloatArray) -> FloatArray:
    """Turn (...) from the bar's own frame that stands the arm at a slope above level (...) [rad].

    Source: (R r0).z = r sin(slope), docs/theory/linkage.md.
    """
    across = cross(chain.axis, chain.radius)
    up = lengths_of(chain.radius) * np.sin(slope) / np.hypot(chain.radius[..., 2], across[..., 2])
    return np.asarray(
        np.arcsin(np.clip(up, -1.0, 1.0)) - np.arctan2(chain.radius[..., 2], across[..., 2]), dtype=float
    )


def length_at(chain: Chain, theta: float | FloatArray) -> FloatArray:
    """Link length (...) [m] with which the arm stands turned by theta (...) [rad] from the bar's own frame.

    At the turn of the other arm it is the drop-in length: the bar is not twisted, and the link goes in without force.
    Source: |Q - P - R r0|, docs/theory/linkage.md.
    """
    across = cross(chain.axis, chain.radius)
    cos, sin = np.cos(theta)[..., None], np.sin(theta)[..., None]
    return lengths_of(chain.pickup - cos * chain.radius - sin * across)


def square_length(chain: Chain) -> FloatArray:
    """Link length (...) [m] that puts the link square to the arm; NaN where the pick-up is closer than the hole.

    Source: r . (Q - tip) = 0, so L^2 = |Q - P|^2 - r^2, which exists where the part of Q - P in the arm's plane
    reaches r.
    """
    r2 = dot(chain.radius, chain.radius)
    aside = dot(chain.pickup, chain.axis)
    in_plane = dot(chain.pickup, chain.pickup) - aside**2
    return np.sqrt(np.where(in_plane >= r2, in_plane + aside**2 - r2, np.nan))


def require_assembled(where: ArmPosition, place: str, chain: Chain, length: float) -> None:
    """Refuse a position that does not close.

    Raises:
        NoSolution: at `place`, with the lengths that would reach.
    """
    if bool(np.isfinite(where.theta).all()):
        return
    r = float(lengths_of(chain.radius).min())
    off = dot(chain.pickup, chain.axis)
    plane = chain.pickup - off[..., None] * chain.axis
    aside, distance = float(np.abs(off).max()), float(lengths_of(plane).max())
    shortest, longest = np.hypot(abs(distance - r), aside), np.hypot(distance + r, aside)
    raise NoSolution(
        place, "The link does not reach from the hole to its pick-up.", got=length,
        accepts=f"a length between {shortest * 1e3:.0f} and {longest * 1e3:.0f} mm",
    )  # fmt: skip
