"""Whatever can be done or seen in the window, found by a few letters of its words."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from functools import partial

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QFocusEvent, QKeyEvent
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.floating import Floating
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.strip import Strip
from anchor_beam.drawings.shapes import Size
from anchor_beam.immutable import immutable

MOST = 12  # that are shown at once
NOTHING = "Nothing here is called that."
FIELDS = (QLineEdit, QComboBox, QCheckBox)


@immutable(eq=False)
class Act:
    """Something to do: in words, how, and the key that does it without this list."""

    words: str
    do: Callable[[], object]
    key: str = ""


def matching(acts: Iterable[Act], typed: str) -> list[Act]:
    """Those that have every typed word in theirs; first those that begin with what was typed. None comes twice."""
    wanted, seen = typed.casefold().split(), dict[str, Act]()
    for act in acts:
        if all(word in act.words.casefold() for word in wanted):
            seen.setdefault(act.words, act)
    start = typed.strip().casefold()
    return sorted(seen.values(), key=lambda act: not act.words.casefold().startswith(start))


def on_page(name: str, page: QWidget) -> list[Act]:
    """What can be pressed on a page that is seen, and fields to go to."""
    found = []
    for widget in page.findChildren(QWidget):
        words = widget.accessibleName() or (widget.text() if isinstance(widget, QPushButton | QCheckBox) else "")
        if not words or not widget.isVisible() or not widget.isEnabled():
            continue
        if isinstance(widget, QPushButton):
            found.append(Act(f"{name}: {words}", widget.click))
        elif isinstance(widget, FIELDS) and widget.focusPolicy() is not Qt.FocusPolicy.NoFocus:
            found.append(
                Act(f"{name}, to the field: {words}", partial(widget.setFocus, Qt.FocusReason.ShortcutFocusReason))
            )
    return found


def boards_of(name: str, page: QWidget, show: Callable[[], object]) -> list[Act]:
    """The boards and strips of a page. show: bring it to the front."""

    def look(press: Callable[[], object]) -> None:
        show()
        press()

    return [
        Act(f"{name}: {word}", partial(look, button.click))
        for strip in page.findChildren(Strip)
        for word, button in strip.buttons.items()
    ]


def _rows_style(px: Callable[[float], int]) -> str:
    """The row in hand is marked as everywhere: a bar at its left, no coloured field."""
    return (
        "QListWidget { border: none; outline: none; background: transparent }"
        f"QListWidget::item {{ padding: {px(4)}px {px(8)}px; border-left: {px(4)}px solid transparent }}"
        "QListWidget::item:selected { color: palette(text); background: palette(window);"
        f" border-left: {px(4)}px solid palette(text) }}"
    )


class _Line(QLineEdit):
    """Who goes on elsewhere has no more need of what was found."""

    def __init__(self, panel: QWidget) -> None:
        super().__init__()
        self._panel = panel

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        if event.reason() not in (Qt.FocusReason.ActiveWindowFocusReason, Qt.FocusReason.PopupFocusReason):
            self._panel.hide()


class Palette(Floating):
    """Stands on the bottom line, where the window says what an act did: type, choose by arrows, Enter."""

    def __init__(self, theme: Theme, window: QWidget, acts: Callable[[], list[Act]]) -> None:
        """acts: all that there is, asked whenever it is opened."""
        super().__init__(theme, window)
        self._acts, self._all, self._found = acts, list[Act](), list[Act]()
        self.line, self.rows, self.nothing = _Line(self), QListWidget(), Label(NOTHING)
        self.line.setPlaceholderText("what to do or to see: a few letters of it")
        self.line.setAccessibleName("find what can be done or seen")
        self.line.setFont(theme.font(Size.LARGE))
        self.line.textChanged.connect(self._match)
        self.line.returnPressed.connect(self._do)
        self.rows.setAccessibleName("what was found")
        self.rows.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.rows.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.rows.itemClicked.connect(lambda _item: self._do())
        column, pad = QVBoxLayout(self), theme.px(12)
        column.setContentsMargins(pad, pad, pad, pad)
        column.setSpacing(theme.px(8))
        for widget in (self.line, self.nothing, self.rows):
            column.addWidget(widget)
        self.setAccessibleName("whatever can be done or seen")

    def open(self, asker: QWidget | None, line: QWidget) -> None:
        """Show, empty, on the line; asker: who gets the focus back."""
        window, px = self.parentWidget(), self._theme.px
        assert window is not None
        self._all = self._acts()
        self.line.clear()
        self._match()
        foot = line.mapTo(window, QPoint(0, 0)).y()
        self.setFixedSize(min(px(560), window.width()), min(px(396), foot))
        self.move(0, foot - self.height())
        self.rows.setStyleSheet(_rows_style(px))
        self.stand(asker)
        self.line.setFocus()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}.get(Qt.Key(event.key()), 0)
        if step and self._found:
            self.rows.setCurrentRow((self.rows.currentRow() + step) % len(self._found))
        else:
            super().keyPressEvent(event)

    def _match(self) -> None:
        self._found = matching(self._all, self.line.text())[:MOST]
        self.rows.clear()
        for act in self._found:
            self.rows.addItem(QListWidgetItem(f"{act.words}   {act.key}".strip()))
        self.rows.setCurrentRow(0)
        self.rows.setVisible(bool(self._found))
        self.nothing.setVisible(not self._found)

    def _do(self) -> None:
        row = self.rows.currentRow()
        if 0 <= row < len(self._found):
            self.close_panel()  # first, so that what it does has the last word about the focus
            self._found[row].do()
