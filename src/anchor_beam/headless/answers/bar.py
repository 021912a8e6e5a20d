"""Answers of kind "bar"."""

from __future__ import annotations

import math
from typing import Any

from anchor_beam.core.bar.handbook import handbook
from anchor_beam.core.bar.peak import Peak, peak_stresses
from anchor_beam.core.bar.series import friction_band
from anchor_beam.core.bar.stiffness import SHARES, BarSolution, solve
from anchor_beam.documents.asks.bar_figures import BarFiguresAsked, bar_from_figures, chosen_pairs, document_place
from anchor_beam.errors import placed

TOGETHER = 64  # pairs whose peak stress is worked out at once


def bar(question: BarFiguresAsked) -> dict[str, Any]:
    """Every pair of holes that was asked for.

    Raises:
        InputError, NoSolution: at the document's place within the question.
    """
    pairs = chosen_pairs(question)
    solution = placed(lambda: solve(bar_from_figures(question.bar)), document_place)
    return _bar_result(question, solution, pairs)


def _bar_result(question: BarFiguresAsked, solution: BarSolution, pairs: list[tuple[int, int]]) -> dict[str, Any]:
    forms = handbook(solution.bar)
    peaks = [
        peak for i in range(0, len(pairs), TOGETHER) for peak in peak_stresses(solution, pairs[i : i + TOGETHER], 1.0)
    ]
    return {
        "mass_kg": solution.mass,
        "pairs": [
            _pair(question, solution, left, right, peak) for (left, right), peak in zip(pairs, peaks, strict=True)
        ],
        "handbook": {
            "spring_manual_k_end_N_per_mm": _per_mm(forms.spring_manual),
            "torsion_and_arm_k_end_N_per_mm": _per_mm(forms.torsion_and_arm),
        },
    }


def _pair(question: BarFiguresAsked, solution: BarSolution, left: int, right: int, peak: Peak) -> dict[str, Any]:
    """One pair; peak: at 1 N m."""
    torque = question.load_N * float(solution.levers[0, left])
    stress = solution.stress(left, right, torque)
    found: dict[str, Any] = {
        "left": left,
        "right": right,
        "lever_left_mm": float(solution.levers[0, left]) * 1e3,
        "lever_right_mm": float(solution.levers[1, right]) * 1e3,
        "K_theta_Nm_per_rad": float(solution.K_theta[left, right]),
        "k_end_N_per_mm": _per_mm(solution.end_rate(left, right)),
        "energy_J": solution.energy(left, right, torque),
        "von_mises_max_MPa": None if stress is None else stress[0] / 1e6,
        "von_mises_at_mm": None if stress is None else stress[1] * 1e3,
        "von_mises_peak_MPa": None if peak.stress is None else abs(torque) * peak.stress / 1e6,
        "share": dict(zip(SHARES, map(float, solution.shares(left, right)), strict=True)),
    }
    bushings = solution.bar.bushings
    if bushings.torsional > 0.0:
        found["coupled_Nm_per_rad"] = solution.coupled(left, right).tolist()
    if bushings.friction > 0.0:
        band, sticks = friction_band(float(solution.K_theta[left, right]), bushings.friction)
        found["friction"] = {"band_Nm": band, "sticks_below_deg": math.degrees(sticks)}
    if peak.reason:
        found["von_mises_peak_reason"] = peak.reason
    if peak.caution:
        found["von_mises_peak_caution"] = peak.caution
    return found


def _per_mm(rate: float | None) -> float | None:
    return None if rate is None else rate / 1e3
