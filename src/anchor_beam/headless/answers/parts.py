"""Answers about parts: fatigue, bars without links, clearance."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.fatigue import IN_THE_BORE, Life, Strength, damage, life
from anchor_beam.core.bar.peak import peak_stress
from anchor_beam.core.bar.softening import oval_softening
from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.clearance.solids import Box, Capsule
from anchor_beam.core.clearance.sweep import Part, smallest_gap
from anchor_beam.core.linkage.direct import DirectBar
from anchor_beam.core.section.shapes import Round
from anchor_beam.documents.asks.bar_figures import bar_from_figures, document_place
from anchor_beam.documents.asks.parts import BoxAsk, ClearanceQuestion, DirectQuestion, FatigueQuestion, RodAsk
from anchor_beam.errors import InputError, NoSolution, placed
from anchor_beam.headless.answers.figures import number
from anchor_beam.units.kinds import DEG

MPA = 1e6


def fatigue(question: FatigueQuestion) -> dict[str, Any]:
    """How long a bar lasts at a duty, as an estimate; null cycles mean that no end is expected."""
    bar = placed(lambda: solve(bar_from_figures(question.bar.figures)), lambda place: f"bar.{document_place(place)}")
    for i, hole in enumerate(question.holes):
        if not 0 <= hole < len(bar.bar.holes):
            raise InputError(
                f"holes[{i}]", "There is no such hole.", got=hole, accepts=f"0 to {len(bar.bar.holes) - 1}"
            )
    peak = peak_stress(bar, *question.holes, 1.0)
    if peak.stress is None:
        raise NoSolution("bar", peak.reason)
    per_torque = peak.stress
    endurance = None if question.endurance_MPa is None else question.endurance_MPa * MPA
    keys = {"ultimate": "ultimate_MPa", "yield": "yield_MPa", "endurance": "endurance_MPa", "diameter": "bar.od_mm"}

    bore = IN_THE_BORE.get(question.finish, question.finish)

    def at(duty: float, surface: str) -> Life:
        strength = Strength(question.ultimate_MPa * MPA, question.yield_MPa * MPA, endurance)
        stress, finish = (peak.bore, bore) if surface == "bore" else (peak.outer, question.finish)
        return life(stress, bar.bar.section.od, strength, finish, duty=duty, preload=question.preload_Nm,
                    largest=question.largest_Nm)  # fmt: skip

    def worked_out() -> tuple[str, Life, tuple[tuple[float, float], ...]]:
        surfaces = ["outer surface", "bore"] if peak.bore else ["outer surface"]
        weakest = min(surfaces, key=lambda surface: at(question.duty_Nm, surface).safety)
        run = tuple((each.cycles, min(at(each.duty_Nm, on).cycles for on in surfaces)) for each in question.run)
        return weakest, at(question.duty_Nm, weakest), run

    weakest, found, run = placed(worked_out, lambda place: keys.get(place, place))
    return {
        "peak_MPa_per_Nm": per_torque / MPA, "safety": number(found.safety), "weakest": weakest,
        "safety_spread_percent": 100.0 * found.relative_spread,
        "endurance_MPa": found.endurance / MPA, "yield_margin": number(found.margin), "cycles": number(found.cycles),
        "damage": number(damage(run)), "oval_softening_percent": 100.0 * oval_softening(bar, *question.holes),
    }  # fmt: skip


def direct(question: DirectQuestion) -> dict[str, Any]:
    """Stiffness of a bar without links, between its arms and at the wheels."""
    bracket = math.inf if question.bracket_Nm_per_deg is None else question.bracket_Nm_per_deg / DEG
    wall = None if question.wall_mm is None else question.wall_mm / 1e3
    keys = {"od": "od_mm", "wall": "wall_mm", "length": "length_mm", "arm": "arm_mm", "bracket": "bracket_Nm_per_deg"}
    bar = placed(
        lambda: DirectBar(
            Round(question.od_mm / 1e3, wall), question.length_mm / 1e3, question.offset_mm / 1e3, question.arm_mm / 1e3,
            question.fixity, question.end_Nm_per_deg / DEG, bracket,
        ),
        lambda place: keys.get(place, place),
    )  # fmt: skip
    return {"K_theta_Nm_per_rad": bar.K_theta, "rate_N_per_mm": bar.wheel_rate / 1e3}


def clearance(question: ClearanceQuestion) -> dict[str, Any]:
    """The smallest gap, below zero where the parts cut each other, and the travel at which it is."""
    low, high = (travel / 1e3 for travel in question.travel_mm)
    if not low < high:
        raise InputError("travel_mm", "The travel needs a lower and an upper end.", accepts="[-60, 60], say")
    found = placed(
        lambda: smallest_gap(_part(question.one), _part(question.other), [(low, high, question.steps)]),
        lambda place: "one" if place == "box" else place,
    )
    return {"gap_mm": found.distance * 1e3, "at_travel_mm": found.place[0] * 1e3}


def _part(solids: Sequence[RodAsk | BoxAsk]) -> Part:
    """The solids of a part at a wheel travel (1,) [m]."""

    def at(place: FloatArray) -> list[Capsule | Box]:
        return [_solid(ask, float(place[0])) for ask in solids]

    return at


def _solid(ask: RodAsk | BoxAsk, travel: float) -> Capsule | Box:
    if isinstance(ask, BoxAsk):
        low, high = ([x / 1e3 for x in corner] for corner in (ask.low_mm, ask.high_mm))
        return Box((low[0], low[1], low[2]), (high[0], high[1], high[2]))
    a, b = ([x / 1e3 + travel * by for x, by in zip(point, ask.moves, strict=True)] for point in (ask.a_mm, ask.b_mm))
    return Capsule((a[0], a[1], a[2]), (b[0], b[1], b[2]), ask.radius_mm / 1e3)
