"""The bench without a window: edits, results, ladder, bands, workings, what is said."""

from __future__ import annotations

import pickle
from collections.abc import Iterator
from pathlib import Path

import pytest

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import sorrel_finch, team
from anchor_beam.documents.methods import METHODS
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarState, Figure, Provenance
from anchor_beam.errors import DocumentError, InputError, NoSolution, OutOfRange, Problem
from anchor_beam.figures import workings
from anchor_beam.figures.bands import bands
from anchor_beam.figures.ladder import ladder
from anchor_beam.figures.results import results
from anchor_beam.session import edits
from anchor_beam.session.outcome import Saved
from anchor_beam.session.workshop import Part, Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.units.kinds import Kind, System
from anchor_beam.words import balance as words
from anchor_beam.words import faults
from support.disk import full_disk

OD = "bench.rear.bar.od"


@pytest.fixture
def workshop(garage_path: Path) -> Iterator[Workshop]:
    with Garage(garage_path) as garage:
        for file in team():
            garage.add(file, "came with the demo")
        yield Workshop(garage)


def test_an_edit_is_computed_saved_and_said(workshop: Workshop) -> None:
    before = workshop.picture.now.margin
    heard: list[Part] = []
    workshop.listen(heard.append)
    workshop.do(edits.SetValue(OD, 0.020, "20 mm"))
    assert workshop.picture.now.margin < before
    assert workshop.said.act == "Rear bar, outer diameter"
    assert "less push" in workshop.said.consequence
    assert Part.SETTING in heard[0]
    assert workshop.garage.file(workshop.car).bench.rear.bar.od.typed == "20 mm"


def test_a_refused_edit_changes_nothing(workshop: Workshop) -> None:
    before = workshop.picture
    for bad in (
        edits.SetValue(OD, 5.0),
        edits.SetValue("car.corner_fl", -5.0),
        edits.SetValue("bench.rear.bar.holes[2]", 0.5),
        edits.SetHole(Axle.REAR, (Side.LEFT,), 9),
        edits.Choose("car.name", "  "),
        edits.SaveSetting(" "),
        edits.UseSetting("nowhere"),
        edits.PutBar(Axle.REAR, "Tidewright 25"),
    ):
        with pytest.raises(InputError):
            workshop.do(bad)
    assert workshop.picture is before
    assert workshop.garage.at(1).acts == 1


def test_a_figure_keeps_its_source_unless_another_is_said(workshop: Workshop) -> None:
    place = "car.cg_height"
    workshop.do(edits.SetValue(place, 0.45))
    assert workshop.picture.file.car.cg_height.provenance is Provenance.TYPICAL
    workshop.do(edits.SetValue(place, 0.46, "460", Provenance.MEASURED))
    assert workshop.picture.file.car.cg_height.provenance is Provenance.MEASURED
    workshop.do(edits.SetProvenance(place, Provenance.GUESS))
    assert workshop.picture.file.car.cg_height.provenance is Provenance.GUESS


def test_a_saved_setting_does_not_follow_the_bench(workshop: Workshop) -> None:
    workshop.do(edits.SaveSetting("mine"))
    workshop.do(edits.CompareWith("mine"))
    workshop.do(edits.SetValue(OD, 0.022))
    assert workshop.picture.reference.rear.K_theta < workshop.picture.now.rear.K_theta
    workshop.do(edits.UseSetting("mine"))
    assert workshop.picture.now.margin == pytest.approx(workshop.picture.reference.margin)
    workshop.do(edits.RemoveSetting("mine"))
    assert workshop.picture.file.reference == "standard"


def test_undo_and_redo_say_what_they_did(workshop: Workshop) -> None:
    before = workshop.picture.now.margin
    workshop.do(edits.SetValue(OD, 0.020))
    after = workshop.picture.now.margin
    workshop.undo()
    assert workshop.picture.now.margin == pytest.approx(before)
    assert workshop.said.act == "Taken back: Rear bar, outer diameter"
    assert "more push" in workshop.said.consequence
    workshop.redo()
    assert workshop.picture.now.margin == pytest.approx(after)
    workshop.redo()
    assert "as far as it goes" in workshop.said.consequence


