"""Documents as the garage keeps them: a setting names the revision of each part it wears instead of holding the bar."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.alignment import Alignment
from anchor_beam.documents.parts.facts import BracketPart, BushingPart, LinkPart
from anchor_beam.documents.records import NO_PAIR, BarRecord, BarState, Figure, Pair
from anchor_beam.immutable import immutable


@immutable
class KeptEnd:
    """What is on one axle; worn: revision of the part that is fitted there."""

    worn: int
    state: BarState
    hole_left: int
    hole_right: int
    link_left: Figure
    link_right: Figure
    link_part: LinkPart | None = None
    bracket: BracketPart | None = None
    bushings: BushingPart | None = None
    pickup: int = 0
    alignment: Alignment | None = None


@immutable
class KeptSetting:
    """A setting under a name."""

    name: str
    front: KeptEnd
    rear: KeptEnd
    state: str = ""


@immutable
class KeptBench:
    """The setting on the bench, the name of the one that it is compared with, empty for none, and the pair that the car is
    changed between."""

    setting: KeptSetting
    reference: str
    pair: Pair = NO_PAIR


@immutable
class KeptRack:
    """The parts that a car's user tries on it, as documents of the garage, in their order."""

    parts: tuple[int, ...]


@immutable
class Part:
    """A bar and the axle it fits. It belongs to the garage: several cars may wear it."""

    axle: Axle
    bar: BarRecord


@immutable
class PartsList:
    """A list of parts that somebody brought in. It belongs to the garage; its text is kept as bytes, under their hash."""

    name: str
    blob: str


@immutable
class Photo:
    """A picture of something; its bytes are kept once, under their hash (SHA-256, hexadecimal)."""

    title: str
    media_type: str
    blob: str
