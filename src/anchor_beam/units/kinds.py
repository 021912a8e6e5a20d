"""Kinds of quantity, and the unit in which each is shown."""

from __future__ import annotations

import math
from enum import StrEnum
from typing import ClassVar

from anchor_beam.immutable import immutable

G = 9.81  # m/s^2


class Kind(StrEnum):
    """What sort of thing a number is; decides its units, decimals and step."""

    DIAMETER = "diameter"
    FINE_LENGTH = "length"
    LENGTH = "distance"
    MASS = "mass"
    FORCE = "force"
    TORQUE = "torque"
    RATE = "rate"
    TWIST_STIFFNESS = "twist stiffness"
    ROLL_STIFFNESS = "roll stiffness"
    ANGLE = "angle"
    ACCELERATION = "acceleration"
    ROLL_GRADIENT = "roll gradient"
    STRESS = "stress"
    PERCENT = "percentage"
    RATIO = "ratio"
    COUNT = "count"
    TURN_PER_TRAVEL = "turn per travel"
    CAMBER_LOSS = "camber loss"
    COMPLIANCE_STEER = "compliance steer"
    UNDERSTEER = "understeer gradient"
    SPEED = "speed"
    SHAFT_SPEED = "speed of a shaft"
    PRESSURE = "pressure"
    DURATION = "duration"
    DELAY = "delay"
    ROAD = "way on the road"


@immutable
class System:
    """Units that figures are shown in: one of two systems, and quantities that are shown in one of them whatever the rest is.

    pinned: kinds with the name of the system that each is shown in.
    """

    name: str
    pinned: frozenset[tuple[Kind, str]] = frozenset()

    METRIC: ClassVar[System]
    US: ClassVar[System]

    def __str__(self) -> str:
        return self.name

    @property
    def base(self) -> System:
        """That of everything that is not pinned."""
        return System.US if self.name == System.US.name else System.METRIC

    @property
    def other(self) -> System:
        """What a toggle goes to; what is pinned stays."""
        return System((System.METRIC if self.base == System.US else System.US).name, self.pinned)

    def of(self, kind: Kind) -> System:
        """The system that a kind is shown in."""
        pinned = (
            next((name for pinned, name in self.pinned if pinned is kind), self.name) if self.pinned else self.name
        )
        return System.US if pinned == System.US.name else System.METRIC

    def turned(self, kind: Kind) -> System:
        """With one kind shown in the other system than now, pinned where that is not the one of the rest."""
        rest = frozenset(pair for pair in self.pinned if pair[0] is not kind)
        there = System.METRIC if self.of(kind) == System.US else System.US
        return System(self.name, rest if there == self.base else rest | {(kind, there.name)})


System.METRIC, System.US = System("metric"), System("US customary")
SYSTEMS = (System.METRIC, System.US)


@immutable
class Unit:
    """A display unit: symbol, SI value of one, decimals shown, and one sensible step in the unit."""

    symbol: str
    si: float
    decimals: int
    step: float


