"""The Bars stage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.sides import Axle
from anchor_beam.desk.stages.stage import Stage
from anchor_beam.figures.picture import Picture

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


def _page(bridge: Bridge, files: Files) -> QWidget:
    from anchor_beam.desk.stages.bars.page import BarsPage

    return BarsPage(bridge, files)


def _open(shown: Picture) -> str:
    ends = {axle: shown.file.bench.end(axle) for axle in Axle}
    if shown.file.pair.left_in_event:
        return "event setting"
    gone = [axle for axle, end in ends.items() if end.fitted and not end.connected]
    return f"{gone[0]} off" if gone else ""


BARS = Stage("Bars", "bars", 3, "Which bar, and which hole.", _page, _open)
