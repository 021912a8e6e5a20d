"""What a job is made of: its kind, the axle, what comes off and goes on, and what stands in the way."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.sides import Axle
from anchor_beam.immutable import immutable


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


class Bushing(StrEnum):
    """What the bar turns in: it says what to grease with, how often, and how it beds in."""

    NOT_SAID = "not said"
    BONDED = "bonded rubber"
    SPLIT = "split rubber"
    POLYMER = "polyurethane"
    DRY_FILM = "dry film"
    NEEDLE = "sealed needles"
    BRONZE = "bronze"
    SPHERICAL = "spherical joints"


class Sides(StrEnum):
    """Which sides of the axle a job is about."""

    BOTH = "both sides"
    LEFT = "left side"
    RIGHT = "right side"

    @property
    def other(self) -> Sides:
        """The other side; both stay both."""
        return {Sides.LEFT: Sides.RIGHT, Sides.RIGHT: Sides.LEFT}.get(self, self)


class Hardware(StrEnum):
    """Which fasteners are renewed: schools of practice differ."""

    MAKER = "renewed as the maker says"
    ALL_NEW = "all new"


class Stops(StrEnum):
    """Where collars sit: schools of practice differ."""

    GAP = "at the maker's gap"
    TOUCH = "against the bushings"


class SecondLink(StrEnum):
    """How long the second link is made: schools of practice differ."""

    DROPS_IN = "drops in"
    EQUAL = "as long as the first"
    AS_OLD = "as long as the old one"


@immutable
class Job:
    """What a card is made from. off, on: names of the parts that come off and go on, empty for none. hole: in which the links
    are to hang, in words. links: lengths of left and right [m]. hands: people there. has: what is in the way or comes along.
    wont: work that Aim rules out. seat: side of the driver. name: of a kind of the user's own, empty for one that ships.
    hardware, stops, second: the schools that are followed."""

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
    bushings: Bushing = Bushing.NOT_SAID
    sides: Sides = Sides.BOTH
    name: str = ""
    hardware: Hardware = Hardware.MAKER
    stops: Stops = Stops.GAP
    second: SecondLink = SecondLink.DROPS_IN
