"""Faults that a user meets in the window: files, disks, bad car files. A sentence each, nothing lost."""

from __future__ import annotations

import json
import os
from pathlib import Path

import pytest
from PySide6.QtCore import Qt

from anchor_beam.demo.team import wicken_estate
from anchor_beam.documents.plain import as_document, to_json
from support.desk import Desk
from support.disk import full_disk

OD = "bench.rear.bar.od"


def test_an_edit_on_a_full_disk_stays_on_the_bench_until_it_can_be_saved(open_desk) -> None:
    desk: Desk = open_desk()
    desk.stage("Bars")
    with full_disk():
        desk.type(desk.field(OD), "19")
        assert "Not saved" in desk.line
        assert "your edit is still on the bench" in desk.line
        assert desk.picture.file.bench.rear.bar.od.value == pytest.approx(0.019)
        assert desk.window.line.save.isVisible()
        desk.click(desk.window.line.save)
        assert "Not saved" in desk.line  # still no room
    desk.click(desk.window.line.save)
    assert "Not saved" not in desk.line
    assert not desk.window.line.save.isVisible()
    desk = open_desk()
    assert desk.picture.file.bench.rear.bar.od.value == pytest.approx(0.019)


def test_undo_of_an_edit_that_never_reached_the_disk(open_desk) -> None:
    desk: Desk = open_desk()
    desk.stage("Bars")
    with full_disk():
        desk.type(desk.field(OD), "19")
    desk.click(desk.window.line.undo)
    assert desk.picture.file.bench.rear.bar.od.value == pytest.approx(0.017)
    assert "Not saved" not in desk.line


def bring_in(desk: Desk, path: Path) -> str:
    """Import a file and read what stands there then."""
    desk.window.files.read_from(path)
    desk.settle()
    assert desk.window.files.problems.isVisible()
    return desk.window.files.problems.text


def test_bad_car_files_are_explained_and_leave_the_garage_as_it_was(desk: Desk, tmp_path: Path) -> None:
    document = as_document(wicken_estate())
    document["car"]["front"]["track_mm"] = -20
    document["rack"][1]["bar"]["wall"] = 3
    files = {
        "wrong.json": (
            json.dumps(document),
            ["Car, front, track: Got -20. Accepted: at least 300.", "Rack, line 2, bar, wall", "wall_mm"],
        ),
        "cut.json": (to_json(wicken_estate())[:900], ["ends in the middle"]),
        "newer.json": ('{"anchor_beam": 7, "kind": "car-file"}', ["later version", "format 7"]),
        "other.json": ('{"anchor_beam": 1, "kind": "job-card"}', ["not a car"]),
        "text.json": ("dear diary", ["not JSON"]),
    }
    for name, (text, words) in files.items():
        path = tmp_path / name
        path.write_text(text)
        said = bring_in(desk, path)
        for word in words:
            assert word in said, (name, word)
        desk.press(Qt.Key.Key_Escape)
        assert not desk.window.files.problems.isVisible()
    (tmp_path / "binary.json").write_bytes(os.urandom(400))
    assert "not UTF-8 text" in bring_in(desk, tmp_path / "binary.json")
    assert "could not be read" in bring_in(desk, tmp_path / "nowhere.json")
    assert [desk.garage.at(listed.id).acts for listed in desk.garage.cars()] == [1, 1, 1]


def test_a_sheet_that_cannot_be_written_is_said_on_the_line(desk: Desk, tmp_path: Path) -> None:
    desk.window.files.sheet_to(tmp_path / "no" / "sheet.pdf")
    desk.rest()
    desk.settle()
    assert "sheet.pdf was not written" in desk.line
    assert not (tmp_path / "no").exists()


def test_a_sheet_says_when_it_cannot_tell(desk: Desk, tmp_path: Path) -> None:
    from pypdf import PdfReader

    desk.stage("Links")
    desk.type(desk.field("bench.rear.link_left"), "700")
    desk.window.files.sheet_to(tmp_path / "sheet.pdf")
    desk.rest()
    text = PdfReader(tmp_path / "sheet.pdf").pages[0].extract_text()
    assert "cannot tell" in text
    assert "does not reach" in text


def test_a_very_long_name_stays_on_one_page(desk: Desk, tmp_path: Path) -> None:
    from pypdf import PdfReader

    from anchor_beam.session.edits import Choose

    desk.bridge.ask(
        Choose("car.name", "Wonderfully overlong name of a car that nobody should have, but somebody has")
    )
    desk.bridge.ask(Choose("bench.name", "the setting for the second damp morning after the long night of rain"))
    desk.window.files.sheet_to(tmp_path / "sheet.pdf")
    desk.rest()
    pages = PdfReader(tmp_path / "sheet.pdf").pages
    assert len(pages) == 1
    assert "Wonderfully overlong" in pages[0].extract_text()
