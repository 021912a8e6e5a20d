"""What a car document written before a figure existed gets for it: a typical value, marked as such."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import PER_DEG, PRESETS, Road, TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.records import Provenance
from anchor_beam.units.kinds import DEG

CHASSIS = 12000.0  # N m/deg
BRAKE_FRONT = 68.0  # %


def later_figures(kind: AxleKind, axle: Axle) -> dict[str, float]:
    """Typical figures of an axle by document key."""
    live = kind is AxleKind.LIVE
    front = axle is Axle.FRONT
    return {
        "camber_deg": 0.0 if live else -1.0, "roll_camber": 0.0 if live else 0.6,
        "compliance_steer_deg_per_kN": 0.10 if front else 0.02, "roll_steer": 0.05 if front else -0.03,
    }  # fmt: skip


def tyre_figures(kind: TyreKind) -> dict[str, float]:
    """Camber figures of a tyre's preset by document key."""
    tyre = PRESETS[kind].tyre
    return {"camber_best_deg": tyre.camber_best / DEG, "camber_loss_per_deg2": tyre.camber_loss / PER_DEG**2}


def with_later_keys(car: dict[str, Any]) -> dict[str, Any]:
    """The car's group with what its writer could not know; what is there stays, and what cannot be read is left alone."""
    if not isinstance(car, dict) or car.get("tyre") not in set(TyreKind):
        return car
    numbers = tyre_figures(TyreKind(car["tyre"])) | {
        "brake_front_percent": BRAKE_FRONT,
        "chassis_torsion_Nm_per_deg": CHASSIS,
    }
    done = _completed(car, numbers, {"road": Road.DRY.value})
    for axle in Axle:
        group = car.get(axle.value)
        if isinstance(group, dict) and group.get("kind") in set(AxleKind):
            figures = later_figures(AxleKind(group["kind"]), axle)
            done[axle.value] = _completed(group, figures, {"differential": Differential.OPEN.value})
    return done


def _completed(group: dict[str, Any], numbers: dict[str, float], choices: dict[str, str]) -> dict[str, Any]:
    missing = {key: value for key, value in numbers.items() if key not in group}
    sources = {**dict.fromkeys(missing, Provenance.TYPICAL.value), **(group.get("provenance") or {})}
    return {**choices, **group, **missing, "provenance": sources} if missing else {**choices, **group}
