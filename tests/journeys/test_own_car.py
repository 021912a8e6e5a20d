"""A user's own car, from nothing to a complete one, without touching a file."""

from __future__ import annotations

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QComboBox, QLabel

from anchor_beam.core.grip.model import Differential, Drive
from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.documents.fields import AIM_FIELDS, AXLE_FIELDS, BAR_FIELDS, CAR_FIELDS
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.parts.facts import Ends
from anchor_beam.documents.places import unmeasured
from anchor_beam.documents.records import BarState, Provenance, TravelEnds
from support.desk import Desk

CAR_PLACES = {f"car.{field.name}" for field in CAR_FIELDS}
AIM_PLACES = {f"aim.{field.name}" for field in AIM_FIELDS}
AXLE_PLACES = {f"car.{axle}.{field.name}" for axle in Axle for field in AXLE_FIELDS}
BAR_PLACES = {f"bench.{axle}.bar.{field.name}" for axle in Axle for field in BAR_FIELDS}
LINK_PLACES = {f"bench.{axle}.link_{side}" for axle in Axle for side in ("left", "right")}


def make(desk: Desk, name: str, layout: int = 0) -> None:
    """A new car from a typical layout, by mouse and keys."""
    panel = desk.stage("Garage").panel
    panel.layouts.setCurrentIndex(layout)
    QTest.keyClicks(panel.name, name)
    desk.click(panel.make)


def test_an_empty_garage_teaches_and_a_new_car_comes_from_a_layout(open_desk) -> None:
    desk: Desk = open_desk(cars=())
    assert desk.window.rail.buttons["Garage"].isChecked()
    assert not desk.window.rail.buttons["Bars"].isEnabled()
    page = desk.window.page("Garage")
    assert page.welcome.isVisible()
    assert "Start from a typical layout" in page.welcome.text()
    desk.click(page.panel.make)
    assert "needs a name" in page.panel.caution.text()
    make(desk, "Old Number Nine", layout=1)
    assert desk.picture.file.car.name == "Old Number Nine"
    assert desk.window.rail.buttons["Car"].isChecked()
    assert desk.window.windowTitle().startswith("Old Number Nine")


def test_in_an_empty_garage_a_car_is_a_name_and_enter(open_desk) -> None:
    desk: Desk = open_desk(cars=())
    desk.settle()
    QTest.keyClicks(desk.window.focusWidget(), "Old Number Nine")
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    assert desk.picture.file.car.name == "Old Number Nine" and desk.window.rail.buttons["Car"].isChecked()


def test_every_figure_of_a_car_can_be_typed_somewhere(open_desk) -> None:
    """No field of the table is without a place in the window, for a live axle and plate arms too."""
    desk: Desk = open_desk(cars=())
    make(desk, "Complete", layout=4)
    seen = set()

    def look() -> None:
        desk.settle()
        seen.update(f.place for f in desk.window.findChildren(FigureField) if f.isVisibleTo(desk.window))

    desk.stage("Aim")
    look()
    for axle in Axle:
        board = desk.stage("Car").board
        board.buttons[f"{axle} axle"].click()
        for name, option in (
            ("axle kind", AxleKind.LIVE), ("differential", Differential.LIMITED_SLIP), ("ends of travel", TravelEnds.COUNTED),
        ):  # fmt: skip
            boxes = desk.window.page("Car").findChildren(ChoiceBox)
            choose(desk, next(b for b in boxes if b.accessibleName() == f"{axle} {name}"), option)
        for button in board.buttons.values():
            button.click()
            look()
        bars = desk.stage("Bars")
        bars.tabs.choose(axle)
        if not desk.picture.file.bench.end(axle).fitted:
            state = next(
                b for b in bars.findChildren(ChoiceBox) if b.isVisible() and b.accessibleName().endswith("bar is")
            )
            choose(desk, state, BarState.HOOKED)
        look()
        for name in ("solid", "plate arms"):
            switch = next(s for s in bars.panel(axle).findChildren(type(bars.panel(axle).tie)) if s.text() == name)
            QTest.mouseClick(
                switch, Qt.MouseButton.LeftButton, pos=switch.rect().topLeft() + switch.rect().center() / 8
            )
        look()
        links = desk.stage("Links")
        links.tabs.choose(axle)
        desk.type(next(f for f in links.findChildren(FigureField) if f.place == f"car.{axle}.pickup_holes"), "3")
        for mount in LinkMount:
            choose(
                desk,
                next(b for b in links.findChildren(ChoiceBox) if b.accessibleName() == f"{axle} link hangs on"),
                mount,
            )
            for board in links.boards.buttons.values():
                board.click()
                look()
        choose(desk, next(b for b in links.findChildren(ChoiceBox) if b.accessibleName() == f"{axle} link adjuster"),
               "opposite threads")  # fmt: skip
        look()
        desk.stage("Bars")
        choose(desk, next(b for b in bars.findChildren(ChoiceBox) if b.accessibleName() == f"{axle} bar, its ends on"),
               Ends.ARMS)  # fmt: skip
        look()
        desk.stage("Links")
        links.boards.buttons["from the side"].click()
        held = next(b for b in links.findChildren(ChoiceBox) if b.accessibleName() == f"{axle} bar, its ends are")
        choose(desk, held, Fixity.SPRING)
        look()
    assert seen >= CAR_PLACES | AIM_PLACES | AXLE_PLACES | BAR_PLACES | LINK_PLACES
    assert {"bench.front.bar.holes[0]", "bench.rear.bar.holes[0]"} <= seen


