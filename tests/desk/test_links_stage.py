"""Links by mouse and keyboard: the travel handle, what is taken hold of on the drawings, lengths and joints."""

from __future__ import annotations

import csv
import io
import math
from pathlib import Path

import numpy as np
import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.stages.links.handles import AxleView
from anchor_beam.desk.stages.links.page import LinksPage
from anchor_beam.desk.stages.links.placing_board import PlacingBoard
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.documents.mounting import LinkMount, Stud
from anchor_beam.drawings.links import flip
from anchor_beam.drawings.shapes import Dimension, Drawing, Line, Text
from anchor_beam.figures.free_hole import free_holes
from anchor_beam.figures.lengths import Attitude
from anchor_beam.figures.placing import wanted_of
from anchor_beam.figures.travelling import Moving, joint_angle, travelling
from anchor_beam.session.edits import SetHole, SetValue
from anchor_beam.words.links import DOES_NOT_REACH, NEARLY_OVER
from support.desk import LEFT_BUTTON, Desk, move_held


@pytest.fixture
def links(desk: Desk) -> LinksPage:
    page = desk.stage("Links")
    desk.rest()
    return page


def drawn(links: LinksPage, side: Side, axle: Axle = Axle.REAR):
    return links.sides[axle].drawn.views[side]


def plain(text: str) -> str:
    return text.replace("\u00a0", " ")


def drag(desk: Desk, widget, start: QPointF, *steps: QPointF) -> None:
    QTest.mousePress(widget, LEFT_BUTTON, pos=start.toPoint())
    for step in steps:
        move_held(widget, step.toPoint(), LEFT_BUTTON)
        desk.settle()
    QTest.mouseRelease(widget, LEFT_BUTTON, pos=steps[-1].toPoint())
    desk.settle()


def test_the_handle_moves_the_wheels_by_keys_and_the_drawing_follows(desk: Desk, links: LinksPage) -> None:
    slider, posture, view = links.travel.slider, links.posture, drawn(links, Side.LEFT)
    rest = view._shown.hole
    slider.setFocus()
    for _ in range(3):
        desk.press(Qt.Key.Key_PageUp)
    desk.press(Qt.Key.Key_Right)
    assert posture.handle == pytest.approx(0.031)
    assert view._shown.moved and view._shown.hole[1] > rest[1] + 0.01
    assert plain(links.travel.said.text()) == "both 31 mm up" == plain(slider.accessibleDescription())
    desk.press(Qt.Key.Key_Home)
    assert posture.handle == 0.0 and view._shown.hole == rest
    links.travel.way.setFocus()
    desk.press(Qt.Key.Key_Down)
    assert posture.way is Moving.ROLL
    slider.setFocus()
    desk.press(Qt.Key.Key_PageUp)
    left, right = (drawn(links, side)._shown for side in Side)
    assert left.pickup[1] - left.ghost_pickup[1] == pytest.approx(right.ghost_pickup[1] - right.pickup[1])


def test_space_plays_a_hand_on_the_handle_or_leaving_the_stage_ends_it(desk: Desk, links: LinksPage) -> None:
    slider, posture = links.travel.slider, links.posture
    slider.setFocus()
    desk.press(Qt.Key.Key_Space)
    seen: set[float] = set()
    posture.moved.connect(lambda: seen.add(posture.handle))
    desk.qtbot.waitUntil(lambda: len(seen) > 5)
    assert links.travel.play.text() == "stop"
    desk.press(Qt.Key.Key_Home)
    assert not posture.playing and posture.handle == 0.0
    desk.click(links.travel.play)
    assert posture.playing
    desk.stage("Bars")
    assert not posture.playing


