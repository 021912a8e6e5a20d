"""Two windows on one garage: a car each, common units and bars, and no car in two hands."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.desk.shell.window import Window
from anchor_beam.desk.shell.windows import Windows
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.session.edits import KeepBar, SetValue
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.units.kinds import System


@pytest.fixture
def windows(qtbot, garage_path: Path):
    with Garage(garage_path) as garage:
        for file in team():
            garage.add(file, "came with the demo")
        made = Windows(Theme("light"))
        first = made.show(Workshop(garage))
        qtbot.waitUntil(lambda: first.bridge.painted)
        yield made
        for window in list(made.open):
            window.close()


def settled(window: Window) -> Window:
    QTest.qWait(80)
    window.bridge.deliver_now()
    return window


def beside(qtbot, windows: Windows, name: str) -> Window:
    """By keyboard: the row of a car, Ctrl and Enter."""
    page = windows.open[0].page("Garage")
    qtbot.waitUntil(lambda: len(page.rows) == 3)
    row = next(row for row in page.rows if row.accessibleName().startswith(name))
    row.setFocus()
    QTest.keyClick(row, Qt.Key.Key_Return, Qt.KeyboardModifier.ControlModifier)
    return windows.open[-1]


def test_each_window_has_a_car_of_its_own(qtbot, windows: Windows) -> None:
    first, second = windows.open[0], beside(qtbot, windows, "Wicken Estate")
    assert second.bridge.picture.file.car.name == "Wicken Estate"
    assert first.bridge.picture.file.car.name == "Sorrel Finch"
    before = first.bridge.picture.file
    assert second.bridge.ask(SetValue("car.wheelbase", 2.7)) is None
    assert first.bridge.picture.file is before
    assert second.bridge.workshop.garage.file(second.bridge.workshop.car).car.wheelbase.value == 2.7
    assert beside(qtbot, windows, "Wicken Estate") is second  # it comes to the front, and stays one
    assert len(windows.open) == 2
    page = second.page("Garage")
    page.list.rows[first.bridge.workshop.car].opened.emit(first.bridge.workshop.car)
    settled(second)
    assert "is open in the other window" in second.line.text
    assert second.bridge.picture.file.car.name == "Wicken Estate"
    second.bridge.workshop.toggle_units()
    assert first.bridge.units == System.US
    second.close()
    assert windows.open == [first]
    first.bridge.open(second.bridge.workshop.car or 2, lambda: None)
    qtbot.waitUntil(lambda: first.bridge.picture.file.car.name == "Wicken Estate")


def test_a_bar_that_one_window_changes_is_not_changed_back_by_the_other(qtbot, windows: Windows) -> None:
    """A copy of a car has the same bars of the garage in its rack."""
    first = windows.open[0]
    file, garage = first.bridge.picture.file, first.bridge.workshop.garage
    copy = garage.add(replace(file, car=replace(file.car, name="Sorrel Finch, copy")), "copied")
    first.bridge.window_wanted.emit(copy)
    second = windows.open[-1]
    for act in (SetValue("bench.rear.bar.od", 0.019), KeepBar(Axle.REAR)):
        assert first.bridge.ask(act) is None
    assert second.bridge.ask(SetValue("car.wheelbase", 2.5)) is None

    def kept(car: int) -> list[float]:
        return [item.bar.od.value for item in garage.file(car).rack if item.bar.name == "Tidewright 17"]

    assert kept(first.bridge.workshop.car) == kept(copy) == [0.019]
    assert garage.file(copy).car.wheelbase.value == 2.5
    assert first.bridge.attempt(first.bridge.workshop.undo) and first.bridge.attempt(first.bridge.workshop.undo)
    assert second.bridge.ask(SetValue("car.wheelbase", 2.4)) is None
    assert kept(copy) == [0.017]
