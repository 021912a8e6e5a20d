"""The car of a question, and questions of the kinds "cornering", "jack" and "rest"."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Literal, TypeVar

from pydantic import BaseModel, Discriminator, Field, Tag

from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.car.bars import DISCONNECTED, WheelBar, rate_bar, require_stiff_chassis
from anchor_beam.core.car.model import AxleInput, Car, Stops
from anchor_beam.core.grip.model import RearBrakes
from anchor_beam.core.linkage.closed import ClosedSide, wheel_bar
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.documents.asks.bar_figures import bar_from_figures, document_place
from anchor_beam.documents.asks.common import MM, STRICT, Flag, Number, by_key, keyed
from anchor_beam.documents.asks.limits import MOST_CASES
from anchor_beam.documents.asks.linkage import BuiltBar, closed_side
from anchor_beam.errors import placed
from anchor_beam.units.kinds import DEG

T = TypeVar("T")


class RateBar(BaseModel):
    """A bar by its rate at the contact patches, per difference of wheel travel; null is disconnected."""

    model_config = STRICT
    rate_N_per_mm: Number | None = None
    preload_mm: Number = 0.0


def _bar_kind(value: object) -> str:
    built = "linkage" in value or "bar" in value if isinstance(value, dict) else isinstance(value, BuiltBar)
    return "=built" if built else "=rate"


AnyBar = Annotated[Annotated[RateBar, Tag("=rate")] | Annotated[BuiltBar, Tag("=built")], Discriminator(_bar_kind)]


Damper = Annotated[
    Number | None, Field(description="Of one damper at the wheel, mean of bump and rebound; null: not known.")
]


class StopsAsk(BaseModel):
    """Ends of the wheel's travel from rest."""

    model_config = STRICT
    bump_gap_mm: Number
    bump_rate_N_per_mm: Number
    droop_mm: Number


class IndependentAxle(BaseModel):
    """An axle whose wheels move by themselves."""

    model_config = STRICT
    axle: Literal["independent"]
    track_mm: Number
    unsprung_mass_per_wheel_kg: Number
    wheel_centre_height_mm: Number
    roll_centre_height_mm: Number
    wheel_rate_N_per_mm: Number
    tyre_rate_N_per_mm: Number
    bar: AnyBar | None = None
    stops: StopsAsk | None = None
    damper_N_s_per_m: Damper = None


class LiveAxle(BaseModel):
    """A live axle on two springs."""

    model_config = STRICT
    axle: Literal["live"]
    track_mm: Number
    axle_mass_kg: Number
    wheel_centre_height_mm: Number
    roll_centre_height_mm: Number
    spring_rate_N_per_mm: Number
    spring_base_mm: Number
    tyre_rate_N_per_mm: Number
    bar: AnyBar | None = None
    stops: StopsAsk | None = None
    damper_N_s_per_m: Damper = None
    damper_base_mm: Annotated[Number | None, Field(description="Left out: as far apart as the springs.")] = None


AnyAxle = Annotated[
    Annotated[IndependentAxle, Tag("=independent")] | Annotated[LiveAxle, Tag("=live")],
    by_key("axle", {"live": "=live"}, "=independent"),
]
Share = Annotated[Number, Field(ge=0.0, le=1.0)]


class CarAsk(BaseModel):
    """A car; see docs/headless.md for each key."""

    model_config = STRICT
    wheelbase_mm: Number
    sprung_mass_kg: Number
    sprung_cg_height_mm: Number
    sprung_cg_behind_front_axle_mm: Number
    sprung_cg_left_mm: Number = 0.0
    chassis_torsion_Nm_per_deg: Number | None = None
    brake_front_fraction: Share = 0.65
    drive_front_fraction: Share = 0.0
    jacking: Share = 0.0
    yaw_index: Annotated[
        Number,
        Field(description="Square of the radius of gyration over the distances from centre of gravity to axles."),
    ] = 0.95
    yaw_inertia_kg_m2: Annotated[Number | None, Field(description="In place of the yaw index.")] = None
    roll_inertia_kg_m2: Annotated[
        Annotated[Number, Field(gt=0.0)] | None,
        Field(description="Of the body about its own axis; of `change` alone."),
    ] = None
    rear_brakes: RearBrakes = RearBrakes.FIXED
    front: AnyAxle
    rear: AnyAxle


