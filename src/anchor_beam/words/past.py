"""Earlier values in words."""

from __future__ import annotations

from datetime import datetime

from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import at_a_glance


def was(value: float, source: str, until: str, kind: Kind, units: System) -> str:
    """`446 mm, typical, until 29 Nov 2026 03:58`, in the time of this place; until: UTC, ISO 8601."""
    at = datetime.fromisoformat(until).astimezone()
    return f"{at_a_glance(value, kind, units)}, {source}, until {at.day} {at:%b %Y %H:%M}"
