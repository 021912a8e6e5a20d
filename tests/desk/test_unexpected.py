"""An error that nobody foresaw: said on the line, copied with one click, kept in a log, and nothing is lost."""

from __future__ import annotations

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication

from anchor_beam.desk.shell.unexpected import LARGEST, caught, log_path, write_log
from support.desk import Desk


def stumble() -> None:
    raise RuntimeError("the slot that nobody tried")


def test_it_is_said_copied_and_logged(desk: Desk) -> None:
    file = desk.workshop.session.file
    with caught(desk.bridge):
        QTimer.singleShot(0, stumble)
        desk.qtbot.waitUntil(lambda: "Something went wrong" in desk.line)
    assert desk.workshop.session.file is file
    desk.click(desk.window.line.copy)
    for text in (QApplication.clipboard().text(), log_path().read_text()):
        assert "the slot that nobody tried" in text
        assert "in stumble" in text
    desk.type(desk.field("bench.rear.bar.od"), "19")
    assert not desk.window.line.copy.isVisible()  # the next act has the line to itself


def test_the_log_does_not_grow_for_ever() -> None:
    for _ in range(9):
        write_log("x" * (LARGEST // 2))
    files = list(log_path().parent.iterdir())
    assert 1 < len(files) < 6
    assert max(file.stat().st_size for file in files) < 1.1 * LARGEST
