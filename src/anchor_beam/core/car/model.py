"""The car's inputs, one by one or many at once."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, require_finite, require_not_negative, require_positive
from anchor_beam.core.sides import AxleKind
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class Stops:
    """Where the wheel's travel from rest ends. gap: free bump travel [m]; rate: of the bump stop at the wheel [N/m].

    droop: free travel downward [m], ended by the damper or a strap of stiffness `strap` [N/m]. On a live axle the
    travel is that over the springs.
    """

    gap: float
    rate: float
    droop: float
    strap: float = 2e6

    def __post_init__(self) -> None:
        require_not_negative("bump_gap", self.gap, "The free bump travel")
        require_positive("bump_rate", self.rate, "The rate of the bump stop")
        require_not_negative("droop", self.droop, "The free droop travel")
        require_positive("strap", self.strap, "The stiffness at the end of droop")


@immutable
class AxleInput:
    """One axle. unsprung_mass: whole axle [kg]; heights and track [m]; tyre_rate per tyre [N/m].

    spring_rate: at the wheel for an independent axle, per spring for a live one [N/m]; spring_base: distance between
    the springs of a live axle, for an independent one the track [m]. stops: None for endless linear springs.
    damper: rate of one damper at the wheel, or where it stands on a live axle, mean of bump and rebound [N s/m], None where
    it is not known; damper_base: between the dampers of a live axle [m], None for the track.
    """

    kind: AxleKind
    track: float
    unsprung_mass: float
    wheel_centre_height: float
    roll_centre_height: float
    spring_rate: float
    spring_base: float
    tyre_rate: float
    stops: Stops | None = None
    damper: float | None = None
    damper_base: float | None = None

    def __post_init__(self) -> None:
        require_positive("track", self.track, "The track")
        require_positive("unsprung_mass", self.unsprung_mass, "The unsprung mass")
        require_positive("wheel_centre_height", self.wheel_centre_height, "The wheel centre height")
        require_finite("roll_centre_height", self.roll_centre_height, "The roll centre height")
        require_positive("spring_rate", self.spring_rate, "The spring rate")
        require_positive("spring_base", self.spring_base, "The spring base")
        require_positive("tyre_rate", self.tyre_rate, "The tyre rate")
        require_not_negative("damper", self.damper or 0.0, "The damper rate")
        if self.damper_base is not None:
            require_positive("damper_base", self.damper_base, "The distance between the dampers")

    @property
    def roll_damping(self) -> float:
        """Of both dampers about the body's roll axis [N m s/rad], 0 where they are not known."""
        base = self.damper_base if self.kind is AxleKind.LIVE and self.damper_base is not None else self.track
        return 0.0 if self.damper is None else 0.5 * self.damper * base**2


@immutable
class Car:
    """Sprung mass [kg] with its centre of gravity above ground and behind the front axle [m], and two axles.

    sprung_cg_left: offset of that centre of gravity to the left [m]. chassis_torsion: stiffness of the body between
    its axles [N m/rad], None for rigid. wedge: roll moment that the seats of the springs hold against each other at
    rest [N m], > 0 loads the left front and the right rear. jacking: 1 to let unequal side forces of the two wheels
    lift the body through their inclined links, 0 for the convention of the reference cars. yaw_index: square of the radius
    of gyration over the product of the distances from the centre of gravity to the axles [-]; yaw_inertia: of the whole
    car [kg m^2], instead of it.
    """

    wheelbase: float
    sprung_mass: float
    sprung_cg_height: float
    sprung_cg_behind_front: float
    front: AxleInput
    rear: AxleInput
    sprung_cg_left: float = 0.0
    chassis_torsion: float | None = None
    wedge: float = 0.0
    jacking: float = 0.0
    yaw_index: float = 0.95
    yaw_inertia: float | None = None

    def __post_init__(self) -> None:
        require_positive("wheelbase", self.wheelbase, "The wheelbase")
        require_positive("sprung_mass", self.sprung_mass, "The sprung mass")
        require_positive("cg_height", self.sprung_cg_height, "The height of the centre of gravity")
        if not 0.0 < self.sprung_cg_behind_front < self.wheelbase:
            raise InputError(
                "sprung_cg_behind_front", "The centre of gravity must lie between the axles.",
                got=self.sprung_cg_behind_front, accepts="a weight on both axles",
            )  # fmt: skip
        narrow = min(self.front.track, self.rear.track)
        if not abs(self.sprung_cg_left) < narrow / 2.0:
            raise InputError(
                "sprung_cg_left", "The centre of gravity must lie between the wheels.", got=self.sprung_cg_left,
                accepts=f"less than {narrow * 500.0:.0f} mm to either side",
            )  # fmt: skip
        if self.chassis_torsion is not None:
            require_positive("chassis_torsion", self.chassis_torsion, "The torsional stiffness of the chassis")
        require_finite("wedge", self.wedge, "The wedge")
        require_positive("yaw_index", self.yaw_index, "The yaw index")
        if self.yaw_inertia is not None:
            require_positive("yaw_inertia", self.yaw_inertia, "The yaw inertia")


