"""Between workshop and views: one way in (`ask`), and out by `listen` for what is known, `follow` for what takes longer."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import QEvent, QObject, QSocketNotifier, QTimer, Signal
from PySide6.QtWidgets import QWidget

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.working import Working
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import AnchorBeamError, DocumentError
from anchor_beam.figures.picture import Picture, shown_settings
from anchor_beam.figures.results import is_kept, keep
from anchor_beam.jobs.office import Jobs
from anchor_beam.jobs.request import Answer, Done, Failed, Partial, Request
from anchor_beam.session.edits.edit import Edit
from anchor_beam.session.outcome import Unsaved
from anchor_beam.session.said import Said
from anchor_beam.session.workshop import EVERYTHING, Part, Workshop
from anchor_beam.units.kinds import System
from anchor_beam.words import faults

ON_SCREEN = 10  # ms from the first painting until the screen shows it
LOOK_AFTER = 2000  # ms between two looks whether the garage is still in its place
HANDS_REST = 40  # ms without a change before jobs are asked for: a drag is not slowed by what nobody could read


@dataclass
class _View:
    widget: QWidget
    parts: Part
    then: Callable[[], None]
    stale: bool = True


@dataclass
class _Follower:
    """Who wants a job done again whenever some parts change; widget is None for what every stage shows."""

    slot: str
    widget: QWidget | None
    parts: Part
    ask: Callable[[], Request | None]
    then: Callable[[Answer | None], None]
    waiting: bool = True

    @property
    def seen(self) -> bool:
        return self.widget is None or self.widget.isVisible()


class Bridge(QObject):
    """Joins the changes of one event-loop turn and calls the visible views that asked for these parts."""

    working_asked = Signal(object, object)  # Working, the widget that asked
    stage_wanted = Signal(str)  # the name of the stage to bring to the front
    first_picture = Signal()
    window_wanted = Signal(int)  # a car that another window shall show
    leave_asked = Signal(object)  # what would lose edits that are not on the disk, to be called when that is settled

    def __init__(self, workshop: Workshop, theme: Theme, jobs: Jobs) -> None:
        super().__init__()
        self.workshop, self.theme, self.jobs = workshop, theme, jobs
        self._opening = f"opening {id(self)}"  # the slot of the car that is taken in hand next
        self._views: list[_View] = []
        self._followers: list[_Follower] = []
        self._changed = Part(0)
        self.touches = 0  # how often something changed or was brought to the front: the same twice, and nobody works
        self._turn = QTimer(self)
        self._turn.setSingleShot(True)
        self._turn.setInterval(0)
        self._turn.timeout.connect(self._deliver)
        self._quiet = QTimer(self)
        self._quiet.setSingleShot(True)
        self._quiet.setInterval(HANDS_REST)
        self._quiet.timeout.connect(self._ask_for_jobs)
        self._watchman = QTimer(self)
        self._watchman.setInterval(LOOK_AFTER)
        self._watchman.timeout.connect(workshop.look_after)
        self._watchman.start()
        self._notifier: QSocketNotifier | None = None
        jobs.on_wire = self._watch
        self._watch(jobs.wire)
        workshop.listen(self._note)
        workshop.before_acts(self._hands_move)
        theme.changed.connect(lambda: self._note(EVERYTHING))
        self.painted = self._pictured = False
        self.playing = False  # something moves by itself, and nothing may take its time
        self.what_happened = ""  # the text of an error that nobody foresaw, until the next act
        shown = Part.CAR | Part.SETTING
        self._followers.append(_Follower(f"bands {id(self)}", None, shown, self._bands_wanted, self._take_bands))
        self._followers.append(_Follower(f"reason {id(self)}", None, shown, self._reason_wanted, self._take_reason))

    # what stands there now

    @property
    def picture(self) -> Picture | None:
        """What follows from the car in hand, None without one."""
        return self.workshop.picture

    @property
    def units(self) -> System:
        """The units that figures are shown in."""
        return self.workshop.choices.units

    @property
    def phase(self) -> Phase:
        """The part of the corner that is looked at."""
        return self.workshop.choices.phase

    def release(self) -> None:
        """The window is closed: nobody waits for anything any more, and another may use the same worker."""
        self.workshop.leave()
        for follower in self._followers:
            self.jobs.stop(follower.slot)
        self.jobs.stop(self._opening)
        self._followers.clear()
        self._turn.stop()
        self._quiet.stop()
        self._watchman.stop()
        self._watch(None)
        self.jobs.on_wire = lambda _wire: None

    # views

    def listen(self, view: QWidget, *, to: Part, then: Callable[[], None]) -> None:
        """Call `then` at once if the view is visible, else when it is shown; then on changes, until the view dies."""
        entry = _View(view, to, then)
        self._views.append(entry)
        view.installEventFilter(self)
        view.destroyed.connect(lambda: self._views.remove(entry) if entry in self._views else None)
        if view.isVisible():
            self._refresh(entry)

    def follow(
        self, view: QWidget, *, to: Part, ask: Callable[[], Request | None], then: Callable[[Answer | None], None]
    ) -> None:
        """Have a job done when the hands rest after a change, while the view is visible, until it dies. ask: what to work
        out now, None for nothing, which `then` is told as None."""
        entry = _Follower(f"view {id(view)}", view, to, ask, then)
        self._followers.append(entry)
        view.installEventFilter(self)
        view.destroyed.connect(lambda: self._unfollow(entry))
        if self.painted:
            self._quiet.start()

    def ask_again(self, view: QWidget) -> None:
        """Have the next job of a view done, now that it has taken the answer of one."""
        for entry in self._followers:
            entry.waiting |= entry.widget is view
        self._ask_for_jobs()

    # another car

    def open(self, car: int, then: Callable[[], None]) -> None:
        """Take a car in hand, and go on with `then`."""
        workshop = self.workshop

        def go() -> None:
            self.attempt(lambda: self._when_known(workshop.garage.file(car), lambda: workshop.open(car), then))

        self.leave(go)

    def leave(self, then: Callable[[], None]) -> None:
        """Do what puts the car in hand away: at once, or when it is settled what becomes of edits that are not on the
        disk."""
        if self.must_ask():
            self.leave_asked.emit(then)
        else:
            then()

    def must_ask(self) -> bool:
        """Whether there are edits that are not on the disk, and cannot be put there now."""
        session = self.workshop.session
        return (
            session is not None and isinstance(session.outcome, Unsaved) and isinstance(session.save_again(), Unsaved)
        )

    def add(self, file: CarFile, said: str, then: Callable[[], None]) -> None:
        """Keep a new car, take it in hand, and go on with `then`."""
        self.leave(lambda: self._when_known(file, lambda: self.workshop.add(file, said), then))

    def _when_known(self, file: CarFile, act: Callable[[], None], then: Callable[[], None]) -> None:
        """Do what shows a car when it is worked out what follows from it: from rest this takes longer than a window may keep
        silent. What cannot be is said on the consequence line."""
        settings = shown_settings(file)

        def go_on(answer: Answer | None) -> None:
            if isinstance(answer, Done):
                keep(file.car, settings, answer.value)
            if self.attempt(act):  # where there was no answer, the act says why
                then()

        if is_kept(file.car, settings):
            self.jobs.stop(self._opening)  # of a car that was asked for before this one
            go_on(None)
        else:
            from anchor_beam.jobs.tasks import ResultsOf

            self.workshop.say(Said(file.car.name, "is being put on the bench…"))
            self.jobs.ask(self._opening, ResultsOf(file.car, settings), go_on)

    @property
    def opening(self) -> bool:
        """Whether a car is on its way to the bench."""
        return self.jobs.awaits(self._opening)

    # acts

    def ask(self, edit: Edit) -> AnchorBeamError | None:
        """Carry out an edit; the error is the asker's to show."""
        self.what_happened = ""
        try:
            self.workshop.do(edit)
        except AnchorBeamError as problem:
            return problem
        return None

    def ask_or_complain(self, edit: Edit) -> None:
        """Carry out an edit whose errors have no field of their own: they go to the consequence line."""
        if (problem := self.ask(edit)) is not None:
            self.complain(problem)

    def attempt(self, act: Callable[[], object]) -> bool:
        """Run something that may fail at the store; what fails is said on the consequence line."""
        try:
            act()
        except DocumentError:
            raise  # its faults stand on a sheet of their own
        except AnchorBeamError as problem:
            self.complain(problem)
            return False
        return True

    def complain(self, problem: AnchorBeamError) -> None:
        """Say a problem on the consequence line."""
        self.workshop.say(Said("Not done", faults.sentence(problem, self.units), complaint=True))

    def fault(self, text: str) -> None:
        """Say that something went wrong in the program itself; the text is there to be copied."""
        self.what_happened = text
        sentence = "in the program itself. Nothing of your car was lost; the last act may not have been carried out."
        self.workshop.say(Said("Something went wrong", sentence, complaint=True))

    def report(self, act: str, sentence: str) -> None:
        """Say on the consequence line that something was done."""
        self.workshop.say(Said(act, sentence))

    def show_working(self, working: Working | None, asker: QWidget) -> None:
        """Open a working, if the figure has one now."""
        if working is not None:
            self.working_asked.emit(working, asker)

    # the first picture

    def picture_stands(self) -> None:
        """The window has painted; once that is on the screen, what its first picture did not need begins."""
        if not self._pictured:
            self._pictured = True
            QTimer.singleShot(ON_SCREEN, self, self._go_on)

    def _go_on(self) -> None:
        self.painted = True
        self._quiet.start()
        self.first_picture.emit()

    def when_painted(self, then: Callable[[], None]) -> None:
        """Do something that the first picture does not need: when it stands, or at once if it does."""
        if self.painted:
            then()
        else:
            self.first_picture.connect(then)

    # delivering

    def deliver_now(self) -> None:
        """Bring all visible views up to date without waiting for the next turn."""
        while self._turn.isActive():
            self._turn.stop()
            self._deliver()

    @property
    def at_rest(self) -> bool:
        """Whether everything that was asked for stands there."""
        return (
            self.painted
            and not self.playing
            and not self._turn.isActive()
            and not self._quiet.isActive()
            and not self.jobs.busy
        )

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() is QEvent.Type.Show:
            self.touches += 1
            for entry in [e for e in self._views if e.widget is watched and e.stale]:
                self._refresh(entry)
            if self.painted and any(entry.widget is watched and entry.waiting for entry in self._followers):
                self._quiet.start()
        return False

    def _hands_move(self) -> None:
        """Give the act the whole machine: nobody needs what is worked out for the state before it."""
        for follower in self._followers:
            if self.jobs.awaits(follower.slot):
                self._put_off(follower)

    def _put_off(self, follower: _Follower) -> None:
        follower.waiting = True
        self.jobs.stop(follower.slot)
        if self.painted:
            self._quiet.start()

    def _note(self, parts: Part) -> None:
        self.touches += 1
        self._changed |= parts
        for follower in self._followers:  # at once: an answer to what stood there before must not come between
            if follower.parts & parts:
                self._put_off(follower)
        if not self._turn.isActive():
            self._turn.start()

    def _deliver(self) -> None:
        if not self._compared():
            self._turn.start()
            return
        parts, self._changed = self._changed, Part(0)
        for entry in list(self._views):
            if entry.parts & parts:
                if entry.widget.isVisible():
                    self._refresh(entry)
                else:
                    entry.stale = True

    def _compared(self) -> bool:
        """Whether the reference stands there; else it is worked out, and the views have the turn after this one."""
        shown = self.picture
        return shown is None or shown.compared or shown.reference is None

    def _refresh(self, entry: _View) -> None:
        entry.stale = False
        entry.then()

    # jobs

    def _ask_for_jobs(self) -> None:
        for entry in list(self._followers):
            if entry.waiting and entry.seen:
                entry.waiting = False
                request = entry.ask()
                if request is None:
                    entry.then(None)
                else:
                    self.jobs.ask(entry.slot, request, entry.then)

    def _watch(self, wire: int | None) -> None:
        """Listen to the worker, or to none."""
        if self._notifier is not None:
            self._notifier.setEnabled(False)
            self._notifier.deleteLater()
            self._notifier = None
        if wire is not None:
            self._notifier = QSocketNotifier(wire, QSocketNotifier.Type.Read, self)
            self._notifier.activated.connect(self.jobs.deliver)

    def _unfollow(self, entry: _Follower) -> None:
        if entry in self._followers:
            self._followers.remove(entry)
            self.jobs.stop(entry.slot)

    def _bands_wanted(self) -> Request | None:
        shown = self.picture
        if shown is None or shown.bands is not None or shown.now.problem is not None:
            return None
        from anchor_beam.jobs.tasks import BandsOf

        return BandsOf(shown.file.car, shown.file.bench, shown.file.reference_setting)

    def _take_bands(self, answer: Answer | None) -> None:
        shown = self.picture
        if shown is None:
            return
        match answer:
            case Partial(bands, _) | Done(bands):
                self.workshop.add_bands(shown.file, bands)
            case Failed(problem):
                self.workshop.add_bands(shown.file, None, faults.sentence(problem, self.units))
            case None:
                pass

    def _reason_wanted(self) -> Request | None:
        change = self.workshop.change
        if change is None:
            return None
        before, after = change
        if (
            before.corner is None
            or after.corner is None
            or before.car != after.car
            or before.setting == after.setting
        ):
            return None
        from anchor_beam.jobs.tasks import ReasonOf

        return ReasonOf(after.car, before.setting, after.setting)

    def _take_reason(self, answer: Answer | None) -> None:
        if isinstance(answer, Done):
            from anchor_beam.session.said import reason_words

            self.workshop.add_reason(reason_words(answer.value, self.phase, self.units))
