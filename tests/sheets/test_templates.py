"""Templates at full size: the proof bar as printed, cutters' files read back, tiles, and what cannot be drawn."""

from __future__ import annotations

import math
import xml.etree.ElementTree as Tree
from pathlib import Path

import ezdxf
import pytest
from pypdf import PdfReader

from anchor_beam.core.sides import Axle
from anchor_beam.core.template.bracket import blank
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.demo.team import team
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import CarFile
from anchor_beam.documents.templates import ARM_ANGLE, BRACKET, CUT_LIST, PLATE, PRINTER, TEMPLATES, TUBE_END, WRAP
from anchor_beam.drawings.shapes import Circle, Drawing, Line, Pen, Text
from anchor_beam.drawings.template import Hole, Mark, notes_of, plate_drawing, wrap_drawing
from anchor_beam.errors import InputError
from anchor_beam.figures.template import axle_of, printer_scale, template_drawings
from anchor_beam.session.edits import SetReading
from anchor_beam.sheets.page import PaperSize
from anchor_beam.sheets.template import pages_of, template_dxf, template_pdf, template_svg
from anchor_beam.units.kinds import System

POINT = 25.4 / 72.0  # mm
DOT = 25.4 / 600.0  # mm, of a printer of 600 dots an inch
SHEET = wrapped(Section(0.050, 0.080, 0.006))
MARKS = (Mark(Face.NEAR, 0.080, 0.040, 0.016, "sleeve"), Mark(Face.FAR, 0.080, 0.040, 0.0105, "bolt"))
PLATES = {
    size: plate_drawing(size, 0.060, (Hole((0.020, 0.030), 0.0105, "1"),), "plate", mirrored=False)
    for size in (0.1, 0.5)
}


def straight_lines(path: Path, page: int = 0) -> list[tuple[float, float]]:
    """Across and up of every straight stroke of a page [mm], as the printer is told."""
    found, at = [], (0.0, 0.0)
    content = PdfReader(path).pages[page].get_contents()
    assert content is not None
    scale = 1.0
    for operands, operator in content.operations:
        if operator == b"cm" and (float(operands[0]), float(operands[3])) != (1.0, 1.0):
            scale = math.nan  # nothing on a template may be scaled
        if operator == b"m":
            at = float(operands[0]), float(operands[1])
        elif operator == b"l":
            to = float(operands[0]), float(operands[1])
            found.append(tuple(POINT * scale * (b - a) for a, b in zip(at, to, strict=True)))
            at = to
    return found


@pytest.mark.parametrize("paper", list(PaperSize))
@pytest.mark.parametrize("mirrored", [False, True])
def test_the_proof_bar_is_100_mm_on_every_paper(tmp_path: Path, paper: PaperSize, mirrored: bool) -> None:
    path = tmp_path / "t.pdf"
    path.write_bytes(template_pdf((wrap_drawing(SHEET, MARKS, "frame", mirrored=mirrored),), paper, "frame"))
    level = sorted((abs(x) for x, y in straight_lines(path) if y == 0.0 and 90.0 < abs(x) < 110.0))
    assert level and all(abs(length - 100.0) < 0.2 - DOT for length in level)
    text = PdfReader(path).pages[0].extract_text()
    assert "Print at 100 %" in text and "proof bar, 100 mm" in text


def test_a_large_one_goes_over_pages_that_overlap_by_a_centimetre(tmp_path: Path) -> None:
    path = tmp_path / "t.pdf"
    path.write_bytes(template_pdf((PLATES[0.5],), PaperSize.A4, "plate"))
    pages = PdfReader(path).pages
    assert len(pages) == 3
    assert "page 2 · 1 of 3 · 1" in pages[1].extract_text()
    whole = PLATES[0.5].width * 1e3
    room = (PaperSize.A4.value[0] - 2 * 34.0) * POINT
    assert 2 * (room - 10.0) + room >= whole > 2 * room - 10.0


def test_what_nobody_glues_together_is_refused() -> None:
    wall = plate_drawing(2.0, 2.0, (), "wall", mirrored=False)
    with pytest.raises(InputError, match="more pages than anybody glues"):
        template_pdf((wall,), PaperSize.A4, "wall")


