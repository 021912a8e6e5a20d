"""How much room the tyres have under the edges of the arches, standing and in a corner.

The arch stands straight above the hub; what was read from hub to arch, less the tyre's free radius, is the gap at rest. In a
corner the wheel rises into it by its bump travel. Liners and the inside of the arch may be nearer: nobody measured them here.
Source: docs/theory/clearance.md, "Under the arch".
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.car.bars import bars
from anchor_beam.core.car.batches import joined
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.measure.heights import ride_heights
from anchor_beam.core.sides import CORNERS, Axle
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.results import Results, both_turns
from anchor_beam.immutable import immutable

HUB_TO_ARCH = ("hub", "ground", "rim")  # columns of the aid that lead to the height of the arch


@immutable
class Arches:
    """Hub to arch of each wheel as the car stands [m], fl, fr, rl, rr, and one standard deviation of each."""

    heights: tuple[float, ...]
    error: float


@immutable
class Room:
    """The least gap between a tyre and its arch [m], below zero where it touches; which wheel; one standard deviation [m]."""

    corner: int
    gap: float
    spread: float


def arches(file: CarFile) -> Arches | None:
    """From the ride heights that were read; None until every wheel was."""
    kept = file.read_at("ride-heights", None)
    names = [column.name for column in kept.table.columns]
    read = np.full((len(CORNERS), len(HUB_TO_ARCH)), np.nan)
    for i, row in enumerate(kept.rows[: len(CORNERS)]):
        for j, name in enumerate(HUB_TO_ARCH):
            cell = row[names.index(name)]
            read[i, j] = np.nan if cell is None else cell.value
    if np.isnan(read).all():
        return None
    centres = np.repeat([file.car.axle(axle).wheel_centre_height.value for axle in Axle], 2)
    found = ride_heights(read, centres, rims(file))
    if np.isnan(found.hub_to_arch).any():
        return None
    return Arches(tuple(found.hub_to_arch.tolist()), float(found.error.max()))


def rims(file: CarFile) -> np.ndarray:
    """(4,) diameters by which the rims are named [m], from what was read of the tyres; NaN where nothing was."""
    tyres = file.read_at("tyres", None)
    column = [entry.name for entry in tyres.table.columns].index("rim")
    found = np.full(len(CORNERS), np.nan)
    for i, row in enumerate(tyres.rows):
        if (cell := row[column]) is not None:
            found[i] = cell.value
    return found


def least_room(now: Results, known: Arches, lateral: float) -> Room | None:
    """At a lateral acceleration [m/s^2], in the turn in which it is less; None where the car does not settle there."""
    ending = now.ending_of(Phase.MIDDLE)
    tips = None if ending is None else ending.tips_at
    if (
        tips is not None and tips < lateral
    ):  # known already, and nothing takes as long as to look for what is not there
        return None
    turns, car = both_turns(now.car), now.car
    pair = bars([(now.front.wheel_bar, now.rear.wheel_bar)])
    state = settle(turns.both, joined([pair, mirrored_bars(pair)]), lateral)
    if now.corner is None or not state.converged.all():
        return None
    bump = np.maximum(state.travel[0], state.travel[1, [1, 0, 3, 2]])  # the second is a mirror
    radius = np.repeat([car.axle(axle).wheel_centre_height.value for axle in Axle], 2)
    rate = np.repeat([car.axle(axle).tyre_rate.value for axle in Axle], 2)
    free = radius + now.corner.rest.loads[0] / rate
    gaps = np.array(known.heights) - free - bump
    worst = int(gaps.argmin())
    return Room(worst, float(gaps[worst]), known.error)
