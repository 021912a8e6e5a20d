"""Arms and links as their drawings need them, in the user's units."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.links import ShownLink
from anchor_beam.drawings.shapes import XY
from anchor_beam.figures.picture import Picture
from anchor_beam.units.kinds import System
from anchor_beam.words.links import angle_from_level, square_words


def shown_link(shown: Picture, axle: Axle, side: Side, units: System) -> ShownLink:
    """One side for the drawing; x forward, z up, from the bar's pivot axis [m]."""
    end = shown.now.end(axle)
    assert end.sides is not None
    this = end.sides[side.position]
    hole, pickup = this.where.hole[0], this.where.pickup[0]
    lever = float(np.linalg.norm(hole))
    level = (math.copysign(lever, hole[0]), 0.0)
    tip_lever = float(np.hypot(end.bar.mesh.nodes[0, 0], end.bar.mesh.nodes[0, 2]))
    tip: XY = (float(hole[0]) * tip_lever / lever, float(hole[2]) * tip_lever / lever)
    return ShownLink(
        axle=axle, side=side, od=end.bar.bar.section.od, hole=(float(hole[0]), float(hole[2])), tip=tip,
        pickup=(float(pickup[0]), float(pickup[2])), level_hole=level,
        arm_words=angle_from_level(this.slope, units), link_words=square_words(float(this.where.square_off[0]), units),
    )  # fmt: skip
