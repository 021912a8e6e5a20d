"""Answers follow their questions: scaled, mirrored, turned round or given in another order, each as physics says it must.

The questions are the worked examples of the page, so that every kind is asked with figures that mean something.
"""

from __future__ import annotations

import copy
from collections.abc import Callable
from typing import Any

import pytest

from headless.test_examples import PAIRS, ask, at

EXAMPLES = {question["kind"]: question for question, _ in PAIRS}
LENGTHS = ("od_mm", "path_mm", "pivots_y_mm", "holes_mm")
MASSES = ("sprung_mass_kg", "unsprung_mass_per_wheel_kg", "axle_mass_kg")
RATES = (
    "wheel_rate_N_per_mm",
    "spring_rate_N_per_mm",
    "tyre_rate_N_per_mm",
    "rate_N_per_mm",
    "chassis_torsion_Nm_per_deg",
)
Keys = tuple[str, ...]


def answer(question: dict[str, Any]) -> dict[str, Any]:
    (found,), code = ask(question)
    assert code == 0, found
    return found["result"]


def times(value: Any, factor: float) -> Any:
    """Every number in it, so many times."""
    if isinstance(value, list):
        return [times(each, factor) for each in value]
    if isinstance(value, dict):
        return {key: times(each, factor) for key, each in value.items()}
    return value * factor if isinstance(value, (int, float)) and not isinstance(value, bool) else value


def scaled(question: Any, keys: Keys, factor: float) -> Any:
    """A question in which everything of these names is so many times as much."""
    if isinstance(question, list):
        return [scaled(each, keys, factor) for each in question]
    if not isinstance(question, dict):
        return question
    return {key: times(each, factor) if key in keys else scaled(each, keys, factor) for key, each in question.items()}


def changed(kind: str, change: Callable[[dict[str, Any]], None]) -> dict[str, Any]:
    question = copy.deepcopy(EXAMPLES[kind])
    change(question)
    return question


