"""Names are shown letter by letter, everywhere: nothing in them is markup, and nothing is loaded because of them."""

from __future__ import annotations

from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QAction
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QLineEdit, QTextEdit, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.documents.records import CarFile
from anchor_beam.session.edits import SetValue
from support.desk import Desk

IMAGE = "<img src='file:///dev/zero'><b>loud</b>"
NAMES = [IMAGE, "<html><body bgcolor=red>", "&amp; <br/> a&b", "سيارة 赛车 🏁", "x" * 80, "a\u202egnp.exe"]


def called(name: str) -> CarFile:
    """A car that has the name wherever something can have one."""
    file = team()[0]
    rear = replace(file.bench.rear, bar=replace(file.bench.rear.bar, name=name, maker=name))
    bench = replace(file.bench, name=name, rear=rear)
    rack = tuple(
        replace(item, bar=replace(item.bar, name=name)) if item.axle is Axle.FRONT else item for item in file.rack
    )
    return replace(
        file, car=replace(file.car, name=name, description=f"{name}, {name}"), bench=bench,
        settings=(*file.settings, replace(bench, name=f"kept {name}"[:80])), rack=rack,
    )  # fmt: skip


def rich(widget: QWidget) -> list[str]:
    """Texts of a widget that Qt would read as markup with an image or a colour of its own."""
    texts = [("tip", widget.toolTip()), ("what is this", widget.whatsThis())]
    found = [
        f"{what} of {widget.objectName() or type(widget).__name__}"
        for what, text in texts
        if "<img" in text or "<html" in text
    ]
    if isinstance(widget, QLabel) and widget.textFormat() is not Qt.TextFormat.PlainText:
        found.append(f"label {widget.text()[:30]!r}")
    if isinstance(widget, QTextEdit):
        found.append("a rich text field")
    return found


@pytest.mark.parametrize("name", NAMES)
def test_every_page_shows_a_hostile_name_letter_by_letter(open_desk, name: str) -> None:
    desk: Desk = open_desk(cars=(called(name),))
    shown: list[str] = []
    for stage in STAGES:
        desk.stage(stage.name)
        desk.rest()
        for widget in desk.window.findChildren(QWidget):
            assert not rich(widget)
            shown += [widget.text()] if isinstance(widget, QLabel | QLineEdit) else []
            assert not [action.text() for action in widget.findChildren(QAction) if "<img" in action.text()]
    assert any(name[:40] in text for text in shown)
    assert desk.window.windowTitle().startswith(name[:40])
    desk.bridge.report(name, f"{name} is said.")
    desk.settle()
    QTest.mouseMove(desk.window.line)
    assert not [fault for widget in desk.window.line.findChildren(QWidget) for fault in rich(widget)]


def test_of_two_hundred_cars_only_the_rows_in_view_are_made_and_the_keys_reach_the_last(open_desk) -> None:
    first = team()[0]
    cars = tuple(replace(first, car=replace(first.car, name=f"car {i}")) for i in range(200))
    desk: Desk = open_desk(cars=cars)
    page = desk.stage("Garage")
    desk.rest()
    assert len(page.rows) < 20
    page.rows[0].setFocus()
    for _ in range(30):
        desk.press(Qt.Key.Key_Tab)
    row = desk.window.focusWidget()
    assert row.car == desk.garage.cars()[30].id
    assert page.list.viewport().rect().contains(row.mapTo(page.list.viewport(), row.rect().center()))
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    assert desk.picture.file.car.name == "car 30"
    made = set(page.rows)
    desk.stage("Garage")
    desk.workshop.do(SetValue("car.wheelbase", 2.5))
    desk.rest()
    assert made <= set(page.rows)  # none is made again for an edit
