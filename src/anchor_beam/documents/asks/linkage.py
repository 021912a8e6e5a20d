"""Linkages in three levels of input, and questions of kind "linkage"."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from pydantic import BaseModel, Tag

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.linkage.closed import ClosedSide, from_measured, from_travel
from anchor_beam.core.linkage.mounts import BarOnAxle, Mount, OnArm, OnLiveAxle, OnStrut
from anchor_beam.core.linkage.tape import PickUp, chains
from anchor_beam.core.linkage.travel import Travel, travel
from anchor_beam.core.sides import Side
from anchor_beam.documents.asks.bar import BarAsk
from anchor_beam.documents.asks.common import MM, STRICT, Flag, Number, Pair, Point3, by_key
from anchor_beam.errors import InputError
from anchor_beam.units.kinds import DEG

DEFAULT_TRAVEL = np.linspace(-0.06, 0.06, 13)


class Quick(BaseModel):
    """Measured: travel of the bar's end over wheel travel, and the angle between link and arm, left and right."""

    model_config = STRICT
    level: Literal["quick"]
    end_travel_per_wheel_travel: Pair
    link_angle_deg: Pair = (90.0, 90.0)


class Tape(BaseModel):
    """Planar dimensions from the bar's pivot axis to the link's other end."""

    model_config = STRICT
    level: Literal["tape"]
    arms: Literal["forward", "rearward"] = "forward"
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
    arms: Literal["forward", "rearward"] = "forward"
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
    travel_mm: tuple[Number, ...] = ()

    @property
    def built(self) -> BuiltBar:
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
    hole = ask.holes[side.position]
    if not 0 <= hole < len(solution.bar.holes):
        raise InputError(
            f"holes[{side.position}]",
            "There is no such hole.",
            got=hole,
            accepts=f"0 to {len(solution.bar.holes) - 1}",
        )
    lever = float(solution.levers[side.position, hole])
    if isinstance(ask.linkage, Quick):
        ratio, angle = (
            pair[side.position] for pair in (ask.linkage.end_travel_per_wheel_travel, ask.linkage.link_angle_deg)
        )
        return from_measured(lever, ratio, angle * DEG, place="linkage")
    return from_travel(through_travel(ask, solution, side, DEFAULT_TRAVEL))


def through_travel(ask: BuiltBar, solution: BarSolution, side: Side, z: FloatArray) -> Travel:
    """Arm and link of one side over wheel travels z (n,) [m], ride height in the middle.

    Raises:
        InputError, NoSolution: as `closed_side`; at "linkage" for a quick linkage, which knows ride height only.
    """
    hole, place = ask.holes[side.position], f"links[{side.position}]"
    if isinstance(ask.linkage, Quick):
        raise InputError("linkage.level", "A quick linkage knows ride height only.", accepts="tape or points")
    forward = 1.0 if ask.linkage.arms == "forward" else -1.0
    if isinstance(ask.linkage, Tape):
        pick = PickUp(
            ask.linkage.pickup_ahead_mm * MM, ask.linkage.pickup_height_mm[side.position] * MM,
            ask.linkage.pickup_spacing_mm * MM / 2.0, ask.linkage.pickup_ratio, ask.linkage.arms == "forward",
        )  # fmt: skip
        whole = chains(solution.mesh, pick, pick).part((side.position, slice(None)))
        at: tuple[float, float, float] = tuple(map(float, whole.pickup[hole]))  # type: ignore[assignment]
        mount: Mount = OnStrut(at, ratio=pick.ratio)
        radius, foot, axis = whole.radius[hole], np.zeros(3), whole.axis
    else:
        node = solution.mesh.nodes[solution.mesh.holes[side.position, hole]]
        radius, foot = np.array([forward * node[0], 0.0, node[2]]), np.array([0.0, node[1], 0.0])
        axis = np.array([0.0, -forward, 0.0])
        mount = _mount(ask.linkage, side)
    return travel(
        hole=radius, foot=foot, axis=axis, mount=mount, length=ask.links_mm[side.position] * MM, z=z, place=place
    )


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