def test_a_cutter_reads_holes_and_outline_in_millimetres(tmp_path: Path) -> None:
    drawing, path = wrap_drawing(SHEET, MARKS, "frame", mirrored=False), tmp_path / "t.dxf"
    path.write_bytes(template_dxf(drawing))
    read = ezdxf.readfile(path)
    assert read.units == ezdxf.units.MM
    holes = [
        (e.dxf.center.x, -e.dxf.center.y, 2 * e.dxf.radius) for e in read.modelspace().query("CIRCLE[layer=='CUT']")
    ]
    assert holes == [
        pytest.approx((80.0, 40.0, 16.0)), pytest.approx((80.0, 1e3 * SHEET.length - 40.0, 10.5)),
    ]  # fmt: skip
    bends = sorted(-e[0][1] for e in read.modelspace().query("LWPOLYLINE[layer=='BEND']"))
    assert bends == pytest.approx([1e3 * line for bend in SHEET.bends for line in bend])
    proof = [e for e in read.modelspace().query("LINE") if abs(e.dxf.start.x - e.dxf.end.x) == pytest.approx(100.0)]
    assert len(proof) == 1


def test_a_browser_draws_it_at_full_size(tmp_path: Path) -> None:
    drawing, path = wrap_drawing(SHEET, MARKS, "<frame> & more", mirrored=False), tmp_path / "t.svg"
    path.write_bytes(template_svg(drawing))
    root = Tree.parse(path).getroot()
    box = [float(each) for each in root.attrib["viewBox"].split()]
    assert root.attrib["width"] == f"{box[2]:.4f}mm" and box[2] == pytest.approx(1e3 * drawing.width)
    proof = next(each for each in root if each.get("id") == "proof").attrib["points"].split()
    (x0, _), (x1, _) = (map(float, point.split(",")) for point in proof)
    assert x1 - x0 == pytest.approx(100.0)
    assert next(iter(root)).text == "<frame> & more"


def holes_of(drawing: Drawing) -> list[tuple[float, float, float]]:
    return [(*item.centre, item.radius) for item in drawing.items if isinstance(item, Circle)]


def test_the_right_side_is_the_left_one_in_a_mirror_unless_it_was_measured_apart() -> None:
    file = team()[0]
    left, right = map(holes_of, template_drawings(file, Axle.REAR, WRAP))
    assert [(-x, y, r) for x, y, r in left] == right
    apart = SetReading(WRAP, Axle.REAR, "right_along", Reading(0.093)).apply(file)
    left, right = map(holes_of, template_drawings(apart, Axle.REAR, WRAP))
    assert {x for x, *_ in left} == {0.080} and {x for x, *_ in right} == {-0.093}


@pytest.mark.parametrize(("kind", "entry", "value", "row", "says"), [
    (WRAP, "corner", 0.030, None, "The corner is rounder than the frame is wide."),
    (WRAP, "down", 0.078, None, "This is not on the flat of the near side."),
    (PLATE, "x", 0.099, 0, "Hole 1 lies beside the plate."),
])  # fmt: skip
def test_what_cannot_be_is_said(kind: str, entry: str, value: float, row: int | None, says: str) -> None:
    file = team()[0]
    if row is not None:
        for name, given in (("y", 0.030), ("hole", 0.0105)):
            file = SetReading(kind, Axle.REAR, name, Reading(given), row).apply(file)
    file = SetReading(kind, Axle.REAR, entry, Reading(value), row).apply(file)
    with pytest.raises(InputError, match=says):
        template_drawings(file, Axle.REAR, kind)


def with_row(kind: str, **cells: float) -> CarFile:
    """The first demo car with a row in a table."""
    file = team()[0]
    for name, value in cells.items():
        file = SetReading(kind, Axle.REAR, name, Reading(value), 0).apply(file)
    return file


