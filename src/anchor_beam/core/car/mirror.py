"""The same car seen in a mirror: its left turn is the car's right turn."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch


def mirrored_cars(cars: CarBatch) -> CarBatch:
    """Left and right of the body exchanged."""
    return replace(cars, sprung_cg_left=-cars.sprung_cg_left, wedge=-cars.wedge)


def mirrored_bars(bars: BarBatch) -> BarBatch:
    """Left and right ends exchanged; a preload that pressed the left tyre presses the right one."""
    return BarBatch(
        bars.K_theta, -bars.twist_free, bars.slope[..., ::-1], bars.curve[..., ::-1], bars.third[..., ::-1]
    )
