"""A number that is read at a measuring aid; what was not read here shows the car's figure."""

from __future__ import annotations

from collections.abc import Callable

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.documents.aids import BY_KEY
from anchor_beam.documents.readings import Reading
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.aid_work import entry_figure
from anchor_beam.session.edits import SetReading
from anchor_beam.session.workshop import Part

AFTER = 72  # px of a unit with a word behind it


class _Kept:
    """Where one entry of an aid is kept, or with a row one cell of its table."""

    def __init__(
        self,
        bridge: Bridge,
        aid: str,
        axle: Axle | None,
        name: str,
        row: int | None,
        usual: Callable[[], float | None] | None,
    ) -> None:
        self._usual = usual
        self._bridge, self._aid, self._axle, self._name, self._row = bridge, aid, axle, name, row
        self.entry = BY_KEY[aid].entry(name)

    def kept(self) -> Reading | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        readings = shown.file.read_at(self._aid, self._axle)
        if self._row is None:
            return readings.entries.get(self._name)
        if self._row >= len(readings.rows):
            return None
        names = [column.name for column in readings.table.columns]
        return readings.rows[self._row][names.index(self._name)]

    def stand_in(self) -> float | None:
        shown = self._bridge.picture
        if shown is None or self._row is not None:
            return None
        found = entry_figure(self.entry, shown.file.read_at(self._aid, self._axle), shown.file)
        if found is None and self._usual is not None:
            return self._usual()
        return None if found is None else found[0]

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        problem = self._bridge.ask(SetReading(self._aid, self._axle, self._name, reading, self._row))
        if problem is None:
            self._bridge.deliver_now()
        return problem


class ReadingField(NumberField):
    """One entry of an aid, or with a row one cell of its table."""

    def __init__(
        self,
        bridge: Bridge,
        aid: str,
        axle: Axle | None,
        name: str,
        row: int | None = None,
        *,
        width: int = 64,
        usual: Callable[[], float | None] | None = None,
    ) -> None:
        """usual: what counts where nothing was read and the table of aids names nothing [SI]."""
        kept = _Kept(bridge, aid, axle, name, row, usual)
        entry, at = kept.entry, "" if row is None else f", {BY_KEY[aid].row_name(row)}"
        about = entry.help or entry.label
        super().__init__(bridge, entry.kind, f"{entry.label}{at}", kept, about=about, width=width, after=entry.after)
        self.unit.setVisible(row is None)
        if entry.after:  # so that two that belong together stand under each other
            self.unit.setFixedWidth(bridge.theme.px(AFTER))
        bridge.listen(self, to=Part.READINGS | Part.CAR | Part.UNITS, then=self.refresh)
