"""What can be asked of a car, and what a user may rule out, by name."""

from __future__ import annotations

from enum import StrEnum


class MayChange(StrEnum):
    """Which ends the class rules leave free."""

    BOTH = "both ends"
    FRONT = "the front end only"
    REAR = "the rear end only"


class Wish(StrEnum):
    """A constraint that can be asked for, by the name of its figure."""

    INSIDE_DOWN = "inside_down"
    LINK_LOAD = "link_load"
    HARSHNESS = "harshness"
    TYRE_CLEARS = "tyre_clears"
    BUDGET = "budget"
    HOURS = "hours"


class Work(StrEnum):
    """What a user may not want, or be able, to do."""

    DRILL = "drill"
    WELD = "weld"
    CUT = "cut"
    SUBFRAME = "lower a subframe"
    LIFT = "work under a lifted car"
    SECOND_PERSON = "find a second person"
