"""Drilling templates from what was entered for an axle: both sides, mirrored or as measured."""

from __future__ import annotations

from anchor_beam.core.sides import Axle, Side
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.documents.builds import PLATE, WRAP
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.shapes import Drawing
from anchor_beam.drawings.template import Mark, plate_drawing, wrap_drawing
from anchor_beam.errors import InputError
from anchor_beam.figures.aid_work import entry_figure


def template_drawings(file: CarFile, axle: Axle, kind: str) -> tuple[Drawing, ...]:
    """The template of each side.

    Raises:
        InputError: at an entry, what cannot be.
    """
    readings = file.read_at(kind, axle)
    found = {entry.name: entry_figure(entry, readings, file) for entry in readings.table.entries}
    values = {name: figure[0] for name, figure in found.items() if figure is not None}
    return _wrap(file, axle, values) if kind == WRAP else _plate(file, axle, values)


def _wrap(file: CarFile, axle: Axle, v: dict[str, float]) -> tuple[Drawing, ...]:
    sheet = wrapped(Section(v["width"], v["height"], v["corner"]), v["paper"])
    drawings = []
    for side in Side:
        right = side is Side.RIGHT
        along, down = (v.get(f"right_{name}", v[name]) if right else v[name] for name in ("along", "down"))
        marks = (
            Mark(Face.NEAR, along, down, v["sleeve"], "sleeve"), Mark(Face.FAR, along, down, v["bolt"], "bolt"),
        )  # fmt: skip
        title = f"{file.car.name}, {axle} {side}: wrap it around the frame"
        drawings.append(wrap_drawing(sheet, marks, title, mirrored=right))
    return tuple(drawings)


def _plate(file: CarFile, axle: Axle, v: dict[str, float]) -> tuple[Drawing, ...]:
    rows = file.read_at(PLATE, axle).rows
    holes = []
    for i, row in enumerate(rows, start=1):
        if any(cell is None for cell in row):
            continue
        x, y, diameter = (cell.value for cell in row if cell is not None)
        half = 0.5 * diameter
        if not (half <= x <= v["width"] - half and half <= y <= v["height"] - half):
            raise InputError("holes", f"Hole {i} lies beside the plate.", accepts="a place within it")
        holes.append((x, y, diameter))
    drawings = []
    for side in Side:
        title = f"{file.car.name}, {axle} {side}: plate"
        drawings.append(plate_drawing(v["width"], v["height"], tuple(holes), title, mirrored=side is Side.RIGHT))
    return tuple(drawings)
