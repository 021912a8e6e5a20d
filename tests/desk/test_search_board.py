"""The search on the Bars stage: said, started, stopped, put on, kept; and what contradicts itself."""

from __future__ import annotations

from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.desk.stages.bars.search.view import FROM_RACK, STAYS, TO_BE_MADE, SearchView
from anchor_beam.documents.records import Figure
from anchor_beam.documents.searches import KeptSearch, SearchResult
from anchor_beam.figures.results import results
from anchor_beam.units.kinds import DEG, G
from anchor_beam.words.wanted import MayChange, Wish
from support.desk import LEFT_BUTTON, Desk


def opened(desk: Desk) -> SearchView:
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["search"])
    desk.rest()
    return page.search


@pytest.fixture
def search(desk: Desk) -> SearchView:
    return opened(desk)


def type_into(desk: Desk, search: SearchView, key: str, text: str) -> None:
    edit = search.fields[key].edit
    QTest.mouseClick(edit, LEFT_BUTTON)
    edit.selectAll()
    QTest.keyClicks(edit, text)
    desk.press(Qt.Key.Key_Return)


def choose(desk: Desk, search: SearchView, axle: Axle, way: str) -> None:
    box = search.ways[axle]
    box.setFocus()
    while box.currentText() != way:
        step = 1 if box.findText(way) > box.currentIndex() else -1
        desk.press(Qt.Key.Key_Down if step > 0 else Qt.Key.Key_Up)


def run(desk: Desk, search: SearchView) -> None:
    desk.click(search.start)
    desk.qtbot.waitUntil(lambda: not search.stop.isEnabled(), timeout=20_000)
    desk.rest()


def kept(desk: Desk) -> KeptSearch | None:
    return desk.workshop.searches.last


def test_until_somebody_searches_it_says_what_to_do(desk: Desk, search: SearchView) -> None:
    assert "press Search" in search.said.text()
    assert search.rows.rowCount() == 0
    assert search.fields["low"].edit.text() == "0.5", "the window of Aim stands there"
    assert kept(desk) is None


def test_what_is_found_goes_on_the_bench_with_enter_and_is_what_the_beam_says(desk: Desk, search: SearchView) -> None:
    run(desk, search)
    assert search.rows.rowCount() == 40
    assert "are made for other cars" in search.said.text()
    first = search.rows.rows[0]
    cells = [search.rows.index(0, i).data() for i in range(search.rows.columnCount())]
    assert cells[:3] == ["1", "Tidewright 25 · 3", "standard rear · 1"] and cells[-1] == "as wanted"
    search.table.setFocus()
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    bench = desk.picture.file.bench
    assert (bench.front.bar, bench.rear.bar) == (first.setting.front.bar, first.setting.rear.bar)
    assert desk.picture.now.margin == pytest.approx(first.margin, abs=0.01)
    assert bench.name == "damp 3, as found", "nothing was kept under a name"
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert desk.picture.file.bench == sorrel_finch().bench


def test_two_per_cent_less_push_same_roll_front_stays(desk: Desk, search: SearchView) -> None:
    desk.click(search.less)
    assert "Type first by how much" in search.said.text()
    now = desk.picture.now
    type_into(desk, search, "less", "2")
    desk.click(search.less)
    assert search.fields["low"].edit.text().replace("−", "-") == f"{now.margin - 2.5:.1f}"
    desk.click(search.as_now)
    choose(desk, search, Axle.FRONT, STAYS)
    run(desk, search)
    wanted = kept(desk).wanted
    assert wanted.margin == pytest.approx((now.margin - 2.5, now.margin - 1.5), abs=0.051)
    assert wanted.roll == pytest.approx((0.97 * now.roll_gradient, 1.03 * now.roll_gradient), rel=1e-6)
    assert wanted.stays == (Axle.FRONT,)
    best = kept(desk).result.rows[0]
    assert best.setting.front.bar == desk.picture.file.bench.front.bar
    assert best.margin < now.margin
    assert results(desk.picture.file.car, best.setting).margin == pytest.approx(best.margin, abs=0.01)


def test_comparing_with_what_nobody_searched_for_says_so(desk: Desk) -> None:
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["compare"])
    desk.rest()
    desk.click(page.compare.found)
    desk.rest()
    assert "Nothing was searched for this car yet" in page.compare.said.text()
    desk.click(page.compare.found)
    desk.rest()
    assert "Enter puts a row" in page.compare.said.text()


def test_what_was_found_stands_beside_the_kept_settings_under_a_name_of_its_own(
    desk: Desk, search: SearchView
) -> None:
    run(desk, search)
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["compare"])
    desk.rest()
    before = len(page.compare._items.rows)
    desk.click(page.compare.found)
    desk.rest()
    rows = page.compare._items.rows
    assert len(rows) == before + 12
    assert rows[-12].setting.name == "Tidewright 25 · 3 / standard rear · 1"
    assert rows[-12].now is not None and rows[-12].bands is not None, "with bands of its own"
    page.compare.use(rows[-12])
    desk.rest()
    bench = desk.picture.file.bench
    assert (bench.front, bench.rear) == (rows[-12].setting.front, rows[-12].setting.rear)


def test_roll_that_does_not_count_is_left_out(desk: Desk, search: SearchView) -> None:
    type_into(desk, search, "roll_low", "2.4")
    type_into(desk, search, "roll_high", "2.5")
    assert search.wanted().roll == pytest.approx((2.4 * DEG / G, 2.5 * DEG / G))
    desk.click(search.rolled)
    assert search.wanted().roll is None


