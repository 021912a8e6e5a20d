"""The ladder: every setting that the holes can reach, as rungs on an axis of rear share of roll stiffness."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.drawings.shapes import Align, Size, Tone
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.edits import ReachRung
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import delta, show
from anchor_beam.words import faults
from anchor_beam.words.bars import out_of_window, setting_words

if TYPE_CHECKING:
    from anchor_beam.figures.ladder import Ladder, Rung

FAR = 15.0  # % of rear share beyond the rungs, up to which the axis reaches out to the window


class LadderView(QWidget):
    """Left and right arrows look at the neighbouring rungs, Enter or a click puts one on the bench."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge, self._theme = bridge, bridge.theme
        self._ladder: Ladder | None = None
        self._why = ""
        self._looked = -1
        self._range = (0.0, 1.0)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setFixedHeight(bridge.theme.px(166))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("ladder of reachable settings")
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.UNITS, then=self.update)

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import LadderOf

        return LadderOf(shown.file.car, shown.file.bench)

    def _take(self, answer: Answer | None) -> None:
        self._ladder = answer.value if isinstance(answer, Done) else None
        self._why = faults.sentence(answer.problem, self._bridge.units) if isinstance(answer, Failed) else ""
        if self._ladder is not None and self._ladder.rungs:
            self._looked = self._ladder.present
            self._range = self._range_of(self._ladder)
            self.setAccessibleName(f"ladder: {self._head()}")
        self.update()

    # looking and choosing

    def rung_pixel(self, index: int) -> QPointF:
        """Where a rung stands [px]."""
        assert self._ladder is not None
        return QPointF(self._x(self._ladder.rungs[index].rear_share), self._base - self._theme.px(30))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self._look(self._nearest(event.position().x()))

    def leaveEvent(self, _event: object) -> None:
        if self._ladder is not None and not self.hasFocus():
            self._look(self._ladder.present)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._look(self._nearest(event.position().x()))
        self._choose()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()), 0)
        if step and self._ladder is not None and self._ladder.rungs:
            self._look(max(0, min(len(self._ladder.rungs) - 1, self._looked + step)))
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._choose()
        else:
            super().keyPressEvent(event)

    def _look(self, index: int) -> None:
        if index != self._looked:
            self._looked = index
            if self._ladder is not None and 0 <= index < len(self._ladder.rungs):
                rung = self._ladder.rungs[index]
                self.setAccessibleDescription(f"{setting_words(rung.front, rung.rear)}, {self._change(rung)}")
            self.update()

    def _choose(self) -> None:
        if self._ladder is not None and 0 <= self._looked < len(self._ladder.rungs):
            rung = self._ladder.rungs[self._looked]
            if self._looked != self._ladder.present:
                self._bridge.ask_or_complain(ReachRung(rung.front, rung.rear))

    def _nearest(self, x: float) -> int:
        if self._ladder is None or not self._ladder.rungs:
            return -1
        return min(range(len(self._ladder.rungs)), key=lambda i: abs(self._x(self._ladder_share(i)) - x))

    def _ladder_share(self, index: int) -> float:
        assert self._ladder is not None
        return self._ladder.rungs[index].rear_share

    # painting

    @property
    def _base(self) -> float:
        return self.height() - self._theme.px(42)

    def _range_of(self, found: Ladder) -> tuple[float, float]:
        """Ends of the axis in percent, around all rungs and the reference."""
        shares = [rung.rear_share for rung in found.rungs]
        shown = self._bridge.picture
        if shown is not None and shown.reference is not None and shown.reference.rear_share is not None:
            shares.append(shown.reference.rear_share)
        low, high = min(shares), max(shares)
        if found.edges.shares is not None:  # the nearer edge is looked at as well, unless it is far away
            near = min(found.edges.shares, key=lambda edge: max(low - edge, edge - high, 0.0))
            low, high = (low, high) if max(low - near, near - high) > FAR else (min(low, near), max(high, near))
        pad = max(0.8, 0.08 * (high - low))
        return low - pad, high + pad

    def _x(self, share: float) -> float:
        low, high = self._range
        left, right = self._theme.px(34), self.width() - self._theme.px(34)
        return left + (right - left) * (share - low) / (high - low)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5))
            painter.drawRect(QRectF(self.rect()).adjusted(1, 1, -1, -1))
        px = self._theme.px
        pen, left_out = Lettering(painter, self._theme), self._left_out()
        room = self.width() - px(40) - pen.width(left_out, Size.SMALL)
        head = pen.fitted(f"Ladder: {self._head()}", Size.NORMAL, room, bold=True)
        pen.write(px(14), px(20), head, Size.NORMAL, Tone.INK, bold=True)
        pen.write(self.width() - px(14), px(20), left_out, Size.SMALL, Tone.SOFT, align=Align.RIGHT)
        if self._bridge.picture is None or self._ladder is None or not self._ladder.rungs:
            Lettering(painter, self._theme).write(
                px(14),
                px(52),
                self._why or "The ladder is being worked out.",
                Size.NORMAL,
                Tone.SOFT,
                align=Align.LEFT,
            )
            return
        self._paint_window(painter)
        self._paint_axis(painter)
        self._paint_reference(painter)
        self._paint_rungs(painter, self._ladder)

    def _paint_window(self, painter: QPainter) -> None:
        """The target window, put on this axis through the rungs: margin falls as the rear share rises."""
        shown = self._bridge.picture
        assert self._ladder is not None and shown is not None
        top, edges = self._theme.px(34), self._ladder.edges.shares
        if edges is None:
            return
        left, right = (
            max(self._theme.px(20), min(self._x(share), self.width() - self._theme.px(20))) for share in edges
        )
        painter.fillRect(QRectF(left, top, right - left, self._base - top), self._theme.colour(Tone.WINDOW))
        if self._looked in (self._ladder.present, -1):  # else the words of the rung that is looked at stand there
            pen, words = Lettering(painter, self._theme), "your window"
            half = pen.width(words, Size.SMALL) / 2 + self._theme.px(14)
            taken = self._present_words(self._ladder)
            # in the middle, at an end, else beside the words of the rung that is on the bench
            places = [(left + right) / 2, right - half, left + half, taken[1] + half, taken[0] - half]
            inside = [max(half, min(at, self.width() - half)) for at in places]
            at = next((at for at in inside if at + half <= taken[0] or at - half >= taken[1]), inside[0])
            pen.write(at, top + self._theme.px(14), words, Size.SMALL, Tone.SOFT, align=Align.CENTRE)

    def _left_out(self) -> str:
        gone = 0 if self._ladder is None else self._ladder.out_of_reach
        return f"{gone} settings need another link length" if gone else ""

    def _head(self) -> str:
        """What it is, or that it has nothing for you and what would."""
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None or self._ladder is None or not self._ladder.rungs:
            return "what the holes can reach"
        if self._ladder.inside(shown.window(Phase.MIDDLE)):
            return "what the holes can reach"
        needed = []
        for one in self._ladder.edges.needed:
            bar = shown.file.bench.end(one.axle).bar
            od = bar.od.value * one.factor**0.25  # of a bar that is bent alike; a tube would need a wall as well
            said = (
                str(show(od, Kind.DIAMETER, units)) if bar.solid and not bar.plate_arms and one.factor > 0.0 else ""
            )
            needed.append((one.axle, one.factor, said))
        return out_of_window(needed)

    def _paint_axis(self, painter: QPainter) -> None:
        px = self._theme.px
        low, high = self._range
        painter.setPen(QPen(self._theme.colour(Tone.INK), 1.2))
        painter.drawLine(QPointF(px(20), self._base), QPointF(self.width() - px(20), self._base))
        step = next(s for s in (0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0) if (high - low) / s <= 10)
        mark = step * (low // step + 1)
        while mark < high:
            x = self._x(mark)
            painter.setPen(QPen(self._theme.colour(Tone.INK), 1.2))
            painter.drawLine(QPointF(x, self._base), QPointF(x, self._base + px(5)))
            Lettering(painter, self._theme).write(
                x, self._base + px(18), f"{mark:g}", Size.SMALL, Tone.SOFT, align=Align.CENTRE
            )
            mark += step
        at = self.width() - px(20)
        Lettering(painter, self._theme).write(
            at, self._base + px(34), "rear share of roll stiffness, %", Size.SMALL, Tone.SOFT, align=Align.RIGHT
        )
        Lettering(painter, self._theme).write(
            px(20), self._base + px(34), "← more push      looser →", Size.SMALL, Tone.SOFT, align=Align.LEFT
        )

    def _paint_reference(self, painter: QPainter) -> None:
        shown = self._bridge.picture
        if shown is None or shown.reference is None or shown.reference.rear_share is None:
            return
        x = self._x(shown.reference.rear_share)
        painter.setPen(QPen(self._theme.colour(Tone.SOFT), 1.4, Qt.PenStyle.DashLine))
        painter.drawLine(QPointF(x, self._base), QPointF(x, self._base - self._theme.px(52)))
        lettering, name, gap = Lettering(painter, self._theme), shown.file.reference, self._theme.px(7)
        now = shown.now.rear_share
        right = now is None or now <= shown.reference.rear_share  # beside its line, away from the rung of now
        wide, rooms = lettering.width(name, Size.SMALL), {True: self.width() - x - gap, False: x - gap}
        if wide > rooms[right]:  # the other side, or the wider one
            right = not right if wide <= rooms[not right] else rooms[True] >= rooms[False]
        name = lettering.fitted(name, Size.SMALL, rooms[right])
        at, align = (x + gap, Align.LEFT) if right else (x - gap, Align.RIGHT)
        lettering.write(at, self._base - self._theme.px(46), name, Size.SMALL, Tone.SOFT, align=align)

    def _paint_rungs(self, painter: QPainter, found: Ladder) -> None:
        px = self._theme.px
        for i, rung in enumerate(found.rungs):
            x, now, looked = self._x(rung.rear_share), i == found.present, i == self._looked
            tone = Tone.INK if now else Tone.GRAB if looked else Tone.SOFT
            height = px(66) if now else px(40)
            painter.setPen(QPen(self._theme.colour(tone), px(4) if now else px(2) if looked else 1.2))
            painter.drawLine(QPointF(x, self._base), QPointF(x, self._base - height))
        if 0 <= found.present < len(found.rungs):
            rung = found.rungs[found.present]
            self._rung_words(painter, rung, self._base - px(72), setting_words(rung.front, rung.rear), Tone.INK)
        if self._looked not in (found.present, -1):
            rung = found.rungs[self._looked]
            words = f"{setting_words(rung.front, rung.rear)}:  {self._change(rung)}"
            self._rung_words(painter, rung, self._base - px(90), words, Tone.GRAB)

    def _room_of(self, rung: Rung, words: str) -> tuple[float, float]:
        """From where to where the words of a rung stand [px]."""
        half = self._theme.metrics(Size.SMALL, bold=True).horizontalAdvance(words) / 2 + self._theme.px(8)
        x = max(half, min(self._x(rung.rear_share), self.width() - half))
        return x - half, x + half

    def _present_words(self, found: Ladder) -> tuple[float, float]:
        """The same of the rung on the bench; nowhere where there is none."""
        if not 0 <= found.present < len(found.rungs):
            return math.inf, -math.inf
        rung = found.rungs[found.present]
        return self._room_of(rung, setting_words(rung.front, rung.rear))

    def _rung_words(self, painter: QPainter, rung: Rung, y: float, words: str, tone: Tone) -> None:
        x = sum(self._room_of(rung, words)) / 2
        Lettering(painter, self._theme).write(x, y, words, Size.SMALL, tone, align=Align.CENTRE, bold=True)

    def _change(self, rung: Rung) -> str:
        """`share +0.9 %, margin −1.2 %` against the setting on the bench."""
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None or shown.now.margin is None:
            return str(show(rung.rear_share, Kind.PERCENT, units))
        share = delta(rung.rear_share, shown.now.rear_share, Kind.PERCENT, units) or "0"
        margin = f"margin {delta(rung.margin, shown.now.margin, Kind.PERCENT, units) or '0'}\u00a0%"
        if not math.isfinite(rung.margin):
            margin = "no margin: tips before it slides"
        return ", ".join([f"share {share}\u00a0%", margin, *self._peak(rung)])

    def _peak(self, rung: Rung) -> list[str]:
        """The larger of both bars' peak stresses at 1 g, and whose it is."""
        known = [(peak, axle) for peak, axle in zip(rung.peaks, Axle, strict=True) if peak is not None]
        if not known:
            return []
        peak, axle = max(known)
        return [f"{axle} bar up to {show(peak, Kind.STRESS, self._bridge.units)} at 1\u00a0g"]
