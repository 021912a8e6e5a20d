"""The chain closed: from bar, holes and links to what the car feels at its wheels.

The arm turns by theta(z) = slope z + curve z^2 + third z^3 over wheel travel z; bar and links twist by theta_left -
theta_right with K_theta in series with both links. At the wheel the force is torque times slope. Nothing is searched
here: `arm` and `travel` have closed the chain already.
"""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_positive
from anchor_beam.core.bar.series import RIGID, with_links
from anchor_beam.core.bar.stiffness import BarSolution
from anchor_beam.core.car.bars import WheelBar
from anchor_beam.core.linkage.arm import ArmPosition
from anchor_beam.core.linkage.travel import Travel
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class ClosedSide:
    """One side at ride height: slope, curve and third of the arm's turn over wheel travel [rad/m, rad/m^2, rad/m^3], turn
    of the arm from the bar's own frame [rad], both in the sense of bump; signed lever of the link [m]."""

    cubic: tuple[float, float, float]
    theta: float
    lever: float


def from_travel(travel: Travel) -> ClosedSide:
    """From arm and link through their travel."""
    return at_ride(travel.where, len(travel.z) // 2, travel.cubic)


def at_ride(where: ArmPosition, ride: int, cubic: tuple[float, float, float] | None) -> ClosedSide:
    """From positions (n,) and the one among them at ride height; cubic: None where only that one is known.

    All turns are counted in the sense in which bump turns the arm: where the bar rides on the axle that is the other one.
    """
    ratio = float(where.motion_ratio[ride])
    theta = math.copysign(1.0, ratio) * float(where.theta[ride])
    return ClosedSide(cubic or (abs(ratio), 0.0, 0.0), theta, float(where.lever[ride]))


def from_measured(lever: float, end_per_wheel: float, angle: float, *, place: str) -> ClosedSide:
    """From the travel of the bar's end over wheel travel [-] and the angle of the link to its arm [rad], both measured.

    Raises:
        InputError: at `place` for an angle at which the link lies along the arm.
    """
    require_positive(f"{place}.end_travel_per_wheel_travel", end_per_wheel, "The travel of the bar's end")
    if not math.radians(5.0) < angle < math.radians(175.0):
        raise InputError(
            f"{place}.link_angle", "The link lies along its arm and would snap over.", got=math.degrees(angle),
            accepts="5 to 175 deg, 90 is square",
        )  # fmt: skip
    return ClosedSide((end_per_wheel / lever, 0.0, 0.0), 0.0, lever * math.sin(angle))


def wheel_bar(
    bar: BarSolution, holes: tuple[int, int], left: ClosedSide, right: ClosedSide, *, k_link: float = RIGID,
    twist_free: float = 0.0,
) -> WheelBar:  # fmt: skip
    """The bar as the car sees it. k_link: each link with its brackets [N/m]; twist_free: of the bar on the bench [rad].

    Links that stand the two arms differently at ride height preload the bar.
    Source: docs/theory/linkage.md, "What the car sees".
    """
    K = bar.K_theta[holes[0] : holes[0] + 1, holes[1] : holes[1] + 1]
    stiff = with_links(K, np.array([left.lever]), np.array([right.lever]), k_left=k_link, k_right=k_link)
    slope, curve, third = zip(left.cubic, right.cubic, strict=True)
    return WheelBar(float(stiff[0, 0]), slope, curve, third, twist_free - (left.theta - right.theta))


def roll_stiffness(K_theta: float, slopes: tuple[float, float], track: float) -> float:
    """Of a bar at the wheels [N m/rad], from the turn of its arms per wheel travel [rad/m] and the track [m].

    Source: docs/theory/linkage.md, "At the wheel".
    """
    return K_theta * (0.5 * sum(slopes) * track) ** 2


def roll_rate(K_theta: float, slopes: tuple[float, float]) -> float:
    """Force at each wheel per travel of each wheel, moving oppositely [N/m].

    Source: docs/theory/linkage.md, "At the wheel": 2 K_theta m_left m_right.
    """
    return 2.0 * K_theta * slopes[0] * slopes[1]


def hole_rates(K_theta: FloatArray, slopes: FloatArray) -> FloatArray:
    """(2, n) the same for each hole with that hole on both sides, from K_theta (n, n) and slopes (2, n)."""
    return np.asarray(2.0 * np.diag(K_theta) * slopes**2, dtype=float)


def link_forces(torque: float, levers: tuple[float, float]) -> tuple[float, float]:
    """Force in each link [N] of a bar that carries a torque [N m], from the levers of its links [m]."""
    return abs(torque / levers[0]), abs(torque / levers[1])
