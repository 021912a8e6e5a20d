"""The document of one car with its bars and settings (kind "car-file"): its model, made from the table of fields."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field, FiniteFloat, create_model

from anchor_beam.core.grip.model import Drive
from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.aid import MOST_ROWS
from anchor_beam.documents.aids import BY_KEY
from anchor_beam.documents.bounds import MOST_HOLES, MOST_IN_RACK, MOST_SETTINGS
from anchor_beam.documents.fields import (
    AIM_FIELDS,
    AXLE_FIELDS,
    BAR_FIELDS,
    CAR_FIELDS,
    END_FIELDS,
    HOLE_FIELD,
    document_number,
)
from anchor_beam.documents.inputs import Field as TableField
from anchor_beam.documents.json_text import FORMAT, parse_json, require_format
from anchor_beam.documents.later import CAR_TEXTS, LATER_AXLE_CHOICES, LATER_CHOICES, with_later_keys
from anchor_beam.documents.load_states import STATE_FIELDS, twice
from anchor_beam.documents.model_text import STRICT, Name, Note, Notes
from anchor_beam.documents.mounting import NOT_LIVE, LinkMount
from anchor_beam.documents.obstacles import MOST as MOST_OBSTACLES
from anchor_beam.documents.obstacles import SIZES, Held, Obstacle, Shape, Thing, obstacle_from
from anchor_beam.documents.parts.documents import Bought, FactsDocument
from anchor_beam.documents.plain import from_plain
from anchor_beam.documents.reading import validate
from anchor_beam.documents.readings import Support, readings_from
from anchor_beam.documents.records import Adjuster, ArmDirection, CarFile, Provenance
from anchor_beam.documents.sidecars import misfits
from anchor_beam.errors import AnchorBeamError, DocumentError, Problem
from anchor_beam.words.wanted import MayChange, Wish, Work


class Sourced(BaseModel):
    """Sidecars of a group of figures, by key: where each value comes from, as typed, its own spread."""

    model_config = STRICT
    provenance: dict[str, Provenance] = {}
    typed: dict[str, str] = {}
    spread: dict[str, FiniteFloat] = {}


def _number(field: TableField) -> Any:
    low, high = (document_number(field, bound) for bound in field.legal)
    return Annotated[FiniteFloat, Field(ge=low, le=high, description=f"{field.label}. {field.help}")]


def figures(fields: tuple[TableField, ...]) -> dict[str, Any]:
    """Keys of a group of figures with their types, for a model."""
    return {field.key: (_number(field), ...) for field in fields}


def _later(choices: dict[str, StrEnum]) -> dict[str, Any]:
    """Choices that a document may leave out."""
    return {name: (type(choice), choice) for name, choice in choices.items()}


def _said(names: tuple[str, ...]) -> dict[str, Any]:
    """Words that a document may leave out."""
    return dict.fromkeys(names, (Note, ""))


AxleDocument = create_model(
    "AxleDocument", __base__=Sourced, kind=(AxleKind, ...), arms=(ArmDirection, ...), adjuster=(Adjuster, ...),
    **_later(LATER_AXLE_CHOICES), **figures(AXLE_FIELDS),
)  # fmt: skip
CarDocument = create_model(
    "CarDocument", __base__=Sourced, name=(Name, ...), description=(Note, ""), drive=(Drive, ...), tyre=(TyreKind, ...),
    front=(AxleDocument, ...), rear=(AxleDocument, ...), **_later(LATER_CHOICES), **_said(CAR_TEXTS),
    **figures(CAR_FIELDS),
)  # fmt: skip
# a type made at run time, from the same table as the others
HolesDocument: Any = Annotated[
    tuple.__class_getitem__((_number(HOLE_FIELD), ...)), Field(min_length=1, max_length=MOST_HOLES)
]
BarDocument = create_model(
    "BarDocument", __base__=Sourced, name=(Name, ...), maker=(Note, ""), solid=(bool, ...), plate_arms=(bool, False),
    rigid_bushings=(bool, False), hole_names=(Notes, ()), facts=(FactsDocument | None, None),
    holes_mm=(HolesDocument, ...),
    **figures(BAR_FIELDS),
)  # fmt: skip
Degrees = Annotated[FiniteFloat, Field(ge=-20.0, le=20.0)]


class WheelsDocument(BaseModel):
    """An angle of both wheels."""

    model_config = STRICT
    left: Degrees
    right: Degrees


class AlignmentDocument(BaseModel):
    """Toe and camber as they were read with a setting on the car."""

    model_config = STRICT
    read: Note
    toe_deg: WheelsDocument | None = None
    camber_deg: WheelsDocument | None = None


EndDocument = create_model(
    "EndDocument", __base__=Sourced, bar=(BarDocument, ...), connected=(bool, True),
    fitted=(bool, True), bought=(Bought, ()), alignment=(AlignmentDocument | None, None),
    hole_left=(Annotated[int, Field(ge=1)], ...), hole_right=(Annotated[int, Field(ge=1)], ...),
    pickup=(Annotated[int, Field(ge=1)], 1), **figures(END_FIELDS),
)  # fmt: skip


class SettingDocument(BaseModel):
    """A setting: what is on both axles. Holes are counted from 1, the outermost."""

    model_config = STRICT
    name: Name
    front: EndDocument  # type: ignore[valid-type]  # made from the table above
    rear: EndDocument  # type: ignore[valid-type]
    state: Note = ""


class RackDocument(BaseModel):
    """A bar of the rack and the axle it fits."""

    model_config = STRICT
    axle: Axle
    bar: BarDocument  # type: ignore[valid-type]


AimDocument = create_model(
    "AimDocument", __base__=Sourced, may_change=(MayChange, MayChange.BOTH), asked=(tuple[Wish, ...], ()),
    wont=(tuple[Work, ...], ()), currency=(Name, "mark"), **figures(AIM_FIELDS),
)  # fmt: skip


LoadStateDocument = create_model("LoadStateDocument", __base__=Sourced, name=(Name, ...), **figures(STATE_FIELDS))


class PairDocument(BaseModel):
    """Names of the settings that the car is changed between, and of the one that it stands in."""

    model_config = STRICT
    road: Note = ""
    event: Note = ""
    on_car: Note = ""


class ReadingsDocument(BaseModel):
    """What was read at a measuring aid: entries and rows by key, as typed beside them."""

    model_config = STRICT
    aid: str
    axle: Axle | None = None
    entries: dict[str, FiniteFloat] = {}
    as_typed: dict[str, Note] = {}
    columns: tuple[str, ...] = ()
    rows: Annotated[tuple[tuple[FiniteFloat | None, ...], ...], Field(max_length=MOST_ROWS)] = ()
    rows_as_typed: Annotated[tuple[tuple[Note, ...], ...], Field(max_length=MOST_ROWS)] = ()
    support: Support = Support.WHEELS
    state: Note = ""


class ObstacleDocument(BaseModel):
    """Something around a bar: a simple solid, its numbers by key as its shape wants them."""

    model_config = STRICT
    name: Name
    axle: Axle
    thing: Thing
    held: Held
    shape: Shape
    numbers: dict[str, FiniteFloat]
    least_mm: Annotated[FiniteFloat, Field(ge=0.0, le=200.0)] | None = None
    as_typed: dict[str, Note] = {}
    measured: bool = True


class CarFileDocument(BaseModel):
    """A car with its bars and settings."""

    model_config = STRICT
    anchor_beam: Annotated[int, Field(ge=1, le=FORMAT)]
    kind: Literal["car-file"]
    car: CarDocument  # type: ignore[valid-type]
    rack: Annotated[tuple[RackDocument, ...], Field(max_length=MOST_IN_RACK)] = ()
    settings: Annotated[tuple[SettingDocument, ...], Field(max_length=MOST_SETTINGS)] = ()
    bench: SettingDocument
    reference: Note = ""
    aim: AimDocument | None = None  # type: ignore[valid-type]
    load_states: Annotated[tuple[LoadStateDocument, ...], Field(max_length=MOST_SETTINGS)] = ()  # type: ignore[valid-type]
    pair: PairDocument | None = None
    readings: Annotated[tuple[ReadingsDocument, ...], Field(max_length=200)] = ()
    obstacles: Annotated[tuple[ObstacleDocument, ...], Field(max_length=MOST_OBSTACLES)] = ()


def from_json(text: str) -> CarFile:
    """Read a car-file.

    Raises:
        DocumentError: with every problem found; nothing is half taken over.
    """
    return from_data(parse_json(text))


def from_data(parsed: Any) -> CarFile:
    """The same from what was parsed already.

    Raises:
        DocumentError: as `from_json`.
    """
    data = require_format(parsed, "a car")
    if data.get("kind") != "car-file":
        raise DocumentError(
            f"This is a document of the kind {data.get('kind')!r}, not a car.", (Problem("kind", "", "“car-file”"),)
        )
    car = data.get("car")
    document = validate(CarFileDocument, {**data, "car": with_later_keys(car)} if isinstance(car, dict) else data)
    plain = document.model_dump()
    problems = [*_loose_ends(document), *misfits(plain)]
    if problems:
        raise DocumentError("The file does not fit together; nothing was taken over.", tuple(problems))
    return from_plain(plain)


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
            count = int(getattr(document.car, axle).pickup_holes)
            if end.pickup > count:
                problems.append(Problem(f"{place}.{axle}.pickup", f"The car has no {axle} pick-up hole {end.pickup}.",
                                        f"1 to {count}"))  # fmt: skip
    for axle in Axle:
        record: Any = getattr(document.car, axle)
        if record.pickup_holes != round(record.pickup_holes):
            problems.append(Problem(f"car.{axle}.pickup_holes", "Holes are counted.", "a whole number"))
        if record.link_on is LinkMount.LIVE_AXLE and record.kind is not AxleKind.LIVE:
            problems.append(
                Problem(f"car.{axle}.link_on", NOT_LIVE, ", ".join(set(LinkMount) - {LinkMount.LIVE_AXLE}))
            )
    names = [item.name for item in document.settings]
    for i, name in enumerate(names):
        if name in names[:i]:
            problems.append(Problem(f"settings[{i}].name", f"Two settings are called “{name}”.", "a name of its own"))
    states: Any = document.load_states
    again = twice(state.name for state in states)
    if again is not None:
        problems.append(Problem("load_states", f"Two load states are called “{again}”.", "a name of its own"))
    for key, name in (document.pair.model_dump() if document.pair is not None else {}).items():
        if name and name not in names:
            problems.append(Problem(f"pair.{key}", f"No setting is called “{name}”.", ", ".join(names)))
    problems += _odd_readings(document)
    problems += odd_obstacles(document.obstacles)
    if document.reference and document.reference not in names:
        problems.append(Problem("reference", f"No setting is called “{document.reference}”.", ", ".join(names)))
    return problems


def obstacles_of(given: tuple[dict[str, Any], ...]) -> tuple[Obstacle, ...]:
    """Things around a bar as a document has them.

    Raises:
        DocumentError: with every problem, at "obstacles[i]...".
    """
    found = tuple(validate(ObstacleDocument, each, prefix=f"obstacles[{i}]") for i, each in enumerate(given))
    problems = odd_obstacles(found)
    if problems:
        raise DocumentError("Not every thing around the bar is one.", tuple(problems))
    return tuple(obstacle_from(each.model_dump()) for each in found)


def odd_obstacles(obstacles: tuple[ObstacleDocument, ...]) -> list[Problem]:
    """Numbers that a shape does not have or that cannot be, and names that are there twice."""
    problems: list[Problem] = []
    seen = set()
    for i, item in enumerate(obstacles):
        place, wanted = f"obstacles[{i}]", [size.key for size in SIZES[item.shape]]
        if sorted(item.numbers) != sorted(wanted):
            said = f"A {item.shape} is told by other numbers."
            problems.append(Problem(f"{place}.numbers", said, ", ".join(wanted)))
            continue
        try:
            of = obstacle_from(item.model_dump()).of
        except AnchorBeamError as problem:
            problems.append(Problem(f"{place}.{problem.place}", problem.message, problem.accepts))
            continue
        if of in seen:
            problems.append(
                Problem(f"{place}.name", f"“{item.name}” is there twice on one axle.", "a name of its own")
            )
        seen.add(of)
    return problems


def _odd_readings(document: CarFileDocument) -> list[Problem]:
    """Readings of an aid that is not known, out of range, or twice."""
    problems: list[Problem] = []
    seen = set()
    for i, item in enumerate(document.readings):
        place = f"readings[{i}]"
        if item.aid not in BY_KEY:
            problems.append(Problem(f"{place}.aid", f"There is no aid “{item.aid}”.", ", ".join(BY_KEY)))
            continue
        try:
            of = readings_from(item.model_dump()).of
        except AnchorBeamError as problem:
            problems.append(Problem(f"{place}.{problem.place}", problem.message, problem.accepts))
        except (KeyError, ValueError) as problem:
            problems.append(Problem(place, f"These readings are not whole: {problem}.", BY_KEY[item.aid].title))
        else:
            if of in seen:
                problems.append(Problem(place, "These readings are there twice.", "one of each"))
            seen.add(of)
    return problems
