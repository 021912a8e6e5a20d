"""The fastener map: where every fastener of the job sits, how far it is, what hides it; of the one in hand what it holds
together and whether its bolt is long enough."""

from __future__ import annotations

from PySide6.QtCore import QSignalBlocker, Signal
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.spot_rows import WIDEST, Index, SpotRows
from anchor_beam.desk.stages.fit.stack_fields import StackFields
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.row_table import RowTable
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.drawings.fastener_map import fastener_map, marks_at
from anchor_beam.drawings.shapes import XY, Drawing
from anchor_beam.figures.shown_step import map_marks, shown_on_card
from anchor_beam.fitting.fastener_map import spots
from anchor_beam.words.fitting import NO_BAR_TO_SHOW, put_back_left

EMPTY = Drawing((), (0.0, 0.0), (1.0, 1.0), "", to_scale=False)
NEAR = 0.06  # m around a mark that count as it
BESIDE = 340  # px of the fastener in hand


class _Picture(DrawingView):
    """A click takes the nearest fastener in hand."""

    pressed = Signal(float, float)  # m on the drawing

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.pressed.emit(*self.point(event.position()))


class MapBoard(QWidget):
    """Above the picture, below it the list and the fastener in hand."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._hand = bridge, hand
        theme, px = bridge.theme, bridge.theme.px
        self.chosen = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        self.picture = _Picture(theme)
        self.picture.setMinimumHeight(px(190))
        self.picture.setAccessibleName("where the fasteners are")
        self.picture.pressed.connect(self._pressed)
        self.none = Label(NO_BAR_TO_SHOW)
        self.none.setWordWrap(True)
        self.put_back = Caution(theme)
        self.table, self.spots = RowTable(theme, "fasteners of the job"), SpotRows(self)
        self.table.setModel(self.spots)
        self.table.set_widths(WIDEST)
        self.table.selectionModel().currentRowChanged.connect(self._row_taken)
        self.stack = StackFields(bridge, hand)
        self.none.setContentsMargins(px(14), px(4), px(14), px(4))
        held = QVBoxLayout()
        held.setContentsMargins(px(6), 0, px(14), 0)
        held.addWidget(self.put_back)
        below = QHBoxLayout()
        below.setSpacing(1)
        below.addWidget(self.table, stretch=1)
        below.addWidget(self.stack)
        self.stack.setFixedWidth(px(BESIDE))
        column.addWidget(self.picture, stretch=3)
        column.addWidget(self.none)
        column.addLayout(held)
        column.addLayout(below, stretch=4)
        hand.tell(self, self._show)

    def _show(self) -> None:
        card, view, shown = self._hand.card, self._hand.view, self._bridge.picture
        if card is None or view is None or shown is None:
            return
        found = spots(card)
        if self.chosen not in {each.fastener.id for each in found}:
            self.chosen = found[0].fastener.id if found else ""
        bar = shown_on_card(shown, card.job.axle, self._bridge.units)
        self.picture.setVisible(bar is not None)
        self.none.setVisible(bar is None)
        if bar is not None:
            self.picture.set_drawing(fastener_map(bar, map_marks(card, self.chosen)))
        self.put_back.say(put_back_left(view.put_back) or None)
        self.spots.set_found(found)
        row = next((i for i, each in enumerate(found) if each.fastener.id == self.chosen), -1)
        with QSignalBlocker(self.table.selectionModel()):
            self.table.selectRow(row)
        self.table.viewport().update()
        self.stack.show_of(self.chosen)

    def _row_taken(self, index: Index) -> None:
        if index.isValid() and self.spots.found:
            self._take(self.spots.found[index.row()].fastener.id)

    def _take(self, fastener: str) -> None:
        self.chosen = fastener
        self._show()

    def _pressed(self, x: float, y: float) -> None:
        card, shown = self._hand.card, self._bridge.picture
        bar = None if shown is None or card is None else shown_on_card(shown, card.job.axle, self._bridge.units)
        if bar is None or card is None:
            return
        places = marks_at(bar, tuple(each.fastener.id for each in spots(card)))
        off = {name: min(_apart((x, y), point) for point in points) for name, points in places.items()}
        nearest = min(off, key=off.__getitem__)
        if off[nearest] <= NEAR:
            self._take(nearest)


def _apart(one: XY, other: XY) -> float:
    return float(((one[0] - other[0]) ** 2 + (one[1] - other[1]) ** 2) ** 0.5)
