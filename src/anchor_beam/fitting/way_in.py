"""The way in, from the way out: its poses backwards, with the gap that a thicker bar leaves; for the other side of the car
left and right change places.

A pose is a place, so going in passes the same places in the other order: what went ahead comes last. What is harmed and what
has to be slack stays. Some things do not mirror from side to side: a hump, the tilt of the ends, exhaust, tank."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.documents.poses import Leading, Pose, Steered
from anchor_beam.immutable import immutable

OTHER_END = {Leading.LEFT: Leading.RIGHT, Leading.RIGHT: Leading.LEFT}
OTHER_LOCK = {Steered.LEFT: Steered.RIGHT, Steered.RIGHT: Steered.LEFT}


@immutable
class PoseIn:
    """A pose of the way in. gap: that the new bar has there [m], None where nobody measured; touches: the old bar did, or the
    new one would."""

    pose: Pose
    gap: float | None
    touches: bool


def way_in(out: tuple[Pose, ...], thicker: float, *, other_side: bool = False) -> tuple[PoseIn, ...]:
    """The way in. thicker: by how much the new bar is thicker than the old one [m]; half of it is on the side of the gap."""
    return tuple(_in(mirrored(pose) if other_side else pose, thicker) for pose in reversed(out))


def _in(pose: Pose, thicker: float) -> PoseIn:
    if pose.gap is None:
        return PoseIn(pose, None, touches=False)
    gap = pose.gap - 0.5 * thicker
    return PoseIn(pose, max(gap, 0.0), touches=pose.gap <= 0.0 or gap <= 0.0)


def mirrored(pose: Pose) -> Pose:
    """The pose on the other side of the car: a proposal, for what is around it need not mirror."""
    return replace(
        pose,
        leading=OTHER_END.get(pose.leading, pose.leading),
        steered=OTHER_LOCK.get(pose.steered, pose.steered),
    )