def test_a_preview_is_not_saved_and_letting_go_is_one_revision(workshop: Workshop) -> None:
    held = workshop.hold(OD)
    for mm in (17.5, 18.0, 18.5):
        held.to(edits.SetValue(OD, mm / 1e3))
    assert workshop.garage.at(1).acts == 1
    assert workshop.picture.file.bench.rear.bar.od.value == pytest.approx(0.0185)
    assert isinstance(held.let_go(), Saved)
    assert workshop.garage.at(1).acts == 2
    assert "less push" in workshop.said.consequence  # against what was there before the drag began
    held = workshop.hold(OD)
    held.to(edits.SetValue(OD, 0.03))
    held.give_up()
    assert workshop.picture.file.bench.rear.bar.od.value == pytest.approx(0.0185)


def test_levelling_a_link_takes_the_twist_out(workshop: Workshop) -> None:
    assert abs(workshop.picture.now.rest_torque(Axle.REAR)) > 20.0
    workshop.do(edits.LevelLink(Axle.REAR, tuple(Side)))
    assert abs(workshop.picture.now.rest_torque(Axle.REAR)) < 0.1
    assert all(abs(side.off_level) < 1e-5 for side in workshop.picture.now.rear.sides)
    assert "hangs free" in workshop.said.consequence


def test_a_link_at_its_drop_in_length_leaves_the_bar_free_and_the_other_link_alone(workshop: Workshop) -> None:
    """Also where the other arm does not stand level."""
    workshop.do(edits.SetValue("bench.rear.link_right", 0.0925))
    wanted = workshop.picture.now.rear.drop_in(Side.LEFT)
    before = workshop.picture.now.cross_weight
    workshop.do(edits.SetValue("bench.rear.link_left", wanted))
    assert workshop.picture.now.rear.rest_twist == pytest.approx(0.0, abs=1e-9)
    assert workshop.picture.now.rest_torque(Axle.REAR) == pytest.approx(0.0, abs=0.01)
    assert workshop.picture.now.rear.sides[0].slope != pytest.approx(0.0, abs=1e-3)
    assert workshop.picture.file.bench.rear.link_right.value == pytest.approx(0.0925)
    assert workshop.picture.now.cross_weight != pytest.approx(before, abs=0.05)


def test_turns_of_the_adjuster_follow_the_threads(workshop: Workshop) -> None:
    left = workshop.picture.now.rear.sides[0]
    assert workshop.picture.now.rear.turns(-left.off_level) == pytest.approx(-left.off_level / (2 * 0.00125))
    workshop.do(edits.Choose("car.rear.adjuster", "one threaded end"))
    assert workshop.picture.now.rear.turns(-left.off_level) == pytest.approx(-left.off_level / 0.00125)
    workshop.do(edits.Choose("car.rear.adjuster", "fixed length"))
    assert workshop.picture.now.rear.turns(-left.off_level) is None


def test_a_link_that_does_not_reach_is_a_state_not_a_crash(workshop: Workshop) -> None:
    workshop.do(edits.SetValue("bench.rear.link_left", 0.9))
    assert workshop.picture.now.margin is None
    assert "does not reach" in str(workshop.picture.now.problem)
    assert workshop.said.consequence == "No balance can be worked out now."
    workshop.do(edits.SetValue("bench.rear.link_left", 0.09))
    assert "known again" in workshop.said.consequence


def test_a_disconnected_bar_adds_nothing(workshop: Workshop) -> None:
    with_bar = workshop.picture.now
    workshop.do(edits.Choose("bench.rear.state", BarState.UNHOOKED))
    now = workshop.picture.now
    assert now.rear.roll_stiffness == 0.0
    assert now.rear.wheel_rate == 0.0
    assert workings.wheel_rate(Axle.REAR)(workshop.picture) is None
    assert now.link_load(Axle.REAR) is None
    assert now.margin > with_bar.margin
    assert now.roll_gradient > with_bar.roll_gradient


def test_holes_can_be_added_and_taken_away_but_not_the_last(workshop: Workshop) -> None:
    workshop.do(edits.SetHole(Axle.REAR, tuple(Side), 2))
    workshop.do(edits.AddHole(Axle.REAR))
    assert [round(hole.value * 1e3) for hole in workshop.picture.file.bench.rear.bar.holes] == [12, 36, 60, 84]
    for _ in range(3):
        workshop.do(edits.RemoveHole(Axle.REAR))
    assert (workshop.picture.file.bench.rear.hole_left, workshop.picture.file.bench.rear.hole_right) == (0, 0)
    with pytest.raises(InputError):
        workshop.do(edits.RemoveHole(Axle.REAR))


