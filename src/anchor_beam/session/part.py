"""What of a workshop can change, so that views are told only what they show."""

from __future__ import annotations

from enum import Flag, auto


class Part(Flag):
    """What can change; listeners name the parts they show."""

    GARAGE = auto()  # the list of cars
    CAR = auto()  # another car, or its data
    SETTING = auto()  # bars, holes, links, kept settings, reference
    BANDS = auto()  # the bands of the figures already shown
    UNITS = auto()
    STATUS = auto()  # what was said last, whether it is saved
    PHASE = auto()  # which part of the corner is looked at
    READINGS = auto()  # what was read at the measuring aids


EVERYTHING = ~Part(0)
