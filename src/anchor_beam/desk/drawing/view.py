"""A widget that shows one drawing to scale and keeps fields and controls in their slots."""

from __future__ import annotations

import math

from PySide6.QtCore import QEvent, QPointF, QRect, QRectF, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPalette, QResizeEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.desk.drawing.painter import NOWHERE, Rows, View, fit, paint, rows_of
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.shapes import XY, Align, Area, Dimension, Drawing, Size, Slot, Tone

MARGIN, TITLE = 12.0, 24.0  # px at the normal font size


class DrawingView(QWidget):
    """Scales its drawing to fit, paints it, and puts the widgets given by key where the drawing has room for them."""

    captioned = Signal(str)  # of a board whose title stands elsewhere

    def __init__(self, theme: Theme, *, titled: bool = True) -> None:
        """titled: the title stands on the board itself."""
        super().__init__()
        self._theme, self._titled = theme, titled
        self._drawing: Drawing | None = None
        self._view = View(1.0, 0.0, 0.0)
        self._rows: list[Rows] = []  # of each item
        self._placed: dict[str, QWidget] = {}
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)

    def place(self, key: str, widget: QWidget) -> None:
        """Give the slot or area of this key its widget."""
        widget.setParent(self)
        self._placed[key] = widget
        widget.hide()

    def set_drawing(self, drawing: Drawing) -> None:
        old, seen = self._drawing, self._view
        self._drawing = drawing
        self._arrange()
        if old is None or seen != self._view or old.title != drawing.title or len(old.items) != len(drawing.items):
            self._rows = [rows_of(item, self._view, self._theme) for item in drawing.items]
            self.update()
            return
        top, bottom = NOWHERE
        for i, (before, item) in enumerate(zip(old.items, drawing.items, strict=True)):
            if item is not before and item != before:
                was, self._rows[i] = self._rows[i], rows_of(item, self._view, self._theme)
                top, bottom = min(top, was[0], self._rows[i][0]), max(bottom, was[1], self._rows[i][1])
        if top < bottom:
            self.update(0, math.floor(top), self.width(), math.ceil(bottom) - math.floor(top))

    def pixel(self, point: XY) -> tuple[float, float]:
        """Where a point of the drawing is in the widget [px]."""
        at = self._view.map(point)
        return at.x(), at.y()

    def point(self, at: QPointF) -> XY:
        """The point of the drawing that lies under a pixel [m]."""
        return self._view.unmap(at)

    def event(self, event: QEvent) -> bool:
        if event.type() is QEvent.Type.LayoutRequest:  # a field has become wider, or narrow again
            self._arrange()
        return super().event(event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._arrange()
        if self._drawing is not None:
            self._rows = [rows_of(item, self._view, self._theme) for item in self._drawing.items]

    def paintEvent(self, event: QPaintEvent) -> None:
        painter, part = QPainter(self), event.rect().adjusted(-1, -1, 1, 1)  # a scaled screen cuts pixels in two
        painter.fillRect(part, self._theme.colour(Tone.SHEET))
        if self._drawing is None:
            return
        reached = zip(self._drawing.items, self._rows, strict=True)
        touched = [item for item, (top, low) in reached if top <= part.bottom() + 1 and low >= part.top()]
        paint(touched, painter, self._view, self._theme)
        if self._titled:
            painter.setFont(self._theme.font(Size.SMALL))
            painter.setPen(self._theme.colour(Tone.SOFT))
            painter.drawText(self._theme.px(14), self._theme.px(20), self._caption(self._drawing))

    def _caption(self, drawing: Drawing) -> str:
        return f"{drawing.title}{self._ratio(drawing)}"

    def _ratio(self, drawing: Drawing) -> str:
        """Scale of the board, from the screen's own size, where it has one."""
        if not drawing.to_scale:
            return ""
        per_metre = self.logicalDpiX() / 0.0254
        return f", about 1 : {per_metre / self._view.scale:.1f}"

    def _arrange(self) -> None:
        if self._drawing is None:
            return
        margin, title = self._theme.px(MARGIN), self._theme.px(TITLE if self._titled else MARGIN)
        self._view = fit(self._drawing, QRectF(self.rect()).adjusted(margin, title, -margin, -margin))
        if not self._titled:
            self.captioned.emit(self._caption(self._drawing))
        found = set()
        for item in self._drawing.items:
            if isinstance(item, Area) and item.key in self._placed:
                found.add(item.key)
                self._cover(item)
            elif isinstance(item, Slot) and item.key in self._placed:
                found.add(item.key)
                self._stand(item.key, item.at, item.align, item.raise_by)
            elif isinstance(item, Dimension) and item.slot in self._placed:
                found.add(item.slot)
                middle = ((item.start[0] + item.end[0]) / 2, (item.start[1] + item.end[1]) / 2)
                self._stand(item.slot, middle, Align.CENTRE, 0.0)
        for key, widget in self._placed.items():
            widget.setVisible(key in found)

    def _cover(self, area: Area) -> None:
        a, b = self._view.map(area.low), self._view.map(area.high)
        self._placed[area.key].setGeometry(QRect(a.toPoint(), b.toPoint()).normalized())

    def _stand(self, key: str, at: XY, align: Align, raise_by: float) -> None:
        """Put a field at a point, kept inside the board, on a patch of sheet so that lines do not run through it."""
        widget = self._placed[key]
        size = widget.sizeHint()
        point = self._view.map(at)
        x = point.x() - {Align.LEFT: 0.0, Align.CENTRE: size.width() / 2, Align.RIGHT: size.width()}[align]
        y = point.y() - size.height() / 2 - raise_by * size.height()
        x = max(2.0, min(x, self.width() - size.width() - 2.0))
        y = max(2.0, min(y, self.height() - size.height() - 2.0))
        widget.setGeometry(round(x), round(y), size.width(), size.height())
        if not widget.autoFillBackground():
            widget.setBackgroundRole(QPalette.ColorRole.Base)  # the sheet's colour in every look
            widget.setAutoFillBackground(True)
