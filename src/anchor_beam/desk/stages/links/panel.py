"""Pick-ups and adjusters of one axle, the levelling, and what follows."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.hole_spin import pickup_hole
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution, Panel
from anchor_beam.documents.fields import AXLE_FIELDS, field_at
from anchor_beam.documents.mounting import LinkMount, Stud
from anchor_beam.documents.records import Adjuster, ArmDirection
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.rows import link_rows
from anchor_beam.session.edits import LevelLink
from anchor_beam.session.said import cure_of
from anchor_beam.session.workshop import Part
from anchor_beam.words.balance import sides_differ
from anchor_beam.words.links import no_links
from anchor_beam.words.load_states import links_of_another
from anchor_beam.words.phases import turns_differ

PICKUP = {
    "pickup_ahead": "Along the car", "pickup_height_left": "Up, left", "pickup_height_right": "Up, right",
    "pickup_spacing": "Left to right",
}  # fmt: skip
"""Figures of the tape, in words that have room."""
HANGS = {
    "pickup_ratio": "Travel ratio", "strut_in": "Strut leans in", "strut_back": "Strut leans back",
    "bar_height": "Bar above ground", "pickup_holes": "Holes there", "pickup_step_ahead": "next hole, ahead",
    "pickup_step_out": "next hole, out", "pickup_step_up": "next hole, up",
}  # fmt: skip
"""Figures of what the link hangs on; each is shown where it counts."""
LABELS = {field.name: field.label for field in AXLE_FIELDS}


class LinksPanel(Panel):
    """One axle."""

    joints_wanted = Signal()

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._axle = bridge, axle
        self.fixed = self.heading("")
        self.differ, self.turns, self.loaded = (Caution(self.theme) for _ in range(3))
        for side in Side:
            place = f"bench.{axle}.link_{side}"
            self.row(f"Link {side}", FigureField(bridge, place, name=f"{axle} {side} link"))
        self.add(self._level_buttons())
        self.row("Frame, nose down", FigureField(bridge, "car.rake", name="frame, nose down"))
        self.add(self.loaded)
        caution = self.heading("Set links with the wheels at ride height and the weight on them. Length sets where the "
                               "arm stands, never how stiff the bar is.")  # fmt: skip
        caution.setWordWrap(True)
        caution.setFont(self.theme.font(Size.SMALL))
        self.gap()
        self.heading("Pick-up, from the bar's pivot axis")
        self.row("Arms point", ChoiceBox(bridge, f"car.{axle}.arms", ArmDirection, f"{axle} arms point"))
        for name, words in PICKUP.items():
            self.row(words, self._field(name))
        self.add(self.differ)
        self.row("Hangs on", ChoiceBox(bridge, f"car.{axle}.link_on", LinkMount, f"{axle} link hangs on"))
        self._hangs = {name: self.row(words, self._field(name)) for name, words in HANGS.items()}
        for end, words in (("arm", "Stud at the arm"), ("pickup", "Stud, far end")):
            self.row(words, ChoiceBox(bridge, f"car.{axle}.stud_at_{end}", Stud, f"{axle} {words.lower()} points"))
        self._hole = self.row("Link in hole", pickup_hole(bridge, axle))
        self._to_joints = self.add(self._joints_button())
        self.add(self.turns)
        self.gap()
        self.heading("Adjuster")
        self.row("Link has", ChoiceBox(bridge, f"car.{axle}.adjuster", Adjuster, f"{axle} link adjuster"))
        self._pitch = self.row(
            "Thread pitch", FigureField(bridge, f"car.{axle}.thread_pitch", name=f"{axle} thread pitch")
        )
        self.gap()
        self._of_links = [each for each in self.added()[1:] if not isinstance(each, Caution)]
        self.heading("What follows")
        self.figures = self.rows(bridge, link_rows(axle))
        self.finish()
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _field(self, name: str) -> FigureField:
        return FigureField(self._bridge, f"car.{self._axle}.{name}", name=f"{self._axle} {LABELS[name].lower()}")

    def _joints_button(self) -> QPushButton:
        button = QPushButton("Joints of the control arm…")
        button.clicked.connect(self.joints_wanted)
        return button

    def _level_buttons(self) -> QWidget:
        holder = QWidget()
        row = QHBoxLayout(holder)
        row.setContentsMargins(0, self.theme.px(4), 0, 0)
        row.setSpacing(self.theme.px(6))
        row.addWidget(Label("Set level"))
        row.addStretch()
        for text, sides in (("left", (Side.LEFT,)), ("right", (Side.RIGHT,)), ("both", tuple(Side))):
            button = QPushButton(text)
            button.setAccessibleName(f"set the {self._axle} link level: {text}")
            edit = LevelLink(self._axle, sides)
            button.clicked.connect(lambda _=False, e=edit: self._bridge.ask_or_complain(e))
            row.addWidget(button)
        return holder

    def _show(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        record, end = shown.file.car.axle(self._axle), shown.file.bench.end(self._axle)
        self.fixed.setVisible(end.fixed)
        for each in self._of_links:
            each.setVisible(not end.fixed)
        if end.fixed:
            self.fixed.setText(no_links(self._axle, end.bar.facts.ends))
            for caution in (self.differ, self.loaded, self.turns):
                caution.say(None)
            return
        self._pitch.setVisible(record.adjuster is not Adjuster.FIXED)
        for name, row in self._hangs.items():
            row.setVisible(name not in record.idle)
        self._hole.setVisible(record.pickup_holes.value > 1)
        self._to_joints.setVisible(record.link_on is LinkMount.ARM)
        left, right = record.pickup_height_left, record.pickup_height_right
        spread = field_at(f"car.{self._axle}.pickup_height_left").spread(left)
        self.differ.say(sides_differ(left.value, right.value, spread, units))
        self.loaded.say(links_of_another(shown.file.bench.state, shown.file.car.load_state))
        turns = shown.now.turns_of(Phase.MIDDLE)
        self.turns.say(None if turns is None else turns_differ(*turns, cure_of(shown.now, units), units))
