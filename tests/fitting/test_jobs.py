"""Every kind of job, for every car and lift that changes its steps: orders that can be worked, nothing left loose or
unhooked."""

from __future__ import annotations

import tomllib
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Has, Job, JobKind, Lift, LinkJoint
from anchor_beam.documents.job_card import OwnStep, new_card
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import moved_to, steps_in_order, view
from anchor_beam.fitting.checks import CHECKS
from anchor_beam.fitting.fasteners import FASTENERS, WONT_MOVE
from anchor_beam.fitting.graph import first_wrong, in_own_order, lint, ordered
from anchor_beam.fitting.jobs import FILES, FOLDER, cautions, steps_of, template_of
from anchor_beam.fitting.step import Act, Deed, Phase, Posture, Step

JOBS = st.builds(
    Job, st.sampled_from(JobKind), st.sampled_from(Axle), st.sampled_from(("", "old bar")), st.just("new bar"),
    st.just("hole 2"), st.just((0.09, 0.09)), st.sampled_from(LinkJoint), st.sampled_from(Lift), st.sampled_from((1, 2)),
    st.lists(st.sampled_from(Has), unique=True).map(tuple),
)  # fmt: skip


@settings(max_examples=250, deadline=None)
@given(JOBS)
def test_no_step_comes_before_what_it_needs_and_nothing_is_left_loose_or_unhooked(job: Job) -> None:
    steps = steps_of(job)
    order = ordered(steps)
    assert sorted(step.id for step in order) == sorted(step.id for step in steps)
    assert len({step.id for step in steps}) == len(steps)
    done: set[str] = set()
    for step in order:
        assert {first for first, _ in step.needs} <= done, step.id
        done.add(step.id)
    assert lint(steps, template_of(job.kind).gone) == ()
    for step in steps:
        assert set(step.checks) <= CHECKS.keys() and set(step.cautions) <= cautions().keys()
        assert {act.fastener for act in step.acts} <= FASTENERS.keys()
        assert "{" not in step.text and step.minutes[0] <= step.minutes[1]
        assert job.hands > 1 or step.hands == 1 or step.solo  # alone, a way for one is told
    kept = {check for step in steps for check in step.checks}
    assert {"K7", "K12", "K13", "K14"} <= kept  # no job closes without them


@settings(max_examples=60, deadline=None)
@given(JOBS, st.data())
def test_a_step_is_moved_where_the_graph_allows_it_and_nowhere_else(job: Job, data: st.DataObject) -> None:
    card = new_card(1, "card", job, "2026-05-01")
    order = steps_in_order(card)
    step, to = data.draw(st.sampled_from(order)), data.draw(st.integers(0, len(order) - 1))
    rest = [each for each in order if each is not step]
    rest.insert(to, step)
    if first_wrong(rest) is None:
        assert [each.id for each in steps_in_order(moved_to(card, step.id, to))] == [each.id for each in rest]
    else:
        with pytest.raises(InputError, match="comes after"):
            moved_to(card, step.id, to)


def test_every_file_is_used_and_every_word_in_it_is_known() -> None:
    assert {path.stem for path in FOLDER.glob("*.toml")} - {"cautions"} == set(FILES.values())
    pieces = {path.stem for path in (FOLDER / "pieces").glob("*.toml")}
    named = set()
    for name in FILES.values():
        data = tomllib.loads((FOLDER / f"{name}.toml").read_text("utf-8"))
        named |= {*data["before"], *data["after"]}
    assert named == pieces
    for kind in JobKind:
        assert template_of(kind).steps
    used = {key for kind in JobKind for each in template_of(kind).steps for key in each.step.cautions}
    assert used <= cautions().keys()
    assert {fastener.stuck for fastener in FASTENERS.values()} <= WONT_MOVE.keys()


def test_readings_come_before_anything_is_loosened_and_hidden_joints_before_what_hides_them() -> None:
    job = Job(JobKind.ONE_PIECE, Axle.REAR, "old", "new", joint=LinkJoint.BALL, has=(Has.BRACE, Has.COLLARS))
    ids = [step.id for step in ordered(steps_of(job))]
    place = ids.index
    assert place("read") < place("crack") < place("lift") < place("level") < place("links-off") < place("saddles-off")
    assert (
        place("brace-final") < place("saddles-start") < place("links-on") < place("saddles-final") < place("collars")
    )
    assert (
        place("sweep") < place("wheels-on") < place("lower") < place("settle") < place("links-final") < place("paint")
    )
    assert place("paint") < place("drive") < place("look") < place("dates")
    without = [step.id for step in ordered(steps_of(replace(job, off="")))]
    assert "links-off" not in without and "saddles-off" not in without and "saddles-final" in without


def step(id_: str, *needs: str, posture: Posture = Posture.HANG, acts: tuple[Act, ...] = (), **more: object) -> Step:
    return Step(
        id_, Phase.ON, Deed.MOVE, id_, posture, needs=tuple((each, "so") for each in needs), acts=acts, **more
    )


def test_a_circle_is_named_and_postures_change_as_little_as_they_may() -> None:
    with pytest.raises(InputError, match="need each other: a → c → b → a"):
        ordered((step("a", "c"), step("b", "a"), step("c", "b")))
    wheels = Posture.WHEELS
    order = ordered((step("a"), step("b", posture=wheels), step("c"), step("d", "b", posture=wheels)))
    assert [each.id for each in order] == ["a", "c", "b", "d"]
    with pytest.raises(InputError, match="“d” cannot come before “b”"):
        in_own_order((step("b"), step("d", "b")), ("d", "b"))


def test_what_is_wrong_with_steps_is_told() -> None:
    free = step("free", acts=(Act("saddles", Deed.UNDO),), opens=("lead",))
    tight = step("tight", "free", acts=(Act("saddles", Deed.SNUG),))
    drill = step("drill", reversible=False)
    assert set(lint((free, tight, drill))) == {
        "lead, taken off by “free”, is never put back", "saddles is snugged by “tight” before it was started",
        "saddles is never made final", "“drill” cannot be taken back, and nobody was asked",
    }  # fmt: skip


def test_own_steps_stand_where_they_were_put_and_cannot_jump_before_it() -> None:
    job = Job(JobKind.LINK_SWAP, Axle.FRONT, "old", "old", joint=LinkJoint.ROD_END)
    card = replace(
        new_card(1, "card", job, "2026-05-01"), own=(OwnStep("own-1", "Look at the steering boot.", "level"),)
    )
    ids = [each.id for each in steps_in_order(card)]
    assert ids.index("own-1") == ids.index("level") + 1
    with pytest.raises(InputError, match="you put it there"):
        moved_to(card, "own-1", 0)
    assert view(card).steps[ids.index("own-1")].step.own


def test_a_kind_knows_what_there_is_nothing_to_do_about() -> None:
    bare = Job(JobKind.NONE_BEFORE, Axle.REAR, "", "new", joint=LinkJoint.ROD_END)
    steps = {each.id: each for each in steps_of(bare)}
    assert "Holes cannot be taken back" in steps["ask"].text and not steps["drill"].reversible
    order = [each.id for each in ordered(tuple(steps.values()))]
    assert (
        order.index("ask")
        < order.index("marks")
        < order.index("behind")
        < order.index("drill")
        < order.index("links-on")
    )
