"""Answers of the measuring aids."""

from __future__ import annotations

from typing import Any

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.measure.aids import Measured, deflection, drop_in, motion_ratio, tilt
from anchor_beam.core.measure.jack_test import Reading, Stiffness, TestCar, fit
from anchor_beam.documents.asks.measure import (
    DeflectionQuestion,
    DropInQuestion,
    JackTestQuestion,
    MotionRatioQuestion,
    ReadingAsk,
    TiltQuestion,
)
from anchor_beam.errors import InputError, placed
from anchor_beam.units.kinds import DEG


def measured(found: Measured, unit: float = 1.0) -> dict[str, float]:
    """A figure with its standard error, in a unit."""
    return {"value": found.value / unit, "standard_error": found.error / unit}


def columns_of(one: tuple[float, ...], other: tuple[float, ...], place: str, least: int) -> None:
    """Refuse columns of different lengths, or too short for a line through them.

    Raises:
        InputError: at `place`.
    """
    if len(one) != len(other) or len(one) < least:
        raise InputError(
            place, f"Got {len(one)} and {len(other)} readings.", accepts=f"{least} or more, one beside the other"
        )


def motion_ratio_answer(question: MotionRatioQuestion) -> dict[str, Any]:
    """Ratio at ride height, how it changes, and what each reading is off."""
    columns_of(question.wheel_mm, question.part_mm, "part_mm", 4)
    found = placed(
        lambda: motion_ratio(np.array(question.wheel_mm) / 1e3, np.array(question.part_mm) / 1e3),
        lambda place: place.replace("readings", "part_mm"),
    )
    return {
        "ratio": measured(found.ratio), "change_per_mm": measured(found.progression, 1e3),
        "off_mm": [float(off) * 1e3 for off in found.residuals], "stands_out": np.flatnonzero(found.stands_out).tolist(),
    }  # fmt: skip


def tilt_answer(question: TiltQuestion) -> dict[str, Any]:
    """Height of the centre of gravity."""
    keys = {"total": "total_kg", "wheelbase": "wheelbase_mm", "rise": "rise_mm"}
    height = placed(
        lambda: tilt(
            question.front_level_kg * GRAVITY, question.front_tilted_kg * GRAVITY, total=question.total_kg * GRAVITY,
            wheelbase=question.wheelbase_mm / 1e3, wheel_radius=question.wheel_radius_mm / 1e3,
            rise=question.rise_mm / 1e3, scale_error=question.scale_error_kg * GRAVITY,
        ),
        lambda place: keys.get(place, place),
    )  # fmt: skip
    return {"cg_height_mm": measured(height, 1e-3)}


def deflection_answer(question: DeflectionQuestion) -> dict[str, Any]:
    """Rate of the bar's end, and the friction of its bushings where it was also unloaded."""
    columns_of(question.load_N, question.drop_mm, "drop_mm", 3)
    rising = question.rising or (True,) * len(question.load_N)
    columns_of(question.load_N, tuple(map(float, rising)), "rising", 3)
    found = deflection(np.array(question.load_N), np.array(question.drop_mm) / 1e3, np.array(rising))
    stick = None if found.stick is None else measured(found.stick)
    return {"rate_N_per_mm": measured(found.rate, 1e3), "friction_N": stick}


def drop_in_answer(question: DropInQuestion) -> dict[str, Any]:
    """Torque that the links leave in the bar."""
    torque = drop_in(
        np.array(question.links_on_N), np.array(question.links_off_N), question.axle, question.track_mm / 1e3,
        yielding=question.yielding, scale_error=question.scale_error_N,
    )  # fmt: skip
    return {"torque_Nm": measured(torque)}


def jack_test_answer(question: JackTestQuestion) -> dict[str, Any]:
    """Ratios from the loads alone, fitted stiffness of springs and bars, and what of each is still the car sheet's."""
    rates = [rate * DEG**-1 for rate in question.spring_roll_stiffness_Nm_per_deg]
    springs = [
        Measured(rate, rate * spread / 100.0)
        for rate, spread in zip(rates, question.spring_spread_percent, strict=True)
    ]
    car = TestCar(
        (question.track_mm[0] / 1e3, question.track_mm[1] / 1e3),
        (question.tyre_rate_N_per_mm[0] * 1e3, question.tyre_rate_N_per_mm[1] * 1e3), (springs[0], springs[1]),
        question.tested,
    )  # fmt: skip
    keys = {
        "scale_error": "scale_error_N", "angle_error": "angle_error_deg", "tracks": "track_mm",
        "tyre_rates": "tyre_rate_N_per_mm", "springs": "spring_roll_stiffness_Nm_per_deg",
        "spring_errors": "spring_spread_percent",
    }  # fmt: skip

    def place_of(place: str) -> str:
        name, bracket, rest = place.partition("[")
        return keys.get(name, name) + bracket + rest

    found = placed(
        lambda: fit(
            [_reading(ask) for ask in question.readings], car, scale_error=question.scale_error_N,
            angle_error=question.angle_error_deg * DEG,
        ),
        place_of,
    )  # fmt: skip
    return {
        "ratios": [{"bar": share.state.value} | measured(share.ratio) for share in found.shares],
        "springs": {"front": _stiffness(found.springs[0]), "rear": _stiffness(found.springs[1])},
        "bars": {state.value: _stiffness(bar) for state, bar in found.bars.items()},
        "friction_Nm": {"front": measured(found.friction[0]), "rear": measured(found.friction[1])},
    }  # fmt: skip


def _reading(ask: ReadingAsk) -> Reading:
    roll = None if ask.roll_deg is None else ask.roll_deg * DEG
    return Reading(ask.bar, ask.rest_N, ask.jacked_N, ask.rising, roll)


def _stiffness(found: Stiffness) -> dict[str, Any]:
    per_degree = measured(found.value, DEG**-1)
    return {
        "roll_stiffness_Nm_per_deg": per_degree, "from_car_sheet": found.from_prior, "measured": found.is_measured,
    }  # fmt: skip
