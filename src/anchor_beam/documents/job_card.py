"""A job card as it is kept: what the job is, what was done, measured and noted, and in which order somebody wants it.

The steps themselves are not kept: `fitting` makes them from the job, so that a card follows when parts or car change.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from enum import StrEnum
from typing import Any

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MOST_CARDS, MOST_STEPS = 200, 400  # of a car, of a card
LONGEST = 1000  # characters of a note
MOST_POSES = 40


class JobKind(StrEnum):
    """What sort of work it is."""

    ONE_PIECE = "one-piece bar"
    SPLINED = "splined bar with arms"
    NONE_BEFORE = "bar where there was none"
    NO_LINKS = "bar without links"
    LINK_SWAP = "links only"
    RELOCATION = "bracket moved"
    SUBFRAME = "bar with the subframe down"
    BRACE = "brace with the bar"
    LATERAL_ROD = "lateral rod"
    LAUNCH = "launch bar"
    WELD_IN = "weld-in bar"
    STANDARD = "back to standard"
    OWN = "a job of your own"


class Lift(StrEnum):
    """What the car is lifted with."""

    RAMP = "ramp"
    STANDS = "jack and stands"
    FLOOR = "floor, no lift"


class LinkJoint(StrEnum):
    """What the links have at their ends."""

    BALL = "ball studs"
    ROD_END = "rod ends"
    GROMMET = "post and grommets"
    BONDED = "bonded bushes"
    NONE = "no links"


class Has(StrEnum):
    """What is in the way or comes along."""

    SENSOR = "level or speed sensor"
    EXHAUST = "exhaust in the way"
    BRACE = "brace in the kit"
    COLLARS = "collars"
    TRAY = "tray or liner"
    SHARED = "bolt that holds more than the bar"
    BONDED = "bonded bushings"
    DRILL = "holes to drill"
    CUT = "old bar cut in two"


@immutable
class Job:
    """What a card is made from. off, on: names of the parts that come off and go on, empty for none. hole: in which the links
    are to hang, in words. links: lengths of left and right [m]. hands: people there. has: what is in the way or comes along.
    wont: work that Aim rules out. seat: side of the driver."""

    kind: JobKind
    axle: Axle
    off: str = ""
    on: str = ""
    hole: str = ""
    links: tuple[float, float] | None = None
    joint: LinkJoint = LinkJoint.BALL
    lift: Lift = Lift.STANDS
    hands: int = 1
    has: tuple[Has, ...] = ()
    wont: tuple[str, ...] = ()
    seat: str = "left"


@immutable
class Value:
    """What was measured at a check [SI, or 1 and 0 for a look]; what it was typed as."""

    value: float
    typed: str = ""


@immutable
class Done:
    """A step that was signed off. at: UTC, ISO 8601; by: who."""

    at: str
    by: str = ""


@immutable
class OwnStep:
    """A step of the user's own, after another one."""

    id: str
    text: str
    after: str


@immutable
class TorqueEntry:
    """What somebody entered for a fastener. low, high: [N m], the same for one figure; source: whose figure it is, as
    typed."""

    low: float
    high: float
    typed: str
    source: str = "maker"


@immutable
class BoltEntry:
    """What a fastener is, where somebody looked: thread by its name, class on its head, what is on the thread."""

    thread: str
    strength: Strength
    surface: Surface


class Got(StrEnum):
    """Whether something that a job needs is there."""

    OPEN = "not looked at"
    HAVE = "at hand"
    STAND_IN = "something else does"
    TO_GET = "to get"


