"""A maker's claim on the Bars stage: typed, judged at every hole, turned round; what is missing is said."""

from __future__ import annotations

from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.bar.claim import Verdict
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.desk.stages.bars.claim_view import ClaimView
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarState, Figure
from anchor_beam.figures.claim import held
from support.desk import LEFT_BUTTON, Desk


@pytest.fixture
def claim(desk: Desk) -> ClaimView:
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["a maker's claim"])
    desk.rest()
    return page.claim


def say(desk: Desk, claim: ClaimView, percent: str) -> None:
    QTest.mouseClick(claim.percent.edit, LEFT_BUTTON)
    claim.percent.edit.selectAll()
    QTest.keyClicks(claim.percent.edit, percent)
    desk.press(Qt.Key.Key_Return)
    desk.rest()


def cells(claim: ClaimView) -> list[str]:
    return [label.text() for label in claim.findChildren(Label) if label.isVisible()]


def test_what_the_fourth_power_promises_is_said_to_be_that(desk: Desk, claim: ClaimView) -> None:
    assert claim.verdict.text().startswith("Type what the maker says")
    say(desk, claim, "117")  # 17 mm against 14 mm, both solid: (17/14)^4 is 2.174
    assert claim.verdict.text().startswith("True only as torque per twist")
    assert "diameter to the fourth" in claim.verdict.text()
    texts = [text.replace("\u00a0", " ") for text in cells(claim)]
    assert texts.count("+117.4 %") == 6
    assert "within 1.0 mm: another variant, or paint" in texts
    ratios = held(
        desk.picture.file.bench.rear.bar, desk.picture.file.reference_setting.rear.bar, 0, 2.17
    ).found.ratios  # fmt: skip
    assert {f"+{100.0 * (ratio - 1.0):.1f} %" for ratio in ratios} < set(texts)


def test_the_verdict_follows_the_bar_and_the_axle(desk: Desk, claim: ClaimView) -> None:
    say(desk, claim, "900")
    assert claim.verdict.text() == "Not possible with these two bars."
    desk.click(desk.stage("Bars").tabs.buttons[Axle.FRONT])
    desk.rest()
    assert claim.verdict.text().startswith("Type")  # a claim for each axle
    assert "Tidewright 25" in claim.said.text()
    say(desk, claim, "20")
    before = claim.verdict.text()
    desk.type(desk.field("bench.front.bar.od"), "17")
    desk.rest()
    assert claim.verdict.text() != before


def test_a_claim_of_nothing_left_is_refused_and_stays_in_the_field(desk: Desk, claim: ClaimView) -> None:
    say(desk, claim, "-100")
    assert "softer by all" in claim.percent.edit.accessibleDescription()
    assert claim.percent.edit.text() == "-100"
    assert desk.picture.file.bench.rear.bar.facts.claim is None


def test_a_bar_to_compare_with_is_wanted(open_desk) -> None:
    finch = sorrel_finch()
    bare = replace(put(finch, "bench.rear.state", BarState.NONE).bench, name="bare")
    desk: Desk = open_desk(cars=(replace(finch, settings=(*finch.settings, bare), reference="bare"),))
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["a maker's claim"])
    desk.rest()
    assert page.claim.verdict.text().startswith("“bare” has no rear bar")


def test_measured_sizes_leave_a_ratio_less_open_than_assumed_ones(desk: Desk) -> None:
    file = desk.picture.file
    bar, standard = file.bench.rear.bar, file.reference_setting.rear.bar
    usual = held(bar, standard, 0, 2.0)
    finer = put(file, "bench.rear.bar.od", Figure(bar.od.value, bar.od.provenance, bar.od.typed, 1e-5))
    assert 0.01 < held(finer.bench.rear.bar, standard, 0, 2.0).tolerance < usual.tolerance
    assert held(bar, standard, 0, usual.found.ratios[0]).found.verdict in (Verdict.TRUE, Verdict.ONLY_IF)
