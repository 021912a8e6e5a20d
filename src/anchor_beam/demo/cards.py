"""A job card of every kind on the cars of the demo, each as somebody left it: what was signed, measured, found and noted.

All of it is invented. The last card of each car is the one that stands open when the stage is looked at."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from anchor_beam.core.fastener.grip import Into
from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Bushing, Has, Job, JobKind, Lift, LinkJoint, Sides
from anchor_beam.documents.job_card import (
    AsFitted,
    BoltEntry,
    Counted,
    Done,
    Got,
    Hump,
    JobCard,
    OwnStep,
    Source,
    TorqueEntry,
    Value,
    new_card,
)
from anchor_beam.documents.poses import Arms, Folded, Leading, Past, Pose, Steered
from anchor_beam.documents.records import CarFile
from anchor_beam.documents.remarks import Matter, Remark, Touches, Where
from anchor_beam.documents.stacks import HeadTo, Layer, OnThread, Reach, Stack
from anchor_beam.figures.job_facts import job_of
from anchor_beam.fitting.asked import asked_at
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.fitting.kit import items
from anchor_beam.fitting.step import Tag
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DEG

WHO = "Ann"
READ: dict[str, tuple[float, ...]] = {
    "K1": (0.112, 0.113), "K2": (4.2 * DEG, 4.5 * DEG), "K5": (0.0005, 0.0005), "K6": (0.014, 0.0145),
    "K7": (0.021, 0.014, 0.026), "K9": (0.0325, 0.0327), "K10": (0.006, 0.007), "K17": (0.118, 0.118),
    "K18": (0.0100, 0.0102, 0.0101), "K19": (0.246, 0.247), "R1": (0.352, 0.354), "R3": (0.08 * DEG, 0.06 * DEG),
    "R4": (-0.4 * DEG, -0.5 * DEG),
}  # fmt: skip
"""What was measured where a card of the demo was signed; looks pass."""


@immutable
class Plan:
    """A card of the demo: what is done, how far it is (0 to 1), and what else stands on it."""

    kind: JobKind
    axle: Axle
    title: str
    day: str
    share: float
    job: Callable[[Job], Job] = lambda job: job
    more: Callable[[JobCard], JobCard] = lambda card: card


def _brace(card: JobCard) -> JobCard:
    """The kit's brace makes two saddle bolts too short."""
    stack = Stack(
        0.030, Into.NUT, 0.0065, (Layer("washer", 0.0016), Layer("saddle", 0.003), Layer("arm bracket", 0.0175),
                                  Layer("brace", 0.004, new=True)), HeadTo.DOWN, OnThread.LOCKER, Reach.WRENCH, Reach.OFFSET,
    )  # fmt: skip
    card = card.with_bolt("saddles", BoltEntry("M8 x 1.25", Strength.C88, Surface.ZINC)).with_stack("saddles", stack)
    remark = Remark(
        Matter.DEVIATION, "saddle bolts", "5 mm longer than those of the kit", "the brace adds 4 mm of grip"
    )
    card = card.with_remark(remark).with_got("fastener saddles", Got.TO_GET)
    card = card.with_source("fastener saddles", Source("Marsh Lane Bolts", 6.40))
    return card.with_source("fastener saddles", Source("Brook and Daughters"))


def _swap(card: JobCard) -> JobCard:
    bent = Remark(Matter.DEFECT, "old link", "bent by 3 mm", "the arm angle that was read", Where.LEFT, Touches.LINK,
                  "compare", "2026-03-07")  # fmt: skip
    return card.with_remark(bent).with_note("compare", "new one is 10 mm longer than the right: see Links")


def _beam(card: JobCard) -> JobCard:
    return card.with_pose(Pose("drifted out to the left", Leading.LEFT, arms=Arms.LEVEL, past=Past.UNDER, what="brake pipe",
                               harmed="brake pipe", gap=0.011))  # fmt: skip


def _first(card: JobCard) -> JobCard:
    pipe = Remark(Matter.OTHERS, "brake pipe", "moved by 40 mm at the axle, to be looked at", "to the trade, slowly",
                  Where.RIGHT, step="saddles-start")  # fmt: skip
    return card.with_remark(pipe).with_source("bar", Source("Okeford Spring", 268.0)).with_got("bar", Got.HAVE)


def _own(card: JobCard) -> JobCard:
    own = OwnStep("own-1-1", "Heat shield over the rack boot: the longer screw at the back", "settle", "driver", 6.0)
    return replace(card, own=(own,))


def _rod(card: JobCard) -> JobCard:
    return card.with_torque("rod", TorqueEntry(110.0, 120.0, "110 to 120 N·m", "maker"))


