"""The strip under the links: every way to choose their lengths, and what each costs."""

from __future__ import annotations

import math
from functools import partial

from PySide6.QtWidgets import QGridLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.plain import Label, OneLine, tip
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.lengths import Attitude, Cost, Proposal, Turn, proposals
from anchor_beam.figures.picture import Picture
from anchor_beam.jobs.request import Answer, Done, Request
from anchor_beam.session.edits import SetLinks
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import UNKNOWN, show
from anchor_beam.words.lengths import (
    FAILS,
    HEADS,
    ONLY_ON_WHEELS,
    TIPS,
    length_words,
    squarest,
    turn_words,
    turns_words,
)

HEIGHT = 214  # px at the normal font size


class LengthsStrip(QWidget):
    """A row for each attitude; what is in force is bold, the others have a button that sets them."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        px = bridge.theme.px
        self.setFixedHeight(px(HEIGHT))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        column = QVBoxLayout(self)
        column.setContentsMargins(px(14), px(4), px(14), px(4))
        column.setSpacing(px(4))
        grid = QGridLayout()
        grid.setHorizontalSpacing(px(12))
        grid.setVerticalSpacing(px(1))
        column.addLayout(grid)
        for i, head in enumerate(HEADS):
            label = self._label(soft=True)
            label.setText(head)
            label.setToolTip(tip(TIPS.get(head, "")))
            grid.addWidget(label, 0, i)
        grid.setColumnStretch(len(HEADS), 1)
        self.lines = {attitude: _Line(self, grid, i, attitude) for i, attitude in enumerate(Attitude, start=1)}
        column.addStretch()
        self.turn = OneLine()
        self.note = OneLine()
        self.note.setText(ONLY_ON_WHEELS)
        for label in (self.turn, self.note):
            label.setFont(bridge.theme.font(Size.SMALL))
            column.addWidget(label)
        self.note.setStyleSheet(in_tone(Tone.SOFT))
        self._proposals: tuple[Proposal, ...] = ()
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)

    def _label(self, *, soft: bool = False) -> Label:
        label = Label()
        label.setFont(self._bridge.theme.font(Size.SMALL))
        if soft:
            label.setStyleSheet(in_tone(Tone.SOFT))
        return label

    def label(self) -> Label:
        """A cell of the table."""
        return self._label()

    def use(self, attitude: Attitude) -> None:
        """Set the links to what a row says."""
        found = next((each for each in self._proposals if each.attitude is attitude), None)
        if found is not None:
            self._bridge.ask_or_complain(SetLinks(self._axle, found.lengths, self._name(attitude)))

    def _name(self, attitude: Attitude) -> str:
        shown = self._bridge.picture
        named = attitude is Attitude.REFERENCE and shown is not None and bool(shown.file.reference)
        return f"as “{shown.file.reference}”" if named and shown is not None else str(attitude)

    def _offered(self, shown: Picture) -> tuple[Proposal, ...]:
        reference = shown.file.reference_setting
        against = None if reference is None or reference == shown.file.bench else reference.end(self._axle)
        return proposals(shown.file.car, shown.now.end(self._axle), against)

    def _show(self) -> None:
        shown = self._bridge.picture
        self._proposals = () if shown is None else self._offered(shown)
        by_attitude = {each.attitude: each for each in self._proposals}
        for attitude, line in self.lines.items():
            line.show_lengths(by_attitude.get(attitude), self._name(attitude), self._bridge.units)
        self.turn.setText("")

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None or not (offered := self._offered(shown)):
            return None
        from anchor_beam.jobs.tasks import LengthsOf

        return LengthsOf(shown.file.car, shown.file.bench, self._axle, offered)

    def _take(self, answer: Answer | None) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if not isinstance(answer, Done) or shown is None:
            return
        costs: tuple[Cost, ...]
        turned: tuple[Turn, ...]
        costs, turned, square = answer.value
        for cost in costs:
            self.lines[cost.proposal.attitude].show_cost(cost, units)
        adjusts = shown.now.end(self._axle).per_turn is not None
        each = tuple((turn.side, turn.preload, turn.cross_weight) for turn in turned)
        words = turn_words(self._axle, each, turns=adjusts, units=units)
        self.turn.setText(words if square is None else f"{words} {squarest(square[0], square[1], units)}")


class _Line:
    """One attitude: its lengths at once, what it costs when that is worked out."""

    def __init__(self, strip: LengthsStrip, grid: QGridLayout, row: int, attitude: Attitude) -> None:
        self._theme = strip._bridge.theme
        self._attitude = attitude
        self.cells = [strip.label() for _ in HEADS]
        self.use = QPushButton("set")
        self.use.setFont(self._theme.font(Size.SMALL))
        self.use.setFixedSize(self._theme.px(56), self._theme.px(20))
        self.use.setStyleSheet(f"padding: 0 {self._theme.px(8)}px")
        self.use.clicked.connect(partial(strip.use, attitude))
        self._seen = True
        for i, cell in enumerate(self.cells):
            if attitude is Attitude.FITTED:
                cell.setFont(self._theme.font(Size.SMALL, bold=True))
            grid.addWidget(cell, row, i)
        grid.addWidget(self.use, row, len(HEADS))

    def show_lengths(self, offered: Proposal | None, name: str, units: System) -> None:
        if (offered is not None) is not self._seen:
            self._seen = offered is not None
            for cell in self.cells:
                cell.setVisible(self._seen)
        self.use.setVisible(
            offered is not None and not offered.is_fitted and all(map(math.isfinite, offered.lengths))
        )
        if offered is None:
            return
        self.use.setAccessibleName(f"set the links: {name}")
        texts = [name, *(length_words(length, units) for length in offered.lengths), turns_words(offered.turns)]
        for cell, text in zip(self.cells, [*texts, *[""] * (len(HEADS) - len(texts))], strict=True):
            cell.setText(text)

    def show_cost(self, cost: Cost, units: System) -> None:
        if cost.problem is not None:
            self.cells[4].setToolTip(tip(cost.problem.message))
            self.cells[4].setText(UNKNOWN)
            return
        joint = (
            FAILS
            if math.isnan(cost.joint) and math.isfinite(cost.wheel_rate)
            else str(show(cost.joint, Kind.ANGLE, units))
        )
        texts = (
            str(show(cost.wheel_rate, Kind.RATE, units)), str(show(cost.preload, Kind.TORQUE, units, sign=True)),
            str(show(cost.cross_weight, Kind.PERCENT, units)), str(show(cost.apart, Kind.PERCENT, units, sign=True)), joint,
        )  # fmt: skip
        for cell, text in zip(self.cells[4:], texts, strict=True):
            cell.setText(text)
