"""Tyres and drive of a question, and questions of the kinds "balance" and "search"."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Discriminator, Field, Tag

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.grip.model import FOUR, AxleGrip, CarGrip, Differential, Phase
from anchor_beam.core.grip.tyre import PER_DEG, PRESETS, Road, Surface, Tyre, TyreKind, surface
from anchor_beam.documents.asks.car import CarAsk
from anchor_beam.documents.asks.common import MM, STRICT, Number
from anchor_beam.documents.asks.limits import MOST_CASES
from anchor_beam.units.kinds import DEG


class TyreAsk(BaseModel):
    """A tyre by its figures; what is left out is that of the preset."""

    model_config = STRICT
    preset: TyreKind = TyreKind.SUMMER_SPORT
    mu0: Number | None = None
    load_sensitivity: Number | None = None
    cornering_stiffness_per_rad: Number | None = None
    stiffness_peak_load: Number | None = None
    shape: Number | None = None
    camber_best_deg: Number | None = None
    camber_loss_per_deg2: Number | None = None

    def tyre(self) -> Tyre:
        """The core's tyre."""
        base = PRESETS[self.preset].tyre
        return Tyre(
            mu0=_or(self.mu0, base.mu0), load_sensitivity=_or(self.load_sensitivity, base.load_sensitivity),
            stiffness=_or(self.cornering_stiffness_per_rad, base.stiffness),
            stiffness_peak=_or(self.stiffness_peak_load, base.stiffness_peak), shape=_or(self.shape, base.shape),
            camber_best=base.camber_best if self.camber_best_deg is None else self.camber_best_deg * DEG,
            camber_loss=base.camber_loss if self.camber_loss_per_deg2 is None else self.camber_loss_per_deg2 * PER_DEG**2,
        )  # fmt: skip


def _or(value: float | None, otherwise: float) -> float:
    return otherwise if value is None else value


class AxleGripAsk(BaseModel):
    """What grip needs to know of one axle."""

    model_config = STRICT
    camber_deg: tuple[Number, Number] = (0.0, 0.0)
    roll_camber: Number = 0.0
    toe_deg: Number = 0.0
    compliance_steer_deg_per_kN: Number = 0.0
    roll_steer: Number = 0.0
    grip: Number = 1.0
    differential: Differential = Differential.OPEN
    bias: Number = 2.0
    preload_N: Number = 0.0

    def axle(self, tyre: Tyre) -> AxleGrip:
        """The core's axle.

        Raises:
            InputError: at a figure of the axle.
        """
        return AxleGrip(
            tyre, (self.camber_deg[0] * DEG, self.camber_deg[1] * DEG), self.roll_camber, self.toe_deg * DEG,
            self.compliance_steer_deg_per_kN * DEG / 1e3, self.roll_steer, self.grip, None, self.differential, self.bias,
            self.preload_N,
        )  # fmt: skip


def _tyre_kind(value: object) -> str:
    return "=preset" if isinstance(value, str) else "=figures"


class GripAsk(BaseModel):
    """Tyres by preset or figures, the road, and both axles."""

    model_config = STRICT
    tyre: Annotated[
        Annotated[TyreKind, Tag("=preset")] | Annotated[TyreAsk, Tag("=figures")], Discriminator(_tyre_kind)
    ]
    road: Road = Road.DRY
    front: AxleGripAsk = AxleGripAsk()
    rear: AxleGripAsk = AxleGripAsk()

    @property
    def kind(self) -> TyreKind:
        """The kind of tyre."""
        return self.tyre if isinstance(self.tyre, TyreKind) else self.tyre.preset

    @property
    def surface(self) -> Surface:
        """The road it is on."""
        return surface(self.road, self.kind)

    def car_grip(self, car: CarAsk) -> CarGrip:
        """The core's grip of a car.

        Raises:
            InputError: at a figure of the tyre or an axle.
        """
        tyre = PRESETS[self.tyre].tyre if isinstance(self.tyre, TyreKind) else self.tyre.tyre()
        return CarGrip(
            self.front.axle(tyre),
            self.rear.axle(tyre),
            car.brake_front_fraction,
            car.drive_front_fraction,
            self.surface,
        )


class BalanceQuestion(BaseModel):
    """Margins by phase, the handling curve and the band of the margins."""

    model_config = STRICT
    id: str
    kind: Literal["balance"]
    car: CarAsk
    grip: GripAsk
    phases: Annotated[tuple[Phase, ...], Field(min_length=1, max_length=20)] = FOUR
    curve_ay_g: Annotated[
        tuple[Number, ...], Field(max_length=MOST_CASES, description="May be empty: then no curve is worked out.")
    ] = ()


class RackItem(BaseModel):
    """A bar of the rack with the rate that each of its holes gives at the contact patches."""

    model_config = STRICT
    name: str
    rates_N_per_mm: Annotated[tuple[Number, ...], Field(min_length=1, max_length=MOST_CASES)]


class SearchQuestion(BaseModel):
    """Every front bar and hole with every rear bar and hole, ranked by a wanted margin and roll."""

    model_config = STRICT
    id: str
    kind: Literal["search"]
    car: CarAsk
    grip: GripAsk
    front: Annotated[tuple[RackItem, ...], Field(min_length=1, max_length=MOST_CASES)]
    rear: Annotated[tuple[RackItem, ...], Field(min_length=1, max_length=MOST_CASES)]
    phase: Phase = Phase.MIDDLE
    margin_percent: tuple[Number, Number]
    roll_gradient_deg_per_g: tuple[Number, Number] | None = None
    inside_lift_at_least_g: Number | None = None
    best: Annotated[int, Field(ge=1, le=10000)] = 20

    @property
    def roll_window(self) -> tuple[float, float] | None:
        """Roll gradient wanted [rad/(m/s^2)]."""
        window = self.roll_gradient_deg_per_g
        return None if window is None else (window[0] * DEG / GRAVITY, window[1] * DEG / GRAVITY)

    def rates(self, items: tuple[RackItem, ...]) -> list[tuple[str, int, float]]:
        """Name, hole and rate [N/m] of everything on one axle."""
        return [(item.name, hole, rate / MM) for item in items for hole, rate in enumerate(item.rates_N_per_mm)]


GRIP_KEYS = {
    "mu0": "tyre.mu0", "load_sensitivity": "tyre.load_sensitivity", "stiffness": "tyre.cornering_stiffness_per_rad",
    "stiffness_peak": "tyre.stiffness_peak_load", "shape": "tyre.shape", "camber_best": "tyre.camber_best_deg",
    "camber_loss": "tyre.camber_loss_per_deg2",
}  # fmt: skip
