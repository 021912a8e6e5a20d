"""Bars and their holes."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.bounds import MOST_HOLES
from anchor_beam.documents.fields import HOLE_FIELD
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarRecord, BarState, CarFile, EndSetting, Figure, Provenance, RackBar
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.words import acts
from anchor_beam.words.bars import setting_words
from anchor_beam.words.names import holes as holes_words


@immutable(eq=False)
class SetHole:
    """Move a link to another hole, on one side or on both."""

    axle: Axle
    sides: tuple[Side, ...]
    hole: int

    def apply(self, file: CarFile) -> CarFile:
        holes = len(file.bench.end(self.axle).bar.holes)
        if not 0 <= self.hole < holes:
            raise InputError(
                f"bench.{self.axle}.hole_{self.sides[0]}", f"This bar has no hole {self.hole + 1}.",
                got=self.hole + 1, accepts=f"1 to {holes}, 1 is at the end of the arm",
            )  # fmt: skip
        for side in self.sides:
            file = put(file, f"bench.{self.axle}.hole_{side}", self.hole)
        return file

    @property
    def said(self) -> str:
        return acts.hole(self.axle, self.sides, self.hole)


@immutable(eq=False)
class SetPickup:
    """Move the far ends of both links to another hole."""

    axle: Axle
    hole: int

    def apply(self, file: CarFile) -> CarFile:
        count = round(file.car.axle(self.axle).pickup_holes.value)
        if not 0 <= self.hole < count:
            raise InputError(
                f"bench.{self.axle}.pickup", f"There is no {self.axle} pick-up hole {self.hole + 1}.", got=self.hole + 1,
                accepts=f"1 to {count}",
            )  # fmt: skip
        return put(file, f"bench.{self.axle}.pickup", self.hole)

    @property
    def said(self) -> str:
        return acts.pickup(self.axle, self.hole)


@immutable(eq=False)
class AddHole:
    """One more hole, a step further in than the last."""

    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        holes = file.bench.end(self.axle).bar.holes
        step = holes[-1].value - holes[-2].value if len(holes) > 1 else 0.025
        if len(holes) >= MOST_HOLES:
            raise InputError(
                f"bench.{self.axle}.bar.holes",
                f"{MOST_HOLES} holes are as many as fit.",
                accepts=f"1 to {MOST_HOLES}",
            )
        hole = Figure(round(holes[-1].value + step, 6), Provenance.GUESS)
        HOLE_FIELD.check(hole.value, f"bench.{self.axle}.bar.holes[{len(holes)}]")
        return put(file, f"bench.{self.axle}.bar.holes", (*holes, hole))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}, one more hole"


@immutable(eq=False)
class RemoveHole:
    """Take the innermost hole away; a link that hangs there moves one out."""

    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        end = file.bench.end(self.axle)
        if len(end.bar.holes) == 1:
            raise InputError(f"bench.{self.axle}.bar.holes", "A bar needs one hole.", accepts=f"1 to {MOST_HOLES}")
        holes = end.bar.holes[:-1]
        last = len(holes) - 1
        bar = replace(end.bar, holes=holes, hole_names=end.bar.hole_names[: len(holes)])
        end = replace(end, bar=bar, hole_left=min(end.hole_left, last), hole_right=min(end.hole_right, last))
        return replace(file, bench=file.bench.with_end(self.axle, end))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}, innermost hole taken away"


@immutable(eq=False)
class PutBar:
    """Take a bar from the rack and put it on its axle; links stay, holes beyond its last move to its last."""

    axle: Axle
    name: str

    def apply(self, file: CarFile) -> CarFile:
        found = next((i.bar for i in file.rack if i.axle is self.axle and i.bar.name == self.name), None)
        if found is None:
            raise InputError("rack", f"No {self.axle} bar in the rack is called “{self.name}”.", got=self.name)
        return replace(file, bench=file.bench.with_end(self.axle, fitted_with(file.bench.end(self.axle), found)))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}: “{self.name}” fitted"


@immutable(eq=False)
class WearPart:
    """Fit a part of the garage that is not in this car's rack, such as another car's bar; worn: its revision."""

    bar: BarRecord
    axle: Axle
    worn: int

    def apply(self, file: CarFile) -> CarFile:
        end = fitted_with(file.bench.end(self.axle), self.bar)
        return replace(file, bench=file.bench.with_end(self.axle, replace(end, worn=self.worn)))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}: “{self.bar.name}” fitted"


def fitted_with(end: EndSetting, bar: BarRecord) -> EndSetting:
    """Another bar on an axle; links stay, holes beyond its last move to its last."""
    last = len(bar.holes) - 1
    left, right = min(end.hole_left, last), min(end.hole_right, last)
    return replace(end, bar=bar, state=BarState.HOOKED, hole_left=left, hole_right=right)


@immutable(eq=False)
class KeepBar:
    """Put the bar on the bench into the rack, in place of one with the same name and axle."""

    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        bar = file.bench.end(self.axle).bar
        same = [item for item in file.rack if item.axle is self.axle and item.bar.name == bar.name]
        rest = tuple(item for item in file.rack if item not in same)
        return replace(file, rack=(*rest, RackBar(self.axle, bar, same[0].part if same else None)))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)} kept in the rack"


@immutable(eq=False)
class ForgetBar:
    """Take a bar out of the rack; settings that have it on keep it."""

    axle: Axle
    name: str

    def apply(self, file: CarFile) -> CarFile:
        rest = tuple(item for item in file.rack if (item.axle, item.bar.name) != (self.axle, self.name))
        if len(rest) == len(file.rack):
            raise InputError("rack", f"No {self.axle} bar in the rack is called “{self.name}”.", got=self.name)
        return replace(file, rack=rest)

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}: “{self.name}” out of the rack"


@immutable(eq=False)
class ReachRung:
    """Go to a setting of the ladder."""

    front: Holes
    rear: Holes

    def apply(self, file: CarFile) -> CarFile:
        for axle, holes in ((Axle.FRONT, self.front), (Axle.REAR, self.rear)):
            file = _hung(file, axle, holes)
        return file

    @property
    def said(self) -> str:
        return f"Front {holes_words(*self.front)}, rear {holes_words(*self.rear)}"


def _hung(file: CarFile, axle: Axle, holes: Holes) -> CarFile:
    for side, hole in zip(Side, holes[:2], strict=True):
        file = SetHole(axle, (side,), hole).apply(file)
    return SetPickup(axle, holes.pickup).apply(file)


@immutable(eq=False)
class ReachSpot:
    """Go to a setting of the map: None for a bar off its links."""

    front: Holes | None
    rear: Holes | None

    def apply(self, file: CarFile) -> CarFile:
        for axle, holes in ((Axle.FRONT, self.front), (Axle.REAR, self.rear)):
            if not file.bench.end(axle).fitted:
                continue
            file = put(file, f"bench.{axle}.state", BarState.UNHOOKED if holes is None else BarState.HOOKED)
            file = file if holes is None else _hung(file, axle, holes)
        return file

    @property
    def said(self) -> str:
        said = setting_words(self.front, self.rear)
        return f"{said[0].upper()}{said[1:]}"
