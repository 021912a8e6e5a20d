"""The car drawn from above and from its left, each axle from behind, its tyre and how it is driven, with every figure on the
drawing that it belongs to."""

from __future__ import annotations

from collections.abc import Callable
from enum import StrEnum
from functools import partial

from PySide6.QtWidgets import QVBoxLayout, QWidget

from anchor_beam.core.grip.model import Differential, Drive, RearBrakes
from anchor_beam.core.grip.tyre import TyreKind, TyreMatch
from anchor_beam.core.sides import CORNERS, Axle, AxleKind
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.strip import Strip
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.records import AxleTyre, CarRecord, TravelEnds
from anchor_beam.drawings.axle import axle_from_behind
from anchor_beam.drawings.car import car_from_left, car_in_plan
from anchor_beam.drawings.driving import corner_as_driven, tyre_curves
from anchor_beam.drawings.shapes import Drawing
from anchor_beam.figures.shown_car import axle_shape, car_shape, tyre_shape
from anchor_beam.immutable import immutable
from anchor_beam.session.workshop import Part

CHOICES: dict[str, type[StrEnum]] = {
    "drive": Drive, "rear_brakes": RearBrakes, "tyre": TyreKind, "tyre_match": TyreMatch, "kind": AxleKind,
    "differential": Differential, "travel_ends": TravelEnds,
}  # fmt: skip
HEIGHTS = ("wheel_centre_height", "roll_centre_height")
OF_AXLE = (
    "travel_ends", "bump_gap", "bump_rate", "droop", "camber", "roll_camber", "unsprung_mass", "wheel_centre_height",
    "tyre_rate", "spring_base", "damping", "spring_rate", "spring_ratio", "roll_centre_height", "tyre", "tyre_load",
    "compliance_steer", "roll_steer", "own_grip", "track", "kind", "differential", "bias", "bias_coast", "preload",
)  # fmt: skip
"""In the order in which Tab walks: down the left, the middle, down the right, along the bottom."""


@immutable
class _View:
    """A drawing and the places of its fields; share: of the board's height."""

    places: tuple[str, ...]
    drawn: Callable[[CarRecord], Drawing]
    share: int = 1


def _axle_view(axle: Axle) -> _View:
    return _View(tuple(f"car.{axle}.{name}" for name in OF_AXLE), lambda car: axle_from_behind(axle_shape(car, axle)))


BOARDS: dict[str, tuple[_View, ...]] = {
    "plan and heights": (
        _View(
            (
                "car.wheelbase", *(f"car.corner_{key}" for key in CORNERS), *(f"car.{axle}.track" for axle in Axle),
                "car.drive", "car.chassis_torsion", "car.brake_front", "car.rear_brakes", "car.yaw_index",
            ),
            lambda car: car_in_plan(car_shape(car)), 16,
        ),
        _View(
            ("car.cg_height", *(f"car.{axle}.{name}" for axle in Axle for name in HEIGHTS)),
            lambda car: car_from_left(car_shape(car)), 9,
        ),
    ),
    **{f"{axle} axle": (_axle_view(axle),) for axle in Axle},
    "tyres": (
        _View(
            tuple(f"car.{name}" for name in ("tyre", "tyre_match", "grip", "load_sensitivity", "camber_best", "camber_loss")),
            lambda car: tyre_curves(tyre_shape(car)),
        ),
    ),
    "driving": (
        _View(
            tuple(f"car.{name}" for name in ("speed", "build_up", "trail_braking", "lift_off", "exit_drive")),
            lambda _car: corner_as_driven(),
        ),
    ),
}  # fmt: skip
"""Every figure of a car, by the word for the board that it stands on."""


class CarBoard(Strip):
    """One board at a time, chosen by its word."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(
            bridge.theme, {name: partial(_Board, bridge, views) for name, views in BOARDS.items()}, fixed=False
        )

    def show_place(self, place: str) -> bool:
        """Bring the board of a figure to the front; whether one has it."""
        name = next((name for name, views in BOARDS.items() if any(place in view.places for view in views)), None)
        if name is None:
            return False
        self.buttons[name].click()
        return True


class _Board(QWidget):
    """Drawings below each other, each to its own scale."""

    def __init__(self, bridge: Bridge, views: tuple[_View, ...]) -> None:
        super().__init__()
        self._bridge = bridge
        self._shown = tuple((DrawingView(bridge.theme), view) for view in views)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        for drawing, view in self._shown:
            for place in view.places:
                drawing.place(place, _control(bridge, place))
            column.addWidget(drawing, stretch=view.share)
        bridge.listen(self, to=Part.CAR | Part.UNITS, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            for drawing, view in self._shown:
                drawing.set_drawing(view.drawn(shown.file.car))


def _control(bridge: Bridge, place: str) -> QWidget:
    """What stands at a place: a field, or a box to choose from."""
    key = place.rpartition(".")[2]
    axle = next((axle for axle in Axle if f".{axle}." in place), None)
    of = "" if axle is None else f"{axle} "
    options = AxleTyre if axle is not None and key == "tyre" else CHOICES.get(key)
    if options is not None:
        return ChoiceBox(bridge, place, options, f"{of}{NAMES.get(key, key.replace('_', ' '))}")
    return FigureField(bridge, place, name=f"{of}{field_at(place).label.lower()}", compact=True)


NAMES = {"kind": "axle kind", "tyre": "tyres", "tyre_match": "tyres front and rear", "travel_ends": "ends of travel"}
