"""Job cards in words."""

from __future__ import annotations

NO_CARD = (
    "No card yet. Choose what kind of work it is, then “New card”: its steps come in an order that can be worked, each with "
    "the "
    "reason for its place."
)
GONE = "This card is no longer there."
BY_HAND = "Space signs the step off. Arrow keys go through the steps."
ESTIMATE = "estimate, not the maker's: use the maker's figure"
DUE_LATER = "Dates follow once the first drive is signed off."


def holes_from_the_tip(left: tuple[int, str], right: tuple[int, str]) -> str:
    """`hole 2 from the tip (“middle”)`, or both where they differ."""
    one, other = (f"hole {index + 1}" + (f" (“{name}”)" if name else "") for index, name in (left, right))
    return f"{one}, counted from the tip" if left == right else f"{one} left and {other} right, counted from the tip"


def time_left(low: float, high: float) -> str:
    """`1 h 20 to 3 h left`; minutes."""
    if high <= 0.0:
        return "all of it is done"
    return f"{_hours(low)} to {_hours(high)} left, practised hands to first time"


def _hours(minutes: float) -> str:
    whole = round(minutes / 5.0) * 5
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
