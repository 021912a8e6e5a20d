"""Linkages in three levels of input, and questions of kind "linkage"."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, Tag

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.linkage import linkage as core
from anchor_beam.core.linkage.closed import ClosedSide
from anchor_beam.core.linkage.mounts import BarOnAxle, Mount, OnArm, OnLiveAxle, OnStrut
from anchor_beam.core.linkage.tape import PickUp, drawn_forward
from anchor_beam.core.linkage.travel import Travel
from anchor_beam.core.sides import Side
from anchor_beam.documents.asks.bar import BarAsk
from anchor_beam.documents.asks.common import MM, STRICT, Flag, Number, Pair, Point3, by_key
from anchor_beam.documents.asks.limits import MOST_CASES
from anchor_beam.errors import InputError
from anchor_beam.units.kinds import DEG


class Quick(BaseModel):
    """Measured: travel of the bar's end over wheel travel, and the angle between link and arm, left and right."""

    model_config = STRICT
    level: Literal["quick"]
    end_travel_per_wheel_travel: Pair
    link_angle_deg: Pair = (90.0, 90.0)


Arms = Annotated[
    Literal["forward", "rearward"] | None,
    Field(
        description="Left out: as the bar's path is drawn. A path drawn forward may be fitted rearward, as in a mirror."
    ),
]
Goes = Annotated[
    Literal["up", "down"] | None,
    Field(description="From arm to pick-up; left out: towards the side of the bar on which the pick-up lies."),
]


class Tape(BaseModel):
    """Planar dimensions from the bar's pivot axis to the link's other end."""

    model_config = STRICT
    level: Literal["tape"]
    arms: Arms = None
    link_goes: Goes = None
    pickup_ahead_mm: Number
    pickup_height_mm: Pair
    pickup_spacing_mm: Number
    pickup_ratio: Number


class ArmMount(BaseModel):
    """Pick-up on a control arm: inner axis by two points, outer ball joint, pick-up; left-hand side."""

    model_config = STRICT
    on: Literal["arm"]
    inner_mm: tuple[Point3, Point3]
    outer_mm: Point3
    pickup_mm: Point3


class StrutMount(BaseModel):
    """Pick-up on the strut or upright, which moves along a direction."""

    model_config = STRICT
    on: Literal["strut"]
    pickup_mm: Point3
    direction: Point3 = (0.0, 0.0, 1.0)
    ratio: Number = 1.0
    bar_on_axle: Flag = False


class AxleMount(BaseModel):
    """Pick-up on a live axle in roll, or on the body with the bar riding on the axle."""

    model_config = STRICT
    on: Literal["live axle"]
    pickup_mm: Point3
    centre_mm: Point3
    track_mm: Number
    bar_on_axle: Flag = False


AnyMount = Annotated[
    Annotated[ArmMount, Tag("=arm")] | Annotated[StrutMount, Tag("=strut")] | Annotated[AxleMount, Tag("=live axle")],
    by_key("on", {"strut": "=strut", "live axle": "=live axle"}, "=arm"),
]


class Points(BaseModel):
    """Coordinates in the bar's own frame: origin midway between the pivots, x forward, y left, z up. The right-hand side
    mirrors the left one unless it is given."""

    model_config = STRICT
    level: Literal["points"]
    arms: Arms = None
    link_goes: Goes = None
    mount: AnyMount
    right: AnyMount | None = None


AnyLinkage = Annotated[
    Annotated[Quick, Tag("=quick")] | Annotated[Tape, Tag("=tape")] | Annotated[Points, Tag("=points")],
    by_key("level", {"quick": "=quick", "points": "=points"}, "=tape"),
]


class BuiltBar(BaseModel):
    """A bar with its linkage, the holes it hangs in, and the links: the wheel-side stiffness follows."""

    model_config = STRICT
    bar: BarAsk
    linkage: AnyLinkage
    holes: tuple[int, int]
    links_mm: Pair
    link_N_per_mm: Number | None = None


class LinkageQuestion(BaseModel):
    """One question of kind "linkage"."""

    model_config = STRICT
    id: str
    kind: Literal["linkage"]
    bar: BarAsk
    linkage: AnyLinkage
    holes: tuple[int, int]
    links_mm: Pair
    link_N_per_mm: Number | None = None
    travel_mm: Annotated[
        tuple[Number, ...],
        Field(max_length=MOST_CASES, description="May be empty: then ride height alone is worked out."),
    ] = ()

    @property
    def built(self) -> BuiltBar:
        """The linkage as the core takes it."""
        return BuiltBar(
            bar=self.bar,
            linkage=self.linkage,
            holes=self.holes,
            links_mm=self.links_mm,
            link_N_per_mm=self.link_N_per_mm,
        )


