"""Typical values that have become better since a car was made, to take or to leave.

Only a figure that still stands where the program once put it, marked typical and never typed, is offered another value.
"""

from __future__ import annotations

import math

from anchor_beam.core.car.measured import weights
from anchor_beam.core.grip.model import Drive, RearBrakes
from anchor_beam.core.sides import AxleKind
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.layouts import LAYOUTS, Layout, typical_car
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, CarRecord, Figure, Provenance
from anchor_beam.immutable import immutable


@immutable
class Offer:
    """A better typical value of a figure [SI], by its place, beside the one that stands there; or of a choice."""

    place: str
    now: float | RearBrakes
    better: float | RearBrakes


_OLD = {"brake_front": 68.0, "chassis_torsion": 12000.0, "yaw_index": 0.95}  # in the document's units
ENGINE_BEHIND = 48.0  # % on the front axle, below which a rear-drive car carries its engine at its rear axle


def offers(car: CarRecord) -> tuple[Offer, ...]:
    """What is typical of a car like this now, where that differs from what stands there.

    Source: docs/theory/layouts.md.
    """
    typical = typical_car(_like(car), car.name).car
    found = []
    for name, old in _OLD.items():
        place, scale = f"car.{name}", field_at(f"car.{name}").scale
        figure: Figure = getattr(car, name)
        better: float = getattr(typical, name).value
        untouched = figure.provenance is Provenance.TYPICAL and not figure.typed and figure.spread is None
        if untouched and math.isclose(figure.value, old * scale) and not math.isclose(better, figure.value):
            found.append(Offer(place, figure.value, better))
    if found and car.rear_brakes is RearBrakes.FIXED and typical.rear_brakes is not RearBrakes.FIXED:
        found.append(Offer("car.rear_brakes", car.rear_brakes, typical.rear_brakes))
    return tuple(found)


def taken(file: CarFile, offered: tuple[Offer, ...]) -> CarFile:
    """The car with what was offered."""
    for offer in offered:
        better = offer.better
        value = better if isinstance(better, RearBrakes) else Figure(better, Provenance.TYPICAL)
        file = put(file, offer.place, value)
    return file


def _like(car: CarRecord) -> Layout:
    """The typical layout that a car is most like."""
    hatch, saloon, all_wheel, coupe, pick_up = LAYOUTS
    if car.rear.kind is AxleKind.LIVE:
        return pick_up
    corners = (read(car, f"corner_{corner}").value for corner in ("fl", "fr", "rl", "rr"))
    if car.drive is Drive.REAR and weights(*corners).front_percent < ENGINE_BEHIND:
        return coupe
    return {Drive.FRONT: hatch, Drive.REAR: saloon, Drive.ALL: all_wheel}[car.drive]
