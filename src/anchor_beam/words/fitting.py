"""Job cards in words."""

from __future__ import annotations

NO_CARD = (
    "No card yet. Say on the right what kind of work it is, then make a card: its steps come in an order that can be worked, "
    "each with the reason for its place."
)
FASTER_IS_NOT_BETTER = (
    "Times are of practised hands to a first time; rust doubles them. What was cut does not come back. "
    "Loosen for room what costs least first: steer, jack one hub, fold the links, then hangers, liner, subframe."
)
BY_HAND = "Space signs the step off. Arrow keys go through the steps."
ESTIMATE = "estimate, not the maker's: use the maker's figure"
WAY_OUT = "How the bar comes out, move by move: the way in is this one backwards."
WAY_IN = "The way out, backwards. A thicker bar has less room in each move."
DUE_LATER = "Dates follow once the first drive is signed off."


def holes_from_the_tip(left: tuple[int, str], right: tuple[int, str]) -> str:
    """`hole 2 from the tip (“middle”)`, or both where they differ."""
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


def ruled_out(work: tuple[str, ...]) -> str:
    """The job asks for what *Aim* rules out."""
    return f"You said that you will not {' or '.join(work)}: this job asks for it." if work else ""


def first_at(step: int | None) -> str:
    """`first at step 9`."""
    return "" if step is None else f"first at step {step}"


def to_get(what: list[str]) -> str:
    """What is missing, in one sentence."""
    return f"To get: {', '.join(what)}." if what else "Nothing is marked as missing."


def due_on(day: str, what: str) -> str:
    """`due 2026-05-02: check saddle bolts`."""
    return f"due {day}: {what}"


def signed(day: str, by: str) -> str:
    """`signed 2026-04-18 by Ann`."""
    return f"signed {day} by {by}" if by else f"signed {day}"
