"""The part in hand: drawn beside the one that is fitted, what it says of itself, and why it fits or not."""

from __future__ import annotations

import math

from PySide6.QtGui import QPalette
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.core.bar.stiffness import solve
from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.view import DrawingView
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.core_inputs import bar_input
from anchor_beam.documents.parts.facts import BushingPart, LinkPart, SoldAs
from anchor_beam.documents.parts.table import Listed
from anchor_beam.documents.records import ArmDirection, BarRecord, CarFile
from anchor_beam.drawings.part_in_hand import bar_in_hand, bushing_in_hand, link_in_hand
from anchor_beam.drawings.shapes import Drawing, Size
from anchor_beam.drawings.shapes import Label as Line
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.rack.rows import PartRow, Rates
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.rack import box_words, hole_words

DRAWN = 360  # px


class PartInHand(QWidget):
    """Empty until a part is taken up."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, theme = bridge, bridge.theme
        self.setFixedHeight(theme.px(206))
        self.setBackgroundRole(QPalette.ColorRole.Base)
        self.setAutoFillBackground(True)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, theme.px(14), theme.px(8))
        row.setSpacing(theme.px(12))
        self.drawing = DrawingView(theme, titled=False)
        self.drawing.setFixedWidth(theme.px(DRAWN))
        row.addWidget(self.drawing)
        column = QVBoxLayout()
        column.setSpacing(theme.px(4))
        self.title, self.fit, self.box = Label(), Label(), Label()
        self.title.setFont(theme.font(Size.NORMAL, bold=True))
        for label in (self.fit, self.box):
            label.setFont(theme.font(Size.SMALL))
            label.setWordWrap(True)
            label.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.title.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.box.setForegroundRole(QPalette.ColorRole.PlaceholderText)
        self.put_on = QPushButton("Put it on")
        for label in (self.title, self.fit, self.box):
            column.addWidget(label)
        column.addStretch()
        foot = QHBoxLayout()
        foot.addStretch()
        foot.addWidget(self.put_on)
        column.addLayout(foot)
        row.addLayout(column, stretch=1)
        self.show_none("")

    def show_none(self, why: str) -> None:
        """No part is in hand, and why."""
        self.drawing.hide()
        self.title.setText(why)
        self.fit.setText("")
        self.box.setText("")
        self.put_on.setEnabled(False)

    def show_part(self, one: Listed, row: PartRow, file: CarFile, axle: Axle, rates: Rates | None) -> None:
        """A part, and what it would give on an axle of a car as far as that is known."""
        units, facts = self._bridge.units, one.facts
        self.title.setText(
            " · ".join(filter(None, (row.name, row.maker if row.maker not in row.name else "", row.number)))
        )
        reasons = " ".join(reason.said(units) for reason in row.verdict.reasons)
        self.fit.setText(f"{row.verdict.fit.capitalize()}{': ' if reasons else '.'}{reasons}")
        sold = "" if facts.sold_as is SoldAs.UNSAID else str(facts.sold_as)
        money = "" if facts.price is None else f"{facts.price:g} {file.aim.currency}s"
        mass = "" if facts.mass is None else str(show(facts.mass, Kind.MASS, units))
        hours = "" if facts.hours is None else f"{facts.hours:g} h"
        self.box.setText(box_words(facts.revision, facts.told_by, sold, facts.missing, money, hours, mass))
        drawn = self._drawn(one, file, axle, rates, units)
        self.drawing.setVisible(drawn is not None)
        if drawn is not None:
            self.drawing.set_drawing(drawn)
        self.put_on.setEnabled(one.part != file.bench.end(axle).bar or not file.bench.end(axle).fitted)
        self.put_on.setText("Take it off" if one.part in file.bench.end(axle).bought else "Put it on")

    def _drawn(self, one: Listed, file: CarFile, axle: Axle, rates: Rates | None, units: System) -> Drawing | None:
        end, part = file.bench.end(axle), one.part
        if isinstance(part, LinkPart):
            return link_in_hand(axle, part.shortest, part.longest, (end.link_left.value, end.link_right.value))
        if isinstance(part, BushingPart):
            return bushing_in_hand(axle, part.bore, end.bar.od.value if end.fitted else None)
        if not isinstance(part, BarRecord):
            return None
        try:
            bar = solve(bar_input(part))
            fitted = solve(bar_input(end.bar)) if end.fitted else None
        except AnchorBeamError:
            return None  # its row says why there is no rate either
        forward = file.car.axle(axle).arms is ArmDirection.FORWARD
        lines = tuple(_line(part, i, rates, units) for i in range(len(part.holes)))
        return bar_in_hand(axle, bar, forward, lines, fitted)


def _line(bar: BarRecord, hole: int, rates: Rates | None, units: System) -> Line:
    """What a hole gives, and what the maker calls it."""
    rate = rates.by_hole[hole] if rates is not None and rates.by_hole else math.nan
    shown = show(rate, Kind.RATE, units) if math.isfinite(rate) else None
    number, unit = ("–", "") if shown is None else (shown.number, shown.unit)
    return Line(number, unit, name=hole_words(hole, bar.hole_name(hole)))
