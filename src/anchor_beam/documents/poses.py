"""How a bar leaves the car, pose by pose: written down while it comes out, so that the new one finds its way in."""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from typing import Any

from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

LONGEST = 400  # characters of each text
MOST_POSES = 40


class Leading(StrEnum):
    """Which end of the bar goes ahead."""

    NOT_SAID = "which end first?"
    LEFT = "left end"
    RIGHT = "right end"


class Steered(StrEnum):
    """Where the wheels are turned to."""

    NOT_SAID = "wheels steered?"
    STRAIGHT = "wheels straight"
    LEFT = "wheels left"
    RIGHT = "wheels right"


class Folded(StrEnum):
    """Where the links are."""

    NOT_SAID = "links?"
    OFF = "links off"
    FOLDED = "links folded"
    HANGING = "links hanging"


class Arms(StrEnum):
    """Which way the arms of the bar point."""

    NOT_SAID = "arms?"
    UP = "arms up"
    LEVEL = "arms level"
    DOWN = "arms down"


class Past(StrEnum):
    """On which side of a thing the bar goes by."""

    NOT_SAID = "past something?"
    OVER = "over"
    UNDER = "under"
    AHEAD = "ahead of"
    BEHIND = "behind"


@immutable
class Pose:
    """One pose. what: the thing that it goes by. slack: what was slackened for room; harmed: what is easily hurt there. gap:
    the smallest that was left [m], 0 where it touched, None where nobody looked. note: anything else."""

    note: str = ""
    leading: Leading = Leading.NOT_SAID
    steered: Steered = Steered.NOT_SAID
    links: Folded = Folded.NOT_SAID
    arms: Arms = Arms.NOT_SAID
    past: Past = Past.NOT_SAID
    what: str = ""
    slack: str = ""
    harmed: str = ""
    gap: float | None = None

    def checked(self) -> Pose:
        """The pose without blanks around its texts.

        Raises:
            InputError: at "pose", it says nothing, or a text is too long; at "past", the thing has no side or the side no
                thing.
        """
        made = Pose(
            self.note.strip(), self.leading, self.steered, self.links, self.arms, self.past, self.what.strip(),
            self.slack.strip(), self.harmed.strip(), self.gap,
        )  # fmt: skip
        texts = (made.note, made.what, made.slack, made.harmed)
        if made == Pose():
            raise InputError("pose", "Say how the bar moved.", accepts="at least one word or choice")
        if max(map(len, texts)) > LONGEST:
            raise InputError(
                "pose", "This is too long.", got=max(map(len, texts)), accepts=f"up to {LONGEST} letters"
            )
        if bool(made.what) is (made.past is Past.NOT_SAID):
            problem = "Over or under what?" if not made.what else f"Over or under “{made.what}”?"
            raise InputError("past", problem, accepts="both the thing and the side of it, or neither")
        return made


CHOICES = (("leading", Leading), ("steered", Steered), ("links", Folded), ("arms", Arms), ("past", Past))
TEXTS = ("note", "what", "slack", "harmed")


def pose_plain(pose: Pose) -> dict[str, Any]:
    """For a document: what was said, and nothing else."""
    said = {name: str(getattr(pose, name)) for name, kind in CHOICES if getattr(pose, name) is not kind.NOT_SAID}
    said |= {name: getattr(pose, name) for name in TEXTS if getattr(pose, name)}
    return said if pose.gap is None else {**said, "gap_mm": round(pose.gap * 1e3, 6)}


def pose_from(data: Mapping[str, Any] | str) -> Pose:
    """What `pose_plain` made; older cards kept a pose as one text.

    Raises:
        ValueError, TypeError: the data is not whole.
    """
    if isinstance(data, str):
        return Pose(data)
    chosen: dict[str, Any] = {name: kind(data[name]) for name, kind in CHOICES if name in data}
    chosen |= {name: str(data[name]) for name in TEXTS if name in data}
    gap = data.get("gap_mm")
    return Pose(**chosen, gap=None if gap is None else float(gap) / 1e3)
