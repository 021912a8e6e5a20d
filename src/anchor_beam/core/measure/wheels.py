"""What a tape, a caliper and the letters on a tyre say about a wheel: its size, and how the brakes share their work."""

from __future__ import annotations

import math

from anchor_beam.core.arrays import require_not_negative, require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MADE = 0.006  # of the free radius: how far tyres of one size differ, new to worn included
FRICTION = 0.06  # of the pad's friction: how far pads of one label differ, cold to warm
RADIUS = 0.02  # of the effective radius of a disc, from the edges of the pad


@immutable
class TyreSize:
    """From the size on the sidewall [m]: free radius, height of the wheel centre under its load, rolling radius."""

    free: Measured
    standing: Measured
    rolling: Measured


def tyre_size(
    width: float, height_percent: float, rim: float, *, load: float, rate: float, rate_error: float = 0.0
) -> TyreSize:
    """width and rim diameter [m], height of the sidewall over the width [%], load [N] and rate of the tyre [N/m].

    Raises:
        InputError: at "width", "height_percent", "rim", "load" or "rate".
    Source: size designation of tyres; rolling radius R - d/3 for a deflection d: Pacejka, *Tire and Vehicle Dynamics*, ch. 1.
    """
    for place, value, what in (
        ("width", width, "The width"), ("height_percent", height_percent, "The height"), ("rim", rim, "The rim"),
        ("rate", rate, "The tyre rate"),
    ):  # fmt: skip
        require_positive(place, value, what)
    require_not_negative("load", load, "The load")
    free = 0.5 * rim + width * height_percent / 100.0
    down = load / rate
    if not down < 0.5 * (free - 0.5 * rim):
        raise InputError(
            "load", "Under this load the sidewall would be half flat.", got=load, accepts="a smaller load"
        )
    made, give = MADE * free, down * rate_error / rate
    return TyreSize(
        Measured(free, made), Measured(free - down, math.hypot(made, give)),
        Measured(free - down / 3.0, math.hypot(made, give / 3.0)),
    )  # fmt: skip


@immutable
class Brakes:
    """One axle's disc brakes: pistons on one side of a caliper and their diameter [m], effective radius of the disc [m],
    friction of the pads [-], rolling radius [m], pressure in its line over the other axle's where it is not the same."""

    pistons: int
    piston: float
    disc: float
    friction: float
    rolling: float
    pressure: float = 1.0

    @property
    def force(self) -> float:
        """At the road per pressure in the line [m^2]: both wheels, both pads of each."""
        area = self.pistons * math.pi * self.piston**2 / 4.0
        return 4.0 * area * self.friction * self.disc / self.rolling * self.pressure


def brake_share(front: Brakes, rear: Brakes) -> Measured:
    """Part of the braking force that the front axle makes [-], short of locking.

    Raises:
        InputError: at "front." or "rear." and the name of the figure.
    Source: Limpert, *Brake Design and Safety*, ch. 5 (hydraulic discs); errors to first order, pads and radii.
    """
    for axle, brakes in (("front", front), ("rear", rear)):
        for name, value in vars(brakes).items():
            require_positive(f"{axle}.{name}", float(value), f"The {name} of the {axle} brakes")
    share = front.force / (front.force + rear.force)
    return Measured(share, share * (1.0 - share) * math.sqrt(2.0 * (FRICTION**2 + RADIUS**2)))


WIDTH = 0.03  # of the load that a tyre is made for, at one width: makes differ


def loads_by_width(front: float, rear: float) -> tuple[Measured, Measured]:
    """Load that the tyres of both axles are made for, over their mean [-], from their widths [m].

    Raises:
        InputError: at "front" or "rear".
    Source: docs/theory/measurements.md, "Tyres at each wheel": one pressure and one length of the contact patch.
    """
    require_positive("front", front, "The width")
    require_positive("rear", rear, "The width")
    mean = 0.5 * (front + rear)
    return Measured(front / mean, WIDTH), Measured(rear / mean, WIDTH)
