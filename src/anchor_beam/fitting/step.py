"""What a step of a job is: what is done, what must be done before, what it hides and frees, what is checked."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.immutable import immutable


class Phase(StrEnum):
    """Part of the job, as the card is headed."""

    BEFORE = "before"
    UNPACK = "unpack"
    OFF = "off"
    ON = "on"
    FINAL = "final"
    AFTER = "after"


class Posture(StrEnum):
    """How the car stands."""

    WHEELS = "on its wheels"
    HANG = "wheels hanging"
    AXLE = "stands under the axle"
    BENCH = "at the bench"

    @property
    def loaded(self) -> bool:
        """Whether the suspension carries the car's weight, at ride height."""
        return self in (Posture.WHEELS, Posture.AXLE)


class Deed(StrEnum):
    """What sort of work a step is."""

    MEASURE = "measure"
    MARK = "mark"
    PREPARE = "prepare"
    CRACK = "crack loose"
    UNDO = "undo"
    MOVE = "move"
    BENCH = "at the bench"
    DRILL = "drill"
    WELD = "weld"
    START = "start by hand"
    SNUG = "snug"
    FINAL = "final"
    CHECK = "check"
    PUT_BACK = "put back"
    DRIVE = "drive"


class Tag(StrEnum):
    """What a step counts as in the rules of every job."""

    READING = "reading"
    TRIAL = "bench trial"
    WITNESS = "witness mark"
    OIL = "oil"
    CRACKED = "cracked while held"
    LIFTED = "lifted"
    LEVEL = "both wheels alike"
    PARKED = "wires parked"
    SUPPORTED = "supported"
    LINKS_OFF = "links off"
    STRAPPED = "bar held"
    CLAMPS_OFF = "clamps off"
    OUT = "bar out"
    INSPECTED = "inspected"
    MARKED = "places marked"
    CUT = "drilled or cut"
    DRESSED = "bushings on the bar"
    IN = "bar in"
    HIDDEN_FINAL = "hidden joint final"
    HIDES = "hides a joint"
    CLAMPS_ON = "clamps started"
    LINKS_ON = "links started"
    CENTRED = "centred"
    CLAMPS_FINAL = "clamps final"
    MOUNTS_FINAL = "mounts final"
    COLLARS = "collars"
    ARM_ONE = "first arm"
    ARM_TWO = "second arm"
    SNUGGED = "all snug"
    SWEEP = "swept"
    PUT_BACK = "put back"
    WHEELS_ON = "wheels on"
    LOWERED = "lowered"
    NUTS_FINAL = "wheel nuts final"
    SETTLED = "settled"
    EYES_FINAL = "link eyes final"
    BONDED_FINAL = "bonded joints final"
    DROP_IN = "drops in"
    JAM_FINAL = "jam nuts final"
    PAINTED = "painted"
    DRIVEN = "driven"
    LOOKED = "second look"
    ALIGNED = "aligned"
    DATED = "dated"


@immutable
class Act:
    """What a step does to a fastener: its id, and the deed."""

    fastener: str
    deed: Deed


@immutable
class Step:
    """id: unique in a card, and stays when the card is made anew. needs: ids that come before, each with its reason. opens,
    closes: things on the put-back list. frees: what else comes free. hides: fasteners that can no longer be reached. lost:
    what cannot be read any more once it is done. checks: their keys. hands, solo: how many are needed, and how one does it.
    minutes: from, to. reversible: whether it can be taken back. posture: how the car stands meanwhile. soft: of needs, those
    that only warn. wait: minutes that it rests once it is done, before what follows. lengths: link lengths belong to it."""

    id: str
    phase: Phase
    deed: Deed
    text: str
    posture: Posture
    tags: tuple[Tag, ...] = ()
    needs: tuple[tuple[str, str], ...] = ()
    acts: tuple[Act, ...] = ()
    opens: tuple[str, ...] = ()
    closes: tuple[str, ...] = ()
    frees: tuple[str, ...] = ()
    hides: tuple[str, ...] = ()
    lost: str = ""
    tools: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    checks: tuple[str, ...] = ()
    hands: int = 1
    solo: str = ""
    minutes: tuple[float, float] = (2.0, 5.0)
    reversible: bool = True
    own: bool = False
    soft: tuple[str, ...] = ()
    wait: float = 0.0
    lengths: bool = False
