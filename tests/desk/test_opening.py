"""Taking a car in hand: what follows from it is worked out elsewhere first, and the window stays alive meanwhile."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.documents.places import put
from anchor_beam.documents.records import Figure
from anchor_beam.figures.results import kept
from support.desk import Desk


def test_of_two_cars_asked_for_in_haste_the_last_one_comes(open_desk) -> None:
    desk: Desk = open_desk()
    kept.clear()
    rows = desk.stage("Garage").rows
    QTest.mouseClick(rows[1], Qt.MouseButton.LeftButton)
    assert desk.bridge.opening
    assert desk.picture.file.car.name == "Sorrel Finch"  # until the other is there, this one is in hand
    assert "is being put on the bench" in desk.workshop.said.consequence
    QTest.mouseClick(rows[2], Qt.MouseButton.LeftButton)
    desk.rest()
    assert desk.picture.file.car.name == "Harrow Half-ton"
    assert desk.window.page("Car").isVisible()


def test_a_car_that_cannot_be_right_says_so_and_the_one_in_hand_stays(open_desk) -> None:
    desk: Desk = open_desk()
    wrong = put(
        desk.garage.file(desk.garage.cars()[1].id), "car.front.unsprung_mass", Figure(5000.0)
    )  # more than the corners weigh
    car = desk.garage.add(wrong, "brought in by hand")
    desk.bridge.open(car, lambda: None)
    desk.rest()
    assert desk.picture.file.car.name == "Sorrel Finch"
    assert "Not done" in desk.line
