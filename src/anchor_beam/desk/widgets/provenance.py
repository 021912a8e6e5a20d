"""The small mark that says where a value comes from, and the menu that changes it."""

from __future__ import annotations

import math
from collections.abc import Callable

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QAction, QActionGroup, QFont, QPainter, QPaintEvent, QPen, QPixmap, QPixmapCache, QPolygonF
from PySide6.QtWidgets import QAbstractButton, QMenu, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.documents.records import Figure, Provenance
from anchor_beam.drawings.shapes import Size, Tone


class ProvenanceMark(QAbstractButton):
    """Disc M: measured; hexagon K: maker's figure; ring T: typical; dotted ring G: guess; diamond D: derived."""

    chosen = Signal(object)  # Provenance
    wanted_back = Signal(object)  # Figure

    def __init__(self, theme: Theme, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._theme = theme
        self.provenance = Provenance.TYPICAL
        self.before: Callable[[], list[tuple[str, Figure]]] = (
            list  # earlier values in words, asked for when the menu opens
        )
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(self.open_menu)

    def set_provenance(self, provenance: Provenance) -> None:
        self.provenance = provenance
        self.setAccessibleName(f"source: {provenance}")
        self.setToolTip(f"{provenance}; click or F2 to change")
        self.update()

    def open_menu(self) -> None:
        """Offer the sources below the mark, and what the value was before."""
        menu = QMenu(self)
        group = QActionGroup(menu)
        for provenance in (source for source in Provenance if source is not Provenance.DERIVED):
            action = QAction(str(provenance), menu)
            action.setCheckable(True)
            action.setChecked(provenance is self.provenance)
            action.triggered.connect(lambda _=False, p=provenance: self.chosen.emit(p))
            group.addAction(action)
            menu.addAction(action)
        if earlier := self.before():
            menu.addSection("as it was")
            for words, figure in earlier:
                menu.addAction(words).triggered.connect(lambda _=False, f=figure: self.wanted_back.emit(f))
        menu.popup(self.mapToGlobal(self.rect().bottomLeft()))

    def sizeHint(self) -> QSize:
        side = self._theme.px(18)
        return QSize(side, side)

    def paintEvent(self, _event: QPaintEvent) -> None:
        QPainter(self).drawPixmap(0, 0, self._pixmap())

    def _pixmap(self) -> QPixmap:
        """The mark as it is painted, kept for all fields that have it: a page shows some thirty of them."""
        ratio, side = self.devicePixelRatio(), self._theme.px(16)
        key = f"mark {self.provenance} {self._theme.dark} {side} {self.width()} {self.height()} {ratio}"
        pixmap = QPixmap()
        if QPixmapCache.find(key, pixmap):
            return pixmap
        pixmap = QPixmap(self.size() * ratio)
        pixmap.setDevicePixelRatio(ratio)
        pixmap.fill(Qt.GlobalColor.transparent)
        painter = QPainter(pixmap)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF((self.width() - side) / 2, (self.height() - side) / 2, side, side)
        paint_mark(painter, self._theme, self.provenance, box)
        painter.end()
        QPixmapCache.insert(key, pixmap)
        return pixmap


LETTERS = {
    Provenance.MEASURED: "M",
    Provenance.MAKER: "K",
    Provenance.TYPICAL: "T",
    Provenance.GUESS: "G",
    Provenance.DERIVED: "D",
}


def paint_mark(painter: QPainter, theme: Theme, provenance: Provenance, box: QRectF) -> None:
    """Paint one mark into a square box: a shape of its own, with its letter."""
    ink, known = theme.colour(Tone.INK), provenance is Provenance.MEASURED
    pen = QPen(ink, 1.2)
    if provenance is Provenance.GUESS:
        pen.setStyle(Qt.PenStyle.DotLine)
    painter.setPen(pen)
    painter.setBrush(ink if known else Qt.BrushStyle.NoBrush)
    middle, reach = box.center(), box.width() / 2
    if provenance is Provenance.MAKER:
        painter.drawPolygon(_corners(middle, reach, 6))
    elif provenance is Provenance.DERIVED:
        painter.drawPolygon(_corners(middle, 1.25 * reach, 4))
    else:
        painter.drawEllipse(box)
    letter = QFont(theme.font(Size.SMALL, bold=True))
    letter.setPixelSize(round(0.75 * box.height()))  # part of the mark, and as large as it leaves room for
    painter.setFont(letter)
    painter.setPen(theme.colour(Tone.SHEET if known else Tone.INK))
    painter.drawText(box.adjusted(-4, -4, 4, 4), Qt.AlignmentFlag.AlignCenter, LETTERS[provenance])


def _corners(middle: QPointF, reach: float, count: int) -> QPolygonF:
    """A regular figure that stands on a corner."""
    turns = [2.0 * math.pi * i / count for i in range(count)]
    return QPolygonF([middle + QPointF(reach * math.sin(turn), -reach * math.cos(turn)) for turn in turns])
