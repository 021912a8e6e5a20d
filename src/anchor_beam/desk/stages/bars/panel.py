"""The bar in hand: its dimensions, its holes, where it gives, what follows."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QPushButton, QSizePolicy, QWidget

from anchor_beam.core.bar.stiffness import SHARES
from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.bars.board import BarsBoard
from anchor_beam.desk.stages.bars.peak_figure import PeakFigure
from anchor_beam.desk.stages.bars.rack_box import RackBox
from anchor_beam.desk.stages.bars.section_medallion import SectionMedallion
from anchor_beam.desk.widgets.choice import ChoiceBox, Switch
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.hole_spin import arm_hole, pickup_hole
from anchor_beam.desk.widgets.result_figure import ResultFigure, RowFigure
from anchor_beam.desk.widgets.rows import Caution, Panel, labelled
from anchor_beam.desk.widgets.text_field import TextField
from anchor_beam.documents.fields import BAR_FIELDS
from anchor_beam.documents.parts.facts import Ends
from anchor_beam.documents.records import BarState
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.rows import bar_rows
from anchor_beam.session.edits import AddHole, RemoveHole
from anchor_beam.session.workshop import Part
from anchor_beam.words.balance import soft_chassis
from anchor_beam.words.bars import SHARE_WORDS

LABELS = {field.name: field.label for field in BAR_FIELDS}
BENT = ("bend_radius", "splay", "drop", "bushing_radial")  # of no bar that is fixed straight to the axle
REST = ("centre_length", "splay", "drop", "bend_radius", "arm_width", "arm_thickness")


class BarPanel(Panel):
    """Everything about the bar of one axle."""

    def __init__(self, bridge: Bridge, axle: Axle, board: BarsBoard) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._axle, self._board = bridge, axle, board
        self._place = f"bench.{axle}.bar"
        self._fields: dict[str, QWidget] = {}
        self._hole_rows: list[QWidget] = []
        self._after_holes = 0  # row of the panel; 0 while the rest is not there yet
        self._identity()
        self._in_hand()
        self.gap()
        self._results()
        self.gap()
        self.heading("Where it gives")
        self.add(ShareBar(bridge, axle))
        self.finish()
        bridge.when_painted(self._rest_of_the_bar)  # out of sight, below what is changed most often
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _identity(self) -> None:
        self._rack = RackBox(self._bridge, self._axle)
        self._rack.setFixedWidth(self.theme.px(160))
        self.row("From the rack", self._rack)
        name = TextField(self._bridge, f"{self._place}.name", "name of the bar")
        name.setFixedWidth(self.theme.px(160))
        self.row("Name", name)
        keep = QPushButton("Keep in the rack")
        keep.clicked.connect(self._rack.keep)
        self.row("Bar", ChoiceBox(self._bridge, f"bench.{self._axle}.state", BarState, f"{self._axle} bar is"))
        row = QWidget()
        layout = QHBoxLayout(row)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addStretch()
        layout.addWidget(keep)
        self.add(row)
        self.gap()

    def _in_hand(self) -> None:
        """What is changed most often: section, arm and holes."""
        self.add(SectionMedallion(self._bridge, self._axle))
        self._field("od")
        switches = QWidget()
        row = QHBoxLayout(switches)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(Switch(self._bridge, f"{self._place}.solid", "solid"))
        row.addWidget(Switch(self._bridge, f"{self._place}.plate_arms", "plate arms"))
        row.addStretch()
        self.add(switches)
        self._field("wall")
        self._field("arm_length")
        self._links()

    def _field(self, name: str) -> None:
        field = FigureField(self._bridge, f"{self._place}.{name}", name=f"{self._axle} bar, {LABELS[name].lower()}")
        self._fields[name] = self.row(LABELS[name], field)

    def _links(self) -> None:
        self._spins = {side: arm_hole(self._bridge, self._axle, side, self._board.tie) for side in Side}
        self._of_links = [self.row(f"Link {side} in hole", spin) for side, spin in self._spins.items()]
        self._pickup = self.row("Far ends in hole", pickup_hole(self._bridge, self._axle))
        tie = QCheckBox("move both sides together")
        tie.setChecked(self._board.tie[self._axle])
        tie.toggled.connect(lambda on: self._board.tie.__setitem__(self._axle, on))
        self._board.tie_changed.connect(lambda axle, on: tie.setChecked(on) if axle is self._axle else None)
        self.tie = tie
        self._of_links.append(self.add(tie))

    def _rest_of_the_bar(self) -> None:
        self.go_on()
        self.gap()
        self.heading("The rest of the bar")
        for name in REST:
            self._field(name)
        self.row(
            "Ends on", ChoiceBox(self._bridge, f"{self._place}.facts.ends", Ends, f"{self._axle} bar, its ends on")
        )
        self.add(Switch(self._bridge, f"{self._place}.rigid_bushings", "bushings give way", opposite=True))
        self._field("bushing_radial")
        self.heading("Holes, counted from the end of the arm")
        buttons = QWidget()
        row = QHBoxLayout(buttons)
        row.setContentsMargins(0, 0, 0, 0)
        for text, edit in (("Add a hole", AddHole(self._axle)), ("Take one away", RemoveHole(self._axle))):
            button = QPushButton(text)
            button.clicked.connect(lambda _=False, e=edit: self._bridge.ask_or_complain(e))
            row.addWidget(button)
        row.addStretch()
        self._after_holes = self.column.count()
        self.add(buttons)
        self.finish()
        if self.isVisible():
            self._show()

    def _results(self) -> None:
        self.heading("What follows")
        self.figures: dict[str, ResultFigure] = {}
        for row in bar_rows(self._axle):
            if row.key == "peak stress":
                peak = PeakFigure(self._bridge, row, self._axle)
                self.figures[row.key] = peak
                self.add(peak)
                self.add(peak.caution)
            else:
                self.figures[row.key] = RowFigure(self._bridge, row)
                self.add(self.figures[row.key])
        self.soft = Caution(self.theme)
        self.add(self.soft)

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        end = shown.file.bench.end(self._axle)
        bar = end.bar
        for each in self._of_links:
            each.setVisible(not end.fixed)
        visible = {
            "wall": not bar.solid, "bend_radius": not bar.plate_arms, "arm_width": bar.plate_arms,
            "arm_thickness": bar.plate_arms, "bushing_radial": not bar.rigid_bushings, "splay": True, "drop": True,
        }  # fmt: skip
        for name in visible.keys() & self._fields.keys():
            self._fields[name].setVisible(visible[name] and not (end.fixed and name in BENT))
        self._pickup.setVisible(not end.fixed and shown.file.car.axle(self._axle).pickup_holes.value > 1)
        if self._after_holes:
            self._match_hole_rows(len(bar.holes))
        torsion, stiffness = shown.file.car.chassis_torsion.value, shown.now.end(self._axle).roll_stiffness
        self.soft.say(soft_chassis(torsion, stiffness, self._bridge.units))

    def _match_hole_rows(self, count: int) -> None:
        while len(self._hole_rows) > count:
            row = self._hole_rows.pop()
            row.hide()
            row.deleteLater()
        while len(self._hole_rows) < count:
            i = len(self._hole_rows)
            field = FigureField(
                self._bridge, f"{self._place}.holes[{i}]", name=f"{self._axle} bar, hole {i + 1} from the end"
            )
            row = labelled(self.theme, f"Hole {i + 1} from the end", field)
            self.column.insertWidget(self._after_holes + i, row)
            self._hole_rows.append(row)


class ShareBar(QWidget):
    """Shares of the elastic energy as one divided bar, with words and figures under the parts."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle = bridge, axle
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        bridge.listen(self, to=Part.SETTING | Part.CAR, then=self._show)

    def sizeHint(self) -> QSize:
        return QSize(self._bridge.theme.px(240), self._bridge.theme.px(52))

    def _parts(self) -> list[tuple[str, float]]:
        shown = self._bridge.picture
        if shown is None:
            return []
        end = shown.now.end(self._axle)
        shares = end.shares * (1.0 - end.in_links)
        found = [(SHARE_WORDS[key], float(share)) for key, share in zip(SHARES, shares, strict=True)]
        return [(name, share) for name, share in (*found, ("links", end.in_links)) if share >= 0.0005]

    def _show(self) -> None:
        self.setAccessibleName("where it gives: " + ", ".join(f"{name} {share:.0%}" for name, share in self._parts()))
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, theme = QPainter(self), self._bridge.theme
        parts, x, gap = self._parts(), 0.0, theme.px(2)
        least = theme.px(48)  # room for the words of a thin part
        room = self.width() - gap * (len(parts) - 1)
        flexible = [share for _, share in parts if share * room >= least]
        spare = room - least * (len(parts) - len(flexible))
        words_x = 0.0
        for i, (name, share) in enumerate(parts):
            colour = QColor(theme.colour(tone_of(self._axle)))
            colour.setAlpha(255 - 60 * i)
            painter.fillRect(QRectF(x, 0, share * room, theme.px(15)), colour)
            painter.setFont(theme.font(Size.SMALL))
            painter.setPen(theme.colour(Tone.SOFT))
            painter.drawText(round(words_x), theme.px(30), name)
            painter.setPen(theme.colour(Tone.INK))
            painter.drawText(round(words_x), theme.px(45), f"{share * 100:.0f}\u00a0%")
            x += share * room + gap
            words_x += max(least, share / sum(flexible) * spare if share * room >= least else least) + gap
