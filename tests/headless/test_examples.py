"""Every worked example of docs/headless.md, run; faults of the other kinds; and the short way to a bar."""

from __future__ import annotations

import copy
import json
import re
from pathlib import Path
from typing import Any

import jsonschema
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.documents.asks import KINDS, schema
from anchor_beam.documents.asks.bar import BarQuestion
from anchor_beam.documents.asks.bar_figures import read_plain
from anchor_beam.headless.solve import answer_text
from support.references import BARS, CARS, JACKED

PAGE = (Path(__file__).parents[2] / "docs" / "headless.md").read_text()
PAIRS = [
    (json.loads(ask), json.loads(answer))
    for ask, answer in re.findall(r"```json ask\n(.*?)```\n```json answer\n(.*?)```", PAGE, re.S)
]


def ask(*questions: Any) -> tuple[list[dict[str, Any]], int]:
    text, code = answer_text(json.dumps({"anchor_beam": 1, "ask": list(questions)}))
    return json.loads(text)["answers"], code


def at(result: Any, path: str) -> Any:
    for part in path.split("."):
        result = result[int(part)] if isinstance(result, list) else result[part]
    return result


def same(found: Any, printed: Any) -> None:
    if isinstance(printed, dict):
        for key, value in printed.items():
            same(found[key], value)
    elif isinstance(printed, list):
        for one, other in zip(found, printed, strict=True):
            same(one, other)
    elif isinstance(printed, float):
        assert found == pytest.approx(printed, rel=1e-4, abs=1e-9)
    else:
        assert found == printed


@pytest.mark.parametrize(("question", "printed"), PAIRS, ids=lambda item: item.get("kind", ""))
def test_the_page_tells_the_truth(question: dict[str, Any], printed: dict[str, Any]) -> None:
    (answer,), code = ask(question)
    assert code == 0
    for path, value in printed.items():
        same(at(answer["result"], path), value)
    jsonschema.validate(question, schema(question["kind"]))


def test_the_page_has_one_example_of_every_kind() -> None:
    assert {question["kind"] for question, _ in PAIRS} == set(KINDS)


def test_all_reference_cases_in_one_document() -> None:
    cases = [*CARS, *JACKED]
    answers, code = ask(*(case["ask"] for case in cases))
    assert code == 0
    for case, answer in zip(cases, answers, strict=True):
        expect = copy.deepcopy(case["expect"])
        for group in (expect, *expect.get("cases", [])):
            loads = group.get("wheel_loads_N")
            if loads:
                found = answer["result"] if group is expect else next(
                    c for c in answer["result"]["cases"] if c["ay_g"] == group["ay_g"])  # fmt: skip
                assert list(found["wheel_loads_N"].values()) == pytest.approx(list(loads.values()), abs=0.05)
        if "inside_lift_ay_g" in expect:
            same(answer["result"]["inside_lift_ay_g"], expect["inside_lift_ay_g"])


CORNER, JACK = CARS[0]["ask"], JACKED[0]["ask"]
EXAMPLE = {question["kind"]: question for question, _ in PAIRS}
NAN, INFINITE = float("nan"), float("inf")


