"""Write docs/theory/validation.md: each reference case beside our result. Run after the core has changed."""

from __future__ import annotations

import json
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT / "tests"))

from anchor_beam.headless.solve import answer_text
from support.references import BARS, CARS, JACKED, TUBES

HEAD = """# Validation

Made by `tools/make_validation.py` from the reference cases in `tests/reference/data`, which come from independent
solvers: beam and continuum finite elements and spectral elasticity for bars, a rigid-body engine for cars. The tests
hold the same comparisons to their limits.

| case | figure | reference | ours | difference |
|---|---|---:|---:|---:|
"""


def row(case: str, figure: str, reference: float, ours: float) -> str:
    """One line of the table."""
    off = 100.0 * (ours - reference) / reference if reference else 0.0
    return f"| {case} | {figure} | {reference:.6g} | {ours:.6g} | {off:+.3f} % |\n"


def bars() -> str:
    """Every bar case: the first and the last pair."""
    text = ""
    for case in BARS:
        result = json.loads(answer_text(json.dumps({"anchor_beam": 1, "ask": [case["ask"]]}))[0])["answers"][0][
            "result"
        ]
        text += row(case["name"], "mass, kg", case["expect"]["mass_kg"], result["mass_kg"])
        for ours, theirs in list(zip(result["pairs"], case["expect"]["pairs"], strict=True))[
            :: max(1, len(result["pairs"]) - 1)
        ]:
            holes = f"holes {theirs['left']}, {theirs['right']}"
            text += row(
                case["name"], f"K_theta, {holes}, N·m/rad", theirs["K_theta_Nm_per_rad"], ours["K_theta_Nm_per_rad"]
            )
            if theirs["von_mises_max_MPa"] is not None:
                text += row(
                    case["name"],
                    f"nominal stress, {holes}, MPa",
                    theirs["von_mises_max_MPa"],
                    ours["von_mises_max_MPa"],
                )
    return text


def cars() -> str:
    """Every case of the cars: loads, roll, lift, stiffness, the jack."""
    text = ""
    for case in (*CARS, *JACKED):
        document = json.dumps({"anchor_beam": 1, "ask": [case["ask"]]})
        ours, expect = json.loads(answer_text(document)[0])["answers"][0]["result"], case["expect"]
        for i, state in enumerate(expect.get("cases", [])):
            at, found = f"{state['ay_g']} g", ours["cases"][i]
            worst = max(
                state["wheel_loads_N"], key=lambda c: abs(state["wheel_loads_N"][c] - found["wheel_loads_N"][c])
            )
            text += row(
                case["name"],
                f"{at}, load {worst} (worst of four), N",
                state["wheel_loads_N"][worst],
                found["wheel_loads_N"][worst],
            )
            text += row(case["name"], f"{at}, roll, deg", state["roll_deg"], found["roll_deg"])
        for key in ("roll_gradient_deg_per_g", "jack_force_N", "roll_deg", "pitch_deg"):
            if key in expect:
                text += row(case["name"], key, expect[key], ours[key])
        for key in ("axle_roll_stiffness_Nm_per_deg", "inside_lift_ay_g", "wheel_loads_N"):
            for part, value in (expect.get(key) or {}).items():
                if value is not None:
                    text += row(case["name"], f"{key} {part}", value, ours[key][part])
    return text


def continuum() -> str:
    """Peak stress in bends against continuum models."""
    text = ""
    for case in BARS:
        solid = case.get("continuum")
        if solid is None:
            continue
        left, right = solid["pair"]
        document = json.dumps({"anchor_beam": 1, "ask": [{**case["ask"], "pairs": [[left, right]]}]})
        pair = json.loads(answer_text(document)[0])["answers"][0]["result"]["pairs"][0]
        text += row(case["name"], "peak stress, continuum away from holes and pivots, MPa",
                    solid["von_mises_solid_max_MPa_away_from_holes_and_pivots"], pair["von_mises_peak_MPa"])  # fmt: skip
        text += row(
            case["name"], "K_theta, continuum, N·m/rad", solid["K_theta_solid_Nm_per_rad"], pair["K_theta_Nm_per_rad"]
        )
    return text


def tubes() -> str:
    """Peak stress of tube bends against three-dimensional elasticity."""
    text = ""
    for case in TUBES:
        document = json.dumps({"anchor_beam": 1, "ask": [case["ask"]]})
        (pair,) = json.loads(answer_text(document)[0])["answers"][0]["result"]["pairs"]
        expected = case["expected"]["von_mises_peak_MPa"]
        text += row(
            case["ask"]["id"], "peak stress, three-dimensional elasticity, MPa", expected, pair["von_mises_peak_MPa"]
        )
    return text


if __name__ == "__main__":
    (ROOT / "docs" / "theory" / "validation.md").write_text(
        HEAD + bars() + continuum() + tubes() + cars(), encoding="utf-8"
    )
