"""Searching: what is wanted above, what was found below; the last search of a car stays with it."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtGui import QPalette
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.bars.search.made import MadeRow
from anchor_beam.desk.stages.bars.search.rows import WIDE, FoundRows
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label, OneLine, tip
from anchor_beam.desk.widgets.row_table import RowTable
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.table import Listed
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.searches import FoundSetting, KeptSearch, SearchResult, Wanted
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.figures.rack.fit_rules import on_car
from anchor_beam.jobs.request import Answer, Done, Failed, Partial
from anchor_beam.session.edits import PutSetting
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.words import faults
from anchor_beam.words.phases import LONG
from anchor_beam.words.search import (
    BEFORE,
    EVERY_PLATFORM,
    FROM_RACK,
    STAYS,
    TO_BE_MADE,
    excluded_words,
    going_on,
    how,
)

HALF = 0.5  # % of margin beside a wanted change that counts as it
AS_NOW = 0.03  # of the roll gradient, within which it counts as the same
WAYS = (FROM_RACK, STAYS, TO_BE_MADE)


@dataclass
class _Number:
    """One figure of what is wanted; where nothing is typed that of *Aim* counts. It keeps what its field is told."""

    view: SearchView
    key: str

    def kept(self) -> Reading | None:
        return self.view.typed.get(self.key)

    def stand_in(self) -> float | None:
        return self.view.usual(self.key)

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        self.view.typed.pop(self.key, None)
        if reading is not None:
            self.view.typed[self.key] = reading
        self.view.show_wanted()
        return None


class SearchView(QWidget):
    """Enter puts a found setting on the bench."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, theme = bridge, bridge.theme
        self.typed: dict[str, Reading] = {}
        self._slot = f"search {id(self)}"
        self._searching: tuple[int | None, Wanted] | None = None  # for which car, and what
        self.setBackgroundRole(QPalette.ColorRole.Base)
        self.setAutoFillBackground(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(theme.px(14), theme.px(8), 0, theme.px(8))
        column.setSpacing(theme.px(6))
        column.addLayout(self._head())
        self.made = {axle: MadeRow(bridge, axle) for axle in Axle}
        for row in self.made.values():
            row.hide()
            column.addWidget(row)
        column.addLayout(self._foot_of_head())
        self.table, self.rows = RowTable(theme, "settings that were found"), FoundRows(self)
        self.table.setModel(self.rows)
        self.table.acted.connect(self.put_on)
        column.addWidget(self.table, stretch=1)
        self.said = Label()
        self.said.setWordWrap(True)
        self.said.setFont(theme.font(Size.SMALL))
        self.said.setContentsMargins(0, 0, theme.px(14), 0)
        column.addWidget(self.said)
        self.table.set_widths(WIDE)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS | Part.READINGS | Part.PHASE, then=self._show)
        self.destroyed.connect(lambda: bridge.jobs.stop(self._slot))

    def _head(self) -> QGridLayout:
        grid = QGridLayout()
        px = self._bridge.theme.px
        grid.setHorizontalSpacing(px(8))
        grid.setVerticalSpacing(px(2))
        self.fields = {
            key: NumberField(self._bridge, kind, name, _Number(self, key), about=about, width=56)
            for key, kind, name, about in (
                ("low", Kind.PERCENT, "balance from", "Below 0 is loose. Empty: the window of Aim."),
                ("high", Kind.PERCENT, "balance to", "Above 0 is push. Empty: the window of Aim."),
                ("roll_low", Kind.ROLL_GRADIENT, "roll from", "Empty: as Aim says."),
                ("roll_high", Kind.ROLL_GRADIENT, "roll to", "Empty: as Aim says."),
                ("less", Kind.PERCENT, "less push by", "Against the setting on the bench; below 0 for more."),
            )
        }  # fmt: skip
        self.phase = Label()
        self.rolled = QCheckBox("roll counts")
        self.rolled.setChecked(True)
        self.rolled.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self.as_now = QPushButton("roll as now")
        self.as_now.clicked.connect(self._roll_as_now)
        self.less = QPushButton("less push")
        self.less.setToolTip(tip("Sets the window to the balance of now, less what is typed."))
        self.less.clicked.connect(self._less)
        self.ways: dict[Axle, QComboBox] = {}
        for line, widgets in enumerate((
            (self.phase, self.fields["low"], Label("to"), self.fields["high"], self.less, self.fields["less"]),
            (self.rolled, self.fields["roll_low"], Label("to"), self.fields["roll_high"], self.as_now),
        )):  # fmt: skip
            for at, widget in enumerate(widgets):
                grid.addWidget(widget, line, at)
        for line, axle in enumerate(Axle):
            way = self.ways[axle] = Box()
            way.addItems(list(WAYS))
            way.setAccessibleName(f"where the {axle} bar comes from")
            way.currentIndexChanged.connect(self._way_chosen)
            grid.addWidget(Label(f"{axle} bar"), line, 7)
            grid.addWidget(way, line, 8)
        grid.setColumnStretch(6, 1)
        grid.setContentsMargins(0, 0, px(14), 0)
        return grid

    def _foot_of_head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.start, self.stop = QPushButton("Search"), QPushButton("Stop")
        for button in (self.start, self.stop):
            button.setAutoDefault(True)  # Enter presses them too
        self.start.clicked.connect(self.search)
        self.stop.clicked.connect(self._stop)
        self.stop.setEnabled(False)
        self.going = OneLine()
        self.going.setFont(self._bridge.theme.font(Size.SMALL))
        for widget in (self.start, self.stop):
            row.addWidget(widget)
        row.addWidget(self.going, stretch=1)
        row.setContentsMargins(0, 0, self._bridge.theme.px(14), 0)
        return row

    # what is wanted

    def usual(self, key: str) -> float | None:
        """What counts where nothing is typed."""
        shown = self._bridge.picture
        if shown is None or key == "less":
            return None
        car = shown.file.car
        window = car.window(self._bridge.phase) if key in ("low", "high") else car.roll_window
        return window[0] if key in ("low", "roll_low") else window[1]

    def _figure(self, key: str) -> float:
        kept = self.typed.get(key)
        found = self.usual(key) if kept is None else kept.value
        assert found is not None
        return found

    def show_wanted(self) -> None:
        """The fields after one of them changed."""
        for field in self.fields.values():
            field.refresh()

    def _less(self) -> None:
        """The window around the balance of now, less what was typed."""
        shown, less = self._bridge.picture, self.typed.get("less")
        margin = None if shown is None else shown.now.margin_of(self._bridge.phase)
        if margin is None or less is None:
            self._say_trouble(
                "Type first by how much less it should push." if less is None else "There is no balance now."
            )
            return
        self.typed["low"], self.typed["high"] = (
            Reading(round(margin - less.value + side * HALF, 1)) for side in (-1, 1)
        )
        self.show_wanted()

    def _roll_as_now(self) -> None:
        shown = self._bridge.picture
        roll = None if shown is None else shown.now.roll_gradient
        if roll is not None:
            self.typed["roll_low"], self.typed["roll_high"] = (
                Reading(roll * (1.0 + side * AS_NOW)) for side in (-1, 1)
            )
            self.rolled.setChecked(True)
            self.show_wanted()

    def _way_chosen(self) -> None:
        shown = self._bridge.picture
        for axle, row in self.made.items():
            row.setVisible(self.ways[axle].currentText() == TO_BE_MADE)
            if row.isVisible() and shown is not None:
                row.propose(shown.file.bench.end(axle).bar)

    def wanted(self) -> Wanted:
        """What the fields say.

        Raises:
            InputError: they contradict each other.
        """
        window, roll = (self._figure("low"), self._figure("high")), None
        if self.rolled.isChecked():
            roll = self._figure("roll_low"), self._figure("roll_high")
        stays = tuple(axle for axle in Axle if self.ways[axle].currentText() == STAYS)
        made = tuple(
            (axle, row.made()) for axle, row in self.made.items() if self.ways[axle].currentText() == TO_BE_MADE
        )
        return Wanted(self._bridge.phase, window, roll, stays, made)

    # searching

    def search(self) -> None:
        """Begin."""
        shown = self._bridge.picture
        if shown is None:
            return
        try:
            wanted = self.wanted()
        except InputError as problem:
            self._say_trouble(faults.sentence(problem, self._bridge.units))
            return
        from anchor_beam.figures.arches import arches
        from anchor_beam.jobs.rack_tasks import SearchOf

        file, workshop = shown.file, self._bridge.workshop
        own = tuple(Listed(PartKind.BAR, item.axle, item.bar) for item in file.rack)
        lists: list[tuple[tuple[str, str], ...]] = []
        if not self._bridge.attempt(lambda: lists.append(workshop.parts_lists.all())):
            return
        on = on_car(file, Axle.FRONT), on_car(file, Axle.REAR)
        request = SearchOf(
            file.car, file.bench, file.reference_setting, file.aim, lists[0], own, on, file.rack, arches(file), wanted
        )
        self._searching = workshop.car, wanted
        self._set_going(True)
        self.going.setText(going_on(0.0, 0))
        self._bridge.jobs.ask(self._slot, request, self._answered)

    def _answered(self, answer: Answer) -> None:
        if self._searching is None or self._searching[0] != self._bridge.workshop.car:
            self._stop()
            return
        wanted = self._searching[1]
        if isinstance(answer, Partial):
            self.going.setText(going_on(answer.done, answer.value.examined))
            if answer.value.rows:
                self._fill(answer.value.rows, wanted)
        elif isinstance(answer, Done):
            self._set_going(False)
            found: SearchResult = answer.value
            self._bridge.attempt(lambda: self._bridge.workshop.searches.keep(KeptSearch(wanted, found)))
        elif isinstance(answer, Failed):
            self._set_going(False)
            self._fill((), wanted)
            self._say_trouble(faults.sentence(answer.problem, self._bridge.units))

    def _stop(self) -> None:
        """Stop; what was found last stands there again."""
        self._bridge.jobs.stop(self._slot)
        self._searching = None
        self._set_going(False)
        self._show()

    def _set_going(self, going: bool) -> None:
        self.start.setEnabled(not going)
        self.stop.setEnabled(going)
        if going:
            self.said.setText("")
        else:
            self.going.setText("")

    # what was found

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        self.phase.setText(f"balance, {LONG[self._bridge.phase]}, from")
        self.show_wanted()
        for axle, box in self.ways.items():
            free = axle in shown.file.aim.free
            box.setEnabled(free)
            box.setToolTip("" if free else tip(f"By your rules the {axle} end stays as it is, see Aim."))
            if not free:
                box.setCurrentIndex(WAYS.index(STAYS))
        if self.stop.isEnabled():
            return
        kept = self._last()
        if kept is None:
            self._fill((), None)
            self._say(BEFORE if shown.file.car.platform.strip() else f"{BEFORE} {EVERY_PLATFORM}")
        else:
            self._fill(kept.result.rows, kept.wanted)
            unknown = "" if shown.file.car.platform.strip() else EVERY_PLATFORM
            self._say(
                " ".join(filter(None, (how(shown.file.aim.currency), excluded_words(kept.result.excluded), unknown)))
            )

    def _last(self) -> KeptSearch | None:
        found: list[KeptSearch | None] = []
        self._bridge.attempt(lambda: found.append(self._bridge.workshop.searches.last))
        return found[0] if found else None

    def _fill(self, rows: tuple[FoundSetting, ...], wanted: Wanted | None) -> None:
        self.rows.show_rows(rows, wanted, self._bridge.units)
        if rows:
            self.table.setCurrentIndex(self.rows.index(0, 0))

    def _say(self, text: str) -> None:
        self.said.setStyleSheet(in_tone(Tone.SOFT))
        self.said.setText(text)

    def _say_trouble(self, text: str) -> None:
        self.said.setStyleSheet(in_tone(Tone.WARNING))
        self.said.setText(text)

    def put_on(self) -> None:
        """The current row, on the bench."""
        at = self.table.currentIndex().row()
        if 0 <= at < len(self.rows.rows):
            self._bridge.ask_or_complain(PutSetting(self.rows.rows[at].setting))
