"""One axle as measured, each figure declared with all that is known of it."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fixed_ends import FixedEnds
from anchor_beam.documents.inputs import Enters, Figure, angle, length, mass, quantity, rate, ratio
from anchor_beam.documents.mounting import Mounting
from anchor_beam.documents.recorded import record
from anchor_beam.units.kinds import DEG, Kind


class ArmDirection(StrEnum):
    """Which way a bar's arms point from its pivots."""

    FORWARD = "forward"
    REARWARD = "rearward"


class AxleTyre(StrEnum):
    """What tyre is on an axle: that of the car, or another kind."""

    OF_CAR = "as the car's"
    STREET = TyreKind.STREET.value
    SUMMER_SPORT = TyreKind.SUMMER_SPORT.value
    SEMI_SLICK = TyreKind.SEMI_SLICK.value
    SLICK = TyreKind.SLICK.value

    def kind(self, car: TyreKind) -> TyreKind:
        """With the tyre of the car known."""
        return car if self is AxleTyre.OF_CAR else TyreKind(self.value)


class TravelEnds(StrEnum):
    """Whether the ends of the wheels' travel are counted with."""

    LEFT_OUT = "left out"
    COUNTED = "counted"


class Adjuster(StrEnum):
    """How a link changes its length."""

    OPPOSITE = "opposite threads"
    ONE_END = "one threaded end"
    FIXED = "fixed length"


CAR, GRIP, STEER, LINKAGE, NOTHING = Enters.CAR, Enters.GRIP, Enters.STEER, Enters.LINKAGE, Enters.NOTHING
FINE = Kind.FINE_LENGTH

PICKUP_HEIGHT = "Link's other joint above the bar's pivot axis at ride height, below is negative."


@record
class AxleRecord(FixedEnds, Mounting):
    """One axle as measured, with what its links hang on, or what its bar is fixed to.

    unsprung_mass: per wheel, of the whole axle when it is live.
    """

    kind: AxleKind
    arms: ArmDirection
    adjuster: Adjuster
    differential: Differential
    tyre: AxleTyre
    travel_ends: TravelEnds
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
        "Tyre size", (0.3, 3.0), (0.8, 1.25),
        "Load that this tyre is made for, over the mean corner load of the car: 1 where all four are the same, less for a "
        "narrower tyre, more for a wider one.", enters=GRIP, spread=0.0, later=lambda _at: 1.0,
    )  # fmt: skip
    own_grip: Figure = ratio(
        "Grip of its own", (0.3, 2.0), (0.85, 1.1),
        "Factor on the grip of this axle: 1 where its tyres are as good as the other's, less where they are old or worn.",
        enters=GRIP, spread=0.0, later=lambda _at: 1.0,
    )  # fmt: skip
    bias: Figure = ratio(
        "Bias, driven", (1.0, 12.0), (1.2, 5.0),
        "Of a limited slip differential: torque of the wheel that grips over the torque of the one that does not.",
        enters=GRIP, spread=0.4, later=lambda _at: 2.0,
    )  # fmt: skip
    bias_coast: Figure = ratio(
        "Bias, overrun", (1.0, 12.0), (1.0, 4.0),
        "The same with the throttle lifted: ramps of another angle make another figure.", enters=GRIP, spread=0.4,
        later=lambda _at: 2.0,
    )  # fmt: skip
    preload: Figure = quantity(
        Kind.TORQUE, "Differential preload", (0.0, 2000.0), (0.0, 150.0),
        "Torque that turns one wheel against the other, both off the ground, gear engaged.", enters=GRIP, spread=10.0,
        later=lambda _at: 0.0,
    )  # fmt: skip
    bump_gap: Figure = length(
        "Free bump travel", (0, 500), (15, 120),
        "Of the wheel, from ride height until the bump stop is touched; by jack and tape, spring out.", enters=CAR, spread=12,
        later=lambda _at: 60.0,
    )  # fmt: skip
    bump_rate: Figure = rate(
        "Bump stop rate", (20, 400), "Stiffness that the bump stop adds at the wheel once it is touched.", enters=CAR,
        relative=0.4, later=lambda _at: 80.0,
    )  # fmt: skip
    droop: Figure = length(
        "Free droop travel", (1, 500), (30, 160), "Of the wheel, from ride height until it hangs.", enters=CAR, spread=12,
        later=lambda _at: 80.0,
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

    @property
    def idle(self) -> frozenset[str]:
        """Names of the figures that play no part on an axle like this one."""
        found = set(self.idle_mounts)
        if self.kind is not AxleKind.LIVE:
            found.add("spring_base")
        if self.differential is not Differential.LIMITED_SLIP:
            found.update(("bias", "bias_coast", "preload"))
        if self.travel_ends is not TravelEnds.COUNTED:
            found.update(("bump_gap", "bump_rate", "droop"))
        return frozenset(found)
