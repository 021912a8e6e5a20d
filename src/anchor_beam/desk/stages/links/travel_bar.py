"""The handle that moves the wheels: which of them, how far, and playing it."""

from __future__ import annotations

from PySide6.QtCore import QSignalBlocker, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSlider, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.links.posture import Posture
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.figures.travelling import STEP, Moving
from anchor_beam.session.workshop import Part
from anchor_beam.words.links import handle_words


class TravelBar(QWidget):
    """Arrows move it by a millimetre, page keys by ten, Home to ride height; Space plays."""

    def __init__(self, bridge: Bridge, posture: Posture) -> None:
        super().__init__()
        self._bridge, self._posture = bridge, posture
        px = bridge.theme.px
        row = QHBoxLayout(self)
        row.setContentsMargins(px(14), px(4), px(14), px(4))
        row.setSpacing(px(10))
        self.way = Box()
        self.way.setAccessibleName("which wheels move")
        self.ways = tuple(Moving)
        self.way.activated.connect(lambda i: posture.choose(self.ways[i]))
        self.slider = _Travel(posture)
        self.slider.setAccessibleName("wheel travel")
        self.slider.valueChanged.connect(lambda mm: posture.to(mm * STEP))
        self.ride, self.play = QPushButton("ride height"), QPushButton("play")
        self.ride.clicked.connect(lambda: posture.to(0.0))
        self.play.clicked.connect(posture.play)
        self.play.setFixedWidth(px(64))
        self.said = Label("")
        self.said.setFixedWidth(px(236))
        for widget in (self.way, self.slider, self.said, self.ride, self.play):
            row.addWidget(widget, stretch=1 if widget is self.slider else 0)
        posture.changed.connect(self._range)
        posture.moved.connect(self._show)
        bridge.listen(self, to=Part.UNITS, then=self._range)

    def hideEvent(self, event: object) -> None:
        del event
        self._posture.stop()  # nobody sees it move

    def offer(self, ways: tuple[Moving, ...]) -> None:
        """What can be moved: rear wheels are not steered."""
        if self.ways != ways:
            self.ways = ways
            self._range()

    def _range(self) -> None:
        posture = self._posture
        fill(
            self.way, [str(way) for way in self.ways], self.ways.index(posture.way) if posture.way in self.ways else 0
        )
        with QSignalBlocker(self.slider):
            self.slider.setRange(round(posture.low / STEP), round(posture.high / STEP))
        self._bridge.playing = posture.playing
        self.play.setText("stop" if posture.playing else "play")
        self._show()

    def _show(self) -> None:
        with QSignalBlocker(self.slider):
            self.slider.setValue(round(self._posture.handle / STEP))
        words = handle_words(self._posture.way.name, self._posture.handle, self._bridge.units)
        self.said.setText(words)
        self.slider.setAccessibleDescription(words)


class _Travel(QSlider):
    def __init__(self, posture: Posture) -> None:
        super().__init__(Qt.Orientation.Horizontal)
        self._posture = posture
        self.setPageStep(10)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Space:
            self._posture.play()
        elif event.key() == Qt.Key.Key_Home:
            self._posture.to(0.0)
        else:
            super().keyPressEvent(event)
