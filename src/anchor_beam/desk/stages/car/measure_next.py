"""What to measure next: which inputs the doubt in the margin of the phase in view comes from."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QCheckBox, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.doubts import Doubt, doubts
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import show
from anchor_beam.words.phases import LONG, NAMES
from anchor_beam.words.times import duration

TO = Part.CAR | Part.SETTING | Part.BANDS | Part.PHASE | Part.UNITS


class MeasureNext(QWidget):
    """Heading, the inputs as soft bars with what each would leave, and what cannot be measured on the car."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.heading, self.bars, self.besides = Label(), _Bars(bridge), Label()
        self.wanted = self.bars.wanted
        for label in (self.heading, self.besides):
            label.setWordWrap(True)
        self.besides.setFont(bridge.theme.font(Size.SMALL))
        self.order = QCheckBox("ranked per hour of work")
        self.order.setFont(bridge.theme.font(Size.SMALL))
        self.order.toggled.connect(self.bars.rank)
        for widget in (self.heading, self.bars, self.order, self.besides):
            column.addWidget(widget)
        bridge.listen(self, to=TO, then=self._show)

    def _show(self) -> None:
        shown, phase = self._bridge.picture, self._bridge.phase
        self.heading.setText(f"Measure next, for the {NAMES[phase]} margin")
        said = []
        if shown is not None and shown.bands is not None:
            found = doubts(shown.bands, phase, shown.file)
            if found.grip_apart is not None:
                said.append(
                    f"Grip of front against rear: {found.grip_apart.share:.0%} of the doubt. "
                    "Scales and tape cannot narrow it; a circle driven both ways, a log or remarks from runs can."
                )
            worst = shown.bands.worst
            if worst is not None and worst is not phase:
                sigma = show(shown.bands.margins[worst], Kind.PERCENT, self._bridge.units)
                said.append(f"Known worst: {LONG[worst]}, ±\u00a0{sigma}.")
        self.besides.setText(" ".join(said))
        self.besides.setVisible(bool(said))


class _Bars(QWidget):
    """The inputs with the largest share of the margin's variance, as soft bars; a click goes to where each is measured."""

    ROWS = 6
    wanted = Signal(str)  # the place of an input

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self._per_hour = False
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        self.rows = [_DoubtRow(bridge) for _ in range(self.ROWS)]
        self._empty = Label()
        self._empty.setWordWrap(True)
        self._empty.setFont(bridge.theme.font(Size.SMALL))
        column.addWidget(self._empty)
        for row in self.rows:
            column.addWidget(row)
            row.clicked.connect(lambda _=False, r=row: self.wanted.emit(r.place))
        bridge.listen(self, to=TO, then=self._show)

    def rank(self, per_hour: bool) -> None:
        """By what an hour of work takes away, or by what is left."""
        self._per_hour = per_hour
        self._show()

    def _doubts(self) -> tuple[Doubt, ...]:
        shown = self._bridge.picture
        if shown is None or shown.bands is None:
            return ()
        return doubts(shown.bands, self._bridge.phase, shown.file, per_hour=self._per_hour).measurable[: self.ROWS]

    def _why_empty(self) -> str:
        shown = self._bridge.picture
        if shown is None:
            return ""
        if shown.now.problem is not None:
            return "There is no balance now, so nothing can be said of its doubt."
        if shown.bands is not None and shown.now.margin_of(self._bridge.phase) is not None:
            return "Nothing that can be measured on the car would narrow it much."
        if shown.bands is not None:
            return "There is no margin in this phase, so nothing can be said of its doubt."
        return shown.bands_missing or "Being worked out…"

    def _show(self) -> None:
        found = self._doubts()
        for row, doubt in zip(self.rows, (*found, *(None,) * self.ROWS), strict=False):
            row.tell(doubt, timed=self._per_hour)
        self._empty.setText("" if found else self._why_empty())
        self._empty.setVisible(not found)


class _DoubtRow(QAbstractButton):
    """An input over its share of the doubt, with what measuring it would leave."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        self._doubt: Doubt | None = None
        self._timed = False
        self.place = ""
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(self._bridge.theme.px(240), self._bridge.theme.px(22))

    def tell(self, doubt: Doubt | None, *, timed: bool) -> None:
        """Show a doubt, with the time that it takes if that is what it is ranked by; None hides the row."""
        self._timed = timed
        self._doubt, self.place = doubt, "" if doubt is None else doubt.place
        self.setVisible(doubt is not None)
        if doubt is not None:
            said = (
                f"{doubt.name}, by {doubt.how}: {doubt.share:.0%} of the doubt, {self._leaves(doubt)}, "
                f"about {duration(doubt.minutes)}"
            )
            self.setAccessibleName(f"measure {said}")
            self.setToolTip(tip(f"{said}. Enter or a click goes there."))
        self.update()

    def _leaves(self, doubt: Doubt) -> str:
        return f"leaves ±\u00a0{show(doubt.leaves, Kind.PERCENT, self._bridge.units)}"

    def paintEvent(self, _event: QPaintEvent) -> None:
        if self._doubt is None:
            return
        painter, theme = QPainter(self), self._bridge.theme
        painter.setFont(theme.font(Size.SMALL))
        colour = QColor(theme.colour(Tone.INK))
        colour.setAlpha(64 if self.underMouse() else 46)
        painter.fillRect(QRectF(0, theme.px(3), self._doubt.share * self.width(), theme.px(16)), colour)
        painter.setPen(theme.colour(Tone.GRAB))
        painter.drawText(theme.px(3), theme.px(15), self._doubt.name)
        painter.setPen(theme.colour(Tone.INK))
        text = self._leaves(self._doubt)
        if self._timed:
            text = f"{duration(self._doubt.minutes)}, {text}"
        painter.drawText(self.width() - painter.fontMetrics().horizontalAdvance(text) - 4, theme.px(15), text)
        if self.hasFocus():
            painter.setPen(QPen(theme.colour(Tone.GRAB), 1.5, Qt.PenStyle.DotLine))
            painter.drawRect(QRectF(self.rect()).adjusted(1, 1, -1, -1))
