"""Board and panel side by side; in a narrow window the panel becomes a drawer over the board."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.rows import PANEL_WIDTH

NARROW = 976  # px of a stage, at the normal font size: a window of 1100 less the rail


def stacked(*widgets: QWidget) -> QWidget:
    """Widgets below each other without gaps; the first takes the room that is left, tabs keep theirs."""
    holder = QWidget()
    column = QVBoxLayout(holder)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(0)
    for widget in widgets:
        column.addWidget(widget)
    return holder


class Split(QWidget):
    """Base of every stage's page. The drawer opens and closes by its handle at the upper right of the board."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.setFocusPolicy(Qt.FocusPolicy.ClickFocus)
        self._theme, self._panel = theme, QWidget()
        self._narrow = False
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(0, 0, 0, 0)
        self._row.setSpacing(0)
        self.handle = QPushButton("figures ‹", self)
        self.handle.setAccessibleName("open or close the figures of this stage")
        self.handle.clicked.connect(self._toggle)
        self.handle.hide()

    def fill(self, board: QWidget, panel: QWidget) -> None:
        """Put board and panel in their places."""
        self._panel = panel
        panel.setFixedWidth(self._theme.px(PANEL_WIDTH))
        panel.setAutoFillBackground(True)
        self._row.addWidget(board, stretch=1)
        self._row.addWidget(panel)
        self.handle.raise_()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        narrow = self.width() < self._theme.px(NARROW)
        if narrow != self._narrow:
            self._narrow = narrow
            if narrow:
                self._row.removeWidget(self._panel)
                self._panel.hide()
            else:
                self._row.addWidget(self._panel)
                self._panel.show()
            self.handle.setVisible(narrow)
            self.became_narrow(narrow)
        if narrow:
            self._arrange()

    def ahead(self) -> bool:
        """Make one thing that may be looked at later, while nobody waits; whether there was one."""
        return False

    def became_narrow(self, narrow: bool) -> None:
        """The panel has become a drawer, or stands beside the board again; pages that then want something override it."""

    def open_drawer(self) -> None:
        """Show the panel also where it is a drawer."""
        if self._narrow and not self._panel.isVisible():
            self._toggle()

    def _toggle(self) -> None:
        self._panel.setVisible(not self._panel.isVisible())
        self._arrange()

    def _arrange(self) -> None:
        """Drawer at the right edge, its handle beside it, both over the board."""
        opened = self._panel.isVisible()
        left = self.width() - (self._panel.width() if opened else 0)
        self._panel.setGeometry(self.width() - self._panel.width(), 0, self._panel.width(), self.height())
        self._panel.raise_()
        self.handle.setText("figures ›" if opened else "figures ‹")
        self.handle.adjustSize()
        self.handle.move(left - self.handle.width() - self._theme.px(6), self._theme.px(4))
        self.handle.raise_()
