"""What an input is: a figure with its source, and all that is known of every figure of its kind.

Records say this where they declare the figure (see `records`), so a record is at the same time the table of its inputs:
documents, fields, bands and the core's inputs are made from it.
"""

from __future__ import annotations

import dataclasses
from collections.abc import Callable
from dataclasses import dataclass
from enum import Enum, StrEnum, auto
from typing import Any

from anchor_beam.core.grip.driving import Use
from anchor_beam.core.grip.model import Drive
from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.methods import METHODS
from anchor_beam.documents.wishes import Confidence
from anchor_beam.errors import OutOfRange
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DEG, G, Kind


class Provenance(StrEnum):
    """Where a value comes from; a spread follows from it."""

    MEASURED = "measured"
    MAKER = "maker's figure"
    TYPICAL = "typical"
    GUESS = "guess"
    DERIVED = "derived"


@dataclass(frozen=True, slots=True)
class Figure:
    """A value [SI] with its provenance, the text it was typed as, and its own spread if the user gave one."""

    value: float
    provenance: Provenance = Provenance.TYPICAL
    typed: str = ""
    spread: float | None = None


SUFFIX: dict[Kind, tuple[str, float]] = {
    Kind.DIAMETER: ("_mm", 1e-3), Kind.FINE_LENGTH: ("_mm", 1e-3), Kind.LENGTH: ("_mm", 1e-3),
    Kind.MASS: ("_kg", 1.0), Kind.RATE: ("_N_per_mm", 1e3), Kind.ANGLE: ("_deg", DEG), Kind.PERCENT: ("_percent", 1.0),
    Kind.RATIO: ("", 1.0), Kind.ROLL_STIFFNESS: ("_Nm_per_deg", 1.0 / DEG), Kind.CAMBER_LOSS: ("_per_deg2", 1.0 / DEG**2),
    Kind.COMPLIANCE_STEER: ("_deg_per_kN", DEG / 1e3), Kind.ACCELERATION: ("_g", G), Kind.SPEED: ("_m_per_s", 1.0),
    Kind.DURATION: ("_s", 1.0), Kind.FORCE: ("_N", 1.0), Kind.COUNT: ("", 1.0),
    Kind.ROLL_GRADIENT: ("_deg_per_g", DEG / G), Kind.TORQUE: ("_Nm", 1.0), Kind.SHAFT_SPEED: ("_mm_per_s", 1e-3),
    Kind.PRESSURE: ("_bar", 1e5),
}  # fmt: skip

# One standard deviation of a value by where it comes from, as part of the field's typical spread; what was measured is as
# good as its method, see `methods`.
SPREAD_FACTOR = {
    Provenance.MEASURED: 0.15,
    Provenance.MAKER: 0.5,
    Provenance.TYPICAL: 1.0,
    Provenance.GUESS: 2.0,
    Provenance.DERIVED: 1.0,
}


class Enters(Enum):
    """Which of the core's inputs a figure goes to, under its own name there. Figures of a car enter once, those of an axle
    for front and rear, those that end in left and right for each side, holes as a list."""

    CAR = auto()  # core.car.measured.MeasuredCar
    GRIP = auto()  # core.grip.model.GripBatch
    STEER = auto()  # the same, but only the handling curve depends on it
    LINKAGE = auto()  # core.linkage.tape.PickUp
    MOUNT = auto()  # core.linkage.mounts
    DIRECT = auto()  # core.linkage.direct.DirectBar
    BAR = auto()  # core.bar.shape.Dimensions
    NOTHING = auto()  # a wish, or a count


@immutable
class Around:
    """What a typical value may depend on: the car's tyre, drive, use and driver, which axle it is about, and its kind.

    Figures of the whole car are told the kind of the rear axle.
    """

    tyre: TyreKind
    axle: Axle = Axle.FRONT
    kind: AxleKind = AxleKind.INDEPENDENT
    drive: Drive = Drive.REAR
    use: Use = Use.HILL
    confidence: Confidence = Confidence.USUAL


Later = Callable[[Around], float]


