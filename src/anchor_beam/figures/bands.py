"""How well the headline figures are known, from where every input comes from."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.bars import BarBatch, bars
from anchor_beam.core.car.lift import roll_gradient
from anchor_beam.core.car.linear import axle_stiffness, rear_stiffness_share
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.limit import Limits, limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.tyre import GRIP_OF_AXLE
from anchor_beam.core.sides import Axle
from anchor_beam.core.uncertainty.propagate import drawn, first_order, spread_of
from anchor_beam.documents.core_inputs import measured_car, measured_grip
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS, field_at
from anchor_beam.documents.inputs import Enters
from anchor_beam.documents.places import read
from anchor_beam.documents.records import (
    CarRecord,
    Setting,
)
from anchor_beam.errors import NoSolution
from anchor_beam.figures.bar_spreads import bar_spreads
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.results import results
from anchor_beam.immutable import immutable

DIRECTLY = (Enters.CAR, Enters.GRIP)  # bars and links reach the balance through the stiffness of their bar
GRIP_APART = "grip of front against rear"
FIGURES = len(FIVE) + 2  # margins, roll gradient, rear share
SAMPLES, SEED = 2000, 1  # of Monte Carlo
FEW_SAMPLES = 300  # for changes that are only tried
SLICE = 250  # draws between two reports, some 50 ms


@immutable(eq=False)
class Spreads:
    """One standard deviation of each figure: margins by phase [%], roll gradient [rad/(m/s^2)], rear share [%]; NaN where one
    cannot be told."""

    margins: dict[Phase, float]
    roll_gradient: float
    rear_share: float

    @property
    def margin(self) -> float:
        """In the middle of the corner [%]."""
        return self.margins[Phase.MIDDLE]

    @property
    def worst(self) -> Phase | None:
        """The phase whose margin is known worst."""
        known = [phase for phase, sigma in self.margins.items() if math.isfinite(sigma)]
        return max(known, key=lambda phase: self.margins[phase], default=None)


@immutable(eq=False)
class Bands(Spreads):
    """Of a setting. change: of its differences to the reference setting, with the same inputs before and after, None
    without a reference. shares: by phase, part of the margin's variance by place of the input, largest first, sum 1.
    lost: part of the draws in which a figure has no answer, where it was drawn; 0 from derivatives.
    """

    change: Spreads | None
    shares: dict[Phase, tuple[tuple[str, float], ...]]
    lost: float = 0.0


@lru_cache(maxsize=512)
def bands(car: CarRecord, setting: Setting, reference: Setting | None = None) -> Bands:
    """Propagate the spread of every input to first order; see docs/theory/uncertainty.md.

    Raises:
        InputError: as `results` does for this car and setting.
        NoSolution: one of the moved inputs has no answer, so the honest band is "we cannot tell".
    """
    model = model_of(car, setting, reference)
    band = first_order(model.figures, model.centre, model.spread)
    if not np.isfinite(band.sigma[FIVE.index(Phase.MIDDLE)]):
        raise NoSolution("bands", "Moved by its spread, one of the inputs leaves a figure without an answer.")
    shares = {phase: _ranked(model.places, band.shares[:, i]) for i, phase in enumerate(FIVE)}
    return _bands(band.sigma, shares)


def _ranked(places: list[str], shares: FloatArray) -> tuple[tuple[str, float], ...]:
    order = np.argsort(-shares, kind="stable")
    return tuple((places[i], float(shares[i])) for i in order if shares[i] > 0.0)


def _bands(sigma: FloatArray, shares: dict[Phase, tuple[tuple[str, float], ...]]) -> Bands:
    """From spreads in the order of `Model.figures`."""
    own, change = sigma[:FIGURES], sigma[FIGURES:]
    margins, roll, share = _spreads(own)
    return Bands(margins, roll, share, Spreads(*_spreads(change)) if len(change) else None, shares)


def _spreads(sigma: FloatArray) -> tuple[dict[Phase, float], float, float]:
    return dict(zip(FIVE, sigma.tolist(), strict=False)), float(sigma[len(FIVE)]), float(sigma[len(FIVE) + 1])


def needs_draws(car: CarRecord, setting: Setting) -> bool:
    """Whether a wheel is off the ground near a limit, or spins or locks there, so that derivatives mislead."""
    corner = results(car, setting).corner
    return corner is not None and bool(corner.limits.kinked.any())


def sampled(
    car: CarRecord, setting: Setting, reference: Setting | None, first: Bands, report: Callable[[float], None]
) -> Bands:
    """Bands by Monte Carlo, a slice of draws at a time; report is told how much is done, 0 to 1.

    Right also where a wheel lifts or a differential gives way between two draws; the same draws serve the setting and its
    reference. shares are taken over from the first-order bands.
    """
    model = model_of(car, setting, reference)
    draws = drawn(model.centre, model.spread, SAMPLES, SEED)
    figures = []
    for start in range(0, SAMPLES, SLICE):
        figures.append(model.figures(draws[start : start + SLICE]))
        report(min(1.0, (start + SLICE) / SAMPLES))
    band = spread_of(np.concatenate(figures), model.figures(model.centre[None])[0])
    return replace(_bands(band.sigma, first.shares), lost=band.lost / SAMPLES)


Laid = tuple[CarBatch, BarBatch, GripBatch]


def spread_of_changes(
    car: CarRecord, setting: Setting, changes: Callable[[CarBatch, BarBatch, GripBatch], FloatArray]
) -> FloatArray:
    """One standard deviation of each of k changes, with the same inputs before and after; NaN where one cannot be told.

    changes: from cars, bars and grips (m,) to changes (m, k). By slopes, or from draws where those mislead.
    """
    model = model_of(car, setting, None)

    def figures(rows: FloatArray) -> FloatArray:
        return changes(*model.laid(rows)[0])

    if needs_draws(car, setting):
        draws = drawn(model.centre, model.spread, FEW_SAMPLES, SEED)
        return spread_of(figures(draws), figures(model.centre[None])[0]).sigma
    return first_order(figures, model.centre, model.spread).sigma


@immutable(eq=False)
class Model:
    """The figures of a setting as a function of its inputs: places (k), centre and spread (k,) [SI].

    laid: takes (m, k) inputs and gives cars, bars and grips (m,) of the setting, and of the reference where there is one.
    figures: takes the same and gives (m, FIGURES): margins of the five phases [%], roll gradient, rear share [%]; and as
    many changes against the reference where there is one.
    """

    places: list[str]
    centre: FloatArray
    spread: FloatArray
    laid: Callable[[FloatArray], list[Laid]]
    figures: Callable[[FloatArray], FloatArray]


def model_of(car: CarRecord, setting: Setting, reference: Setting | None) -> Model:
    """Everything with a spread that the balance depends on: the car, its bars and links, the grip of each axle.

    Figures of bars and links enter through the stiffness of their bar, whose relative change they make.
    """
    own = [(f"car.{name}", *_centre_and_spread(car, name)) for name in _car_places(car)]
    settings = [setting] if reference is None else [setting, reference]
    ends = [[end_result(car.axle(axle), each.end(axle), axle) for axle in Axle] for each in settings]
    # an input that both settings share is one input; a bar that only the reference has is one more
    gains: dict[str, FloatArray] = {}
    spreads: dict[str, float] = {}
    for k, each in enumerate(settings):
        for axle in Axle:
            shared = k == 0 or each.end(axle).bar == setting.end(axle).bar
            for place, relative in bar_spreads(car.axle(axle), each.end(axle), axle):
                name = place if shared or not place.startswith("bench") else f"reference {place}"
                spreads[name] = 1.0
                gains.setdefault(name, np.zeros((len(settings), 2)))[k, axle.position] = relative
    through = list(gains)
    inputs = [*own, *((place, 0.0, spreads[place]) for place in through)]
    inputs.append((GRIP_APART, 0.0, float(np.sqrt(2.0) * GRIP_OF_AXLE[car.match])))
    places = [place for place, _, _ in inputs]
    first, last = len(own), len(own) + len(through)
    gain = np.stack([gains[place] for place in through], axis=-1) if through else np.zeros((len(settings), 2, 0))
    pairs = [bars([(front.wheel_bar, rear.wheel_bar)]) for front, rear in ends]
    centres = [limits(measured_car(car).cars(), pair, measured_grip(car).grips()) for pair in pairs]

    def laid(rows: FloatArray) -> list[Laid]:
        moving = {place.removeprefix("car."): rows[:, i] for i, place in enumerate(places[:first])}
        cars = measured_car(car, moving).cars()
        grip = measured_grip(car, moving).grips(1.0 + 0.5 * rows[:, last:] * (1.0, -1.0))
        factors = [np.maximum(1.0 + rows[:, first:last] @ gain[k].T, 0.0) for k in range(len(pairs))]
        return [
            (cars, replace(pair, K_theta=pair.K_theta * factor), grip)
            for pair, factor in zip(pairs, factors, strict=True)
        ]

    def figures(rows: FloatArray) -> FloatArray:
        found = [_figures_of(*each, centre) for each, centre in zip(laid(rows), centres, strict=True)]
        if len(found) == 2:
            found.append(found[0] - found.pop())
        return np.concatenate(found, axis=1)

    return Model(places, np.array([v for _, v, _ in inputs]), np.array([s for _, _, s in inputs]), laid, figures)


def _figures_of(cars: CarBatch, bar: BarBatch, grip: GripBatch, centre: Limits) -> FloatArray:
    """(m, FIGURES) of a left turn."""
    margin = limits(cars, bar, grip, centre.phases, near=centre).margin
    share = rear_stiffness_share(axle_stiffness(cars, bar.roll_stiffness(cars.track)))
    rest = np.stack([roll_gradient(cars, bar), 100.0 * share], axis=-1)
    return np.concatenate([margin, rest], axis=1)


def _car_places(car: CarRecord) -> list[str]:
    """Places within the car that the balance depends on directly."""
    own = [field.name for field in CAR_FIELDS if field.enters in DIRECTLY]
    per_axle = [field.name for field in AXLE_FIELDS if field.enters in DIRECTLY]
    return own + [f"{axle}.{name}" for axle in Axle for name in per_axle if name not in car.axle(axle).idle]


def _centre_and_spread(car: CarRecord, name: str) -> tuple[float, float]:
    figure = read(car, name)
    return figure.value, field_at(f"car.{name}").spread(figure)
