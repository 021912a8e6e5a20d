"""The steps of each kind of job, from the files in `assets/jobs`, for a car and its parts.

A file says which pieces come before and after its own steps. A step counts where all words of its `when` hold and none of its
`unless`; what needs a step that does not count needs what that one needed. Texts have slots: {axle}, {off}, {on}, {hole},
{sides}, {stops}, {second}; {links} tells that the lengths of the links are said beside the text, in the user's units.
"""

from __future__ import annotations

import tomllib
from dataclasses import replace
from functools import cache, lru_cache
from pathlib import Path
from typing import Any

import anchor_beam
from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Has, Job, JobKind, Lift, LinkJoint, SecondLink
from anchor_beam.documents.job_card import OwnStep
from anchor_beam.fitting.rules import with_rules
from anchor_beam.fitting.step import Act, Deed, Phase, Posture, Step, Tag
from anchor_beam.immutable import immutable

LINKS = "{links}"
FOLDER = Path(anchor_beam.__file__).parent / "assets" / "jobs"
FILES = {
    JobKind.ONE_PIECE: "one_piece", JobKind.SPLINED: "splined", JobKind.NONE_BEFORE: "none_before",
    JobKind.NO_LINKS: "no_links", JobKind.LINK_SWAP: "link_swap", JobKind.RELOCATION: "relocation",
    JobKind.SUBFRAME: "subframe", JobKind.BRACE: "brace", JobKind.LATERAL_ROD: "lateral_rod", JobKind.LAUNCH: "launch",
    JobKind.WELD_IN: "weld_in", JobKind.STANDARD: "standard", JobKind.OWN: "own",
}  # fmt: skip
HAS = {
    Has.SENSOR: "sensor", Has.EXHAUST: "exhaust", Has.BRACE: "brace", Has.COLLARS: "collars", Has.TRAY: "tray",
    Has.SHARED: "shared", Has.BONDED: "bonded", Has.DRILL: "drill", Has.CUT: "cut",
}  # fmt: skip
SECOND = {
    SecondLink.DROPS_IN: "the second link drops in by finger before its nut goes on",
    SecondLink.EQUAL: "the second link as long as the first: what stays in the bar then, Links says",
    SecondLink.AS_OLD: "the second link as long as the old one was: what stays in the bar then, Links says",
}  # fmt: skip
WORDS = {"old bar", *Axle, *HAS.values(), *map(str, Lift), *map(str, LinkJoint), *map(str, JobKind)}
"""What a step may make its condition."""
KEYS = {
    "id", "phase", "deed", "posture", "text", "when", "unless", "tags", "needs", "acts", "opens", "closes", "frees", "hides",
    "tools", "cautions", "checks", "hands", "solo", "minutes", "reversible", "wait",
}  # fmt: skip


@immutable
class Written:
    """A step as a file has it: under which conditions, and with slots in its text."""

    step: Step
    when: tuple[str, ...]
    unless: tuple[str, ...]


@immutable
class Template:
    """A kind of job. gone: fasteners that come off for good. has: what such a job always has."""

    steps: tuple[Written, ...]
    gone: tuple[str, ...]
    has: tuple[Has, ...]


@lru_cache(maxsize=64)
def steps_of(job: Job, own: tuple[OwnStep, ...] = ()) -> tuple[Step, ...]:
    """The steps of a job with what they need, in the order in which they are written. Steps of the user's own come after the
    one that they name, in its posture."""
    template = template_of(job.kind)
    words = conditions(replace(job, has=tuple(dict.fromkeys((*job.has, *template.has)))))
    every = template.steps
    chosen = [each.step for each in every if _counts(each, words)]
    left_out = {each.step.id: dict(each.step.needs) for each in every} | {}
    ids = {step.id for step in chosen}
    passed = [replace(step, needs=_passed_on(step.needs, ids, left_out)) for step in chosen]
    filled = tuple(_filled(step, job) for step in passed)
    opened = [what for step in filled for what in step.opens]
    closed = {what for step in filled for what in step.closes}
    rest = tuple(what for what in opened if what not in closed)
    done = tuple(replace(step, closes=(*step.closes, *rest)) if Tag.PUT_BACK in step.tags and rest else step
                 for step in _once_put_back(filled))  # fmt: skip
    return with_rules(_with_own(done, own))


