"""The job card by mouse and keyboard: made, signed, held by a failing check, killed and taken up again, and its paper."""

from __future__ import annotations

from collections.abc import Callable
from html.parser import HTMLParser
from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QImage, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QFileDialog

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.cards import cards_of
from anchor_beam.demo.team import harrow_half_ton
from anchor_beam.desk.stages.fit.page import FitPage
from anchor_beam.desk.stages.garage.car_row import CarRow
from anchor_beam.documents.job_card import Got
from anchor_beam.fitting.card import State, steps_in_order
from anchor_beam.session.edits import SetHole, SetValue
from support.desk import LEFT_BUTTON, Desk
from support.fit import choose, opened, pick, sign_until, with_card, write

HARROW = 2  # its place in the team

ALT = Qt.KeyboardModifier.AltModifier


@pytest.fixture
def fit(desk: Desk) -> FitPage:
    return opened(desk)


def test_the_empty_stage_says_what_to_do_and_a_card_takes_two_presses(desk: Desk, fit: FitPage) -> None:
    assert fit.empty.isVisible() and "make a card" in fit.empty.text() and not fit.step.isVisible()
    assert not fit.panel.cards.isVisible() and not fit.panel.buttons["Take it away"].isVisible()
    card = with_card(desk, fit)
    assert card.title.startswith("Rear: ") and fit.step.isVisible() and not fit.empty.isVisible()
    assert fit.step.text.text() == steps_in_order(card)[0].text
    assert "of a card" not in desk.line and card.title in desk.line
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert fit.hand.card is None and fit.empty.isVisible()


def test_space_signs_and_goes_on_and_again_takes_it_back(desk: Desk, fit: FitPage) -> None:
    first, second = steps_in_order(with_card(desk, fit))[:2]
    fit.steps.rows.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert fit.hand.card is not None and set(fit.hand.card.done) == {first.id} and fit.hand.step == second.id
    assert f"1 of {len(steps_in_order(fit.hand.card))} steps" in fit.panel.far.text()
    desk.press(Qt.Key.Key_Up)
    assert fit.step.sign.text() == "Take the signature back"
    desk.press(Qt.Key.Key_Space)
    assert not fit.hand.card.done


