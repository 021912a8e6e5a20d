"""The panel of *Fit*: which card, what the job is, how far it is, what is unhooked, and paper."""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum
from typing import Any

from PySide6.QtCore import QSignalBlocker, Signal
from PySide6.QtWidgets import QCheckBox, QGridLayout, QPushButton, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution, Panel
from anchor_beam.documents.job import Bushing, Hardware, Has, Job, JobKind, Lift, LinkJoint, SecondLink, Sides, Stops
from anchor_beam.documents.own_kind import OwnKind, on_card
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.job_facts import job_of, still
from anchor_beam.fitting.card import brought_up_to_date, needs_ruled_out
from anchor_beam.words.fitting import progress, ruled_out, time_left

MOST_OPEN = 6
OTHER_SIDE, FORGET = "Same for the other side", "Forget this kind of job"


class FitPanel(Panel):
    """Boxes change the job of the card in hand; ticks of steps that stay are kept."""

    wants_paper = Signal()
    wants_calendar = Signal()
    wants_large = Signal()
    made = Signal()  # a card

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._hand = bridge, hand
        self.cards = Box()
        self.cards.setAccessibleName("job card")
        self.cards.setFixedWidth(self.theme.px(190))
        self.cards.activated.connect(self._take)
        self.row("Card", self.cards)
        self.far = self.heading("")
        self.far.setWordWrap(True)
        self.left = Label()
        self.left.setWordWrap(True)
        self.left.setFont(self.theme.font(Size.SMALL))
        self.add(self.left)
        self.changed = Caution(self.theme)
        self.add(self.changed)
        self.update_card = QPushButton("Bring it up to date")
        self.update_card.clicked.connect(self._update)
        self.add(self.update_card)
        self.gap()
        self.buttons: dict[str, QPushButton] = {}
        holder = QWidget()
        grid = QGridLayout(holder)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(self.theme.px(5))
        for i, (text, act) in enumerate((
            ("At the car, large", self.wants_large.emit), ("Print or write…", self.wants_paper.emit),
            ("To a calendar…", self.wants_calendar.emit), ("Same work again", self._again),
            ("Take it away", self._remove), (OTHER_SIDE, self._other_side), (FORGET, self._forget),
        )):  # fmt: skip
            button = self.buttons[text] = QPushButton(text)
            button.clicked.connect(lambda _=False, act=act: act())
            wide = text in (OTHER_SIDE, FORGET) or i == 0
            grid.addWidget(button, (i + 1) // 2 if i < 5 else i - 2, 0 if wide else (i + 1) % 2, 1, 2 if wide else 1)
        self.add(holder)
        self.gap()
        self._of_card = self.added()  # nothing of it without a card
        self.kind, self.axle, self.sides, self.lift, self.joint, self.bushings = (Box() for _ in range(6))
        self._boxes: tuple[tuple[Box, type[StrEnum], str, str], ...] = ()
        self._list((
            (self.kind, JobKind, "Job", "kind"), (self.axle, Axle, "Axle", "axle"),
            (self.sides, Sides, "Sides", "sides"), (self.lift, Lift, "Lifted with", "lift"),
            (self.joint, LinkJoint, "Links have", "joint"), (self.bushings, Bushing, "Bar turns in", "bushings"),
        ))  # fmt: skip
        self.axle.setCurrentIndex(1)
        self.two = QCheckBox("two people")
        self.two.clicked.connect(self._chosen)
        self.add(self.two)
        self.signs = BenchLine()
        self.signs.setMaxLength(60)
        self.signs.setFixedWidth(self.theme.px(148))
        self.signs.setPlaceholderText("your name")
        self.signs.setAccessibleName("who signs")
        self.signs.setText(bridge.workshop.cards.signs_as)
        self.signs.editingFinished.connect(
            lambda: bridge.attempt(lambda: bridge.workshop.cards.sign_as(self.signs.text()))
        )
        self.row("Signed by", self.signs)
        self.has: dict[Has, QCheckBox] = {}
        for each in Has:
            if each in (Has.BONDED, Has.DRILL, Has.CUT):
                continue
            self.has[each] = QCheckBox(str(each))
            self.has[each].clicked.connect(self._chosen)
            self.add(self.has[each])
        self.hardware, self.stops, self.second = (Box() for _ in range(3))
        schools: tuple[tuple[Box, type[StrEnum], str, str], ...] = (
            (self.hardware, Hardware, "Fasteners", "hardware"), (self.stops, Stops, "Collars", "stops"),
            (self.second, SecondLink, "Second link", "second"),
        )  # fmt: skip
        self._list(schools)
        self.new = QPushButton("New card")
        self.new.clicked.connect(self.add_card)
        self.add(self.new)
        self.ruled = Caution(self.theme)
        self.add(self.ruled)
        self.own, self.own_tools, self.keep_kind = BenchLine(), BenchLine(), BenchLine()
        for line, stand_in, words in (
            (self.own, "a step of your own, after this one", "a step of your own"),
            (self.own_tools, "its tools, with commas", "tools of a step of your own"),
            (self.keep_kind, "keep as a kind of job named …", "keep as a kind of job of your own"),
        ):  # fmt: skip
            line.setPlaceholderText(stand_in)
            line.setAccessibleName(words)
            line.returnPressed.connect(self._keep_kind if line is self.keep_kind else self._add_own)
            self.add(line)
        self.finish()
        hand.changed.connect(self._show)

    def _list(self, boxes: tuple[tuple[Box, type[StrEnum], str, str], ...]) -> None:
        """A row for each: box, what may be chosen, its words, what of the job it is."""
        self._boxes += boxes
        for box, options, words, _ in boxes:
            box.addItems([str(option) for option in options])
            box.setAccessibleName(words.lower())
            box.activated.connect(self._kind_chosen if box is self.kind else self._chosen)
            self.row(words, box)

    # what is chosen

    def _job(self) -> Job | None:
        """The job as the boxes say it, with the parts of the car."""
        shown = self._bridge.picture
        if shown is None:
            return None
        axle = tuple(Axle)[self.axle.currentIndex()]
        has = tuple(each for each, box in self.has.items() if box.isChecked())
        card = self._hand.card
        if card is not None:
            has += tuple(each for each in card.job.has if each not in self.has)
        chosen: dict[str, Any] = {
            name: tuple(options)[box.currentIndex()] for box, options, _, name in self._boxes if box is not self.kind
        }
        return replace(
            job_of(shown.file, axle), hands=2 if self.two.isChecked() else 1, has=has, **chosen, **self._kind()
        )

    def _kind(self) -> dict[str, Any]:
        """What the box says: a kind that ships, or one of the user's own, by what it is made of and its name."""
        index, own = self.kind.currentIndex(), self._own_kind
        return (
            {"kind": tuple(JobKind)[index], "name": ""} if own is None else {"kind": own.job.kind, "name": own.name}
        )

    @property
    def _own_kind(self) -> OwnKind | None:
        """The kind of the user's own that the box shows."""
        at = self.kind.currentIndex() - len(JobKind)
        return None if at < 0 else self._bridge.workshop.own_kinds.all[at]

    def propose(self) -> None:
        """Set the boxes to what the car says."""
        shown = self._bridge.picture
        if shown is not None and self._hand.card is None:
            self._set(job_of(shown.file, tuple(Axle)[self.axle.currentIndex()]))

    def _set(self, job: Job) -> None:
        for box, options, _, name in self._boxes:
            with QSignalBlocker(box):
                box.setCurrentIndex(tuple(options).index(getattr(job, name)))
        own = [kind.name for kind in self._bridge.workshop.own_kinds.all]
        fill(self.kind, [*map(str, JobKind), *own], len(JobKind) + own.index(job.name) if job.name in own
             else tuple(JobKind).index(job.kind))  # fmt: skip
        with QSignalBlocker(self.two):
            self.two.setChecked(job.hands > 1)
        for each, tick in self.has.items():
            with QSignalBlocker(tick):
                tick.setChecked(each in job.has)

    def _chosen(self) -> None:
        job = self._job()
        if job is not None and self._hand.card is not None:
            self._tell(self._hand.change(lambda card: brought_up_to_date(card, job), "Job changed",
                                         "its steps follow; what was done stays where the step does."))  # fmt: skip

    def _kind_chosen(self) -> None:
        """A kind of the user's own brings its steps, its order and its lists."""
        own = self._own_kind
        if own is None:
            self._chosen()
        elif self._hand.card is None:
            axle = tuple(Axle)[self.axle.currentIndex()]
            self._set(replace(own.job, axle=axle))
        else:
            self._tell(self._hand.change(lambda card: on_card(card, own), f"Job of your kind “{own.name}”",
                                         "its steps follow; what was done stays where the step does."))  # fmt: skip

    def add_card(self) -> None:
        """Make a card of what the boxes say, and take it in hand."""
        job = self._job()
        if job is None:
            return
        own = self._own_kind
        sides = "" if job.sides is Sides.BOTH else f", {job.sides}"
        title = f"{job.axle.capitalize()}: {job.name or job.on or job.kind}{sides}"
        made: list[int] = []
        if self._bridge.attempt(lambda: made.append(self._bridge.workshop.cards.add(title, job, own))):
            self._hand.take(made[0])
            self.made.emit()

    def _other_side(self) -> None:
        document = self._hand.document
        made: list[int] = []
        if document is not None and self._bridge.attempt(
            lambda: made.append(self._bridge.workshop.cards.for_other_side(document))
        ):
            self._hand.take(made[0])

    def _keep_kind(self) -> None:
        card, name = self._hand.card, self.keep_kind.text()
        if card is not None and self._bridge.attempt(lambda: self._bridge.workshop.own_kinds.keep(card, name)):
            self.keep_kind.clear()
            self._tell(self._hand.change(
                lambda each: replace(each, job=replace(each.job, name=name.strip())), f"A card of the kind “{name.strip()}”"
            ))  # fmt: skip

    def _forget(self) -> None:
        card = self._hand.card
        if card is not None and card.job.name:
            name = card.job.name
            self._bridge.attempt(lambda: self._bridge.workshop.own_kinds.forget(name))
            self._hand.refresh()

    def _again(self) -> None:
        document, card = self._hand.document, self._hand.card
        if document is None or card is None:
            return
        made: list[int] = []
        title = f"{card.title}, again"
        if self._bridge.attempt(
            lambda: made.append(self._bridge.workshop.cards.duplicate(document, title, lambda new: new))
        ):
            self._hand.take(made[0])

    def _remove(self) -> None:
        document = self._hand.document
        if document is not None and self._bridge.attempt(lambda: self._bridge.workshop.cards.remove(document)):
            self._hand.take(None)

    def _add_own(self) -> None:
        from anchor_beam.documents.job_card import OwnStep

        text, after = self.own.text().strip(), self._hand.step
        card = self._hand.card
        if not text or card is None:
            return
        taken = {each.id for each in card.own}
        name = next(each for i in range(1, 2 + len(taken)) if (each := f"own-{i}-{card.number}") not in taken)
        step = OwnStep(name, text, after, self.own_tools.text().strip())
        self._tell(self._hand.change(lambda each: replace(each, own=(*each.own, step)), "A step of your own"))
        self.own.clear()
        self.own_tools.clear()

    def _update(self) -> None:
        shown, card = self._bridge.picture, self._hand.card
        if shown is not None and card is not None:
            job = still(card.job, shown.file)
            self._tell(self._hand.change(lambda each: brought_up_to_date(each, job), "Card brought up to date",
                                         "ticks of steps that stay are kept, what changed is marked."))  # fmt: skip

    def _take(self, index: int) -> None:
        known = self._bridge.workshop.cards.all
        if 0 <= index < len(known):
            self._hand.take(known[index][0])

    def _tell(self, problem: AnchorBeamError | None) -> None:
        if problem is not None:
            self._bridge.complain(problem)

    # what stands there

    def _show(self) -> None:
        known = self._bridge.workshop.cards.all
        titles = [f"{card.number}  {card.title}" for _, card in known]
        at = next((i for i, (document, _) in enumerate(known) if document == self._hand.document), -1)
        fill(self.cards, titles, at)
        card, view, shown = self._hand.card, self._hand.view, self._bridge.picture
        for widget in (*self._of_card, self.own, self.own_tools, self.keep_kind):
            widget.setVisible(card is not None)
        own = {kind.name for kind in self._bridge.workshop.own_kinds.all}
        self.buttons[OTHER_SIDE].setVisible(card is not None and card.job.sides is not Sides.BOTH)
        self.buttons[FORGET].setVisible(card is not None and card.job.name in own)
        if card is None or view is None:
            self.propose()
            self.far.setText("")
            self.left.setText("")
            self.ruled.say(None)
            self.changed.say(None)
            self.update_card.hide()
            return
        self._set(card.job)
        self.far.setText(f"{progress(view.done, len(view.steps))}; {time_left(*view.minutes)}")
        self.left.setText("\n".join(f"· {each}" for each in view.open[:MOST_OPEN]))
        self.ruled.say(ruled_out(needs_ruled_out(card)) or None)
        other = shown is not None and still(card.job, shown.file) != card.job
        self.changed.say("Parts or settings of the car are no longer those of this card." if other else None)
        self.update_card.setVisible(other)
