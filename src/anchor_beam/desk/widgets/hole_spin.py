"""A hole as a number: `2 of 3`."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from PySide6.QtCore import QSignalBlocker
from PySide6.QtGui import QWheelEvent
from PySide6.QtWidgets import QSpinBox

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.documents.records import CarFile
from anchor_beam.session.edits import SetHole, SetPickup
from anchor_beam.session.edits.edit import Edit
from anchor_beam.session.workshop import Part


class HoleSpin(QSpinBox):
    """Counts from 1, as people do; a wheel that passes over it changes nothing. read: the hole, from 0, and how many there
    are; edit: what goes to a hole."""

    def __init__(
        self, bridge: Bridge, name: str, read: Callable[[CarFile], tuple[int, int]], edit: Callable[[int], Edit]
    ) -> None:
        super().__init__()
        self._bridge, self._read = bridge, read
        self.setAccessibleName(name)
        self.setFixedWidth(bridge.theme.px(90))
        self.setKeyboardTracking(False)
        self.valueChanged.connect(lambda value: bridge.ask_or_complain(edit(value - 1)))
        bridge.listen(self, to=Part.SETTING | Part.CAR, then=self._show)

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.ignore()

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        hole, count = self._read(shown.file)
        with QSignalBlocker(self):
            if count != self.maximum():
                self.setRange(1, count)
                self.setSuffix(f" of {count}")
            if hole + 1 != self.value():
                self.setValue(hole + 1)


def arm_hole(bridge: Bridge, axle: Axle, side: Side, tie: Mapping[Axle, bool]) -> HoleSpin:
    """The hole of one arm; moves the other side too when both are tied."""

    def read(file: CarFile) -> tuple[int, int]:
        end = file.bench.end(axle)
        return end.hole(side), len(end.bar.holes)

    return HoleSpin(
        bridge, f"{axle} {side} hole", read, lambda hole: SetHole(axle, tuple(Side) if tie[axle] else (side,), hole)
    )


def pickup_hole(bridge: Bridge, axle: Axle) -> HoleSpin:
    """The hole at the far end of both links."""

    def read(file: CarFile) -> tuple[int, int]:
        return file.bench.end(axle).pickup, round(file.car.axle(axle).pickup_holes.value)

    return HoleSpin(bridge, f"{axle} pick-up hole", read, lambda hole: SetPickup(axle, hole))
