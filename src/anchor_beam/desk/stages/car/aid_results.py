"""What follows from the readings at an aid, beside what the car has now, and the button that writes it there."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.aid import Aid
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import read
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.aid_work import Aided, Given
from anchor_beam.figures.aided import aided, working
from anchor_beam.session.edits import TakeMeasured
from anchor_beam.session.workshop import Part
from anchor_beam.units.show import show, with_band
from anchor_beam.words import faults


def _name(aid: Aid, place: str) -> str:
    """As its column is called, where the aid reads the figure itself."""
    key = place.rpartition(".")[2]
    read = next((column.label for column in aid.columns if column.name == key), None)
    label = field_at(place).label if read is None else read.capitalize()
    axle = next((axle for axle in Axle if f".{axle}." in place), None)
    return label if axle is None or aid.per_axle else f"{axle.capitalize()}, {label[0].lower()}{label[1:]}"


class AidResults(QWidget):
    """Rows of figure, now, how; remarks; what is missing."""

    def __init__(self, bridge: Bridge, aid: Aid, axle: Axle | None) -> None:
        super().__init__()
        self._bridge, self._aid, self._axle = bridge, aid, axle
        theme = bridge.theme
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(theme.px(4))
        grid = QGridLayout()
        grid.setHorizontalSpacing(theme.px(12))
        grid.setVerticalSpacing(theme.px(3))
        grid.setColumnStretch(3, 1)
        self.values, self._now, self._how = list[Label](), list[Label](), list[QPushButton]()
        for i, place in enumerate(aid.places(axle)):
            name, value, now = Label(_name(aid, place)), Label(), Label()
            value.setFont(theme.font(Size.NORMAL, bold=True))
            now.setFont(theme.font(Size.SMALL))
            how = QPushButton("how")
            how.setAccessibleName(f"how {field_at(place).label.lower()} came about")
            how.clicked.connect(lambda _=False, n=i: self._tell(n))
            for j, widget in enumerate((name, value, now)):
                grid.addWidget(widget, i, j)
            grid.addWidget(how, i, 4)
            self.values.append(value)
            self._now.append(now)
            self._how.append(how)
        column.addLayout(grid)
        self.said, self.trouble = Label(), Caution(theme)
        self.said.setWordWrap(True)
        self.said.setFont(theme.font(Size.SMALL))
        self.write = QPushButton("Write to the car")
        self.write.clicked.connect(self._take)
        column.addWidget(self.said)
        column.addWidget(self.trouble)
        column.addWidget(self.write)
        column.addStretch()
        bridge.listen(self, to=Part.READINGS | Part.CAR | Part.UNITS, then=self._show)

    def focus_first(self) -> None:
        """The keyboard to what writes the figures."""
        if self.write.isEnabled():
            self.write.setFocus()

    def _found(self) -> tuple[Aided, CarFile] | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        return aided(shown.file.read_at(self._aid.key, self._axle), shown.file), shown.file

    def _show(self) -> None:
        at = self._found()
        if at is None:
            return
        found, file = at
        units = self._bridge.units
        for i, place in enumerate(self._aid.places(self._axle)):
            kind, now = field_at(place).kind, read(file, place)
            given = found.given[i] if found.given else None
            self.values[i].setText("–" if given is None else with_band(given.value, given.spread, kind, units))
            self._now[i].setText(f"car: {show(now.value, kind, units)} {now.provenance}")
            self._how[i].setEnabled(given is not None)
        remarks = [
            f"{self._aid.row_name(row).capitalize()} {said}." for row, said in sorted(found.beside.said.items())
        ]
        remarks += [note.said(units) for note in found.notes]
        if found.missing:
            more = len(found.missing) - 1
            remarks.append(f"Still to read: {found.missing[0]}{f' and {more} more' if more else ''}.")
        self.said.setText("\n".join(remarks))
        self.said.setVisible(bool(remarks))
        self.trouble.say(None if found.problem is None else faults.sentence(found.problem, units))
        written = bool(found.given) and all(self._is_there(file, given) for given in found.given)
        self.write.setVisible(bool(self._aid.gives))
        self.write.setEnabled(bool(found.given))  # also once written: the keyboard stays where it is
        self.write.setText("Written to the car" if written else "Write to the car")

    def _is_there(self, file: CarFile, given: Given) -> bool:
        now: Figure = read(file, given.place)
        return now.provenance is Provenance.MEASURED and (now.value, now.spread) == (given.value, given.spread)

    def _take(self) -> None:
        at = self._found()
        if at is not None and at[0].given:
            figures = tuple((given.place, given.value, given.spread) for given in at[0].given)
            self._bridge.ask_or_complain(TakeMeasured(self._aid.key, self._axle, figures))

    def _tell(self, number: int) -> None:
        at = self._found()
        if at is not None and at[0].given:
            readings = at[1].read_at(self._aid.key, self._axle)
            self._bridge.show_working(working(at[0].given[number], readings, at[1]), self._how[number])
