"""A number that is read at a measuring aid: typed in any unit, empty until it was read."""

from __future__ import annotations

from PySide6.QtCore import QEvent, Qt, Signal
from PySide6.QtGui import QFocusEvent, QHideEvent, QKeyEvent
from PySide6.QtWidgets import QHBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import restyle
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.note import Note
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.documents.aids import BY_KEY
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.figures.aided import entry_figure
from anchor_beam.session.edits import SetReading
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import unit_of
from anchor_beam.units.parse import parse
from anchor_beam.units.show import MINUS, at_a_glance, for_editing
from anchor_beam.words import faults


class _Edit(BenchLine):
    """Enter goes on, Escape restores."""

    escaped = Signal()
    left = Signal()

    wrong = False  # whether what stands there was refused

    def event(self, event: QEvent) -> bool:
        """Escape is the field's own while there is something to restore, and the aid's after that."""
        if event.type() is QEvent.Type.ShortcutOverride and isinstance(event, QKeyEvent) and self._restores(event):
            event.accept()
            return True
        return super().event(event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if self._restores(event):
            self.escaped.emit()
        else:
            super().keyPressEvent(event)

    def _restores(self, event: QKeyEvent) -> bool:
        return event.key() == Qt.Key.Key_Escape and (self.isModified() or self.wrong)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        if event.reason() != Qt.FocusReason.PopupFocusReason:
            self.left.emit()


class ReadingField(QWidget):
    """One entry of an aid, or with a row one cell of its table. What was not read here shows the car's figure, softly."""

    taken = Signal()  # Enter, with a number that was kept

    def __init__(
        self, bridge: Bridge, aid: str, axle: Axle | None, name: str, row: int | None = None, *, width: int = 64
    ) -> None:
        super().__init__()
        self._bridge, self._aid, self._axle, self.name, self.row = bridge, aid, axle, name, row
        self._entry = BY_KEY[aid].entry(name)
        theme = bridge.theme
        self.edit = _Edit(self)
        self.edit.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.edit.setMaxLength(40)
        self.edit.setFixedWidth(theme.px(width))
        at = "" if row is None else f", reading {row + 1}"
        self.edit.setAccessibleName(f"{self._entry.label}{at}")
        self.setFocusProxy(self.edit)
        self._unit = Label("", self)
        self._unit.setFont(theme.font(Size.SMALL))
        self._unit.setVisible(row is None)
        self.note: Note | None = None
        line = QHBoxLayout(self)
        line.setContentsMargins(0, 0, 0, 0)
        line.setSpacing(theme.px(4))
        line.addWidget(self.edit)
        line.addWidget(self._unit)
        self.edit.returnPressed.connect(self._enter)
        self.edit.escaped.connect(self._restore)
        self.edit.left.connect(self._leave)
        bridge.listen(self, to=Part.READINGS | Part.CAR | Part.UNITS, then=self._show)

    @property
    def _kept(self) -> Reading | None:
        """What was read here."""
        shown = self._bridge.picture
        if shown is None:
            return None
        readings = shown.file.read_at(self._aid, self._axle)
        if self.row is None:
            return readings.entries.get(self.name)
        if self.row >= len(readings.rows):
            return None
        names = [column.name for column in readings.table.columns]
        return readings.rows[self.row][names.index(self.name)]

    def _show(self) -> None:
        self._unit.setText(f"{unit_of(self._entry.kind, self._bridge.units).symbol} {self._entry.after}".strip())
        restyle(self._unit, f"color: {self._bridge.theme.colours.soft}")
        if not self.edit.wrong and not self.edit.isModified():
            self._restore()

    def _restore(self) -> None:
        """The number as it was read, else what stands in for it."""
        self._complain("")
        kept, shown, units = self._kept, self._bridge.picture, self._bridge.units
        tone, text = Tone.GRAB, ""
        about = self._entry.help or self._entry.label
        self.edit.setToolTip(tip(f"{about}\nAs typed: {kept.typed}" if kept is not None and kept.typed else about))
        if kept is not None:
            text = for_editing(kept.value, self._entry.kind, units).number
        elif shown is not None and self.row is None:
            found = entry_figure(self._entry, shown.file.read_at(self._aid, self._axle), shown.file)
            if found is not None:
                text, tone = at_a_glance(found[0], self._entry.kind, units).number, Tone.SOFT
        self.edit.setText(text)
        self.edit.setModified(False)
        restyle(self.edit, f"color: {self._bridge.theme.colour(tone).name()}")
        if self.edit.hasFocus():
            self.edit.selectAll()

    def _enter(self) -> None:
        if self._commit():
            self.taken.emit()

    def _leave(self) -> None:
        if self.edit.isModified():
            self._commit()

    def _commit(self) -> bool:
        """Keep what is typed; empty takes the reading away."""
        if not self.edit.isModified():
            return True
        text = self.edit.text().strip()
        try:
            typed = (
                parse(text.replace(MINUS, "-"), self._entry.kind, self._bridge.units, place=self.name)
                if text
                else None
            )
        except InputError as wrong:
            return self._refuse(wrong)
        symbol = unit_of(self._entry.kind, self._bridge.units).symbol
        reading = None
        if typed is not None:
            written = typed.text if typed.with_unit or not symbol else f"{typed.text} {symbol}"
            reading = Reading(typed.value, written)
        self.edit.setModified(False)
        problem = self._bridge.ask(SetReading(self._aid, self._axle, self.name, reading, self.row))
        if problem is not None:
            return self._refuse(problem)
        self.edit.wrong = False
        self._bridge.deliver_now()
        self._restore()
        return True

    def _refuse(self, problem: AnchorBeamError) -> bool:
        self.edit.setModified(False)
        self._complain(faults.sentence(problem, self._bridge.units))
        return False

    def _complain(self, sentence: str) -> None:
        self.edit.wrong = bool(sentence)
        self.edit.setAccessibleDescription(sentence)
        if sentence:
            self.note = self.note or Note(self._bridge.theme, self)
            self.note.say(sentence)
        elif self.note is not None:
            self.note.hide()

    def hideEvent(self, event: QHideEvent) -> None:
        if self.note is not None:
            self.note.hide()
        super().hideEvent(event)
