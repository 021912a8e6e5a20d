"""A number that may still be missing: typed in any unit, and until then what stands in for it, in soft ink."""

from __future__ import annotations

from typing import Protocol

from PySide6.QtCore import QEvent, Qt, QTimer, Signal
from PySide6.QtGui import QFocusEvent, QHideEvent, QKeyEvent, QPalette
from PySide6.QtWidgets import QHBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import in_tone, restyle
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.note import Note
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.units.kinds import Kind, unit_of
from anchor_beam.units.parse import parse
from anchor_beam.units.show import MINUS, at_a_glance, for_editing
from anchor_beam.words import faults


class _Edit(BenchLine):
    """Enter goes on, Escape restores."""

    entered = Signal()
    escaped = Signal()
    left = Signal()
    wrong = False  # whether what stands there was refused

    def event(self, event: QEvent) -> bool:
        """Escape is the field's own while there is something to restore, and the page's after that."""
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

    def focusInEvent(self, event: QFocusEvent) -> None:
        """Typing replaces what stands there; a click would put its caret into it after this."""
        super().focusInEvent(event)
        self.entered.emit()
        self.selectAll()
        if event.reason() == Qt.FocusReason.MouseFocusReason:
            QTimer.singleShot(0, self, self.selectAll)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        if event.reason() != Qt.FocusReason.PopupFocusReason:
            self.left.emit()
            self.home(False)  # a long number shows its front, never only its last digits


class Keeper(Protocol):
    """Where the number of a field is kept."""

    def kept(self) -> Reading | None:
        """What was typed before."""

    def stand_in(self) -> float | None:
        """What counts until something is typed [SI]."""

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        """Keep what was typed, None where the field was emptied; why not."""


class NumberField(QWidget):
    """Shows what its keeper keeps. What is typed and wrong stays in the field with a note below it."""

    taken = Signal()  # Enter, with a number that was kept

    def __init__(
        self, bridge: Bridge, kind: Kind, name: str, keeper: Keeper, *, about: str, width: int = 64, after: str = ""
    ) -> None:
        super().__init__()
        self.bridge, self.kind, self._keeper, self._about, self._after = bridge, kind, keeper, about, after
        theme = bridge.theme
        self.edit = _Edit(self)
        self.edit.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.edit.setMaxLength(40)
        self.edit.setFixedWidth(theme.px(width))
        self.edit.setAccessibleName(name)
        self.setFocusProxy(self.edit)
        self.unit = Label("", self)
        self.unit.setFont(theme.font(Size.SMALL))
        self.unit.setForegroundRole(QPalette.ColorRole.PlaceholderText)
        self.note: Note | None = None
        line = QHBoxLayout(self)
        line.setContentsMargins(0, 0, 0, 0)
        line.setSpacing(theme.px(4))
        line.addWidget(self.edit)
        line.addWidget(self.unit)
        self.edit.returnPressed.connect(self._enter)
        self.edit.entered.connect(self.refresh)
        self.edit.escaped.connect(self.restore)
        self.edit.left.connect(self._leave)

    def refresh(self) -> None:
        """Show what is kept, unless something is being typed."""
        self.unit.setText(f"{unit_of(self.kind, self.bridge.units).symbol} {self._after}".strip())
        if not self.edit.wrong and not self.edit.isModified():
            self.restore()

    def restore(self) -> None:
        """The number as it is kept, with all its digits for who is about to edit it; else what stands in for it."""
        self._complain("")
        kept, units = self._keeper.kept(), self.bridge.units
        tone, text, about = Tone.GRAB, "", self._about
        if kept is not None:
            text = (for_editing if self.edit.hasFocus() else at_a_glance)(kept.value, self.kind, units).number
            about = f"{about}\nAs typed: {kept.typed}" if kept.typed else about
        elif (found := self._keeper.stand_in()) is not None:
            text, tone = at_a_glance(found, self.kind, units).number, Tone.SOFT
        self.edit.setText(text)
        self.edit.setModified(False)
        self.edit.setToolTip(tip(about))
        restyle(self.edit, in_tone(tone))
        if self.edit.hasFocus():
            self.edit.selectAll()
        else:
            self.edit.home(False)

    def commit(self) -> bool:
        """Take what is typed; False where it is wrong."""
        if not self.edit.isModified():
            return not self.edit.wrong
        text = self.edit.text().strip()
        try:
            typed = parse(text.replace(MINUS, "-"), self.kind, self.bridge.units) if text else None
        except InputError as wrong:
            return self._refuse(wrong)
        reading = None
        if typed is not None:
            symbol = unit_of(self.kind, self.bridge.units).symbol
            written = typed.text if typed.with_unit or not symbol else f"{typed.text} {symbol}"
            reading = Reading(typed.value, written)
        self.edit.setModified(False)
        problem = self._keeper.keep(reading)
        if problem is not None:
            return self._refuse(problem)
        self.edit.wrong = False
        self.restore()
        return True

    def _enter(self) -> None:
        if self.commit():
            self.taken.emit()

    def _leave(self) -> None:
        if self.edit.isModified():
            self.commit()
        elif not self.edit.wrong:
            self.restore()

    def _refuse(self, problem: AnchorBeamError) -> bool:
        self.edit.setModified(False)
        self._complain(faults.sentence(problem, self.bridge.units))
        return False

    def _complain(self, sentence: str) -> None:
        self.edit.wrong = bool(sentence)
        self.edit.setAccessibleDescription(sentence)
        if sentence:
            self.note = self.note or Note(self.bridge.theme, self)
            self.note.say(sentence)
        elif self.note is not None:
            self.note.hide()

    def hideEvent(self, event: QHideEvent) -> None:
        if self.note is not None:
            self.note.hide()
        super().hideEvent(event)
