"""The Car stage: the drawn car or a measuring aid, and the panel."""

from __future__ import annotations

import sys
from importlib import import_module
from typing import TYPE_CHECKING

from PySide6.QtGui import QKeySequence, QShortcut

from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.car.board import CarBoard
from anchor_beam.desk.stages.car.panel import CarPanel
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.split import Split
from anchor_beam.documents.aids import aids_for
from anchor_beam.documents.records import AxleRecord

if TYPE_CHECKING:
    from anchor_beam.desk.stages.car.aid_board import AidBoard

AID_ROOMS = ("anchor_beam.figures.aided", "anchor_beam.drawings.measuring", "anchor_beam.desk.stages.car.aid_board")
FALLS_OVER = 0.7  # camber from roll above which an independent axle is most likely a strut


class CarPage(Split):
    """Board left, panel right; an aid takes the board's place until it is closed."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._files = bridge, files
        self.board, self.panel = CarBoard(bridge), CarPanel(bridge, files)
        self.aid: AidBoard | None = None
        self._left = Deck()
        self._left.add(self.board)
        self.fill(self._left, self.panel)
        self.panel.next.wanted.connect(self.measure)
        self.panel.aid_wanted.connect(self.open_aid)
        keys = QShortcut(QKeySequence("Ctrl+M"), self)
        keys.activated.connect(self._show_menu)

    def _show_menu(self) -> None:
        self.open_drawer()
        self.panel.aids.showMenu()

    def ahead(self) -> bool:
        """The other boards, then what the measuring aids are made of."""
        if self.board.ahead():
            return True
        waiting = next((name for name in AID_ROOMS if name not in sys.modules), None)
        if waiting is not None:
            import_module(waiting)
            return True
        if self.aid is None:
            self._aids()
            return True
        return False

    def _aids(self) -> AidBoard:
        from anchor_beam.desk.stages.car.aid_board import AidBoard  # made when it is first wanted

        if self.aid is None:
            self.aid = AidBoard(self._bridge, self._files)
            self.aid.closed.connect(self.close_aid)
            self._left.add(self.aid)
        return self.aid

    def open_aid(self, key: str, axle: Axle | None) -> None:
        """Put an aid in the board's place."""
        aid = self._aids()
        self._left.bring(aid)
        aid.open(key, axle)

    def show_field(self, place: str) -> bool:
        """Bring a figure's board to the front and the keyboard to its field; whether it is one of this stage."""
        if not self.board.show_place(place):
            return False
        self._left.bring(self.board)
        next(field for field in self.findChildren(FigureField) if field.place == place).setFocus()
        return True

    def close_aid(self) -> None:
        """Back to the car."""
        self._left.bring(self.board)
        self.panel.aids.setFocus()

    def measure(self, place: str) -> None:
        """Go to where a figure is measured: its aid, else its field, here or on the stage that shows it."""
        shown = self._bridge.picture
        ways = dict(aids_for(place))
        if ways and shown is not None:
            axle = next(iter(ways.values()))
            likely = None if axle is None else _likely(shown.file.car.axle(axle))
            aid = next((aid for aid in ways if aid.key == likely), next(iter(ways)))
            self.open_aid(aid.key, axle)
            return
        if self.show_field(place):
            return
        self._bridge.stage_wanted.emit("Links" if "pickup" in place or "link" in place else "Bars")


def _likely(axle: AxleRecord) -> str:
    """Of the ways to a roll centre, the one for the kind of axle that it most likely is."""
    if axle.kind is AxleKind.LIVE:
        return "roll-rod"
    return "roll-strut" if axle.roll_camber.value > FALLS_OVER else "roll-arms"
