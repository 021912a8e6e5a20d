"""Ride heights at four wheels, from whatever each was measured between, and on a level floor.

What the springs see is the hub under the arch: a height above ground has the wheel's own height taken off, one above the
rim's edge has the rim's radius put on. The wheel and its spot of floor go together, so a leaning floor does not enter; a
twisted one holds the suspension twisted, which is taken out with the stiffness of axles and body.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_finite
from anchor_beam.core.measure.floor import Floor
from anchor_beam.errors import NoSolution
from anchor_beam.immutable import immutable

TAPE = 1.5e-3  # m, of one height by tape
LIP = 17.5e-3  # m that the edge of a rim stands beyond the seat of the tyre, by which a rim is named
AGREE = 6e-3  # m, beyond which two ways to one height do not agree
UNMEASURED_FLOOR = 4e-3  # m, of a height where nobody knows the floor: common garage floors


@immutable(eq=False)
class Heights:
    """hub_to_arch: at each wheel (4,) [m], NaN where nothing was read. apart: how far its datums disagree (4,) [m], NaN where
    there is one only. error: of each height, tape alone [m]."""

    hub_to_arch: FloatArray
    apart: FloatArray
    error: FloatArray


def ride_heights(read: FloatArray, wheel_centre: FloatArray, rim: FloatArray) -> Heights:
    """read: (4, 3) hub to arch, ground to arch, edge of the rim to arch, NaN where not read; wheel_centre: above ground (4,);
    rim: diameter by which it is named (4,), NaN where not known; all [m].

    Raises:
        InputError: at "heights", one is infinite.
        NoSolution: at "heights", none leads to a height of the hub.
    Source: docs/theory/measurements.md, "Ride heights".
    """
    for value in read[~np.isnan(read)]:
        require_finite("heights", float(value), "A height")
    ways = np.stack([read[:, 0], read[:, 1] - wheel_centre, read[:, 2] + 0.5 * rim + LIP], axis=1)
    known = ~np.isnan(ways)
    count = known.sum(axis=1)
    if not count.any():
        raise NoSolution("heights", "Not one of these leads to the height of a hub.", accepts="hub or ground to arch")
    there = np.where(known, ways, 0.0)
    mean = np.where(count > 0, there.sum(axis=1) / np.maximum(count, 1), np.nan)
    high, low = np.where(known, ways, -np.inf).max(axis=1), np.where(known, ways, np.inf).min(axis=1)
    apart = np.where(count > 1, high - low, np.nan)
    return Heights(mean, apart, TAPE / np.sqrt(np.maximum(count, 1)))


def on_level(
    heights: FloatArray,
    found: Floor,
    tracks: tuple[float, float],
    roll_stiffness: tuple[float, float],
    chassis: float,
) -> FloatArray:
    """Hub to arch (4,) [m] as it would be without the twist of the floor; stiffness as for the cross load.

    Source: docs/theory/measurements.md, "Ride heights": each axle takes T/K of the twist, half of it up and half of it down.
    """
    turned = found.twist / tracks[0] + found.twist / tracks[1]
    torque = turned / (1.0 / roll_stiffness[0] + 1.0 / roll_stiffness[1] + 1.0 / chassis)
    front, rear = (0.5 * track * torque / stiff for track, stiff in zip(tracks, roll_stiffness, strict=True))
    # the high diagonal presses its wheels into the arches: what was read there is too little
    return np.asarray(heights + np.array([-front, front, rear, -rear]), dtype=float)
