"""Where does it come from? Hangs under a figure that was just typed; one key answers, going on ends it."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QLabel, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.note import hang_below
from anchor_beam.desk.widgets.provenance import LETTERS
from anchor_beam.documents.inputs import Provenance
from anchor_beam.drawings.shapes import Size, Tone

ASKED = tuple(source for source in Provenance if source is not Provenance.DERIVED)
KEYS = {getattr(Qt.Key, f"Key_{LETTERS[source]}"): source for source in ASKED}


class SourceQuestion(QLabel):
    """The sources with their letters; the one that counts now stands in front."""

    def __init__(self, theme: Theme, owner: QWidget) -> None:
        super().__init__(owner.window())
        self._theme, self._owner = theme, owner
        self.setWordWrap(True)
        self.setFont(theme.font(Size.SMALL))
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        owner.destroyed.connect(self.deleteLater)

    def ask(self, now: Provenance) -> None:
        """Show the question below the owner."""
        others = ", ".join(f"{LETTERS[source]} {source}" for source in ASKED if source is not now)
        self.setText(f"Taken as: {now}. Another source by its letter: {others}. The next one is taken the same way.")
        pad = self._theme.px(7)
        self.setContentsMargins(pad, pad, pad, pad)
        hang_below(self._owner, self, self._theme)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setBrush(self._theme.colour(Tone.SHEET))
        painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.2))
        painter.drawRect(QRectF(self.rect()).adjusted(0.6, 0.6, -0.6, -0.6))
        painter.end()
        super().paintEvent(event)
