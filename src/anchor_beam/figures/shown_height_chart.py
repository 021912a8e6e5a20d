"""The chart of ride height against link length in the user's units and words."""

from __future__ import annotations

import math
from datetime import date

from anchor_beam import __version__
from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.sides import Side
from anchor_beam.documents.records import CarFile, EndSetting
from anchor_beam.drawings.height_chart import ShownChart, ShownHole, chart_drawing
from anchor_beam.figures.height_chart import HeightChart
from anchor_beam.sheets.drawn_page import DrawnPage
from anchor_beam.sheets.page import paper_for
from anchor_beam.units.kinds import Kind, System, unit_of
from anchor_beam.units.show import show
from anchor_beam.words import height_chart as words


def hole_names(end: EndSetting) -> tuple[str, ...]:
    """`hole 2, soft`: our count, and what the maker calls it."""
    return tuple(words.hole(i, end.bar.hole_name(i)) for i in range(len(end.bar.holes)))


def shown_chart(chart: HeightChart, end: EndSetting, units: System) -> ShownChart:
    """For screen and paper."""
    length, names, holes = unit_of(Kind.FINE_LENGTH, units), hole_names(end), []
    for side in Side if chart.apart else (Side.LEFT,):
        for name, lengths in zip(names, chart.lengths[side.position], strict=True):
            points = tuple(
                (float(h) / length.si, float(y) / length.si) for h, y in zip(chart.heights, lengths, strict=True)
            )
            right = side is Side.RIGHT
            holes.append(ShownHole(f"{name}, {side}" if chart.apart else name, points, right))
    at_hand = tuple(
        (at / length.si, _said(at, heights, names, units))
        for at, heights in zip(chart.wanted.at_hand, chart.fits, strict=True)
    )
    fitted = end.link_left.value / length.si, end.link_right.value / length.si
    used = names[end.hole_left]
    return ShownChart(
        chart.axle, words.title(chart.axle, end.bar.name, square=chart.wanted.square),
        f"{words.ACROSS}, {length.symbol}", f"{words.UP}, {length.symbol}", tuple(holes), fitted, at_hand,
        f"{used}, {Side.LEFT}" if chart.apart else used,
    )  # fmt: skip


def _said(at: float, heights: FloatArray, names: tuple[str, ...], units: System) -> str:
    """Where a link at hand does what is wanted: at the height nearest to what was measured."""
    known = [(abs(h), float(h), name) for h, name in zip(heights, names, strict=True) if math.isfinite(h)]
    link = str(show(at, Kind.FINE_LENGTH, units))
    if not known:
        return words.never(link)
    _, height, name = min(known)
    return words.fits(link, str(show(height, Kind.FINE_LENGTH, units, sign=True)), name)


def chart_page(chart: HeightChart, file: CarFile, units: System) -> DrawnPage:
    """The chart on a page of its own."""
    end = file.bench.end(chart.axle)
    drawing = chart_drawing(shown_chart(chart, end, units))
    fitted = " · ".join(
        f"{side} {show(end.link(side).value, Kind.FINE_LENGTH, units)} in {hole_names(end)[end.hole(side)]}"
        for side in Side
    )
    return DrawnPage(
        f"{file.car.name}: {drawing.title}", f"{date.today().isoformat()}, Anchor Beam {__version__}",
        f"setting “{file.bench.name}”, load state {file.bench.state or 'not said'}", ((words.FITTED, fitted),), drawing,
        (words.HOW, words.CAUTION), paper_for(units),
    )  # fmt: skip
