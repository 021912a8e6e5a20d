"""Both bars as the drawing needs them, in the user's units: for the screen and for the sheet."""

from __future__ import annotations

import math

from anchor_beam.bench.bench import Shown
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import ArmDirection, BarRecord
from anchor_beam.drawings.bars import ShownBar
from anchor_beam.drawings.shapes import Label
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.bars import bar_title


def title(bar: BarRecord, units: System, *, connected: bool = True) -> str:
    """`Tidewright 25, 25.4 x 4.0 mm tube`."""
    od, wall = (show(figure.value, Kind.DIAMETER, units) for figure in (bar.od, bar.wall))
    return bar_title(od=od, solid=bar.solid, wall=wall, name=bar.name, connected=connected)


def shown_bar(shown: Shown, axle: Axle, units: System) -> ShownBar:
    """One bar for the drawing, with what each hole gives."""
    end, record = shown.now.end(axle), shown.file.car.axle(axle)
    holes = (end.end.hole_left, end.end.hole_right)
    labels = []
    for side in Side:
        rates = [(i, float(rate)) for i, rate in enumerate(end.hole_rates[side.position])]
        labels.append(tuple(_label(rate, units, chosen=i == holes[side.position]) for i, rate in rates))
    before = shown.reference.end(axle) if shown.reference is not None else None
    other = before is not None and before.end.bar != end.end.bar
    return ShownBar(
        axle=axle, bar=end.bar, forward=record.arms is ArmDirection.FORWARD, connected=end.end.connected,
        track=record.track.value, holes=holes, labels=(labels[0], labels[1]),
        title=title(end.end.bar, units, connected=end.end.connected),
        against=f"against {title(before.end.bar, units)}" if before is not None and other else "",
        ghost=before.bar if before is not None and other else None,
    )  # fmt: skip


def _label(rate: float, units: System, *, chosen: bool) -> Label:
    if not math.isfinite(rate):
        return Label("out of reach", "", chosen)
    shown = show(rate, Kind.RATE, units)
    return Label(shown.number, shown.unit, chosen)
