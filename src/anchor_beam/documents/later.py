"""What a car document written before an input existed gets for it: the typical value that its declaration names."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import Road, TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS
from anchor_beam.documents.inputs import Around, Field, Provenance


def later_figures(fields: tuple[Field, ...], around: Around) -> dict[str, float]:
    """Typical values of the inputs that came later, by document key."""
    return {field.key: field.later(around) for field in fields if field.later is not None}


def with_later_keys(car: dict[str, Any]) -> dict[str, Any]:
    """The car's group with what its writer could not know; what is there stays, and what cannot be read is left alone."""
    if not isinstance(car, dict) or car.get("tyre") not in list(TyreKind):
        return car
    tyre = TyreKind(car["tyre"])
    done = _completed(car, later_figures(CAR_FIELDS, Around(tyre)), {"road": Road.DRY.value})
    for axle in Axle:
        group = car.get(axle.value)
        if isinstance(group, dict) and group.get("kind") in list(AxleKind):
            figures = later_figures(AXLE_FIELDS, Around(tyre, axle, AxleKind(group["kind"])))
            done[axle.value] = _completed(group, figures, {"differential": Differential.OPEN.value})
    return done


def _completed(group: dict[str, Any], numbers: dict[str, float], choices: dict[str, str]) -> dict[str, Any]:
    missing = {key: value for key, value in numbers.items() if key not in group}
    said = group.get("provenance")
    if said is not None and not isinstance(said, dict):
        return group  # cannot be read, which its model says
    sources = {**dict.fromkeys(missing, Provenance.TYPICAL.value), **(said or {})}
    return {**choices, **group, **missing, "provenance": sources} if missing else {**choices, **group}
