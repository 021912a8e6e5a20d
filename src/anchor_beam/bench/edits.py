"""The acts of the user, one small class each, named for the act. Each makes a new car file from the old one."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Protocol

from anchor_beam.bench.ends import end_result
from anchor_beam.core.grip.tyre import PRESETS, TyreKind
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.fields import HOLE_FIELD, field_at
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, Figure, Provenance, RackBar, Setting
from anchor_beam.errors import InputError
from anchor_beam.words import acts
from anchor_beam.words.names import holes as holes_words


class Edit(Protocol):
    """An act: what it makes of a car file, and how it is called in the history."""

    def apply(self, file: CarFile) -> CarFile:
        """The file after the act.

        Raises:
            InputError: when the act is not possible, at the place it concerns.
        """

    @property
    def said(self) -> str:
        """`Rear bar, outer diameter`."""


@dataclass(frozen=True, eq=False)
class SetValue:
    """Type or step a figure. Typing over a typical value or a guess makes it measured; a step keeps its source."""

    place: str
    value: float
    text: str = ""
    stepped: bool = False

    def apply(self, file: CarFile) -> CarFile:
        field_at(self.place).check(self.value, self.place)
        before: Figure = read(file, self.place)
        source = before.provenance
        if not self.stepped and source in (Provenance.TYPICAL, Provenance.GUESS):
            source = Provenance.MEASURED
        return put(file, self.place, replace(before, value=self.value, typed=self.text, provenance=source))

    @property
    def said(self) -> str:
        return _named(self.place)


@dataclass(frozen=True, eq=False)
class SetProvenance:
    """Say where a figure comes from."""

    place: str
    provenance: Provenance

    def apply(self, file: CarFile) -> CarFile:
        return put(file, f"{self.place}.provenance", self.provenance)

    @property
    def said(self) -> str:
        return f"{_named(self.place)}: {self.provenance}"


@dataclass(frozen=True, eq=False)
class Choose:
    """Pick one of several: a switch, a kind, a name."""

    place: str
    value: object

    def apply(self, file: CarFile) -> CarFile:
        if isinstance(self.value, str) and not self.value.strip():
            raise InputError(self.place, "A name needs at least one letter.", got=self.value, accepts="any text")
        changed = put(file, self.place, self.value)
        if self.place == "car.tyre":
            return _with_preset(changed, TyreKind(str(self.value)))
        return changed

    @property
    def said(self) -> str:
        return f"{_named(self.place)}: {acts.chosen(self.value)}"


def _named(place: str) -> str:
    """`Rear bar, outer diameter`."""
    try:
        return acts.figure(place, field_at(place).label)
    except KeyError:  # a choice, not a figure
        return acts.choice_at(place)


def _with_preset(file: CarFile, tyre: TyreKind) -> CarFile:
    preset = PRESETS[tyre].tyre
    for name, value in (("grip", preset.mu0), ("load_sensitivity", preset.load_sensitivity),
                        ("camber_best", preset.camber_best), ("camber_loss", preset.camber_loss)):  # fmt: skip
        file = put(file, f"car.{name}", Figure(value, Provenance.TYPICAL))
    return file


@dataclass(frozen=True, eq=False)
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


@dataclass(frozen=True, eq=False)
class AddHole:
    """One more hole, a step further in than the last."""

    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        holes = file.bench.end(self.axle).bar.holes
        step = holes[-1].value - holes[-2].value if len(holes) > 1 else 0.025
        if len(holes) >= 12:
            raise InputError(f"bench.{self.axle}.bar.holes", "Twelve holes are as many as fit.", accepts="1 to 12")
        hole = Figure(round(holes[-1].value + step, 6), Provenance.GUESS)
        HOLE_FIELD.check(hole.value, f"bench.{self.axle}.bar.holes[{len(holes)}]")
        return put(file, f"bench.{self.axle}.bar.holes", (*holes, hole))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}, one more hole"


@dataclass(frozen=True, eq=False)
class RemoveHole:
    """Take the innermost hole away; a link that hangs there moves one out."""

    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        end = file.bench.end(self.axle)
        if len(end.bar.holes) == 1:
            raise InputError(f"bench.{self.axle}.bar.holes", "A bar needs one hole.", accepts="1 to 12")
        holes = end.bar.holes[:-1]
        last = len(holes) - 1
        end = replace(
            end, bar=replace(end.bar, holes=holes), hole_left=min(end.hole_left, last),
            hole_right=min(end.hole_right, last),
        )  # fmt: skip
        return replace(file, bench=file.bench.with_end(self.axle, end))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}, innermost hole taken away"


@dataclass(frozen=True, eq=False)
class LevelLink:
    """Set links to the length that levels their arm, on one side or on both."""

    axle: Axle
    sides: tuple[Side, ...]

    def apply(self, file: CarFile) -> CarFile:
        sides = end_result(file.car.axle(self.axle), file.bench.end(self.axle), self.axle).sides
        if sides is None:
            raise InputError(
                f"bench.{self.axle}.link_left", "The link does not reach, so nothing can be levelled yet."
            )
        for side in self.sides:
            level = Figure(round(sides[side.position].level, 6), Provenance.MEASURED)
            file = put(file, f"bench.{self.axle}.link_{side}", level)
        return file

    @property
    def said(self) -> str:
        return acts.levelled(self.axle, self.sides)


@dataclass(frozen=True, eq=False)
class SaveSetting:
    """Keep what is on the bench under a name; an older setting of that name is replaced."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        name = self.name.strip()
        if not name:
            raise InputError("settings", "The setting needs a name.", accepts="any text")
        kept = replace(file.bench, name=name)
        if file.saved(name) is None:
            settings = (*file.settings, kept)
        else:
            settings = tuple(kept if old.name == name else old for old in file.settings)
        return replace(file, settings=settings, bench=kept, reference=file.reference or name)

    @property
    def said(self) -> str:
        return f"Setting kept as “{self.name.strip()}”"


