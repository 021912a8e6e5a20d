"""Bars, and what is on the axles of a car: a setting, complete in itself."""

from __future__ import annotations

from dataclasses import field, replace
from enum import StrEnum

from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.alignment import Alignment
from anchor_beam.documents.inputs import Enters, Figure, angle, length, rate
from anchor_beam.documents.parts.facts import NO_FACTS, BracketPart, BushingPart, Ends, Fitting, LinkPart, PartFacts
from anchor_beam.documents.recorded import record
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind

BAR, LINKAGE = Enters.BAR, Enters.LINKAGE
FINE = Kind.FINE_LENGTH
CENTRES = "Centre to centre of its joints."


@record
class BarRecord:
    """A mirror-symmetric bar; `wall` counts unless solid, the arm's section only with plate arms. hole_names: what the maker
    calls its holes, one each or none."""

    name: str
    maker: str
    solid: bool
    plate_arms: bool
    rigid_bushings: bool
    od: Figure = length(
        "Outer diameter", (3, 120), (12, 45), "With a caliper, paint scraped off, at three places.", enters=BAR,
        spread=0.3, kind=Kind.DIAMETER,
    )  # fmt: skip
    wall: Figure = length(
        "Wall", (0.3, 59), (1.5, 8), "Wall thickness of a tube; from the end of the bar or by its weight.", enters=BAR,
        spread=0.3, kind=Kind.DIAMETER,
    )  # fmt: skip
    centre_length: Figure = length(
        "Centre length", (100, 3000), (500, 1400), "Corner to corner, where the lines of centre and arms meet.", enters=BAR,
        spread=6,
    )  # fmt: skip
    pivot_spacing: Figure = length(
        "Bushing spacing", (50, 2900), (350, 1250), "Centre to centre of the bushings.", enters=BAR, spread=6
    )
    arm_length: Figure = length(
        "Arm length",
        (20, 1500),
        (120, 400),
        "From the corner to the end of the arm, along the arm.",
        enters=BAR,
        spread=4,
    )
    splay: Figure = angle(
        "Splay", (-79, 79), (-10, 35), "How far the arms lean outward, seen from above.", enters=BAR, spread=1.5
    )
    drop: Figure = length(
        "Drop",
        (-1000, 1000),
        (-80, 80),
        "End of the arm below the centre when the bar lies flat.",
        enters=BAR,
        spread=4,
    )
    bend_radius: Figure = length(
        "Bend radius", (0, 500), (20, 120), "To the centreline; 0 for a sharp corner.", enters=BAR, spread=5
    )
    arm_width: Figure = length(
        "Arm width", (2, 200), (18, 50), "Of a plate arm, along the load.", enters=BAR, spread=0.5, kind=FINE
    )
    arm_thickness: Figure = length(
        "Arm thickness", (1, 100), (5, 20), "Of a plate arm, across it.", enters=BAR, spread=0.3, kind=FINE
    )
    bushing_radial: Figure = rate(
        "Bushing stiffness", (500, 40000),
        "Radial, bracket included: rubber about 2000 to 4000, polyurethane 6000 to 12000 N/mm.", enters=BAR, relative=0.3,
    )  # fmt: skip
    holes: tuple[Figure, ...] = length(
        "Hole from the end", (0, 1400), (0, 150), "From the end of the arm to the centre of the hole, along the arm.",
        enters=BAR, spread=0.5, kind=FINE,
    )  # fmt: skip
    hole_names: tuple[str, ...] = ()
    facts: PartFacts = NO_FACTS

    def hole_name(self, hole: int) -> str:
        """The maker's name of a hole, empty where it has none."""
        return self.hole_names[hole] if hole < len(self.hole_names) else ""


class BarState(StrEnum):
    """Whether an axle has a bar, and whether it hangs on its links."""

    HOOKED = "hooked up"
    UNHOOKED = "unhooked"
    NONE = "no bar"

    @staticmethod
    def of(fitted: bool, connected: bool) -> BarState:
        """From what documents say."""
        return (BarState.HOOKED if connected else BarState.UNHOOKED) if fitted else BarState.NONE


@record
class EndSetting:
    """What is on one axle: the bar, the hole on each side and the length of each link. Where there is no bar, it is the one
    that was there last, or that such cars have.

    worn: the revision of the part that this bar is, in the garage it is kept in; None until it is kept. link_part, bracket,
    bushings: what is bought beside the bar, None where nobody said. pickup: the hole at the far end of
    both links, 0 the first. alignment: as it was read with this on the axle.
    """

    bar: BarRecord
    state: BarState
    hole_left: int
    hole_right: int
    link_left: Figure = length("Left link", (10, 1500), (60, 450), CENTRES, enters=LINKAGE, spread=1.5, kind=FINE)
    link_right: Figure = length("Right link", (10, 1500), (60, 450), CENTRES, enters=LINKAGE, spread=1.5, kind=FINE)
    worn: int | None = field(default=None, compare=False)
    link_part: LinkPart | None = None
    bracket: BracketPart | None = None
    bushings: BushingPart | None = None
    pickup: int = 0
    alignment: Alignment | None = None

    @property
    def bought(self) -> tuple[Fitting, ...]:
        """What is bought beside the bar, as far as somebody said."""
        return tuple(part for part in (self.link_part, self.bracket, self.bushings) if part is not None)

    @property
    def fitted(self) -> bool:
        """Whether there is a bar."""
        return self.state is not BarState.NONE

    @property
    def fixed(self) -> bool:
        """Whether there is one that is fixed to the arms or hubs, without links."""
        return self.fitted and self.bar.facts.ends is not Ends.LINKS

    @property
    def connected(self) -> bool:
        """Whether there is one that hangs on its links."""
        return self.state is BarState.HOOKED

    @property
    def holes(self) -> Holes:
        """Where its links hang."""
        return Holes(self.hole_left, self.hole_right, self.pickup)

    def hung_in(self, holes: Holes) -> EndSetting:
        """The same with its links in other holes."""
        return replace(self, hole_left=holes.left, hole_right=holes.right, pickup=holes.pickup)

    def hole(self, side: Side) -> int:
        """The hole of one side, 0 at the end of the arm."""
        return self.hole_left if side is Side.LEFT else self.hole_right

    def link(self, side: Side) -> Figure:
        """The link of one side."""
        return self.link_left if side is Side.LEFT else self.link_right


@record
class Setting:
    """A named setting, complete in itself: later changes to a bar in the rack do not reach back into it. state: name of the
    load state in which its links were set, empty where it had none."""

    name: str
    front: EndSetting
    rear: EndSetting
    state: str = ""

    def end(self, axle: Axle) -> EndSetting:
        """What is on one axle."""
        return self.front if axle is Axle.FRONT else self.rear

    def with_end(self, axle: Axle, end: EndSetting) -> Setting:
        """The setting with something else on one axle."""
        return replace(self, front=end) if axle is Axle.FRONT else replace(self, rear=end)


@immutable
class Pair:
    """Names of two settings between which a car is changed, and of the one that it was signed off in; empty for none."""

    road: str = ""
    event: str = ""
    on_car: str = ""

    @property
    def is_complete(self) -> bool:
        """Whether there is a way to go."""
        return bool(self.road and self.event)

    @property
    def left_in_event(self) -> bool:
        """Whether the car still stands in its event setting: an open check."""
        return self.is_complete and self.on_car == self.event

    def without(self, name: str) -> Pair:
        """When a setting is forgotten."""
        return Pair(*("" if own == name else own for own in (self.road, self.event, self.on_car)))


NO_PAIR = Pair()
