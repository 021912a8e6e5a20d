"""Car documents: round trips, and every way in which a file can be wrong."""

from __future__ import annotations

import copy
import json
from dataclasses import replace
from typing import Any

import jsonschema
import pytest

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import Road
from anchor_beam.demo.team import sorrel_finch, team
from anchor_beam.documents.asks import schema
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.layouts import LAYOUTS, typical_car
from anchor_beam.documents.places import put, read, unmeasured
from anchor_beam.documents.plain import as_document, from_plain, to_json
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import DocumentError, OutOfRange
from anchor_beam.session.exchange import explain, read_car

EVERY_CAR = [*team(), *(typical_car(layout, "New one") for layout in LAYOUTS)]


@pytest.fixture
def document() -> dict[str, Any]:
    return copy.deepcopy(as_document(sorrel_finch()))


def problems(document: object) -> dict[str, str]:
    """Place and sentence of every problem found in a document."""
    with pytest.raises(DocumentError) as caught:
        read_car(json.dumps(document))
    return {problem.place: str(problem) for problem in caught.value.problems}


@pytest.mark.parametrize("file", EVERY_CAR, ids=lambda file: file.car.description)
def test_a_car_survives_the_round_trip(file: CarFile) -> None:
    again = read_car(to_json(file))
    assert as_document(again) == as_document(file)
    assert again.car.front.track.value == pytest.approx(file.car.front.track.value, rel=1e-12)


def test_what_was_typed_and_its_own_spread_survive() -> None:
    typed = Figure(0.0238125, Provenance.MEASURED, "15/16 in", 0.0001)
    file = put(sorrel_finch(), "bench.rear.bar.od", typed)
    back = read(read_car(to_json(file)), "bench.rear.bar.od")
    assert (back.typed, back.provenance) == ("15/16 in", Provenance.MEASURED)
    assert back.spread == pytest.approx(0.0001)


@pytest.mark.parametrize("file", EVERY_CAR, ids=lambda file: file.car.description)
def test_every_car_meets_the_published_schema(file: CarFile) -> None:
    jsonschema.validate(as_document(file), schema("car-file"))


def test_units_stand_in_the_keys(document: dict[str, Any]) -> None:
    assert document["car"]["wheelbase_mm"] == 2420
    assert document["bench"]["rear"]["bar"]["od_mm"] == 17
    assert document["car"]["front"]["spring_rate_N_per_mm"] == 36


def test_all_problems_are_named_at_once_with_what_would_be_right(document: dict[str, Any]) -> None:
    document["car"]["wheelbase_mm"] = -5
    document["car"]["front"]["track_mm"] = "wide"
    document["rack"][1]["bar"]["wall_mm"] = 400
    document["car"]["drive"] = "hover"
    del document["settings"][2]["rear"]["bar"]["od_mm"]
    found = problems(document)
    assert "at least 500" in found["car.wheelbase_mm"]
    assert "must be a number" in found["car.front.track_mm"]
    assert "at most" in found["rack[1].bar.wall_mm"]
    assert "rear-wheel drive" in found["car.drive"]
    assert "missing" in found["settings[2].rear.bar.od_mm"]
    assert len(found) == 5


def test_an_unknown_key_is_named_with_the_nearest_known_one(document: dict[str, Any]) -> None:
    document["bench"]["rear"]["bar"]["outer_diameter_mm"] = 3
    document["car"]["wheelbse_mm"] = 2400
    found = problems(document)
    assert "wheelbase_mm" in found["car.wheelbse_mm"]
    assert "bench.rear.bar.outer_diameter_mm" in found


def test_values_that_do_not_fit_each_other_are_found_in_every_setting(document: dict[str, Any]) -> None:
    document["settings"][1]["front"]["bar"]["wall_mm"] = 14
    document["bench"]["rear"]["bar"]["holes_mm"] = [12, 36, 244]
    found = problems(document)
    assert "no bore" in found["settings[1].front.bar.wall_mm"]
    assert "beyond the arm" in found["bench.rear.bar.holes_mm[2]"]


def test_a_hole_that_the_bar_does_not_have(document: dict[str, Any]) -> None:
    document["settings"][1]["rear"]["hole_left"] = 7
    assert "1 to 3" in problems(document)["settings[1].rear.hole_left"]


def test_names_must_be_told_apart_and_the_reference_must_exist(document: dict[str, Any]) -> None:
    document["settings"][1]["name"] = "standard"
    document["reference"] = "nowhere"
    found = problems(document)
    assert "Two settings" in found["settings[1].name"]
    assert "No setting" in found["reference"]