def _splined(card: JobCard) -> JobCard:
    card = card.with_pose(Pose("", Leading.RIGHT, Steered.LEFT, Folded.OFF, Arms.DOWN, Past.OVER, "exhaust", "rear hangers",
                               "handbrake cable", 0.006))  # fmt: skip
    card = card.with_pose(
        Pose("turned a quarter, then straight out", Leading.RIGHT, past=Past.BEHIND, what="axle", gap=0.018)
    )
    rework = Remark(Matter.REWORKED, "mount bracket", "one hole opened to 10.5 mm", "coating; 22 mm to the edge, zinc paint",
                    Where.LEFT, step="count")  # fmt: skip
    return replace(card.with_remark(rework), fitted=AsFitted(Hump.NONE, Hump.DOWN, "left arm, two dots"))


def _live(off: str, on: str) -> Callable[[Job], Job]:
    return lambda job: replace(job, off=off, on=on, joint=LinkJoint.ROD_END, hands=1, bushings=Bushing.SPHERICAL)


PLANS: tuple[tuple[Plan, ...], ...] = (
    (
        Plan(JobKind.LINK_SWAP, Axle.REAR, "Rear: left link", "2026-03-07", 1.0,
             lambda job: replace(job, sides=Sides.LEFT, off="bent link"), _swap),
        Plan(JobKind.BRACE, Axle.FRONT, "Front: Tidewright 25 with its brace", "2026-04-02", 0.3,
             lambda job: replace(job, has=(*job.has, Has.TRAY), bushings=Bushing.POLYMER), _brace),
    ),
    (
        Plan(JobKind.OWN, Axle.FRONT, "Front: heat shield", "2026-01-11", 1.0, more=_own),
        Plan(JobKind.NO_LINKS, Axle.REAR, "Rear: beam bar on trial", "2026-02-21", 1.0,
             lambda job: replace(job, off="beam bar", on="Lantern beam bar", joint=LinkJoint.NONE, links=None), _beam),
        Plan(JobKind.STANDARD, Axle.REAR, "Rear: back to standard", "2026-03-14", 0.6,
             lambda job: replace(job, off="Lantern beam bar", on="", joint=LinkJoint.NONE)),
        Plan(JobKind.RELOCATION, Axle.REAR, "Rear: bracket moved", "2026-03-28", 0.2),
        Plan(JobKind.NONE_BEFORE, Axle.REAR, "Rear: Okeford 19, the first bar", "2026-04-11", 0.55,
             lambda job: replace(job, hands=2, bushings=Bushing.POLYMER, lift=Lift.RAMP), _first),
    ),
    (
        Plan(JobKind.SUBFRAME, Axle.FRONT, "Front: bar with the subframe down", "2026-01-24", 1.0),
        Plan(JobKind.LATERAL_ROD, Axle.REAR, "Rear: longer lateral rod", "2026-02-14", 1.0,
             _live("standard rod", "adjustable rod"), _rod),
        Plan(JobKind.LAUNCH, Axle.REAR, "Rear: launch bar", "2026-03-01", 0.4, _live("", "launch bar")),
        Plan(JobKind.WELD_IN, Axle.REAR, "Rear: weld-in bar", "2026-03-21", 0.5, _live("", "weld-in bar")),
        Plan(JobKind.SPLINED, Axle.REAR, "Rear: Lantern splined 24", "2026-04-25", 0.65,
             lambda job: replace(job, bushings=Bushing.BRONZE), _splined),
    ),
)  # fmt: skip
"""By car, in the order of the team; the Finch has a card more, half done."""


def cards_of(car: int, file: CarFile) -> tuple[JobCard, ...]:
    """The cards of a car of the demo. car: its place in the team."""
    return tuple(_made(i, file, plan) for i, plan in enumerate(PLANS[car], start=1))


def _made(number: int, file: CarFile, plan: Plan) -> JobCard:
    job = plan.job(replace(job_of(file, plan.axle), kind=plan.kind))
    card = plan.more(new_card(number, plan.title, job, plan.day))
    steps = steps_in_order(card)
    return signed(card, tuple(step.id for step in steps[: round(plan.share * len(steps))]))


def signed(card: JobCard, steps: tuple[str, ...]) -> JobCard:
    """A card with steps signed on its day, their checks passed, and its kit good once it was counted."""
    known = {step.id: step for step in steps_in_order(card)}
    done = {
        step: Done(f"{card.started}T{8 + i // 5:02d}:{12 * (i % 5):02d}:00+00:00", WHO)
        for i, step in enumerate(steps)
    }
    values = dict(card.values)
    for step in steps:
        for asked in asked_at(card, known[step]):
            read = (card.job.links or (0.118, 0.118)) if asked.key == "R2" else READ.get(asked.key, (1.0,))
            values.update({key: values.get(key, Value(value)) for key, value in zip(asked.keys, read, strict=True)})
    counted = any(Tag.TRIAL in known[step].tags for step in steps)
    kit = {item.key: Counted.GOOD for item in items(card.job)} if counted else {}
    return replace(card, done=done, values=values, kit={**kit, **card.kit})
