"""One car in the garage list: drawn from its data, with its last setting and how it balances.

It stands there with its name at once; the page reads one car after another, so that a long list opens no later.
"""

from __future__ import annotations

import contextlib

from PySide6.QtCore import QRectF, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.outcome import Ending
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.painter import fit, paint
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.documents.places import unmeasured
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.car import car_in_plan
from anchor_beam.drawings.shapes import Drawing, Line, Size, Tone
from anchor_beam.errors import AnchorBeamError, StoreError
from anchor_beam.figures.results import kept
from anchor_beam.figures.shown_car import car_shape
from anchor_beam.jobs.request import Answer, Done
from anchor_beam.jobs.tasks import BalanceOf
from anchor_beam.words.balance import signed_margin
from anchor_beam.words.car import to_measure
from anchor_beam.words.endings import sentence

OF_CAR = 3  # lines under the name that are of the car; those of its work follow


class CarRow(QWidget):
    """Click or Enter puts the car on the bench; with Ctrl it gets a window of its own."""

    opened = Signal(int)
    beside = Signal(int)  # in a window of its own
    focused = Signal(object)  # this row

    def __init__(self, bridge: Bridge, car: int, name: str, parent: QWidget) -> None:
        super().__init__(parent)
        self._bridge, self.car, self._name = bridge, car, name
        self.file: CarFile | None = None
        self._read_at: str | None = None
        self._drawing: Drawing | None = None
        self.damaged = False
        self._lines: list[str] = []
        self._work: tuple[str, ...] = ()  # job cards that are open, and what is due
        self.setAccessibleName(name)
        self._slot = f"row {id(self)}"
        jobs, slot = bridge.jobs, self._slot
        self.destroyed.connect(lambda: jobs.stop(slot))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    @staticmethod
    def tall(theme: Theme) -> int:
        """Height of a row [px]."""
        return theme.px(148)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.focused.emit(self)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._wanted(event.modifiers())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self._wanted(event.modifiers())
        else:
            super().keyPressEvent(event)

    def _wanted(self, keys: Qt.KeyboardModifier) -> None:
        (self.beside if keys & Qt.KeyboardModifier.ControlModifier else self.opened).emit(self.car)

    @property
    def stale(self) -> bool:
        """Whether the car has changed since it was read, or is in hand, where it may have."""
        workshop = self._bridge.workshop
        return self.car == workshop.car or self._read_at != workshop.garage.at(self.car).changed_at

    def read(self) -> None:
        """Read the car and work out how it balances, as it stands now."""
        from anchor_beam.figures.job_facts import open_work  # a start needs no jobs

        session, garage = self._bridge.workshop.session, self._bridge.workshop.garage
        at = garage.at(self.car)
        self._read_at = at.changed_at
        try:
            file = session.file if session is not None and session.car == self.car else garage.file(self.car)
            self._work = open_work(self._bridge.workshop.cards.of(self.car), self._bridge.units)
        except StoreError as problem:
            self.damaged, self._drawing = True, None
            why = problem.message.partition("cannot be read: ")[2] or problem.message  # its name stands above
            self._lines = [
                f"cannot be read: {why}",
                "A press opens it as it was before, as far back as it has to be.",
            ]
            self.setAccessibleName(", ".join([self._name, *self._lines]))
            self.update()
            return
        self.damaged = False
        if file is not self.file:
            self.file, self._name, self._drawing = file, file.car.name, None
            with contextlib.suppress(AnchorBeamError):  # a car that cannot be drawn says so in place of the drawing
                self._drawing = car_in_plan(car_shape(file.car))
        known = kept.get(file.car, file.bench)
        if known is not None:
            self._say(file, at.acts, self._balance(known.margin, known.ending_of(Phase.MIDDLE)))
            return
        self._say(file, at.acts, "…")

        def take(answer: Answer) -> None:
            self._say(file, at.acts, self._balance(*(answer.value if isinstance(answer, Done) else (None, None))))

        self._bridge.jobs.ask(self._slot, BalanceOf(file.car, file.bench), take)

    def _balance(self, margin: float | None, ending: Ending | None) -> str:
        if margin is not None:
            return signed_margin(margin, self._bridge.units)
        return "no balance yet" if ending is None else sentence(ending, self._bridge.units)

    def _say(self, file: CarFile, acts: int, balance: str) -> None:
        self._lines = self._words(file, acts, balance)
        self.setAccessibleName(", ".join([self._name, *self._lines]))
        self.update()

    def _words(self, file: CarFile, acts: int, balance: str) -> list[str]:
        typical = to_measure(unmeasured(file.car))
        if file.pair.left_in_event:
            typical = f"open: it stands in its event setting “{file.pair.event}”; {typical}"
        kept = f"settings kept: {len(file.settings)}; edits: {acts}"
        lines = [file.car.description, f"on the bench: {file.bench.name}, {balance}", f"{typical}; {kept}"]
        return [*lines, *self._work]

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, theme = QPainter(self), self._bridge.theme
        px = theme.px
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        on_bench = self.car == self._bridge.workshop.car
        painter.fillRect(self.rect(), theme.colour(Tone.SHEET if on_bench else Tone.GROUND))
        if self._drawing is not None:
            lines = [item for item in self._drawing.items if isinstance(item, Line)]
            paint(lines, painter, fit(self._drawing, QRectF(px(10), px(6), px(210), px(136))), theme)
        elif self.file is not None:
            painter.setPen(theme.colour(Tone.SOFT))
            painter.drawText(px(40), px(66), "cannot be drawn")
        x = px(240)
        painter.setFont(theme.font(Size.LARGE, bold=True))
        painter.setPen(theme.colour(Tone.INK))
        close = len(self._lines) > OF_CAR
        painter.drawText(x, px(30 if close else 38), self._name)
        painter.setFont(theme.font(Size.NORMAL))
        room = self.width() - x - px(10)
        first, step = (52, 18) if close else (62, 22)
        for i, line in enumerate(self._lines):
            painter.setPen(theme.colour(Tone.INK if i == 1 or i >= OF_CAR else Tone.SOFT))
            text = painter.fontMetrics().elidedText(line, Qt.TextElideMode.ElideRight, room)
            painter.drawText(x, px(first + step * i), text)
        painter.setPen(QPen(theme.colour(Tone.HAIRLINE), 1.0))
        painter.drawLine(0, self.height() - 1, self.width(), self.height() - 1)
        if on_bench:
            painter.fillRect(0, 0, px(4), self.height() - 1, theme.colour(Tone.INK))
        if self.hasFocus():
            painter.setPen(QPen(theme.colour(Tone.GRAB), 1.5))
            painter.drawRect(QRectF(self.rect()).adjusted(1, 1, -1, -2))
