"""What a car document written before an input existed gets for it: the typical value that its declaration names."""

from __future__ import annotations

from enum import StrEnum
from typing import Any, TypeVar

from anchor_beam.core.grip.driving import Use
from anchor_beam.core.grip.model import Differential, Drive, RearBrakes
from anchor_beam.core.grip.tyre import Road, TyreKind, TyreMatch
from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS
from anchor_beam.documents.inputs import Around, Field, Provenance
from anchor_beam.documents.mounting import LinkMount, Stud
from anchor_beam.documents.records import AxleTyre, CarRecord, Seat, TravelEnds
from anchor_beam.documents.wishes import Confidence


def around_of(car: CarRecord) -> Around:
    """What the typical values of a car's own figures depend on."""
    return Around(car.tyre, kind=car.rear.kind, drive=car.drive, use=car.use, confidence=car.confidence)


LATER_CHOICES: dict[str, StrEnum] = {
    "road": Road.DRY, "use": Use.HILL, "rear_brakes": RearBrakes.FIXED, "tyre_match": TyreMatch.OTHER_AGE,
    "confidence": Confidence.USUAL, "seat": Seat.LEFT,
}  # fmt: skip
"""Choices about a car that came later, with what an older document gets."""

CAR_TEXTS = ("platform", "variant", "frame", "exhaust", "load_state")
"""What is said of a car in words, empty in an older document."""

LATER_AXLE_CHOICES: dict[str, StrEnum] = {
    "differential": Differential.OPEN, "tyre": AxleTyre.OF_CAR, "travel_ends": TravelEnds.LEFT_OUT,
    "link_on": LinkMount.MEASURED, "ends_held": Fixity.CLAMPED, "stud_at_arm": Stud.OUT,
    "stud_at_pickup": Stud.OUT,
}  # fmt: skip
"""The same of an axle."""


def later_figures(fields: tuple[Field, ...], around: Around) -> dict[str, float]:
    """Typical values of the inputs that came later, by document key."""
    return {field.key: field.later(around) for field in fields if field.later is not None}


def with_later_keys(car: dict[str, Any]) -> dict[str, Any]:
    """The car's group with what its writer could not know; what is there stays, and what cannot be read is left alone."""
    if not isinstance(car, dict) or car.get("tyre") not in list(TyreKind):
        return car
    tyre, drive, use = TyreKind(car["tyre"]), _one_of(Drive, car.get("drive")), _one_of(Use, car.get("use"))
    around = Around(
        tyre, kind=_kind(car.get("rear")), drive=drive or Drive.REAR, use=use or Use.HILL,
        confidence=_one_of(Confidence, car.get("confidence")) or Confidence.USUAL,
    )  # fmt: skip
    choices = {name: choice.value for name, choice in LATER_CHOICES.items()} | dict.fromkeys(CAR_TEXTS, "")
    done = _completed(car, CAR_FIELDS, around, choices)
    for axle in Axle:
        group = car.get(axle.value)
        if isinstance(group, dict) and group.get("kind") in list(AxleKind):
            choices = {name: choice.value for name, choice in LATER_AXLE_CHOICES.items()}
            around = Around(tyre, axle, _kind(group))
            done[axle.value] = _completed(group, AXLE_FIELDS, around, choices)
    return done


E = TypeVar("E", bound=StrEnum)


def _one_of(kinds: type[E], said: object) -> E | None:
    return kinds(said) if isinstance(said, str) and said in list(kinds) else None


def _kind(axle: object) -> AxleKind:
    said = _one_of(AxleKind, axle.get("kind")) if isinstance(axle, dict) else None
    return said or AxleKind.INDEPENDENT


def _completed(
    group: dict[str, Any], fields: tuple[Field, ...], around: Around, choices: dict[str, str]
) -> dict[str, Any]:
    missing = {key: value for key, value in later_figures(fields, around).items() if key not in group}
    said = group.get("provenance")
    if said is not None and not isinstance(said, dict):
        return group  # cannot be read, which its model says
    source = {field.key: Provenance.MEASURED if field.is_exact else Provenance.TYPICAL for field in fields}
    sources = {**{key: source[key].value for key in missing}, **(said or {})}
    return {**choices, **group, **missing, "provenance": sources} if missing else {**choices, **group}
