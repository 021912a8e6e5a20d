"""What a job card is made from: the car, the parts that come off and go on, and what *Aim* rules out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.job import Bushing, Has, Job, JobKind, Lift, LinkJoint
from anchor_beam.documents.job_card import JobCard
from anchor_beam.documents.parts.facts import Joints
from anchor_beam.documents.records import CarFile, EndSetting
from anchor_beam.fitting.card import view
from anchor_beam.fitting.ledger import Due, is_driven, still_due
from anchor_beam.fitting.told import open_remark
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.fitting import due_now, due_on, holes_from_the_tip, progress
from anchor_beam.words.wanted import Work

JOINT = {Joints.BALLS: LinkJoint.BALL, Joints.ROD_ENDS: LinkJoint.ROD_END, Joints.GROMMETS: LinkJoint.GROMMET}


def job_of(file: CarFile, axle: Axle) -> Job:
    """The job that leads from the reference to what is on the bench, as far as the car says it."""
    reference = file.reference_setting
    before = None if reference is None else reference.end(axle)
    end = file.bench.end(axle)
    off = before.bar.name if before is not None and before.fitted else ""
    wont = tuple(str(work) for work in file.aim.wont)
    facts = end.bar.facts
    has = [Has.COLLARS] if not end.fixed else []
    has += [Has.BRACE] if facts.bracing else []
    has += [Has.DRILL] if Work.DRILL in facts.work else []
    joint = LinkJoint.NONE if end.fixed else LinkJoint.BALL if end.link_part is None else JOINT[end.link_part.joints]
    return Job(
        _kind(file, axle, before, end), axle, off, end.bar.name if end.fitted else "",
        "" if end.fixed else holes_from_the_tip(*((i, end.bar.hole_name(i)) for i in (end.hole_left, end.hole_right))),
        None if end.fixed else (end.link_left.value, end.link_right.value), joint,
        Lift.FLOOR if Work.LIFT in file.aim.wont else Lift.STANDS, 1, tuple(has), wont, str(file.car.seat), _bushings(end),
    )  # fmt: skip


def _bushings(end: EndSetting) -> Bushing:
    """What its maker calls the material, as a kind that asks for care of its own."""
    material = "" if end.bushings is None else end.bushings.material.lower()
    named = {"poly": Bushing.POLYMER, "bronze": Bushing.BRONZE, "needle": Bushing.NEEDLE, "film": Bushing.DRY_FILM,
             "bonded": Bushing.BONDED, "rubber": Bushing.SPLIT}  # fmt: skip
    return next((kind for word, kind in named.items() if word in material), Bushing.NOT_SAID)


def _kind(file: CarFile, axle: Axle, before: EndSetting | None, end: EndSetting) -> JobKind:
    if end.fixed:
        return JobKind.NO_LINKS
    if end.bar.plate_arms:
        return JobKind.SPLINED
    if before is None or not before.fitted:
        return (
            JobKind.NONE_BEFORE
            if file.car.axle(axle).kind is AxleKind.LIVE or before is not None
            else JobKind.ONE_PIECE
        )
    return (
        JobKind.LINK_SWAP if before.bar == end.bar else JobKind.BRACE if end.bar.facts.bracing else JobKind.ONE_PIECE
    )


def still(job: Job, file: CarFile) -> Job:
    """A job with the parts as they are now; what somebody chose stays."""
    now = job_of(file, job.axle)
    return replace(job, off=now.off, on=now.on, hole=now.hole, links=now.links, wont=now.wont, seat=now.seat)


def due_told(due: Due, units: System) -> str:
    """`due 2026-05-02 or after 500 km: check saddle bolts`."""
    way = "" if due.way is None else str(show(due.way, Kind.ROAD, units))
    return due_on(due.day.isoformat(), due.what, way)


def open_work(cards: Sequence[JobCard], units: System) -> tuple[str, ...]:
    """Lines on the job cards of a car: which are not finished; what holds one open, and what is due first."""
    views = [(card, view(card)) for card in cards]
    begun = [
        f"{card.title}, {progress(seen.done, len(seen.steps))}" for card, seen in views if seen.done < len(seen.steps)
    ]
    dues = sorted(
        ((not is_driven(card, each), each) for card in cards for each in still_due(card)),
        key=lambda due: (due[0], due[1].day),
    )
    others = [open_remark(remark, brief=True) for card in cards for remark in card.remarks if remark.is_open]
    parts = [f"job open: {begun[-1]}{f' and {len(begun) - 1} more' if len(begun) > 1 else ''}"] if begun else []
    first = [due_told(each, units) if later else due_now(each.what) for later, each in dues[:1]]
    return (*parts, *others[:1], *first)
