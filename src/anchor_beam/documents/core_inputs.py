"""From records to the core's inputs: one way, for a car as it stands and for many with figures moved by their spread.

A figure goes to the core's input that its declaration names, under its own name there.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.shape import Bar, Bushings, Dimensions
from anchor_beam.core.car.measured import MeasuredCar
from anchor_beam.core.grip.measured import MeasuredGrip
from anchor_beam.core.grip.model import Drive
from anchor_beam.core.linkage.direct import DirectBar
from anchor_beam.core.linkage.linkage import Points, Tape
from anchor_beam.core.linkage.mounts import BarOnAxle, Mount, OnArm, OnLiveAxle, OnStrut, Point
from anchor_beam.core.linkage.tape import PickUp
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS
from anchor_beam.documents.inputs import Enters
from anchor_beam.documents.mounting import WAYS, LinkMount
from anchor_beam.documents.places import read
from anchor_beam.documents.records import Adjuster, ArmDirection, AxleRecord, BarRecord, CarRecord, TravelEnds

Moved = Mapping[str, FloatArray]  # values (n,) [SI] by place within the car
DRIVEN_IN_FRONT = {Drive.FRONT: 1.0, Drive.REAR: 0.0, Drive.ALL: 0.4}  # part of the drive force


def measured_car(car: CarRecord, moved: Moved | None = None) -> MeasuredCar:
    """What scales, tape and spring tester gave, (1,) or as many as `moved` has."""
    live = np.array([car.axle(axle).kind is AxleKind.LIVE for axle in Axle])
    stopped = np.array([car.axle(axle).travel_ends is TravelEnds.COUNTED for axle in Axle])
    return MeasuredCar(live=live, stopped=stopped, **_figures(car, (Enters.CAR,), moved or {}))


def measured_grip(car: CarRecord, moved: Moved | None = None) -> MeasuredGrip:
    """What is known of tyres, wheels and drive, (1,) or as many as `moved` has."""
    front, rear = (car.axle(axle).tyre.kind(car.tyre) for axle in Axle)
    radius = [_values(car, moved or {}, f"{axle}.wheel_centre_height") for axle in Axle]
    return MeasuredGrip(
        tyre=car.tyre, axle_tyres=(front, rear), wheel_radius=np.stack(radius, axis=-1), road=car.road,
        differentials=(car.front.differential, car.rear.differential), rear_brakes=car.rear_brakes,
        drive_front=DRIVEN_IN_FRONT[car.drive], **_figures(car, (Enters.GRIP, Enters.STEER), moved or {}),
    )  # fmt: skip


def _values(car: CarRecord, moved: Moved, place: str) -> FloatArray:
    """(n,) or (1,) of one figure."""
    return np.asarray(moved[place] if place in moved else [read(car, place).value], dtype=float)


def _figures(car: CarRecord, enters: tuple[Enters, ...], moved: Moved) -> dict[str, FloatArray]:
    """Values by name: (n,) of the car, (n, 2) of its axles."""
    size = max((len(values) for values in moved.values()), default=1)

    def into(place: str, out: FloatArray, record: CarRecord | AxleRecord, name: str) -> None:
        values = moved.get(place)
        out[...] = getattr(record, name).value if values is None else values

    own: dict[str, FloatArray] = {}
    for name in (field.name for field in CAR_FIELDS if field.enters in enters):
        own[name] = np.empty(size)
        into(name, own[name], car, name)
    for name in (field.name for field in AXLE_FIELDS if field.enters in enters):
        own[name] = np.empty((size, 2))
        for axle in Axle:
            into(f"{axle}.{name}", own[name][:, axle.position], car.axle(axle), name)
    return own


@lru_cache(maxsize=256)
def bar_input(bar: BarRecord) -> Bar:
    """The core's bar.

    Raises:
        InputError: at a figure of the bar, named as in the record.
    """
    plate = Plate(bar.arm_width.value, bar.arm_thickness.value) if bar.plate_arms else None
    return Dimensions(
        section=Round(bar.od.value, None if bar.solid else bar.wall.value),
        centre_length=bar.centre_length.value,
        pivot_spacing=bar.pivot_spacing.value,
        arm_length=bar.arm_length.value,
        splay=bar.splay.value,
        drop=bar.drop.value,
        bend_radius=bar.bend_radius.value,
        holes=tuple(hole.value for hole in bar.holes),
        bushings=Bushings(None if bar.rigid_bushings else bar.bushing_radial.value),
        plate=plate,
    ).bar()


def linkage(axle: AxleRecord, hole: int = 0, opposite: float = -1.0) -> Tape | Points:
    """How the links of an axle hang in a hole of what is beyond them. opposite: travel of the other wheel over that of each
    wheel, which matters on a live axle only: -1 in roll, 1 in bump."""
    left, right = (pickup(axle, side, hole) for side in Side)
    if axle.link_on is LinkMount.MEASURED:
        return Tape(left, right)
    one, other = (_mount(axle, side, at, opposite) for side, at in zip(Side, (left, right), strict=True))
    return Points(one, other, left.arms_forward)


def pickup(axle: AxleRecord, side: Side, hole: int = 0) -> PickUp:
    """Where the far end of one side's link is at ride height."""
    height = axle.pickup_height_left if side is Side.LEFT else axle.pickup_height_right
    forward = axle.arms is ArmDirection.FORWARD
    ahead = hole * axle.pickup_step_ahead.value * (1.0 if forward else -1.0)
    return PickUp(
        ahead=axle.pickup_ahead.value + ahead,
        height=height.value + hole * axle.pickup_step_up.value,
        from_centre=axle.pickup_spacing.value / 2.0 + hole * axle.pickup_step_out.value,
        ratio=axle.pickup_ratio.value,
        arms_forward=forward,
    )


