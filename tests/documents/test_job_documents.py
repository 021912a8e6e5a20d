"""Job cards as documents: whatever they hold comes back, and a damaged one is refused as such and never half read."""

from __future__ import annotations

import json
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from anchor_beam.core.fastener.grip import Into
from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import (
    Bushing,
    Hardware,
    Has,
    Job,
    JobKind,
    Lift,
    LinkJoint,
    SecondLink,
    Sides,
    Stops,
)  # fmt: skip
from anchor_beam.documents.job_card import (
    AsFitted,
    BoltEntry,
    Counted,
    Done,
    Got,
    Hump,
    JobCard,
    Odometer,
    OwnStep,
    Source,
    TorqueEntry,
    Value,
)  # fmt: skip
from anchor_beam.documents.job_card_plain import card_from, card_plain, job_from, job_plain
from anchor_beam.documents.kinds import JOB_CARD, KINDS, OWN_KIND
from anchor_beam.documents.own_kind import OwnKind, kind_from, kind_plain
from anchor_beam.documents.poses import Arms, Folded, Leading, Past, Pose, Steered, pose_from, pose_plain
from anchor_beam.documents.remarks import Matter, Remark, Touches, Where, remark_from, remark_plain
from anchor_beam.documents.stacks import HeadTo, Layer, OnThread, Reach, Stack, stack_from, stack_plain

TEXT = st.text(max_size=12)
MM = st.integers(1, 500_000).map(
    lambda tenth: tenth / 1e3 / 1e3
)  # lengths that a tape or a caliper gives, to a micrometre
STAMP = st.just("2026-05-02T10:00:00+00:00")
POSES = st.builds(
    Pose, TEXT, st.sampled_from(Leading), st.sampled_from(Steered), st.sampled_from(Folded), st.sampled_from(Arms),
    st.sampled_from(Past), TEXT, TEXT, TEXT, st.none() | MM,
)  # fmt: skip
REMARKS = st.builds(
    Remark, st.sampled_from(Matter), TEXT, TEXT, TEXT, st.sampled_from(Where), st.sampled_from(Touches), TEXT, TEXT
)
STACKS = st.builds(
    Stack, st.none() | MM, st.sampled_from(Into), st.none() | MM,
    st.lists(st.builds(Layer, TEXT, MM, st.booleans()), max_size=4).map(tuple), st.sampled_from(HeadTo),
    st.sampled_from(OnThread), st.sampled_from(Reach), st.sampled_from(Reach),
)  # fmt: skip
JOBS = st.builds(
    Job, st.sampled_from(JobKind), st.sampled_from(Axle), TEXT, TEXT, TEXT, st.none() | st.tuples(MM, MM),
    st.sampled_from(LinkJoint), st.sampled_from(Lift), st.integers(1, 4),
    st.lists(st.sampled_from(Has), unique=True).map(tuple), st.lists(TEXT, max_size=2).map(tuple), TEXT,
    st.sampled_from(Bushing), st.sampled_from(Sides), TEXT, st.sampled_from(Hardware), st.sampled_from(Stops),
    st.sampled_from(SecondLink),
)  # fmt: skip
OWN = st.lists(st.builds(OwnStep, TEXT, TEXT, TEXT, TEXT, st.none() | st.floats(0.0, 90.0)), max_size=2).map(tuple)


def by(values: st.SearchStrategy[Any]) -> st.SearchStrategy[dict[str, Any]]:
    return st.dictionaries(TEXT, values, max_size=2)