@pytest.mark.parametrize("kind", [each.key for each in TEMPLATES])
@pytest.mark.parametrize("paper", list(PaperSize))
def test_every_kind_is_written_in_every_form_with_its_proof_bar(kind: str, paper: PaperSize, tmp_path: Path) -> None:
    drawings = template_drawings(team()[0], Axle.REAR, kind)
    path = tmp_path / "t.pdf"
    path.write_bytes(template_pdf(drawings, paper, "x"))
    assert len(PdfReader(path).pages) == sum(math.prod(pages_of(drawing, paper)) for drawing in drawings)
    level = [abs(x) for x, y in straight_lines(path) if y == 0.0 and 99.0 < abs(x) < 101.0]
    assert level and all(abs(length - 100.0) < 0.2 - DOT for length in level)
    for drawing in drawings:
        low, high = drawing.low, drawing.high
        for item in drawing.items:
            points = item.points if isinstance(item, Line) else [item.centre] if isinstance(item, Circle) else []
            assert all(low[0] <= x <= high[0] and low[1] <= y <= high[1] for x, y in points)
        (tmp_path / "t.dxf").write_bytes(template_dxf(drawing))
        assert len(ezdxf.readfile(tmp_path / "t.dxf").modelspace()) >= 2
        Tree.fromstring(template_svg(drawing))


@pytest.mark.parametrize(("across", "up"), [(0.0985, 0.1), (0.1012, 0.0993)])
def test_a_printer_that_does_not_keep_its_scale_is_drawn_for(across: float, up: float, tmp_path: Path) -> None:
    file = team()[0]
    assert printer_scale(file) == (1.0, 1.0)
    for name, value in (("across", across), ("up", up)):
        file = SetReading(PRINTER, axle_of(PRINTER, Axle.REAR), name, Reading(value)).apply(file)
    scale = printer_scale(file)
    path = tmp_path / "t.pdf"
    path.write_bytes(template_pdf((PLATES[0.1],), PaperSize.A4, "plate", scale))
    page = PdfReader(path).pages[0]
    scales = [ops for ops, op in page.get_contents().operations if op == b"cm" and float(ops[0]) != 1.0]
    (told,) = {(float(ops[0]), float(ops[3])) for ops in scales}
    assert told == pytest.approx((0.1 / across, 0.1 / up), abs=1e-5)
    assert 100.0 * told[0] * across / 0.1 == pytest.approx(100.0, abs=0.01)  # on that printer the bar is true
    assert f"Drawn {100 * scale[0]:.1f} % across" in page.extract_text()


def test_a_tapped_hole_is_drilled_for_its_thread_and_a_spot_weld_through_one_sheet() -> None:
    tapped = with_row(PLATE, x=0.03, y=0.03, hole=0.010, pitch=0.0015)
    left, _ = template_drawings(tapped, Axle.REAR, PLATE)
    assert [radius for *_, radius in holes_of(left)] == [pytest.approx(0.00425)]  # what is cut is the tap drill
    words = [item.text for item in left.items if isinstance(item, Text)]
    assert "1: tap 10.0\u00a0mm x 1.50, drill 8.5\u00a0mm, 10.0\u00a0mm of thread or more in steel" in words
    spot = with_row(PLATE, x=0.03, y=0.03, hole=0.008, spot=1.0)
    assert any("spot weld" in item.text and "upper sheet only" in item.text
               for item in template_drawings(spot, Axle.REAR, PLATE)[0].items if isinstance(item, Text))  # fmt: skip
    inch, _ = template_drawings(tapped, Axle.REAR, PLATE, System.US)
    assert any(item.text.startswith("1: tap 0.39\u00a0in x 0.06") for item in inch.items if isinstance(item, Text))


def test_the_sleeve_stops_on_the_far_wall() -> None:
    left, right = template_drawings(team()[0], Axle.REAR, WRAP)
    notes = notes_of(left)
    assert notes == notes_of(right) and len(notes) == 3
    assert notes[2].startswith("Crush sleeve: 46.5\u00a0mm long")  # 50 across less 3 of wall and half a millimetre
    assert "pilot 5.0\u00a0mm, then open to 16.0\u00a0mm" in notes[0] and "10.5\u00a0mm for the bolt" in notes[1]


def test_a_bracket_is_laid_flat_with_its_holes_as_far_from_the_corner() -> None:
    flat = blank(0.060, 0.050, 0.004, 0.004, 0.4)
    left, right = template_drawings(with_row(BRACKET, leg=2.0, x=0.015, y=0.030, hole=0.0105), Axle.REAR, BRACKET)
    assert holes_of(left) == [pytest.approx((0.015, flat.length - 0.020, 0.00525))]
    assert holes_of(right) == [pytest.approx((0.035, flat.length - 0.020, 0.00525))]
    bends = sorted(
        {y for item in left.items if isinstance(item, Line) and item.pen is Pen.GHOST for _, y in item.points}
    )
    assert bends == pytest.approx(list(flat.bend))


