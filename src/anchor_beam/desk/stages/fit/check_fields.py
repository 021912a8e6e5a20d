"""Checks of the step in hand: their values or a yes and no, whether they pass, and what to do where they do not."""

from __future__ import annotations

import math

from PySide6.QtCore import QSignalBlocker, Signal
from PySide6.QtGui import QFont
from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.job_card import Value
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.fitting.asked import Asked
from anchor_beam.fitting.checks import CHECKS, Check, Verdict
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import unit_of
from anchor_beam.units.show import show

MOST_BESIDE = 2  # fields beside the name of their check; more have a line of their own
MOVED_ON = "It moved since the stage before."


@immutable
class _Kept:
    """Where one value of a check is kept."""

    hand: InHand
    key: str

    def kept(self) -> Reading | None:
        value = None if self.hand.card is None else self.hand.card.values.get(self.key)
        return None if value is None else Reading(value.value, value.typed)

    def stand_in(self) -> float | None:
        return None

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        value = None if reading is None else Value(reading.value, reading.typed)
        return keep(self.hand, self.key, value)


def keep(hand: InHand, key: str, value: Value | None) -> AnchorBeamError | None:
    """Keep a value on the card in hand; why not."""
    title = CHECKS[key.partition(".")[0]].title
    return hand.change(lambda card: card.with_value(key, value), f"{title} written down")


