"""The Fit stage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.desk.stages.stage import Stage
from anchor_beam.figures.picture import Picture

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


def _page(bridge: Bridge, files: Files) -> QWidget:
    from anchor_beam.desk.stages.fit.page import FitPage

    return FitPage(bridge, files)


def _open(_shown: Picture) -> str:
    return ""


FIT = Stage("Fit", "fit", 5, "The job, step by step, with its checks and torques.", _page, _open)
