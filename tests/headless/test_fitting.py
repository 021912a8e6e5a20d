"""Fitting without a window: what is refused stands at its place, what is written can be read, orders are kept."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import ezdxf
import pytest
from pypdf import PdfReader

from anchor_beam.headless.solve import answer_text

CARD: dict[str, Any] = {"id": "q", "kind": "job-card", "job": "one-piece bar", "axle": "rear", "old": "a", "new": "b"}
TORQUE: dict[str, Any] = {"id": "q", "kind": "torque", "thread": "M10"}
BACK = {"wrench_mm": 100, "extension_mm": 200, "angle_deg": 180}
TEMPLATE: dict[str, Any] = {
    "id": "q", "kind": "template", "frame": {"width_mm": 50, "height_mm": 80, "corner_mm": 6}, "along_mm": 80,
    "from_top_mm": 40, "near_hole_mm": 16, "far_hole_mm": 10.5,
}  # fmt: skip


def asked(question: dict[str, Any]) -> dict[str, Any]:
    text, _ = answer_text(json.dumps({"anchor_beam": 1, "ask": [question]}))
    (found,) = json.loads(text)["answers"]
    return found


def result(question: dict[str, Any]) -> dict[str, Any]:
    found = asked(question)
    assert "error" not in found, found
    return found["result"]


@pytest.mark.parametrize(("question", "at", "says"), [
    (CARD | {"order": ["drive", "read"]}, "order", "cannot come before"),
    (CARD | {"order": ["dance"]}, "order", "no step of this job"),
    (CARD | {"job": "a new engine"}, "job", ""),
    (TORQUE | {"thread": "M11"}, "thread", "M11"),
    (TORQUE | {"maker_Nm": 50, "offset": BACK}, "offset", "past the grip"),
    (TORQUE | {"bolt": {"length_mm": 0, "stack_mm": 20, "depth_mm": 8}}, "bolt", ""),
    (TEMPLATE | {"frame": {"width_mm": 50, "height_mm": 80, "corner_mm": 26}}, "frame", "rounder than the frame"),
    (TEMPLATE | {"from_top_mm": 78}, "from_top", "not on the flat"),
    (TEMPLATE | {"file": "t.doc"}, "file", ".pdf, .svg or .dxf"),
])  # fmt: skip
def test_what_cannot_be_is_refused_at_its_place(question: dict[str, Any], at: str, says: str) -> None:
    error = asked(question)["error"]
    assert f".{at}" in error["at"], error
    assert says in error["message"], error


def test_an_order_of_ones_own_is_kept_where_it_can_be() -> None:
    usual = [step["id"] for step in result(CARD)["steps"]]
    wanted = [usual[1], usual[0], *usual[2:]]
    assert [step["id"] for step in result(CARD | {"order": wanted})["steps"]] == wanted


def test_a_makers_torque_comes_before_an_estimate_and_has_no_band() -> None:
    guess, maker = result(TORQUE), result(TORQUE | {"maker_Nm": 47.0})
    assert guess["source"] == "estimate" and guess["band_Nm"] == pytest.approx(0.25 * guess["torque_Nm"])
    assert maker["source"] == "maker" and maker["torque_Nm"] == 47.0 and maker["band_Nm"] is None
    square = result(TORQUE | {"maker_Nm": 47.0, "offset": {"wrench_mm": 400, "extension_mm": 60, "angle_deg": 90}})
    assert square["wrench_Nm"] == pytest.approx(47.0)  # square to the wrench it changes nothing


@pytest.mark.parametrize("mirrored", [False, True])
def test_a_template_is_written_in_each_form(tmp_path: Path, mirrored: bool) -> None:
    across = -80.0 if mirrored else 80.0
    for ending in ("pdf", "svg", "dxf"):
        path = tmp_path / f"t.{ending}"
        found = result(TEMPLATE | {"mirrored": mirrored, "file": str(path)})
        assert found["file"] == str(path) and {hole[0] for hole in found["holes_mm"]} == {across}
    assert "proof bar" in PdfReader(tmp_path / "t.pdf").pages[0].extract_text()
    assert (tmp_path / "t.svg").read_text().count("<circle") == 2
    holes = ezdxf.readfile(tmp_path / "t.dxf").modelspace().query("CIRCLE")
    assert {round(hole.dxf.center.x, 6) for hole in holes} == {across}


def test_a_file_that_cannot_be_written_says_so() -> None:
    error = asked(TEMPLATE | {"file": "/no/such/folder/t.svg"})["error"]
    assert "could not be written" in error["message"]