def test_by_keys_alone_a_value_and_a_note_are_written_and_the_step_signed(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    assert fit.steps.rows.hasFocus()
    desk.press(Qt.Key.Key_M)
    for text in ("341", "343", "90", "90.5"):
        QTest.keyClicks(QApplication.focusWidget(), text)
        desk.press(Qt.Key.Key_Return)
    assert fit.steps.rows.hasFocus() and len(fit.hand.card.values) == 4
    desk.press(Qt.Key.Key_N)
    QTest.keyClicks(QApplication.focusWidget(), "tank half full")
    desk.press(Qt.Key.Key_Return)
    assert fit.steps.rows.hasFocus() and fit.hand.card.notes == {"read": "tank half full"}
    desk.press(Qt.Key.Key_Space)
    assert set(fit.hand.card.done) == {"read"}
    desk.press(Qt.Key.Key_M)  # nothing is measured at this step: the note
    assert fit.step.note.hasFocus()


def test_what_cannot_be_done_yet_says_which_step_comes_first(desk: Desk, fit: FitPage) -> None:
    card = with_card(desk, fit)
    last = steps_in_order(card)[-1]
    pick(desk, fit, last.id)
    desk.click(fit.step.sign)
    assert fit.hand.card is not None and not fit.hand.card.done
    assert "First “" in desk.line and "”:" in desk.line


def test_a_step_moves_where_it_may_and_is_told_why_where_not(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    fit.steps.rows.setFocus()
    before = [step.id for step in steps_in_order(fit.hand.card)]
    desk.press(Qt.Key.Key_Down, ALT)
    assert [step.id for step in steps_in_order(fit.hand.card)] == [before[1], before[0], *before[2:]]
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert [step.id for step in steps_in_order(fit.hand.card)] == before
    for step in steps_in_order(fit.hand.card):
        why = next((why for first, why in step.needs if before.index(first) == before.index(step.id) - 1), None)
        if why is not None:
            pick(desk, fit, step.id)
            fit.steps.rows.setFocus()
            desk.press(Qt.Key.Key_Up, ALT)
            assert why in desk.line
            break
    assert [step.id for step in steps_in_order(fit.hand.card)] == before


def test_a_step_that_leaves_its_usual_place_goes_there_and_the_line_says_what_it_will_ask(
    desk: Desk, fit: FitPage
) -> None:
    with_card(desk, fit)
    pick(desk, fit, "links-off")
    fit.steps.rows.setFocus()
    order = [step.id for step in steps_in_order(fit.hand.card)]
    for _ in range(order.index("saddles-off") - order.index("links-off")):
        assert "usually comes after" not in desk.line
        desk.press(Qt.Key.Key_Down, ALT)
    moved = [step.id for step in steps_in_order(fit.hand.card)]
    assert moved.index("saddles-off") < moved.index("links-off")
    assert "usually comes after “Links off" in desk.line and "To sign it, write why not." in desk.line


def test_a_check_that_fails_says_what_to_do_and_holds_its_step(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    sign_until(desk, fit, "centre")
    fields = fit.step.checks.fields
    for key, text in (("K1.left", "112"), ("K1.right", "115")):
        desk.type(fields[key], text)
    assert "failed" in fit.step.checks._verdicts["K1"].text()
    assert "Slacken the clamps" in fit.step.checks._fails["K1"].text()
    desk.click(fit.step.sign)
    assert "centre" not in fit.hand.card.done and "failed" in desk.line
    desk.type(fields["K1.right"], "113.5")
    desk.click(fit.step.sign)
    assert "centre" in fit.hand.card.done


def test_a_kill_at_any_step_loses_nothing(open_desk: Callable[..., Desk]) -> None:
    desk = open_desk()
    fit = opened(desk)
    with_card(desk, fit)
    fit.steps.rows.setFocus()
    for _ in range(4):
        desk.press(Qt.Key.Key_Space)
    desk.click(fit.step.note)
    QTest.keyClicks(fit.step.note, "left nut rounded")
    desk.press(Qt.Key.Key_Return)
    card, step = fit.hand.card, fit.hand.step
    assert card is not None and card.notes[step] == "left nut rounded" and len(card.done) == 4
    other = opened(open_desk())  # closed without another word, as a kill leaves it
    assert other.hand.card == card and other.hand.step == step
    assert other.step.note.text() == "left nut rounded"


def test_the_put_back_list_must_be_empty_before_the_card_is(desk: Desk, fit: FitPage) -> None:
    fit.panel.has[next(each for each in fit.panel.has if str(each) == "level or speed sensor")].click()
    with_card(desk, fit)
    pick(desk, fit, "sensor")
    assert "put-back list: level or speed sensor" in fit.step.with_what.text()
    sign_until(desk, fit, "sensor")
    desk.press(Qt.Key.Key_Space)
    assert "still unhooked: level or speed sensor" in fit.panel.left.text()
    sign_until(desk, fit, "put-back")
    desk.press(Qt.Key.Key_Space)
    assert "unhooked" not in fit.panel.left.text()


def test_a_torque_without_its_unit_stays_as_typed_until_it_has_one(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    desk.click(fit.boards.buttons["torques"])
    board = fit.boards.findChildren(type(fit.boards._views["torques"]))[0]
    name, line = next((name, line) for name, line in board.fasteners.items() if line.thread.isVisible())
    desk.click(line.torque)
    QTest.keyClicks(line.torque, "55")
    desk.press(Qt.Key.Key_Return)
    assert "A torque needs its unit." in board.said.text() and line.torque.text() == "55"
    assert name not in fit.hand.card.torques
    QTest.keyClicks(line.torque, " to 60 N·m")
    desk.press(Qt.Key.Key_Return)
    entry = fit.hand.card.torques[name]
    assert (entry.low, entry.high) == pytest.approx((55.0, 60.0)) and not board.said.isVisible()
    desk.click(line.thread)
    QTest.keyClicks(line.thread, "M11")
    desk.press(Qt.Key.Key_Return)
    assert "M11" in board.said.text() and line.thread.text() == "M11" and name not in fit.hand.card.bolts


def test_at_the_car_keys_alone_sign_note_and_measure(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    desk.click(desk.button("At the car, large"))
    large = fit.at_car
    assert large is not None and large.isVisible() and large.size() == desk.window.size()
    assert large.text.fontMetrics().height() > 40  # px: read from two metres
    desk.press(Qt.Key.Key_Space)
    desk.press(Qt.Key.Key_Right)
    desk.press(Qt.Key.Key_Left)
    step = fit.hand.step
    desk.press(Qt.Key.Key_N)
    for key in "stuck":
        QTest.keyClicks(QApplication.focusWidget(), key)
    desk.press(Qt.Key.Key_Return)
    assert fit.hand.card.notes == {step: "stuck"} and len(fit.hand.card.done) == 1
    desk.press(Qt.Key.Key_N)
    QTest.keyClicks(QApplication.focusWidget(), " not")
    desk.press(Qt.Key.Key_Escape)
    assert large.isVisible() and large.note.text() == "stuck" == fit.hand.card.notes[step]
    desk.press(Qt.Key.Key_Escape)
    assert not large.isVisible() and fit.steps.rows.hasFocus()  # Space goes on where it was


def test_parts_that_change_under_a_card_are_named_and_ticks_are_kept(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    fit.steps.rows.setFocus()
    desk.press(Qt.Key.Key_Space)
    done = set(fit.hand.card.done)
    assert not fit.panel.update_card.isVisible()
    desk.workshop.do(SetHole(Axle.REAR, tuple(Side), 0))
    desk.rest()
    assert fit.panel.update_card.isVisible()
    desk.click(fit.panel.update_card)
    assert set(fit.hand.card.done) == done and not fit.panel.update_card.isVisible()
    assert {each.state for each in fit.hand.view.steps if each.step.id in done} == {State.DONE}


class Words(HTMLParser):
    """The text of a page."""

    def __init__(self) -> None:
        super().__init__()
        self.text = ""

    def handle_data(self, data: str) -> None:
        self.text += data


def test_paper_a_page_and_dates(desk: Desk, fit: FitPage, tmp_path: Path) -> None:
    card = with_card(desk, fit)
    texts = [step.text for step in steps_in_order(card)]

    def write(button: str, name: str) -> Path:
        desk.click(desk.button(button))
        dialog = next(each for each in desk.window.findChildren(QFileDialog) if each.isVisible())
        dialog.fileSelected.emit(str(tmp_path / name))
        dialog.close()
        desk.window.activateWindow()
        desk.rest()
        return tmp_path / name

    pages = PdfReader(write("Print or write…", "card.pdf")).pages
    paper = " ".join("".join(page.extract_text() for page in pages).split())
    page = Words()
    page.feed(write("Print or write…", "card.html").read_text())
    for text in texts:
        assert text in page.text
        assert text[:30] in paper
    sign_until(desk, fit, "drive")
    desk.press(Qt.Key.Key_Space)
    dates = write("To a calendar…", "dates.ics").read_bytes().decode()
    assert dates.startswith("BEGIN:VCALENDAR\r\n") and "DTSTART;VALUE=DATE:" in dates


def test_a_photo_is_pinned_to_its_step_and_found_there_after_a_restart(
    open_desk: Callable[..., Desk], tmp_path: Path
) -> None:
    desk = open_desk()
    fit = opened(desk)
    with_card(desk, fit)
    pick(desk, fit, "saddles-off")
    image = QImage(8, 6, QImage.Format.Format_RGB32)
    image.fill(0x336699)
    image.save(str(tmp_path / "a.png"))
    for shown in (1, 2):
        fit.step.pins.photo_from(tmp_path / "a.png")
        desk.qtbot.waitUntil(lambda shown=shown: len(fit.step.pins.looks) == shown)
    pick(desk, fit, "read")
    assert not fit.step.pins.looks
    desk = open_desk()
    other = opened(desk)
    pick(desk, other, "saddles-off")
    first = next(iter(other.step.pins.looks))
    assert first == "card 1, saddles off"
    QTest.mouseClick(other.step.pins.looks[first], LEFT_BUTTON)
    assert other.step.pins.view is not None and other.step.pins.view.isVisible()
    desk.rest()


def test_what_is_marked_as_missing_stands_on_top_and_the_wheel_changes_nothing(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    desk.click(fit.boards.buttons["needed"])
    board = fit.boards._views["needed"]
    desk.qtbot.waitUntil(lambda: "tool tape" in board.boxes)  # lines come a few at a time
    box = board.boxes["tool tape"]
    box.setFocus()
    for _ in range(3):
        desk.press(Qt.Key.Key_Down)
    assert fit.hand.card.gathered == {"tool tape": Got.TO_GET} and board.said.text() == "To get: tape."
    spot = QPointF(box.rect().center())
    wheel = QWheelEvent(
        spot, box.mapToGlobal(spot), QPoint(), QPoint(0, 120), Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier,
        Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    QApplication.sendEvent(box, wheel)
    desk.settle()
    assert box.currentText() == Got.TO_GET and fit.hand.card.gathered == {"tool tape": Got.TO_GET}


def test_no_step_of_any_card_is_wider_than_its_column_or_higher_than_the_window_at_the_car(open_desk) -> None:
    desk: Desk = open_desk(cars=(harrow_half_ton(),))
    desk.window.resize(1280, 800)
    for card in cards_of(HARROW, harrow_half_ton()):
        desk.workshop.cards.add(card.title, card.job)
    page: FitPage = desk.stage("Fit")
    for document, _ in desk.workshop.cards.all:
        page.hand.take(document)
        for each in page.hand.view.steps:
            page.hand.look_at(each.step.id)
            desk.settle()
            inner = page.step.scrolled.widget()
            assert inner.minimumSizeHint().width() <= page.step.scrolled.viewport().width(), each.step.id
        page.show_large()
        for each in page.hand.view.steps:
            page.hand.look_at(each.step.id)
            desk.settle()
            large, upper = page.at_car, page.at_car.scrolled
            assert large.size() == desk.window.size() and upper.isVisible()
            assert large.minimumSizeHint().width() <= large.width(), each.step.id
            assert large.layout().minimumHeightForWidth(large.width()) <= large.height(), each.step.id
            assert upper.widget().minimumSizeHint().width() <= upper.viewport().width(), each.step.id
        page.at_car.hide()


def test_a_reading_in_other_units_is_short_at_rest_whole_for_who_edits_and_stays_what_it_was(
    desk: Desk, fit: FitPage
) -> None:
    with_card(desk, fit)
    pick(desk, fit, "read")
    field = fit.step.checks.fields["R1.left"].edit
    write(desk, field, "352", enter=True)
    desk.workshop.toggle_units()
    fit.steps.rows.setFocus()
    desk.settle()
    assert field.text() == "13.86"
    field.setFocus()
    assert field.text() == "13.858268" and field.selectedText() == field.text()
    fit.steps.rows.setFocus()
    assert field.text() == "13.86" and fit.hand.card.values["R1.left"].value == 0.352


def test_what_a_small_window_cannot_show_at_the_car_is_reached_by_keys(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    desk.window.resize(1000, 560)
    pick(desk, fit, "read")
    fit.show_large()
    desk.settle()
    large, bar = fit.at_car, fit.at_car.scrolled.verticalScrollBar()
    assert bar.maximum() > 0 == bar.value()
    desk.press(Qt.Key.Key_PageDown)
    assert bar.value() > 0
    desk.press(Qt.Key.Key_PageUp)
    assert bar.value() == 0
    desk.press(Qt.Key.Key_M)
    last = list(large.values.fields.values())[-1].edit
    for _ in range(len(large.values.fields) - 1):
        desk.press(Qt.Key.Key_Return)
    assert last.hasFocus() and not last.visibleRegion().isEmpty()
    assert last.mapTo(large.scrolled.viewport(), last.rect().bottomLeft()).y() <= large.scrolled.viewport().height()


def test_another_way_is_taken_and_undone_in_one_step(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    sign_until(desk, fit, "mark")
    desk.click(fit.boards.buttons["routes"])
    board = fit.boards._views["routes"]
    names = [route.name for route in board.found]
    desk.click(board.take[names.index("old bar cut in two") - 1])
    ids = [step.id for step in steps_in_order(fit.hand.card)]
    assert "cut" in ids and board.found[0].name == "old bar cut in two" and set(fit.hand.card.done) == {"read"}
    desk.click(fit.boards.buttons["the card"])
    pick(desk, fit, "cut")
    assert "cannot be taken back" in fit.step.caution.text()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert "cut" not in [step.id for step in steps_in_order(fit.hand.card)]


def test_the_way_out_is_offered_backwards_with_less_room_for_a_thicker_bar(desk: Desk, fit: FitPage) -> None:
    desk.workshop.do(SetValue("bench.rear.bar.od", 0.020))  # 2 mm thicker than what is on the car
    with_card(desk, fit)
    pick(desk, fit, "out")
    way = fit.step.way
    choose(desk, way.boxes["leading"], "right end")
    choose(desk, way.boxes["past"], "over")
    for name, text in (("what", "exhaust"), ("gap", "0.8 mm"), ("note", "turned a quarter")):
        desk.click(way.lines[name])
        QTest.keyClicks(way.lines[name], text)
    desk.press(Qt.Key.Key_Return)
    assert way.moves.text() == "1  right end first, over exhaust, turned a quarter; 0.8\u00a0mm left"
    desk.click(way.lines["note"])
    QTest.keyClicks(way.lines["note"], "dropped straight")
    desk.click(way.add)
    desk.click(way.lines["what"])
    QTest.keyClicks(way.lines["what"], "tie rod")
    desk.press(Qt.Key.Key_Return)
    assert "Over or under “tie rod”?" in way.said.text() and way.lines["what"].text() == "tie rod"
    assert len(fit.hand.card.poses) == 2
    pick(desk, fit, "in")
    assert not way.form.isVisible()
    assert way.moves.text() == "1  dropped straight\n2  right end last, over exhaust, turned a quarter; △ no room"
    QTest.mouseClick(way.other, LEFT_BUTTON, pos=QPoint(8, way.other.height() // 2))
    desk.settle()
    assert "2  left end last" in way.moves.text() and "proposal" in way.said.text()
    pick(desk, fit, "out")
    desk.click(way.last)
    assert [pose.note for pose in fit.hand.card.poses] == ["turned a quarter"]


def test_what_is_due_is_ticked_and_the_garage_says_what_comes_first(desk: Desk, fit: FitPage) -> None:
    with_card(desk, fit)
    desk.stage("Garage")
    desk.rest()
    assert "job open: Rear: " in row_of(desk)
    fit = opened(desk)
    sign_until(desk, fit, "drive")
    desk.press(Qt.Key.Key_Space)
    desk.click(fit.boards.buttons["torques"])
    board = fit.boards._views["torques"]
    first, second = board.looked[0].text(), board.looked[1].text()
    assert first.startswith("due 20") and first < second
    desk.stage("Garage")
    desk.rest()
    assert first in row_of(desk)
    opened(desk)
    box = board.looked[0]
    QTest.mouseClick(box, LEFT_BUTTON, pos=QPoint(8, box.height() // 2))
    desk.settle()
    assert len(fit.hand.card.looked) == 1
    desk.stage("Garage")
    desk.rest()
    assert first not in row_of(desk) and second in row_of(desk)


def row_of(desk: Desk) -> str:
    """What the Garage says of the car in hand."""
    (row,) = [row for row in desk.window.findChildren(CarRow) if row.car == desk.workshop.car]
    return row.accessibleName()


def test_in_a_narrow_window_the_card_is_there_though_the_panel_is_folded(open_desk: Callable[..., Desk]) -> None:
    desk = open_desk()
    with_card(desk, opened(desk))
    desk = open_desk()
    desk.window.resize(880, 700)
    fit = opened(desk)
    assert not fit.panel.isVisible() and fit.hand.card is not None and fit.step.isVisible()
    fit.steps.rows.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert len(fit.hand.card.done) == 1


def test_who_signs_is_said_once_and_stands_at_the_step(desk: Desk, fit: FitPage) -> None:
    desk.click(fit.panel.signs)
    QTest.keyClicks(fit.panel.signs, "Ann")
    desk.press(Qt.Key.Key_Return)
    with_card(desk, fit)
    desk.press(Qt.Key.Key_Space)
    (done,) = fit.hand.card.done.values()
    assert done.by == "Ann"
    desk.press(Qt.Key.Key_Up)
    assert fit.step.head.text().endswith(f"signed {done.at[:10]} by Ann")
