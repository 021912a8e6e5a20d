"""The step in hand: what is done, why here, tools and hands, what may hurt, its checks, a note, and signing it off."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.fit.as_fitted import AsFittedFields
from anchor_beam.desk.stages.fit.check_fields import CheckFields
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.kit_list import KitList
from anchor_beam.desk.stages.fit.pins import Pins
from anchor_beam.desk.stages.fit.way import Way
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.job_card import LONGEST, JobCard
from anchor_beam.drawings.bar_below import bar_from_below
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import InputError
from anchor_beam.figures.sheet import aligned
from anchor_beam.figures.shown_step import lengths_beside, marked_by, shown_on_card, turned
from anchor_beam.fitting.card import CardStep, State, cautions_of, short
from anchor_beam.fitting.fasteners import FASTENERS, STOP, WONT_MOVE
from anchor_beam.fitting.for_car import for_car
from anchor_beam.fitting.step import Deed, Tag
from anchor_beam.words.fitting import BY_HAND, KEPT_WITH, TO_CAR, clock_of, from_to, rests_until, signed, why_here


class StepView(QWidget):
    """Of the step in hand; its note and its signature stay in sight while the rest scrolls."""

    left = Signal()  # by Enter: back to the steps

    def __init__(self, bridge: Bridge, files: Files, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._hand = bridge, hand
        self.pins = Pins(bridge, files, hand)
        theme, px = bridge.theme, bridge.theme.px
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        self.scrolled = QScrollArea()
        self.scrolled.setWidgetResizable(True)
        self.scrolled.setFrameShape(QScrollArea.Shape.NoFrame)
        self.scrolled.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.scrolled.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self._inner = QWidget()
        column = QVBoxLayout(self._inner)
        column.setContentsMargins(px(16), px(8), px(16), px(10))
        column.setSpacing(px(6))
        self.head, self.text, self.why, self.with_what = (Label() for _ in range(4))
        self.head.setStyleSheet(in_tone(Tone.SOFT))
        self.text.setFont(theme.font(Size.LARGE))
        for label in (self.text, self.why, self.with_what):
            label.setWordWrap(True)
        self.why.setStyleSheet(in_tone(Tone.SOFT))
        for label in (self.head, self.text, self.why, self.with_what):
            column.addWidget(label)
        self.caution = Caution(theme)
        self.caution.setFont(theme.font(Size.NORMAL))
        column.addWidget(self.caution)
        self.checks = CheckFields(bridge, hand)
        column.addWidget(self.checks)
        self.kit = KitList(bridge, hand)
        column.addWidget(self.kit)
        self.to_car = QPushButton("Take what was read to the car")
        self.to_car.setToolTip(TO_CAR)
        self.to_car.clicked.connect(self._take_to_car)
        column.addWidget(self.to_car, alignment=Qt.AlignmentFlag.AlignLeft)
        self.way = Way(bridge, hand)
        column.addWidget(self.way)
        self.as_fitted = AsFittedFields(bridge, hand)
        column.addWidget(self.as_fitted)
        self.drawing = DrawingView(theme)
        self.drawing.setMinimumHeight(px(170))
        column.addWidget(self.drawing, stretch=1)
        self.stuck = QPushButton("It won't move…")
        self.stuck.setCheckable(True)
        self.stuck.toggled.connect(self._show)
        self.ladder = Label()
        self.ladder.setWordWrap(True)
        column.addWidget(self.ladder)
        self.scrolled.setWidget(self._inner)
        whole.addWidget(self.scrolled, stretch=1)
        foot = self._foot()
        foot.setContentsMargins(px(16), 0, px(16), px(10))
        whole.addLayout(foot)
        hand.tell(self, self._show)
        hand.note_wanted.connect(self.note.setFocus)

    def _foot(self) -> QVBoxLayout:
        px = self._bridge.theme.px
        self.note = BenchLine()
        self.note.setMaxLength(LONGEST)
        self.note.setPlaceholderText("a note, a defect, where it was stuck")
        self.note.setAccessibleName("note at this step")
        self.note.editingFinished.connect(self._keep_note)
        self.note.returnPressed.connect(self.left)
        self.checks.all_taken.connect(self.left)
        self.sign = QPushButton("Sign off")
        self.sign.setAccessibleDescription(BY_HAND)
        self.sign.setToolTip(BY_HAND)
        self.sign.setMinimumHeight(px(38))
        self.sign.clicked.connect(self._sign)
        self.skip = QPushButton("Does not apply")
        self.skip.clicked.connect(self._skip)
        notes, row = QHBoxLayout(), QHBoxLayout()
        notes.addWidget(self.note, stretch=1)
        notes.addWidget(self.pins)
        row.addWidget(self.sign, stretch=1)
        row.addWidget(self.skip)
        row.addWidget(self.stuck)
        column = QVBoxLayout()
        column.setSpacing(px(6))
        column.addLayout(notes)
        column.addLayout(row)
        return column

    def go_to(self, measured: bool) -> None:
        """Put the caret where something is measured, or into the note."""
        if not (measured and self.checks.measure()):
            self.note.setFocus()

    def _show(self) -> None:
        at = self._hand.at
        self._inner.setVisible(at is not None)
        if at is None or self._hand.view is None:
            return
        step = at.step
        card = self._hand.card
        done = None if card is None else card.done.get(step.id)
        signature = "" if done is None else f" · {signed(done.at[:10], done.by)}"
        rests = f" · {rests_until(clock_of(at.rests))}" if at.rests else ""
        self.head.setText(f"{at.number} · {step.posture} · {from_to(*step.minutes)}{signature}{rests}")
        self.text.setText(step.text)
        by_id = {each.step.id: each.step for each in self._hand.view.steps}
        self.why.setText("" if at.why is None else why_here(short(by_id[at.why[0]].text), at.why[1]))
        self.why.setVisible(at.why is not None)
        lengths = "" if card is None else lengths_beside(step, card.job, self._bridge.units)
        self.with_what.setText(" ".join(filter(None, (lengths, _with_what(at)))))
        if Tag.ALIGNED in step.tags and (kept := self._kept_alignment()):
            self.with_what.setText(f"{self.with_what.text()} {KEPT_WITH} {kept}.")
        reads = any(asked.check.reading for asked in at.checks)
        self.to_car.setVisible(reads and bool(for_car(self._hand.view).words))
        self.with_what.setVisible(bool(self.with_what.text()))
        self.caution.say(" ".join(cautions_of(step)) or None)
        freed = [act.fastener for act in step.acts if act.deed is Deed.UNDO]
        self.stuck.setVisible(bool(freed))
        show_ladder = bool(freed) and self.stuck.isChecked()
        self.ladder.setVisible(show_ladder)
        if show_ladder:
            rungs = WONT_MOVE[FASTENERS[freed[0]].stuck]
            self.ladder.setText("\n".join([*(f"{i}  {rung}" for i, rung in enumerate(rungs, start=1)), STOP]))
        self.sign.setText("Take the signature back" if at.state is State.DONE else "Sign off")
        self.skip.setText("It does apply" if at.state is State.SKIPPED else "Does not apply")
        if not self.note.isModified():
            self.note.setText(at.note)
        self._draw(at)

    def _draw(self, at: CardStep) -> None:
        shown, card = self._bridge.picture, self._hand.card
        if shown is None or card is None:
            return
        bar = shown_on_card(shown, card.job.axle, self._bridge.units)
        self.drawing.setVisible(bar is not None)
        if bar is not None:
            self.drawing.set_drawing(bar_from_below(bar, marked_by(at.step), turned(shown, card)))

    def _sign(self) -> None:
        self._hand.sign()

    def _kept_alignment(self) -> str:
        """What is kept with the setting on the bench of this axle."""
        shown, card = self._bridge.picture, self._hand.card
        kept = None if shown is None or card is None else shown.file.bench.end(card.job.axle).alignment
        return "" if kept is None else aligned(kept, self._bridge.units)

    def _take_to_car(self) -> None:
        document = self._hand.document
        if document is not None:
            self._bridge.attempt(lambda: self._bridge.workshop.cards.take_to_car(document))

    def _keep_note(self) -> None:
        if not self.note.isModified():
            return
        self.note.setModified(False)
        if (problem := self._hand.note(self.note.text())) is not None:
            self._bridge.complain(problem)

    def _skip(self) -> None:
        at = self._hand.at
        if at is None:
            return
        why = "" if at.state is State.SKIPPED else at.note or "does not apply here"
        if at.step.checks and why:
            self._bridge.complain(InputError("step", "This step has a check: no card closes without it."))
            return
        said = "Step left out" if why else "Step counts again"
        self._change(lambda card: card.with_skipped(at.step.id, why), said)

    def _change(self, change: Callable[[JobCard], JobCard], said: str) -> None:
        if (problem := self._hand.change(change, said)) is not None:
            self._bridge.complain(problem)


def _with_what(at: CardStep) -> str:
    step = at.step
    hands = f"{step.hands} hands" + (f"; alone: {step.solo}" if step.solo else "") if step.hands > 1 else ""
    parts = (
        f"With {', '.join(step.tools)}." if step.tools else "", f"Needs {hands}" if hands else "",
        f"Comes free with it: {', '.join(step.frees)}." if step.frees else "",
        f"Goes on the put-back list: {', '.join(step.opens)}." if step.opens else "",
        f"Back on: {', '.join(step.closes)}." if step.closes else "", f"Left out: {at.skipped}." if at.skipped else "",
    )  # fmt: skip
    return " ".join(filter(None, parts))
