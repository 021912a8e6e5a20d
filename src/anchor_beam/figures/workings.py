"""How each shown figure came about, as `Working` records."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.bar.handbook import handbook
from anchor_beam.core.car.linear import respond
from anchor_beam.core.grip.model import PHASES, Phase
from anchor_beam.core.sides import CORNERS, Axle, Side
from anchor_beam.core.working import Term, Working
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.results import both_turns
from anchor_beam.units.kinds import Kind

Maker = Callable[[Picture], Working | None]
TURNS_DIFFER = 0.1  # % between left and right turn from which both are shown
TIPS = "One limit is where the car tips over: beyond it there is no steady state, and the axle still holds."


def margin_in(phase: Phase) -> Maker:
    """Balance margin in one phase of the corner."""

    def make(shown: Picture) -> Working | None:
        now = shown.now
        limits, found = now.limits_of(phase), now.margin_of(phase)
        if limits is None or found is None or now.corner is None:
            return None
        car, load = now.car, PHASES[phase]
        terms = [
            Term("a_f", "the front axle runs out of grip at", limits[0], Kind.ACCELERATION),
            Term("a_r", "the rear axle runs out of grip at", limits[1], Kind.ACCELERATION),
            Term("mu0", "grip of the tyre at its mean load, dry", car.grip.value, Kind.RATIO),
            Term("p", "loss of grip per relative load", car.load_sensitivity.value, Kind.RATIO),
            Term("q", "grip lost to camber", car.camber_loss.value, Kind.CAMBER_LOSS),
        ]
        if load.longitudinal:
            carried = now.corner.limits.carried[:, now.corner.limits.phases.index(phase)].mean()
            terms.append(Term("a_x", "along the car, as the wheels can carry it", float(carried), Kind.ACCELERATION))
        left, right = now.turns_of(phase) or (found, found)
        if abs(left - right) >= TURNS_DIFFER:
            terms += [
                Term("B_left", "in a left turn", left, Kind.PERCENT),
                Term("B_right", "in a right turn", right, Kind.PERCENT),
            ]
        if shown.bands is not None:
            sigma = shown.bands.margins[phase]
            terms.append(Term("s", "one standard deviation of B, from the spread of the inputs", sigma, Kind.PERCENT))
        return Working(
            f"Balance margin, {phase}", "B = 100 (a_r − a_f) / ((a_r + a_f)/2),  axle: Σ √((mu N)² − F_x²) = demand",
            tuple(terms), Term("B", "balance margin, above zero the front gives up first", found, Kind.PERCENT),
            "docs/theory/balance.md; Pacejka, Tire and Vehicle Dynamics, ch. 4",
            TIPS if bool(now.corner.limits.tips[:, now.corner.limits.phases.index(phase)].any()) else
            "Loads from the settled car with lifted wheels, camber from roll. The higher limit is what that axle could "
            "hold if the other did.",
        )  # fmt: skip

    return make


def roll_gradient(shown: Picture) -> Working | None:
    """Body roll per g."""
    now = shown.now
    if now.axle_stiffness is None or now.roll_gradient is None:
        return None
    stiffness, car = now.axle_stiffness, both_turns(now.car).one
    return Working(
        "Roll gradient", "phi / a = (m_s d + Σ K_s/(K_s + K_t) C) / (K_front + K_rear − m_s g d)",
        (
            Term("m_s", "sprung mass", float(car.sprung_mass[0]), Kind.MASS),
            Term("h_s", "its centre of gravity above ground", float(car.sprung_cg_height[0]), Kind.LENGTH),
            Term("K_front", "front springs, bar and tyres in series", float(stiffness[0]), Kind.ROLL_STIFFNESS),
            Term("K_rear", "rear springs, bar and tyres in series", float(stiffness[1]), Kind.ROLL_STIFFNESS),
        ),
        Term("phi/a", "roll per lateral acceleration", now.roll_gradient, Kind.ROLL_GRADIENT),
        "docs/theory/car.md, Linear roll and The settled car",
        "Slope at rest; the twist of the chassis is in the result, not in the formula. d is the height of the sprung mass "
        "above the roll axis.",
    )  # fmt: skip


def rear_share(shown: Picture) -> Working | None:
    """Rear share of roll stiffness."""
    now = shown.now
    if now.axle_stiffness is None or now.rear_share is None:
        return None
    stiffness = now.axle_stiffness
    return Working(
        "Rear share of roll stiffness", "100 K_rear / (K_front + K_rear),  K = K_s K_t / (K_s + K_t)",
        (
            Term("K_front", "front axle", float(stiffness[0]), Kind.ROLL_STIFFNESS),
            Term("K_rear", "rear axle", float(stiffness[1]), Kind.ROLL_STIFFNESS),
            Term("of it", "front bar at the wheels", now.front.roll_stiffness, Kind.ROLL_STIFFNESS),
            Term("of it", "rear bar at the wheels", now.rear.roll_stiffness, Kind.ROLL_STIFFNESS),
        ),
        Term("share", "rear share", now.rear_share, Kind.PERCENT),
        "docs/theory/car.md, Axle roll stiffness",
    )  # fmt: skip


def first_lift(shown: Picture) -> Working | None:
    """Lateral acceleration at which the first inside wheel carries nothing."""
    now = shown.now
    if now.first_lift is None:
        return None
    axle, at = now.first_lift
    car = both_turns(now.car).one
    linear = respond(car, np.array([[now.front.roll_stiffness, now.rear.roll_stiffness]]))
    return Working(
        "Inside wheel lifts", "N_inside(a) = 0, the settled car; near rest  N = W/2 − a dN/da",
        (
            Term("W", f"load on the {axle} axle", float(car.static_load[0, axle.position]), Kind.FORCE),
            Term("dN", "load transfer of that axle at 1 g",
                 float(linear.transfer[0, axle.position]) * GRAVITY, Kind.FORCE),
        ),
        Term("a", f"inside {axle} wheel carries nothing", at, Kind.ACCELERATION),
        "docs/theory/car.md, Events",
        "Preload, offset weights and links that change their ratio are in it. The tyre may run out of grip before.",
    )  # fmt: skip


def twist_stiffness(axle: Axle) -> Maker:
    """K_theta of one bar."""

    def make(shown: Picture) -> Working:
        end = shown.now.end(axle)
        bar = end.bar
        forms = handbook(bar.bar)
        terms = [
            Term("G", "shear modulus", bar.bar.material.G, Kind.STRESS),
            Term("D", "outer diameter", bar.bar.section.od, Kind.DIAMETER),
            Term("d", "bore", bar.bar.section.bore, Kind.DIAMETER),
            Term("l_left", "lever of the left hole", float(bar.levers[0, end.end.hole_left]), Kind.FINE_LENGTH),
            Term("l_right", "lever of the right hole", float(bar.levers[1, end.end.hole_right]), Kind.FINE_LENGTH),
        ]
        rate = bar.end_rate(0, 0)
        spring, simple = forms.off(rate) if rate else (None, None)
        for off, name in ((spring, "spring-manual form"), (simple, "torsion plus arm")):
            if off is not None:
                terms.append(Term("off", f"{name} against this beam, outermost hole", 100.0 * off, Kind.PERCENT))
        return Working(
            f"Twist stiffness of the {axle} bar", "K_theta = T / theta,  beam in space with true bends and bushings",
            tuple(terms), Term("K_theta", "torque per twist between the arms", end.K_theta, Kind.TWIST_STIFFNESS),
            "docs/theory/bar.md; Przemieniecki, Theory of Matrix Structural Analysis, ch. 5",
            f"{len(bar.mesh.lengths)} beam elements; work of the load and stored energy agree within {bar.residual:.0e}.",
        )  # fmt: skip

    return make


def end_rate(axle: Axle) -> Maker:
    """Rate at the bar's end."""

    def make(shown: Picture) -> Working | None:
        end = shown.now.end(axle)
        if end.end_rate is None:
            return None
        lever = float(end.bar.levers[0, end.end.hole_left])
        return Working(
            f"Rate at the end of the {axle} bar", "k_end = 2 K_theta / l²",
            (Term("K_theta", "twist stiffness", end.K_theta, Kind.TWIST_STIFFNESS),
             Term("l", "lever of the hole", lever, Kind.FINE_LENGTH)),
            Term("k_end", "force per travel of each end, both moving oppositely", end.end_rate, Kind.RATE),
            "docs/theory/bar.md, End rate",
            "With one end held still the rate is half of this: the usual trap of a factor of two.",
        )  # fmt: skip

    return make