@immutable
class JobCard:
    """done, notes: by step. values: by check and side, `K1`, `K7.left`. torques, bolts: by fastener. skipped: steps with the
    reason why they do not apply. gathered: by what is needed. order: steps as somebody moved them, empty for that of the
    program. seen: steps with their texts as they were when the card was last brought up to date, to mark what changed.
    poses: the way the bar came out, move by move. looked: what was due and was looked at again, as its date says it. started:
    date."""

    number: int
    title: str
    job: Job
    started: str
    done: Mapping[str, Done]
    values: Mapping[str, Value]
    notes: Mapping[str, str]
    torques: Mapping[str, TorqueEntry]
    skipped: Mapping[str, str]
    bolts: Mapping[str, BoltEntry]
    gathered: Mapping[str, Got]
    own: tuple[OwnStep, ...] = ()
    order: tuple[str, ...] = ()
    seen: tuple[tuple[str, str], ...] = ()
    poses: tuple[str, ...] = ()
    looked: tuple[str, ...] = ()

    def with_done(self, step: str, done: Done | None) -> JobCard:
        """Sign a step off, or take that back."""
        return replace(self, done=_with(self.done, step, done))

    def with_value(self, check: str, value: Value | None) -> JobCard:
        """What was measured at a check."""
        return replace(self, values=_with(self.values, check, value))

    def with_note(self, step: str, note: str) -> JobCard:
        """A note at a step, none for an empty one.

        Raises:
            InputError: at "note", it is too long.
        """
        if len(note) > LONGEST:
            raise InputError("note", "This note is too long.", got=len(note), accepts=f"up to {LONGEST} letters")
        return replace(self, notes=_with(self.notes, step, note.strip() or None))

    def with_torque(self, fastener: str, torque: TorqueEntry | None) -> JobCard:
        """What the maker says, or somebody else."""
        return replace(self, torques=_with(self.torques, fastener, torque))

    def with_bolt(self, fastener: str, bolt: BoltEntry | None) -> JobCard:
        """What a fastener is."""
        return replace(self, bolts=_with(self.bolts, fastener, bolt))

    def with_got(self, what: str, got: Got) -> JobCard:
        """Say whether something is there."""
        return replace(self, gathered=_with(self.gathered, what, None if got is Got.OPEN else got))

    def with_looked(self, what: str, *, on: bool) -> JobCard:
        """Say that something due was looked at, or that it was not."""
        rest = tuple(each for each in self.looked if each != what)
        return replace(self, looked=(*rest, what) if on else rest)

    def with_pose(self, pose: str) -> JobCard:
        """One more turn or move of the bar on its way out.

        Raises:
            InputError: at "pose", it is empty or too long, or there are too many.
        """
        if not 0 < len(pose.strip()) <= LONGEST:
            raise InputError("pose", "Say how the bar moved.", got=len(pose), accepts=f"up to {LONGEST} letters")
        if len(self.poses) >= MOST_POSES:
            raise InputError("pose", f"A way has {MOST_POSES} moves.", accepts=f"{MOST_POSES} or fewer")
        return replace(self, poses=(*self.poses, pose.strip()))

    def with_skipped(self, step: str, why: str) -> JobCard:
        """Say why a step does not apply, or that it does after all."""
        return replace(self, skipped=_with(self.skipped, step, why.strip() or None))


def new_card(number: int, title: str, job: Job, started: str) -> JobCard:
    """A card on which nothing is done yet."""
    return JobCard(number, title, job, started, {}, {}, {}, {}, {}, {}, {})


def _with(mapping: Mapping[str, Any], key: str, value: Any) -> dict[str, Any]:
    rest = {name: each for name, each in mapping.items() if name != key}
    return rest if value is None else {**rest, key: value}


def card_plain(card: JobCard) -> dict[str, Any]:
    """For a document."""
    job = card.job
    return {
        "number": card.number, "title": card.title, "started": card.started,
        "job": {
            "kind": str(job.kind), "axle": str(job.axle), "off": job.off, "on": job.on, "hole": job.hole,
            "links_mm": None if job.links is None else [round(length * 1e3, 6) for length in job.links],
            "joint": str(job.joint), "lift": str(job.lift), "hands": job.hands, "has": [str(each) for each in job.has],
            "wont": list(job.wont), "seat": job.seat,
        },
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
        "own": [{"id": each.id, "text": each.text, "after": each.after} for each in card.own],
        "order": list(card.order), "seen": [list(pair) for pair in card.seen],
        "gathered": {what: str(got) for what, got in sorted(card.gathered.items())}, "poses": list(card.poses),
        "looked": list(card.looked),
    }  # fmt: skip


def job_from(data: Mapping[str, Any]) -> Job:
    """The job of a card.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    links = data.get("links_mm")
    return Job(
        JobKind(data["kind"]), Axle(data["axle"]), str(data.get("off", "")), str(data.get("on", "")),
        str(data.get("hole", "")), None if links is None else (float(links[0]) * 1e-3, float(links[1]) * 1e-3),
        LinkJoint(data.get("joint", LinkJoint.BALL)), Lift(data.get("lift", Lift.STANDS)), int(data.get("hands", 1)),
        tuple(map(Has, data.get("has", ()))), tuple(map(str, data.get("wont", ()))), str(data.get("seat", "left")),
    )  # fmt: skip


def card_from(data: Mapping[str, Any]) -> JobCard:
    """What `card_plain` made.

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
        tuple(OwnStep(str(each["id"]), str(each["text"]), str(each["after"])) for each in data["own"]),
        tuple(map(str, data["order"])), tuple((str(step), str(text)) for step, text in data["seen"]),
        tuple(map(str, data["poses"])), tuple(map(str, data["looked"])),
    )  # fmt: skip
