"""What a figure of a car was before, until when, and which act changed it."""

from __future__ import annotations

from dataclasses import dataclass

from anchor_beam.documents.places import read
from anchor_beam.documents.records import Figure
from anchor_beam.store.garage import Garage

FURTHEST = 3000  # acts that are looked through, the last one first
MOST = 8  # values that are told

_LINE = f"""
WITH RECURSIVE line(id, depth) AS (
    SELECT at, 0 FROM journal WHERE car = ?
    UNION ALL SELECT act.parent, line.depth + 1 FROM act JOIN line ON act.id = line.id
    WHERE act.parent IS NOT NULL AND line.depth < {FURTHEST}
)
SELECT act.said, act.made_at, change.before, change.after
FROM line JOIN act ON act.id = line.id JOIN change ON change.act = act.id AND change.document = ?
WHERE change.before IS NOT NULL AND change.after IS NOT NULL ORDER BY line.depth
"""


@dataclass(frozen=True)
class Past:
    """A figure as it was, the time until which it was that (UTC, ISO 8601), and the act that changed it."""

    figure: Figure
    until: str
    act: str


def history(garage: Garage, car: int, place: str, names: tuple[str, ...]) -> tuple[Past, ...]:
    """Earlier values of a figure of the car itself, the last one first; names: what acts that may change it are called, or
    how they end.

    Raises:
        StoreError: it cannot be read.
    """
    found: list[Past] = []
    within = place.removeprefix("car.")
    for said, made_at, before, after in garage.database.rows(_LINE, car, car):
        if not any(said.startswith(name) or said.endswith(name) for name in names):
            continue
        was, became = (read(garage.revisions.record(revision), within) for revision in (before, after))
        if was != became:
            found.append(Past(was, made_at, said))
            if len(found) == MOST:
                break
    return tuple(found)
