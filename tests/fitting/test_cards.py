"""A card as it is worked: signing off, checks that fail, the put-back list, torques, dates, and keeping up with the car."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Has, Job, JobKind, LinkJoint
from anchor_beam.documents.job_card import BoltEntry, Done, JobCard, Value, new_card
from anchor_beam.documents.job_card_plain import card_from, card_plain
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import State, brought_up_to_date, may_sign, needs_ruled_out, view
from anchor_beam.fitting.checks import CHECKS, Verdict, verdict
from anchor_beam.fitting.ledger import calendar, due, rows, torque_entry

JOB = Job(
    JobKind.ONE_PIECE, Axle.REAR, "old", "Elm 18", "hole 2", (0.0885, 0.0885), LinkJoint.BALL,
    has=(Has.SENSOR, Has.COLLARS),
)  # fmt: skip
CARD = new_card(3, "Rear: Elm 18", JOB, "2026-05-01")


def signed(card: JobCard, *steps: str, at: str = "2026-05-02T10:00:00+00:00") -> JobCard:
    for each in steps:
        card = card.with_done(each, Done(at, "Ann"))
    return card


def all_until(card: JobCard, last: str) -> JobCard:
    for each in view(card).steps:
        card = signed(card, each.step.id)
        if each.step.id == last:
            return card
    raise AssertionError(last)


def test_a_step_waits_for_what_it_needs_and_says_the_reason() -> None:
    assert may_sign(CARD, "read") == ""
    assert (
        may_sign(CARD, "saddles-off")
        == "First “Count the kit and try it”: a part that is missing now would strand the car."
    )
    there = signed(
        CARD, *(first for first, _ in next(e for e in view(CARD).steps if e.step.id == "saddles-off").step.needs)
    )
    assert may_sign(there, "saddles-off") == ""
    states = {each.step.id: each.state for each in view(there).steps}
    assert states["strap"] is State.DONE and states["out"] is State.WAITING


def test_what_is_unhooked_stays_on_the_list_until_it_is_back() -> None:
    off = all_until(CARD, "sensor")
    assert view(off).put_back == ("level or speed sensor", "its lead")
    assert "still unhooked: its lead" in view(off).open
    assert view(all_until(off, "put-back")).put_back == ()


def test_a_check_that_fails_holds_the_step_and_says_what_to_do() -> None:
    centre = all_until(CARD, "saddles-start")
    bad = centre.with_value("K1.left", Value(0.112)).with_value("K1.right", Value(0.115))
    assert may_sign(bad, "centre").startswith("“Centred” failed. Slacken the clamps")
    good = bad.with_value("K1.right", Value(0.1135))
    assert may_sign(good, "centre") == ""
    done = signed(all_until(good, "drive"))
    assert "not written down: paint lines whole" in view(done).open
    assert not any("centred" in each for each in view(done).open)


@pytest.mark.parametrize(("key", "values", "found"), [
    ("K1", (0.100, 0.102), Verdict.PASSED), ("K1", (0.100, 0.1021), Verdict.FAILED), ("K1", (0.100, None), Verdict.OPEN),
    ("K2", (0.010, 0.018), Verdict.PASSED), ("K2", (0.010, 0.019), Verdict.FAILED),
    ("K7", (0.010, 0.030, 0.011), Verdict.PASSED), ("K7", (0.010, 0.0099, 0.011), Verdict.FAILED),
    ("K6", (0.008, 0.0095), Verdict.PASSED), ("K6", (0.0079, 0.008), Verdict.FAILED),
    ("K12", (1.0,), Verdict.PASSED), ("K12", (0.0,), Verdict.FAILED), ("K18", (0.1, 0.1004, 0.1), Verdict.PASSED),
])  # fmt: skip
def test_a_check_passes_by_its_rule(key: str, values: tuple[float | None, ...], found: Verdict) -> None:
    assert verdict(CHECKS[key], values) is found


def test_a_torque_is_kept_as_typed_and_one_without_a_unit_is_refused() -> None:
    assert torque_entry("41 ft-lb").low == pytest.approx(55.59, abs=0.01)
    span = torque_entry("50 to 60 N·m")
    assert (span.low, span.high, span.typed) == (50.0, 60.0, "50 to 60 N·m")
    assert torque_entry("35-40 ft-lb").high == pytest.approx(54.23, abs=0.01)
    for text, why in (("55", "needs its unit"), ("60-50 N·m", "backwards"), ("9000 N·m", "No bolt"), ("55 mm", "mm")):
        with pytest.raises(InputError, match=why):
            torque_entry(text)


def test_an_estimate_stands_only_where_one_is_honest_and_gives_way_to_the_makers_figure() -> None:
    card = CARD.with_bolt("saddles", BoltEntry("M10 x 1.5", Strength.C88, Surface.ZINC))
    card = card.with_bolt("links-bar", BoltEntry("M10 x 1.5", Strength.C88, Surface.ZINC))
    known = {row.fastener.id: row for row in rows(card)}
    # Shigley 8-8: 0.2 · 10 mm · 0.75 · 580 MPa · 58 mm²
    assert known["saddles"].guess.torque == pytest.approx(0.2 * 0.010 * 0.75 * 580e6 * 57.99e-6, rel=1e-3)
    assert known["links-bar"].guess is None and "no estimate is honest" in known["links-bar"].why
    assert known["wheels"].guess is None
    told = {row.fastener.id: row for row in rows(card.with_torque("saddles", torque_entry("44 N·m")))}
    assert told["saddles"].guess is None and told["saddles"].entry.typed == "44 N·m"


def test_dates_follow_from_the_first_drive_and_go_into_a_calendar() -> None:
    assert due(CARD) == ()
    driven = signed(CARD, "drive", at="2026-05-30T16:20:00+00:00")
    days = [each.day for each in due(driven)]
    assert days == [date(2026, 5, 31), date(2026, 6, 13), date(2026, 6, 29), date(2027, 5, 30)]
    text = calendar(driven, "Sorrel, Finch; née")
    assert (
        text.count("BEGIN:VEVENT") == 4
        and "DTSTART;VALUE=DATE:20260613" in text
        and "\\, Finch\\; née" in text.replace("\r\n ", "")
    )
    assert all(len(line.encode()) <= 75 for line in text.split("\r\n"))


def test_ticks_of_steps_that_stay_are_kept_when_the_car_changes() -> None:
    done = all_until(CARD, "strap")
    other = replace(JOB, on="Elm 20", hole="hole 3", has=(Has.COLLARS,))
    after = brought_up_to_date(done, other)
    assert set(after.done) == set(done.done) - {"sensor"}
    changed = {each.step.id for each in view(after).steps if each.changed}
    assert changed == {"links-on"}  # the only step that names the hole
    assert "hole 3" in next(each.step.text for each in view(after).steps if each.step.id == "links-on")


def test_a_card_survives_its_document() -> None:
    card = (
        signed(CARD, "read").with_value("K1.left", Value(0.1, "100 mm")).with_note("read", "rust <b>everywhere</b>")
    )
    card = card.with_torque("saddles", torque_entry("44 N·m")).with_skipped("oil", "all new")
    card = card.with_bolt("saddles", BoltEntry("M10 x 1.25", Strength.G8, Surface.OILED))
    assert card_from(card_plain(card)) == card
    with pytest.raises(InputError, match="too long"):
        card.with_note("read", "x" * 1001)


def test_work_that_is_ruled_out_is_told() -> None:
    drills = new_card(
        1, "x", Job(JobKind.NONE_BEFORE, Axle.REAR, wont=("drill", "find a second person")), "2026-05-01"
    )
    assert needs_ruled_out(drills) == ("drill",)  # alone there is a way for one
    assert needs_ruled_out(CARD) == ()
