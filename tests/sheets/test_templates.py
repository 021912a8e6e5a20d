"""Templates at full size: the proof bar as printed, cutters' files read back, tiles, and what cannot be drawn."""

from __future__ import annotations

import math
import xml.etree.ElementTree as Tree
from pathlib import Path

import ezdxf
import pytest
from pypdf import PdfReader

from anchor_beam.core.sides import Axle
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.demo.team import team
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.templates import PLATE, WRAP
from anchor_beam.drawings.shapes import Circle, Drawing
from anchor_beam.drawings.template import Hole, Mark, plate_drawing, wrap_drawing
from anchor_beam.errors import InputError
from anchor_beam.figures.template import template_drawings
from anchor_beam.session.edits import SetReading
from anchor_beam.sheets.page import PaperSize
from anchor_beam.sheets.template import template_dxf, template_pdf, template_svg

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
