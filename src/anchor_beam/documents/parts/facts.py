"""What a part says of itself beside its dimensions: what it fits, what it asks for, what it costs."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.documents.recorded import record
from anchor_beam.words.wanted import Work


class PartKind(StrEnum):
    """What sort of part it is."""

    BAR = "bar"
    LINK = "link"
    BRACKET = "bracket"
    BUSHINGS = "bushing set"


class SoldAs(StrEnum):
    """How many come in one box."""

    UNSAID = ""
    SINGLE = "single"
    PAIR = "pair"
    SET = "set"


class Ends(StrEnum):
    """What holds the ends of a bar."""

    LINKS = "links"
    ARMS = "trailing arms"
    HUBS = "hubs"
    BEAM = "beam axle"


class Joints(StrEnum):
    """What a link has at its ends."""

    BALLS = "ball studs"
    ROD_ENDS = "rod ends"
    GROMMETS = "grommets"


@record
class PartFacts:
    """Of a part of any kind; empty or None where nobody said.

    revision: early, late and so on; told_by: the feature that tells it from the others. missing: what is not in the box.
    platforms, variants, frames: what it is made for, all of them where empty. interchange: sister platforms, each with what
    must be altered. not_exhausts: exhausts that it rules out. widest_tyre: [m]. brackets, bracing: what it needs besides.
    finish, ultimate, yield_: surface of a bar, ultimate and yield strength of its steel [Pa]. claim: by how much a bar is
    said to be stiffer than the standard one [%]. price in the user's currency, hours of work, mass [kg].
    """

    number: str = ""
    revision: str = ""
    told_by: str = ""
    sold_as: SoldAs = SoldAs.UNSAID
    missing: str = ""
    platforms: tuple[str, ...] = ()
    variants: tuple[str, ...] = ()
    frames: tuple[str, ...] = ()
    interchange: tuple[tuple[str, str], ...] = ()
    not_exhausts: tuple[str, ...] = ()
    brackets: str = ""
    bracing: str = ""
    work: tuple[Work, ...] = ()
    ends: Ends = Ends.LINKS
    finish: Finish | None = None
    ultimate: float | None = None
    yield_: float | None = None
    claim: float | None = None
    widest_tyre: float | None = None
    price: float | None = None
    hours: float | None = None
    mass: float | None = None


NO_FACTS = PartFacts()


@record
class LinkPart:
    """A link. shortest, longest: centre to centre of its joints [m]. stiffness along it [N/m], rating [N]."""

    name: str
    maker: str
    joints: Joints
    shortest: float
    longest: float
    stiffness: float | None = None
    rating: float | None = None
    facts: PartFacts = NO_FACTS


@record
class BracketPart:
    """What a bushing sits in. stiffness [N/m], rating [N]."""

    name: str
    maker: str
    stiffness: float | None = None
    rating: float | None = None
    facts: PartFacts = NO_FACTS


@record
class BushingPart:
    """A pair of bushings. bore: diameter of the bar that they take [m]; stiffness: radial, of one [N/m]."""

    name: str
    maker: str
    material: str
    bore: float
    stiffness: float
    facts: PartFacts = NO_FACTS


Fitting = LinkPart | BracketPart | BushingPart
FITTINGS: dict[PartKind, type[Fitting]] = {
    PartKind.LINK: LinkPart, PartKind.BRACKET: BracketPart, PartKind.BUSHINGS: BushingPart,
}  # fmt: skip
