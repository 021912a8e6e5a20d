"""Invented cars with their grip, on which figures from elsewhere are met."""

from __future__ import annotations

import math

from anchor_beam.core.car.model import AxleInput, Car
from anchor_beam.core.grip.model import AxleGrip, CarGrip
from anchor_beam.core.grip.tyre import PRESETS, Road, Tyre, TyreKind, surface
from anchor_beam.core.sides import AxleKind

STREET = PRESETS[TyreKind.STREET].tyre


def car(*, mass: float, wheelbase: float, front: float, height: float, tracks: tuple[float, float],
        centres: tuple[float, float], rates: tuple[float, float], tyre: float) -> Car:  # fmt: skip
    ends = [
        AxleInput(AxleKind.INDEPENDENT, tracks[i] / 1e3, 2 * (36, 32)[i], 0.31, centres[i] / 1e3, rates[i] * 1e3,
                  tracks[i] / 1e3, tyre * 1e3)
        for i in (0, 1)
    ]  # fmt: skip
    return Car(wheelbase, mass, height, (1 - front) * wheelbase, ends[0], ends[1])


def grip(tyre: Tyre, camber: tuple[float, float], roll_camber: tuple[float, float], *, drive: float = 1.0,
         brake: float = 0.72, road: Road = Road.DRY, kind: TyreKind = TyreKind.STREET,
         **rear: object) -> CarGrip:  # fmt: skip
    ends = [AxleGrip(tyre, (math.radians(camber[i]),) * 2, roll_camber[i], **(rear if i else {})) for i in (0, 1)]
    return CarGrip(ends[0], ends[1], brake, drive, surface(road, kind))


HATCH = car(
    mass=1180, wheelbase=2.6, front=0.61, height=0.56, tracks=(1530, 1525), centres=(55, 60), rates=(24, 22), tyre=200
)
HATCH_GRIP = grip(STREET, (-0.6, -1.2), (0.85, 0.6))
SALOON = car(
    mass=1250,
    wheelbase=2.65,
    front=0.53,
    height=0.52,
    tracks=(1530, 1530),
    centres=(60, 90),
    rates=(26, 26),
    tyre=210,
)
