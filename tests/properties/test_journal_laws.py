"""The journal against a plain list of states: random acts over several kinds, undo, redo, full disks, restarts."""

from __future__ import annotations

import resource
import signal
import tempfile
from pathlib import Path

from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.kinds import KINDS, DocumentKind
from anchor_beam.documents.plain import as_document
from anchor_beam.documents.records import BarState
from anchor_beam.errors import InputError, StoreError
from anchor_beam.session import edits
from anchor_beam.session.session import Session
from anchor_beam.store.garage import Garage

NOTE: DocumentKind[str] = DocumentKind(
    "note", 1, lambda text: {"text": text}, lambda data, _: data["text"], lambda text: text
)
NAMES = st.sampled_from(["dry", "wet", "evening"])


class JournalMachine(RuleBasedStateMachine):
    """`states` and `at` are what the session must show; `kept` is how far of it the disk holds."""

    def __init__(self) -> None:
        super().__init__()
        signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
        self.limit = resource.getrlimit(resource.RLIMIT_FSIZE)
        self.folder = tempfile.TemporaryDirectory()
        self.path = Path(self.folder.name) / "garage.sqlite3"
        self.garage = Garage(self.path, (*KINDS, NOTE))
        self.car = self.garage.add(sorrel_finch(), "made")
        self.other = self.garage.add(wicken_estate(), "made")
        self.session = Session(self.garage, self.car)
        self.notes = [self.garage.database.new_number() for _ in range(2)]
        self.states, self.at, self.full = [self.seen()], 0, False

    def seen(self) -> tuple[object, ...]:
        """Everything that the session shows."""
        notes = [self.session.record(note) if note in self.session.heads else None for note in self.notes]
        return as_document(self.session.file), notes

    def act(self, edit: object) -> None:
        before = self.seen()
        try:
            self.session.do(edit)
        except InputError:
            assert self.seen() == before
            return
        if self.seen() != before:
            self.states = [*self.states[: self.at + 1], self.seen()]
            self.at += 1

    @rule(mm=st.sampled_from([16.0, 17.0, 18.5, 22.0, 0.1]))
    def diameter(self, mm: float) -> None:
        self.act(edits.SetValue("bench.rear.bar.od", mm / 1e3, f"{mm:g} mm"))

    @rule(side=st.sampled_from(Side), hole=st.integers(0, 3))
    def hole(self, side: Side, hole: int) -> None:
        self.act(edits.SetHole(Axle.REAR, (side,), hole))

    @rule(name=NAMES)
    def keep_setting(self, name: str) -> None:
        self.act(edits.SaveSetting(name))

    @rule(name=NAMES)
    def use_setting(self, name: str) -> None:
        self.act(edits.UseSetting(name))

    @rule(name=NAMES)
    def remove_setting(self, name: str) -> None:
        self.act(edits.RemoveSetting(name))

    @rule(name=NAMES)
    def keep_load_state(self, name: str) -> None:
        self.act(edits.KeepLoadState(name))

    @rule(name=NAMES, use=st.booleans())
    def use_or_forget_load_state(self, name: str, use: bool) -> None:
        self.act(edits.UseLoadState(name) if use else edits.ForgetLoadState(name))

    @rule(road=NAMES, event=NAMES)
    def change_between(self, road: str, event: str) -> None:
        self.act(edits.ChangeBetween(road, event))

    @rule(name=NAMES)
    def sign_off(self, name: str) -> None:
        self.act(edits.SignOff(name))

    @rule(state=st.sampled_from(BarState))
    def have_a_bar_or_none(self, state: BarState) -> None:
        self.act(edits.Choose("bench.rear.state", state))

    @rule()
    def keep_bar(self) -> None:
        self.act(edits.KeepBar(Axle.REAR))

    @rule(name=st.sampled_from(["mine", "standard rear"]))
    def name_bar(self, name: str) -> None:
        self.act(edits.Choose("bench.rear.bar.name", name))

    @rule(which=st.integers(0, 1), text=st.sampled_from(["", "cold", "warm"]))
    def note(self, which: int, text: str) -> None:
        number = self.notes[which]
        self.act(edits.PutDocument("note", NOTE, number, text) if text else edits.RemoveDocument("note off", number))

    @rule()
    def other_car(self) -> None:
        """Another car of the garage goes its own way in between."""
        if not self.full:
            other = Session(self.garage, self.other)
            other.do(edits.SetValue("car.cg_height", other.file.car.cg_height.value + 1e-3))

    @rule()
    def undo(self) -> None:
        try:
            done = self.session.take_back()
        except StoreError:
            assert self.full
            return
        assert (done is None) == (self.at == 0)
        self.at -= done is not None

    @rule()
    def redo(self) -> None:
        try:
            done = self.session.do_again()
        except StoreError:
            assert self.full
            return
        assert (done is None) == (self.at == len(self.states) - 1)
        self.at += done is not None

    @rule()
    def fill_the_disk(self) -> None:
        self.full = True
        resource.setrlimit(resource.RLIMIT_FSIZE, (0, self.limit[1]))

    @rule()
    def free_the_disk(self) -> None:
        self.full = False
        resource.setrlimit(resource.RLIMIT_FSIZE, self.limit)
        self.session.save_again()

    @rule()
    def restart(self) -> None:
        if not self.full:
            self.session.save_again()
            self.garage.close()
            self.garage = Garage(self.path, (*KINDS, NOTE))
            self.session = Session(self.garage, self.car)
            self.notes = [note if self.is_used(note) else self.garage.database.new_number() for note in self.notes]

    def is_used(self, number: int) -> bool:
        """A number that nothing was written under is free again after a restart."""
        return self.garage.database.one("SELECT id FROM document WHERE id = ?", number) is not None

    @invariant()
    def shows_what_the_list_says(self) -> None:
        assert self.seen() == self.states[self.at]

    def teardown(self) -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, self.limit)
        self.garage.close()
        self.folder.cleanup()


TestJournal = JournalMachine.TestCase
TestJournal.settings = settings(max_examples=30, stateful_step_count=30, deadline=None)
