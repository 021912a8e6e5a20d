"""Bars to choose from: those of this car, and at the end of the list those of the others."""

from __future__ import annotations

from PySide6.QtCore import QPoint
from PySide6.QtWidgets import QComboBox, QMenu

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import fill
from anchor_beam.figures.shown_bars import title
from anchor_beam.session.edits import KeepBar, PutBar
from anchor_beam.session.parts import bars_of_other_cars, still_wearing
from anchor_beam.session.workshop import Part

CHOOSE, OTHERS = "choose…", "from another car…"


class RackBox(QComboBox):
    """Puts the bar that is chosen on its axle."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        self.menu: QMenu | None = None
        self.setAccessibleName("take a bar from the rack")
        self.activated.connect(self._take)
        bridge.listen(self, to=Part.SETTING | Part.CAR | Part.GARAGE, then=self._show)

    def keep(self) -> None:
        """Put the bar on the bench into the rack; say who still wears it as it was."""
        bridge, session = self._bridge, self._bridge.workshop.session
        if session is None:
            return
        if (problem := bridge.ask(KeepBar(self._axle))) is not None:
            bridge.complain(problem)
            return
        if names := still_wearing(session, self._axle):
            bridge.report("Kept in the rack", f"{', '.join(names)}: a setting there still has this bar as it was.")

    def _show(self) -> None:
        shown, garage = self._bridge.picture, self._bridge.workshop.garage
        if shown is not None:
            own = [item.bar.name for item in shown.file.rack if item.axle is self._axle]
            others = [OTHERS] if len(garage.cars()) > 1 else []
            fill(self, [CHOOSE, *own, *others], 0)

    def _take(self, index: int) -> None:
        if index > 0 and self.itemText(index) == OTHERS and index == self.count() - 1:
            self._bridge.attempt(self._show_others)
        elif index > 0:
            self._bridge.ask_or_complain(PutBar(self._axle, self.itemText(index)))
        self.setCurrentIndex(0)

    def _show_others(self) -> None:
        session = self._bridge.workshop.session
        if session is None:
            return
        self.menu = QMenu(self)
        self.menu.setAccessibleName("bars of other cars")
        for act in bars_of_other_cars(session, self._axle):
            entry = self.menu.addAction(title(act.bar, self._bridge.units).replace("&", "&&"))
            entry.triggered.connect(lambda _=False, act=act: self._bridge.ask_or_complain(act))
        if self.menu.isEmpty():
            self.menu.addAction(f"no other car has a {self._axle} bar").setEnabled(False)
        self.menu.popup(self.mapToGlobal(QPoint(0, self.height())))