class Accelerations(BaseModel):
    """One case: left turn and speeding up are positive."""

    model_config = STRICT
    ay_g: Number
    ax_g: Number = 0.0


class CorneringQuestion(BaseModel):
    """One question of kind "cornering"."""

    model_config = STRICT
    id: str
    kind: Literal["cornering"]
    car: CarAsk
    cases: Annotated[
        tuple[Accelerations, ...],
        Field(
            max_length=MOST_CASES,
            description="May be empty: then gradient, stiffness and lifts alone are worked out.",
        ),
    ]
    lift: Flag = False


class JackAsk(BaseModel):
    """Where the jack touches the body."""

    model_config = STRICT
    behind_front_axle_mm: Number
    left_mm: Number


class JackQuestion(BaseModel):
    """One question of kind "jack"."""

    model_config = STRICT
    id: str
    kind: Literal["jack"]
    car: CarAsk
    jack: JackAsk
    until_left_sum_N: Number


class RestQuestion(BaseModel):
    """One question of kind "rest": the standing car with its links and preloads."""

    model_config = STRICT
    id: str
    kind: Literal["rest"]
    car: CarAsk


class RollBudgetQuestion(BaseModel):
    """One question of kind "roll-budget": what tyres, springs, bars and chassis make of the roll."""

    model_config = STRICT
    id: str
    kind: Literal["roll-budget"]
    car: CarAsk


KEYS = {
    "wheelbase": "wheelbase_mm", "sprung_mass": "sprung_mass_kg", "cg_height": "sprung_cg_height_mm",
    "sprung_cg_behind_front": "sprung_cg_behind_front_axle_mm", "sprung_cg_left": "sprung_cg_left_mm",
    "chassis_torsion": "chassis_torsion_Nm_per_deg", "track": "track_mm", "wheel_centre_height": "wheel_centre_height_mm",
    "roll_centre_height": "roll_centre_height_mm", "spring_base": "spring_base_mm", "tyre_rate": "tyre_rate_N_per_mm",
    "K_theta": "bar.rate_N_per_mm", "twist_free": "bar.preload_mm", "bump_gap": "stops.bump_gap_mm",
    "bump_rate": "stops.bump_rate_N_per_mm", "droop": "stops.droop_mm", "links": "links_mm",
    "pickup_ahead": "linkage.pickup_ahead_mm", "pickup_height": "linkage.pickup_height_mm",
    "pickup_spacing": "linkage.pickup_spacing_mm", "pickup_ratio": "linkage.pickup_ratio",
    "inner": "linkage.mount.inner_mm", "direction": "linkage.mount.direction", "travel": "linkage.mount",
    "link_angle": "link_angle_deg", "yaw_inertia": "yaw_inertia_kg_m2", "path": "bar.path_mm", "damper": "damper_N_s_per_m",
    "damper_base": "damper_base_mm",
}  # fmt: skip
_BY_KIND = {
    "independent": {"unsprung_mass": "unsprung_mass_per_wheel_kg", "spring_rate": "wheel_rate_N_per_mm"},
    "live": {"unsprung_mass": "axle_mass_kg", "spring_rate": "spring_rate_N_per_mm"},
}


