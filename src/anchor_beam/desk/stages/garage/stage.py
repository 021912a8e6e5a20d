"""The Garage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.desk.stages.stage import Stage

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


def _page(bridge: Bridge, files: Files) -> QWidget:
    from anchor_beam.desk.stages.garage.page import GaragePage

    return GaragePage(bridge, files)


GARAGE = Stage(
    "Garage", "garage", 9, "Your cars: make one, bring one in, put one away.", _page, lambda _shown: "", below=True,
    needs_car=False,
)  # fmt: skip
