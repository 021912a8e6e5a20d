"""Load states by keyboard and mouse: kept, used again, refused, and what was read or set in another one."""

from __future__ import annotations

import json

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.desk.stages.car.load_states import LoadStates
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.plain import to_json
from anchor_beam.errors import DocumentError
from support.desk import Desk

LOADED, TRAILER = "driver, half a tank", "on the trailer, empty"


@pytest.fixture
def loads(desk: Desk) -> LoadStates:
    return desk.stage("Car").panel.loads


def choose(desk: Desk, loads: LoadStates, name: str) -> None:
    loads.box.setFocus()
    desk.press(Qt.Key.Key_Down if loads.box.currentIndex() < loads.box.findText(name) else Qt.Key.Key_Up)
    desk.rest()


def test_a_car_is_loaded_and_unloaded_as_one_act(desk: Desk, loads: LoadStates) -> None:
    before = desk.picture
    assert loads.box.currentText() == LOADED
    assert loads.others.text().startswith(f"{TRAILER}: −109.0\u00a0kg, front 46.1\u00a0%")
    choose(desk, loads, TRAILER)
    car = desk.picture.file.car
    assert (car.load_state, car.corner_fl.value, car.cg_height.value) == (TRAILER, 188.0, 0.441)
    assert desk.picture.now.margin != before.now.margin
    assert "margin" in desk.line.lower()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert desk.picture.file == before.file


def test_a_name_for_the_weights_as_they_stand(desk: Desk, loads: LoadStates) -> None:
    desk.type(desk.field("car.corner_rl"), "262")
    assert loads.box.currentText() == f"{LOADED}, changed"
    loads.name.setFocus()
    QTest.keyClicks(loads.name, TRAILER)
    desk.press(Qt.Key.Key_Return)
    assert "already" in loads.trouble.text()
    assert desk.picture.file.car.load_state == LOADED
    loads.name.clear()
    QTest.keyClicks(loads.name, LOADED.upper())
    desk.press(Qt.Key.Key_Return)
    assert "capitals" in loads.trouble.text()
    loads.name.clear()
    QTest.keyClicks(loads.name, "full tank")
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    assert [state.name for state in desk.picture.file.states] == [LOADED, TRAILER, "full tank"]
    assert desk.picture.file.car.load_state == "full tank"
    assert not loads.trouble.text()
    choose(desk, loads, TRAILER)
    desk.click(loads.forget)
    assert [state.name for state in desk.picture.file.states] == [LOADED, "full tank"]
    assert desk.picture.file.car.corner_fl.value == 188.0  # the weights stay


def test_links_that_were_set_in_another_state_say_so(desk: Desk, loads: LoadStates) -> None:
    choose(desk, loads, TRAILER)
    links = desk.stage("Links")
    links.tabs.choose(Axle.REAR)
    desk.settle()
    panel = links.panels[Axle.REAR]
    assert panel.loaded.isVisible() and f"set in “{LOADED}”" in panel.loaded.text()
    desk.click(desk.button("both", panel))
    desk.rest()
    assert not panel.loaded.isVisible()
    assert desk.picture.file.bench.state == TRAILER


def test_two_of_one_name_are_refused_with_the_file() -> None:
    document = json.loads(to_json(sorrel_finch()))
    assert from_json(json.dumps(document)) == sorrel_finch()
    document["load_states"][1]["name"] = LOADED.upper()
    document["pair"]["event"] = "nobody kept this"
    with pytest.raises(DocumentError) as caught:
        from_json(json.dumps(document))
    assert {problem.place for problem in caught.value.problems} == {"load_states", "pair.event"}
