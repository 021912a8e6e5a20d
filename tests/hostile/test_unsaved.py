"""Edits that are not on the disk are never dropped in silence, and files that go out are whole."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from anchor_beam.documents.whole_file import file_name, write_text, write_whole
from anchor_beam.session.edits import SetValue
from anchor_beam.session.exchange import read_car
from support.desk import Desk
from support.disk import full_disk

OD, SPRING = "bench.rear.bar.od", "car.front.spring_rate"


def test_closing_with_unsaved_edits_asks_and_a_file_keeps_them(open_desk, tmp_path: Path) -> None:
    desk: Desk = open_desk()
    with full_disk():
        desk.workshop.do(SetValue(OD, 0.019))
        desk.workshop.do(SetValue(SPRING, 31e3))
        desk.window.close()
        desk.settle()
        sheet = desk.window.unsaved
        assert desk.window.isVisible()
        assert "free space on the disk" in sheet.text
        assert len(sheet.text.splitlines()) == 3  # why, and both edits by name
        desk.click(sheet.again)
        assert sheet.isVisible()
    desk.window.files.write_to(tmp_path / "kept.json")  # as its button does, once there is room for that
    assert read_car((tmp_path / "kept.json").read_text()).car.front.spring_rate.value == 31e3
    desk.click(sheet.stay)
    assert desk.window.isVisible()
    desk.window.close()
    assert not desk.window.isVisible()  # there is room again: saved, and closed without a question
    again: Desk = open_desk()
    assert again.picture.file.bench.rear.bar.od.value == 0.019


def test_another_car_is_opened_over_unsaved_edits_only_when_that_is_said(open_desk) -> None:
    desk: Desk = open_desk()
    name, other = desk.picture.file.car.name, desk.garage.cars()[1]
    with full_disk():
        desk.workshop.do(SetValue(OD, 0.019))
        desk.bridge.open(other.id, lambda: None)
        desk.rest()
        assert desk.picture.file.car.name == name
        desk.click(desk.window.unsaved.without)
        desk.rest()
        assert desk.picture.file.car.name == other.name
        assert other.name in desk.window.windowTitle()
        desk.workshop.do(SetValue(OD, 0.020))  # goes to the car that stands there, and to no other
    desk.workshop.save_again()
    assert desk.garage.file(other.id).bench.rear.bar.od.value == 0.020
    first = desk.garage.file(desk.garage.cars()[0].id)
    assert first.bench.rear.bar.od.value not in (0.019, 0.020)


def test_each_undo_takes_one_unsaved_edit_back_and_names_it(open_desk) -> None:
    desk: Desk = open_desk()
    before = desk.picture.file.bench.rear.bar.od.value
    with full_disk():
        desk.workshop.do(SetValue(OD, 0.019))
        desk.workshop.do(SetValue(SPRING, 31e3))
        desk.workshop.undo()
        desk.settle()
        assert "spring" in desk.workshop.said.act.lower()
        assert desk.picture.file.bench.rear.bar.od.value == 0.019
        desk.workshop.undo()
        assert desk.picture.file.bench.rear.bar.od.value == before


def test_a_full_disk_leaves_the_file_that_was_there_and_no_fragment(open_desk, tmp_path: Path) -> None:
    desk: Desk = open_desk()
    targets = {name: tmp_path / name for name in ("car.json", "car.zip", "sheet.pdf")}
    for path in targets.values():
        path.write_text("as it was")
    with full_disk():
        desk.window.files.write_to(targets["car.json"])
        desk.window.files.write_to(targets["car.zip"])
        desk.window.files.sheet_to(targets["sheet.pdf"])
        desk.rest()
    assert "was not written" in desk.line
    assert {path.read_text() for path in targets.values()} == {"as it was"}
    assert not list(tmp_path.glob(".anchor-beam-*"))


def test_a_file_is_replaced_whole_through_a_link_with_its_rights(tmp_path: Path) -> None:
    real, link = tmp_path / "real.json", tmp_path / "link.json"
    write_text(real, "{}")
    real.chmod(0o600)
    link.symlink_to(real)
    write_text(link, json.dumps({"a": 1}))
    assert (link.is_symlink(), json.loads(real.read_text()), real.stat().st_mode & 0o777) == (True, {"a": 1}, 0o600)

    def broken(made: Path) -> None:
        made.write_text("half")
        raise OSError("broken")

    with pytest.raises(OSError, match="broken"):
        write_whole(real, broken)
    assert json.loads(real.read_text()) == {"a": 1}


@pytest.mark.parametrize(("name", "expected"), [
    ("../../etc/passwd", "etc passwd.json"), ("a/b\\c", "a b c.json"), ("..", "car.json"), ("", "car.json"),
    ("\n\t", "car.json"),
    ('say "hi"\n', "say hi.json"), ("a\u202egnp", "a gnp.json"), ("赛" * 80, "赛" * 33 + ".json"), (".hidden", "hidden.json"),
])  # fmt: skip
def test_a_name_becomes_a_file_name_inside_its_folder(name: str, expected: str) -> None:
    assert file_name(name, ".json") == expected
