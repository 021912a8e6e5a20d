"""The way of the bar: written down pose by pose on its way out, read backwards on its way in."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum
from typing import TypeVar

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.poses import CHOICES, LONGEST, Arms, Folded, Leading, Past, Pose, Steered
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.shown_step import thicker
from anchor_beam.fitting.step import Tag
from anchor_beam.fitting.told import pose_told
from anchor_beam.fitting.way_in import PoseIn, way_in
from anchor_beam.units.kinds import Kind
from anchor_beam.units.parse import parse
from anchor_beam.units.show import show
from anchor_beam.words import faults
from anchor_beam.words.fitting import NOT_MIRRORED, WAY_IN, WAY_OUT, gap_left

LINES = {
    "what": "past what: exhaust, tie rod", "gap": "smallest gap, 0 where it touched", "slack": "slackened for room",
    "harmed": "easily hurt here", "note": "anything else; Enter writes it down",
}  # fmt: skip
Choice = TypeVar("Choice", bound=StrEnum)


class Way(QWidget):
    """Shown at the two steps only."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._hand = bridge, hand
        column, px = QVBoxLayout(self), bridge.theme.px
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(px(4))
        self.head, self.moves = Label(), Label()
        self.head.setStyleSheet(in_tone(Tone.SOFT))
        self.moves.setWordWrap(True)
        self.said = Caution(bridge.theme)
        self.other = QCheckBox("from the other side of the car")
        self.other.clicked.connect(self._show)
        self.boxes: dict[str, Box] = {}
        self.lines: dict[str, BenchLine] = {}
        self.form = self._form()
        for widget in (self.head, self.moves, self.other, self.said, self.form):
            column.addWidget(widget)
        hand.changed.connect(self._show)
        self._show()

    def _form(self) -> QWidget:
        px = self._bridge.theme.px
        holder = QWidget()
        grid = QGridLayout(holder)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(px(5))
        for i, (name, kind) in enumerate(CHOICES):
            box = Box()
            box.addItems([str(option) for option in kind])
            box.setFont(self._bridge.theme.font(Size.SMALL))
            box.setAccessibleName(f"pose: {next(iter(kind))}")
            self.boxes[name] = box
            grid.addWidget(box, i // 4, i % 4)
        for i, (name, words) in enumerate(LINES.items()):
            line = BenchLine()
            line.setMaxLength(LONGEST)
            line.setPlaceholderText(words)
            line.setFont(self._bridge.theme.font(Size.SMALL))
            line.setAccessibleName(f"pose: {words}")
            line.returnPressed.connect(self._add)
            self.lines[name] = line
            if i < 2:
                grid.addWidget(line, 1, 1 + i, 1, 1 + i)
            elif i < 4:
                grid.addWidget(line, 2, 2 * (i - 2), 1, 2)
        row = QHBoxLayout()
        self.add = QPushButton("Write the pose down")
        self.add.clicked.connect(self._add)
        self.last = QPushButton("Take the last one back")
        self.last.clicked.connect(self._remove)
        row.addWidget(self.lines["note"], stretch=1)
        row.addWidget(self.add)
        row.addWidget(self.last)
        grid.addLayout(row, 3, 0, 1, 4)
        return holder

    def _show(self) -> None:
        at, card, shown = self._hand.at, self._hand.card, self._bridge.picture
        tags = () if at is None else at.step.tags
        out, back = Tag.OUT in tags, Tag.IN in tags
        if card is None or shown is None or not (out or (back and card.poses)):
            self.hide()
            return
        self.head.setText(WAY_OUT if out else WAY_IN)
        if out:
            poses = [
                self._words(PoseIn(pose, pose.gap, pose.gap is not None and pose.gap <= 0.0)) for pose in card.poses
            ]
        else:
            thick = thicker(shown, card.job.axle)
            inward = way_in(card.poses, thick, other_side=self.other.isChecked())
            poses = [self._words(pose, inward=True) for pose in inward]
        self.moves.setText("\n".join(f"{i}  {pose}" for i, pose in enumerate(poses, start=1)))
        self.moves.setVisible(bool(poses))
        self.other.setVisible(not out)
        self.form.setVisible(out)
        self.last.setVisible(out and bool(poses))
        if not out:
            self.said.say(NOT_MIRRORED if self.other.isChecked() else None)
        self.show()

    def _words(self, pose: PoseIn, *, inward: bool = False) -> str:
        gap = "" if pose.gap is None else gap_left(
            str(show(pose.gap, Kind.FINE_LENGTH, self._bridge.units)), touches=pose.touches
        )  # fmt: skip
        return pose_told(pose.pose, gap, inward=inward)

    def _chosen(self, name: str, kind: type[Choice]) -> Choice:
        return tuple(kind)[self.boxes[name].currentIndex()]

    def _pose(self) -> Pose:
        """What the form says.

        Raises:
            InputError: at "gap", it is no length.
        """
        texts = {name: line.text() for name, line in self.lines.items()}
        gap = texts.pop("gap").strip()
        return Pose(
            leading=self._chosen("leading", Leading), steered=self._chosen("steered", Steered),
            links=self._chosen("links", Folded), arms=self._chosen("arms", Arms), past=self._chosen("past", Past),
            gap=parse(gap, Kind.FINE_LENGTH, self._bridge.units, place="gap").value if gap else None, **texts,
        )  # fmt: skip

    def _add(self) -> None:
        problem: AnchorBeamError | None
        try:
            pose = self._pose()
        except AnchorBeamError as wrong:
            problem = wrong
        else:
            problem = self._hand.change(lambda card: card.with_pose(pose), "Pose written down")
        self.said.say(None if problem is None else faults.sentence(problem, self._bridge.units))
        if problem is None:
            for line in self.lines.values():
                line.clear()
            for box in self.boxes.values():
                with QSignalBlocker(box):
                    box.setCurrentIndex(0)
            self.lines["note"].setFocus()

    def _remove(self) -> None:
        self._hand.change(lambda card: replace(card, poses=card.poses[:-1]), "Last pose taken back")
