"""A maker's claim about the bar in hand: typed, judged, and turned round."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QPalette
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QScrollArea, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.core.bar.claim import Checked, Turned
from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.readings import Reading
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.claim import Held
from anchor_beam.figures.shown_bars import title
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.edits import SetClaim
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import show
from anchor_beam.words.claims import BELIEVABLY, COUNTED, NEEDS, TRUE_WITH, believable, verdict_words, way_words
from anchor_beam.words.names import hole


class ClaimView(QScrollArea):
    """The bar of the axle in hand against that of the reference, in the hole that is used there on the left."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, theme = bridge, bridge.theme
        self.axle = Axle.REAR
        self._held: Held | None = None
        self.setWidgetResizable(True)
        inside = QWidget()
        inside.setBackgroundRole(QPalette.ColorRole.Base)
        inside.setAutoFillBackground(True)
        self.setWidget(inside)
        column = QVBoxLayout(inside)
        column.setContentsMargins(theme.px(14), theme.px(12), theme.px(14), theme.px(10))
        column.setSpacing(theme.px(8))
        self.said, self.verdict, self.within = Label(), Label(), Label()
        self.percent = NumberField(
            bridge, Kind.PERCENT, "stiffer than the standard bar", self, about="As the maker says; below 0 is softer."
        )
        self.percent.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Preferred)
        self.against = Label()
        row = QHBoxLayout()
        for widget in (self.said, self.percent, self.against):
            row.addWidget(widget)
        row.addStretch()
        column.addLayout(row)
        self.verdict.setFont(theme.font(Size.LARGE, bold=True))
        self.within.setFont(theme.font(Size.SMALL))
        self.within.setStyleSheet(in_tone(Tone.SOFT))
        for label in (self.verdict, self.within, self.against):
            label.setWordWrap(label is not self.against)
        column.addWidget(self.verdict)
        column.addWidget(self.within)
        self._table = QGridLayout()
        self._table.setHorizontalSpacing(theme.px(18))
        self._table.setVerticalSpacing(theme.px(6))
        column.addLayout(self._table)
        column.addStretch()
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def look_at(self, axle: Axle) -> None:
        """Take the bar of the other axle in hand."""
        if axle is not self.axle:
            self.axle, self._held = axle, None
            self._bridge.workshop.tell(Part.SETTING)

    # the keeper of the percentage

    def kept(self) -> Reading | None:
        shown = self._bridge.picture
        claim = None if shown is None else shown.file.bench.end(self.axle).bar.facts.claim
        return None if claim is None else Reading(claim)

    def stand_in(self) -> float | None:
        return None

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        return self._bridge.ask(SetClaim(self.axle, None if reading is None else reading.value))

    # what follows

    def _missing(self) -> str:
        """Why nothing can be said."""
        shown = self._bridge.picture
        if shown is None:
            return ""
        reference = shown.file.reference_setting
        if not shown.file.bench.end(self.axle).fitted:
            return f"There is no {self.axle} bar on the bench."
        if reference is None:
            return "Choose what to compare with, under “against” above: its bar is taken for the standard one."
        if not reference.end(self.axle).fitted:
            return f"“{reference.name}” has no {self.axle} bar to compare with. Choose another under “against” above."
        return "" if self.kept() is not None else "Type what the maker says, and Enter."

    def _wanted(self) -> Request | None:
        shown, said = self._bridge.picture, self.kept()
        if shown is None or said is None or self._missing():
            return None
        from anchor_beam.jobs.tasks import ClaimOf

        assert shown.file.reference_setting is not None
        standard = shown.file.reference_setting.end(self.axle)
        bar = shown.file.bench.end(self.axle).bar
        return ClaimOf(bar, standard.bar, standard.hole_left, 1.0 + said.value / 100.0)

    def _take(self, answer: Answer | None) -> None:
        self._held = answer.value if isinstance(answer, Done) else None
        self._show()
        if isinstance(answer, Failed):
            self.verdict.setText(str(answer.problem))

    def _show(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        self.percent.refresh()
        end, reference = shown.file.bench.end(self.axle), shown.file.reference_setting
        self.said.setText(f"{title(end.bar, units)} is said to be")
        standard = None if reference is None or not reference.end(self.axle).fitted else reference.end(self.axle)
        against = "" if standard is None else f"{title(standard.bar, units)}, in {hole(standard.hole_left)}"
        self.against.setText(f"stiffer than {against}" if against else "stiffer")
        self._fill()

    def _fill(self) -> None:
        empty(self._table)
        held, units = self._held, self._bridge.units
        missing = self._missing()
        claim = self.kept()
        if missing or held is None or claim is None:
            self.verdict.setText(missing)
            self.within.setText("")
            return
        found, said = held.found, claim.value
        self.verdict.setText(verdict_words(found))
        band = show(100.0 * held.tolerance * (1.0 + said / 100.0), Kind.PERCENT, units)
        self.within.setText(f"True means within ± {band}: so much do the measured sizes of both bars leave open.")
        many = len(found.ratios) > 1
        for at in range(len(found.ratios)):
            self._cell(0, 1 + at, hole(at) if many else "", soft=True)
        for i, one in enumerate(found.counted, start=1):
            self._cell(i, 0, str(one.assumption))
            for at, ratio in enumerate(one.ratios):
                text = str(show(100.0 * (ratio - 1.0), Kind.PERCENT, units, sign=True))
                self._cell(i, 1 + at, text, right=True, bold=(one.assumption, at) in found.holds)
            self._cell(i, 2 + len(one.ratios), COUNTED[one.assumption], soft=True)
        self._table.setColumnStretch(2 + len(found.ratios), 1)
        self._turn_round(found, 2 + len(found.counted))

    def _turn_round(self, found: Checked, row: int) -> None:
        """What would make it true, below the holes where there is one for each."""
        self._table.setRowMinimumHeight(row - 1, self._bridge.theme.px(10))
        self._cell(row, 0, TRUE_WITH, bold=True)
        self._cell(row, 2 + len(found.ratios), BELIEVABLY, soft=True)
        for i, what in enumerate(Turned, start=row + 1):
            self._cell(i, 0, NEEDS[what])
            for way in (each for each in found.backwards if each.what is what):
                text = way_words(way, self._bridge.units)
                self._cell(i, 1 + (way.hole or 0), text, right=True, bold=way.believable, soft=not way.believable)
            self._cell(i, 2 + len(found.ratios), believable(what, self._bridge.units), soft=True)

    def _cell(
        self, row: int, column: int, text: str, *, soft: bool = False, right: bool = False, bold: bool = False
    ) -> None:
        label = Label(text)
        label.setFont(self._bridge.theme.font(Size.NORMAL if right or column == 0 else Size.SMALL, bold=bold))
        if soft:
            label.setStyleSheet(in_tone(Tone.SOFT))
        label.setAlignment(Qt.AlignmentFlag.AlignRight if right or row == 0 else Qt.AlignmentFlag.AlignLeft)
        self._table.addWidget(label, row, column)
