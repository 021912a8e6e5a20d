"""The car drawn twice, in plan and from the left, with its figures on the drawing."""

from __future__ import annotations

from PySide6.QtWidgets import QVBoxLayout, QWidget

from anchor_beam.core.sides import CORNERS, Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.drawings.car import car_from_left, car_in_plan
from anchor_beam.figures.shown_car import car_shape
from anchor_beam.session.workshop import Part

PLAN = ("car.wheelbase", *(f"car.corner_{key}" for key in CORNERS), *(f"car.{axle}.track" for axle in Axle))
HEIGHTS = (
    "car.cg_height",
    *(f"car.{axle}.{name}" for axle in Axle for name in ("wheel_centre_height", "roll_centre_height")),
)


class CarBoard(QWidget):
    """Plan above, heights below, to their own scales."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self.plan, self.heights = DrawingView(bridge.theme), DrawingView(bridge.theme)
        for view, places in ((self.plan, PLAN), (self.heights, HEIGHTS)):
            for place in places:
                view.place(place, FigureField(bridge, place, name=_name(place), compact=True))
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.plan, stretch=16)
        column.addWidget(self.heights, stretch=9)
        bridge.listen(self, to=Part.CAR | Part.UNITS, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            shape = car_shape(shown.file.car)
            self.plan.set_drawing(car_in_plan(shape))
            self.heights.set_drawing(car_from_left(shape))


def _name(place: str) -> str:
    axle = "rear " if ".rear." in place else "front " if ".front." in place else ""
    return axle + place.rpartition(".")[2].replace("_", " ")