def test_a_cut_list_says_each_length_and_what_is_too_short() -> None:
    file = with_row(CUT_LIST, length=0.212, count=2.0)
    (page,) = template_drawings(file, Axle.REAR, CUT_LIST)
    lines = [item.text for item in page.items if isinstance(item, Text)][:-1]
    assert lines[-1] == "2 of 212.0\u00a0mm centre to centre: cut 160.0\u00a0mm"  # 212 - 2 (45 - 25) - 2 x 6
    assert "Shortest safe cut: 50.0\u00a0mm" in lines[1] and "20.0\u00a0mm longer" in lines[0]
    with pytest.raises(InputError, match="Row 1: The inserts would meet"):
        template_drawings(with_row(CUT_LIST, length=0.100), Axle.REAR, CUT_LIST)


def test_the_arm_board_has_a_stroke_every_degree_and_one_that_is_wanted() -> None:
    file = SetReading(ARM_ANGLE, Axle.REAR, "wanted", Reading(math.radians(7.0))).apply(team()[0])
    left, right = template_drawings(file, Axle.REAR, ARM_ANGLE)
    strokes = [
        math.degrees(math.atan2(item.points[0][1], item.points[0][0]))
        for item in left.items if isinstance(item, Line) and item.pen is Pen.HAIR and len(item.points) == 2
    ]  # fmt: skip
    assert sorted(strokes) == pytest.approx([float(each) for each in range(-45, 46)])
    wanted = [
        item.points[1] for item in left.items if isinstance(item, Line) and item.pen is Pen.PART and not item.closed
    ]
    assert wanted == [pytest.approx((0.130 * math.cos(math.radians(7.0)), 0.130 * math.sin(math.radians(7.0))))]
    assert [circle[2] for circle in holes_of(left)] == [pytest.approx(0.5 * file.bench.rear.bar.od.value)]
    assert [(-x, y) for x, y, _ in holes_of(left)] == [(x, y) for x, y, _ in holes_of(right)]


@pytest.mark.parametrize(("kind", "cells", "says"), [
    (PLATE, {"x": 0.03, "y": 0.03, "hole": 0.006, "pitch": 0.002}, "too coarse"),
    (BRACKET, {"leg": 1.0, "x": 0.02, "y": 0.005, "hole": 0.006}, "not on the flat of its leg"),
    (BRACKET, {"leg": 2.0, "x": 0.049, "y": 0.03, "hole": 0.006}, "beside the plate"),
])  # fmt: skip
def test_a_hole_that_cannot_be_is_said(kind: str, cells: dict[str, float], says: str) -> None:
    with pytest.raises(InputError, match=says):
        template_drawings(with_row(kind, **cells), Axle.REAR, kind)


@pytest.mark.parametrize(("kind", "entry", "value", "says"), [
    (WRAP, "pilot", 0.0115, "larger than the hole"), (WRAP, "wall", 0.020, None), (TUBE_END, "outer", 0.050, "thicker than"),
    (ARM_ANGLE, "bore", 0.080, "wider than the board"), (BRACKET, "first", 0.011, None),
    (WRAP, "width", 0.0155, "rounder|fill"),
])  # fmt: skip
def test_an_entry_that_cannot_be_is_said(kind: str, entry: str, value: float, says: str | None) -> None:
    file = team()[0]
    if kind == ARM_ANGLE:
        file = SetReading(kind, Axle.REAR, "reach", Reading(0.070)).apply(file)
    if entry == "width":
        file = SetReading(kind, Axle.REAR, "corner", Reading(0.0)).apply(file)
        file = SetReading(kind, Axle.REAR, "wall", Reading(0.008)).apply(file)
    file = SetReading(kind, Axle.REAR, entry, Reading(value)).apply(file)
    if says is None:
        assert template_drawings(file, Axle.REAR, kind)
        return
    with pytest.raises(InputError, match=says):
        template_drawings(file, Axle.REAR, kind)
