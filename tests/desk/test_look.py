"""The look that can be checked by numbers: contrast, the two axle hues, nothing clipped, both themes painted."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from PySide6.QtCore import QRectF
from PySide6.QtGui import QColor, QFontDatabase, QFontMetrics, QFontMetricsF, QImage, QPainter
from PySide6.QtWidgets import QLabel, QPushButton, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import team
from anchor_beam.desk.beam.beam import SETTLE
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.desk.drawing.painter import View, fit, paint, rows_of
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.shell.consequence_line import FewLines
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.desk.theme.colours import DARK, LIGHT, Colours, contrast
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.drawings.shapes import Item, LabelStack, Size, Text
from anchor_beam.session.edits import SetHole, SetValue
from support.desk import Desk

GROUNDS = ("ground", "sheet", "panel")
# Machado, Oliveira, Fernandes 2009: severity 1.0, on linear RGB.
BLINDNESS = {
    "protan": [[0.152286, 1.052583, -0.204868], [0.114503, 0.786281, 0.099216], [-0.003882, -0.048116, 1.051998]],
    "deutan": [[0.367322, 0.860646, -0.227968], [0.280085, 0.672501, 0.047413], [-0.011820, 0.042940, 0.968881]],
    "tritan": [[1.255528, -0.076749, -0.178779], [-0.078411, 0.930809, 0.147602], [0.004733, 0.691367, 0.303900]],
}


@pytest.mark.parametrize("colours", [LIGHT, DARK], ids=["light", "dark"])
def test_text_and_shapes_stand_out_from_every_ground(colours: Colours) -> None:
    for ground in GROUNDS:
        behind = getattr(colours, ground)
        for text in ("ink", "soft", "warning", "front", "rear", "grab"):
            assert contrast(getattr(colours, text), behind) >= 4.5, (text, ground)
        assert contrast(colours.line, behind) >= 3.0, ground
    for text in (colours.sheet, colours.hairline):  # of the bottom line, also where a button has nothing to do
        assert contrast(text, colours.ink) >= 4.5


def _lab(colour: str, matrix: list[list[float]] | None) -> np.ndarray:
    channels = np.array([int(colour[i : i + 2], 16) / 255.0 for i in (1, 3, 5)])
    linear = np.where(channels <= 0.04045, channels / 12.92, ((channels + 0.055) / 1.055) ** 2.4)
    if matrix is not None:
        linear = np.clip(np.array(matrix) @ linear, 0.0, 1.0)
    xyz = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]]) @ linear
    f = np.cbrt(xyz / np.array([0.9505, 1.0, 1.089]))
    return np.array([116 * f[1] - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2])])


@pytest.mark.parametrize("colours", [LIGHT, DARK], ids=["light", "dark"])
@pytest.mark.parametrize("sight", [None, *BLINDNESS], ids=["full", *BLINDNESS])
def test_front_and_rear_are_told_apart_by_every_eye(colours: Colours, sight: str | None) -> None:
    matrix = BLINDNESS[sight] if sight else None
    assert np.linalg.norm(_lab(colours.front, matrix) - _lab(colours.rear, matrix)) > 20.0


def test_the_shipped_family_is_loaded_with_even_figures(desk: Desk) -> None:
    assert "B612" in QFontDatabase.families()
    metrics = QFontMetricsF(desk.bridge.theme.font(Size.NORMAL))
    assert len({metrics.horizontalAdvance(figure) for figure in "0123456789"}) == 1


@pytest.mark.parametrize("theme", ["light", "dark"])
def test_every_stage_is_painted_in_its_colours(open_desk, theme: str) -> None:
    desk = open_desk(theme=theme)
    colours = LIGHT if theme == "light" else DARK
    for name in ("Car", "Bars", "Links"):
        desk.stage(name)
        desk.qtbot.wait(250)
        image = desk.screenshot()
        seen = {
            image.pixelColor(x, y).name() for x in range(0, image.width(), 3) for y in range(0, image.height(), 3)
        }
        wanted = {QColor(colour).name() for colour in (colours.sheet, colours.ink, colours.rear)}
        assert wanted <= seen, name


def test_what_an_edit_repaints_is_what_a_whole_painting_shows(desk: Desk) -> None:
    """Boards repaint only the rows that changed: nothing old may be left, nothing new be missing."""

    def shows_the_whole() -> bool:
        on_screen = desk.window.screen().grabWindow(desk.window.winId()).toImage()
        seen, whole = (image.convertToFormat(QImage.Format.Format_RGB32) for image in (on_screen, desk.screenshot()))
        return seen == whole

    def comes_to_show_the_whole() -> None:
        desk.qtbot.wait(SETTLE + 150)  # the Beam has come to rest, the ladder has followed
        desk.qtbot.waitUntil(shows_the_whole)  # what is left over stays left over, however long one waits

    comes_to_show_the_whole()
    held = desk.workshop.hold("bench.rear.bar.od")
    for step in range(12):
        held.to(SetValue("bench.rear.bar.od", 0.016 + 4e-4 * step))
        desk.settle()
    comes_to_show_the_whole()
    for edit in (
        SetHole(Axle.FRONT, (Side.LEFT,), 1), SetValue("bench.rear.bar.arm_length", 0.21),
        SetValue("bench.front.bar.od", 0.031), SetValue("bench.rear.bar.pivot_spacing", 0.66),
    ):  # fmt: skip
        desk.workshop.do(edit)
        comes_to_show_the_whole()
    desk.stage("Links")
    desk.workshop.do(SetValue("bench.rear.link_left", 0.1))
    comes_to_show_the_whole()


def inked(item: Item, view: View, theme: Theme, width: int, height: int) -> np.ndarray:
    """(height, width) where an item paints."""
    image = QImage(width, height, QImage.Format.Format_ARGB32_Premultiplied)
    image.fill(0)
    painter = QPainter(image)
    paint([item], painter, view, theme)
    painter.end()
    return np.frombuffer(image.constBits(), np.uint32).reshape(height, width) != 0


def test_nothing_on_a_board_paints_beyond_its_rows(desk: Desk) -> None:
    desk.stage("Bars").board.loaded.setChecked(True)
    kinds = set()
    for stage in ("Bars", "Car", "Links"):
        for board in filter(QWidget.isVisible, desk.stage(stage).findChildren(DrawingView)):
            drawing = board._drawing
            view = fit(drawing, QRectF(20, 20, 800, 500))
            for item in drawing.items:
                rows = inked(item, view, desk.bridge.theme, 840, 540).any(axis=1).nonzero()[0]
                top, bottom = rows_of(item, view, desk.bridge.theme)
                assert rows.size == 0 or (top <= rows[0] and rows[-1] < bottom), item
                kinds.add(type(item).__name__) if rows.size else None
    assert kinds >= {"Line", "Tube", "Circle", "Ring", "Text", "Dimension", "LabelStack"}


@pytest.mark.parametrize("stress", [False, True])
@pytest.mark.parametrize(("car", "size"), [(0, (1000, 700)), (0, (1920, 1080)), (1, (1280, 800)), (2, (1000, 700))])
def test_no_words_on_a_board_lie_on_others_or_on_fields(
    open_desk, car: int, size: tuple[int, int], stress: bool
) -> None:
    desk = open_desk(cars=(team()[car],))
    desk.window.resize(*size)
    desk.stage("Bars").board.loaded.setChecked(stress)
    desk.qtbot.waitUntil(lambda: (desk.window.width(), desk.window.height()) == size)
    words = 0
    for stage in ("Bars",) if stress else ("Car", "Bars", "Links"):
        page = desk.stage(stage)
        desk.settle()
        for board in filter(QWidget.isVisible, page.findChildren(DrawingView)):
            seen = np.zeros((board.height(), board.width()), dtype=bool)
            for field in filter(QWidget.isVisible, board.findChildren(FigureField)):
                box = field.geometry()
                seen[box.top() : box.bottom(), box.left() : box.right()] = True
            for item in board._drawing.items:
                if isinstance(item, Text | LabelStack):
                    here = inked(item, board._view, desk.bridge.theme, board.width(), board.height())
                    assert not (here & seen).any(), (stage, item)
                    seen |= here
                    words += 1
    assert words > (6 if stress else 14)


def test_what_the_beam_says_is_whole_in_a_small_window(desk: Desk, monkeypatch: pytest.MonkeyPatch) -> None:
    written: list[str] = []
    write = Lettering.write
    monkeypatch.setattr(Lettering, "write", lambda *a, **k: (written.append(a[3]), write(*a, **k))[1])
    desk.window.resize(1000, 700)
    beam = desk.window.header.beam
    desk.qtbot.waitUntil(lambda: desk.window.width() == 1000)
    desk.rest()
    desk.qtbot.wait(SETTLE)
    written.clear()
    desk.screenshot()
    what, where = beam.accessibleName().removeprefix("balance: ").split(": ")
    assert "±" in what
    assert where == "in your window, unsure"
    assert {f"{what}:", where} <= set(written), written


def test_what_an_edit_did_is_whole_in_a_small_window(desk: Desk) -> None:
    desk.window.resize(1000, 700)
    desk.workshop.do(SetValue("bench.rear.bar.arm_length", 0.3))
    desk.qtbot.waitUntil(lambda: "holds" in desk.line and desk.window.width() == 1000)
    desk.settle()
    line = desk.window.line.findChild(FewLines)
    lines = line._broken(QFontMetrics(desk.bridge.theme.font(Size.SMALL)))
    assert len(lines) > 2
    assert " ".join(lines) == line.text()  # and not an ellipsis


def test_no_label_or_button_is_cut_off(open_desk) -> None:
    desk = open_desk()
    for name in ("Car", "Bars", "Links", "Garage"):
        page = desk.stage(name)
        for widget in page.findChildren(QWidget):
            if isinstance(widget, QPushButton | QLabel) and widget.isVisible() and widget.text():
                assert widget.height() >= widget.minimumSizeHint().height() - 1, (name, widget.text())
                if isinstance(widget, QPushButton):
                    assert widget.width() >= widget.minimumSizeHint().width() - 1, (name, widget.text())


def test_fields_on_the_drawing_do_not_lie_on_each_other(desk: Desk) -> None:
    for name in ("Car", "Bars", "Links"):
        page = desk.stage(name)
        fields = [f for f in page.findChildren(FigureField) if f.isVisible()]
        for one, other in itertools.combinations(fields, 2):
            if one.parent() is other.parent():
                assert not one.geometry().intersects(other.geometry()), (name, one.place, other.place)


def test_the_theme_changes_by_a_key_without_a_restart(desk: Desk) -> None:
    before = desk.screenshot().pixelColor(300, 300)
    desk.click(desk.window.line.look)
    assert desk.bridge.theme.dark
    assert desk.screenshot().pixelColor(300, 300) != before


def test_front_and_rear_tabs_name_their_axle(desk: Desk) -> None:
    tabs = desk.stage("Links").tabs
    assert [button.accessibleName() for button in tabs.buttons.values()] == ["Front links", "Rear links"]
    assert list(tabs.buttons) == list(Axle)


def test_a_look_that_is_chosen_is_the_one_that_a_start_has(open_desk) -> None:
    """The style sheet stays and the palette changes, so nothing may keep a colour of the look before."""
    pictures = []
    for chosen in ("dark", "light"):
        desk: Desk = open_desk(theme=chosen)
        for stage in STAGES:
            desk.stage(stage.name)
        desk.stage("Bars").strip.buttons["strength"].click()
        if chosen == "light":
            desk.bridge.theme.choose("dark")
            assert not desk.bridge.theme.dressed  # pages that are not seen follow in slices
            desk.qtbot.waitUntil(lambda theme=desk.bridge.theme: theme.dressed)
        desk.rest()
        pictures.append([])
        for stage in STAGES:
            desk.stage(stage.name)
            desk.rest()
            desk.window.rail.buttons[stage.name].setFocus()  # no caret blinks there
            desk.settle()
            pictures[-1].append(desk.screenshot())
    for stage, started, changed in zip(STAGES, *pictures, strict=True):
        assert started == changed, stage.name
