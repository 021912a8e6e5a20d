"""The strip of what lies around the bar: every thing with its smallest gap and where that is, and what would help."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.links.clearance.around import Around
from anchor_beam.desk.stages.links.clearance.fields import ObstacleFields
from anchor_beam.desk.stages.links.clearance.rows import GapRows
from anchor_beam.desk.stages.links.lengths import HEIGHT
from anchor_beam.desk.stages.links.posture import Posture
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import OneLine
from anchor_beam.desk.widgets.row_table import RowTable
from anchor_beam.documents.obstacles import Obstacle, Thing, starting
from anchor_beam.documents.obstacles_csv import obstacles_csv, obstacles_from
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.clearance import Gap, Mend
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.edits import AddObstacle, RemoveObstacle, ReplaceObstacles
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.clearance import EMPTY, NO_LINKS, STANDING, mend_words

WIDTHS = ("damper or spring 2, left", "the right wheel", "20.0 mm", "△ touches, 12.4 mm deep ± 3.0, too little", "")


class ClearanceStrip(QWidget):
    """Choosing a row takes the thing in hand and moves the wheels to where its gap is smallest."""

    def __init__(self, bridge: Bridge, axle: Axle, around: Around, posture: Posture, files: Files) -> None:
        super().__init__()
        self._bridge, self._axle, self._around, self._posture, self._files = bridge, axle, around, posture, files
        px = bridge.theme.px
        self.setFixedHeight(px(HEIGHT))
        column = QVBoxLayout(self)
        column.setContentsMargins(px(14), px(2), px(14), px(4))
        column.setSpacing(px(3))
        column.addLayout(self._head())
        self.rows = GapRows(self)
        self.table = RowTable(bridge.theme, f"things around the {axle} bar", height=20)
        self.table.setModel(self.rows)
        self.table.set_widths(WIDTHS)
        self.table.selectionModel().currentRowChanged.connect(lambda *_: self._chosen())
        column.addWidget(self.table, stretch=1)
        self.fields = ObstacleFields(bridge, axle, around)
        column.addWidget(self.fields)
        self.said = OneLine()
        self.said.setFont(bridge.theme.font(Size.SMALL))
        column.addWidget(self.said)
        parts = Part.CAR | Part.SETTING | Part.READINGS
        bridge.listen(self, to=parts | Part.UNITS, then=self._show)
        bridge.follow(self, to=parts, ask=self._wanted, then=self._take)

    def _head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(6))
        self.thing = Box()
        self.thing.addItems(list(Thing))
        self.thing.setAccessibleName(f"what lies around the {self._axle} bar")
        row.addWidget(self.thing)
        acts: tuple[tuple[str, Callable[[], object]], ...] = (
            ("Add", self._add), ("Take away", self._remove),
            ("From a CSV…", lambda: self._files.obstacles_in(self.take_from)), ("As a CSV…", self._write),
        )  # fmt: skip
        self.buttons = {}
        for text, act in acts:
            self.buttons[text] = QPushButton(text)
            self.buttons[text].clicked.connect(act)
            row.addWidget(self.buttons[text])
        row.addStretch()
        return row

    # acts

    def _own(self) -> tuple[Obstacle, ...]:
        shown = self._bridge.picture
        return () if shown is None else tuple(each for each in shown.file.obstacles if each.axle is self._axle)

    def _add(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        axle, before = shown.file.car.axle(self._axle), {each.name for each in self._own()}
        made = starting(
            tuple(Thing)[self.thing.currentIndex()], self._axle, track=axle.track.value,
            wheel_radius=axle.wheel_centre_height.value, bar_height=axle.bar_height.value,
        )  # fmt: skip
        self._bridge.ask_or_complain(AddObstacle(made))
        added = [each.name for each in self._own() if each.name not in before]
        if added:
            self._around.hold(added[0])
            self._bridge.deliver_now()
            self.fields.numbers[made.shape][0][1].setFocus()

    def _remove(self) -> None:
        if self._around.in_hand:
            self._bridge.ask_or_complain(RemoveObstacle(self._axle, self._around.in_hand))
            self._around.hold("")

    def take_from(self, path: Path) -> None:
        """Take the table from a file, whole or not at all."""
        self._files.table_from(
            path, lambda text: obstacles_from(text, self._axle),
            lambda found: self._bridge.ask_or_complain(ReplaceObstacles(self._axle, found)),
        )  # fmt: skip

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            self._files.table_out(f"{shown.file.car.name} around the {self._axle} bar", obstacles_csv(self._own()))

    # what stands there

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None or not self._own():
            return None
        from anchor_beam.jobs.tasks import ClearanceOf

        return ClearanceOf(shown.file.car, shown.file.bench, self._axle, self._own())

    def _take(self, answer: Answer | None) -> None:
        gaps: tuple[Gap, ...] = ()
        mends: tuple[Mend, ...] = ()
        if isinstance(answer, Done):
            gaps, mends = answer.value
        self._around.take(gaps, mends)
        self._show()
        if isinstance(answer, Failed):
            self.said.setText(faults.sentence(answer.problem, self._bridge.units))
        elif isinstance(answer, Done) and not gaps and any(each.held != "the bar" for each in self._own()):
            self.said.setText(NO_LINKS)

    def _show(self) -> None:
        own, known, units = self._own(), self._around.gaps, self._bridge.units
        order = list(known)
        ranked = sorted(own, key=lambda each: order.index(each.name) if each.name in order else len(order))
        rows = tuple(
            (each, gap if (gap := known.get(each.name)) and gap.obstacle == each else None) for each in ranked
        )
        self.rows.show_rows(rows, units)
        at = next((i for i, (each, _) in enumerate(rows) if each.name == self._around.in_hand), -1)
        if at >= 0:
            blocked = self.table.selectionModel().blockSignals(True)
            self.table.selectRow(at)
            self.table.selectionModel().blockSignals(blocked)
        self.said.setText(self._words(rows))

    def _words(self, rows: tuple[tuple[Obstacle, Gap | None], ...]) -> str:
        if not rows:
            return EMPTY
        first = rows[0][1]
        if first is None:
            return ""
        if first.at_ride < 0.0:
            return f"{first.obstacle.name}: {STANDING}"
        more = tuple((mend.what, mend.gap - first.gap) for mend in self._around.mends)
        return mend_words(first.obstacle.name, more[:3], self._bridge.units)

    def _chosen(self) -> None:
        """Take the thing of the row in hand, and show where its gap is smallest."""
        row = self.table.currentIndex().row()
        if not 0 <= row < len(self.rows.rows):
            return
        obstacle, gap = self.rows.rows[row]
        self._around.hold(obstacle.name)
        if gap is not None:
            self._posture.choose(gap.way)
            self._posture.to(gap.handle)