@pytest.mark.parametrize(("base", "place", "value", "said_at", "words"), [
    (CORNER, "car.front.track_mm", 0, "car.front.track_mm", "above zero"),
    (CORNER, "car.sprung_cg_height_mm", -20, "car.sprung_cg_height_mm", "above zero"),
    (CORNER, "car.front.wheel_rate_N_per_mm", 0, "car.front.wheel_rate_N_per_mm", "above zero"),
    (CORNER, "car.rear.tyre_rate_N_per_mm", NAN, "car.rear.tyre_rate_N_per_mm", "finite"),
    (CORNER, "cases.0.ay_g", INFINITE, "cases[0].ay_g", "finite"),
    (CORNER, "car.rear.bar.rate_N_per_mm", -3, "car.rear.bar.rate_N_per_mm", "negative"),
    (CORNER, "car.sprung_cg_left_mm", 900, "car.sprung_cg_left_mm", "between the wheels"),
    (CORNER, "car.chassis_torsion_Nm_per_deg", 0, "car.chassis_torsion_Nm_per_deg", "above zero"),
    (CORNER, "car.chassis_torsion_Nm_per_deg", 50, "car.chassis_torsion_Nm_per_deg", "more easily than a bar"),
    (CORNER, "car.wheelbase_mm", 1e300, "car.wheelbase_mm", "at most 1e+15"),
    (EXAMPLE["balance"], "phases", [], "phases", "too few items"),
    (CORNER, "car.front.axle", "floating", "car.front.axle", "independent, live"),
    (CORNER, "car.front.trak_mm", 5, "car.front.trak_mm", "track_mm"),
    (CORNER, "car.wheelbase_mm", "long", "car.wheelbase_mm", "must be a number"),
    (CORNER, "car.wheelbase_mm", True, "car.wheelbase_mm", "must be a number"),
    (CORNER, "lift", 1, "lift", "true or false"),
    (JACK, "until_left_sum_N", 99999, "until_left_sum_N", "less than that"),
    (EXAMPLE["linkage"], "links_mm", [600, 120], "links_mm[0]", "does not reach"),
    (EXAMPLE["linkage"], "holes", [0, 7], "holes[1]", "no such hole"),
    (EXAMPLE["linkage"], "linkage.pickup_ratio", 0, "linkage.pickup_ratio", "above zero"),
    (EXAMPLE["linkage"], "linkage.level", "guess", "linkage.level", "points, quick, tape"),
    (EXAMPLE["linkage"], "bar.wall_mm", 10, "bar.wall_mm", "no bore"),
    (EXAMPLE["balance"], "grip.tyre", {"preset": "street", "mu0": 0}, "grip.tyre.mu0", "above zero"),
    (EXAMPLE["balance"], "phases", ["sideways"], "phases[0]", "Got “sideways”"),
    (EXAMPLE["balance"], "phases", ["middle", "entry"], "phases[1]", "“turn-in” (off the brakes) or “brakes”"),
    (EXAMPLE["balance"], "grip.tyre", None, "grip.tyre", "No tyre"),
    (EXAMPLE["balance"], "grip.rear", {"tyre": {"mu0": 0}}, "grip.rear.tyre.mu0", "above zero"),
    (EXAMPLE["balance"], "grip.rear", {"reference_load_N": -1}, "grip.rear.reference_load_N", "above zero"),
    (EXAMPLE["balance"], "driving", {"build_up_s": 0}, "driving.build_up_s", "above zero"),
    (EXAMPLE["balance"], "car.yaw_index", 0, "car.yaw_index", "above zero"),
    (EXAMPLE["balance"], "car.front.damper_N_s_per_m", -5, "car.front.damper_N_s_per_m", "negative"),
    (EXAMPLE["claim"], "ratio", 2.0, "ratio", "a ratio of 1.6"),
    (EXAMPLE["claim"], "stiffer_percent", None, "stiffer_percent", "There is no claim"),
    (EXAMPLE["claim"], "stiffer_percent", -100, "stiffer_percent", "above -100"),
    (EXAMPLE["claim"], "standard.od_mm", 0, "standard.od_mm", "above zero"),
    (EXAMPLE["claim"], "bar.holes_mm", [0, 400], "bar.holes_mm[1]", "beyond the arm"),
    (EXAMPLE["claim"], "hole", 5, "hole", "no such hole"),
    (EXAMPLE["compare"], "settings.1.name", "standard", "settings[1].name", "Two settings"),
    (EXAMPLE["compare"], "reference", "stock", "reference", "No setting is called"),
    (EXAMPLE["compare"], "settings.0.rear_N_per_mm", -1, "settings[0].rear_N_per_mm", "at least 0"),
    (EXAMPLE["lateral-rod"], "axle_mm", [0, 450, 300], "axle_mm", "across the car"),
    (EXAMPLE["lateral-rod"], "travel_mm", [950], "travel_mm[0]", "too short"),
    (EXAMPLE["launch"], "ax_g", [0.5, 3.0], "ax_g[1]", "leave the ground"),
    (EXAMPLE["launch"], "front_stiffness_Nm_per_deg", 0, "front_stiffness_Nm_per_deg", "hold the body up"),
    (EXAMPLE["skidpad"], "lap_times_s", [11.0], "lap_times_s", "two lap times"),
])  # fmt: skip
def test_a_fault_is_said_at_its_place_and_the_rest_is_answered(
    base: dict[str, Any], place: str, value: object, said_at: str, words: str
) -> None:
    wrong = copy.deepcopy(base)
    owner = wrong
    *groups, key = place.split(".")
    for part in groups:
        owner = owner[int(part)] if isinstance(owner, list) else owner[part]
    owner[key] = value
    (fine, bad), code = ask(base, wrong)
    assert code == 3
    assert "result" in fine
    assert bad["error"]["at"] == f"ask[1].{said_at}"
    assert words in bad["error"]["message"]


def test_a_bar_by_its_parts_is_the_bar_at_the_wheels() -> None:
    parts = {key: EXAMPLE["linkage"][key] for key in ("bar", "linkage", "holes")} | {"links_mm": [120, 120]}
    question = copy.deepcopy(CORNER)
    question["car"]["rear"]["bar"] = parts
    linkage = copy.deepcopy(EXAMPLE["linkage"]) | {"links_mm": [120, 120]}
    (whole, chain), code = ask(question, linkage)
    assert code == 0
    question["car"]["rear"]["bar"] = {"rate_N_per_mm": chain["result"]["rate_N_per_mm"]}
    (by_rate,), _ = ask(question)
    for one, other in zip(whole["result"]["cases"], by_rate["result"]["cases"], strict=True):
        assert one["roll_deg"] == pytest.approx(other["roll_deg"], rel=2e-3)  # the ratio changes a little with travel


