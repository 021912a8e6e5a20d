"""What must hold, as sentences with fields in them, and what is out of the question."""

from __future__ import annotations

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import restyle
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.text_field import TextField
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.arches import arches
from anchor_beam.figures.asked import judged
from anchor_beam.figures.rack.bill import bill_of
from anchor_beam.session.edits import AskFor, RuleOut
from anchor_beam.session.workshop import Part
from anchor_beam.words.aim import SENTENCES, verdict
from anchor_beam.words.wanted import MayChange, Wish, Work


class Constraints(QWidget):
    """A row for each constraint: whether it counts, its sentence, whether this setting keeps it."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        px = bridge.theme.px
        column = QVBoxLayout(self)
        column.setContentsMargins(px(16), px(6), px(14), px(8))
        column.setSpacing(px(4))
        grid = QGridLayout()
        grid.setHorizontalSpacing(px(12))
        grid.setVerticalSpacing(px(2))
        grid.setColumnStretch(2, 1)
        self.switches: dict[Wish, QCheckBox] = {}
        self.verdicts: dict[Wish, Label] = {}
        for row, wish in enumerate(Wish):
            self._row(grid, row, wish)
        column.addLayout(grid)
        column.addLayout(self._ends())
        column.addLayout(self._rules())
        self.setFixedHeight(self.sizeHint().height())
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _row(self, grid: QGridLayout, row: int, wish: Wish) -> None:
        before, behind = SENTENCES[wish]
        box = QCheckBox(before)
        box.clicked.connect(lambda on, w=wish: self._bridge.ask_or_complain(AskFor(w, on)))
        self.switches[wish] = box
        grid.addWidget(box, row, 0)
        middle = QHBoxLayout()
        middle.setSpacing(self._bridge.theme.px(4))
        middle.addWidget(FigureField(self._bridge, f"aim.{wish.value}", name=f"{before} …", compact=True))
        if wish is Wish.BUDGET:
            currency = TextField(self._bridge, "aim.currency", "currency")
            currency.setFixedWidth(self._bridge.theme.px(70))
            middle.addWidget(currency)
        elif behind:
            middle.addWidget(Label(behind))
        middle.addStretch()
        grid.addLayout(middle, row, 1)
        said = Label()
        said.setFont(self._bridge.theme.font(Size.SMALL))
        self.verdicts[wish] = said
        grid.addWidget(said, row, 2)

    def _ends(self) -> QHBoxLayout:
        """Ends that may change."""
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(10))
        row.addWidget(Label("The rules of the class let you change"))
        row.addWidget(ChoiceBox(self._bridge, "aim.may_change", MayChange, "ends that may change"))
        row.addStretch()
        return row

    def _rules(self) -> QHBoxLayout:
        """Work that is out of the question."""
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(10))
        row.addWidget(Label("I will not"))
        self.works: dict[Work, QCheckBox] = {}
        for work in Work:
            box = QCheckBox(str(work))
            box.clicked.connect(lambda on, w=work: self._bridge.ask_or_complain(RuleOut(w, on)))
            self.works[work] = box
            row.addWidget(box)
        row.addStretch()
        return row

    def _show(self) -> None:
        shown, c = self._bridge.picture, self._bridge.theme.colours
        if shown is None:
            return
        aim = shown.file.aim
        for wish, box in self.switches.items():
            with QSignalBlocker(box):
                box.setChecked(wish in aim.asked)
            found, label = judged(wish, aim, shown.now, bill_of(shown.file), arches(shown.file)), self.verdicts[wish]
            broken = found.kept is False and wish in aim.asked
            said = found.said.said(self._bridge.units)
            word = verdict(found.kept)
            label.setText(f"{'△ ' if broken else ''}{f'{word}: ' if word else ''}{said}")
            restyle(label, f"color: {c.warning if broken else c.ink if wish in aim.asked else c.soft}")
        for work, box in self.works.items():
            with QSignalBlocker(box):
                box.setChecked(work in aim.wont)
