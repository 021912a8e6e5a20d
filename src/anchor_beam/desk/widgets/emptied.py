"""Taking everything out of a layout that is filled anew."""

from __future__ import annotations

from PySide6.QtWidgets import QLayout


def empty(layout: QLayout) -> None:
    """Take out what is in a layout, and in layouts in it: widgets hide at once, and are gone after the turn."""
    while (item := layout.takeAt(0)) is not None:
        if (widget := item.widget()) is not None:
            widget.hide()
            widget.deleteLater()
        elif (inner := item.layout()) is not None:
            empty(inner)
            inner.deleteLater()
