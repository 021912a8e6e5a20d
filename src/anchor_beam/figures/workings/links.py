"""How the figures of links, and of the bar at the wheels, came about."""

from __future__ import annotations

from anchor_beam.core.sides import CORNERS, Axle, Side
from anchor_beam.core.working import Term, Working
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.workings.maker import Maker
from anchor_beam.units.kinds import Kind


def wheel_rate(axle: Axle) -> Maker:
    """Rate of the bar at the wheel."""

    def make(shown: Picture) -> Working | None:
        end = shown.now.end(axle)
        if not end.works or end.wheel_rate is None or not end.end.connected:
            return None
        left, right = end.slopes
        return Working(
            f"Rate of the {axle} bar at the wheel", r"k_wheel = 2 K_\theta m_left m_right",
            (Term(r"K_\theta", "twist stiffness", end.K_theta, Kind.TWIST_STIFFNESS),
             Term("m_left", "turn of the left arm per wheel travel", left, Kind.TURN_PER_TRAVEL),
             Term("m_right", "turn of the right arm per wheel travel", right, Kind.TURN_PER_TRAVEL)),
            Term("k_wheel", "force at each wheel per travel of each wheel, in roll", end.wheel_rate, Kind.RATE),
            "docs/theory/linkage.md, At the wheel", "At ride height. A single wheel over a bump feels half of it.",
        )  # fmt: skip

    return make


def level_length(axle: Axle, side: Side) -> Maker:
    """Link length that levels the arm."""

    def make(shown: Picture) -> Working | None:
        sides = shown.now.end(axle).sides
        if sides is None:
            return None
        this = sides[side.position]
        record = shown.file.car.axle(axle)
        height = record.pickup_height_left if side is Side.LEFT else record.pickup_height_right
        lever = float(shown.now.end(axle).bar.levers[side.position, shown.file.bench.end(axle).hole(side)])
        return Working(
            f"{axle.capitalize()} {side} link for a level arm", r"L = |Q − P − R r_0| \quad (R r_0)_z = 0",
            (Term("r", "lever of the hole", lever, Kind.FINE_LENGTH),
             Term("Q_x", "pick-up from the bar, along the car", record.pickup_ahead.value, Kind.FINE_LENGTH),
             Term("Q_z", "pick-up above the bar", height.value, Kind.FINE_LENGTH),
             Term("L_fitted", "link as fitted", this.fitted, Kind.FINE_LENGTH)),
            Term("L", "centre to centre", this.level, Kind.FINE_LENGTH),
            "docs/theory/linkage.md, Level and square",
            "The length sets where the arm stands, not how stiff the bar is.",
        )  # fmt: skip

    return make


def drop_in_length(axle: Axle, side: Side) -> Maker:
    """Link length that leaves the bar untwisted while the other link stays."""

    def make(shown: Picture) -> Working | None:
        end = shown.now.end(axle)
        length = end.drop_in(side)
        if end.sides is None or length is None:
            return None
        this, other = end.sides[side.position], end.sides[1 - side.position]
        return Working(
            f"{axle.capitalize()} {side} link that drops in", r"L = |Q − P − R(\theta_other) r_0|",
            (Term(r"\theta_other", "the other arm, turned from the bar's own frame", float(other.where.theta[0]), Kind.ANGLE),
             Term(r"\theta", "this arm, turned from the bar's own frame", float(this.where.theta[0]), Kind.ANGLE),
             Term("L_fitted", "link as fitted", this.fitted, Kind.FINE_LENGTH)),
            Term("L", "centre to centre", length, Kind.FINE_LENGTH),
            "docs/theory/linkage.md, Level and square",
            "At the heights measured, car standing. Leaves the bar free: it presses neither tyre.",
        )  # fmt: skip

    return make


def link_load(axle: Axle) -> Maker:
    """Largest link force at 1 g."""

    def make(shown: Picture) -> Working | None:
        load, torque = shown.now.link_load(axle), shown.now.bar_torque(axle)
        if load is None or torque is None:
            return None
        side, force = load
        sides = shown.now.end(axle).sides
        assert sides is not None
        return Working(
            f"{axle.capitalize()} link load at 1 g",
            r"F = \frac{T}{l_e} \quad T = K_\theta (m_left + m_right) \frac{t}{2} (\phi − \phi_tyres)",
            (Term("T", "torque in the bar at 1 g", torque, Kind.TORQUE),
             Term("l_e", f"lever of the {side} link about the bar", float(sides[side.position].where.lever[0]),
                  Kind.FINE_LENGTH)),
            Term("F", f"force in the {side} link", force, Kind.FORCE),
            "docs/theory/linkage.md, Link load",
            "Steady corner at 1 g. Kerbs and holes load it more; the maker's rating decides.",
        )  # fmt: skip

    return make


def arm_turn(axle: Axle, side: Side) -> Maker:
    """Turn of an arm per wheel travel."""

    def make(shown: Picture) -> Working | None:
        sides = shown.now.end(axle).sides
        if sides is None:
            return None
        this = sides[side.position]
        return Working(
            f"Turn of the {axle} {side} arm", r"m = \frac{1}{l_e} e\cdot\frac{dQ}{dz}",
            (
                Term("dQ/dz", "pick-up travel per wheel travel", shown.file.car.axle(axle).pickup_ratio.value, Kind.RATIO),
                Term("l_e", "lever of the link about the bar", abs(float(this.where.lever[0])), Kind.FINE_LENGTH),
                Term(r"\beta", "link off square to its arm", float(this.where.square_off[0]), Kind.ANGLE),
            ),
            Term("m", "turn of the arm per wheel travel at ride height", this.motion_ratio, Kind.TURN_PER_TRAVEL),
            "docs/theory/linkage.md, Closing the chain",
            "The pick-up is taken to move straight up and down, which holds near ride height.",
        )  # fmt: skip

    return make


def rest_torque(axle: Axle) -> Maker:
    """What the links as fitted leave in the bar of the standing car."""

    def make(shown: Picture) -> Working | None:
        end, torque = shown.now.end(axle), shown.now.rest_torque(axle)
        if torque is None or end.rest_twist is None:
            return None
        return Working(
            f"Torque in the {axle} bar at rest", r"T_0 = K_\theta (\theta_L − \theta_R) \quad \text{the car settled on it}",
            (
                Term(r"K_\theta", "twist stiffness", end.K_theta, Kind.TWIST_STIFFNESS),
                Term(r"\theta_L − \theta_R", "twist that both links make, the car held", end.rest_twist, Kind.ANGLE),
            ),
            Term("T_0", "torque left once the body has given way, above zero presses the left tyre", torque, Kind.TORQUE),
            "docs/theory/car.md, The settled car",
            "Corner weights are taken as measured with the links off, or dropping in free.",
        )  # fmt: skip

    return make


def cross_weight(shown: Picture) -> Working | None:
    """Right front and left rear over the whole."""
    now = shown.now
    if now.corner is None or now.cross_weight is None:
        return None
    loads = now.corner.rest.loads[0]
    return Working(
        "Cross weight", r"c = 100 \frac{N_fr + N_rl}{N_fl + N_fr + N_rl + N_rr}",
        tuple(Term(f"N_{key}", f"{words} load, standing", float(load), Kind.FORCE) for key, words, load in
              zip(CORNERS, ("front left", "front right", "rear left", "rear right"), loads, strict=True)),
        Term("c", "as the car stands with these links", now.cross_weight, Kind.PERCENT),
        "docs/theory/measurements.md, Drop-in",
    )  # fmt: skip
