"""How the balance, the roll and the first lift came about."""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.linear import respond
from anchor_beam.core.grip.building_up import turning_mass
from anchor_beam.core.grip.driving import BUILDING_UP, Phase
from anchor_beam.core.working import Term, Working
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.results import Results, both_turns
from anchor_beam.figures.workings.maker import Maker
from anchor_beam.units.kinds import Kind
from anchor_beam.words.balance import lost_draws
from anchor_beam.words.phases import LONG

TURNS_DIFFER = 0.1  # % between left and right turn from which both are shown
HOLDS = (
    "Loads from the settled car with lifted wheels, camber from roll. The higher limit is what that axle could hold if the "
    "other did."
)
EACH_AT_ITS_WORST = (
    "The front is taken at the end of the build-up, while it still turns the car, the rear just after it."
)


def margin_in(phase: Phase) -> Maker:
    """Balance margin in one phase of the corner."""

    def make(shown: Picture) -> Working | None:
        now = shown.now
        limits, found = now.limits_of(phase), now.margin_of(phase)
        if limits is None or found is None or now.corner is None:
            return None
        car = now.car
        terms = [
            Term("a_f", "the front axle runs out of grip at", limits[0], Kind.ACCELERATION),
            Term("a_r", "the rear axle runs out of grip at", limits[1], Kind.ACCELERATION),
            Term(r"\mu_0", "grip of the tyre at its mean load, dry", car.grip.value, Kind.RATIO),
            Term("p", "loss of grip per relative load", car.load_sensitivity.value, Kind.RATIO),
            Term("q", "grip lost to camber", car.camber_loss.value, Kind.CAMBER_LOSS),
        ]
        if phase not in (Phase.TURN_IN, Phase.MIDDLE):
            carried = now.corner.limits.carried[:, now.corner.limits.phases.index(phase)].mean()
            terms.append(Term("a_x", "along the car, as the wheels can carry it", float(carried), Kind.ACCELERATION))
        if phase in BUILDING_UP:
            terms += _building_up(now)
        left, right = now.turns_of(phase) or (found, found)
        if abs(left - right) >= TURNS_DIFFER:
            terms += [
                Term("B_left", "in a left turn", left, Kind.PERCENT),
                Term("B_right", "in a right turn", right, Kind.PERCENT),
            ]
        if shown.bands is not None:
            sigma = shown.bands.margins[phase]
            terms.append(
                Term(r"\sigma_B", "one standard deviation of B, from the spread of the inputs", sigma, Kind.PERCENT)
            )
        lost = "" if shown.bands is None else lost_draws(shown.bands.lost)
        return Working(
            f"Balance margin, {LONG[phase]}",
            r"B = 200 \frac{a_r − a_f}{a_r + a_f} \quad \text{at the limit of an axle: } \sum\sqrt{(\mu N)^2 − F_x^2} = F_y",
            tuple(terms), Term("B", "balance margin, above zero the front gives up first", found, Kind.PERCENT),
            "docs/theory/phases.md; Pacejka, Tire and Vehicle Dynamics, ch. 4",
            " ".join(part for part in (lost, EACH_AT_ITS_WORST if phase in BUILDING_UP else "", HOLDS) if part),
        )  # fmt: skip

    return make


def _building_up(now: Results) -> list[Term]:
    """What the car has to turn while the corner builds up."""
    turns, car = both_turns(now.car), now.car
    more = float(turning_mass(turns.one, turns.grip)[0])
    return [
        Term("V", "speed in the corner", car.speed.value, Kind.SPEED),
        Term("T", "time in which the corner builds up", car.build_up.value, Kind.DURATION),
        Term("I_z", "the front turns the car as if its axle carried more, I_z/(V T L)", more, Kind.MASS),
    ]


def roll_gradient(shown: Picture) -> Working | None:
    """Body roll per g."""
    now = shown.now
    if now.axle_stiffness is None or now.roll_gradient is None:
        return None
    stiffness, car = now.axle_stiffness, both_turns(now.car).one
    return Working(
        "Roll gradient", r"\frac{\phi}{a} = \frac{m_s d + \sum\frac{K_s}{K_s + K_t} C}{K_front + K_rear − m_s g d}",
        (
            Term("m_s", "sprung mass", float(car.sprung_mass[0]), Kind.MASS),
            Term("h_s", "its centre of gravity above ground", float(car.sprung_cg_height[0]), Kind.LENGTH),
            Term("K_front", "front springs, bar and tyres in series", float(stiffness[0]), Kind.ROLL_STIFFNESS),
            Term("K_rear", "rear springs, bar and tyres in series", float(stiffness[1]), Kind.ROLL_STIFFNESS),
        ),
        Term(r"\phi/a", "roll per lateral acceleration", now.roll_gradient, Kind.ROLL_GRADIENT),
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
        "Rear share of roll stiffness", r"s = 100 \frac{K_rear}{K_front + K_rear} \quad K = \frac{K_s K_t}{K_s + K_t}",
        (
            Term("K_front", "front axle", float(stiffness[0]), Kind.ROLL_STIFFNESS),
            Term("K_rear", "rear axle", float(stiffness[1]), Kind.ROLL_STIFFNESS),
            Term("K_{b,front}", "front bar at the wheels", now.front.roll_stiffness, Kind.ROLL_STIFFNESS),
            Term("K_{b,rear}", "rear bar at the wheels", now.rear.roll_stiffness, Kind.ROLL_STIFFNESS),
        ),
        Term("s", "rear share", now.rear_share, Kind.PERCENT),
        "docs/theory/car.md, Axle roll stiffness",
    )  # fmt: skip


def _slides_before(now: Results) -> str:
    """Says so where an axle runs out of grip before the lift."""
    slides = now.slides_before_lift
    return "" if slides is None else f"The {slides[0]} axle slides before, so that no tyre brings the car there."


def first_lift(shown: Picture) -> Working | None:
    """Lateral acceleration at which the first inside wheel carries nothing."""
    now = shown.now
    if now.first_lift is None:
        return None
    axle, at = now.first_lift
    car = both_turns(now.car).one
    linear = respond(car, np.array([[now.front.roll_stiffness, now.rear.roll_stiffness]]))
    return Working(
        "Inside wheel lifts", r"N_inside(a) = 0 \quad \text{near rest: } N = \frac{W}{2} − a \frac{dN}{da}",
        (
            Term("W", f"load on the {axle} axle", float(car.static_load[0, axle.position]), Kind.FORCE),
            Term("dN/da", "load transfer of that axle at 1 g",
                 float(linear.transfer[0, axle.position]) * GRAVITY, Kind.FORCE),
        ),
        Term("a", f"inside {axle} wheel carries nothing", at, Kind.ACCELERATION),
        "docs/theory/car.md, Events",
        f"Preload, offset weights and links that change their ratio are in it. {_slides_before(now)}".rstrip(),
    )  # fmt: skip
