"""Templates for drilling: what was measured of the frame or plate, both sides drawn flat, and writing them at full size."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.car.reading_table import ReadingTable
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.reading_field import ReadingField
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.templates import PRINTER, TEMPLATE, TEMPLATES
from anchor_beam.drawings.shapes import Drawing, Size
from anchor_beam.drawings.template import notes_of
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.template import axle_of, printer_scale, template_drawings
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults

EMPTY = Drawing((), (0.0, 0.0), (1.0, 1.0), "", to_scale=False)
BESIDE, WITH_TABLE = 330, 452  # px of what is typed


class TemplateBoard(QWidget):
    """For the axle of the card in hand, the rear one without a card."""

    def __init__(self, bridge: Bridge, files: Files, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._files, self._hand = bridge, files, hand
        self.drawings: tuple[Drawing, ...] = ()
        px = bridge.theme.px
        row = QHBoxLayout(self)
        row.setContentsMargins(px(14), px(8), px(8), px(8))
        row.setSpacing(px(10))
        left = QVBoxLayout()
        self.kind = Box()
        self.kind.addItems([each.title for each in TEMPLATES])
        self.kind.setAccessibleName("kind of template")
        self.kind.activated.connect(self._show)
        left.addWidget(self.kind)
        self.how = Label()
        self.how.setWordWrap(True)
        self.how.setFont(bridge.theme.font(Size.SMALL))
        self.how.setFixedWidth(px(BESIDE))
        left.addWidget(self.how)
        self.fields: dict[tuple[Axle | None, str], dict[str, ReadingField]] = {}
        self._holders: dict[tuple[Axle | None, str], QWidget] = {}
        self._entries_at = QVBoxLayout()
        left.addLayout(self._entries_at)
        self.said = Caution(bridge.theme)
        left.addWidget(self.said)
        self.write = QPushButton("Write at full size…")
        self.write.clicked.connect(self._write)
        left.addWidget(self.write)
        self.notes = Label()
        self.notes.setWordWrap(True)
        self.notes.setFont(bridge.theme.font(Size.SMALL))
        self.notes.setFixedWidth(px(BESIDE))
        left.addWidget(self.notes)
        left.addStretch()
        row.addLayout(left)
        both = QVBoxLayout()
        self.views = {side: DrawingView(bridge.theme) for side in Side}
        for view in self.views.values():
            both.addWidget(view, stretch=1)
        row.addLayout(both, stretch=1)
        hand.tell(self, self._show)
        bridge.listen(self, to=Part.READINGS, then=self._show)
        self._show()

    def _entries(self, axle: Axle | None, key: str) -> QWidget:
        holder, px = QWidget(), self._bridge.theme.px
        holder.setFixedWidth(px(WITH_TABLE if len(TEMPLATE[key].columns) > 3 else BESIDE))
        column = QVBoxLayout(holder)
        column.setContentsMargins(0, 0, 0, 0)
        grid = QGridLayout()
        grid.setVerticalSpacing(px(3))
        self.fields[axle, key] = {}
        for i, entry in enumerate(TEMPLATE[key].entries):
            field = ReadingField(self._bridge, key, axle, entry.name, width=60)
            label = Label(entry.label)
            label.setBuddy(field)
            grid.addWidget(label, i, 0)
            grid.addWidget(field, i, 1)
            self.fields[axle, key][entry.name] = field
        column.addLayout(grid)
        if TEMPLATE[key].columns:
            table = ReadingTable(self._bridge, TEMPLATE[key], axle)
            table.setMinimumHeight(px(150))
            column.addWidget(table)
        return holder

    @property
    def _axle(self) -> Axle:
        return Axle.REAR if self._hand.card is None else self._hand.card.job.axle

    @property
    def _key(self) -> str:
        return TEMPLATES[self.kind.currentIndex()].key

    def _show(self) -> None:
        which = axle_of(self._key, self._axle), self._key
        if which not in self._holders:  # made when it is looked at: there are many fields
            self._holders[which] = self._entries(*which)
            self._entries_at.addWidget(self._holders[which])
        for each, holder in self._holders.items():
            holder.setVisible(each == which)
        self.how.setText(TEMPLATE[self._key].how)
        shown = self._bridge.picture
        if shown is None:
            return
        for field in self.fields[which].values():
            field.refresh()
        try:
            self.drawings = template_drawings(shown.file, self._axle, self._key, self._bridge.units)
            self.said.say(None)
        except AnchorBeamError as problem:
            self.drawings = ()
            self.said.say(faults.sentence(problem, self._bridge.units))
        self.write.setEnabled(bool(self.drawings))
        self.notes.setText("\n".join(notes_of(self.drawings[0]) if self.drawings else ()))
        for i, view in enumerate(self.views.values()):
            view.setVisible(i < max(len(self.drawings), 1))
            view.set_drawing(self.drawings[i] if i < len(self.drawings) else EMPTY)

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None and self.drawings:
            name = f"{shown.file.car.name} {self._axle} {TEMPLATE[self._key].title.lower()}"
            scale = (1.0, 1.0) if self._key == PRINTER else printer_scale(shown.file)
            self._files.template_out(self.drawings, name, scale)
