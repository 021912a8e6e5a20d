"""The Fit stage: the card with the step in hand, the torque ledger, and the panel of the job."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.fit.at_car import AtCar
from anchor_beam.desk.stages.fit.found_board import FoundBoard
from anchor_beam.desk.stages.fit.gather_board import GatherBoard
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.ledger_board import LedgerBoard
from anchor_beam.desk.stages.fit.map_board import MapBoard
from anchor_beam.desk.stages.fit.panel import FitPanel
from anchor_beam.desk.stages.fit.routes_board import RoutesBoard
from anchor_beam.desk.stages.fit.step_view import StepView
from anchor_beam.desk.stages.fit.steps_list import StepsList
from anchor_beam.desk.stages.fit.template_board import TemplateBoard
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.split import Split
from anchor_beam.desk.widgets.strip import Strip
from anchor_beam.documents.job import JobKind
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import moved_to, out_of_habit, steps_in_order
from anchor_beam.fitting.jobs import template_of
from anchor_beam.fitting.ledger import calendar
from anchor_beam.session.workshop import Part
from anchor_beam.words.fitting import NO_CARD

LIST = 262  # px of the list of steps


class FitPage(Split):
    """Left the boards, right the panel."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._files = bridge, files
        self.hand = InHand(bridge)
        self.hand.setParent(self)
        self.panel = FitPanel(bridge, self.hand)
        self.steps = StepsList(bridge.theme, self.hand)
        self.empty = Label(NO_CARD)
        self.step = StepView(bridge, files, self.hand)
        self.at_car: AtCar | None = None
        self._unread = list(JobKind)  # whose files nobody needed yet
        views: dict[str, Callable[[], QWidget]] = {
            "the card": self._card, "torques": lambda: LedgerBoard(bridge, self.hand),
            "fasteners": lambda: MapBoard(bridge, self.hand), "found": lambda: FoundBoard(bridge, self.hand),
            "needed": lambda: GatherBoard(bridge, files, self.hand),
            "routes": lambda: RoutesBoard(bridge, self.hand),
            "templates": lambda: TemplateBoard(bridge, files, self.hand),
        }  # fmt: skip
        self.boards = Strip(bridge.theme, views, fixed=False)
        self.boards.looked_at.connect(lambda _name: self.hand.looked.emit())
        self.fill(self.boards, self.panel)
        self.steps.moved.connect(self._move)
        self.steps.wanted.connect(self.step.go_to)
        self.step.left.connect(self.steps.rows.setFocus)
        self.hand.changed.connect(self._fill)
        self._fill()  # the panel may be folded away, so it is the page that listens
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self.hand.refresh)  # which tells every view
        bridge.listen(self, to=Part.READINGS, then=self.hand.keep_up)
        self.panel.made.connect(self.steps.rows.setFocus)
        self.panel.wants_large.connect(self.show_large)
        self.panel.wants_paper.connect(self._write)
        self.panel.wants_calendar.connect(self._write_dates)

    def ahead(self) -> bool:
        """One board before somebody looks at it, or one kind of job before somebody asks for it; whether there was one."""
        if self.boards.ahead():
            return True
        if self._unread:
            template_of(self._unread.pop())
            return True
        return False

    def _card(self) -> QWidget:
        self._deck, holder = Deck(), QWidget()
        self.steps.setFixedWidth(self._bridge.theme.px(LIST))
        row = QHBoxLayout(holder)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(1)
        row.addWidget(self.steps)
        row.addWidget(self.step, stretch=1)
        self._card_holder = holder
        self._deck.add(self._nothing_yet())
        self._deck.add(holder)
        return self._deck

    def _nothing_yet(self) -> QWidget:
        px = self._bridge.theme.px
        self.nothing_yet = QWidget()
        column = QVBoxLayout(self.nothing_yet)
        column.setContentsMargins(px(60), px(50), px(60), 0)
        column.setSpacing(px(16))
        self.empty.setWordWrap(True)
        self.empty.setFont(self._bridge.theme.font(Size.LARGE))
        self.first = QPushButton("Make the first card")
        self.first.clicked.connect(self.panel.add_card)
        column.addWidget(self.empty)
        column.addWidget(self.first, alignment=Qt.AlignmentFlag.AlignLeft)
        column.addStretch()
        return self.nothing_yet

    def _fill(self) -> None:
        if self.hand.card is None:
            self._deck.bring(self.nothing_yet)
        elif self._deck.front is not self._card_holder:
            self._deck.bring(self._card_holder)
            self.hand.looked.emit()

    def _move(self, step: str, by: int) -> None:
        card = self.hand.card
        if card is None:
            return
        order = [each.id for each in steps_in_order(card)]
        to = order.index(step) + by
        if 0 <= to < len(order):
            try:
                after = moved_to(card, step, to)
            except InputError as refused:
                self._bridge.complain(refused)
                return
            problem = self.hand.change(lambda _card: after, "Step moved", out_of_habit(after, step))
            if problem is not None:
                self._bridge.complain(problem)

    def show_large(self) -> None:
        """The step in hand alone, to be read from two metres."""
        if self.at_car is None:
            self.at_car = AtCar(self._bridge, self.hand, self.window())
            self.at_car.left.connect(self.steps.rows.setFocus)
        self.at_car.open()

    def _write(self) -> None:
        card, view, shown = self.hand.card, self.hand.view, self._bridge.picture
        if card is not None and view is not None and shown is not None:
            self._files.job_card_out(shown.file.car.name, card)

    def _write_dates(self) -> None:
        card, shown = self.hand.card, self._bridge.picture
        if card is not None and shown is not None:
            self._files.calendar_out(f"{shown.file.car.name} {card.title}", calendar(card, shown.file.car.name))
