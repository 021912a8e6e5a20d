"""Questions about a whole car: the same as the window says, and what is wrong with a question named at its place."""

from __future__ import annotations

import json
from dataclasses import replace
from typing import Any

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.plain import as_document
from anchor_beam.figures.results import results
from anchor_beam.figures.warnings import warnings
from anchor_beam.headless.solve import answer_text
from anchor_beam.words.wanted import MayChange

FINCH = as_document(sorrel_finch())
LIST = "name,axle,outer diameter [mm],centre length [mm],bushing spacing [mm],arm length [mm],holes [mm]\n"


def ask(**question: Any) -> dict[str, Any]:
    text, _ = answer_text(json.dumps({"anchor_beam": 1, "ask": [{"id": "q", **question}]}))
    return json.loads(text)["answers"][0]


def result(**question: Any) -> dict[str, Any]:
    found = ask(**question)
    assert "error" not in found, found
    return found["result"]


def test_warnings_are_those_of_the_window() -> None:
    file = wicken_estate()
    told = result(kind="warnings", car_file=as_document(file))["warnings"]
    assert [one["title"] for one in told] == [
        one.title for one in warnings(file.car, file.bench, file.reference_setting)
    ]
    assert "rear bar differs from “standard, no rear bar”" in told[0]["reason"]


def test_strength_and_the_bill_are_those_of_the_setting() -> None:
    pieces = result(kind="strength", car_file=FINCH)["pieces"]
    now = results(sorrel_finch().car, sorrel_finch().bench)
    link = next(one for one in pieces if (one["axle"], one["piece"]) == ("front", "link"))
    assert link["carries_N"] == pytest.approx(now.link_load(Axle.FRONT)[1])
    bar = next(one for one in pieces if (one["axle"], one["piece"]) == ("rear", "bar"))
    assert bar["carries_MPa"] == pytest.approx(now.peak_stress(Axle.REAR) / 1e6)
    bill = result(kind="shopping-list", car_file=FINCH)
    assert [line["owned"] for line in bill["lines"]] == [True, True] and bill["hours"] == 2.5


def test_parts_are_judged_for_the_car_and_the_shipped_lists_can_be_left_out() -> None:
    told = result(kind="parts", car_file=FINCH, axle="rear")["parts"]
    by_name = {(one["name"], one["revision"]): one for one in told}
    assert by_name["Tidewright 17", "late"]["fit"] == "fits"
    assert by_name["Okeford 19 Harrow 5", ""]["reasons"][0].startswith("Made for Harrow 5")
    assert "wheel_rate_N_per_mm" not in told[0]
    assert result(kind="parts", car_file=FINCH, axle="rear", shipped=False)["parts"] == []


def test_a_search_ranks_as_the_window_does() -> None:
    told = result(kind="rack-search", car_file=FINCH, margin_percent=[0.5, 4.0], best=3)
    assert len(told["best"]) == 3 and told["examined"] == 864
    assert told["left_out"]["are made for other cars"] > 40
    first = told["best"][0]
    assert first["front"] == {"name": "Tidewright 25", "maker": "Tidewright", "hole_left": 3, "hole_right": 3}
    assert 0.5 <= first["margin_percent"] <= 4.0 and first["why"] == ["as wanted"]


@pytest.mark.parametrize(("question", "place", "words"), [
    ({"kind": "warnings"}, "ask[0].car_file", "A car file or a layout"),
    ({"kind": "warnings", "layout": "mid-engine-coupe", "car_file": FINCH}, "ask[0].car_file", "one of the two"),
    ({"kind": "strength", "layout": "tricycle"}, "ask[0].layout", "front-drive-hatch"),
    ({"kind": "strength", "car_file": {"anchor_beam": 1, "kind": "car-file"}}, "ask[0].car_file.car", "missing"),
    ({"kind": "parts", "layout": "mid-engine-coupe", "axle": "rear",
      "lists": [{"name": "x", "csv": f"{LIST}Elm,rear,x,9,7,2,1\n"}]},
     "ask[0].lists[0].csv, line 2, column 3 (outer diameter)", "“x” is not a number"),
    ({"kind": "rack-search", "layout": "mid-engine-coupe", "margin_percent": [4.0, 1.0]}, "ask[0].margin", "ends before"),
    ({"kind": "rack-search", "layout": "mid-engine-coupe", "margin_percent": [1.0, 4.0], "shipped": False, "car_file": None,
      "stays": ["middle"]}, "ask[0].stays[0]", "“front” or"),
])  # fmt: skip
def test_what_is_wrong_with_a_question_is_named(question: dict[str, Any], place: str, words: str) -> None:
    error = ask(**question)["error"]
    assert error["at"] == place and words in error["message"], error


def test_where_nothing_fits_the_search_says_what_left_it_out() -> None:
    document = as_document(replace(sorrel_finch(), aim=replace(sorrel_finch().aim, may_change=MayChange.FRONT)))
    error = ask(kind="rack-search", car_file=document, margin_percent=[0.0, 2.0])["error"]
    assert "No rear bar is left to choose from" in error["message"]
    assert "would change an end that stays" in error["message"]
