"""Job cards and kinds of one's own in a garage, against a list of states: random acts, undo, redo, two cars, restarts."""

from __future__ import annotations

import tempfile
from dataclasses import replace
from pathlib import Path

from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, precondition, rule

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.job import Job, JobKind, Sides
from anchor_beam.documents.job_card import JobCard, Odometer, TorqueEntry, Value
from anchor_beam.documents.plain import as_document
from anchor_beam.documents.poses import Leading, Pose
from anchor_beam.documents.remarks import Matter, Remark, Touches
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import steps_in_order, view
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage

KINDS = st.sampled_from([JobKind.ONE_PIECE, JobKind.LINK_SWAP, JobKind.LATERAL_ROD, JobKind.OWN])
TEXTS = st.sampled_from(["", "tight", "look again"])
LENGTHS = st.sampled_from([0.341, 0.3435, 0.09])


class GarageOfCards(RuleBasedStateMachine):
    """`states` and `at` are what the workshop must show of the car in hand."""

    def __init__(self) -> None:
        super().__init__()
        self.folder = tempfile.TemporaryDirectory()
        self.path = Path(self.folder.name) / "garage.sqlite3"
        self.garage = Garage(self.path)
        for file in (sorrel_finch(), wicken_estate()):
            self.garage.add(file, "made")
        self.first, self.second = (car.id for car in self.garage.cars())
        self.workshop = Workshop(self.garage)
        self.workshop.open(self.first)
        self.states, self.at = [self.seen()], 0
        self.beside: object = None  # what the other car has

    def seen(self) -> tuple[object, ...]:
        """Everything that the workshop shows of cards, kinds and the car."""
        return self.workshop.cards.all, self.workshop.own_kinds.all, as_document(self.workshop.picture.file)

    def act(self, act: object) -> None:
        """Do it; what is refused changes nothing, what changes nothing is no act."""
        before = self.seen()
        try:
            act()  # type: ignore[operator]
        except InputError as refused:
            assert refused.message
            assert self.seen() == before
            return
        if self.seen() != before:
            self.states = [*self.states[: self.at + 1], self.seen()]
            self.at += 1

    @property
    def cards(self) -> tuple[tuple[int, JobCard], ...]:
        return self.workshop.cards.all

    def one(self, data: st.DataObject) -> tuple[int, JobCard]:
        return data.draw(st.sampled_from(self.cards))

    @rule(
        kind=KINDS, axle=st.sampled_from(Axle), sides=st.sampled_from(Sides), title=st.sampled_from(["Rear", "", "B"])
    )
    def add(self, kind: JobKind, axle: Axle, sides: Sides, title: str) -> None:
        job = Job(kind, axle, "old bar", "new bar", "hole 2", (0.09, 0.09), sides=sides)
        self.act(lambda: self.workshop.cards.add(title, job))

    @precondition(lambda self: self.cards)
    @rule(data=st.data())
    def sign(self, data: st.DataObject) -> None:
        """Any step at all: those that cannot be signed are refused."""
        document, card = self.one(data)
        step = data.draw(st.sampled_from(steps_in_order(card)))
        self.act(lambda: self.workshop.cards.sign(document, step.id))
        after = self.workshop.cards.card(document)
        assert after is not None and set(after.done) - set(card.done) <= {step.id}

    @precondition(lambda self: self.cards)
    @rule(data=st.data(), times=st.integers(1, 6))
    def sign_on(self, data: st.DataObject, times: int) -> None:
        document, _ = self.one(data)
        for _ in range(times):
            card = self.workshop.cards.card(document)
            following = None if card is None else view(card).next
            if following is not None:
                self.act(lambda step=following.step.id: self.workshop.cards.sign(document, step))

    @precondition(lambda self: self.cards)
    @rule(data=st.data())
    def take_back(self, data: st.DataObject) -> None:
        document, card = self.one(data)
        if card.done:
            step = data.draw(st.sampled_from(sorted(card.done)))
            self.act(lambda: self.workshop.cards.take_back(document, step))

    @precondition(lambda self: self.cards)
    @rule(data=st.data(), text=TEXTS, length=LENGTHS)
    def write(self, data: st.DataObject, text: str, length: float) -> None:
        """A note, a value, a torque, a pose, a distance: one of them."""
        document, card = self.one(data)
        step = data.draw(st.sampled_from(steps_in_order(card))).id
        keys = [key for each in view(card).steps for asked in each.checks for key in asked.keys] or ["K1.left"]
        key = data.draw(st.sampled_from(keys))
        change = data.draw(st.sampled_from([
            lambda card: card.with_note(step, text), lambda card: card.with_value(key, Value(length)),
            lambda card: card.with_torque("saddle", TorqueEntry(40.0, 40.0, "40 N m")),
            lambda card: card.with_pose(Pose(leading=Leading.LEFT)), lambda card: card.with_odometer(Odometer(1e6, 2e6)),
        ]))  # fmt: skip
        self.act(lambda: self.workshop.cards.change(document, change, "something written"))

    @precondition(lambda self: self.cards)
    @rule(data=st.data(), matter=st.sampled_from(Matter), touches=st.sampled_from(Touches))
    def remark(self, data: st.DataObject, matter: Matter, touches: Touches) -> None:
        document, card = self.one(data)
        step = data.draw(st.sampled_from(steps_in_order(card))).id
        made = Remark(matter, "bracket", "thread worn", "as the maker says", touches=touches, step=step)
        self.act(lambda: self.workshop.cards.change(document, lambda each: each.with_remark(made), "remark"))

    @precondition(lambda self: any(card.remarks for _, card in self.cards))
    @rule(data=st.data())
    def mend(self, data: st.DataObject) -> None:
        document, card = data.draw(st.sampled_from([each for each in self.cards if each[1].remarks]))
        at = data.draw(st.integers(0, len(card.remarks) - 1))
        self.act(lambda: self.workshop.cards.mended(document, at))

    @precondition(lambda self: self.cards)
    @rule(data=st.data())
    def other_side(self, data: st.DataObject) -> None:
        document, card = self.one(data)
        if card.job.sides is not Sides.BOTH:
            self.act(lambda: self.workshop.cards.for_other_side(document))

    @precondition(lambda self: self.cards)
    @rule(data=st.data())
    def remove(self, data: st.DataObject) -> None:
        document, _ = self.one(data)
        self.act(lambda: self.workshop.cards.remove(document))

    @precondition(lambda self: self.cards)
    @rule(data=st.data(), name=st.sampled_from(["ours", "theirs", " "]))
    def keep_kind(self, data: st.DataObject, name: str) -> None:
        _, card = self.one(data)
        self.act(lambda: self.workshop.own_kinds.keep(card, name))

    @rule(name=st.sampled_from(["ours", "theirs"]))
    def forget_kind(self, name: str) -> None:
        self.act(lambda: self.workshop.own_kinds.forget(name))

    @precondition(lambda self: self.cards)
    @rule(data=st.data())
    def take_to_car(self, data: st.DataObject) -> None:
        document, card = self.one(data)
        del card
        self.act(lambda: self.workshop.cards.take_to_car(document))

    @rule()
    def undo(self) -> None:
        self.workshop.undo()
        self.at = max(self.at - 1, 0)

    @rule()
    def redo(self) -> None:
        self.workshop.redo()
        self.at = min(self.at + 1, len(self.states) - 1)

    @rule()
    def start_again(self) -> None:
        """Undo goes on where it was."""
        self.garage.close()
        self.garage = Garage(self.path)
        self.workshop = Workshop(self.garage)
        self.workshop.open(self.first)

    @rule(title=st.sampled_from(["Front", "Both"]))
    def work_on_the_other_car(self, title: str) -> None:
        """It goes its own way; the kinds of the garage are the same for both."""
        kinds = self.workshop.own_kinds.all
        self.workshop.open(self.second)
        assert self.workshop.own_kinds.all == kinds
        self.workshop.cards.add(title, Job(JobKind.LINK_SWAP, Axle.FRONT, "", "", "", None))
        self.beside = self.workshop.cards.all
        self.workshop.open(self.first)

    @invariant()
    def the_workshop_shows_the_state(self) -> None:
        assert self.seen() == self.states[self.at]

    @invariant()
    def numbers_of_cards_are_their_own(self) -> None:
        numbers = [card.number for _, card in self.cards]
        assert len(set(numbers)) == len(numbers)

    def teardown(self) -> None:
        assert self.workshop.cards.of(self.second) == tuple(card for _, card in self.beside or ())
        self.garage.close()
        self.folder.cleanup()


GarageOfCards.TestCase.settings = settings(max_examples=12, stateful_step_count=30, deadline=None)
TestGarageOfCards = GarageOfCards.TestCase


def test_a_card_of_the_other_side_is_itself_again_when_it_is_mirrored_twice(garage_path: Path) -> None:
    with Garage(garage_path) as garage:
        garage.add(sorrel_finch(), "made")
        workshop = Workshop(garage)
        job = Job(JobKind.LINK_SWAP, Axle.REAR, "", "", "hole 2", (0.09, 0.0915), sides=Sides.LEFT)
        document = workshop.cards.add(f"Links, {Sides.LEFT}", job)
        workshop.cards.change(document, lambda card: card.with_pose(Pose(leading=Leading.LEFT)), "pose")
        there = workshop.cards.for_other_side(document)
        back = workshop.cards.for_other_side(there)
        first, last = workshop.cards.card(document), workshop.cards.card(back)
        assert first is not None and last is not None
        assert replace(last, number=first.number, started=first.started) == first
