"""Templates at full size from what was entered for an axle: both sides, mirrored or as measured."""

from __future__ import annotations

from collections.abc import Callable

from anchor_beam.core.fastener.grip import DIAMETERS, Into
from anchor_beam.core.fastener.thread import Thread
from anchor_beam.core.linkage.link_build import TubeLink
from anchor_beam.core.sides import Axle, Side
from anchor_beam.core.template.bracket import blank
from anchor_beam.core.template.tube_end import tube_end
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.documents.records import CarFile
from anchor_beam.documents.templates import ARM_ANGLE, BRACKET, CUT_LIST, PLATE, PRINTER, TUBE_END, WRAP
from anchor_beam.drawings.shapes import Drawing
from anchor_beam.drawings.template import Hole, Mark, plate_drawing, wrap_drawing
from anchor_beam.drawings.template_parts import angle_board, list_drawing, printer_drawing, tube_end_drawing
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.figures.aid_work import entry_figure
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words import templates as words

Values = dict[str, float]
SLEEVE_SHORT = 0.0005  # m that a sleeve is shorter than its hole is deep, so that the washer clamps the wall


def axle_of(kind: str, axle: Axle) -> Axle | None:
    """The axle that readings of a kind are kept for."""
    return None if kind == PRINTER else axle


def template_drawings(file: CarFile, axle: Axle, kind: str, units: System = System.METRIC) -> tuple[Drawing, ...]:
    """The template of each side, or one for both.

    Raises:
        InputError: at an entry, what cannot be.
        NoSolution: at "length", a tube that is too short for its inserts.
    """
    readings = file.read_at(kind, axle_of(kind, axle))
    found = {entry.name: entry_figure(entry, readings, file) for entry in readings.table.entries}
    values = {name: figure[0] for name, figure in found.items() if figure is not None}
    return _MADE[kind](file, axle, values, units)


def printer_scale(file: CarFile) -> tuple[float, float]:
    """By how much paper is drawn larger, across and up, so that this printer makes it true."""
    read = file.read_at(PRINTER, None).entries
    across, up = (0.1 / read[name].value if name in read else 1.0 for name in ("across", "up"))
    return across, up


def _wrap(file: CarFile, axle: Axle, v: Values, units: System) -> tuple[Drawing, ...]:
    sheet = wrapped(Section(v["width"], v["height"], v["corner"]), v["paper"])
    if v["pilot"] > min(v["sleeve"], v["bolt"]):
        raise InputError("pilot", "The pilot is larger than the hole it leads to.", got=v["pilot"],
                         accepts=f"up to {1e3 * min(v['sleeve'], v['bolt']):g} mm")  # fmt: skip
    if v["wall"] >= 0.5 * v["width"]:
        raise InputError(
            "wall", "These walls fill the frame.", got=v["wall"], accepts=f"less than {500 * v['width']:g} mm"
        )
    pilot, sleeve, bolt, long = (
        str(show(x, Kind.FINE_LENGTH, units)) for x in (v["pilot"], v["sleeve"], v["bolt"], _sleeve_length(v))
    )
    notes = (words.near_wall(pilot, sleeve), words.far_wall(pilot, bolt), words.sleeve(long))
    drawings = []
    for side in Side:
        right = side is Side.RIGHT
        along, down = (v.get(f"right_{name}", v[name]) if right else v[name] for name in ("along", "down"))
        marks = (
            Mark(Face.NEAR, along, down, v["sleeve"], "sleeve"), Mark(Face.FAR, along, down, v["bolt"], "bolt"),
        )  # fmt: skip
        title = f"{file.car.name}, {axle} {side}: wrap it around the frame"
        drawings.append(wrap_drawing(sheet, marks, title, mirrored=right, notes=notes))
    return tuple(drawings)


def _sleeve_length(v: Values) -> float:
    """From the outside of the near wall to the inside of the far one, a little less [m]."""
    return v["width"] - v["wall"] - SLEEVE_SHORT


def _plate(file: CarFile, axle: Axle, v: Values, units: System) -> tuple[Drawing, ...]:
    holes = tuple(
        _hole(i, row["x"], row["y"], row, units, (v["width"], v["height"]))
        for i, row in _rows(file, axle, PLATE, "xy")
    )
    return tuple(
        plate_drawing(v["width"], v["height"], holes, f"{file.car.name}, {axle} {side}: plate",
                      mirrored=side is Side.RIGHT) for side in Side
    )  # fmt: skip


def _bracket(file: CarFile, axle: Axle, v: Values, units: System) -> tuple[Drawing, ...]:
    flat = blank(v["first"], v["second"], v["thick"], v["radius"], v["k"])
    holes = []
    for i, row in _rows(file, axle, BRACKET, ("leg", "x", "y")):
        along = flat.place(round(row["leg"]) - 1, row["y"])
        holes.append(_hole(i, row["x"], along, row, units, (v["across"], flat.length)))
    return tuple(
        plate_drawing(v["across"], flat.length, tuple(holes), f"{file.car.name}, {axle} {side}: bracket, laid flat",
                      mirrored=side is Side.RIGHT, bend=flat.bend) for side in Side
    )  # fmt: skip


