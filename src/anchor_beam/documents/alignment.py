"""Toe and camber as they were read with a setting on the car."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from anchor_beam.core.sides import Side
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DEG

Wheels = tuple[float, float]


@immutable
class Alignment:
    """Of one axle, left and right [rad]: toe, in above zero; camber, negative with the top towards the car; None where it was
    not read. read: date."""

    read: str
    toe: Wheels | None = None
    camber: Wheels | None = None

    @property
    def total_toe(self) -> float | None:
        """Of both wheels [rad]."""
        return None if self.toe is None else sum(self.toe)


def alignment_plain(alignment: Alignment | None) -> dict[str, Any]:
    """For a document: nothing where nothing was read."""
    if alignment is None:
        return {}
    read = {"toe_deg": alignment.toe, "camber_deg": alignment.camber}
    numbers = {
        key: {str(side): float(f"{pair[side.position] / DEG:.9g}") for side in Side}
        for key, pair in read.items() if pair is not None
    }  # fmt: skip
    return {"alignment": {"read": alignment.read, **numbers}}


def alignment_from(group: Mapping[str, Any]) -> Alignment | None:
    """What `alignment_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    data = group.get("alignment")
    if not data:
        return None

    def wheels(key: str) -> Wheels | None:
        pair = data.get(key)
        return None if pair is None else (float(pair["left"]) * DEG, float(pair["right"]) * DEG)

    return Alignment(str(data["read"]), wheels("toe_deg"), wheels("camber_deg"))