def test_a_hole_dragged_up_turns_the_arm_and_takes_a_shorter_link(desk: Desk, links: LinksPage) -> None:
    view, before = drawn(links, Side.LEFT), desk.picture.file.bench.rear.link_left.value
    at = QPointF(*view.pixel(flip(view._shown.hole)))
    scale = view._view.scale
    drag(desk, view, at, at + QPointF(0, -6), at + QPointF(0, -12))
    after = desk.picture.file.bench.rear
    assert after.link_left.value == pytest.approx(before - 12 / scale, abs=0.0015)
    assert after.link_right.value == pytest.approx(0.0885)
    desk.window.line.undo.click()
    desk.settle()
    assert desk.picture.file.bench.rear.link_left.value == before


def test_a_pick_up_dragged_moves_and_a_click_on_another_hole_hangs_the_link_there(
    desk: Desk, links: LinksPage
) -> None:
    view, car = drawn(links, Side.RIGHT), desk.picture.file.car.rear
    at, scale = QPointF(*view.pixel(flip(view._shown.pickup))), view._view.scale
    drag(desk, view, at, at + QPointF(8, -10), at + QPointF(16, -20))
    moved = desk.picture.file.car.rear
    assert moved.pickup_height_right.value == pytest.approx(car.pickup_height_right.value + 20 / scale, abs=0.002)
    assert moved.pickup_ahead.value == pytest.approx(car.pickup_ahead.value + 16 / scale, abs=0.002)
    assert moved.pickup_height_left == car.pickup_height_left
    was = desk.picture.file.bench.rear.hole_right
    number, point = view._shown.arm_holes[0]
    assert number != was
    QTest.mouseClick(view, LEFT_BUTTON, pos=QPointF(*view.pixel(flip(point))).toPoint())
    desk.settle()
    assert desk.picture.file.bench.rear.hole_right == number


def test_a_wheel_dragged_from_behind_moves_as_the_handle_does(desk: Desk, links: LinksPage) -> None:
    desk.click(links.boards.buttons["from behind"])
    desk.rest()
    view = links._stacks[-1].front.drawn.widget
    left, right = view._shown.sides
    at = QPointF(*view.pixel(left.wheel))
    drag(desk, view, at, at + QPointF(0, -8))
    assert links.posture.handle == pytest.approx(8 / view._view.scale, abs=1.5e-3)
    links.posture.choose(Moving.LEFT)
    links.posture.to(0.0)
    desk.settle()
    at = QPointF(*view.pixel(right.wheel))
    drag(desk, view, at, at + QPointF(0, 8))
    assert links.posture.way is Moving.RIGHT and links.posture.handle < -0.005


def test_the_link_that_is_ten_too_long_is_named_with_its_cure_and_one_click_mends_it(
    desk: Desk, links: LinksPage
) -> None:
    """The planted trap of the coupe."""
    assert "The rear left link twists its bar: 10.1 mm shorter, 4.0 turns" in plain(
        links.panels[Axle.REAR].turns.text()
    )
    strip = links.strips[Axle.REAR]._views["lengths"]
    texts = [plain(cell.text()) for cell in strip.lines[Attitude.FREE_LEFT].cells]
    assert texts[1:4] == ["88.4 mm", "88.5 mm", "−4.0 · 0.0"] and texts[5] == "0.0 N·m"
    assert "One turn longer, rear left −6.3 N·m" in plain(strip.turn.text())
    desk.click(strip.lines[Attitude.FREE_LEFT].use)
    assert desk.picture.file.bench.rear.link_left.value == pytest.approx(0.0884, abs=1e-4)
    assert "now agree" in desk.line
    assert not links.panels[Axle.REAR].turns.isVisible()


def test_a_row_without_a_length_says_none_and_offers_no_button(desk: Desk, links: LinksPage) -> None:
    desk.workshop.do(SetHole(Axle.REAR, tuple(Side), 0))
    for side in Side:
        desk.workshop.do(SetValue(f"bench.rear.link_{side}", 0.16))
    desk.workshop.do(SetValue("car.rear.pickup_ahead", 0.09))
    desk.rest()
    line = links.strips[Axle.REAR]._views["lengths"].lines[Attitude.SQUARE]
    assert "none" in [cell.text() for cell in line.cells]
    assert not line.use.isVisible()


