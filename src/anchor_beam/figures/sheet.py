"""The content of the setting sheet."""

from __future__ import annotations

import csv
import io
from dataclasses import replace
from datetime import date

from anchor_beam import __version__
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.alignment import Alignment
from anchor_beam.documents.csv_text import safe
from anchor_beam.drawings.bars import bars_in_plan, tone_of
from anchor_beam.drawings.shapes import Area, Dimension
from anchor_beam.figures.phase_readings import read_phase
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.rows import HEADLINES, Row, link_load, read_row, wheel_rate
from anchor_beam.figures.shown_bars import end_title, shown_bar
from anchor_beam.sheets.page import paper_for
from anchor_beam.sheets.setting_sheet import SettingSheet, SheetEnd
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words import cautions, endings, faults
from anchor_beam.words.balance import off_level, rest_twist, verdict
from anchor_beam.words.names import LETTER, maker_names
from anchor_beam.words.phases import NAMES

RATES = "Rates are at the wheel, in roll, with the same hole on both sides."


def setting_sheet(shown: Picture, units: System) -> SettingSheet:
    """Everything the sheet says about the setting on the bench."""
    now, file = shown.now, shown.file
    bare = [replace(shown_bar(shown, axle, units), title="", against="") for axle in Axle]
    front, rear = bare
    plan = bars_in_plan(front, rear)
    spans = [show(end.bar.bar.pivots[0] - end.bar.bar.pivots[1], Kind.LENGTH, units) for end in (now.front, now.rear)]
    items, texts = [], iter(spans)
    for item in plan.items:
        if isinstance(item, Area):
            continue
        items.append(replace(item, text=str(next(texts))) if isinstance(item, Dimension) else item)
    sigma = shown.bands.margin if shown.bands else None
    if now.margin is None:
        ending = now.ending_of(Phase.MIDDLE)
        why = (
            faults.sentence(now.problem, units) if now.problem else endings.sentence(ending, units) if ending else ""
        )
        balance = f"Balance: no margin. {why}"
    else:
        balance = f"Middle of the corner: {verdict(now.margin, sigma, shown.window(Phase.MIDDLE), units)}"
    return SettingSheet(
        car=file.car.name, kind=f"{file.car.description}, {file.car.drive}, {file.car.tyre} tyres",
        setting=file.bench.name, compared=f"differences are against “{file.reference}”" if file.reference else "",
        made=f"{date.today().isoformat()}, Anchor Beam {__version__}",
        ends=(_end(shown, Axle.FRONT, units), _end(shown, Axle.REAR, units)),
        drawing=replace(plan, items=tuple(items), title=RATES), balance=balance, figures=_figures(shown, units),
        cautions=cautions.SETTING_SHEET, paper=paper_for(units),
    )  # fmt: skip


def sheet_csv(content: SettingSheet) -> str:
    """The same as a table: what, its value, and its difference, as they stand on the sheet."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["what", "value", "against"])
    rows = [("car", content.car, ""), ("setting", content.setting, content.compared), ("made", content.made, "")]
    for end in content.ends:
        rows += [(f"{end.letter} bar", end.bar, "")]
        rows += [(f"{end.letter} {side}", ", ".join(filter(None, pair)), "")
                 for side, pair in zip(Side, zip(end.holes, end.links, strict=True), strict=True)]  # fmt: skip
        rows += [(f"{end.letter} note", note, "") for note in end.notes]
    rows += [("balance", content.balance, ""), *content.figures]
    rows += [("caution", caution, "") for caution in content.cautions]
    writer.writerows(map(safe, row) for row in rows)
    return out.getvalue()


def _end(shown: Picture, axle: Axle, units: System) -> SheetEnd:
    end = shown.now.end(axle)
    fitted = end.end
    holes = tuple(f"hole {fitted.hole(side) + 1}" if fitted.connected else "open" for side in Side)
    links = tuple(f"link {show(fitted.link(side).value, Kind.FINE_LENGTH, units)}" for side in Side)
    notes = []
    if not fitted.fitted:
        holes, links = ("", ""), ("", "")
    if end.sides is not None:
        levels = [off_level(side.off_level, end.turns(-side.off_level), units) for side in end.sides]
        notes.append(f"arm level at ride height: left {levels[0]}; right {levels[1]}")
        notes.append(f"at rest the bar {rest_twist(shown.now.rest_torque(axle), units)}")
    if fitted.connected and (names := maker_names(*(fitted.bar.hole_name(fitted.hole(side)) for side in Side))):
        notes.append(names)
    if fitted.alignment is not None:
        notes.append(aligned(fitted.alignment, units))
    if end.problem is not None:
        notes.append(faults.sentence(end.problem, units))
    return SheetEnd(
        letter=LETTER[axle], tone=tone_of(axle), bar=end_title(fitted, axle, units),
        holes=(holes[0], holes[1]), links=(links[0], links[1]), notes=tuple(notes),
    )  # fmt: skip


def aligned(kept: Alignment, units: System) -> str:
    """`aligned 2026-05-03: toe left 0.1, right 0.1 deg; camber left −1.2, right −1.4 deg`; toe with the total of both."""
    parts = []
    if kept.toe is not None and kept.total_toe is not None:
        total = show(kept.total_toe, Kind.ANGLE, units, decimals=2)
        parts.append(f"toe {_each_side(kept.toe, units)}, {total.number} {total.unit} in all")
    if kept.camber is not None:
        parts.append(f"camber {_each_side(kept.camber, units)}")
    return f"aligned {kept.read}: {'; '.join(parts)}"


def _each_side(wheels: tuple[float, float], units: System) -> str:
    left, right = (show(angle, Kind.ANGLE, units, decimals=2) for angle in wheels)
    return f"left {left.number}, right {right.number} {right.unit}"


def _phase(shown: Picture, phase: Phase, units: System) -> tuple[str, str, str]:
    """`balance, turn-in`, `loose 4.4 % ± 3.2` and the difference."""
    said = read_phase(phase, shown, units)
    return (
        f"balance, {NAMES[phase]}",
        f"{said.side} {said.size} {said.band}".rstrip(),
        f"{said.change} {said.change_band}".strip(),
    )


def _figures(shown: Picture, units: System) -> tuple[tuple[str, str, str], ...]:
    lines = [(row, "") for row in HEADLINES[:3]]
    for axle in Axle:
        lines += [(wheel_rate(axle), f"{axle} bar: "), (link_load(axle), f"{axle} axle: ")]
    phases = tuple(_phase(shown, phase, units) for phase in FIVE)
    return phases + tuple(_line(row, name, shown, units) for row, name in lines)


def _line(row: Row, name: str, shown: Picture, units: System) -> tuple[str, str, str]:
    found = read_row(row, shown, units)
    return f"{name}{found.label}", f"{found.value} {found.band}".rstrip(), found.delta
