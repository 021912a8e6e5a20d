"""A hole as a number: `2 of 3`."""

from __future__ import annotations

from collections.abc import Mapping

from PySide6.QtCore import QSignalBlocker
from PySide6.QtGui import QWheelEvent
from PySide6.QtWidgets import QSpinBox

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.session.edits import SetHole, SetPickup
from anchor_beam.session.workshop import Part


class _Spin(QSpinBox):
    """Counts from 1, as people do; a wheel that passes over it changes nothing."""

    def __init__(self, bridge: Bridge, axle: Axle, name: str) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        self.setAccessibleName(name)
        self.setFixedWidth(bridge.theme.px(90))
        self.setKeyboardTracking(False)
        self.valueChanged.connect(self._ask)
        bridge.listen(self, to=Part.SETTING | Part.CAR, then=self._show)

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.ignore()

    def _ask(self, value: int) -> None:
        raise NotImplementedError

    def _show(self) -> None:
        raise NotImplementedError

    def _stand(self, hole: int, count: int) -> None:
        with QSignalBlocker(self):
            if count != self.maximum():
                self.setRange(1, count)
                self.setSuffix(f" of {count}")
            if hole + 1 != self.value():
                self.setValue(hole + 1)


class HoleSpin(_Spin):
    """The hole of one arm; moves the other side too when both are tied."""

    def __init__(self, bridge: Bridge, axle: Axle, side: Side, tie: Mapping[Axle, bool]) -> None:
        self._side, self._tie = side, tie
        super().__init__(bridge, axle, f"{axle} {side} hole")

    def _ask(self, value: int) -> None:
        sides = tuple(Side) if self._tie[self._axle] else (self._side,)
        self._bridge.ask_or_complain(SetHole(self._axle, sides, value - 1))

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            end = shown.file.bench.end(self._axle)
            self._stand(end.hole(self._side), len(end.bar.holes))


class PickupSpin(_Spin):
    """The hole at the far end of both links."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__(bridge, axle, f"{axle} pick-up hole")

    def _ask(self, value: int) -> None:
        self._bridge.ask_or_complain(SetPickup(self._axle, value - 1))

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            count = round(shown.file.car.axle(self._axle).pickup_holes.value)
            self._stand(shown.file.bench.end(self._axle).pickup, count)