def test_joints_are_pasted_or_read_whole_or_not_at_all(desk: Desk, links: LinksPage, tmp_path: Path) -> None:
    desk.click(links.boards.buttons["joints of the arm"])
    board = links._stacks[-1].front
    QGuiApplication.clipboard().setText(
        "joint\tahead\tout [in]\tup\nfront inner\t-80\t4\t90,5\nouter\t-220\t26\t80\n"
    )
    desk.click(desk.button("Paste", board))
    rear = desk.picture.file.car.rear
    assert rear.link_on is LinkMount.ARM
    assert (rear.inner_front_ahead.value, rear.inner_front_out.value, rear.inner_front_up.value) == pytest.approx(
        (-0.080, 0.1016, 0.0905)
    )
    assert rear.outer_out.value == pytest.approx(0.6604)
    wrong = tmp_path / "joints.csv"
    wrong.write_text("joint,ahead,out,up\nouter,1,2,three\nelbow,1,2,3\nrear inner,9999,2,3\n")
    board.take_from(wrong)
    sheet = desk.window.files.problems
    for said in (
        "Line 2, column 4",
        "“three” is not a number",
        "There is no joint “elbow”",
        "Line 4, column 2",
        "9999",
    ):
        assert said in sheet.text
    assert desk.picture.file.car.rear == rear
    sheet.hide()
    out: list[str] = []
    desk.window.files.table_out = lambda _name, text: out.append(text)
    desk.click(desk.button("As a CSV…", board))
    rows = list(csv.reader(io.StringIO(out[0])))
    assert rows[0] == ["joint", "ahead [mm]", "out [mm]", "up [mm]"] and rows[3] == ["outer", "-220", "660.4", "80"]


def test_a_link_that_lies_along_its_arm_or_does_not_reach_is_marked_where_that_happens(
    desk: Desk, links: LinksPage
) -> None:
    """A pick-up nearly as far from the bar as arm and link together."""
    desk.workshop.do(SetHole(Axle.REAR, tuple(Side), 0))
    desk.workshop.do(SetValue("bench.rear.link_right", 0.0985))
    for side in Side:
        desk.workshop.do(SetValue(f"car.rear.pickup_height_{side}", 0.03))
    desk.workshop.do(SetValue("car.rear.pickup_ahead", 0.327))
    desk.rest()
    said = {}
    for handle in range(-60, 61, 5):
        links.posture.to(handle / 1e3)
        desk.settle()
        said[handle] = drawn(links, Side.LEFT)._shown.warning
    assert said[-60] == "" and NEARLY_OVER in said.values() and said[60] == DOES_NOT_REACH, said


def test_the_strip_of_angles_follows_the_handle(desk: Desk, links: LinksPage) -> None:
    desk.click(links.strips[Axle.REAR].buttons["angles through the travel"])
    chart = links._drawn[-1]
    assert [c.title for c in chart.charts] == ["Link off square to its arm", "Joints out of plane"]
    assert chart._now is None
    links.posture.to(0.02)
    desk.settle()
    assert chart._now == pytest.approx(20.0)
    QTest.mouseMove(chart, QPoint(10, 10))


