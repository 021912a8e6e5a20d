"""The car, its bars and its settings, as frozen values in SI, each figure declared with all that is known of it.

To add an input, declare it here, take it in the core under the same name, and show it on its screen: documents, schema,
fields, bands and import follow from the declaration. See docs/architecture.md.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import Any

from anchor_beam.core.grip.driving import FIVE, USES, Driving, Phase, Use
from anchor_beam.core.grip.model import Differential, Drive, RearBrakes
from anchor_beam.core.grip.tyre import PER_DEG, PRESETS, Road, TyreKind, TyreMatch
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.documents.aim import AimRecord, usual_aim
from anchor_beam.documents.inputs import (
    Around,
    Enters,
    Figure,
    Provenance,
    angle,
    length,
    mass,
    quantity,
    rate,
    ratio,
)
from anchor_beam.documents.readings import Readings
from anchor_beam.documents.recorded import record
from anchor_beam.documents.wishes import Confidence, roll_wish, wish
from anchor_beam.units.kinds import DEG, G, Kind

__all__ = ["Figure", "Provenance"]


def window(phase: Phase, end: int) -> Any:
    """The lower (0) or upper (1) end of the wanted margin in a phase."""
    label, which = (("Window from", "Least"), ("Window to", "Largest"))[end]
    return quantity(
        Kind.PERCENT, label, (-30.0, 30.0), (-15.0, 25.0), f"{which} balance margin you want; above zero the front gives up "
        "first.", enters=Enters.NOTHING, later=lambda at: wish(phase, at.use, at.drive, at.kind, at.confidence)[end],
    )  # fmt: skip


class ArmDirection(StrEnum):
    """Which way a bar's arms point from its pivots."""

    FORWARD = "forward"
    REARWARD = "rearward"


class Adjuster(StrEnum):
    """How a link changes its length."""

    OPPOSITE = "opposite threads"
    ONE_END = "one threaded end"
    FIXED = "fixed length"


CAR, GRIP, STEER, LINKAGE, BAR, NOTHING = Enters
FINE = Kind.FINE_LENGTH
ON_SCALES = "What the scale under this wheel shows, driver seated."
CENTRES = "Centre to centre of its joints."
ALONG = Kind.ACCELERATION


def _driven(name: str) -> Callable[[Around], float]:
    """What is typical of the driving that a car is used for."""
    return lambda at: getattr(USES[at.use], name)


PICKUP_HEIGHT = "Link's other joint above the bar's pivot axis at ride height, below is negative."


