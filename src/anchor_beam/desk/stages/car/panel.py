"""What stands on no drawing: name, drive, tyres, springs; the weights added up; what to measure next."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import Road, TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.rows import Panel
from anchor_beam.desk.widgets.text_field import TextField
from anchor_beam.documents.fields import AXLE_FIELDS
from anchor_beam.documents.records import Drive
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.rows import WEIGHTS
from anchor_beam.session.workshop import Part
from anchor_beam.words.car import input_name

SPRINGS = ("unsprung_mass", "spring_rate", "spring_ratio", "spring_base", "tyre_rate")
WHEELS = ("camber", "roll_camber", "compliance_steer", "roll_steer")
LABELS = {field.name: field.label for field in AXLE_FIELDS}


class CarPanel(Panel):
    """One column: the car, both axles, what follows."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self._bridge = bridge
        self._only_live: dict[Axle, QWidget] = {}
        name = TextField(bridge, "car.name", "name of the car")
        description = TextField(bridge, "car.description", "what kind of car")
        for text, field in (("Name", name), ("Kind", description)):
            field.setFixedWidth(self.theme.px(176))
            self.row(text, field)
        self.row("Drive", ChoiceBox(bridge, "car.drive", Drive, "drive"))
        self.row("Tyres", ChoiceBox(bridge, "car.tyre", TyreKind, "tyres"))
        self.row("Grip", FigureField(bridge, "car.grip"))
        self.row("Load sensitivity", FigureField(bridge, "car.load_sensitivity"))
        self.row("Best camber", FigureField(bridge, "car.camber_best"))
        self.row("Grip lost beside it", FigureField(bridge, "car.camber_loss", name="grip lost to camber"))
        self.row("Road", ChoiceBox(bridge, "car.road", Road, "road"))
        self.row("Front brake share", FigureField(bridge, "car.brake_front"))
        self.row("Chassis torsion", FigureField(bridge, "car.chassis_torsion"))
        self.row("Wanted margin from", FigureField(bridge, "car.window_low", name="wanted margin from"))
        self.row("to", FigureField(bridge, "car.window_high", name="wanted margin to"))
        for axle in Axle:
            self.gap()
            self._axle(axle)
        self.gap()
        self.heading("What follows")
        self.figures = self.rows(bridge, WEIGHTS)
        self.gap()
        self.heading("Measure next: share of the doubt in the margin")
        self._next = MeasureNext(bridge)
        self.add(self._next)
        self.finish()
        bridge.listen(self, to=Part.CAR | Part.UNITS, then=self._show)

    def _axle(self, axle: Axle) -> None:
        self.heading(f"{axle.capitalize()} axle")
        self.row("Axle", ChoiceBox(self._bridge, f"car.{axle}.kind", AxleKind, f"{axle} axle kind"))
        self.row(
            "Differential", ChoiceBox(self._bridge, f"car.{axle}.differential", Differential, f"{axle} differential")
        )
        for name in (*SPRINGS, *WHEELS):
            field = FigureField(self._bridge, f"car.{axle}.{name}", name=f"{axle} {LABELS[name].lower()}")
            row = self.row(LABELS[name], field)
            if name == "spring_base":
                self._only_live[axle] = row

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        for axle, row in self._only_live.items():
            row.setVisible(shown.file.car.axle(axle).kind is AxleKind.LIVE)


class MeasureNext(QWidget):
    """The inputs with the largest share of the margin's variance, as soft bars."""

    ROWS = 6

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.BANDS, then=self._show)

    def sizeHint(self) -> QSize:
        return QSize(self._bridge.theme.px(240), self._bridge.theme.px(20 * self.ROWS + 4))

    def _rows(self) -> list[tuple[str, float]]:
        shown = self._bridge.picture
        if shown is None or shown.bands is None:
            return []
        return [(input_name(place), share) for place, share in shown.bands.shares[: self.ROWS]]

    def _why_empty(self) -> str:
        shown = self._bridge.picture
        if shown is None:
            return ""
        if shown.now.problem is not None:
            return "There is no balance now, so nothing can be said of its doubt."
        return shown.bands_missing or "Being worked out…"

    def _show(self) -> None:
        self.setAccessibleName("measure next: " + ", ".join(f"{name} {share:.0%}" for name, share in self._rows()))
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, theme = QPainter(self), self._bridge.theme
        painter.setFont(theme.font(Size.SMALL))
        rows = self._rows()
        if not rows:
            painter.setPen(theme.colour(Tone.SOFT))
            room = QRectF(0, 0, self.width(), self.height())
            painter.drawText(room, int(Qt.TextFlag.TextWordWrap), self._why_empty())
        for i, (name, share) in enumerate(rows):
            y = theme.px(20) * i
            colour = QColor(theme.colour(Tone.INK))
            colour.setAlpha(46)
            painter.fillRect(QRectF(0, y + theme.px(2), share * self.width(), theme.px(16)), colour)
            painter.setPen(theme.colour(Tone.INK))
            painter.drawText(theme.px(3), y + theme.px(14), name)
            text = f"{share * 100:.0f}\u00a0%"
            painter.drawText(self.width() - painter.fontMetrics().horizontalAdvance(text) - 2, y + theme.px(14), text)
