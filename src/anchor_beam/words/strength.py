"""What is said of links, brackets and bars under load."""

from __future__ import annotations

import math

from anchor_beam.core.grip.driving import Use
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark

HALF = 0.5  # of a rating: bumps and kerbs add about as much again as a corner
STEP = 100.0  # N
LONG = 20_000.0  # hours that nobody drives
AT = {Use.STREET: "on the street", Use.CONES: "between cones", Use.HILL: "on the hill", Use.CIRCUIT: "on the circuit"}
HEADS = ("", "carries at 1 g", "rated for", "used", "surface", "what follows")
NOTE = (
    "Bumps and kerbs add as much again; bolts count with their bracket. A scratch or rust takes most of a bar's life."
)


def needed(carries: float) -> float:
    """Rating that leaves enough for bumps and kerbs [N], rounded up."""
    return math.ceil(carries / HALF / STEP) * STEP


def advice(used: float | None, carries: float | None) -> Remark:
    """Of a link or a bracket."""
    if carries is None:
        return Remark("")
    wanted = ((needed(carries), Kind.FORCE),)
    if used is None:
        return Remark("Not rated; it should be for {} or more.", wanted)
    if used > 1.0:
        return Remark("Overloaded: take one that is rated for {} or more.", wanted)
    if used > HALF:
        return Remark("Little is left for bumps and kerbs: {} would do.", wanted)
    return Remark("Enough is left for bumps and kerbs.")


def lasts(hours: float | None, use: Use, *, assumed: bool) -> str:
    """How long a bar lasts."""
    if hours is None:
        return ""
    how = ", if of peened spring steel" if assumed else ""
    if math.isinf(hours) or hours > LONG:
        return f"Lasts for good {AT[use]}{how}."
    about = f"{hours:.2g}" if hours < 10.0 else f"{round(hours, -1 if hours < 1000 else -2):.0f}"
    return f"Lasts about {about} hours {AT[use]}{how}."