def _rows(file: CarFile, axle: Axle, kind: str, needed: tuple[str, ...] | str) -> list[tuple[int, Values]]:
    """Rows of a table of holes that are whole, by name, with their numbers."""
    readings = file.read_at(kind, axle)
    names = [column.name for column in readings.table.columns]
    found = []
    for i, row in enumerate(readings.rows, start=1):
        read = {name: cell.value for name, cell in zip(names, row, strict=True) if cell is not None}
        if {*needed, "hole"} <= read.keys():
            found.append((i, read))
    return found


def _hole(number: int, x: float, y: float, row: Values, units: System, plate: tuple[float, float]) -> Hole:
    """A hole with its words.

    Raises:
        InputError: at "holes", it lies beside the plate, or its thread is coarser than it is wide.
    """
    half = 0.5 * row["hole"]
    if not (half <= x <= plate[0] - half and half <= y <= plate[1] - half):
        raise InputError("holes", f"Hole {number} lies beside the plate.", accepts="a place within it")
    size = str(show(row["hole"], Kind.FINE_LENGTH, units))
    if row.get("spot", 0.0) > 0.5:
        return Hole((x, y), row["hole"], words.spot_weld(number, size), spot=True)
    if "pitch" not in row:
        return Hole((x, y), row["hole"], words.drilled(number, size))
    if row["pitch"] > 0.25 * row["hole"]:
        raise InputError("holes", f"The thread of hole {number} is too coarse for it.", got=row["pitch"],
                         accepts=f"up to {250 * row['hole']:.3g} mm")  # fmt: skip
    of = Thread("", row["hole"], row["pitch"])
    drill, deep = (
        str(show(each, Kind.FINE_LENGTH, units)) for each in (of.tap_drill, DIAMETERS[Into.STEEL] * of.diameter)
    )
    pitch = show(row["pitch"], Kind.FINE_LENGTH, units, decimals=2).number
    return Hole((x, y), row["hole"], words.tapped(number, size, pitch, drill, deep), of.tap_drill)


def _tube_end(file: CarFile, axle: Axle, v: Values, _units: System) -> tuple[Drawing, ...]:
    made = tube_end(v["outer"], v["other"], v["angle"], v["paper"])
    return (tube_end_drawing(made, f"{file.car.name}, {axle}: end of a tube, wrap it around"),)


def _arm_angle(file: CarFile, axle: Axle, v: Values, _units: System) -> tuple[Drawing, ...]:
    if v["bore"] >= v["reach"]:
        raise InputError("bore", "The bar is wider than the board reaches.", got=v["bore"],
                         accepts=f"less than {1e3 * v['reach']:g} mm")  # fmt: skip
    return tuple(
        angle_board(v["reach"], v["bore"], v["wanted"], f"{file.car.name}, {axle} {side}: arm angle",
                    mirrored=side is Side.RIGHT) for side in Side
    )  # fmt: skip


def _cut_list(file: CarFile, axle: Axle, v: Values, units: System) -> tuple[Drawing, ...]:
    link = TubeLink(v["shank"], v["engaged"], v["least"], v["flange"], v["depth"])
    reserve, shortest = (str(show(each, Kind.FINE_LENGTH, units)) for each in (link.longer, 2.0 * link.depth))
    lines = [words.reserve(reserve), words.shortest_cut(shortest)]
    readings = file.read_at(CUT_LIST, axle)
    for i, row in enumerate(readings.rows, start=1):
        if row[0] is None:
            continue
        try:
            cut = link.cut(row[0].value)
        except NoSolution as problem:
            raise InputError(
                "length", f"Row {i}: {problem.message}", got=row[0].value, accepts=problem.accepts
            ) from problem
        wanted, long = (str(show(each, Kind.FINE_LENGTH, units)) for each in (row[0].value, cut))
        lines.append(words.to_cut(1 if row[1] is None else round(row[1].value), wanted, long))
    return (list_drawing(tuple(lines), f"{file.car.name}, {axle}: cut list"),)


def _printer(file: CarFile, _axle: Axle, _values: Values, _units: System) -> tuple[Drawing, ...]:
    return (printer_drawing(f"{file.car.name}: printer check"),)


_MADE: dict[str, Callable[[CarFile, Axle, Values, System], tuple[Drawing, ...]]] = {
    WRAP: _wrap, PLATE: _plate, BRACKET: _bracket, TUBE_END: _tube_end, ARM_ANGLE: _arm_angle, CUT_LIST: _cut_list,
    PRINTER: _printer,
}  # fmt: skip
