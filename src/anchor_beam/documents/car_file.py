"""The document of one car with its bars and settings (kind "car-file"), made from the table of fields."""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat, StringConstraints, create_model

from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fields import AXLE_FIELDS, BAR_FIELDS, CAR_FIELDS, END_FIELDS, HOLE_FIELD, document_number
from anchor_beam.documents.fields import Field as TableField
from anchor_beam.documents.reading import FORMAT, parse_json, require_format, validate
from anchor_beam.documents.records import (
    Adjuster,
    ArmDirection,
    AxleRecord,
    BarRecord,
    CarFile,
    CarRecord,
    Drive,
    EndSetting,
    Figure,
    Provenance,
    RackBar,
    Setting,
)
from anchor_beam.errors import DocumentError, Problem

STRICT = ConfigDict(extra="forbid", strict=False, frozen=True)
Name = Annotated[str, StringConstraints(min_length=1, max_length=80)]


class Sourced(BaseModel):
    """Sidecars of a group of figures, by key: where each value comes from, as typed, its own spread."""

    model_config = STRICT
    provenance: dict[str, Provenance] = {}
    typed: dict[str, str] = {}
    spread: dict[str, FiniteFloat] = {}


def _number(field: TableField) -> Any:
    low, high = (document_number(field, bound) for bound in field.legal)
    return Annotated[FiniteFloat, Field(ge=low, le=high, description=f"{field.label}. {field.help}")]


def _figures(fields: tuple[TableField, ...]) -> dict[str, Any]:
    return {field.key: (_number(field), ...) for field in fields}


AxleDocument = create_model(
    "AxleDocument", __base__=Sourced, kind=(AxleKind, ...), arms=(ArmDirection, ...), adjuster=(Adjuster, ...),
    **_figures(AXLE_FIELDS),
)  # fmt: skip
CarDocument = create_model(
    "CarDocument", __base__=Sourced, name=(Name, ...), description=(str, ""), drive=(Drive, ...), tyre=(TyreKind, ...),
    front=(AxleDocument, ...), rear=(AxleDocument, ...), **_figures(CAR_FIELDS),
)  # fmt: skip
# a type made at run time, from the same table as the others
HolesDocument: Any = Annotated[
    tuple.__class_getitem__((_number(HOLE_FIELD), ...)), Field(min_length=1, max_length=12)
]
BarDocument = create_model(
    "BarDocument", __base__=Sourced, name=(Name, ...), maker=(str, ""), solid=(bool, ...), plate_arms=(bool, False),
    rigid_bushings=(bool, False),
    holes_mm=(HolesDocument, ...),
    **_figures(BAR_FIELDS),
)  # fmt: skip
EndDocument = create_model(
    "EndDocument", __base__=Sourced, bar=(BarDocument, ...), connected=(bool, True),
    hole_left=(Annotated[int, Field(ge=1)], ...), hole_right=(Annotated[int, Field(ge=1)], ...), **_figures(END_FIELDS),
)  # fmt: skip


class SettingDocument(BaseModel):
    """A setting: what is on both axles. Holes are counted from 1, the outermost."""

    model_config = STRICT
    name: Name
    front: EndDocument  # type: ignore[valid-type]  # made from the table above
    rear: EndDocument  # type: ignore[valid-type]


class RackDocument(BaseModel):
    """A bar of the rack and the axle it fits."""

    model_config = STRICT
    axle: Axle
    bar: BarDocument  # type: ignore[valid-type]


class CarFileDocument(BaseModel):
    """A car with its bars and settings."""

    model_config = STRICT
    anchor_beam: Annotated[int, Field(ge=1, le=FORMAT)]
    kind: Literal["car-file"]
    car: CarDocument  # type: ignore[valid-type]
    rack: tuple[RackDocument, ...] = ()
    settings: tuple[SettingDocument, ...] = ()
    bench: SettingDocument
    reference: str = ""


def to_json(file: CarFile) -> str:
    """The document as text, indented, keys in the order of the table."""
    return json.dumps(as_document(file), indent=1, ensure_ascii=False)


def from_json(text: str) -> CarFile:
    """Read a car-file.

    Raises:
        DocumentError: with every problem found; nothing is half taken over.
    """
    data = require_format(parse_json(text), "a car")
    if data.get("kind") != "car-file":
        raise DocumentError(
            f"This is a document of the kind {data.get('kind')!r}, not a car.", (Problem("kind", "", "“car-file”"),)
        )
    document = validate(CarFileDocument, data)
    problems = [*_loose_ends(document)]
    if problems:
        raise DocumentError("The file does not fit together; nothing was taken over.", tuple(problems))
    return CarFile(
        car=_car(document.car),
        rack=tuple(RackBar(item.axle, _bar(item.bar)) for item in document.rack),
        settings=tuple(_setting(item) for item in document.settings),
        bench=_setting(document.bench),
        reference=document.reference,
    )


