"""A photo with marks and points on it: clicked, dragged, or walked to with the keys; the path that follows lies over it."""

from __future__ import annotations

import threading
from collections.abc import Iterator

from PySide6.QtCore import QBuffer, QByteArray, QEvent, QIODevice, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QImage,
    QImageReader,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
    QWheelEvent,
)
from PySide6.QtWidgets import QSizePolicy, QWidget
from shiboken6 import isValid

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.measure.photo import MARKS
from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.documents.aid import MOST_ROWS
from anchor_beam.documents.aids import PHOTO
from anchor_beam.documents.readings import Reading, Row
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.errors import AnchorBeamError, StoreError
from anchor_beam.figures.aid_work import photo_path
from anchor_beam.session.edits import ReplaceRows
from anchor_beam.session.workshop import Part

AT_ONCE, LARGEST = 2000, 8000  # px of a side to which a picture is read first, and then for who looks closer
LOUPE, LARGER = 110, 5.0  # px of its side, and by how much it enlarges
NEAR = 9  # px within which something is taken hold of
CLOSEST, ZOOM_STEP = 16.0, 1.25
NO_PHOTO = (
    "Choose a photo, then click mark 1. The wheel or + and − zoom. "
    "Arrow keys move the cross, Enter places, Backspace takes back."
)


