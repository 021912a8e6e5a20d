"""A job card as it stands: its steps in order with what was done, measured and noted, what is open, and how long it will
take."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace
from datetime import datetime
from enum import StrEnum
from functools import lru_cache
from itertools import chain, count

from anchor_beam.documents.job import Job
from anchor_beam.documents.job_card import JobCard, OwnStep
from anchor_beam.errors import InputError
from anchor_beam.fitting.asked import Asked, asked_at, stages_of
from anchor_beam.fitting.checks import Verdict
from anchor_beam.fitting.graph import in_own_order, moved, only_warned, ordered, reasons
from anchor_beam.fitting.jobs import cautions, steps_of
from anchor_beam.fitting.kit import strands
from anchor_beam.fitting.step import Deed, Step, Tag
from anchor_beam.fitting.told import open_remark
from anchor_beam.immutable import immutable
from anchor_beam.words.fitting import early_told, rests

JUST_OVER = 10.0  # min for which it is said that something has rested
NO_WAY_BACK = "This step cannot be taken back: be sure before you start."


class State(StrEnum):
    """How far a step is."""

    OPEN = "open"
    DONE = "done"
    SKIPPED = "left out"
    WAITING = "waits"


@immutable
class CardStep:
    """A step as the card shows it. why: the step that it comes after and the reason, None for none. state; waits_for: the
    first step that must be done before. checks: by key. note; skipped: why it was left out. changed: its text is another
    one since the card was brought up to date. number: counted from 1. rests: until when, UTC, empty for no longer."""

    number: int
    step: Step
    state: State
    waits_for: str
    why: tuple[str, str] | None
    checks: tuple[Asked, ...]
    note: str
    skipped: str
    changed: bool
    rests: str = ""

    @property
    def failed(self) -> tuple[Asked, ...]:
        """Checks that did not pass."""
        return tuple(each for each in self.checks if each.verdict is Verdict.FAILED)


@immutable
class CardView:
    """A whole card. put_back: what is unhooked now. minutes: that are left, from and to. open: why it cannot be closed."""

    steps: tuple[CardStep, ...]
    put_back: tuple[str, ...]
    minutes: tuple[float, float]
    open: tuple[str, ...]

    @property
    def next(self) -> CardStep | None:
        """The first that can be done now."""
        return next((each for each in self.steps if each.state is State.OPEN), None)

    @property
    def done(self) -> int:
        """How many are done or left out."""
        return sum(each.state in (State.DONE, State.SKIPPED) for each in self.steps)


@lru_cache(maxsize=64)
def _steps(job: Job, own: tuple[OwnStep, ...], order: tuple[str, ...]) -> tuple[Step, ...]:
    steps = steps_of(job, own)
    try:
        return in_own_order(steps, order)
    except InputError:  # the job changed under an order of somebody's own: that of the program holds
        return ordered(steps)


@lru_cache(maxsize=64)
def _reasons(job: Job, own: tuple[OwnStep, ...], order: tuple[str, ...]) -> dict[str, tuple[str, str] | None]:
    return reasons(_steps(job, own, order))


def steps_in_order(card: JobCard) -> tuple[Step, ...]:
    """The steps of a card, in its own order where that still works."""
    return _steps(card.job, card.own, card.order)


def view(card: JobCard) -> CardView:
    """The card as it stands."""
    steps = steps_in_order(card)
    why = _reasons(card.job, card.own, card.order)
    there, closed = why.keys(), card.done.keys() | card.skipped.keys()
    seen, stages = dict(card.seen), stages_of(card)
    shown = []
    for number, step in enumerate(steps, start=1):
        waits = next(
            (first for first, _ in step.needs if first not in closed and first in there and first not in step.soft),
            "",
        )
        state = (
            State.SKIPPED if step.id in card.skipped else State.DONE if step.id in card.done
            else State.WAITING if waits else State.OPEN
        )  # fmt: skip
        checks = asked_at(card, step, stages)
        changed = bool(seen) and seen.get(step.id) != step.text
        shown.append(CardStep(
            number, step, state, waits, why[step.id], checks, card.notes.get(step.id, ""),
            card.skipped.get(step.id, ""), changed, card.waits.get(step.id, ""),
        ))  # fmt: skip
    off = [what for step in steps if step.id in card.done for what in step.opens]
    back = {what for step in steps if step.id in card.done for what in step.closes}
    put_back = tuple(what for what in off if what not in back)
    left = [each.step for each in shown if each.state in (State.OPEN, State.WAITING)]
    minutes = sum(step.minutes[0] for step in left), sum(step.minutes[1] for step in left)
    return CardView(tuple(shown), put_back, minutes, _open(card, shown, put_back))


def _open(card: JobCard, shown: list[CardStep], put_back: tuple[str, ...]) -> tuple[str, ...]:
    found = [f"still unhooked: {what}" for what in put_back]
    found += [open_remark(each) for each in card.remarks if each.is_open]
    for each in shown:
        for asked in each.checks:
            if each.state is State.DONE and asked.verdict is not Verdict.PASSED:
                word = "failed" if asked.verdict is Verdict.FAILED else "not written down"
                found.append(f"{word}: {asked.check.title.lower()}")
    left = sum(each.state in (State.OPEN, State.WAITING) for each in shown)
    return (*((f"{left} steps are open",) if left else ()), *dict.fromkeys(found))


def may_sign(card: JobCard, step: str) -> str:
    """Why a step cannot be signed off now, empty where it can."""
    return held(card, view(card), step)


def held(card: JobCard, seen: CardView, step: str) -> str:
    """The same for a card that is seen already."""
    found = next((each for each in seen.steps if each.step.id == step), None)
    if found is None:
        return "This step is no longer part of the job."
    if found.state is State.WAITING:
        other = next(each.step for each in seen.steps if each.step.id == found.waits_for)
        return f"First “{short(other.text)}”: {dict(found.step.needs)[other.id]}."
    if found.failed:
        failed = found.failed[0]
        return f"“{failed.check.title}” failed. {failed.check.fails}"
    if Tag.TRIAL in found.step.tags and (absent := strands(card)):
        return f"The old bar stays where it is: {'; '.join(absent)}."
    if Tag.PUT_BACK in found.step.tags:
        off = [what for what in seen.put_back if what not in found.step.closes]
        if off:
            return f"Still unhooked, and put back by another step: {', '.join(off)}."
    return ""


def asks_why(seen: CardView, step: str, now: datetime) -> str:
    """What should be done before a step, or should rest longer, where nobody wrote a note that says why not; empty for
    nothing. now: UTC."""
    by_id = {each.step.id: each for each in seen.steps}
    found = by_id.get(step)
    if found is None or found.note:
        return ""
    for first, why in found.step.needs:
        if first not in by_id:
            continue
        other = by_id[first]
        if first in found.step.soft and other.state in (State.OPEN, State.WAITING):
            return f"First “{short(other.step.text)}”: {why}."
        if other.rests and now < datetime.fromisoformat(other.rests):
            left = (datetime.fromisoformat(other.rests) - now).total_seconds() / 60.0
            return rests(short(other.step.text), left)
    return ""


def resting(seen: CardView, now: datetime) -> list[str]:
    """Steps that rest, or that have rested within the last minutes. now: UTC."""
    found = []
    for each in seen.steps:
        if each.rests:
            left = (datetime.fromisoformat(each.rests) - now).total_seconds() / 60.0
            if left > -JUST_OVER:
                found.append(rests(short(each.step.text), left))
    return found


def moved_to(card: JobCard, step: str, to: int) -> JobCard:
    """The card with a step at another place, counted from 0.

    Raises:
        InputError: at "order", it cannot be there; with the reason.
    """
    order = steps_in_order(card)
    found = moved(order, step, to)
    if not isinstance(found, tuple):
        by_id = {each.id: each for each in order}
        first, then = short(by_id[found.other].text), short(by_id[found.step].text)
        raise InputError("order", f"“{then}” comes after “{first}”: {found.why}.", accepts="a place behind it")
    return replace(card, order=tuple(each.id for each in found))


def out_of_habit(card: JobCard, step: str) -> str:
    """Whether a step that was moved stands on the unusual side of another, with the reason; empty where it does not."""
    order = steps_in_order(card)
    by_id = {each.id: each for each in order}
    for early in only_warned(order):
        pair = {early.step, early.other}
        if step in pair and not pair & {*card.done, *card.skipped}:
            return early_told(short(by_id[early.step].text), short(by_id[early.other].text), early.why)
    return ""


def brought_up_to_date(card: JobCard, job: Job) -> JobCard:
    """The card for another state of car and parts: ticks of steps that stay are kept, what changed is marked until it is
    looked at."""
    seen = tuple((step.id, step.text) for step in steps_in_order(card))
    changed = replace(card, job=job, seen=seen)
    ids = {step.id for step in steps_of(job, card.own)}
    order = tuple(each for each in card.order if each in ids)
    return replace(changed, done={step: each for step, each in card.done.items() if step in ids}, order=order)


def short(text: str) -> str:
    """The beginning of a step's text, for a list. One word alone says too little: it goes on to the next comma."""
    first, *others = text.split(":")[0].split(". ")[0].split(", ")
    words = (f"{first}, {others[0]}" if others and " " not in first else first).rstrip(".")
    return words if len(words) <= 60 else f"{words[:57]}…"