@record
class AxleRecord:
    """One axle as measured. unsprung_mass: per wheel, of the whole axle when it is live."""

    kind: AxleKind
    arms: ArmDirection
    adjuster: Adjuster
    differential: Differential
    track: Figure = length(
        "Track", (300, 3500), (1100, 1900), "Centre to centre of the tyres on the ground.", enters=CAR, spread=12
    )
    wheel_centre_height: Figure = length(
        "Wheel centre height", (80, 1200), (220, 450), "Wheel centre above ground.", enters=CAR, spread=8
    )
    roll_centre_height: Figure = length(
        "Roll centre height", (-500, 1000), (-60, 420),
        "Above ground, from the pick-up points; on a live axle with a lateral rod the rod's height at the centre.",
        enters=CAR, spread=25,
    )  # fmt: skip
    unsprung_mass: Figure = mass(
        "Unsprung mass", (2, 1500), (15, 260),
        "Wheel, tyre, hub, brake and half of the arms; per wheel, or the whole of a live axle.", enters=CAR,
        relative=0.12,
    )  # fmt: skip
    spring_rate: Figure = rate("Spring rate", (8, 250), "Of one spring, at the spring.", enters=CAR, relative=0.08)
    spring_ratio: Figure = ratio(
        "Spring motion ratio", (0.1, 2.0), (0.4, 1.1),
        "Spring travel over wheel travel. The wheel rate is the spring rate times this ratio squared.", enters=CAR,
        spread=0.04,
    )  # fmt: skip
    spring_base: Figure = length(
        "Spring base", (200, 3000), (700, 1600),
        "Distance between the springs of a live axle; an independent axle does not use it.", enters=CAR, spread=10,
    )  # fmt: skip
    tyre_rate: Figure = rate("Tyre rate", (120, 400), "Vertical stiffness of one tyre.", enters=CAR, relative=0.12)
    camber: Figure = angle(
        "Static camber", (-12, 6), (-5, 0.5), "Of both wheels at ride height, negative with the top towards the car.",
        enters=GRIP, spread=0.3, later=lambda at: 0.0 if at.kind is AxleKind.LIVE else -1.0,
    )  # fmt: skip
    roll_camber: Figure = ratio(
        "Camber from roll", (-0.5, 1.5), (0.0, 1.0),
        "Degrees the wheels lean out per degree of suspension roll: struts about 0.85, wishbones 0.35, live axle 0.",
        enters=GRIP, spread=0.1, later=lambda at: 0.0 if at.kind is AxleKind.LIVE else 0.6,
    )  # fmt: skip
    compliance_steer: Figure = quantity(
        Kind.COMPLIANCE_STEER, "Side force steer", (-1e-5, 2e-5), (-0.1e-3 * DEG, 0.3e-3 * DEG),
        "Steer out of the turn per side force of the axle, from bushings and joints.", enters=STEER,
        spread=0.05e-3 * DEG, later=lambda at: 0.10 if at.axle is Axle.FRONT else 0.02,
    )  # fmt: skip
    damping: Figure = ratio(
        "Damping", (0.02, 3.0), (0.2, 1.0),
        "Of the body on its springs, over what is just critical: soft dampers 0.3, road cars about 0.5, firm ones 0.8.",
        enters=CAR, spread=0.2, later=lambda _at: 0.5,
    )  # fmt: skip
    tyre_load: Figure = ratio(
        "Size of the tyre", (0.3, 3.0), (0.8, 1.25),
        "Load that this tyre is made for, over the mean corner load of the car: 1 where all four are the same, less for a "
        "narrower tyre, more for a wider one.", enters=GRIP, spread=0.0, later=lambda _at: 1.0,
    )  # fmt: skip
    roll_steer: Figure = ratio(
        "Roll steer", (-0.5, 0.5), (-0.15, 0.15), "Degrees the axle steers out of the turn per degree of suspension roll.",
        enters=STEER, spread=0.05, later=lambda at: 0.05 if at.axle is Axle.FRONT else -0.03,
    )  # fmt: skip
    pickup_ahead: Figure = length(
        "Pick-up from bar", (20, 1500), (90, 450),
        "Along the car, from the bar's pivot axis to the joint at the other end of the link, the way the arm points.",
        enters=LINKAGE, spread=5, kind=FINE,
    )  # fmt: skip
    pickup_height_left: Figure = length(
        "Pick-up height left", (-800, 800), (-350, 350), PICKUP_HEIGHT, enters=LINKAGE, spread=5, kind=FINE
    )
    pickup_height_right: Figure = length(
        "Pick-up height right", (-800, 800), (-350, 350), PICKUP_HEIGHT, enters=LINKAGE, spread=5, kind=FINE
    )
    pickup_spacing: Figure = length(
        "Pick-up spacing", (200, 2500), (700, 1500), "Between the left and the right pick-up, across the car.",
        enters=LINKAGE, spread=8,
    )  # fmt: skip
    pickup_ratio: Figure = ratio(
        "Pick-up travel ratio", (0.05, 1.5), (0.3, 1.05),
        "Travel of the pick-up over wheel travel: about 1 on a strut, 0.5 to 0.8 on an arm.", enters=LINKAGE, spread=0.05,
    )  # fmt: skip
    thread_pitch: Figure = length(
        "Thread pitch", (0.2, 5), (0.7, 2.2), "Of the link's adjusting thread.", enters=NOTHING, spread=0, kind=FINE
    )


@record
class CarRecord:
    """A car without its bars."""

    name: str
    description: str
    drive: Drive
    tyre: TyreKind
    road: Road
    use: Use
    rear_brakes: RearBrakes
    tyre_match: TyreMatch
    confidence: Confidence
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