@dataclass(frozen=True, eq=False)
class UseSetting:
    """Put a saved setting on the bench."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        return replace(file, bench=_saved(file, self.name))

    @property
    def said(self) -> str:
        return f"“{self.name}” on the bench"


@dataclass(frozen=True, eq=False)
class RemoveSetting:
    """Forget a saved setting; if it was the reference, the first of the others becomes it."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        _saved(file, self.name)
        settings = tuple(setting for setting in file.settings if setting.name != self.name)
        reference = file.reference if file.reference != self.name else settings[0].name if settings else ""
        return replace(file, settings=settings, reference=reference)

    @property
    def said(self) -> str:
        return f"Setting “{self.name}” removed"


@dataclass(frozen=True, eq=False)
class CompareWith:
    """Choose the setting that everything is compared with."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        return replace(file, reference=_saved(file, self.name).name)

    @property
    def said(self) -> str:
        return f"Compared with “{self.name}”"


def _saved(file: CarFile, name: str) -> Setting:
    setting = file.saved(name)
    if setting is None:
        raise InputError("settings", f"There is no setting called “{name}”.", got=name)
    return setting


@dataclass(frozen=True, eq=False)
class PutBar:
    """Take a bar from the rack and put it on its axle; links stay, holes beyond its last move to its last."""

    axle: Axle
    name: str

    def apply(self, file: CarFile) -> CarFile:
        found = next((i.bar for i in file.rack if i.axle is self.axle and i.bar.name == self.name), None)
        if found is None:
            raise InputError("rack", f"No {self.axle} bar in the rack is called “{self.name}”.", got=self.name)
        end, last = file.bench.end(self.axle), len(found.holes) - 1
        end = replace(
            end, bar=found, connected=True, hole_left=min(end.hole_left, last), hole_right=min(end.hole_right, last)
        )
        return replace(file, bench=file.bench.with_end(self.axle, end))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}: “{self.name}” fitted"


@dataclass(frozen=True, eq=False)
class KeepBar:
    """Put the bar on the bench into the rack, in place of one with the same name and axle."""

    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        bar = file.bench.end(self.axle).bar
        rest = tuple(i for i in file.rack if not (i.axle is self.axle and i.bar.name == bar.name))
        return replace(file, rack=(*rest, RackBar(self.axle, bar)))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)} kept in the rack"


@dataclass(frozen=True, eq=False)
class ReachRung:
    """Go to a setting of the ladder: holes left and right of both bars."""

    front: tuple[int, int]
    rear: tuple[int, int]

    def apply(self, file: CarFile) -> CarFile:
        for axle, holes in ((Axle.FRONT, self.front), (Axle.REAR, self.rear)):
            for side, hole in zip(Side, holes, strict=True):
                file = SetHole(axle, (side,), hole).apply(file)
        return file

    @property
    def said(self) -> str:
        return f"Front {holes_words(*self.front)}, rear {holes_words(*self.rear)}"
