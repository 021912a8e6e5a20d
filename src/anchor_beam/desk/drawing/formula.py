"""Formulas set as in a textbook: indices below, powers above, fractions and roots drawn."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QPointF, QSize
from PySide6.QtGui import QFont, QFontMetricsF, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.formula import Fraction, Line, Part, Root, Scripts, Word, read_formula, spoken
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.immutable import immutable

SMALLER, SMALLEST = 0.72, 8.0  # of a script to its base; px below which nothing shrinks
SPACED = frozenset("=+−<>,")


@immutable
class _Box:
    """Something set: its size around a baseline [px], and how to paint it with its left end there."""

    width: float
    above: float
    below: float
    paint: Callable[[QPainter, QPointF], None]


class FormulaView(QWidget):
    """A formula in the notation of `drawings.formula`, in one line; wider ones break at a comma or a wide space."""

    def __init__(
        self, theme: Theme, text: str, *, size: Size = Size.NORMAL, bold: bool = False, room: float = 0.0
    ) -> None:
        super().__init__()
        self._theme, self._font = theme, theme.font(size, bold=bold)
        self._lines = [self._set(line, self._font) for line in _broken(text)]
        whole = self._set(read_formula(text), self._font)
        if whole.width + 2.0 <= room:
            self._lines = [whole]
        self._leading = float(theme.px(6))
        self.setAccessibleName(spoken(read_formula(text)))
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        tall = sum(box.above + box.below for box in self._lines) + self._leading * (len(self._lines) - 1)
        return QSize(round(max(box.width for box in self._lines)) + 2, round(tall) + 2)

    def minimumSizeHint(self) -> QSize:
        return self.sizeHint()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(self._theme.colour(Tone.INK), 1.1))
        y = 1.0
        for box in self._lines:
            box.paint(painter, QPointF(1.0, y + box.above))
            y += box.above + box.below + self._leading

    def _set(self, part: Part, font: QFont) -> _Box:
        match part:
            case Word():
                return _word(part, font)
            case Line(parts):
                return _beside([self._set(each, font) for each in parts])
            case Scripts():
                return self._scripts(part, font)
            case Fraction(over, under):
                return self._fraction(
                    self._set(over, _scaled(font, 0.88)), self._set(under, _scaled(font, 0.88)), font
                )
            case Root(inside):
                return self._root(self._set(inside, font), font)

    def _scripts(self, part: Scripts, font: QFont) -> _Box:
        base, small, metrics = self._set(part.base, font), _scaled(font, SMALLER), QFontMetricsF(font)
        below = None if part.below is None else self._set(part.below, small)
        above = None if part.above is None else self._set(part.above, small)
        drop, rise = 0.28 * metrics.capHeight(), 0.62 * metrics.capHeight()

        def paint(painter: QPainter, at: QPointF) -> None:
            base.paint(painter, at)
            for box, shift in ((below, drop), (above, -rise)):
                if box is not None:
                    box.paint(painter, at + QPointF(base.width + 1.0, shift))

        return _Box(
            base.width + 1.0 + max(box.width if box else 0.0 for box in (below, above)),
            max(base.above, above.above + rise if above else 0.0), max(base.below, below.below + drop if below else 0.0),
            paint,
        )  # fmt: skip

    def _fraction(self, over: _Box, under: _Box, font: QFont) -> _Box:
        axis, gap = 0.36 * QFontMetricsF(font).capHeight() + 1.0, 3.0
        width, beside = max(over.width, under.width) + 8.0, 3.0

        def paint(painter: QPainter, at: QPointF) -> None:
            bar = at + QPointF(beside, -axis)
            painter.drawLine(bar + QPointF(1.0, 0.0), bar + QPointF(width - 1.0, 0.0))
            over.paint(painter, bar + QPointF(0.5 * (width - over.width), -gap - over.below))
            under.paint(painter, bar + QPointF(0.5 * (width - under.width), gap + under.above))

        return _Box(
            width + 2.0 * beside, axis + gap + over.above + over.below, gap - axis + under.above + under.below, paint
        )

    def _root(self, inside: _Box, font: QFont) -> _Box:
        hook, roof = 0.75 * QFontMetricsF(font).capHeight(), 3.0

        def paint(painter: QPainter, at: QPointF) -> None:
            foot, top = at.y() + inside.below, at.y() - inside.above - roof
            points = [
                QPointF(at.x(), at.y() - 0.3 * inside.above), QPointF(at.x() + 0.45 * hook, foot),
                QPointF(at.x() + hook, top), QPointF(at.x() + hook + inside.width + 3.0, top),
            ]  # fmt: skip
            painter.drawPolyline(points)
            inside.paint(painter, at + QPointF(hook + 2.0, 0.0))

        return _Box(hook + inside.width + 4.0, inside.above + roof + 1.0, inside.below, paint)


def _broken(text: str) -> list[Line]:
    """At wide spaces, where the writer lets it break."""
    return [read_formula(part) for part in text.split(r"\quad") if part.strip()] or [Line(())]


def _word(word: Word, font: QFont) -> _Box:
    mine = QFont(font)
    mine.setItalic(word.slanted)
    metrics, pad = QFontMetricsF(mine), 4.0 if word.text in SPACED else 0.0

    def paint(painter: QPainter, at: QPointF) -> None:
        painter.setFont(mine)
        painter.drawText(at + QPointF(0.0 if word.text == "," else pad, 0.0), word.text)

    return _Box(metrics.horizontalAdvance(word.text) + 2.0 * pad, metrics.ascent(), metrics.descent(), paint)


def _beside(boxes: list[_Box]) -> _Box:
    """Set side by side on one baseline."""
    if not boxes:
        return _Box(0.0, 0.0, 0.0, lambda _painter, _at: None)

    def paint(painter: QPainter, at: QPointF) -> None:
        x = 0.0
        for box in boxes:
            box.paint(painter, at + QPointF(x, 0.0))
            x += box.width

    return _Box(
        sum(box.width for box in boxes), max(box.above for box in boxes), max(box.below for box in boxes), paint
    )


def _scaled(font: QFont, factor: float) -> QFont:
    smaller = QFont(font)
    smaller.setPixelSize(max(round(SMALLEST), round(font.pixelSize() * factor)))
    return smaller
