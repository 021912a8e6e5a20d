"""Typical values that have become better since a car was made, to take or to leave.

Only a figure that still stands where the program once put it, marked typical and never typed, is offered another value.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from anchor_beam.core.car.measured import weights
from anchor_beam.core.grip.model import Drive, RearBrakes
from anchor_beam.core.sides import AxleKind
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, CarRecord, Figure, Provenance


@dataclass(frozen=True)
class Offer:
    """A better typical value of a figure [SI], by its place, beside the one that stands there; or of a choice."""

    place: str
    now: float | RearBrakes
    better: float | RearBrakes


@dataclass(frozen=True)
class _Typical:
    """Of a kind of car: front brake share [%], chassis torsion [N m/deg], yaw index, and what holds the rear brakes back."""

    brake_front: float
    chassis_torsion: float
    yaw_index: float
    rear_brakes: RearBrakes


_OLD = {"brake_front": 68.0, "chassis_torsion": 12000.0, "yaw_index": 0.95}  # in the document's units
_KINDS = {
    "front": _Typical(74.0, 12000.0, 0.97, RearBrakes.ELECTRONIC),
    "rear": _Typical(66.0, 14000.0, 0.95, RearBrakes.ELECTRONIC),
    "all": _Typical(70.0, 14000.0, 0.95, RearBrakes.ELECTRONIC),
    "middle": _Typical(60.0, 9000.0, 0.85, RearBrakes.FIXED),
    "live": _Typical(68.0, 4000.0, 1.0, RearBrakes.VALVE),
}
ENGINE_BEHIND = (
    48.0  # % on the front axle, below which a rear-drive car carries its engine before or behind its rear axle
)


def offers(car: CarRecord) -> tuple[Offer, ...]:
    """What is typical of a car like this now, where that differs from what stands there.

    Source: docs/theory/layouts.md.
    """
    typical = _KINDS[_kind_of(car)]
    found = []
    for name, old in _OLD.items():
        place, scale = f"car.{name}", field_at(f"car.{name}").scale
        figure: Figure = getattr(car, name)
        better = getattr(typical, name) * scale
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


def _kind_of(car: CarRecord) -> str:
    if car.rear.kind is AxleKind.LIVE:
        return "live"
    corners = (read(car, f"corner_{corner}").value for corner in ("fl", "fr", "rl", "rr"))
    if car.drive is Drive.REAR and weights(*corners).front_percent < ENGINE_BEHIND:
        return "middle"
    return {Drive.FRONT: "front", Drive.REAR: "rear", Drive.ALL: "all"}[car.drive]