def closed_side(ask: BuiltBar, solution: BarSolution, side: Side) -> ClosedSide:
    """One side of the chain, closed.

    Raises:
        InputError, NoSolution: at the core's place within the linkage, "holes[i]" or "links[i]".
    """
    hole = require_hole(ask, solution, side)
    return core.closed_side(
        core_linkage(ask, solution), solution, _lengths(ask), side, hole, f"links[{side.position}]"
    )


def through_travel(ask: BuiltBar, solution: BarSolution, side: Side, z: FloatArray) -> Travel:
    """Arm and link of one side over wheel travels z (n,) [m], ride height in the middle.

    Raises:
        InputError, NoSolution: as `closed_side`; at "linkage" for a quick linkage, which knows ride height only.
    """
    hole = require_hole(ask, solution, side)
    hung = core.hang(core.require_travel(core_linkage(ask, solution)), solution.mesh, _lengths(ask), z)
    return hung.whole_travel(side, hole, f"links[{side.position}]")


def require_hole(ask: BuiltBar, solution: BarSolution, side: Side) -> int:
    """The hole of one side.

    Raises:
        InputError: at "holes[i]", there is none.
    """
    hole = ask.holes[side.position]
    if not 0 <= hole < len(solution.bar.holes):
        raise InputError(
            f"holes[{side.position}]", "There is no such hole.", got=hole,
            accepts=f"0 to {len(solution.bar.holes) - 1}",
        )  # fmt: skip
    return hole


def _lengths(ask: BuiltBar) -> tuple[float, float]:
    return ask.links_mm[0] * MM, ask.links_mm[1] * MM


def core_linkage(ask: BuiltBar, solution: BarSolution) -> core.Linkage:
    """The core's linkage.

    Raises:
        InputError: at "linkage.arms", the arms are said to point the other way than the bar's path is drawn.
    """
    given = ask.linkage
    if isinstance(given, Quick):
        return core.Quick(
            given.end_travel_per_wheel_travel, (given.link_angle_deg[0] * DEG, given.link_angle_deg[1] * DEG)
        )
    forward, upwards = _forward(given.arms, solution), None if given.link_goes is None else given.link_goes == "up"
    if isinstance(given, Points):
        return core.Points(_mount(given, Side.LEFT), _mount(given, Side.RIGHT), forward, upwards)
    left, right = (
        PickUp(given.pickup_ahead_mm * MM, height * MM, given.pickup_spacing_mm * MM / 2.0, given.pickup_ratio,
               forward)
        for height in given.pickup_height_mm
    )  # fmt: skip
    return core.Tape(left, right, upwards)


def _forward(arms: str | None, solution: BarSolution) -> bool:
    drawn = drawn_forward(solution.mesh) > 0.0
    if arms == "forward" and not drawn:
        raise InputError(
            "linkage.arms",
            "The bar's path is drawn with its arms to the rear.",
            got=arms,
            accepts="rearward, or nothing",
        )
    return drawn if arms is None else arms == "forward"


def _mount(points: Points, side: Side) -> Mount:
    given = points.right if side is Side.RIGHT and points.right is not None else points.mount
    flip = -1.0 if side is Side.RIGHT and points.right is None else 1.0

    def at(point: Point3) -> tuple[float, float, float]:
        return point[0] * MM, flip * point[1] * MM, point[2] * MM

    if isinstance(given, ArmMount):
        return OnArm((at(given.inner_mm[0]), at(given.inner_mm[1])), at(given.outer_mm), at(given.pickup_mm))
    if isinstance(given, StrutMount):
        direction = (given.direction[0], flip * given.direction[1], given.direction[2])
        strut = OnStrut(at(given.pickup_mm), direction, given.ratio)
        return BarOnAxle(strut) if given.bar_on_axle else strut
    axle = OnLiveAxle(at(given.pickup_mm), at(given.centre_mm), given.track_mm * MM, -1.0)
    return BarOnAxle(axle) if given.bar_on_axle else axle
