"""From records to core inputs."""

from __future__ import annotations

from functools import lru_cache

from anchor_beam.core.bar.shape import Bar, Bushings, Dimensions
from anchor_beam.core.car.model import AxleInput, Car, car_from_corner_weights
from anchor_beam.core.linkage.tape import PickUp
from anchor_beam.core.section.shapes import Plate, Round
from anchor_beam.core.sides import AxleKind, Side
from anchor_beam.documents.records import ArmDirection, AxleRecord, BarRecord, CarRecord


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
    )


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


def turns(axle: AxleRecord, change: float) -> float | None:
    """Turns of the adjuster for a change of link length [m]; None for a link of fixed length.

    Opposite threads turn in place, two pitches a turn; with one threaded end a turn is one pitch, unhooked.
    """
    pitches = {"opposite threads": 2.0, "one threaded end": 1.0}.get(axle.adjuster)
    return None if pitches is None else change / (pitches * axle.thread_pitch.value)
