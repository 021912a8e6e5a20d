"""Every measuring aid: its drawing has room for its entries, its answer lands in the car, documents keep its readings."""

from __future__ import annotations

import json
from dataclasses import replace

import pytest

from anchor_beam.core.grip.tyre import TyreMatch
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.aid import Aid
from anchor_beam.documents.aids import AIDS, BY_KEY
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.places import put
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.reading_csv import readings_csv, rows_from
from anchor_beam.documents.readings import Reading, Readings, Support, readings_from, readings_plain
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.drawings.measuring import drawing_of
from anchor_beam.drawings.shapes import Dimension, Slot
from anchor_beam.errors import DocumentError
from anchor_beam.figures.aided import aided
from anchor_beam.session.edits import KeepLoadState, SetReading, SetSupport, TakeMeasured
from anchor_beam.units.kinds import System

FILE = replace(team()[0], readings=(), car=replace(team()[0].car, load_state=""))
ENTRIES = {
    "floor": {"floor_fl": 0.004, "floor_fr": 0.010, "floor_rl": 0.002, "floor_rr": -0.003},
    "spring-wire": {"wire": 0.012, "outer": 0.112, "coils": 7.5},
    "tyre-size": {"width": 0.205, "height": 50.0, "rim": 0.381},
    "roll-arms": {
        "upper_inner_y": 0.4, "upper_inner_z": 0.42, "upper_outer_y": 0.62, "upper_outer_z": 0.42, "lower_inner_y": 0.35,
        "lower_inner_z": 0.22, "lower_outer_y": 0.65, "lower_outer_z": 0.18,
    },
    "roll-strut": {
        "top_y": 0.6, "top_z": 0.8, "foot_y": 0.6, "foot_z": 0.3, "lower_inner_y": 0.35, "lower_inner_z": 0.23,
        "lower_outer_y": 0.65, "lower_outer_z": 0.2,
    },
    "roll-rod": {"frame_y": -0.45, "frame_z": 0.4, "axle_y": 0.55, "axle_z": 0.34},
    "damper": {"bump": 60.0, "rebound": 110.0, "ratio": 0.8},
    "ramps": {"drive": 0.785398, "coast": 1.570796, "faces": 4.0, "plate": 0.04, "shaft": 0.045},
    "link-eyes": {"left_over": 0.14, "left_between": 0.096, "right_over": 0.142, "right_between": 0.098},
    "level-arm": {"left": 0.09, "right": 0.1, "ahead": 0.215},
    "brakes": {"front_piston": 0.054, "front_disc": 0.105, "rear_piston": 0.034, "rear_disc": 0.1},
}  # fmt: skip
ROWS = {
    "tyres": (
        (0.205, 50.0, 0.381, 0.006, 2021.0, 210e3, 3.0), (0.205, 50.0, 0.381, 0.0035, 2021.0, 210e3, 3.0),
        (0.245, 40.0, 0.381, 0.006, 2024.0, 230e3, 3.0), (0.245, 40.0, 0.381, None, 2024.0, 250e3, 3.0),
    ),
    "ride-heights": (
        (0.352, None, None, 0.19, None), (0.349, 0.652, None, None, None), (None, 0.66, 0.16, 0.2, None),
        (None, 0.64, None, 0.2, None),
    ),
    "corner-weights": ((207.0, 205.0, 252.0, 250.0),), "tilt": ((0.0, 412.0), (0.6, 428.0)),
    "spring-ratio": ((-0.04, -0.028), (0.0, 0.0), (0.02, 0.014), (0.04, 0.028)),
    "pickup-ratio": ((-0.04, -0.024), (0.0, 0.0), (0.02, 0.012), (0.04, 0.024)),
    "spring-press": ((0.0, 10.0), (0.02, 870.0), (0.04, 1730.0)),
    "wheel-rate": ((0.0, 2000.0), (0.02, 2420.0), (0.04, 2840.0)),
    "tyre-rate": ((0.293, 0.0), (0.283, 2000.0), (0.273, 4000.0)),
}  # fmt: skip
ROWS["bar-photo"] = (  # seen straight from above, a millimetre a pixel
    (0.0, 0.0), (1200.0, 0.0), (1200.0, 500.0), (0.0, 500.0), (170.0, 130.0), (171.0, 200.0), (173.0, 270.0), (174.0, 340.0),
    (176.0, 360.0), (187.7, 388.3), (216.0, 400.0), (300.0, 400.0), (500.0, 400.0), (700.0, 400.0), (900.0, 400.0),
    (984.0, 400.0),
    (1012.3, 388.3), (1024.0, 360.0), (1026.0, 340.0), (1027.0, 270.0), (1029.0, 200.0), (1030.0, 130.0),
)  # fmt: skip
EXPECTED = {
    "bar-photo": 0.85,
    "corner-weights": 207.0, "spring-ratio": 0.7, "pickup-ratio": 0.6, "spring-press": 43e3, "tyre-rate": 200e3,
    "tyres": 0.205 / 0.225, "ramps": 1.355556 / 0.644444, "link-eyes": 0.118,
    "wheel-rate": 21e3 / 0.85**2, "roll-arms": 0.42 * 0.75 / 1.9, "roll-rod": 0.373, "spring-wire": 36.73e3,
}  # fmt: skip


