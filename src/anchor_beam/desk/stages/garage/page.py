"""The Garage: the cars on the left, new cars and files on the right."""

from __future__ import annotations

from dataclasses import replace
from itertools import count

from PySide6.QtCore import Signal
from PySide6.QtGui import QFocusEvent, QKeySequence, QShortcut
from PySide6.QtWidgets import (
    QLineEdit,
    QPushButton,
)

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.garage.car_list import CarList
from anchor_beam.desk.stages.garage.car_row import CarRow
from anchor_beam.desk.stages.garage.quick_way import QuickWay
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import PANEL_WIDTH, Caution, Panel
from anchor_beam.desk.widgets.split import Split, stacked
from anchor_beam.documents.layouts import LAYOUTS, typical_car
from anchor_beam.documents.quick import quick_car
from anchor_beam.drawings.shapes import Size
from anchor_beam.session.workshop import Part

NEXT = "Car"  # the stage that follows
FEW = 1  # cars that nobody has to search
WELCOME = (
    "No car yet. Start from a typical layout on the right: every value is then marked typical until you measure it. "
    "Or bring in a car file."
)


class GaragePage(Split):
    """A car that is put on the bench is looked at in the first stage."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._bridge = bridge
        self.list = CarList(bridge)
        self.list.opened.connect(self._open)
        self.list.beside.connect(bridge.window_wanted)
        self.welcome = Label(WELCOME)
        self.welcome.setWordWrap(True)
        self.welcome.setFont(bridge.theme.font(Size.LARGE))
        pad = bridge.theme.px(60)
        self.welcome.setContentsMargins(pad, pad, bridge.theme.px(PANEL_WIDTH), pad)  # clear of the panel as a drawer
        self.search = QLineEdit()
        self.search.setPlaceholderText("find a car by its name")
        self.search.setAccessibleName("find a car")
        self.search.setToolTip("Ctrl+F")
        self.search.setClearButtonEnabled(False)
        self.search.setTextMargins(self._bridge.theme.px(20), 0, 0, 0)  # above the rows' drawings
        self.search.textChanged.connect(self._show)
        self.nothing = Label("No car is called that.")
        self.nothing.setContentsMargins(bridge.theme.px(16), bridge.theme.px(12), 0, 0)
        find = QShortcut(QKeySequence("Ctrl+F"), self)
        find.activated.connect(self.search.setFocus)
        self.panel = GaragePanel(bridge, files)
        self.panel.made.connect(self._look_at_it)
        self.fill(stacked(self.welcome, self.search, self.nothing, self.list), self.panel)
        bridge.listen(self, to=Part.GARAGE | Part.CAR | Part.SETTING | Part.READINGS, then=self._show)
        bridge.listen(self, to=Part.UNITS, then=self._read_all)

    def focusInEvent(self, event: QFocusEvent) -> None:
        """In an empty garage the first thing that there is to do is to name a car."""
        super().focusInEvent(event)
        if not self.welcome.isHidden():
            self.panel.name.setFocus(event.reason())

    @property
    def rows(self) -> list[CarRow]:
        """The rows that were made, in the order of the list."""
        return sorted(self.list.rows.values(), key=lambda row: row.y())

    def _show(self) -> None:
        cars = self._bridge.workshop.garage.cars()
        wanted = self.search.text().casefold().split()
        found = [(one.id, one.name) for one in cars if all(word in one.name.casefold() for word in wanted)]
        self.list.set_cars(found)
        self.welcome.setVisible(not cars)
        self.search.setVisible(len(cars) > FEW or bool(wanted))
        self.nothing.setVisible(bool(cars) and not found)
        self.list.setVisible(bool(found) or not cars)
        if not cars:
            self.open_drawer()  # the welcome points to it

    def _read_all(self) -> None:
        self.list.read(self.rows)

    def became_narrow(self, narrow: bool) -> None:
        if narrow and not self.list.rows:
            self.open_drawer()

    def _open(self, car: int) -> None:
        row = self.list.rows[car]
        if not row.damaged:
            self._bridge.open(car, self._look_at_it)
        else:
            self._bridge.leave(lambda: self._open_damaged(car))

    def _open_damaged(self, car: int) -> None:
        if self._bridge.attempt(lambda: self._bridge.workshop.open_last_good(car)):
            self._look_at_it()

    def _look_at_it(self) -> None:
        self._bridge.stage_wanted.emit(NEXT)


class GaragePanel(Panel):
    """New car, files, cars put away."""

    made = Signal()

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._bridge = bridge
        self.heading("New car", large=True)
        self.name = QLineEdit()
        self.name.setPlaceholderText("its name")
        self.name.setAccessibleName("name of the new car")
        self.name.setMaxLength(80)
        self.layouts = Box()
        self.layouts.setAccessibleName("typical layout")
        for layout in LAYOUTS:
            self.layouts.addItem(layout.label)
        self.add(self.name)
        self.add(self.layouts)
        self._about = self.heading("")
        self._about.setWordWrap(True)
        self._about.setFont(self.theme.font(Size.SMALL))
        self.quick = QuickWay(bridge)
        self.add(self.quick)
        self.layouts.currentIndexChanged.connect(self._describe)
        self._describe()
        self.caution = Caution(self.theme)
        self.make = QPushButton("Make this car")
        self.make.setAutoDefault(True)  # Enter presses it too, as it ends every field before it
        self.make.clicked.connect(self._make)
        self.name.returnPressed.connect(self._make)
        self.quick.done.connect(self.make.setFocus)
        self.add(self.caution)
        self.add(self.make)
        self.gap()
        self.heading("Files", large=True)
        self._needs_car = []
        for text, act in (("Bring in a car file…", files.import_car), ("Write this car to a file…", files.export_car),
                          ("Write the whole garage…", files.export_garage),
                          ("Setting sheet as PDF…", files.export_sheet)):  # fmt: skip
            button = QPushButton(text)
            button.clicked.connect(act)
            self.add(button)
            if act != files.import_car:
                self._needs_car.append(button)
        self.gap()
        self.heading("This car", large=True)
        self.copy = QPushButton("Make a copy of it")
        self.copy.clicked.connect(self._copy)
        self.add(self.copy)
        self.second = Box()
        self.second.setAccessibleName("another car in a second window")
        self.second.setToolTip("Ctrl with Enter or a click on its row does the same")
        self.second.activated.connect(self._beside)
        self.add(self.second)
        self._put_away = QPushButton("Put it away")
        self._put_away.clicked.connect(self._archive)
        self.add(self._put_away)
        self.away = Box()
        self.away.setAccessibleName("bring a car back")
        self.away.activated.connect(self._restore)
        self.add(self.away)
        self.finish()
        bridge.listen(self, to=Part.GARAGE | Part.CAR, then=self._show)

    def _describe(self) -> None:
        layout = LAYOUTS[self.layouts.currentIndex()]
        self._about.setText(
            f"{layout.description.capitalize()}. Type what you know; the rest is typical, and marked so."
        )
        self.quick.follow(typical_car(layout, ""))

    def _make(self) -> None:
        name = self.name.text().strip()
        if not name:
            self.caution.say("The car needs a name, any text will do.")
            self.name.setFocus()
            return
        wrong = self.quick.wrong()
        if wrong is not None:
            wrong.setFocus()
            return
        self.caution.say(None)
        typical = typical_car(LAYOUTS[self.layouts.currentIndex()], name)
        file = quick_car(typical, self.quick.given, self._bridge.workshop.choices.source)
        self._bridge.add(file, "made from a typical layout", self._made)

    def _made(self) -> None:
        self.name.clear()
        self.quick.clear()
        self.made.emit()

    def _copy(self) -> None:
        """The car on the bench once more under another name; both wear the same bars of the garage."""
        shown = self._bridge.picture
        if shown is None:
            return
        names = {listed.name for away in (False, True) for listed in self._bridge.workshop.garage.cars(put_away=away)}
        car = shown.file.car
        tried = (f"{car.name}, copy" + (f" {i}" if i > 1 else "") for i in count(1))
        name = next(name for name in tried if name not in names)
        file = replace(shown.file, car=replace(car, name=name))
        self._bridge.add(file, f"copied from {car.name}", self.made.emit)

    def _archive(self) -> None:
        car = self._bridge.workshop.car
        if car is not None:
            self._bridge.leave(lambda: self._put_away_now(car))

    def _put_away_now(self, car: int) -> None:
        self._bridge.attempt(lambda: self._bridge.workshop.put_away(car))

    def _beside(self, index: int) -> None:
        if index > 0:
            self._bridge.window_wanted.emit(self._others()[index - 1][0])
            self.second.setCurrentIndex(0)

    def _others(self) -> list[tuple[int, str]]:
        workshop = self._bridge.workshop
        return [(listed.id, listed.name) for listed in workshop.garage.cars() if listed.id != workshop.car]

    def _restore(self, index: int) -> None:
        if index > 0:
            car = self._bridge.workshop.garage.cars(put_away=True)[index - 1].id
            self._bridge.attempt(lambda: self._bridge.workshop.bring_back(car))

    def _show(self) -> None:
        away = self._bridge.workshop.garage.cars(put_away=True)
        self.away.clear()
        self.away.addItem("bring a car back…" if away else "no car is put away")
        self.away.addItems([listed.name for listed in away])
        self.away.setEnabled(bool(away))
        others = self._others()
        self.second.clear()
        self.second.addItem("another car in a second window…" if others else "there is no other car")
        self.second.addItems([name for _, name in others])
        self.second.setEnabled(bool(others))
        has_car = self._bridge.workshop.car is not None
        for button in (*self._needs_car, self.copy, self._put_away):
            button.setEnabled(has_car)
