"""What a measuring aid is: what it asks for, what is read at it, and which figures of the car it gives."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.inputs import SUFFIX
from anchor_beam.errors import OutOfRange
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind

MOST_ROWS = 60  # of one table


@immutable
class Entry:
    """One thing that is read. legal: closed range in the document's unit. typical: place in the car, `{axle}` in it, of the
    figure that stands in until somebody reads it, or a number in the document's unit, or None. after: a word behind the unit,
    where one of two numbers needs it."""

    name: str
    label: str
    kind: Kind
    legal: tuple[float, float]
    help: str = ""
    typical: str | float | None = None
    after: str = ""

    @property
    def key(self) -> str:
        """Name with unit, as in documents: `rise_mm`."""
        return self.name + SUFFIX[self.kind][0]

    @property
    def scale(self) -> float:
        """SI value of one of the document's units."""
        return SUFFIX[self.kind][1]

    def check(self, value: float, place: str) -> None:
        """Refuse a value [SI] outside the legal range.

        Raises:
            OutOfRange: at `place`.
        """
        low, high = (bound * self.scale for bound in self.legal)
        if not low <= value <= high:
            raise OutOfRange(place, self.label, got=value, low=low, high=high, kind=self.kind)


@immutable
class Aid:
    """One measurement. way: its title in a list of ways to one figure. how: what to do, in the order in which it is done.

    caution: what can hurt. per_axle: it is about one axle. columns: of the table of readings, none where there is no table.
    gives: places in the car, `{axle}` in them; none for what is only said. formula, source: for its working. row_names: of a
    table with so many rows and no more, in which a reading may be left out. stands: the car stands while it is read, so that
    what carries it counts.
    """

    key: str
    title: str
    way: str
    how: str
    entries: tuple[Entry, ...]
    columns: tuple[Entry, ...]
    gives: tuple[str, ...]
    per_axle: bool = False
    caution: str = ""
    formula: str = ""
    source: str = ""
    row_names: tuple[str, ...] = ()
    stands: bool = False

    def row_name(self, row: int) -> str:
        """`reading 3`, or the wheel."""
        return self.row_names[row] if self.row_names else f"reading {row + 1}"

    @property
    def most_rows(self) -> int:
        """Of its table."""
        return len(self.row_names) or MOST_ROWS

    def entry(self, name: str) -> Entry:
        """An entry or a column by its name.

        Raises:
            KeyError: there is none.
        """
        return next(one for one in (*self.entries, *self.columns) if one.name == name)

    def places(self, axle: Axle | None) -> tuple[str, ...]:
        """The figures that it gives."""
        return tuple(place.format(axle=axle) for place in self.gives)
