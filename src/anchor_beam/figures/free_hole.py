"""Where a hole may be drilled in an arm that leaves it free: along the arm, with the link that puts the arm level there."""

from __future__ import annotations

import math
from dataclasses import replace
from enum import StrEnum

import numpy as np

from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.linkage.arm import level_length, position
from anchor_beam.core.linkage.closed import roll_rate
from anchor_beam.core.linkage.linkage import hang
from anchor_beam.core.sides import Axle
from anchor_beam.documents.core_inputs import bar_input, linkage
from anchor_beam.documents.records import AxleRecord, EndSetting, Figure
from anchor_beam.errors import NoSolution
from anchor_beam.figures.ends import end_result, why_no_links
from anchor_beam.figures.placing import Wanted
from anchor_beam.immutable import immutable

EDGE = 0.015  # m from a hole to the end of the arm and to another hole: two diameters of a small bolt
ROOT = 0.045  # m of the arm next to its corner that stay undrilled
MOST = 40  # places that are tried


class WhyHole(StrEnum):
    """Why a place for a hole is told."""

    SQUARE = "most square"
    SOFTEST = "softest"
    STIFFEST = "stiffest"


@immutable
class HolePlace:
    """A hole. from_end: along the arm [m]. left, right: links that put the arms level [m]. off_square: of the worse side
    [rad]. rate: at the wheel in roll [N/m]."""

    from_end: float
    left: float
    right: float
    off_square: float
    rate: float


def free_holes(
    axle: AxleRecord, end: EndSetting, name: Axle, wanted: Wanted
) -> tuple[tuple[WhyHole, HolePlace], ...]:
    """The places that are told, each once; none where no place on the arm keeps what is wanted.

    Source: docs/theory/links.md, "A hole in the arm".

    Raises:
        NoSolution: at "placing", without links, or on an arm that is too short for another hole.
        InputError: as `end_result`.
    """
    if why := why_no_links(end, name):
        raise NoSolution("placing", why)
    last = end.bar.arm_length.value - ROOT
    if last <= EDGE:
        raise NoSolution("placing", "The arm is too short for another hole.", got=end.bar.arm_length.value)
    places = np.linspace(EDGE, last, min(MOST, 2 + int((last - EDGE) / 0.004)))
    tried = replace(end.bar, holes=tuple(Figure(float(place)) for place in places))
    bar = solve(bar_input(tried))
    ride = hang(linkage(axle, end.pickup), bar.mesh, (end.link_left.value, end.link_right.value)).ride
    lengths = level_length(ride)  # (2, n)
    where = position(ride, lengths)
    off, turns = where.square_off.max(axis=0), np.abs(where.motion_ratio)
    rates = [
        roll_rate(float(bar.K_theta[i, i]), (float(turns[0, i]), float(turns[1, i]))) for i in range(len(places))
    ]
    drilled = np.array([hole.value for hole in end.bar.holes])
    apart = np.abs(places[:, None] - drilled).min(axis=1)
    kept = (
        (lengths >= wanted.shortest).all(axis=0) & (lengths <= wanted.longest).all(axis=0)
        & (off <= wanted.off_square) & (apart >= EDGE) & np.isfinite(rates)
    )  # fmt: skip
    found: dict[int, WhyHole] = {}
    if kept.any():
        scores = {WhyHole.SQUARE: off, WhyHole.SOFTEST: np.array(rates), WhyHole.STIFFEST: -np.array(rates)}
        for told, score in scores.items():
            found.setdefault(int(np.where(kept, score, np.inf).argmin()), told)
    return tuple(
        (told, HolePlace(float(places[i]), float(lengths[0, i]), float(lengths[1, i]), float(off[i]), rates[i]))
        for i, told in found.items()
    )  # fmt: skip


def rate_beside(axle: AxleRecord, end: EndSetting, name: Axle, place: HolePlace) -> float | None:
    """Rate of a place over that of the bench, less one [-]; None where that has none."""
    now = end_result(axle, end, name).wheel_rate
    return None if not now or not math.isfinite(now) else place.rate / now - 1.0
