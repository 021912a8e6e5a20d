"""What to measure next, and what stands on no drawing: name, load states, what must fit, photos; the weights added up."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QMenu, QPushButton

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.car.load_states import LoadStates
from anchor_beam.desk.stages.car.measure_next import MeasureNext
from anchor_beam.desk.stages.car.offered import Offered
from anchor_beam.desk.stages.car.photos import Photos
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.rows import Panel
from anchor_beam.desk.widgets.text_field import TextField
from anchor_beam.documents.aids import AIDS
from anchor_beam.documents.records import Seat
from anchor_beam.figures.rows import WEIGHTS

FITS = (("Platform", "platform"), ("Variant", "variant"), ("Frame", "frame"), ("Exhaust", "exhaust"))


class CarPanel(Panel):
    """One column, from what helps most to what follows."""

    aid_wanted = Signal(str, object)  # key of the aid, its axle

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self.offer = Offered(bridge)
        self.add(self.offer)
        self.next = MeasureNext(bridge)
        self.add(self.next)
        self.aids = QPushButton("Measuring aids…")
        self.aids.setToolTip("Ctrl+M")
        self.aids.setMenu(self._menu())
        self.add(self.aids)
        self.gap()
        name = TextField(bridge, "car.name", "name of the car")
        description = TextField(bridge, "car.description", "what kind of car")
        for text, field in (("Name", name), ("Kind", description)):
            field.setFixedWidth(self.theme.px(176))
            self.row(text, field)
        self.gap()
        self.heading("Load state, weights of which are shown")
        self.loads = LoadStates(bridge)
        self.add(self.loads)
        self.gap()
        self.heading("What parts have to fit")
        for text, key in FITS:
            said = TextField(bridge, f"car.{key}", key)
            said.setFixedWidth(self.theme.px(176))
            self.row(text, said)
        self.row("Driver sits", ChoiceBox(bridge, "car.seat", Seat, "driver sits"))
        self.gap()
        self.heading("Photos")
        self.photos = Photos(bridge, files)
        self.add(self.photos)
        self.gap()
        self.heading("What follows")
        self.figures = self.rows(bridge, WEIGHTS)
        self.finish()

    def _menu(self) -> QMenu:
        """Every aid, those about one axle for both."""
        menu = QMenu(self)
        for aid in AIDS:
            for axle in tuple(Axle) if aid.per_axle else (None,):
                text = aid.title if axle is None else f"{aid.title}, {axle}"
                menu.addAction(text).triggered.connect(partial(self.aid_wanted.emit, aid.key, axle))
        return menu