def car_from_ask(ask: CarAsk) -> tuple[Car, tuple[WheelBar, WheelBar]]:
    """The core's car and both bars.

    Raises:
        InputError, NoSolution: at the document's place within the car.
    """
    ends = [_placed_at(Axle.FRONT, ask.front, _axle), _placed_at(Axle.REAR, ask.rear, _axle)]
    torsion = None if ask.chassis_torsion_Nm_per_deg is None else ask.chassis_torsion_Nm_per_deg / DEG
    car = placed(
        lambda: Car(
            ask.wheelbase_mm * MM, ask.sprung_mass_kg, ask.sprung_cg_height_mm * MM,
            ask.sprung_cg_behind_front_axle_mm * MM, ends[0], ends[1], ask.sprung_cg_left_mm * MM, torsion,
            jacking=ask.jacking, yaw_index=ask.yaw_index, yaw_inertia=ask.yaw_inertia_kg_m2,
        ),
        lambda place: keyed(place, KEYS),
    )  # fmt: skip
    bars = [_placed_at(Axle.FRONT, ask.front, _bar), _placed_at(Axle.REAR, ask.rear, _bar)]
    pair = (bars[0], bars[1])
    if torsion is not None:
        tracks = (car.front.track, car.rear.track)
        placed(lambda: require_stiff_chassis(torsion, tracks, pair), lambda place: keyed(place, KEYS))
    return car, pair


def _placed_at(name: Axle, axle: IndependentAxle | LiveAxle, make: Callable[[IndependentAxle | LiveAxle], T]) -> T:
    """Make something of an axle, errors placed in the document."""

    def place_of(place: str) -> str:
        if place.startswith("bar."):  # already in the document's keys
            return f"{name}.{place}"
        return f"{name}.{keyed(place, KEYS | _BY_KIND[axle.axle])}"

    return placed(lambda: make(axle), place_of)


def _axle(ask: IndependentAxle | LiveAxle) -> AxleInput:
    live = isinstance(ask, LiveAxle)
    return AxleInput(
        kind=AxleKind.LIVE if live else AxleKind.INDEPENDENT, track=ask.track_mm * MM,
        unsprung_mass=ask.axle_mass_kg if isinstance(ask, LiveAxle) else 2.0 * ask.unsprung_mass_per_wheel_kg,
        wheel_centre_height=ask.wheel_centre_height_mm * MM, roll_centre_height=ask.roll_centre_height_mm * MM,
        spring_rate=(ask.spring_rate_N_per_mm if isinstance(ask, LiveAxle) else ask.wheel_rate_N_per_mm) / MM,
        spring_base=(ask.spring_base_mm if isinstance(ask, LiveAxle) else ask.track_mm) * MM,
        tyre_rate=ask.tyre_rate_N_per_mm / MM, stops=_stops(ask.stops), damper=ask.damper_N_s_per_m,
        damper_base=_damper_base(ask) if isinstance(ask, LiveAxle) else None,
    )  # fmt: skip


def _damper_base(ask: LiveAxle) -> float:
    return (ask.spring_base_mm if ask.damper_base_mm is None else ask.damper_base_mm) * MM


def _stops(ask: StopsAsk | None) -> Stops | None:
    return None if ask is None else Stops(ask.bump_gap_mm * MM, ask.bump_rate_N_per_mm / MM, ask.droop_mm * MM)


def _bar(axle: IndependentAxle | LiveAxle) -> WheelBar:
    ask = axle.bar
    if ask is None or (isinstance(ask, RateBar) and ask.rate_N_per_mm is None):
        return DISCONNECTED
    if isinstance(ask, RateBar):
        assert ask.rate_N_per_mm is not None
        return rate_bar(ask.rate_N_per_mm / MM, ask.preload_mm * MM)
    return built_bar(ask)


def built_bar(ask: BuiltBar) -> WheelBar:
    """A bar at the wheels from its parts.

    Raises:
        InputError, NoSolution: at the document's place, "bar...." in front.
    """
    solution = placed(lambda: solve(bar_from_figures(ask.bar.figures)), lambda place: f"bar.{document_place(place)}")

    def close(side: Side) -> ClosedSide:
        return placed(lambda: closed_side(ask, solution, side), lambda place: f"bar.{keyed(place, KEYS)}")

    k_link = float("inf") if ask.link_N_per_mm is None else ask.link_N_per_mm / MM
    left, right = close(Side.LEFT), close(Side.RIGHT)
    return placed(lambda: wheel_bar(solution, ask.holes, left, right, k_link=k_link), lambda _: "bar.link_N_per_mm")
