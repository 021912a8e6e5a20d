"""Driving the Fit stage: a card made, a step picked, signed up to, something chosen from a box."""

from __future__ import annotations

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QCheckBox, QComboBox

from anchor_beam.desk.stages.fit.page import FitPage
from anchor_beam.documents.job_card import JobCard
from support.desk import LEFT_BUTTON, Desk


def opened(desk: Desk) -> FitPage:
    page = desk.stage("Fit")
    desk.rest()
    assert isinstance(page, FitPage)
    return page


def with_card(desk: Desk, fit: FitPage) -> JobCard:
    desk.click(desk.button("New card"))
    assert fit.hand.card is not None
    return fit.hand.card


def pick(desk: Desk, fit: FitPage, step: str) -> None:
    """Click a step in the list."""
    rows = fit.steps.rows
    top = rows.top_of(step)
    assert top is not None
    fit.steps.ensureVisible(0, top)
    QTest.mouseClick(rows, LEFT_BUTTON, pos=QPoint(60, top + 6))
    desk.settle()
    assert fit.hand.step == step


def sign_until(desk: Desk, fit: FitPage, step: str) -> None:
    """Sign with Space, as they come, until a step is next; checks that are asked for on the way stay open."""
    assert fit.hand.view is not None and fit.hand.view.next is not None
    pick(desk, fit, fit.hand.view.next.step.id)
    fit.steps.rows.setFocus()
    for _ in range(80):
        if fit.hand.step == step:
            return
        desk.press(Qt.Key.Key_Space)
        if "Write why not" in desk.line:
            assert fit.step.note.hasFocus()
            QTest.keyClicks(fit.step.note, "all new threads")
            desk.press(Qt.Key.Key_Return)
            fit.steps.rows.setFocus()
    raise AssertionError(f"never came to {step}: {fit.hand.step}, {len(fit.hand.card.done)}, {desk.line}")


def choose(desk: Desk, box: QComboBox, text: str) -> None:
    """Pick from a box by the keyboard."""
    box.setFocus()
    there = box.findText(text)
    for _ in range(box.count()):
        if box.currentText() == text:
            break
        desk.press(Qt.Key.Key_Down if box.currentIndex() < there else Qt.Key.Key_Up)
    assert box.currentText() == text


def tick(desk: Desk, box: QCheckBox) -> None:
    """Click the mark of a tick box."""
    QTest.mouseClick(box, LEFT_BUTTON, pos=QPoint(8, box.height() // 2))
    desk.settle()


def board(desk: Desk, fit: FitPage, name: str):
    """Click the word of a board."""
    desk.click(fit.boards.buttons[name])
    return fit.boards._views[name]


def write(desk: Desk, line, text: str, *, enter: bool = False) -> None:
    """Click into a line, replace what is there."""
    desk.click(line)
    line.selectAll()
    QTest.keyClicks(line, text)
    if enter:
        desk.press(Qt.Key.Key_Return)
