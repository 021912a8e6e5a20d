"""The car's inputs, one by one or many at once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, require_finite, require_positive
from anchor_beam.core.sides import AxleKind
from anchor_beam.errors import InputError


@dataclass(frozen=True)
class AxleInput:
    """One axle. unsprung_mass: whole axle [kg]; heights and track [m]; tyre_rate per tyre [N/m].

    spring_rate: at the wheel for an independent axle, per spring for a live one [N/m]; spring_base: distance between
    the springs of a live axle, for an independent one the track [m].
    """

    kind: AxleKind
    track: float
    unsprung_mass: float
    wheel_centre_height: float
    roll_centre_height: float
    spring_rate: float
    spring_base: float
    tyre_rate: float

    def __post_init__(self) -> None:
        require_positive("track", self.track, "The track")
        require_positive("unsprung_mass", self.unsprung_mass, "The unsprung mass")
        require_positive("wheel_centre_height", self.wheel_centre_height, "The wheel centre height")
        require_finite("roll_centre_height", self.roll_centre_height, "The roll centre height")
        require_positive("spring_rate", self.spring_rate, "The spring rate")
        require_positive("spring_base", self.spring_base, "The spring base")
        require_positive("tyre_rate", self.tyre_rate, "The tyre rate")


@dataclass(frozen=True)
class Car:
    """Sprung mass [kg] with its centre of gravity above ground and behind the front axle [m], and two axles."""

    wheelbase: float
    sprung_mass: float
    sprung_cg_height: float
    sprung_cg_behind_front: float
    front: AxleInput
    rear: AxleInput

    def __post_init__(self) -> None:
        require_positive("wheelbase", self.wheelbase, "The wheelbase")
        require_positive("sprung_mass", self.sprung_mass, "The sprung mass")
        require_positive("cg_height", self.sprung_cg_height, "The height of the centre of gravity")
        if not 0.0 < self.sprung_cg_behind_front < self.wheelbase:
            raise InputError(
                "sprung_cg_behind_front", "The centre of gravity must lie between the axles.",
                got=self.sprung_cg_behind_front, accepts="a weight on both axles",
            )  # fmt: skip


def car_from_corner_weights(
    corners: tuple[float, float, float, float],
    *,
    wheelbase: float,
    cg_height: float,
    front: AxleInput,
    rear: AxleInput,
) -> Car:
    """Car from what scales and a tilt test give: four corner weights as mass [kg], height of the whole car's CG [m].

    Raises:
        InputError: at "corner_fl" and so on, or "cg_height".
    Source: moments about the front axle and the ground, docs/theory/car.md.
    """
    for place, mass in zip(("corner_fl", "corner_fr", "corner_rl", "corner_rr"), corners, strict=True):
        require_positive(place, mass, "The corner weight")
    on_axle = (corners[0] + corners[1], corners[2] + corners[3])
    for place, mass, axle in (("corner_fl", on_axle[0], front), ("corner_rl", on_axle[1], rear)):
        if axle.unsprung_mass >= mass:
            raise InputError(
                place, "The axle's unsprung mass is more than what the scales show there.", got=mass,
                accepts=f"two corners that add up to more than {axle.unsprung_mass:.0f} kg",
            )  # fmt: skip
    unsprung = front.unsprung_mass + rear.unsprung_mass
    sprung = sum(on_axle) - unsprung
    moment = sum(on_axle) * cg_height - sum(axle.unsprung_mass * axle.wheel_centre_height for axle in (front, rear))
    if not moment > 0.0:
        raise InputError(
            "cg_height", "With this height the sprung mass would have its centre of gravity in the ground.",
            got=cg_height, accepts="a greater height",
        )  # fmt: skip
    return Car(
        wheelbase=wheelbase, sprung_mass=sprung, sprung_cg_height=moment / sprung,
        sprung_cg_behind_front=wheelbase * (on_axle[1] - rear.unsprung_mass) / sprung, front=front, rear=rear,
    )  # fmt: skip


@dataclass(frozen=True, eq=False)
class CarBatch:
    """Many cars at once: wheelbase, sprung_mass, sprung_cg_height (...); axle values (..., 2) front, rear."""

    wheelbase: FloatArray
    sprung_mass: FloatArray
    sprung_cg_height: FloatArray
    sprung_share: FloatArray
    track: FloatArray
    unsprung_mass: FloatArray
    wheel_centre_height: FloatArray
    roll_centre_height: FloatArray
    spring_roll_stiffness: FloatArray
    tyre_roll_stiffness: FloatArray

    @property
    def static_load(self) -> FloatArray:
        """(..., 2) load on each axle [N]."""
        return GRAVITY * (self.sprung_share * self.sprung_mass[..., None] + self.unsprung_mass)

    @property
    def roll_axis_height(self) -> FloatArray:
        """(...) height of the roll axis below or above the sprung centre of gravity [m]."""
        return np.asarray((self.sprung_share * self.roll_centre_height).sum(axis=-1), dtype=float)

    def spread_over(self, settings: int) -> CarBatch:
        """The same cars with a further batch axis of length 1, to broadcast against (cars, settings, 2) arrays."""
        return CarBatch(
            *(
                getattr(self, field.name)[:, None, :]
                if getattr(self, field.name).ndim == 2
                else np.repeat(getattr(self, field.name)[:, None], settings, axis=1)
                for field in fields(self)
            )
        )


def batch(cars: Sequence[Car]) -> CarBatch:
    """Put cars side by side along one batch axis."""

    def per_axle(name: str) -> FloatArray:
        return np.array([[getattr(car.front, name), getattr(car.rear, name)] for car in cars], dtype=float)

    track, base = per_axle("track"), per_axle("spring_base")
    live = np.array([[axle.kind is AxleKind.LIVE for axle in (car.front, car.rear)] for car in cars])
    behind = np.array([car.sprung_cg_behind_front / car.wheelbase for car in cars])
    return CarBatch(
        wheelbase=np.array([car.wheelbase for car in cars]),
        sprung_mass=np.array([car.sprung_mass for car in cars]),
        sprung_cg_height=np.array([car.sprung_cg_height for car in cars]),
        sprung_share=np.stack([1.0 - behind, behind], axis=-1),
        track=track,
        unsprung_mass=per_axle("unsprung_mass"),
        wheel_centre_height=per_axle("wheel_centre_height"),
        roll_centre_height=per_axle("roll_centre_height"),
        spring_roll_stiffness=per_axle("spring_rate") * np.where(live, base, track) ** 2 / 2.0,
        tyre_roll_stiffness=per_axle("tyre_rate") * track**2 / 2.0,
    )
