"""Build sheets: what the links of an axle are made of, with their numbers to be typed, and what to cut and to turn."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.reading_field import ReadingField
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.builds import BUILD, BUILDS
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.build_sheet import Sheet, build_sheet
from anchor_beam.figures.shown_build_sheet import line_text, sheet_drawing, sheet_page
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults

MOST_LINES, EACH_COLUMN = 8, 6


class BuildBoard(QWidget):
    """One axle, one kind of link at a time; numbers are kept with the car for each kind."""

    def __init__(self, bridge: Bridge, axle: Axle, files: Files) -> None:
        super().__init__()
        self._bridge, self._axle, self._files = bridge, axle, files
        self.sheet: Sheet | None = None
        px = bridge.theme.px
        column = QVBoxLayout(self)
        column.setContentsMargins(px(14), px(4), 0, 0)
        column.setSpacing(px(6))
        head = QHBoxLayout()
        self.kind = Box()
        self.kind.addItems([build.title for build in BUILDS])
        self.kind.setAccessibleName(f"kind of {axle} link to build")
        self.kind.activated.connect(self._choose)
        head.addWidget(self.kind)
        head.addStretch()
        self.write = QPushButton("Print…")
        self.write.clicked.connect(self._write)
        head.addWidget(self.write)
        head.addSpacing(px(10))
        column.addLayout(head)
        self.how = Label()
        self.how.setWordWrap(True)
        column.addWidget(self.how)
        self.fields: dict[str, dict[str, ReadingField]] = {}
        self._holders: dict[str, QWidget] = {}
        for build in BUILDS:
            self._holders[build.key] = self._entries(build.key)
            column.addWidget(self._holders[build.key])
        self.said = Caution(bridge.theme)
        column.addWidget(self.said)
        self._lines = QGridLayout()
        self._lines.setHorizontalSpacing(px(16))
        self._lines.setVerticalSpacing(px(2))
        self.lines = [(Label(), Label()) for _ in range(MOST_LINES)]
        for i, (label, value) in enumerate(self.lines):
            label.setStyleSheet(in_tone(Tone.SOFT))
            value.setFont(bridge.theme.font(Size.NORMAL, bold=True))
            self._lines.addWidget(label, i // 2, 2 * (i % 2))
            self._lines.addWidget(value, i // 2, 2 * (i % 2) + 1)
        self._lines.setColumnStretch(4, 1)
        column.addLayout(self._lines)
        self.view = DrawingView(bridge.theme)
        column.addWidget(self.view, stretch=1)
        column.addStretch()
        self.notes = Label()
        self.notes.setWordWrap(True)
        self.notes.setFont(bridge.theme.font(Size.SMALL))
        column.addWidget(self.notes)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.READINGS | Part.UNITS, then=self._show)
        self._choose(0)

    def _entries(self, key: str) -> QWidget:
        """The numbers of a kind, in columns."""
        holder, px = QWidget(), self._bridge.theme.px
        grid = QGridLayout(holder)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(px(10))
        grid.setVerticalSpacing(px(3))
        self.fields[key] = {}
        for i, entry in enumerate(BUILD[key].entries):
            field = ReadingField(self._bridge, key, self._axle, entry.name)
            label = Label(entry.label)
            label.setBuddy(field)
            grid.addWidget(label, i % EACH_COLUMN, 2 * (i // EACH_COLUMN))
            grid.addWidget(field, i % EACH_COLUMN, 2 * (i // EACH_COLUMN) + 1)
            self.fields[key][entry.name] = field
        grid.setColumnStretch(2 * (1 + len(BUILD[key].entries) // EACH_COLUMN), 1)
        return holder

    def _choose(self, index: int) -> None:
        for i, (key, holder) in enumerate(self._holders.items()):
            holder.setVisible(i == index)
            if i == index:
                self.how.setText(BUILD[key].how)
        self._show()

    def _show(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        self.sheet = sheet = build_sheet(shown.file, self._axle, BUILDS[self.kind.currentIndex()].key)
        problem = "" if sheet.problem is None else faults.sentence(sheet.problem, units)
        self.said.say(" ".join((problem, *sheet.warnings)).strip() or None)
        for i, (label, value) in enumerate(self.lines):
            line = sheet.lines[i] if i < len(sheet.lines) else None
            label.setText("" if line is None else line.label)
            value.setText("" if line is None else line_text(line, units))
        drawn = sheet_drawing(sheet, units)
        self.view.setVisible(bool(drawn.items))
        self.view.set_drawing(drawn)
        self.notes.setText(" ".join(sheet.notes))
        self.write.setEnabled(sheet.problem is None)

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None and self.sheet is not None:
            self._files.build_sheet_out(sheet_page(self.sheet, shown.file, self._axle, self._bridge.units))
