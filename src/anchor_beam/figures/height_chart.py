"""Ride height against link length: how long the links of this car must be, for every hole of this bar."""

from __future__ import annotations

import csv
import io
import math

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.linkage.arm import level_length, square_length
from anchor_beam.core.linkage.linkage import hang
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import linkage
from anchor_beam.documents.csv_text import safe
from anchor_beam.documents.records import AxleRecord, EndSetting
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.figures.ends import end_result, why_no_links
from anchor_beam.immutable import immutable

STEP = 2e-3  # m between two heights
MOST = 0.15  # m that a car is raised or lowered
SAME = 1e-4  # m within which both sides are one


@immutable
class Wanted:
    """What the chart is about. square: the links are to stand square to their arms, else the arms level. lowest, highest:
    change of ride height, above zero is higher [m]. at_hand: lengths of links that could be used [m]."""

    square: bool = False
    lowest: float = -0.04
    highest: float = 0.04
    at_hand: tuple[float, ...] = ()

    def __post_init__(self) -> None:
        if not -MOST <= self.lowest < self.highest <= MOST:
            raise InputError(
                "heights", "The chart needs a lowest and a highest ride height.",
                accepts=f"from {-MOST * 1e3:.0f} to {MOST * 1e3:.0f} mm, the lower one first",
            )  # fmt: skip


@immutable(eq=False)
class HeightChart:
    """heights: (k,) change of ride height [m]. lengths: (2, n, k) of left and right link in each hole of the arm [m], NaN
    where there is none. apart: whether left and right differ. fits: for each link at hand and each hole the heights at which
    it does what is wanted, left side [m], NaN where it never does."""

    axle: Axle
    wanted: Wanted
    heights: FloatArray
    lengths: FloatArray
    fits: FloatArray
    apart: bool


def height_chart(axle: AxleRecord, end: EndSetting, name: Axle, wanted: Wanted) -> HeightChart:
    """Lengths over ride height.

    A car that is lowered by h stands as it would with both wheels risen by h. Source: docs/theory/linkage.md, "The chart".

    Raises:
        NoSolution: at "heights", at none of them there is such a link.
        InputError: as `end_result`; at "bench.<axle>.state" without links.
    """
    if why := why_no_links(end, name):
        raise InputError(f"bench.{name}.state", why)
    bar = end_result(axle, end, name).bar
    heights = _grid(math.ceil(wanted.lowest / STEP), math.floor(wanted.highest / STEP))
    reach = float(np.abs(heights).max())
    z = _grid(-round(reach / STEP), round(reach / STEP))  # ride height as measured in the middle
    try:
        hung = hang(linkage(axle, end.pickup, opposite=1.0), bar.mesh, (end.link_left.value, end.link_right.value), z)
    except NoSolution as problem:
        raise NoSolution("heights", problem.message, got=problem.got, accepts=problem.accepts) from problem
    lengths = square_length(hung.chain) if wanted.square else level_length(hung.chain)
    lengths = np.broadcast_to(lengths, (*hung.ride.radius.shape[:2], len(z)))
    lengths = lengths[:, :, [int(np.argmin(np.abs(z + height))) for height in heights]]
    if not np.isfinite(lengths).any():
        raise NoSolution(
            "heights", "At none of these heights there is a link that does this.", accepts="other heights"
        )
    gap = np.abs(lengths[0] - lengths[1])
    apart = bool(np.nanmax(gap) > SAME) if np.isfinite(gap).any() else True
    fits = np.array([[_where(heights, hole, at_hand) for hole in lengths[0]] for at_hand in wanted.at_hand])
    return HeightChart(name, wanted, heights, lengths, fits, apart)


def _grid(first: int, last: int) -> FloatArray:
    return np.asarray(np.arange(first, last + 1) * STEP, dtype=float)


def _where(heights: FloatArray, lengths: FloatArray, length: float) -> float:
    """The height at which a curve has a length, nearest to ride height as measured; NaN where it never has."""
    off = lengths - length
    crossings = np.nonzero(np.isfinite(off[:-1]) & np.isfinite(off[1:]) & (off[:-1] * off[1:] <= 0.0))[0]
    found = []
    for i in crossings:
        rise = off[i + 1] - off[i]
        share = 0.0 if rise == 0.0 else -off[i] / rise
        found.append(float(heights[i] + share * (heights[i + 1] - heights[i])))
    return min(found, key=abs, default=math.nan)


def chart_csv(chart: HeightChart, names: tuple[str, ...]) -> str:
    """A line for each height, a column for each hole, and for each side where they differ. names: of the holes."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    sides = tuple(Side) if chart.apart else (Side.LEFT,)
    heads = [f"{name}{f', {side}' if chart.apart else ''} [mm]" for side in sides for name in names]
    writer.writerow(["change of ride height [mm]", *map(safe, heads)])
    for i, height in enumerate(chart.heights):
        row = [chart.lengths[side.position, hole, i] * 1e3 for side in sides for hole in range(len(names))]
        writer.writerow([f"{height * 1e3:.0f}", *(f"{x:.1f}" if math.isfinite(x) else "" for x in row)])
    return out.getvalue()