@pytest.mark.parametrize(("text", "words"), [
    ("", "ends in the middle"),
    (to_json(sorrel_finch())[:2000], "ends in the middle"),
    ("car: yes", "not JSON from here on, line 1"),
    ("[1, 2]", "not a car of Anchor Beam"),
    ('{"kind": "car-file"}', "not a car of Anchor Beam"),
    ('{"anchor_beam": 2, "kind": "car-file"}', "later version"),
    ('{"anchor_beam": "1"}', "whole number"),
    ('{"anchor_beam": true}', "whole number"),
    ('{"anchor_beam": 1, "kind": "job-card"}', "not a car"),
    ('{"anchor_beam": 1, "anchor_beam": 1}', "stands twice"),
    ('{"anchor_beam": NaN}', "not a number"),
    ("[" * 200_000 + "]" * 200_000, "nested too deeply"),
])  # fmt: skip
def test_what_is_not_a_car_file_at_all(text: str, words: str) -> None:
    with pytest.raises(DocumentError) as caught:
        from_json(text)
    assert words in str(caught.value)


def test_places_read_and_replace_without_touching_the_rest() -> None:
    file = sorrel_finch()
    changed = put(file, "bench.rear.bar.holes[1]", Figure(0.05))
    assert read(changed, "bench.rear.bar.holes[1]").value == 0.05
    assert read(file, "bench.rear.bar.holes[1]").value == pytest.approx(0.036)
    assert changed.car is file.car
    with pytest.raises(KeyError):
        read(file, "bench.rear.bar.colour")


def test_fields_know_their_ranges_and_spreads() -> None:
    field = field_at("bench.rear.bar.od")
    with pytest.raises(OutOfRange) as caught:
        field.check(0.5, "bench.rear.bar.od")
    assert (caught.value.low, caught.value.high) == (0.003, 0.12)
    measured, guess = (Figure(0.02, source) for source in (Provenance.MEASURED, Provenance.GUESS))
    assert field.spread(measured) < field.spread(guess)
    assert field.spread(replace(guess, spread=1e-5)) == 1e-5


def test_counting_what_is_not_measured() -> None:
    hatch = typical_car(LAYOUTS[0], "x")
    assert unmeasured(hatch.car) == unmeasured(hatch.car.front) * 2 + 19
    measured = put(hatch, "car.wheelbase", Figure(2.5, Provenance.MEASURED))
    assert unmeasured(measured.car) == unmeasured(hatch.car) - 1


def test_a_fault_is_explained_in_words_with_its_line_of_the_list(document: dict[str, Any]) -> None:
    document["settings"][2]["rear"]["bar"]["od_mm"] = 900
    document["rack"][1]["bar"]["holes_mm"][2] = "in"
    with pytest.raises(DocumentError) as caught:
        read_car(json.dumps(document))
    lines = explain(caught.value).splitlines()
    assert lines[0] == "2 things are wrong in this file; nothing was taken over."
    assert lines[1].startswith("Rack, line 2, bar, hole from the end, line 3: This must be a number.")
    assert lines[2].startswith("Settings, line 3, rear, bar, outer diameter: Got 900. Accepted: at most 120.")
    assert lines[2].endswith("[settings[2].rear.bar.od_mm]")


LATER = {
    "car": ("camber_best_deg", "camber_loss_per_deg2", "brake_front_percent", "chassis_torsion_Nm_per_deg", "road"),
    "axle": ("camber_deg", "roll_camber", "compliance_steer_deg_per_kN", "roll_steer", "differential"),
}


def without_later_keys(document: dict[str, Any]) -> dict[str, Any]:
    """The document as it was written before those figures existed."""
    old = copy.deepcopy(document)
    for group, keys in (
        (old["car"], LATER["car"]),
        *((old["car"][axle], LATER["axle"]) for axle in ("front", "rear")),
    ):
        for key in keys:
            del group[key]
            group["provenance"].pop(key, None)
    return old


def test_a_file_from_before_the_newer_figures_gets_typical_values_marked_so(document: dict[str, Any]) -> None:
    old = without_later_keys(document)
    taken = from_json(json.dumps(old)).car
    assert taken.road is Road.DRY
    assert taken.rear.differential is Differential.OPEN
    for figure in (taken.camber_loss, taken.chassis_torsion, taken.front.roll_camber, taken.rear.camber):
        assert figure.provenance is Provenance.TYPICAL
    assert taken.corner_fl == from_json(json.dumps(document)).car.corner_fl  # what was there stays
    assert from_plain(old).car == taken  # the garage reads its old revisions the same way


def test_a_newer_figure_that_is_there_is_checked_like_any_other(document: dict[str, Any]) -> None:
    document["car"]["front"]["camber_deg"] = 45
    document["car"]["road"] = "icy"
    with pytest.raises(DocumentError) as caught:
        from_json(json.dumps(document))
    assert {problem.place for problem in caught.value.problems} == {"car.front.camber_deg", "car.road"}
