"""A job card as it is kept: what the job is, what was done, measured and noted, and in which order somebody wants it.

The steps themselves are not kept: `fitting` makes them from the job, so that a card follows when parts or car change.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import field, replace
from enum import StrEnum
from typing import Any

from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.documents.job import Job
from anchor_beam.documents.poses import MOST_POSES, Pose
from anchor_beam.documents.remarks import MOST_REMARKS, Remark
from anchor_beam.documents.stacks import MOST_LAYERS, Stack
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MOST_CARDS, MOST_STEPS = 200, 400  # of a car, of a card
LONGEST = 1000  # characters of a note
MOST_SOURCES = 8  # of one thing


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
    """A step of the user's own, after another one. tools: as in a list, with commas. minutes: about how long it takes, None
    where nobody said."""

    id: str
    text: str
    after: str
    tools: str = ""
    minutes: float | None = None


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


class Counted(StrEnum):
    """What the bench says of something from the kit."""

    OPEN = "not tried"
    GOOD = "good"
    REWORK = "rework it"
    MISSING = "missing"
    WRONG = "wrong part"

    @property
    def strands(self) -> bool:
        """Whether the car would stand without it."""
        return self in (Counted.MISSING, Counted.WRONG)


@immutable
class Source:
    """Where something can be had. price: in the user's currency, None where it is not known."""

    where: str
    price: float | None = None


class Hump(StrEnum):
    """Which way a bar's hump or bow looks once it is in."""

    NOT_SAID = "not said"
    NONE = "no hump"
    UP = "up"
    DOWN = "down"
    AHEAD = "ahead"
    BACK = "back"


@immutable
class AsFitted:
    """How a bar sits. hump, fittings: which way its hump and its grease fittings look; marked: which end its maker marked,
    empty for none."""

    hump: Hump = Hump.NOT_SAID
    fittings: Hump = Hump.NOT_SAID
    marked: str = ""


@immutable
class Odometer:
    """first: when it was first driven; now: last read [m]; None where nobody read it."""

    first: float | None = None
    now: float | None = None

    @property
    def driven(self) -> float | None:
        """Since the first drive [m], None where it is not known."""
        return None if self.first is None or self.now is None else self.now - self.first


@immutable
class JobCard:
    """done, notes: by step. values: by check and side, `K1`, `K7.left`. torques, bolts: by fastener. skipped: steps with the
    reason why they do not apply. gathered: by what is needed. order: steps as somebody moved them, empty for that of the
    program. seen: steps with their texts as they were when the card was last brought up to date, to mark what changed.
    poses: the way the bar came out. looked: what was due and was looked at again, as its date says it. remarks: what was
    found or decided. stacks: what bolts hold, by fastener. kit: what the bench said, by item. waits: until when a step has to
    rest, UTC, ISO 8601. sources: where things can be had, by what is needed. started: date."""

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
    poses: tuple[Pose, ...] = ()
    looked: tuple[str, ...] = ()
    remarks: tuple[Remark, ...] = ()
    stacks: Mapping[str, Stack] = field(default_factory=dict)
    kit: Mapping[str, Counted] = field(default_factory=dict)
    waits: Mapping[str, str] = field(default_factory=dict)
    sources: Mapping[str, tuple[Source, ...]] = field(default_factory=dict)
    fitted: AsFitted = AsFitted()
    odometer: Odometer = Odometer()

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

    def with_pose(self, pose: Pose) -> JobCard:
        """One more pose of the bar on its way out.

        Raises:
            InputError: at "pose" or "past", it says nothing or half of something, or there are too many.
        """
        if len(self.poses) >= MOST_POSES:
            raise InputError("pose", f"A way has {MOST_POSES} moves.", accepts=f"{MOST_POSES} or fewer")
        return replace(self, poses=(*self.poses, pose.checked()))

    def with_remark(self, remark: Remark, at: int | None = None) -> JobCard:
        """One more remark, or another one in place of that at an index.

        Raises:
            InputError: at its text, it is not whole, or there are too many.
        """
        kept = list(self.remarks)
        if at is None and len(kept) >= MOST_REMARKS:
            raise InputError("text", f"A card has {MOST_REMARKS} remarks.", accepts=f"{MOST_REMARKS} or fewer")
        kept[len(kept) if at is None else at : len(kept) if at is None else at + 1] = [remark.checked()]
        return replace(self, remarks=tuple(kept))

    def without_remark(self, at: int) -> JobCard:
        """When one was written by mistake."""
        return replace(self, remarks=(*self.remarks[:at], *self.remarks[at + 1 :]))

    def with_stack(self, fastener: str, stack: Stack) -> JobCard:
        """What a bolt holds together.

        Raises:
            InputError: at "layer", there are too many.
        """
        if len(stack.layers) > MOST_LAYERS:
            raise InputError("layer", f"A stack has {MOST_LAYERS} layers.", accepts=f"{MOST_LAYERS} or fewer")
        return replace(self, stacks=_with(self.stacks, fastener, None if stack == Stack() else stack))

    def with_counted(self, item: str, counted: Counted) -> JobCard:
        """What the bench says of something from the kit."""
        return replace(self, kit=_with(self.kit, item, None if counted is Counted.OPEN else counted))

    def with_wait(self, step: str, until: str | None) -> JobCard:
        """Until when a step has to rest, None for no longer."""
        return replace(self, waits=_with(self.waits, step, until))

    def with_source(self, what: str, source: Source) -> JobCard:
        """One more place where something can be had; the same place again takes the new price.

        Raises:
            InputError: at "source", it has no name, or there are too many.
        """
        name = source.where.strip()
        if not 0 < len(name) <= 80:
            raise InputError("source", "Say where it can be had.", accepts="1 to 80 letters")
        rest = tuple(each for each in self.sources.get(what, ()) if each.where != name)
        if len(rest) >= MOST_SOURCES:
            raise InputError("source", f"A thing has {MOST_SOURCES} sources.", accepts=f"{MOST_SOURCES} or fewer")
        return replace(self, sources=_with(self.sources, what, (*rest, replace(source, where=name))))

    def without_source(self, what: str, where: str) -> JobCard:
        """When a place has it no longer."""
        rest = tuple(each for each in self.sources.get(what, ()) if each.where != where)
        return replace(self, sources=_with(self.sources, what, rest or None))

    def with_odometer(self, odometer: Odometer) -> JobCard:
        """What the odometer showed.

        Raises:
            InputError: at "odometer", it would run backwards.
        """
        if odometer.driven is not None and odometer.driven < 0.0:
            raise InputError(
                "odometer", "It was driven less far now than at the first drive.", accepts="a larger figure"
            )
        return replace(self, odometer=odometer)

    def with_skipped(self, step: str, why: str) -> JobCard:
        """Say why a step does not apply, or that it does after all."""
        return replace(self, skipped=_with(self.skipped, step, why.strip() or None))


def new_card(number: int, title: str, job: Job, started: str) -> JobCard:
    """A card on which nothing is done yet."""
    return JobCard(number, title, job, started, {}, {}, {}, {}, {}, {}, {})


def _with(mapping: Mapping[str, Any], key: str, value: Any) -> dict[str, Any]:
    rest = {name: each for name, each in mapping.items() if name != key}
    return rest if value is None else {**rest, key: value}
