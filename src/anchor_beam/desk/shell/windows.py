"""The windows on one garage: the first, and others with another car each."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject, QPoint, Qt
from PySide6.QtGui import QGuiApplication

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.window import Window
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.jobs.office import Jobs
from anchor_beam.session.workshop import Workshop

ASIDE = 36  # px that a window stands beside the one it came from


class Windows(QObject):
    """Each has a workshop and a process of its own; look, units and garage are common."""

    def __init__(self, theme: Theme, hire: Callable[[], Jobs] = Jobs) -> None:
        """hire: makes what works things out for one window."""
        super().__init__()
        self._theme, self._hire = theme, hire
        self.open: list[Window] = []
        self._hired: dict[Window, Jobs] = {}

    def show(self, workshop: Workshop) -> Window:
        """One more window."""
        jobs = self._hire()
        bridge = Bridge(workshop, self._theme, jobs)
        window = Window(bridge)
        bridge.window_wanted.connect(lambda car: self._beside(window, car))
        window.closed.connect(lambda: self._closed(window))
        self.open.append(window)
        self._hired[window] = jobs
        window.show()
        return window

    def at_rest(self) -> bool:
        """Whether nothing is under way in any of them."""
        return QGuiApplication.mouseButtons() == Qt.MouseButton.NoButton and all(
            window.bridge.at_rest for window in self.open
        )

    def _beside(self, asker: Window, car: int) -> None:
        """A window with this car; the one that has it already comes to the front."""
        workshop = asker.bridge.workshop
        there = next((window for window in self.open if window.bridge.workshop.car == car), None)
        if there is None:
            there = self.show(Workshop(workshop.garage, beside=workshop, car=car))
            there.move(asker.pos() + QPoint(ASIDE, ASIDE))
            there.show_stage("Car")
        there.raise_()
        there.activateWindow()

    def end(self) -> None:
        """Nothing is worked out any more for windows that are still open."""
        for window in list(self.open):
            self._closed(window)

    def _closed(self, window: Window) -> None:
        if window in self.open:
            self.open.remove(window)
            self._hired.pop(window).close()