CARDS = st.builds(
    JobCard, st.integers(1, 99), TEXT, JOBS, TEXT, by(st.builds(Done, STAMP, TEXT)),
    by(st.builds(Value, st.floats(-1.0, 1.0), TEXT)), by(TEXT),
    by(st.builds(TorqueEntry, st.floats(1.0, 50.0), st.floats(50.0, 90.0), TEXT, TEXT)), by(TEXT),
    by(st.builds(BoltEntry, TEXT, st.sampled_from(Strength), st.sampled_from(Surface))), by(st.sampled_from(Got)), OWN,
    st.lists(TEXT, max_size=3).map(tuple), st.lists(st.tuples(TEXT, TEXT), max_size=2).map(tuple),
    st.lists(POSES, max_size=3).map(tuple), st.lists(TEXT, max_size=2).map(tuple),
    st.lists(REMARKS, max_size=3).map(tuple), by(STACKS), by(st.sampled_from(Counted)), by(STAMP),
    by(st.lists(st.builds(Source, TEXT, st.none() | st.floats(0.0, 1e4)), max_size=2).map(tuple)),
    st.builds(AsFitted, st.sampled_from(Hump), st.sampled_from(Hump), TEXT),
    st.builds(Odometer, st.none() | st.floats(0.0, 1e9), st.none() | st.floats(0.0, 1e9)),
)  # fmt: skip
WHOLE = settings(deadline=None, max_examples=60, suppress_health_check=[HealthCheck.too_slow])


def through_text(data: Any) -> Any:
    """As the garage keeps it: JSON that is nothing but JSON."""
    return json.loads(json.dumps(data, allow_nan=False))


@WHOLE
@given(CARDS)
def test_a_card_comes_back_from_its_text(card: JobCard) -> None:
    assert card_from(through_text(card_plain(card))) == card


@given(JOBS, OWN)
def test_a_job_and_a_kind_of_ones_own_come_back(job: Job, own: tuple[OwnStep, ...]) -> None:
    assert job_from(through_text(job_plain(job))) == job
    kind = OwnKind("ours", job, own, ("read",), (("oil", "new"),))
    assert kind_from(through_text(kind_plain(kind))) == kind


@given(POSES, REMARKS, STACKS)
def test_poses_remarks_and_stacks_come_back(pose: Pose, remark: Remark, stack: Stack) -> None:
    assert pose_from(through_text(pose_plain(pose))) == pose
    assert remark_from(through_text(remark_plain(remark))) == remark
    assert stack_from(through_text(stack_plain(stack))) == stack
    assert not set(pose_plain(pose)) & {"gap_mm"} or pose.gap is not None  # what was not said is not kept


@WHOLE
@given(CARDS, st.data())
def test_a_card_without_one_of_its_keys_is_refused_or_reads_as_one_that_never_had_it(
    card: JobCard, data: st.DataObject
) -> None:
    plain = through_text(card_plain(card))
    gone = data.draw(st.sampled_from(sorted(plain)))
    del plain[gone]
    try:
        read = card_from(plain)
    except KeyError as problem:
        assert gone in str(problem)
    else:
        assert card_plain(read)[gone] != card_plain(card)[gone] or read == card


@WHOLE
@given(CARDS, st.data())
def test_a_value_of_another_sort_is_an_error_of_the_document_and_nothing_else(
    card: JobCard, data: st.DataObject
) -> None:
    plain = through_text(card_plain(card))
    key = data.draw(st.sampled_from(sorted(plain)))
    plain[key] = data.draw(st.sampled_from(("nonsense", 7, None, ["x"], {"x": 1})))
    try:
        read = card_from(plain)
    except (KeyError, ValueError, TypeError, AttributeError):
        return
    assert isinstance(read, JobCard)


@pytest.mark.parametrize(("group", "key", "value"), [
    ("job", "kind", "a new engine"), ("job", "joint", "glue"), ("job", "bushings", "wood"), ("job", "sides", "middle"),
    ("job", "hardware", "stolen"), ("job", "stops", "nowhere"), ("job", "second", "lost"), ("fitted", "hump", "sideways"),
])  # fmt: skip
def test_a_word_that_nobody_knows_is_refused(group: str, key: str, value: str) -> None:
    plain = card_plain(JobCard(1, "x", Job(JobKind.ONE_PIECE, Axle.REAR), "2026-05-01", {}, {}, {}, {}, {}, {}, {}))
    plain[group][key] = value
    with pytest.raises(ValueError, match=value):
        card_from(plain)


def test_cards_and_own_kinds_are_kinds_of_document_of_the_garage() -> None:
    assert JOB_CARD in KINDS and OWN_KIND in KINDS
    names = [kind.name for kind in KINDS]
    assert len(set(names)) == len(names)
    kind = OwnKind("ours", Job(JobKind.BRACE, Axle.FRONT))
    assert OWN_KIND.read(OWN_KIND.write(kind), OWN_KIND.schema) == kind
