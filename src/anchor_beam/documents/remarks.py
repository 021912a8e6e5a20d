"""What is found or decided while a job is done: defects, parts that were reworked, where somebody left the maker's
instruction, and work that others must do."""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from typing import Any

from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

LONGEST = 600  # characters of each text
MOST_REMARKS = 60


class Matter(StrEnum):
    """What sort of remark it is. `asks`: what its second text answers."""

    DEFECT = "defect"
    REWORKED = "part reworked"
    DEVIATION = "not as the maker says"
    OTHERS = "work for others"

    @property
    def asks(self) -> str:
        """What the second text tells."""
        return {
            Matter.DEFECT: "what it spoils", Matter.REWORKED: "why, edge left, coated with what",
            Matter.DEVIATION: "the reason", Matter.OTHERS: "what the car may do until then",
        }[self]  # fmt: skip


class Touches(StrEnum):
    """What a defect, or mending it, touches: it says which checks are done again."""

    HOLE = "a hole"
    LINK = "a link"
    HEIGHT = "the ride height"
    CLAMP = "a clamp"
    BRACE = "a brace"
    TYRE = "wheel or tyre"
    PART = "a part renewed"
    NOTHING = "no check"


class Where(StrEnum):
    """Which side of the car."""

    BOTH = "both sides"
    LEFT = "left"
    RIGHT = "right"


@immutable
class Remark:
    """part: what it is about; text: what was found, done or asked; more: see `Matter.asks`. step: where it was found. closed:
    day on which it was mended or done, empty while it is open; only defects and work for others can be open."""

    matter: Matter
    part: str
    text: str
    more: str = ""
    where: Where = Where.BOTH
    touches: Touches = Touches.NOTHING
    step: str = ""
    closed: str = ""

    @property
    def is_open(self) -> bool:
        """Whether it holds the card open."""
        return not self.closed and self.matter in (Matter.DEFECT, Matter.OTHERS)

    def checked(self) -> Remark:
        """Without blanks around its texts.

        Raises:
            InputError: at "part", "text" or "more", a text is missing or too long.
        """
        made = Remark(
            self.matter, self.part.strip(), self.text.strip(), self.more.strip(), self.where, self.touches, self.step,
            self.closed,
        )  # fmt: skip
        needed = {"part": "Which part?", "text": "What is it?"}
        if made.matter in (Matter.DEVIATION, Matter.OTHERS):
            needed["more"] = f"Say {made.matter.asks}."
        for name, question in needed.items():
            if not getattr(made, name):
                raise InputError(name, question, accepts="a few words")
        for name in ("part", "text", "more"):
            if (length := len(getattr(made, name))) > LONGEST:
                raise InputError(name, "This is too long.", got=length, accepts=f"up to {LONGEST} letters")
        return made


def remark_plain(remark: Remark) -> dict[str, Any]:
    """For a document."""
    return {
        "matter": str(remark.matter), "part": remark.part, "text": remark.text, "more": remark.more,
        "where": str(remark.where), "touches": str(remark.touches), "step": remark.step, "closed": remark.closed,
    }  # fmt: skip


def remark_from(data: Mapping[str, Any]) -> Remark:
    """What `remark_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    return Remark(
        Matter(data["matter"]), str(data["part"]), str(data["text"]), str(data["more"]), Where(data["where"]),
        Touches(data["touches"]), str(data["step"]), str(data["closed"]),
    )  # fmt: skip
