"""What the car should do: windows, constraints, work that is out of the question."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.grip.driving import Phase
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import put
from anchor_beam.documents.records import WINDOWS, CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.words import acts
from anchor_beam.words.wanted import Wish, Work


@immutable(eq=False)
class SetWindow:
    """Move or size the window of a phase [%] and of the roll gradient [rad/(m/s^2)] at once."""

    phase: Phase
    margin: tuple[float, float]
    roll: tuple[float, float]

    def apply(self, file: CarFile) -> CarFile:
        ends = (
            *zip(WINDOWS[self.phase], self.margin, strict=True),
            *zip(("roll_low", "roll_high"), self.roll, strict=True),
        )
        for low, high in (self.margin, self.roll):
            if not low < high:
                raise InputError("car.window_low", "A window needs room between its ends.", accepts="from below to")
        for name, value in ends:
            before: Figure = getattr(file.car, name)
            if before.value != value:
                field_at(f"car.{name}").check(value, f"car.{name}")
                file = put(file, f"car.{name}", Figure(value, Provenance.MEASURED))
        return file

    @property
    def said(self) -> str:
        return acts.window(self.phase)


@immutable(eq=False)
class AskFor:
    """Let a constraint count, or not."""

    wish: Wish
    on: bool

    def apply(self, file: CarFile) -> CarFile:
        asked = tuple(wish for wish in Wish if (self.on if wish is self.wish else wish in file.aim.asked))
        return replace(file, aim=replace(file.aim, asked=asked))

    @property
    def said(self) -> str:
        return acts.asked(self.wish, self.on)


@immutable(eq=False)
class RuleOut:
    """Say that some work is out of the question, or that it is not."""

    work: Work
    on: bool

    def apply(self, file: CarFile) -> CarFile:
        wont = tuple(work for work in Work if (self.on if work is self.work else work in file.aim.wont))
        return replace(file, aim=replace(file.aim, wont=wont))

    @property
    def said(self) -> str:
        return acts.ruled_out(self.work, self.on)
