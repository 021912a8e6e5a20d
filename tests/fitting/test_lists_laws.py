"""What is needed, the routes and the kit of any job: nothing that a step wants is missing, nothing is there for nobody."""

from __future__ import annotations

from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Has, Job, JobKind
from anchor_beam.documents.job_card import Got, Source, new_card
from anchor_beam.fitting.card import ruled_out_by, steps_in_order, tools_of
from anchor_beam.fitting.fasteners import FASTENERS, WONT_MOVE, Renew
from anchor_beam.fitting.gather import ON_ONE, USED_UP, Group, baskets, needed, still_to_get
from anchor_beam.fitting.graph import ordered
from anchor_beam.fitting.jobs import steps_of
from anchor_beam.fitting.kit import items
from anchor_beam.fitting.ledger import rows
from anchor_beam.fitting.routes import routes
from anchor_beam.fitting.step import Deed, Tag
from anchor_beam.units.kinds import System
from fitting.test_jobs import JOBS

WORK = ("drill", "weld", "find a second person", "lower a subframe", "work under a lifted car")


@settings(max_examples=80, deadline=None)
@given(JOBS, st.sampled_from((System.METRIC, System.US)))
def test_everything_that_a_step_wants_is_on_the_list_and_nothing_else(job: Job, units: System) -> None:
    card = new_card(1, "card", job, "2026-05-01")
    found = needed(card, units)
    keys = [each.key for each in found]
    assert len(set(keys)) == len(keys)
    wanted = {tool for step in steps_in_order(card) for tool in step.tools} - ON_ONE
    things = {each.what for each in found if each.group in (Group.TOOL, Group.USED_UP)}
    assert things == wanted == set(tools_of(card)) - ON_ONE
    assert {each.what for each in found if each.group is Group.USED_UP} == wanted & USED_UP
    renewed = {f"fastener {row.fastener.id}" for row in rows(card) if row.fastener.renew is not Renew.NO}
    assert {each.key for each in found if each.group is Group.FASTENER} == renewed
    for each in found:
        if each.step is not None:
            step = steps_in_order(card)[each.step - 1]
            acts = {f"fastener {act.fastener}" for act in step.acts}
            assert each.what in step.tools or each.key in acts
    parts = {each.key for each in found if each.group is Group.PART}
    assert ("links" in parts) is (job.links is not None) and ("bar" in parts) is (bool(job.on) and job.on != job.off)


@settings(max_examples=60, deadline=None)
@given(JOBS, st.data())
def test_baskets_hold_what_is_to_get_once_each_at_its_cheapest(job: Job, data: st.DataObject) -> None:
    card = new_card(1, "card", job, "2026-05-01")
    keys = [each.key for each in needed(card, System.METRIC)]
    for key in data.draw(st.lists(st.sampled_from(keys), unique=True, max_size=5)):
        card = card.with_got(key, Got.TO_GET)
        for where in data.draw(st.lists(st.sampled_from(("Hill", "Brook")), unique=True)):
            card = card.with_source(key, Source(where, data.draw(st.none() | st.floats(0.5, 99.0))))
    found = needed(card, System.METRIC)
    made = baskets(found)
    told = sorted(what for basket in made for what in basket.things)
    assert told == sorted(still_to_get(card, System.METRIC))
    for each in found:
        prices = [source.price for source in each.sources]
        known = [price for price in prices if price is not None]
        assert prices[: len(known)] == sorted(known)  # the cheapest first, unknown prices last
    total = sum(each.sources[0].price or 0.0 for each in found if each.got is Got.TO_GET and each.sources)
    assert sum(basket.sum for basket in made) == total or abs(sum(basket.sum for basket in made) - total) < 1e-9


@settings(max_examples=60, deadline=None)
@given(JOBS, st.sets(st.sampled_from(WORK)))
def test_routes_are_told_as_their_steps_are(job: Job, wont: set[str]) -> None:
    asked = replace(job, wont=tuple(sorted(wont)))
    found = routes(asked)
    own = {step.id for step in steps_of(asked)}
    assert {step.id for step in steps_of(found[0].job)} == own
    orders = [tuple(step.id for step in ordered(steps_of(route.job))) for route in found]
    assert len(set(orders)) == len(orders)  # no two that are one
    for route in found:
        steps = ordered(steps_of(route.job))
        assert route.steps == len(steps) and route.hands == max(step.hands for step in steps)
        assert route.minutes == (sum(step.minutes[0] for step in steps), sum(step.minutes[1] for step in steps))
        assert len(route.for_good) == sum(not step.reversible for step in steps)
        assert route.aligned is any(Tag.ALIGNED in step.tags for step in steps)
        assert set(route.ruled_out) <= wont and route.job.axle is job.axle and route.job.on == job.on


@settings(max_examples=40, deadline=None)
@given(JOBS)
def test_what_is_ruled_out_is_named_by_the_work_that_the_steps_are(job: Job) -> None:
    steps = ordered(steps_of(job))
    found = set(ruled_out_by(steps, WORK))
    assert ("drill" in found) is any(step.deed is Deed.DRILL for step in steps)
    assert ("weld" in found) is any(step.deed is Deed.WELD for step in steps)
    assert "work under a lifted car" in found  # each of these jobs lifts it
    assert ruled_out_by(steps, ()) == ()


@given(JOBS)
def test_a_kit_counts_what_the_job_has(job: Job) -> None:
    keys = {item.key for item in items(job)}
    assert ("collars" in keys) is (Has.COLLARS in job.has) and ("brace" in keys) is (Has.BRACE in job.has)
    assert ("bar" in keys) is (
        job.kind not in (JobKind.LINK_SWAP, JobKind.LATERAL_ROD, JobKind.RELOCATION, JobKind.OWN)
    )
    assert all(item.what and item.tries for item in items(replace(job, axle=Axle.FRONT)))


def test_every_fastener_can_be_stuck_and_says_how_it_is_held() -> None:
    for fastener in FASTENERS.values():
        assert WONT_MOVE[fastener.stuck] and fastener.into and fastener.hold and fastener.name
        assert fastener.recheck in ("", "first drive", "first tank", "first event")
