"""Placing a mount in words."""

from __future__ import annotations

HEADS = ("", "", "ahead · up", "link", "off square", "joints", "rate", "room left", "from the datum holes")
HOLE_HEADS = ("", "", "from the end", "links", "off square", "rate", "against now")
FREE = ("the far end of the link", "a hole in the arm")
"""What a kit may leave free."""
DRILL = (
    "Mark both arms from their ends, with the bar off the car. Two diameters to the edge; deburr and coat. A hole takes a "
    "little strength: none in a bend, none in a heated arm. It cannot be taken back."
)
NO_PLACE = "No place on the arm keeps all of it: other links, or more off square, would."
NOTHING = "nothing near"
NOWHERE = "There is no place in this frame that keeps all of it."
MOCK_UP = (
    "Hold the mount up at the point with a link of this length, wheels at ride height, before anything is drilled. An old "
    "post or boss may be kept where it lies in the zone."
)


def from_datums(distances: tuple[str, ...]) -> str:
    """`1: 182.0 mm, 2: 204.5 mm`: two tape lengths meet in the point."""
    return ", ".join(f"{i}: {distance}" for i, distance in enumerate(distances, start=1)) or "none entered"


def why_not(counts: tuple[tuple[str, int], ...], points: int) -> str:
    """What takes places out of the frame, the most first."""
    ranked = sorted(counts, key=lambda one: -one[1])
    return "; ".join(f"at {100 * count / points:.0f} % {what}" for what, count in ranked[:3])
