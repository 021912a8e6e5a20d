"""Times in words: until when a value was another one, how long a piece of work takes."""

from __future__ import annotations

from datetime import datetime

from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import at_a_glance


def was(value: float, source: str, until: str, kind: Kind, units: System) -> str:
    """`446 mm, typical, until 29 Nov 2026 03:58`, in the time of this place; until: UTC, ISO 8601."""
    at = datetime.fromisoformat(until).astimezone()
    return f"{at_a_glance(value, kind, units)}, {source}, until {at.day} {at:%b %Y %H:%M}"


def duration(minutes: int) -> str:
    """`45 min`, `1.5 h`."""
    return f"{minutes}\u00a0min" if minutes < 60 else f"{minutes / 60:g}\u00a0h"
