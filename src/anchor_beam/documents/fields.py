"""The one table of every input: where it is, what it is called, its kind, what is legal and what is usual."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass

from anchor_beam.documents.records import Figure, Provenance
from anchor_beam.errors import OutOfRange
from anchor_beam.units.kinds import DEG, Kind

SUFFIX: dict[Kind, tuple[str, float]] = {
    Kind.DIAMETER: ("_mm", 1e-3), Kind.FINE_LENGTH: ("_mm", 1e-3), Kind.LENGTH: ("_mm", 1e-3),
    Kind.MASS: ("_kg", 1.0), Kind.RATE: ("_N_per_mm", 1e3), Kind.ANGLE: ("_deg", DEG), Kind.PERCENT: ("_percent", 1.0),
    Kind.RATIO: ("", 1.0), Kind.ROLL_STIFFNESS: ("_Nm_per_deg", 1.0 / DEG), Kind.CAMBER_LOSS: ("_per_deg2", 1.0 / DEG**2),
    Kind.COMPLIANCE_STEER: ("_deg_per_kN", DEG / 1e3),
}  # fmt: skip

# One standard deviation of a value by where it comes from, as part of the field's typical spread.
SPREAD_FACTOR = {
    Provenance.MEASURED: 0.15,
    Provenance.MAKER: 0.5,
    Provenance.TYPICAL: 1.0,
    Provenance.GUESS: 2.0,
}


@dataclass(frozen=True)
class Field:
    """One input. legal and usual are closed ranges in SI; spread of a typical value is absolute [SI] plus relative."""

    name: str
    label: str
    kind: Kind
    legal: tuple[float, float]
    usual: tuple[float, float]
    absolute: float
    relative: float
    help: str

    @property
    def key(self) -> str:
        """The key in a JSON document, with the unit."""
        return self.name + SUFFIX[self.kind][0]

    @property
    def scale(self) -> float:
        """SI value of one unit of the document."""
        return SUFFIX[self.kind][1]

    @property
    def is_exact(self) -> bool:
        """A wish or a count, with no spread and nothing to measure."""
        return self.absolute == 0.0 and self.relative == 0.0

    def spread(self, figure: Figure) -> float:
        """One standard deviation [SI]."""
        if figure.spread is not None:
            return figure.spread
        return SPREAD_FACTOR[figure.provenance] * (self.absolute + self.relative * abs(figure.value))

    def check(self, value: float, place: str) -> None:
        """Refuse a value that is not legal.

        Raises:
            OutOfRange: at `place`.
        """
        low, high = self.legal
        if not low <= value <= high:
            raise OutOfRange(place, self.label, got=value, low=low, high=high, kind=self.kind)

    def is_usual(self, value: float) -> bool:
        return self.usual[0] <= value <= self.usual[1]


def _mm(name: str, label: str, legal: tuple[float, float], usual: tuple[float, float], *, spread: float, help: str,
        kind: Kind = Kind.LENGTH) -> Field:  # fmt: skip
    """A length field with bounds and spread in mm."""
    low, high, usual_low, usual_high = (x / 1e3 for x in (*legal, *usual))
    return Field(name, label, kind, (low, high), (usual_low, usual_high), spread / 1e3, 0.0, help)


def _kg(
    name: str, label: str, legal: tuple[float, float], usual: tuple[float, float], *, spread: float, help: str
) -> Field:
    return Field(name, label, Kind.MASS, legal, usual, 0.0, spread, help)


def _rate(name: str, label: str, usual: tuple[float, float], *, spread: float, help: str) -> Field:
    return Field(name, label, Kind.RATE, (10.0, 1e8), (usual[0] * 1e3, usual[1] * 1e3), 0.0, spread, help)


FINE = Kind.FINE_LENGTH
_ON_SCALES = "What the scale under this wheel shows, driver seated."

CAR_FIELDS = (
    _mm("wheelbase", "Wheelbase", (500, 8000), (1800, 3800), spread=10, help="Front to rear wheel centre, along the car."),
    *(
        _kg(f"corner_{key}", f"{words} corner weight", (20, 5000), (120, 900), spread=0.04, help=_ON_SCALES)
        for key, words in (("fl", "Front left"), ("fr", "Front right"), ("rl", "Rear left"), ("rr", "Rear right"))
    ),
    _mm("cg_height", "Centre of gravity height", (50, 3000), (350, 900), spread=35,
        help="Of the whole car above the ground; from a tilt test, or typical for the kind of car."),
    Field("grip", "Grip of the tyre", Kind.RATIO, (0.1, 4.0), (0.5, 2.0), 0.07, 0.0,
          "Side force over load at the car's mean corner load. Nearly drops out of the balance."),
    Field("load_sensitivity", "Load sensitivity", Kind.RATIO, (0.0, 1.0), (0.02, 0.35), 0.05, 0.0,
          "How much grip a tyre loses when its load doubles. Load transfer matters only because of it."),
    Field("camber_best", "Best camber", Kind.ANGLE, (-4 * DEG, 10 * DEG), (0.0, 4 * DEG), 1.0 * DEG, 0.0,
          "Lean of the tyre into the turn at which it grips best; 1 to 2.5 degrees for most."),
    Field("camber_loss", "Grip lost to camber", Kind.CAMBER_LOSS, (0.0, 0.05 / DEG**2), (0.001 / DEG**2, 0.006 / DEG**2),
          0.001 / DEG**2, 0.0, "Part of the grip lost per degree squared beside the best camber."),
    Field("brake_front", "Front brake share", Kind.PERCENT, (0.0, 100.0), (50.0, 85.0), 4.0, 0.0,
          "Part of the braking force that the front axle makes."),
    Field("chassis_torsion", "Chassis torsion", Kind.ROLL_STIFFNESS, (50.0 / DEG, 1e6 / DEG), (2e3 / DEG, 6e4 / DEG),
          0.0, 0.4, "Moment that twists the body by one degree between its axles: saloons 8000 to 25000, open cars 2000."),
    Field("window_low", "Window from", Kind.PERCENT, (-30.0, 30.0), (-10.0, 15.0), 0.0, 0.0,
          "Least balance margin you want: above zero the front gives up first."),
    Field("window_high", "Window to", Kind.PERCENT, (-30.0, 30.0), (-10.0, 15.0), 0.0, 0.0,
          "Largest balance margin you want."),
)  # fmt: skip

AXLE_FIELDS = (
    _mm("track", "Track", (300, 3500), (1100, 1900), spread=12, help="Centre to centre of the tyres on the ground."),
    _mm("wheel_centre_height", "Wheel centre height", (80, 1200), (220, 450), spread=8, help="Wheel centre above ground."),
    _mm("roll_centre_height", "Roll centre height", (-500, 1000), (-60, 420), spread=25,
        help="Above ground, from the pick-up points; on a live axle with a lateral rod the rod's height at the centre."),
    _kg("unsprung_mass", "Unsprung mass", (2, 1500), (15, 260), spread=0.12,
        help="Wheel, tyre, hub, brake and half of the arms; per wheel, or the whole of a live axle."),
    _rate("spring_rate", "Spring rate", (8, 250), spread=0.08, help="Of one spring, at the spring."),
    Field("spring_ratio", "Spring motion ratio", Kind.RATIO, (0.1, 2.0), (0.4, 1.1), 0.04, 0.0,
          "Spring travel over wheel travel. The wheel rate is the spring rate times this ratio squared."),
    _mm("spring_base", "Spring base", (200, 3000), (700, 1600), spread=10,
        help="Distance between the springs of a live axle; an independent axle does not use it."),
    _rate("tyre_rate", "Tyre rate", (120, 400), spread=0.12, help="Vertical stiffness of one tyre."),
    Field("camber", "Static camber", Kind.ANGLE, (-12 * DEG, 6 * DEG), (-5 * DEG, 0.5 * DEG), 0.3 * DEG, 0.0,
          "Of both wheels at ride height, negative with the top towards the car."),
    Field("roll_camber", "Camber from roll", Kind.RATIO, (-0.5, 1.5), (0.0, 1.0), 0.1, 0.0,
          "Degrees the wheels lean out per degree of suspension roll: struts about 0.85, wishbones 0.35, live axle 0."),
    Field("compliance_steer", "Side force steer", Kind.COMPLIANCE_STEER, (-1e-5, 2e-5), (-0.1e-3 * DEG, 0.3e-3 * DEG),
          0.05e-3 * DEG, 0.0, "Steer out of the turn per side force of the axle, from bushings and joints."),
    Field("roll_steer", "Roll steer", Kind.RATIO, (-0.5, 0.5), (-0.15, 0.15), 0.05, 0.0,
          "Degrees the axle steers out of the turn per degree of suspension roll."),
    _mm("pickup_ahead", "Pick-up from bar", (20, 1500), (90, 450), spread=5, kind=FINE,
        help="Along the car, from the bar's pivot axis to the joint at the other end of the link, the way the arm points."),
    _mm("pickup_height_left", "Pick-up height left", (-800, 800), (-350, 350), spread=5, kind=FINE,
        help="Link's other joint above the bar's pivot axis at ride height, below is negative."),
    _mm("pickup_height_right", "Pick-up height right", (-800, 800), (-350, 350), spread=5, kind=FINE,
        help="Link's other joint above the bar's pivot axis at ride height, below is negative."),
    _mm("pickup_spacing", "Pick-up spacing", (200, 2500), (700, 1500), spread=8,
        help="Between the left and the right pick-up, across the car."),
    Field("pickup_ratio", "Pick-up travel ratio", Kind.RATIO, (0.05, 1.5), (0.3, 1.05), 0.05, 0.0,
          "Travel of the pick-up over wheel travel: about 1 on a strut, 0.5 to 0.8 on an arm."),
    _mm("thread_pitch", "Thread pitch", (0.2, 5), (0.7, 2.2), spread=0, kind=FINE,
        help="Of the link's adjusting thread."),
)  # fmt: skip

BAR_FIELDS = (
    _mm("od", "Outer diameter", (3, 120), (12, 45), spread=0.3, kind=Kind.DIAMETER,
        help="With a caliper, paint scraped off, at three places."),
    _mm("wall", "Wall", (0.3, 59), (1.5, 8), spread=0.3, kind=Kind.DIAMETER,
        help="Wall thickness of a tube; from the end of the bar or by its weight."),
    _mm("centre_length", "Centre length", (100, 3000), (500, 1400), spread=6,
        help="Corner to corner, where the lines of centre and arms meet."),
    _mm("pivot_spacing", "Bushing spacing", (50, 2900), (350, 1250), spread=6, help="Centre to centre of the bushings."),
    _mm("arm_length", "Arm length", (20, 1500), (120, 400), spread=4,
        help="From the corner to the end of the arm, along the arm."),
    Field("splay", "Splay", Kind.ANGLE, (-79 * DEG, 79 * DEG), (-10 * DEG, 35 * DEG), 1.5 * DEG, 0.0,
          "How far the arms lean outward, seen from above."),
    _mm("drop", "Drop", (-1000, 1000), (-80, 80), spread=4, help="End of the arm below the centre when the bar lies flat."),
    _mm("bend_radius", "Bend radius", (0, 500), (20, 120), spread=5, help="To the centreline; 0 for a sharp corner."),
    _mm("arm_width", "Arm width", (2, 200), (18, 50), spread=0.5, kind=FINE, help="Of a plate arm, along the load."),
    _mm("arm_thickness", "Arm thickness", (1, 100), (5, 20), spread=0.3, kind=FINE, help="Of a plate arm, across it."),
    _rate("bushing_radial", "Bushing stiffness", (500, 40000), spread=0.3,
          help="Radial, bracket included: rubber about 2000 to 4000, polyurethane 6000 to 12000 N/mm."),
)  # fmt: skip
HOLE_FIELD = _mm("holes", "Hole from the end", (0, 1400), (0, 150), spread=0.5, kind=FINE,
                 help="From the end of the arm to the centre of the hole, along the arm.")  # fmt: skip
END_FIELDS = (
    _mm(
        "link_left", "Left link", (10, 1500), (60, 450), spread=1.5, kind=FINE, help="Centre to centre of its joints."
    ),
    _mm(
        "link_right",
        "Right link",
        (10, 1500),
        (60, 450),
        spread=1.5,
        kind=FINE,
        help="Centre to centre of its joints.",
    ),
)

_BY_OWNER = {
    "car": CAR_FIELDS,
    "axle": AXLE_FIELDS,
    "bar": BAR_FIELDS,
    "end": END_FIELDS,
}
_TABLE = {(owner, field.name): field for owner, fields in _BY_OWNER.items() for field in fields}
_OWNERS = (
    (re.compile(r".*\bbar\.holes\[\d+\]$"), "hole"),
    (re.compile(r".*\bbar\.[a-z_]+$"), "bar"),
    (re.compile(r"car\.(front|rear)\.[a-z_]+$"), "axle"),
    (re.compile(r"car\.[a-z_]+$"), "car"),
    (re.compile(r".*\b(front|rear)\.link_(left|right)$"), "end"),
)


def field_at(place: str) -> Field:
    """The field of a place in a `CarFile`.

    Raises:
        KeyError: no figure lives there.
    """
    for pattern, owner in _OWNERS:
        if pattern.match(place):
            return HOLE_FIELD if owner == "hole" else _TABLE[owner, place.rpartition(".")[2]]
    raise KeyError(place)


def document_number(field: Field, value: float) -> float:
    """The value in the document's unit, rounded to 12 significant digits so that it survives a round trip."""
    scaled = value / field.scale
    if scaled == 0.0:
        return 0.0
    return round(scaled, 11 - math.floor(math.log10(abs(scaled))))
