"""The torque ledger: every fastener of the card with its torque as somebody entered it, or an estimate that says that it is
one, what it screws into, how it is held and tightened, and when it is looked at again."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QVBoxLayout

from anchor_beam.core.fastener.thread import thread
from anchor_beam.core.fastener.torque import Strength, Surface, wrench_setting
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.scrolled import ScrolledBoard
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.job_card import BoltEntry, JobCard
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.shapes import Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.job_facts import due_told
from anchor_beam.fitting.bushings import CARE
from anchor_beam.fitting.fasteners import How
from anchor_beam.fitting.ledger import Due, Row, due, is_driven, rows, torque_entry
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind
from anchor_beam.units.parse import parse
from anchor_beam.units.show import show
from anchor_beam.words import faults
from anchor_beam.words.fitting import DUE_LATER, ESTIMATE, bushings_care

HEADS = ("fastener", "maker's torque", "thread", "class", "on the thread", "estimate", "last turn", "again")


class LedgerBoard(ScrolledBoard):
    """A line for each fastener; below, a wrench with an extension, and the dates."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._hand = bridge, hand
        self.said = Caution(bridge.theme)
        self._grid = self.lines(10, 4)
        for i, head in enumerate(HEADS):
            self._grid.addWidget(self.label(head, soft=True), 0, i)
        self.column.addWidget(self.said)
        self.column.addLayout(self._wrench())
        self.care = self.label()
        self.care.setWordWrap(True)
        self.column.addWidget(self.care)
        self.column.addLayout(self._odometer())
        self.dates = self.label(DUE_LATER)
        self.looked: list[QCheckBox] = []
        self._dates = QVBoxLayout()
        self._dates.addWidget(self.dates)
        self.column.addLayout(self._dates)
        self.fasteners: dict[str, _Line] = {}
        hand.tell(self, self._show)

    def _wrench(self) -> QHBoxLayout:
        """What a torque wrench must be set to with an extension on it."""
        row, px = QHBoxLayout(), self._bridge.theme.px
        row.setSpacing(px(8))
        self.wrench: dict[str, BenchLine] = {}
        for name, words, stand_in in (
            ("torque", "Wrench with an extension: torque wanted", "50 N·m"), ("length", "wrench to its grip", "400 mm"),
            ("offset", "extension in line", "60 mm"),
        ):  # fmt: skip
            line = BenchLine()
            line.setPlaceholderText(stand_in)
            line.setAccessibleName(words)
            line.setFixedWidth(px(74))
            line.editingFinished.connect(self._set)
            row.addWidget(self.label(words))
            row.addWidget(line)
            self.wrench[name] = line
        self.setting = Label()
        row.addWidget(self.setting)
        row.addStretch()
        return row

    def _odometer(self) -> QHBoxLayout:
        """Distances count as dates do, where somebody reads them."""
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(8))
        self.odometer: dict[str, NumberField] = {}
        for name, words in (("first", "Odometer at the first drive"), ("now", "now")):
            field = NumberField(self._bridge, Kind.ROAD, words, _Odometer(self._hand, name), about=words, width=74)
            row.addWidget(self.label(words))
            row.addWidget(field)
            self.odometer[name] = field
        row.addStretch()
        return row

    def _set(self) -> None:
        texts = {name: line.text() or line.placeholderText() for name, line in self.wrench.items()}
        units = self._bridge.units
        try:
            torque = torque_entry(texts["torque"]).low
            lengths = [parse(texts[key], Kind.FINE_LENGTH, units, place=key).value for key in ("length", "offset")]
            found = wrench_setting(torque, *lengths)
        except AnchorBeamError as problem:
            self.setting.setText("")
            self.say(problem)
            return
        self.said.say(None)
        self.setting.setText(f"set it to {show(found, Kind.TORQUE, units)}")

    def say(self, problem: AnchorBeamError | None) -> None:
        """What is wrong with something that was typed."""
        self.said.say(None if problem is None else faults.sentence(problem, self._bridge.units))

    def _show(self) -> None:
        card = self._hand.card
        if card is None:
            return
        known = {row.fastener.id: row for row in rows(card)}
        for name in [name for name in self.fasteners if name not in known]:
            self.fasteners.pop(name).remove()
        for i, (name, row) in enumerate(known.items(), start=1):
            if name not in self.fasteners:
                self.fasteners[name] = _Line(self, self._bridge, self._hand, name)
            self.fasteners[name].show_row(self._grid, i, row)
        care = CARE[card.job.bushings]
        self.care.setText(bushings_care(str(card.job.bushings), care.grease, care.expected, care.judge))
        for field in self.odometer.values():
            field.refresh()
        dates = due(card)
        self.dates.setVisible(not dates)
        lines = tuple(self._due(card, each) for each in dates)
        if lines != tuple(box.text() for box in self.looked):
            for box in self.looked:
                box.hide()
                box.deleteLater()
            self.looked = [self._looked(line, each) for line, each in zip(lines, dates, strict=True)]
        for box, each in zip(self.looked, dates, strict=True):
            box.setChecked(each.what in card.looked)

    def _due(self, card: JobCard, each: Due) -> str:
        past = "△ driven that far: " if is_driven(card, each) and each.what not in card.looked else ""
        return past + due_told(each, self._bridge.units)

    def _looked(self, line: str, each: Due) -> QCheckBox:
        box = QCheckBox(line)
        box.setToolTip("looked at")
        box.clicked.connect(lambda on: self.say(
            self._hand.change(lambda card: card.with_looked(each.what, on=on), "Looked at again" if on else "Still due")
        ))  # fmt: skip
        self._dates.addWidget(box)
        return box