LAWS: list[tuple[str, Keys, dict[str, int]]] = [  # kind, what is doubled, by which power of two the answers grow
    ("bar", LENGTHS, {"mass_kg": 3, "pairs.0.K_theta_Nm_per_rad": 3, "pairs.0.k_end_N_per_mm": 1,
                      "pairs.0.lever_left_mm": 1, "pairs.0.von_mises_max_MPa": -2}),
    ("bar", ("load_N",), {"mass_kg": 0, "pairs.0.von_mises_max_MPa": 1, "pairs.0.energy_J": 2}),
    ("bar", ("E_Pa", "G_Pa"), {"pairs.0.K_theta_Nm_per_rad": 1, "pairs.0.von_mises_max_MPa": 0}),
    ("cornering", (*MASSES, *RATES), {"cases.0.roll_deg": 0, "cases.0.wheel_loads_N.fl": 1,
                                      "cases.0.load_transfer_N.front": 1}),
    ("rest", (*MASSES, *RATES), {"wheel_loads_N.rr": 1, "cross_weight_percent": 0, "roll_deg": 0}),
    ("roll-budget", (*MASSES, *RATES), {"roll_gradient_deg_per_g": 0, "tyres_percent.rear": 0, "chassis_percent": 0}),
    ("jack", (*MASSES, *RATES, "until_left_sum_N"), {"jack_force_N": 1, "roll_deg": 0, "wheel_loads_N.rl": 1}),
    ("direct", ("od_mm",), {"K_theta_Nm_per_rad": 4, "rate_N_per_mm": 4}),
    ("direct", ("od_mm", "length_mm", "arm_mm"), {"K_theta_Nm_per_rad": 3, "rate_N_per_mm": 1}),
    ("skidpad", ("radius_m",), {"ay_g": 1, "ay_standard_error_g": 1}),
    ("skidpad", ("lap_times_s",), {"ay_g": -2, "ay_standard_error_g": -2}),
    ("motion-ratio", ("part_mm",), {"ratio.value": 1, "change_per_mm.value": 1}),
    ("motion-ratio", ("part_mm", "wheel_mm"), {"ratio.value": 0, "change_per_mm.value": -1}),
    ("tilt", ("front_level_kg", "front_tilted_kg", "total_kg"), {"cg_height_mm.value": 0}),
    ("tilt", ("wheelbase_mm", "wheel_radius_mm", "rise_mm"), {"cg_height_mm.value": 1}),
    ("tilt-table", ("front_kg", "total_kg"), {"cg_height_mm.value": 0, "off_kg.1": 1}),
    ("spring-press", ("load_N",), {"rate_N_per_mm.value": 1, "off_N.3": 1}),
    ("spring-press", ("travel_mm",), {"rate_N_per_mm.value": -1, "off_N.3": 0}),
    ("wheel-rate", ("load_N",), {"rate_N_per_mm.value": 1, "spring_rate_N_per_mm.value": 1}),
    ("tyre-rate", ("load_N",), {"rate_N_per_mm.value": 1}),
    ("spring-wire", ("wire_mm", "outer_mm"), {"rate_N_per_mm.value": 1, "working_coils": 0}),
    ("roll-centre", ("upper_mm", "lower_mm", "track_mm"), {"height_mm.value": 1}),
    ("damper", ("bump_N", "rebound_N", "wheel_rate_N_per_mm", "sprung_kg"),
     {"damping.value": 0, "at_wheel_N_s_per_m": 1}),
    ("damper", ("speed_mm_per_s",), {"damping.value": -1, "at_wheel_N_s_per_m": -1}),
    ("differential", ("plate_radius_mm", "ramp_radius_mm"), {"drive.locking_percent.value": 0}),
    ("brake-share", ("disc_mm", "rolling_mm"), {"front_percent.value": 0}),
    ("link-eyes", ("over_mm", "between_mm"), {"length_mm.value": 1}),
    ("level-arm", ("link_mm", "lever_mm", "ahead_mm", "aside_mm"), {"height_mm.value": 1}),
    ("deflection", ("load_N",), {"rate_N_per_mm.value": 1, "friction_N.value": 1}),
    ("deflection", ("drop_mm",), {"rate_N_per_mm.value": -1, "friction_N.value": 0}),
    ("drop-in", ("links_on_N", "links_off_N"), {"torque_Nm.value": 1}),
    ("drop-in", ("track_mm",), {"torque_Nm.value": 1}),
    ("lateral-rod", ("frame_mm", "axle_mm", "travel_mm", "lowered_mm"),
     {"length_mm": 1, "travel.0.axle_shift_left_mm": 1, "travel.0.slope": 0}),
    ("launch", ("ax_g",), {"cases.0.shaft_torque_Nm": 1}),
    ("launch", ("final_drive",), {"cases.0.shaft_torque_Nm": -1, "cases.0.cancelling_preload_Nm": -1}),
    ("bracket", ("legs_mm", "thick_mm", "radius_mm", "from_corner_mm"), {"blank_mm": 1, "bend_mm": 1, "holes_mm": 1}),
    ("tube-end", ("outer_mm", "other_mm"), {"depth_mm": 1, "cut_mm": 1}),
    ("template", ("width_mm", "height_mm", "corner_mm", "along_mm", "from_top_mm", "near_hole_mm", "far_hole_mm"),
     {"holes_mm.0": 1}),
    ("clearance", ("a_mm", "b_mm", "radius_mm", "travel_mm"), {"gap_mm": 1, "at_travel_mm": 1}),
    ("fatigue", ("cycles",), {"damage": 1, "safety": 0}),
    ("bolt-stack", ("thick_mm",), {"grip_mm": 1, "grip_before_mm": 1}),
]  # fmt: skip


@pytest.mark.parametrize(("kind", "keys", "powers"), LAWS, ids=lambda item: item if isinstance(item, str) else "")
def test_what_is_doubled_grows_as_it_must(kind: str, keys: Keys, powers: dict[str, int]) -> None:
    question = EXAMPLES[kind]
    other = scaled(question, keys, 2.0)
    assert other != question
    before, after = answer(question), answer(other)
    for path, power in powers.items():
        expected = times(at(before, path), 2.0**power)
        assert _flat(at(after, path)) == pytest.approx(_flat(expected), rel=1e-6, abs=1e-7), path


def _flat(value: Any) -> list[float]:
    return [each for part in value for each in _flat(part)] if isinstance(value, list) else [value]


@pytest.mark.parametrize("kind", EXAMPLES)
def test_an_answer_is_the_same_asked_again_and_among_others(kind: str) -> None:
    question = {key: value for key, value in EXAMPLES[kind].items() if key != "file"}
    other = next(each for name, each in EXAMPLES.items() if name not in (kind, "rack-search", "parts", "place"))
    (first, _, again), code = ask(question, other, {**question, "id": "again"})
    assert code == 0
    assert first["result"] == again["result"] and again["id"] == "again"


def test_a_turn_to_the_other_side_is_the_mirror() -> None:
    def turned(question: dict[str, Any]) -> None:
        question["lift"] = False
        for case in question["cases"]:
            case["ay_g"] = -case["ay_g"]

    left, right = (answer(question)["cases"][0] for question in (EXAMPLES["cornering"], changed("cornering", turned)))
    assert right["roll_deg"] == pytest.approx(-left["roll_deg"])
    for one, other in ("fl", "fr"), ("rl", "rr"):
        assert right["wheel_loads_N"][one] == pytest.approx(left["wheel_loads_N"][other])
        assert right["wheel_loads_N"][other] == pytest.approx(left["wheel_loads_N"][one])


