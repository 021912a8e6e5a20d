"""What a card needs, the ways to do its job, and the way of the bar."""

from __future__ import annotations

import io
from dataclasses import replace

import pytest
from pypdf import PdfReader

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import wicken_estate
from anchor_beam.documents.job import Hardware, Has, Job, JobKind, LinkJoint, SecondLink, Stops
from anchor_beam.documents.job_card import BoltEntry, Counted, Got, Value, new_card
from anchor_beam.documents.job_card_plain import card_from, card_plain
from anchor_beam.documents.poses import Leading, Pose
from anchor_beam.documents.remarks import Matter, Remark
from anchor_beam.drawings.bar_below import Marked, bar_from_below
from anchor_beam.drawings.shapes import Line, Tone
from anchor_beam.figures.job_sheet import job_sheet
from anchor_beam.figures.picture import picture
from anchor_beam.figures.shown_step import shown_on_card
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.fitting.gather import Group, needed, still_to_get, with_tools_of
from anchor_beam.fitting.routes import routes
from anchor_beam.session.edits import UseSetting
from anchor_beam.sheets.job_card import job_card_pdf
from anchor_beam.units.kinds import System

JOB = Job(
    JobKind.ONE_PIECE, Axle.REAR, "old", "Elm 18", "hole 2", (0.0885, 0.0885), LinkJoint.BALL, has=(Has.COLLARS,)
)
CARD = new_card(1, "Rear: Elm 18", JOB, "2026-05-01")


def test_every_tool_of_a_step_is_on_the_list_once_with_the_first_step_that_wants_it() -> None:
    found = {each.what: each for each in needed(CARD, System.METRIC)}
    steps = steps_in_order(CARD)
    for number, step in enumerate(steps, start=1):
        for tool in set(step.tools) - {"hands", "fingers"}:
            first = found[tool].step
            assert first is not None and first <= number and tool in steps[first - 1].tools
    assert found["Elm 18"].group is Group.PART and found["penetrating oil"].group is Group.USED_UP
    assert found["links that reach two of 88.5 mm, ball studs"].step is None
    assert "link nuts at the bar: new" in found and not any(what.startswith("collar") for what in found)


def test_parts_follow_units_and_a_bolt_is_named_as_it_was_found() -> None:
    apart = replace(CARD, job=replace(JOB, links=(0.0885, 0.0985)))
    apart = apart.with_bolt("saddles", BoltEntry("M8 x 1.25", Strength.C88, Surface.ZINC))
    words = [each.what for each in needed(apart, System.US)]
    assert "links that reach left 3.48, right 3.88 in, ball studs" in words
    assert "saddle bolts, M8 x 1.25 8.8: new where rusted or stretched" in words
    same = replace(CARD, job=replace(JOB, on="old"))
    assert "old" not in [each.what for each in needed(same, System.METRIC)]  # what is there need not be bought


@pytest.mark.parametrize("hardware", list(Hardware))
def test_hardware_is_renewed_as_the_school_says_but_never_the_wheel_nuts(hardware: Hardware) -> None:
    card = replace(CARD, job=replace(JOB, hardware=hardware))
    words = {each.key: each.what for each in needed(card, System.METRIC) if each.group is Group.FASTENER}
    assert words["fastener links-bar"] == "link nuts at the bar: new" and "fastener wheels" not in words
    assert ("fastener collars" in words) is (hardware is Hardware.ALL_NEW)
    assert words["fastener saddles"].endswith("new" if hardware is Hardware.ALL_NEW else "rusted or stretched")


@pytest.mark.parametrize(("stops", "second", "says"), [
    (Stops.GAP, SecondLink.DROPS_IN, ("at the maker's gap", "drops in by finger")),
    (Stops.TOUCH, SecondLink.EQUAL, ("against the bushings", "as long as the first")),
    (Stops.TOUCH, SecondLink.AS_OLD, ("against the bushings", "as long as the old one was")),
])  # fmt: skip
def test_collars_and_second_link_follow_the_school_and_the_document(
    stops: Stops, second: SecondLink, says: tuple[str, str]
) -> None:
    card = replace(CARD, job=replace(JOB, stops=stops, second=second))
    texts = {step.id: step.text for step in steps_in_order(card)}
    assert says[0] in texts["collars"] and says[1] in texts["links-final"]
    assert "in the bar" in texts["links-final"] or second is SecondLink.DROPS_IN  # what it costs is not hidden
    assert card_from(card_plain(card)) == card


