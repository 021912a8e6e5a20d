"""The measuring aids as a table: what each asks for, what is read at it, and which figures of the car it gives.

Screens, documents and the history are made from it; what follows from the readings is worked out in `figures.aided`.
"""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.aid import Aid, Entry
from anchor_beam.documents.builds import BUILDS, PLACING
from anchor_beam.documents.templates import TEMPLATES
from anchor_beam.units.kinds import Kind

PHOTO = "bar-photo"  # its rows are places in a picture: four marks, then the bar
STANDS = "Stands on hard level ground, wheels chocked; never under a car on a jack alone."
FINE, LENGTH, FORCE, MASS = Kind.FINE_LENGTH, Kind.LENGTH, Kind.FORCE, Kind.MASS
TRAVEL = (-400.0, 400.0)


WHEELS = ("front left", "front right", "rear left", "rear right")


def _joint(name: str, label: str) -> tuple[Entry, Entry]:
    return (
        Entry(
            f"{name}_y",
            f"{label}, across",
            FINE,
            (-1500.0, 1500.0),
            "From the car's centre line, to the right.",
            after="across",
        ),
        Entry(
            f"{name}_z", f"{label}, up", FINE, (-500.0, 2000.0), "Above the ground, car at ride height.", after="up"
        ),
    )


def _brakes(axle: Axle) -> tuple[Entry, ...]:
    name = axle.capitalize()
    return (
        Entry(f"{axle}_pistons", f"{name} pistons", Kind.COUNT, (1.0, 12.0), "On one side of one caliper.", 1.0),
        Entry(f"{axle}_piston", f"{name} piston diameter", FINE, (10.0, 100.0), "By caliper, or cast into the part."),
        Entry(
            f"{axle}_disc",
            f"{name} disc, effective radius",
            FINE,
            (40.0, 250.0),
            "Wheel centre to the middle of the pad.",
        ),
        Entry(f"{axle}_friction", f"{name} pad friction", Kind.RATIO, (0.1, 0.9), "The maker's, warm.", 0.4),
    )