def wheel_rate(axle: Axle) -> Maker:
    """Rate of the bar at the wheel."""

    def make(shown: Picture) -> Working | None:
        end = shown.now.end(axle)
        if end.sides is None or end.wheel_rate is None or not end.end.connected:
            return None
        left, right = (side.motion_ratio for side in end.sides)
        return Working(
            f"Rate of the {axle} bar at the wheel", "k_wheel = 2 K_theta m_left m_right",
            (Term("K_theta", "twist stiffness", end.K_theta, Kind.TWIST_STIFFNESS),
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
            f"{axle.capitalize()} {side} link for a level arm", "L = |Q − P − R r0|  with  (R r0)_z = 0",
            (Term("r", "lever of the hole", lever, Kind.FINE_LENGTH),
             Term("Q_x", "pick-up from the bar, along the car", record.pickup_ahead.value, Kind.FINE_LENGTH),
             Term("Q_z", "pick-up above the bar", height.value, Kind.FINE_LENGTH),
             Term("fitted", "link as fitted", this.fitted, Kind.FINE_LENGTH)),
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
            f"{axle.capitalize()} {side} link that drops in", "L = |Q − P − R(theta_other) r0|",
            (Term("theta_other", "the other arm, turned from the bar's own frame", float(other.where.theta[0]), Kind.ANGLE),
             Term("theta", "this arm, turned from the bar's own frame", float(this.where.theta[0]), Kind.ANGLE),
             Term("fitted", "link as fitted", this.fitted, Kind.FINE_LENGTH)),
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
            f"{axle.capitalize()} link load at 1 g", "F = T / l_e,  T = K_theta (m_left + m_right) t/2 (phi − phi_tyres)",
            (Term("T", "torque in the bar at 1 g", torque, Kind.TORQUE),
             Term("l_e", f"lever of the {side} link about the bar", float(sides[side.position].where.lever[0]),
                  Kind.FINE_LENGTH)),
            Term("F", f"force in the {side} link", force, Kind.FORCE),
            "docs/theory/linkage.md, Link load",
            "Steady corner at 1 g. Kerbs and holes load it more; the maker's rating decides.",
        )  # fmt: skip

    return make


def stress(axle: Axle) -> Maker:
    """Largest nominal stress in the bar at 1 g."""

    def make(shown: Picture) -> Working | None:
        torque = shown.now.bar_torque(axle)
        end = shown.now.end(axle)
        found = None if torque is None else end.bar.stress(end.end.hole_left, end.end.hole_right, torque)
        if found is None or torque is None:
            return None
        terms = (
            Term("T", "torque in the bar at 1 g", torque, Kind.TORQUE),
            Term("s", "at this length of bar from its left end", found[1], Kind.LENGTH),
        )
        return Working(
            f"Nominal stress in the {axle} bar at 1 g", "sigma_v = √(sigma² + 3 tau²) at the surface", terms,
            Term("sigma_v", "nominal von Mises stress", found[0], Kind.STRESS),
            "docs/theory/bar.md, Stress", "Bends carry more than this on their inside; the peak has that in it.",
        )  # fmt: skip

    return make


def peak_stress(axle: Axle) -> Maker:
    """Largest stress in the bar at 1 g, the bends counted."""

    def make(shown: Picture) -> Working | None:
        peak, torque, nominal = shown.now.peak_stress(axle), shown.now.bar_torque(axle), shown.now.stress(axle)
        if peak is None or torque is None or nominal is None:
            return None
        return Working(
            f"Peak stress in the {axle} bar at 1 g",
            "sigma_v = √(sigma² + sigma_h² − sigma sigma_h + 3 tau²), the largest around",
            (
                Term("T", "torque in the bar at 1 g", torque, Kind.TORQUE),
                Term("nominal", "of a straight bar, the least it can be", nominal, Kind.STRESS),
            ),
            Term("sigma_v", "peak von Mises stress", peak, Kind.STRESS),
            "docs/theory/bar.md, Peak stress in bends and Tube bends go oval",
            "Bends carry more on their inside, and a tube's wall goes oval there. Within 6 % of solids; holes and corroded "
            "spots are not in it.",
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
            f"Turn of the {axle} {side} arm", "m = e · dQ/dz / l_e",
            (
                Term("dQ/dz", "pick-up travel per wheel travel", shown.file.car.axle(axle).pickup_ratio.value, Kind.RATIO),
                Term("l_e", "lever of the link about the bar", abs(float(this.where.lever[0])), Kind.FINE_LENGTH),
                Term("beta", "link off square to its arm", float(this.where.square_off[0]), Kind.ANGLE),
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
            f"Torque in the {axle} bar at rest", "T_0 = K_theta (theta_L − theta_R), the car settled on it",
            (
                Term("K_theta", "twist stiffness", end.K_theta, Kind.TWIST_STIFFNESS),
                Term("theta_L − theta_R", "twist that both links would make with the car held", end.rest_twist, Kind.ANGLE),
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
        "Cross weight", "100 (N_fr + N_rl) / (N_fl + N_fr + N_rl + N_rr)",
        tuple(Term(f"N_{key}", f"{words} load, standing", float(load), Kind.FORCE) for key, words, load in
              zip(CORNERS, ("front left", "front right", "rear left", "rear right"), loads, strict=True)),
        Term("cross", "as the car stands with these links", now.cross_weight, Kind.PERCENT),
        "docs/theory/measurements.md, Drop-in",
    )  # fmt: skip


def bar_mass(axle: Axle) -> Maker:
    """Mass of a bar."""

    def make(shown: Picture) -> Working:
        bar = shown.now.end(axle).bar
        material = bar.bar.material
        return Working(
            f"Mass of the {axle} bar", "m = rho ∫ A ds",
            (
                Term("rho", "density, kg per m³", material.density, Kind.COUNT),
                Term("s", "length of its centreline", float(bar.mesh.s[-1]), Kind.LENGTH),
                Term("D", "outer diameter", bar.bar.section.od, Kind.DIAMETER),
                Term("d", "bore", bar.bar.section.bore, Kind.DIAMETER),
            ),
            Term("m", "mass, arms included", bar.mass, Kind.MASS), "docs/theory/bar.md, Section",
        )  # fmt: skip

    return make
