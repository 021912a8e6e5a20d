"""The lists of three invented makers that ship with the application, in the form in which anybody's list comes in."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

import anchor_beam

FOLDER = Path(anchor_beam.__file__).parent / "assets" / "catalogue"
MAKERS = {"Tidewright": "tidewright", "Okeford Spring": "okeford_spring", "Lantern Forge": "lantern_forge"}
"""What a list is called, and its file."""


@lru_cache(maxsize=1)
def shipped() -> tuple[tuple[str, str], ...]:
    """Name and text of each list."""
    return tuple((name, (FOLDER / f"{file}.csv").read_text("utf-8")) for name, file in MAKERS.items())