DEG = math.pi / 180.0
LBF = 4.4482216152605
INCH = 0.0254
PSI = 6894.757293168
MILE = 1609.344
_SAME: dict[Kind, Unit] = {
    Kind.ANGLE: Unit("deg", DEG, 1, 0.5),
    Kind.ACCELERATION: Unit("g", G, 2, 0.05),
    Kind.ROLL_GRADIENT: Unit("deg/g", DEG / G, 2, 0.1),
    Kind.PERCENT: Unit("%", 1.0, 1, 0.5),
    Kind.RATIO: Unit("", 1.0, 3, 0.01),
    Kind.COUNT: Unit("", 1.0, 0, 1.0),
    Kind.CAMBER_LOSS: Unit("/deg²", 1.0 / DEG**2, 4, 0.0005),
    Kind.COMPLIANCE_STEER: Unit("deg/kN", DEG / 1e3, 2, 0.02),
    Kind.UNDERSTEER: Unit("deg/g", DEG / G, 2, 0.1),
    Kind.TWIST_STIFFNESS: Unit("N·m/rad", 1.0, 0, 10.0),
    Kind.DURATION: Unit("s", 1.0, 2, 0.1),
    Kind.DELAY: Unit("ms", 1e-3, 0, 5.0),
}
UNITS: dict[System, dict[Kind, Unit]] = {
    System.METRIC: _SAME
    | {
        Kind.DIAMETER: Unit("mm", 1e-3, 1, 0.1),
        Kind.FINE_LENGTH: Unit("mm", 1e-3, 1, 0.5),
        Kind.LENGTH: Unit("mm", 1e-3, 0, 1.0),
        Kind.MASS: Unit("kg", 1.0, 1, 1.0),
        Kind.FORCE: Unit("N", 1.0, 0, 10.0),
        Kind.TORQUE: Unit("N·m", 1.0, 1, 1.0),
        Kind.RATE: Unit("N/mm", 1e3, 1, 0.5),
        Kind.ROLL_STIFFNESS: Unit("N·m/deg", 1.0 / DEG, 0, 5.0),
        Kind.STRESS: Unit("MPa", 1e6, 0, 10.0),
        Kind.TURN_PER_TRAVEL: Unit("deg/mm", DEG * 1e3, 3, 0.01),
        Kind.SPEED: Unit("km/h", 1.0 / 3.6, 1, 1.0),
        Kind.SHAFT_SPEED: Unit("mm/s", 1e-3, 0, 5.0),
        Kind.PRESSURE: Unit("bar", 1e5, 2, 0.05),
        Kind.ROAD: Unit("km", 1e3, 0, 10.0),
    },
    System.US: _SAME
    | {
        Kind.DIAMETER: Unit("in", INCH, 3, 1.0 / 64.0),
        Kind.FINE_LENGTH: Unit("in", INCH, 2, 1.0 / 32.0),
        Kind.LENGTH: Unit("in", INCH, 1, 0.125),
        Kind.MASS: Unit("lb", 0.45359237, 0, 1.0),
        Kind.FORCE: Unit("lbf", LBF, 0, 5.0),
        Kind.TORQUE: Unit("ft·lbf", LBF * 0.3048, 1, 1.0),
        Kind.RATE: Unit("lbf/in", LBF / INCH, 0, 5.0),
        Kind.ROLL_STIFFNESS: Unit("ft·lbf/deg", LBF * 0.3048 / DEG, 0, 5.0),
        Kind.STRESS: Unit("ksi", 6.894757293168e6, 1, 1.0),
        Kind.TURN_PER_TRAVEL: Unit("deg/in", DEG / INCH, 2, 0.1),
        Kind.TWIST_STIFFNESS: Unit("ft·lbf/rad", LBF * 0.3048, 0, 10.0),
        Kind.COMPLIANCE_STEER: Unit("deg/klbf", DEG / (1e3 * LBF), 2, 0.1),
        Kind.SPEED: Unit("mph", 0.44704, 1, 1.0),
        Kind.SHAFT_SPEED: Unit("in/s", INCH, 1, 0.5),
        Kind.PRESSURE: Unit("psi", PSI, 1, 0.5),
        Kind.ROAD: Unit("mi", MILE, 0, 10.0),
    },
}

# What may be typed, in lower case, beside the symbols above; a bare lb is a mass or a force as the field has it.
TYPED: dict[Kind, dict[str, float]] = {
    Kind.LENGTH: {"mm": 1e-3, "cm": 1e-2, "m": 1.0, "in": INCH, "inch": INCH, "inches": INCH, '"': INCH,
                  "ft": 0.3048, "'": 0.3048},
    Kind.MASS: {"kg": 1.0, "lb": 0.45359237, "lbs": 0.45359237, "t": 1000.0},
    Kind.FORCE: {"n": 1.0, "kn": 1e3, "lb": LBF, "lbf": LBF, "lbs": LBF, "kgf": 9.80665, "kg": 9.80665},
    Kind.TORQUE: {
        "n·m": 1.0, "nm": 1.0, "n-m": 1.0, "n*m": 1.0, "ft-lb": LBF * 0.3048, "ft·lbf": LBF * 0.3048,
        "lb-ft": LBF * 0.3048, "ft lb": LBF * 0.3048, "in-lb": LBF * INCH,
    },
    Kind.RATE: {
        "n/mm": 1e3, "n/m": 1.0, "kn/m": 1e3, "lb/in": LBF / INCH, "lbs/in": LBF / INCH, "lbf/in": LBF / INCH,
        "kg/mm": 9806.65, "kgf/mm": 9806.65,
    },
    Kind.TWIST_STIFFNESS: {
        "n·m/rad": 1.0, "nm/rad": 1.0, "n·m/deg": 1.0 / DEG, "nm/deg": 1.0 / DEG, "ft·lbf/deg": LBF * 0.3048 / DEG,
        "ft-lb/deg": LBF * 0.3048 / DEG, "ft·lbf/rad": LBF * 0.3048, "ft-lb/rad": LBF * 0.3048,
    },
    Kind.ANGLE: {"deg": DEG, "°": DEG, "rad": 1.0},
    Kind.ACCELERATION: {"g": G, "m/s²": 1.0, "m/s2": 1.0, "m/s^2": 1.0},
    Kind.ROLL_GRADIENT: {"deg/g": DEG / G, "°/g": DEG / G},
    Kind.STRESS: {"mpa": 1e6, "n/mm2": 1e6, "n/mm²": 1e6, "ksi": 6.894757293168e6, "psi": PSI},
    Kind.PERCENT: {"%": 1.0},
    Kind.CAMBER_LOSS: {"/deg²": 1.0 / DEG**2, "/deg2": 1.0 / DEG**2, "1/deg²": 1.0 / DEG**2, "1/deg2": 1.0 / DEG**2},
    Kind.COMPLIANCE_STEER: {"deg/kn": DEG / 1e3, "°/kn": DEG / 1e3, "deg/klbf": DEG / (1e3 * LBF)},
    Kind.UNDERSTEER: {"deg/g": DEG / G, "°/g": DEG / G},
    Kind.SPEED: {"km/h": 1.0 / 3.6, "kph": 1.0 / 3.6, "mph": 0.44704, "m/s": 1.0},
    Kind.SHAFT_SPEED: {"mm/s": 1e-3, "cm/s": 1e-2, "m/s": 1.0, "in/s": INCH},
    Kind.PRESSURE: {"bar": 1e5, "kpa": 1e3, "psi": PSI},
    Kind.DURATION: {"s": 1.0, "ms": 1e-3},
    Kind.DELAY: {"ms": 1e-3, "s": 1.0},
    Kind.ROAD: {"km": 1e3, "mi": MILE, "miles": MILE, "m": 1.0},
}  # fmt: skip
TYPED[Kind.DIAMETER] = TYPED[Kind.FINE_LENGTH] = TYPED[Kind.LENGTH]
TYPED[Kind.ROLL_STIFFNESS] = TYPED[Kind.TWIST_STIFFNESS]