class CheckFields(QWidget):
    """Made anew for each step. times: how much larger than usual it is written."""

    all_taken = Signal()  # Enter in the last field
    entered = Signal(str)  # the caret is in the field of a key

    def __init__(self, bridge: Bridge, hand: InHand, times: float = 1.0) -> None:
        super().__init__()
        self._bridge, self._hand, self._times = bridge, hand, times
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(bridge.theme.px(4))
        self._made: tuple[str, ...] = ()
        self.fields: dict[str, NumberField] = {}
        self.looks: dict[str, QCheckBox] = {}
        self._fails: dict[str, Caution] = {}
        self._verdicts: dict[str, Label] = {}
        self._befores: dict[str, Label] = {}
        hand.tell(self, self._show)

    def measure(self) -> bool:
        """Go to the first field that is empty, else to the first; a yes is turned over. Whether there was one."""
        if self.fields:
            empty = (field for field in self.fields.values() if not field.edit.text())
            next(empty, next(iter(self.fields.values()))).edit.setFocus()
        elif self.looks:
            next(iter(self.looks.values())).click()
        return bool(self.fields or self.looks)

    def _font(self, size: Size = Size.NORMAL, *, bold: bool = False) -> QFont:
        usual = self._bridge.theme.font(size, bold=bold)
        if self._times == 1.0:
            return usual
        font = QFont(usual)
        font.setPixelSize(round(usual.pixelSize() * self._times))
        return font

    def _show(self) -> None:
        at, card = self._hand.at, self._hand.card
        every = () if at is None else at.checks
        kept = tuple(key for asked in every for key in asked.keys)
        if kept != self._made:
            self._make(every, kept)
        if card is None:
            return
        for field in self.fields.values():
            field.refresh()
        for asked in every:
            check = asked.check
            words = "noted" if check.reading else str(asked.verdict)
            self._verdicts[check.key].setText("" if asked.verdict is Verdict.OPEN else words)
            failed = check.fails if asked.verdict is Verdict.FAILED else None
            self._fails[check.key].say(f"{MOVED_ON} {failed}" if asked.drifted else failed)
            self._befores[check.key].setText(self._since(asked))
            self._befores[check.key].setVisible(bool(asked.before) and check.kind is not None)
            if check.key in self.looks:
                value = card.values.get(asked.keys[0])
                with QSignalBlocker(self.looks[check.key]):
                    self.looks[check.key].setChecked(value is not None and value.value > 0.5)

    def _since(self, asked: Asked) -> str:
        """What was read at the stage before, and how far each place has moved since."""
        card, check = self._hand.card, asked.check
        if card is None or check.kind is None:
            return ""
        parts = []
        for place, key, before in zip(check.places, asked.keys, asked.before, strict=False):
            then = show(before, check.kind, self._bridge.units)
            now = card.values.get(key)
            change = "" if now is None else f" (moved {self._moved(now.value - before, check)})"
            parts.append(f"{place} {then.number}{change}")
        return f"The stage before, in {unit_of(check.kind, self._bridge.units).symbol}: {', '.join(parts)}."

    def _moved(self, by: float, check: Check) -> str:
        """A difference with the band of both readings."""
        assert check.kind is not None
        units = self._bridge.units
        band = show(math.sqrt(2.0) * check.spread, check.kind, units)
        return f"{show(by, check.kind, units, sign=True).number} ± {band.number}"

    def _make(self, every: tuple[Asked, ...], kept: tuple[str, ...]) -> None:
        self._made = kept
        self.fields, self.looks, self._fails, self._verdicts, self._befores = {}, {}, {}, {}, {}
        empty(self._column)
        for asked in every:
            self._column.addWidget(self._one(asked))

    def _one(self, asked: Asked) -> QWidget:
        check = asked.check
        theme, px = self._bridge.theme, self._bridge.theme.px
        holder = QWidget()
        column = QVBoxLayout(holder)
        column.setContentsMargins(0, 0, 0, px(4))
        column.setSpacing(px(1))
        head = QHBoxLayout()
        head.setSpacing(px(8))
        title = Label(check.title)
        title.setFont(self._font(Size.NORMAL, bold=True))
        head.addWidget(title)
        rule = Label(check.rule)
        rule.setFont(self._font(Size.SMALL))
        rule.setStyleSheet(in_tone(Tone.SOFT))
        rule.setWordWrap(True)
        if self._times == 1.0:
            head.addWidget(rule, stretch=1)
        else:  # a line of its own: names and fields are wide
            head.addStretch()
        column.addLayout(head)
        if len(check.places) > MOST_BESIDE:
            head = QHBoxLayout()
            head.setSpacing(px(8))
            head.addStretch()
            column.addLayout(head)
        if check.kind is None:
            look = QCheckBox("it does")
            look.setFont(self._font())
            look.setAccessibleName(f"{check.title}: {check.rule}")
            look.clicked.connect(lambda on, key=asked.keys[0]: self._looked(key, on))
            self.looks[check.key] = look
            head.addWidget(look)
        else:
            for place, key in zip(check.places, asked.keys, strict=True):
                kept = _Kept(self._hand, key)
                width = round(56 * self._times)
                field = NumberField(
                    self._bridge, check.kind, f"{check.title}, {place}", kept, about=check.how, width=width
                )
                field.edit.setFont(self._font())
                field.unit.setFont(self._font(Size.SMALL))
                field.taken.connect(lambda key=key: self._go_on(key))
                field.edit.entered.connect(lambda key=key: self.entered.emit(key))
                self.fields[key] = field
                where = Label(place)
                where.setFont(self._font())
                head.addWidget(where)
                head.addWidget(field)
        self._verdicts[check.key] = Label()
        self._verdicts[check.key].setFont(self._font())
        self._verdicts[check.key].setFixedWidth(px(round(52 * self._times)))
        head.addWidget(self._verdicts[check.key])
        if self._times > 1.0:
            column.addWidget(rule)
        how = Label(f"{check.how} {f'Alone: {check.solo}' if check.solo else ''}".strip())
        how.setWordWrap(True)
        how.setFont(self._font(Size.SMALL))
        column.addWidget(how)
        self._befores[check.key] = Label()
        self._befores[check.key].setWordWrap(True)
        self._befores[check.key].setFont(self._font(Size.SMALL))
        column.addWidget(self._befores[check.key])
        self._fails[check.key] = Caution(theme)
        self._fails[check.key].setFont(self._font(Size.SMALL))
        column.addWidget(self._fails[check.key])
        return holder

    def _go_on(self, key: str) -> None:
        """After Enter: to the next field."""
        keys = list(self.fields)
        after = keys.index(key) + 1
        if after < len(keys):
            self.fields[keys[after]].edit.setFocus()
        else:
            self.all_taken.emit()

    def _looked(self, key: str, on: bool) -> None:
        problem = keep(self._hand, key, Value(1.0 if on else 0.0))
        if problem is not None:
            self._bridge.complain(problem)
