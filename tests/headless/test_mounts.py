"""The ways to describe one linkage through the headless contract give one answer; what is missing is said."""

from __future__ import annotations

import copy
import json
import math
from typing import Any

import pytest

from anchor_beam.headless.solve import answer_text

BAR = {
    "od_mm": 22, "E_Pa": 206e9, "G_Pa": 79.3e9, "density_kg_per_m3": 7850,
    "path_mm": [[260, 480, 0, 0], [0, 480, 0, 25], [0, -480, 0, 25], [260, -480, 0, 0]],
    "pivots_y_mm": [350, -350], "holes_mm": [10, 40],
}  # fmt: skip
TAPE = {
    "id": "t", "kind": "linkage", "holes": [1, 1], "links_mm": [110, 110], "travel_mm": [-30, 0, 30], "bar": BAR,
    "linkage": {"level": "tape", "arms": "rearward", "pickup_ahead_mm": 215, "pickup_height_mm": [112, 112],
                "pickup_spacing_mm": 980, "pickup_ratio": 0.62},
}  # fmt: skip
UPRIGHT = {"on": "strut", "pickup_mm": [-215, 490, 112], "direction": [0, 0, 1], "ratio": 0.62}


def points(mount: dict[str, Any], *, arms: str = "rearward", **more: Any) -> dict[str, Any]:
    return {**copy.deepcopy(TAPE), "linkage": {"level": "points", "arms": arms, "mount": mount, **more}}


def ask(*questions: dict[str, Any]) -> list[dict[str, Any]]:
    named = [{**question, "id": str(i)} for i, question in enumerate(questions)]
    return json.loads(answer_text(json.dumps({"anchor_beam": 1, "ask": named}))[0])["answers"]


def same(one: Any, other: Any, *, sign: float = 1.0) -> None:
    left, right = one["result"], other["result"]
    assert left["rate_N_per_mm"] == pytest.approx(right["rate_N_per_mm"], rel=1e-9)
    assert left["rest_torque_Nm"] == pytest.approx(sign * right["rest_torque_Nm"], abs=1e-6)
    for side in ("left", "right"):
        for a, b in zip(left["sides"][side]["travel"], right["sides"][side]["travel"], strict=True):
            assert a["turn_deg"] == pytest.approx(b["turn_deg"], abs=1e-9)
            assert a["link_off_square_deg"] == pytest.approx(b["link_off_square_deg"], abs=1e-6)


def test_an_upright_strut_by_points_is_the_tape_level() -> None:
    same(*ask(TAPE, points(UPRIGHT)))


def test_the_right_side_is_the_mirror_of_the_left_unless_it_is_given() -> None:
    right = {**UPRIGHT, "pickup_mm": [-215, -490, 112]}
    leaning = {**UPRIGHT, "direction": [0.02, -0.12, 1]}
    given = {**right, "direction": [0.02, 0.12, 1]}
    same(*ask(points(UPRIGHT), points(UPRIGHT, right=right)))
    same(*ask(points(leaning), points(leaning, right=given)))
    tilted, plain = ask(points(UPRIGHT, right=given), points(UPRIGHT))
    turns = [answer["result"]["sides"]["right"]["travel"][2]["turn_deg"] for answer in (tilted, plain)]
    assert turns[0] != pytest.approx(turns[1], abs=1e-6)


def test_a_bar_on_the_axle_is_as_stiff_as_the_bar_on_the_body() -> None:
    """The body's pick-up, seen from the axle, moves down in bump: the arm turns the other way by as much."""
    body, axle = ask(points(UPRIGHT), points({**UPRIGHT, "bar_on_axle": True}))
    assert axle["result"]["rate_N_per_mm"] == pytest.approx(body["result"]["rate_N_per_mm"], rel=1e-9)
    for side in ("left", "right"):
        down, up = (answer["result"]["sides"][side]["travel"] for answer in (body, axle))
        assert [row["turn_deg"] for row in up] == pytest.approx([-row["turn_deg"] for row in reversed(down)], abs=1.5)


@pytest.mark.parametrize("on_axle", [False, True])
def test_a_longer_link_presses_the_tyre_that_the_bar_is_twisted_against(on_axle: bool) -> None:
    """The bar gives back its energy: it presses a wheel down with minus its slope over that wheel's travel."""
    longer = points({**UPRIGHT, "bar_on_axle": on_axle}) | {"links_mm": [116, 110]}
    (found,) = ask(longer)
    result = found["result"]
    sides = result["sides"]

    def energy(left: int, right: int) -> float:
        """At rows of the travel, 30 mm apart; the turns start from different angles of the arms."""
        turn = [math.radians(sides[s]["travel"][row]["turn_deg"]) for s, row in (("left", left), ("right", right))]
        twist = result["rest_torque_Nm"] / result["K_theta_Nm_per_rad"] + turn[0] - turn[1]
        return 0.5 * result["K_theta_Nm_per_rad"] * twist**2

    lifted, dropped = energy(2, 1), energy(0, 1)
    assert (lifted > dropped) == (result["rest_torque_Nm"] > 0.0)
    drop = sides["left"]["drop_in_length_mm"]
    free, shorter = ask(longer | {"links_mm": [drop, 110]}, longer | {"links_mm": [drop - 6, 110]})
    assert free["result"]["rest_torque_Nm"] == pytest.approx(0.0, abs=1e-6)
    assert shorter["result"]["rest_torque_Nm"] * result["rest_torque_Nm"] < 0.0


