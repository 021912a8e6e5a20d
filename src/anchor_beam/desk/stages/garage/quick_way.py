"""The quick way to a car: the few figures that matter most, with the layout's typical ones standing in for the rest."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.rows import labelled
from anchor_beam.documents.quick import QUICK, Quick, check, typical
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import AnchorBeamError
from anchor_beam.session.workshop import Part


class QuickWay(QWidget):
    """Rows of quick entries; what is typed stays while the layout changes."""

    done = Signal()  # Enter in the last entry

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(bridge.theme.px(2))
        self.fields = {quick.key: QuickField(bridge, quick) for quick in QUICK}
        keys = list(self.fields)
        for quick, after in zip(QUICK, [*keys[1:], None], strict=True):
            field = self.fields[quick.key]
            field.taken.connect(self.fields[after].setFocus if after is not None else self.done)
            column.addWidget(labelled(bridge.theme, quick.label, field))

    @property
    def given(self) -> dict[str, Reading]:
        """What was typed."""
        return {key: field.given for key, field in self.fields.items() if field.given is not None}

    def follow(self, file: CarFile) -> None:
        """Take a layout's typical figures for those that are not typed."""
        for key, field in self.fields.items():
            field.usual = typical(file, key)
            field.refresh()

    def wrong(self) -> NumberField | None:
        """The first entry that cannot be taken."""
        return next((field for field in self.fields.values() if not field.commit()), None)

    def clear(self) -> None:
        """Empty for the next car."""
        for field in self.fields.values():
            field.given = None
            field.restore()


class QuickField(NumberField):
    """Keeps its number itself until the car is made."""

    def __init__(self, bridge: Bridge, quick: Quick) -> None:
        super().__init__(bridge, quick.kind, quick.label, self, about=quick.about)
        self.unit.setFixedWidth(bridge.theme.px(40))
        self._key = quick.key
        self.given: Reading | None = None
        self.usual: float | None = None
        bridge.listen(self, to=Part.UNITS, then=self.refresh)

    def kept(self) -> Reading | None:
        return self.given

    def stand_in(self) -> float | None:
        return self.usual

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        if reading is not None:
            try:
                check(self._key, reading.value)
            except AnchorBeamError as problem:
                return problem
        self.given = reading
        return None
