"""The small mark that says where a value comes from, and the menu that changes it."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QAction, QActionGroup, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QAbstractButton, QMenu, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.documents.records import Provenance
from anchor_beam.drawings.shapes import Tone


class ProvenanceMark(QAbstractButton):
    """Filled with a tick: measured; half filled: maker's figure; open: typical; dotted: guess."""

    chosen = Signal(object)  # Provenance

    def __init__(self, theme: Theme, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._theme = theme
        self.provenance = Provenance.TYPICAL
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(self.open_menu)

    def set_provenance(self, provenance: Provenance) -> None:
        self.provenance = provenance
        self.setAccessibleName(f"source: {provenance}")
        self.setToolTip(f"{provenance}; click or F2 to change")
        self.update()

    def open_menu(self) -> None:
        """Offer the four sources below the mark."""
        menu = QMenu(self)
        group = QActionGroup(menu)
        for provenance in Provenance:
            action = QAction(str(provenance), menu, checkable=True, checked=provenance is self.provenance)
            action.triggered.connect(lambda _=False, p=provenance: self.chosen.emit(p))
            group.addAction(action)
            menu.addAction(action)
        menu.popup(self.mapToGlobal(self.rect().bottomLeft()))

    def sizeHint(self) -> QSize:
        side = self._theme.px(18)
        return QSize(side, side)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        side = self._theme.px(10)
        box = QRectF((self.width() - side) / 2, (self.height() - side) / 2, side, side)
        paint_mark(painter, self._theme, self.provenance, box)


def paint_mark(painter: QPainter, theme: Theme, provenance: Provenance, box: QRectF) -> None:
    """Paint one mark into a square box."""
    ink = theme.colour(Tone.INK)
    pen = QPen(ink, 1.2)
    if provenance is Provenance.GUESS:
        pen.setStyle(Qt.PenStyle.DotLine)
    painter.setPen(pen)
    painter.setBrush(ink if provenance is Provenance.MEASURED else Qt.BrushStyle.NoBrush)
    painter.drawRect(box)
    if provenance is Provenance.MAKER:
        painter.fillRect(QRectF(box.left(), box.center().y(), box.width(), box.height() / 2), ink)
    if provenance is Provenance.MEASURED:
        s, x, y = box.width(), box.left(), box.top()
        painter.setPen(QPen(theme.colour(Tone.SHEET), 1.5))
        tick = [
            QPointF(x + 0.2 * s, y + 0.52 * s),
            QPointF(x + 0.43 * s, y + 0.75 * s),
            QPointF(x + 0.8 * s, y + 0.25 * s),
        ]
        painter.drawPolyline(QPolygonF(tick))
