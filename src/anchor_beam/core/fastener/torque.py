"""The torque of a bolt: an estimate from thread and class where its maker says nothing, and what a wrench must be set to.

T = K d F with F three quarters of the proof load: the usual preload of a joint that is taken apart again. K is an average of
friction under the head and in the thread; the same torque leaves a clamp force that scatters by a quarter to a third.
Source: Shigley, *Mechanical Engineering Design*, 8-8 and 8-9, table 8-15; proof stresses of ISO 898-1 and SAE J429.
"""

from __future__ import annotations

import math
from enum import StrEnum

from anchor_beam.core.arrays import require_positive
from anchor_beam.core.fastener.thread import Thread
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

PRELOAD = 0.75  # of the proof load
MPA = 1e6


class Strength(StrEnum):
    """What stands on the head of a bolt."""

    C46 = "4.6"
    C58 = "5.8"
    C88 = "8.8"
    C109 = "10.9"
    C129 = "12.9"
    G2 = "grade 2"
    G5 = "grade 5"
    G8 = "grade 8"


class Surface(StrEnum):
    """What is on the thread when it is tightened."""

    BLACK = "bare, dry"
    ZINC = "zinc, dry"
    OILED = "oiled"
    LOCKED = "wet with thread locker"
    ANTI_SEIZE = "anti-seize"


_PROOF = {
    Strength.C46: 225 * MPA, Strength.C58: 380 * MPA, Strength.C88: 580 * MPA, Strength.C109: 830 * MPA,
    Strength.C129: 970 * MPA, Strength.G2: 379 * MPA, Strength.G5: 586 * MPA, Strength.G8: 827 * MPA,
}  # fmt: skip
NUT_FACTOR = {
    Surface.BLACK: 0.30, Surface.ZINC: 0.20, Surface.OILED: 0.18, Surface.LOCKED: 0.18, Surface.ANTI_SEIZE: 0.12,
}  # fmt: skip
SCATTER = 0.25  # one standard deviation of K over K, from joint to joint


@immutable
class Estimate:
    """torque [N m] with one standard deviation of what the friction leaves open; clamp: force that it aims at [N]."""

    torque: float
    spread: float
    clamp: float


def proof_stress(strength: Strength, diameter: float) -> float:
    """Of a class [Pa]; 8.8 is a little more above 16 mm."""
    return 600 * MPA if strength is Strength.C88 and diameter > 0.016 else _PROOF[strength]


def estimate(of: Thread, strength: Strength, surface: Surface) -> Estimate:
    """A generic torque: never the maker's, and none for ball studs, tapers or soft threads."""
    clamp = PRELOAD * proof_stress(strength, of.diameter) * of.stress_area
    torque = NUT_FACTOR[surface] * of.diameter * clamp
    return Estimate(torque, SCATTER * torque, clamp)


def wrench_setting(torque: float, length: float, offset: float, angle: float = 0.0) -> float:
    """What a torque wrench shows [N m] while its extension puts `torque` on the bolt.

    length: of the wrench from its square to the middle of its grip [m]. offset: from that square to the bolt [m]; angle:
    between wrench and extension [rad], 0 in line, pi/2 square to it.
    Source: moments about the bolt and about the square: T L / (L + e cos a).

    Raises:
        InputError: at "length" or "offset", the extension points back past the grip.
    """
    require_positive("length", length, "The length of the wrench")
    reach = length + offset * math.cos(angle)
    if reach <= 0.0:
        raise InputError("offset", "The extension points back past the grip.", got=offset, accepts="a shorter one")
    return torque * length / reach