def filled(aid: Aid) -> Readings:
    """Readings of an aid about the rear axle, typed one by one."""
    file, axle = FILE, Axle.REAR if aid.per_axle else None
    for name, value in ENTRIES.get(aid.key, {}).items():
        file = SetReading(aid.key, axle, name, Reading(value)).apply(file)
    for i, row in enumerate(ROWS.get(aid.key, ())):
        for column, value in zip(aid.columns, row, strict=True):
            if value is None:
                continue
            file = SetReading(aid.key, axle, column.name, Reading(value), i).apply(file)
    return file.read_at(aid.key, axle)


@pytest.mark.parametrize("aid", AIDS, ids=lambda aid: aid.key)
def test_an_aid_has_room_for_its_entries_and_gives_the_car_its_figures(aid: Aid) -> None:
    readings = filled(aid)
    drawn = drawing_of(aid.key, readings.axle, {})
    room = {item.key for item in drawn.items if isinstance(item, Slot)}
    room |= {item.slot for item in drawn.items if isinstance(item, Dimension)}
    assert {entry.name for entry in aid.entries} <= room
    assert aided(Readings(aid.key, readings.axle), FILE).missing or aid.key == "level-arm"  # whose links are known
    found = aided(readings, FILE)
    assert found.problem is None
    assert tuple(given.place for given in found.given) == aid.places(readings.axle)
    assert all(0.0 < given.spread < max(0.2 * given.value, 0.01) for given in found.given)
    if aid.key in EXPECTED:
        assert found.given[0].value == pytest.approx(EXPECTED[aid.key], rel=5e-3)
    if aid.key == "floor":
        assert "13.0\u00a0mm rear right" in found.notes[0].said(System.METRIC)
        assert "too much on right front and left rear" in found.notes[2].said(System.METRIC)
    if not aid.gives:
        return
    figures = tuple((given.place, given.value, given.spread) for given in found.given)
    taken = TakeMeasured(aid.key, readings.axle, figures).apply(FILE)
    assert (taken.car, taken.bench) != (FILE.car, FILE.bench)


def said(key: str, file: CarFile = FILE) -> str:
    """Everything that an aid says of its readings."""
    found = aided(filled(BY_KEY[key]), file)
    return "\n".join([*(note.said(System.METRIC) for note in found.notes), *found.beside.said.values()])


def test_tyres_that_are_not_alike_are_named() -> None:
    found = said("tyres")
    assert "front treads differ by 2.5\u00a0mm" in found
    assert "rear pressures differ by 0.20\u00a0bar" in found
    assert "years apart" not in found  # front and rear are, left and right are not
    assert "honest word" not in found  # the rear treads are not known: nothing is said of front against rear
    tread = SetReading("tyres", None, "tread", Reading(0.006), 3).apply(FILE.with_readings(filled(BY_KEY["tyres"])))
    alike = put(tread, "car.tyre_match", TyreMatch.SAME)
    notes = [note.said(System.METRIC) for note in aided(alike.read_at("tyres", None), alike).notes]
    assert any("honest word" in note for note in notes)


