"""Driving the real window the way a person does: mouse, keys, and reading what stands there."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QCoreApplication, QEvent, QPoint, QPointF, Qt
from PySide6.QtGui import QImage, QMouseEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import team
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.window import Window
from anchor_beam.desk.stages.bars.page import BarsPage
from anchor_beam.desk.stages.car.page import CarPage
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.picture import Picture
from anchor_beam.jobs.office import Jobs
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.words.hints import HINTS

LEFT_BUTTON = Qt.MouseButton.LeftButton


class Desk:
    """One run of the application on one garage."""

    def __init__(
        self,
        qtbot,
        path: Path,
        jobs: Jobs,
        *,
        cars: tuple[CarFile, ...] | None = None,
        theme: str = "light",
        hints: bool = False,
    ) -> None:
        self.qtbot = qtbot
        self.garage = Garage(path)
        if not self.garage.cars():
            for file in team() if cars is None else cars:
                self.garage.add(file, "came with the demo")
        if not hints:
            self.garage.choose("hints told", ",".join(HINTS))
        self.bridge = Bridge(Workshop(self.garage), Theme(theme), jobs)
        self.window = Window(self.bridge)
        self.window.show()
        self.window.activateWindow()
        qtbot.waitUntil(lambda: self.bridge.painted)
        self.settle()
        self._open = True

    @property
    def workshop(self) -> Workshop:
        return self.bridge.workshop

    @property
    def picture(self) -> Picture:
        assert self.bridge.picture is not None
        return self.bridge.picture

    @property
    def line(self) -> str:
        """What the consequence line says."""
        return self.window.line.text

    def settle(self) -> None:
        """Let everything that was asked for be painted."""
        for _ in range(3):
            QApplication.processEvents()
        self.qtbot.waitUntil(lambda: not self.bridge.opening)
        self.bridge.deliver_now()
        QApplication.processEvents()

    def rest(self) -> None:
        """Let everything be worked out that follows when the hands rest."""
        self.settle()
        self.qtbot.waitUntil(lambda: self.bridge.at_rest, timeout=10_000)
        self.settle()

    def close(self) -> None:
        if self._open:
            self._open = False
            self.window.close()
            self.settle()
            self.garage.close()
            self.window.deleteLater()
            QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)

    # looking

    def stage(self, name: str) -> QWidget:
        """Choose a stage by a click on the rail."""
        QTest.mouseClick(self.window.rail.buttons[name], LEFT_BUTTON)
        self.settle()
        return self.window.page(name)

    def field(self, place: str) -> FigureField:
        """The visible field of a place; the one on the drawing where there are two."""

        def seen() -> list[FigureField]:
            return [f for f in self.window.findChildren(FigureField) if f.place == place and f.isVisible()]

        found, page = seen(), self.window.findChild(CarPage)
        if (
            not found and page is not None and page.isVisible() and page.board.show_place(place)
        ):  # by its word, as a hand would
            self.settle()
            found = seen()
        assert found, f"no visible field for {place}"
        return found[0]

    def screenshot(self) -> QImage:
        return self.window.grab().toImage()

    # doing

    def type(self, field: FigureField, text: str, *, enter: bool = True) -> None:
        """Click into a field, replace what is there, press Enter."""
        QTest.mouseClick(field.edit, LEFT_BUTTON)
        field.edit.selectAll()
        QTest.keyClicks(field.edit, text)
        if enter:
            QTest.keyClick(field.edit, Qt.Key.Key_Return)
        self.settle()

    def press(self, key: Qt.Key, modifier: Qt.KeyboardModifier = Qt.KeyboardModifier.NoModifier) -> None:
        """Press a key on whatever has the focus."""
        target = QApplication.focusWidget() or self.window
        QTest.keyClick(target, key, modifier)
        self.settle()

    def click(self, widget: QWidget) -> None:
        QTest.mouseClick(widget, LEFT_BUTTON)
        self.settle()

    def button(self, text: str, within: QWidget | None = None) -> QPushButton:
        found = [b for b in (within or self.window).findChildren(QPushButton) if b.text() == text and b.isVisible()]
        assert found, f"no visible button {text!r}"
        return found[0]

    def pick_hole(self, axle: Axle, side: Side, hole: int) -> None:
        """Click a hole's ring on the board."""
        page = self.window.page("Bars")
        assert isinstance(page, BarsPage)
        picker = page.board.pickers[axle, side]
        at = page.board.hole_pixel(axle, side, hole) - picker.pos()
        QTest.mouseMove(picker, at - QPoint(30, 30))
        QTest.mouseClick(picker, LEFT_BUTTON, pos=at)
        self.settle()


def move_held(widget: QWidget, to: QPoint, held: Qt.MouseButton) -> None:
    """Move the mouse with a button held, which `QTest.mouseMove` does not say."""
    there = QPointF(to)
    event = QMouseEvent(
        QEvent.Type.MouseMove, there, widget.mapToGlobal(there), Qt.MouseButton.NoButton, held,
        Qt.KeyboardModifier.NoModifier,
    )  # fmt: skip
    QApplication.sendEvent(widget, event)