def joints(axle: AxleRecord, side: Side) -> tuple[Point, Point, Point]:
    """Front inner, rear inner and outer joint of a control arm at ride height, in the bar's frame [m]."""
    outwards = 1.0 if side is Side.LEFT else -1.0

    def joint(name: str) -> Point:
        ahead, out, up = (getattr(axle, f"{name}_{way}").value for way in WAYS)
        return ahead, outwards * out, up

    return joint("inner_front"), joint("inner_rear"), joint("outer")


def _mount(axle: AxleRecord, side: Side, at: PickUp, opposite: float) -> Mount:
    outwards = 1.0 if side is Side.LEFT else -1.0
    point = (at.ahead if at.arms_forward else -at.ahead), outwards * at.from_centre, at.height
    if axle.link_on is LinkMount.ARM:
        front, rear, outer = joints(axle, side)
        return OnArm((front, rear), outer, point)
    if axle.link_on is LinkMount.STRUT:
        lean = -math.tan(axle.strut_back.value), -outwards * math.tan(axle.strut_in.value), 1.0
        return OnStrut(point, lean, at.ratio)
    moving: OnStrut | OnLiveAxle = OnStrut(point)
    if axle.kind is AxleKind.LIVE:
        centre = (0.0, 0.0, axle.roll_centre_height.value - axle.bar_height.value)
        moving = OnLiveAxle(point, centre, axle.track.value, opposite)
    return BarOnAxle(moving) if axle.link_on is LinkMount.BODY else moving


def direct_bar(axle: AxleRecord, bar: BarRecord) -> DirectBar:
    """A bar without links: free between the corners of its record, which are its brackets. On a live axle the arms move less
    than the wheels do in roll, by their spacing over the track.

    Raises:
        InputError: at a figure, named as in the core.
    """
    narrower = axle.pickup_spacing.value / axle.track.value if axle.kind is AxleKind.LIVE else 1.0
    return DirectBar(
        Round(bar.od.value, None if bar.solid else bar.wall.value), bar.centre_length.value, axle.fixed_off.value,
        axle.trailing_arm.value / narrower, axle.ends_held, axle.end_stiffness.value,
    )  # fmt: skip


def length_per_turn(axle: AxleRecord) -> float | None:
    """What one turn of the adjuster adds to a link [m]; None for a link of fixed length.

    Opposite threads turn in place, two pitches a turn; with one threaded end a turn is one pitch, unhooked.
    """
    pitches = {Adjuster.OPPOSITE: 2.0, Adjuster.ONE_END: 1.0}.get(axle.adjuster)
    return None if pitches is None else pitches * axle.thread_pitch.value
