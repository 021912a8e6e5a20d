"""What to measure next, and what stands on no drawing: name, drive, tyres, springs; the weights added up."""

from __future__ import annotations

from enum import StrEnum
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QMenu, QPushButton, QWidget

from anchor_beam.core.grip.model import Differential, Drive, RearBrakes
from anchor_beam.core.grip.tyre import TyreKind, TyreMatch
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.car.load_states import LoadStates
from anchor_beam.desk.stages.car.measure_next import MeasureNext
from anchor_beam.desk.stages.car.offered import Offered
from anchor_beam.desk.stages.car.photos import Photos
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.rows import Panel
from anchor_beam.desk.widgets.text_field import TextField
from anchor_beam.documents.aids import AIDS
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS
from anchor_beam.documents.records import AxleTyre, Seat, TravelEnds
from anchor_beam.figures.rows import WEIGHTS
from anchor_beam.session.workshop import Part

SPRINGS = ("unsprung_mass", "spring_rate", "spring_ratio", "spring_base", "tyre_rate")
FITS = (("Platform", "platform"), ("Variant", "variant"), ("Frame", "frame"), ("Exhaust", "exhaust"))
ENDS = ("bump_gap", "bump_rate", "droop")
DIFFERENTIAL = ("bias", "bias_coast", "preload")
WHEELS = ("tyre_load", "own_grip", "damping", "camber", "roll_camber", "compliance_steer", "roll_steer")
DRIVING = ("speed", "build_up", "trail_braking", "lift_off", "exit_drive")
CAR_LABELS = {field.name: field.label for field in CAR_FIELDS}
LABELS = {field.name: field.label for field in AXLE_FIELDS}


class CarPanel(Panel):
    """One column: what to measure next, the car, both axles, what follows."""

    aid_wanted = Signal(str, object)  # key of the aid, its axle

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._bridge = bridge
        self._rows: dict[tuple[Axle, str], QWidget] = {}
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
        self.row("Drive", ChoiceBox(bridge, "car.drive", Drive, "drive"))
        self.row("Yaw index", FigureField(bridge, "car.yaw_index"))
        self.row("Chassis torsion", FigureField(bridge, "car.chassis_torsion"))
        self.row("Front brake share", FigureField(bridge, "car.brake_front"))
        self.row("Rear brakes", ChoiceBox(bridge, "car.rear_brakes", RearBrakes, "rear brakes"))
        self.gap()
        self.heading("Tyres and road")
        self.row("Tyres", ChoiceBox(bridge, "car.tyre", TyreKind, "tyres"))
        self.row("Front, rear", ChoiceBox(bridge, "car.tyre_match", TyreMatch, "tyres front and rear"))
        self.row("Grip", FigureField(bridge, "car.grip"))
        self.row("Load sensitivity", FigureField(bridge, "car.load_sensitivity"))
        self.row("Best camber", FigureField(bridge, "car.camber_best"))
        self.row("Grip lost beside it", FigureField(bridge, "car.camber_loss", name="grip lost to camber"))
        self.gap()
        self.heading("How it is driven, on a dry road")
        for key in DRIVING:
            self.row(CAR_LABELS[key], FigureField(bridge, f"car.{key}"))
        for axle in Axle:
            self.gap()
            self._axle(axle)
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
        bridge.listen(self, to=Part.CAR | Part.UNITS, then=self._show)

    def _menu(self) -> QMenu:
        """Every aid, those about one axle for both."""
        menu = QMenu(self)
        for aid in AIDS:
            for axle in tuple(Axle) if aid.per_axle else (None,):
                text = aid.title if axle is None else f"{aid.title}, {axle}"
                menu.addAction(text).triggered.connect(partial(self.aid_wanted.emit, aid.key, axle))
        return menu

    def _axle(self, axle: Axle) -> None:
        self.heading(f"{axle.capitalize()} axle")
        self.row("Axle", ChoiceBox(self._bridge, f"car.{axle}.kind", AxleKind, f"{axle} axle kind"))
        self._choice(axle, "Differential", "differential", Differential)
        self._fields(axle, *DIFFERENTIAL, *SPRINGS)
        self._choice(axle, "Ends of travel", "travel_ends", TravelEnds)
        self._fields(axle, *ENDS)
        self._choice(axle, "Tyres", "tyre", AxleTyre)
        self._fields(axle, *WHEELS)

    def _choice(self, axle: Axle, label: str, name: str, options: type[StrEnum]) -> None:
        self.row(label, ChoiceBox(self._bridge, f"car.{axle}.{name}", options, f"{axle} {label.lower()}"))

    def _fields(self, axle: Axle, *names: str) -> None:
        for name in names:
            field = FigureField(self._bridge, f"car.{axle}.{name}", name=f"{axle} {LABELS[name].lower()}")
            self._rows[axle, name] = self.row(LABELS[name], field)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        for (axle, name), row in self._rows.items():
            row.setVisible(name not in shown.file.car.axle(axle).idle)
