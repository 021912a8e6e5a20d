"""How well the roll stiffness of a bar is known, from each input of bar, links and fixed ends."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import lru_cache
from typing import Any

from anchor_beam.core.bar.handbook import log_sensitivity
from anchor_beam.core.linkage.sensitivity import TapeSpreads, tape_effects
from anchor_beam.core.sides import Axle
from anchor_beam.documents.core_inputs import bar_input
from anchor_beam.documents.fields import AXLE_FIELDS, BAR_FIELDS, field_at
from anchor_beam.documents.inputs import Enters, Field
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.records import ArmDirection, AxleRecord, EndSetting, Figure
from anchor_beam.figures.ends import end_result

STRAIGHT = ("od", "wall", "centre_length")  # figures of a bar that count where it is fixed without links


@lru_cache(maxsize=512)
def bar_spreads(axle: AxleRecord, end: EndSetting, name: Axle) -> list[tuple[str, float]]:
    """Relative spread of the bar's roll stiffness from each input of bar and linkage, by its place."""
    if not end.connected:
        return []
    if end.fixed:
        of_bar = [
            field for field in BAR_FIELDS if field.name in STRAIGHT and not (field.name == "wall" and end.bar.solid)
        ]
        return _by_differences(axle, end, name, of_bar, (Enters.DIRECT,))
    found = [(f"bench.{name}.bar.{key}", gain) for key, gain in log_sensitivity(bar_input(end.bar)).items() if gain]
    spreads = [(place, abs(gain) * _relative(place, end)) for place, gain in found]
    return spreads + _linkage_spreads(axle, end, name)


def _linkage_spreads(axle: AxleRecord, end: EndSetting, name: Axle) -> list[tuple[str, float]]:
    """By one spread of each linkage input."""
    sides = end_result(axle, end, name).sides
    if sides is None:
        return []
    if axle.link_on is not LinkMount.MEASURED:
        return _by_differences(axle, end, name, [], (Enters.LINKAGE, Enters.MOUNT))
    spreads = {
        field.name: field.spread(getattr(axle, field.name)) for field in AXLE_FIELDS if field.enters is Enters.LINKAGE
    }
    changes = tape_effects(
        (sides[0].chain, sides[1].chain), (sides[0].fitted, sides[1].fitted), TapeSpreads(**spreads),
        ratio=axle.pickup_ratio.value, forward=axle.arms is ArmDirection.FORWARD,
    )  # fmt: skip
    return [(f"car.{name}.{key}", change) for key, change in changes.items()]


def _by_differences(
    axle: AxleRecord, end: EndSetting, name: Axle, of_bar: list[Field], enters: tuple[Enters, ...]
) -> list[tuple[str, float]]:
    """By central differences of one spread: figures of the bar, and those of the axle that enter as said."""
    at_rest = end_result(axle, end, name).roll_stiffness

    def moved(field: Field, move: float) -> float:
        figure: Figure = getattr(end.bar if field in of_bar else axle, field.name)
        changed: dict[str, Any] = {field.name: replace(figure, value=figure.value + move)}
        if field in of_bar:
            return end_result(axle, replace(end, bar=replace(end.bar, **changed)), name).roll_stiffness
        return end_result(replace(axle, **changed), end, name).roll_stiffness

    of_axle = [field for field in AXLE_FIELDS if field.enters in enters and field.name not in axle.idle]
    found = []
    for field in (*of_bar, *of_axle):
        spread = field.spread(getattr(end.bar if field in of_bar else axle, field.name))
        if spread <= 0.0:
            continue
        change = abs(moved(field, spread) - moved(field, -spread)) / (2.0 * at_rest)
        if math.isfinite(change) and change > 0.0:
            place = f"bench.{name}.bar.{field.name}" if field in of_bar else f"car.{name}.{field.name}"
            found.append((place, change))
    return found


def _relative(place: str, end: EndSetting) -> float:
    figure: Figure = getattr(end.bar, place.rpartition(".")[2])
    return field_at(place).spread(figure) / figure.value