def choose(desk: Desk, box: QComboBox, option: str) -> None:
    """Choose by keys: the box moves and acts as under a hand."""
    index = box.findText(str(option))
    box.setFocus()
    while box.currentIndex() != index:
        QTest.keyClick(box, Qt.Key.Key_Down if box.currentIndex() < index else Qt.Key.Key_Up)
        desk.settle()


def test_measuring_turns_the_marks_and_the_count_on_the_rail(open_desk) -> None:
    desk: Desk = open_desk(cars=())
    make(desk, "Mine")
    before = unmeasured(desk.picture.file.car)
    assert f"{before} to measure" in desk.window.rail.buttons["Car"].accessibleDescription()
    desk.type(desk.field("car.corner_fl"), "391 kg")
    assert unmeasured(desk.picture.file.car) == before  # a guess, until somebody says otherwise
    assert "M measured" in desk.field("car.corner_fl").question.text()
    desk.press(Qt.Key.Key_M)
    for place, text in (("car.corner_fr", "862 lb"), ("car.wheelbase", "8' 5 3/4\"")):  # taken the same way
        desk.type(desk.field(place), text)
    assert unmeasured(desk.picture.file.car) == before - 3
    assert f"{before - 3} to measure" in desk.window.rail.buttons["Car"].accessibleDescription()
    assert abs(desk.picture.file.car.wheelbase.value - 2.58445) < 1e-9


def test_a_car_put_away_can_be_brought_back(open_desk) -> None:
    desk: Desk = open_desk()
    panel = desk.stage("Garage").panel
    desk.click(desk.button("Put it away"))
    assert [listed.name for listed in desk.garage.cars()] == ["Wicken Estate", "Harrow Half-ton"]
    assert desk.picture.file.car.name == "Wicken Estate"
    panel.away.setFocus()
    desk.press(Qt.Key.Key_Down)
    assert len(desk.garage.cars()) == 3


def test_another_car_is_opened_by_enter_on_its_row(open_desk) -> None:
    desk: Desk = open_desk()
    desk.stage("Garage").rows[2].setFocus()
    desk.press(Qt.Key.Key_Return)
    assert desk.picture.file.car.name == "Harrow Half-ton"
    desk.stage("Links").tabs.choose(Axle.FRONT)
    desk.settle()
    caution = desk.window.page("Links").panels[Axle.FRONT].differ
    assert caution.isVisible()
    assert "9.0\u00a0mm" in caution.text()
    assert "Look for a bent part" in caution.text()