def _once_put_back(steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """What is left on the put-back list is closed by one step, the last that is tagged so."""
    last = next((step.id for step in reversed(steps) if Tag.PUT_BACK in step.tags), "")
    return tuple(
        step if step.id == last or Tag.PUT_BACK not in step.tags
        else replace(step, tags=tuple(tag for tag in step.tags if tag is not Tag.PUT_BACK)) for step in steps
    )  # fmt: skip


def conditions(job: Job) -> set[str]:
    """What holds of a job, in the words of its files."""
    words = {HAS[each] for each in job.has} | {str(job.lift), str(job.joint), str(job.axle), str(job.kind)}
    return words | ({"old bar"} if job.off else set())


def _counts(written: Written, words: set[str]) -> bool:
    return set(written.when) <= words and not set(written.unless) & words


def _passed_on(
    needs: tuple[tuple[str, str], ...], ids: set[str], left_out: dict[str, dict[str, str]]
) -> tuple[tuple[str, str], ...]:
    """Needs of steps that count; one that does not is stood for by what it needed itself."""
    found: dict[str, str] = {}
    waiting, seen = list(needs), set[str]()
    while waiting:
        first, why = waiting.pop(0)
        if first in ids:
            found.setdefault(first, why)
        elif first not in seen:
            seen.add(first)
            waiting += list(left_out.get(first, {}).items())
    return tuple(found.items())


def _filled(step: Step, job: Job) -> Step:
    slots = {
        "{axle}": str(job.axle), "{off}": job.off or "the old bar", "{on}": job.on or "the new bar",
        "{hole}": f" in {job.hole}" if job.hole else "", "{sides}": str(job.sides),
        "{stops}": str(job.stops), "{second}": SECOND[job.second], LINKS: "",
    }  # fmt: skip

    def fill(text: str) -> str:
        for slot, value in slots.items():
            text = text.replace(slot, value)
        return text[:1].upper() + text[1:]

    solo = step.solo if job.hands < 2 else ""
    frees, lengths = tuple(fill(each) for each in step.frees), LINKS in step.text
    return replace(step, text=fill(step.text), frees=frees, solo=solo, lengths=lengths)


def _with_own(steps: tuple[Step, ...], own: tuple[OwnStep, ...]) -> tuple[Step, ...]:
    found = list(steps)
    for each in own:
        at = next((i for i, step in enumerate(found) if step.id == each.after), len(found) - 1)
        before = found[at]
        tools = tuple(tool.strip() for tool in each.tools.split(",") if tool.strip())
        minutes = (2.0, 5.0) if each.minutes is None else (each.minutes, each.minutes)
        found.insert(at + 1, Step(
            each.id, before.phase, Deed.MOVE, each.text, before.posture, needs=((before.id, "you put it there"),), own=True,
            tools=tools, minutes=minutes,
        ))  # fmt: skip
    return tuple(found)


@cache
def template_of(kind: JobKind) -> Template:
    """A kind of job, as its file has it."""
    data = _read(FILES[kind])
    before, after = ([_piece(name) for name in data[where]] for where in ("before", "after"))
    steps = tuple(each for part in (*before, _steps(data), *after) for each in part)
    return Template(
        steps, tuple(data.get("gone", ())), tuple(each for each, word in HAS.items() if word in data.get("has", ()))
    )


@cache
def cautions() -> dict[str, str]:
    """What may hurt somebody, by its key: said in the step where it counts. Makers, law and licensed trades come first."""
    return _read("cautions")


@cache
def _piece(name: str) -> tuple[Written, ...]:
    """Steps that several kinds share."""
    return _steps(_read(f"pieces/{name}"))


def _read(name: str) -> dict[str, Any]:
    with (FOLDER / f"{name}.toml").open("rb") as file:
        return tomllib.load(file)


def _steps(data: dict[str, Any]) -> tuple[Written, ...]:
    return tuple(_written(each) for each in data.get("step", ()))


def _written(data: dict[str, Any]) -> Written:
    """A step of a file.

    Raises:
        KeyError, ValueError: the file has a key, a word or a value that nothing reads (a fault of ours; a test reads all).
    """
    if unknown := set(data) - KEYS:
        raise KeyError(f"{data.get('id')}: {', '.join(sorted(unknown))}")
    conditions_ = (*data.get("when", ()), *data.get("unless", ()))
    if strange := set(conditions_) - WORDS:
        raise ValueError(f"{data['id']}: no such condition: {', '.join(sorted(strange))}")
    low, high = data["minutes"]
    step = Step(
        data["id"], Phase(data["phase"]), Deed(data["deed"]), data["text"], Posture(data["posture"]),
        tuple(Tag(each) for each in data.get("tags", ())), tuple(data.get("needs", {}).items()),
        tuple(_act(each) for each in data.get("acts", ())), tuple(data.get("opens", ())), tuple(data.get("closes", ())),
        tuple(data.get("frees", ())), tuple(data.get("hides", ())), tools=tuple(data.get("tools", ())),
        cautions=tuple(data.get("cautions", ())), checks=tuple(data.get("checks", ())), hands=data.get("hands", 1),
        solo=data.get("solo", ""), minutes=(float(low), float(high)), reversible=data.get("reversible", True),
        wait=float(data.get("wait", 0.0)),
    )  # fmt: skip
    return Written(step, tuple(data.get("when", ())), tuple(data.get("unless", ())))


def _act(text: str) -> Act:
    fastener, _, deed = text.partition(": ")
    return Act(fastener, Deed(deed))