# Pint's words, to check a unit that is not in the table; a kind without an entry takes plain numbers only.
DIMENSIONS: dict[Kind, str] = {
    Kind.DIAMETER: "meter", Kind.FINE_LENGTH: "meter", Kind.LENGTH: "meter", Kind.MASS: "kilogram",
    Kind.FORCE: "newton", Kind.TORQUE: "newton * meter", Kind.RATE: "newton / meter", Kind.STRESS: "pascal",
    Kind.ANGLE: "radian", Kind.ACCELERATION: "meter / second ** 2", Kind.SPEED: "meter / second",
    Kind.SHAFT_SPEED: "meter / second", Kind.PRESSURE: "pascal", Kind.DURATION: "second",
    Kind.DELAY: "second", Kind.ROAD: "meter",
    Kind.TWIST_STIFFNESS: "newton * meter / radian", Kind.ROLL_STIFFNESS: "newton * meter / radian",
}  # fmt: skip
EXAMPLES: dict[Kind, str] = {
    Kind.DIAMETER: "23.8 mm or 15/16 in", Kind.FINE_LENGTH: "118.5 mm or 4 5/8 in", Kind.LENGTH: "1470 mm or 57 7/8 in",
    Kind.MASS: "212 kg or 467 lb", Kind.FORCE: "1800 N or 405 lb", Kind.TORQUE: "55 N·m or 41 ft-lb",
    Kind.RATE: "22 N/mm or 125 lb/in", Kind.ANGLE: "7.5 deg", Kind.ACCELERATION: "0.9 g",
    Kind.PERCENT: "2.5 %", Kind.RATIO: "0.72", Kind.COUNT: "a whole number", Kind.STRESS: "240 MPa or 35 ksi",
    Kind.TWIST_STIFFNESS: "1560 N·m/rad", Kind.ROLL_STIFFNESS: "420 N·m/deg", Kind.ROLL_GRADIENT: "2.4 deg/g",
    Kind.TURN_PER_TRAVEL: "0.14", Kind.CAMBER_LOSS: "0.0030 /deg²", Kind.COMPLIANCE_STEER: "0.10 deg/kN",
    Kind.UNDERSTEER: "1.8 deg/g", Kind.SPEED: "65 km/h or 40 mph",
    Kind.SHAFT_SPEED: "50 mm/s or 2 in/s", Kind.PRESSURE: "2.1 bar or 30 psi", Kind.DURATION: "1.2 s", Kind.DELAY: "140 ms",
    Kind.ROAD: "480 km or 300 mi",
}  # fmt: skip


def unit_of(kind: Kind, system: System) -> Unit:
    """The unit in which a kind is shown."""
    return UNITS[system.of(kind)][kind]
