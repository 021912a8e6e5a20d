"""Templates at full size as a table: what each kind asks for."""

from __future__ import annotations

from anchor_beam.documents.aid import Aid, Entry
from anchor_beam.documents.builds import TUBE_ENDS
from anchor_beam.units.kinds import Kind

FINE, COUNT, RATIO = Kind.FINE_LENGTH, Kind.COUNT, Kind.RATIO
WRAP, PLATE, BRACKET, TUBE_END = "frame-template", "plate-template", "bracket-template", "tube-end-template"
ARM_ANGLE, CUT_LIST, PRINTER = "arm-angle-board", "cut-list", "printer-check"
DRILLING = (
    "Battery off, fuel and lines clear, look behind both walls. Two diameters to every edge. "
    "A hole cannot be taken back."
)
CUTTING = "Guard, eyes, ears and hands protected. What holds a car is welded by a qualified welder."
THEORY = "docs/theory/fitting.md"
PAPER = Entry("paper", "Paper, thick", FINE, (0.05, 1.0), "0.1 for plain paper, 0.3 for card.", 0.1)
HOLE_COLUMNS = (
    Entry("hole", "hole", FINE, (1.0, 120.0), "Diameter; of a thread its outer diameter."),
    Entry("pitch", "tapped, pitch", FINE, (0.2, 4.0), "Of a thread that is cut here; empty for a plain hole."),
    Entry(
        "spot", "spot weld", COUNT, (0.0, 1.0), "1 where a spot weld is drilled out: through the upper sheet only."
    ),
)
"""The last two came later: they stand at the end."""
TEMPLATES: tuple[Aid, ...] = (
    Aid(
        WRAP, "Around a frame", "wrapped paper", DRILLING,
        (
            Entry("width", "Frame, across", FINE, (15.0, 300.0), "Near side to far side.", 50.0),
            Entry("height", "Frame, height", FINE, (15.0, 400.0), "Top to underside.", 80.0),
            Entry("corner", "Corner radius", FINE, (0.0, 60.0), "Outside; 0 for a sharp edge.", 6.0),
            Entry("wall", "Wall", FINE, (0.5, 20.0), "Thickness; it says how long the sleeve is.", 3.0),
            PAPER,
            Entry("pilot", "Pilot, both walls", FINE, (1.0, 12.0), "Drilled first, square, through both.", 5.0),
            Entry("sleeve", "Hole, near wall", FINE, (3.0, 60.0), "Of the crush sleeve.", 16.0),
            Entry("bolt", "Hole, far wall", FINE, (3.0, 60.0), "Of the bolt: the sleeve stops on this wall.", 10.5),
            Entry("along", "From the datum", FINE, (-600.0, 600.0), "Along the frame, towards the front.", 80.0),
            Entry("down", "From the top", FINE, (3.0, 390.0), "Down the near side.", 40.0),
            Entry("right_along", "Right, from the datum", FINE, (-600.0, 600.0), "Where it was measured apart."),
            Entry("right_down", "Right, from the top", FINE, (3.0, 390.0), "Where it was measured apart."),
        ),
        (), (), per_axle=True, source=f"{THEORY}, Wrapped paper",
    ),
    Aid(
        PLATE, "Flat plate", "holes in a plate", DRILLING,
        (
            Entry("width", "Plate, across", FINE, (10.0, 600.0), "", 100.0),
            Entry("height", "Plate, high", FINE, (10.0, 600.0), "", 60.0),
        ),
        (
            Entry("x", "across", FINE, (0.0, 600.0), "From the left edge, of the left side's plate."),
            Entry("y", "up", FINE, (0.0, 600.0), "From the lower edge."), *HOLE_COLUMNS,
        ),
        (), per_axle=True, source=f"{THEORY}, Templates",
    ),
    Aid(
        BRACKET, "Bent bracket", "plate with one bend", f"Drill before it is bent. {DRILLING}",
        (
            Entry("first", "First leg", FINE, (10.0, 400.0), "Outside, end to the outer face of the other.", 60.0),
            Entry("second", "Second leg", FINE, (10.0, 400.0), "Outside, end to the outer face of the other.", 50.0),
            Entry("across", "Width", FINE, (10.0, 400.0), "Along the bend.", 50.0),
            Entry("thick", "Plate", FINE, (0.8, 20.0), "Thickness.", 4.0),
            Entry("radius", "Inside the bend", FINE, (0.0, 60.0), "Radius; as thick as the plate or more.", 4.0),
            Entry("k", "Neutral line", RATIO, (0.2, 0.5), "Of the thickness, from inside: 0.33 tight, 0.5 wide.", 0.4),
        ),
        (
            Entry("leg", "leg", COUNT, (1.0, 2.0), "1 or 2."),
            Entry("x", "across", FINE, (0.0, 400.0), "From the left edge, of the left side's bracket."),
            Entry("y", "from the corner", FINE, (0.0, 400.0), "From the outer face of the other leg."), *HOLE_COLUMNS,
        ),
        (), per_axle=True, source=f"{THEORY}, A bent bracket",
    ),
    Aid(
        TUBE_END, "End of a tube", "wrapped around the tube", f"Cut, offer up, file to the line. {CUTTING}",
        (
            Entry("outer", "Tube that is cut", FINE, (6.0, 120.0), "Outer diameter.", 25.0),
            Entry("other", "Tube that it meets", FINE, (6.0, 200.0), "Outer diameter.", 40.0),
            Entry("angle", "Between their axes", Kind.ANGLE, (15.0, 90.0), "90 for square.", 90.0),
            PAPER,
        ),
        (), (), per_axle=True, source=f"{THEORY}, The end of a tube",
    ),
    Aid(
        CUT_LIST, "Cut list", "tubes with threaded inserts", f"Cut square, deburr, coat the bare ends. {CUTTING}",
        TUBE_ENDS,
        (
            Entry("length", "wanted", FINE, (20.0, 1500.0), "Centre to centre of its joints."),
            Entry("count", "how many", COUNT, (1.0, 20.0), "Of this length."),
        ),
        (), per_axle=True, source="docs/theory/links.md, Cut from tube",
    ),
    Aid(
        ARM_ANGLE, "Arm-angle board", "to hold against an arm",
        "Glue it to card, its cross on the bar's axis, its base along the datum edge: both arms on the same line.",
        (
            Entry("reach", "Radius", FINE, (60.0, 400.0), "As far as the arm is straight.", 130.0),
            Entry("bore", "Bar", Kind.DIAMETER, (6.0, 80.0), "Diameter: the board hooks over it.", "bench.{axle}.bar.od"),
            Entry("wanted", "Arm wanted at", Kind.ANGLE, (-45.0, 45.0), "From level, up above zero.", 0.0),
        ),
        (), (), per_axle=True, source=f"{THEORY}, Templates",
    ),
    Aid(
        PRINTER, "Printer check", "two bars to measure",
        "Print it, measure both bars, type what they are. Every template is then drawn so that they come out true.",
        (
            Entry("across", "Bar across", FINE, (95.0, 105.0), "It should be 100 mm.", 100.0),
            Entry("up", "Bar up", FINE, (95.0, 105.0), "It should be 100 mm.", 100.0),
        ),
        (), (), source=f"{THEORY}, Templates",
    ),
)  # fmt: skip
TEMPLATE = {template.key: template for template in TEMPLATES}