def test_a_car_is_balanced_after_eight_entries_by_keyboard_alone(open_desk) -> None:
    """Name, layout by its list, total, share, wheelbase, tracks, springs, bars: no mouse, nothing else typed."""
    desk: Desk = open_desk(cars=())
    desk.window.page("Garage").panel.name.setFocus()
    QTest.keyClicks(desk.window.focusWidget(), "Own Car")
    desk.press(Qt.Key.Key_Tab)
    desk.press(Qt.Key.Key_Down)  # front-engine, rear-drive
    desk.press(Qt.Key.Key_Tab)
    for text in ("1180 kg", "53", "2650", "1490", "1500 mm", "28", "48 N/mm", "7/8 in", "16"):
        QTest.keyClicks(desk.window.focusWidget(), text)
        desk.press(Qt.Key.Key_Return)
    desk.press(Qt.Key.Key_Space)
    desk.rest()
    car, bench = desk.picture.file.car, desk.picture.file.bench
    assert (car.name, car.drive) == ("Own Car", Drive.REAR)
    corners = [car.corner_fl, car.corner_fr, car.corner_rl, car.corner_rr]
    assert [corner.value for corner in corners] == pytest.approx([312.7, 312.7, 277.3, 277.3])
    assert {corner.provenance for corner in corners} == {Provenance.GUESS}
    assert bench.front.bar.od.value == pytest.approx(0.022225)
    assert bench.front.bar.od.typed == "7/8 in"
    assert car.cg_height.provenance is Provenance.TYPICAL
    assert desk.picture.now.margin is not None
    assert desk.picture.bands is not None
    assert (
        desk.picture.file.reference_setting.front.bar == bench.front.bar
    )  # what is on it now is what it is compared with


def test_a_quick_entry_that_cannot_be_keeps_the_car_from_being_made(open_desk) -> None:
    desk: Desk = open_desk(cars=())
    panel = desk.stage("Garage").panel
    QTest.keyClicks(panel.name, "Own Car")
    field = panel.quick.fields["front_share"]
    desk.type(field, "95 %")
    assert field.note is not None and "20 % to 80 %" in field.note.text()
    desk.click(panel.make)
    assert desk.workshop.car is None
    assert desk.window.focusWidget() is field.edit
    panel.layouts.setCurrentIndex(4)
    assert panel.quick.fields["bench.rear.bar.od"].edit.text().startswith("0")  # this layout has no rear bar
    desk.type(panel.quick.fields["bench.rear.bar.od"], "19")
    desk.type(panel.quick.fields["bench.front.bar.od"], "0")
    desk.type(field, "57")
    desk.click(panel.make)
    desk.rest()
    bench = desk.picture.file.bench
    assert bench.rear.connected  # who names a bar has one, also where the layout has none
    assert bench.front.state is BarState.NONE  # and 0 is no bar
    assert bench.front.bar.od.provenance is Provenance.TYPICAL
    assert desk.picture.now.margin is not None


def test_a_car_is_found_by_its_name_and_copied_under_another(open_desk) -> None:
    desk: Desk = open_desk()
    page = desk.stage("Garage")
    desk.press(Qt.Key.Key_F, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClicks(desk.window.focusWidget(), "half HARROW")
    desk.settle()
    assert [row.accessibleName().partition(",")[0] for row in page.rows if row.isVisible()] == ["Harrow Half-ton"]
    QTest.keyClicks(desk.window.focusWidget(), "x")
    desk.settle()
    assert page.nothing.isVisible()
    page.search.clear()
    desk.settle()
    assert len(page.rows) == 3
    before = desk.picture.file
    desk.click(page.panel.copy)
    desk.rest()
    assert desk.picture.file.car.name == "Sorrel Finch, copy"
    assert desk.picture.file.settings == before.settings
    assert [item.part for item in desk.picture.file.rack] == [item.part for item in before.rack]  # the same bars
    desk.stage("Garage")
    desk.click(page.panel.copy)
    desk.rest()
    assert "Sorrel Finch, copy, copy" in [listed.name for listed in desk.garage.cars()]


def test_keys_marks_and_words_are_one_key_away_and_give_the_focus_back(desk: Desk) -> None:
    page = desk.stage("Aim")
    page.setFocus()
    desk.press(Qt.Key.Key_F1)
    assert desk.window.help.isVisible()
    told = " ".join(label.text() for label in desk.window.help.findChildren(QLabel))
    for key in ("Ctrl+1", "Ctrl+M", "Ctrl+F", "F2", "maker's figure", "your window"):
        assert key in told
    desk.press(Qt.Key.Key_Escape)
    assert not desk.window.help.isVisible()
    assert desk.window.focusWidget() is page
    field = desk.field("car.window_low")
    field.setFocus()
    desk.press(Qt.Key.Key_F1)  # has an answer of its own
    assert desk.window.working.isVisible() and not desk.window.help.isVisible()
    desk.press(Qt.Key.Key_Escape)
    desk.press(Qt.Key.Key_H, Qt.KeyboardModifier.ControlModifier)
    assert desk.window.focusWidget() is desk.window.header.beam
