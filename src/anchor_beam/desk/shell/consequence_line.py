"""The bottom line: what was done last and what it did, with undo, redo, units and look beside it."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QFontMetrics, QGuiApplication, QPainter, QPaintEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import Theme, restyle
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import GarageGone
from anchor_beam.session.outcome import Unsaved
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults

LEADING = 13  # px at the normal font size, between small lines


class FewLines(Label):
    """One line, or small ones as many as its height holds where one is too short; the rest ends in an ellipsis and stands
    in the tool tip."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self.setMinimumWidth(theme.px(100))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setPen(self.palette().color(self.foregroundRole()))
        painter.setFont(self._theme.font(Size.NORMAL))
        lines = [self.text()]
        if painter.fontMetrics().horizontalAdvance(self.text()) > self.width():
            painter.setFont(self._theme.font(Size.SMALL))
            lines = self._broken(painter.fontMetrics())
        step, tall = self._theme.px(LEADING), painter.fontMetrics().capHeight()
        first = (self.height() - step * (len(lines) - 1) + tall) / 2
        for i, line in enumerate(lines):
            painter.drawText(0, round(first + i * step), line)

    def _broken(self, metrics: QFontMetrics) -> list[str]:
        room, words = self.width(), self.text().split(" ")
        lines: list[str] = []
        most = max(1, self.height() // self._theme.px(LEADING))
        while words and len(lines) < most - 1:
            line = words.pop(0)
            while words and metrics.horizontalAdvance(f"{line} {words[0]}") <= room:
                line = f"{line} {words.pop(0)}"
            lines.append(line)
        if words:
            lines.append(metrics.elidedText(" ".join(words), Qt.TextElideMode.ElideRight, room))
        return lines


class ConsequenceLine(QWidget):
    """Ink on light reversed: the one dark strip of the window."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        theme = bridge.theme
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedHeight(theme.px(54))
        row = QHBoxLayout(self)
        row.setContentsMargins(theme.px(18), 0, theme.px(10), 0)
        row.setSpacing(theme.px(8))
        self._act, self._consequence = Label(), FewLines(theme)
        self._act.setFont(theme.font(Size.NORMAL, bold=True))
        row.addWidget(self._act)
        row.addWidget(self._consequence, stretch=1)
        self.save = QPushButton("save again")
        self.beside = QPushButton("save beside")
        self.beside.clicked.connect(lambda: bridge.attempt(bridge.workshop.save_beside))
        self.copy = QPushButton("copy what happened")
        self.copy.clicked.connect(lambda: QGuiApplication.clipboard().setText(bridge.what_happened))
        self.undo, self.redo = QPushButton("undo"), QPushButton("redo")
        self.seek, self.units, self.look = QPushButton("find…"), QPushButton("metric"), QPushButton("dark")
        for button in (self.copy, self.beside, self.save, self.seek, self.undo, self.redo, self.units, self.look):
            button.setFlat(True)
            row.addWidget(button)
        self.save.clicked.connect(lambda: bridge.attempt(bridge.workshop.save_again))
        self.undo.clicked.connect(lambda: bridge.attempt(bridge.workshop.undo))
        self.redo.clicked.connect(lambda: bridge.attempt(bridge.workshop.redo))
        self.units.clicked.connect(bridge.workshop.toggle_units)
        self.look.clicked.connect(lambda: bridge.theme.choose("light" if bridge.theme.dark else "dark"))
        self.seek.setToolTip("whatever can be done or seen, by a few letters (Ctrl+J)")
        self.units.setToolTip("metric or US customary units (Ctrl+U)")
        self.look.setToolTip("light or dark (Ctrl+D)")
        bridge.listen(self, to=Part.STATUS | Part.SETTING | Part.CAR | Part.UNITS, then=self._show)

    @property
    def text(self) -> str:
        """What the line says, act and consequence."""
        return f"{self._act.text()} {self._consequence.text()}"

    def _show(self) -> None:
        workshop, c = self._bridge.workshop, self._bridge.theme.colours
        said, session = workshop.said, workshop.session
        unsaved = session.outcome if session is not None and isinstance(session.outcome, Unsaved) else None
        warn = said.complaint or unsaved is not None or workshop.gone is not None
        restyle(
            self,
            f"ConsequenceLine {{ background: {c.warning if warn else c.ink}; }}"
            f" ConsequenceLine QLabel {{ color: {c.sheet}; }}"
            f" ConsequenceLine QPushButton {{ color: {c.sheet}; border: none; padding: 4px 8px; }}"
            f" ConsequenceLine QPushButton:disabled {{ color: {c.hairline}; }}"
            f" ConsequenceLine QPushButton:focus {{ text-decoration: underline; border: 1px solid {c.sheet}; }}",
        )
        mark = "△ " if warn else ""
        self._act.setText(f"{mark}{said.act}" + (":" if said.act and said.consequence else ""))
        sentence = f"{said.consequence} {said.why}".strip()
        self._consequence.setText(sentence if unsaved is None else faults.unsaved(unsaved.acts, unsaved.why))
        self._consequence.setToolTip(tip(self._consequence.text()))
        self.setAccessibleName(self.text)
        undo, redo = (None, None) if session is None else (session.undo, session.redo)
        self.undo.setEnabled(undo is not None)
        self.redo.setEnabled(redo is not None)
        self.undo.setToolTip(tip(f"take back: {undo} (Ctrl+Z)" if undo else "nothing to take back"))
        self.redo.setToolTip(tip(f"do again: {redo} (Ctrl+Shift+Z)" if redo else "nothing to do again"))
        gone = workshop.gone is not None or (unsaved is not None and isinstance(unsaved.why, GarageGone))
        self.beside.setVisible(gone)
        self.save.setVisible(unsaved is not None and not gone)
        self.copy.setVisible(bool(self._bridge.what_happened))
        units = self._bridge.units
        self.units.setText(f"{units}, mixed" if units.pinned else str(units))
        self.look.setText("light" if self._bridge.theme.dark else "dark")