@immutable
class _Odometer:
    """Where one reading of the odometer is kept."""

    hand: InHand
    name: str

    def kept(self) -> Reading | None:
        value = None if self.hand.card is None else getattr(self.hand.card.odometer, self.name)
        return None if value is None else Reading(value)

    def stand_in(self) -> float | None:
        return None

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        value = None if reading is None else reading.value
        return self.hand.change(
            lambda card: card.with_odometer(replace(card.odometer, **{self.name: value})), "Odometer written down"
        )


class _Line:
    """One fastener."""

    def __init__(self, board: LedgerBoard, bridge: Bridge, hand: InHand, fastener: str) -> None:
        self._board, self._bridge, self._hand, self._fastener = board, bridge, hand, fastener
        px = bridge.theme.px
        self.name, self.guess, self.how, self.again, self.about = (board.label() for _ in range(5))
        self.about.setStyleSheet(in_tone(Tone.SOFT))
        self.torque, self.thread = BenchLine(), BenchLine()
        for line, width, stand_in, words in (
            (self.torque, 104, "from its maker", "maker's torque"), (self.thread, 78, "as M10", "thread"),
        ):  # fmt: skip
            line.setFixedWidth(px(width))
            line.setPlaceholderText(stand_in)
            line.setAccessibleName(f"{words} of {fastener}")
        self.torque.editingFinished.connect(self._keep_torque)
        self.thread.editingFinished.connect(self._keep_bolt)
        self.strength, self.surface = Box(), Box()
        for box, options, words in (
            (self.strength, list(Strength), "class"),
            (self.surface, list(Surface), "surface"),
        ):
            box.addItems(list(map(str, options)))
            box.setAccessibleName(f"{words} of {fastener}")
            box.activated.connect(self._keep_bolt)
        self.surface.setFixedWidth(px(148))
        self.strength.setCurrentIndex(list(Strength).index(Strength.C88))
        self.surface.setCurrentIndex(list(Surface).index(Surface.ZINC))
        self._row = -1  # in which it stands
        self._cells = (
            self.name,
            self.torque,
            self.thread,
            self.strength,
            self.surface,
            self.guess,
            self.how,
            self.again,
        )

    def show_row(self, grid: QGridLayout, row: int, what: Row) -> None:
        fastener, units = what.fastener, self._bridge.units
        if row != self._row:  # to go there takes longer than all that changes in a line
            self._row = row
            for column, cell in enumerate(self._cells):
                grid.addWidget(cell, 2 * row, column)
            grid.addWidget(self.about, 2 * row + 1, 0, 1, len(HEADS))
        self.name.setText(f"{'✓ ' if what.final else ''}{fastener.name}")
        how = str(How.FEEL) if what.why == How.FEEL else str(fastener.how)
        frees = f"; frees {fastener.frees}" if fastener.frees else ""
        self.about.setText(f"into {fastener.into}; {fastener.hold}; {how}; {fastener.renew}{frees}")
        if not self.torque.isModified():
            self.torque.setText("" if what.entry is None else what.entry.typed)
        card = self._hand.card
        bolt = None if card is None else card.bolts.get(fastener.id)
        if bolt is not None:
            with QSignalBlocker(self.strength), QSignalBlocker(self.surface):
                self.strength.setCurrentText(bolt.strength)
                self.surface.setCurrentText(bolt.surface)
        if not self.thread.isModified():
            self.thread.setText("" if bolt is None else bolt.thread)
        for cell in (self.thread, self.strength, self.surface):
            cell.setVisible(fastener.estimate)
        if what.guess is not None:
            value, spread = (show(x, Kind.TORQUE, units) for x in (what.guess.torque, what.guess.spread))
            self.guess.setText(f"{value.number} ± {spread.number} {value.unit} △")
            self.guess.setToolTip(tip(ESTIMATE))
        else:
            self.guess.setText("" if fastener.estimate else "none is honest")
            self.guess.setToolTip(tip(what.why))
        self.how.setText(str(fastener.when))
        self.again.setText(fastener.recheck)

    def remove(self) -> None:
        for cell in (*self._cells, self.about):
            cell.hide()
            cell.deleteLater()

    def _keep_torque(self) -> None:
        if not self.torque.isModified():
            return
        text = self.torque.text().strip()
        try:
            entry = torque_entry(text) if text else None
        except AnchorBeamError as problem:
            self._board.say(problem)
            return
        self.torque.setModified(False)
        self._board.say(
            self._hand.change(lambda card: card.with_torque(self._fastener, entry), "Torque written down")
        )

    def _keep_bolt(self) -> None:
        text = self.thread.text().strip()
        try:
            bolt = (
                BoltEntry(thread(text).name, Strength(self.strength.currentText()), Surface(self.surface.currentText()))
                if text else None
            )  # fmt: skip
        except AnchorBeamError as problem:
            self._board.say(problem)
            return
        self.thread.setModified(False)
        self._board.say(self._hand.change(lambda card: card.with_bolt(self._fastener, bolt), "Fastener written down"))
