"""What the roll stiffness of a bar at the wheels makes of small errors in how its links hang."""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.linkage.arm import Chain, position
from anchor_beam.core.sides import Side
from anchor_beam.immutable import immutable


@immutable
class TapeSpreads:
    """One standard deviation of each dimension of a tape linkage [m], of the ratio [-]."""

    pickup_ahead: float
    pickup_height_left: float
    pickup_height_right: float
    pickup_spacing: float
    pickup_ratio: float


def tape_effects(
    chains: tuple[Chain, Chain], lengths: tuple[float, float], spreads: TapeSpreads, *, ratio: float, forward: bool
) -> dict[str, float]:
    """Relative change of the bar's roll stiffness, (m_left + m_right)^2, by one spread of each dimension.

    chains: left and right at ride height (1,) with the links fitted of `lengths` [m]. ratio: pick-up travel over wheel
    travel. forward: whether the arms point forward.
    Returns: by the names of the spreads; those at which the link hardly reaches are left out.
    Source: docs/theory/uncertainty.md, central differences of one standard deviation.
    """
    ahead = np.array([1.0 if forward else -1.0, 0.0, 0.0])
    up, none, across = np.array([0.0, 0.0, 1.0]), np.zeros(3), np.array([0.0, 0.5, 0.0])
    names = ("pickup_ahead", "pickup_height_left", "pickup_height_right", "pickup_spacing")
    total, rest = np.zeros((2, len(names))), 0.0
    for side, chain in zip(Side, chains, strict=True):
        left = side is Side.LEFT
        move = np.stack([
            spreads.pickup_ahead * ahead, spreads.pickup_height_left * up if left else none,
            none if left else spreads.pickup_height_right * up, spreads.pickup_spacing * across * (1.0 if left else -1.0),
        ])  # fmt: skip
        total += _ratios(chain, np.stack([move, -move]), lengths[side.position])
        rest += float(_ratios(chain, np.zeros((1, 3)), lengths[side.position])[0])
    changes = np.abs(0.5 * (total[0] ** 2 - total[1] ** 2) / rest**2)
    found = dict(zip(names, map(float, changes), strict=True)) | {"pickup_ratio": 2.0 * spreads.pickup_ratio / ratio}
    return {name: change for name, change in found.items() if np.isfinite(change)}


def _ratios(chain: Chain, moves: FloatArray, length: float) -> FloatArray:
    """Motion ratios (...) with the pick-up moved by (..., 3) [m]."""
    pickup = chain.pickup + moves
    moved = Chain(np.broadcast_to(chain.radius, pickup.shape), chain.axis, pickup, chain.pickup_travel)
    return position(moved, length).motion_ratio
