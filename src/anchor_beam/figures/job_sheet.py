"""A job card as text for paper and for a phone, in the user's units."""

from __future__ import annotations

from datetime import date

from anchor_beam import __version__
from anchor_beam.documents.job_card import JobCard
from anchor_beam.drawings.shapes import Tone
from anchor_beam.fitting.card import CardStep, State, cautions_of, tools_of, view
from anchor_beam.fitting.gather import still_to_get
from anchor_beam.fitting.ledger import Row, rows
from anchor_beam.sheets.job_card import JobSheet, PrintedStep
from anchor_beam.sheets.page import paper_for
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.fitting import ESTIMATE, progress, time_left, to_get

TICKS = {State.DONE: "✓", State.SKIPPED: "–"}


def job_sheet(car: str, card: JobCard, units: System) -> JobSheet:
    """Everything on the card."""
    seen = view(card)
    steps, phase = [], ""
    for each in seen.steps:
        head = str(each.step.phase) if each.step.phase != phase else ""
        phase = each.step.phase
        steps.append(PrintedStep(str(each.number), head, each.step.text, _under(each), TICKS.get(each.state, "")))
    missing = list(still_to_get(card, units))
    tools = f"Tools: {', '.join(tools_of(card))}." + (f" {to_get(missing)}" if missing else "")
    return JobSheet(
        f"{car}: {card.title}", f"{date.today().isoformat()}, Anchor Beam {__version__}",
        f"{progress(seen.done, len(seen.steps))}; {time_left(*seen.minutes)}.", tools,
        tuple(steps), tuple((row.fastener.name, torque_text(row, units)) for row in rows(card)), paper_for(units),
    )  # fmt: skip


def _under(each: CardStep) -> tuple[tuple[str, Tone], ...]:
    step = each.step
    hands = f"{step.hands} hands{f'; alone: {step.solo}' if step.solo else ''}." if step.hands > 1 else ""
    plain = f"{step.posture}; {', '.join(step.tools)}. {hands}".replace("; .", ".").strip()
    lines = [(plain, Tone.SOFT), *((caution, Tone.WARNING) for caution in cautions_of(step))]
    for asked in each.checks:
        check = asked.check
        places = "   ".join(f"{place} ________" for place in check.places) or "yes / no"
        lines.append((f"{check.title}: {check.rule}.   {places}", Tone.INK))
    return tuple(lines) if not each.note else (*lines, (f"Note: {each.note}", Tone.INK))


def torque_text(row: Row, units: System) -> str:
    """`55 N·m (maker)`, an estimate that says that it is one, or why there is none."""
    if row.entry is not None:
        return f"{row.entry.typed} ({row.entry.source})"
    if row.guess is None:
        return row.why
    value, spread = (show(x, Kind.TORQUE, units) for x in (row.guess.torque, row.guess.spread))
    return f"{value.number} ± {spread.number} {value.unit}: {ESTIMATE}"