AIDS: tuple[Aid, ...] = (
    Aid(
        "corner-weights", "Corner weights on scales", "on scales",
        "Four pads level to 2 mm, tyres at pressure, driver in. Roll the car on, settle it, read; roll it off and on again.",
        (),
        tuple(
            Entry(f"corner_{key}", label, MASS, (20.0, 5000.0))
            for key, label in (("fl", "front left"), ("fr", "front right"), ("rl", "rear left"), ("rr", "rear right"))
        ),
        tuple(f"car.corner_{key}" for key in ("fl", "fr", "rl", "rr")),
        formula=r"m = \frac{1}{n} (m_1 + \dots + m_n)", source="docs/theory/measurements.md, Corner weights",
    ),
    Aid(
        "floor", "The floor under the wheels", "by water level",
        "Once for each place where the car is measured: the height of the four spots where the wheels stand, by water level "
        "or by a level on a straight edge. Any zero will do.",
        tuple(
            Entry(f"floor_{key}", f"Floor {label}", FINE, (-300.0, 300.0), "Height of the spot, up above zero.")
            for key, label in (("fl", "front left"), ("fr", "front right"), ("rl", "rear left"), ("rr", "rear right"))
        ),
        (), (),
        formula=r"w = \frac{h_fr + h_rl - h_fl - h_rr}{2}", source="docs/theory/measurements.md, Floor",
    ),
    Aid(
        "tyres", "Tyres at each wheel", "by width",
        "Size and year from the sidewalls, tread in the middle groove, pressure cold. What is not known stays empty.",
        (),
        (
            Entry("width", "width", LENGTH, (50.0, 600.0), "205 of 205/50 R15."),
            Entry("height", "height", Kind.PERCENT, (15.0, 120.0), "50 of 205/50 R15."),
            Entry("rim", "rim", FINE, (150.0, 800.0), "15 in of 205/50 R15."),
            Entry("tread", "tread", FINE, (0.0, 25.0), "In the middle groove."),
            Entry("year", "made in", Kind.COUNT, (1950.0, 2100.0), "The last two figures of four: 3223 is week 32 of 2023."),
            Entry("pressure", "pressure", Kind.PRESSURE, (0.2, 8.0), "Cold, before it is driven."),
            Entry("sort", "kind", Kind.COUNT, (1.0, 4.0), "1 street, 2 summer sport, 3 semi-slick, 4 slick."),
        ),
        ("car.front.tyre_load", "car.rear.tyre_load"),
        formula=r"n = \frac{w}{(w_f + w_r)/2}", source="docs/theory/measurements.md, Tyres at each wheel",
        row_names=WHEELS,
    ),
    Aid(
        "ride-heights", "Ride heights at each wheel", "by tape",
        "Rolled, not lifted, into its place, driver or his weight in. Straight up over the wheel's middle. One way at each "
        "wheel is enough; a second checks it.",
        (),
        (
            Entry("hub", "hub to arch", FINE, (50.0, 900.0), "From the middle of the wheel up to the edge of the arch."),
            Entry("ground", "ground to arch", FINE, (200.0, 1500.0), "The wheel's own height is taken off."),
            Entry("rim", "rim to arch", FINE, (0.0, 700.0), "From the rim's upper edge; its size is read with the tyres."),
            Entry("sill", "ground to sill", FINE, (20.0, 900.0), "At the jacking point by this wheel."),
            Entry("frame", "ground to frame", FINE, (20.0, 900.0), "Under the frame by this wheel."),
        ),
        (), caution="Look from beside: never under a car that stands on nothing but a jack.",
        formula="", source="docs/theory/measurements.md, Ride heights", row_names=WHEELS, stands=True,
    ),
    Aid(
        "tilt", "Centre of gravity by tilting", "by tilting",
        "Lock the suspension with struts of wood or steel. Read the front scales level, then with the rear axle lifted, "
        "higher each time. Wheels free to roll.",
        (
            Entry("wheelbase", "Wheelbase", LENGTH, (500.0, 8000.0), "", "car.wheelbase"),
            Entry("wheel_radius", "Wheel centre above ground", FINE, (80.0, 1200.0), "", "car.front.wheel_centre_height"),
        ),
        (
            Entry("rise", "rear lifted by", FINE, (0.0, 2500.0)), Entry("front", "both front pads", MASS, (40.0, 6000.0)),
        ),
        ("car.cg_height",), caution=f"{STANDS} A car on locked suspension tips without a warning: blocks under the sills.",
        formula=r"h = r + \frac{L}{W} \frac{\Delta N_f}{\Delta tan \theta}",
        source="docs/theory/measurements.md, Tilt: moments about the rear contact line",
    ),
    Aid(
        "spring-ratio", "Spring motion ratio by jack and tape", "by jack and tape",
        "Spring out or loose. From ride height move the wheel with a jack, bump above zero; measure along the spring.",
        (), (Entry("wheel", "wheel moved", FINE, TRAVEL), Entry("part", "spring moved", FINE, TRAVEL)),
        ("car.{axle}.spring_ratio",), per_axle=True, caution=STANDS,
        formula=r"i = \frac{\Delta s}{\Delta z}",
        source="docs/theory/measurements.md, Motion ratio: slope of a parabola at ride height",
    ),
    Aid(
        "pickup-ratio", "Travel of the link's pick-up by jack and tape", "by jack and tape",
        "Link off. From ride height move the wheel with a jack, bump above zero; measure the pick-up against the body.",
        (), (Entry("wheel", "wheel moved", FINE, TRAVEL), Entry("part", "pick-up moved", FINE, TRAVEL)),
        ("car.{axle}.pickup_ratio",), per_axle=True, caution=STANDS,
        formula=r"i = \frac{\Delta s}{\Delta z}",
        source="docs/theory/measurements.md, Motion ratio: slope of a parabola at ride height",
    ),
    Aid(
        "spring-press", "Spring rate from a press", "in a press",
        "Press the spring over the travel that it has in the car; read load and travel, five times or more.",
        (), (Entry("travel", "pressed by", FINE, (0.0, 400.0)), Entry("load", "load", FORCE, (0.0, 60_000.0))),
        ("car.{axle}.spring_rate",), per_axle=True,
        caution="A pressed spring flies: guard in place, face away, never past solid.",
        formula=r"k = \frac{\Delta F}{\Delta x}", source="docs/theory/measurements.md, Press",
    ),
    Aid(
        "spring-wire", "Spring rate from its wire", "from its wire",
        "Wire with a caliper, paint scraped off, at three places. Count all coils, from one end of the wire to the other.",
        (
            Entry("wire", "Wire", Kind.DIAMETER, (2.0, 40.0), "Diameter of the wire."),
            Entry("outer", "Coils, outside", FINE, (15.0, 400.0), "Outer diameter of the coils."),
            Entry("coils", "All coils", Kind.RATIO, (1.0, 30.0), "To a quarter of a coil."),
            Entry("closed", "Closed ends", Kind.COUNT, (0.0, 2.0), "Ends whose last coil lies on its neighbour.", 2.0),
        ),
        (), ("car.{axle}.spring_rate",), per_axle=True,
        formula=r"k = \frac{G d^4}{8 D^3 n}",
        source="docs/theory/measurements.md, Wire: Shigley, Mechanical Engineering Design, ch. 10",
    ),
    Aid(
        "wheel-rate", "Spring rate at the wheel", "at the wheel",
        "Bar unhooked on both sides, dampers off if gas-filled. Jack under a scale under the hub; hub against body by tape.",
        (Entry("ratio", "Spring motion ratio", Kind.RATIO, (0.1, 2.0), "", "car.{axle}.spring_ratio"),),
        (Entry("travel", "wheel moved", FINE, TRAVEL), Entry("load", "load", FORCE, (0.0, 60_000.0))),
        ("car.{axle}.spring_rate",), per_axle=True, caution=STANDS,
        formula=r"k_s = \frac{k_w}{i^2}", source="docs/theory/measurements.md, Press",
    ),
    Aid(
        "tyre-rate", "Tyre rate by load and height", "by load and height",
        "At the pressure it is driven with, on a flat plate: height of the axle at several loads.",
        (), (Entry("height", "axle height", FINE, (80.0, 1200.0)), Entry("load", "load on the tyre", FORCE, (0.0, 60_000.0))),
        ("car.{axle}.tyre_rate",), per_axle=True,
        formula=r"k_t = \frac{\Delta F}{\Delta h}", source="docs/theory/measurements.md, Press",
    ),
    Aid(
        "tyre-size", "Wheel centre height from the tyre's size", "from the tyre's size",
        "The size on the sidewall: width, height in per cent of it, rim. Load and tyre rate are the car's.",
        (
            Entry("width", "Width", LENGTH, (50.0, 600.0), "205 of 205/50 R15."),
            Entry("height", "Height over width", Kind.PERCENT, (15.0, 120.0), "50 of 205/50 R15."),
            Entry("rim", "Rim", FINE, (150.0, 800.0), "15 in of 205/50 R15."),
        ),
        (), ("car.{axle}.wheel_centre_height",), per_axle=True,
        formula=r"h = \frac{d}{2} + w p - \frac{F}{k_t}", source="docs/theory/measurements.md, Brakes and tyres",
    ),
    Aid(
        "roll-arms", "Roll centre of two arms", "of two arms",
        "Seen from the front, right-hand side, car at ride height with the driver in: where the middle of each joint is.",
        (
            *_joint("upper_inner", "Upper arm inside"), *_joint("upper_outer", "Upper arm outside"),
            *_joint("lower_inner", "Lower arm inside"), *_joint("lower_outer", "Lower arm outside"),
        ),
        (), ("car.{axle}.roll_centre_height",), per_axle=True,
        formula=r"h = \frac{t}{2} \frac{z_0}{t/2 - y_0}",
        source="docs/theory/measurements.md, Roll centre: Milliken and Milliken, ch. 17", stands=True,
    ),
    Aid(
        "roll-strut", "Roll centre of a strut", "of a strut",
        "Seen from the front, right-hand side: the strut's top joint, a point low on the damper's axis, and the arm.",
        (
            *_joint("top", "Top joint"), *_joint("foot", "Foot of the damper"),
            *_joint("lower_inner", "Arm inside"), *_joint("lower_outer", "Arm outside"),
        ),
        (), ("car.{axle}.roll_centre_height",), per_axle=True,
        formula=r"h = \frac{t}{2} \frac{z_0}{t/2 - y_0}",
        source="docs/theory/measurements.md, Roll centre: Milliken and Milliken, ch. 17", stands=True,
    ),
    Aid(
        "roll-rod", "Roll centre of a lateral rod", "of a lateral rod",
        "Both eyes of the rod, to the right of the centre line above zero, to the left below. Car on its wheels.",
        (*_joint("frame", "Eye at the frame"), *_joint("axle", "Eye at the axle")),
        (), ("car.{axle}.roll_centre_height",), per_axle=True,
        formula=r"h = z_1 + \frac{y_1}{y_1 - y_2} (z_2 - z_1)", source="docs/theory/measurements.md, Roll centre",
        stands=True,
    ),
    Aid(
        PHOTO, "Bar from a photo", "from a photo",
        "Bar flat on the floor, four marks at the corners of a field around it, on blocks as high as the bar's middle. From "
        "above. Click marks 1 to 4 in turn, then along the bar's middle from its left end to its right, close in the bends.",
        (
            Entry("width", "Field, across", LENGTH, (50.0, 5000.0), "Between marks 1 and 2, along the bar.", 1200.0),
            Entry("depth", "Field, deep", LENGTH, (50.0, 5000.0), "Between marks 2 and 3, across the bar.", 500.0),
        ),
        (
            Entry("x", "across", Kind.COUNT, (-50_000.0, 50_000.0), "Pixels from the left."),
            Entry("y", "down", Kind.COUNT, (-50_000.0, 50_000.0), "Pixels from the top."),
        ),
        tuple(f"bench.{{axle}}.bar.{name}" for name in ("centre_length", "arm_length", "splay", "bend_radius")),
        per_axle=True, formula="", source="docs/theory/measurements.md, Bar from a photo",
    ),
    Aid(
        "damper", "Damping from a damper's forces", "from its forces",
        "From the sheet of a damper bench: force in bump and in rebound at one slow speed of the shaft, 30 to 60 mm/s as the "
        "body rolls.",
        (
            Entry("speed", "Speed of the shaft", Kind.SHAFT_SPEED, (1.0, 1000.0), "At which both forces were read.", 50.0),
            Entry("bump", "Force in bump", FORCE, (1.0, 20_000.0), "Of one damper; the gas's own push taken off."),
            Entry("rebound", "Force in rebound", FORCE, (1.0, 20_000.0), "Of one damper, the gas's own push added."),
            Entry("ratio", "Damper's motion ratio", Kind.RATIO, (0.1, 2.0), "Shaft travel over wheel travel.",
                  "car.{axle}.spring_ratio"),
        ),
        (), ("car.{axle}.damping",), per_axle=True,
        formula=r"\zeta = \frac{F_b + F_r}{2 v} \frac{i^2}{2 \sqrt{k m}}", source="docs/theory/phases.md, Dampers",
    ),
    Aid(
        "ramps", "Differential from its ramps and plates", "from ramps and plates",
        "With the differential on the bench: the angle of the ramps to the axle, driven and on the overrun, and its plates.",
        (
            Entry("drive", "Ramp, driven", Kind.ANGLE, (5.0, 90.0), "Flat ramps part the rings more: 45 locks more than 60."),
            Entry("coast", "Ramp, overrun", Kind.ANGLE, (5.0, 90.0), "90 does nothing on the overrun."),
            Entry("faces", "Rubbing faces", Kind.COUNT, (1.0, 40.0), "Of one pack: plates that turn past each other."),
            Entry("plate", "Plates, mean radius", FINE, (15.0, 120.0), "From the axle to the middle of the friction."),
            Entry("shaft", "Ramps, radius", FINE, (10.0, 100.0), "From the axle to where the pinion shaft stands on them."),
            Entry("friction", "Friction of the plates", Kind.RATIO, (0.02, 0.5), "Wet steel 0.08 to 0.12.", 0.1),
        ),
        (), ("car.{axle}.bias", "car.{axle}.bias_coast"), per_axle=True,
        formula=r"\tau = \frac{1 + S}{1 - S}", source="docs/theory/measurements.md, Differential",
    ),
    Aid(
        "link-eyes", "Links by caliper", "by caliper",
        "Links off, or hanging free: over both eyes from outside, and between them. Their mean is centre to centre.",
        (
            Entry("left_over", "Left, over both eyes", FINE, (20.0, 1600.0)),
            Entry("left_between", "Left, between the eyes", FINE, (0.0, 1500.0)),
            Entry("right_over", "Right, over both eyes", FINE, (20.0, 1600.0)),
            Entry("right_between", "Right, between the eyes", FINE, (0.0, 1500.0)),
        ),
        (), ("bench.{axle}.link_left", "bench.{axle}.link_right"), per_axle=True,
        formula=r"L = \frac{a + b}{2}", source="docs/theory/measurements.md, Links",
    ),
    Aid(
        "level-arm", "Pick-up height where the arm is level", "where the arm is level",
        "Car on its wheels, driver in, floor level: a level on both arms of the bar. Where they stand level, links tell how "
        "high their upper ends are.",
        (
            Entry("left", "Left link", FINE, (10.0, 1500.0), "Centre to centre.", "bench.{axle}.link_left"),
            Entry("right", "Right link", FINE, (10.0, 1500.0), "Centre to centre.", "bench.{axle}.link_right"),
            Entry("ahead", "Pick-up from bar", FINE, (20.0, 1500.0), "Along the car.", "car.{axle}.pickup_ahead"),
        ),
        (), ("car.{axle}.pickup_height_left", "car.{axle}.pickup_height_right"), per_axle=True,
        caution=f"{STANDS} Read on its wheels: a lifted car tells another height.", stands=True,
        formula=r"h = \sqrt{L^2 - a^2 - b^2}", source="docs/theory/measurements.md, Links",
    ),
    Aid(
        "brakes", "Brake share from cylinders and discs", "from cylinders and discs",
        "Pistons and discs of both axles. A valve to the rear and locking are not in this figure.",
        (*_brakes(Axle.FRONT), *_brakes(Axle.REAR)), (), ("car.brake_front",),
        formula=r"\beta = \frac{B_f}{B_f + B_r}",
        source="docs/theory/measurements.md, Brakes and tyres: Limpert, Brake Design and Safety, ch. 5",
    ),
)  # fmt: skip
BY_KEY = {aid.key: aid for aid in (*AIDS, *BUILDS, *TEMPLATES, PLACING)}
"""Links that are built ask for numbers in the same way."""


def aids_for(place: str) -> tuple[tuple[Aid, Axle | None], ...]:
    """Aids that give the figure at a place in the car, and the axle that they are then about."""
    axle = next((axle for axle in Axle if f".{axle}." in place), None)
    return tuple((aid, axle if aid.per_axle else None) for aid in AIDS if place in aid.places(axle))
