"""Axles, sides and the order of the four corners everywhere: fl, fr, rl, rr."""

from __future__ import annotations

from enum import StrEnum


class Axle(StrEnum):
    """Front or rear."""

    FRONT = "front"
    REAR = "rear"

    @property
    def position(self) -> int:
        """Position on an axle axis (..., 2)."""
        return 0 if self is Axle.FRONT else 1

    @property
    def other(self) -> Axle:
        """The axle at the other end."""
        return Axle.REAR if self is Axle.FRONT else Axle.FRONT


class Side(StrEnum):
    """Left and right as seen facing forward."""

    LEFT = "left"
    RIGHT = "right"

    @property
    def position(self) -> int:
        """Position on a side axis (..., 2)."""
        return 0 if self is Side.LEFT else 1

    @property
    def other(self) -> Side:
        """The side across."""
        return Side.RIGHT if self is Side.LEFT else Side.LEFT


class AxleKind(StrEnum):
    """How the wheels of an axle are led."""

    INDEPENDENT = "independent"
    LIVE = "live"


CORNERS = ("fl", "fr", "rl", "rr")
