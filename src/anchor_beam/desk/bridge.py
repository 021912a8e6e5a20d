"""Between bench and views: one way in (`ask`), one way out (`listen`)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import QEvent, QObject, QTimer, Signal
from PySide6.QtWidgets import QWidget

from anchor_beam.bench.bench import EVERYTHING, Bench, Part
from anchor_beam.bench.edits import Edit
from anchor_beam.core.working import Working
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.errors import AnchorBeamError
from anchor_beam.words import faults

SLICE_PAUSE = 5  # ms for the user's events between two slices of draws
ON_SCREEN = 10  # ms from the first painting until the screen shows it
BAND_DELAY = 60  # ms of quiet before bands are worked out, so that a drag is not slowed


@dataclass
class _View:
    widget: QWidget
    parts: Part
    then: Callable[[], None]
    stale: bool = True


class Bridge(QObject):
    """Joins the changes of one event-loop turn and calls the visible views that asked for these parts."""

    working_asked = Signal(object, object)  # Working, the widget that asked
    first_picture = Signal()

    def __init__(self, bench: Bench, theme: Theme) -> None:
        super().__init__()
        self.bench, self.theme = bench, theme
        self._views: list[_View] = []
        self._changed = Part(0)
        self._turn = QTimer(self, singleShot=True, interval=0)
        self._turn.timeout.connect(self._deliver)
        self._quiet = QTimer(self, singleShot=True, interval=BAND_DELAY)
        self._quiet.timeout.connect(self._work_out_bands)
        self._slice = QTimer(self, singleShot=True, interval=SLICE_PAUSE)
        self._slice.timeout.connect(self._next_slice)
        bench.listen(self._note)
        theme.changed.connect(lambda: self._note(EVERYTHING))
        self.painted = self._pictured = False

    def listen(self, view: QWidget, *, to: Part, then: Callable[[], None]) -> None:
        """Call `then` at once if the view is visible, else when it is shown; then on changes, until the view dies."""
        entry = _View(view, to, then)
        self._views.append(entry)
        view.installEventFilter(self)
        view.destroyed.connect(lambda: self._forget(entry))
        if view.isVisible():
            self._refresh(entry)

    def ask(self, edit: Edit) -> AnchorBeamError | None:
        """Carry out an edit; the error is the asker's to show."""
        try:
            self.bench.do(edit)
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
        except AnchorBeamError as problem:
            self.complain(problem)
            return False
        return True

    def complain(self, problem: AnchorBeamError) -> None:
        """Say a problem on the consequence line."""
        self.bench.complain(problem, faults.sentence(problem, self.bench.units))

    def show_working(self, working: Working | None, asker: QWidget) -> None:
        """Open a working, if the figure has one now."""
        if working is not None:
            self.working_asked.emit(working, asker)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() is QEvent.Type.Show:
            for entry in [e for e in self._views if e.widget is watched and e.stale]:
                self._refresh(entry)
        return False

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

    def deliver_now(self) -> None:
        """Bring all visible views up to date without waiting for the next turn."""
        if self._turn.isActive():
            self._turn.stop()
            self._deliver()

    def _work_out_bands(self) -> None:
        self.bench.work_out_bands()
        self._slice.start()

    def _next_slice(self) -> None:
        """Draws of the bands between the events of the user, a little at a time."""
        if self.bench.refine_bands():
            self._slice.start()

    def _note(self, parts: Part) -> None:
        self._changed |= parts
        if not self._turn.isActive():
            self._turn.start()

    def _deliver(self) -> None:
        parts, self._changed = self._changed, Part(0)
        for entry in list(self._views):
            if entry.parts & parts:
                if entry.widget.isVisible():
                    self._refresh(entry)
                else:
                    entry.stale = True
        shown = self.bench.shown
        if shown is not None and shown.bands is None and shown.now.problem is None:
            self._quiet.start()

    def _refresh(self, entry: _View) -> None:
        entry.stale = False
        entry.then()

    def _forget(self, entry: _View) -> None:
        if entry in self._views:
            self._views.remove(entry)
