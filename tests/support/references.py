"""The reference cases, as core inputs."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from anchor_beam.core.car.bars import WheelBar, rate_bar
from anchor_beam.core.car.model import AxleInput, Car
from anchor_beam.core.sides import AxleKind

DATA = Path(__file__).parent.parent / "reference" / "data"
BARS: list[dict[str, Any]] = json.loads((DATA / "bars.json").read_text())["cases"]
TUBES: list[dict[str, Any]] = json.loads((DATA / "tubes.json").read_text())["cases"]
_CASES: list[dict[str, Any]] = json.loads((DATA / "cars.json").read_text())["cases"]
CARS = [case for case in _CASES if case["ask"]["kind"] == "cornering"]
JACKED = [case for case in _CASES if case["ask"]["kind"] == "jack"]


def car(ask: dict[str, Any]) -> Car:
    """The car of a cornering question."""
    return Car(
        wheelbase=ask["wheelbase_mm"] / 1e3, sprung_mass=ask["sprung_mass_kg"],
        sprung_cg_height=ask["sprung_cg_height_mm"] / 1e3,
        sprung_cg_behind_front=ask["sprung_cg_behind_front_axle_mm"] / 1e3,
        front=_axle(ask["front"]), rear=_axle(ask["rear"]), sprung_cg_left=ask["sprung_cg_left_mm"] / 1e3,
    )  # fmt: skip


def _axle(ask: dict[str, Any]) -> AxleInput:
    live = ask["axle"] == "live"
    return AxleInput(
        kind=AxleKind(ask["axle"]), track=ask["track_mm"] / 1e3,
        unsprung_mass=ask["axle_mass_kg"] if live else 2.0 * ask["unsprung_mass_per_wheel_kg"],
        wheel_centre_height=ask["wheel_centre_height_mm"] / 1e3, roll_centre_height=ask["roll_centre_height_mm"] / 1e3,
        spring_rate=1e3 * (ask["spring_rate_N_per_mm"] if live else ask["wheel_rate_N_per_mm"]),
        spring_base=(ask["spring_base_mm"] if live else ask["track_mm"]) / 1e3,
        tyre_rate=1e3 * ask["tyre_rate_N_per_mm"],
    )  # fmt: skip


def bar_pair(ask: dict[str, Any]) -> tuple[WheelBar, WheelBar]:
    """Both bars of a cornering question."""
    front, rear = (ask[axle]["bar"] for axle in ("front", "rear"))
    return tuple(rate_bar(1e3 * (bar["rate_N_per_mm"] or 0.0), bar["preload_mm"] / 1e3) for bar in (front, rear))