@pytest.mark.parametrize("kind", ["rest", "cornering", "jack"])
def test_the_ground_and_the_jack_carry_the_car(kind: str) -> None:
    car, result = EXAMPLES[kind]["car"], answer(EXAMPLES[kind])
    ends = car["front"], car["rear"]
    wheels = sum(2.0 * end.get("unsprung_mass_per_wheel_kg", 0.0) + end.get("axle_mass_kg", 0.0) for end in ends)
    weight = 9.81 * (car["sprung_mass_kg"] + wheels)
    loads = result["cases"][0]["wheel_loads_N"] if kind == "cornering" else result["wheel_loads_N"]
    assert sum(loads.values()) + result.get("jack_force_N", 0.0) == pytest.approx(weight, rel=1e-9)


def test_a_budget_of_roll_is_whole() -> None:
    result = answer(EXAMPLES["roll-budget"])
    parts = [share for name in ("tyres", "springs", "bars") for share in result[f"{name}_percent"].values()]
    assert sum(parts) + result["chassis_percent"] == pytest.approx(100.0)


def test_links_on_and_off_changed_round_is_the_other_torque() -> None:
    def round_(question: dict[str, Any]) -> None:
        question["links_on_N"], question["links_off_N"] = question["links_off_N"], question["links_on_N"]

    there, back = answer(EXAMPLES["drop-in"]), answer(changed("drop-in", round_))
    assert back["torque_Nm"]["value"] == pytest.approx(-there["torque_Nm"]["value"])
    assert back["torque_Nm"]["standard_error"] == pytest.approx(there["torque_Nm"]["standard_error"])


def test_brakes_changed_round_share_what_is_left() -> None:
    def round_(question: dict[str, Any]) -> None:
        question["front"], question["rear"] = question["rear"], question["front"]

    there, back = answer(EXAMPLES["brake-share"]), answer(changed("brake-share", round_))
    assert there["front_percent"]["value"] + back["front_percent"]["value"] == pytest.approx(100.0)


@pytest.mark.parametrize(("kind", "keys"), [
    ("clearance", ("one", "other")), ("compare", ()), ("corner-weights", ()), ("search", ()),
])  # fmt: skip
def test_the_order_in_which_things_are_given_means_nothing(kind: str, keys: Keys) -> None:
    def other(question: dict[str, Any]) -> None:
        if keys:
            first, second = keys
            question[first], question[second] = question[second], question[first]
        for key in ("settings", "settles_kg", "rear"):
            if isinstance(question.get(key), list):
                question[key].reverse()

    there, back = answer(EXAMPLES[kind]), answer(changed(kind, other))
    if kind == "compare":
        there, back = ({each["name"]: each for each in found["settings"]} for found in (there, back))
    if kind == "corner-weights":
        there, back = there["corners_kg"], back["corners_kg"]
        assert all(back[wheel]["value"] == pytest.approx(there[wheel]["value"]) for wheel in there)
    elif kind == "clearance":
        assert back["gap_mm"] == pytest.approx(there["gap_mm"]) and back["at_travel_mm"] == there["at_travel_mm"]
    else:
        assert back == there


def test_a_comparison_turned_round_has_the_other_sign() -> None:
    there = answer(EXAMPLES["compare"])
    back = answer(changed("compare", lambda question: question.update(reference="rear bar")))
    changes = [
        next(each for each in found["settings"] if each["name"] == name)["roll_change_deg_per_g"]
        for found, name in ((there, "rear bar"), (back, "standard"))
    ]
    assert changes[0] == pytest.approx(-changes[1]) and changes[0] != 0.0
    own = next(each for each in back["settings"] if each["name"] == "rear bar")
    assert own["roll_change_deg_per_g"] == 0.0


def test_a_level_moved_up_or_down_asks_for_the_same_shims() -> None:
    def up(question: dict[str, Any]) -> None:
        question["heights_mm"] = [height + 25.0 for height in question["heights_mm"]]

    there, back = answer(EXAMPLES["floor"]), answer(changed("floor", up))
    assert back["shims_mm"] == pytest.approx(there["shims_mm"])
    assert back["cross_load_N"] == pytest.approx(there["cross_load_N"])


def test_an_offset_wrench_is_set_lower_by_its_lengths() -> None:
    result, offset = answer(EXAMPLES["torque"]), EXAMPLES["torque"]["offset"]
    lengths = offset["wrench_mm"], offset["extension_mm"]
    assert result["wrench_Nm"] == pytest.approx(result["torque_Nm"] * lengths[0] / sum(lengths))
    across = answer(changed("torque", lambda question: question.update(offset={**offset, "extension_mm": 1e-6})))
    assert across["wrench_Nm"] == pytest.approx(across["torque_Nm"])
