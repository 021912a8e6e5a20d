"""Starting: what is loaded for it, and what stands there when the garage does not open."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

import pytest
from PySide6.QtCore import Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton

from anchor_beam.demo.filling import fill
from anchor_beam.desk.app import run
from anchor_beam.desk.shell.start_problem import StartProblem
from anchor_beam.desk.shell.window import Window
from anchor_beam.store.garage import Garage
from support.desk import Desk

HEAVY = ("scipy", "pydantic", "pint", "reportlab", "pyqtgraph")


def test_the_first_picture_waits_for_nothing_heavy(garage_path: Path) -> None:
    program = f"""
import sys
from pathlib import Path
from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication
app = QApplication([])
from anchor_beam.demo.filling import fill
from anchor_beam.desk.app import run
QTimer.singleShot(600, app.closeAllWindows)
code = run(Path({str(garage_path)!r}), fill=fill)
print(sorted(set(sys.modules) & set({HEAVY!r})))
sys.exit(code)
"""
    done = subprocess.run([sys.executable, "-c", program], capture_output=True, text=True, check=False, timeout=60)
    assert done.returncode == 0, done.stderr
    assert done.stdout.strip() == "[]"


@pytest.fixture
def answers(qtbot) -> list[str]:
    """Answers start problems one by one with the buttons named here, and closes a window when one comes."""
    wanted: list[str] = []
    seen: list[str] = []

    def look() -> None:
        for widget in QApplication.topLevelWidgets():
            if isinstance(widget, StartProblem) and widget.isVisible():
                seen.append(widget.sentence.text())
                name = wanted.pop(0)
                button = next(b for b in widget.findChildren(QPushButton) if b.text() == name)
                QTest.mouseClick(button, Qt.MouseButton.LeftButton)
                return
            if isinstance(widget, Window) and widget.isVisible():
                seen.append(widget.windowTitle())
                widget.close()
                return

    timer = QTimer(interval=30)
    timer.timeout.connect(look)
    timer.start()
    wanted_and_seen = [wanted, seen]
    yield wanted_and_seen
    timer.stop()


def test_a_garage_open_elsewhere_is_said_and_can_be_tried_again(garage_path: Path, answers) -> None:
    wanted, seen = answers
    other = Garage(garage_path)
    wanted += ["Try again", "Close"]
    assert run(garage_path, fill=fill, theme="light") == 1
    assert len(seen) == 2
    assert f"open in another Anchor Beam window (process {os.getpid()})" in seen[0]
    other.close()
    assert run(garage_path, fill=fill, theme="light") == 0
    assert seen[-1] == "Sorrel Finch · Anchor Beam"


def test_a_folder_that_may_not_be_written_is_said_in_words(tmp_path: Path, answers) -> None:
    wanted, seen = answers
    (tmp_path / "taken").write_text("a file where the folder should be")
    wanted.append("Close")
    assert run(tmp_path / "taken" / "garage.sqlite3", theme="light") == 1
    assert "The garage cannot be kept in" in seen[0]
    assert "a folder that you may write to" in seen[0]


def test_a_damaged_garage_is_said_and_left_alone(garage_path: Path, answers) -> None:
    wanted, seen = answers
    garage_path.parent.mkdir()
    garage_path.write_bytes(b"not a database at all " * 200)
    before = garage_path.read_bytes()
    wanted.append("Close")
    assert run(garage_path, fill=fill, theme="light") == 1
    assert "not a garage, or it is damaged" in seen[0]
    assert garage_path.read_bytes() == before


def test_the_demo_is_filled_once_and_keeps_what_was_changed(garage_path: Path, answers) -> None:
    _, seen = answers
    assert run(garage_path, fill=fill, theme="light") == 0
    with Garage(garage_path) as garage:
        assert len(garage.cars()) == 3
        garage.put_away(1)
    assert run(garage_path, fill=fill, theme="light") == 0
    with Garage(garage_path) as garage:
        assert len(garage.cars()) == 2
    assert seen == ["Sorrel Finch · Anchor Beam", "Wicken Estate · Anchor Beam"]


def test_the_window_comes_back_where_it_was_left_if_that_is_on_the_screen(open_desk) -> None:
    desk: Desk = open_desk()
    desk.window.setGeometry(150, 60, 1100, 720)
    desk.settle()
    desk = open_desk()
    assert desk.window.geometry().getRect() == (150, 60, 1100, 720)
    room = desk.window.screen().availableGeometry()
    desk.window.setGeometry(room.width() - 100, 60, 1100, 720)
    desk.settle()
    desk = open_desk()
    assert room.contains(desk.window.geometry())
