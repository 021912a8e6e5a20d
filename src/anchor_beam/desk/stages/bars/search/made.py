"""A bar to be made: which diameters, walls, arms and holes come into question, each a line of sizes."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.records import BarRecord
from anchor_beam.documents.searches import Made
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import InputError
from anchor_beam.units.kinds import Kind, unit_of
from anchor_beam.units.parse import parse

SOLID = "solid"
STEPS = (-0.002, 0.0, 0.002, 0.004)  # m beside the diameter of the bar that is there


class MadeRow(QWidget):
    """Four lines; what stands in them at first is like the bar on the axle."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        px = bridge.theme.px
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(px(6))
        self.lines: dict[str, QLineEdit] = {}
        row.addWidget(Label(f"{axle}:"))
        for name, width in (("diameters", 130), ("walls", 90), ("arms", 110), ("holes", 110)):
            label, line = Label(name), QLineEdit()
            label.setFont(bridge.theme.font(Size.SMALL))
            line.setFixedWidth(px(width))
            line.setAccessibleName(f"{name} of a {axle} bar to be made")
            self.lines[name] = line
            row.addWidget(label)
            row.addWidget(line)
        self.unit = Label()
        self.unit.setFont(bridge.theme.font(Size.SMALL))
        row.addWidget(self.unit)
        row.addStretch()

    def propose(self, bar: BarRecord) -> None:
        """Fill the lines that are empty with sizes around those of a bar."""
        unit = unit_of(Kind.DIAMETER, self._bridge.units)
        self.unit.setText(unit.symbol)
        around = {
            "diameters": [bar.od.value + step for step in STEPS], "arms": [bar.arm_length.value],
            "holes": [hole.value for hole in bar.holes],
        }  # fmt: skip
        for name, values in around.items():
            if not self.lines[name].text().strip():
                self._write(name, " ".join(f"{value / unit.si:.4g}" for value in values))
        if not self.lines["walls"].text().strip():
            self._write("walls", SOLID if bar.solid else f"{bar.wall.value / unit.si:.4g}")

    def _write(self, name: str, text: str) -> None:
        self.lines[name].setText(text)
        self.lines[name].setCursorPosition(0)

    def made(self) -> Made:
        """What comes into question.

        Raises:
            InputError: at "made.front.walls" and so on.
        """
        walls = tuple(None if word == SOLID else self._size("walls", word) for word in self._words("walls"))
        ods, arms, holes = (
            tuple(self._size(name, word) for word in self._words(name)) for name in ("diameters", "arms", "holes")
        )
        return Made(ods, walls, arms, tuple(sorted(holes)))

    def _words(self, name: str) -> list[str]:
        return self.lines[name].text().casefold().split()

    def _size(self, name: str, word: str) -> float:
        try:
            found = parse(word, Kind.DIAMETER, self._bridge.units).value
        except InputError as problem:
            raise problem.at(f"made.{self._axle}.{name}") from problem
        if not 0.0 < found < 3.0:
            raise InputError(f"made.{self._axle}.{name}", f"{word} is no size.", accepts="sizes with blanks between")
        return found
