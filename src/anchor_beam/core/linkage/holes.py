"""Where the two links of an axle hang."""

from __future__ import annotations

from typing import NamedTuple


class Holes(NamedTuple):
    """Holes counted from 0: on the left and on the right arm from its end, and at the far end of both links."""

    left: int
    right: int
    pickup: int = 0
