"""One of several views, chosen by a word: the strip under a drawing, or a board."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QPalette, QPen
from PySide6.QtWidgets import (
    QAbstractButton,
    QButtonGroup,
    QHBoxLayout,
    QVBoxLayout,
    QWidget,
)

from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.plain import OneLine
from anchor_beam.drawings.shapes import Size, Tone


class Strip(QWidget):
    """Views by name; the words stand in a row above them and are buttons. All but the first are made when they are first
    looked at, and in a strip none is higher than that."""

    looked_at = Signal(str)

    def __init__(self, theme: Theme, views: dict[str, Callable[[], QWidget]], *, fixed: bool = True) -> None:
        """fixed: as high as its first view; else it takes the room that there is. caption: what stands right of the words."""
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        row = QHBoxLayout()
        row.setContentsMargins(theme.px(14), theme.px(2), theme.px(14), 0)
        row.setSpacing(theme.px(16))
        self._stack, group = Deck(), QButtonGroup(self)
        self.buttons: dict[str, QAbstractButton] = {}
        self._makers, self._views = views, dict[str, QWidget]()
        for name in views:
            button = _Word(theme, name)
            self.buttons[name] = button
            group.addButton(button)
            row.addWidget(button)
            button.clicked.connect(lambda _=False, n=name: self._look_at(n))
        self.caption = OneLine()
        self.caption.setFont(theme.font(Size.SMALL))
        self.caption.setForegroundRole(QPalette.ColorRole.PlaceholderText)
        row.addWidget(self.caption, stretch=1000)
        row.addStretch(1)  # while there is no caption
        first = next(iter(views))
        self.buttons[first].setChecked(True)
        self._look_at(first)
        column.addLayout(row)
        column.addWidget(self._stack)
        if fixed:
            self.setFixedHeight(theme.px(24) + self._views[first].height())

    def count(self, name: str, many: int) -> None:
        """How many things stand in a view, beside its word; nothing where there is none."""
        button = self.buttons[name]
        button.setText(f"{name} {many}" if many else name)
        button.setAccessibleName(f"show {name}, {many}" if many else f"show {name}")
        button.updateGeometry()

    def ahead(self) -> bool:
        """Make one view that nobody looked at yet; whether there was one."""
        waiting = next((name for name in self._makers if name not in self._views), None)
        if waiting is not None:
            self._make(waiting)
        return waiting is not None

    def _look_at(self, name: str) -> None:
        if name not in self._views:
            self._make(name)
        self._stack.bring(self._views[name])
        self.looked_at.emit(name)

    def _make(self, name: str) -> None:
        view = self._views[name] = self._makers[name]()
        self._stack.add(view)
        if len(self._views) > 1:  # the first one is in its place from the start
            self._tab_into(view)

    def _tab_into(self, view: QWidget) -> None:
        """Tab goes from the words into a view that was made later, not past it."""
        before: QWidget = list(self.buttons.values())[-1]
        for widget in (view, *view.findChildren(QWidget)):
            takes = widget.focusPolicy() & Qt.FocusPolicy.TabFocus and widget.focusProxy() is None
            if takes and widget.window() is self.window():  # a menu is a window of its own
                QWidget.setTabOrder(before, widget)
                before = widget


class _Word(QAbstractButton):
    """Ink and underlined when it is the one."""

    def __init__(self, theme: Theme, text: str) -> None:
        super().__init__()
        self._theme = theme
        self.setText(text)
        self.setAccessibleName(f"show {text}")
        self.setCheckable(True)
        self.setAutoExclusive(True)  # for screen readers: one of several
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFixedHeight(theme.px(22))

    def sizeHint(self) -> QSize:
        return QSize(self.fontMetrics().horizontalAdvance(self.text()) + self._theme.px(8), self._theme.px(22))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, px, on = QPainter(self), self._theme.px, self.isChecked()
        Lettering(painter, self._theme).write(
            px(2), px(15), self.text(), Size.SMALL, Tone.INK if on else Tone.SOFT, bold=on
        )
        if on:
            painter.setPen(QPen(self._theme.colour(Tone.INK), px(2)))
            painter.drawLine(px(2), px(20), self.width() - px(6), px(20))
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour(Tone.GRAB), 1.5))
            painter.drawRect(self.rect().adjusted(0, 0, -1, -1))
