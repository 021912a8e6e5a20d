"""Job cards in words."""

from __future__ import annotations

import math
from datetime import datetime

NO_CARD = (
    "No card yet. Say on the right what kind of work it is, then make a card: its steps come in an order that can be worked, "
    "each with the reason for its place."
)
FASTER_IS_NOT_BETTER = (
    "Times are of practised hands to a first time; rust doubles them. What was cut does not come back. "
    "Loosen for room what costs least first: steer, jack one hub, fold the links, then hangers, liner, subframe."
)
NOT_MIRRORED = "A proposal for the other side: hump, tilt of the ends, exhaust and tank are not mirrored."
BY_HAND = "Space signs the step off. Arrow keys go through the steps. M goes to what is measured, N to the note."
ESTIMATE = "estimate, not the maker's: use the maker's figure"
WAY_OUT = "How the bar comes out, move by move: the way in is this one backwards."
WAY_IN = "The way out, backwards. A thicker bar has less room in each move."
DUE_LATER = "Dates follow once the first drive is signed off."


def holes_from_the_tip(left: tuple[int, str], right: tuple[int, str]) -> str:
    """`hole 2 (“middle”), counted from the tip`, or both where they differ."""
    one, other = (f"hole {index + 1}" + (f" (“{name}”)" if name else "") for index, name in (left, right))
    return f"{one}, counted from the tip" if left == right else f"{one} left and {other} right, counted from the tip"


def time_left(low: float, high: float) -> str:
    """`1 h 20 to 3 h left`; minutes."""
    if high <= 0.0:
        return "all of it is done"
    return f"{from_to(low, high)} left, practised hands to first time"


def from_to(low: float, high: float) -> str:
    """`1 h 20 to 3 h`; minutes."""
    one, other = _hours(low), _hours(high)
    return f"{one.removesuffix(' min') if other.endswith(' min') else one} to {other}"


def _hours(minutes: float) -> str:
    whole = round(minutes / 5.0) * 5 if minutes > 10.0 else round(minutes)
    return f"{whole} min" if whole < 60 else f"{whole // 60} h" + (f" {whole % 60:02d}" if whole % 60 else "")


def progress(done: int, all_: int) -> str:
    """`12 of 37 steps`."""
    return f"{done} of {all_} steps"


def why_here(after: str, why: str) -> str:
    """`After “links off”: …`."""
    return f"After “{after}”: {why}."


def early_told(step: str, first: str, why: str) -> str:
    """A step that somebody moved before one that usually comes first."""
    return f"“{step}” usually comes after “{first}”: {why}. To sign it, write why not."


def ruled_out(work: tuple[str, ...]) -> str:
    """The job asks for what *Aim* rules out."""
    return f"You said that you will not {' or '.join(work)}: this job asks for it." if work else ""


NOTHING_FOUND = (
    "Nothing yet. A defect or work for others holds the card open until it is mended; what it touches is checked again. "
    "A part that was drilled, reamed or cut, and where you left its maker's instruction, stay on the card and on paper."
)


def gap_left(gap: str, *, touches: bool) -> str:
    """`12.0 mm left`, or that there is no room."""
    return "△ no room" if touches else f"{gap} left"


NO_BAR_TO_SHOW = (
    "There is no bar on the bench at this axle, so there is no picture of it. The list below holds every fastener."
)
LONGER_BOLT = "What the job adds makes this bolt too short: get a longer one."
TRAPPED = "A tool goes on now and will not once the new part is on: make it final before, or write how else."
ANTI_SEIZE = "Anti-seize needs less torque for the same pull: never on tapers or wheel seats."


def bolt_fit(grip: str, verdict: str, range_: str) -> str:
    """`Grip 24.0 → 28.0 mm. Its bolt is too short: 45.5 to 48.5 mm would do.`"""
    return f"Grip {grip}. Its bolt is {verdict}: {range_} would do." if range_ else f"Grip {grip}; {verdict}."


def step_to(number: int, deed: str) -> str:
    """`step 24: start by hand`."""
    return f"step {number}: {deed}"


def hides_it(number: int, *, done: bool) -> str:
    """`step 24`, `step 24, later`."""
    return f"step {number}" if done else f"step {number}, later"


def put_back_left(what: tuple[str, ...]) -> str:
    """What is unhooked, empty for nothing."""
    return f"To be put back: {', '.join(what)}." if what else ""


def source_words(where: str, price: float | None, currency: str) -> str:
    """`Hill 12.50 mark`."""
    return where if price is None else f"{where} {price:.2f} {currency}"


def basket_words(where: str, count: int, sum_: str, unpriced: int) -> str:
    """`From Hill: 3 things, 45.20 mark, 1 without a price.`"""
    things = "1 thing" if count == 1 else f"{count} things"
    if not where:
        return f"No source yet: {things}."
    return f"From {where}: {things}, {sum_}{f', {unpriced} without a price' if unpriced else ''}."


def first_at(step: int | None) -> str:
    """`first at step 9`."""
    return "" if step is None else f"first at step {step}"


def to_get(what: list[str]) -> str:
    """What is missing, in one sentence."""
    return f"To get: {', '.join(what)}." if what else "Nothing is marked as missing."


def due_on(day: str, what: str, way: str = "") -> str:
    """`due 2026-05-02 or after 500 km: check saddle bolts`."""
    return f"due {day}{f' or after {way}' if way else ''}: {what}"


def bushings_care(kind: str, grease: str, expected: str, judge: str) -> str:
    """What the bushings ask for, and what they do at first."""
    return f"Bushings, {kind}. Grease: {grease}. At first: {expected} {judge}"


def due_now(what: str) -> str:
    """`due now, driven that far: check saddle bolts`."""
    return f"due now, driven that far: {what}"


def link_lengths(left: str, right: str, unit: str) -> str:
    """`Links: left 88.5, right 89.0 mm.`"""
    return f"Links: {f'both {left}' if left == right else f'left {left}, right {right}'} {unit}."


KEPT_WITH = "With the setting on the bench:"
TO_CAR = (
    "Ride heights become readings of the car, link lengths and camber its measured figures; toe and camber stay with the "
    "setting on the bench."
)


def clock_of(moment: str) -> str:
    """`18:40`, here, of a moment in UTC."""
    return datetime.fromisoformat(moment).astimezone().strftime("%H:%M")


def rests(what: str, minutes: float) -> str:
    """`“Oil nuts” rests another 42 min.`"""
    return f"“{what}” rests another {math.ceil(minutes)} min." if minutes > 0.0 else f"“{what}” has rested."


def rests_until(clock: str) -> str:
    """`rests until 18:40`."""
    return f"rests until {clock}"


def signed(day: str, by: str) -> str:
    """`signed 2026-04-18 by Ann`."""
    return f"signed {day} by {by}" if by else f"signed {day}"
