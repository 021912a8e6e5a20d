"""The torque ledger: of every fastener of a card what its maker says, or an estimate that is marked as one, or why there is
none; and when it is looked at again."""

from __future__ import annotations

import re
from datetime import date, timedelta

from anchor_beam.core.fastener.thread import thread
from anchor_beam.core.fastener.torque import Estimate, estimate
from anchor_beam.documents.job_card import JobCard, TorqueEntry
from anchor_beam.documents.stacks import Reach
from anchor_beam.errors import InputError
from anchor_beam.fitting.bushings import CARE
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.fitting.fasteners import FASTENERS, Fastener, How
from anchor_beam.fitting.step import Deed
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.parse import parse

KM = 1e3
AGAIN = {"first drive": (1, 20 * KM), "first tank": (14, 500 * KM), "first event": (30, 1500 * KM)}
"""When something is looked at again, in days after the first drive and metres driven, whichever comes first; a tank and an
event are the user's own, these are usual."""
YEARLY = (365, 15_000 * KM)
_RANGE = re.compile(r"(.+?)\s*(?:–|—|\bto\b|-)\s*([\d.,]+.*)")
_UNIT = re.compile(r"[a-zA-Z·\"]")


@immutable
class Row:
    """A fastener in the ledger. entry: the maker's figure, or another's that was entered; guess: the estimate where none
    was and one is honest. why: why there is no figure. final: whether a step made it final."""

    fastener: Fastener
    entry: TorqueEntry | None
    guess: Estimate | None
    why: str
    final: bool


def rows(card: JobCard) -> tuple[Row, ...]:
    """Every fastener that the card acts on and that stays on the car, in the order of the steps."""
    steps = steps_in_order(card)
    deeds: dict[str, set[Deed]] = {}
    done: set[str] = set()
    for step in steps:
        for act in step.acts:
            deeds.setdefault(act.fastener, set()).add(act.deed)
            if act.deed is Deed.FINAL and step.id in card.done:
                done.add(act.fastener)
    return tuple(
        _row(card, FASTENERS[each], final=each in done) for each, kinds in deeds.items() if Deed.FINAL in kinds
    )


def _row(card: JobCard, fastener: Fastener, *, final: bool) -> Row:
    entry, bolt, stack = card.torques.get(fastener.id), card.bolts.get(fastener.id), card.stacks.get(fastener.id)
    if stack is not None and stack.reach_after is Reach.NONE:
        return Row(fastener, entry, None, str(How.FEEL), final)
    if fastener.how is not How.TORQUE:
        return Row(fastener, entry, None, "" if entry else str(fastener.how), final)
    if entry is not None:
        return Row(fastener, entry, None, "", final)
    if not fastener.estimate:
        return Row(fastener, None, None, "the maker's figure: no estimate is honest here", final)
    if bolt is None:
        return Row(fastener, None, None, "the maker's figure; or thread and class, for an estimate", final)
    return Row(fastener, None, estimate(thread(bolt.thread), bolt.strength, bolt.surface), "", final)


def torque_entry(text: str, source: str = "maker") -> TorqueEntry:
    """A torque as it was typed, one figure or a range: `55 N·m`, `41 ft-lb`, `50 to 60 N·m`.

    Raises:
        InputError: at "torque", it has no unit, is no torque, or the range runs backwards.
    """
    typed = text.strip()
    if not _UNIT.search(typed.replace(" to ", " ")):
        raise InputError("torque", "A torque needs its unit.", got=text, accepts="55 N·m, 41 ft-lb, 50 to 60 N·m")
    match = _RANGE.fullmatch(typed)
    if match is None or not re.search(r"\d", match[1]):
        value = _torque(typed)
        return TorqueEntry(value, value, typed, source)
    high, first = _torque(match[2]), match[1]
    low = _torque(first if _UNIT.search(first) else f"{first} {re.sub(r'^[0-9.,/ ]+', '', match[2])}")
    if low > high:
        raise InputError("torque", "This range runs backwards.", got=text, accepts="the smaller figure first")
    return TorqueEntry(low, high, typed, source)


def _torque(text: str) -> float:
    value = parse(text, Kind.TORQUE, System.METRIC, place="torque").value
    if not 0.1 <= value <= 2000.0:
        raise InputError("torque", "No bolt of a bar takes that.", got=text, accepts="0.1 to 2000 N·m")
    return float(value)


@immutable
class Due:
    """Something to be looked at again, on a day, or after so many metres; None where distance does not count."""

    what: str
    day: date
    way: float | None = None


def due(card: JobCard) -> tuple[Due, ...]:
    """Dates that follow from the first drive; none before it."""
    driven = card.done.get("drive")
    if driven is None:
        return ()
    start = date.fromisoformat(driven.at[:10])
    found: dict[tuple[int, float], list[str]] = {}
    for row in rows(card):
        found.setdefault(AGAIN.get(row.fastener.recheck, YEARLY), []).append(row.fastener.name)
    dues = [
        Due(f"check {', '.join(names)}", start + timedelta(days=days), way)
        for (days, way), names in sorted(found.items())
    ]
    care = CARE[card.job.bushings]
    if care.days is not None:
        dues.append(Due(f"grease the bushings: {care.grease}", start + timedelta(days=care.days)))
    return (*dues, Due("look at bushings, links and paint lines", start + timedelta(days=YEARLY[0]), YEARLY[1]))


def still_due(card: JobCard) -> tuple[Due, ...]:
    """Of those what nobody looked at yet, what is past first."""
    left = [each for each in due(card) if each.what not in card.looked]
    return tuple(sorted(left, key=lambda each: (not is_driven(card, each), each.day)))


def is_driven(card: JobCard, what: Due) -> bool:
    """Whether the car was driven as far as something may wait."""
    driven = card.odometer.driven
    return what.way is not None and driven is not None and driven >= what.way


def calendar(card: JobCard, car: str) -> str:
    """The dates as an iCalendar file (RFC 5545), a whole day each."""
    lines = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Anchor Beam//job card//EN"]
    for i, each in enumerate(still_due(card)):
        day, after = each.day.strftime("%Y%m%d"), (each.day + timedelta(days=1)).strftime("%Y%m%d")
        text = _escaped(f"{car}: {each.what} ({card.title})")
        lines += [
            "BEGIN:VEVENT", f"UID:card{card.number}-{i}-{day}@anchor-beam", f"DTSTAMP:{day}T000000Z",
            f"DTSTART;VALUE=DATE:{day}", f"DTEND;VALUE=DATE:{after}", f"SUMMARY:{text}", "END:VEVENT",
        ]  # fmt: skip
    return "\r\n".join(_folded([*lines, "END:VCALENDAR"])) + "\r\n"


def _escaped(text: str) -> str:
    for mark in ("\\", ";", ","):
        text = text.replace(mark, f"\\{mark}")
    return text.replace("\n", " ")


def _folded(lines: list[str]) -> list[str]:
    """Lines of up to 75 bytes, longer ones going on with a blank."""
    found = []
    for line in lines:
        raw = line.encode()
        while len(raw) > 75:
            cut = 75
            while raw[cut] & 0xC0 == 0x80:  # never within a letter
                cut -= 1
            found.append(raw[:cut].decode())
            raw = b" " + raw[cut:]
        found.append(raw.decode())
    return found