def test_the_chart_follows_what_is_typed_says_what_is_wrong_and_goes_to_paper(
    desk: Desk, links: LinksPage, tmp_path: Path
) -> None:
    desk.click(links.boards.buttons["ride height chart"])
    desk.settle()
    board = links._stacks[-1].front
    assert not links.travel.isVisible() and not links.strips[Axle.REAR].isVisible()
    board.at_hand.setFocus()
    QTest.keyClicks(board.at_hand, "85 3.5in")
    QTest.keyClick(board.at_hand, Qt.Key.Key_Return)
    desk.settle()
    words = [plain(item.text) for item in board.view._drawing.items if isinstance(item, Text)]
    assert any(text.startswith("85.0 mm: right at +6.6 mm") for text in words)
    assert any(text.startswith("88.9 mm: right at ") for text in words)
    low = board.fields[0].edit
    low.setFocus()
    QTest.keyClicks(low, "50")
    QTest.keyClick(low, Qt.Key.Key_Return)
    desk.settle()
    assert "lowest and a highest" in board.fields[0].note.text()
    QTest.keyClick(low, Qt.Key.Key_Escape)
    board.at_hand.setText("85 long")
    board.at_hand.editingFinished.emit()
    desk.settle()
    assert "long" in board.said.text() and not board.view.isVisible()
    board.at_hand.setText("")
    board.at_hand.editingFinished.emit()
    desk.settle()
    desk.click(desk.button("Print, write…", board))
    for name in ("chart.pdf", "chart.csv"):
        desk.window.findChild(QFileDialog).fileSelected.emit(str(tmp_path / name))
    desk.rest()
    page = PdfReader(tmp_path / "chart.pdf").pages[0]
    assert "Rear links that put the arms of Tidewright 17 level" in page.extract_text()
    assert (tmp_path / "chart.csv").read_text().startswith('change of ride height [mm],"hole 1, soft [mm]"')


def test_a_build_sheet_follows_what_is_typed_keeps_it_and_is_printed(
    desk: Desk, links: LinksPage, tmp_path: Path
) -> None:
    desk.click(links.boards.buttons["build sheet"])
    board = links._stacks[-1].front
    board.kind.setFocus()
    desk.press(Qt.Key.Key_Down)
    lines = {label.text(): plain(value.text()) for label, value in board.lines if label.text()}
    assert lines["sleeve, cut to"] == "left 62.7 mm · right 52.7 mm"
    assert "98.5 mm" in [plain(item.text) for item in board.view._drawing.items if isinstance(item, Dimension)]
    squeeze = board.fields["grommet-link"]["squeeze"].edit
    squeeze.setFocus()
    QTest.keyClicks(squeeze, "25")
    QTest.keyClick(squeeze, Qt.Key.Key_Return)
    desk.settle()
    lines = {label.text(): plain(value.text()) for label, value in board.lines if label.text()}
    assert lines["sleeve, cut to"] == "left 65.5 mm · right 55.5 mm" and lines["grommet, squeezed to"] == "10.5 mm"
    arm = board.fields["grommet-link"]["height"].edit
    arm.setFocus()
    QTest.keyClicks(arm, "55")
    QTest.keyClick(arm, Qt.Key.Key_Return)
    desk.settle()
    assert "alone are longer than this link" in board.said.text() and not board.view.isVisible()
    assert not board.write.isEnabled()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert not board.said.isVisible() and board.fields["grommet-link"]["squeeze"].edit.text() == "25.0"
    desk.click(board.write)
    desk.window.findChild(QFileDialog).fileSelected.emit(str(tmp_path / "link.pdf"))
    desk.rest()
    text = PdfReader(tmp_path / "link.pdf").pages[0].extract_text()
    assert "post and grommets" in text and "65.5" in text and "hard stop" in text
    board.kind.setCurrentIndex(0)
    board.kind.activated.emit(0)
    desk.settle()
    lines = {label.text(): plain(value.text()) for label, value in board.lines if label.text()}
    assert lines["turns from as it came"] == "left 0.0 · right −4.0" and "Opposite threads" in board.notes.text()
    for index in (2, 4):
        board.kind.setCurrentIndex(index)
        board.kind.activated.emit(index)
        desk.settle()
    assert any("one tooth turns" in label.text() for label, _ in board.lines)


