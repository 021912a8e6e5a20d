"""A widget for each axle, the one in hand to be seen; each is made when its axle is first looked at, or ahead of that."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.widgets.deck import Deck


class ByAxle(Deck):
    """`stack[axle]` is the widget of an axle, made if need be."""

    def __init__(self, make: Callable[[Axle], QWidget], axle: Axle) -> None:
        super().__init__()
        self._make = make
        self._made: dict[Axle, QWidget] = {}
        self.look_at(axle)

    def __getitem__(self, axle: Axle) -> QWidget:
        if axle not in self._made:
            self._made[axle] = self._make(axle)
            self.add(self._made[axle])
        return self._made[axle]

    def look_at(self, axle: Axle) -> None:
        """Bring an axle to the front."""
        self.bring(self[axle])

    def ahead(self) -> bool:
        """Make one that nobody looked at yet; whether there was one."""
        waiting = next((axle for axle in Axle if axle not in self._made), None)
        if waiting is not None:
            self[waiting].hide()
        return waiting is not None
