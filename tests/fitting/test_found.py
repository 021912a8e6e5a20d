"""What is found on a job: the way of the bar, defects and their mending, the kit on the bench, what bolts hold."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anchor_beam.core.fastener.grip import Fit, Into
from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Has, Job, JobKind, LinkJoint
from anchor_beam.documents.job_card import BoltEntry, Counted, Done, JobCard, Value, new_card
from anchor_beam.documents.job_card_plain import card_from, card_plain
from anchor_beam.documents.poses import MOST_POSES, Arms, Folded, Leading, Past, Pose, Steered, pose_from
from anchor_beam.documents.remarks import MOST_REMARKS, Matter, Remark, Touches, Where
from anchor_beam.documents.stacks import MOST_LAYERS, HeadTo, Layer, OnThread, Reach, Stack, checked_layer
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import may_sign, view
from anchor_beam.fitting.kit import items, strands
from anchor_beam.fitting.redo import REDO, again, mended
from anchor_beam.fitting.stack import judged
from anchor_beam.fitting.told import open_remark, pose_told, remark_told
from anchor_beam.fitting.way_in import mirrored, way_in

JOB = Job(JobKind.ONE_PIECE, Axle.REAR, "old", "Elm 18", "hole 2", (0.0885, 0.0885), has=(Has.COLLARS,))
CARD = new_card(1, "Rear: Elm 18", JOB, "2026-05-01")
POSES = st.builds(
    Pose, st.sampled_from(("", "turned a quarter")), st.sampled_from(Leading), st.sampled_from(Steered),
    st.sampled_from(Folded), st.sampled_from(Arms), st.just(Past.NOT_SAID), st.just(""), st.sampled_from(("", "hangers")),
    st.sampled_from(("", "pipe")), st.none() | st.floats(0.0, 0.1),
)  # fmt: skip
OVER = Pose("turned a quarter", Leading.RIGHT, Steered.LEFT, past=Past.OVER, what="exhaust", gap=0.004)


# the way of the bar


@given(st.lists(POSES, max_size=6).map(tuple), st.floats(-0.01, 0.02))
def test_the_way_in_is_the_way_out_backwards_and_both_mirrors_undo_each_other(
    out: tuple[Pose, ...], thick: float
) -> None:
    inward = way_in(out, thick)
    assert tuple(each.pose for each in reversed(inward)) == out
    for each in inward:
        assert mirrored(mirrored(each.pose)) == each.pose
        assert (each.gap is None) is (each.pose.gap is None)
        if each.gap is not None and each.pose.gap is not None:
            assert each.gap == pytest.approx(max(each.pose.gap - 0.5 * thick, 0.0))
            assert each.touches is (each.gap <= 0.0 or each.pose.gap <= 0.0)
    other = way_in(out, thick, other_side=True)
    assert [each.gap for each in other] == [each.gap for each in inward]
    swapped = {Leading.LEFT: Leading.RIGHT, Leading.RIGHT: Leading.LEFT}
    for here, there in zip(inward, other, strict=True):
        assert there.pose.leading is swapped.get(here.pose.leading, here.pose.leading)
        assert there.pose.arms is here.pose.arms and there.pose.links is here.pose.links  # up stays up


def test_a_pose_that_touched_is_red_whatever_the_new_bar_measures() -> None:
    (thin,) = way_in((replace(OVER, gap=0.0),), -0.004)
    (thick,), (room,) = way_in((OVER,), 0.008), way_in((OVER,), 0.006)
    assert thin.touches and thick.touches and not room.touches and room.gap == pytest.approx(0.001)


def test_a_pose_is_told_as_it_is_and_what_went_ahead_comes_last_on_the_way_in() -> None:
    pose = replace(OVER, links=Folded.FOLDED, slack="rear hangers", harmed="brake pipe")
    assert pose_told(pose, "4 mm left") == (
        "right end first, wheels left, links folded, over exhaust, turned a quarter; slack: rear hangers; "
        "mind brake pipe; 4 mm left"
    )
    assert pose_told(pose, inward=True).startswith("right end last, wheels left")
    assert pose_told(Pose(slack="liner")) == "slack: liner"


@pytest.mark.parametrize(("pose", "place", "says"), [
    (Pose("  "), "pose", "Say how the bar moved"), (Pose(what="tie rod"), "past", "Over or under “tie rod”?"),
    (Pose(past=Past.UNDER), "past", "Over or under what?"), (Pose("x" * 401), "pose", "too long"),
])  # fmt: skip
def test_half_a_pose_is_refused(pose: Pose, place: str, says: str) -> None:
    with pytest.raises(InputError, match=says.replace("?", r"\?")) as caught:
        CARD.with_pose(pose)
    assert caught.value.place == place


def test_poses_survive_their_document_those_of_older_cards_too() -> None:
    card = CARD.with_pose(OVER).with_pose(Pose(" dropped straight "))
    assert card_from(card_plain(card)) == card and card.poses[1] == Pose("dropped straight")
    assert pose_from("left end down") == Pose("left end down")
    full = replace(CARD, poses=(OVER,) * MOST_POSES)
    with pytest.raises(InputError, match=f"{MOST_POSES} moves"):
        full.with_pose(OVER)


# defects, reworked parts, deviations, work for others


def done_all(card: JobCard) -> JobCard:
    return replace(card, done={each.step.id: Done("2026-05-02T10:00:00+00:00") for each in view(card).steps})


TORN = Remark(Matter.DEFECT, "arm", "bush torn", "arm angles", Where.LEFT, Touches.CLAMP, "inspect")


@pytest.mark.parametrize("touches", list(Touches))
def test_what_is_mended_opens_just_the_steps_whose_checks_it_touches(touches: Touches) -> None:
    card = done_all(CARD).with_remark(replace(TORN, touches=touches))
    for step in view(card).steps:
        for asked in step.checks:
            for key in asked.keys:
                card = card.with_value(key, Value(1.0))
    after = mended(card, 0, "2026-05-03")
    undone = set(card.done) - set(after.done)
    assert undone == set(again(card, touches))
    for step in view(card).steps:
        keys = {asked.key for asked in step.checks}
        assert (step.step.id in undone) is bool(keys & set(REDO[touches]))
    gone = {key.partition("@")[0].partition(".")[0] for key in set(card.values) - set(after.values)}
    assert gone == {key for key in REDO[touches] if any(key in each.step.checks for each in view(card).steps)}
    assert not after.remarks[0].is_open and after.remarks[0].closed == "2026-05-03"


def test_open_defects_and_work_for_others_hold_the_card_and_say_what_the_car_may_do() -> None:
    pipe = Remark(Matter.OTHERS, "brake pipe", "rusted behind the clamp", "stands; not driven", Where.RIGHT)
    card = CARD.with_remark(TORN).with_remark(pipe).with_remark(Remark(Matter.REWORKED, "bracket", "hole reamed"))
    held = view(card).open
    assert "defect: left arm, bush torn" in held
    assert "work for others: right brake pipe, rusted behind the clamp; until then: stands; not driven" in held
    assert not any("reamed" in each for each in held)
    assert not any("bush torn" in each for each in view(mended(card, 0, "2026-05-03")).open)
    assert len(card.without_remark(0).remarks) == 2


def test_a_remark_is_told_whole() -> None:
    told = remark_told(TORN, 13, ("K1", "K4"))
    assert told == (
        "defect, left arm: bush torn; what it spoils: arm angles; at step 13. Once it is done, again: centred, free to turn."
    )
    assert remark_told(replace(TORN, closed="2026-05-03", where=Where.BOTH), None, ()).endswith("done 2026-05-03.")
    assert open_remark(TORN) == "defect: left arm, bush torn"


@pytest.mark.parametrize(("remark", "place"), [
    (replace(TORN, part=" "), "part"), (replace(TORN, text=""), "text"),
    (Remark(Matter.DEVIATION, "bolts", "longer ones"), "more"), (Remark(Matter.OTHERS, "pipe", "rusted"), "more"),
    (replace(TORN, text="x" * 601), "text"),
])  # fmt: skip
def test_half_a_remark_is_refused_at_its_place(remark: Remark, place: str) -> None:
    with pytest.raises(InputError) as caught:
        CARD.with_remark(remark)
    assert caught.value.place == place and CARD.remarks == ()


def test_remarks_have_a_bound_and_survive_their_document() -> None:
    card = CARD.with_remark(TORN)
    assert card_from(card_plain(card)) == card
    with pytest.raises(InputError, match="60 remarks"):
        replace(CARD, remarks=(TORN,) * MOST_REMARKS).with_remark(TORN)


# the kit


def test_a_part_that_is_missing_keeps_the_old_bar_where_it_is() -> None:
    ready = replace(CARD, done={"read": Done("2026-05-02T10:00:00+00:00")})
    assert may_sign(ready, "count") == "" and not ready.kit and items(JOB)
    short = ready.with_counted("saddles", Counted.WRONG).with_counted("links", Counted.MISSING)
    assert strands(short) == ("saddles, one of each hand: wrong part", "links as a pair: missing")
    assert "The old bar stays where it is: saddles, one of each hand: wrong part" in may_sign(short, "count")
    filed = short.with_counted("saddles", Counted.REWORK).with_counted("links", Counted.GOOD)
    assert may_sign(filed, "count") == "" and card_from(card_plain(filed)) == filed
    assert "links" not in filed.with_counted("links", Counted.OPEN).kit


@pytest.mark.parametrize("kind", list(JobKind))
@pytest.mark.parametrize("joint", [LinkJoint.BALL, LinkJoint.NONE])
def test_every_kit_is_counted_by_things_that_it_holds(kind: JobKind, joint: LinkJoint) -> None:
    kit = items(Job(kind, Axle.REAR, "old", "Elm 18", joint=joint))
    keys = [each.key for each in kit]
    assert len(set(keys)) == len(keys) and {"bolts", "sheet"} <= set(keys)
    assert ("links" in keys) is (joint is LinkJoint.BALL and kind is not JobKind.LATERAL_ROD)
    assert ("rod" in keys) is (kind is JobKind.LATERAL_ROD) and ("arms" in keys) is (kind is JobKind.SPLINED)
    assert "collars" not in keys and all(each.tries for each in kit)


# what bolts hold


BOLT = BoltEntry("M10 x 1.5", Strength.C88, Surface.ZINC)
STACK = Stack(0.035, Into.NUT, 0.008, (Layer("washer", 0.002), Layer("bracket", 0.020)), HeadTo.UP)


def with_stack(stack: Stack, *, bolt: BoltEntry | None = BOLT) -> JobCard:
    card = CARD.with_stack("saddles", stack)
    return card if bolt is None else card.with_bolt("saddles", bolt)


def test_an_added_brace_calls_for_its_longer_bolt() -> None:
    fits = replace(STACK, length=0.0325)
    now = judged(with_stack(fits), "saddles")
    assert now is not None and now.length is not None and now.length.fit is Fit.GOOD and not now.longer
    braced = replace(fits, layers=(*fits.layers, Layer("brace", 0.004, new=True)))
    then = judged(with_stack(braced), "saddles")
    assert then is not None and then.length is not None and then.length.fit is Fit.SHORT and then.longer
    assert (then.before, then.after) == pytest.approx((0.022, 0.026))
    assert then.length.shortest == pytest.approx(0.026 + 0.008 + 0.0015)
    short_before = judged(with_stack(replace(braced, length=0.030)), "saddles")
    assert short_before is not None and not short_before.longer  # it never was long enough: no news of the brace


def test_what_is_not_known_is_named_and_nothing_is_judged() -> None:
    bare = judged(with_stack(Stack(head=HeadTo.UP), bolt=None), "saddles")
    assert bare is not None and bare.length is None
    assert bare.why == "not judged: its thread, its length, what it goes through, the height of the nut not known"
    assert judged(CARD, "saddles") is None
    tapped = judged(with_stack(replace(STACK, into=Into.STEEL, depth=None)), "saddles")
    assert tapped is not None and "the depth of the hole" in tapped.why


def test_a_bolt_that_bottoms_in_its_hole_is_refused() -> None:
    deep = replace(STACK, into=Into.STEEL, depth=0.012, length=0.033)
    found = judged(with_stack(deep), "saddles")
    assert found is not None and found.length is not None and found.length.engaged == pytest.approx(0.011)
    with pytest.raises(InputError, match="bottoms before it clamps saddle bolts") as caught:
        judged(with_stack(replace(deep, length=0.036)), "saddles")
    assert caught.value.place == "length" and "34 mm" in caught.value.accepts


@pytest.mark.parametrize(("now", "then", "trapped"), [
    (Reach.WRENCH, Reach.WRENCH, False), (Reach.WRENCH, Reach.OFFSET, True), (Reach.OFFSET, Reach.NONE, True),
    (Reach.NONE, Reach.WRENCH, False),
])  # fmt: skip
def test_access_that_the_new_part_takes_away_is_told(now: Reach, then: Reach, trapped: bool) -> None:
    found = judged(with_stack(replace(STACK, reach=now, reach_after=then)), "saddles")
    assert found is not None and found.trapped is trapped


def test_layers_have_names_and_bounds_and_stacks_survive_their_document() -> None:
    for layer, place in ((Layer(" ", 0.002), "layer"), (Layer("x", 0.0), "thick"), (Layer("x", 0.6), "thick")):
        with pytest.raises(InputError) as caught:
            checked_layer(layer)
        assert caught.value.place == place
    card = with_stack(replace(STACK, on_thread=OnThread.LOCKER))
    assert card_from(card_plain(card)) == card
    assert "saddles" not in card.with_stack("saddles", Stack()).stacks  # nothing said is nothing kept
    with pytest.raises(InputError, match="12 layers"):
        CARD.with_stack("saddles", Stack(layers=(Layer("x", 0.001),) * (MOST_LAYERS + 1)))
