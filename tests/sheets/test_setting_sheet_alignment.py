"""Toe and camber that were read with a setting stand on its sheet, on paper and as a table."""

from __future__ import annotations

import csv
import io
from dataclasses import replace

import pytest
from pypdf import PdfReader

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.documents.alignment import Alignment, alignment_from, alignment_plain
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.picture import picture
from anchor_beam.figures.sheet import aligned, setting_sheet, sheet_csv
from anchor_beam.sheets.setting_sheet import setting_sheet_pdf
from anchor_beam.units.kinds import DEG, System

READ = Alignment("2026-05-10", (0.08 * DEG, -0.05 * DEG), (-1.25 * DEG, -1.4 * DEG))
WORDS = "aligned 2026-05-10: toe left 0.08, right −0.05 deg, 0.03 deg in all; camber left −1.25, right −1.40 deg"


def with_alignment(alignment: Alignment | None) -> CarFile:
    file = sorrel_finch()
    end = replace(file.bench.end(Axle.REAR), alignment=alignment)
    return replace(file, bench=file.bench.with_end(Axle.REAR, end))


def test_it_is_told_in_degrees_to_a_hundredth() -> None:
    assert aligned(READ, System.METRIC).replace("\u00a0", " ") == WORDS
    assert READ.total_toe == pytest.approx(0.03 * DEG) and Alignment("x").total_toe is None
    assert aligned(replace(READ, camber=None), System.US).endswith("right −0.05 deg, 0.03 deg in all")


def test_it_stands_on_the_sheet_of_its_axle_only() -> None:
    sheet = setting_sheet(picture(with_alignment(READ)), System.METRIC)
    front, rear = sheet.ends
    assert any(note.startswith("aligned 2026-05-10") for note in rear.notes)
    assert not any("aligned" in note for note in front.notes)
    paper = PdfReader(io.BytesIO(setting_sheet_pdf(sheet))).pages[0].extract_text()
    assert "aligned 2026-05-10: toe left 0.08" in paper
    table = list(csv.reader(io.StringIO(sheet_csv(sheet))))
    assert ["R note", aligned(READ, System.METRIC), ""] in table
    bare = setting_sheet(picture(with_alignment(None)), System.METRIC)
    assert not any("aligned" in note for end in bare.ends for note in end.notes)


@pytest.mark.parametrize(
    "kept", [None, READ, replace(READ, toe=None), replace(READ, camber=None), Alignment("2026-01-02")]
)
def test_a_document_gives_it_back(kept: Alignment | None) -> None:
    back = alignment_from(alignment_plain(kept))
    if kept is None:
        assert back is None
        return
    assert back is not None and back.read == kept.read
    for name in ("toe", "camber"):
        one, other = getattr(kept, name), getattr(back, name)
        assert (one is None) is (other is None) and (one is None or other == pytest.approx(one))


@pytest.mark.parametrize("data", [
    {"alignment": {"read": "x", "toe_deg": {"left": 0.1}}}, {"alignment": {"toe_deg": {"left": 0.1, "right": 0.1}}},
    {"alignment": {"read": "x", "camber_deg": {"left": "a lot", "right": 0.1}}},
])  # fmt: skip
def test_half_of_it_is_refused(data: dict) -> None:
    with pytest.raises((KeyError, ValueError)):
        alignment_from(data)
