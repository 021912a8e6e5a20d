"""What is done to a car that is changed from one setting to another, in words."""

from __future__ import annotations

from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

UNHOOK, HOOK, REMOVE = "unhook the bar on both sides", "hook the bar up on both sides", "take the bar out"


def swap(out: str, into: str) -> str:
    """`take out “standard rear”, fit “Tidewright 17”`; an empty name for no bar."""
    if not out:
        return f"fit “{into}”"
    return f"{REMOVE}: “{out}”" if not into else f"take out “{out}”, fit “{into}”"


def hole(before: int | None, after: int, count: int) -> str:
    """`link from hole 1 to hole 3 of 3`; holes from 0, before None on a bar that is fitted now."""
    where = f"hole {after + 1} of {count}"
    return f"link into {where}" if before is None else f"link from hole {before + 1} to {where}"


def link(before: float, after: float, turns: float | None, units: System) -> str:
    """`link 93.0 mm to 92.0 mm, 0.4 turns shorter`."""
    was, becomes = (show(value, Kind.FINE_LENGTH, units) for value in (before, after))
    said = f"link {was} to {becomes}"
    return said if turns is None else f"{said}, {abs(turns):.1f} turns {'longer' if turns > 0 else 'shorter'}"


COUNTED = "Holes are counted from the end of the arm."
CHECKS = (
    "Jam nuts tight, split pins and clips in.",
    "No contact from droop to bump and from lock to lock.",
    "Tools out from under the car, wheel nuts to the maker's figure.",
    "First drive slow.",
)
NOTHING = "Nothing on the car is different."
