"""Road and event: the way between two settings, its card, the sign-off, and the check that stays open."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

from pypdf import PdfReader
from PySide6.QtCore import Qt

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.records import Pair, Seat
from anchor_beam.figures.change_card import change_card, side_name, steps
from anchor_beam.session.edits import RemoveSetting, SignOff
from anchor_beam.units.kinds import System
from support.desk import Desk


def test_the_way_from_one_setting_to_another() -> None:
    file = sorrel_finch()
    standard, dry, damp = file.settings
    (only,) = steps(file.car, damp, dry, System.METRIC)
    assert (only.axle, only.side, only.what) == (Axle.REAR, Side.LEFT, "link from hole 1 to hole 2 of 3")
    whole = steps(file.car, standard, dry, System.METRIC)
    assert [(step.axle, step.side) for step in whole][:3] == [
        (Axle.FRONT, None), (Axle.FRONT, Side.LEFT), (Axle.FRONT, Side.LEFT),
    ]  # fmt: skip
    assert whole[0].what == "take out “standard front”, fit “Tidewright 25”"
    assert whole[2].what == "link 92.0\u00a0mm to 93.0\u00a0mm, 0.4 turns longer"  # opposite threads, 1.25 mm each
    assert steps(file.car, dry, dry, System.METRIC) == ()
    estate = wicken_estate()
    bare, soft = estate.settings[0], estate.settings[1]
    assert steps(estate.car, bare, soft, System.METRIC)[0].what.startswith("fit “")
    assert steps(estate.car, soft, bare, System.METRIC)[-1].what.startswith("take the bar out")
    assert [side_name(side, Seat.RIGHT) for side in (*Side, None)] == ["left", "right, driver's", "both"]


def lift(around: list[float], text: list[float]) -> float:
    """Height of a piece of text on its page [points]."""
    return around[1] * text[4] + around[3] * text[5] + around[5]


def test_the_card_has_both_ways_on_one_page(desk: Desk, tmp_path: Path) -> None:
    longest = replace(sorrel_finch(), pair=Pair("standard", "dry 1"))
    for units, size in ((System.METRIC, (595, 842)), (System.US, (612, 792))):
        if desk.bridge.units != units:
            desk.workshop.toggle_units()
        desk.window.files.change_card_to(tmp_path / "card.pdf")
        desk.rest()
        page = PdfReader(tmp_path / "card.pdf").pages[0]
        assert tuple(round(float(side)) for side in page.mediabox[2:]) == size
        text = page.extract_text()
        assert "damp 3  →  dry 1" in text and "dry 1  →  damp 3" in text
        assert "hole 1 to hole 2 of 3" in text and "hole 2 to hole 1 of 3" in text
        assert "springs when it is let go" in text
        card = change_card(longest, units)
        assert card is not None
        from anchor_beam.sheets.change_card import change_card_pdf

        (tmp_path / "long.pdf").write_bytes(change_card_pdf(card))
        low: list[float] = []
        pages = PdfReader(tmp_path / "long.pdf").pages
        pages[0].extract_text(
            visitor_text=lambda text, cm, tm, _f, _s, low=low: low.append(lift(cm, tm)) if text.strip() else None
        )
        assert len(pages) == 1 and min(low) > 18.0


def test_leaving_it_in_the_event_setting_is_an_open_check(desk: Desk) -> None:
    desk.press(Qt.Key.Key_K, Qt.KeyboardModifier.ControlModifier)
    desk.settle()
    panel = desk.window.change
    assert panel.isVisible() and desk.window.focusWidget() is panel.road_box
    assert "R  left, driver's: link from hole 1 to hole 2 of 3" in panel.way.text()
    desk.click(panel.to_event)
    desk.rest()
    assert desk.picture.file.pair.left_in_event
    assert desk.picture.file.bench.name == "dry 1"
    assert desk.window.rail.buttons["Bars"].accessibleDescription() == "event setting"
    row = desk.stage("Garage").rows[0]
    row.read()
    assert any(line.startswith("open: it stands in its event setting “dry 1”") for line in row._lines)
    desk.press(Qt.Key.Key_K, Qt.KeyboardModifier.ControlModifier)
    desk.click(panel.to_road)
    desk.rest()
    assert not desk.picture.file.pair.left_in_event
    desk.press(Qt.Key.Key_Escape)
    assert not panel.isVisible()


def test_a_pair_of_one_setting_is_none(desk: Desk) -> None:
    desk.window.change.open(desk.window.header.change)
    panel = desk.window.change
    panel.event_box.setFocus()
    desk.press(Qt.Key.Key_Down)  # from dry 1 to damp 3, which is the road's
    assert "one setting" in panel.trouble.text()
    assert desk.picture.file.pair == Pair("damp 3", "dry 1")
    assert panel.event_box.currentText() == "dry 1"
    assert desk.bridge.ask(RemoveSetting("dry 1")) is None
    desk.settle()
    assert desk.picture.file.pair == Pair("damp 3", "")
    assert not panel.card.isEnabled()
    assert desk.bridge.ask(SignOff("damp 3")) is not None
