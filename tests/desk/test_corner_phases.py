"""The honest corner in the window: bands, endings, what to measure, use, change of direction, better typical values."""

from __future__ import annotations

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.grip.driving import FIVE, Phase, Use
from anchor_beam.demo.team import wicken_estate
from anchor_beam.desk.stages.car.measure_next import MeasureNext
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.documents.layouts import LAYOUTS, typical_car
from anchor_beam.documents.places import put
from anchor_beam.documents.records import Figure, Provenance
from anchor_beam.documents.wishes import PROPOSED
from anchor_beam.session.edits import SetValue
from support.desk import Desk


@pytest.fixture
def desk(open_desk) -> Desk:
    made = open_desk()
    made.stage("Bars")
    return made


def test_every_phase_shows_its_band_and_that_of_its_difference(desk: Desk) -> None:
    desk.rest()
    bands = desk.picture.bands
    for phase, button in desk.window.header.phases.buttons.items():
        said = button.accessibleName()
        assert f"±{bands.margins[phase]:.1f}" in said
        assert f"±{bands.change.margins[phase]:.1f} against “standard”" in said
        assert bands.change.margins[phase] < bands.margins[phase]
    assert "± 0.05" in desk.window.header.figures[0].accessibleName()  # the difference in roll, with its own band


def test_a_car_that_tips_is_never_called_neutral(desk: Desk) -> None:
    desk.workshop.do(SetValue("car.cg_height", 0.95))
    desk.settle()
    header = desk.window.header
    for phase in FIVE:
        ending = desk.picture.now.ending_of(phase)
        assert header.phases.buttons[phase].accessibleName().split(": ")[1].startswith("tips")
        assert desk.picture.now.margin_of(phase) is None
        assert ending.tips_at is not None
    assert "before it slides" in header.beam.accessibleName()
    assert "No margin now: tips at" in desk.line
    desk.window.header.beam.setFocus()
    desk.press(Qt.Key.Key_F1)
    assert "neutral" not in header.beam.accessibleName()


def test_a_lift_beyond_the_grip_says_that_the_car_slides_first(desk: Desk) -> None:
    lift = desk.window.header.figures[2]
    assert "slides first" in lift.accessibleName()
    lift.setFocus()
    desk.press(Qt.Key.Key_F1)  # where it would lift is in the working
    assert "Inside wheel lifts" in desk.window.working.accessibleName()


def test_the_use_proposes_windows_and_speed_and_leaves_what_was_typed(desk: Desk) -> None:
    desk.stage("Aim")
    desk.type(desk.field("car.window_exit_high"), "9 %")
    use = next(b for b in desk.window.page("Aim").findChildren(ChoiceBox) if b.accessibleName() == "use")
    use.setFocus()
    while use.currentText() != Use.STREET:
        QTest.keyClick(use, Qt.Key.Key_Up)
    desk.settle()
    car = desk.picture.file.car
    assert car.window(Phase.TURN_IN) == PROPOSED[Use.STREET][Phase.TURN_IN]
    assert car.window(Phase.EXIT) == (PROPOSED[Use.STREET][Phase.EXIT][0], 9.0)
    assert car.speed.value == pytest.approx(15.0)
    assert car.window(Phase.MIDDLE) == PROPOSED[Use.STREET][Phase.MIDDLE]
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.car.speed.value == pytest.approx(12.0)  # cones, which the key passed over


def said(widget: MeasureNext) -> str:
    return "; ".join(row.accessibleName() for row in widget.bars.rows if row.isVisibleTo(widget))


def test_measure_next_is_about_the_phase_in_view_and_names_what_cannot_be_measured(desk: Desk) -> None:
    desk.stage("Car")
    desk.rest()
    (widget,) = desk.window.page("Car").findChildren(MeasureNext)
    assert widget.heading.text() == "Measure next, for the middle margin"
    assert "centre of gravity height, by tilt test" in said(widget)
    assert "Grip of front against rear" in widget.besides.text()
    assert "grip of front against rear" not in said(widget)
    assert "Known worst" in widget.besides.text()
    middle = said(widget)
    desk.click(desk.window.header.phases.buttons[Phase.TURN_IN])
    assert widget.heading.text() == "Measure next, for the turn-in margin"
    assert said(widget) != middle


def test_the_strip_tells_how_the_car_changes_direction(desk: Desk) -> None:
    page = desk.window.page("Bars")
    desk.click(page.strip.buttons["change of direction"])
    view = page.changing
    desk.qtbot.waitUntil(
        lambda: "highest speed" in view.accessibleName() and "±" in view.accessibleName(), timeout=15000
    )
    assert "gives up first" in view.accessibleName()
    assert "through gates 18 m apart" in view.accessibleName()
    desk.workshop.toggle_units()
    desk.settle()
    assert "mph" in view.accessibleName() and "59 ft" in view.accessibleName()
    desk.workshop.do(SetValue("car.cg_height", 0.95))
    desk.qtbot.waitUntil(lambda: "gates tell nothing" in view.accessibleName(), timeout=15000)


def test_the_line_says_how_sure_a_step_is_and_where_the_bar_does_nothing_more(open_desk) -> None:
    desk = open_desk(cars=(wicken_estate(),))
    desk.workshop.do(SetValue("bench.rear.bar.od", 0.026))
    desk.qtbot.waitUntil(lambda: "Known to ±" in desk.line, timeout=15000)
    assert "a clear step" in desk.line
    assert "the inside rear wheel is in the air from" in desk.line
    assert "N/mm at the wheels this bar does nothing there" in desk.line
    desk.workshop.do(SetValue("bench.rear.bar.od", 0.0261))
    desk.qtbot.waitUntil(lambda: "Margin" not in desk.line or "Known to" in desk.line, timeout=15000)


def test_better_typical_values_are_offered_and_stay_away_until_they_are_taken(open_desk) -> None:
    before = typical_car(LAYOUTS[0], "older hatch")
    for name, value in (
        ("brake_front", 68.0),
        ("chassis_torsion", before.car.chassis_torsion.value),
        ("yaw_index", 0.95),
    ):
        before = put(before, f"car.{name}", Figure(value, Provenance.TYPICAL))
    desk = open_desk(cars=(before,))
    desk.stage("Car")
    offer = desk.window.page("Car").panel.offer
    assert "front brake share 74.0\u00a0% instead of 68.0" in offer.words.text()
    desk.click(offer.take)
    assert desk.picture.file.car.brake_front.value == pytest.approx(74.0)
    assert offer.isHidden()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.car.brake_front.value == pytest.approx(68.0)
    desk.type(desk.field("car.brake_front"), "68 %")
    assert "brake share" not in offer.words.text()  # typed: it is the user's own