def test_an_unsettled_case_has_no_numbers() -> None:
    question = copy.deepcopy(CORNER)
    question["cases"] = [{"ay_g": 0.5}, {"ay_g": 9.0}]
    (answer,), code = ask(question)
    assert code == 0
    fine, fallen = answer["result"]["cases"]
    assert fine["converged"] is True
    assert fallen["converged"] is False
    assert fallen["roll_deg"] is None
    assert set(fallen["wheel_loads_N"].values()) == {None}


BAR = BARS[0]["ask"]
JUNK = st.one_of(
    st.none(), st.booleans(), st.integers(-5, 5), st.floats(), st.text(max_size=3), st.just([]), st.just({})
)


@settings(max_examples=150, deadline=None)
@given(st.sampled_from(["load_N", "pairs", "id", "extra", *(f"bar.{key}" for key in [*BAR["bar"], "extra"])]), JUNK)
def test_the_short_way_to_a_bar_takes_nothing_that_the_model_refuses(place: str, value: object) -> None:
    changed = copy.deepcopy(BAR)
    owner = changed["bar"] if place.startswith("bar.") else changed
    owner[place.removeprefix("bar.")] = value
    short = read_plain(changed)
    if short is not None:
        assert BarQuestion.model_validate(changed).figures == short


def test_the_short_way_is_taken_for_every_reference_bar_with_a_round_section() -> None:
    for case in BARS:
        short = read_plain(case["ask"])
        assert (short is None) == (case["ask"]["bar"]["arms"] is not None)
        if short is not None:
            assert short == BarQuestion.model_validate(case["ask"]).figures


def places(value: Any, at: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Where the numbers of a document are."""
    if isinstance(value, dict):
        return [place for key, inner in value.items() for place in places(inner, (*at, key))]
    if isinstance(value, list):
        return [place for i, inner in enumerate(value) for place in places(inner, (*at, i))]
    return [at] if isinstance(value, int | float) and not isinstance(value, bool) else []


@settings(max_examples=120, deadline=None)
@given(st.data())
def test_any_number_gives_an_answer_or_an_error_at_a_place(data: st.DataObject) -> None:
    """Absurd numbers anywhere: valid JSON comes back, nothing is thrown, and an error names a place of the document."""
    question = copy.deepcopy(data.draw(st.sampled_from([question for question, _ in PAIRS if places(question)])))
    for place in data.draw(st.lists(st.sampled_from(places(question)), min_size=1, max_size=3)):
        owner = question
        for part in place[:-1]:
            owner = owner[part]
        was = owner[place[-1]]
        owner[place[-1]] = data.draw(
            st.sampled_from([0, -1, 1e-9, 0.5, 1e12, -was, 10 * was, 0.01 * was, 1.3 * was, was + 1])
        )
    (answer,), code = ask(question)
    assert code == (3 if "error" in answer else 0)
    if "error" in answer:
        assert answer["error"]["at"].startswith("ask[0]")
        assert answer["error"]["message"]


def leaves(value: Any, path: tuple[str | int, ...] = ()) -> list[tuple[str | int, ...]]:
    """The place of everything in a question, groups and lists included."""
    inside = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    return [*([path] if path else []), *(place for key, item in inside for place in leaves(item, (*path, key)))]


@pytest.mark.parametrize("kind", [*EXAMPLE, "cornering", "bar"])
def test_the_wrong_shape_anywhere_gives_an_answer_or_an_error_at_a_place(kind: str) -> None:
    base = {"cornering": CORNER, "bar": BARS[0]["ask"]}.get(kind) or EXAMPLE[kind]
    wrong: list[dict[str, Any]] = []
    for path in leaves(base):
        for value in ([], {}, None, "", 1e308, 1e-9):
            question = copy.deepcopy(base)
            owner: Any = question
            for part in path[:-1]:
                owner = owner[part]
            owner[path[-1]] = value
            wrong.append(question)
    answers, _ = ask(*wrong)
    assert len(answers) == len(wrong)
    for i, answer in enumerate(answers):
        assert ("result" in answer) != ("error" in answer)
        if "error" in answer:
            assert answer["error"]["at"].startswith(f"ask[{i}]")
            assert answer["error"]["message"]


def test_settings_side_by_side_are_single_balances_and_their_differences() -> None:
    question = EXAMPLE["compare"]
    (answer,), _ = ask(question)
    found = []
    for setting, row in zip(question["settings"], answer["result"]["settings"], strict=True):
        alone = {key: copy.deepcopy(question[key]) for key in ("car", "grip", "phases")} | {
            "kind": "balance",
            "id": "one",
        }
        for axle in ("front", "rear"):
            rate = setting[f"{axle}_N_per_mm"]
            alone["car"][axle] |= {} if rate is None else {"bar": {"rate_N_per_mm": rate}}
        (single,), _ = ask(alone)
        found.append([phase["margin_percent"] for phase in single["result"]["phases"]])
        assert [phase["margin_percent"] for phase in row["phases"]] == pytest.approx(found[-1], abs=1e-6)
        changes = [phase["change_percent"] for phase in row["phases"]]
        assert changes == pytest.approx([a - b for a, b in zip(found[-1], found[0], strict=True)], abs=1e-6)
