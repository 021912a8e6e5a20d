"""The boards of the Car stage: every figure has its place, none lies over another, and the window finds each of them."""

from __future__ import annotations

from itertools import combinations

import pytest
from PySide6.QtCore import QRect, Qt
from PySide6.QtWidgets import QWidget

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch
from anchor_beam.desk.stages.car.board import BOARDS
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS
from anchor_beam.documents.inputs import Enters
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile, Figure, Provenance, TravelEnds
from support.desk import Desk


def full(file: CarFile) -> CarFile:
    """With everything that an axle may have."""
    for axle in Axle:
        file = put(file, f"car.{axle}.differential", Differential.LIMITED_SLIP)
        file = put(file, f"car.{axle}.travel_ends", TravelEnds.COUNTED)
    return file


def narrow(file: CarFile) -> CarFile:
    """Numbers with all the digits that a field shows."""
    file = put(file, "car.rear.track", Figure(1.2345, Provenance.MEASURED, "1234.5 mm", 0.0125))
    return put(file, "car.rear.roll_centre_height", Figure(0.3, Provenance.MEASURED))


ON_LINKS = (Enters.LINKAGE, Enters.MOUNT, Enters.DIRECT, Enters.NOTHING)


def test_every_figure_of_a_car_stands_on_a_board() -> None:
    places = {place for views in BOARDS.values() for view in views for place in view.places}
    asked = {f"car.{field.name}" for field in CAR_FIELDS if field.enters is not Enters.NOTHING}
    asked |= {
        f"car.{axle}.{field.name}"
        for axle in Axle for field in AXLE_FIELDS if field.enters not in ON_LINKS
    }  # fmt: skip
    assert asked <= places


@pytest.mark.parametrize("file", [full(sorrel_finch()), full(narrow(harrow_half_ton()))], ids=["coupe", "pick-up"])
@pytest.mark.parametrize("size", [(940, 700), (1280, 800), (1920, 1100)], ids=["least", "usual", "large"])
def test_nothing_lies_over_another_and_all_of_it_is_inside(open_desk, file: CarFile, size: tuple[int, int]) -> None:
    desk: Desk = open_desk(cars=(file,), hints=True)  # which take a line of the room
    desk.window.resize(*size)
    board = desk.stage("Car").board
    for name, button in board.buttons.items():
        button.click()
        desk.settle()
        controls = [c for kind in (FigureField, ChoiceBox) for c in board.findChildren(kind) if c.isVisible()]
        assert controls, name
        for one, other in combinations(controls, 2):
            assert not on(board, one).intersects(on(board, other)), (name, place(one), place(other))
        assert all(board.rect().contains(on(board, control)) for control in controls), name


def on(board: QWidget, control: QWidget) -> QRect:
    return QRect(control.mapTo(board, control.rect().topLeft()), control.size())


def place(control: QWidget) -> str:
    return getattr(control, "place", control.accessibleName())


def test_the_keyboard_goes_from_board_to_board_and_measure_next_to_its_field(desk: Desk) -> None:
    page = desk.stage("Car")
    board = page.board
    board.buttons["plan and heights"].setFocus()
    desk.press(Qt.Key.Key_Right)
    desk.press(Qt.Key.Key_Right)
    assert board.buttons["rear axle"].isChecked()
    desk.type(desk.field("car.rear.spring_rate"), "45")
    assert desk.picture.file.car.rear.spring_rate.value == pytest.approx(45e3)
    page.measure("car.grip")
    desk.settle()
    assert board.buttons["tyres"].isChecked()
    assert desk.window.focusWidget().parent().place == "car.grip"
