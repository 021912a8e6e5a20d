"""Load states: what the car weighs, under a name."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.documents.load_states import LoadState, state_of, twice
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable(eq=False)
class KeepLoadState:
    """Keep the weights as they stand under a name; the state that the car is in already is brought up to date."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        name = self.name.strip()
        if not name:
            raise InputError("car.load_state", "The load state needs a name.", accepts="any text")
        others = tuple(state for state in file.states if state.name != name)
        if len(others) < len(file.states) and name != file.car.load_state:
            raise InputError(
                "car.load_state", f"There is a load state “{name}” already.", got=name, accepts="another name"
            )
        if twice([name, *(state.name for state in others)]) is not None:
            raise InputError(
                "car.load_state", f"“{name}” differs from another only by capitals.", accepts="another name"
            )
        kept = state_of(file.car, name)
        states = tuple(kept if state.name == name else state for state in file.states)
        if len(others) == len(file.states):
            states = (*states, kept)
        return replace(file, states=states, car=replace(file.car, load_state=name))

    @property
    def said(self) -> str:
        return f"Load state kept as “{self.name.strip()}”"


@immutable(eq=False)
class UseLoadState:
    """Load the car like that."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        return replace(file, car=_kept(file, self.name).loaded(file.car))

    @property
    def said(self) -> str:
        return f"Loaded as “{self.name}”"


@immutable(eq=False)
class ForgetLoadState:
    """Forget a load state; the car keeps its weights."""

    name: str

    def apply(self, file: CarFile) -> CarFile:
        _kept(file, self.name)
        states = tuple(state for state in file.states if state.name != self.name)
        now = "" if file.car.load_state == self.name else file.car.load_state
        return replace(file, states=states, car=replace(file.car, load_state=now))

    @property
    def said(self) -> str:
        return f"Load state “{self.name}” forgotten"


def _kept(file: CarFile, name: str) -> LoadState:
    found = next((state for state in file.states if state.name == name), None)
    if found is None:
        raise InputError("car.load_state", f"There is no load state “{name}”.", got=name)
    return found