@record
class BarRecord:
    """A mirror-symmetric bar; `wall` counts unless solid, the arm's section only with plate arms."""

    name: str
    maker: str
    solid: bool
    plate_arms: bool
    rigid_bushings: bool
    od: Figure = length(
        "Outer diameter", (3, 120), (12, 45), "With a caliper, paint scraped off, at three places.", enters=BAR,
        spread=0.3, kind=Kind.DIAMETER,
    )  # fmt: skip
    wall: Figure = length(
        "Wall", (0.3, 59), (1.5, 8), "Wall thickness of a tube; from the end of the bar or by its weight.", enters=BAR,
        spread=0.3, kind=Kind.DIAMETER,
    )  # fmt: skip
    centre_length: Figure = length(
        "Centre length", (100, 3000), (500, 1400), "Corner to corner, where the lines of centre and arms meet.", enters=BAR,
        spread=6,
    )  # fmt: skip
    pivot_spacing: Figure = length(
        "Bushing spacing", (50, 2900), (350, 1250), "Centre to centre of the bushings.", enters=BAR, spread=6
    )
    arm_length: Figure = length(
        "Arm length",
        (20, 1500),
        (120, 400),
        "From the corner to the end of the arm, along the arm.",
        enters=BAR,
        spread=4,
    )
    splay: Figure = angle(
        "Splay", (-79, 79), (-10, 35), "How far the arms lean outward, seen from above.", enters=BAR, spread=1.5
    )
    drop: Figure = length(
        "Drop",
        (-1000, 1000),
        (-80, 80),
        "End of the arm below the centre when the bar lies flat.",
        enters=BAR,
        spread=4,
    )
    bend_radius: Figure = length(
        "Bend radius", (0, 500), (20, 120), "To the centreline; 0 for a sharp corner.", enters=BAR, spread=5
    )
    arm_width: Figure = length(
        "Arm width", (2, 200), (18, 50), "Of a plate arm, along the load.", enters=BAR, spread=0.5, kind=FINE
    )
    arm_thickness: Figure = length(
        "Arm thickness", (1, 100), (5, 20), "Of a plate arm, across it.", enters=BAR, spread=0.3, kind=FINE
    )
    bushing_radial: Figure = rate(
        "Bushing stiffness", (500, 40000),
        "Radial, bracket included: rubber about 2000 to 4000, polyurethane 6000 to 12000 N/mm.", enters=BAR, relative=0.3,
    )  # fmt: skip
    holes: tuple[Figure, ...] = length(
        "Hole from the end", (0, 1400), (0, 150), "From the end of the arm to the centre of the hole, along the arm.",
        enters=BAR, spread=0.5, kind=FINE,
    )  # fmt: skip


@record
class EndSetting:
    """What is on one axle: the bar, whether it is connected, the hole on each side and the length of each link.

    worn: the revision of the part that this bar is, in the garage it is kept in; None until it is kept.
    """

    bar: BarRecord
    connected: bool
    hole_left: int
    hole_right: int
    link_left: Figure = length("Left link", (10, 1500), (60, 450), CENTRES, enters=LINKAGE, spread=1.5, kind=FINE)
    link_right: Figure = length("Right link", (10, 1500), (60, 450), CENTRES, enters=LINKAGE, spread=1.5, kind=FINE)
    worn: int | None = field(default=None, compare=False)

    def hole(self, side: Side) -> int:
        """The hole of one side, 0 at the end of the arm."""
        return self.hole_left if side is Side.LEFT else self.hole_right

    def link(self, side: Side) -> Figure:
        """The link of one side."""
        return self.link_left if side is Side.LEFT else self.link_right


@record
class Setting:
    """A named setting, complete in itself: later changes to a bar in the rack do not reach back into it."""

    name: str
    front: EndSetting
    rear: EndSetting

    def end(self, axle: Axle) -> EndSetting:
        """What is on one axle."""
        return self.front if axle is Axle.FRONT else self.rear

    def with_end(self, axle: Axle, end: EndSetting) -> Setting:
        """The setting with something else on one axle."""
        return replace(self, front=end) if axle is Axle.FRONT else replace(self, rear=end)


@dataclass(frozen=True)
class RackBar:
    """A bar that the team owns and the axle it fits. part: its document in the garage, None until it is kept."""

    axle: Axle
    bar: BarRecord
    part: int | None = field(default=None, compare=False)


@dataclass(frozen=True)
class CarFile:
    """Everything about one car: its data, the rack, the saved settings, the setting on the bench, the reference, what was
    read at the measuring aids, and what is asked of it."""

    car: CarRecord
    rack: tuple[RackBar, ...]
    settings: tuple[Setting, ...]
    bench: Setting
    reference: str
    readings: tuple[Readings, ...] = ()
    aim: AimRecord = field(default_factory=usual_aim)

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