@immutable
class Field:
    """One input. legal and usual are closed ranges in SI; spread of a typical value is absolute [SI] plus relative.

    later: what a document gets that was written before this input existed, in the document's unit; None for inputs that
    were always there.
    """

    name: str
    label: str
    kind: Kind
    legal: tuple[float, float]
    usual: tuple[float, float]
    absolute: float
    relative: float
    help: str
    enters: Enters
    later: Later | None = None

    @property
    def key(self) -> str:
        """The key in a JSON document, with the unit."""
        return self.name + SUFFIX[self.kind][0]

    @property
    def scale(self) -> float:
        """SI value of one unit of the document."""
        return SUFFIX[self.kind][1]

    @property
    def is_exact(self) -> bool:
        """A wish or a count, with no spread and nothing to measure."""
        return self.absolute == 0.0 and self.relative == 0.0

    def spread(self, figure: Figure) -> float:
        """One standard deviation [SI]."""
        if figure.spread is not None:
            return figure.spread
        method = METHODS.get(self.name)
        if figure.provenance is Provenance.MEASURED and method is not None and not self.is_exact:
            return min(method.spread(figure.value), self.absolute + self.relative * abs(figure.value))
        return SPREAD_FACTOR[figure.provenance] * (self.absolute + self.relative * abs(figure.value))

    def check(self, value: float, place: str) -> None:
        """Refuse a value that is not legal.

        Raises:
            OutOfRange: at `place`.
        """
        low, high = self.legal
        if not low <= value <= high:
            raise OutOfRange(place, self.label, got=value, low=low, high=high, kind=self.kind)

    def is_usual(self, value: float) -> bool:
        """Whether most cars have a value like this."""
        return self.usual[0] <= value <= self.usual[1]


Range = tuple[float, float]


def quantity(
    kind: Kind, label: str, legal: Range, usual: Range, help: str, *, enters: Enters, spread: float = 0.0,
    relative: float = 0.0, later: Later | None = None,
) -> Any:  # fmt: skip
    """A figure of a record, all in SI; spread of a typical value: absolute plus relative."""
    return dataclasses.field(
        metadata={"input": Field("", label, kind, legal, usual, spread, relative, help, enters, later)}
    )


def length(
    label: str, legal: Range, usual: Range, help: str, *, enters: Enters, spread: float, kind: Kind = Kind.LENGTH,
    later: Later | None = None,
) -> Any:  # fmt: skip
    """A length; ranges and spread in mm."""
    low, high, usual_low, usual_high = (x / 1e3 for x in (*legal, *usual))
    return quantity(
        kind, label, (low, high), (usual_low, usual_high), help, enters=enters, spread=spread / 1e3, later=later
    )


@immutable
class Way:
    """A way that a coordinate goes, with what it is counted from; ranges in mm."""

    name: str
    help: str
    legal: Range
    usual: Range


def coordinate(point: str, way: Way, typical: float, *, exact: bool = False) -> Any:
    """One coordinate of a point that something hangs on [mm]; exact: a pattern, that is as it is."""
    return length(
        f"{point}, {way.name}", way.legal, way.usual, way.help, enters=Enters.MOUNT, spread=0.0 if exact else 8.0,
        kind=Kind.FINE_LENGTH, later=lambda _at: typical,
    )  # fmt: skip


def mass(
    label: str, legal: Range, usual: Range, help: str, *, enters: Enters, relative: float, later: Later | None = None
) -> Any:
    """A mass; ranges in kg."""
    return quantity(Kind.MASS, label, legal, usual, help, enters=enters, relative=relative, later=later)


def rate(label: str, usual: Range, help: str, *, enters: Enters, relative: float, later: Later | None = None) -> Any:
    """A stiffness; the usual range in N/mm."""
    low, high = usual
    return quantity(
        Kind.RATE, label, (10.0, 1e8), (low * 1e3, high * 1e3), help, enters=enters, relative=relative, later=later
    )


def angle(
    label: str, legal: Range, usual: Range, help: str, *, enters: Enters, spread: float, later: Later | None = None
) -> Any:
    """An angle; ranges and spread in degrees."""
    legal_rad, usual_rad = ((low * DEG, high * DEG) for low, high in (legal, usual))
    return quantity(Kind.ANGLE, label, legal_rad, usual_rad, help, enters=enters, spread=spread * DEG, later=later)


def ratio(
    label: str, legal: Range, usual: Range, help: str, *, enters: Enters, spread: float, later: Later | None = None
) -> Any:
    """A number without a unit."""
    return quantity(Kind.RATIO, label, legal, usual, help, enters=enters, spread=spread, later=later)


def fields_of(record: type) -> tuple[Field, ...]:
    """The inputs of a record in their order."""
    return tuple(
        dataclasses.replace(field.metadata["input"], name=field.name)
        for field in dataclasses.fields(record)
        if "input" in field.metadata
    )