def test_the_last_search_is_there_after_a_restart_and_undo_brings_back_the_one_before(open_desk) -> None:
    desk = open_desk()
    search = opened(desk)
    run(desk, search)
    first = kept(desk)
    choose(desk, search, Axle.FRONT, STAYS)
    run(desk, search)
    assert kept(desk) != first
    search.table.setFocus()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert kept(desk) == first
    assert search.rows.rows == first.result.rows
    desk = open_desk()
    search = opened(desk)
    assert search.rows.rows == first.result.rows
    assert desk.workshop.searches.last == first


def test_a_bar_to_be_made_begins_like_the_one_that_is_there(desk: Desk, search: SearchView) -> None:
    choose(desk, search, Axle.REAR, TO_BE_MADE)
    choose(desk, search, Axle.FRONT, STAYS)
    lines = search.made[Axle.REAR].lines
    assert search.made[Axle.REAR].isVisible() and not search.made[Axle.FRONT].isVisible()
    assert {name: line.text() for name, line in lines.items()} == {
        "diameters": "15 17 19 21", "walls": "solid", "arms": "246", "holes": "12 36 60",
    }  # fmt: skip
    lines["diameters"].setFocus()
    lines["diameters"].selectAll()
    QTest.keyClicks(lines["diameters"], '16 18 3/4"')
    run(desk, search)
    ods = {round(row.setting.rear.bar.od.value, 5) for row in search.rows.rows}
    assert ods <= {0.016, 0.018, 0.01905} and len(ods) > 1
    assert search.rows.index(0, 5).data() == "?", "nobody knows what it costs"
    choose(desk, search, Axle.REAR, FROM_RACK)
    assert not search.made[Axle.REAR].isVisible()


@pytest.mark.parametrize(("line", "text", "words"), [
    ("diameters", "thick", "thick"), ("diameters", "", "needs diameters, walls, arms and holes"),
    ("walls", "9000", "9000 is no size"), ("holes", "-3", "-3 is no size"),
])  # fmt: skip
def test_sizes_that_are_none_are_named(desk: Desk, search: SearchView, line: str, text: str, words: str) -> None:
    choose(desk, search, Axle.REAR, TO_BE_MADE)
    search.made[Axle.REAR].lines[line].setText(text)
    desk.click(search.start)
    assert words in search.said.text()
    assert kept(desk) is None and not search.stop.isEnabled()


def test_enter_presses_search(desk: Desk, search: SearchView) -> None:
    search.start.setFocus()
    desk.press(Qt.Key.Key_Return)
    desk.qtbot.waitUntil(lambda: kept(desk) is not None, timeout=20_000)
    assert desk.picture.file.bench == sorrel_finch().bench, "and nothing else"


def test_a_window_that_ends_before_it_begins_is_refused(desk: Desk, search: SearchView) -> None:
    type_into(desk, search, "low", "5")
    desk.click(search.start)
    assert "This window ends before it begins" in search.said.text()
    assert kept(desk) is None


def test_where_everything_is_ruled_out_it_says_what_did_it(open_desk) -> None:
    finch = sorrel_finch()
    asked = replace(finch.aim, asked=(Wish.LINK_LOAD,), link_load=Figure(100.0))
    desk = open_desk(cars=(replace(finch, aim=asked),))
    search = opened(desk)
    run(desk, search)
    assert "No setting is left" in search.said.text()
    assert "load a link too much" in search.said.text()
    assert search.rows.rowCount() == 0 and kept(desk) is None


def test_an_end_that_stays_by_the_rules_stays_here_too(open_desk) -> None:
    finch = sorrel_finch()
    desk = open_desk(cars=(replace(finch, aim=replace(finch.aim, may_change=MayChange.FRONT)),))
    search = opened(desk)
    assert search.ways[Axle.REAR].currentText() == STAYS and not search.ways[Axle.REAR].isEnabled()
    assert search.ways[Axle.FRONT].isEnabled()
    run(desk, search)
    assert {row.setting.rear.bar.name for row in search.rows.rows} == {"Tidewright 17"}


def test_a_search_that_is_stopped_leaves_what_was_found_before(desk: Desk, search: SearchView) -> None:
    run(desk, search)
    before = kept(desk)
    type_into(desk, search, "high", "9")
    QTest.mouseClick(search.start, LEFT_BUTTON)  # both at once: a slow machine may have found it before a rest ends
    assert search.stop.isEnabled() and not search.start.isEnabled()
    QTest.mouseClick(search.stop, LEFT_BUTTON)
    desk.rest()
    assert search.start.isEnabled() and not search.stop.isEnabled()
    assert kept(desk) == before and search.rows.rows == before.result.rows


def test_what_is_so_far_is_not_what_is_kept(desk: Desk, search: SearchView) -> None:
    """A partial answer fills the table and says how far it is."""
    from anchor_beam.jobs.request import Partial

    run(desk, search)
    result = kept(desk).result
    search._searching = (desk.workshop.car, kept(desk).wanted)
    search._set_going(True)
    search._answered(Partial(SearchResult(result.rows[:3], 120, (), final=False), 0.4))
    assert search.rows.rowCount() == 3
    assert search.going.text().replace("\u00a0", " ") == "40 %, 120 pairs tried, the nearest so far below"
    desk.click(search.stop)
    assert search.rows.rowCount() == len(result.rows)
