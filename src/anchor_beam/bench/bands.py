"""How well the headline figures are known, from where every input comes from."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from anchor_beam.bench.results import end_result
from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.handbook import log_sensitivity
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.model import Car, batch
from anchor_beam.core.grip.balance import balance
from anchor_beam.core.linkage.arm import Chain, position
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.core.uncertainty.propagate import first_order
from anchor_beam.documents.fields import AXLE_FIELDS, CAR_FIELDS, field_at
from anchor_beam.documents.physics import bar_input, car_input
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import (
    ArmDirection,
    AxleRecord,
    CarRecord,
    EndSetting,
    Figure,
    Setting,
)
from anchor_beam.errors import AnchorBeamError

# Inputs that reach the balance only through the bar's roll stiffness at the wheel.
LINKAGE = ("pickup_ahead", "pickup_height_left", "pickup_height_right", "pickup_spacing", "pickup_ratio")
GRIP_BY_AXLE = 0.02  # same tyres all round still differ in grip from axle to axle by this much


@dataclass(frozen=True, eq=False)
class Bands:
    """One standard deviation of margin [%], roll gradient [rad/(m/s^2)] and rear share [%].

    shares: part of the margin's variance by place of the input, largest first, sum 1.
    """

    margin: float
    roll_gradient: float
    rear_share: float
    shares: tuple[tuple[str, float], ...]


@lru_cache(maxsize=512)
def bands(car: CarRecord, setting: Setting) -> Bands:
    """Propagate the spread of every input to first order; see docs/theory/uncertainty.md.

    Raises:
        InputError, NoSolution: as `results` does for this car and setting.
    """
    own = [(f"car.{name}", *_centre_and_spread(car, name)) for name in _car_places(car)]
    through_bars = [item for axle in Axle for item in _bar_spreads(car.axle(axle), setting.end(axle), axle)]
    stiffness = np.array([end_result(car.axle(axle), setting.end(axle), axle).roll_stiffness for axle in Axle])
    tracks = np.array([car.front.track.value, car.rear.track.value])
    grips = [("grip of front against rear", 0.0, np.sqrt(2.0) * GRIP_BY_AXLE)]
    inputs = [*own, *((place, 0.0, spread) for place, spread in through_bars), *grips]
    places = [place for place, _, _ in inputs]
    on_rear = np.array([place.startswith(("bench.rear", "car.rear")) for place, _ in through_bars])
    first, last = len(own), len(own) + len(through_bars)
    centre = np.array([value for _, value, _ in inputs])

    def evaluate(rows: FloatArray) -> FloatArray:
        cars = batch([_moved(car, places, row, centre[:first]) for row in rows[:, :first]])
        extra = rows[:, first:last]
        factors = np.stack([extra[:, ~on_rear].sum(axis=1), extra[:, on_rear].sum(axis=1)], axis=1)
        response = respond(cars, stiffness * (1.0 + factors) * (cars.track / tracks) ** 2)
        apart = 1.0 + 0.5 * rows[:, last:] * (1.0, -1.0)
        grip = rows[:, places.index("car.grip"), None] * apart
        margin = balance(response, grip, rows[:, places.index("car.load_sensitivity"), None]).margin
        return np.stack([margin, response.roll, 100.0 * response.rear_stiffness_share], axis=-1)

    band = first_order(evaluate, centre, np.array([spread for _, _, spread in inputs]))
    order = np.argsort(-band.shares[:, 0], kind="stable")
    shares = tuple((places[i], float(band.shares[i, 0])) for i in order if band.shares[i, 0] > 0.0)
    margin, roll_gradient, rear_share = (float(sigma) for sigma in band.sigma)
    return Bands(margin, roll_gradient, rear_share, shares)


def _moved(car: CarRecord, places: list[str], row: FloatArray, centre: FloatArray) -> Car:
    """The car with only those figures replaced that the row moves."""
    for i in np.flatnonzero(row != centre):
        car = put(car, places[i].removeprefix("car."), Figure(float(row[i])))
    return car_input(car)


def _car_places(car: CarRecord) -> list[str]:
    """Places within the car that the balance depends on directly."""
    own = [field.name for field in CAR_FIELDS if not field.name.startswith("window")]
    skip = {*LINKAGE, "thread_pitch"}
    per_axle = [field.name for field in AXLE_FIELDS if field.name not in skip]
    live = {axle: car.axle(axle).kind is AxleKind.LIVE for axle in Axle}
    return own + [f"{axle}.{name}" for axle in Axle for name in per_axle if live[axle] or name != "spring_base"]


def _centre_and_spread(car: CarRecord, name: str) -> tuple[float, float]:
    figure = read(car, name)
    return figure.value, field_at(f"car.{name}").spread(figure)


@lru_cache(maxsize=512)
def _bar_spreads(axle: AxleRecord, end: EndSetting, name: Axle) -> list[tuple[str, float]]:
    """Relative spread of the bar's roll stiffness from each input of bar and linkage."""
    if not end.connected:
        return []
    found = [(f"bench.{name}.bar.{key}", gain) for key, gain in log_sensitivity(bar_input(end.bar)).items() if gain]
    spreads = [(place, abs(gain) * _relative(place, end)) for place, gain in found]
    spreads += [(f"car.{name}.{key}", change) for key, change in _linkage_spreads(axle, end, name)]
    return spreads