def _loose_ends(document: CarFileDocument) -> list[Problem]:
    """What the document model cannot say: holes that exist, names that are told apart, a reference that exists."""
    problems = []
    places = [("bench", document.bench), *((f"settings[{i}]", item) for i, item in enumerate(document.settings))]
    for place, setting in places:
        for axle in Axle:
            end: Any = getattr(setting, axle)
            for key in ("hole_left", "hole_right"):
                if getattr(end, key) > len(end.bar.holes_mm):
                    problems.append(Problem(
                        f"{place}.{axle}.{key}", f"The bar “{end.bar.name}” has no hole {getattr(end, key)}.",
                        f"1 to {len(end.bar.holes_mm)}"))  # fmt: skip
    names = [item.name for item in document.settings]
    for i, name in enumerate(names):
        if name in names[:i]:
            problems.append(Problem(f"settings[{i}].name", f"Two settings are called “{name}”.", "a name of its own"))
    if document.reference and document.reference not in names:
        problems.append(Problem("reference", f"No setting is called “{document.reference}”.", ", ".join(names)))
    return problems


# records to document


def as_document(file: CarFile) -> dict[str, Any]:
    """The document as plain data."""
    return {
        "anchor_beam": FORMAT,
        "kind": "car-file",
        "car": _car_out(file.car),
        "rack": [{"axle": str(item.axle), "bar": _bar_out(item.bar)} for item in file.rack],
        "settings": [_setting_out(item) for item in file.settings],
        "bench": _setting_out(file.bench),
        "reference": file.reference,
    }


def _figures_out(named: list[tuple[str, TableField, Figure]]) -> dict[str, Any]:
    """Numbers by key, then the sidecars, each only where it says something."""
    out: dict[str, Any] = {key: document_number(field, figure.value) for key, field, figure in named}
    out["provenance"] = {key: str(figure.provenance) for key, _, figure in named}
    out["typed"] = {key: figure.typed for key, _, figure in named if figure.typed}
    out["spread"] = {
        key: document_number(field, figure.spread) for key, field, figure in named if figure.spread is not None
    }
    return {key: value for key, value in out.items() if value != {}}


def _record_figures(record: object, fields: tuple[TableField, ...]) -> list[tuple[str, TableField, Figure]]:
    return [(field.key, field, getattr(record, field.name)) for field in fields]


def _axle_out(axle: AxleRecord) -> dict[str, Any]:
    choices = {"kind": str(axle.kind), "arms": str(axle.arms), "adjuster": str(axle.adjuster)}
    return choices | _figures_out(_record_figures(axle, AXLE_FIELDS))


def _car_out(car: CarRecord) -> dict[str, Any]:
    head = {"name": car.name, "description": car.description, "drive": str(car.drive), "tyre": str(car.tyre)}
    axles = {"front": _axle_out(car.front), "rear": _axle_out(car.rear)}
    return head | _figures_out(_record_figures(car, CAR_FIELDS)) | axles


def _bar_out(bar: BarRecord) -> dict[str, Any]:
    head = {"name": bar.name, "maker": bar.maker, "solid": bar.solid, "plate_arms": bar.plate_arms,
            "rigid_bushings": bar.rigid_bushings}  # fmt: skip
    holes = [(f"holes_mm[{i}]", HOLE_FIELD, hole) for i, hole in enumerate(bar.holes)]
    figures = _figures_out([*_record_figures(bar, BAR_FIELDS), *holes])
    numbers = [figures.pop(key) for key, _, _ in holes]
    return head | {"holes_mm": numbers} | figures


def _setting_out(setting: Setting) -> dict[str, Any]:
    def end(record: EndSetting) -> dict[str, Any]:
        head = {"connected": record.connected, "hole_left": record.hole_left + 1, "hole_right": record.hole_right + 1}
        return head | _figures_out(_record_figures(record, END_FIELDS)) | {"bar": _bar_out(record.bar)}

    return {"name": setting.name, "front": end(setting.front), "rear": end(setting.rear)}


# document to records


def _figure(group: Any, key: str, field: TableField, number: float) -> Figure:
    spread = group.spread.get(key)
    return Figure(
        value=number * field.scale,
        provenance=group.provenance.get(key, Provenance.GUESS),
        typed=group.typed.get(key, ""),
        spread=None if spread is None else spread * field.scale,
    )


def _figures_in(group: Any, fields: tuple[TableField, ...]) -> dict[str, Figure]:
    return {field.name: _figure(group, field.key, field, getattr(group, field.key)) for field in fields}


def _axle(group: Any) -> AxleRecord:
    return AxleRecord(kind=group.kind, arms=group.arms, adjuster=group.adjuster, **_figures_in(group, AXLE_FIELDS))


def _car(group: Any) -> CarRecord:
    return CarRecord(
        name=group.name, description=group.description, drive=group.drive, tyre=group.tyre,
        front=_axle(group.front), rear=_axle(group.rear), **_figures_in(group, CAR_FIELDS),
    )  # fmt: skip


def _bar(group: Any) -> BarRecord:
    holes = tuple(_figure(group, f"holes_mm[{i}]", HOLE_FIELD, number) for i, number in enumerate(group.holes_mm))
    return BarRecord(
        name=group.name, maker=group.maker, solid=group.solid, plate_arms=group.plate_arms,
        rigid_bushings=group.rigid_bushings, holes=holes, **_figures_in(group, BAR_FIELDS),
    )  # fmt: skip


def _setting(document: SettingDocument) -> Setting:
    def end(group: Any) -> EndSetting:
        return EndSetting(
            bar=_bar(group.bar), connected=group.connected, hole_left=group.hole_left - 1,
            hole_right=group.hole_right - 1, **_figures_in(group, END_FIELDS),
        )  # fmt: skip

    return Setting(document.name, end(document.front), end(document.rear))
