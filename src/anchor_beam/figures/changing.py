"""Change of direction of a setting and of its reference: figures, bands, and the bands of the differences."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.grip.change import AMPLITUDE, GATE, STEP_LATERAL, STEP_SPEED, change_of_direction
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.transient import RELAXATION, rolling
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.errors import NoSolution
from anchor_beam.figures.bands import Laid, bands, model_of
from anchor_beam.figures.results import results
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import Shown, delta, show

MOVED = 12  # inputs that the bands are worked out from, those that the margins depend on most
AMPLITUDE_SPREAD, RELAXATION_SPREAD = 0.15, 0.15  # m, one standard deviation
FOOT = 0.3048  # m
DAMPING = ("car.front.damping", "car.rear.damping")


@immutable(eq=False)
class Changing:
    """Figures (k,) in the order of `FIGURES`: of the setting, of the reference or None, and one standard deviation of the
    setting's and of their differences, None until they are worked out."""

    now: FloatArray
    before: FloatArray | None
    sigma: FloatArray | None = None
    change_sigma: FloatArray | None = None


@immutable
class Named:
    """A figure of a change of direction: its label, kind, and the block of figures it stands in."""

    label: str
    kind: Kind
    block: str


GATES, STEP = "gates", "step"
FIGURES = (
    Named("highest speed", Kind.SPEED, GATES), Named("margin there", Kind.PERCENT, GATES),
    Named("largest roll", Kind.ANGLE, GATES), Named("cornering lags the steer by", Kind.DELAY, GATES),
    Named("roll lags the steer by", Kind.DELAY, GATES), Named("cornering to 90 % in", Kind.DELAY, STEP),
    Named("yaw rate to 90 % in", Kind.DELAY, STEP), Named("roll to 90 % in", Kind.DELAY, STEP),
    Named("roll overshoots by", Kind.PERCENT, STEP), Named("all three settle within 5 % in", Kind.DELAY, STEP),
)  # fmt: skip


def changing(
    car: CarRecord, setting: Setting, reference: Setting | None, report: Callable[[Changing, float], None]
) -> Changing:
    """Work it out; report is told the figures before their bands are known.

    Raises:
        InputError: as `results` does.
        NoSolution: at "bench", there is no balance.
    """
    now = results(car, setting)
    if now.corner is None:
        raise now.problem or NoSolution("bench", "There is no balance.")
    if now.margin is None:
        raise NoSolution(
            "bench", "This car tips, or holds, before both ends slide: gates tell nothing of its balance."
        )
    against = reference if reference is not None and results(car, reference).margin is not None else None
    model = model_of(car, setting, against)
    centre = np.stack(_figures(model.laid(model.centre[None])))[:, 0]  # settings, figures
    first = Changing(frozen(centre[0]), frozen(centre[1]) if against else None)
    report(first, 0.0)
    moving = _most_telling(car, setting, model.places)
    rows = np.tile(model.centre, (2 * len(moving), 1))
    for i, place in enumerate(moving):
        rows[2 * i, place] += model.spread[place]
        rows[2 * i + 1, place] -= model.spread[place]
    moved = np.stack(_figures(model.laid(rows)))  # settings, rows, figures
    report(first, 0.7)
    effects = [0.5 * (moved[:, 0::2] - moved[:, 1::2])]
    for amplitude, relaxation in ((AMPLITUDE_SPREAD, 0.0), (0.0, RELAXATION_SPREAD)):
        up, down = (
            np.stack(_figures(model.laid(model.centre[None]), sign * amplitude, sign * relaxation))
            for sign in (1, -1)
        )
        effects.append(0.5 * (up - down))
    every = np.concatenate(effects, axis=1)
    sigma = np.sqrt((every[0] ** 2).sum(axis=0))
    change = np.sqrt(((every[0] - every[1]) ** 2).sum(axis=0)) if against else None
    return Changing(first.now, first.before, frozen(sigma), None if change is None else frozen(change))


def _figures(laid: list[Laid], amplitude: float = 0.0, relaxation: float = 0.0) -> list[FloatArray]:
    """(n, k) of each setting, with the path's amplitude and the relaxation length moved [m]."""
    found = []
    for cars, bars, grips in laid:
        at = change_of_direction(
            rolling(cars, bars, grips), amplitude=AMPLITUDE + amplitude, relaxation=RELAXATION + relaxation
        )
        gates, step = at.gates, at.step
        columns = (
            gates.speed, gates.margin, gates.roll, gates.lag_lateral, gates.lag_roll, step.T90_lateral, step.T90_yaw_rate,
            step.T90_roll, 100.0 * step.overshoot, step.settled,
        )  # fmt: skip
        found.append(np.stack(columns, axis=-1))
    return found


def _most_telling(car: CarRecord, setting: Setting, places: list[str]) -> list[int]:
    """Numbers of the inputs that the margins hang on most, and of the dampers."""
    shares = bands(car, setting).shares
    telling = {
        place: max(dict(shares[phase]).get(place, 0.0) for phase in (Phase.MIDDLE, Phase.TURN_IN)) for place in places
    }
    best = sorted(telling, key=lambda place: -telling[place])[:MOVED]
    return [places.index(place) for place in dict.fromkeys([*best, *DAMPING]) if place in places]


@immutable
class Line:
    """A figure as it is shown: value, band, difference with its own band, and whether that is more than its band."""

    label: str
    value: Shown
    band: str
    change: str
    clear: bool

    @property
    def spoken(self) -> str:
        """For screen readers."""
        return f"{self.label} {self.value} {self.band}".rstrip() + (f", {self.change}" if self.change else "")


def heading(block: str, units: System) -> str:
    """What the figures of a block are about."""
    if block == GATES:
        apart = f"{GATE:.0f} m" if units.of(Kind.LENGTH) == System.METRIC else f"{GATE / FOOT:.0f} ft"
        return f"through gates {apart} apart"
    speed, lateral = show(STEP_SPEED, Kind.SPEED, units), show(STEP_LATERAL, Kind.ACCELERATION, units)
    return f"on a ramp of the steer to {lateral} at {speed}"


def lines(found: Changing, block: str, units: System) -> tuple[Line, ...]:
    """The figures of one block."""
    made = []
    for i, named in enumerate(FIGURES):
        if named.block != block:
            continue
        value, kind = float(found.now[i]), named.kind
        band = "" if found.sigma is None else _band(float(found.sigma[i]), kind, units)
        before = None if found.before is None else float(found.before[i])
        change, clear = delta(value, before, kind, units), True
        if change and before is not None and found.change_sigma is not None:
            sigma = float(found.change_sigma[i])
            change, clear = f"{change} {_band(sigma, kind, units)}".rstrip(), abs(value - before) > sigma
        made.append(Line(named.label, show(value, kind, units), band, change, clear))
    return tuple(made)


def _band(sigma: float, kind: Kind, units: System) -> str:
    return f"±{show(sigma, kind, units).number}" if math.isfinite(sigma) else ""