def test_a_wheel_with_another_kind_of_tyre_is_named() -> None:
    file = FILE.with_readings(filled(BY_KEY["tyres"]))
    for row, kind in enumerate((2, 4, 1, 1)):
        file = SetReading("tyres", None, "sort", Reading(float(kind)), row).apply(file)
    notes = [note.said(System.METRIC) for note in aided(file.read_at("tyres", None), file).notes]
    assert "The front tyres are summer sport and slick: left and right turns will not agree." in notes
    told = FILE.car.rear.tyre.kind(FILE.car.tyre)
    assert f"The rear tyres were read as street; the car is worked out on {told} ones." in notes
    assert from_json(to_json(file)).read_at("tyres", None).rows[1][-1].value == 4.0
    before = readings_plain(filled(BY_KEY["tyres"]))  # as it was written when nobody asked for the kind
    older = {**before, "columns": before["columns"][:-1], "rows": [row[:-1] for row in before["rows"]],
             "rows_as_typed": [row[:-1] for row in before["rows_as_typed"]]}  # fmt: skip
    assert readings_plain(readings_from(older))["rows"][0] == [*before["rows"][0][:-1], None]


def test_ride_heights_are_brought_to_one_datum() -> None:
    """These wheels stand 290 and 300 mm high: 652 mm above ground is 362 under the arch, 13 more than by the hub."""
    file = put(FILE, "car.front.wheel_centre_height", Figure(0.290, Provenance.MEASURED))
    file = put(file, "car.rear.wheel_centre_height", Figure(0.300, Provenance.MEASURED))
    found = said("ride-heights", file)
    assert (
        "front left 352.0\u00a0mm, front right 355.5\u00a0mm, rear left 360.0\u00a0mm, rear right 340.0\u00a0mm"
        in found
    )
    assert "13 mm apart" in found
    assert "rear stands 20.0\u00a0mm higher on the left" in found
    assert "not measured" in found
    floor = filled(BY_KEY["floor"])
    assert "twist of the floor is taken out" in said("ride-heights", file.with_readings(floor))
    rims = file.with_readings(filled(BY_KEY["tyres"]))  # 15 inch rims: 160 mm from their edge is 368 from the hub
    assert "rear left 364.0\u00a0mm" in said("ride-heights", rims)


def test_what_carried_the_car_stands_with_its_readings() -> None:
    kept = replace(FILE.with_readings(filled(BY_KEY["ride-heights"])))
    hung = SetSupport("ride-heights", None, Support.UNDER_FRAME).apply(kept)
    assert "the wheels hang" in aided(hung.read_at("ride-heights", None), hung).notes[-1].said(System.METRIC)
    again = from_json(to_json(hung))
    assert again.read_at("ride-heights", None).support is Support.UNDER_FRAME
    loaded = KeepLoadState("with a full tank").apply(hung)
    assert "a load state without a name" in aided(loaded.read_at("ride-heights", None), loaded).notes[-1].said(
        System.METRIC
    )


def test_a_wheel_table_comes_in_by_its_names() -> None:
    tyres = filled(BY_KEY["tyres"])
    text = readings_csv(tyres)
    head, first, *rest = text.splitlines()
    shuffled = "\n".join([head, *rest, first])
    assert rows_from(shuffled, tyres.table) == tuple(
        tuple(None if cell is None else Reading(pytest.approx(cell.value)) for cell in row) for row in tyres.rows
    )
    with pytest.raises(DocumentError) as caught:
        rows_from(text.replace("rear left", "spare").replace("rear right", "front left"), tyres.table)
    assert [problem.place for problem in caught.value.problems] == [
        "line 4, column 1 (wheel)",
        "line 5, column 1 (wheel)",
    ]


def test_readings_go_out_and_come_in_with_the_car() -> None:
    file = FILE
    for aid in AIDS:
        file = file.with_readings(filled(aid))
    again = from_json(to_json(file))
    for readings in file.readings:
        assert readings_plain(again.read_at(*readings.of)) == readings_plain(readings)


@pytest.mark.parametrize(("change", "place"), [
    ({"aid": "spirit level"}, "readings[0].aid"), ({"rows": [["x", 1]]}, "readings[0].rows[0][0]"),
    ({"rows": [[9e9, 1.0]], "rows_as_typed": [["", ""]]}, "readings[0].rise_mm"), ({"axle": "rear"}, "readings[0]"),
    ({"columns": ["rise_mm"]}, "readings[0]"),
])  # fmt: skip
def test_readings_that_cannot_be_are_refused_with_the_file(change: dict[str, object], place: str) -> None:
    tilt = next(aid for aid in AIDS if aid.key == "tilt")
    document = json.loads(to_json(FILE.with_readings(filled(tilt))))
    document["readings"][0] |= change
    with pytest.raises(DocumentError) as caught:
        from_json(json.dumps(document))
    assert place in [problem.place for problem in caught.value.problems]
