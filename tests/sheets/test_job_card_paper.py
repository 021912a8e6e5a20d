"""A job card on paper and as a page: everything that is on the card is there, once, in order, as plain text."""

from __future__ import annotations

import io
import re
from dataclasses import replace
from html.parser import HTMLParser

import pytest
from pypdf import PdfReader

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.job import Job, JobKind
from anchor_beam.documents.job_card import Done, JobCard, OwnStep, Value, new_card
from anchor_beam.drawings.shapes import Tone
from anchor_beam.figures.job_sheet import job_sheet
from anchor_beam.fitting.card import view
from anchor_beam.sheets.job_card import JobSheet, job_card_page, job_card_pdf
from anchor_beam.sheets.page import PaperSize
from anchor_beam.units.kinds import System

CAR = team()[0].car.name
KINDS = [kind for kind in JobKind if kind is not JobKind.OWN]


def card_of(kind: JobKind) -> JobCard:
    job = Job(kind, Axle.REAR, "old bar", "Elm 18", "hole 2", (0.0885, 0.0885))
    return new_card(1, "Rear", job, "2026-11-28")


def words(text: str) -> list[str]:
    """Without what a page breaks and sets otherwise."""
    return re.findall(r"\w+", text.casefold())


def printed(sheet: JobSheet) -> list[str]:
    return [page.extract_text() for page in PdfReader(io.BytesIO(job_card_pdf(sheet))).pages]


class Page(HTMLParser):
    """What a reader of the page meets: its tags, its text, its ticked boxes."""

    def __init__(self, page: bytes) -> None:
        super().__init__()
        self.tags: list[str] = []
        self.open: list[str] = []
        self.text: list[str] = []
        self.items = self.ticked = 0
        self.feed(page.decode())

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.tags.append(tag)
        self.items += tag == "li"
        self.ticked += tag == "input" and any(name == "checked" for name, _ in attrs)
        if tag not in ("meta", "input"):
            self.open.append(tag)

    def handle_endtag(self, tag: str) -> None:
        assert self.open and self.open.pop() == tag  # nested as they should be

    def handle_data(self, data: str) -> None:
        self.text.append(data)


@pytest.mark.parametrize("units", [System.METRIC, System.US], ids=str)
@pytest.mark.parametrize("kind", KINDS, ids=str)
def test_every_step_is_on_paper_in_its_order(kind: JobKind, units: System) -> None:
    card = card_of(kind)
    sheet = job_sheet(CAR, card, units)
    assert sheet.paper is (PaperSize.A4 if units == System.METRIC else PaperSize.LETTER)
    pages = printed(sheet)
    told = words(" ".join(pages[:-1]))
    steps = view(card).steps
    at = 0
    for each in steps:
        wanted = words(each.step.text)
        found = next((i for i in range(at, len(told)) if told[i : i + len(wanted)] == wanted), None)
        if found is None:  # broken by the foot of a page
            found = next((i for i in range(at, len(told)) if told[i : i + 4] == wanted[:4]), None)
        assert found is not None, each.step.text
        at = found + 1
    for i, text in enumerate(pages, start=1):
        assert f"{i} / {len(pages)}" in text
    assert "Torques" in pages[-1]
    for name, _ in sheet.ledger:
        assert name in pages[-1]


@pytest.mark.parametrize("kind", KINDS, ids=str)
def test_no_line_leaves_the_paper(kind: JobKind) -> None:
    for paper in PaperSize:
        sheet = replace(job_sheet(CAR, card_of(kind), System.METRIC), paper=paper)
        for page in PdfReader(io.BytesIO(job_card_pdf(sheet))).pages:
            places: list[tuple[float, float]] = []

            def visit(text: str, _cm: object, tm: list[float], *_: object, found=places) -> None:
                if text.strip():
                    found.append((tm[4], tm[5]))

            page.extract_text(visitor_text=visit)
            assert places
            assert all(0.0 < x < paper.value[0] and 18.0 < y < paper.value[1] for x, y in places)


@pytest.mark.parametrize("kind", KINDS, ids=str)
def test_the_page_is_whole_and_ticks_what_is_signed(kind: JobKind) -> None:
    card = card_of(kind)
    first = view(card).steps[0].step
    card = card.with_done(first.id, Done("2026-11-28T10:00"))
    sheet = job_sheet(CAR, card, System.METRIC)
    page = Page(job_card_page(sheet))
    assert page.open == []  # all of it is closed
    assert page.items == len(sheet.steps) and page.ticked == 1
    text = words(" ".join(page.text))
    for each in view(card).steps:
        wanted = words(each.step.text)
        assert any(text[i : i + len(wanted)] == wanted for i in range(len(text)))
    assert page.tags.count("h2") == len({each.step.phase for each in view(card).steps}) + 1


def test_cautions_stand_in_their_own_colour_at_their_step() -> None:
    sheet = job_sheet(CAR, card_of(JobKind.SUBFRAME), System.METRIC)
    warned = [step for step in sheet.steps if any(tone is Tone.WARNING for _, tone in step.under)]
    assert warned
    page = job_card_page(sheet).decode()
    assert page.count("class='warn'") == sum(tone is Tone.WARNING for step in sheet.steps for _, tone in step.under)
    raised = next(step for step in warned if "stands" in " ".join(text for text, _ in step.under).lower())
    assert raised.number


def test_text_of_a_user_is_text_on_paper_and_on_the_page() -> None:
    nasty = "<script>alert(1)</script> & <b>no</b>"
    card = card_of(JobKind.SUBFRAME)
    first = view(card).steps[0].step
    own = OwnStep("own1", nasty, first.id, "<i>hammer</i>", 5.0)
    card = replace(card.with_note(first.id, nasty), own=(own,))
    sheet = job_sheet(nasty, card, System.METRIC)
    page = job_card_page(sheet)
    read = Page(page)
    assert not {"script", "b>no", "i"} & set(read.tags)
    assert read.tags.count("title") == 1 and "<script>" not in page.decode()
    assert sum(nasty in part for part in "".join(read.text).split("\n")) >= 1
    assert "<script>alert(1)</script>" in " ".join(printed(sheet))


def test_what_was_measured_is_printed_and_what_was_not_leaves_room() -> None:
    card = card_of(JobKind.SUBFRAME)
    step, asked = next((each, asked) for each in view(card).steps for asked in each.checks if asked.key == "R1")
    blank = job_sheet(CAR, card, System.METRIC)
    filled = job_sheet(CAR, card.with_value(asked.keys[0], Value(0.3415)), System.METRIC)

    def under(sheet: JobSheet) -> str:
        return next(
            text
            for each in sheet.steps
            if each.number == str(step.number)
            for text, _ in each.under
            if asked.check.title in text
        )

    assert under(blank).count("________") == len(asked.keys)
    assert under(filled).count("________") == len(asked.keys) - 1
    assert "341.5\N{NO-BREAK SPACE}mm" in under(filled)


def test_a_card_of_sixty_own_steps_of_the_longest_text_goes_over_pages() -> None:
    card = card_of(JobKind.OWN)
    before, long = view(card).steps[-1].step.id, "Measure the gap at the arm " * 7
    own = []
    for i in range(60):
        own.append(OwnStep(f"own{i}", f"{i} {long}".strip(), before))
        before = f"own{i}"
    card = replace(card, own=tuple(own))
    sheet = job_sheet(CAR, card, System.METRIC)
    pages = printed(sheet)
    assert len(pages) > 6
    told = " ".join(" ".join(pages).split())
    for i in range(60):
        assert f"{i} Measure the gap" in told
