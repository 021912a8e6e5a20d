"""Ride height against link length, for every hole: to look at, to print, and as a table."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.height_chart import chart_drawing
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.figures.height_chart import HeightChart, Wanted, chart_csv, height_chart
from anchor_beam.figures.shown_height_chart import chart_page, hole_names, shown_chart
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.parse import parse
from anchor_beam.words import faults

ATTITUDES = ("arms level", "links square to the arms")


@dataclass
class _Height:
    """One end of the heights; it keeps what its field is told."""

    board: ChartBoard
    usual: float
    reading: Reading | None = None

    def kept(self) -> Reading | None:
        return self.reading

    def stand_in(self) -> float | None:
        return self.usual

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        before, self.reading = self.reading, reading
        try:
            self.board.wanted()
        except InputError as problem:
            self.reading = before
            return problem
        self.board.draw()
        return None

    @property
    def value(self) -> float:
        return self.usual if self.reading is None else self.reading.value


class ChartBoard(QWidget):
    """One axle. The links at hand are typed with blanks between."""

    def __init__(self, bridge: Bridge, axle: Axle, files: Files) -> None:
        super().__init__()
        self._bridge, self._axle, self._files = bridge, axle, files
        self._chart: HeightChart | None = None
        self._heights = _Height(self, -0.04), _Height(self, 0.04)
        px = bridge.theme.px
        column = QVBoxLayout(self)
        column.setContentsMargins(px(14), px(4), 0, 0)
        column.setSpacing(px(4))
        column.addLayout(self._head())
        self.said = Caution(bridge.theme)
        column.addWidget(self.said)
        self.view = DrawingView(bridge.theme)
        column.addWidget(self.view, stretch=1)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self.draw)

    def _head(self) -> QHBoxLayout:
        row, px = QHBoxLayout(), self._bridge.theme.px
        row.setSpacing(px(6))
        self.attitude = Box()
        self.attitude.addItems(list(ATTITUDES))
        self.attitude.setAccessibleName("what the links are to do")
        self.attitude.activated.connect(lambda _: self.draw())
        row.addWidget(self.attitude)
        self.fields = []
        for words, height in zip(("from", "to"), self._heights, strict=True):
            row.addWidget(Label(words))
            name = f"{self._axle} chart, {words} this change of ride height"
            field = NumberField(
                self._bridge,
                Kind.FINE_LENGTH,
                name,
                height,
                about="Change of ride height, lower is negative.",
                width=48,
            )
            self.fields.append(field)
            row.addWidget(field)
        row.addSpacing(px(10))
        row.addWidget(Label("links at hand"))
        self.at_hand = QLineEdit()
        self.at_hand.setAccessibleName(f"{self._axle} links at hand, lengths with blanks between")
        self.at_hand.setFixedWidth(px(130))
        self.at_hand.editingFinished.connect(self.draw)
        row.addWidget(self.at_hand)
        row.addStretch()
        write = QPushButton("Print, write…")
        write.clicked.connect(self._write)
        row.addWidget(write)
        row.addSpacing(px(10))
        return row

    def wanted(self) -> Wanted:
        """What the chart is about.

        Raises:
            InputError: at "heights", or at "at_hand" for what is no length.
        """
        lengths = []
        for word in self.at_hand.text().split():
            found = parse(word, Kind.FINE_LENGTH, self._bridge.units, place="at_hand").value
            if not 0.0 < found < 2.0:
                raise InputError("at_hand", f"{word} is no length of a link.", accepts="lengths with blanks between")
            lengths.append(found)
        low, high = (height.value for height in self._heights)
        return Wanted(self.attitude.currentIndex() == 1, low, high, tuple(lengths))

    def draw(self) -> None:
        """Work it out and draw it; where it cannot be, the sentence that says why."""
        shown, units = self._bridge.picture, self._bridge.units
        self.at_hand.setPlaceholderText("85 95 105" if units is System.METRIC else "3.3 3.7 4.1")
        for field in self.fields:
            field.refresh()
        if shown is None:
            return
        end = shown.file.bench.end(self._axle)
        try:
            self._chart = height_chart(shown.file.car.axle(self._axle), end, self._axle, self.wanted())
        except AnchorBeamError as problem:
            self._chart = None
            self.said.say(faults.sentence(problem, units))
            self.view.hide()
            return
        self.said.say(None)
        self.view.show()
        self.view.set_drawing(chart_drawing(shown_chart(self._chart, end, units)))

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None and self._chart is not None:
            names = hole_names(shown.file.bench.end(self._axle))
            page = chart_page(self._chart, shown.file, self._bridge.units)
            self._files.height_chart_out(page, chart_csv(self._chart, names))
