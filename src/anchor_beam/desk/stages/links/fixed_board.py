"""Where a bar without links is fixed: the arm that twists it, to scale, and how its ends are held."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from anchor_beam.core.linkage.direct import Fixity
from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import labelled
from anchor_beam.documents.fields import field_at
from anchor_beam.drawings.fixed_ends import fixed_ends
from anchor_beam.figures.shown_links import shown_fixed_ends
from anchor_beam.session.workshop import Part


class FixedBoard(QWidget):
    """One axle whose bar has no links."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        self.view = DrawingView(bridge.theme)
        for name in ("trailing_arm", "fixed_off"):
            self.view.place(f"car.{axle}.{name}", self._field(name, compact=True))
        self.held = ChoiceBox(bridge, f"car.{axle}.ends_held", Fixity, f"{axle} bar, its ends are")
        self._stiffness = labelled(bridge.theme, "against bending", self._field("end_stiffness"))
        row = QHBoxLayout()
        row.setContentsMargins(bridge.theme.px(14), bridge.theme.px(4), bridge.theme.px(14), bridge.theme.px(8))
        row.addWidget(Label("Its ends are"))
        row.addWidget(self.held)
        row.addWidget(self._stiffness)
        row.addStretch()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.view)
        column.addLayout(row)
        bridge.listen(self, to=Part.CAR | Part.SETTING, then=self._show)

    def _field(self, name: str, *, compact: bool = False) -> FigureField:
        place = f"car.{self._axle}.{name}"
        return FigureField(self._bridge, place, name=f"{self._axle} {field_at(place).label.lower()}", compact=compact)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None or not shown.file.bench.end(self._axle).fixed:
            return
        self._stiffness.setVisible(shown.file.car.axle(self._axle).ends_held is Fixity.SPRING)
        self.view.set_drawing(fixed_ends(shown_fixed_ends(shown, self._axle)))
