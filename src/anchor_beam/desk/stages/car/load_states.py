"""Load states on the Car stage: the one that the weights are of, the others beside it, a name for a new one."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution, labelled
from anchor_beam.documents.load_states import LoadState, state_of
from anchor_beam.drawings.shapes import Size
from anchor_beam.session.edits import ForgetLoadState, KeepLoadState, UseLoadState
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.load_states import beside

UNNAMED = "as it stands"


class LoadStates(QWidget):
    """Choosing one loads the car like that; what is typed is the name under which the weights are kept."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, theme = bridge, bridge.theme
        self._states: tuple[LoadState, ...] = ()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(theme.px(4))
        self.box = Box()
        self.box.setAccessibleName("load state")
        self.box.setFixedWidth(theme.px(176))
        self.box.activated.connect(self._use)
        column.addWidget(labelled(theme, "Loaded", self.box))
        self.name = BenchLine()
        self.name.setMaxLength(80)
        self.name.setAccessibleName("name of a load state")
        self.name.setPlaceholderText("driver, half a tank")
        self.name.returnPressed.connect(self._keep)
        self.keep, self.forget = QPushButton("Keep"), QPushButton("Forget")
        self.keep.setToolTip("Keep these weights under this name")
        self.forget.setToolTip("Forget the load state that the car is in; its weights stay")
        self.keep.clicked.connect(self._keep)
        self.forget.clicked.connect(self._forget)
        row = QHBoxLayout()
        row.addWidget(self.name, stretch=1)
        row.addWidget(self.keep)
        row.addWidget(self.forget)
        column.addLayout(row)
        self.trouble, self.others = Caution(theme), Label()
        self.others.setWordWrap(True)
        self.others.setFont(theme.font(Size.SMALL))
        column.addWidget(self.trouble)
        column.addWidget(self.others)
        bridge.listen(self, to=Part.CAR | Part.UNITS, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        car, self._states = shown.file.car, shown.file.states
        now = state_of(car, car.load_state)
        kept = next((state for state in self._states if state.name == car.load_state), None)
        moved = kept is not None and kept != now
        first = UNNAMED if kept is None else f"{kept.name}, changed" if moved else ""
        names = [state.name for state in self._states]
        items = [first, *names] if first else names
        fill(self.box, items, 0 if first else names.index(car.load_state))
        self.forget.setEnabled(kept is not None)
        others = [state for state in self._states if moved or state.name != car.load_state]
        lines = [beside(state.name, state.weights, now.weights, self._bridge.units) for state in others]
        self.others.setText("\n".join(lines))
        self.others.setVisible(bool(lines))

    def _use(self, index: int) -> None:
        at = index - (self.box.count() - len(self._states))
        if at >= 0:
            self._bridge.ask_or_complain(UseLoadState(self._states[at].name))
        self._show()

    def _keep(self) -> None:
        problem = self._bridge.ask(KeepLoadState(self.name.text() or self._current()))
        self.trouble.say(None if problem is None else faults.sentence(problem, self._bridge.units))
        if problem is None:
            self.name.clear()

    def _current(self) -> str:
        shown = self._bridge.picture
        return "" if shown is None else shown.file.car.load_state

    def _forget(self) -> None:
        self._bridge.ask_or_complain(ForgetLoadState(self._current()))
