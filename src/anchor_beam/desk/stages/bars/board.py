"""The drawing board of the Bars stage: both bars in plan with their holes and what each hole gives."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import QPoint, Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QCheckBox

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.stages.bars.hole_picker import HolePicker
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.drawings.bars import bars_in_plan, picker_key, spacing_key
from anchor_beam.drawings.shapes import LabelStack, Size
from anchor_beam.figures.results import results
from anchor_beam.figures.shown_bars import shown_bar
from anchor_beam.session.edits import SetHole
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import delta, show


class BarsBoard(DrawingView):
    """Fields on the dimension lines, a picker over each arm. `tie` moves both sides together."""

    tie_changed = Signal(object, bool)

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme, titled=False)
        self._bridge = bridge
        self.tie = dict.fromkeys(Axle, True)
        self._tied_car: int | None = None
        self._fitted: list[Axle] = []  # axles whose bar has holes to choose, as they are drawn
        self.pickers: dict[tuple[Axle, Side], HolePicker] = {}
        for axle in Axle:
            self.place(spacing_key(axle), FigureField(bridge, spacing_key(axle), compact=True))
            for side in Side:
                picker = HolePicker(
                    bridge, axle, side, spots=partial(self._spots, axle, side),
                    explain=partial(self.explain, axle, side), tied=partial(self.tie.__getitem__, axle),
                )  # fmt: skip
                self.pickers[axle, side] = picker
                self.place(picker_key(axle, side), picker)
        self.tie_changed.connect(self.tie.__setitem__)
        self.loaded = QCheckBox("stress and give at 1 g", self)
        self.loaded.setFont(bridge.theme.font(Size.SMALL))
        self.loaded.toggled.connect(self._show)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        units = self._bridge.units
        another = self._tied_car != self._bridge.workshop.car
        self._tied_car = self._bridge.workshop.car
        for axle in Axle:
            end = shown.file.bench.end(axle)
            staggered = end.hole_left != end.hole_right
            if another or (staggered and self.tie[axle]):  # a click on a staggered bar that is tied would undo it
                self.tie_changed.emit(axle, not staggered)
        self._fitted = [axle for axle in Axle if (end := shown.file.bench.end(axle)).fitted and not end.fixed]
        front, rear = (shown_bar(shown, axle, units, loaded=self.loaded.isChecked()) for axle in Axle)
        self.set_drawing(bars_in_plan(front, rear))
        for (axle, side), picker in self.pickers.items():
            end = shown.file.bench.end(axle)
            picker.describe(end.hole(side), len(end.bar.holes))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.loaded.adjustSize()
        self.loaded.move(self.width() - self.loaded.width() - self._theme.px(12), self.height() - self._theme.px(26))

    def hole_pixel(self, axle: Axle, side: Side, hole: int) -> QPoint:
        """Where a hole is on the board [px]."""
        stack = self._stacks()[self._fitted.index(axle) * 2 + side.position]
        x, y = self.pixel(stack.anchors[hole])
        return QPoint(round(x), round(y))

    def _stacks(self) -> list[LabelStack]:
        assert self._drawing is not None
        return [item for item in self._drawing.items if isinstance(item, LabelStack)]

    def _spots(self, axle: Axle, side: Side) -> list[QPoint]:
        picker, shown = self.pickers[axle, side], self._bridge.picture
        if shown is None or axle not in self._fitted:  # put away a moment ago, or no bar there
            return []
        holes = range(len(shown.file.bench.end(axle).bar.holes))
        return [self.hole_pixel(axle, side, hole) - picker.pos() for hole in holes]

    def explain(self, axle: Axle, side: Side, hole: int) -> str:
        """What a hole gives and what it would change."""
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return ""
        end = shown.now.end(axle)
        end_rate, name = end.bar.end_rate(hole, hole), end.end.bar.hole_name(hole)
        named = f"hole {hole + 1}" + (f", “{name}”" if name else "")
        wheel = float(end.hole_rates[side.position, hole])
        lines = [
            f"{axle} {side}, {named}: {show(end_rate, Kind.RATE, units)} at the bar's end,"
            f" {show(wheel, Kind.RATE, units)} at the wheel in roll"
        ]
        sides = tuple(Side) if self.tie[axle] else (side,)
        there = SetHole(axle, sides, hole).apply(shown.file)
        if there.bench != shown.file.bench:
            margin = results(there.car, there.bench).margin
            change = delta(margin, shown.now.margin, Kind.PERCENT, units)
            lines.append(f"margin {change} against now" if change else "margin as now")
        return "\n".join(lines)
