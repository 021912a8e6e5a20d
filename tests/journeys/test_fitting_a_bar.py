"""From an empty garage to a bar half fitted: a card made, worked, measured, given to the car, printed; across a restart."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog

from anchor_beam.core.sides import Side
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.documents.records import Provenance
from anchor_beam.fitting.card import State, view
from support.desk import Desk
from support.fit import opened, pick, sign_until, with_card

CTRL = Qt.KeyboardModifier.ControlModifier


def new_car(desk: Desk, name: str) -> None:
    """From a typical layout, by mouse and keys."""
    panel = desk.stage("Garage").panel
    QTest.keyClicks(panel.name, name)
    desk.click(panel.make)
    assert desk.picture.file.car.name == name


def test_a_bar_is_fitted_from_an_empty_garage_across_a_restart(
    open_desk: Callable[..., Desk], tmp_path: Path
) -> None:
    desk = open_desk(cars=())
    assert not desk.window.rail.buttons["Fit"].isEnabled()
    new_car(desk, "Old Number Nine")
    fit = opened(desk)
    card = with_card(desk, fit)
    count = len(view(card).steps)
    assert card.done == {} and desk.line.startswith("Job card")

    # read before anything is loosened
    pick(desk, fit, "read")
    fields = fit.step.checks.fields
    for key, text in (("R1.left", "341"), ("R1.right", "343"), ("R2.left", "250.5"), ("R2.right", "251")):
        desk.type(fields[key], text)
    desk.click(fit.step.to_car)
    end = desk.picture.file.bench.end(card.job.axle)
    assert [round(1e3 * end.link(side).value, 1) for side in Side] == [250.5, 251.0]
    assert all(end.link(side).provenance is Provenance.MEASURED for side in Side)

    # half the work, then the lamp goes out
    middle = view(fit.hand.card).steps[count // 2].step.id
    sign_until(desk, fit, middle)
    done = len(fit.hand.card.done)
    assert 0 < done < count
    desk = open_desk()
    fit = opened(desk)
    assert fit.hand.card is not None and len(fit.hand.card.done) == done
    assert fit.hand.view is not None and fit.hand.view.next is not None
    assert fit.hand.view.next.step.id == middle

    # the car was raised in that half: what holds it up is on the card
    raised = [each for each in view(fit.hand.card).steps if each.state is State.DONE]
    assert any("stands" in each.step.text.casefold() for each in raised)

    # undo goes back over the restart, one signature at a time
    desk.press(Qt.Key.Key_Z, CTRL)
    assert len(fit.hand.card.done) == done - 1
    desk.click(desk.window.line.redo)
    assert len(fit.hand.card.done) == done

    # paper for the wall
    desk.click(desk.button("Print or write…"))
    dialog = next(each for each in desk.window.findChildren(QFileDialog) if each.isVisible())
    dialog.fileSelected.emit(str(tmp_path / "card.pdf"))
    dialog.close()
    desk.rest()
    text = "".join(page.extract_text() for page in PdfReader(tmp_path / "card.pdf").pages)
    assert text.startswith("Old Number Nine") and text.count("✓") == done
    assert "341.0" in text and "250.5" in text


def test_by_the_keyboard_alone_a_card_is_made_and_its_first_steps_are_signed(open_desk: Callable[..., Desk]) -> None:
    """Nobody touches the mouse: the stage by its key, the button by Tab and Space, the list by Space."""
    desk = open_desk()
    key = next(stage.key for stage in STAGES if stage.name == "Fit")
    QTest.keySequence(desk.window, key)
    desk.rest()
    fit = desk.window.page("Fit")
    assert fit.isVisible()
    button = desk.button("New card")
    for _ in range(120):
        if button.hasFocus():
            break
        desk.press(Qt.Key.Key_Tab)
    assert button.hasFocus()
    desk.press(Qt.Key.Key_Space)
    assert fit.hand.card is not None and fit.hand.card.done == {}
    for _ in range(120):
        if fit.steps.rows.hasFocus():
            break
        desk.press(Qt.Key.Key_Tab)
    assert fit.steps.rows.hasFocus()
    first = fit.hand.step
    desk.press(Qt.Key.Key_Space)
    assert list(fit.hand.card.done) == [first] and fit.hand.step != first
    desk.press(Qt.Key.Key_N)  # a note, then back to the list
    QTest.keyClicks(fit.step.note, "jack pad rusty")
    desk.press(Qt.Key.Key_Return)
    assert "jack pad rusty" in fit.hand.card.notes.values()


@pytest.mark.parametrize("name", ["<b>Nine</b>", "Nine " * 11])
def test_a_car_of_any_name_has_cards_of_that_name(open_desk: Callable[..., Desk], name: str) -> None:
    desk = open_desk(cars=())
    new_car(desk, name.strip())
    fit = opened(desk)
    card = with_card(desk, fit)
    assert name.strip() in desk.window.windowTitle()
    assert card.title and fit.hand.card is card
    desk.click(desk.button("New card"))
    assert fit.hand.card is not card and fit.hand.card.number == card.number + 1
