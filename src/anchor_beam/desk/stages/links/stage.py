"""The Links stage."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.stages.stage import Stage
from anchor_beam.figures.picture import Picture
from anchor_beam.words.balance import LEVEL_ENOUGH

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


def _page(bridge: Bridge, files: Files) -> QWidget:
    from anchor_beam.desk.stages.links.page import LinksPage

    return LinksPage(bridge, files)


def _open(shown: Picture) -> str:
    off = 0
    for axle in Axle:
        end = shown.now.end(axle)
        if end.end.connected and not end.end.fixed:
            sides = end.sides
            off += 1 if sides is None else sum(abs(sides[side.position].off_level) > LEVEL_ENOUGH for side in Side)
    return f"{off} not level" if off else ""


LINKS = Stage("Links", "links", 4, "How long the links are, and how straight they stand.", _page, _open)
