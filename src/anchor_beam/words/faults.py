"""Errors as the user reads them, in the user's units."""

from __future__ import annotations

from anchor_beam.errors import AnchorBeamError, OutOfRange
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import for_editing, show


def sentence(problem: AnchorBeamError, system: System) -> str:
    """What is wrong, and what would be right."""
    if isinstance(problem, OutOfRange):
        kind = Kind(problem.kind)
        got = for_editing(float(str(problem.got)), kind, system)
        low, high = show(problem.low, kind, system), show(problem.high, kind, system)
        return f"{problem.label} cannot be {got}. Accepted: {low.number} to {high}."
    return str(problem)


def unusual(label: str, value: float, usual: tuple[float, float], kind: Kind, system: System) -> str:
    """A legal value that is far from what cars have: taken, but said."""
    low, high = (show(bound, kind, system) for bound in usual)
    return f"{label} of {for_editing(value, kind, system)} is unusual; most lie between {low.number} and {high}."


def unsaved(acts: tuple[str, ...], why: AnchorBeamError) -> str:
    """Why what was done is not on the disk, and how much of it, where it is more than the last act."""
    return f"{why}" if len(acts) <= 1 else f"{why} {len(acts)} edits are not on the disk, the first is “{acts[0]}”."


def gone(why: AnchorBeamError) -> str:
    """That the garage is no longer in its place, before anything had to be saved."""
    return f"is no longer where it was: {why.message.removeprefix('Not saved: ')} What is on the bench is in hand."
