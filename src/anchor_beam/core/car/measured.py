"""Cars from what scales, tape and spring tester give, one or many at once.

The same way leads from one car as it stands and from thousands whose inputs are moved by their spread. Values are not
checked one by one on the way: one that cannot be gives NaN or no equilibrium. `sound_car` checks a single car.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, require_finite, require_not_negative, require_positive
from anchor_beam.core.car.model import CarBatch, Stops, yaw_inertia
from anchor_beam.core.sides import Axle
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable(eq=False)
class MeasuredCar:
    """Cars (n,) with axles (n, 2) front, rear; live: (2,) which axles are live.

    corner_fl to corner_rr: what the scales show, as mass [kg]. cg_height: of the whole car [m]. chassis_torsion [N m/rad].
    unsprung_mass: per wheel, of the whole axle where it is live [kg]. spring_rate: of one spring [N/m]; spring_ratio: spring
    travel over wheel travel [-]; spring_base: between the springs of a live axle [m]. Lengths and heights [m], rates [N/m].
    yaw_index: as of a `Car`. damping: of the body on each axle over what is critical [-]. stopped: (2,) on which axles the
    ends of travel count; bump_gap, droop: free travel of the wheel either way [m], bump_rate: of the bump stop there [N/m].
    """

    live: np.ndarray
    stopped: np.ndarray
    wheelbase: FloatArray
    corner_fl: FloatArray
    corner_fr: FloatArray
    corner_rl: FloatArray
    corner_rr: FloatArray
    cg_height: FloatArray
    chassis_torsion: FloatArray
    track: FloatArray
    wheel_centre_height: FloatArray
    roll_centre_height: FloatArray
    unsprung_mass: FloatArray
    spring_rate: FloatArray
    spring_ratio: FloatArray
    spring_base: FloatArray
    tyre_rate: FloatArray
    yaw_index: FloatArray
    damping: FloatArray
    bump_gap: FloatArray
    bump_rate: FloatArray
    droop: FloatArray

    @property
    def corners(self) -> FloatArray:
        """(n, 4) masses in the order fl, fr, rl, rr."""
        return np.stack([self.corner_fl, self.corner_fr, self.corner_rl, self.corner_rr], axis=-1)

    @property
    def on_axle(self) -> FloatArray:
        """(n, 2) masses on front and rear axle."""
        return np.stack([self.corner_fl + self.corner_fr, self.corner_rl + self.corner_rr], axis=-1)

    @property
    def axle_unsprung_mass(self) -> FloatArray:
        """(n, 2) of both wheels of an axle."""
        return np.asarray(self.unsprung_mass * np.where(self.live, 1.0, 2.0), dtype=float)

    @property
    def wheel_rate(self) -> FloatArray:
        """(n, 2) of the springs at the wheels, both in equal travel [N/m].

        Source: virtual work, rate times motion ratio squared.
        """
        return np.asarray(self.spring_rate * self.spring_ratio**2, dtype=float)

    @property
    def roll_damping(self) -> FloatArray:
        """(n, 2) of the dampers about the body's roll axis [N m s/rad]; those of a live axle stand at its springs.

        Source: docs/theory/phases.md, "Dampers".
        """
        on_spring = np.maximum(self.on_axle - self.axle_unsprung_mass, 0.0) / 2.0
        rate = 2.0 * self.damping * np.sqrt(self.wheel_rate * on_spring)
        return np.asarray(0.5 * rate * np.where(self.live, self.spring_base, self.track) ** 2, dtype=float)

    def cars(self) -> CarBatch:
        """As the solver takes them.

        Source: docs/theory/car.md, "Corner weights".
        """
        size, unsprung = len(self.wheelbase), self.axle_unsprung_mass
        found = weigh(
            self.corners, self.cg_height, track=self.track, unsprung_mass=unsprung,
            wheel_centre_height=self.wheel_centre_height,
        )  # fmt: skip
        none, endless = np.zeros((size, 2)), np.full((size, 2), np.inf)
        stopped = np.asarray(self.stopped, dtype=bool)
        return CarBatch(
            wheelbase=self.wheelbase, sprung_mass=found.sprung_mass, sprung_cg_height=found.sprung_cg_height,
            sprung_cg_left=found.sprung_cg_left, chassis_torsion=self.chassis_torsion, wedge=found.wedge,
            jacking=np.zeros(size), sprung_share=np.stack([1.0 - found.rear_share, found.rear_share], axis=-1),
            track=self.track, unsprung_mass=unsprung, wheel_centre_height=self.wheel_centre_height,
            roll_centre_height=self.roll_centre_height, wheel_rate=self.wheel_rate,
            live_coupling=np.where(self.live, self.spring_base / self.track, 1.0), tyre_rate=self.tyre_rate,
            bump_gap=np.where(stopped, self.bump_gap, endless), bump_rate=np.where(stopped, self.bump_rate, none),
            droop=np.where(stopped, self.droop, endless), strap=np.where(stopped, Stops.strap, none),
            yaw_inertia=yaw_inertia(self.on_axle, self.wheelbase, self.yaw_index),
            roll_damping=self.roll_damping,
        )  # fmt: skip


@immutable(eq=False)
class Weighed:
    """The sprung mass [kg], its height and offset to the left [m], the part of it on the rear axle [-], and the wedge
    [N m] that corner weights (...) show."""

    sprung_mass: FloatArray
    sprung_cg_height: FloatArray
    sprung_cg_left: FloatArray
    rear_share: FloatArray
    wedge: FloatArray


def weigh(
    corners: FloatArray, cg_height: FloatArray, *, track: FloatArray, unsprung_mass: FloatArray,
    wheel_centre_height: FloatArray,
) -> Weighed:  # fmt: skip
    """From scales: corners (..., 4) as mass [kg], height of the whole car's centre of gravity (...) [m], axles (..., 2).

    Left and right differ by the offset of the centre of gravity as far as both axles agree; the rest is wedge.
    Source: moments about the front axle, the ground and the centre line, docs/theory/car.md, "Corner weights".
    """
    on_axle = np.stack([corners[..., 0] + corners[..., 1], corners[..., 2] + corners[..., 3]], axis=-1)
    uneven = np.stack([corners[..., 0] - corners[..., 1], corners[..., 2] - corners[..., 3]], axis=-1)
    sprung = (on_axle - unsprung_mass).sum(axis=-1)
    share = (on_axle - unsprung_mass)[..., 1] / sprung
    height = (on_axle.sum(axis=-1) * cg_height - (unsprung_mass * wheel_centre_height).sum(axis=-1)) / sprung
    moments = 0.5 * GRAVITY * track * uneven
    whole = moments.sum(axis=-1)
    return Weighed(sprung, height, whole / (sprung * GRAVITY), share, moments[..., 0] - (1.0 - share) * whole)


@immutable
class Weights:
    """total [kg], the part of it on the front axle, and on right front and left rear [%]."""

    total: float
    front_percent: float
    cross_percent: float


def weights(fl: float, fr: float, rl: float, rr: float) -> Weights:
    """What four scales [kg] add up to."""
    total = fl + fr + rl + rr
    return Weights(total, 100.0 * (fl + fr) / total, 100.0 * (fr + rl) / total)


CHOICES = ("live", "stopped")
SIGNED = "roll_centre_height"  # the only figure of a car that may lie below zero
MAY_BE_NONE = ("bump_gap", "droop")


def _require_figures(figures: dict[str, FloatArray]) -> None:
    """Refuse the first figure that cannot be."""
    for name, values in figures.items():
        places = [name] if values.ndim == 1 else [f"{axle}.{name}" for axle in Axle]
        check = (
            require_finite if name == SIGNED else require_not_negative if name in MAY_BE_NONE else require_positive
        )
        for place, value in zip(places, np.atleast_1d(values[0]), strict=True):
            check(place, float(value), f"The {name.replace('_', ' ')}")


def sound_car(car: MeasuredCar) -> CarBatch:
    """A single car (1,) as the solver takes it; one that cannot be is refused at the figure that says so.

    Raises:
        InputError: at the name of a figure, axles with `front.` or `rear.` before it.
    """
    figures = {name: value for name, value in vars(car).items() if name not in CHOICES}
    all_of_them = np.concatenate(
        [np.abs(value) if name == SIGNED else value for name, value in figures.items() if name not in MAY_BE_NONE],
        axis=None,
    )
    ends = np.concatenate([figures[name] for name in MAY_BE_NONE], axis=None)
    if not (all_of_them > 0.0).all() or not (ends >= 0.0).all() or not np.isfinite(all_of_them).all():
        _require_figures(figures)
    corners, unsprung = car.corners[0], car.axle_unsprung_mass[0]
    for place, mass, hung in (
        ("corner_fl", corners[:2].sum(), unsprung[0]),
        ("corner_rl", corners[2:].sum(), unsprung[1]),
    ):
        if hung >= mass:
            raise InputError(
                place, "The axle's unsprung mass is more than what the scales show there.", got=float(mass),
                accepts=f"two corners that add up to more than {hung:.0f} kg",
            )  # fmt: skip
    found = car.cars()
    if not found.sprung_cg_height[0] > 0.0:
        raise InputError(
            "cg_height", "With this height the sprung mass would have its centre of gravity in the ground.",
            got=float(car.cg_height[0]), accepts="a greater height",
        )  # fmt: skip
    narrow = float(car.track[0].min())
    if not abs(found.sprung_cg_left[0]) < narrow / 2.0:
        raise InputError(
            "sprung_cg_left", "The centre of gravity must lie between the wheels.", got=float(found.sprung_cg_left[0]),
            accepts=f"less than {narrow * 500.0:.0f} mm to either side",
        )  # fmt: skip
    return found
