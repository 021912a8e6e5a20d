"""Answers of kind "linkage"."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.stiffness import SHARES, BarSolution, solve
from anchor_beam.core.linkage.arm import Chain, length_at, level_length, square_length
from anchor_beam.core.linkage.travel import Travel
from anchor_beam.core.sides import Side
from anchor_beam.documents.asks.bar_figures import bar_from_figures, document_place
from anchor_beam.documents.asks.car import KEYS, built_bar
from anchor_beam.documents.asks.common import keyed
from anchor_beam.documents.asks.linkage import LinkageQuestion, Quick, closed_side, through_travel
from anchor_beam.errors import placed
from anchor_beam.headless.answers.figures import degrees, number

ACROSS = np.array([0.0, 1.0, 0.0])  # a stud through the bar's end, along the pivot axis


def linkage(question: LinkageQuestion) -> dict[str, Any]:
    """Both sides at ride height and through the travel, and what the wheels feel of the bar."""
    ask = question.built
    solution = placed(lambda: solve(bar_from_figures(ask.bar.figures)), document_place)
    wheel = placed(lambda: built_bar(ask), lambda place: place.removeprefix("bar."))
    sides = {side.value: _at_ride(question, solution, side) for side in Side}
    if isinstance(ask.linkage, Quick):  # it knows ride height only
        for found in sides.values():
            found.update({"travel": None} if question.travel_mm else {})
    else:
        left, right = _moved(question, solution, Side.LEFT), _moved(question, solution, Side.RIGHT)
        sides["left"] |= _through_travel(question, left, right)
        sides["right"] |= _through_travel(question, right, left)
    torque = -wheel.K_theta * wheel.twist_free
    return {
        "K_theta_Nm_per_rad": wheel.K_theta,
        "rate_N_per_mm": number(wheel.K_theta * wheel.slope[0] * wheel.slope[1], 1e3),
        "rest_torque_Nm": torque, "share": _shares(question, solution), "sides": sides,
    }  # fmt: skip


def _shares(question: LinkageQuestion, solution: BarSolution) -> dict[str, float]:
    """Where bar and links give, as parts of the whole."""
    give = 0.0
    if question.link_N_per_mm is not None:
        levers = [closed_side(question.built, solution, side).lever for side in Side]
        give = sum(1.0 / (question.link_N_per_mm * 1e3 * lever**2) for lever in levers)
    shares = solution.shares_with_links(*question.holes, give_of_links=give)
    return dict(zip((*SHARES, "links"), map(float, shares), strict=True))


def _at_ride(question: LinkageQuestion, solution: BarSolution, side: Side) -> dict[str, Any]:
    ask = question.built
    closed = placed(lambda: closed_side(ask, solution, side), lambda place: keyed(place, KEYS))
    lever = float(solution.levers[side.position, ask.holes[side.position]])
    return {
        "turn_deg_per_mm": math.degrees(closed.cubic[0]) / 1e3,
        "end_travel_per_wheel_travel": closed.cubic[0] * lever,
        "link_lever_mm": abs(closed.lever) * 1e3, "over_centre": abs(closed.lever) / lever,
    }  # fmt: skip


def _moved(question: LinkageQuestion, solution: BarSolution, side: Side) -> Travel:
    """One side through the travels asked for and their opposites, ride height in the middle."""
    wanted = _wanted(question)
    reach = max(float(np.abs(wanted).max()), 1e-3)
    grid = np.unique(np.concatenate([wanted, -wanted, [0.0, reach, -reach]]))
    return placed(lambda: through_travel(question.built, solution, side, grid), lambda place: keyed(place, KEYS))


def _wanted(question: LinkageQuestion) -> FloatArray:
    return np.array(question.travel_mm or (0.0,)) / 1e3


def _through_travel(question: LinkageQuestion, this: Travel, other: Travel) -> dict[str, Any]:
    """One side's angles and lengths; the drop-in length leaves the bar untwisted while the other link stays."""
    where, middle = this.where, len(this.z) // 2
    ride = Chain(where.hole[middle : middle + 1], _axis(question), where.pickup[middle : middle + 1],
                 np.array([0.0, 0.0, 1.0]))  # fmt: skip
    beside = other.where.theta[middle] - where.theta[middle]
    return {
        "arm_above_level_deg": degrees(float(where.slope[middle])),
        "link_off_square_deg": degrees(float(where.square_off[middle])),
        "joint_angle_deg": degrees(float(where.joint_angle(ACROSS)[middle])),
        "level_length_mm": number(float(level_length(ride)[0]), 1e-3),
        "square_length_mm": number(float(square_length(ride)[0]), 1e-3),
        "drop_in_length_mm": number(float(length_at(ride, beside)[0]), 1e-3),
        "turn_per_length_deg_per_mm": degrees(float(where.per_length[middle]) / 1e3),
        "travel": _travel(this, _wanted(question)),
    }


def _axis(question: LinkageQuestion) -> FloatArray:
    forward = 1.0 if getattr(question.linkage, "arms", "forward") == "forward" else -1.0
    return np.array([0.0, -forward, 0.0])


def _travel(moving: Travel, wanted: FloatArray) -> list[dict[str, float | None]]:
    rows = []
    for z in wanted:
        i = int(np.argmin(np.abs(moving.z - z)))
        rows.append({
            "travel_mm": float(z) * 1e3, "turn_deg": degrees(float(moving.turn[i])),
            "turn_deg_per_mm": number(math.degrees(float(moving.motion_ratio[i])), 1e3),
            "link_off_square_deg": degrees(float(moving.where.square_off[i])),
            "joint_angle_deg": degrees(float(moving.where.joint_angle(ACROSS)[i])),
            "over_centre": number(float(moving.where.over_centre[i])),
        })  # fmt: skip
    return rows
