"""The pinned Qt binding counts references properly: one that frees None kills a long session."""

from __future__ import annotations

import sys

from PySide6.QtWidgets import QLabel


def test_calls_that_return_nothing_do_not_consume_none(qtbot) -> None:
    label = QLabel()
    qtbot.addWidget(label)
    before = sys.getrefcount(None)
    for _ in range(400):
        label.setText("x")
    assert sys.getrefcount(None) > before - 100
