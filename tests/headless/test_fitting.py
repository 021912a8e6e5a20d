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


LAYERS = [{"what": "washer", "thick_mm": 2}, {"what": "bracket", "thick_mm": 20}]
BRACE = {"what": "brace", "thick_mm": 4, "new": True}
STACK = {"id": "a", "kind": "bolt-stack", "thread": "M10", "length_mm": 32.5, "depth_mm": 8, "layers": LAYERS}
WAY = {"id": "a", "kind": "way-in", "out": [{"leading": "left end", "gap_mm": 6}], "thicker_mm": 4}
CHECK = {"id": "a", "kind": "check", "check": "K1", "values": [100.0, 101.0]}
BRACKET = {"id": "a", "kind": "bracket", "legs_mm": [60, 50], "thick_mm": 4, "radius_mm": 4}
TUBE = {"id": "a", "kind": "tube-end", "outer_mm": 30, "other_mm": 40}


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
    (STACK | {"into": "tapped steel", "depth_mm": 5}, "length", "bottoms before it clamps"),
    (STACK | {"thread": "M11"}, "thread", "M11"), (STACK | {"layers": []}, "layers", ""),
    (WAY | {"out": [{"gap_mm": 3}, {}]}, "out[1].pose", "Say how the bar moved"),
    (WAY | {"out": [{"what": "rack"}]}, "out[0].past", "Over or under “rack”?"),
    (CHECK | {"check": "K99"}, "check", "no check “K99”"), (CHECK | {"values": [1.0]}, "values", "has 2 values"),
    (CHECK | {"before": [1.0, 2.0, 3.0]}, "before", "has 2 values"),
    (BRACKET | {"legs_mm": [5, 50]}, "legs_mm[0]", "shorter than its bend"), (BRACKET | {"k": 0.9}, "k", "within the plate"),
    (BRACKET | {"holes": [{"leg": 1, "from_corner_mm": 6}]}, "holes[0].from_corner_mm", "not on the flat"),
    (TUBE | {"outer_mm": 50}, "outer_mm", "thicker than"), (TUBE | {"angle_deg": 12}, "angle_deg", "No saw"),
])  # fmt: skip
def test_what_cannot_be_is_refused_at_its_place(question: dict[str, Any], at: str, says: str) -> None:
    error = asked(question)["error"]
    assert f".{at}" in error["at"], error
    assert says in error["message"], error


@pytest.mark.parametrize(("values", "before", "verdict", "moved"), [
    ([112.0, 113.9], [], "passed", False), ([112.0, 114.1], [], "failed", False),
    ([112.0, 113.9], [90.0, 90.0], "passed", False),
])  # fmt: skip
def test_a_check_is_judged_by_its_rule_and_by_its_stage_where_that_counts(
    values: list[float], before: list[float], verdict: str, moved: bool
) -> None:
    found = result(CHECK | {"values": values, "before": before})
    assert (found["verdict"], found["moved_on"]) == (verdict, moved)
    assert bool(found["do"]) is (verdict == "failed")
    angle = result(CHECK | {"check": "K2", "values": [10.0, 10.4]})
    assert (
        angle["verdict"] == "passed"
        and result(CHECK | {"check": "K2", "values": [10.0, 10.6]})["verdict"] == "failed"
    )
    assert result(CHECK | {"check": "K12", "values": [1]})["verdict"] == "passed"


def test_the_way_in_is_mirrored_only_where_it_is_asked() -> None:
    here, there = (result(WAY | {"other_side": other})["in"][0] for other in (False, True))
    assert (
        here["leading"] == "left end" and there["leading"] == "right end" and here["gap_mm"] == there["gap_mm"] == 4.0
    )


def test_a_stack_says_what_the_job_adds_to_its_grip() -> None:
    plain, braced = (result(STACK | {"layers": layers}) for layers in (LAYERS, [*LAYERS, BRACE]))
    assert plain["fit"] == "good" and not plain["longer_bolt"] and plain["grip_before_mm"] == plain["grip_mm"]
    assert braced["longer_bolt"] and braced["grip_mm"] - braced["grip_before_mm"] == pytest.approx(4.0)


def test_a_card_says_its_kit_its_rests_and_what_its_bushings_are_greased_with() -> None:
    found = result(CARD | {"bushings": "bronze", "sides": "left side"})
    assert found["bushings"]["days"] == 90 and found["bushings"]["grease"] == "a pump of grease"
    assert [each["what"] for each in found["kit"]][:2] == [CARD["new"], "bushings"]
    rests = {step["id"]: step["rests_minutes"] for step in found["steps"] if step["rests_minutes"]}
    assert rests == {"oil": 60.0}
    crack = next(step for step in found["steps"] if step["id"] == "crack")
    assert {need["step"]: need["soft"] for need in crack["needs"]}["oil"]


def test_a_square_cut_is_as_deep_on_both_sides() -> None:
    found = result(TUBE | {"angle_deg": 90, "at_deg": [0, 180, 90, 270, -90, 450]})["cut_mm"]
    assert found[0] == pytest.approx(found[1]) and found[2:] == pytest.approx([0.0] * 4, abs=1e-9)


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
