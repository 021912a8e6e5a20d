"""Any acts on any job card, in any order: what is signed had what it needed, what fails holds, nothing is lost on the way to
a document and back, and a card that says it is closed is."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta

from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Bushing, Has, Job, JobKind, Lift, LinkJoint
from anchor_beam.documents.job_card import Counted, Done, JobCard, OwnStep, Value, new_card
from anchor_beam.documents.job_card_plain import card_from, card_plain
from anchor_beam.documents.own_kind import kind_of, on_card
from anchor_beam.documents.poses import Leading, Pose
from anchor_beam.documents.remarks import Matter, Remark, Touches
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import CardView, State, asks_why, brought_up_to_date, may_sign, moved_to, view
from anchor_beam.fitting.checks import Verdict
from anchor_beam.fitting.fastener_map import Stands, spots
from anchor_beam.fitting.gather import needed
from anchor_beam.fitting.graph import first_wrong
from anchor_beam.fitting.kit import items, strands
from anchor_beam.fitting.ledger import due, rows, still_due
from anchor_beam.fitting.redo import REDO, mended
from anchor_beam.units.kinds import System

NOW = datetime(2026, 5, 2, 12, 0, tzinfo=UTC)
KINDS, LINKS, LIFTS = st.sampled_from(JobKind), st.sampled_from(LinkJoint), st.sampled_from(Lift)
JOBS = st.builds(
    Job, KINDS, st.sampled_from(Axle), st.sampled_from(("", "old bar")), st.just("new bar"), st.just("hole 2"),
    st.just((0.09, 0.0915)), LINKS, LIFTS, st.sampled_from((1, 2)), st.lists(st.sampled_from(Has), unique=True).map(tuple),
    bushings=st.sampled_from(Bushing),
)  # fmt: skip
GOOD = {"K1": 0.1, "K2": 0.1, "K5": 5e-4, "K6": 0.012, "K7": 0.03}


class CardMachine(RuleBasedStateMachine):
    """A card in somebody's hands."""

    card: JobCard

    @initialize(job=JOBS)
    def made(self, job: Job) -> None:
        self.card = new_card(1, "card", job, "2026-05-01")

    @property
    def seen(self) -> CardView:
        return view(self.card)

    # acts

    def _sign(self, step: str) -> None:
        self.card = self.card.with_done(step, Done("2026-05-02T10:00:00+00:00", "Ann"))

    @rule(data=st.data())
    def sign_what_is_next(self, data: st.DataObject) -> None:
        ready = [each for each in self.seen.steps if each.state is State.OPEN]
        if not ready:
            return
        step = data.draw(st.sampled_from(ready)).step
        held = may_sign(self.card, step.id)
        if not held:
            self._sign(step.id)
            assert next(each for each in self.seen.steps if each.step.id == step.id).state is State.DONE
        elif strands(self.card) or held.startswith("Still unhooked"):
            return
        else:
            assert "failed" in held  # nothing else keeps an open step

    @rule(data=st.data())
    def nobody_signs_what_waits(self, data: st.DataObject) -> None:
        waiting = [each for each in self.seen.steps if each.state is State.WAITING]
        if waiting:
            each = data.draw(st.sampled_from(waiting))
            assert may_sign(self.card, each.step.id).startswith("First “")
            assert each.waits_for in dict(each.step.needs) and each.waits_for not in each.step.soft

    @rule(data=st.data())
    def take_a_signature_back(self, data: st.DataObject) -> None:
        if self.card.done:
            step = data.draw(st.sampled_from(sorted(self.card.done)))
            self.card = self.card.with_done(step, None).with_wait(step, None)

    @rule(data=st.data(), good=st.booleans())
    def measure(self, data: st.DataObject, good: bool) -> None:
        asked = [asked for each in self.seen.steps for asked in each.checks]
        one = data.draw(st.sampled_from(asked))
        for i, key in enumerate(one.keys):
            value = GOOD.get(one.key, 1.0) + (0.0 if good else 0.5 * i)
            self.card = self.card.with_value(key, Value(0.0 if not good and len(one.keys) == 1 else value))
        now = next(each for step in self.seen.steps for each in step.checks if each.keys == one.keys)
        assert now.verdict is not Verdict.OPEN
        if good and not now.before:
            assert now.verdict is Verdict.PASSED

    @rule(data=st.data(), note=st.sampled_from(("", "stuck", "  dry  ")))
    def note(self, data: st.DataObject, note: str) -> None:
        step = data.draw(st.sampled_from(self.seen.steps)).step.id
        self.card = self.card.with_note(step, note)
        assert self.card.notes.get(step, "") == note.strip()

    @rule(data=st.data())
    def leave_out_or_in(self, data: st.DataObject) -> None:
        plain = [each for each in self.seen.steps if not each.step.checks]
        each = data.draw(st.sampled_from(plain))
        self.card = self.card.with_skipped(each.step.id, "" if each.skipped else "does not apply")

    @rule(data=st.data())
    def move(self, data: st.DataObject) -> None:
        steps = self.seen.steps
        step, to = data.draw(st.sampled_from(steps)).step.id, data.draw(st.integers(0, len(steps) - 1))
        try:
            self.card = moved_to(self.card, step, to)
        except InputError as problem:
            assert problem.place == "order" and "comes after" in problem.message
        else:
            assert self.seen.steps[to].step.id == step

    @rule(job=JOBS)
    def another_car_under_it(self, job: Job) -> None:
        before = self.card
        self.card = brought_up_to_date(before, replace(job, axle=before.job.axle))
        ids = {each.step.id for each in self.seen.steps}
        assert set(self.card.done) == set(before.done) & ids and self.card.notes == before.notes

    @rule(data=st.data())
    def a_step_of_ones_own(self, data: st.DataObject) -> None:
        after = data.draw(st.sampled_from(self.seen.steps)).step.id
        own = OwnStep(f"own-{len(self.card.own) + 1}-1", "something else", after, "tape, lamp", 3.0)
        self.card = replace(self.card, own=(*self.card.own, own))
        ids = [each.step.id for each in self.seen.steps]
        assert ids.index(own.id) > ids.index(after)

    @rule()
    def keep_as_a_kind_and_use_it(self) -> None:
        self.card = on_card(self.card, kind_of(self.card, "ours"))

    @rule(data=st.data(), counted=st.sampled_from(Counted))
    def count(self, data: st.DataObject, counted: Counted) -> None:
        item = data.draw(st.sampled_from(items(self.card.job)))
        self.card = self.card.with_counted(item.key, counted)
        assert any(item.what in each for each in strands(self.card)) is counted.strands

    @rule(touches=st.sampled_from(Touches), others=st.booleans())
    @precondition(lambda self: len(self.card.remarks) < 5)
    def find(self, touches: Touches, others: bool) -> None:
        matter = Matter.OTHERS if others else Matter.DEFECT
        self.card = self.card.with_remark(
            Remark(matter, "part", f"{len(self.card.remarks)}", "more", touches=touches)
        )
        assert self.seen.open

    @rule()
    @precondition(lambda self: any(remark.is_open for remark in self.card.remarks))
    def mend(self) -> None:
        at = next(i for i, remark in enumerate(self.card.remarks) if remark.is_open)
        self.card = mended(self.card, at, "2026-05-03")
        keys = set(REDO[self.card.remarks[at].touches])
        for each in self.seen.steps:
            if each.state is State.DONE:
                assert not keys & {asked.key for asked in each.checks}

    @rule(minutes=st.integers(1, 90), data=st.data())
    def rest(self, minutes: int, data: st.DataObject) -> None:
        step = data.draw(st.sampled_from(self.seen.steps)).step.id
        self.card = self.card.with_wait(step, (NOW + timedelta(minutes=minutes)).isoformat())

    @rule(leading=st.sampled_from(Leading), note=st.sampled_from(("a", "b")))
    @precondition(lambda self: len(self.card.poses) < 6)
    def pose(self, leading: Leading, note: str) -> None:
        self.card = self.card.with_pose(Pose(note, leading, gap=0.004))

    # what holds whatever was done

    @invariant()
    def a_document_gives_the_card_back(self) -> None:
        assert card_from(card_plain(self.card)) == self.card

    @invariant()
    def the_order_keeps_what_must_come_first(self) -> None:
        assert first_wrong([each.step for each in self.seen.steps]) is None

    @invariant()
    def states_and_counts_agree(self) -> None:
        seen = self.seen
        done = sum(each.step.id in self.card.done and not each.skipped for each in seen.steps)
        out = sum(bool(each.skipped) for each in seen.steps)
        assert seen.done == done + out
        assert [each.number for each in seen.steps] == list(range(1, len(seen.steps) + 1))
        left = [each for each in seen.steps if each.state in (State.OPEN, State.WAITING)]
        assert (seen.next is None) is all(each.state is not State.OPEN for each in seen.steps)
        assert bool(left) is any("steps are open" in each for each in seen.open)
        assert seen.minutes[0] <= seen.minutes[1]

    @invariant()
    def what_is_unhooked_holds_the_card_open(self) -> None:
        for what in self.seen.put_back:
            assert f"still unhooked: {what}" in self.seen.open

    @invariant()
    def a_note_lets_go_what_only_warned(self) -> None:
        for each in self.seen.steps:
            if each.note:
                assert asks_why(self.seen, each.step.id, NOW) == ""

    @invariant()
    def lists_and_map_follow(self) -> None:
        assert len({each.key for each in needed(self.card, System.US)}) == len(needed(self.card, System.METRIC))
        finals = {row.fastener.id for row in rows(self.card) if row.final}
        standing = {spot.fastener.id for spot in spots(self.card) if spot.stands in (Stands.FINAL, Stands.PAINTED)}
        assert standing <= finals
        assert set(still_due(self.card)) == set(due(self.card))


TestCards = CardMachine.TestCase
TestCards.settings = settings(max_examples=25, stateful_step_count=30, deadline=None)
