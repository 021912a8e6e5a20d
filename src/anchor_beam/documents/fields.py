"""The inputs by their places: which one a place of a `CarFile` holds. What they are is declared in `records`."""

from __future__ import annotations

import math
import re

from anchor_beam.documents.aim import AimRecord
from anchor_beam.documents.inputs import Field, fields_of
from anchor_beam.documents.records import AxleRecord, BarRecord, CarRecord, EndSetting

CAR_FIELDS, AXLE_FIELDS, END_FIELDS = fields_of(CarRecord), fields_of(AxleRecord), fields_of(EndSetting)
AIM_FIELDS = fields_of(AimRecord)
*_BAR, HOLE_FIELD = fields_of(BarRecord)
BAR_FIELDS = tuple(_BAR)

_BY_OWNER = {"car": CAR_FIELDS, "axle": AXLE_FIELDS, "bar": BAR_FIELDS, "end": END_FIELDS, "aim": AIM_FIELDS}
_TABLE = {(owner, field.name): field for owner, fields in _BY_OWNER.items() for field in fields}
_OWNERS = (
    (re.compile(r".*\bbar\.holes\[\d+\]$"), "hole"),
    (re.compile(r".*\bbar\.[a-z_]+$"), "bar"),
    (re.compile(r"car\.(front|rear)\.[a-z_]+$"), "axle"),
    (re.compile(r"car\.[a-z_]+$"), "car"),
    (re.compile(r"aim\.[a-z_]+$"), "aim"),
    (re.compile(r".*\b(front|rear)\.link_(left|right)$"), "end"),
)


def field_at(place: str) -> Field:
    """The field of a place in a `CarFile`.

    Raises:
        KeyError: no figure lives there.
    """
    for pattern, owner in _OWNERS:
        if pattern.match(place):
            return HOLE_FIELD if owner == "hole" else _TABLE[owner, place.rpartition(".")[2]]
    raise KeyError(place)


def document_number(field: Field, value: float) -> float:
    """The value in the document's unit, rounded to 12 significant digits so that it survives a round trip."""
    scaled = value / field.scale
    if scaled == 0.0:
        return 0.0
    return round(scaled, 11 - math.floor(math.log10(abs(scaled))))