def test_a_bar_from_the_rack_and_back_into_it(workshop: Workshop) -> None:
    workshop.do(edits.PutBar(Axle.REAR, "standard rear"))
    assert workshop.picture.file.bench.rear.hole_left == 0
    workshop.do(edits.Choose("bench.rear.bar.name", "mine"))
    workshop.do(edits.KeepBar(Axle.REAR))
    assert [item.bar.name for item in workshop.picture.file.rack][-1] == "mine"


def test_the_ladder_holds_what_each_setting_gives_on_its_own(workshop: Workshop) -> None:
    file = workshop.picture.file
    found = ladder(file.car, file.bench)
    assert len(found.rungs) == 5 * 5  # three even pairs and two neighbours at each end
    shares = [rung.rear_share for rung in found.rungs]
    assert shares == sorted(shares)
    for rung in (found.rungs[0], found.rungs[found.present], found.rungs[-1]):
        there = results(file.car, edits.ReachRung(rung.front, rung.rear).apply(file).bench)
        assert there.margin == pytest.approx(rung.margin, rel=1e-9)
        assert there.rear_share == pytest.approx(rung.rear_share, rel=1e-9)
    assert found.rungs[found.present].margin == pytest.approx(workshop.picture.now.margin)


def test_holes_out_of_reach_are_counted_not_dropped_silently() -> None:
    file = put(sorrel_finch(), "bench.rear.link_left", Figure(0.45))
    found = ladder(file.car, file.bench)
    assert found.out_of_reach > 0
    assert len(found.rungs) + found.out_of_reach == 25


def test_better_known_inputs_shrink_the_band() -> None:
    file = sorrel_finch()
    wide = bands(file.car, file.bench)
    surer = put(file, "car.rear.roll_centre_height", Figure(0.078, Provenance.MEASURED))
    narrow = bands(surer.car, surer.bench)
    assert narrow.margin < wide.margin
    shares = wide.shares[Phase.MIDDLE]
    assert sum(share for _, share in shares) == pytest.approx(1.0)
    places = [place for place, _ in shares]
    assert "bench.rear.bar.od" in places
    assert places.index("car.rear.roll_centre_height") < places.index("car.wheelbase")


def test_the_band_through_the_linkage_is_what_moving_the_pick_up_does() -> None:
    file = sorrel_finch()
    setting = file.settings[1]  # level links: no preload that moves as well
    share = dict(bands(file.car, setting).shares[Phase.MIDDLE])["car.rear.pickup_ahead"]
    spread = METHODS["pickup_ahead"].absolute
    there = [
        results(put(file, "car.rear.pickup_ahead", Figure(0.222 + sign * spread)).car, setting).margin
        for sign in (1, -1)
    ]
    moved = 0.5 * abs(there[0] - there[1])
    assert moved == pytest.approx(bands(file.car, setting).margin * share**0.5, rel=0.1)


def test_every_figure_has_a_working_that_ends_in_the_figure(workshop: Workshop) -> None:
    shown = workshop.picture
    workshop.add_bands(shown.file, bands(shown.file.car, shown.file.bench, shown.file.reference_setting))
    shown = workshop.picture
    expected = {
        workings.margin_in(Phase.MIDDLE): shown.now.margin, workings.margin_in(Phase.EXIT): shown.now.margin_of(Phase.EXIT),
        workings.roll_gradient: shown.now.roll_gradient,
        workings.rear_share: shown.now.rear_share, workings.first_lift: shown.now.first_lift[1],
        workings.twist_stiffness(Axle.REAR): shown.now.rear.K_theta,
        workings.end_rate(Axle.FRONT): shown.now.front.end_rate,
        workings.wheel_rate(Axle.REAR): shown.now.rear.wheel_rate,
        workings.level_length(Axle.REAR, Side.LEFT): shown.now.rear.sides[0].level,
        workings.drop_in_length(Axle.REAR, Side.LEFT): shown.now.rear.drop_in(Side.LEFT),
        workings.link_load(Axle.FRONT): shown.now.link_load(Axle.FRONT)[1],
        workings.stress(Axle.FRONT): shown.now.stress(Axle.FRONT),
        workings.peak_stress(Axle.FRONT): shown.now.peak_stress(Axle.FRONT),
        workings.arm_turn(Axle.REAR, Side.RIGHT): shown.now.rear.sides[1].motion_ratio,
        workings.rest_torque(Axle.REAR): shown.now.rest_torque(Axle.REAR), workings.cross_weight: shown.now.cross_weight,
        workings.bar_mass(Axle.REAR): shown.now.rear.bar.mass,
    }  # fmt: skip
    for maker, value in expected.items():
        working = maker(shown)
        assert working.result.value == pytest.approx(value)
        assert working.formula
        assert working.source
        assert all(Kind(term.kind) for term in working.terms)
    assert workings.end_rate(Axle.REAR)(shown) is None  # staggered: there is no single end rate