def test_a_mount_is_placed_from_the_zone_measured_from_datum_holes_and_taken_back_in_one_step(
    desk: Desk, links: LinksPage
) -> None:
    desk.click(links.boards.buttons["placing a mount"])
    board = links._stacks[-1].front
    desk.rest()
    whole = int(board.zone.allowed.sum())
    limit = board.fields["off_square"].edit
    limit.setFocus()
    QTest.keyClicks(limit, "10")
    QTest.keyClick(limit, Qt.Key.Key_Return)
    desk.rest()
    assert 0 < int(board.zone.allowed.sum()) < whole
    for cell, text in zip(board.table.cells[0][:2], ("150", "40"), strict=True):
        cell.edit.setFocus()
        QTest.keyClicks(cell.edit, text)
        QTest.keyClick(cell.edit, Qt.Key.Key_Return)
        desk.rest()
    line = next(iter(board.lines.values()))
    point, before = line._point, desk.picture.file
    away = math.dist((point.ahead, point.up), (0.150, 0.040)) * 1e3
    assert plain(line.cells[-1].text()) == f"1: {away:.1f} mm"
    desk.click(line.put)
    rear = desk.picture.file.car.rear
    assert (rear.pickup_ahead.value, rear.pickup_height_left.value, rear.pickup_height_right.value) == pytest.approx(
        (point.ahead, point.up, point.up), abs=1e-4
    )
    assert desk.picture.file.bench.rear.link_left.value == pytest.approx(point.length, abs=2e-4)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.car == before.car and desk.picture.file.bench == before.bench
    up = board.fields["up_from"].edit
    up.setFocus()
    QTest.keyClicks(up, "500")
    QTest.keyClick(up, Qt.Key.Key_Return)
    desk.rest()
    assert "lower and an upper end" in board.said.text() and not line.put.isVisible()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    at = QPointF(*board.view.pixel(flip(board.view._shown.pickup)))
    drag(desk, board.view, at, at + QPointF(0, -8), at + QPointF(0, -16))
    assert desk.picture.file.car.rear.pickup_height_left.value > before.car.rear.pickup_height_left.value + 0.002


def test_the_front_wheels_are_steered_by_the_handle_and_rear_ones_are_not(desk: Desk) -> None:
    page = desk.stage("Links")
    page.tabs.choose(Axle.FRONT)
    desk.click(page.boards.buttons["from behind"])
    desk.settle()
    way = page.travel.way
    way.setFocus()
    while way.currentText() != Moving.STEER:
        QTest.keyClick(way, Qt.Key.Key_Down)
    wheels = [item for item in behind(page, Axle.FRONT).items if isinstance(item, Line) and item.closed]
    page.travel.slider.setFocus()
    for _ in range(3):
        desk.press(Qt.Key.Key_PageUp)
    desk.settle()
    assert page.travel.said.text() == "1.7\u00a0deg to the left"  # 0.030 rad
    turned = [item for item in behind(page, Axle.FRONT).items if isinstance(item, Line) and item.closed]
    assert span(turned[0]) > span(wheels[0]) + 0.01
    height = desk.picture.file.car.front.wheel_centre_height.value
    assert span(turned[0]) == pytest.approx(0.2 * math.cos(0.03) + 2 * height * math.sin(0.03), abs=1e-6)
    page.tabs.choose(Axle.REAR)
    desk.settle()
    assert page.posture.way is Moving.BOTH and page.posture.handle == 0.0
    assert way.findText(Moving.STEER) == -1


def test_studs_along_the_car_bind_sooner_where_the_link_leans_along_it(desk: Desk) -> None:
    page = desk.stage("Links")
    page.tabs.choose(Axle.REAR)
    desk.settle()
    file = desk.picture.file
    across = travelling(file.car.rear, file.bench.rear, Axle.REAR, Moving.BOTH)
    box = next(b for b in page.findChildren(ChoiceBox) if b.accessibleName() == "rear stud, far end points")
    box.setFocus()
    while box.currentText() != Stud.AHEAD:
        QTest.keyClick(box, Qt.Key.Key_Down)
    desk.settle()
    record = desk.picture.file.car.rear
    assert record.stud_at_pickup is Stud.AHEAD
    pose = across.sides[0]
    link = (pose.pickup - pose.hole)[across.ride]
    lean = math.degrees(math.asin(abs(link[0]) / np.linalg.norm(link)))  # along the car, by hand
    assert math.degrees(joint_angle(record, pose)[across.ride]) == pytest.approx(lean, abs=1e-9)
    assert joint_angle(file.car.rear, pose)[across.ride] < joint_angle(record, pose)[across.ride]


