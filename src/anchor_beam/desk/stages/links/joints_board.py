"""Where the joints of the control arms are: three of them, three coordinates each, typed, pasted or from a table."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.mounting import JOINT_NAMES, WAYS, LinkMount
from anchor_beam.documents.points_csv import points_csv, points_from
from anchor_beam.session.edits import Choose, TakeJoints
from anchor_beam.session.workshop import Part
from anchor_beam.words.links import JOINT_WAYS, JOINTS_TOLD, NOT_ON_AN_ARM


class JointsBoard(QWidget):
    """One axle; where its links hang on something else, what makes these figures count."""

    def __init__(self, bridge: Bridge, axle: Axle, files: Files) -> None:
        super().__init__()
        self._bridge, self._axle, self._files = bridge, axle, files
        px = bridge.theme.px
        column = QVBoxLayout(self)
        column.setContentsMargins(px(18), px(14), px(18), px(14))
        column.setSpacing(px(10))
        told = Label(JOINTS_TOLD)
        told.setWordWrap(True)
        column.addWidget(told)
        column.addLayout(self._grid())
        column.addLayout(self._buttons())
        self._idle = Label(NOT_ON_AN_ARM)
        self._idle.setWordWrap(True)
        self.use = QPushButton("Hang the links on control arms")
        self.use.clicked.connect(lambda: bridge.ask_or_complain(Choose(f"car.{axle}.link_on", LinkMount.ARM)))
        row = QHBoxLayout()
        row.addWidget(self.use)
        row.addStretch()
        column.addWidget(self._idle)
        column.addLayout(row)
        column.addStretch()
        bridge.listen(self, to=Part.CAR, then=self._show)

    def _grid(self) -> QGridLayout:
        grid, px = QGridLayout(), self._bridge.theme.px
        grid.setHorizontalSpacing(px(22))
        grid.setVerticalSpacing(px(6))
        for i, way in enumerate(WAYS):
            grid.addWidget(Label(JOINT_WAYS[way]), 0, i + 1)
        for row, (joint, words) in enumerate(JOINT_NAMES.items(), start=1):
            grid.addWidget(Label(f"{words} joint"), row, 0)
            for i, way in enumerate(WAYS):
                place = f"car.{self._axle}.{joint}_{way}"
                grid.addWidget(
                    FigureField(self._bridge, place, name=f"{self._axle} {words} joint, {way}", compact=True),
                    row,
                    i + 1,
                )
        grid.setColumnStretch(len(WAYS) + 1, 1)
        return grid

    def _buttons(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(6))
        for text, act in (
            ("Paste", self.paste), ("From a CSV…", lambda: self._files.joints_in(self.take_from)), ("As a CSV…", self._write),
        ):  # fmt: skip
            button = QPushButton(text)
            button.clicked.connect(act)
            row.addWidget(button)
        row.addStretch()
        return row

    def paste(self) -> None:
        """Take the table that was copied elsewhere."""
        text = QGuiApplication.clipboard().text()
        self._files.table_of("What was copied", lambda: text, points_from, self._take)

    def take_from(self, path: Path) -> None:
        """Take the table from a file, whole or not at all."""
        self._files.table_from(path, points_from, self._take)

    def _take(self, found: dict[str, float]) -> None:
        self._bridge.ask_or_complain(TakeJoints(self._axle, found))

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            name = f"{shown.file.car.name} {self._axle} joints"
            self._files.table_out(name, points_csv(shown.file.car.axle(self._axle)))

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            used = shown.file.car.axle(self._axle).link_on is LinkMount.ARM
            self._idle.setVisible(not used)
            self.use.setVisible(not used)