@immutable(eq=False)
class CarBatch:
    """Many cars at once: one value a car (...), axle values (..., 2) front, rear; names and units as in the inputs.

    live_coupling: (..., 2) spring base over track, 1 for an independent axle. wheel_rate: (..., 2) of the springs, both
    wheels in equal travel. chassis_torsion is infinity where rigid, stops are infinity where there are none. roll_damping:
    (..., 2) of the dampers about the body's roll axis [N m s/rad], 0 where they are not known.
    """

    wheelbase: FloatArray
    sprung_mass: FloatArray
    sprung_cg_height: FloatArray
    sprung_cg_left: FloatArray
    chassis_torsion: FloatArray
    wedge: FloatArray
    jacking: FloatArray
    sprung_share: FloatArray
    track: FloatArray
    unsprung_mass: FloatArray
    wheel_centre_height: FloatArray
    roll_centre_height: FloatArray
    wheel_rate: FloatArray
    live_coupling: FloatArray
    tyre_rate: FloatArray
    bump_gap: FloatArray
    bump_rate: FloatArray
    droop: FloatArray
    strap: FloatArray
    yaw_inertia: FloatArray
    roll_damping: FloatArray

    @property
    def spring_roll_stiffness(self) -> FloatArray:
        """(..., 2) of the springs about the body's roll axis [N m/rad]."""
        return self.wheel_rate * (self.live_coupling * self.track) ** 2 / 2.0

    @property
    def tyre_roll_stiffness(self) -> FloatArray:
        """(..., 2) of both tyres of an axle [N m/rad]."""
        return self.tyre_rate * self.track**2 / 2.0

    @property
    def static_load(self) -> FloatArray:
        """(..., 2) load on each axle [N]."""
        return GRAVITY * (self.sprung_share * self.sprung_mass[..., None] + self.unsprung_mass)

    @property
    def roll_axis_height(self) -> FloatArray:
        """(...) height of the roll axis at the sprung centre of gravity [m]."""
        return np.asarray((self.sprung_share * self.roll_centre_height).sum(axis=-1), dtype=float)

    @property
    def shape(self) -> tuple[int, ...]:
        """The batch axes."""
        return self.wheelbase.shape


def batch(cars: Sequence[Car]) -> CarBatch:
    """Put cars side by side along one batch axis."""
    axles = [(car.front, car.rear) for car in cars]

    def per_axle(of: Callable[[AxleInput], float]) -> FloatArray:
        return np.array([[of(axle) for axle in pair] for pair in axles], dtype=float)

    def per_car(of: Callable[[Car], float]) -> FloatArray:
        return np.array([of(car) for car in cars], dtype=float)

    def stop(of: Callable[[Stops], float], without: float) -> FloatArray:
        return per_axle(lambda axle: without if axle.stops is None else of(axle.stops))

    behind = per_car(lambda car: car.sprung_cg_behind_front / car.wheelbase)
    index = per_car(lambda car: car.yaw_index)
    given = per_car(lambda car: np.nan if car.yaw_inertia is None else car.yaw_inertia)
    on_axle = np.stack([1.0 - behind, behind], axis=-1) * per_car(lambda car: car.sprung_mass)[:, None]
    on_axle = on_axle + per_axle(lambda axle: axle.unsprung_mass)
    found = yaw_inertia(on_axle, per_car(lambda car: car.wheelbase), index)
    return CarBatch(
        wheelbase=per_car(lambda car: car.wheelbase),
        sprung_mass=per_car(lambda car: car.sprung_mass),
        sprung_cg_height=per_car(lambda car: car.sprung_cg_height),
        sprung_cg_left=per_car(lambda car: car.sprung_cg_left),
        chassis_torsion=per_car(lambda car: np.inf if car.chassis_torsion is None else car.chassis_torsion),
        wedge=per_car(lambda car: car.wedge),
        jacking=per_car(lambda car: car.jacking),
        sprung_share=np.stack([1.0 - behind, behind], axis=-1),
        track=per_axle(lambda axle: axle.track),
        unsprung_mass=per_axle(lambda axle: axle.unsprung_mass),
        wheel_centre_height=per_axle(lambda axle: axle.wheel_centre_height),
        roll_centre_height=per_axle(lambda axle: axle.roll_centre_height),
        wheel_rate=per_axle(lambda axle: axle.spring_rate),
        live_coupling=per_axle(lambda axle: axle.spring_base / axle.track if axle.kind is AxleKind.LIVE else 1.0),
        tyre_rate=per_axle(lambda axle: axle.tyre_rate),
        bump_gap=stop(lambda stops: stops.gap, np.inf),
        bump_rate=stop(lambda stops: stops.rate, 0.0),
        droop=stop(lambda stops: stops.droop, np.inf),
        strap=stop(lambda stops: stops.strap, 0.0),
        yaw_inertia=np.where(np.isnan(given), found, given),
        roll_damping=per_axle(lambda axle: axle.roll_damping),
    )


def yaw_inertia(on_axle: FloatArray, wheelbase: FloatArray, index: FloatArray) -> FloatArray:
    """Of whole cars (...) about their centres of gravity [kg m^2], with masses on the axles (..., 2) [kg].

    I = iota m a b, with a and b from the centre of gravity to the axles.
    Source: docs/theory/phases.md, "The front while it builds up".
    """
    return np.asarray(index * on_axle[..., 0] * on_axle[..., 1] / on_axle.sum(axis=-1) * wheelbase**2, dtype=float)
