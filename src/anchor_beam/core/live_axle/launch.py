"""Launching straight: the propshaft's torque on a live axle, the wheel loads it makes, and the preload that cancels it.

The shaft turns the axle about the car's own axis with T = m a r/i. The axle leans on its tyres, the rear suspension
and, through the body, the front: of the torque 1/(1 + K_s (1/K_f + 1/K_t)) stays on the rear tyres. It moves load
from wheel to wheel at both ends. A preload of the bar acts at the same place with the opposite sign. Closed forms, no
search.
"""

from __future__ import annotations

from anchor_beam.core.arrays import GRAVITY, require_not_negative, require_positive
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

USUAL, REVERSED, NONE = -1, 1, 0  # sense of the shaft's torque on the axle


@immutable
class LaunchCar:
    """What a launch needs of a car.

    mass [kg], wheelbase, track front and rear [m]. front_load, rear_load: at rest [N]. weight_moment: sum of mass times
    height [kg m]. wheel_radius [m]. final_drive: ratio in the axle [-]. rotation: -1 for a shaft that turns clockwise
    seen from the front of the car (loads the left rear tyre), +1 the other way, 0 where the final drive sits on the body.
    front_stiffness: roll stiffness of the front axle with its tyres, less m_s g d [N m/rad]. rear_stiffness: of the rear
    suspension with its bar; rear_tyres: k_t t^2/2 [N m/rad].
    """

    mass: float
    wheelbase: float
    track_front: float
    track_rear: float
    front_load: float
    rear_load: float
    weight_moment: float
    wheel_radius: float
    final_drive: float
    rotation: int
    front_stiffness: float
    rear_stiffness: float
    rear_tyres: float

    def __post_init__(self) -> None:
        for name in ("mass", "wheelbase", "track_front", "track_rear", "front_load", "rear_load", "weight_moment",
                     "wheel_radius", "final_drive", "rear_tyres"):  # fmt: skip
            require_positive(name, getattr(self, name), f"The {name.replace('_', ' ')}")
        require_not_negative("rear_stiffness", self.rear_stiffness, "The rear roll stiffness")
        if not self.front_stiffness > 0.0:
            raise InputError(
                "front_stiffness", "The front axle must hold the body up in roll.", got=self.front_stiffness,
                accepts="more than zero, gravity taken off",
            )  # fmt: skip
        if self.rotation not in (USUAL, REVERSED, NONE):
            raise InputError("rotation", "The shaft turns one way, the other, or not on the axle.", got=self.rotation,
                             accepts="-1, 1 or 0")  # fmt: skip

    @property
    def yielding(self) -> float:
        """How much of a torque on the axle the rest of the car takes: 1 + K_s (1/K_f + 1/K_t)."""
        return 1.0 + self.rear_stiffness * (1.0 / self.front_stiffness + 1.0 / self.rear_tyres)


@immutable
class Launch:
    """At one acceleration: torque of the shaft on the axle [N m], body roll right side down [rad], wheel loads [N] in
    the order fl, fr, rl, rr, and the preload torque on the axle that would make both rear tyres equal [N m]."""

    shaft_torque: float
    roll: float
    loads: tuple[float, float, float, float]
    cancelling: float

    @property
    def rear_difference(self) -> float:
        """Right rear over left rear [N]."""
        return self.loads[3] - self.loads[2]


def launch(car: LaunchCar, acceleration: float, preload: float = 0.0) -> Launch:
    """Wheel loads while the car accelerates in a straight line [m/s^2] with a preload torque on the axle [N m].

    Raises:
        NoSolution: at "acceleration" once the front wheels or a rear wheel leave the ground.
    Source: docs/theory/live-axle.md, "Launch"; Gillespie, *Fundamentals of Vehicle Dynamics*, ch. 2.
    """
    require_not_negative("acceleration", acceleration, "The acceleration")
    torque = car.rotation * car.mass * acceleration * car.wheel_radius / car.final_drive
    on_ground = (torque + preload) / car.yielding
    moved = car.weight_moment * acceleration / car.wheelbase
    front, rear = car.front_load - moved, car.rear_load + moved
    loads = (
        0.5 * front + on_ground / car.track_front, 0.5 * front - on_ground / car.track_front,
        0.5 * rear - on_ground / car.track_rear, 0.5 * rear + on_ground / car.track_rear,
    )  # fmt: skip
    if front <= 0.0:
        highest = car.front_load * car.wheelbase / car.weight_moment
        raise NoSolution(
            "acceleration", "The front wheels leave the ground before that.", got=acceleration,
            accepts=f"up to {highest / GRAVITY:.2f} g",
        )  # fmt: skip
    if min(loads) <= 0.0:
        raise NoSolution("acceleration", "One wheel leaves the ground before that.", got=acceleration,
                         accepts="less acceleration, or less preload")  # fmt: skip
    return Launch(torque, -on_ground / car.front_stiffness, loads, -torque)


def traction(loads: tuple[float, float], mu: float, *, locked: bool, bias: float = 1.0) -> float:
    """Drive force that two driven wheels can put down [N]; bias 1 is an open differential, above it a limited slip one.

    Source: docs/theory/live-axle.md, "Traction".
    """
    low, high = sorted(mu * load for load in loads)
    return low + (high if locked else min(bias * low, high))


@immutable
class PreloadSetting:
    """How to make a preload torque on the axle with one link: twist of the bar [rad], change of length [m], turns of the
    adjuster, difference of wheel loads (right less left) at the rear at rest [N], roll at rest [rad]."""

    twist: float
    length: float
    turns: float
    rest_difference: float
    rest_roll: float


def preload_setting(
    car: LaunchCar, torque: float, *, K_theta: float, motion_ratio: float, lever: float, pitches: float
) -> PreloadSetting:
    """Set a preload torque on the axle [N m] by lengthening one link.

    K_theta: of the bar [N m/rad]; motion_ratio: turn of the arm per wheel travel [rad/m]; lever of the link [m]; pitches:
    sum of the adjuster's pitches [m].
    Source: docs/theory/live-axle.md, "Preload".
    """
    require_positive("K_theta", K_theta, "The stiffness of the bar")
    require_positive("motion_ratio", motion_ratio, "The motion ratio")
    require_positive("lever", lever, "The lever of the link")
    require_positive("pitch", pitches, "The pitch of the adjuster")
    twist = torque / (K_theta * motion_ratio * car.track_rear)
    at_rest = torque / car.yielding
    return PreloadSetting(
        twist, twist * lever, twist * lever / pitches, 2.0 * at_rest / car.track_rear, -at_rest / car.front_stiffness
    )
