"""Use, driver and road; your window in every phase, and of the roll; where this setting lies."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QWidget

from anchor_beam.core.grip.driving import FIVE, Phase, Use
from anchor_beam.core.grip.tyre import Road
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.rows import Panel
from anchor_beam.documents.records import WINDOWS
from anchor_beam.documents.wishes import Confidence
from anchor_beam.drawings.shapes import Size
from anchor_beam.session.workshop import Part
from anchor_beam.words.phases import NAMES


class AimPanel(Panel):
    """One column."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__(bridge.theme)
        self._bridge = bridge
        self.heading("What it is for", large=True)
        self.row("Use", ChoiceBox(bridge, "car.use", Use, "use"))
        self.row("The driver", ChoiceBox(bridge, "car.confidence", Confidence, "driver"))
        self.row("Road", ChoiceBox(bridge, "car.road", Road, "road"))
        about = self.heading(
            "Use, driver, drive and rear axle propose the windows below; what you drag or type stays."
        )
        about.setFont(self.theme.font(Size.SMALL))
        self.gap()
        self.heading("Your window, from and to", large=True)
        for phase in FIVE:
            self.row(NAMES[phase].capitalize(), self._pair(WINDOWS[phase], NAMES[phase]))
        self.row("Roll", self._pair(("roll_low", "roll_high"), "roll", unit=36))
        self.gap()
        self.heading("Where this setting lies", large=True)
        self.said = self.heading("")
        self.said.setFont(self.theme.font(Size.SMALL))
        self.finish()
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _pair(self, names: tuple[str, str], what: str, unit: int = 0) -> QWidget:
        """Both ends of a window, side by side."""
        pair = QWidget()
        row = QHBoxLayout(pair)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(self.theme.px(4))
        for name, end in zip(names, ("from", "to"), strict=True):
            said = f"your window, {what}, {end}"
            row.addWidget(FigureField(self._bridge, f"car.{name}", compact=True, name=said, unit=unit))
        return pair

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        outside = [NAMES[phase] for phase in FIVE if not self._inside(phase)]
        low, high = shown.file.car.roll_window
        roll = shown.now.roll_gradient
        if roll is not None and not low <= roll <= high:
            outside.append("roll")
        inside = "Inside your window in every phase, and in roll."
        self.said.setText(f"Outside your window: {', '.join(outside)}." if outside else inside)

    def _inside(self, phase: Phase) -> bool:
        shown = self._bridge.picture
        assert shown is not None
        (low, high), margin = shown.window(phase), shown.now.margin_of(phase)
        return margin is not None and low <= margin <= high
