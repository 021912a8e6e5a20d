"""The car, its bars and its settings, as frozen values in SI, each figure declared with all that is known of it.

To add an input, declare it here, take it in the core under the same name, and show it on its screen: documents, schema,
fields, bands and import follow from the declaration. See docs/architecture.md.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import field, replace
from enum import StrEnum
from typing import TYPE_CHECKING, Any

from anchor_beam.core.grip.driving import FIVE, USES, Driving, Phase, Use
from anchor_beam.core.grip.model import Drive, RearBrakes
from anchor_beam.core.grip.tyre import PER_DEG, PRESETS, Road, TyreKind, TyreMatch
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.aim import AimRecord, usual_aim
from anchor_beam.documents.axle import Adjuster, ArmDirection, AxleRecord, AxleTyre, TravelEnds
from anchor_beam.documents.inputs import (
    Around,
    Enters,
    Figure,
    Provenance,
    angle,
    length,
    mass,
    quantity,
    ratio,
)
from anchor_beam.documents.readings import Readings
from anchor_beam.documents.recorded import record
from anchor_beam.documents.setting import NO_PAIR, BarRecord, BarState, EndSetting, Pair, Setting
from anchor_beam.documents.wishes import Confidence, roll_wish, wish
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DEG, G, Kind

if TYPE_CHECKING:
    from anchor_beam.documents.load_states import LoadState
    from anchor_beam.documents.obstacles import Obstacle

__all__ = [
    "NO_PAIR", "Adjuster", "ArmDirection", "AxleRecord", "AxleTyre", "BarRecord", "BarState", "EndSetting", "Figure", "Pair",
    "Provenance", "Setting", "TravelEnds",
]  # fmt: skip


def window(phase: Phase, end: int) -> Any:
    """The lower (0) or upper (1) end of the wanted margin in a phase."""
    label, which = (("Window from", "Least"), ("Window to", "Largest"))[end]
    return quantity(
        Kind.PERCENT, label, (-30.0, 30.0), (-15.0, 25.0), f"{which} balance margin you want; above zero the front gives up "
        "first.", enters=Enters.NOTHING, later=lambda at: wish(phase, at.use, at.drive, at.kind, at.confidence)[end],
    )  # fmt: skip


CAR, GRIP, LINKAGE, BAR, NOTHING = Enters.CAR, Enters.GRIP, Enters.LINKAGE, Enters.BAR, Enters.NOTHING
FINE = Kind.FINE_LENGTH
ON_SCALES = "What the scale under this wheel shows, driver seated."
ALONG = Kind.ACCELERATION


def _driven(name: str) -> Callable[[Around], float]:
    """What is typical of the driving that a car is used for."""
    return lambda at: getattr(USES[at.use], name)


class Seat(StrEnum):
    """Where the driver sits, as seen facing forward."""

    LEFT = "on the left"
    RIGHT = "on the right"
    MIDDLE = "in the middle"


@record
class CarRecord:
    """A car without its bars. platform to exhaust: what parts must fit, in the words of the catalogue. load_state: name of
    the state that its weights are of, empty where it has none."""

    name: str
    description: str
    drive: Drive
    tyre: TyreKind
    road: Road
    use: Use
    rear_brakes: RearBrakes
    tyre_match: TyreMatch
    confidence: Confidence
    seat: Seat
    platform: str
    variant: str
    frame: str
    exhaust: str
    load_state: str
    wheelbase: Figure = length(
        "Wheelbase", (500, 8000), (1800, 3800), "Front to rear wheel centre, along the car.", enters=CAR, spread=10
    )
    corner_fl: Figure = mass("Front left corner weight", (20, 5000), (120, 900), ON_SCALES, enters=CAR, relative=0.04)
    corner_fr: Figure = mass(
        "Front right corner weight", (20, 5000), (120, 900), ON_SCALES, enters=CAR, relative=0.04
    )
    corner_rl: Figure = mass("Rear left corner weight", (20, 5000), (120, 900), ON_SCALES, enters=CAR, relative=0.04)
    corner_rr: Figure = mass("Rear right corner weight", (20, 5000), (120, 900), ON_SCALES, enters=CAR, relative=0.04)
    cg_height: Figure = length(
        "Centre of gravity height", (50, 3000), (350, 900),
        "Of the whole car above the ground; from a tilt test, or typical for the kind of car.", enters=CAR, spread=35,
    )  # fmt: skip
    grip: Figure = ratio(
        "Grip of the tyre", (0.1, 4.0), (0.5, 2.0),
        "Side force over load at the car's mean corner load. Nearly drops out of the balance.", enters=GRIP, spread=0.07,
    )  # fmt: skip
    load_sensitivity: Figure = ratio(
        "Load sensitivity", (0.0, 1.0), (0.02, 0.35),
        "How much grip a tyre loses when its load doubles. Load transfer matters only because of it.", enters=GRIP,
        spread=0.05,
    )  # fmt: skip
    camber_best: Figure = angle(
        "Best camber", (-4, 10), (0.0, 4),
        "Lean of the tyre into the turn at which it grips best; 1 to 2.5 degrees for most.", enters=GRIP, spread=1.0,
        later=lambda at: PRESETS[at.tyre].tyre.camber_best / DEG,
    )  # fmt: skip
    camber_loss: Figure = quantity(
        Kind.CAMBER_LOSS, "Grip lost to camber", (0.0, 0.05 / DEG**2), (0.001 / DEG**2, 0.006 / DEG**2),
        "Part of the grip lost per degree squared beside the best camber.", enters=GRIP, spread=0.001 / DEG**2,
        later=lambda at: PRESETS[at.tyre].tyre.camber_loss / PER_DEG**2,
    )  # fmt: skip
    brake_front: Figure = quantity(
        Kind.PERCENT, "Front brake share", (0.0, 100.0), (50.0, 85.0), "Part of the braking force that the front axle makes.",
        enters=GRIP, spread=4.0, later=lambda _at: 68.0,
    )  # fmt: skip
    chassis_torsion: Figure = quantity(
        Kind.ROLL_STIFFNESS, "Chassis torsion", (50.0 / DEG, 1e6 / DEG), (2e3 / DEG, 6e4 / DEG),
        "Moment that twists the body by one degree between its axles: saloons 8000 to 25000, open cars 2000.", enters=CAR,
        relative=0.4, later=lambda _at: 12000.0,
    )  # fmt: skip
    yaw_index: Figure = ratio(
        "Yaw index", (0.2, 3.0), (0.75, 1.15),
        "How far from its middle the car's mass lies, squared, over the distances to both axles: engine in front about 0.95, "
        "between the axles 0.85, pick-ups and vans 1.", enters=CAR, spread=0.08,
        later=lambda at: 1.0 if at.kind is AxleKind.LIVE else 0.95,
    )  # fmt: skip
    speed: Figure = quantity(
        Kind.SPEED, "Speed in the corner", (1.0, 120.0), (6.0, 70.0),
        "At which the corner is taken. With the next figure it makes the length of road on which the corner builds up.",
        enters=GRIP, relative=0.08, later=_driven("speed"),
    )  # fmt: skip
    build_up: Figure = quantity(
        Kind.DURATION, "Corner builds up in", (0.1, 20.0), (0.4, 3.0),
        "From straight on to all of the corner: a brisk driver on the road 1.5 s, on a hill 1 s, between cones 0.8 s.",
        enters=GRIP, relative=0.25, later=_driven("build_up"),
    )  # fmt: skip
    trail_braking: Figure = quantity(
        ALONG, "Trail braking", (0.0, 1.5 * G), (0.0, 0.4 * G),
        "How hard the car is still braked while it turns in, on a dry road.", enters=GRIP, spread=0.06 * G,
        later=lambda _at: Driving.trail_braking / G,
    )  # fmt: skip
    lift_off: Figure = quantity(
        ALONG, "Engine braking", (0.0, 1.0 * G), (0.0, 0.2 * G),
        "What the engine holds back when the throttle is lifted in the corner: second gear about 0.10, third 0.07 g.",
        enters=GRIP, spread=0.03 * G, later=lambda _at: Driving.lift_off / G,
    )  # fmt: skip
    exit_drive: Figure = quantity(
        ALONG, "Drive at the exit", (0.0, 1.5 * G), (0.0, 0.4 * G), "How hard the car is driven out of the corner, dry.",
        enters=GRIP, spread=0.03 * G, later=lambda _at: Driving.exit_drive / G,
    )  # fmt: skip
    roll_low: Figure = quantity(
        Kind.ROLL_GRADIENT, "Roll from", (0.1 * DEG / G, 20.0 * DEG / G), (0.8 * DEG / G, 8.0 * DEG / G),
        "Least roll that you want: a car that rolls less skips over bumps.", enters=NOTHING,
        later=lambda at: roll_wish(at.use, at.kind)[0],
    )  # fmt: skip
    roll_high: Figure = quantity(
        Kind.ROLL_GRADIENT, "Roll to", (0.1 * DEG / G, 20.0 * DEG / G), (0.8 * DEG / G, 8.0 * DEG / G),
        "Most roll that you want: a car that rolls more falls onto the edges of its tyres, and takes its time.",
        enters=NOTHING, later=lambda at: roll_wish(at.use, at.kind)[1],
    )  # fmt: skip
    front: AxleRecord
    rear: AxleRecord
    rake: Figure = angle(
        "Frame, nose down", (-8, 8), (-0.5, 2),
        "Slope of the frame along the car at ride height, from its height at two places.", enters=NOTHING, spread=0.2,
        later=lambda _at: 0.0,
    )  # fmt: skip
    window_turn_in_low: Figure = window(Phase.TURN_IN, 0)
    window_turn_in_high: Figure = window(Phase.TURN_IN, 1)
    window_brakes_low: Figure = window(Phase.BRAKES, 0)
    window_brakes_high: Figure = window(Phase.BRAKES, 1)
    window_low: Figure = window(Phase.MIDDLE, 0)
    window_high: Figure = window(Phase.MIDDLE, 1)
    window_lift_off_low: Figure = window(Phase.LIFT_OFF, 0)
    window_lift_off_high: Figure = window(Phase.LIFT_OFF, 1)
    window_exit_low: Figure = window(Phase.EXIT, 0)
    window_exit_high: Figure = window(Phase.EXIT, 1)

    def axle(self, axle: Axle) -> AxleRecord:
        """One of both."""
        return self.front if axle is Axle.FRONT else self.rear

    @property
    def match(self) -> TyreMatch:
        """What the tyres of both axles have in common; kinds that differ are different tyres, whatever else is said."""
        kinds = {self.axle(axle).tyre.kind(self.tyre) for axle in Axle}
        return TyreMatch.DIFFERENT if len(kinds) > 1 else self.tyre_match

    @property
    def roll_window(self) -> tuple[float, float]:
        """The wanted roll gradient [rad/(m/s^2)]."""
        return self.roll_low.value, self.roll_high.value

    def window(self, phase: Phase) -> tuple[float, float]:
        """The wanted balance margin in a phase [%]."""
        low, high = (getattr(self, name).value for name in WINDOWS[phase])
        return low, high


WINDOWS = {
    phase: ("window_low", "window_high") if phase is Phase.MIDDLE else
    (f"window_{phase.value.replace('-', '_')}_low", f"window_{phase.value.replace('-', '_')}_high")
    for phase in FIVE
}  # fmt: skip
"""Names of the two figures that say what margin is wanted in a phase; those of the middle are older than the others."""


@immutable
class RackBar:
    """A bar that the team owns and the axle it fits. part: its document in the garage, None until it is kept."""

    axle: Axle
    bar: BarRecord
    part: int | None = field(default=None, compare=False)


@immutable
class CarFile:
    """Everything about one car: its data, the rack, the saved settings, the setting on the bench, the reference, what was
    read at the measuring aids, its load states, the settings that it is changed between, what is asked of it,
    and what lies around its bars."""

    car: CarRecord
    rack: tuple[RackBar, ...]
    settings: tuple[Setting, ...]
    bench: Setting
    reference: str
    readings: tuple[Readings, ...] = ()
    states: tuple[LoadState, ...] = ()
    pair: Pair = NO_PAIR
    aim: AimRecord = field(default_factory=usual_aim)
    obstacles: tuple[Obstacle, ...] = ()

    def read_at(self, aid: str, axle: Axle | None) -> Readings:
        """What was read at an aid, empty where nothing was."""
        return next((kept for kept in self.readings if kept.of == (aid, axle)), Readings(aid, axle))

    def with_readings(self, readings: Readings) -> CarFile:
        """With other readings at an aid; where nothing is left of them none are kept."""
        others = tuple(kept for kept in self.readings if kept.of != readings.of)
        return replace(self, readings=others if readings.is_empty else (*others, readings))

    def saved(self, name: str) -> Setting | None:
        """A kept setting by its name."""
        return next((setting for setting in self.settings if setting.name == name), None)

    @property
    def reference_setting(self) -> Setting | None:
        """The setting that everything is compared with."""
        return self.saved(self.reference)
