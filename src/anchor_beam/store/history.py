"""What a figure of a car was before, until when, and which act changed it."""

from __future__ import annotations

from anchor_beam.documents.kept import Part
from anchor_beam.documents.places import read
from anchor_beam.documents.records import Figure
from anchor_beam.immutable import immutable
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
BENCH = "bench."


@immutable
class Past:
    """A figure as it was, the time until which it was that (UTC, ISO 8601), and the act that changed it."""

    figure: Figure
    until: str
    act: str


def history(garage: Garage, car: int, place: str, names: tuple[str, ...], other: int | None) -> tuple[Past, ...]:
    """Earlier values of a figure, the last one first: of the car itself, or of another document that holds it: its bench,
    with the bar that it wore then, or its aim. names: what acts that may change it are called, or how they end.

    Raises:
        StoreError: it cannot be read.
    """
    document = car if place.startswith("car.") else other
    found: list[Past] = []
    for said, made_at, before, after in garage.database.rows(_LINE, car, document):
        if not any(said.startswith(name) or said.endswith(name) for name in names):
            continue
        was, became = (_figure(garage, revision, place) for revision in (before, after))
        if was is not None and was != became:
            found.append(Past(was, made_at, said))
            if len(found) == MOST:
                break
    return tuple(found)


def _figure(garage: Garage, revision: int, place: str) -> Figure | None:
    """A figure in a revision of its document; None where it had none, such as a hole that was not there yet."""
    record = garage.revisions.record(revision)
    within = place.partition(".")[2]
    try:
        if not place.startswith(BENCH):
            found: Figure = read(record, within)
            return found
        axle, _, rest = within.partition(".")
        end = getattr(record.setting, axle)
        if rest.startswith("bar."):
            return _of_bar(garage.revisions.record(end.worn), rest.removeprefix("bar."))
        link: Figure = read(end, rest)
    except (IndexError, KeyError):
        return None
    return link


def _of_bar(part: Part, within: str) -> Figure:
    found: Figure = read(part.bar, within)
    return found
