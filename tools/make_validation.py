"""Write docs/theory/validation.md: each reference case beside our result. Run after the core has changed."""

from __future__ import annotations

import json
import math
import sys
from pathlib import Path

import numpy as np

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT / "tests"))

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.model import batch
from anchor_beam.headless.solve import answer_text
from support.references import BARS, CARS, bar_roll_stiffness, car

HEAD = """# Validation

Made by `tools/make_validation.py` from the reference cases in `tests/reference/data`, which come from independent
solvers: beam and continuum finite elements for bars, a rigid-body engine for cars. The tests hold the same comparisons
to their limits.

| case | figure | reference | ours | difference |
|---|---|---:|---:|---:|
"""


def row(case: str, figure: str, reference: float, ours: float) -> str:
    """One line of the table."""
    off = 100.0 * (ours - reference) / reference
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
    """What the linear car can be held to."""
    text = ""
    for case in CARS:
        ask, expect = case["ask"]["car"], case["expect"]
        response = respond(batch([car(ask)]), np.array([bar_roll_stiffness(ask)]))
        gradient = math.degrees(float(response.roll[0])) * GRAVITY
        text += row(case["name"], "roll gradient, deg/g", expect["roll_gradient_deg_per_g"], gradient)
        for i, axle in enumerate(("front", "rear")):
            ours = float(response.axle_stiffness[0, i]) * math.pi / 180.0
            reference = expect["axle_roll_stiffness_Nm_per_deg"][axle]
            text += row(case["name"], f"{axle} axle roll stiffness, N·m/deg", reference, ours)
    return text


if __name__ == "__main__":
    (ROOT / "docs" / "theory" / "validation.md").write_text(HEAD + bars() + cars(), encoding="utf-8")
