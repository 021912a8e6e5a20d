"""Job cards as plain data, for the garage and for files."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.job import Bushing, Hardware, Has, Job, JobKind, Lift, LinkJoint, SecondLink, Sides, Stops
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
)
from anchor_beam.documents.poses import pose_from, pose_plain
from anchor_beam.documents.remarks import remark_from, remark_plain
from anchor_beam.documents.stacks import stack_from, stack_plain


def card_plain(card: JobCard) -> dict[str, Any]:
    """For a document."""
    return {
        "number": card.number, "title": card.title, "started": card.started,
        "job": job_plain(card.job),
        "done": {step: {"at": each.at, "by": each.by} for step, each in sorted(card.done.items())},
        "values": {check: {"value": each.value, "typed": each.typed} for check, each in sorted(card.values.items())},
        "notes": dict(sorted(card.notes.items())),
        "torques": {
            fastener: {"low_Nm": each.low, "high_Nm": each.high, "typed": each.typed, "source": each.source}
            for fastener, each in sorted(card.torques.items())
        },
        "skipped": dict(sorted(card.skipped.items())),
        "bolts": {
            fastener: {"thread": each.thread, "class": str(each.strength), "surface": str(each.surface)}
            for fastener, each in sorted(card.bolts.items())
        },
        "own": list(map(own_step_plain, card.own)),
        "order": list(card.order), "seen": [list(pair) for pair in card.seen],
        "gathered": {what: str(got) for what, got in sorted(card.gathered.items())},
        "poses": list(map(pose_plain, card.poses)),
        "looked": list(card.looked), "remarks": list(map(remark_plain, card.remarks)),
        "stacks": {fastener: stack_plain(each) for fastener, each in sorted(card.stacks.items())},
        "kit": {item: str(each) for item, each in sorted(card.kit.items())}, "waits": dict(sorted(card.waits.items())),
        "sources": {
            what: [{"where": each.where, "price": each.price} for each in sources]
            for what, sources in sorted(card.sources.items())
        },
        "fitted": {"hump": str(card.fitted.hump), "fittings": str(card.fitted.fittings), "marked": card.fitted.marked},
        "odometer_m": [card.odometer.first, card.odometer.now],
    }  # fmt: skip


def job_plain(job: Job) -> dict[str, Any]:
    """The job of a card, for a document."""
    return {
            "kind": str(job.kind), "axle": str(job.axle), "off": job.off, "on": job.on, "hole": job.hole,
            "links_mm": None if job.links is None else [round(length * 1e3, 6) for length in job.links],
            "joint": str(job.joint), "lift": str(job.lift), "hands": job.hands, "has": [str(each) for each in job.has],
            "wont": list(job.wont), "seat": job.seat, "bushings": str(job.bushings), "sides": str(job.sides),
            "name": job.name, "hardware": str(job.hardware), "stops": str(job.stops), "second": str(job.second),
        }  # fmt: skip


def job_from(data: Mapping[str, Any]) -> Job:
    """The job of a card.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    links = data.get("links_mm")
    return Job(
        JobKind(data["kind"]), Axle(data["axle"]), str(data.get("off", "")), str(data.get("on", "")),
        str(data.get("hole", "")), None if links is None else (float(links[0]) / 1e3, float(links[1]) / 1e3),
        LinkJoint(data.get("joint", LinkJoint.BALL)), Lift(data.get("lift", Lift.STANDS)), int(data.get("hands", 1)),
        tuple(map(Has, data.get("has", ()))), tuple(map(str, data.get("wont", ()))), str(data.get("seat", "left")),
        Bushing(data.get("bushings", Bushing.NOT_SAID)), Sides(data.get("sides", Sides.BOTH)), str(data.get("name", "")),
        Hardware(data.get("hardware", Hardware.MAKER)), Stops(data.get("stops", Stops.GAP)),
        SecondLink(data.get("second", SecondLink.DROPS_IN)),
    )  # fmt: skip


def card_from(data: Mapping[str, Any]) -> JobCard:
    """What `card_plain` made; keys that came later may be missing.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    return JobCard(
        int(data["number"]), str(data["title"]), job_from(data["job"]), str(data["started"]),
        {str(step): Done(str(each["at"]), str(each["by"])) for step, each in data["done"].items()},
        {str(check): Value(float(each["value"]), str(each["typed"])) for check, each in data["values"].items()},
        {str(step): str(note) for step, note in data["notes"].items()},
        {
            str(fastener): TorqueEntry(float(each["low_Nm"]), float(each["high_Nm"]), str(each["typed"]), str(each["source"]))
            for fastener, each in data["torques"].items()
        },
        {str(step): str(why) for step, why in data["skipped"].items()},
        {
            str(fastener): BoltEntry(str(each["thread"]), Strength(each["class"]), Surface(each["surface"]))
            for fastener, each in data["bolts"].items()
        },
        {str(what): Got(got) for what, got in data["gathered"].items()},
        tuple(own_step_from(each) for each in data["own"]),
        tuple(map(str, data["order"])), tuple((str(step), str(text)) for step, text in data["seen"]),
        tuple(map(pose_from, data["poses"])), tuple(map(str, data["looked"])),
        tuple(map(remark_from, data.get("remarks", ()))),
        {str(fastener): stack_from(each) for fastener, each in data.get("stacks", {}).items()},
        {str(item): Counted(each) for item, each in data.get("kit", {}).items()},
        {str(step): str(until) for step, until in data.get("waits", {}).items()},
        {
            str(what): tuple(Source(str(each["where"]), _number(each["price"])) for each in sources)
            for what, sources in data.get("sources", {}).items()
        },
        _fitted(data.get("fitted", {})), Odometer(*map(_number, data.get("odometer_m", (None, None)))),
    )  # fmt: skip


def own_step_plain(step: OwnStep) -> dict[str, Any]:
    """A step of the user's own, for a document."""
    return {"id": step.id, "text": step.text, "after": step.after, "tools": step.tools, "minutes": step.minutes}


def own_step_from(data: Mapping[str, Any]) -> OwnStep:
    """What `own_step_plain` made."""
    minutes = _number(data.get("minutes"))
    return OwnStep(str(data["id"]), str(data["text"]), str(data["after"]), str(data.get("tools", "")), minutes)


def _fitted(data: Mapping[str, Any]) -> AsFitted:
    hump, fittings = (Hump(data.get(name, Hump.NOT_SAID)) for name in ("hump", "fittings"))
    return AsFitted(hump, fittings, str(data.get("marked", "")))


def _number(value: Any) -> float | None:
    return None if value is None else float(value)