def test_what_was_said_is_kept_and_tools_are_known_on_the_next_card() -> None:
    said = CARD.with_got("links", Got.TO_GET).with_got("tool tape", Got.HAVE).with_got("bar", Got.HAVE)
    assert still_to_get(said, System.METRIC) == ("links that reach two of 88.5 mm, ball studs",)
    assert card_from(card_plain(said)) == said
    following = with_tools_of(new_card(2, "Front", replace(JOB, axle=Axle.FRONT), "2026-05-02"), said)
    assert following.gathered == {"tool tape": Got.HAVE}
    assert said.with_got("links", Got.OPEN).gathered.keys() == {"tool tape", "bar"}


def test_routes_tell_what_cannot_be_taken_back_and_what_asks_for_alignment() -> None:
    found = {route.name: route for route in routes(replace(JOB, wont=("lower a subframe",)))}
    whole, cut, lower = found["as it stands"], found["old bar cut in two"], found["bar with the subframe down"]
    assert whole.for_good == () and not whole.aligned and whole.ruled_out == ()
    assert len(cut.for_good) == 1 and "in two" in cut.for_good[0]
    assert lower.aligned and lower.ruled_out == ("lower a subframe",) and lower.minutes[1] > whole.minutes[1]
    assert next(iter(found)) == "as it stands"
    assert routes(cut.job)[0].name == "old bar cut in two"  # that of the card comes first
    assert "old bar cut in two" not in {route.name for route in routes(replace(JOB, off=""))}  # nothing to cut


def test_what_is_missing_stands_on_the_printed_card() -> None:
    assert "To get" not in job_sheet("Finch", CARD, System.METRIC).tools
    assert "To get: tape." in job_sheet("Finch", CARD.with_got("tool tape", Got.TO_GET), System.METRIC).tools


def test_the_printed_card_has_poses_kit_remarks_lengths_and_what_was_measured() -> None:
    card = replace(CARD, job=replace(JOB, links=(0.0885, 0.0985)))
    card = card.with_pose(Pose("low", Leading.LEFT, gap=0.004)).with_counted("bolts", Counted.WRONG)
    card = card.with_remark(Remark(Matter.OTHERS, "brake pipe", "kinked", "stands", step="inspect"))
    card = card.with_value("K1.left", Value(0.112)).with_note("strap", "over the diff")
    for units, length in ((System.METRIC, "112.0\u00a0mm"), (System.US, "4.41\u00a0in")):
        sheet = job_sheet("Finch", card, units)
        lines = {step.text[:12]: [text for text, _ in step.under] for step in sheet.steps}
        assert (
            "1  left end first, low; " in lines["Way out: not"][-1]
            and "1  left end last, low" in lines["Way in: the "][-1]
        )
        assert any("bolts, by length: wrong part" in line for line in lines["Count the ki"])
        assert any(f"left {length}   right ________" in line for line in lines["Slide it to "])
        assert any(line.startswith("Links: left") for line in lines["Links in hol"])
        found = sheet.steps[-1]
        assert (
            found.phase == "found"
            and found.text.startswith("work for others, brake pipe: kinked")
            and found.tick == ""
        )
    assert any("Note: over the diff" in line for line in lines["Strap the ba"])
    pages = PdfReader(io.BytesIO(job_card_pdf(sheet))).pages
    paper = " ".join(" ".join(page.extract_text() for page in pages).split())
    assert "FOUND" in paper and "brake pipe: kinked" in paper and "wrong part" in paper


def test_a_bar_without_links_is_drawn_without_saddles() -> None:
    file = wicken_estate()
    hooked, fixed = (
        bar_from_below(shown_on_card(picture(use(file)), Axle.REAR, System.METRIC), Marked.NOTHING)
        for use in (UseSetting("rear bar, soft hole").apply, UseSetting("beam bar, for comparison").apply)
    )
    saddles = [
        sum(isinstance(item, Line) and item.fill is Tone.SHEET for item in drawing.items)
        for drawing in (hooked, fixed)
    ]
    assert saddles == [2, 0]
