"""Both arms and links with each wheel anywhere in its travel: what a drawing that moves shows.

`linkage` asks what one wheel does to its own arm. Here the wheels move as they like, both together, oppositely or one alone;
on a live axle each then moves the other's pick-up too. Nothing is searched: every pose is closed by `arm.position`.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.linkage.arm import ArmPosition, Chain, position
from anchor_beam.core.linkage.linkage import Points, Tape
from anchor_beam.core.linkage.mounts import BarOnAxle, Mount, OnLiveAxle
from anchor_beam.core.sides import Side
from anchor_beam.immutable import immutable


@immutable(eq=False)
class AtRide:
    """One side at ride height, (1,), with a link of `length` [m]."""

    chain: Chain
    where: ArmPosition
    length: float


def poses(linkage: Tape | Points, links: Sequence[AtRide], z: FloatArray) -> tuple[ArmPosition, ArmPosition]:
    """Positions (k,) of the left and right arm at wheel travels z (2, k) [m], NaN where a link does not reach; the way of
    assembly at ride height is kept.

    Source: docs/theory/linkage.md, "Closing the chain" and "Mounts".
    """
    left, right = (_one(linkage, side, links[side.position], z[side.position], z[1 - side.position]) for side in Side)
    return left, right


def _one(linkage: Tape | Points, side: Side, link: AtRide, own: FloatArray, other: FloatArray) -> ArmPosition:
    chain = link.chain
    if isinstance(linkage, Tape):
        moved = own[:, None] * chain.pickup_travel
    else:
        mount, rest = (linkage.left if side is Side.LEFT else linkage.right), np.zeros(1)
        moved = _points(mount, own, other) - _points(mount, rest, rest)
    pickup = chain.pickup + moved
    slope = np.broadcast_to(chain.pickup_travel, pickup.shape)
    return position(Chain(chain.radius, chain.axis, pickup, slope), link.length, np.sign(link.where.lever))


def _points(mount: Mount, own: FloatArray, other: FloatArray) -> FloatArray:
    """Pick-ups (k, 3) with the wheels at these travels (k,)."""
    if isinstance(mount, BarOnAxle):
        return _points(mount.mount, -own, -other)
    return mount.with_both(own, other) if isinstance(mount, OnLiveAxle) else mount.at(own)[0]