def cautions_of(step: Step) -> tuple[str, ...]:
    """What may hurt somebody here, and whether there is a way back."""
    return (*(cautions()[key] for key in step.cautions), *(() if step.reversible else (NO_WAY_BACK,)))


def tools_of(card: JobCard) -> tuple[str, ...]:
    """Every tool that the card asks for, once, in the order in which they are needed."""
    return tuple(dict.fromkeys(tool for step in steps_in_order(card) for tool in step.tools))


def needs_ruled_out(card: JobCard) -> tuple[str, ...]:
    """Work that the job asks for and *Aim* rules out, in words."""
    return ruled_out_by(steps_in_order(card), card.job.wont)


def ruled_out_by(steps: Sequence[Step], wont: Sequence[str]) -> tuple[str, ...]:
    """Work that steps ask for and that somebody will not do, in words."""
    asks: tuple[tuple[str, Callable[[Step], bool]], ...] = (
        ("drill", lambda step: step.deed is Deed.DRILL), ("weld", lambda step: step.deed is Deed.WELD),
        ("find a second person", lambda step: step.hands > 1 and not step.solo),
        ("lower a subframe", lambda step: "subframe" in {act.fastener for act in step.acts}),
        ("work under a lifted car", lambda step: Tag.LIFTED in step.tags),
    )  # fmt: skip
    return tuple(work for work, is_it in asks if work in wont and any(is_it(step) for step in steps))


def pinned(titles: Iterable[str], card: JobCard, step: Step) -> tuple[str, ...]:
    """Titles of the photos that are pinned to a step."""
    base = _pin(card, step)
    return tuple(title for title in titles if title == base or re.fullmatch(rf"{re.escape(base)}, \d+", title))


def pin_title(titles: Iterable[str], card: JobCard, step: Step) -> str:
    """A title that no photo of a step has yet."""
    taken, base = set(titles), _pin(card, step)
    return next(each for each in chain((base,), (f"{base}, {i}" for i in count(2))) if each not in taken)


def _pin(card: JobCard, step: Step) -> str:
    return f"card {card.number}, {step.id.replace('-', ' ')}"  # its text may change, its id does not
