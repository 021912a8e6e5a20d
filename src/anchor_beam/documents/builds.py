"""Links that are built, as a table: what each kind asks for beside its length."""

from __future__ import annotations

from anchor_beam.documents.aid import Aid, Entry
from anchor_beam.units.kinds import Kind

FINE, COUNT, PERCENT = Kind.FINE_LENGTH, Kind.COUNT, Kind.PERCENT
LENGTHS = (
    Entry("left", "Left link", FINE, (10.0, 1500.0), "Centre to centre.", "bench.{axle}.link_left"),
    Entry("right", "Right link", FINE, (10.0, 1500.0), "Centre to centre.", "bench.{axle}.link_right"),
)
PITCH = Entry("pitch", "Thread pitch", FINE, (0.2, 5.0), "Of one thread.", "car.{axle}.thread_pitch")
LEAST = Entry(
    "least",
    "Thread that must stay",
    FINE,
    (2.0, 60.0),
    "In each end: one and a half diameters in steel, two in aluminium.",
    15.0,
)
TUBE_ENDS = (
    Entry("shank", "Joint to end of its thread", FINE, (10.0, 200.0), "From the middle of the joint.", 45.0),
    Entry("engaged", "Thread in each insert", FINE, (3.0, 120.0), "When new, jam nut in its place.", 25.0), LEAST,
    Entry("flange", "Insert beyond the tube", FINE, (0.0, 40.0), "Thickness of its flange.", 6.0),
    Entry("depth", "Insert in the tube", FINE, (3.0, 120.0), "Depth of each.", 25.0),
)  # fmt: skip
"""Of links that are cut from tube."""

GROMMETS, THREADED, TUBE, FIXED, SPLINE = "grommet-link", "threaded-link", "tube-link", "fixed-link", "splined-arms"
BUILDS: tuple[Aid, ...] = (
    Aid(
        THREADED, "Rod ends or ball studs", "on a thread",
        "Turn from as it came; jam nuts last, both joints square to their own planes, tight before the car is driven.",
        (
            *LENGTHS, PITCH,
            Entry("bought", "Length as it came", FINE, (10.0, 1500.0), "Centre to centre.", "bench.{axle}.link_left"),
            Entry("engaged", "Thread in each end then", FINE, (2.0, 120.0), "Measured at one end, jam nut run back.", 22.0),
            LEAST,
        ),
        (), (), per_axle=True, source="docs/theory/links.md, On a thread",
    ),
    Aid(
        GROMMETS, "Post and grommets", "with a sleeve",
        "Cups with their hollow to the rubber. Tighten until the sleeve stops the cups, the last turn at ride height.",
        (
            *LENGTHS,
            Entry("arm", "Plate of the arm", FINE, (1.0, 40.0), "Thickness where the post goes through.", 10.0),
            Entry("bracket", "Plate of the bracket", FINE, (1.0, 40.0), "Thickness where the post goes through.", 6.0),
            Entry("cup", "Cup washer", FINE, (0.3, 10.0), "Thickness of one.", 2.0),
            Entry("height", "Grommet, height", FINE, (3.0, 60.0), "Free of load.", 14.0),
            Entry("outer", "Grommet, outside", FINE, (8.0, 100.0), "Diameter, free of load.", 30.0),
            Entry("bore", "Grommet, bore", FINE, (3.0, 60.0), "Diameter.", 10.0),
            Entry("hardness", "Hardness", COUNT, (25.0, 85.0), "Shore A: road car rubber 50 to 60, polyurethane 80.", 60.0),
            Entry("squeeze", "Squeezed by", PERCENT, (0.0, 50.0), "Schools: just touched 5 %, crushed 25 %.", 15.0),
            Entry("nut", "Nut", FINE, (2.0, 30.0), "Height.", 8.0), PITCH,
        ),
        (), (), per_axle=True, source="docs/theory/links.md, Grommets",
    ),
    Aid(
        TUBE, "Cut from tube", "with threaded inserts",
        "Cut square, deburr, coat the bare ends. Weld inserts only where you or a welder are qualified for what holds a car.",
        (*LENGTHS, *TUBE_ENDS),
        (), (), per_axle=True, source="docs/theory/links.md, Cut from tube",
    ),
    Aid(
        FIXED, "Fixed length", "as sold",
        "One length for one ride height: hold it up with the weight on the wheels before you order, then measure.",
        (Entry("bought", "Length as sold", FINE, (10.0, 1500.0), "Centre to centre.", "bench.{axle}.link_left"),),
        (), (), per_axle=True, source="docs/theory/links.md, Fixed length",
    ),
    Aid(
        SPLINE, "Splined arms", "tooth by tooth",
        "Both arms go on as mirror images, on the same tooth: mark it before you take one off. Press them on, never hammer.",
        (Entry("teeth", "Teeth", COUNT, (6.0, 200.0), "Of the spline, all round.", 36.0),), (), (), per_axle=True,
        source="docs/theory/links.md, Splines",
    ),
)  # fmt: skip
PLACING = Aid(
    "placing", "Placing a mount", "where a kit leaves it free",
    "Hold the mount up before you drill: no brake pipe, wire or seam behind it. Mark from datum holes on each side as "
    "measured: frames differ. Battery off and fuel lines clear before drilling or welding.",
    (
        Entry("shortest", "Shortest link", FINE, (10.0, 1500.0), "That you have or can make."),
        Entry("longest", "Longest link", FINE, (10.0, 1500.0), "That you have or can make."),
        Entry("off_square", "Off square by at most", Kind.ANGLE, (1.0, 60.0), "Between link and arm at ride height.", 25.0),
        Entry("ahead_from", "Mount ahead from", FINE, (-1500.0, 1500.0), "From the bar, the way the arm points."),
        Entry("ahead_to", "to", FINE, (-1500.0, 1500.0), "From the bar, the way the arm points."),
        Entry("up_from", "Mount up from", FINE, (-800.0, 800.0), "Above the bar's pivot axis."),
        Entry("up_to", "to", FINE, (-800.0, 800.0), "Above the bar's pivot axis."),
    ),
    (
        Entry("left_ahead", "left, ahead", FINE, (-2000.0, 2000.0), "Of a datum hole, the way the arm points."),
        Entry("left_up", "left, up", FINE, (-1000.0, 1500.0), "Of a datum hole."),
        Entry("right_ahead", "right, ahead", FINE, (-2000.0, 2000.0), "As measured on the right, where it differs."),
        Entry("right_up", "right, up", FINE, (-1000.0, 1500.0), "As measured on the right, where it differs."),
    ),
    (), per_axle=True, source="docs/theory/links.md, Placing",
)  # fmt: skip
BUILD = {build.key: build for build in BUILDS}