def test_the_weight_that_a_longer_link_brings_is_the_same_wherever_the_bar_rides() -> None:
    """A link pushes body and axle apart on its side, or pulls them together, whichever of them carries the bar: above the bar
    it pushes the part that it hangs on up. On the axle that part is the body."""
    body, axle = (points({**UPRIGHT, "bar_on_axle": on}) | {"links_mm": [116, 110]} for on in (False, True))
    on_body, on_axle = (answer["result"]["rest_torque_Nm"] for answer in ask(body, axle))
    assert on_axle == pytest.approx(-on_body, rel=0.02)


def test_arms_point_as_the_path_is_drawn_and_a_contradiction_is_refused() -> None:
    drawn_back = copy.deepcopy(TAPE)
    for vertex in drawn_back["bar"]["path_mm"]:
        vertex[0] = -vertex[0]
    alone = copy.deepcopy(drawn_back)
    del alone["linkage"]["arms"]
    same(*ask(TAPE, drawn_back))
    same(*ask(TAPE, alone))
    drawn_back["linkage"]["arms"] = "forward"
    (answer,) = ask(drawn_back)
    assert answer["error"]["at"] == "ask[0].linkage.arms"


def test_a_pick_up_at_the_height_of_the_bar_asks_which_way_the_link_goes() -> None:
    level = copy.deepcopy(TAPE) | {"links_mm": [60, 60]}
    level["linkage"] |= {"pickup_height_mm": [2, 2], "pickup_ahead_mm": 240}
    (answer,) = ask(level)
    assert "cannot be told" in answer["error"]["message"]
    up, down = copy.deepcopy(level), copy.deepcopy(level)
    up["linkage"]["link_goes"], down["linkage"]["link_goes"] = "up", "down"
    rates = [answer["result"]["rate_N_per_mm"] for answer in ask(up, down)]
    assert rates[0] == pytest.approx(rates[1], rel=0.1)
    mixed = copy.deepcopy(TAPE)
    mixed["linkage"]["pickup_height_mm"] = [112, -112]
    (answer,) = ask(mixed)
    assert "One pick-up lies above" in answer["error"]["message"]


def test_a_live_axle_drives_the_bar_by_the_place_of_its_pick_ups() -> None:
    """The wheel rises alone about the axle's other end: farther out on the axle, more of it reaches the link."""

    def on_axle(y: float) -> dict[str, Any]:
        mount = {"on": "live axle", "pickup_mm": [-215, y, 112], "centre_mm": [-215, 0, 112], "track_mm": 1500}
        return points(mount)

    near, far = ask(on_axle(470), on_axle(510))
    rates = [answer["result"]["rate_N_per_mm"] for answer in (near, far)]
    assert rates[1] > rates[0]


@pytest.mark.parametrize("heights", [(112, 112), (112, 118)])
def test_a_link_of_the_drop_in_length_leaves_no_torque_in_the_bar(heights: tuple[int, int]) -> None:
    fitted = copy.deepcopy(TAPE) | {"links_mm": [110, 116]}
    fitted["linkage"]["pickup_height_mm"] = list(heights)
    (answer,) = ask(fitted)
    left, right = (answer["result"]["sides"][side]["drop_in_length_mm"] for side in ("left", "right"))
    for links in ([left, 116], [110, right]):
        (free,) = ask(fitted | {"links_mm": links})
        assert free["result"]["rest_torque_Nm"] == pytest.approx(0.0, abs=1e-6)


def test_a_quick_linkage_knows_ride_height_only() -> None:
    quick = {"level": "quick", "end_travel_per_wheel_travel": [0.6, 0.6], "link_angle_deg": [84, 84]}
    (answer,) = ask({**TAPE, "linkage": quick})
    for side in answer["result"]["sides"].values():
        assert side["travel"] is None
        assert side["end_travel_per_wheel_travel"] == pytest.approx(0.6)


@pytest.mark.parametrize(("question", "at", "words"), [
    ({**TAPE, "holes": [0, 2]}, "holes[1]", "no such hole"),
    ({**TAPE, "holes": [-1, 0]}, "holes[0]", ""),
    (points({**UPRIGHT, "direction": [0, 0, 0]}), "linkage.mount.direction", ""),
    (points({"on": "arm", "inner_mm": [[0, 300, 0], [0, 300, 0]], "outer_mm": [0, 700, 0], "pickup_mm": [0, 500, 0]}),
     "linkage.mount", ""),
    ({"id": "s", "kind": "skidpad"}, "radius_m", "nothing to work out"),
    ({"id": "s", "kind": "skidpad", "log": {"time_s": [0, 1], "ay_g": [0, 0.1], "reading_deg": [0, 1]}}, "log", ""),
])  # fmt: skip
def test_what_cannot_be_is_said_at_its_place(question: dict[str, Any], at: str, words: str) -> None:
    (answer,) = ask(question)
    assert "result" not in answer
    assert answer["error"]["at"].startswith(f"ask[0].{at}")
    assert words in answer["error"]["message"]
