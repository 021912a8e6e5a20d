"""A measuring aid over the car's board: what to do, the drawing with its entries, the table of readings, what follows."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeySequence, QShortcut
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.car.aid_results import AidResults
from anchor_beam.desk.stages.car.floor_box import FloorBox
from anchor_beam.desk.stages.car.photo_view import PhotoView
from anchor_beam.desk.stages.car.reading_table import ReadingTable
from anchor_beam.desk.stages.car.support_box import SupportBox
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.photo_in import PhotoIn
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.reading_field import ReadingField
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.aid import Aid
from anchor_beam.documents.aids import BY_KEY, PHOTO, aids_for
from anchor_beam.documents.reading_csv import readings_csv, rows_from
from anchor_beam.documents.readings import Row
from anchor_beam.drawings.measuring import drawing_of
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.aid_work import entry_figure
from anchor_beam.figures.aided import aided
from anchor_beam.session.edits import ReplaceRows
from anchor_beam.session.floors import FLOOR
from anchor_beam.session.workshop import Part

BESIDE = 440  # px of what follows beside the drawing


class AidBoard(QWidget):
    """Filled anew for each aid that is opened."""

    closed = Signal()

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__()
        self._bridge, self._files = bridge, files
        self.aid: Aid | None = None
        self.axle: Axle | None = None
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(0)
        self._inner: QWidget | None = None
        self.fields: dict[str, ReadingField] = {}
        self.table: ReadingTable | None = None
        self.photo: PhotoView | None = None
        self._photo_in = PhotoIn(bridge, files, self)
        self.setAutoFillBackground(True)
        back = QShortcut(QKeySequence(Qt.Key.Key_Escape), self)
        back.setContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)
        back.activated.connect(self.closed)
        bridge.listen(self, to=Part.READINGS | Part.CAR, then=self._draw)

    def open(self, key: str, axle: Axle | None) -> None:
        """Show an aid, about an axle where it is about one."""
        self.aid = BY_KEY[key]
        self.axle = (axle or Axle.FRONT) if self.aid.per_axle else None
        if self._inner is not None:
            self._inner.hide()
            self._inner.deleteLater()
        self._inner = self._filled(self.aid)
        self._column.addWidget(self._inner)
        self._inner.show()  # now, so that its fields stand before one of them gets the keyboard
        self._draw()
        first = next(iter(self.fields.values()), None) if self.aid.entries else None
        if first is not None:
            first.setFocus()
        elif self.table is not None:
            self.table.focus_first()

    def _filled(self, aid: Aid) -> QWidget:
        theme, bridge = self._bridge.theme, self._bridge
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addLayout(self._head(aid))
        how, caution = Label(aid.how), Caution(theme)
        how.setWordWrap(True)
        how.setContentsMargins(theme.px(16), 0, theme.px(14), theme.px(4))
        column.addWidget(how)
        beside_edge = QHBoxLayout()
        beside_edge.setContentsMargins(theme.px(16), 0, theme.px(14), 0)
        beside_edge.addWidget(caution)
        column.addLayout(beside_edge)
        caution.say(aid.caution)  # in its place only: alone it would be a window of its own for a moment
        if aid.stands:
            column.addLayout(self._labelled("The car stands on", SupportBox(self._bridge, aid.key, self.axle)))
        if aid.key == FLOOR:
            column.addLayout(self._labelled("The same place as for", FloorBox(self._bridge)))
        if others := self._others(aid):
            column.addLayout(self._ways(others))
        self.drawing = DrawingView(theme)
        self.fields = {entry.name: ReadingField(bridge, aid.key, self.axle, entry.name) for entry in aid.entries}
        for name, field in self.fields.items():
            self.drawing.place(name, field)
            field.taken.connect(lambda _=None, n=name: self._go_on(n))
        below = QHBoxLayout()
        below.setContentsMargins(theme.px(16), theme.px(6), theme.px(14), theme.px(10))
        below.setSpacing(theme.px(24))
        self.photo = PhotoView(bridge, self.axle) if aid.key == PHOTO and self.axle is not None else None
        self.table = ReadingTable(bridge, aid, self.axle) if aid.columns and self.photo is None else None
        self.results = AidResults(bridge, aid, self.axle)
        if self.photo is not None:  # it has the room, the rest stands beside it
            below.addLayout(self._picture(self.photo), stretch=5)
            beside = QVBoxLayout()
            self.drawing.setFixedHeight(theme.px(190))
            beside.addWidget(self.drawing)
            beside.addWidget(self.results, stretch=1)
            below.addLayout(beside, stretch=3)
            column.addLayout(below, stretch=1)
            return inner
        if aid.row_names and self.table is not None:  # a wide table stands below, on its own
            above = QHBoxLayout()
            above.setSpacing(0)
            above.addWidget(self.drawing, stretch=1)
            self.results.setFixedWidth(theme.px(BESIDE))
            self.results.setContentsMargins(theme.px(14), theme.px(8), theme.px(10), 0)
            above.addWidget(self.results)
            column.addLayout(above, stretch=1)
            table = QVBoxLayout()
            table.setContentsMargins(theme.px(16), theme.px(6), theme.px(14), theme.px(10))
            self.table.setFixedHeight(theme.px(160))
            table.addWidget(self.table)
            table.addLayout(self._file_buttons())
            column.addLayout(table)
            return inner
        column.addWidget(self.drawing, stretch=3)
        if self.table is not None:
            beside = QVBoxLayout()
            beside.addWidget(self.table, stretch=1)
            beside.addLayout(self._file_buttons())
            below.addLayout(beside, stretch=3)
        below.addWidget(self.results, stretch=2)
        column.addLayout(below, stretch=2 if aid.columns else 1)
        return inner

    def _head(self, aid: Aid) -> QHBoxLayout:
        """The way back, the title, front or rear."""
        theme = self._bridge.theme
        row = QHBoxLayout()
        row.setContentsMargins(theme.px(16), theme.px(8), theme.px(14), theme.px(4))
        row.setSpacing(theme.px(10))
        self.back = QPushButton("‹ back to the car")
        self.back.setToolTip("Escape")
        self.back.clicked.connect(self.closed)
        row.addWidget(self.back)
        title = Label(aid.title)
        title.setFont(theme.font(Size.LARGE, bold=True))
        row.addWidget(title)
        if self.axle is not None:
            tabs = AxleTabs(theme, "axle")
            tabs.choose(self.axle)
            tabs.chosen.connect(lambda axle: self.open(aid.key, axle))
            row.addWidget(tabs)
        row.addStretch()  # in a narrow window the handle of the figures lies there
        return row

    def _labelled(self, text: str, box: QWidget) -> QHBoxLayout:
        theme = self._bridge.theme
        row = QHBoxLayout()
        row.setContentsMargins(theme.px(16), 0, theme.px(14), theme.px(6))
        row.setSpacing(theme.px(8))
        row.addWidget(Label(text))
        row.addWidget(box)
        row.addStretch()
        return row

    def _ways(self, others: list[Aid]) -> QHBoxLayout:
        """Other ways to the same figure."""
        theme = self._bridge.theme
        row = QHBoxLayout()
        row.setContentsMargins(theme.px(16), 0, theme.px(14), theme.px(6))
        row.setSpacing(theme.px(8))
        row.addWidget(Label("Other ways:"))
        for other in others:
            button = QPushButton(other.way)
            button.setAccessibleName(other.title)
            button.clicked.connect(lambda _=False, key=other.key: self.open(key, self.axle))
            row.addWidget(button)
        row.addStretch()
        return row

    def _others(self, aid: Aid) -> list[Aid]:
        places = aid.places(self.axle)
        return [other for other, _ in aids_for(places[0]) if other.key != aid.key] if places else []

    def _picture(self, photo: PhotoView) -> QVBoxLayout:
        """The photo, and where it comes from."""
        beside = QVBoxLayout()
        beside.addWidget(photo, stretch=1)
        row = QHBoxLayout()
        for text, act in (
            ("Choose a photo…", lambda: self._files.photo_in(self.photo_from)), ("Clear", lambda: self._replace(())),
        ):  # fmt: skip
            button = QPushButton(text)
            button.clicked.connect(act)
            row.addWidget(button)
        row.addStretch()
        beside.addLayout(row)
        photo.load()
        return beside

    def photo_from(self, path: Path) -> None:
        """Take a photo from a file and keep it with the car."""
        photo = self.photo
        if photo is None:
            return

        def shown(content: bytes) -> None:
            if photo is self.photo:
                photo.use(content)
                photo.setFocus()

        self._photo_in.take(path, photo.title, shown)

    def _file_buttons(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(6))
        for text, act in (
            ("From a CSV…", lambda: self._files.readings_in(self.rows_from)), ("As a CSV…", self._write),
            ("Clear", lambda: self._replace(())),
        ):  # fmt: skip
            button = QPushButton(text)
            button.clicked.connect(act)
            row.addWidget(button)
        row.addStretch()
        return row

    def rows_from(self, path: Path) -> None:
        """Take the table from a file, whole or not at all."""
        aid = self.aid
        assert aid is not None
        self._files.table_from(path, lambda text: rows_from(text, aid), self._replace)

    def _replace(self, rows: tuple[Row, ...]) -> None:
        assert self.aid is not None
        self._bridge.ask_or_complain(ReplaceRows(self.aid.key, self.axle, rows))

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None and self.aid is not None:
            readings = shown.file.read_at(self.aid.key, self.axle)
            self._files.table_out(f"{shown.file.car.name} {readings.title()}", readings_csv(readings))

    def _go_on(self, name: str) -> None:
        """Enter in an entry leads to the next, then to the table."""
        names = list(self.fields)
        after = names[names.index(name) + 1 :]
        if after:
            self.fields[after[0]].setFocus()
        elif self.table is not None:
            self.table.focus_first()
        else:
            self.results.focus_first()

    def _draw(self) -> None:
        shown = self._bridge.picture
        if shown is None or self.aid is None or self._inner is None:
            return
        readings = shown.file.read_at(self.aid.key, self.axle)
        read = {
            entry.name: found[0]
            for entry in self.aid.entries if (found := entry_figure(entry, readings, shown.file)) is not None
        }  # fmt: skip
        for row in readings.rows:
            read |= {
                column.name: cell.value
                for column, cell in zip(self.aid.columns, row, strict=True) if cell is not None
            }  # fmt: skip
        given = aided(readings, shown.file).given
        read |= {one.place.rpartition(".")[2]: one.value for one in given}
        self.drawing.set_drawing(drawing_of(self.aid.key, self.axle, read))
