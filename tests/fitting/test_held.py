"""What holds a step back without forbidding it, readings in stages, dates by distance and by bushing, and the map."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Bushing, Has, Job, JobKind
from anchor_beam.documents.job_card import Counted, Done, Got, JobCard, Odometer, OwnStep, Source, Value, new_card
from anchor_beam.documents.job_card_plain import card_from, card_plain
from anchor_beam.documents.own_kind import OwnKind, kind_from, kind_of, kind_plain, on_card
from anchor_beam.documents.stacks import Reach, Stack
from anchor_beam.drawings.fastener_map import PLACES
from anchor_beam.errors import InputError
from anchor_beam.fitting.asked import asked_at
from anchor_beam.fitting.bushings import CARE
from anchor_beam.fitting.card import (
    State,
    asks_why,
    brought_up_to_date,
    may_sign,
    moved_to,
    out_of_habit,
    resting,
    steps_in_order,
    view,
)
from anchor_beam.fitting.checks import Verdict
from anchor_beam.fitting.fastener_map import Stands, spots
from anchor_beam.fitting.fasteners import FASTENERS, How
from anchor_beam.fitting.for_car import for_car
from anchor_beam.fitting.gather import baskets, needed
from anchor_beam.fitting.graph import only_warned
from anchor_beam.fitting.ledger import due, is_driven, rows, still_due
from anchor_beam.units.kinds import System
from fitting.test_jobs import JOBS

JOB = Job(JobKind.ONE_PIECE, Axle.REAR, "old", "Elm 18", "hole 2", (0.0885, 0.0885), has=(Has.COLLARS,))
CARD = new_card(1, "Rear: Elm 18", JOB, "2026-05-01")
WELDED = new_card(2, "Weld-in", replace(JOB, kind=JobKind.WELD_IN, off=""), "2026-05-01")
NOON = datetime(2026, 5, 2, 12, 0, tzinfo=UTC)


def signed(card: JobCard, *steps: str) -> JobCard:
    return replace(card, done={**card.done, **{each: Done("2026-05-02T10:00:00+00:00", "Ann") for each in steps}})


def up_to(card: JobCard, step: str) -> JobCard:
    ids = [each.id for each in steps_in_order(card)]
    return signed(card, *ids[: ids.index(step)])


# soft rules and rests


def test_a_soft_rule_asks_why_and_a_note_answers() -> None:
    ready = up_to(CARD, "crack")
    dry = replace(ready, done={step: each for step, each in ready.done.items() if step != "oil"})
    assert may_sign(dry, "crack") == ""  # it is not forbidden
    assert (
        asks_why(view(dry), "crack", NOON)
        == "First “Oil nuts and threads that you will undo”: oil needs time to creep in."
    )
    assert asks_why(view(dry.with_note("crack", "all new threads")), "crack", NOON) == ""
    assert asks_why(view(dry.with_skipped("oil", "new")), "crack", NOON) == ""
    states = {each.step.id: each.state for each in view(dry).steps}
    assert states["crack"] is State.OPEN and states["lift"] is State.WAITING


def test_scrap_links_may_leave_with_the_bar() -> None:
    order = [step.id for step in steps_in_order(CARD)]
    moved = moved_to(CARD, "links-off", order.index("saddles-off"))
    assert [each.step for each in only_warned(steps_in_order(moved))] == ["saddles-off"]
    assert steps_in_order(moved)[order.index("saddles-off")].id == "links-off"
    assert out_of_habit(CARD, "links-off") == "" and "usually comes after" in out_of_habit(moved, "links-off")
    assert out_of_habit(moved, "centre") == ""  # said of the step that was moved, not again at every other one
    assert out_of_habit(moved.with_skipped("links-off", "they leave with the bar"), "links-off") == ""
    with pytest.raises(InputError, match="a part that is missing now would strand the car"):
        moved_to(CARD, "saddles-off", 0)


def test_what_rests_holds_what_follows_until_it_has() -> None:
    card = up_to(CARD, "crack").with_wait("oil", (NOON + timedelta(minutes=42)).isoformat())
    assert asks_why(view(card), "crack", NOON) == "“Oil nuts and threads that you will undo” rests another 42 min."
    assert asks_why(view(card), "crack", NOON + timedelta(minutes=42)) == ""
    assert resting(view(card), NOON + timedelta(seconds=30)) == [
        "“Oil nuts and threads that you will undo” rests another 42 min."
    ]
    over = resting(view(card), NOON + timedelta(minutes=43))
    assert over == ["“Oil nuts and threads that you will undo” has rested."]
    assert resting(view(card), NOON + timedelta(minutes=53)) == []  # said for ten minutes, then it is old
    assert card_from(card_plain(card)) == card


# readings in stages


def gaps(card: JobCard, step: str, *values: float) -> JobCard:
    found = next(each for each in steps_in_order(card) if each.id == step)
    (asked,) = (each for each in asked_at(card, found) if each.key == "K18")
    for key, value in zip(asked.keys, values, strict=True):
        card = card.with_value(key, Value(value))
    return card


def k18(card: JobCard, step: str) -> tuple[Verdict, int, tuple[float, ...], bool]:
    found = next(each for each in view(card).steps if each.step.id == step)
    (asked,) = (each for each in found.checks if each.key == "K18")
    return asked.verdict, asked.stage, asked.before, asked.drifted


def test_a_reading_taken_in_stages_is_compared_with_the_stage_before_and_not_only_with_its_rule() -> None:
    cold = gaps(WELDED, "gaps", 0.0100, 0.0102, 0.0101)
    assert k18(cold, "gaps") == (Verdict.PASSED, 1, (), False)
    assert k18(cold, "tack")[:2] == (Verdict.OPEN, 2)
    pulled = gaps(cold, "tack", 0.0106, 0.0107, 0.0107)  # parallel still, and moved as a whole
    assert k18(pulled, "tack") == (Verdict.FAILED, 2, pytest.approx((0.0100, 0.0102, 0.0101)), True)
    assert may_sign(up_to(pulled, "tack"), "tack").startswith("“Parallel” failed.")
    held = gaps(cold, "tack", 0.0103, 0.0104, 0.0103)
    assert k18(held, "tack")[0] is Verdict.PASSED
    run = gaps(held, "weld", 0.0107, 0.0107, 0.0107)  # against the tack, not against the first
    assert k18(run, "weld")[0] is Verdict.PASSED and k18(run, "weld")[2] == pytest.approx((0.0103, 0.0104, 0.0103))


def test_a_stage_that_nobody_read_is_passed_over() -> None:
    later = gaps(gaps(WELDED, "gaps", 0.010, 0.010, 0.010), "weld", 0.0102, 0.0102, 0.0102)
    assert k18(later, "weld")[2] == pytest.approx((0.010, 0.010, 0.010)) and k18(later, "tack")[0] is Verdict.OPEN


def test_ride_height_and_links_are_read_before_and_after_and_the_last_goes_to_the_car() -> None:
    steps = {each.id: each for each in steps_in_order(CARD)}
    card = CARD
    for step, key, values in (
        ("read", "R1", (0.35, 0.352)),
        ("read", "R2", (0.089, 0.088)),
        ("settle", "R1", (0.351, 0.351)),
    ):
        (asked,) = (each for each in asked_at(card, steps[step]) if each.key == key)
        for kept, value in zip(asked.keys, values, strict=True):
            card = card.with_value(kept, Value(value))
    found = for_car(view(card))
    assert found.heights == (0.351, 0.351) and found.links == (0.089, 0.088) and found.toe is None
    assert found.words == ("ride heights", "link lengths") and for_car(view(CARD)).words == ()
    half = CARD.with_value("R1.left", Value(0.35))
    assert for_car(view(half)).heights is None  # one side is no reading of an axle
    assert not any("ride height" in each for each in view(signed(card, "read", "settle")).open)


# dates


def test_dates_by_distance_come_before_those_by_day_once_it_is_driven() -> None:
    card = signed(CARD, "drive")
    assert {round(each.way / 1e3) for each in due(card) if each.way is not None} == {20, 500, 1500, 15000}
    assert not any(is_driven(card, each) for each in due(card))
    far = card.with_odometer(Odometer(90_000e3, 90_600e3))
    assert [round(each.way / 1e3) for each in due(far) if is_driven(far, each)] == [20, 500]
    first = still_due(far.with_looked(due(far)[0].what, on=True))[0]
    assert is_driven(far, first) and round(first.way / 1e3) == 500
    with pytest.raises(InputError, match="less far now"):
        card.with_odometer(Odometer(90_000e3, 80_000e3))
    assert card.with_odometer(Odometer(90_000e3)).odometer.driven is None


@pytest.mark.parametrize("bushing", list(Bushing))
def test_a_grease_date_is_set_only_for_bushings_that_ask_for_one(bushing: Bushing) -> None:
    card = signed(replace(CARD, job=replace(JOB, bushings=bushing)), "drive")
    dates = [each for each in due(card) if each.what.startswith("grease")]
    assert bool(dates) is (bushing in (Bushing.POLYMER, Bushing.BRONZE)) is (CARE[bushing].days is not None)
    assert all(each.way is None for each in dates)  # grease ages by itself
    assert CARE[bushing].grease.startswith("none") is (bushing in
        (Bushing.BONDED, Bushing.DRY_FILM, Bushing.NEEDLE, Bushing.SPHERICAL))  # fmt: skip


def test_where_no_wrench_reaches_there_is_no_estimate() -> None:
    card = CARD.with_stack("saddles", Stack(reach_after=Reach.NONE))
    saddles = next(row for row in rows(card) if row.fastener.id == "saddles")
    assert saddles.guess is None and saddles.why == How.FEEL


# sources


def test_what_is_missing_goes_into_a_basket_of_its_cheapest_source() -> None:
    card = CARD.with_got("bar", Got.TO_GET).with_got("links", Got.TO_GET).with_got("tool tape", Got.TO_GET)
    card = card.with_source("bar", Source("Hill", 210.0)).with_source("bar", Source(" Brook ", 195.5))
    card = card.with_source("links", Source("Brook")).with_source("links", Source("Hill", 60.0))
    found = {basket.where: basket for basket in baskets(needed(card, System.METRIC))}
    assert found["Brook"].things == ("Elm 18",) and found["Brook"].sum == 195.5
    assert found["Hill"].sum == 60.0 and found["Hill"].unpriced == 0 and found[""].things == ("tape",)
    assert baskets(needed(card, System.METRIC))[-1].where == ""  # what has no source comes last
    again = card.with_source("bar", Source("Hill", 150.0))
    assert [each.price for each in again.sources["bar"]] == [195.5, 150.0]  # the same place has one price
    assert card_from(card_plain(again)) == again
    gone = again.without_source("bar", "Hill").without_source("bar", "Brook")
    assert "bar" not in gone.sources
    with pytest.raises(InputError, match="Say where"):
        card.with_source("bar", Source("  ", 1.0))


# the map


@settings(max_examples=80, deadline=None)
@given(JOBS, st.data())
def test_the_map_follows_every_step_of_every_job(job: Job, data: st.DataObject) -> None:
    card = new_card(1, "card", job, "2026-05-01")
    order = steps_in_order(card)
    assert {spot.stands for spot in spots(card)} <= {Stands.AS_FOUND}
    at = data.draw(st.integers(0, len(order)))
    part = signed(card, *(step.id for step in order[:at]))
    for spot in spots(part):
        acts = [
            (i, act.deed) for i, step in enumerate(order) for act in step.acts if act.fastener == spot.fastener.id
        ]
        ahead = next(((i + 1, deed) for i, deed in acts if i >= at), None)
        assert spot.next == ahead
        if not any(i < at for i, _ in acts):
            assert spot.stands is Stands.AS_FOUND
        hider = next((i for i, step in enumerate(order) if spot.fastener.id in step.hides), None)
        assert spot.hidden is (hider is not None and hider < at)
    whole = signed(card, *(step.id for step in order))
    gone = {spot.fastener.id for spot in spots(whole) if spot.stands is Stands.OFF}
    finals = {act.fastener for step in order for act in step.acts if act.deed == "final"}
    assert gone & finals == set()
    assert {spot.fastener.id for spot in spots(whole) if spot.stands is Stands.PAINTED} == finals
    assert [spot.number for spot in spots(whole)] == list(range(1, len(spots(whole)) + 1))


def test_every_fastener_that_ships_has_its_place_on_the_map() -> None:
    assert set(PLACES) == set(FASTENERS)


# kinds of the user's own


def test_a_kind_of_ones_own_brings_steps_order_and_lists_to_any_axle() -> None:
    own = OwnStep("own-1-1", "Undertray screws: the long one is at the back", "put-back", "driver, tin", 4.0)
    made = replace(CARD, own=(own,)).with_skipped("beside", "nothing to compare")
    made = moved_to(made, "mark", 0)
    kind = kind_of(made, " our rear bar ")
    assert kind.name == "our rear bar" and kind.job.off == "" and kind_from(kind_plain(kind)) == kind
    front = new_card(2, "Front", Job(JobKind.LINK_SWAP, Axle.FRONT, "a", "b", "hole 1", (0.1, 0.1)), "2026-05-02")
    after = on_card(signed(front, "read"), kind)
    assert after.job.kind is JobKind.ONE_PIECE and after.job.axle is Axle.FRONT and after.job.on == "b"
    ids = [step.id for step in steps_in_order(after)]
    assert ids[0] == "mark" and "own-1-1" in ids and set(after.done) == {"read"}
    step = next(each for each in steps_in_order(after) if each.id == "own-1-1")
    assert step.tools == ("driver", "tin") and step.minutes == (4.0, 4.0)
    assert after.skipped == {"beside": "nothing to compare"} and after.job.name == "our rear bar"
    with pytest.raises(InputError, match="needs a name"):
        kind_of(made, "  ")


def test_a_card_made_before_there_were_kits_and_stacks_is_read() -> None:
    plain = card_plain(CARD.with_counted("bolts", Counted.GOOD))
    for later in ("remarks", "stacks", "kit", "waits", "sources", "fitted", "odometer_m"):
        del plain[later]
    for later in ("bushings", "sides", "name"):
        del plain["job"][later]
    plain["poses"] = ["left end down"]
    read = card_from(plain)
    assert read.kit == {} and read.poses[0].note == "left end down" and read.job == JOB
    assert brought_up_to_date(read, JOB).done == {}
    assert OwnKind("x", JOB) == kind_from(kind_plain(OwnKind("x", JOB)))
