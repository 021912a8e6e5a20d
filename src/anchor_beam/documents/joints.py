"""Where the joints of a control arm typically are, from what the tape says of the link that hangs on it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from anchor_beam.core.sides import Side
from anchor_beam.documents.core_inputs import pickup
from anchor_beam.documents.inputs import Figure, Provenance
from anchor_beam.documents.mounting import JOINTS, WAYS
from anchor_beam.documents.records import AxleRecord

HALF_BASE = 0.14  # m between the pick-up and each inner joint, along the car
WITHIN_TRACK = 0.075  # m from the middle of the tyre to the outer joint
LEAST_ARM = 0.20  # m, for a ratio that would ask for a shorter one


def with_typical_joints(axle: AxleRecord) -> AxleRecord:
    """An arm through the pick-up, level, its outer joint at the wheel, and as long as the measured travel ratio asks for. An
    arm that somebody entered stays as it is.

    Source: docs/theory/linkage.md, "A typical arm".
    """
    if any(getattr(axle, name).provenance is not Provenance.TYPICAL or getattr(axle, name).typed for name in JOINTS):
        return axle
    left, right = (pickup(axle, side) for side in Side)
    ahead = left.ahead if left.arms_forward else -left.ahead
    up, at, ratio = 0.5 * (left.height + right.height), left.from_centre, axle.pickup_ratio.value
    outer = max(axle.track.value / 2.0 - WITHIN_TRACK, at + 0.02)
    inner = (at - ratio * outer) / (1.0 - ratio) if ratio < 0.98 else 0.0
    inner = max(min(inner, at - LEAST_ARM / 2.0), 0.0)
    places = {
        "inner_front": (ahead + HALF_BASE, inner, up), "inner_rear": (ahead - HALF_BASE, inner, up),
        "outer": (ahead, outer, up),
    }  # fmt: skip
    found: dict[str, Any] = {
        f"{joint}_{way}": Figure(round(value, 3), Provenance.TYPICAL)
        for joint, values in places.items() for way, value in zip(WAYS, values, strict=True)
    }  # fmt: skip
    return replace(axle, **found)
