"""Photos of the car: added under a title, looked at, taken off the list."""

from __future__ import annotations

import threading
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QImage, QMouseEvent, QPixmap, QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget
from shiboken6 import isValid

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.floating import Floating
from anchor_beam.desk.widgets.photo_in import PhotoIn
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.drawings.shapes import Size
from anchor_beam.session.workshop import Part

NONE = "no photo yet"


class Photos(QWidget):
    """A list and what can be done with it."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__()
        self._bridge, self._files, theme = bridge, files, bridge.theme
        self._in = PhotoIn(bridge, files, self)
        self.view: PhotoPanel | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(theme.px(4))
        self.list = Box()
        self.list.setAccessibleName("photos of this car")
        self.look, self.forget = QPushButton("Look"), QPushButton("Forget")
        self.look.clicked.connect(self._look)
        self.forget.clicked.connect(self._forget)
        row = QHBoxLayout()
        row.addWidget(self.list, stretch=1)
        row.addWidget(self.look)
        row.addWidget(self.forget)
        column.addLayout(row)
        self.title = BenchLine()
        self.title.setMaxLength(80)
        self.title.setPlaceholderText("front mount, left")
        self.title.setAccessibleName("title of a new photo")
        self.title.returnPressed.connect(self._add)
        self.add = QPushButton("Add…")
        self.add.clicked.connect(self._add)
        row = QHBoxLayout()
        row.addWidget(self.title, stretch=1)
        row.addWidget(self.add)
        column.addLayout(row)
        self.trouble = Caution(theme)
        column.addWidget(self.trouble)
        bridge.listen(self, to=Part.READINGS | Part.CAR, then=self._show)

    def _show(self) -> None:
        titles = list(self._bridge.workshop.photos.titles)
        now = self.list.currentText()
        fill(self.list, titles or [NONE], titles.index(now) if now in titles else 0)
        for widget in (self.list, self.look, self.forget):
            widget.setEnabled(bool(titles))

    def _add(self) -> None:
        title = self.title.text().strip()
        self.trouble.say(None if title else "Say first what the photo shows.")
        if title:
            self._files.photo_in(partial(self.photo_from, title))
        else:
            self.title.setFocus()

    def photo_from(self, title: str, path: Path) -> None:
        """Keep a photo from a file."""

        def kept(_content: bytes) -> None:
            self.title.clear()
            self._show()
            self.list.setCurrentText(title)

        self._in.take(path, title, kept)

    def _look(self) -> None:
        title = self.list.currentText()
        found: list[bytes | None] = []
        if (
            self._bridge.attempt(lambda: found.append(self._bridge.workshop.photos.read(title)))
            and found[0] is not None
        ):
            self.view = self.view or PhotoPanel(self._bridge, self.window())
            self.view.show_photo(title, found[0], self.look)

    def _forget(self) -> None:
        title = self.list.currentText()
        self._bridge.attempt(lambda: self._bridge.workshop.photos.forget(title))


class PhotoPanel(Floating):
    """One photo over the whole window, as large as fits; a press or Escape closes it."""

    _ready = Signal(QImage, int)

    closed_by = (Qt.Key.Key_Escape, Qt.Key.Key_Return, Qt.Key.Key_Space)

    def __init__(self, bridge: Bridge, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self._image, self._asked = QImage(), 0
        self._ready.connect(self._take)
        self._column = column = QVBoxLayout(self)
        pad = bridge.theme.px(12)
        column.setContentsMargins(pad, pad, pad, pad)
        self._title, self._picture = Label(), Label()
        self._title.setFont(bridge.theme.font(Size.LARGE, bold=True))
        self._picture.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self._picture.setMinimumSize(1, 1)
        column.addWidget(self._title)
        column.addWidget(self._picture, stretch=1)

    def show_photo(self, title: str, content: bytes, asker: QWidget) -> None:
        """Show the bytes of a picture, read beside the window's own work; what cannot be read says so."""
        from anchor_beam.desk.stages.car.photo_view import AT_ONCE, read_picture

        self._asked += 1
        number = self._asked

        def work() -> None:
            image, _ = read_picture(content, AT_ONCE)
            if isValid(self):  # the window may have been closed meanwhile
                self._ready.emit(image, number)

        threading.Thread(target=work, daemon=True).start()
        self._title.setText(title)
        self._picture.setText("…")
        self.setAccessibleName(f"photo, {title}")
        self.setGeometry(self.window().rect().adjusted(40, 40, -40, -40))
        self.stand(asker)

    def _take(self, image: QImage, number: int) -> None:
        if number == self._asked:
            self._image = image
            self._fit()
            if image.isNull():
                self._picture.setText("This file is no picture that can be read.")

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._fit()

    def _fit(self) -> None:
        if self._image.isNull():
            return
        room = self.contentsRect().size().shrunkBy(self._column.contentsMargins())
        room.setHeight(max(1, room.height() - self._title.sizeHint().height() - self._column.spacing()))
        smooth = Qt.TransformationMode.SmoothTransformation
        self._picture.setPixmap(
            QPixmap.fromImage(self._image.scaled(room, Qt.AspectRatioMode.KeepAspectRatio, smooth))
        )

    def mousePressEvent(self, _event: QMouseEvent) -> None:
        self.close_panel()
