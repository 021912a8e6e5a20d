"""The floor under four wheels: how it leans and twists, what to put under each pad, and what it does to the scales.

Heights are of the floor, up, at front left, front right, rear left, rear right; only their differences count.
"""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_positive
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

LEVEL = 1e-3  # m, one standard deviation of a height by water level


@immutable
class Floor:
    """roll: lean across, > 0 where the left stands higher [rad]; pitch: along, > 0 where the front does [rad]. twist: by how
    much the diagonal of right front and left rear stands higher than the other one, half of it at each end [m]. shims: under
    each pad to make all of them level (4,) [m]. error: of each height [m]."""

    roll: float
    pitch: float
    twist: float
    shims: FloatArray
    error: float = LEVEL


def floor(heights: FloatArray, tracks: tuple[float, float], wheelbase: float) -> Floor:
    """From four heights (4,) [m], both tracks and the wheelbase [m].

    Raises:
        InputError: at "heights", "tracks" or "wheelbase".
    Source: docs/theory/measurements.md, "Floor".
    """
    require_positive("wheelbase", wheelbase, "The wheelbase")
    for track in tracks:
        require_positive("tracks", track, "The track")
    if not np.isfinite(heights).all() or np.ptp(heights) > 0.3:
        raise InputError(
            "heights", "No floor differs by that much.", got=float(np.ptp(heights)), accepts="up to 300 mm"
        )
    fl, fr, rl, rr = heights.tolist()
    roll = 0.5 * (math.atan((fl - fr) / tracks[0]) + math.atan((rl - rr) / tracks[1]))
    pitch = math.atan(0.5 * ((fl + fr) - (rl + rr)) / wheelbase)
    return Floor(roll, pitch, 0.5 * (fr + rl - fl - rr), heights.max() - heights)


def cross_load(
    found: Floor, tracks: tuple[float, float], roll_stiffness: tuple[float, float], chassis: float
) -> float:
    """What the twist of a floor moves onto the diagonal of right front and left rear [N], both wheels together.

    roll_stiffness: of both axles, tyres in series, and chassis: of the body against twist [N m/rad], may be infinite.
    The floor turns the front axle by twist/t_f one way and the rear one by twist/t_r the other; axles and body give way in
    series.
    """
    turned = found.twist / tracks[0] + found.twist / tracks[1]
    torque = turned / (1.0 / roll_stiffness[0] + 1.0 / roll_stiffness[1] + 1.0 / chassis)
    return torque * (1.0 / tracks[0] + 1.0 / tracks[1])
