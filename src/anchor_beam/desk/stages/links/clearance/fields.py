"""The numbers of the thing in hand, to be typed."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QGridLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.links.clearance.around import Around
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.documents.obstacles import SIZES, Held, Obstacle, Shape, Size
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.shapes import Size as Type
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.measured_from import datums
from anchor_beam.session.edits import HoldObstacle, NameObstacle, SetObstacle
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.words.clearance import datum_words, how_to_read

EACH_ROW = 4  # numbers beside each other


@dataclass
class _Number:
    """One number of the thing in hand; at None the gap that it needs."""

    fields: ObstacleFields
    at: int | None

    def kept(self) -> Reading | None:
        obstacle = self.fields.obstacle
        if obstacle is None:
            return None
        if self.at is None:
            return None if obstacle.own_least is None else Reading(obstacle.own_least)
        reading, off = obstacle.reading(self.at), self.fields.offset(self.at)
        if not reading.typed and not obstacle.measured:
            return None
        return reading if off == 0.0 else Reading(reading.value - off)

    def stand_in(self) -> float | None:
        obstacle = self.fields.obstacle
        if obstacle is None:
            return None
        if self.at is None:
            return obstacle.thing.least
        return obstacle.numbers[self.at] - self.fields.offset(self.at)

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        return self.fields.set_number(self.at, reading)


class ObstacleFields(QWidget):
    """Name, what it moves with, the gap that it needs, and the numbers of its shape; empty while nothing is in hand."""

    def __init__(self, bridge: Bridge, axle: Axle, around: Around) -> None:
        super().__init__()
        self._bridge, self._axle, self._around = bridge, axle, around
        self.obstacle: Obstacle | None = None
        grid, px = QGridLayout(self), bridge.theme.px
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(px(6))
        grid.setVerticalSpacing(px(2))
        self.name = BenchLine()
        self.name.setAccessibleName(f"name of the thing around the {axle} bar")
        self.name.setMaxLength(60)
        self.name.setFixedWidth(px(112))
        self.name.editingFinished.connect(self._rename)
        self.held = Box()
        self.held.addItems(list(Held))
        self.held.setAccessibleName("what it moves with")
        self.held.activated.connect(self._hold)
        grid.addWidget(self.name, 0, 0)
        grid.addWidget(self.held, 1, 0)
        self.least = self._field(Size("least", "needs", Kind.FINE_LENGTH, (0.0, 0.2)), None)
        self._put(grid, self.least, "needs", 0, 1)
        self.numbers: dict[Shape, list[tuple[Label, NumberField]]] = {}
        for shape, sizes in SIZES.items():
            self.numbers[shape] = []
            for i, size in enumerate(sizes):
                field = self._field(size, i)
                label = self._put(grid, field, size.label, i // EACH_ROW, 3 + 2 * (i % EACH_ROW))
                self.numbers[shape].append((label, field))
        self._datum = (0.0, 0.0, 0.0)
        self.read_from = Box()
        self.read_from.setAccessibleName("what the tape is held to")
        self.read_from.activated.connect(self.show_in_hand)
        self.read_from.setFixedWidth(px(116))
        grid.addWidget(self.read_from, 1, 1, 1, 2)
        grid.setColumnMinimumWidth(0, px(112))
        grid.setColumnStretch(3 + 2 * EACH_ROW, 1)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.READINGS | Part.UNITS, then=self.show_in_hand)
        around.changed.connect(self.show_in_hand)

    def _field(self, size: Size, at: int | None) -> NumberField:
        about = f"{size.label.capitalize()}, from the bar's pivot axis at the middle of the car."
        name = f"{size.label} of the thing around the {self._axle} bar"
        return NumberField(self._bridge, size.kind, name, _Number(self, at), about=about, width=54)

    def _put(self, grid: QGridLayout, field: NumberField, words: str, row: int, column: int) -> Label:
        label = Label(words)
        label.setFont(self._bridge.theme.font(Type.SMALL))
        label.setBuddy(field)
        grid.addWidget(label, row, column)
        grid.addWidget(field, row, column + 1)
        return label

    def set_number(self, at: int | None, reading: Reading | None) -> AnchorBeamError | None:
        """Keep what was typed."""
        if self.obstacle is None:
            return None
        off = 0.0 if at is None else self.offset(at)
        if reading is not None and off != 0.0:
            from_bar = reading.value + off
            reading = Reading(from_bar, f"{from_bar * 1e3:.12g} mm")  # what was typed is counted from elsewhere
        return self._bridge.ask(SetObstacle(self._axle, self.obstacle.name, at, reading))

    def offset(self, at: int) -> float:
        """What is added to a number that was read from the point in hand [m]: to places, not to sizes."""
        places = 6 if self.obstacle is not None and self.obstacle.shape in (Shape.ROD, Shape.BLOCK) else 3
        return self._datum[at % 3] if at < places else 0.0

    def _read_from(self) -> None:
        """The points that a tape can be held to, and the one in hand."""
        shown = self._bridge.picture
        known = {} if shown is None else datums(shown.file, self._axle)
        words = {datum_words(what, side): place for (what, side), place in known.items()}
        chosen = self.read_from.currentText()
        fill(self.read_from, list(words), list(words).index(chosen) if chosen in words else 0)
        self._datum = words.get(self.read_from.currentText(), (0.0, 0.0, 0.0))
        self.read_from.setToolTip(tip(how_to_read(self.read_from.currentText())))

    def _rename(self) -> None:
        if self.obstacle is None or not self.name.isModified():
            return
        self.name.setModified(False)
        new = self.name.text().strip()
        problem = self._bridge.ask(NameObstacle(self._axle, self.obstacle.name, new))
        if problem is None:
            self._around.hold(new)
        else:
            self._bridge.complain(problem)
        self.show_in_hand()

    def _hold(self, index: int) -> None:
        if self.obstacle is not None:
            self._bridge.ask_or_complain(HoldObstacle(self._axle, self.obstacle.name, tuple(Held)[index]))

    def show_in_hand(self) -> None:
        """What is in hand now."""
        shown, name = self._bridge.picture, self._around.in_hand
        own = () if shown is None else tuple(each for each in shown.file.obstacles if each.axle is self._axle)
        self.obstacle = next((each for each in own if each.name == name), None)
        self.setVisible(self.obstacle is not None)
        if self.obstacle is None:
            return
        self._read_from()
        if not self.name.isModified():
            self.name.setText(self.obstacle.name)
        with QSignalBlocker(self.held):
            self.held.setCurrentIndex(tuple(Held).index(self.obstacle.held))
        self.least.refresh()
        for shape, fields in self.numbers.items():
            for label, field in fields:
                label.setVisible(shape is self.obstacle.shape)
                field.setVisible(shape is self.obstacle.shape)
                if shape is self.obstacle.shape:
                    field.refresh()
