"""The one widget for every figure that is typed in, on a drawing or in a panel."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QFocusEvent, QHideEvent, QKeyEvent, QWheelEvent
from PySide6.QtWidgets import QHBoxLayout, QWidget

from anchor_beam.core.working import Term, Working
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import in_tone, restyle
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.note import Note
from anchor_beam.desk.widgets.plain import tip
from anchor_beam.desk.widgets.provenance import ProvenanceMark
from anchor_beam.desk.widgets.source_question import KEYS, SourceQuestion
from anchor_beam.desk.widgets.unit_mark import UnitMark
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.inputs import Field
from anchor_beam.documents.methods import METHODS
from anchor_beam.documents.places import read
from anchor_beam.documents.records import Figure, Provenance
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError, InputError, StoreError
from anchor_beam.session.edits import RestoreFigure, SetProvenance, SetValue
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import UNITS, Kind, System, unit_of
from anchor_beam.units.parse import LIMITS, Typed, parse
from anchor_beam.units.show import MINUS, at_a_glance, for_editing
from anchor_beam.words import faults
from anchor_beam.words.times import was

WIDE, WIDEST = 58, 112  # px at the normal font size


class _Edit(BenchLine):
    """A line that reports the keys a figure field answers to."""

    stepped = Signal(int)
    escaped = Signal()
    asked = Signal()
    source_asked = Signal()
    unit_turned = Signal()
    source_told = Signal(object)  # Provenance
    focused = Signal(bool)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.asking = False  # whether a letter answers where the figure comes from

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key, step = event.key(), 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
        asking, self.asking = self.asking, False
        if asking and (source := KEYS.get(Qt.Key(key))) is not None:
            self.source_told.emit(source)
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self.stepped.emit(step if key == Qt.Key.Key_Up else -step)
        elif key == Qt.Key.Key_Escape:
            self.escaped.emit()
        elif key == Qt.Key.Key_F1:
            self.asked.emit()
        elif key == Qt.Key.Key_F2:
            self.source_asked.emit()
        elif key == Qt.Key.Key_F3:
            self.unit_turned.emit()
        else:
            super().keyPressEvent(event)

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.ignore()  # a wheel that passes over a field must never change a car

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.focused.emit(True)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        if event.reason() != Qt.FocusReason.PopupFocusReason:
            self.focused.emit(False)


class FigureField(QWidget):
    """Shows a figure with unit and source; typing and Enter set it, Up and Down step it, Escape restores it.

    What is typed and wrong stays in the field with a note below it, and nothing moves.
    """

    def __init__(self, bridge: Bridge, place: str, *, name: str = "", compact: bool = False, unit: int = 0) -> None:
        """compact: in line with nothing else; unit: room for the unit [px at the normal font size], 0 for the usual one."""
        super().__init__()
        self._bridge, self.place = bridge, place
        self._field: Field = field_at(place)
        self._figure: Figure | None = None
        self._look: object = None  # units and colours as shown
        self._wrong = False
        theme = bridge.theme
        self.edit = _Edit(self)
        self.edit.setFont(theme.font(Size.NORMAL))
        self.edit.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.edit.setAccessibleName(name or self._field.label)
        self.edit.setMaxLength(40)
        self.setFocusProxy(self.edit)
        self._unit = UnitMark(theme, self._field.kind, self)
        self.mark = ProvenanceMark(theme, self)
        self.note: Note | None = None  # made when there is something to say
        self.question: SourceQuestion | None = None
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(theme.px(4))
        row.addWidget(self.edit)
        row.addWidget(self._unit)
        if self._field.is_exact:
            self.mark.hide()
            if not compact:  # in line with fields that have one
                row.addSpacing(self.mark.sizeHint().width() + row.spacing())
        else:
            row.addWidget(self.mark)
        self.edit.setFixedWidth(theme.px(WIDE))
        self._unit.setFixedWidth(self._unit.widest if compact and not unit else theme.px(unit or 52))
        self.edit.returnPressed.connect(self._commit)
        self.edit.stepped.connect(self._step)
        self.edit.escaped.connect(self._restore)
        self.edit.asked.connect(lambda: bridge.show_working(self._about(), self))
        self.edit.source_asked.connect(self.mark.open_menu)
        for turned in (self.edit.unit_turned, self._unit.pressed):
            turned.connect(self._turn_unit)
        self.edit.source_told.connect(self._set_source)
        self.edit.focused.connect(self._focused)
        self.mark.chosen.connect(self._set_source)
        self.mark.before = self._before
        self.mark.wanted_back.connect(lambda figure: bridge.ask_or_complain(RestoreFigure(place, figure)))
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    # showing

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        try:
            figure: Figure = read(shown.file, self.place)
        except (KeyError, IndexError):
            return  # a hole that was just taken away: the row goes in the same turn
        moved = figure != self._figure
        look = (self._units, self._bridge.theme.colours)
        if not moved and look == self._look:
            return
        self._look = look
        self._figure = figure
        self._unit.show_in(self._units)
        self.mark.set_provenance(figure.provenance)
        if not self._wrong or moved:
            self._restore()

    @property
    def _units(self) -> System:
        return self._bridge.units

    def _restore(self) -> None:
        """The text of the value as it is: as typed where that is in the units shown, else converted."""
        if self._figure is None:
            return
        self._complain("")
        self.edit.setText(self._text(self._figure))
        self.edit.setModified(False)
        self._make_room()
        usual = self._field.is_usual(self._figure.value)
        about = self._field.help if usual else faults.unusual(
            self._field.label, self._figure.value, self._field.usual, self._field.kind, self._units
        )  # fmt: skip
        self.edit.setToolTip(tip(f"{about}\nAs typed: {self._figure.typed}" if self._figure.typed else about))
        tone = Tone.GRAB if usual else Tone.WARNING
        restyle(self.edit, in_tone(tone))
        if self.edit.hasFocus():
            self.edit.selectAll()
        else:
            self.edit.setCursorPosition(0)

    def _text(self, figure: Figure) -> str:
        """Number only where the typed unit is the one shown beside it; a typed fraction stays a fraction."""
        kind, symbol = self._field.kind, unit_of(self._field.kind, self._units).symbol
        if figure.typed and _is_shown_in(figure.typed, kind, self._units):
            return figure.typed.removesuffix(symbol).strip()
        form = for_editing if self.edit.hasFocus() else at_a_glance
        number = form(figure.value, kind, self._units).number
        if figure.spread is None:
            return number
        return f"{number} ± {form(LIMITS * figure.spread, kind, self._units).number}"  # as it would be typed

    def _make_room(self) -> None:
        """As wide as usual, or as its text where limits stand beside the value."""
        px = self._bridge.theme.px
        wanted = round(self.edit.fontMetrics().horizontalAdvance(self.edit.text())) + px(12)
        self.edit.setFixedWidth(max(px(WIDE), min(wanted, px(WIDEST))))

    def _focused(self, gained: bool) -> None:
        if not gained:
            self._ask_no_more()
        if not gained and self.edit.isModified():
            self._commit()
        elif not self._wrong:
            self._restore()  # with all its digits while it is typed into, with the usual ones after

    # changing

    def _commit(self) -> None:
        if not self.edit.isModified():
            self.edit.selectAll()
            return
        try:
            typed = parse(self.edit.text().replace(MINUS, "-"), self._field.kind, self._units, place=self.place)
        except InputError as problem:
            self._refuse(problem)
            return
        symbol = unit_of(self._field.kind, self._units).symbol
        text = typed.text if typed.with_unit or not symbol else f"{typed.text} {symbol}"
        if self._ask(SetValue(self.place, typed.value, text, self._source(typed), typed.spread)):
            self._ask_for_source()

    def _step(self, steps: int) -> None:
        if self._figure is None:
            return
        unit = unit_of(self._field.kind, self._units)
        value = round(self._figure.value / unit.si + steps * unit.step, 9) * unit.si
        self._ask(SetValue(self.place, value))

    def _turn_unit(self) -> None:
        if self._unit.turns:
            self._commit()  # what was typed was meant in the unit that stood beside it
            self._bridge.workshop.turn_units(self._field.kind)

    def _source(self, typed: Typed) -> Provenance | None:
        """Where a typed figure comes from: what was a measurement or a maker's figure stays one, else what was said last."""
        if self._figure is None or self._field.is_exact:
            return None
        if self._figure.provenance in (Provenance.MEASURED, Provenance.MAKER) and typed.spread is None:
            return None
        return self._bridge.workshop.choices.source

    def _ask_for_source(self) -> None:
        if self._field.is_exact or self._figure is None or not self.edit.hasFocus():
            return
        self.question = self.question or SourceQuestion(self._bridge.theme, self)
        self.question.ask(self._figure.provenance)
        self.edit.asking = True

    def _ask_no_more(self) -> None:
        self.edit.asking = False
        if self.question is not None:
            self.question.hide()

    def _ask(self, edit: SetValue) -> bool:
        self._ask_no_more()
        problem = self._bridge.ask(edit)
        if problem is None:
            self._wrong = False
            self.edit.setModified(False)
            self._bridge.deliver_now()
            self._restore()
        else:
            self._refuse(problem)
        return problem is None

    def _refuse(self, problem: AnchorBeamError) -> None:
        self._ask_no_more()
        self.edit.setModified(False)
        self._complain(faults.sentence(problem, self._units))

    def _complain(self, sentence: str) -> None:
        self._wrong = bool(sentence)
        self.edit.setAccessibleDescription(sentence)
        if sentence:
            self.note = self.note or Note(self._bridge.theme, self)
            self.note.say(sentence)
        elif self.note is not None:
            self.note.hide()

    def _set_source(self, provenance: Provenance) -> None:
        """Say where the figure comes from; the next one that is typed is taken the same way."""
        self._ask_no_more()
        self._bridge.workshop.choose_source(provenance)
        self._bridge.ask_or_complain(SetProvenance(self.place, provenance))

    def _before(self) -> list[tuple[str, Figure]]:
        """Earlier values: what each was, and until when."""
        try:
            from anchor_beam.session.past import past  # when somebody asks

            earlier = past(self._bridge.workshop.session, self.place)
        except StoreError:
            return []  # the menu is of use without them, and the garage says itself what is wrong with it
        return [
            (was(one.figure.value, one.figure.provenance, one.until, self._field.kind, self._units), one.figure)
            for one in earlier
        ]

    def hideEvent(self, event: QHideEvent) -> None:
        self._ask_no_more()
        if self.note is not None:
            self.note.hide()
        super().hideEvent(event)

    @property
    def _by(self) -> str:
        """What it was measured with, where it was."""
        figure, method = self._figure, METHODS.get(self._field.name)
        measured = figure is not None and figure.provenance is Provenance.MEASURED and figure.spread is None
        return f", by {method.how}" if measured and method is not None and not self._field.is_exact else ""

    def _about(self) -> Working | None:
        """What is known about an input: how to measure it, where it comes from, how far it may be off."""
        if self._figure is None:
            return None
        kind = self._field.kind
        spread = Term(r"\sigma", f"one standard deviation{self._by}", self._field.spread(self._figure), kind)
        typed = f"; typed as {self._figure.typed}" if self._figure.typed else ""
        return Working(
            self._field.label, "", (spread,),
            Term("", f"{self._figure.provenance}{typed}", self._figure.value, kind),
            "entered by you" if self._figure.provenance is Provenance.MEASURED else f"{self._figure.provenance}",
            self._field.help,
        )  # fmt: skip


def _is_shown_in(typed: str, kind: Kind, units: System) -> bool:
    """Whether a typed text is in the very unit that the field shows."""
    symbol = unit_of(kind, units).symbol
    if UNITS[System.METRIC][kind].symbol == UNITS[System.US][kind].symbol:
        return True
    return bool(symbol) and typed.endswith(symbol) and not typed.endswith(f"/{symbol}")
