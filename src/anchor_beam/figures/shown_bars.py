"""Both bars as the drawing needs them, in the user's units: for the screen and for the sheet."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.bar.stiffness import SHARES
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import ArmDirection, BarRecord, EndSetting
from anchor_beam.drawings.bars import ShownBar, ShownLoad
from anchor_beam.drawings.shapes import Label
from anchor_beam.figures.ends import EndResult
from anchor_beam.figures.picture import Picture
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.bars import bar_title, fixed_to, load_words, no_bar

HAIRS = 90


def title(bar: BarRecord, units: System, *, connected: bool = True) -> str:
    """`Tidewright 25, 25.4 x 4.0 mm tube`."""
    od, wall = (show(figure.value, Kind.DIAMETER, units) for figure in (bar.od, bar.wall))
    return bar_title(od=od, solid=bar.solid, wall=wall, name=bar.name, connected=connected)


def end_title(end: EndSetting, axle: Axle, units: System) -> str:
    """The same of what is on an axle, or that it has no bar."""
    return title(end.bar, units, connected=end.connected) if end.fitted else no_bar(axle)


def shown_bar(shown: Picture, axle: Axle, units: System, *, loaded: bool = False) -> ShownBar:
    """One bar for the drawing, with what each hole gives; `loaded` adds what it carries at 1 g."""
    record = shown.file.car.axle(axle)
    before = None if shown.reference is None else shown.reference.end(axle)
    bare = _bare(shown.now.end(axle), before, axle, record.arms is ArmDirection.FORWARD, units)
    return replace(bare, load=_load(shown, axle, units)) if loaded else bare


@lru_cache(maxsize=16)
def _bare(end: EndResult, before: EndResult | None, axle: Axle, forward: bool, units: System) -> ShownBar:
    """The same for as long as its own axle stays as it is."""
    holes = (end.end.hole_left, end.end.hole_right)
    labels = []
    for side in Side:
        rates = [(i, float(rate)) for i, rate in enumerate(end.hole_rates[side.position])]
        names = [end.end.bar.hole_name(i) for i in range(len(rates))]
        labels.append(tuple(_label(rate, names[i], units, chosen=i == holes[side.position]) for i, rate in rates))
    other = before is not None and (before.end.bar != end.end.bar or before.end.fitted != end.end.fitted)
    return ShownBar(
        axle=axle, bar=end.bar, forward=forward, connected=end.end.connected, track=end.track,
        holes=holes, labels=(labels[0], labels[1]),
        title=end_title(end.end, axle, units), fitted=end.end.fitted,
        against=f"against {end_title(before.end, axle, units)}" if before is not None and other else "",
        fixed=_fixed_words(end, units), ghost=before.bar if before is not None and other and before.end.fitted else None,
    )  # fmt: skip


def _fixed_words(end: EndResult, units: System) -> str:
    """What a bar without links gives, and what it is fixed to; empty for one that has them."""
    if end.direct is None or end.wheel_rate is None:
        return ""
    return fixed_to(show(end.wheel_rate, Kind.RATE, units), end.end.bar.facts.ends)


def _load(shown: Picture, axle: Axle, units: System) -> ShownLoad | None:
    """Stress along the bar and shares of its give at 1 g; None for plate arms, or where nothing is carried."""
    found = {each: _stresses(shown, each) for each in Axle}
    mine = found[axle]
    if mine is None:
        return None
    largest = max(float(pair[1].max()) for pair in found.values() if pair is not None)
    end = shown.now.end(axle)
    shares = end.shares
    peak = shown.now.peak_stress(axle)
    nominal = show(float(mine[1].max()), Kind.STRESS, units)
    in_bend = None if peak is None else show(peak, Kind.STRESS, units)
    return ShownLoad(
        mine[0], mine[1] / largest, load_words(nominal, in_bend, dict(zip(SHARES, map(float, shares), strict=True)))
    )


def _stresses(shown: Picture, axle: Axle) -> tuple[FloatArray, FloatArray] | None:
    torque, end = shown.now.bar_torque(axle), shown.now.end(axle)
    if not torque or end.direct is not None:
        return None
    along = end.bar.sections(end.end.hole_left, end.end.hole_right, torque)
    if along.stress is None:
        return None
    places = np.linspace(float(along.s[0, 0]), float(along.s[-1, 1]), HAIRS)
    # both ends of each element, a step where a pivot takes its force
    return places, np.interp(places, along.s.ravel(), along.stress.ravel())


def _label(rate: float, name: str, units: System, *, chosen: bool) -> Label:
    """What a hole gives, and what its maker calls it."""
    if not math.isfinite(rate):
        return Label("out of reach", "", chosen, name)
    shown = show(rate, Kind.RATE, units)
    return Label(shown.number, shown.unit, chosen, name)
