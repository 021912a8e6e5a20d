"""Photos of a car: kept beside the window's own work, looked at, forgotten and brought back, and what is none."""

from __future__ import annotations

from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QImage
from PySide6.QtTest import QTest

from anchor_beam.desk.stages.car.photos import Photos
from support.desk import Desk

TITLE = "front mount, left"


@pytest.fixture
def picture(tmp_path: Path) -> Path:
    image = QImage(600, 400, QImage.Format.Format_RGB32)
    image.fill(QColor("#a04010"))
    image.save(str(tmp_path / "mount.png"))
    return tmp_path / "mount.png"


@pytest.fixture
def photos(desk: Desk) -> Photos:
    return desk.stage("Car").panel.photos


def test_a_photo_is_kept_looked_at_forgotten_and_brought_back(desk: Desk, photos: Photos, picture: Path) -> None:
    desk.click(photos.add)
    assert "what the photo shows" in photos.trouble.text()
    assert desk.window.focusWidget() is photos.title
    photos.photo_from(TITLE, picture)
    desk.qtbot.waitUntil(lambda: TITLE in desk.workshop.photos.titles, timeout=10_000)
    desk.settle()
    assert photos.list.currentText() == TITLE
    photos.look.setFocus()
    desk.press(Qt.Key.Key_Space)
    panel = photos.view
    assert panel is not None and panel.isVisible()
    desk.qtbot.waitUntil(lambda: not panel._image.isNull(), timeout=10_000)
    shown = panel._picture.pixmap()
    assert shown.width() * 2 == pytest.approx(shown.height() * 3, abs=3)  # as it was taken, as large as fits
    assert shown.width() > 800
    desk.press(Qt.Key.Key_Escape)
    assert not panel.isVisible()
    desk.click(photos.forget)
    desk.settle()
    assert desk.workshop.photos.titles == ()
    assert not photos.look.isEnabled()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.settle()
    assert desk.workshop.photos.titles == (TITLE,)
    assert desk.workshop.photos.read(TITLE) == picture.read_bytes()


def test_what_is_no_photo_is_named_and_the_next_car_gets_nothing(
    desk: Desk, photos: Photos, picture: Path, tmp_path
) -> None:
    words = tmp_path / "words.png"
    words.write_text("no picture")
    photos.photo_from(TITLE, words)
    desk.qtbot.waitUntil(lambda: "This is no photo" in desk.window.files.problems.text, timeout=10_000)
    desk.window.files.problems.hide()
    photos.photo_from(TITLE, tmp_path / "nobody.png")
    desk.qtbot.waitUntil(lambda: "could not be read" in desk.window.files.problems.text, timeout=10_000)
    photos.photo_from(TITLE, picture)
    mine, other = (listed.id for listed in desk.garage.cars()[:2])
    desk.workshop.open(other)  # before its bytes are there
    QTest.qWait(300)
    assert desk.workshop.photos.titles == ()
    desk.workshop.open(mine)
    assert desk.workshop.photos.titles == ()
