"""The bench: which car is open, what follows from its setting, and who wants to know."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import Flag, auto
from typing import TYPE_CHECKING

from anchor_beam.bench.edits import Edit
from anchor_beam.bench.results import Results, change_effects, results
from anchor_beam.core.grip.model import FOUR, Phase
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import AnchorBeamError, StoreError
from anchor_beam.store.garage import Garage
from anchor_beam.store.garage import Listed as Listed  # the garage page lists cars by it
from anchor_beam.units.kinds import System
from anchor_beam.words import balance as words
from anchor_beam.words import phases as phase_words

if TYPE_CHECKING:
    from anchor_beam.bench.bands import Bands, Sampling


class Part(Flag):
    """What can change; listeners name the parts they show."""

    GARAGE = auto()  # the list of cars
    CAR = auto()  # another car, or its data
    SETTING = auto()  # bars, holes, links, saved settings, reference
    BANDS = auto()  # the bands of the figures already shown
    UNITS = auto()
    STATUS = auto()  # what was said last, whether it is saved
    PHASE = auto()  # which part of the corner is looked at


EVERYTHING = Part.GARAGE | Part.CAR | Part.SETTING | Part.BANDS | Part.UNITS | Part.STATUS | Part.PHASE
Listener = Callable[[Part], None]


@dataclass(frozen=True)
class Said:
    """The consequence line: what was done, what it did, which effect made it so, and whether it is a complaint."""

    act: str
    consequence: str
    complaint: bool = False
    why: str = ""


@dataclass(frozen=True, eq=False)
class Shown:
    """One consistent picture of the open car, for views to paint. `reference` is None when there is none."""

    file: CarFile
    now: Results
    reference: Results | None
    bands: Bands | None
    undo: str | None
    redo: str | None

    @property
    def window(self) -> tuple[float, float]:
        """The wanted balance margin [%]."""
        return self.file.car.window_low.value, self.file.car.window_high.value


class Bench:
    """State of one session. Views ask it to `do` edits; it tells listeners which parts changed."""

    def __init__(self, garage: Garage) -> None:
        self.garage = garage
        self.shown: Shown | None = None
        self.said = Said("", "")
        self.unsaved: str | None = None  # why the last edit is not on disk
        kept = garage.choice("units")
        self.units = System(kept) if kept in set(System) else System.METRIC
        self._listeners: list[Listener] = []
        self._car: int | None = None
        self._preview: CarFile | None = None
        self._sampling: Sampling | None = None  # bands that are still being drawn
        self._change: tuple[Results, Results] | None = None  # of the last edit, until its reason has been worked out
        phase = garage.choice("phase")
        self.phase = Phase(phase) if phase in set(FOUR) else Phase.MIDDLE
        self._open_last()

    def listen(self, listener: Listener) -> None:
        """Call `listener` with the parts that changed, from now on."""
        self._listeners.append(listener)

    # cars

    @property
    def cars(self) -> tuple[Listed, ...]:
        return self.garage.cars()

    @property
    def archived(self) -> tuple[Listed, ...]:
        return self.garage.cars(archived=True)

    @property
    def car_id(self) -> int | None:
        return self._car

    def open(self, car: int) -> None:
        """Put a car on the bench.

        Raises:
            StoreError: it cannot be read; the car before stays.
        """
        opened = self.garage.open(car)
        self._car, self._preview = car, None
        self._show(opened.file, opened.undo, opened.redo)
        self.said = Said(opened.file.car.name, "is on the bench.")
        self.garage.choose("car", str(car))
        self._tell(Part.CAR | Part.SETTING | Part.STATUS | Part.GARAGE)

    def add(self, file: CarFile, said: str) -> None:
        """Keep a new car and open it.

        Raises:
            StoreError: it could not be kept.
        """
        self.open(self.garage.add(file, said))
        self.said = Said(file.car.name, f"{said}.")
        self._tell(Part.STATUS)

    def archive(self, car: int, *, archived: bool) -> None:
        """Put a car away or bring it back; the one on the bench gives way to another."""
        self.garage.archive(car, archived=archived)
        if archived and car == self._car:
            self._open_last()
        elif not archived and self._car is None:
            self.open(car)
        self._tell(EVERYTHING)

    def _open_last(self) -> None:
        ids = self.garage.ids()
        kept = self.garage.choice("car")
        self._car, self.shown = None, None
        if ids:
            last = int(kept) if kept and kept.isdigit() and int(kept) in ids else ids[0]
            opened = self.garage.open(last)
            self._car = last
            self._show(opened.file, opened.undo, opened.redo)
            self.said = Said(opened.file.car.name, f"is on the bench as you left it. Last done: {opened.said}.")

    # edits

    def do(self, edit: Edit) -> None:
        """Carry out an edit, save it, and say what it did.

        Raises:
            InputError: the edit is not possible; nothing changed.
        """
        before = self._require()
        committed = before.file if self._preview is None else self._preview
        file = edit.apply(committed)
        after = results(file.car, file.bench)  # refuses what cannot be, before anything changes
        baseline = results(committed.car, committed.bench)
        self._preview = None
        undo: str | None = edit.said
        assert self._car is not None
        try:
            self.garage.commit(self._car, file, edit.said)
            self.unsaved = None
        except StoreError as problem:
            self.unsaved = str(problem)
            undo = before.undo
        changed = self._show(file, undo, None)
        self.said = self._said_of(edit.said, baseline, after)
        self._change = (baseline, after)
        self._tell(changed | Part.STATUS)

    def _said_of(self, act: str, before: Results, after: Results) -> Said:
        was, now = _figures(before), _figures(after)
        return Said(act, words.consequence(was, now, self.units), why=words.in_other_phases(was, now, self.units))

    def preview(self, edit: Edit) -> None:
        """Show what an edit would do without saving it, while something is dragged.

        Raises:
            InputError: as `do`.
        """
        before = self._require()
        if self._preview is None:
            self._preview = before.file
        file = edit.apply(self._preview)
        results(file.car, file.bench)
        self._tell(self._show(file, before.undo, before.redo))

    @property
    def previewing(self) -> bool:
        """Whether what is shown is a drag that is not kept yet."""
        return self._preview is not None

    def cancel_preview(self) -> None:
        """Back to what is saved."""
        if self._preview is not None:
            before = self._require()
            file, self._preview = self._preview, None
            self._tell(self._show(file, before.undo, before.redo))

    def save_again(self) -> None:
        """Try once more to save what is on the bench.

        Raises:
            StoreError: it still cannot be saved.
        """
        if self.unsaved is not None and self._car is not None:
            self.garage.commit(self._car, self._require().file, self.said.act or "Saved again")
            self.unsaved = None
            self._reload()
            self.said = Said("Saved", "the last edit is on the disk now.")
            self._tell(Part.STATUS)

    def undo(self) -> None:
        """Take back the last edit of this car."""
        self._step(self.garage.undo, "Taken back")

    def redo(self) -> None:
        """Bring back what was taken back last."""
        self._step(self.garage.redo, "Done again")

    def _step(self, move: Callable[[int], bool], how: str) -> None:
        before = self._require()
        assert self._car is not None
        if self.unsaved is not None:  # the edit never reached the file: going back is reading the file
            self.unsaved = None
            moved = True
        else:
            moved = move(self._car)
        if not moved:
            self.said = Said(how, "nothing: this is as far as it goes.")
            self._tell(Part.STATUS)
            return
        name = (before.undo if how == "Taken back" else before.redo) or ""
        self._reload()
        self.said = self._said_of(f"{how}: {name}", before.now, self._require().now)
        self._tell(Part.CAR | Part.SETTING | Part.STATUS)

    def _reload(self) -> None:
        assert self._car is not None
        opened = self.garage.open(self._car)
        self._preview = None
        self._show(opened.file, opened.undo, opened.redo)

    # the rest

    def complain(self, problem: AnchorBeamError, sentence: str) -> None:
        """Say on the consequence line that something asked for was not done."""
        self.said = Said("Not done", sentence, complaint=True)
        self._tell(Part.STATUS)

    def report(self, act: str, sentence: str) -> None:
        """Say on the consequence line that something was done."""
        self.said = Said(act, sentence)
        self._tell(Part.STATUS)

    def choose_phase(self, phase: Phase) -> None:
        """Look at another part of the corner."""
        if phase is self.phase:
            return
        self.phase = phase
        try:
            self.garage.choose("phase", phase.value)
        except StoreError as problem:
            self.unsaved = str(problem)
        self._tell(Part.PHASE)

    def toggle_units(self) -> None:
        """Metric or US customary, everywhere at once."""
        self.units = self.units.other
        try:
            self.garage.choose("units", str(self.units))
        except StoreError as problem:
            self.unsaved = str(problem)
        self._tell(Part.UNITS | Part.STATUS)

    def work_out_bands(self) -> None:
        """Add the bands to what is shown; views call this when they have painted the figures."""
        if self.shown is None or self.shown.bands is not None:
            return
        from anchor_beam.bench.bands import Sampling, bands_or_none  # the first picture does without

        file = self.shown.file
        found = bands_or_none(file.car, file.bench, file.reference_setting)
        if found is not None:
            now = self.shown
            self.shown = Shown(now.file, now.now, now.reference, found, now.undo, now.redo)
            kinked = now.now.corner is not None and bool(now.now.corner.limits.lifted.any())
            self._sampling = Sampling(file.car, file.bench, file.reference_setting, found) if kinked else None
            self._tell(Part.BANDS | self._give_reason())

    def refine_bands(self) -> bool:
        """One slice of Monte Carlo, where a wheel lifts near a limit and derivatives mislead; whether there is more to do."""
        if self._sampling is None or self.shown is None:
            return False
        self._sampling.step()
        if not self._sampling.done:
            return True
        now, found, self._sampling = self.shown, self._sampling.bands, None
        self.shown = Shown(now.file, now.now, now.reference, found, now.undo, now.redo)
        self._tell(Part.BANDS)
        return False

    def _give_reason(self) -> Part:
        """Name the effect that dominates the last edit, if it was one of the setting."""
        change, self._change = self._change, None
        found = None if change is None else change_effects(*change)
        sentence = "" if found is None else phase_words.why(found, self.units)
        if not sentence:
            return Part(0)
        self.said = replace(self.said, why=f"{self.said.why} {sentence}".strip())
        return Part.STATUS

    def _show(self, file: CarFile, undo: str | None, redo: str | None) -> Part:
        """Put a file on the bench; what of it differs from the one before."""
        against, before = file.reference_setting, self.shown
        self._sampling = None
        self.shown = Shown(
            file,
            results(file.car, file.bench),
            None if against is None else results(file.car, against),
            None,
            undo,
            redo,
        )
        same_car = before is not None and before.file.car is file.car
        return Part.SETTING if same_car else Part.CAR | Part.SETTING

    def _require(self) -> Shown:
        if self.shown is None:
            raise StoreError("garage", "There is no car on the bench.", accepts="a car from the garage")
        return self.shown

    def _tell(self, parts: Part) -> None:
        for listener in self._listeners:
            listener(parts)


def _figures(now: Results) -> words.Figures:
    torques = (now.rest_torque(Axle.FRONT), now.rest_torque(Axle.REAR))
    margins = tuple(now.margin_of(phase) for phase in FOUR)
    return words.Figures(now.rear_share, now.margin, now.roll_gradient, now.first_lift, torques, margins)
