"""The boards of Fit by mouse and keyboard: kit, fastener map, what was found, sources, templates, and the job's own kinds."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QFileDialog, QMessageBox

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.pictures import mark_at_bushing
from anchor_beam.desk.stages.fit.page import FitPage
from anchor_beam.documents.job import Bushing, Has, JobKind, LinkJoint, Sides
from anchor_beam.documents.job_card import BoltEntry, Counted, Hump
from anchor_beam.documents.records import BarState, Provenance
from anchor_beam.documents.remarks import Matter, Touches
from anchor_beam.documents.stacks import HeadTo, OnThread, Reach
from anchor_beam.documents.templates import BRACKET, PLATE, PRINTER, TEMPLATES, TUBE_END
from anchor_beam.drawings.fastener_map import fastener_map, marks_at
from anchor_beam.drawings.shapes import Circle, Pen, Text
from anchor_beam.figures.shown_step import map_marks, shown_on_card
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.session.edits import Choose
from support.desk import LEFT_BUTTON, Desk
from support.fit import board, choose, opened, pick, sign_until, tick, with_card, write


@pytest.fixture
def fit(desk: Desk) -> FitPage:
    page = opened(desk)
    with_card(desk, page)
    return page


def words_of(view) -> list[str]:
    return [item.text for item in view._drawing.items if isinstance(item, Text)]


# the kit


def test_a_wrong_part_found_on_the_bench_holds_the_step_until_it_is_good(desk: Desk, fit: FitPage) -> None:
    sign_until(desk, fit, "count")
    kit = fit.step.kit
    assert kit.isVisible() and set(kit.boxes) >= {"bar", "bushings", "saddles", "links", "bolts"}
    choose(desk, kit.boxes["saddles"], Counted.WRONG)
    fit.steps.rows.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert "count" not in fit.hand.card.done
    assert "The old bar stays where it is: saddles, one of each hand: wrong part." in desk.line
    choose(desk, kit.boxes["saddles"], Counted.GOOD)
    fit.steps.rows.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert "count" in fit.hand.card.done
    pick(desk, fit, "lift")
    assert not kit.isVisible()


# what the step shows


def test_link_lengths_stand_beside_the_step_in_the_units_of_the_user(desk: Desk, fit: FitPage) -> None:
    pick(desk, fit, "links-on")
    left, right = fit.hand.card.job.links
    assert f"Links: left {1e3 * left:.1f}, right {1e3 * right:.1f} mm." in fit.step.with_what.text()
    desk.click(desk.button("metric"))
    assert f"Links: left {left / 0.0254:.2f}, right {right / 0.0254:.2f} in." in fit.step.with_what.text()
    assert "mm" not in fit.step.text.text()


def test_the_drawing_tells_which_way_studs_hump_and_fittings_point(desk: Desk, fit: FitPage) -> None:
    pick(desk, fit, "in")
    assert words_of(fit.step.drawing).count("stud") == 2
    fields = fit.step.as_fitted
    choose(desk, fields.hump, Hump.DOWN)
    choose(desk, fields.fittings, Hump.BACK)
    write(desk, fields.marked, "left end, blue dot", enter=True)
    shown = words_of(fit.step.drawing)
    assert "hump at you" in shown and shown.count("grease") == 1 and "maker's mark: left end, blue dot" in shown
    pick(desk, fit, "sweep")
    assert not fields.isVisible() and "hump at you" in words_of(fit.step.drawing)


def test_what_was_read_is_taken_to_the_car_and_undone_in_one_step(desk: Desk, fit: FitPage) -> None:
    pick(desk, fit, "read")
    assert not fit.step.to_car.isVisible()
    fields = fit.step.checks.fields
    for key, text in (("R1.left", "341"), ("R1.right", "343.5"), ("R2.left", "90.1"), ("R2.right", "89.9")):
        desk.type(fields[key], text)
    assert fit.step.checks._verdicts["R1"].text() == "noted"
    before = desk.picture.file
    desk.click(fit.step.to_car)
    end = desk.picture.file.bench.rear
    assert [round(1e3 * end.link(side).value, 1) for side in Side] == [90.1, 89.9]
    assert end.link_left.provenance is Provenance.MEASURED and "from the job card" in desk.line
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file == before
    pick(desk, fit, "settle")
    desk.type(fit.step.checks.fields[next(iter(fit.step.checks.fields))], "339")
    told = fit.step.checks._befores["R1"].text()
    assert told.startswith("The stage before, in mm: left 341.0 (moved −2.0 ± 1.4), right 343.5")


# the fastener map


def test_a_click_on_the_map_takes_the_nearest_fastener_and_arrows_go_through_the_list(
    desk: Desk, fit: FitPage
) -> None:
    view = board(desk, fit, "fasteners")
    shown = shown_on_card(desk.picture, Axle.REAR, desk.bridge.units)
    assert shown is not None
    ids = [spot.fastener.id for spot in view.spots.found]
    for name, points in marks_at(shown, tuple(ids)).items():
        x, y = view.picture.pixel(points[1])
        QTest.mouseClick(view.picture, LEFT_BUTTON, pos=QPoint(round(x), round(y)))
        desk.settle()
        assert view.chosen == name and view.stack.title.text() == view.spots.found[ids.index(name)].fastener.name
        assert view.table.currentIndex().row() == ids.index(name)
    view.table.selectRow(0)
    view.table.setFocus()
    desk.press(Qt.Key.Key_Down)
    assert view.chosen == ids[1]


def test_marks_stand_apart_and_fill_as_the_job_goes_on(desk: Desk, fit: FitPage) -> None:
    for kind in JobKind:
        card = fit.hand.card
        choose(desk, fit.panel.kind, kind)
        card = fit.hand.card
        shown = shown_on_card(desk.picture, card.job.axle, desk.bridge.units)
        marks = map_marks(card, "")
        drawing = fastener_map(shown, marks)
        centres = [item.centre for item in drawing.items if isinstance(item, Circle) and item.radius > 0.025]
        assert len(centres) == 2 * len(marks)
        apart = [((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2) ** 0.5 for i, a in enumerate(centres) for b in centres[:i]]
        assert min(apart, default=1.0) > 0.04, kind  # two marks of 28 mm may touch, never cover each other
        for x, y in centres:
            assert drawing.low[0] <= x <= drawing.high[0] and drawing.low[1] <= y <= drawing.high[1]


def test_a_brace_that_makes_a_bolt_too_short_is_told_at_the_bolt(desk: Desk, fit: FitPage) -> None:
    fit.hand.change(lambda card: card.with_bolt("saddles", BoltEntry("M10 x 1.5", Strength.C88, Surface.ZINC)), "x")
    view = board(desk, fit, "fasteners")
    view._take("saddles")
    stack = view.stack
    for name, text in (("length", "32.5"), ("depth", "8")):
        desk.type(stack.lengths[name], text)
    for what, thick, new in (("washer", "2", False), ("bracket", "20", False)):
        add_layer(desk, stack, what, thick, new=new)
    assert "Grip 22.0\u00a0mm. Its bolt is good: 31.5 to 34.5\u00a0mm would do." in stack.verdict.text()
    assert not stack.said.isVisible()
    add_layer(desk, stack, "brace", "4", new=True)
    assert "Grip 22.0 → 26.0\u00a0mm. Its bolt is too short" in stack.verdict.text()
    assert "too short: get a longer one" in stack.said.text()
    write(desk, stack.what, "nothing")
    write(desk, stack.thick, "0", enter=True)
    assert "A layer has a thickness." in stack.said.text() and stack.what.text() == "nothing"
    choose(desk, stack.boxes["reach_after"], Reach.NONE)
    choose(desk, stack.boxes["on_thread"], OnThread.ANTI_SEIZE)
    choose(desk, stack.boxes["head"], HeadTo.DOWN)
    assert "will not once the new part is on" in stack.said.text() and "never on tapers" in stack.said.text()
    desk.click(stack.layers[2][1])
    assert [layer.what for layer in fit.hand.card.stacks["saddles"].layers] == ["washer", "bracket"]
    ledger = board(desk, fit, "torques")
    assert "by feel: no torque wrench goes on" in ledger.fasteners["saddles"].about.text()


def add_layer(desk: Desk, stack, what: str, thick: str, *, new: bool) -> None:
    write(desk, stack.what, what)
    write(desk, stack.thick, thick)
    if new:
        tick(desk, stack.new)
    desk.click(stack.add)
    assert stack.what.text() == "" and stack.what.hasFocus()


def test_a_bolt_longer_than_its_hole_is_said_where_it_stands(desk: Desk, fit: FitPage) -> None:
    fit.hand.change(lambda card: card.with_bolt("saddles", BoltEntry("M10 x 1.5", Strength.C88, Surface.ZINC)), "x")
    view = board(desk, fit, "fasteners")
    view._take("saddles")
    choose(desk, view.stack.boxes["into"], "tapped steel")
    for name, text in (("length", "40"), ("depth", "12")):
        desk.type(view.stack.lengths[name], text)
    add_layer(desk, view.stack, "bracket", "20", new=False)
    assert "bottoms before it clamps" in view.stack.said.text()
    desk.type(view.stack.lengths["length"], "31")
    assert not view.stack.said.isVisible() and "good" in view.stack.verdict.text()


def test_what_is_unhooked_stands_on_the_map_until_it_is_back(desk: Desk, fit: FitPage) -> None:
    tick(desk, fit.panel.has[Has.SENSOR])
    sign_until(desk, fit, "sensor")
    desk.press(Qt.Key.Key_Space)
    view = board(desk, fit, "fasteners")
    assert view.put_back.text() == "To be put back: level or speed sensor, its lead."


def test_an_axle_without_a_bar_has_a_list_and_no_picture(desk: Desk, fit: FitPage) -> None:
    desk.workshop.do(Choose("bench.rear.state", BarState.NONE))
    view = board(desk, fit, "fasteners")
    assert view.none.isVisible() and not view.picture.isVisible() and view.spots.rowCount() > 2


# what was found


def test_a_defect_holds_the_card_and_mending_it_opens_its_checks_again(desk: Desk, fit: FitPage) -> None:
    sign_until(desk, fit, "drive")
    done = set(fit.hand.card.done)
    found = board(desk, fit, "found")
    assert found.empty.isVisible()
    desk.click(found.add)
    assert found.said.text().startswith("Which part?")
    write(desk, found.part, "saddle")
    write(desk, found.text, "cracked at its ear")
    choose(desk, found.touches, Touches.CLAMP)
    desk.press(Qt.Key.Key_Tab)
    write(desk, found.more, "bushing skew", enter=True)
    assert not found.said.isVisible() and not found.empty.isVisible()
    assert "defect: saddle, cracked at its ear" in fit.panel.left.text()
    label, mended, _ = found.rows[0]
    assert "Once it is done, again: centred, free to turn, collar gap, paint lines whole." in label.text()
    desk.click(mended)
    assert done - set(fit.hand.card.done) >= {"centre", "saddles-final", "paint"}
    assert "cracked" not in fit.panel.left.text() and found.rows[0][1] is None
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert set(fit.hand.card.done) == done and found.rows[0][1] is not None
    desk.click(found.rows[0][2])
    assert fit.hand.card.remarks == () and found.empty.isVisible()


@pytest.mark.parametrize("matter", list(Matter))
def test_each_sort_of_remark_asks_its_own_question(desk: Desk, fit: FitPage, matter: Matter) -> None:
    found = board(desk, fit, "found")
    choose(desk, found.matter, matter)
    assert found.asks.text() == matter.asks and found.more.placeholderText()
    write(desk, found.part, "<b>brake pipe</b>")
    write(desk, found.text, "kinked", enter=True)
    needs_more = matter in (Matter.DEVIATION, Matter.OTHERS)
    assert bool(fit.hand.card.remarks) is not needs_more
    if needs_more:
        assert found.said.text().startswith(f"Say {matter.asks}.") and found.text.text() == "kinked"
        write(desk, found.more, "stands; not driven", enter=True)
    (remark,) = fit.hand.card.remarks
    assert remark.matter is matter and "<b>brake pipe</b>" in found.rows[0][0].text()


# sources


def test_sources_are_written_beside_the_thing_and_summed_by_place(desk: Desk, fit: FitPage) -> None:
    needed = board(desk, fit, "needed")
    desk.qtbot.waitUntil(lambda: "tool tape" in needed.boxes)
    choose(desk, needed.boxes["bar"], "to get")
    choose(desk, needed.thing, fit.hand.card.job.on)
    for where, price in (("Hill", "210"), ("Brook", "195,5")):
        write(desk, needed.where, where)
        write(desk, needed.price, price)
        desk.click(needed.add)
    assert needed._lines["bar"].sources.text() == "Brook 195.50 mark, Hill 210.00 mark"
    assert needed.sums.text() == "From Brook: 1 thing, 195.50 mark."
    write(desk, needed.price, "-4", enter=True)
    assert "A price is not below zero." in needed.wrong.text() and needed.price.text() == "-4"
    write(desk, needed.where, "Brook")
    desk.click(needed.off)
    assert needed._lines["bar"].sources.text() == "Hill 210.00 mark" and "From Hill" in needed.sums.text()


# dates, greasing


def test_bushings_say_what_they_are_greased_with_and_distance_brings_a_date_forward(desk: Desk, fit: FitPage) -> None:
    choose(desk, fit.panel.bushings, Bushing.POLYMER)
    sign_until(desk, fit, "drive")
    desk.press(Qt.Key.Key_Space)
    ledger = board(desk, fit, "torques")
    assert (
        "silicone grease on bore and flanks" in ledger.care.text()
        and "A squeak at walking pace" in ledger.care.text()
    )
    assert any("grease the bushings" in box.text() for box in ledger.looked)
    desk.type(ledger.odometer["first"], "90000")
    desk.type(ledger.odometer["now"], "90600")
    past = [box.text() for box in ledger.looked if box.text().startswith("△ driven that far")]
    assert len(past) == 2 and "or after 500\u00a0km" in past[1]
    desk.type(ledger.odometer["now"], "80000")
    assert ledger.odometer["now"].edit.wrong and fit.hand.card.odometer.now == 90_600e3
    choose(desk, fit.panel.bushings, Bushing.NEEDLE)
    assert "packed for life" in ledger.care.text()
    assert not any("grease the bushings" in box.text() for box in ledger.looked)


# at the car


def test_t_counts_down_and_what_rests_is_told_large(desk: Desk, fit: FitPage) -> None:
    sign_until(desk, fit, "oil")
    desk.press(Qt.Key.Key_Space)
    until = datetime.fromisoformat(fit.hand.card.waits["oil"])
    assert timedelta(minutes=59) < until - datetime.now(UTC) <= timedelta(minutes=60)
    desk.click(desk.button("At the car, large"))
    large = fit.at_car
    assert large.rests.text() == "“Oil nuts and threads that you will undo” rests another 60 min."
    step = fit.hand.step
    desk.press(Qt.Key.Key_T)
    desk.press(Qt.Key.Key_T)
    more = datetime.fromisoformat(fit.hand.card.waits[step]) - datetime.now(UTC)
    assert timedelta(minutes=19) < more <= timedelta(minutes=20) and "rests another 20 min" in large.rests.text()
    sign_at_car(desk)
    assert fit.hand.step == "crack"
    sign_at_car(desk)
    assert large.note.hasFocus() and "rests another 60 min" in large.said.text() and "crack" not in fit.hand.card.done
    QTest.keyClicks(QApplication.focusWidget(), "dry threads")
    desk.press(Qt.Key.Key_Return)
    sign_at_car(desk)
    assert "crack" in fit.hand.card.done


def sign_at_car(desk: Desk) -> None:
    desk.press(Qt.Key.Key_Space)


# the other side, kinds of one's own


def test_a_job_on_one_side_has_its_mirror_for_the_other(desk: Desk, fit: FitPage) -> None:
    assert "Same for the other side" not in shown_buttons(fit)
    choose(desk, fit.panel.sides, Sides.LEFT)
    desk.click(desk.button("Same for the other side"))
    assert fit.hand.card.job.sides is Sides.RIGHT and fit.hand.card.number == 2
    assert fit.panel.cards.currentText().endswith("right side")
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert fit.hand.card.number == 1


def shown_buttons(fit: FitPage) -> set[str]:
    return {name for name, button in fit.panel.buttons.items() if button.isVisible()}


def test_a_kind_of_ones_own_is_kept_chosen_and_forgotten(desk: Desk, fit: FitPage) -> None:
    pick(desk, fit, "put-back")
    write(desk, fit.panel.own_tools, "driver, tin")
    write(desk, fit.panel.own, "Undertray: the long screw is at the back", enter=True)
    pick(desk, fit, next(step.id for step in steps_in_order(fit.hand.card) if step.own))
    assert "With driver, tin." in fit.step.with_what.text()
    write(desk, fit.panel.keep_kind, "our rear bar", enter=True)
    assert "our rear bar" in [fit.panel.kind.itemText(i) for i in range(fit.panel.kind.count())]
    assert fit.hand.card.job.name == "our rear bar" and "Forget this kind of job" in shown_buttons(fit)
    choose(desk, fit.panel.kind, JobKind.LINK_SWAP)
    assert fit.hand.card.job.kind is JobKind.LINK_SWAP and fit.hand.card.job.name == ""
    fit.hand.take(None)
    desk.click(desk.button("New card"))
    choose(desk, fit.panel.kind, "our rear bar")
    assert fit.hand.card.job.kind is JobKind.ONE_PIECE and any(step.own for step in steps_in_order(fit.hand.card))
    desk.click(desk.button("Forget this kind of job"))
    assert "our rear bar" not in [fit.panel.kind.itemText(i) for i in range(fit.panel.kind.count())]
    assert any(step.own for step in steps_in_order(fit.hand.card))  # the card keeps its steps


def test_schools_are_chosen_on_the_panel_and_change_the_steps(desk: Desk, fit: FitPage) -> None:
    pick(desk, fit, "collars")
    assert "at the maker's gap" in fit.step.text.text()
    choose(desk, fit.panel.stops, "against the bushings")
    choose(desk, fit.panel.hardware, "all new")
    assert fit.step.text.text().startswith("Collars against the bushings") and fit.hand.card.job.hardware == "all new"
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert fit.hand.card.job.hardware != "all new" and fit.panel.hardware.currentText() != "all new"


def test_a_photo_whose_bytes_are_gone_is_said_and_the_card_goes_on(desk: Desk, fit: FitPage, tmp_path: Path) -> None:
    pick(desk, fit, "mark")
    (tmp_path / "a.png").write_bytes(mark_at_bushing())
    fit.step.pins.photo_from(tmp_path / "a.png")
    desk.qtbot.waitUntil(lambda: bool(fit.step.pins.looks))
    desk.garage.database._connection.execute("DELETE FROM blob")
    desk.click(next(iter(fit.step.pins.looks.values())))
    assert "missing or damaged" in desk.line and fit.step.pins.view is None
    pick(desk, fit, "read")
    desk.click(fit.step.sign)
    assert "read" in fit.hand.card.done


def test_a_card_whose_bar_is_gone_says_so_and_keeps_its_steps(desk: Desk, fit: FitPage) -> None:
    before = [step.id for step in steps_in_order(fit.hand.card)]
    desk.workshop.do(Choose("bench.rear.state", BarState.NONE))
    desk.rest()
    assert "no longer those of this card" in fit.panel.changed.text()
    assert [step.id for step in steps_in_order(fit.hand.card)] == before and not fit.step.drawing.isVisible()
    desk.click(fit.panel.update_card)
    assert fit.hand.card.job.on == "" and not fit.panel.changed.isVisible()


# templates


def test_every_template_is_drawn_and_its_fields_are_made_when_looked_at(desk: Desk, fit: FitPage) -> None:
    view = board(desk, fit, "templates")
    assert len(view.fields) == 1
    for i, each in enumerate(TEMPLATES):
        choose(desk, view.kind, each.title)
        assert view.how.text() == each.how and view.drawings and not view.said.isVisible(), each.key
        assert len(view.fields) == i + 1
        shown = [side for side, one in view.views.items() if one.isVisible()]
        assert len(shown) == len(view.drawings)


def test_a_template_that_cannot_be_is_said_and_the_number_stays(desk: Desk, fit: FitPage) -> None:
    view = board(desk, fit, "templates")
    choose(desk, view.kind, next(each.title for each in TEMPLATES if each.key == TUBE_END))
    field = view.fields[Axle.REAR, TUBE_END]["outer"]
    desk.type(field, "50")
    assert "thicker than the one that it meets" in view.said.text() and not view.write.isEnabled()
    assert field.edit.text() == "50.0" and view.drawings == ()
    desk.type(field, "30")
    assert view.write.isEnabled() and not view.said.isVisible()
    assert {BRACKET, PLATE} <= {each.key for each in TEMPLATES}


def written(desk: Desk, view, path: Path) -> Path:
    """Press *Write at full size…* and name a file."""
    desk.click(view.write)
    dialog = next(each for each in desk.window.findChildren(QFileDialog) if each.isVisible())
    dialog.fileSelected.emit(str(path))
    dialog.close()
    desk.window.activateWindow()
    desk.rest()
    return path


def test_cutters_get_a_file_for_each_side_and_one_where_both_sides_are_alike(
    desk: Desk, fit: FitPage, tmp_path: Path
) -> None:
    view = board(desk, fit, "templates")
    written(desk, view, tmp_path / "frame.dxf")
    desk.qtbot.waitUntil(lambda: len(list(tmp_path.glob("frame*.dxf"))) == 2)
    assert {path.name for path in tmp_path.glob("frame*.dxf")} == {"frame left.dxf", "frame right.dxf"}
    choose(desk, view.kind, next(each.title for each in TEMPLATES if each.key == TUBE_END))
    written(desk, view, tmp_path / "tube.svg")
    desk.qtbot.waitUntil((tmp_path / "tube.svg").exists)
    assert len(list(tmp_path.glob("tube*"))) == 1 and "acute side" in (tmp_path / "tube.svg").read_text()


def test_what_the_printer_check_measured_corrects_every_template_but_itself(
    desk: Desk, fit: FitPage, tmp_path: Path
) -> None:
    view = board(desk, fit, "templates")
    choose(desk, view.kind, next(each.title for each in TEMPLATES if each.key == PRINTER))
    field = view.fields[None, PRINTER]["across"]
    desk.type(field, "98.5")
    written(desk, view, tmp_path / "check.pdf")
    choose(desk, view.kind, TEMPLATES[0].title)
    written(desk, view, tmp_path / "frame.pdf")
    desk.qtbot.waitUntil(lambda: (tmp_path / "check.pdf").exists() and (tmp_path / "frame.pdf").exists())
    check, frame = (PdfReader(tmp_path / name).pages[0].extract_text() for name in ("check.pdf", "frame.pdf"))
    assert "for your printer" not in check and "Drawn 101.5 % across, 100.0 % up for your printer" in frame
    choose(desk, view.kind, next(each.title for each in TEMPLATES if each.key == PRINTER))
    desk.type(field, "120")  # no printer is that far off: it was measured wrong
    assert field.edit.wrong and field.edit.text() == "120"


def test_the_ledger_and_the_stack_speak_the_units_of_the_user(desk: Desk, fit: FitPage) -> None:
    fit.hand.change(lambda card: card.with_bolt("saddles", BoltEntry("3/8-24", Strength.G8, Surface.OILED)), "x")
    ledger = board(desk, fit, "torques")
    metric = ledger.fasteners["saddles"].guess.text()
    desk.click(desk.button("metric"))
    us = ledger.fasteners["saddles"].guess.text()
    assert "N·m" in metric and "ft·lbf" in us and metric.endswith("△") and us.endswith("△")
    assert ledger.odometer["first"].unit.text() == "mi"
    view = board(desk, fit, "fasteners")
    view._take("saddles")
    for name, text in (("length", "1 1/4"), ("depth", "5/16")):
        desk.type(view.stack.lengths[name], text)
    add_layer(desk, view.stack, "bracket", "3/4", new=False)
    assert fit.hand.card.stacks["saddles"].length == pytest.approx(1.25 * 0.0254)
    assert "Grip 0.75\u00a0in. Its bolt is" in view.stack.verdict.text()


def test_no_board_shows_markup_as_markup(open_desk: Callable[..., Desk]) -> None:
    desk = open_desk()
    page = opened(desk)
    with_card(desk, page)
    evil = "<b>bold</b>"
    write(desk, page.panel.keep_kind, evil, enter=True)
    assert page.panel.kind.currentText() == evil
    needed = board(desk, page, "needed")
    write(desk, needed.where, evil)
    desk.click(needed.add)
    assert needed._lines["bar"].sources.textFormat() is Qt.TextFormat.PlainText
    assert evil in needed._lines["bar"].sources.text()
    assert not desk.window.findChildren(QMessageBox)


def test_kinds_of_links_change_the_kit_under_the_card(desk: Desk, fit: FitPage) -> None:
    pick(desk, fit, "count")
    assert "links" in fit.step.kit.boxes
    choose(desk, fit.panel.joint, LinkJoint.NONE)
    choose(desk, fit.panel.kind, JobKind.NO_LINKS)
    pick(desk, fit, "count")
    assert "links" not in fit.step.kit.boxes
    assert not any(item.pen is Pen.HEAVY for item in fit.step.drawing._drawing.items if isinstance(item, Circle))
