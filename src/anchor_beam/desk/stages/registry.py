"""The stages in the order of the work. Rail, shortcuts, tests and the guide read this list; a new stage is one line here."""

from __future__ import annotations

from anchor_beam.desk.stages.aim.stage import AIM
from anchor_beam.desk.stages.bars.stage import BARS
from anchor_beam.desk.stages.car.stage import CAR
from anchor_beam.desk.stages.fit.stage import FIT
from anchor_beam.desk.stages.garage.stage import GARAGE
from anchor_beam.desk.stages.links.stage import LINKS
from anchor_beam.desk.stages.stage import Stage

STAGES: tuple[Stage, ...] = (
    CAR,
    AIM,
    BARS,
    LINKS,
    FIT,
    GARAGE,
)  # the digits in between are those of the stages to come
FIRST, WITHOUT_CAR = BARS, GARAGE  # shown at the start, with a car and without one


def stage_named(name: str) -> Stage:
    """A stage by its name.

    Raises:
        KeyError: there is no such stage (a fault of the caller).
    """
    for stage in STAGES:
        if stage.name == name:
            return stage
    raise KeyError(name)
