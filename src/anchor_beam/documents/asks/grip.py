"""Tyres and drive of a question, and questions of the kinds "balance" and "search"."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, BeforeValidator, Discriminator, Field, Tag

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.grip.driving import FIVE, USES, Driving, Phase, Use
from anchor_beam.core.grip.model import AxleGrip, CarGrip, Differential
from anchor_beam.core.grip.tyre import PER_DEG, PRESETS, Road, Surface, Tyre, TyreKind, TyreMatch, surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.car import CarAsk
from anchor_beam.documents.asks.common import MM, STRICT, Number, keyed
from anchor_beam.documents.asks.limits import MOST_CASES
from anchor_beam.errors import InputError, placed
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


def _tyre_kind(value: object) -> str:
    return "=preset" if isinstance(value, str) else "=figures"


AnyTyre = Annotated[
    Annotated[TyreKind, Tag("=preset")] | Annotated[TyreAsk, Tag("=figures")], Discriminator(_tyre_kind)
]


class AxleGripAsk(BaseModel):
    """What grip needs to know of one axle."""

    model_config = STRICT
    camber_deg: tuple[Number, Number] = (0.0, 0.0)
    roll_camber: Number = 0.0
    toe_deg: Number = 0.0
    compliance_steer_deg_per_kN: Number = 0.0
    roll_steer: Number = 0.0
    grip: Number = 1.0
    tyre: AnyTyre | None = None
    reference_load_N: Number | None = None
    differential: Differential = Differential.OPEN
    bias: Number = 2.0
    bias_coast: Number | None = None
    preload_N: Number = 0.0

    def axle(self, tyre: Tyre) -> AxleGrip:
        """The core's axle.

        Raises:
            InputError: at a figure of the axle.
        """
        return AxleGrip(
            tyre, (self.camber_deg[0] * DEG, self.camber_deg[1] * DEG), self.roll_camber, self.toe_deg * DEG,
            self.compliance_steer_deg_per_kN * DEG / 1e3, self.roll_steer, self.grip, self.reference_load_N,
            self.differential, self.bias, self.preload_N, self.bias_coast,
        )  # fmt: skip


class GripAsk(BaseModel):
    """Tyres by preset or figures, the road, and both axles."""

    model_config = STRICT
    tyre: Annotated[AnyTyre | None, Field(description="Of both axles, where an axle has none of its own.")] = None
    road: Road = Road.DRY
    front: AxleGripAsk = AxleGripAsk()
    rear: AxleGripAsk = AxleGripAsk()

    def tyre_of(self, axle: Axle) -> TyreKind | TyreAsk:
        """The tyre of an axle.

        Raises:
            InputError: neither the axle nor the car has one.
        """
        found = self._end(axle).tyre or self.tyre
        if found is None:
            kinds = ", ".join(f"“{kind}”" for kind in TyreKind)
            raise InputError(
                "tyre", "No tyre is given.", got="", accepts=f"{kinds}, or figures; for both axles or for each"
            )
        return found

    def kind_of(self, axle: Axle) -> TyreKind:
        """The kind of tyre of an axle."""
        found = self.tyre_of(axle)
        return found if isinstance(found, TyreKind) else found.preset

    @property
    def match(self) -> TyreMatch:
        """What the tyres of both axles have in common, as far as the question says."""
        same = self.tyre_of(Axle.FRONT) == self.tyre_of(Axle.REAR)
        sizes = self.front.reference_load_N == self.rear.reference_load_N
        return TyreMatch.SAME if same and sizes else TyreMatch.OTHER_AGE if same else TyreMatch.DIFFERENT

    @property
    def surface(self) -> Surface:
        """The road; standing water is told by the tyre in front."""
        return surface(self.road, self.kind_of(Axle.FRONT))

    def _end(self, axle: Axle) -> AxleGripAsk:
        return self.front if axle is Axle.FRONT else self.rear

    def _axle(self, axle: Axle) -> AxleGrip:
        ask, own = self._end(axle), "" if self._end(axle).tyre is None else f"{axle}."
        found = self.tyre_of(axle)
        tyre = (
            PRESETS[found].tyre
            if isinstance(found, TyreKind)
            else placed(found.tyre, lambda place: f"{own}tyre.{keyed(place, TYRE_KEYS)}")
        )
        return placed(lambda: ask.axle(tyre), lambda place: f"{axle}.{keyed(place, AXLE_KEYS)}")

    def car_grip(self, car: CarAsk, driving: DrivingAsk) -> CarGrip:
        """The core's grip of a car.

        Raises:
            InputError: at a figure of the tyre or an axle, in the keys of the document.
        """
        front, rear = (self._axle(axle) for axle in Axle)
        return CarGrip(
            front, rear, car.brake_front_fraction, car.drive_front_fraction, self.surface, car.rear_brakes,
            driving.driving(),
        )  # fmt: skip


class DrivingAsk(BaseModel):
    """How the corner is driven on a dry road; a slippery one scales it. What is left out is that of a hill road."""

    model_config = STRICT
    speed_m_per_s: Number = USES[Use.HILL].speed
    build_up_s: Number = USES[Use.HILL].build_up
    brakes_g: Number = USES[Use.HILL].trail_braking / GRAVITY
    lift_off_g: Number = USES[Use.HILL].lift_off / GRAVITY
    exit_g: Number = USES[Use.HILL].exit_drive / GRAVITY

    def driving(self) -> Driving:
        """The core's driving.

        Raises:
            InputError: at the name of a figure there.
        """
        return Driving(
            self.speed_m_per_s, self.build_up_s, self.brakes_g * GRAVITY, self.lift_off_g * GRAVITY,
            self.exit_g * GRAVITY,
        )  # fmt: skip


def _no_entry(phase: object) -> object:
    if phase == "entry":
        raise ValueError("There is no phase “entry” any more: ask “turn-in” (off the brakes) or “brakes”.")
    return phase


AskedPhase = Annotated[Phase, BeforeValidator(_no_entry)]


class BalanceQuestion(BaseModel):
    """Margins by phase, the handling curve and the band of the margins."""

    model_config = STRICT
    id: str
    kind: Literal["balance"]
    car: CarAsk
    grip: GripAsk
    driving: DrivingAsk = DrivingAsk()
    phases: Annotated[tuple[AskedPhase, ...], Field(min_length=1, max_length=20)] = FIVE
    curve_ay_g: Annotated[
        tuple[Number, ...], Field(max_length=MOST_CASES, description="May be empty: then no curve is worked out.")
    ] = ()


class SchoolsQuestion(BaseModel):
    """What each school's cure for push does to a car, phase by phase."""

    model_config = STRICT
    id: str
    kind: Literal["schools"]
    car: CarAsk
    grip: GripAsk
    driving: DrivingAsk = DrivingAsk()


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
    driving: DrivingAsk = DrivingAsk()
    phase: AskedPhase = Phase.MIDDLE
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


TYRE_KEYS = {
    "stiffness": "cornering_stiffness_per_rad", "stiffness_peak": "stiffness_peak_load", "camber_best": "camber_best_deg",
    "camber_loss": "camber_loss_per_deg2",
}  # fmt: skip
AXLE_KEYS = {"camber": "camber_deg", "preload": "preload_N", "reference_load": "reference_load_N"}
DRIVING_KEYS = {
    "speed": "speed_m_per_s", "build_up": "build_up_s", "trail_braking": "brakes_g", "lift_off": "lift_off_g",
    "exit_drive": "exit_g",
}  # fmt: skip
