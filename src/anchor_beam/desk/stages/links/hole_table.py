"""Where a hole may be drilled in an arm: the places that are told, each with what it costs, and drilling one."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PySide6.QtWidgets import QGridLayout, QPushButton, QWidget

from anchor_beam.desk.theme.theme import Theme, in_tone
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.free_hole import HolePlace, WhyHole
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.placing import HOLE_HEADS

LETTERS = "ABC"
Found = tuple[tuple[WhyHole, HolePlace], ...]


class HoleTable(QWidget):
    """Up to three places; *drill* asks for the edit."""

    def __init__(self, theme: Theme, drill: Callable[[HolePlace], None]) -> None:
        super().__init__()
        self._found: Found = ()
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(theme.px(12))
        grid.setVerticalSpacing(theme.px(1))
        self.cells: list[list[Label]] = []
        self.buttons: list[QPushButton] = []
        for row in range(1 + len(LETTERS)):
            labels = [Label("" if row else head) for head in HOLE_HEADS]
            for column, label in enumerate(labels):
                label.setFont(theme.font(Size.SMALL))
                label.setStyleSheet("" if row else in_tone(Tone.SOFT))
                grid.addWidget(label, row, column)
            if row:
                self.cells.append(labels)
                button = QPushButton("drill")
                button.setFixedSize(theme.px(56), theme.px(20))
                button.setStyleSheet(f"padding: 0 {theme.px(8)}px")
                button.clicked.connect(partial(self._drill, row - 1, drill))
                grid.addWidget(button, row, len(HOLE_HEADS))
                self.buttons.append(button)
        grid.setColumnStretch(len(HOLE_HEADS) + 1, 1)

    def _drill(self, row: int, drill: Callable[[HolePlace], None], _checked: bool = False) -> None:
        if row < len(self._found):
            drill(self._found[row][1])

    def show_places(self, found: Found, beside: tuple[float | None, ...], units: System) -> None:
        """beside: rate of each over that of the bench, less one [-]."""
        self._found = found
        for row, (labels, button) in enumerate(zip(self.cells, self.buttons, strict=True)):
            texts = ("",) * len(labels) if row >= len(found) else _texts(row, *found[row], beside[row], units)
            for label, text in zip(labels, texts, strict=True):
                label.setText(text)
            button.setVisible(row < len(found))
            button.setAccessibleName(f"drill the hole {LETTERS[row]}: {texts[1]}")


def _texts(row: int, why: WhyHole, place: HolePlace, beside: float | None, units: System) -> tuple[str, ...]:
    def length(x: float) -> str:
        return str(show(x, Kind.FINE_LENGTH, units))

    change = "" if beside is None else str(show(100.0 * beside, Kind.PERCENT, units, sign=True))
    return (
        LETTERS[row], str(why), length(place.from_end), f"{length(place.left)} · {length(place.right)}",
        str(show(place.off_square, Kind.ANGLE, units)), str(show(place.rate, Kind.RATE, units)), change,
    )  # fmt: skip
