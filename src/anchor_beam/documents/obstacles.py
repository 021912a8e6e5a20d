"""What lies around a bar: simple solids, measured with a tape from the bar's pivot axis at the middle of the car."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from enum import StrEnum
from typing import Any

from anchor_beam.core.sides import Axle
from anchor_beam.documents.inputs import SUFFIX
from anchor_beam.documents.readings import Reading
from anchor_beam.errors import InputError, OutOfRange
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DEG, Kind

MOST = 40  # obstacles of a car
TAPE = 0.003  # m: one standard deviation of a place that was measured by tape
GUESSED = 0.040  # m: the same of something that nobody measured yet
FINE = Kind.FINE_LENGTH


class Thing(StrEnum):
    """What it is, which says how much room it needs."""

    SOFT = "hose or wire"
    BRAKE = "brake line"
    HOT = "exhaust"
    DAMPER = "damper or spring"
    FRAME = "frame or body"
    DIFFERENTIAL = "differential"
    ENGINE = "engine"
    TYRE = "tyre"
    COLLAR = "collar or lock on the bar"
    OTHER = "something else"

    @property
    def least(self) -> float:
        """The gap that it needs at least [m]; a maker's own figure comes first.

        Source: docs/theory/clearance.md, "How much room".
        """
        return _LEAST[self]


_LEAST = {
    Thing.SOFT: 0.010, Thing.BRAKE: 0.015, Thing.HOT: 0.025, Thing.DAMPER: 0.008, Thing.FRAME: 0.006,
    Thing.DIFFERENTIAL: 0.010, Thing.ENGINE: 0.015, Thing.TYRE: 0.010, Thing.COLLAR: 0.004, Thing.OTHER: 0.010,
}  # fmt: skip


class Held(StrEnum):
    """What it moves with."""

    BODY = "the body"
    LEFT = "the left wheel"
    RIGHT = "the right wheel"
    BAR = "the bar"


class Shape(StrEnum):
    """The simple solid that stands for it."""

    ROD = "rod"
    BALL = "ball"
    BLOCK = "block"
    WHEEL = "wheel"


@immutable
class Size:
    """A number of a shape: its name, its label, its kind, and between what it may lie [SI]."""

    name: str
    label: str
    kind: Kind
    legal: tuple[float, float]

    @property
    def key(self) -> str:
        """In a document, with its unit."""
        return self.name + SUFFIX[self.kind][0]

    @property
    def scale(self) -> float:
        """SI value of one unit of the document."""
        return SUFFIX[self.kind][1]


_AHEAD, _LEFT, _UP = (-2.0, 2.0), (-1.5, 1.5), (-1.0, 1.5)
PLACE = (Size("ahead", "ahead", FINE, _AHEAD), Size("left", "left", FINE, _LEFT), Size("up", "up", FINE, _UP))
OTHER_END = (
    Size("ahead_2", "end 2 ahead", FINE, _AHEAD), Size("left_2", "end 2 left", FINE, _LEFT),
    Size("up_2", "end 2 up", FINE, _UP),
)  # fmt: skip
RADIUS = Size("radius", "radius", FINE, (0.0005, 0.6))
SIZES: dict[Shape, tuple[Size, ...]] = {
    Shape.ROD: (*PLACE, *OTHER_END, RADIUS),
    Shape.BALL: (*PLACE, RADIUS),
    Shape.BLOCK: (*PLACE, *OTHER_END),
    Shape.WHEEL: (
        *PLACE, RADIUS, Size("width", "width", FINE, (0.05, 0.5)), Size("lock", "turns to lock", Kind.ANGLE, (0.0, 55 * DEG)),
    ),
}  # fmt: skip
"""The numbers of each shape, in the order in which they are asked for. A block lies along the car's axes, by two opposite
corners; a wheel by its centre."""


@immutable
class Obstacle:
    """numbers: of its shape [SI], in the order of `SIZES`. own_least: the gap that it needs, where somebody said [m].
    typed: what was typed for each number, empty where nothing was. measured: not so until every
    place of it was."""

    name: str
    axle: Axle
    thing: Thing
    held: Held
    shape: Shape
    numbers: tuple[float, ...]
    own_least: float | None = None
    typed: tuple[str, ...] = ()
    measured: bool = True

    @property
    def spread(self) -> float:
        """One standard deviation of where it is [m]."""
        return TAPE if self.measured else GUESSED

    @property
    def of(self) -> tuple[Axle, str]:
        """What tells it from others: capitals do not."""
        return self.axle, self.name.strip().casefold()

    @property
    def least(self) -> float:
        """The gap that it needs at least [m]."""
        return self.thing.least if self.own_least is None else self.own_least

    def number(self, name: str) -> float:
        """One of its numbers by name [SI]."""
        return self.numbers[[size.name for size in SIZES[self.shape]].index(name)]

    def reading(self, at: int) -> Reading:
        """One of its numbers as it was typed."""
        return Reading(self.numbers[at], self.typed[at] if at < len(self.typed) else "")

    def with_number(self, at: int, reading: Reading) -> Obstacle:
        """With another number.

        Raises:
            OutOfRange: at its name.
        """
        size = SIZES[self.shape][at]
        if not size.legal[0] <= reading.value <= size.legal[1]:
            low, high = size.legal
            raise OutOfRange(size.name, size.label, got=reading.value, low=low, high=high, kind=size.kind)
        typed = list(self.typed) + [""] * (len(self.numbers) - len(self.typed))
        typed[at] = reading.typed
        numbers = (*self.numbers[:at], reading.value, *self.numbers[at + 1 :])
        places = 6 if self.shape in (Shape.ROD, Shape.BLOCK) else 3
        measured = self.measured or all(typed[:places])
        return replace(self, numbers=numbers, typed=tuple(typed), measured=measured)


def starting(thing: Thing, axle: Axle, *, track: float, wheel_radius: float, bar_height: float) -> Obstacle:
    """Something of a kind where such things usually are, to be measured and moved; lengths [m].

    Source: docs/theory/clearance.md, "Where to begin".
    """
    wheel, out = wheel_radius - bar_height, 0.5 * track
    shape, held, numbers = {
        Thing.SOFT: (Shape.ROD, Held.BODY, (-0.10, 0.35, 0.10, 0.10, 0.35, 0.10, 0.006)),
        Thing.BRAKE: (Shape.ROD, Held.BODY, (-0.10, 0.40, 0.12, 0.10, 0.40, 0.12, 0.004)),
        Thing.HOT: (Shape.ROD, Held.BODY, (-0.30, 0.20, -0.09, 0.30, 0.20, -0.09, 0.030)),
        Thing.DAMPER: (Shape.ROD, Held.LEFT, (-0.20, out - 0.20, wheel, -0.20, out - 0.24, wheel + 0.40, 0.028)),
        Thing.FRAME: (Shape.BLOCK, Held.BODY, (-0.40, 0.36, 0.06, 0.40, 0.42, 0.16)),
        Thing.DIFFERENTIAL: (Shape.BALL, Held.BODY, (-0.18, 0.0, wheel, 0.14)),
        Thing.ENGINE: (Shape.BLOCK, Held.BODY, (-0.20, -0.22, 0.08, 0.30, 0.22, 0.30)),
        Thing.TYRE: (Shape.WHEEL, Held.LEFT, (-0.15, out, wheel, wheel_radius, 0.20, 30 * DEG)),
        Thing.COLLAR: (Shape.BALL, Held.BAR, (0.0, 0.30, 0.0, 0.022)),
        Thing.OTHER: (Shape.BALL, Held.BODY, (-0.10, 0.30, 0.10, 0.02)),
    }[thing]  # fmt: skip
    if thing is Thing.TYRE and axle is Axle.REAR:
        numbers = (*numbers[:-1], 0.0)
    return Obstacle(str(thing), axle, thing, held, shape, tuple(round(x, 3) for x in numbers), measured=False)


def obstacle_plain(obstacle: Obstacle) -> dict[str, Any]:
    """As a document."""
    numbers = {
        size.key: round(x / size.scale, 12) for size, x in zip(SIZES[obstacle.shape], obstacle.numbers, strict=True)
    }
    typed = {size.key: text for size, text in zip(SIZES[obstacle.shape], obstacle.typed, strict=False) if text}
    least = {} if obstacle.own_least is None else {"least_mm": round(obstacle.own_least * 1e3, 6)}
    head = {"name": obstacle.name, "axle": str(obstacle.axle), "thing": str(obstacle.thing), "held": str(obstacle.held),
            "shape": str(obstacle.shape)}  # fmt: skip
    guessed = {} if obstacle.measured else {"measured": False}
    return head | {"numbers": numbers} | least | ({"as_typed": typed} if typed else {}) | guessed


def obstacle_from(data: Mapping[str, Any]) -> Obstacle:
    """What `obstacle_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
        InputError: at "numbers.<key>", it cannot be that.
    """
    shape = Shape(data["shape"])
    numbers, typed = [], []
    for size in SIZES[shape]:
        value = round(float(data["numbers"][size.key]) * size.scale, 12)
        if not size.legal[0] <= value <= size.legal[1]:
            raise InputError(
                f"numbers.{size.key}", f"{size.label.capitalize()} cannot be that.", got=data["numbers"][size.key]
            )
        numbers.append(value)
        typed.append(str((data.get("as_typed") or {}).get(size.key, "")))
    least = data.get("least_mm")
    return Obstacle(
        str(data["name"]), Axle(data["axle"]), Thing(data["thing"]), Held(data["held"]), shape, tuple(numbers),
        None if least is None else float(least) * 1e-3, tuple(typed) if any(typed) else (),
        bool(data.get("measured", True)),
    )  # fmt: skip
