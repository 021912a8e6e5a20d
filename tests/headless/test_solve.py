"""The headless contract: answers, errors at their place, exit codes, and what is imported for it."""

from __future__ import annotations

import copy
import json
import subprocess
import sys
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from anchor_beam.cli.main import main
from anchor_beam.documents.asks import KINDS, schema
from support.references import BARS

QUESTION = BARS[0]["ask"]


def solve(
    document: object, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> tuple[int, dict[str, Any] | None, str]:
    path = tmp_path / "ask.json"
    path.write_text(document if isinstance(document, str) else json.dumps(document))
    code = main(["solve", str(path)])
    out, err = capsys.readouterr()
    return code, json.loads(out) if out else None, err


@pytest.fixture
def ask() -> dict[str, Any]:
    return copy.deepcopy(QUESTION)


def test_a_question_is_answered_with_exit_code_0(ask, tmp_path, capsys) -> None:
    code, answer, err = solve({"anchor_beam": 1, "ask": [ask]}, tmp_path, capsys)
    assert (code, err) == (0, "")
    assert answer["answers"][0]["id"] == "bar-01"
    assert len(answer["answers"][0]["result"]["pairs"]) == 9


def test_keys_that_may_be_left_out(ask, tmp_path, capsys) -> None:
    for key in ("wall_mm", "bushing_radial_N_per_mm", "bushing_torsional_Nm_per_deg", "arms"):
        del ask["bar"][key]
    del ask["pairs"]
    code, answer, _ = solve({"anchor_beam": 1, "ask": [ask]}, tmp_path, capsys)
    assert code == 0
    assert len(answer["answers"][0]["result"]["pairs"]) == 9


@pytest.mark.parametrize(("change", "place", "words"), [
    ({"wall_mm": 11.0}, "ask[1].bar.wall_mm", "no bore"),
    ({"od_mm": -22.0}, "ask[1].bar.od_mm", "above zero"),
    ({"od_mm": "thick"}, "ask[1].bar.od_mm", "must be a number"),
    ({"holes_mm": [0, 300]}, "ask[1].bar.holes_mm[1]", "beyond the arm"),
    ({"holes_mm": []}, "ask[1].bar.holes_mm", "too few"),
    ({"pivots_y_mm": [490, -380]}, "ask[1].bar.pivots_y_mm", "straight part"),
    ({"path_mm": [[250, 500, 0, 0], [0, 500, 0, 300], [0, -500, 0, 30], [250, -500, 0, 0]]}, "ask[1].bar.path_mm[1]",
     "does not fit"),
    ({"G_Pa": 1e9}, "ask[1].bar.G_Pa", "Poisson"),
    ({"bushing_radial_N_per_mm": 0}, "ask[1].bar.bushing_radial_N_per_mm", "above zero"),
    ({"arms": {"section": "rect", "width_mm": -3, "thickness_mm": 10}}, "ask[1].bar.arms.width_mm", "above zero"),
    ({"od": 22}, "ask[1].bar.od", "od_mm"),
])  # fmt: skip
def test_a_fault_stands_at_its_place_and_the_other_question_is_answered(
    change: dict, place: str, words: str, ask, tmp_path, capsys
) -> None:
    bad = copy.deepcopy(ask) | {"id": "bad"}
    bad["bar"] |= change
    code, answer, _ = solve({"anchor_beam": 1, "ask": [ask, bad]}, tmp_path, capsys)
    assert code == 3
    assert "result" in answer["answers"][0]
    error = answer["answers"][1]["error"]
    assert error["at"] == place
    assert words in error["message"]


def test_a_missing_key_an_unknown_kind_and_a_hole_that_is_not_there(ask, tmp_path, capsys) -> None:
    missing, unknown, no_hole = (copy.deepcopy(ask) for _ in range(3))
    del missing["bar"]["od_mm"]
    unknown["kind"] = "horoscope"
    no_hole["pairs"] = [[0, 0], [0, 7]]
    code, answer, _ = solve({"anchor_beam": 1, "ask": [missing, unknown, no_hole, 5]}, tmp_path, capsys)
    assert code == 3
    places = [entry["error"]["at"] for entry in answer["answers"]]
    assert places == ["ask[0].bar.od_mm", "ask[1].kind", "ask[2].pairs[1]", "ask[3]"]


@pytest.mark.parametrize("text", [
    '{"anchor_beam": 1, "ask": [', "", "[]", '{"ask": []}', '{"anchor_beam": 2, "ask": []}', '{"anchor_beam": 1}',
    '{"anchor_beam": 1, "ask": [], "extra": 1}',
])  # fmt: skip
def test_what_cannot_be_read_is_exit_code_2_with_a_sentence(text: str, tmp_path, capsys) -> None:
    code, answer, err = solve(text, tmp_path, capsys)
    assert (code, answer) == (2, None)
    assert err.startswith("anchor-beam: ")
    assert "Traceback" not in err


def test_files_that_are_not_there_or_not_text(tmp_path, capsys) -> None:
    assert main(["solve", str(tmp_path / "nowhere.json")]) == 2
    assert "could not be read" in capsys.readouterr().err
    (tmp_path / "picture.json").write_bytes(b"\xff\xfe\x00\x81")
    assert main(["solve", str(tmp_path / "picture.json")]) == 2
    assert "not UTF-8" in capsys.readouterr().err


def test_the_answer_can_go_to_a_file(ask, tmp_path, capsys) -> None:
    source, target = tmp_path / "ask.json", tmp_path / "out.json"
    source.write_text(json.dumps({"anchor_beam": 1, "ask": [ask]}))
    assert main(["solve", str(source), "-o", str(target)]) == 0
    assert json.loads(target.read_text())["answers"][0]["result"]["mass_kg"] == pytest.approx(4.3992, rel=1e-4)
    assert main(["solve", str(source), "-o", str(tmp_path / "no" / "out.json")]) == 2
    assert "was not written" in capsys.readouterr().err


def test_questions_meet_the_published_schema(capsys) -> None:
    assert main(["schema", "bar"]) == 0
    published = json.loads(capsys.readouterr().out)
    for case in BARS:
        jsonschema.validate(case["ask"], published)
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate({**QUESTION, "load_N": "much"}, published)
    assert schema("car-file")["properties"]["car"]
    assert main(["schema", "horoscope"]) == 2
    assert "no document kind" in capsys.readouterr().err


def run(*arguments: str, text: str = "") -> subprocess.CompletedProcess[str]:
    watch = (
        "import sys; from anchor_beam.cli.main import main\n"
        "try: code = main(sys.argv[1:])\n"
        "except SystemExit as end: code = end.code\n"
        "heavy = {name.partition('.')[0] for name in sys.modules} & {'PySide6', 'pyqtgraph', 'reportlab', 'sqlite3'}\n"
        "print('heavy:', sorted(heavy), file=sys.stderr); sys.exit(code)"
    )
    return subprocess.run(
        [sys.executable, "-c", watch, *arguments], input=text, capture_output=True, text=True, check=False
    )


def test_standard_input_works_without_a_display_and_without_qt() -> None:
    done = run("solve", "-", text=json.dumps({"anchor_beam": 1, "ask": [QUESTION]}))
    assert done.returncode == 0
    assert json.loads(done.stdout)["answers"][0]["result"]["pairs"]
    assert "heavy: []" in done.stderr


def test_version_and_help_load_nothing_heavy() -> None:
    version, help_text = run("--version"), run("--help")
    assert version.stdout.startswith("Anchor Beam 0.")
    assert "demo" in help_text.stdout
    assert "solve" in help_text.stdout
    assert "heavy: []" in version.stderr
    assert "heavy: []" in help_text.stderr


def open_lists(node: Any, of: dict[str, Any]) -> list[dict[str, Any]]:
    """The properties of a schema that hold a list which may be empty; of: the property that the node belongs to."""
    if isinstance(node, list):
        return [found for each in node for found in open_lists(each, of)]
    if not isinstance(node, dict):
        return []
    here = [of] if node.get("type") == "array" and "prefixItems" not in node and not node.get("minItems") else []
    for key, value in node.items():
        if key == "properties":
            here += [found for own in value.values() for found in open_lists(own, own)]
        else:
            here += open_lists(value, of)
    return here


@pytest.mark.parametrize("kind", KINDS)
def test_a_list_that_may_be_empty_says_what_that_means(kind: str) -> None:
    for of in open_lists(schema(kind), {}):
        assert of.get("description", "").startswith("May be empty"), of
