"""The cars under each other: a row is made when it comes into view, and read again only when its car has changed."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QResizeEvent, QShowEvent
from PySide6.QtWidgets import QFrame, QScrollArea, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.garage.car_row import CarRow

BEYOND = 2  # rows above and below what is seen, so that Tab finds the next one


class CarList(QScrollArea):
    """As tall as all rows; `rows` are those that were made, by their car."""

    opened = Signal(int)  # a car
    beside = Signal(int)  # a car that gets a window of its own

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self._cars: tuple[tuple[int, str], ...] = ()  # number and name
        self.rows: dict[int, CarRow] = {}
        self._unread: list[CarRow] = []
        self._next = QTimer(self)
        self._next.setInterval(0)
        self._next.timeout.connect(self._read_next)
        self._sheet = QWidget()
        self.setAccessibleName("cars in the garage")
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)  # its rows take the keys
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setWidgetResizable(True)
        self.setWidget(self._sheet)
        self.verticalScrollBar().valueChanged.connect(self._fill)

    def set_cars(self, cars: Sequence[tuple[int, str]]) -> None:
        """Show these cars, by number and name; rows of cars that are still there stay."""
        self._cars = tuple(cars)
        there = {car for car, _ in cars}
        for car in [car for car in self.rows if car not in there]:
            self.rows.pop(car).deleteLater()
        self._sheet.setMinimumHeight(self._tall * len(cars))
        self._fill()
        self.read([row for row in self.rows.values() if row.stale])

    def read(self, rows: Sequence[CarRow]) -> None:
        """Read cars, one in each turn of the event loop."""
        self._unread = [row for row in self.rows.values() if row in rows or row in self._unread]
        self._next.start()

    @property
    def _tall(self) -> int:
        return CarRow.tall(self._bridge.theme)

    def _fill(self) -> None:
        """Make the rows that are seen and do not exist, and put all of them in their places."""
        top, tall = self.verticalScrollBar().value(), self._tall
        first = max(0, top // tall - BEYOND)
        seen = self._cars[first : (top + self.viewport().height()) // tall + 1 + BEYOND]
        made = []
        for car, name in seen:
            if car not in self.rows:
                row = CarRow(self._bridge, car, name, self._sheet)
                row.opened.connect(self.opened)
                row.beside.connect(self.beside)
                row.focused.connect(self._follow)
                self.rows[car] = row
                made.append(row)
        before: CarRow | None = None
        for i, (car, _) in enumerate(self._cars):
            if (row_there := self.rows.get(car)) is not None:
                row_there.setGeometry(0, i * tall, self._sheet.width(), tall)
                row_there.show()
                if before is not None and made:
                    QWidget.setTabOrder(before, row_there)
                before = row_there
        if made:
            self.read(made)

    def _follow(self, row: CarRow) -> None:
        self.ensureWidgetVisible(row)

    def _read_next(self) -> None:
        if self._unread and self.isVisible():  # shown again, it goes on with the rest
            self._unread.pop(0).read()
        else:
            self._next.stop()

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self._fill()
        if self._unread:
            self._next.start()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._fill()
