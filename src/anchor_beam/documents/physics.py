"""From records to core inputs."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.shape import Bar, Bushings, Dimensions
from anchor_beam.core.car.model import AxleInput, Car, CarBatch, car_from_corner_weights, weigh
from anchor_beam.core.grip.model import AxleGrip, CarGrip, GripBatch, grips
from anchor_beam.core.grip.tyre import PRESETS, surface
from anchor_beam.core.linkage.tape import PickUp
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.core.sides import CORNERS, Axle, AxleKind, Side
from anchor_beam.documents.places import read
from anchor_beam.documents.records import ArmDirection, AxleRecord, BarRecord, CarRecord, Drive


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


@lru_cache(maxsize=256)
def car_input(car: CarRecord) -> Car:
    """The core's car.

    Raises:
        InputError: at a figure of the car, named as in the record, axles with their prefix.
    """
    return car_from_corner_weights(
        (car.corner_fl.value, car.corner_fr.value, car.corner_rl.value, car.corner_rr.value),
        wheelbase=car.wheelbase.value,
        cg_height=car.cg_height.value,
        front=_axle_input(car.front),
        rear=_axle_input(car.rear),
        chassis_torsion=car.chassis_torsion.value,
    )


@lru_cache(maxsize=256)
def grip_input(car: CarRecord) -> CarGrip:
    """The core's tyres and drive, on the road of the record.

    Raises:
        InputError: at a figure of the car, named as in the record.
    """
    tyre = replace(
        PRESETS[car.tyre].tyre, mu0=car.grip.value, load_sensitivity=car.load_sensitivity.value,
        camber_best=car.camber_best.value, camber_loss=car.camber_loss.value,
    )  # fmt: skip
    ends = [
        AxleGrip(
            tyre, (axle.camber.value,) * 2, axle.roll_camber.value, compliance_steer=axle.compliance_steer.value,
            roll_steer=axle.roll_steer.value, differential=axle.differential,
        )
        for axle in (car.front, car.rear)
    ]  # fmt: skip
    driven = DRIVEN_IN_FRONT[car.drive]
    return CarGrip(ends[0], ends[1], car.brake_front.value / 100.0, driven, surface(car.road, car.tyre))


DRIVEN_IN_FRONT = {Drive.FRONT: 1.0, Drive.REAR: 0.0, Drive.ALL: 0.4}  # part of the drive force


def moved_cars(car: CarRecord, moved: Mapping[str, FloatArray]) -> CarBatch:
    """The car many times, with the figures of `moved` replaced: place within the car -> values (m,) [SI].

    Values are not checked one by one: one that cannot be gives NaN or no equilibrium.
    """
    size = max((len(values) for values in moved.values()), default=1)

    def value(place: str) -> FloatArray:
        return np.broadcast_to(moved.get(place, read(car, place).value), (size,))

    def both(name: str) -> FloatArray:
        return np.stack([value(f"front.{name}"), value(f"rear.{name}")], axis=-1)

    live = np.array([car.axle(axle).kind is AxleKind.LIVE for axle in Axle])
    unsprung = both("unsprung_mass") * np.where(live, 1.0, 2.0)
    track, height = both("track"), both("wheel_centre_height")
    corners = np.stack([value(f"corner_{key}") for key in CORNERS], axis=-1)
    weighed = weigh(corners, value("cg_height"), track=track, unsprung_mass=unsprung, wheel_centre_height=height)
    none, endless = np.zeros((size, 2)), np.full((size, 2), np.inf)
    return CarBatch(
        wheelbase=value("wheelbase"), sprung_mass=weighed.sprung_mass, sprung_cg_height=weighed.sprung_cg_height,
        sprung_cg_left=weighed.sprung_cg_left, chassis_torsion=value("chassis_torsion"), wedge=weighed.wedge,
        jacking=np.zeros(size), sprung_share=np.stack([1.0 - weighed.rear_share, weighed.rear_share], axis=-1),
        track=track, unsprung_mass=unsprung, wheel_centre_height=height,
        roll_centre_height=both("roll_centre_height"), wheel_rate=both("spring_rate") * both("spring_ratio") ** 2,
        live_coupling=np.where(live, both("spring_base") / track, 1.0), tyre_rate=both("tyre_rate"),
        bump_gap=endless, bump_rate=none, droop=endless, strap=none,
    )  # fmt: skip


def moved_grips(car: CarRecord, moved: Mapping[str, FloatArray], apart: FloatArray) -> GripBatch:
    """Tyres and drive of the car many times, as `moved_cars`; apart: (m, 2) factor on the grip of each axle [-]."""
    size = len(apart)
    one = grips([grip_input(car)])
    many = {name: np.broadcast_to(values, (size, *values.shape[1:])).copy() for name, values in vars(one).items()}
    road = surface(car.road, car.tyre)
    own = {
        "grip": "mu0",
        "load_sensitivity": "load_sensitivity",
        "camber_best": "camber_best",
        "camber_loss": "camber_loss",
    }
    factors = {"grip": road.grip, "camber_loss": road.camber_loss}
    for place, name in own.items():
        if place in moved:
            many[name] = np.stack([moved[place] * factors.get(place, 1.0)] * 2, axis=-1)
    for i, axle in enumerate(Axle):
        for name in ("roll_camber", "compliance_steer", "roll_steer"):
            if f"{axle}.{name}" in moved:
                many[name][:, i] = moved[f"{axle}.{name}"]
        if f"{axle}.camber" in moved:
            many["camber"][:, i] = moved[f"{axle}.camber"][:, None]
    if "brake_front" in moved:
        many["brake_front"] = moved["brake_front"] / 100.0
    many["mu0"] = many["mu0"] * apart
    return GripBatch(**many)


def _axle_input(axle: AxleRecord) -> AxleInput:
    live = axle.kind is AxleKind.LIVE
    return AxleInput(
        kind=axle.kind,
        track=axle.track.value,
        unsprung_mass=axle.unsprung_mass.value * (1.0 if live else 2.0),
        wheel_centre_height=axle.wheel_centre_height.value,
        roll_centre_height=axle.roll_centre_height.value,
        spring_rate=axle.spring_rate.value * axle.spring_ratio.value**2,
        spring_base=axle.spring_base.value if live else axle.track.value,
        tyre_rate=axle.tyre_rate.value,
    )


def pickup(axle: AxleRecord, side: Side) -> PickUp:
    """One side's link pick-up for the core."""
    height = axle.pickup_height_left if side is Side.LEFT else axle.pickup_height_right
    return PickUp(
        ahead=axle.pickup_ahead.value,
        height=height.value,
        from_centre=axle.pickup_spacing.value / 2.0,
        ratio=axle.pickup_ratio.value,
        arms_forward=axle.arms is ArmDirection.FORWARD,
    )


def length_per_turn(axle: AxleRecord) -> float | None:
    """What one turn of the adjuster adds to a link [m]; None for a link of fixed length.

    Opposite threads turn in place, two pitches a turn; with one threaded end a turn is one pitch, unhooked.
    """
    pitches = {"opposite threads": 2.0, "one threaded end": 1.0}.get(axle.adjuster)
    return None if pitches is None else pitches * axle.thread_pitch.value
