"""The setting sheet: one page, the shipped fonts inside, everything a mechanic needs, in the units in use."""

from __future__ import annotations

import csv
import io
import json
from pathlib import Path

import pytest
from pypdf import PdfReader

from anchor_beam.documents.csv_text import as_json
from anchor_beam.documents.records import BarState
from anchor_beam.session.edits import Choose, UseSetting
from support.desk import Desk


def read(desk: Desk, path: Path) -> tuple[PdfReader, str]:
    desk.window.files.sheet_to(path)
    desk.rest()
    reader = PdfReader(path)
    return reader, reader.pages[0].extract_text()


def lowest(reader: PdfReader) -> float:
    """Baseline of the lowest line of text [points]."""
    found: list[float] = []
    reader.pages[0].extract_text(visitor_text=lambda text, _cm, at, *_: found.append(at[5]) if text.strip() else None)
    return min(found)


@pytest.fixture
def sheet(tmp_path: Path) -> Path:
    return tmp_path / "sheet.pdf"


def test_it_says_what_to_bolt_on(desk: Desk, sheet: Path) -> None:
    reader, text = read(desk, sheet)
    assert len(reader.pages) == 1
    assert [round(float(side)) for side in reader.pages[0].mediabox[2:]] == [595, 842]
    assert lowest(reader) > 18.0  # points: no printer cuts it
    for words in (
        "Sorrel Finch", "damp 3, as found", "Tidewright 25, 25.4 x 4.0 mm tube", "Tidewright 17, 17.0 mm solid", "hole 1",
        "hole 2", "link 98.5", "link 88.5", "left 9.7", "too long: 3.9 turns shorter", "presses the right tyre",
        "roll gradient", "inside front wheel lifts at", "760", "690",
    ):  # fmt: skip
        assert words in text, words


def test_the_cautions_stand_on_it(desk: Desk, sheet: Path) -> None:
    _, text = read(desk, sheet)
    text = " ".join(text.split())
    assert "never a clearance to exceed a maker's rating" in text
    assert "Never work under a car on a jack alone" in text
    assert "closed ground" in text


def test_the_shipped_fonts_are_embedded(desk: Desk, sheet: Path) -> None:
    reader, _ = read(desk, sheet)
    fonts = reader.pages[0]["/Resources"]["/Font"]
    names = {str(font.get_object()["/BaseFont"]) for font in fonts.values()}
    assert any("B612" in name and "Bold" not in name for name in names)
    assert any("B612" in name and "Bold" in name for name in names)


def test_it_speaks_the_units_in_use(desk: Desk, sheet: Path) -> None:
    desk.workshop.toggle_units()
    reader, text = read(desk, sheet)
    assert [round(float(side)) for side in reader.pages[0].mediabox[2:]] == [612, 792]  # Letter
    assert lowest(reader) > 18.0
    assert "1.000 x 0.157 in tube" in text
    assert "lbf" in text
    assert "N/mm" not in text


def test_a_disconnected_bar_is_open_on_the_sheet(desk: Desk, sheet: Path) -> None:
    assert desk.bridge.ask(Choose("bench.rear.state", BarState.UNHOOKED)) is None
    _, text = read(desk, sheet)
    assert "disconnected" in text
    assert text.count("open") >= 2
    assert desk.bridge.ask(Choose("bench.rear.state", BarState.NONE)) is None
    _, text = read(desk, sheet)
    assert "no rear bar" in text and "open" not in text


def test_the_reference_itself_shows_no_differences(desk: Desk, sheet: Path) -> None:
    assert desk.bridge.ask(UseSetting("standard")) is None
    _, text = read(desk, sheet)
    assert "differences are against “standard”" in text
    assert "+" not in text.split("Middle of the corner")[1]


def test_the_sheet_goes_out_as_a_table_and_as_json_too(desk: Desk, tmp_path: Path) -> None:
    for name in ("sheet.csv", "sheet.json"):
        desk.window.files.sheet_to(tmp_path / name)
        desk.qtbot.waitUntil(lambda name=name: (tmp_path / name).exists(), timeout=10_000)
    rows = {row["what"]: row for row in csv.DictReader(io.StringIO((tmp_path / "sheet.csv").read_text()))}
    assert rows["car"]["value"] == "Sorrel Finch" and rows["setting"]["against"].endswith("“standard”")
    assert rows["R left"]["value"].replace("\u00a0", " ") == "hole 1, link 98.5 mm"
    assert rows["R bar"]["value"].startswith("Tidewright 17")
    document = json.loads((tmp_path / "sheet.json").read_text())
    assert {row["what"]: row["value"] for row in document["rows"]}["R left"] == rows["R left"]["value"]


def test_a_table_as_json_has_numbers_where_there_are_numbers() -> None:
    table = 'name,price [mark],note\nElm,12.5,\'=1+1\n"a, b",,inf\n'
    assert json.loads(as_json(table))["rows"] == [
        {"name": "Elm", "price [mark]": 12.5, "note": "=1+1"}, {"name": "a, b", "price [mark]": None, "note": "inf"},
    ]  # fmt: skip