def _linkage_spreads(axle: AxleRecord, end: EndSetting, name: Axle) -> list[tuple[str, float]]:
    """Relative change of the bar's roll stiffness, (m_left + m_right)^2, by one spread of each linkage input."""
    centre = end_result(axle, end, name)
    if centre.sides is None:
        return []
    spread = {key: field_at(f"car.{name}.{key}").spread(getattr(axle, key)) for key in LINKAGE}
    ahead = np.array([1.0, 0.0, 0.0]) if axle.arms is ArmDirection.FORWARD else np.array([-1.0, 0.0, 0.0])
    moves = []  # of the pick-up and its travel ratio, by side, in the order of `found`
    for side, outboard in ((Side.LEFT, 0.5), (Side.RIGHT, -0.5)):
        height = spread[f"pickup_height_{side}"] * np.array([0.0, 0.0, 1.0])
        other = np.zeros(3)
        heights = (height, other) if side is Side.LEFT else (other, height)
        moves.append(np.stack(
            [ahead * spread["pickup_ahead"], *heights, np.array([0.0, outboard * spread["pickup_spacing"], 0.0])]
        ))  # fmt: skip
    total = np.zeros((2, len(moves[0])))
    for result, move in zip(centre.sides, moves, strict=True):
        both_ways = result.chain.pickup + np.stack([move, -move])
        chain = Chain(np.broadcast_to(result.chain.radius, both_ways.shape), result.chain.axis, both_ways,
                      result.chain.pickup_travel)  # fmt: skip
        total += position(chain, result.fitted).motion_ratio
    rest = sum(side.motion_ratio for side in centre.sides)
    changes = np.abs(0.5 * (total[0] ** 2 - total[1] ** 2) / rest**2)
    found = list(zip(LINKAGE[:-1], map(float, changes), strict=True))
    found.append((LINKAGE[-1], 2.0 * spread[LINKAGE[-1]] / axle.pickup_ratio.value))
    return [(key, change) for key, change in found if np.isfinite(change)]  # else the link hardly reaches


def _relative(place: str, end: EndSetting) -> float:
    figure: Figure = getattr(end.bar, place.rpartition(".")[2])
    return field_at(place).spread(figure) / figure.value


def bands_or_none(car: CarRecord, setting: Setting) -> Bands | None:
    """Bands, or None where one of the moved inputs has no answer: then the honest band is "we cannot tell"."""
    try:
        found = bands(car, setting)
    except AnchorBeamError:
        return None
    return found if np.isfinite(found.margin) else None