class PhotoView(QWidget):
    """Rows of the aid's readings are places in the picture: four marks first, then the bar. Each click is an act."""

    loaded = Signal(QImage, QSize, int)

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle, self._theme = bridge, axle, bridge.theme
        self._image, self._size = QImage(), QSize()
        self._asked = self._shown = 0  # which photo was asked for last, and which is on the screen
        self._cross = QPointF()  # of the keyboard [px of the picture]
        self._held: tuple[int, QPointF] | None = None  # which place is dragged, and where it is now
        self._path: FloatArray | None = None  # (n, 2) [px of the picture]
        self._over: QPointF | None = None  # where the mouse is [px]
        self._zoom, self._middle = 1.0, QPointF()  # and which place of the picture is in the middle
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(bridge.theme.px(200))
        self.loaded.connect(self._take)
        bridge.listen(self, to=Part.READINGS | Part.CAR, then=self._show)

    # the picture

    @property
    def title(self) -> str:
        """What the photo is called among the car's."""
        return f"Bar from a photo, {self._axle}"

    def use(self, content: bytes) -> None:
        """Show a picture; it is read beside the window's own work, coarse at first, then sharp."""

        self._asked += 1
        number = self._asked

        def work() -> None:
            image, size = read_picture(content, AT_ONCE)
            if isValid(self):  # the page may have been closed meanwhile
                self.loaded.emit(image, size, number)
            if max(size.width(), size.height()) > AT_ONCE and not image.isNull():
                sharp, size = read_picture(content, LARGEST)
                if isValid(self):
                    self.loaded.emit(sharp, size, number)

        threading.Thread(target=work, daemon=True).start()

    def _take(self, image: QImage, size: QSize, number: int) -> None:
        if number != self._asked:
            return  # another photo was chosen meanwhile
        if image.isNull():
            self._bridge.report(self.title, "this file is no picture that can be read; PNG and JPEG can.")
            return
        self._image, self._size = image, size
        sharper, self._shown = number == self._shown, number
        if sharper:
            self.update()
            return
        self._cross = QPointF(0.5 * size.width(), 0.5 * size.height())
        self._zoom, self._middle = 1.0, QPointF(self._cross)
        self._show()

    def load(self) -> None:
        """Take the photo that is kept with the car, if there is one."""
        try:
            content = self._bridge.workshop.photos.read(self.title)
        except StoreError as problem:
            self._bridge.complain(problem)
            return
        if content is not None:
            self.use(content)

    # places

    @property
    def _rows(self) -> tuple[Row, ...]:
        shown = self._bridge.picture
        return () if shown is None else shown.file.read_at(PHOTO, self._axle).rows

    def _places(self) -> list[QPointF]:
        """Marks and points in the picture, the dragged one where it is now."""
        found = [
            QPointF(row[0].value, row[1].value) for row in self._rows if row[0] is not None and row[1] is not None
        ]
        if self._held is not None and self._held[0] < len(found):
            found[self._held[0]] = self._held[1]
        return found

    def _keep(self, places: list[QPointF]) -> None:
        rows = tuple((Reading(round(at.x(), 1)), Reading(round(at.y(), 1))) for at in places)
        self._bridge.ask_or_complain(ReplaceRows(PHOTO, self._axle, rows))

    def _add(self, at: QPointF) -> None:
        if self._image.isNull() or len(self._places()) >= MOST_ROWS:
            return
        self._keep([*self._places(), at])

    @property
    def _frame(self) -> QRectF:
        """Where the whole picture is painted [px]: it fits at first and fills the view when larger."""
        fitting = QSize(self._size).scaled(self.size(), Qt.AspectRatioMode.KeepAspectRatio)
        width, height = fitting.width() * self._zoom, fitting.height() * self._zoom
        scale = width / max(self._size.width(), 1)
        left, top = 0.5 * self.width() - self._middle.x() * scale, 0.5 * self.height() - self._middle.y() * scale
        return QRectF(_held_to(left, width, self.width()), _held_to(top, height, self.height()), width, height)

    def _zoom_by(self, factor: float, at: QPointF) -> None:
        """Closer or farther, with what is under a place of the widget staying there."""
        under = self._in_picture(at)
        self._zoom = min(max(self._zoom * factor, 1.0), CLOSEST)
        scale = self._frame.width() / max(self._size.width(), 1)
        self._middle = under + (QPointF(0.5 * self.width(), 0.5 * self.height()) - at) / scale
        self.update()

    def pixel(self, at: QPointF) -> QPointF:
        """Of the widget, from one of the picture."""
        frame = self._frame
        scale = frame.width() / max(self._size.width(), 1)
        return QPointF(frame.left() + at.x() * scale, frame.top() + at.y() * scale)

    def _in_picture(self, at: QPointF) -> QPointF:
        frame = self._frame
        scale = max(self._size.width(), 1) / max(frame.width(), 1.0)
        return QPointF((at.x() - frame.left()) * scale, (at.y() - frame.top()) * scale)

    # hands

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() is not Qt.MouseButton.LeftButton or self._image.isNull():
            return
        near = [
            i for i, at in enumerate(self._places()) if (self.pixel(at) - event.position()).manhattanLength() < NEAR
        ]
        if near:
            self._held = (near[-1], self._places()[near[-1]])
        elif self._frame.contains(event.position()):
            self._add(self._in_picture(event.position()))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self._over = event.position()
        if self._held is not None:
            self._held = (self._held[0], self._in_picture(event.position()))
        self.update()

    def leaveEvent(self, event: QEvent) -> None:
        super().leaveEvent(event)
        self._over = None
        self.update()

    def mouseReleaseEvent(self, _event: QMouseEvent) -> None:
        if self._held is not None:
            places, self._held = self._places(), None
            self._keep(places)

    def wheelEvent(self, event: QWheelEvent) -> None:
        if not self._image.isNull():
            self._zoom_by(ZOOM_STEP ** (event.angleDelta().y() / 120.0), event.position())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = 1.0 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 20.0
        moves = {
            Qt.Key.Key_Left: (-step, 0.0), Qt.Key.Key_Right: (step, 0.0), Qt.Key.Key_Up: (0.0, -step),
            Qt.Key.Key_Down: (0.0, step),
        }  # fmt: skip
        key = Qt.Key(event.key())
        if key in moves:
            self._cross += QPointF(*moves[key]) / self._zoom
            if not QRectF(self.rect()).contains(self.pixel(self._cross)):
                self._middle = QPointF(self._cross)
            self.update()
        elif key in (Qt.Key.Key_Plus, Qt.Key.Key_Minus):
            self._zoom_by(ZOOM_STEP if key is Qt.Key.Key_Plus else 1.0 / ZOOM_STEP, self.pixel(self._cross))
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self._add(QPointF(self._cross))
        elif key is Qt.Key.Key_Backspace and self._places():
            self._keep(self._places()[:-1])
        else:
            super().keyPressEvent(event)

    # showing

    def _show(self) -> None:
        shown, self._path = self._bridge.picture, None
        if shown is not None:
            try:
                laid, bar = photo_path(shown.file.read_at(PHOTO, self._axle), shown.file)
                self._path = laid.seen(bar.along())
            except AnchorBeamError:
                pass  # said beside the figures
        self.setAccessibleName(f"photo of the {self._axle} bar: {self._next()}")
        self.update()

    def _next(self) -> str:
        """What the next click is."""
        if self._image.isNull():
            return NO_PHOTO
        count = len(self._rows)
        if count < MARKS:
            return f"next: mark {count + 1}"
        return f"next: along the bar, {count - MARKS} points so far"

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px = QPainter(self), self._theme.px
        painter.fillRect(self.rect(), self._theme.colour(Tone.SHEET))
        pen, text = Lettering(painter, self._theme), self._next()
        if self._image.isNull():
            painter.setFont(self._theme.font(Size.NORMAL))
            painter.setPen(self._theme.colour(Tone.SOFT))
            flags = Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap
            painter.drawText(self.rect().adjusted(px(20), 0, -px(20), 0), int(flags), text)
            return
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.drawImage(self._frame, self._image)
        if self._path is not None:
            line = QPolygonF([self.pixel(QPointF(x, y)) for x, y in self._path.tolist()])
            for _ in self._twice(painter, Tone.GRAB, 2.0):
                painter.drawPolyline(line)
        for i, at in enumerate(self._places()):
            self._paint_place(painter, pen, i, self.pixel(at))
        if self.hasFocus():
            self._paint_cross(painter, self.pixel(self._cross), Tone.GRAB, px(14))
        looked = self._over if self._over is not None else self.pixel(self._cross) if self.hasFocus() else None
        if looked is not None and self._frame.contains(looked):
            self._paint_loupe(painter, looked)
        painter.fillRect(
            QRectF(px(8), px(6), pen.width(text, Size.SMALL) + px(12), px(20)), self._theme.colour(Tone.SHEET)
        )
        pen.write(px(14), px(20), text, Size.SMALL, Tone.INK)

    def _twice(self, painter: QPainter, tone: Tone, width: float) -> Iterator[None]:
        """A pen wider and light, then as asked for: seen on every photo."""
        for colour, more in ((Tone.SHEET, 2.0), (tone, 0.0)):
            painter.setPen(QPen(self._theme.colour(colour), self._theme.px(width + more)))
            yield

    def _paint_loupe(self, painter: QPainter, at: QPointF) -> None:
        """What lies under the mouse or the cross, larger, in the corner that is farther away."""
        side = float(self._theme.px(LOUPE))
        left = 0.0 if at.x() > 0.5 * self.width() else self.width() - side
        into = QRectF(left, self.height() - side, side, side)
        scale = self._image.width() / max(self._frame.width(), 1.0)  # pixels of the picture as it was read
        middle = (at - self._frame.topLeft()) * scale
        reach = 0.5 * side * scale / LARGER
        painter.fillRect(into, self._theme.colour(Tone.SHEET))
        painter.drawImage(into, self._image, QRectF(middle.x() - reach, middle.y() - reach, 2 * reach, 2 * reach))
        self._paint_cross(painter, into.center(), Tone.GRAB, self._theme.px(9))
        painter.setPen(QPen(self._theme.colour(Tone.INK), 1.0))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(into.adjusted(0.5, 0.5, -0.5, -0.5))

    def _paint_cross(self, painter: QPainter, at: QPointF, tone: Tone, reach: float) -> None:
        for _ in self._twice(painter, tone, 1.6):
            painter.drawLine(at - QPointF(reach, 0), at + QPointF(reach, 0))
            painter.drawLine(at - QPointF(0, reach), at + QPointF(0, reach))

    def _paint_place(self, painter: QPainter, pen: Lettering, number: int, at: QPointF) -> None:
        """A numbered cross for a mark, a ring for a point of the bar."""
        px = self._theme.px
        if number >= MARKS:
            for _ in self._twice(painter, Tone.GRAB, 1.6):
                painter.drawEllipse(at, px(4), px(4))
            return
        self._paint_cross(painter, at, Tone.INK, px(8))
        painter.fillRect(QRectF(at.x() + px(6), at.y() - px(18), px(14), px(15)), self._theme.colour(Tone.SHEET))
        pen.write(at.x() + px(13), at.y() - px(6), str(number + 1), tone=Tone.INK, align=Align.CENTRE, bold=True)


def read_picture(content: bytes, largest: int) -> tuple[QImage, QSize]:
    """A picture with no side larger [px], and how large it is itself, both the right way up."""
    held = QByteArray(content)
    buffer = QBuffer(held)
    buffer.open(QIODevice.OpenModeFlag.ReadOnly)
    reader = QImageReader(buffer)
    reader.setAutoTransform(True)
    size = reader.size()
    if max(size.width(), size.height()) > largest:
        reader.setScaledSize(size.scaled(largest, largest, Qt.AspectRatioMode.KeepAspectRatio))
    image = reader.read()
    turned = (image.width() > image.height()) != (size.width() > size.height())
    return image, size.transposed() if turned else size


def _held_to(start: float, length: float, room: float) -> float:
    """Where a picture begins, so that it fills its room if it can, else stands in the middle of it."""
    if length <= room:
        return 0.5 * (room - length)
    return min(max(start, room - length), 0.0)