def test_units_are_kept_with_the_garage(workshop: Workshop) -> None:
    workshop.toggle_units()
    assert Workshop(workshop.garage).choices.units == System.US


def test_an_empty_garage_has_nothing_on_the_bench(tmp_path: Path) -> None:
    with Garage(tmp_path / "empty.sqlite3") as garage:
        empty = Workshop(garage)
        assert empty.picture is None
        with pytest.raises(InputError, match="no car"):
            empty.do(edits.SetValue(OD, 0.02))


@pytest.mark.parametrize(("margin", "sigma", "start", "end"), [
    (2.6, 1.1, "pushes, 2.6", "inside your window"), (-1.2, 0.4, "loose, 1.2", "looser than your window"),
    (0.2, None, "neutral, 0.2", "unsure"), (7.5, 0.5, "pushes, 7.5", "more push than your window"),
    (4.2, 1.0, "pushes, 4.2", "more push than your window, unsure"),
])  # fmt: skip
def test_the_verdict_in_words(margin: float, sigma: float | None, start: str, end: str) -> None:
    text = words.verdict(margin, sigma, (0.5, 4.0), System.METRIC)
    assert text.startswith(start)
    assert text.endswith(end) or (end == "inside your window" and end in text)


def test_errors_survive_pickling_and_carry_their_place_outward() -> None:
    problems = [
        InputError("wall", "Too thick.", got=3, accepts="less").within("bar"),
        OutOfRange("od", "Outer diameter", got=0.5, low=0.003, high=0.12, kind="diameter").within("bar"),
        NoSolution("link", "Does not reach.", accepts="more"),
        DocumentError("Wrong.", (Problem("a.b", "Bad.", "good"),)),
    ]
    for problem in problems:
        again = pickle.loads(pickle.dumps(problem))
        assert type(again) is type(problem)
        assert str(again) == str(problem)
        assert again.place == problem.place
    assert problems[0].place == "bar.wall"
    assert faults.sentence(problems[1], System.US) == (
        "Outer diameter cannot be 19.6850394\u00a0in. Accepted: 0.118 to 4.724\u00a0in."
    )


def test_a_car_is_put_on_the_bench_also_where_that_cannot_be_kept(workshop: Workshop) -> None:
    other = workshop.garage.cars()[1].id
    heard: list[Part] = []
    workshop.listen(heard.append)
    with full_disk():
        workshop.open(other)
    assert workshop.car == other
    assert workshop.picture.file is workshop.session.file
    assert Part.CAR in heard[-1]
    assert "not kept for the next start" in workshop.said.why


def test_a_choice_that_cannot_be_kept_is_no_unsaved_edit(workshop: Workshop) -> None:
    workshop.do(edits.SetValue(OD, 0.020))
    with full_disk():
        workshop.choose_phase(Phase.BRAKES)
        assert workshop.said.complaint
        assert "The phase" in workshop.said.act
        workshop.toggle_units()
        assert "units" in workshop.said.act
    assert isinstance(workshop.session.outcome, Saved)
    assert (workshop.choices.phase, workshop.choices.units) == (Phase.BRAKES, System.US)


def test_a_drag_ends_with_its_car_and_with_any_other_act(workshop: Workshop) -> None:
    first, other = (listed.id for listed in workshop.garage.cars()[:2])
    kept = workshop.picture.file.bench.rear.bar.od.value
    held = workshop.hold(OD)
    held.to(edits.SetValue(OD, 0.021))
    assert workshop.picture.file.bench.rear.bar.od.value == 0.021
    workshop.open(other)
    assert not held.alive
    assert held.let_go() is None
    workshop.open(first)
    assert workshop.picture.file.bench.rear.bar.od.value == kept
    held = workshop.hold(OD)
    held.to(edits.SetValue(OD, 0.021))
    workshop.do(edits.Choose("car.name", "Finch"))
    assert not held.alive
    assert workshop.picture.file.bench.rear.bar.od.value == kept
