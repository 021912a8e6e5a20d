"""A bar from a photo in the window: chosen, clicked, dragged, kept, written to the bar."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QColor, QImage, QPainter, QPen, QPolygonF, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from anchor_beam.core.bar.path import Vertex, lay
from anchor_beam.core.sides import Axle
from anchor_beam.desk.stages.car.aid_board import AidBoard
from anchor_beam.desk.stages.car.photo_view import PhotoView
from anchor_beam.documents.records import Provenance
from support.desk import LEFT_BUTTON, Desk, move_held

CENTRE, ARM, SPLAY, RADIUS = 0.85, 0.24, math.radians(3.0), 0.040
MARKS = np.array([[0.0, 0.5], [1.2, 0.5], [1.2, 0.0], [0.0, 0.0]])


def bar(n: int) -> np.ndarray:
    reach, out, left, low = ARM * math.cos(SPLAY), ARM * math.sin(SPLAY), 0.5 * (1.2 - CENTRE), 0.12
    at = [(left - out, low + reach), (left, low), (left + CENTRE, low), (left + CENTRE + out, low + reach)]
    line = lay(tuple(Vertex((x, y, 0.0), r) for (x, y), r in zip(at, (0.0, RADIUS, RADIUS, 0.0), strict=True)))
    return np.concatenate([piece.along(np.linspace(piece.s0, piece.s1, n))[0][:, :2] for piece in line.pieces])


def seen(points: np.ndarray) -> list[QPointF]:
    camera = np.array([[2600.0, 260.0, 330.0], [-90.0, -2500.0, 2150.0], [0.02, 0.16, 1.0]])
    lifted = np.column_stack([points, np.ones(len(points))]) @ camera.T
    return [QPointF(x, y) for x, y in lifted[:, :2] / lifted[:, 2:]]


@pytest.fixture
def photo(tmp_path: Path) -> Path:
    image = QImage(4000, 3000, QImage.Format.Format_RGB32)  # 12 megapixels
    image.fill(QColor("#b9b2a6"))
    painter = QPainter(image)
    painter.setPen(QPen(QColor("#2a2a2a"), 46))
    painter.drawPolyline(QPolygonF(seen(bar(24))))
    painter.setPen(QPen(QColor("#ffffff"), 12))
    for at in seen(MARKS):
        painter.drawEllipse(at, 18, 18)
    painter.end()
    path = tmp_path / "bar.jpg"
    assert image.save(str(path), "JPG", 90)
    return path


def open_photo(desk: Desk) -> tuple[AidBoard, PhotoView]:
    page = desk.stage("Car")
    page.measure("bench.rear.bar.arm_length")
    desk.settle()
    assert page.aid is not None and page.aid.aid.key == "bar-photo" and page.aid.photo is not None
    return page.aid, page.aid.photo


def wheel(view: PhotoView, at: QPointF, notches: int) -> None:
    place, turn = view.pixel(at), QPoint(0, 120 * notches)
    buttons, keys, phase = Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase
    event = QWheelEvent(place, view.mapToGlobal(place), QPoint(), turn, buttons, keys, phase, False)
    QApplication.sendEvent(view, event)


def click(desk: Desk, view: PhotoView, at: QPointF) -> None:
    QTest.mouseClick(view, LEFT_BUTTON, pos=view.pixel(at).toPoint())
    desk.settle()


def test_a_photo_is_clicked_into_a_bar_and_kept(open_desk, photo: Path) -> None:
    desk: Desk = open_desk()
    desk.window.resize(1700, 1050)
    board, view = open_photo(desk)
    board.photo_from(photo)
    desk.qtbot.waitUntil(lambda: not view._image.isNull(), timeout=10_000)
    assert view._next() == "next: mark 1"
    for at in seen(MARKS):
        click(desk, view, at)
    assert view._next() == "next: along the bar, 0 points so far"
    points = seen(bar(5))
    for at in points[:-1]:
        click(desk, view, at)
    click(desk, view, points[-1] + QPointF(160.0, 0.0))  # a slip, dragged to where it belongs
    before = view.pixel(points[-1])
    wheel(view, points[-1], 6)  # closer, and what is under the mouse stays there
    assert (view.pixel(points[-1]) - before).manhattanLength() < 1.0
    start = view.pixel(view._places()[-1]).toPoint()
    QTest.mousePress(view, LEFT_BUTTON, pos=start)
    move_held(view, view.pixel(points[-1]).toPoint(), LEFT_BUTTON)
    QTest.mouseRelease(view, LEFT_BUTTON, pos=view.pixel(points[-1]).toPoint())
    desk.settle()
    assert (view._places()[-1] - points[-1]).manhattanLength() < 4.0
    assert view._path is not None
    desk.click(board.results.write)
    made = desk.picture.file.bench.rear.bar
    assert made.centre_length.provenance is Provenance.MEASURED
    assert abs(made.centre_length.value - CENTRE) < 3.0 * made.centre_length.spread
    assert made.arm_length.value == pytest.approx(ARM, abs=3.0 * made.arm_length.spread)
    assert made.bend_radius.value == pytest.approx(RADIUS, abs=3.0 * made.bend_radius.spread)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    count = len(desk.picture.file.read_at("bar-photo", Axle.REAR).rows)
    view.setFocus()
    desk.press(Qt.Key.Key_Backspace)
    assert len(desk.picture.file.read_at("bar-photo", Axle.REAR).rows) == count - 1
    desk.press(Qt.Key.Key_Return)  # the cross of the keyboard places as well
    assert len(desk.picture.file.read_at("bar-photo", Axle.REAR).rows) == count
    desk.close()
    again: Desk = open_desk()
    _, kept = open_photo(again)
    again.qtbot.waitUntil(lambda: not kept._image.isNull(), timeout=10_000)
    assert len(kept._places()) == count


def test_what_is_no_photo_and_marks_in_a_line_are_named(desk: Desk, photo: Path, tmp_path: Path) -> None:
    board, view = open_photo(desk)
    words = tmp_path / "words.jpg"
    words.write_text("no picture")
    board.photo_from(words)
    desk.qtbot.waitUntil(lambda: "This is no photo" in desk.window.files.problems.text, timeout=10_000)
    desk.window.files.problems.hide()
    broken = tmp_path / "broken.png"
    broken.write_bytes(b"\x89PNG" + bytes(200))
    board.photo_from(broken)
    desk.qtbot.waitUntil(lambda: "no picture that can be read" in desk.line, timeout=10_000)
    board.photo_from(photo)
    desk.qtbot.waitUntil(lambda: not view._image.isNull(), timeout=10_000)
    for i in range(14):
        click(desk, view, QPointF(400.0 + 200.0 * i, 900.0 + 40.0 * i))
    assert "Three of the marks lie in a line" in board.results.trouble.text()
