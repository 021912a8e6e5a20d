"""The application without an interface: a garage, the car in hand, what follows from it, and who wants to know.

It joins four things that know nothing of each other: a `Session` (documents, undo, saving), the user's `Choices`, the
`Picture` that follows from the car, and what was `Said` last. Several workshops may share one garage.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING

from anchor_beam.core.grip.driving import Phase
from anchor_beam.documents.folding import unnumbered
from anchor_beam.documents.records import CarFile, Provenance
from anchor_beam.errors import AnchorBeamError, GarageBusy, GarageGone, InputError, StoreError
from anchor_beam.figures.picture import Picture, picture
from anchor_beam.figures.results import Results, results
from anchor_beam.session.cards import Cards
from anchor_beam.session.choices import Choices
from anchor_beam.session.company import Company
from anchor_beam.session.drag import Drag
from anchor_beam.session.edits.edit import Edit
from anchor_beam.session.outcome import Outcome, Saved, Unsaved
from anchor_beam.session.own_kinds import OwnKinds
from anchor_beam.session.part import EVERYTHING, Part
from anchor_beam.session.parts_lists import PartsLists
from anchor_beam.session.photos import Photos
from anchor_beam.session.said import Said, said_of
from anchor_beam.session.searches import Searches
from anchor_beam.session.session import Session
from anchor_beam.store.garage import Garage
from anchor_beam.store.rescue import rescue
from anchor_beam.units.kinds import Kind, System
from anchor_beam.words import faults
from anchor_beam.words.phases import FIVE_NOW

if TYPE_CHECKING:
    from anchor_beam.figures.bands import Bands


__all__ = ["EVERYTHING", "Part", "Workshop"]

READ = "noted; the car has it once it is written there."
AROUND = "noted; the gaps follow."
Listener = Callable[[Part], None]


class Workshop:
    """Views ask it to `do` things; it tells listeners which parts changed."""

    def __init__(self, garage: Garage, *, beside: Workshop | None = None, car: int | None = None) -> None:
        """beside: who works in this garage already, with the same choices; car: to begin with, else the one last in hand."""
        self.garage = garage
        self.company: Company = Company() if beside is None else beside.company
        self.choices: Choices = Choices(garage) if beside is None else beside.choices
        self.session: Session | None = None
        self.picture: Picture | None = None
        self.said = Said("", "")
        self.drag: Drag | None = None
        self.gone: GarageGone | None = None  # why the garage is no longer in its place
        self.change: tuple[Results, Results] | None = None  # before and after the last act, until its reason is said
        self._listeners: list[Listener] = []
        self._before: list[Callable[[], None]] = []
        self.photos = Photos(self)
        self.parts_lists = PartsLists(self)
        self.own_kinds = OwnKinds(self)
        self.searches = Searches(self)
        self.cards = Cards(self)
        self._take_up(car)
        self.company.join(self)

    def listen(self, listener: Listener) -> None:
        """Call `listener` with the parts that changed, from now on."""
        self._listeners.append(listener)

    def before_acts(self, then: Callable[[], None]) -> None:
        """Call `then` before anything of an act is worked out: what is under way for the state before may stop."""
        self._before.append(then)

    # the car in hand

    @property
    def car(self) -> int | None:
        """The number of the car in hand."""
        return None if self.session is None else self.session.car

    def open(self, car: int) -> None:
        """Take a car in hand.

        Raises:
            StoreError: it cannot be read; the car before stays.
            InputError: it is open in another window; the car before stays.
        """
        self.company.require_free(car, self)
        session = Session(self.garage, car)
        self._take(session, picture(session.file), "is on the bench.")
        self.tell(Part.CAR | Part.SETTING | Part.READINGS | Part.STATUS | Part.GARAGE)

    def open_last_good(self, car: int) -> None:
        """Take a damaged car in hand as it was before its last acts; these can be done again.

        Raises:
            StoreError: nothing of it can be read.
        """
        self.company.require_free(car, self)
        undone = self.garage.go_back_to_good(car)
        self.open(car)
        if undone:
            count = "act is" if len(undone) == 1 else f"{len(undone)} acts are"
            self.say(
                Said(self.said.act, f"is on the bench as it was before the last {count} damaged: “{undone[-1]}”.")
            )

    def add(self, file: CarFile, said: str) -> None:
        """Keep a new car and take it in hand.

        Raises:
            StoreError: it could not be kept.
        """
        self.open(self.garage.add(file, said))
        self.say(Said(file.car.name, f"{said}."))
        self._tell_others()

    def put_away(self, car: int) -> None:
        """Take a car off the list; the one in hand gives way to another.

        Raises:
            StoreError: it stays.
        """
        self.company.require_free(car, self)
        self.garage.put_away(car)
        if car == self.car:
            self._take_up()
        self.tell(EVERYTHING)
        self._tell_others()

    def bring_back(self, car: int) -> None:
        """Put a car back on the list.

        Raises:
            StoreError: it stays away.
        """
        self.garage.bring_back(car)
        if self.session is None:
            self.open(car)
        self.tell(EVERYTHING)
        self._tell_others()

    def _take_up(self, wanted: int | None = None) -> None:
        """The car that is wanted, or last in hand, or the first that can be read and nobody has, or none."""
        self.session = self.picture = self.drag = self.change = None
        cars = [listed.id for listed in self.garage.cars() if self.company.holder(listed.id) is None]
        last = self.choices.car if wanted is None else wanted
        damaged: list[AnchorBeamError] = []
        for car in sorted(cars, key=lambda car: car != last):
            try:
                session = Session(self.garage, car)
                shown = picture(session.file)
            except AnchorBeamError as problem:  # the others must not suffer
                damaged.append(problem)
                continue
            said = f"is on the bench as you left it. Last done: {session.last}."
            self._take(session, shown, said)
            break
        if damaged:
            self.said = Said("Not opened", " ".join(map(str, damaged)), complaint=True)

    def _take(self, session: Session, shown: Picture, said: str) -> None:
        self.session, self.picture, self.drag, self.change = session, shown, None, None
        self.said = Said(session.file.car.name, said)
        if session.car != self.choices.car and (problem := self.choices.choose_car(session.car)) is not None:
            self.said = replace(self.said, why=_not_kept(problem))
        if session.is_older and not self.choices.knows_five_phases:
            self.choices.told_of_five_phases()  # if that cannot be kept it is said once more
            self.said = replace(self.said, why=FIVE_NOW)

    # acts

    def do(self, edit: Edit) -> Outcome:
        """Carry out an act, save it, and say what it did.

        Raises:
            InputError: it is not possible; nothing changed.
        """
        session, before = self.require()
        self._begin()
        baseline = results(session.file.car, session.file.bench)
        after = edit.apply(session.file)
        results(after.car, after.bench, before.now)  # refuses what cannot be, before anything changes
        self.drag = None
        outcome = session.do(edit)
        changed = self._show(session.file)
        assert self.picture is not None
        self.said = said_of(edit.said, baseline, self.picture.now, self.choices.units)
        self.change = (baseline, self.picture.now)
        if changed is Part.READINGS:
            noted = READ if before.file.readings != session.file.readings else AROUND
            self.said, self.change = Said(edit.said, noted), None
        self.tell(changed | Part.STATUS)
        self._tell_others(parts=before.file.rack != session.file.rack)
        return outcome

    def hold(self, place: str) -> Drag:
        """Take hold of something, to try out what moving it does."""
        if self.drag is not None:
            self.end_drag()
        self.drag = Drag(self, place)
        return self.drag

    def try_out(self, edit: Edit) -> None:
        """Show what an act would do to the car as it is kept.

        Raises:
            InputError: as `do`.
        """
        session, _ = self.require()
        self._begin()
        self.tell(self._show(edit.apply(session.file)))

    def end_drag(self) -> None:
        """Back to what is kept."""
        self.drag = None
        if self.session is not None and self.picture is not None and self.picture.file is not self.session.file:
            self.tell(self._show(self.session.file))

    def save_again(self) -> Outcome:
        """Try once more to save what is in hand only."""
        session, _ = self.require()
        if isinstance(session.outcome, Unsaved):
            waiting = session.outcome.acts
            if isinstance(session.save_again(), Saved):
                what = "the last edit is" if len(waiting) == 1 else f"the last {len(waiting)} edits are"
                self.said = Said("Saved", f"{what} on the disk now.")
            self.tell(Part.STATUS)
        return session.outcome

    def look_after(self) -> GarageGone | None:
        """See whether the garage is still in its place; why not, and says so once. What waited for another program is tried
        again."""
        waiting = None if self.session is None else self.session.outcome
        if isinstance(waiting, Unsaved) and isinstance(waiting.why, GarageBusy):
            self.save_again()
        try:
            self.garage.database.require_in_place()
        except GarageGone as problem:
            if self.gone is None:
                self.gone = problem
                self.say(Said("The garage", faults.gone(problem), complaint=True))
        else:
            if self.gone is not None:  # put back by whoever took it
                self.gone = None
                self.save_again()
                self.say(Said("The garage", "is in its place again."))
        return self.gone

    def save_beside(self) -> Path:
        """Save a garage that another program took away beside its old place, and go on there; where that is.

        Raises:
            StoreError: it could not be written; everything is still in hand.
        """
        session, _ = self.require()
        garage, whole = rescue(self.garage)
        old = self.garage
        for workshop in (self, *self.company.others(self)):
            workshop._go_on_in(garage, whole)
        old.close()
        self.choices.move_to(garage)
        self.choices.choose_car(session.car)
        what = "All cars are" if whole else "The other garage cannot be read any more; this car is"
        self.said = Said("Saved beside", f"{what} in {garage.path.name} now, and this window goes on there.")
        self.tell(EVERYTHING)
        return garage.path

    def _go_on_in(self, garage: Garage, whole: bool) -> None:
        """In a garage that holds everything of the one before, or nothing yet."""
        if self.session is not None and whole:
            self.session.move_to(garage)
        elif self.session is not None:
            self.session = Session(garage, garage.add(unnumbered(self.session.file), "saved beside"))
        self.garage, self.gone = garage, None
        if self.session is not None:
            self._show(self.session.file)
        self.tell(EVERYTHING)

    def undo(self) -> None:
        """Take back the last act of this car.

        Raises:
            StoreError: it could not be taken back; nothing changed.
        """
        session, before = self.require()
        self._begin()
        self._stepped("Taken back", session.take_back(), before)

    def redo(self) -> None:
        """Bring back what was taken back last.

        Raises:
            StoreError: it could not be done again; nothing changed.
        """
        session, before = self.require()
        self._begin()
        self._stepped("Done again", session.do_again(), before)

    def _stepped(self, how: str, act: str | None, before: Picture) -> None:
        session, _ = self.require()
        if act is None:
            self.say(Said(how, "nothing: this is as far as it goes."))
            return
        self.drag = None
        self._show(session.file)
        assert self.picture is not None
        self.said = said_of(f"{how}: {act}", before.now, self.picture.now, self.choices.units)
        self.change = None
        self.tell(Part.CAR | Part.SETTING | Part.READINGS | Part.STATUS)
        self._tell_others(parts=before.file.rack != session.file.rack)

    def leave(self) -> None:
        """Its window is closed."""
        self.company.leave(self)

    def _tell_others(self, *, parts: bool = False) -> None:
        """The other windows list the cars anew; parts: the garage's bars changed, which their racks may hold."""
        for other in self.company.others(self):
            session = other.session
            if parts and session is not None and isinstance(session.outcome, Saved):
                session.read_again()
                other.tell(other._show(session.file))
            other.tell(Part.GARAGE)

    # what is said and chosen

    def say(self, said: Said) -> None:
        """Put something on the consequence line; a reason that is still worked out for the act before has no place there."""
        self.said, self.change = said, None
        self.tell(Part.STATUS)

    def choose_phase(self, phase: Phase) -> None:
        """Look at another part of the corner."""
        if phase is not self.choices.phase:
            self._kept(self.choices.choose_phase(phase), "The phase")
            self.tell(Part.PHASE)

    def toggle_units(self) -> None:
        """Metric or US customary, everywhere at once."""
        self._take_units(self.choices.units.other)

    def turn_units(self, kind: Kind) -> None:
        """Show one kind of quantity in the other system than now, whatever the rest is shown in."""
        self._take_units(self.choices.units.turned(kind))

    def _take_units(self, units: System) -> None:
        self._kept(self.choices.choose_units(units), "The choice of units")
        for workshop in (self, *self.company.others(self)):
            workshop.tell(Part.UNITS | Part.STATUS)

    def choose_source(self, source: Provenance) -> None:
        """Where the next figure that is typed comes from."""
        self._kept(self.choices.choose_source(source), "The choice of a source")

    def _kept(self, problem: StoreError | None, what: str) -> None:
        if problem is not None:
            self.say(Said(what, f"counts until the window is closed. {_not_kept(problem)}", complaint=True))

    # what is worked out later

    def add_bands(self, file: CarFile, bands: Bands | None, why: str = "") -> None:
        """Add bands to the picture, unless it shows something else by now."""
        now = self.picture
        if now is not None and _same_figures(now.file, file):
            self.picture = replace(now, bands=bands, bands_missing=why)
            self.tell(Part.BANDS)

    def add_reason(self, sentence: str) -> None:
        """Add to the consequence line why the last act did what it did."""
        if self.change is not None and sentence:
            self.say(replace(self.said, why=f"{self.said.why} {sentence}".strip()))

    def _show(self, file: CarFile) -> Part:
        """Make the picture of a file; what of it differs from the one before."""
        before = self.picture
        read = Part.READINGS if before is None or _read(before.file) != _read(file) else Part(0)
        if before is not None and _same_figures(before.file, file):
            self.picture = replace(before, file=file)
            return read
        self.picture = picture(file, before)
        same_car = before is not None and before.file.car is file.car
        return read | (Part.SETTING if same_car else Part.CAR | Part.SETTING)

    def require(self) -> tuple[Session, Picture]:
        """The car in hand and what is shown of it.

        Raises:
            InputError: there is none.
        """
        if self.session is None or self.picture is None:
            raise InputError("garage", "There is no car on the bench.", accepts="a car from the garage")
        return self.session, self.picture

    def _begin(self) -> None:
        for then in self._before:
            then()

    def tell(self, parts: Part) -> None:
        """Let views know what changed."""
        for listener in self._listeners:
            listener(parts)


def _read(file: CarFile) -> object:
    """What was measured around and on the car, which no figure of the car depends on until it is taken over."""
    return file.readings, file.obstacles


def _same_figures(one: CarFile, other: CarFile) -> bool:
    """Whether two cars in hand show the same: what was only read down changes no figure."""
    return replace(one, readings=(), obstacles=()) == replace(other, readings=(), obstacles=())


def _not_kept(problem: StoreError) -> str:
    return f"It is not kept for the next start: {problem.message}"
