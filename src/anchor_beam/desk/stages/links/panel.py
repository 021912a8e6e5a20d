"""Pick-ups and adjusters of one axle, the levelling, and what follows."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QWidget

from anchor_beam.core.grip.model import Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.result_figure import FigureText, RowFigure
from anchor_beam.desk.widgets.rows import Caution, Panel
from anchor_beam.documents.fields import AXLE_FIELDS, field_at
from anchor_beam.documents.records import Adjuster, ArmDirection
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures import workings
from anchor_beam.session.edits import LevelLink
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import delta, show
from anchor_beam.words.balance import sides_differ
from anchor_beam.words.phases import turns_differ

PICKUP = ("pickup_ahead", "pickup_height_left", "pickup_height_right", "pickup_spacing", "pickup_ratio")
LABELS = {field.name: field.label for field in AXLE_FIELDS}


class LinksPanel(Panel):
    """One axle."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._axle = bridge, axle
        for side in Side:
            place = f"bench.{axle}.link_{side}"
            self.row(f"Link {side}", FigureField(bridge, place, name=f"{axle} {side} link"))
        self.add(self._level_buttons())
        caution = self.heading("Set links with the wheels at ride height and the weight on them. Length sets where the "
                               "arm stands, never how stiff the bar is.")  # fmt: skip
        caution.setWordWrap(True)
        caution.setFont(self.theme.font(Size.SMALL))
        self.gap()
        self.heading("Pick-up, from the bar's pivot axis")
        self.row("Arms point", ChoiceBox(bridge, f"car.{axle}.arms", ArmDirection, f"{axle} arms point"))
        for name in PICKUP:
            self.row(LABELS[name], FigureField(bridge, f"car.{axle}.{name}", name=f"{axle} {LABELS[name].lower()}"))
        self.differ, self.turns = Caution(self.theme), Caution(self.theme)
        self.add(self.differ)
        self.add(self.turns)
        self.gap()
        self.heading("Adjuster")
        self.row("Link has", ChoiceBox(bridge, f"car.{axle}.adjuster", Adjuster, f"{axle} link adjuster"))
        self._pitch = self.row(
            "Thread pitch", FigureField(bridge, f"car.{axle}.thread_pitch", name=f"{axle} thread pitch")
        )
        self.gap()
        self.heading("What follows")
        self._figures: dict[str, RowFigure] = {}
        for side in Side:
            self._result(f"level length, {side}", workings.level_length(axle, side))
        for side in Side:
            self._result(f"drop-in length, {side}", workings.drop_in_length(axle, side))
        for side in Side:
            self._result(f"arm turns, {side}", workings.arm_turn(axle, side))
        self._result("rate at the wheel, roll", workings.wheel_rate(axle))
        self._result("link load at 1 g", workings.link_load(axle))
        self._result("bar at rest", workings.rest_torque(axle))
        self._result("cross weight", workings.cross_weight)
        self.finish()
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _level_buttons(self) -> QWidget:
        holder = QWidget()
        row = QHBoxLayout(holder)
        row.setContentsMargins(0, self.theme.px(4), 0, 0)
        row.setSpacing(self.theme.px(6))
        row.addWidget(QLabel("Set level"))
        row.addStretch()
        for text, sides in (("left", (Side.LEFT,)), ("right", (Side.RIGHT,)), ("both", tuple(Side))):
            button = QPushButton(text)
            button.setAccessibleName(f"set the {self._axle} link level: {text}")
            edit = LevelLink(self._axle, sides)
            button.clicked.connect(lambda _=False, e=edit: self._bridge.ask_or_complain(e))
            row.addWidget(button)
        return holder

    def _result(self, label: str, maker: workings.Maker) -> None:
        figure = RowFigure(self.theme)
        figure.asked.connect(lambda: self._open(maker, figure))
        self._figures[label] = figure
        self.add(figure)

    def _open(self, maker: workings.Maker, asker: QWidget) -> None:
        if self._bridge.picture is not None:
            self._bridge.show_working(maker(self._bridge.picture), asker)

    def _show(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        record = shown.file.car.axle(self._axle)
        self._pitch.setVisible(record.adjuster is not Adjuster.FIXED)
        left, right = record.pickup_height_left, record.pickup_height_right
        spread = field_at(f"car.{self._axle}.pickup_height_left").spread(left)
        self.differ.say(sides_differ(left.value, right.value, spread, units))
        turns = shown.now.turns_of(Phase.MIDDLE)
        self.turns.say(None if turns is None else turns_differ(*turns, units))
        end = shown.now.end(self._axle)
        before = shown.reference.end(self._axle) if shown.reference else None
        for side in Side:
            this = None if end.sides is None else end.sides[side.position]
            was = None if before is None or before.sides is None else before.sides[side.position]
            self._set(
                f"level length, {side}", Kind.FINE_LENGTH, this.level if this else None, was.level if was else None
            )
            self._set(
                f"drop-in length, {side}",
                Kind.FINE_LENGTH,
                end.drop_in(side),
                before.drop_in(side) if before else None,
            )
            self._set(
                f"arm turns, {side}",
                Kind.TURN_PER_TRAVEL,
                this.motion_ratio if this else None,
                was.motion_ratio if was else None,
            )
        self._set("rate at the wheel, roll", Kind.RATE, end.wheel_rate, before.wheel_rate if before else None)
        load = shown.now.link_load(self._axle)
        load_before = shown.reference.link_load(self._axle) if shown.reference else None
        self._set("link load at 1 g", Kind.FORCE, load[1] if load else None, load_before[1] if load_before else None)
        ref = shown.reference
        self._set(
            "bar at rest",
            Kind.TORQUE,
            shown.now.rest_torque(self._axle),
            ref.rest_torque(self._axle) if ref else None,
        )
        self._set("cross weight", Kind.PERCENT, shown.now.cross_weight, ref.cross_weight if ref else None)

    def _set(self, label: str, kind: Kind, value: float | None, before: float | None) -> None:
        units = self._bridge.units
        self._figures[label].set_text(FigureText(label, show(value, kind, units), delta(value, before, kind, units)))