def behind(page: LinksPage, axle: Axle) -> Drawing:
    """What the board from behind shows."""
    view = next(view for view in page.findChildren(AxleView) if view.isVisible())
    assert view._drawing.title.startswith(axle.capitalize())
    return view._drawing


def span(line: Line) -> float:
    xs = [x for x, _ in line.points]
    return max(xs) - min(xs)


def test_a_hole_in_the_arm_is_told_drilled_in_both_arms_and_taken_back(desk: Desk, links: LinksPage) -> None:
    desk.click(links.boards.buttons["placing a mount"])
    board = next(b for b in links.findChildren(PlacingBoard) if b.isVisible())
    board.free.setFocus()
    desk.press(Qt.Key.Key_Down)
    desk.rest()
    assert board.holes.isVisible() and not board.points.isVisible()
    assert (
        "No place on the arm keeps all of it" in board.said.text()
    )  # its three holes leave no room, further in it leans
    lean = board.fields["off_square"].edit
    lean.setFocus()
    QTest.keyClicks(lean, "50")
    QTest.keyClick(lean, Qt.Key.Key_Return)
    desk.rest()
    before = desk.picture.file
    (why, place), *_others = free_holes(before.car.rear, before.bench.rear, Axle.REAR, wanted_of(before, Axle.REAR))
    row = plain(" ".join(cell.text() for cell in board.holes.cells[0]))
    assert row.startswith(f"A {why} {place.from_end * 1e3:.1f} mm") and "cannot be taken back" in board._note.text()
    desk.click(board.holes.buttons[0])
    desk.rest()
    end = desk.picture.file.bench.rear
    assert len(end.bar.holes) == len(before.bench.rear.bar.holes) + 1
    assert end.bar.holes[end.hole_left].value == pytest.approx(place.from_end, abs=1e-4)
    assert desk.picture.now.rear.wheel_rate == pytest.approx(place.rate, rel=2e-3)
    assert [end.link_left.value, end.link_right.value] == pytest.approx([place.left, place.right], abs=2e-4)
    assert all(abs(side.off_level) < 1e-6 for side in desk.picture.now.rear.sides)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.bench == before.bench


def test_a_fixed_link_says_what_it_does_on_both_sides(desk: Desk, links: LinksPage) -> None:
    desk.bridge.ask(SetHole(Axle.REAR, tuple(Side), 0))
    desk.click(links.boards.buttons["build sheet"])
    board = links._stacks[-1].front
    board.kind.setCurrentIndex(board.kind.findText("Fixed length"))
    board.kind.activated.emit(board.kind.currentIndex())
    desk.settle()
    field = board.fields["fixed-link"]["bought"].edit
    field.setFocus()
    QTest.keyClicks(field, "100")
    QTest.keyClick(field, Qt.Key.Key_Return)
    desk.settle()
    lines = {label.text(): plain(value.text()) for label, value in board.lines if label.text()}
    # the pick-ups of both sides are 88 mm up and 222 ahead: the length that puts the arm level, by hand
    lever = float(np.linalg.norm(desk.picture.now.rear.sides[0].where.hole[0]))
    across = float(desk.picture.now.rear.sides[0].chain.pickup[0, 1])
    level = math.sqrt((222 - lever * 1e3) ** 2 + 88**2 + (across * 1e3) ** 2)
    assert float(lines["length that puts the arm level"].split()[0]) == pytest.approx(level, abs=0.6)
    assert float(lines["this one is longer by"].split()[0]) == pytest.approx(100 - level, abs=0.6)
    assert lines["and leaves in the bar at rest"] == "0.0 N·m"
    assert (
        "left arm stands far from level" in board.said.text() and "Studs: outwards at the arm" in board.notes.text()
    )
