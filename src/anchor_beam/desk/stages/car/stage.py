"""The Car stage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.desk.stages.stage import Stage
from anchor_beam.documents.places import unmeasured
from anchor_beam.figures.picture import Picture

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


def _page(bridge: Bridge, files: Files) -> QWidget:
    from anchor_beam.desk.stages.car.page import CarPage

    return CarPage(bridge, files)


def _open(shown: Picture) -> str:
    count = unmeasured(shown.file.car)
    return f"{count} to measure" if count else ""


CAR = Stage("Car", "car", 1, "What the car is, and how well it is known.", _page, _open)
