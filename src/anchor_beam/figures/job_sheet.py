"""A job card as text for paper and for a phone, in the user's units."""

from __future__ import annotations

from datetime import date

from anchor_beam import __version__
from anchor_beam.documents.job_card import Counted, JobCard
from anchor_beam.drawings.shapes import Tone
from anchor_beam.figures.shown_step import lengths_beside
from anchor_beam.fitting.card import CardStep, State, cautions_of, tools_of, view
from anchor_beam.fitting.gather import still_to_get
from anchor_beam.fitting.kit import items
from anchor_beam.fitting.ledger import Row, rows
from anchor_beam.fitting.redo import REDO
from anchor_beam.fitting.step import Tag
from anchor_beam.fitting.told import pose_told, remark_told
from anchor_beam.sheets.job_card import JobSheet, PrintedStep
from anchor_beam.sheets.page import paper_for
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.fitting import ESTIMATE, gap_left, progress, time_left, to_get

TICKS = {State.DONE: "✓", State.SKIPPED: "–"}


def job_sheet(car: str, card: JobCard, units: System) -> JobSheet:
    """Everything on the card."""
    seen = view(card)
    steps, phase = [], ""
    for each in seen.steps:
        head = str(each.step.phase) if each.step.phase != phase else ""
        phase = each.step.phase
        under = _under(each, card, units)
        steps.append(PrintedStep(str(each.number), head, each.step.text, under, TICKS.get(each.state, "")))
    numbers = {each.step.id: each.number for each in seen.steps}
    for i, remark in enumerate(card.remarks):
        told = remark_told(remark, numbers.get(remark.step), REDO[remark.touches] if remark.is_open else ())
        steps.append(PrintedStep("", "" if i else "found", told, (), "✓" if remark.closed else ""))
    missing = list(still_to_get(card, units))
    tools = f"Tools: {', '.join(tools_of(card))}." + (f" {to_get(missing)}" if missing else "")
    return JobSheet(
        f"{car}: {card.title}", f"{date.today().isoformat()}, Anchor Beam {__version__}",
        f"{progress(seen.done, len(seen.steps))}; {time_left(*seen.minutes)}.", tools,
        tuple(steps), tuple((row.fastener.name, torque_text(row, units)) for row in rows(card)), paper_for(units),
    )  # fmt: skip


def _under(each: CardStep, card: JobCard, units: System) -> tuple[tuple[str, Tone], ...]:
    step = each.step
    hands = f"{step.hands} hands{f'; alone: {step.solo}' if step.solo else ''}." if step.hands > 1 else ""
    plain = f"{step.posture}; {', '.join(step.tools)}. {hands}".replace("; .", ".").strip()
    lengths = lengths_beside(step, card.job, units)
    lines = [(plain, Tone.SOFT), *([(lengths, Tone.INK)] if lengths else [])]
    lines += [(caution, Tone.WARNING) for caution in cautions_of(step)]
    lines += [(line, Tone.INK) for line in (*_kit(each, card), *_way(each, card, units))]
    for asked in each.checks:
        check = asked.check
        places = "   ".join(f"{place} {_written(card, key, check.kind, units)}"
                            for place, key in zip(check.places, asked.keys, strict=False)) or "yes / no"  # fmt: skip
        lines.append((f"{check.title}: {check.rule}.   {places}", Tone.INK))
    return tuple(lines) if not each.note else (*lines, (f"Note: {each.note}", Tone.INK))


def _written(card: JobCard, key: str, kind: Kind | None, units: System) -> str:
    """What was measured, or room to write it."""
    value = card.values.get(key)
    return "________" if value is None or kind is None else str(show(value.value, kind, units))


def _kit(each: CardStep, card: JobCard) -> list[str]:
    """What the bench said of the kit, at the step that counts it."""
    if Tag.TRIAL not in each.step.tags:
        return []
    said = ((item.what, card.kit.get(item.key, Counted.OPEN)) for item in items(card.job))
    return ["; ".join(f"{what}: {'____' if counted is Counted.OPEN else counted}" for what, counted in said)]


def _way(each: CardStep, card: JobCard, units: System) -> list[str]:
    """The poses, at the steps where the bar goes through them."""
    out, back = Tag.OUT in each.step.tags, Tag.IN in each.step.tags
    poses = card.poses if out else tuple(reversed(card.poses)) if back else ()
    found = []
    for i, pose in enumerate(poses, start=1):
        gap = (
            ""
            if pose.gap is None
            else gap_left(str(show(pose.gap, Kind.FINE_LENGTH, units)), touches=pose.gap <= 0.0)
        )
        found.append(f"{i}  {pose_told(pose, gap if out else '', inward=back)}")
    return found


def torque_text(row: Row, units: System) -> str:
    """`55 N·m (maker)`, an estimate that says that it is one, or why there is none."""
    if row.entry is not None:
        return f"{row.entry.typed} ({row.entry.source})"
    if row.guess is None:
        return row.why
    value, spread = (show(x, Kind.TORQUE, units) for x in (row.guess.torque, row.guess.spread))
    return f"{value.number} ± {spread.number} {value.unit}: {ESTIMATE}"
