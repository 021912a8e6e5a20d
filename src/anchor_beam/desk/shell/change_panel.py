"""Two settings between which a car is changed: what that takes, the card for it, and the sign-off."""

from __future__ import annotations

from PySide6.QtCore import QPoint
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.floating import Floating
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution, labelled
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.change_card import side_name, steps
from anchor_beam.session.edits import ChangeBetween, SignOff
from anchor_beam.session.workshop import Part
from anchor_beam.words import change_card as words
from anchor_beam.words import faults
from anchor_beam.words.names import LETTER

NONE = "choose…"


class ChangePanel(Floating):
    """Below the names of the settings."""

    def __init__(self, bridge: Bridge, files: Files, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self._bridge, theme = bridge, bridge.theme
        column = QVBoxLayout(self)
        pad = theme.px(12)
        column.setContentsMargins(pad, pad, pad, pad)
        column.setSpacing(theme.px(6))
        title = Label("Changed between")
        title.setFont(theme.font(Size.NORMAL, bold=True))
        column.addWidget(title)
        self.road_box, self.event_box = Box(), Box()
        for name, box in (("road", self.road_box), ("event", self.event_box)):
            box.setAccessibleName(f"{name} setting")
            box.setFixedWidth(theme.px(220))
            box.activated.connect(self._choose)
            column.addWidget(labelled(theme, name.capitalize(), box))
        self.trouble, self.way, self.stands = Caution(theme), Label(), Label()
        for label in (self.trouble, self.way, self.stands):
            column.addWidget(label)
        self.way.setFont(theme.font(Size.SMALL))
        self.to_event, self.to_road = QPushButton("Changed to event"), QPushButton("Changed to road")
        self.to_event.clicked.connect(lambda: self._sign(self.event_box.currentText()))
        self.to_road.clicked.connect(lambda: self._sign(self.road_box.currentText()))
        self.card = QPushButton("Change card…")
        self.card.setToolTip("both ways on one page, as PDF")
        self.card.clicked.connect(files.export_change_card)
        row = QHBoxLayout()
        for button in (self.to_event, self.to_road):
            button.setToolTip("sign off that the car has been changed and checked")
            row.addWidget(button)
        row.addStretch()
        row.addWidget(self.card)
        column.addLayout(row)
        self.setMinimumWidth(theme.px(420))
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def open(self, below: QWidget) -> None:
        """Show below a widget."""
        if self._bridge.picture is None:
            return
        self.trouble.say(None)
        self._show()
        self.move(below.mapTo(self.window(), QPoint(0, below.height() + 4)))
        self.stand(below)
        self.road_box.setFocus()

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            self.hide()
            return
        file, pair = shown.file, shown.file.pair
        names = [setting.name for setting in file.settings]
        for box, now in ((self.road_box, pair.road), (self.event_box, pair.event)):
            fill(box, [NONE, *names], names.index(now) + 1 if now in names else 0)
        road, event = file.saved(pair.road), file.saved(pair.event)
        lines = []
        if road is not None and event is not None:
            for step in steps(file.car, road, event, self._bridge.units):
                lines.append(f"{LETTER[step.axle]}  {side_name(step.side, file.car.seat)}: {step.what}")
            lines = lines or [words.NOTHING]
        self.way.setText("\n".join(lines) or "Choose two kept settings to see the way\nfrom one to the other.")
        standing = pair.on_car or "not signed off yet"
        self.stands.setText(f"The car stands in: {standing}" if pair.is_complete else "")
        for widget in (self.to_event, self.to_road, self.card):
            widget.setEnabled(pair.is_complete)
        self.adjustSize()

    def _choose(self) -> None:
        road, event = (
            "" if box.currentIndex() <= 0 else box.currentText() for box in (self.road_box, self.event_box)
        )
        problem = self._bridge.ask(ChangeBetween(road, event))
        self.trouble.say(None if problem is None else faults.sentence(problem, self._bridge.units))
        self._bridge.deliver_now()
        self._show()

    def _sign(self, name: str) -> None:
        self._bridge.ask_or_complain(SignOff(name))
