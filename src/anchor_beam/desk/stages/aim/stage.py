"""The Aim stage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.desk.stages.stage import Stage
from anchor_beam.figures.picture import Picture

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


def _page(bridge: Bridge, _files: Files) -> QWidget:
    from anchor_beam.desk.stages.aim.page import AimPage

    return AimPage(bridge)


def _open(shown: Picture) -> str:
    aim = shown.file.aim
    if not aim.asked:
        return ""
    from anchor_beam.figures.arches import arches
    from anchor_beam.figures.asked import judged  # the first picture does without, where nothing is asked
    from anchor_beam.figures.rack.bill import bill_of

    count = sum(
        judged(wish, aim, shown.now, bill_of(shown.file), arches(shown.file)).kept is False for wish in aim.asked
    )
    return f"{count} not kept" if count else ""


AIM = Stage("Aim", "aim", 2, "What the car should do, and what must hold.", _page, _open)
