"""Starting the window."""

from __future__ import annotations

import signal
import sys
from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QTimer
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import QApplication

from anchor_beam.desk.shell.tidy import Tidy
from anchor_beam.desk.shell.unexpected import caught
from anchor_beam.desk.shell.windows import Windows
from anchor_beam.desk.theme.theme import ASSETS, Theme
from anchor_beam.errors import StoreError
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.fresh import DEMO, MARK
from anchor_beam.store.garage import Garage

AFTER_START = 500  # ms, when the first picture stands


def run(garage_path: Path, *, fill: Callable[[Garage], None] | None = None, theme: str = "desktop") -> int:
    """Open a garage in a window and run until it is closed. An empty garage is first filled by `fill`."""
    app = QApplication.instance() or QApplication(sys.argv[:1])
    assert isinstance(app, QApplication)
    app.setApplicationName("Anchor Beam")
    app.setDesktopFileName("anchor-beam")
    look = Theme(theme)
    app.setWindowIcon(QIcon(str(ASSETS / "icons" / "anchor-beam.svg")))
    signal.signal(signal.SIGINT, lambda *_: app.quit())
    wake = QTimer()  # lets Python see Ctrl+C
    wake.setInterval(300)
    wake.timeout.connect(lambda: None)
    wake.start()
    workshop = _open(garage_path, fill, look)
    if workshop is None:
        return 1
    with workshop.garage:
        windows = Windows(look)
        first = windows.show(workshop)
        QTimer.singleShot(AFTER_START, windows, lambda: Tidy(windows.at_rest, windows))
        with caught(first.bridge):
            code = app.exec()
        windows.end()
        workshop.garage.close()  # another one by now, if this one was taken away
        return code


def _say(look: Theme, problem: StoreError) -> bool:
    """Say why there is no window; whether to try again."""
    from anchor_beam.desk.shell.start_problem import StartProblem  # a good start needs none

    return bool(StartProblem(look, str(problem)).exec())


def _open(path: Path, fill: Callable[[Garage], None] | None, look: Theme) -> Workshop | None:
    """The garage at work, asking again as long as the user wants to try; None when they give up."""
    while True:
        try:
            return _workshop(Garage(path), fill)
        except StoreError as problem:
            if not _say(look, problem):
                return None


def _workshop(garage: Garage, fill: Callable[[Garage], None] | None) -> Workshop:
    """A garage at work, filled if it is empty; one in which nothing works is closed again."""
    try:
        if fill is not None and not garage.cars() and not garage.cars(put_away=True):
            fill(garage)
            garage.choose(MARK, DEMO)
        return Workshop(garage)
    except BaseException:
        garage.close()
        raise
