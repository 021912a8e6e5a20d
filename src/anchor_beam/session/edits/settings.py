"""Settings under a name, and the one that everything is compared with."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.documents.records import CarFile, Pair, Setting
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable(eq=False)
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


@immutable(eq=False)
class UseSetting:
    """Put a saved setting on the bench."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        return replace(file, bench=_saved(file, self.name))

    @property
    def said(self) -> str:
        return f"“{self.name}” on the bench"


@immutable(eq=False)
class PutSetting:
    """Put what is on both axles of a setting that nobody kept on the bench, under the name that is there."""

    setting: Setting

    def apply(self, file: CarFile) -> CarFile:
        return replace(file, bench=replace(file.bench, front=self.setting.front, rear=self.setting.rear))

    @property
    def said(self) -> str:
        return "A found setting on the bench"


@immutable(eq=False)
class RemoveSetting:
    """Forget a saved setting; if it was the reference, the first of the others becomes it."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        _saved(file, self.name)
        settings = tuple(setting for setting in file.settings if setting.name != self.name)
        reference = file.reference if file.reference != self.name else settings[0].name if settings else ""
        return replace(file, settings=settings, reference=reference, pair=file.pair.without(self.name))

    @property
    def said(self) -> str:
        return f"Setting “{self.name}” removed"


@immutable(eq=False)
class CompareWith:
    """Choose the setting that everything is compared with."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        return replace(file, reference=_saved(file, self.name).name)

    @property
    def said(self) -> str:
        return f"Compared with “{self.name}”"


@immutable(eq=False)
class ChangeBetween:
    """Say between which settings the car is changed; an empty name takes one away."""

    road: str
    event: str

    def apply(self, file: CarFile) -> CarFile:
        for name in filter(None, (self.road, self.event)):
            _saved(file, name)
        if self.road and self.road == self.event:
            raise InputError("pair", "Road and event are one setting.", got=self.road, accepts="two settings")
        on_car = file.pair.on_car if file.pair.on_car in (self.road, self.event) else ""
        return replace(file, pair=Pair(self.road, self.event, on_car))

    @property
    def said(self) -> str:
        return f"Road “{self.road}”, event “{self.event}”"


@immutable(eq=False)
class SignOff:
    """Say that the car has been changed and checked, and stands in this setting now."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        if not file.pair.is_complete or self.name not in (file.pair.road, file.pair.event):
            raise InputError("pair", f"“{self.name}” is neither road nor event.", got=self.name)
        return replace(file, bench=_saved(file, self.name), pair=replace(file.pair, on_car=self.name))

    @property
    def said(self) -> str:
        return f"Signed off: the car stands in “{self.name}”"


def _saved(file: CarFile, name: str) -> Setting:
    setting = file.saved(name)
    if setting is None:
        raise InputError("settings", f"There is no setting called “{name}”.", got=name)
    return setting
